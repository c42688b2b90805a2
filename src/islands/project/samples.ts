import fontUrl from '@fontsource/young-serif/files/young-serif-latin-400-normal.woff?url';
import { nth } from '~/core/base/lists';
import { areaMm2, boundsOf, difference, mirrorAt, regionOf, transformRegion } from '~/core/base/shape';
import { type Plan, type Project, viewOf } from '~/core/keep/model';

// Files of ours to try where one is asked for: drawn from the demo's and the open project's own shapes, nothing fetched but our own font.

/** The demo's teapot: the pieces of the first side of its cosy. */
async function teapot() {
  const { DEMO } = await import('~/demo');
  const project = DEMO['lemon-pot']();
  const view = viewOf(project, nth(project.articles, 0).id);
  const colours = new Map(project.fabrics.map((f) => [f.id, f.colour]));
  return {
    widthMm: view.ground.widthMm,
    heightMm: view.ground.heightMm,
    shapes: view.pieces.map((p) => ({
      d: p.outline,
      fill: p.fabricId === 'lemon-cloth' ? '#f2d02c' : (colours.get(p.fabricId) ?? '#888888'),
      ...p.at,
    })),
  };
}

/** A drawing: the teapot in plain SVG. */
export async function sampleDrawing(): Promise<File> {
  const { widthMm, heightMm, shapes } = await teapot();
  const paths = shapes.map(
    (s) =>
      `<path transform="translate(${s.xMm} ${s.yMm}) rotate(${s.rotateDeg})" fill="${s.fill}" fill-rule="evenodd" d="${s.d}"/>`,
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}">${paths.join('')}</svg>`;
  return new File([svg], 'teapot.svg', { type: 'image/svg+xml' });
}

const asPng = (canvas: HTMLCanvasElement, name: string): Promise<File> =>
  new Promise((done, failed) =>
    canvas.toBlob(
      (blob) => (blob ? done(new File([blob], name, { type: 'image/png' })) : failed(new Error('no picture'))),
      'image/png',
    ),
  );

const PAPER = '#f4f1e8';
const INK = '#20242c';
const PX_PER_MM = 4;
const INK_MM = 0.9;

function paper(widthMm: number, heightMm: number): { canvas: HTMLCanvasElement; pen: CanvasRenderingContext2D } {
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(widthMm * PX_PER_MM);
  canvas.height = Math.round(heightMm * PX_PER_MM);
  const pen = canvas.getContext('2d');
  if (!pen) throw new Error('This browser gives no canvas to draw on.');
  pen.fillStyle = PAPER;
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.scale(PX_PER_MM, PX_PER_MM);
  pen.strokeStyle = INK;
  pen.lineWidth = INK_MM;
  pen.lineJoin = 'round';
  return { canvas, pen };
}

/** A scan: the teapot drawn in ink, with a rule of 200 mm beneath where the two points stand at first. */
export async function sampleScan(): Promise<File> {
  const { widthMm, heightMm, shapes } = await teapot();
  const { canvas, pen } = paper(widthMm, heightMm);
  for (const s of shapes) {
    pen.save();
    pen.translate(s.xMm, s.yMm);
    pen.rotate((s.rotateDeg * Math.PI) / 180);
    const path = new Path2D(s.d);
    pen.fillStyle = PAPER;
    pen.fill(path, 'evenodd');
    pen.stroke(path);
    pen.restore();
  }
  const left = widthMm * 0.2;
  const y = heightMm * 0.9;
  for (let mm = 0; mm <= 200; mm += 10) {
    pen.beginPath();
    pen.moveTo(left + mm, y);
    pen.lineTo(left + mm, y - (mm % 50 === 0 ? 6 : 3));
    pen.stroke();
  }
  return asPng(canvas, 'teapot-in-ink.png');
}

/** How much of a sheet the sample of a traced one shows, and how many shapes are drawn on it. */
export const SAMPLE_SHEET_MM = 210;
const ON_SHEET = 4;
const GAP_MM = 8;

/** How much of a shape its mirror image misses, as a share of it. */
function twistOf(outline: string): number {
  const region = regionOf(outline);
  const b = boundsOf(region);
  return areaMm2(difference(region, transformRegion(region, mirrorAt((b.minX + b.maxX) / 2)))) / areaMm2(region);
}

/** A traced sheet of this very project: its largest shapes as they should be drawn, but for one that is the wrong way round. */
export function sampleSheet(project: Project, plan: Plan): Promise<File> {
  const boxes = plan.tracings
    .map((t) => ({ t, b: boundsOf(regionOf(t.outline)), twist: t.code === 'no-care' ? 0 : twistOf(t.outline) }))
    .filter(({ b }) => b.maxX - b.minX < SAMPLE_SHEET_MM - 2 * GAP_MM)
    .sort((a, b) => (b.b.maxX - b.b.minX) * (b.b.maxY - b.b.minY) - (a.b.maxX - a.b.minX) * (a.b.maxY - a.b.minY))
    .slice(0, ON_SHEET);
  const high = boxes.reduce((sum, { b }) => sum + b.maxY - b.minY + GAP_MM, GAP_MM);
  const { canvas, pen } = paper(SAMPLE_SHEET_MM, Math.max(high, SAMPLE_SHEET_MM / 2));
  // The one whose wrong way round is seen best.
  const most = Math.max(...boxes.map((x) => x.twist));
  const wrong = boxes.findIndex((x) => x.twist > 0 && x.twist === most);
  let y = GAP_MM;
  boxes.forEach(({ t, b }, i) => {
    pen.save();
    pen.translate(GAP_MM, y - b.minY);
    if (i === wrong) {
      pen.translate(b.maxX, 0);
      pen.scale(-1, 1);
    } else pen.translate(-b.minX, 0);
    pen.stroke(new Path2D(t.outline));
    pen.restore();
    y += b.maxY - b.minY + GAP_MM;
  });
  return asPng(canvas, `${project.name.slice(0, 40) || 'sheet'} traced.png`);
}

/** A font file: the face this application writes its titles in. */
export async function sampleFont(): Promise<File> {
  const answer = await fetch(fontUrl);
  return new File([await answer.arrayBuffer()], 'young-serif.woff', { type: 'font/woff' });
}
