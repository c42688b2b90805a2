import slab from '@fontsource/alfa-slab-one/files/alfa-slab-one-latin-400-normal.woff?url';
import tall from '@fontsource/anton/files/anton-latin-400-normal.woff?url';
import plainHeavy from '@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff?url';
import wide from '@fontsource/bowlby-one/files/bowlby-one-latin-400-normal.woff?url';
import roundBold from '@fontsource/fredoka/files/fredoka-latin-700-normal.woff?url';
import sign from '@fontsource/lilita-one/files/lilita-one-latin-400-normal.woff?url';
import soft from '@fontsource/paytone-one/files/paytone-one-latin-400-normal.woff?url';
import geometric from '@fontsource/poppins/files/poppins-latin-800-normal.woff?url';
import plainBold from '@fontsource/rubik/files/rubik-latin-800-normal.woff?url';
import { expose } from 'comlink';
import {
  areasOfScan,
  cutMotif,
  type MotifResult,
  type MotifWish,
  type Pixels,
  readSvg,
  type SvgResult,
  straighten,
  type TracedRegion,
  traceRegions,
  type Wanted,
} from '~/core/drawing';
import { type Face, readFace, type SetResult, setWord } from '~/core/lettering';
import type { Word } from '~/core/model';
import type { Point } from '~/core/shape';

const URLS: Readonly<Record<string, string>> = {
  'plain-heavy': plainHeavy,
  'plain-bold': plainBold,
  'round-bold': roundBold,
  geometric,
  sign,
  soft,
  tall,
  slab,
  wide,
};

/** A face of one's own travels with each call; a shipped one is fetched once. */
export interface OwnFace {
  readonly id: string;
  readonly name: string;
  readonly bytes: ArrayBuffer;
}

const faces = new Map<string, Promise<{ ok: true; face: Face } | { ok: false; message: string }>>();
function faceFor(
  id: string,
  name: string,
  own: OwnFace | null,
): Promise<{ ok: true; face: Face } | { ok: false; message: string }> {
  let face = faces.get(id);
  if (!face) {
    const url = URLS[id];
    if (own) face = Promise.resolve(readFace(own.bytes, own.name));
    else if (url) face = fetch(url).then(async (r) => readFace(await r.arrayBuffer(), name));
    else
      return Promise.resolve({
        ok: false,
        message: 'The face of this word is not in this browser. Choose another face, or bring its font file in again.',
      });
    faces.set(id, face);
  }
  return face;
}

export interface ScanWish {
  readonly pixels: Pixels;
  /** The sheet's corners in pixels, or null to take the picture as it is. */
  readonly corners: readonly Point[] | null;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly mmPerPixel: number;
  readonly wanted: Wanted | 'colours';
  /** 0 … 1 */
  readonly smooth: number;
}

const api = {
  motif: (wish: MotifWish): MotifResult => cutMotif(wish),
  readSvg: (text: string, onProgress: (share: number) => void): SvgResult => readSvg(text, onProgress),
  setWord: async (word: Word, faceName: string, own: OwnFace | null): Promise<SetResult> => {
    const read = await faceFor(word.faceId, faceName, own);
    return read.ok ? setWord(read.face, word) : read;
  },
  /** Checks a font file without keeping it. */
  checkFace: (bytes: ArrayBuffer, name: string): { ok: true } | { ok: false; message: string } => {
    const read = readFace(bytes, name);
    return read.ok ? { ok: true } : read;
  },
  scan: (
    wish: ScanWish,
    onProgress: (share: number) => void,
  ): { ok: true; regions: TracedRegion[]; flat: Pixels } | { ok: false; message: string } => {
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
expose(api);
