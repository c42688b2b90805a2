import { type Affine, type Bounds, composed, scaling, translation } from '../../base/shape';
import type { SvgNode } from './svg-tree';

/** Millimetres in CSS units; 1 px = 1/96 in (CSS Values and Units, absolute lengths). */
export const PX_MM = 25.4 / 96;
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

/** A length in user units; of a percentage so much of the whole. What cannot be read is 0. */
export const numberOf = (text: string | undefined, whole = 0): number => {
  if (text === undefined) return 0;
  const match = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*(%|[a-z]*)\s*$/i.exec(text);
  if (!match) return 0;
  const value = Number(match[1]);
  const unit = (match[2] ?? '').toLowerCase();
  return unit === '%' ? (value / 100) * whole : value * ((UNIT_MM[unit] ?? PX_MM) / PX_MM);
};
export const numbers = (text: string): number[] =>
  (text.match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []).map(Number);

export const IDENTITY: Affine = scaling(1);
const RAD_PER: Readonly<Record<string, number>> = {
  deg: Math.PI / 180,
  '': Math.PI / 180,
  rad: 1,
  grad: Math.PI / 200,
  turn: 2 * Math.PI,
};

/** Arguments of a transform function: angles in radians, lengths in user units. */
function argumentsOf(inside: string, angles: boolean): number[] {
  return [...inside.matchAll(/([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z%]*)/gi)].map(
    ([, n = '0', unit = '']) => {
      const u = unit.toLowerCase();
      if (angles && RAD_PER[u] !== undefined) return Number(n) * RAD_PER[u];
      return numberOf(`${n}${u}`);
    },
  );
}

const turn = (rad: number): Affine => ({
  a: Math.cos(rad),
  b: Math.sin(rad),
  c: -Math.sin(rad),
  d: Math.cos(rad),
  e: 0,
  f: 0,
});

/** SVG 2, chapter 8, and CSS Transforms: a list of transform functions, the first outermost. Angles without a unit are degrees. */
export function readTransform(text: string | undefined): Affine {
  let m = IDENTITY;
  for (const [, name = '', inside = ''] of (text ?? '').matchAll(/(\w+)\s*\(([^)]*)\)/g)) {
    const angled = /^(rotate|skew)/i.test(name);
    const first = argumentsOf(inside, angled);
    const plain = argumentsOf(inside, false);
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = plain;
    const given = plain.length;
    const [rad = 0, rad2 = 0] = first;
    let t: Affine = IDENTITY;
    if (name === 'matrix') t = { a, b, c, d, e, f };
    else if (name === 'translate') t = translation(a, b);
    else if (name === 'translateX') t = translation(a, 0);
    else if (name === 'translateY') t = translation(0, a);
    else if (name === 'scale') t = scaling(a, given > 1 ? b : a);
    else if (name === 'scaleX') t = scaling(a, 1);
    else if (name === 'scaleY') t = scaling(1, a);
    else if (name === 'rotate' || name === 'rotateZ')
      t = given > 2 ? composed(composed(translation(-b, -c), turn(rad)), translation(b, c)) : turn(rad);
    else if (name === 'skewX') t = { ...IDENTITY, c: Math.tan(rad) };
    else if (name === 'skewY') t = { ...IDENTITY, b: Math.tan(rad) };
    else if (name === 'skew') t = { ...IDENTITY, c: Math.tan(rad), b: Math.tan(rad2) };
    m = composed(t, m);
  }
  return m;
}

const ORIGIN: Readonly<Record<string, number>> = { left: 0, top: 0, center: 50, right: 100, bottom: 100 };

/** A CSS transform about its origin. @param box what percentages and words of the origin are of: the view, or the element's own box */
export function transformAbout(transform: string | undefined, origin: string | undefined, box: Bounds): Affine {
  const m = readTransform(transform);
  if (origin === undefined) return m;
  const words = origin.trim().split(/\s+/);
  // Words may come in either order: “top left” is “left top”.
  const swapped = ['top', 'bottom'].includes(words[0] ?? '') || ['left', 'right'].includes(words[1] ?? '');
  const [wx = 'center', wy = 'center'] = swapped ? [words[1] ?? 'center', words[0]] : words;
  const along = (word: string, from: number, size: number): number => {
    const share = ORIGIN[word];
    return from + (share === undefined ? numberOf(word, size) : (share / 100) * size);
  };
  const x = along(wx, box.minX, box.maxX - box.minX);
  const y = along(wy, box.minY, box.maxY - box.minY);
  return composed(composed(translation(-x, -y), m), translation(x, y));
}

/** What is looked at of a drawing, or of a drawing within it. */
export interface View {
  /** From its own user units to those around it. */
  readonly matrix: Affine;
  /** Its own user units: what percentages are of. */
  readonly width: number;
  readonly height: number;
  readonly minX: number;
  readonly minY: number;
  /** What lies outside is not seen: the rectangle in its own user units; null: everything is. */
  readonly cut: Bounds | null;
}

const ALIGN: Readonly<Record<string, number>> = { Min: 0, Mid: 0.5, Max: 1 };

/** viewBox and preserveAspectRatio (SVG 2, sections 8.6 to 8.8). @param size width and height it is given, in the user units around it */
export function svgViewOf(node: SvgNode, size: { readonly width: number; readonly height: number }): View {
  const [bx = 0, by = 0, bw = 0, bh = 0] = numbers(node.attributes['viewBox'] ?? '');
  const { width, height } = size;
  const shown = /visible|auto/.test(node.attributes['overflow'] ?? '');
  if (bw <= 0 || bh <= 0)
    return {
      matrix: IDENTITY,
      width,
      height,
      minX: 0,
      minY: 0,
      cut: shown || width <= 0 || height <= 0 ? null : { minX: 0, minY: 0, maxX: width, maxY: height },
    };
  const [align = 'xMidYMid', how = 'meet'] = (node.attributes['preserveAspectRatio'] ?? 'xMidYMid meet')
    .replace(/^\s*defer\s+/, '')
    .trim()
    .split(/\s+/);
  const kx = width / bw;
  const ky = height / bh;
  const named = /^x(Min|Mid|Max)Y(Min|Mid|Max)$/.exec(align);
  const stretch = align === 'none';
  const k = how === 'slice' ? Math.max(kx, ky) : Math.min(kx, ky);
  const [sx, sy] = stretch ? [kx, ky] : [k, k];
  const shareX = stretch ? 0 : (ALIGN[named?.[1] ?? 'Mid'] ?? 0.5);
  const shareY = stretch ? 0 : (ALIGN[named?.[2] ?? 'Mid'] ?? 0.5);
  const dx = (width - sx * bw) * shareX;
  const dy = (height - sy * bh) * shareY;
  const matrix = { a: sx, b: 0, c: 0, d: sy, e: dx - sx * bx, f: dy - sy * by };
  return {
    matrix,
    width: bw,
    height: bh,
    minX: bx,
    minY: by,
    // The viewport itself, in the units inside.
    cut: shown
      ? null
      : { minX: bx - dx / sx, minY: by - dy / sy, maxX: bx - dx / sx + width / sx, maxY: by - dy / sy + height / sy },
  };
}

/** Path data of a basic shape by its own attributes (SVG 2, chapter 10); null for anything else. */
export function basicShape(
  { tag }: SvgNode,
  a: Readonly<Record<string, string>>,
  view: Pick<View, 'width' | 'height'>,
): string | null {
  const { width, height } = view;
  const diagonal = Math.hypot(width, height) / Math.SQRT2;
  const x = (k: string): number => numberOf(a[k], width);
  const y = (k: string): number => numberOf(a[k], height);
  const isAuto = (k: string): boolean => a[k] === undefined || a[k] === 'auto';
  // From its right end clockwise: text along it begins there.
  const oval = (cx: number, cy: number, rx: number, ry: number): string =>
    rx > 0 && ry > 0 ? `M${cx + rx} ${cy}A${rx} ${ry} 0 1 1 ${cx - rx} ${cy}A${rx} ${ry} 0 1 1 ${cx + rx} ${cy}Z` : '';
  switch (tag) {
    case 'path':
      // CSS may give the path in words of its own: path("M…").
      return (a['d'] ?? '').replace(/^\s*path\(\s*(["'])(.*)\1\s*\)\s*$/s, '$2');
    case 'rect': {
      const [w, h] = [x('width'), y('height')];
      if (w <= 0 || h <= 0) return '';
      const rx = Math.min(w / 2, isAuto('rx') ? y('ry') : x('rx'));
      const ry = Math.min(h / 2, isAuto('ry') ? x('rx') : y('ry'));
      const [l, t] = [x('x'), y('y')];
      if (rx <= 0 || ry <= 0) return `M${l} ${t}h${w}v${h}h${-w}Z`;
      return `M${l + rx} ${t}h${w - 2 * rx}a${rx} ${ry} 0 0 1 ${rx} ${ry}v${h - 2 * ry}a${rx} ${ry} 0 0 1 ${-rx} ${ry}h${2 * rx - w}a${rx} ${ry} 0 0 1 ${-rx} ${-ry}v${2 * ry - h}a${rx} ${ry} 0 0 1 ${rx} ${-ry}Z`;
    }
    case 'circle':
      return oval(x('cx'), y('cy'), numberOf(a['r'], diagonal), numberOf(a['r'], diagonal));
    case 'ellipse': {
      const rx = isAuto('rx') ? y('ry') : x('rx');
      const ry = isAuto('ry') ? x('rx') : y('ry');
      return oval(x('cx'), y('cy'), rx, ry);
    }
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
