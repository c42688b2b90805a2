import { converter, formatHex } from 'culori';
import { colourOf, type Style, type StyleSheet } from './css';
import { type SvgNode, targetOf } from './svg-tree';
import { numberOf } from './svg-values';

/** What a shape is filled or drawn with. */
export interface Paint {
  /** #rrggbb */
  readonly hex: string;
  /** The mean of a gradient, or grey for a pattern: which cloth it is, is for a person to say. */
  readonly mixed: boolean;
}

/** Less than this much of it is seen by nobody. */
const SEEN_ALPHA = 0.02;
/** Grey, where nobody can say what it is. */
const UNKNOWN = '#9a9a9a';
const rgb = converter('rgb');
const GRADIENTS = new Set(['linearGradient', 'radialGradient']);

interface Stop {
  readonly offset: number;
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly alpha: number;
}

/** A gradient's stops, its own or those of the gradient it refers to. */
function stopsOf(node: SvgNode, byId: ReadonlyMap<string, SvgNode>, sheet: StyleSheet, depth = 0): Stop[] {
  const own = node.children.filter((c) => c.tag === 'stop');
  if (own.length === 0) {
    const other = depth < 8 ? targetOf(node.attributes['href'], byId) : undefined;
    return other && GRADIENTS.has(other.tag) ? stopsOf(other, byId, sheet, depth + 1) : [];
  }
  return own.flatMap((s): Stop[] => {
    const style = sheet.styleOf(s);
    const colour = colourOf(style['stop-color'] ?? '#000000');
    const c = colour && rgb(colour.hex);
    if (!c || !colour) return [];
    const alpha = colour.alpha * opacityOf(style['stop-opacity']);
    return [{ offset: Math.max(0, Math.min(1, numberOf(s.attributes['offset'], 1))), r: c.r, g: c.g, b: c.b, alpha }];
  });
}

/** The mean colour along a gradient, each stretch by its length and by how opaque it is; null where nothing of it is seen. */
function meanOf(stops: readonly Stop[]): string | null {
  const [first] = stops;
  const last = stops.at(-1);
  if (!first || !last) return null;
  // Before the first stop and beyond the last one the colour stays.
  const all = [{ ...first, offset: 0 }, ...stops, { ...last, offset: 1 }];
  const sum = { r: 0, g: 0, b: 0, weight: 0 };
  for (let i = 1; i < all.length; i++) {
    const a = all[i - 1];
    const b = all[i];
    if (!a || !b) continue;
    const length = Math.max(0, b.offset - a.offset);
    for (const s of [a, b]) {
      const weight = (length / 2) * s.alpha;
      sum.r += s.r * weight;
      sum.g += s.g * weight;
      sum.b += s.b * weight;
      sum.weight += weight;
    }
  }
  if (sum.weight < SEEN_ALPHA) return null;
  return formatHex({ mode: 'rgb', r: sum.r / sum.weight, g: sum.g / sum.weight, b: sum.b / sum.weight });
}

/** How opaque: a number or a percentage; 1 where nothing is said. */
export const opacityOf = (text: string | undefined): number => {
  if (text === undefined) return 1;
  const value = numberOf(text, 1);
  return /^\s*[-+.\d]/.test(text) ? Math.max(0, Math.min(1, value)) : 1;
};

/** Whether a fill or stroke refers to something that is not in the drawing. */
export const leadsNowhere = (said: string, byId: ReadonlyMap<string, SvgNode>): boolean => {
  const id = /^url\(\s*["']?#([^"')]+)["']?\s*\)\s*$/.exec(said)?.[1];
  return id !== undefined && !byId.has(id);
};

/**
 * What fills (or draws) an element; null: nothing that is seen.
 * @param opacity of everything it lies in, its own taken in
 */
export function paintOf(
  what: 'fill' | 'stroke',
  style: Style,
  opacity: number,
  byId: ReadonlyMap<string, SvgNode>,
  sheet: StyleSheet,
): Paint | null {
  const said = style[what] ?? (what === 'fill' ? '#000000' : 'none');
  const seen = opacity * opacityOf(style[`${what}-opacity`]);
  if (said === 'none' || said === 'transparent' || seen < SEEN_ALPHA) return null;
  const reference = /^url\(\s*["']?(#[^"')]+)["']?\s*\)\s*(.*)$/.exec(said);
  if (reference) {
    const node = targetOf(reference[1], byId);
    if (node && GRADIENTS.has(node.tag)) {
      const hex = meanOf(stopsOf(node, byId, sheet));
      return hex === null ? null : { hex, mixed: true };
    }
    if (node) return { hex: UNKNOWN, mixed: true };
    // A server that is missing: what is said instead, or nothing.
    const instead = reference[2] === '' ? null : colourOf(reference[2] ?? '');
    return instead && instead.alpha * seen >= SEEN_ALPHA ? { hex: instead.hex, mixed: false } : null;
  }
  const colour = colourOf(/^currentcolor$/i.test(said) ? (style['color'] ?? '#000000') : said);
  if (!colour) return { hex: UNKNOWN, mixed: true };
  return colour.alpha * seen < SEEN_ALPHA ? null : { hex: colour.hex, mixed: false };
}
