import { type DisplayUnits, formatLength, formatSize } from '~/core/base/units';
import type { AroundPart, SewingUp, Size } from '~/core/keep/model';
import { term } from './glossary';
import { counted, listedWords, one, say, type Words } from './table';

/** What is known of the step that sews. */
export interface SewnAt {
  readonly units: DisplayUnits;
  /** What it is of, where there are several; null: the only thing there is, or all blocks. */
  readonly article: string | null;
  readonly fabric: (id: string) => string;
  /** " 4 copies." or nothing. */
  readonly copies: string;
}

/** What strips and panels are called, one and several. */
const PARTS: { readonly [P in AroundPart]: readonly [string, string] } = {
  sashing: ['sashing strip', 'sashing strips'],
  border: ['border strip', 'border strips'],
  binding: ['binding strip', 'binding strips'],
  facing: ['facing strip', 'facing strips'],
  back: ['back panel', 'back panels'],
  sleeve: ['hanging sleeve', 'hanging sleeves'],
};

const size = (s: Size, a: SewnAt): string => formatSize(s.widthMm, s.heightMm, a.units);
const long = (mm: number, a: SewnAt): string => formatLength(mm, a.units);
const it = (a: SewnAt): string => a.article ?? 'it';
/** Why a cut size is what it is. */
function because(d: Extract<SewingUp, { code: 'cut-ground' }>, a: SewnAt): string {
  const more = [
    ...(d.seamMm > 0 ? [`a seam of ${long(d.seamMm, a)}`] : []),
    ...(d.squaringMm > 0 ? [`${long(d.squaringMm, a)} to trim away later`] : []),
  ];
  return more.length === 0 ? '' : ` That is ${size(d.finished, a)} finished, with ${listedWords(more)} all round.`;
}

const TEXTS: Words<SewingUp, [SewnAt]> = {
  'cut-ground': (d, a) =>
    d.shaped
      ? `Cut ${a.article === null ? 'the background' : `the background of ${a.article}`} from ${a.fabric(d.fabricId)}, in its own shape. It fits a rectangle of ${size(d.cut, a)}.${because(d, a)}${a.copies}`
      : `Cut ${a.article === null ? 'the background' : `the background of ${a.article}`} from ${a.fabric(d.fabricId)}, ${size(d.cut, a)}.${because(d, a)}${a.copies}`,
  'cut-panels': (d, a) =>
    `Cut ${counted(d.sizes.length, 'width')} of ${a.fabric(d.fabricId)} for ${a.article === null ? 'the background' : `the background of ${a.article}`}: ${listedWords(d.sizes.map((s) => size(s, a)))}.${a.copies}`,
  'join-panels': (d, a) =>
    `Sew the widths together, right sides facing, with a seam of ${long(d.allowanceMm, a)}. Press it open. Together they measure ${size(d.cut, a)}.${d.shaped ? ' Cut the shape out of that.' : ''}${a.copies}`,
  'square-up': (d, a) =>
    d.shaped
      ? `Trim ${it(a)} to its own shape, seams included. It fits a rectangle of ${size(d.to, a)}. Measure from the middle.${a.copies}`
      : `Trim ${it(a)} to ${size(d.to, a)}, seams included. Measure from the middle, so that the picture stays there.${a.copies}`,
  'cut-around': (d, a) =>
    d.parts
      .map((p) =>
        p.widths > 1
          ? `Cut ${counted(p.count * p.widths, ...PARTS[p.is])} of ${a.fabric(p.fabricId)} across the fabric, ${long(p.wideMm, a)} wide.${p.count > 1 ? ` ${p.widths} of them make one.` : ''}`
          : `Cut ${counted(p.count, ...PARTS[p.is])} of ${a.fabric(p.fabricId)}, ${long(p.wideMm, a)} wide and ${long(p.longMm, a)} long.`,
      )
      .join(' '),
  'join-blocks': (d, a) =>
    `Sew the ${counted(d.blocks, 'block')} together: ${counted(d.rows, 'row')} of ${d.columns}${d.sashed ? ', with sashing between the blocks and between the rows' : ''}.${d.seamMm > 0 ? ` Every seam is ${long(d.seamMm, a)}.` : ''} Press the seams. It then measures ${size(d.to, a)}.`,
  'sew-border': (d, a) =>
    `Sew the border on: first the two sides, then top and bottom.${d.seamMm > 0 ? ` The seam is ${long(d.seamMm, a)}.` : ''} Press the seams outwards. It then measures ${size(d.to, a)}.${a.copies}`,
  'trim-quilt': (d, a) =>
    `Trim ${term('wadding')} and backing level with the top, ${size(d.to, a)}. Keep the corners square.${a.copies}`,
  'sew-sleeve': (d, a) =>
    `Hem the ends of the sleeve and fold it in half lengthwise, ${long(d.deepMm, a)} deep. ${d.caught ? `Baste its raw edges along the top edge of the back, in the middle: the next seam catches them.` : 'Sew its long edges together and turn it. Stitch it to the back by hand, just below the top edge.'} Stitch its fold down by hand, through the back only.${a.copies}`,
  'sew-binding': (d, a) =>
    `Join the binding strips on the slant and fold them in half lengthwise. Sew them around the front edge${seam(d.seamMm, a)}, folding the corners square. Turn them to the back and stitch them down.${a.copies}`,
  'sew-facing': (d, a) =>
    `Sew the facing strips to the front, right sides facing${d.seamMm > 0 ? `, with a seam of ${long(d.seamMm, a)}` : ''}. Clip the corners. Turn them to the back and stitch them down.${a.copies}`,
  'sew-back': (d, a) =>
    d.how === 'envelope'
      ? `Hem one edge of each back panel, ${long(d.hemMm, a)} long. Lay both on the front, right sides facing, the hems over one another in the middle. Sew all around${seam(d.seamMm, a)}. Clip the corners and turn it.${a.copies}`
      : `Lay the back on the front, right sides facing. Sew around${seam(d.seamMm, a)}${d.gapMm > 0 ? `, leaving ${long(d.gapMm, a)} open in the bottom edge` : ''}. Clip the corners and turn it.${d.gapMm > 0 ? ' Close the gap by hand.' : ''}${a.copies}`,
};
const seam = (mm: number, a: SewnAt): string => (mm > 0 ? ` with a seam of ${long(mm, a)}` : '');

/** A step of sewing up, in words. */
export const sewingWords = (d: SewingUp, a: SewnAt): string => say(TEXTS, d, a);

/** What lists call a part, and how many of it. */
export const aroundPartWords = (is: AroundPart, count = 1): string => one(count, ...PARTS[is]);
