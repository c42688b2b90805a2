import { XMLParser, XMLValidator } from 'fast-xml-parser';
import {
  type Affine,
  areaMm2,
  boundsOf,
  composed,
  flatten,
  fromNonZero,
  intersection,
  isTooIntricate,
  normalise,
  openLines,
  parsePath,
  printRegion,
  type Region,
  ringsOf,
  scaling,
  transformPath,
  translation,
  union,
} from '../shape';
import { hexOf, type Style, StyleSheet } from './css';

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
  readonly ends: 'round' | 'butt';
  /** #rrggbb */
  readonly colour: string;
  readonly label: string;
  /** How many shapes of the drawing lie beneath it. */
  readonly over: number;
}

export interface LeftOut {
  readonly code: 'text' | 'image' | 'script' | 'gradient' | 'effect' | 'empty' | 'style' | 'broken' | 'link';
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

/** A file may hold this much; beyond, it is a bomb or not meant for scissors. */
export const SVG_LIMITS = { chars: 12_000_000, elements: 20_000, depth: 40, useDepth: 8, points: 2_000_000 } as const;

const WHY: Readonly<Record<LeftOut['code'], (n: number) => string>> = {
  text: (n) =>
    `${n === 1 ? 'One text is' : `${n} texts are`} still text. Turn text into paths in the drawing program, or set it here as lettering.`,
  image: (n) =>
    `${n === 1 ? 'One picture' : `${n} pictures`} inside the drawing: bring the picture in as a scan instead.`,
  script: (n) =>
    `${n === 1 ? 'One script or foreign part was' : `${n} scripts or foreign parts were`} ignored and not run.`,
  gradient: (n) =>
    `${n === 1 ? 'One fill is' : `${n} fills are`} a gradient or pattern: they came in grey, choose a fabric.`,
  effect: (n) =>
    `${n === 1 ? 'One mask or filter was' : `${n} masks or filters were`} ignored: what it hides is shown.`,
  empty: (n) => `${n === 1 ? 'One shape encloses' : `${n} shapes enclose`} nothing.`,
  style: (n) => `${n === 1 ? 'One style rule was' : `${n} style rules were`} too clever to follow: check the fills.`,
  broken: (n) => `${n === 1 ? 'One shape has' : `${n} shapes have`} broken path data.`,
  link: (n) => `${n === 1 ? 'One reference leads' : `${n} references lead`} nowhere, out of the file, or in circles.`,
};

interface Node {
  readonly tag: string;
  readonly attributes: Style;
  readonly children: readonly Node[];
  readonly text: string;
}

/** Millimetres in CSS units; 1 px = 1/96 in (CSS Values and Units, absolute lengths). */
const PX_MM = 25.4 / 96;
const UNIT_MM: Readonly<Record<string, number>> = {
  '': PX_MM,
  px: PX_MM,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  in: 25.4,
  cm: 10,
  mm: 1,
  q: 0.25,
};

const numberOf = (text: string | undefined, whole = 0): number => {
  if (text === undefined) return 0;
  const match = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*(%|[a-z]*)\s*$/i.exec(text);
  if (!match) return 0;
  const value = Number(match[1]);
  const unit = (match[2] ?? '').toLowerCase();
  return unit === '%' ? (value / 100) * whole : value * ((UNIT_MM[unit] ?? PX_MM) / PX_MM);
};
const numbers = (text: string): number[] => (text.match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []).map(Number);

const IDENTITY: Affine = scaling(1);

/** SVG 2, chapter 8: a list of transform functions, the first outermost. */
export function readTransform(text: string | undefined): Affine {
  let m = IDENTITY;
  for (const [, name, inside = ''] of (text ?? '').matchAll(/(\w+)\s*\(([^)]*)\)/g)) {
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = numbers(inside);
    const given = numbers(inside).length;
    const rad = (a * Math.PI) / 180;
    let t: Affine = IDENTITY;
    if (name === 'matrix') t = { a, b, c, d, e, f };
    else if (name === 'translate') t = translation(a, b);
    else if (name === 'scale') t = scaling(a, given > 1 ? b : a);
    else if (name === 'rotate') {
      const turn: Affine = { a: Math.cos(rad), b: Math.sin(rad), c: -Math.sin(rad), d: Math.cos(rad), e: 0, f: 0 };
      t = given > 2 ? composed(composed(translation(-b, -c), turn), translation(b, c)) : turn;
    } else if (name === 'skewX') t = { ...IDENTITY, c: Math.tan(rad) };
    else if (name === 'skewY') t = { ...IDENTITY, b: Math.tan(rad) };
    m = composed(t, m);
  }
  return m;
}

/** Path data of a basic shape by its own attributes (SVG 2, chapter 10); null for anything else. */
function basicShape({ tag, attributes: a }: Node, width: number, height: number): string | null {
  const diagonal = Math.hypot(width, height) / Math.SQRT2;
  const x = (k: string): number => numberOf(a[k], width);
  const y = (k: string): number => numberOf(a[k], height);
  const oval = (cx: number, cy: number, rx: number, ry: number): string =>
    rx > 0 && ry > 0 ? `M${cx - rx} ${cy}A${rx} ${ry} 0 1 1 ${cx + rx} ${cy}A${rx} ${ry} 0 1 1 ${cx - rx} ${cy}Z` : '';
  switch (tag) {
    case 'path':
      return a['d'] ?? '';
    case 'rect': {
      const [w, h] = [x('width'), y('height')];
      if (w <= 0 || h <= 0) return '';
      const rx = Math.min(w / 2, a['rx'] === undefined ? y('ry') : x('rx'));
      const ry = Math.min(h / 2, a['ry'] === undefined ? x('rx') : y('ry'));
      const [l, t] = [x('x'), y('y')];
      if (rx <= 0 || ry <= 0) return `M${l} ${t}h${w}v${h}h${-w}Z`;
      return `M${l + rx} ${t}h${w - 2 * rx}a${rx} ${ry} 0 0 1 ${rx} ${ry}v${h - 2 * ry}a${rx} ${ry} 0 0 1 ${-rx} ${ry}h${2 * rx - w}a${rx} ${ry} 0 0 1 ${-rx} ${-ry}v${2 * ry - h}a${rx} ${ry} 0 0 1 ${rx} ${-ry}Z`;
    }
    case 'circle':
      return oval(x('cx'), y('cy'), numberOf(a['r'], diagonal), numberOf(a['r'], diagonal));
    case 'ellipse':
      return oval(x('cx'), y('cy'), x('rx'), y('ry'));
    case 'polygon':
    case 'polyline': {
      const p = numbers(a['points'] ?? '');
      const closing = tag === 'polygon' ? 'Z' : '';
      return p.length < 4 ? '' : `M${p.slice(0, p.length - (p.length % 2)).join(' ')}${closing}`;
    }
    case 'line':
      return `M${x('x1')} ${y('y1')}L${x('x2')} ${y('y2')}`;
    default:
      return null;
  }
}

interface Context {
  readonly matrix: Affine;
  readonly style: Style;
  readonly clip: Region | null;
  readonly useDepth: number;
}

const INHERITED = [
  'fill',
  'fill-rule',
  'clip-rule',
  'stroke',
  'stroke-width',
  'stroke-linecap',
  'visibility',
  'color',
] as const;
const CONTAINERS = new Set(['svg', 'g', 'a', 'switch', 'symbol']);
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

/** Thrown inside to stop at once; never leaves this file. */
class Refused extends Error {}

function parseTree(text: string): Node {
  const valid = XMLValidator.validate(text, { allowBooleanAttributes: true });
  if (valid !== true)
    throw new Refused(
      `This is not a sound SVG file: ${valid.err.msg.replace(/\.$/, '')} (line ${valid.err.line}). Save it again from the drawing program.`,
    );
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    removeNSPrefix: true,
    parseAttributeValue: false,
    parseTagValue: false,
    // Entities could swell a small file into a huge one: they are not expanded.
    processEntities: false,
    ignoreDeclaration: true,
    ignorePiTags: true,
  });
  type Raw = Record<string, unknown> & { ':@'?: Record<string, string> };
  let count = 0;
  const build = (raw: Raw, depth: number): Node | null => {
    const tag = Object.keys(raw).find((k) => k !== ':@');
    if (!tag || tag === '#text') return null;
    count += 1;
    if (count > SVG_LIMITS.elements)
      throw new Refused(
        `This drawing has more than ${SVG_LIMITS.elements.toLocaleString('en')} elements. Simplify it, or bring in a part of it.`,
      );
    if (depth > SVG_LIMITS.depth)
      throw new Refused('This drawing is nested too deeply to be one for scissors. Ungroup it in the drawing program.');
    const inside = raw[tag] as Raw[];
    return {
      tag,
      attributes: raw[':@'] ?? {},
      children: inside.map((c) => build(c, depth + 1)).filter((c) => c !== null),
      text: inside.map((c) => (typeof c['#text'] === 'string' ? c['#text'] : '')).join(''),
    };
  };
  const root = (parser.parse(text) as Raw[]).map((r) => build(r, 0)).find((n) => n?.tag === 'svg');
  if (!root) throw new Refused('This file holds no SVG drawing. Choose a file that ends in .svg.');
  return root;
}

/** viewBox, width and height to a matrix that brings user units to mm (SVG 2, section 8.2; the picture keeps its shape). */
function viewport(root: Node): { matrix: Affine; widthMm: number; heightMm: number; width: number; height: number } {
  const px = PX_MM;
  const box = numbers(root.attributes['viewBox'] ?? '');
  const [bx = 0, by = 0, bw = 0, bh = 0] = box;
  const whole = (key: string, from: number): number => {
    const given = root.attributes[key];
    return given === undefined || given.includes('%') ? from : numberOf(given);
  };
  const wPx = whole('width', bw || 300);
  const hPx = whole('height', bh || 150);
  if (bw > 0 && bh > 0) {
    const k = Math.min(wPx / bw, hPx / bh);
    const dx = (wPx - k * bw) / 2 - k * bx;
    const dy = (hPx - k * bh) / 2 - k * by;
    return {
      matrix: { a: k * px, b: 0, c: 0, d: k * px, e: dx * px, f: dy * px },
      widthMm: wPx * px,
      heightMm: hPx * px,
      width: bw,
      height: bh,
    };
  }
  return { matrix: scaling(px), widthMm: wPx * px, heightMm: hPx * px, width: wPx, height: hPx };
}

interface Reading {
  readonly sheet: StyleSheet;
  readonly byId: ReadonlyMap<string, Node>;
  readonly width: number;
  readonly height: number;
  readonly shapes: DrawnShape[];
  readonly lines: DrawnLine[];
  readonly leave: (code: LeftOut['code']) => void;
  readonly tick: () => void;
  points: number;
}

/** What an element and everything in it fills, for a clip path. */
function clipRegion(node: Node, matrix: Affine, r: Reading, depth: number): Region {
  const m = composed(readTransform(node.attributes['transform']), matrix);
  const own = basicShape(node, r.width, r.height);
  const regions: Region[] = [];
  if (own) {
    const parsed = parsePath(own);
    if (parsed.ok) regions.push(fromNonZero(flatten((parsePath(transformPath(own, m)) as typeof parsed).segments)));
  }
  if (node.tag === 'use' && depth < SVG_LIMITS.useDepth) {
    const target = r.byId.get((node.attributes['href'] ?? '').replace(/^#/, ''));
    if (target)
      regions.push(
        clipRegion(
          target,
          composed(translation(numberOf(node.attributes['x']), numberOf(node.attributes['y'])), m),
          r,
          depth + 1,
        ),
      );
  }
  for (const child of node.children) regions.push(clipRegion(child, m, r, depth));
  return union(...regions);
}

function walk(node: Node, context: Context, r: Reading): void {
  r.tick();
  const { tag, attributes } = node;
  if (DANGEROUS.has(tag)) {
    r.leave('script');
    return;
  }
  if (NOT_DRAWN.has(tag) && !(tag === 'symbol' && context.useDepth > 0)) return;
  const own = { ...attributes, ...r.sheet.styleOf(tag, attributes) };
  if (own['display'] === 'none') return;
  const style: Record<string, string> = { ...context.style };
  for (const key of INHERITED) if (own[key] !== undefined && own[key] !== 'inherit') style[key] = own[key];
  const matrix = composed(readTransform(own['transform']), context.matrix);
  if (own['mask'] || own['filter']) r.leave('effect');

  let { clip } = context;
  const clipId = /^url\(\s*["']?#([^"')]+)["']?\s*\)/.exec(own['clip-path'] ?? '')?.[1];
  if (clipId !== undefined) {
    const target = r.byId.get(clipId);
    if (target) {
      const region = clipRegion(
        target,
        target.attributes['clipPathUnits'] === 'objectBoundingBox' ? IDENTITY : matrix,
        r,
        0,
      );
      clip = clip ? intersection(clip, region) : region;
    } else r.leave('link');
  }
  const inner: Context = { ...context, style, matrix, clip };

  if (tag === 'use') {
    const href = attributes['href'] ?? '';
    const target = href.startsWith('#') ? r.byId.get(href.slice(1)) : undefined;
    if (!target || context.useDepth >= SVG_LIMITS.useDepth) {
      r.leave('link');
      return;
    }
    walk(
      target,
      {
        ...inner,
        matrix: composed(translation(numberOf(attributes['x'], r.width), numberOf(attributes['y'], r.height)), matrix),
        useDepth: context.useDepth + 1,
      },
      r,
    );
    return;
  }
  if (CONTAINERS.has(tag)) {
    const placed = tag === 'svg' ? { ...inner, matrix: composed(nestedViewport(node, r), matrix) } : inner;
    for (const child of node.children) walk(child, placed, r);
    return;
  }
  if (tag === 'text') {
    r.leave('text');
    return;
  }
  if (tag === 'image') {
    r.leave('image');
    return;
  }
  const data = basicShape(node, r.width, r.height);
  if (data === null || style['visibility'] === 'hidden') return;
  keepShape(node, data, inner, r);
}

function nestedViewport(node: Node, r: Reading): Affine {
  const at = translation(numberOf(node.attributes['x'], r.width), numberOf(node.attributes['y'], r.height));
  const box = numbers(node.attributes['viewBox'] ?? '');
  const [bx = 0, by = 0, bw = 0, bh = 0] = box;
  if (bw <= 0 || bh <= 0) return at;
  const k = Math.min(
    numberOf(node.attributes['width'] ?? '100%', r.width) / bw,
    numberOf(node.attributes['height'] ?? '100%', r.height) / bh,
  );
  return composed(composed(translation(-bx, -by), scaling(k)), at);
}

/** Two areas that differ by less than this share are the same shape; then the curves are kept instead of flattened rings. */
const SAME_SHARE = 1e-4;
const SMALLEST_MM2 = 0.05;

function keepShape(node: Node, data: string, { matrix, style, clip }: Context, r: Reading): void {
  const fill = style['fill'] ?? '#000000';
  if (fill === 'none' || fill === 'transparent' || node.tag === 'line') {
    keepLine(node, data, matrix, style, r);
    return;
  }
  if (data.trim() === '') {
    r.leave('empty');
    return;
  }
  if (!parsePath(data).ok) {
    r.leave('broken');
    return;
  }
  const moved = transformPath(data, matrix);
  const parsed = parsePath(moved);
  if (!parsed.ok) {
    r.leave('broken');
    return;
  }
  const raw = flatten(parsed.segments);
  r.points += raw.reduce((n, ring) => n + ring.length, 0);
  if (r.points > SVG_LIMITS.points)
    throw new Refused(
      'This drawing has far more points than scissors could follow. Simplify its paths in the drawing program.',
    );
  const filled = style['fill-rule'] === 'evenodd' ? normalise(raw) : fromNonZero(raw);
  const visible = clip ? intersection(filled, clip) : filled;
  const area = areaMm2(visible);
  if (area < SMALLEST_MM2) {
    r.leave('empty');
    return;
  }
  const asDrawn =
    Math.abs(area - areaMm2(normalise(raw))) <= SAME_SHARE * area && raw.length === ringsOf(visible).length;
  const hex = fill.startsWith('url(') ? null : hexOf(fill === 'currentColor' ? (style['color'] ?? '#000000') : fill);
  if (hex === null) r.leave('gradient');
  r.shapes.push({
    outline: asDrawn ? closed(moved) : printRegion(visible),
    fill: hex ?? '#9a9a9a',
    label: labelOf(node),
    roundMm: roundOf(node, matrix, r),
  });
}

const labelOf = (node: Node): string => {
  const title = node.children.find((c) => c.tag === 'title')?.text.trim();
  return (title || (node.attributes['id'] ?? '')).slice(0, 80);
};

/** How much a matrix enlarges, in the mean of both ways. */
const growth = (m: Affine): number => Math.sqrt(Math.abs(m.a * m.d - m.b * m.c));
/** A round that is drawn out less than this either way is one. */
const ROUND_SHARE = 0.02;

/** How large a full round is across, mm; null for anything else. */
function roundOf({ tag, attributes: a }: Node, matrix: Affine, { width, height }: Reading): number | null {
  const diagonal = Math.hypot(width, height) / Math.SQRT2;
  const rx = tag === 'circle' ? numberOf(a['r'], diagonal) : tag === 'ellipse' ? numberOf(a['rx'], width) : 0;
  const ry = tag === 'circle' ? rx : tag === 'ellipse' ? numberOf(a['ry'], height) : 0;
  const across = 2 * rx * Math.hypot(matrix.a, matrix.b);
  const down = 2 * ry * Math.hypot(matrix.c, matrix.d);
  return across > 0 && Math.abs(across - down) <= ROUND_SHARE * across ? across : null;
}

/** A stroke without a fill: kept as a line, with the width it is drawn in. */
function keepLine(node: Node, data: string, matrix: Affine, style: Style, r: Reading): void {
  const stroke = style['stroke'] ?? 'none';
  const widthMm = numberOf(style['stroke-width'] ?? '1', Math.hypot(r.width, r.height) / Math.SQRT2) * growth(matrix);
  if (stroke === 'none' || stroke === 'transparent' || widthMm <= 0 || data.trim() === '') {
    r.leave('empty');
    return;
  }
  if (!parsePath(data).ok) {
    r.leave('broken');
    return;
  }
  const path = transformPath(data, matrix);
  const parsed = parsePath(path);
  if (!parsed.ok || isTooIntricate(parsed.segments)) {
    r.leave('broken');
    return;
  }
  r.points += parsed.segments.length;
  r.lines.push({
    path,
    widthMm,
    ends: style['stroke-linecap'] === 'round' ? 'round' : 'butt',
    colour:
      (stroke.startsWith('url(') ? null : hexOf(stroke === 'currentColor' ? (style['color'] ?? '#000000') : stroke)) ??
      '#4a4a4a',
    label: labelOf(node),
    over: r.shapes.length,
  });
}

const closed = (outline: string): string => (/z\s*$/i.test(outline) ? outline : `${outline}Z`);

/**
 * Reads an SVG drawing: every filled region becomes a shape, in document order, in millimetres. Nothing in it is run or fetched.
 * @param onProgress called now and then with the share done, 0 … 1
 * @returns the shapes with what was left out and why, or why the file cannot be used. Never throws.
 */
export function readSvg(text: string, onProgress: (share: number) => void = () => undefined): SvgResult {
  try {
    if (text.length > SVG_LIMITS.chars)
      throw new Refused('This drawing is larger than 12 million characters. Simplify it, or bring in a part of it.');
    const root = parseTree(text);
    const byId = new Map<string, Node>();
    const sheet = new StyleSheet();
    let total = 0;
    const index = (n: Node): void => {
      total += 1;
      if (n.attributes['id']) byId.set(n.attributes['id'], n);
      if (n.tag === 'style') sheet.add(n.text);
      for (const c of n.children) index(c);
    };
    index(root);
    const counts = new Map<LeftOut['code'], number>();
    let ticks = 0;
    const view = viewport(root);
    const reading: Reading = {
      sheet,
      byId,
      width: view.width,
      height: view.height,
      shapes: [],
      lines: [],
      points: 0,
      leave: (code) => counts.set(code, (counts.get(code) ?? 0) + 1),
      tick: () => {
        ticks += 1;
        // `use` may copy a part again and again: what it unfolds to is counted, not what stands in the file.
        if (ticks > SVG_LIMITS.elements)
          throw new Refused(
            'This drawing unfolds into too many copies of its own parts. Unlink the copies in the drawing program.',
          );
        if (ticks % 50 === 0) onProgress(Math.min(1, ticks / total));
      },
    };
    for (const child of root.children)
      walk(child, { matrix: view.matrix, style: pick(root.attributes), clip: null, useDepth: 0 }, reading);
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
        widthMm: view.widthMm,
        heightMm: view.heightMm,
        shapes: reading.shapes,
        lines: reading.lines,
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

const pick = (attributes: Style): Style =>
  Object.fromEntries(
    INHERITED.flatMap((k) => {
      const value = attributes[k];
      return value === undefined ? [] : [[k, value]];
    }),
  );

/** The box of all shapes of a drawing, mm; the size that is fitted on arrival. */
export const drawingBounds = (drawing: Drawing) =>
  boundsOf(
    [...drawing.shapes.map((s) => s.outline), ...drawing.lines.map((l) => l.path)].flatMap((d) => openLines(d, 0.5)),
  );
