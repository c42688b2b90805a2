import { textSum } from '~/core/base/sum';
import type { Picture, Project } from '~/core/keep/model';

/** A picture as it lies in the browser's storage. */
export interface KeptPicture {
  readonly key: string;
  readonly dataUrl: string;
}

/** In a project that is put away, a picture's data address is this with its key. */
export const KEPT = 'kept:';

/**
 * A key from what a picture shows: its length and a 53-bit hash (cyrb53, public domain).
 * Two photos of one key are as good as impossible.
 */
function keyOf(text: string): string {
  let a = 0xdeadbeef;
  let b = 0x41c6ce57;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    a = Math.imul(a ^ c, 2654435761);
    b = Math.imul(b ^ c, 1597334677);
  }
  a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909);
  b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909);
  return `${text.length.toString(36)}-${(4294967296 * (2097151 & b) + (a >>> 0)).toString(36)}`;
}

/** Pictures are worked on as objects that never change, so that each is read once for its key. */
const keys = new WeakMap<Picture, string>();
/** Tells a picture's key once it is known, so that it need not be read for it again. */
export const knowKey = (picture: Picture, key: string): void => void keys.set(picture, key);
const keyOfPicture = (picture: Picture): string => {
  let key = keys.get(picture);
  if (key === undefined) {
    key = keyOf(picture.dataUrl);
    keys.set(picture, key);
  }
  return key;
};

/** A project with its pictures put away, and the pictures. What is no sound project comes back as it is. */
export function pack(doc: Project): { doc: Project; pictures: KeptPicture[] } {
  if (!Array.isArray(doc?.pictures)) return { doc, pictures: [] };
  const pictures: KeptPicture[] = [];
  const listed = doc.pictures.map((p) => {
    if (typeof p?.dataUrl !== 'string' || !p.dataUrl.startsWith('data:')) return p;
    const key = keyOfPicture(p);
    pictures.push({ key, dataUrl: p.dataUrl });
    return { ...p, dataUrl: KEPT + key };
  });
  return { doc: { ...doc, pictures: listed }, pictures };
}

/** The sum of a document as it lies in storage, so that damage is noticed when it is read. */
export const rowSum = (doc: unknown): string => textSum(JSON.stringify(doc) ?? '');

/** Whether a document is as it was written; one without a sum, of an older version, counts as it. */
export const asWritten = ({ doc, sum }: { readonly doc: unknown; readonly sum?: string }): boolean =>
  sum === undefined || sum === rowSum(doc);

/** Whether a kept picture is the one its key says. */
export const isPicture = ({ key, dataUrl }: KeptPicture): boolean => keyOf(dataUrl) === key;

/** A document as it would be read from a file: without what is not there. */
export const asInFile = <T>(doc: T): T => JSON.parse(JSON.stringify(doc)) as T;
