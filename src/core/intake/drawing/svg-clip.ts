import {
  type Affine,
  type Bounds,
  boundsOf,
  boxRegion,
  composed,
  difference,
  flatten,
  fromNonZero,
  intersection,
  inverse,
  normalise,
  parsePath,
  type Region,
  type Rings,
  scaling,
  transformPath,
  transformRegion,
  translation,
  union,
} from '../../base/shape';
import { colourOf, type Style, type StyleSheet } from './css';
import { opacityOf } from './svg-paint';
import { SVG_LIMITS, type SvgNode } from './svg-tree';
import { basicShape, IDENTITY, numberOf, readTransform, type View } from './svg-values';

/** What clips and masks look things up in. */
export interface Sources {
  readonly sheet: StyleSheet;
  readonly byId: ReadonlyMap<string, SvgNode>;
  readonly tick: () => void;
}
type Size = Pick<View, 'width' | 'height'>;

const idIn = (text: string | undefined): string | undefined =>
  /^url\(\s*["']?#([^"')]+)["']?\s*\)/.exec(text ?? '')?.[1];
const hrefOf = (node: SvgNode): string => (node.attributes['href'] ?? '').replace(/^#/, '');
const shiftOfUse = (node: SvgNode): Affine =>
  translation(numberOf(node.attributes['x']), numberOf(node.attributes['y']));

/** What an element and everything in it encloses, as its rule says; nothing of it that is not shown. */
function ringsOf(
  node: SvgNode,
  matrix: Affine,
  size: Size,
  s: Sources,
  depth: number,
): { rings: Rings; style: Style }[] {
  s.tick();
  const style = s.sheet.styleOf(node);
  if (style['display'] === 'none' || style['visibility'] === 'hidden') return [];
  const m = composed(readTransform(style['transform']), matrix);
  const data = basicShape(node, style, size);
  const own = data?.trim() && parsePath(data).ok ? parsePath(transformPath(data, m)) : null;
  const mine = own?.ok ? [{ rings: flatten(own.segments), style }] : [];
  if (node.tag === 'use' && depth < SVG_LIMITS.useDepth) {
    const target = s.byId.get(hrefOf(node));
    return target ? ringsOf(target, composed(shiftOfUse(node), m), size, s, depth + 1) : [];
  }
  return [...mine, ...node.children.flatMap((c) => ringsOf(c, m, size, s, depth))];
}

/** The box of what an element draws, in the user units it lies in; strokes do not count (SVG 2, section 8.10). */
export function svgBoxOf(node: SvgNode, size: Size, s: Sources): Bounds | null {
  const own = s.sheet.styleOf(node);
  const inside = ringsOf(node, inverseOfOwn(own), size, s, 0).flatMap((r) => r.rings);
  return inside.length === 0 ? null : boundsOf(inside);
}
/** The element's own transform is no part of its box; what that squashes flat has none anyway. */
function inverseOfOwn(style: Style): Affine {
  const m = readTransform(style['transform']);
  return m.a * m.d === m.b * m.c ? IDENTITY : inverse(m);
}

const onBox = (b: Bounds): Affine => composed(scaling(b.maxX - b.minX, b.maxY - b.minY), translation(b.minX, b.minY));

/** Where a clip or a mask is drawn: in the user units of what it is for, or on its box. Null: that has none. */
function unitsOf(
  target: SvgNode,
  key: string,
  usual: string,
  node: SvgNode,
  matrix: Affine,
  size: Size,
  s: Sources,
): Affine | null {
  if ((target.attributes[key] ?? usual) !== 'objectBoundingBox') return matrix;
  const box = svgBoxOf(node, size, s);
  return box && composed(onBox(box), matrix);
}

/**
 * What a clip path leaves of an element, or null where it has none.
 * @param matrix from the element's user units to mm
 * @returns 'missing' where it refers to nothing
 */
export function clipOf(
  node: SvgNode,
  style: Style,
  matrix: Affine,
  size: Size,
  s: Sources,
  depth = 0,
): Region | null | 'missing' {
  const id = idIn(style['clip-path']);
  if (id === undefined) return null;
  const target = s.byId.get(id);
  if (target?.tag !== 'clipPath') return 'missing';
  const units = unitsOf(target, 'clipPathUnits', 'userSpaceOnUse', node, matrix, size, s);
  if (!units) return [];
  const own = s.sheet.styleOf(target);
  const m = composed(readTransform(own['transform']), units);
  const parts = target.children.map((child): Region => {
    const regions = ringsOf(child, m, size, s, 0).map(({ rings, style: shape }) =>
      (shape['clip-rule'] ?? own['clip-rule']) === 'evenodd' ? normalise(rings) : fromNonZero(rings),
    );
    const drawn = union(...regions);
    const childStyle = s.sheet.styleOf(child);
    const inner = depth < SVG_LIMITS.useDepth ? clipOf(child, childStyle, m, size, s, depth + 1) : null;
    return inner === null || inner === 'missing' ? drawn : intersection(drawn, inner);
  });
  const region = union(...parts);
  // A clip may be clipped itself.
  const outer = depth < SVG_LIMITS.useDepth ? clipOf(target, own, units, size, s, depth + 1) : null;
  return outer === null || outer === 'missing' ? region : intersection(region, outer);
}

/** Brighter than this a mask shows, darker than that it hides; in between it is neither, and no clip. */
const SHOWS = 0.98;
const HIDES = 0.02;

/**
 * What a mask leaves of an element where it is made of plain white and black shapes; null where it has none.
 * @returns 'missing' where it refers to nothing, 'shaded' where it is more than shapes
 */
export function maskOf(
  node: SvgNode,
  style: Style,
  matrix: Affine,
  size: Size,
  s: Sources,
): Region | null | 'missing' | 'shaded' {
  const id = idIn(style['mask']);
  if (id === undefined) return null;
  const target = s.byId.get(id);
  if (target?.tag !== 'mask') return 'missing';
  const units = unitsOf(target, 'maskContentUnits', 'userSpaceOnUse', node, matrix, size, s);
  if (!units) return [];
  const own = s.sheet.styleOf(target);
  const alphaOnly = own['mask-type'] === 'alpha';
  let shown: Region = [];
  let shaded = false;
  const take = (part: SvgNode, m: Affine, inherited: Style, depth: number): void => {
    s.tick();
    const said = s.sheet.styleOf(part);
    const all = { ...inherited, ...Object.fromEntries(Object.entries(said).filter(([k]) => PAINTED.has(k))) };
    if (said['display'] === 'none' || said['visibility'] === 'hidden') return;
    if (said['mask'] || said['filter'] || ['image', 'text'].includes(part.tag)) shaded = true;
    const inner = composed(readTransform(said['transform']), m);
    if (part.tag === 'use') {
      const to = s.byId.get(hrefOf(part));
      if (to && depth < SVG_LIMITS.useDepth) take(to, composed(shiftOfUse(part), inner), all, depth + 1);
      return;
    }
    if (part.tag === 'g' || part.tag === 'a') {
      if (opacityOf(said['opacity']) < 1) shaded = true;
      for (const child of part.children) take(child, inner, all, depth);
      return;
    }
    const data = basicShape(part, said, size);
    if (data === null || !data.trim() || !parsePath(data).ok) return;
    if ((all['stroke'] ?? 'none') !== 'none') shaded = true;
    const fill = all['fill'] ?? '#000000';
    if (fill === 'none') return;
    const colour = colourOf(fill);
    const path = parsePath(transformPath(data, inner));
    if (!colour || !path.ok) {
      shaded = true;
      return;
    }
    const rings = flatten(path.segments);
    const region = all['fill-rule'] === 'evenodd' ? normalise(rings) : fromNonZero(rings);
    const alpha = colour.alpha * opacityOf(all['fill-opacity']) * opacityOf(said['opacity']);
    const [r, g, b] = [1, 3, 5].map((i) => Number.parseInt(colour.hex.slice(i, i + 2), 16) / 255);
    // Luminance by the coefficients of linear RGB (Filter Effects, luminanceToAlpha).
    const light = alphaOnly ? 1 : 0.2125 * (r ?? 0) + 0.7154 * (g ?? 0) + 0.0721 * (b ?? 0);
    if (alpha < HIDES) return;
    if (alpha >= SHOWS && light >= SHOWS) shown = union(shown, region);
    else if (alpha >= SHOWS && light <= HIDES) shown = difference(shown, region);
    else shaded = true;
  };
  for (const child of target.children) take(child, units, own, 0);
  if (shaded) return 'shaded';
  // Beyond its own field a mask hides all: a tenth beyond the box, where nothing else is said.
  const box = svgBoxOf(node, size, s);
  const units2 = target.attributes['maskUnits'] ?? 'objectBoundingBox';
  if (!box || units2 !== 'objectBoundingBox') return shown;
  const share = (key: string, usual: number): number => {
    const given = target.attributes[key];
    return given === undefined ? usual : numberOf(given, 1);
  };
  const [x, y, w, h] = [share('x', -0.1), share('y', -0.1), share('width', 1.2), share('height', 1.2)];
  const field = boxRegion({ minX: x, minY: y, maxX: x + w, maxY: y + h });
  return intersection(shown, transformRegion(field, composed(onBox(box), matrix)));
}
const PAINTED = new Set(['fill', 'fill-rule', 'fill-opacity', 'stroke', 'color']);
