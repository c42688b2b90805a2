import { dequal } from 'dequal/lite';
import { nth } from '../lists';

/** Where in a document, from its top down. */
type Path = readonly (string | number)[];

/** One difference between two states of a document; they are applied one after the other. */
export type Change =
  | { readonly path: Path; readonly to: unknown }
  | { readonly path: Path; readonly without: true }
  /** In a list: so many elements from a place on give way to others. */
  | { readonly path: Path; readonly at: number; readonly gone: number; readonly put: readonly unknown[] }
  /** In a long text: so many letters from a place on give way to others. */
  | { readonly path: Path; readonly at: number; readonly gone: number; readonly put: string };

/** Shorter texts are told whole: to tell what of them changed takes as long. */
const LONG_TEXT = 200;
/** Texts are compared so many letters at a time, and letter by letter where they differ. */
const STRIDE = 64;
function sameAhead(a: string, b: string): number {
  const least = Math.min(a.length, b.length);
  let i = 0;
  while (i + STRIDE <= least && a.slice(i, i + STRIDE) === b.slice(i, i + STRIDE)) i += STRIDE;
  while (i < least && a.charCodeAt(i) === b.charCodeAt(i)) i += 1;
  return i;
}
function sameBehind(a: string, b: string, most: number): number {
  let i = 0;
  while (i < most && a.charCodeAt(a.length - 1 - i) === b.charCodeAt(b.length - 1 - i)) i += 1;
  return i;
}
function findInText(before: string, after: string, path: Path, out: Change[]): void {
  const at = sameAhead(before, after);
  const tail = sameBehind(before, after, Math.min(before.length, after.length) - at);
  out.push({ path, at, gone: before.length - at - tail, put: after.slice(at, after.length - tail) });
}

const isPlain = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x);
const alike = (a: unknown, b: unknown): boolean => Object.is(a, b) || dequal(a, b);

function find(before: unknown, after: unknown, path: Path, out: Change[]): void {
  if (Object.is(before, after)) return;
  if (Array.isArray(before) && Array.isArray(after)) {
    if (before.length === after.length) {
      after.forEach((item: unknown, i) => find(before[i], item, [...path, i], out));
      return;
    }
    const least = Math.min(before.length, after.length);
    let head = 0;
    while (head < least && alike(before[head], after[head])) head += 1;
    let tail = 0;
    while (tail < least - head && alike(before.at(-1 - tail), after.at(-1 - tail))) tail += 1;
    out.push({
      path,
      at: head,
      gone: before.length - head - tail,
      put: after.slice(head, after.length - tail) as unknown[],
    });
    return;
  }
  if (typeof before === 'string' && typeof after === 'string' && before.length > LONG_TEXT) {
    findInText(before, after, path, out);
    return;
  }
  if (!isPlain(before) || !isPlain(after)) {
    out.push({ path, to: after });
    return;
  }
  for (const key of Object.keys(before)) if (!(key in after)) out.push({ path: [...path, key], without: true });
  for (const key of Object.keys(after))
    if (key in before) find(before[key], after[key], [...path, key], out);
    else out.push({ path: [...path, key], to: after[key] });
}

/**
 * What tells one state of a document from another. What is the same object in both is not looked into, so that it takes as long as what changed is large.
 * @param before plain data, as comes from JSON
 */
export function changesBetween(before: unknown, after: unknown): Change[] {
  const out: Change[] = [];
  find(before, after, [], out);
  return out;
}

function changed(doc: unknown, change: Change, depth: number): unknown {
  if (depth === change.path.length) {
    if ('to' in change) return change.to;
    if ('put' in change) {
      const { at, gone, put } = change;
      if (typeof put === 'string' && typeof doc === 'string') return doc.slice(0, at) + put + doc.slice(at + gone);
      if (typeof put !== 'string' && Array.isArray(doc)) return [...doc.slice(0, at), ...put, ...doc.slice(at + gone)];
    }
    throw new Error('A change belongs to another document.');
  }
  const key = nth(change.path, depth);
  if (Array.isArray(doc)) {
    const copy = [...doc];
    copy[Number(key)] = changed(doc[Number(key)], change, depth + 1);
    return copy;
  }
  if (!isPlain(doc)) throw new Error('A change belongs to another document.');
  if ('without' in change && depth === change.path.length - 1) {
    const { [key]: _, ...rest } = doc;
    return rest;
  }
  return { ...doc, [key]: changed(doc[key], change, depth + 1) };
}

/**
 * A state of a document after changes; all that they do not touch are the very objects of the state before.
 * @throws Error for changes between other states
 */
export const withChanges = <T>(doc: T, changes: readonly Change[]): T =>
  changes.reduce<unknown>((state, change) => changed(state, change, 0), doc) as T;
