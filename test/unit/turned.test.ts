// Parts turned by any angle: what overlaps, how it is pushed apart, and layouts that need an angle between steps.
import { expect } from 'chai';
import fc from 'fast-check';
import { intersection as polyIntersection } from 'polyclip-ts';
import { areaMm2, boundsOf, intersection, offset, type Region, regionOf, ringsOf } from '~/core/base/shape';
import { type NestPart, nest, placedRegion, seeded, settle } from '~/core/cut/nest';
import { prepare } from '~/core/cut/nest/part';
import { giveWay, squeeze } from '~/core/cut/nest/squeeze';
import { Turned } from '~/core/cut/nest/turned';
import { sweep } from '../cases';

const OUTLINES = [
  'M0 0H50V20H20V50H0Z',
  'M0 0L60 10L40 50Z',
  'M0 0H40V40H0ZM10 10V30H30V10Z',
  'M0 25C0 -10 50 -10 50 25C50 40 30 30 25 45C20 30 0 40 0 25Z',
];
const WIDE = { minX: -1000, minY: -1000, maxX: 1000, maxY: 1000 };
const flags = (n: number, v: 0 | 1): Uint8Array => new Uint8Array(n).fill(v);

/** Parts by outline, none of them grown, laid at these places. */
function laid(
  outlines: readonly string[],
  at: readonly { x: number; y: number; deg: number }[],
  room = WIDE,
  locked = flags(outlines.length, 0),
): Turned {
  const t = new Turned(
    outlines.map((o) => prepare(regionOf(o), 0, 1)),
    outlines.map((_, i) => i),
    flags(outlines.length, 1),
    locked,
    room,
  );
  at.forEach((p, i) => {
    t.put(i, p.x, p.y, (p.deg * Math.PI) / 180);
  });
  return t;
}
const regionAt = (t: Turned, i: number, outline: string): Region => {
  const p = t.placeOf(i);
  return placedRegion(outline, { xMm: p.x, yMm: p.y, rotateDeg: (p.rad * 180) / Math.PI });
};
const overlapMm2 = (a: Region, b: Region): number => {
  const flat = (r: Region) => ringsOf(r).map((ring) => ring.map((p): [number, number] => [p.x, p.y]));
  return polyIntersection([flat(a)], [flat(b)]).reduce(
    (sum, polygon) =>
      sum +
      polygon.reduce(
        (s, ring, k) =>
          s +
          (k === 0 ? 1 : -1) *
            Math.abs(
              ring.reduce((twice, [x, y], i) => {
                const [nx, ny] = ring[(i + 1) % ring.length]!;
                return twice + (x * ny - nx * y) / 2;
              }, 0),
            ),
        0,
      ),
    0,
  );
};

describe('nest: parts at any angle', () => {
  it('overlap just when an independent library (polyclip-ts) finds a common area, at any turn', () => {
    const random = seeded(3);
    let together = 0;
    for (let k = 0; k < 300; k++) {
      const pair = [OUTLINES[k % 4]!, OUTLINES[Math.floor(k / 4) % 4]!];
      const t = laid(pair, [
        { x: 0, y: 0, deg: random() * 360 },
        { x: (random() - 0.5) * 150, y: (random() - 0.5) * 150, deg: random() * 360 },
      ]);
      const mm2 = overlapMm2(regionAt(t, 0, pair[0]!), regionAt(t, 1, pair[1]!));
      const depth = t.boxesMeet(0, 1) ? t.depth(0, 1) : 0;
      // Outlines are thinned outwards by up to 0.2 mm: what hardly meets may go either way.
      if (mm2 > 0.5) {
        expect(depth, `pair ${k} overlaps by ${mm2} mm²`).to.be.above(0);
        together += 1;
      } else if (mm2 === 0) expect(depth, `pair ${k} is apart`).to.be.below(0.45);
    }
    expect(together).to.be.within(60, 240);
  });

  it('of two squares by hand: the depth, the way out, and a corner that lies in the other', () => {
    const t = laid(
      ['M0 0H40V40H0Z', 'M0 0H40V40H0Z'],
      [
        { x: 0, y: 0, deg: 0 },
        { x: 37, y: 10, deg: 0 },
      ],
    );
    expect(t.depth(0, 1)).to.be.closeTo(3, 1e-9);
    expect(t.contact).to.include({ nx: -1 });
    expect(t.depth(1, 0)).to.be.closeTo(3, 1e-9);
    expect(t.contact).to.include({ nx: 1 });
    // Turned by 45° about its own corner: a tip of 10 mm, so as deep.
    t.put(1, 30, 20, -Math.PI / 4);
    expect(t.depth(1, 0)).to.be.closeTo(10, 1e-9);
    expect(t.contact.x).to.be.closeTo(30, 1e-9);
    expect(t.contact.y).to.be.closeTo(20, 1e-9);
  });

  it('where it lies is told by its own (0,0), whatever its turn', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...OUTLINES),
        fc.double({ min: -300, max: 300, noNaN: true }),
        fc.double({ min: -300, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        (outline, x, y, rad) => {
          const t = laid([outline], [{ x: 0, y: 0, deg: 0 }]);
          t.put(0, x, y, rad);
          const p = t.placeOf(0);
          expect(Math.hypot(p.x - x, p.y - y)).to.be.below(1e-9);
          expect(p.rad).to.equal(rad);
          const b = boundsOf(placedRegion(outline, { xMm: x, yMm: y, rotateDeg: (rad * 180) / Math.PI }));
          for (const [mine, own] of [
            [t.minX[0]!, b.minX],
            [t.maxX[0]!, b.maxX],
            [t.minY[0]!, b.minY],
            [t.maxY[0]!, b.maxY],
          ] as const)
            expect(mine).to.be.closeTo(own, 0.45);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a bar that is held askew in a channel as wide as itself comes straight by giving way', () => {
    const t = laid(['M0 0H100V20H0Z'], [{ x: 60, y: 4, deg: 6 }], { minX: 0, minY: 0, maxX: 400, maxY: 20.5 });
    expect(giveWay(t, 400)).to.equal(true);
    // In 20.5 mm a bar of 100 × 20 leans by 0.5/100 at most.
    expect(Math.abs(Math.sin(t.a[0]!))).to.be.below(0.0051);
    expect(t.minY[0]).to.be.at.least(-1e-9);
    expect(t.maxY[0]).to.be.at.most(20.5 + 1e-9);
  });

  it('what is locked stays, and what may not be turned is only moved', () => {
    const t = new Turned(
      [prepare(regionOf('M0 0H40V40H0Z'), 0, 1)],
      [0, 0, 0],
      Uint8Array.from([1, 0, 1]),
      Uint8Array.from([1, 0, 0]),
      WIDE,
    );
    t.put(0, 0, 0, 0);
    t.put(1, 35, 5, 0.3);
    t.put(2, 60, 20, 0.2);
    expect(giveWay(t)).to.equal(true);
    expect(t.placeOf(0)).to.deep.equal({ x: 0, y: 0, rad: 0 });
    expect(t.a[1]).to.equal(0.3);
    for (const [i, j] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ] as const)
      expect(t.boxesMeet(i, j) ? t.depth(i, j) : 0).to.equal(0);
  });

  it('where nothing can give way it says so', () => {
    const t = laid(
      ['M0 0H100V20H0Z', 'M0 0H100V20H0Z'],
      [
        { x: 0, y: 0, deg: 0 },
        { x: 5, y: 5, deg: 0 },
      ],
      { minX: 0, minY: 0, maxX: 110, maxY: 30 },
    );
    expect(giveWay(t)).to.equal(false);
  });

  sweep('shortens a strip, and only ever tells of layouts without overlaps', () => {
    const outlines = [0, 1, 2, 3, 0, 1, 3, 1].map((k) => OUTLINES[k]!);
    const room = { minX: 0, minY: 0, maxX: 8 * 70, maxY: 110 };
    const t = laid(
      outlines,
      outlines.map((_, i) => ({ x: 5 + 70 * i, y: 20, deg: 0 })),
      room,
    );
    let told = 0;
    const before = t.reach();
    squeeze(
      t,
      seeded(1),
      () => t.work > 400_000,
      () => {
        told += 1;
        for (let i = 0; i < t.n; i++)
          for (let j = 0; j < i; j++) expect(t.boxesMeet(i, j) ? t.depth(i, j) : 0).to.equal(0);
      },
    );
    expect(told).to.be.above(10);
    expect(t.reach()).to.be.below(before * 0.55);
    const regions = outlines.map((o, i) => regionAt(t, i, o));
    regions.forEach((a, i) => {
      for (const b of regions.slice(i + 1)) expect(areaMm2(intersection(a, b))).to.be.below(0.05);
    });
  });
});

describe('nest: layouts that need an angle between steps', () => {
  /** How short a bar of l × w lies across a roll of this width: turned until it just goes in. */
  const shortest = (l: number, w: number, wide: number): number => {
    let [low, high] = [0, Math.PI / 2];
    for (let k = 0; k < 60; k++) {
      const turn = (low + high) / 2;
      // l·sin + w·cos rises up to atan(l / w), far beyond what goes in here.
      if (l * Math.sin(turn) + w * Math.cos(turn) < wide) low = turn;
      else high = turn;
    }
    return l * Math.cos(low) + w * Math.sin(low);
  };
  for (const [l, w, wide] of [
    [130, 8, 100],
    [200, 12, 120],
    [150, 30, 140],
  ] as const)
    it(`a bar of ${l} × ${w} lies as short across a roll of ${wide} as geometry allows, to half a millimetre`, () => {
      const bar: NestPart = { id: 'bar', outline: `M0 0H${l}V${w}H0Z`, count: 1 };
      const r = nest({ widthMm: wide, spacingMm: 0, rotations: 'free', seconds: 0.1, seed: 1, parts: [bar] });
      const b = boundsOf(placedRegion(bar.outline, r.placements[0]!));
      expect(b.minY).to.be.at.least(-0.01);
      expect(b.maxY).to.be.at.most(wide + 0.01);
      expect(r.lengthMm).to.be.within(shortest(l, w, wide) - 0.02, shortest(l, w, wide) + 0.5);
    });

  it('ends by itself when nothing can be gained any more, however much time there is', () => {
    const plain: NestPart = { id: 'plain', outline: 'M0 0H60V40H0Z', count: 1 };
    let clock = 0;
    const r = nest(
      { widthMm: 100, spacingMm: 0, rotations: 'free', seconds: 600, seed: 1, parts: [plain] },
      { now: () => ++clock },
    );
    expect(r.lengthMm).to.be.closeTo(40, 0.05);
    // Asked for the time a few thousand times at most: 600 s of work would ask by the million.
    expect(clock).to.be.below(20_000);
  });

  const bars: NestPart[] = [
    { id: 'l', outline: OUTLINES[0]!, count: 3 },
    { id: 't', outline: OUTLINES[1]!, count: 3 },
  ];
  it('what a hand holds at any angle stays so, and nothing comes nearer than the spacing', () => {
    const held = {
      id: 'l',
      copy: 1,
      xMm: 60,
      yMm: 30,
      rotateDeg: 33.3,
      mirrored: false as const,
      bin: null,
      binCopy: 0,
    };
    const r = nest({
      widthMm: 150,
      spacingMm: 4,
      rotations: 'free',
      seconds: 0.5,
      seed: 2,
      parts: bars,
      locked: [held],
    });
    const mine = r.placements.find((p) => p.id === 'l' && p.copy === 1);
    expect(mine).to.deep.include({ xMm: 60, yMm: 30, rotateDeg: 33.3 });
    const grown = r.placements.map((p) =>
      offset(placedRegion(bars.find((b) => b.id === p.id)!.outline, p), 1.99, 'round', 0.01),
    );
    grown.forEach((a, i) => {
      for (const b of grown.slice(i + 1)) expect(areaMm2(intersection(a, b))).to.be.below(0.02);
    });
  });

  it('a part that is let go beside one at an angle between steps comes to rest clear of it', () => {
    const other = {
      id: 'l',
      copy: 0,
      xMm: 100,
      yMm: 60,
      rotateDeg: 21.7,
      mirrored: false as const,
      bin: null,
      binCopy: 0,
    };
    const wanted = { ...other, id: 't', xMm: 102, yMm: 62, rotateDeg: 0.4 };
    const to = settle(bars, [other], wanted, { widthMm: 300, lengthMm: 400, spacingMm: 3, rotations: 'free' })!;
    expect(to.rotateDeg).to.equal(0.4);
    const far = (mm: number): number =>
      areaMm2(
        intersection(
          offset(placedRegion(OUTLINES[0]!, other), mm / 2, 'round', 0.01),
          offset(placedRegion(OUTLINES[1]!, to), mm / 2, 'round', 0.01),
        ),
      );
    expect(far(2.98)).to.be.below(0.02);
    // And as near as it goes: half a millimetre more would not.
    expect(far(3.6)).to.be.above(0.02);
  });
});
