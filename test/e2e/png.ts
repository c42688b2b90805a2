import { crc32, deflateSync } from 'node:zlib';

type Rgb = readonly [number, number, number];

/** A PNG made by hand (ISO 15948), eight bits a channel, grey or in colour. `crc32` is in newer Nodes only, so it is worked out here when missing. */
function made(width: number, height: number, channels: 1 | 3, at: (x: number, y: number) => readonly number[]): Buffer {
  const stride = channels * width + 1;
  const rows = Buffer.alloc(stride * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      at(x, y).forEach((v, k) => {
        rows[y * stride + 1 + x * channels + k] = v;
      });
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head[8] = 8;
  head[9] = channels === 1 ? 0 : 2;
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

/** A grey picture, from a brightness for every pixel. */
export const png = (width: number, height: number, grey: (x: number, y: number) => number): Buffer =>
  made(width, height, 1, (x, y) => [grey(x, y)]);
/** A picture in colour, from red, green and blue for every pixel. */
export const colourPng = (width: number, height: number, rgb: (x: number, y: number) => Rgb): Buffer =>
  made(width, height, 3, rgb);

function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
  const out = Buffer.alloc(body.length + 8);
  out.writeUInt32BE(data.length, 0);
  body.copy(out, 4);
  out.writeUInt32BE(crc(body), body.length + 4);
  return out;
}

function crc(data: Buffer): number {
  if (typeof crc32 === 'function') return crc32(data);
  let c = 0xffffffff;
  for (const byte of data) {
    c ^= byte;
    for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1;
  }
  return (c ^ 0xffffffff) >>> 0;
}
