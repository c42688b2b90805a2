import { expect } from 'chai';
import { areaMm2, boundsOf, isInside, regionOf } from '~/core/base/shape';
import { cutMotif, type MotifWish, type ScanPixels, yieldOf } from '~/core/intake/drawing';

const PX = 3;
/** A print: six two-coloured lemons on a speckled pale ground, 3 pixels a millimetre, each with a thin spur and a hole. */
function print(): ScanPixels {
  const [w, h] = [360, 240];
  const data = new Uint8ClampedArray(w * h * 4);
  let seed = 3;
  const random = (): number => {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    return seed / 2147483648;
  };
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const [u, v] = [(x % 120) - 60, (y % 120) - 60];
      const d = Math.hypot(u, v / 0.8);
      let c: readonly [number, number, number] = [238, 244, 236];
      if (d < 36) c = u < 0 ? [236, 202, 48] : [226, 170, 30];
      // A leaf that touches it, a spur a pixel wide, and a hole.
      if (Math.hypot(u - 38, v + 8) < 10) c = [70, 130, 60];
      if (Math.abs(v - 30) < 1 && u > 0 && u < 50) c = [226, 170, 30];
      if (d < 8) c = [238, 244, 236];
      const i = (y * w + x) * 4;
      for (const [k, value] of c.entries()) data[i + k] = value + 12 * (random() - 0.5);
      data[i + 3] = 255;
    }
  return { width: w, height: h, data };
}
const pixels = print();
const cut = (more: Partial<MotifWish> = {}) =>
  cutMotif({
    pixels,
    mmPerPixel: 1 / PX,
    pick: { at: { x: 50, y: 50 } },
    tolerance: 0.35,
    marginMm: 0,
    smoothMm: 1,
    holes: false,
    ...more,
  });
const found = (more: Partial<MotifWish> = {}) => {
  const got = cut(more);
  if (!got.ok) throw new Error(got.message);
  return { ...got, region: regionOf(got.outline) };
};
const lemonMm2 = Math.PI * 12 * 9.6;
const leafMm2 = Math.PI * (10 / PX) ** 2;

describe('a motif cut from a print', () => {
  it('grown from a tap: all of its colours, its outer outline, its spur ironed out, the others counted', () => {
    const m = found();
    expect(m.region).to.have.length(1);
    expect(m.region[0]!.holes).to.have.length(0);
    // The leaf overlaps the lemon a little.
    expect(m.areaMm2).to.be.within(lemonMm2 + 0.5 * leafMm2, lemonMm2 + leafMm2 + 12);
    const b = boundsOf(m.region);
    expect(b.maxX).to.be.closeTo((60 + 48) / PX, 0.8);
    expect(isInside(m.region, { x: (60 + 47) / PX, y: 90 / PX }), 'the spur').to.equal(false);
    expect(m.alike).to.equal(6);
  });

  it('where it lies in the photo, so that the print is registered to it', () => {
    const second = found({ pick: { at: { x: 170, y: 170 } } });
    const first = found();
    const [a, b] = [boundsOf(first.region), boundsOf(second.region)];
    expect(b.minX - a.minX).to.be.closeTo(120 / PX, 0.4);
    expect(b.minY - a.minY).to.be.closeTo(120 / PX, 0.4);
  });

  it('with its holes when they are wanted, and a margin all round', () => {
    const holed = found({ holes: true, smoothMm: 0.3 });
    expect(holed.region[0]!.holes).to.have.length(1);
    const wide = found({ marginMm: 3 });
    const plain = found();
    // A convex outline grows by perimeter·r + π·r² (Steiner); this one is nearly convex.
    const around = 2 * Math.PI * 11;
    expect(wide.areaMm2 - plain.areaMm2).to.be.closeTo(3 * around + Math.PI * 9, 0.15 * 3 * around);
  });

  it('a tap on the ground says so; a loop takes what stands out in it, or itself where nothing does', () => {
    const ground = cut({ pick: { at: { x: 4, y: 4 } } });
    expect(!ground.ok && ground.message).to.match(/ground of the print/);
    const box = (x0: number, y0: number, x1: number, y1: number) => [
      { x: x0, y: y0 },
      { x: x1, y: y0 },
      { x: x1, y: y1 },
      { x: x0, y: y1 },
    ];
    const half = found({ pick: { loop: box(0, 0, 60, 120) }, smoothMm: 0.5 });
    expect(half.areaMm2).to.be.closeTo(lemonMm2 / 2, 25);
    const bare = found({ pick: { loop: box(104, 100, 136, 140) }, smoothMm: 0 });
    expect(bare.areaMm2).to.be.closeTo((32 * 40) / PX ** 2, 12);
    const small = cut({ pick: { loop: box(0, 0, 3, 3) } });
    expect(!small.ok && small.message).to.match(/too small/);
  });

  it('a stock of cloth yields whole motifs only', () => {
    expect(yieldOf(6, 120 * 80, 457 * 559)).to.equal(159);
    expect(yieldOf(1, 100, 99)).to.equal(0);
    expect(areaMm2(regionOf('M0 0H1V1H0Z'))).to.equal(1);
  });
});
