// Broken things to be read: projects, drawings, fonts and tables, each made from a seed, so that a bad one can be made again.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { DrawerKind } from '~/core/keep/drawer';
import { toCsv } from '~/core/keep/drawer/csv';
import type { Project } from '~/core/keep/model';
import { demoDrawer, harbourLight } from '~/demo';
import { FACE_FILES } from '~/workers/faces';

export type Random = () => number;

/** The same numbers for the same seed (mulberry32, public domain). */
export function randomFrom(seed: number): Random {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
const below = (random: Random, n: number): number => Math.floor(random() * n);
const one = <T>(random: Random, list: readonly T[]): T => list[below(random, list.length)] as T;

const deep = (levels: number): unknown => {
  let v: unknown = 1;
  for (let i = 0; i < levels; i++) v = { v };
  return v;
};
const NASTY: readonly (() => unknown)[] = [
  () => null,
  () => -1,
  () => 0,
  () => 1e308,
  () => -1e-308,
  () => 1e9,
  () => 0.1,
  () => 10_000,
  () => '',
  () => 'x'.repeat(5000),
  () => '\ud800',
  () => 'a\u0007b',
  () => '<img src=x onerror=alert(1)>',
  () => '../../etc',
  () => true,
  () => [],
  () => {},
  () => ({}),
  () => [null, null],
  () => deep(200),
  () => 'M0 0L10 0L10 10Z',
  () => 'M0 0L1e300 0L0 1e300Z',
  () => 'M0 0h0.01v0.01z',
  () => `M0 0${'l3 1-3 1'.repeat(3000)}z`,
  () => 'M0 0A1e9 1e-9 0 1 1 5 5Z',
];

/** The demo with fewer pieces: as varied, and planned in a moment. */
function smallProject(random: Random): Project {
  const p = structuredClone(harbourLight());
  const from = below(random, p.pieces.length - 6);
  p.pieces = p.pieces.slice(from, from + 6);
  const ids = new Set(p.pieces.map((q) => q.id));
  p.order = p.order.filter((id) => ids.has(id));
  p.layering.pairs = p.layering.pairs.filter((q) => ids.has(q.under) && ids.has(q.over));
  return p;
}

/** Places in a document: every object and list with one of its keys. */
function places(value: unknown, found: { holder: Record<string, unknown>; key: string }[] = []): typeof found {
  if (typeof value === 'object' && value !== null)
    for (const key of Object.keys(value)) {
      found.push({ holder: value as Record<string, unknown>, key });
      places((value as Record<string, unknown>)[key], found);
    }
  return found;
}

/** A project as text, with a few things in it that should not be. */
export function brokenProject(seed: number): string {
  const random = randomFrom(seed);
  const doc = smallProject(random) as unknown as Record<string, unknown>;
  const times = 1 + below(random, random() < 0.5 ? 1 : 4);
  for (let i = 0; i < times; i++) {
    const { holder, key } = one(random, places(doc));
    const way = below(random, 5);
    if (way === 0) delete holder[key];
    else if (way === 1 && Array.isArray(holder)) holder.push(structuredClone(holder[key as never]));
    else if (way === 2 && typeof holder[key] === 'number')
      holder[key] = (holder[key] as number) * one(random, [-1, 1e3, 1e-3, 1e6]);
    else if (way === 3) holder[`extra${i}`] = one(random, NASTY)();
    else holder[key] = one(random, NASTY)();
  }
  const text = JSON.stringify(doc) ?? 'null';
  // Now and then the text itself is torn.
  return random() < 0.08 ? text.slice(0, below(random, text.length)) : text;
}

const SVG = `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="120mm" height="80mm" viewBox="0 0 120 80">
<style>.sea{fill:#247}.sand{fill:rgb(240,220,170)} #hull{fill:red}</style>
<defs><g id="star"><path d="M0-5L1.5-1.5L5-1.5L2 1L3 5L0 2.5L-3 5L-2 1L-5-1.5L-1.5-1.5Z"/></g><clipPath id="c"><rect width="60" height="60"/></clipPath>
<linearGradient id="l"><stop offset="0" stop-color="#000"/></linearGradient></defs>
<rect class="sea" x="0" y="40" width="120" height="40"/><circle cx="90" cy="20" r="12" fill="gold"/>
<g transform="translate(20 20) rotate(15)"><use xlink:href="#star" fill="#fff"/><use href="#star" transform="scale(2)" fill="#eee"/></g>
<path id="hull" clip-path="url(#c)" d="M20 45C30 60 60 60 70 45Z"/><polygon points="40,10 60,40 20,40" fill="url(#l)"/>
<text x="10" y="70">Sea</text><ellipse cx="30" cy="60" rx="8" ry="3" class="sand" style="fill-rule:evenodd;transform:none"/></svg>`;
const BITS = [
  '<g>',
  '</g>',
  '&amp;',
  '&x;',
  '<!--',
  '-->',
  'NaN',
  '1e99',
  '-',
  'url(#c)',
  '<use href="#star"/>',
  '"',
  "'",
  '<![CDATA[',
  '\0',
  'transform="matrix(0 0 0 0 0 0)"',
  '<script>alert(1)</script>',
  'M',
  'a1 1 0 0 1 9 9',
  '<!DOCTYPE svg [<!ENTITY x "y">]>',
];

/** A drawing as text, damaged in places. */
export function brokenSvg(seed: number): string {
  const random = randomFrom(seed);
  let text = SVG;
  // Most are barely damaged: what no XML reader takes tells nothing about ours.
  const times = 1 + below(random, random() < 0.7 ? 2 : 10);
  for (let i = 0; i < times; i++) {
    const at = below(random, text.length);
    const way = below(random, 5);
    if (way === 4)
      text = text.replace(/\d+/g, (n) => (random() < 0.04 ? one(random, ['-7', '1e6', '0', '1e-9', '99999']) : n));
    else if (way === 0) text = text.slice(0, at) + text.slice(at + 1 + below(random, 12));
    else if (way === 1) text = text.slice(0, at) + one(random, BITS) + text.slice(at);
    else if (way === 2) text = text.slice(0, at) + String.fromCharCode(below(random, 256)) + text.slice(at + 1);
    else {
      const to = Math.min(text.length, at + below(random, 200));
      text = text.slice(0, to) + text.slice(at, to).repeat(1 + below(random, 20)) + text.slice(to);
    }
  }
  return text;
}

const resolve = createRequire(import.meta.url).resolve;
const fonts = Object.values(FACE_FILES).map((file) => new Uint8Array(readFileSync(resolve(file))));

/** A font file with bytes that are not its own: a few anywhere, many in its head, or its end missing. */
export function brokenFont(seed: number): Uint8Array {
  const random = randomFrom(seed);
  const bytes = one(random, fonts).slice();
  const way = below(random, 4);
  if (way === 0) return bytes.slice(0, below(random, bytes.length));
  const reach = way === 1 ? 400 : bytes.length;
  for (let i = 1 + below(random, way === 3 ? 200 : 4); i > 0; i--) bytes[below(random, reach)] = below(random, 256);
  return bytes;
}

/** A table of things for the Drawer, damaged in places. */
export function brokenCsv(seed: number): { kind: DrawerKind; text: string } {
  const random = randomFrom(seed);
  const kind = one(random, ['fabrics', 'webs', 'irons', 'covers', 'surfaces'] as const);
  let text = toCsv(kind, demoDrawer()[kind].slice(0, 8) as never);
  for (let i = 1 + below(random, 10); i > 0; i--) {
    const at = below(random, text.length);
    const way = below(random, 4);
    if (way === 0)
      text =
        text.slice(0, at) +
        one(random, [',', ';', '"', '\n', '=', '\t', '\r\n', 'é', '\0', '1e999', '-5']) +
        text.slice(at);
    else if (way === 1) text = text.slice(0, at) + text.slice(at + 1 + below(random, 30));
    else if (way === 2) text = text.slice(0, at) + text.slice(at).repeat(2);
    else text = text.slice(0, at) + '"'.repeat(below(random, 5)) + text.slice(at);
  }
  return { kind, text };
}
