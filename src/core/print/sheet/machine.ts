import { transliterate } from 'transliteration';
import { nth } from '../../base/lists';
import { normalise, type Point, type Region, type Rings, transformRings, translation } from '../../base/shape';

/** A shape to be cut: closed lines, mm, with a name. */
export interface CutShape {
  readonly name: string;
  readonly region: Region;
  /** Open lines that are cut through it, mm. */
  readonly slits?: readonly (readonly Point[])[];
}

/** The lines of a shape in the order of cutting: what lies inside before what would come loose with it. */
const cutOrder = (region: Region): Point[][] =>
  region.flatMap(({ outer, holes }) => [...holes, outer].map((ring) => [...ring]));

const n = (v: number): string => String(Number(v.toFixed(4)));
/** Layer names of the exchange format may hold only these; letters of other scripts are written as they sound. */
const layerName = (name: string): string =>
  transliterate(name)
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9_-]+/g, '_')
    .slice(0, 31) || 'part';

/**
 * Shapes as DXF (release 12, ASCII): closed polylines in millimetres, open ones for slits, a layer for each name, y up as the format has it.
 * Source: DXF reference, R12, from memory.
 * @param heightMm height of the sheet, so that y can be turned up
 */
export function toDxf(shapes: readonly CutShape[], heightMm: number): string {
  const out: (string | number)[] = [
    0,
    'SECTION',
    2,
    'HEADER',
    9,
    '$ACADVER',
    1,
    'AC1009',
    9,
    '$INSUNITS',
    70,
    4,
    0,
    'ENDSEC',
  ];
  out.push(0, 'SECTION', 2, 'ENTITIES');
  const polyline = (name: string, points: readonly Point[], closed: 0 | 1): void => {
    out.push(0, 'POLYLINE', 8, layerName(name), 66, 1, 70, closed);
    for (const p of points) out.push(0, 'VERTEX', 8, layerName(name), 10, n(p.x), 20, n(heightMm - p.y), 30, 0);
    out.push(0, 'SEQEND', 8, layerName(name));
  };
  for (const { name, region, slits = [] } of shapes) {
    // What is cut within a shape comes before the shape itself comes loose.
    for (const slit of slits) polyline(name, slit, 0);
    for (const ring of cutOrder(region)) polyline(name, ring, 1);
  }
  out.push(0, 'ENDSEC', 0, 'EOF');
  const lines: string[] = [];
  for (let i = 0; i < out.length; i += 2) lines.push(String(out[i]), String(out[i + 1]));
  return `${lines.join('\n')}\n`;
}

const escapeXml = (s: string): string =>
  s.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** Shapes as plain SVG for a cutting machine: a filled path each, in millimetres. */
export function toPlainSvg(shapes: readonly CutShape[], widthMm: number, heightMm: number): string {
  const paths = shapes.map(
    ({ name, region, slits = [] }) =>
      `${slits.map((slit) => `<path fill="none" stroke="#000" stroke-width="0.1" d="M${slit.map((p) => `${n(p.x)} ${n(p.y)}`).join('L')}"/>`).join('')}<path id="${escapeXml(layerName(name))}" fill="#000" fill-rule="evenodd" d="${cutOrder(
        region,
      )
        .map((ring) => `M${ring.map((p) => `${n(p.x)} ${n(p.y)}`).join('L')}Z`)
        .join('')}"><title>${escapeXml(name)}</title></path>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(widthMm)}mm" height="${n(heightMm)}mm" viewBox="0 0 ${n(widthMm)} ${n(heightMm)}">\n${paths.join('\n')}\n</svg>\n`;
}

/** Closed polylines of a DXF file of release 12, as {@link toDxf} writes them; y is turned down again. */
export function fromDxf(text: string): { ok: true; shapes: CutShape[] } | { ok: false; message: string } {
  const rows = text.split(/\r?\n/);
  const shapes: { name: string; rings: Rings }[] = [];
  let ring: { x: number; y: number }[] | null = null;
  let name = '';
  let entity = '';
  let isOpen = false;
  for (let i = 0; i + 1 < rows.length; i += 2) {
    const code = Number(nth(rows, i).trim());
    const value = nth(rows, i + 1).trim();
    if (!Number.isFinite(code))
      return { ok: false, message: 'This is no DXF file as it is written here: a group code is not a number.' };
    if (code === 0) {
      if (value === 'SEQEND' && ring) {
        // A slit is no shape of its own.
        if (!isOpen) shapes.push({ name, rings: [ring] });
        ring = null;
      }
      if (value === 'POLYLINE') {
        ring = [];
        isOpen = false;
      }
      if (value === 'VERTEX') ring?.push({ x: 0, y: 0 });
      entity = value;
    } else if (code === 8 && entity === 'POLYLINE') name = value;
    else if (code === 70 && entity === 'POLYLINE') isOpen = (Number(value) & 1) === 0;
    else if (entity === 'VERTEX' && ring && (code === 10 || code === 20)) {
      const at = ring.at(-1);
      if (at) {
        if (code === 10) at.x = Number(value);
        else at.y = -Number(value);
      }
    }
  }
  if (shapes.length === 0) return { ok: false, message: 'There is no closed line in this file.' };
  // Points of one shape's holes follow it under the same name.
  const merged: { name: string; rings: Rings }[] = [];
  for (const s of shapes) {
    const last = merged.at(-1);
    if (last && last.name === s.name) merged[merged.length - 1] = { name: s.name, rings: [...last.rings, ...s.rings] };
    else merged.push(s);
  }
  const low = Math.min(...merged.flatMap((s) => s.rings.flat().map((p) => p.y)));
  return {
    ok: true,
    shapes: merged.map((s) => ({
      name: s.name,
      region: normalise(transformRings(s.rings, translation(0, -Math.min(0, low)))),
    })),
  };
}
