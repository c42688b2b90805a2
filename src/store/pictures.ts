import { LIMITS } from '~/core/keep/model';

/** A photo larger than this is not decoded at all. */
const MEGAPIXELS = 36;

export type PictureRead = { ok: true; canvas: HTMLCanvasElement } | { ok: false; message: string };

const SEGMENTS = 500;

/**
 * Width and height from the file itself, before anything is decoded; null when it is neither PNG nor JPEG.
 * A JPEG's size may stand behind megabytes of metadata: its segments are stepped over, and only their heads are read.
 * Sources: PNG (ISO 15948) IHDR; JPEG (ITU-T T.81) start-of-frame.
 */
export async function pictureSize(file: Blob): Promise<{ width: number; height: number } | null> {
  const read = async (at: number, length: number): Promise<DataView> =>
    new DataView(await file.slice(at, at + length).arrayBuffer());
  const head = await read(0, 24);
  if (head.byteLength < 24) return null;
  if (head.getUint32(0) === 0x89504e47) return { width: head.getUint32(16), height: head.getUint32(20) };
  if (head.getUint16(0) !== 0xffd8) return null;
  let at = 2;
  for (let i = 0; i < SEGMENTS; i++) {
    const segment = await read(at, 9);
    if (segment.byteLength < 9 || segment.getUint8(0) !== 0xff) return null;
    const marker = segment.getUint8(1);
    // Fill bytes may stand before a marker.
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return { height: segment.getUint16(5), width: segment.getUint16(7) };
    at += 2 + segment.getUint16(2);
  }
  return null;
}

/**
 * Reads a PNG or JPEG onto a canvas, made smaller when its longer side exceeds `maxPx`.
 * @returns the canvas, or what is wrong and what to do
 */
export async function readPicture(file: File, maxPx: number): Promise<PictureRead> {
  const size = await pictureSize(file).catch(() => null);
  if (!size)
    return {
      ok: false,
      message: `“${file.name}” is neither a PNG nor a JPEG picture. Save it as one of these, then try again.`,
    };
  const megapixels = (size.width * size.height) / 1e6;
  if (megapixels > MEGAPIXELS)
    return {
      ok: false,
      message: `“${file.name}” has ${Math.round(megapixels)} megapixels; up to ${MEGAPIXELS} can be worked with. Save it at half its width, then try again: no detail that scissors could follow is lost.`,
    };
  try {
    const bitmap = await createImageBitmap(file);
    const scale = Math.min(1, maxPx / Math.max(bitmap.width, bitmap.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(bitmap.width * scale));
    canvas.height = Math.max(1, Math.round(bitmap.height * scale));
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('no canvas');
    context.imageSmoothingQuality = 'high';
    context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    bitmap.close();
    return { ok: true, canvas };
  } catch {
    return { ok: false, message: `“${file.name}” is damaged and cannot be read. Save it again, then try once more.` };
  }
}

/** A canvas as a JPEG data address that fits into a project; its quality is lowered until it does. */
export function canvasToDataUrl(canvas: HTMLCanvasElement): string {
  for (const quality of [0.85, 0.7, 0.5]) {
    const url = canvas.toDataURL('image/jpeg', quality);
    if (url.length < LIMITS.pictureChars) return url;
  }
  return canvas.toDataURL('image/jpeg', 0.3);
}

export const pixelsOf = (canvas: HTMLCanvasElement): ImageData => {
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser gives no canvas to read a picture with.');
  return context.getImageData(0, 0, canvas.width, canvas.height);
};

/** A picture of the project as a canvas of its own size. @throws Error when the browser cannot show it */
export async function dataUrlToCanvas(dataUrl: string): Promise<HTMLCanvasElement> {
  const image = new Image();
  image.src = dataUrl;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.naturalWidth;
  canvas.height = image.naturalHeight;
  canvas.getContext('2d')?.drawImage(image, 0, 0);
  return canvas;
}
