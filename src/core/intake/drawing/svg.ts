import {
  type Affine,
  areaMm2,
  type Bounds,
  boundsOf,
  boxRegion,
  composed,
  flatten,
  fromNonZero,
  intersection,
  isTooIntricate,
  type Line,
  type LineEnds,
  type LineJoins,
  normalise,
  openLines,
  parsePath,
  printRegion,
  type Region,
  ringsOf,
  rotation,
  scaling,
  transformPath,
  transformRegion,
  translation,
  USUAL_MITER_LIMIT,
  withoutArcs,
} from '../../base/shape';
import { handedOn, type Style, StyleSheet } from './css';
import { clipOf, maskOf, type Sources, svgBoxOf } from './svg-clip';
import { leadsNowhere, opacityOf, paintOf } from './svg-paint';
import { type FaceFor, setText } from './svg-text';
import { parseTree, Refused, SVG_LIMITS, type SvgNode, targetOf } from './svg-tree';
import {
  basicShape,
  IDENTITY,
  numberOf,
  PX_MM,
  readTransform,
  svgViewOf,
  transformAbout,
  type View,
} from './svg-values';

export { readTransform, SVG_LIMITS };

export interface DrawnShape {
  /** Path data, mm, from the drawing's upper left corner; holes by even-odd. */
  readonly outline: string;
  /** #rrggbb */
  readonly fill: string;
  /** Its id or title in the file, or empty. */
  readonly label: string;
  /** How large it is across, of a full round; null: it is none. */
  readonly roundMm: number | null;
}

/** A line with a stroke and no cloth of its own. */
export interface DrawnLine {
  /** Path data, mm; open or closed, as drawn. */
  readonly path: string;
  readonly widthMm: number;
  readonly ends: LineEnds;
  readonly joins: LineJoins;
  readonly miterLimit: number;
  /** What of the page shows of it, path data; null: all of it. */
  readonly within: string | null;
  /** #rrggbb */
  readonly colour: string;
  readonly label: string;
  /** How many shapes of the drawing lie beneath it. */
  readonly over: number;
}

export interface LeftOut {
  readonly code:
    | 'text'
    | 'text-set'
    | 'letter'
    | 'dash'
    | 'image'
    | 'script'
    | 'gradient'
    | 'effect'
    | 'empty'
    | 'style'
    | 'broken'
    | 'link';
  readonly count: number;
  readonly text: string;
}

export interface Drawing {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly shapes: readonly DrawnShape[];
  readonly lines: readonly DrawnLine[];
  readonly leftOut: readonly LeftOut[];
}

export type SvgResult = { ok: true; drawing: Drawing } | { ok: false; message: string };

const WHY: Readonly<Record<LeftOut['code'], (n: number) => string>> = {
  text: (n) =>
    `${n === 1 ? 'One text' : `${n} texts`} could not be set here and ${n === 1 ? 'was' : 'were'} left out. Turn text into paths in the drawing program, or set it here as lettering.`,
  'text-set': (n) =>
    `${n === 1 ? 'One text was' : `${n} texts were`} set in a face that is here, since ${n === 1 ? 'its' : 'their'} own is not. Look at the letters, or bring the font file in as lettering first.`,
  letter: (n) =>
    `${n === 1 ? 'One character of the text is' : `${n} characters of the text are`} in no face that is here, and ${n === 1 ? 'was' : 'were'} left out.`,
  dash: (n) => `${n === 1 ? 'One broken line' : `${n} broken lines`} came as whole lines.`,
  image: (n) =>
    `${n === 1 ? 'One picture' : `${n} pictures`} inside the drawing: bring the picture in as a scan instead.`,
  script: (n) =>
    `${n === 1 ? 'One script or foreign part was' : `${n} scripts or foreign parts were`} ignored and not run.`,
  gradient: (n) =>
    `${n === 1 ? 'One fill is' : `${n} fills are`} a gradient or pattern: gradients came in their mean colour, patterns in grey. Choose a fabric.`,
  effect: (n) =>
    `${n === 1 ? 'One mask or filter is' : `${n} masks or filters are`} more than plain shapes and ${n === 1 ? 'was' : 'were'} ignored: what it hides is shown.`,
  empty: (n) => `${n === 1 ? 'One shape encloses' : `${n} shapes enclose`} nothing.`,
  style: (n) => `${n === 1 ? 'One style rule was' : `${n} style rules were`} too clever to follow: check the fills.`,
  broken: (n) => `${n === 1 ? 'One shape has' : `${n} shapes have`} broken path data.`,
  link: (n) => `${n === 1 ? 'One reference leads' : `${n} references lead`} nowhere, out of the file, or in circles.`,
};

interface Context {
  /** From the user units here to those that are read in. */
  readonly matrix: Affine;
  readonly style: Style;
  readonly clip: Region | null;
  /** Of everything it lies in. */
  readonly opacity: number;
  /** What percentages are of. */
  readonly view: View;
  readonly useDepth: number;
  /** The size that a reference gives to the symbol or drawing that it shows. */
  readonly given: Style | null;
}

const CONTAINERS = new Set(['g', 'a']);
const NOT_DRAWN = new Set([
  'defs',
  'style',
  'title',
  'desc',
  'metadata',
  'clipPath',
  'linearGradient',
  'radialGradient',
  'pattern',
  'marker',
  'mask',
  'filter',
  'symbol',
  'animate',
  'set',
  'animateTransform',
  'animateMotion',
  'view',
]);
const DANGEROUS = new Set(['script', 'foreignObject', 'iframe', 'audio', 'video']);

interface Reading extends Sources {
  /** null: there is no face to set text in. */
  readonly faceFor: FaceFor | null;
  readonly shapes: DrawnShape[];
  readonly lines: DrawnLine[];
  readonly leave: (code: LeftOut['code']) => void;
  points: number;
}

const both = (a: Region | null, b: Region | null): Region | null => (a && b ? intersection(a, b) : (a ?? b));

/** What an element may show of itself: its clip and its mask, where they are shapes. */
function cutBy(node: SvgNode, own: Style, matrix: Affine, { view, clip }: Context, r: Reading): Region | null {
  let seen = clip;
  const clipped = clipOf(node, own, matrix, view, r);
  if (clipped === 'missing') r.leave('link');
  else seen = both(seen, clipped);
  const masked = maskOf(node, own, matrix, view, r);
  if (masked === 'missing') r.leave('link');
  else if (masked === 'shaded') r.leave('effect');
  else seen = both(seen, masked);
  if (own['filter'] && own['filter'] !== 'none') r.leave('effect');
  return seen;
}

/** A language that the drawing is for, where it asks: ours. */
const LANGUAGE = /^en\b/i;
/** The one of a switch that is shown: the first that asks for nothing we lack (SVG 2, section 5.10). */
const chosenOf = (node: SvgNode): SvgNode | undefined =>
  node.children.find((c) => {
    const { systemLanguage, requiredExtensions } = c.attributes;
    const speaks = systemLanguage?.split(',').some((l) => LANGUAGE.test(l.trim())) ?? true;
    return speaks && !requiredExtensions && !DANGEROUS.has(c.tag);
  });

/** The view of a drawing or a symbol within the drawing, at the size it is given. */
function innerView(node: SvgNode, own: Style, { view, given }: Context): { readonly view: View; readonly at: Affine } {
  const said = (key: 'width' | 'height'): string => given?.[key] ?? own[key] ?? '100%';
  const whole = (text: string): string => (text === 'auto' ? '100%' : text);
  const width = numberOf(whole(said('width')), view.width);
  const height = numberOf(whole(said('height')), view.height);
  const isSymbol = node.tag === 'symbol';
  const at = isSymbol ? IDENTITY : translation(numberOf(own['x'], view.width), numberOf(own['y'], view.height));
  return { view: svgViewOf({ ...node, attributes: own }, { width, height }), at };
}

const cutTo = (bounds: Bounds | null, matrix: Affine): Region | null =>
  bounds && transformRegion(boxRegion(bounds), matrix);

/** The transform of an element: about the origin it names, of the view or of its own box. */
function movedBy(node: SvgNode, own: Style, { view }: Context, r: Reading): Affine {
  if (own['transform-origin'] === undefined || own['transform'] === undefined) return readTransform(own['transform']);
  const of = own['transform-box'] ?? 'view-box';
  const box =
    of === 'view-box'
      ? { minX: view.minX, minY: view.minY, maxX: view.minX + view.width, maxY: view.minY + view.height }
      : svgBoxOf(node, view, r);
  return transformAbout(own['transform'], own['transform-origin'], box ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 });
}

function walk(node: SvgNode, context: Context, r: Reading): void {
  r.tick();
  const { tag } = node;
  if (DANGEROUS.has(tag)) {
    r.leave('script');
    return;
  }
  if (NOT_DRAWN.has(tag) && !(tag === 'symbol' && context.useDepth > 0)) return;
  const own = r.sheet.styleOf(node);
  if (own['display'] === 'none') return;
  const opacity = context.opacity * opacityOf(own['opacity']);
  const style = handedOn(context.style, own);
  const matrix = composed(movedBy(node, own, context, r), context.matrix);
  const inner: Context = {
    ...context,
    style,
    matrix,
    opacity,
    clip: cutBy(node, own, matrix, context, r),
    given: null,
  };

  if (tag === 'use') {
    const target = targetOf(own['href'], r.byId);
    if (!target || context.useDepth >= SVG_LIMITS.useDepth) {
      r.leave('link');
      return;
    }
    const at = translation(numberOf(own['x'], context.view.width), numberOf(own['y'], context.view.height));
    walk(target, { ...inner, matrix: composed(at, matrix), useDepth: context.useDepth + 1, given: own }, r);
    return;
  }
  if (tag === 'svg' || tag === 'symbol') {
    const { view, at } = innerView(node, own, context);
    const placed = composed(view.matrix, composed(at, matrix));
    const clip = both(inner.clip, cutTo(view.cut, placed));
    for (const child of node.children) walk(child, { ...inner, view, matrix: placed, clip }, r);
    return;
  }
  if (tag === 'switch') {
    const chosen = chosenOf(node);
    if (chosen) walk(chosen, inner, r);
    return;
  }
  if (CONTAINERS.has(tag)) {
    for (const child of node.children) walk(child, inner, r);
    return;
  }
  if (tag === 'text') {
    keepText(node, context, { ...inner, style }, r);
    return;
  }
  if (tag === 'image') {
    r.leave('image');
    return;
  }
  const data = basicShape(node, own, context.view);
  if (data === null || /hidden|collapse/.test(style['visibility'] ?? '')) return;
  keepShape(node, data, { ...inner, style: { ...style, ...geometryOf(own) } }, r);
}

/** How finely a path that text runs along is walked, a share of the view: a letter on a half round then stands within a quarter of a degree. */
const TEXT_PATH_SHARE = 1e-6;

/** The lines that a `textPath` runs along, in the user units of its text; null when there are none, which is told. */
function linesBeneath(node: SvgNode, context: Context, r: Reading): Line[] | null {
  const { view } = context;
  const target = targetOf(r.sheet.styleOf(node)['href'], r.byId);
  const own = target && r.sheet.styleOf(target);
  const data = own ? basicShape(target, own, view) : null;
  const parsed = data === null ? null : parsePath(data);
  if (!own || data === null || !parsed?.ok) {
    r.leave('link');
    return null;
  }
  if (isTooIntricate(parsed.segments)) {
    r.leave('broken');
    return null;
  }
  // Of all transforms round the path only its own counts (SVG 2, 11.8.2).
  const moved = transformPath(withoutArcs(data), movedBy(target, own, context, r));
  const lines = openLines(moved, Math.hypot(view.width, view.height) * TEXT_PATH_SHARE);
  countPoints(lines, r);
  return lines;
}

/** A text: each letter a shape of its own. */
function keepText(node: SvgNode, outer: Context, context: Context, r: Reading): void {
  if (!r.faceFor || node.children.some((c) => c.tag === 'tref')) {
    r.leave('text');
    return;
  }
  const set = setText(node, outer.style, {
    styleOf: (n) => r.sheet.styleOf(n),
    linesFor: (n) => linesBeneath(n, context, r),
    view: context.view,
    faceFor: r.faceFor,
  });
  if (set.letters.length > 0 && !set.asAsked) r.leave('text-set');
  for (let i = 0; i < set.missing.length; i++) r.leave('letter');
  for (const l of set.letters) {
    r.tick();
    if (/hidden|collapse/.test(l.style['visibility'] ?? '')) continue;
    const at = composed(composed(scaling(l.scale), rotation(l.turnDeg)), translation(l.x, l.y));
    const letter: SvgNode = { ...node, tag: 'path', attributes: { id: `Letter ${l.char}` }, children: [] };
    keepShape(letter, transformPath(l.outline, at), { ...context, style: { ...l.style, 'fill-rule': 'evenodd' } }, r);
  }
}

/** What of an element's own style its size is told by. */
const geometryOf = (own: Style): Style =>
  Object.fromEntries(['r', 'rx', 'ry'].flatMap((k) => (own[k] === undefined ? [] : [[k, own[k]]])));

/** Two areas that differ by less than this share are the same shape; then the curves are kept instead of flattened rings. */
const SAME_SHARE = 1e-4;
const SMALLEST_MM2 = 0.05;

function keepShape(node: SvgNode, data: string, context: Context, r: Reading): void {
  const { matrix, style, clip, opacity } = context;
  const fill = node.tag === 'line' ? null : paintOf('fill', style, opacity, r.byId, r.sheet);
  const stroke = paintOf('stroke', style, opacity, r.byId, r.sheet);
  for (const said of [style['fill'], style['stroke']])
    if (said !== undefined && leadsNowhere(said, r.byId)) r.leave('link');
  // Painted by nothing, it is seen by nobody and no piece.
  if (!fill && !stroke) return;
  if (data.trim() === '') {
    r.leave('empty');
    return;
  }
  if (!parsePath(data).ok) {
    r.leave('broken');
    return;
  }
  const curves = withoutArcs(data);
  if (fill) keepFill(node, curves, { ...fill, lined: stroke !== null }, context, r);
  if (stroke) keepLine(node, transformPath(curves, matrix), matrix, { style, clip }, stroke.hex, context.view, r);
}

/** Counts what was drawn out. @throws Refused when it has become too much */
function countPoints(lines: readonly Line[], r: Reading): void {
  r.points += lines.reduce((n, line) => n + line.length, 0);
  if (r.points > SVG_LIMITS.points)
    throw new Refused(
      'This drawing has far more points than scissors could follow. Simplify its paths in the drawing program.',
    );
}

function keepFill(
  node: SvgNode,
  data: string,
  fill: { readonly hex: string; readonly mixed: boolean; readonly lined: boolean },
  { matrix, style, clip, view }: Context,
  r: Reading,
): void {
  const moved = transformPath(data, matrix);
  const parsed = parsePath(moved);
  if (!parsed.ok) {
    r.leave('broken');
    return;
  }
  const raw = flatten(parsed.segments);
  countPoints(raw, r);
  const filled = style['fill-rule'] === 'evenodd' ? normalise(raw) : fromNonZero(raw);
  const visible = clip ? intersection(filled, clip) : filled;
  const area = areaMm2(visible);
  if (area < SMALLEST_MM2) {
    // What a clip cuts away was never to be seen; what has a line round it is there as that.
    if (areaMm2(filled) < SMALLEST_MM2 && !fill.lined) r.leave('empty');
    return;
  }
  const asDrawn =
    Math.abs(area - areaMm2(normalise(raw))) <= SAME_SHARE * area && raw.length === ringsOf(visible).length;
  if (fill.mixed) r.leave('gradient');
  r.shapes.push({
    outline: asDrawn ? closed(moved) : printRegion(visible),
    fill: fill.hex,
    label: labelOf(node),
    roundMm: asDrawn ? roundOf(node, style, matrix, view) : null,
  });
}

const labelOf = (node: SvgNode): string => {
  const title = node.children.find((c) => c.tag === 'title')?.text.trim();
  return (title || (node.attributes['id'] ?? '')).slice(0, 80);
};

/** How much a matrix enlarges, in the mean of both ways. */
const growth = (m: Affine): number => Math.sqrt(Math.abs(m.a * m.d - m.b * m.c));
/** A round that is drawn out less than this either way is one. */
const ROUND_SHARE = 0.02;

/** How large a full round is across, in the units that are read in; null for anything else. */
function roundOf({ tag }: SvgNode, a: Style, matrix: Affine, { width, height }: View): number | null {
  const diagonal = Math.hypot(width, height) / Math.SQRT2;
  const rx = tag === 'circle' ? numberOf(a['r'], diagonal) : tag === 'ellipse' ? numberOf(a['rx'], width) : 0;
  const ry = tag === 'circle' ? rx : tag === 'ellipse' ? numberOf(a['ry'], height) : 0;
  const across = 2 * rx * Math.hypot(matrix.a, matrix.b);
  const down = 2 * ry * Math.hypot(matrix.c, matrix.d);
  return across > 0 && Math.abs(across - down) <= ROUND_SHARE * across ? across : null;
}

const endsOf = (said: string | undefined): LineEnds => (said === 'round' || said === 'square' ? said : 'butt');
const joinsOf = (said: string | undefined): LineJoins => (said === 'round' || said === 'bevel' ? said : 'miter');

/** A stroke, of a line or round a shape: kept as a line, with the width it is drawn in. */
function keepLine(
  node: SvgNode,
  path: string,
  matrix: Affine,
  { style, clip }: Pick<Context, 'style' | 'clip'>,
  colour: string,
  view: View,
  r: Reading,
): void {
  const diagonal = Math.hypot(view.width, view.height) / Math.SQRT2;
  const scales = style['vector-effect'] === 'non-scaling-stroke' ? 1 : growth(matrix);
  const widthMm = numberOf(style['stroke-width'] ?? '1', diagonal) * scales;
  if (widthMm <= 0) return;
  if (/[1-9]/.test(style['stroke-dasharray'] ?? '')) r.leave('dash');
  const parsed = parsePath(path);
  if (!parsed.ok || isTooIntricate(parsed.segments)) {
    r.leave('broken');
    return;
  }
  // What is clipped away all along was never to be seen.
  if (clip && !touches(path, widthMm, clip)) return;
  const isCut = clip !== null && !liesWithin(path, widthMm, clip);
  r.points += parsed.segments.length;
  r.lines.push({
    path,
    widthMm,
    ends: endsOf(style['stroke-linecap']),
    joins: joinsOf(style['stroke-linejoin']),
    miterLimit: Math.max(1, numberOf(style['stroke-miterlimit'] ?? String(USUAL_MITER_LIMIT))),
    colour,
    label: labelOf(node),
    over: r.shapes.length,
    within: isCut ? printRegion(clip) : null,
  });
}

/** Whether a line comes near what a clip leaves, by their boxes. */
function touches(path: string, widthMm: number, clip: Region): boolean {
  if (clip.length === 0) return false;
  const a = boundsOf(openLines(path, 0.5));
  const b = boundsOf(clip);
  const w = widthMm / 2;
  return a.minX - w < b.maxX && a.maxX + w > b.minX && a.minY - w < b.maxY && a.maxY + w > b.minY;
}

/** What fills this much of its own box is a box. */
const BOX_SHARE = 0.9999;

/** Whether a line with its width lies in a clip that is a plain box, as that of a page is; of any other clip it is not known. */
function liesWithin(path: string, widthMm: number, clip: Region): boolean {
  const a = boundsOf(openLines(path, 0.5));
  const b = boundsOf(clip);
  if (areaMm2(clip) < BOX_SHARE * (b.maxX - b.minX) * (b.maxY - b.minY)) return false;
  // A pointed corner reaches further than half the width.
  const w = (widthMm / 2) * USUAL_MITER_LIMIT;
  return a.minX - w >= b.minX && a.maxX + w <= b.maxX && a.minY - w >= b.minY && a.maxY + w <= b.maxY;
}

const closed = (outline: string): string => (/z\s*$/i.test(outline) ? outline : `${outline}Z`);

/**
 * Reads an SVG drawing: every filled region becomes a shape, in document order, in millimetres. Nothing in it is run or fetched.
 * @param onProgress called now and then with the share done, 0 … 1
 * @param faceFor gives the faces that text is set in; without it text is left out, and told
 * @returns the shapes with what was left out and why, or why the file cannot be used. Never throws.
 */
export function readSvg(
  text: string,
  onProgress: (share: number) => void = () => undefined,
  faceFor: FaceFor | null = null,
): SvgResult {
  try {
    if (text.length > SVG_LIMITS.chars)
      throw new Refused('This drawing is larger than 12 million characters. Simplify it, or bring in a part of it.');
    const root = parseTree(text);
    const byId = new Map<string, SvgNode>();
    const sheet = new StyleSheet();
    let total = 0;
    const index = (n: SvgNode): void => {
      total += 1;
      const { id } = n.attributes;
      if (id && !byId.has(id)) byId.set(id, n);
      if (n.tag === 'style' && !/(print|speech)/.test(n.attributes['media'] ?? '')) sheet.add(n.text);
      for (const c of n.children) index(c);
    };
    index(root);
    if (unfoldedTo(root, byId) > MOST_TICKS * SVG_LIMITS.elements) throw new Refused(TOO_MANY_COPIES);
    const counts = new Map<LeftOut['code'], number>();
    let ticks = 0;
    const reading: Reading = {
      faceFor,
      sheet,
      byId,
      shapes: [],
      lines: [],
      points: 0,
      leave: (code) => counts.set(code, (counts.get(code) ?? 0) + 1),
      tick: () => {
        ticks += 1;
        // `use` may copy a part again and again: what it unfolds to is counted, not what stands in the file.
        if (ticks > MOST_TICKS * SVG_LIMITS.elements) throw new Refused(TOO_MANY_COPIES);
        if (ticks % 50 === 0) onProgress(Math.min(1, ticks / total));
      },
    };
    const own = sheet.styleOf(root);
    const px = (key: 'width' | 'height', at: 2 | 3, usual: number): number => {
      const given = own[key];
      const [from] = [Number((own['viewBox'] ?? '').trim().split(/[\s,]+/)[at])];
      return given === undefined || given.includes('%') || given === 'auto'
        ? from > 0
          ? from
          : usual
        : numberOf(given);
    };
    const widthPx = px('width', 2, 300);
    const heightPx = px('height', 3, 150);
    const view = svgViewOf({ ...root, attributes: own }, { width: widthPx, height: heightPx });
    // A small drawing is read large, and made small again: it may be enlarged forty times, and is to be round then.
    const enlarged = Math.max(1, READ_MM / Math.max(1e-6, Math.max(widthPx, heightPx) * PX_MM));
    const matrix = composed(view.matrix, scaling(PX_MM * enlarged));
    const context: Context = {
      matrix,
      style: handedOn({}, own),
      clip: cutTo(view.cut, matrix),
      opacity: opacityOf(own['opacity']),
      view,
      useDepth: 0,
      given: null,
    };
    if (own['display'] !== 'none') for (const child of root.children) walk(child, context, reading);
    for (let i = 0; i < sheet.skipped.length; i++) reading.leave('style');
    onProgress(1);
    const leftOut = [...counts].map(([code, count]) => ({ code, count, text: WHY[code](count) }));
    if (reading.shapes.length + reading.lines.length === 0) {
      const why = leftOut.map((l) => l.text).join(' ');
      return { ok: false, message: `There is no filled shape and no line in this drawing. ${why}`.trim() };
    }
    return {
      ok: true,
      drawing: {
        widthMm: widthPx * PX_MM,
        heightMm: heightPx * PX_MM,
        ...smaller(reading, enlarged),
        leftOut,
      },
    };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, message: error.message };
    return {
      ok: false,
      message: 'This drawing could not be read. Save it again as plain SVG from the drawing program.',
    };
  }
}

const TOO_MANY_COPIES =
  'This drawing unfolds into too many copies of its own parts. Unlink the copies in the drawing program.';

/** How many elements a drawing has once every `use` stands for what it copies, without unfolding any; circles are left out. */
function unfoldedTo(root: SvgNode, byId: ReadonlyMap<string, SvgNode>): number {
  /** What lies ready is drawn only where it is copied, so it is counted by itself. */
  const known = { drawn: new Map<SvgNode, number>(), copied: new Map<SvgNode, number>() };
  const count = (n: SvgNode, as: 'drawn' | 'copied'): number => {
    const before = known[as].get(n);
    if (before !== undefined) return before;
    known[as].set(n, 0);
    const liesReady = n.tag === 'defs' || (n.tag === 'symbol' && as === 'drawn');
    const copied = n.tag === 'use' ? targetOf(n.attributes['href'], byId) : undefined;
    const inside = liesReady ? 0 : n.children.reduce((sum, c) => sum + count(c, 'drawn'), 0);
    const all = 1 + inside + (copied ? count(copied, 'copied') : 0);
    known[as].set(n, all);
    return all;
  };
  return count(root, 'drawn');
}

/** Drawings smaller than this are read as large as this, mm. */
const READ_MM = 500;
/** Clips and masks are walked as well as what is drawn. */
const MOST_TICKS = 4;

/** What was read enlarged, in its own size. */
function smaller(
  { shapes, lines }: Pick<Drawing, 'shapes' | 'lines'>,
  enlarged: number,
): Pick<Drawing, 'shapes' | 'lines'> {
  if (enlarged === 1) return { shapes, lines };
  const m = scaling(1 / enlarged);
  return {
    shapes: shapes.map((s) => ({
      ...s,
      outline: transformPath(s.outline, m),
      roundMm: s.roundMm === null ? null : s.roundMm / enlarged,
    })),
    lines: lines.map((l) => ({
      ...l,
      path: transformPath(l.path, m),
      widthMm: l.widthMm / enlarged,
      within: l.within === null ? null : transformPath(l.within, m),
    })),
  };
}

/** The box of all shapes of a drawing, mm; the size that is fitted on arrival. */
export const drawingBounds = (drawing: Drawing) =>
  boundsOf(
    [...drawing.shapes.map((s) => s.outline), ...drawing.lines.map((l) => l.path)].flatMap((d) => openLines(d, 0.5)),
  );
