import { zlibSync } from 'fflate';
import { crc32 } from '~/core/base/sum';

function chunk(type: string, data: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(12 + data.length);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, data.length);
  for (let i = 0; i < 4; i++) bytes[4 + i] = type.charCodeAt(i);
  bytes.set(data, 8);
  view.setUint32(8 + data.length, crc32(bytes.subarray(4, 8 + data.length)));
  return bytes;
}

/**
 * A PNG as a data address, of few colours.
 * @param at the colour of a pixel, as its place in `palette`
 * @param palette up to 256 colours, #rrggbb
 * Source: ISO 15948, indexed colour.
 */
export function pngDataUrl(
  width: number,
  height: number,
  palette: readonly string[],
  at: (x: number, y: number) => number,
): string {
  const head = new Uint8Array(13);
  const view = new DataView(head.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  head.set([8, 3], 8);
  const colours = Uint8Array.from(palette.flatMap((c) => [1, 3, 5].map((i) => Number.parseInt(c.slice(i, i + 2), 16))));
  const rows = new Uint8Array(height * (width + 1));
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) rows[y * (width + 1) + 1 + x] = at(x, y);
  const parts = [
    Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a),
    chunk('IHDR', head),
    chunk('PLTE', colours),
    chunk('IDAT', zlibSync(rows, { level: 9 })),
    chunk('IEND', new Uint8Array(0)),
  ];
  let text = '';
  for (const part of parts) for (const b of part) text += String.fromCharCode(b);
  return `data:image/png;base64,${btoa(text)}`;
}
