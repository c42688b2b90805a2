import slab from '@fontsource/alfa-slab-one/files/alfa-slab-one-latin-400-normal.woff?url';
import tall from '@fontsource/anton/files/anton-latin-400-normal.woff?url';
import plainHeavy from '@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff?url';
import wide from '@fontsource/bowlby-one/files/bowlby-one-latin-400-normal.woff?url';
import roundBold from '@fontsource/fredoka/files/fredoka-latin-700-normal.woff?url';
import sign from '@fontsource/lilita-one/files/lilita-one-latin-400-normal.woff?url';
import soft from '@fontsource/paytone-one/files/paytone-one-latin-400-normal.woff?url';
import geometric from '@fontsource/poppins/files/poppins-latin-800-normal.woff?url';
import plainBold from '@fontsource/rubik/files/rubik-latin-800-normal.woff?url';
import plainAny from '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2?url';
import { expose } from 'comlink';
import type { Point } from '~/core/base/shape';
import {
  areasOfScan,
  cutMotif,
  type FaceFor,
  type MotifResult,
  type MotifWish,
  readSvg,
  type ScanPixels,
  type SvgResult,
  straighten,
  type TracedRegion,
  traceRegions,
  type WantedRegions,
} from '~/core/intake/drawing';
import { type AxisSettings, type Face, type FaceRead, readFace, type SetWord, setWord } from '~/core/intake/lettering';
import type { Word } from '~/core/keep/model';
import { letteringWords } from '~/words';
import { speakAsPage } from './speaking';

const URLS: Readonly<Record<string, string>> = {
  'plain-heavy': plainHeavy,
  'plain-bold': plainBold,
  'plain-any': plainAny,
  'round-bold': roundBold,
  geometric,
  sign,
  soft,
  tall,
  slab,
  wide,
};

/** A word that was set, or why it was not, in words. */
export type WordSet = { readonly ok: true; readonly word: SetWord } | { readonly ok: false; readonly message: string };

/** A face of one's own travels with each call; a shipped one is fetched once. */
export interface OwnFace {
  readonly id: string;
  readonly name: string;
  readonly bytes: ArrayBuffer;
}

/** A text that is this bold, or bolder, is set bold. */
const BOLD = 550;
/** The faces that a drawing's text can be set in; null where none can be loaded. */
async function facesFor(own: readonly OwnFace[]): Promise<FaceFor | null> {
  const [plain, bold, ...brought] = await Promise.all([
    faceFor('plain-any', 'Plain', null, { wght: 400 }),
    faceFor('plain-any', 'Plain, bold', null, { wght: 700 }),
    ...own.map((o) => faceFor(o.id, o.name, o, {})),
  ]);
  if (!plain?.ok || !bold?.ok) return null;
  const here = new Map<string, Face>();
  for (const read of brought)
    if (read.ok) for (const name of [read.face.family, read.face.name.toLowerCase()]) here.set(name, read.face);
  return ({ families, weight }) => {
    const asked = families.map((f) => here.get(f)).find((f) => f !== undefined);
    return asked ? { face: asked, asAsked: true } : { face: weight < BOLD ? plain.face : bold.face, asAsked: false };
  };
}

export type FaceFacts = Pick<Face, 'axes' | 'sample'>;

const MOST_FACES = 40;
const faces = new Map<string, Promise<FaceRead>>();
function faceFor(id: string, name: string, own: OwnFace | null, axes: AxisSettings): Promise<FaceRead> {
  const key = `${id} ${JSON.stringify(axes)}`;
  let face = faces.get(key);
  if (!face) {
    const url = URLS[id];
    if (own) face = readFace(own.bytes, own.name, axes);
    else if (url) face = fetch(url).then(async (r) => readFace(await r.arrayBuffer(), name, axes));
    else return Promise.resolve({ ok: false, problem: { code: 'not-here', name } });
    if (faces.size >= MOST_FACES) faces.clear();
    faces.set(key, face);
  }
  return face;
}

export interface ScanWish {
  readonly pixels: ScanPixels;
  /** The sheet's corners in pixels, or null to take the picture as it is. */
  readonly corners: readonly Point[] | null;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly mmPerPixel: number;
  readonly wanted: WantedRegions | 'colours';
  /** 0 … 1 */
  readonly smooth: number;
}

const api = {
  motif: (wish: MotifWish): MotifResult => cutMotif(wish),
  /** @param own faces that were brought in; text is set in the one that it asks for, or in the plain face that ships */
  readSvg: async (text: string, own: readonly OwnFace[], onProgress: (share: number) => void): Promise<SvgResult> =>
    readSvg(text, onProgress, /<(\w+:)?text[\s>]/.test(text) ? await facesFor(own) : null),
  setWord: async (word: Word, faceName: string, own: OwnFace | null): Promise<WordSet> => {
    const read = await faceFor(word.faceId, faceName, own, word.axes);
    const set = read.ok ? setWord(read.face, word) : read;
    return set.ok ? set : { ok: false, message: letteringWords(set.problem) };
  },
  /** Checks a font file without keeping it. */
  checkFace: async (bytes: ArrayBuffer, name: string): Promise<{ ok: true } | { ok: false; message: string }> => {
    const read = await readFace(bytes, name);
    return read.ok ? { ok: true } : { ok: false, message: letteringWords(read.problem) };
  },
  /** What a face can be set at, and a sample of letters that it has. */
  aboutFace: async (id: string, name: string, own: OwnFace | null): Promise<FaceFacts | null> => {
    const read = await faceFor(id, name, own, {});
    return read.ok ? { axes: read.face.axes, sample: read.face.sample } : null;
  },
  scan: (
    wish: ScanWish,
    onProgress: (share: number) => void,
  ): { ok: true; regions: TracedRegion[]; flat: ScanPixels } | { ok: false; message: string } => {
    const flat = wish.corners ? straighten(wish.pixels, wish.corners, wish.widthPx, wish.heightPx) : wish.pixels;
    if (!flat) return { ok: false, message: 'The four corners do not span a sheet. Drag each to its own corner.' };
    onProgress(0.15);
    const mask = areasOfScan(flat, wish.wanted);
    onProgress(0.4);
    if (mask.count > 400)
      return {
        ok: false,
        message: `There are ${mask.count} separate bits in this picture, too many to cut. Use a clearer drawing, or a plain background.`,
      };
    const regions = traceRegions(mask, wish.mmPerPixel, wish.smooth, (s) => onProgress(0.4 + 0.6 * s));
    return { ok: true, regions, flat };
  },
};
export type DrawingWorker = typeof api;
speakAsPage();
expose(api);
