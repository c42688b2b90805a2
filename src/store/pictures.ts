import { LIMITS } from '~/core/model';

/** A photo larger than this is not decoded at all. */
const MEGAPIXELS = 36;

export type PictureRead = { ok: true; canvas: HTMLCanvasElement } | { ok: false; message: string };

/** Width and height from the file's own head, before anything is decoded; null when it is neither PNG nor JPEG. Sources: PNG (ISO 15948) IHDR; JPEG (ITU-T T.81) start-of-frame. */
export function pictureSize(bytes: Uint8Array): { width: number; height: number } | null {
  const u16 = (i: number): number => ((bytes[i] ?? 0) << 8) | (bytes[i + 1] ?? 0);
  const u32 = (i: number): number => u16(i) * 65536 + u16(i + 2);
  if (u32(0) === 0x89504e47) return { width: u32(16), height: u32(20) };
  if (u16(0) !== 0xffd8) return null;
  let i = 2;
  while (i < bytes.length - 9) {
    if (bytes[i] !== 0xff) return null;
    const marker = bytes[i + 1] ?? 0;
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return { height: u16(i + 5), width: u16(i + 7) };
    i += 2 + u16(i + 2);
  }
  return null;
}

/**
 * Reads a PNG or JPEG onto a canvas, made smaller when its longer side exceeds `maxPx`.
 * @returns the canvas, or what is wrong and what to do
 */
export async function readPicture(file: File, maxPx: number): Promise<PictureRead> {
  const head = new Uint8Array(await file.slice(0, 256 * 1024).arrayBuffer());
  const size = pictureSize(head);
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
