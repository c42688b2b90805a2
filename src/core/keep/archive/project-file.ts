import { type Picture, type Project, readJson } from '../model';
import type { ArchiveProblem } from './problem';
import type { Entry } from './zip';

/** The document inside a `.seam` zip; its pictures lie beside it in `pictures/`. */
export const PROJECT_ENTRY = 'project.seam.json';
const TYPES = { jpeg: 'jpg', png: 'png' } as const;

const encoder = new TextEncoder();
const decoder = new TextDecoder('utf-8', { fatal: true });

/** The bytes of a picture's data address. */
export function bytesOfDataUrl(dataUrl: string): Uint8Array {
  const binary = atob(dataUrl.slice(dataUrl.indexOf(',') + 1));
  return Uint8Array.from(binary, (c) => c.charCodeAt(0));
}

/** A PNG or JPEG as a data address, by its own first bytes; null when it is neither. Sources: ISO 15948, ITU-T T.81. */
export function dataUrlOfBytes(bytes: Uint8Array): string | null {
  const type = bytes[0] === 0x89 && bytes[1] === 0x50 ? 'png' : bytes[0] === 0xff && bytes[1] === 0xd8 ? 'jpeg' : null;
  if (!type) return null;
  let binary = '';
  for (let i = 0; i < bytes.length; i += 0x8000) binary += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return `data:image/${type};base64,${btoa(binary)}`;
}

/** Names pictures by their place, so that any id, however strange, gives a plain file name. */
export function pictureEntries(
  pictures: readonly Picture[],
  folder = 'pictures/',
): { listed: Record<string, unknown>[]; entries: Entry[] } {
  const entries: Entry[] = [];
  const listed = pictures.map(({ dataUrl, ...rest }, i) => {
    const type = dataUrl.startsWith('data:image/png') ? TYPES.png : TYPES.jpeg;
    const file = `${folder}${i + 1}.${type}`;
    entries.push({ name: file, bytes: bytesOfDataUrl(dataUrl) });
    return { ...rest, file };
  });
  return { listed, entries };
}

/** Puts pictures that lie beside a document back into it. @returns how many are missing or no pictures */
export function bringPicturesIn(list: unknown, entries: ReadonlyMap<string, Uint8Array>): number {
  let lost = 0;
  for (const picture of Array.isArray(list) ? list : []) {
    if (typeof picture !== 'object' || picture === null || !('file' in picture)) continue;
    const bytes = entries.get(String(picture.file));
    const dataUrl = bytes && dataUrlOfBytes(bytes);
    if (dataUrl) Object.assign(picture, { dataUrl });
    else lost += 1;
    delete (picture as { file?: unknown }).file;
  }
  return lost;
}

/** A document whose pictures are named by files, each picture once. */
function withPicturesOut(doc: unknown, files: Map<string, string>, folder: string, entries: Entry[]): unknown {
  if (typeof doc !== 'object' || doc === null || !('pictures' in doc) || !Array.isArray(doc.pictures)) return doc;
  const pictures = doc.pictures.map((p: unknown) => {
    const dataUrl = typeof p === 'object' && p !== null ? (p as { dataUrl?: unknown }).dataUrl : undefined;
    if (typeof dataUrl !== 'string' || !dataUrl.startsWith('data:')) return p;
    const { dataUrl: _, ...rest } = p as Record<string, unknown>;
    let file = files.get(dataUrl);
    if (file === undefined) {
      file = `pictures/${files.size + 1}.${dataUrl.startsWith('data:image/png') ? TYPES.png : TYPES.jpeg}`;
      files.set(dataUrl, file);
      entries.push({ name: folder + file, bytes: bytesOfDataUrl(dataUrl) });
    }
    return { ...rest, file };
  });
  return { ...doc, pictures };
}

/** An earlier version as it lies beside its project: a document, sound or not. */
export interface KeptVersion {
  /** ms since 1970. */
  readonly at: number;
  readonly why: 'kept' | 'before' | 'damaged';
  readonly doc: unknown;
}
export const versionFile = (i: number): string => `versions/${i + 1}.json`;

/**
 * A project as the entries of a `.seam` zip: the document, and its pictures as files, each once.
 * @param folder '' for a zip of its own
 * @param versions earlier versions, which lie beside it
 */
export function projectEntries(project: Project, folder = '', versions: readonly KeptVersion[] = []): Entry[] {
  const pictures: Entry[] = [];
  const files = new Map<string, string>();
  const entry = (name: string, doc: unknown): Entry => ({
    name: folder + name,
    bytes: encoder.encode(JSON.stringify(withPicturesOut(doc, files, folder, pictures), null, 1)),
  });
  const docs = [entry(PROJECT_ENTRY, project), ...versions.map((v, i) => entry(versionFile(i), v.doc))];
  return [...docs, ...pictures];
}

export type RawProject =
  | { readonly ok: true; readonly raw: unknown }
  | { readonly ok: false; readonly problem: ArchiveProblem };

/** A document inside a zip as text. Never throws. */
export function textOf(bytes: Uint8Array | undefined): string | null {
  try {
    return bytes ? decoder.decode(bytes) : null;
  } catch {
    return null;
  }
}

/** The document of a `.seam` zip with its pictures in it again, not yet checked. Never throws. */
export function projectFromEntries(
  entries: ReadonlyMap<string, Uint8Array>,
  folder = '',
  name = PROJECT_ENTRY,
): RawProject {
  const text = textOf(entries.get(folder + name));
  if (text === null) return { ok: false, problem: { code: 'missing', name, ours: true } };
  const read = readJson(text, `Its ${name} is not JSON`);
  if (!read.ok) return { ok: false, problem: { code: 'said', of: null, message: read.message } };
  const inside = folder === '' ? entries : below(entries, folder);
  if (typeof read.value === 'object' && read.value !== null && 'pictures' in read.value)
    bringPicturesIn(read.value.pictures, inside);
  return { ok: true, raw: read.value };
}

/** The entries of a folder, by their names within it. */
export const below = (entries: ReadonlyMap<string, Uint8Array>, folder: string): ReadonlyMap<string, Uint8Array> =>
  new Map(
    [...entries].flatMap(([name, bytes]) => (name.startsWith(folder) ? [[name.slice(folder.length), bytes]] : [])),
  );
