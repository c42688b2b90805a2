import { expect } from 'chai';
import fc from 'fast-check';
import {
  areaMm2,
  boundsOf,
  corners,
  crossesItself,
  drawShelfShape,
  intersection,
  linesOf,
  offset,
  perimeterMm,
  placement,
  regionOf,
  ringsOf,
  SHELF,
  thinnestStroke,
  transformRegion,
} from '~/core/base/shape';
import { measureLabel, shapeName, shelfWords } from '~/words';
import { square } from './helpers';

const usual = (id: string, more: Record<string, number> = {}): string => {
  const shape = SHELF.find((s) => s.id === id)!;
  const drawn = drawShelfShape(shape, { ...Object.fromEntries(shape.measures.map((m) => [m.key, m.usual])), ...more });
  if (!drawn.ok) throw new Error(shelfWords(shape, drawn.wrong));
  return drawn.outline;
};
const size = (outline: string): [number, number] => {
  const b = boundsOf(regionOf(outline));
  return [b.maxX - b.minX, b.maxY - b.minY];
};

describe('shelf: shapes by their measurements', () => {
  for (const shape of SHELF)
    it(`${shapeName(shape)}: can be drawn as it comes, encloses cloth, crosses nowhere`, () => {
      expect(areaMm2(regionOf(usual(shape.id)))).to.be.above(500);
      expect(crossesItself(linesOf(usual(shape.id)))).to.equal(null);
    });

  it('each has its name, and each of its measures a label', () => {
    for (const shape of SHELF)
      for (const said of [shapeName(shape), ...shape.measures.map((m) => measureLabel(shape, m.key))])
        expect(said, shape.id).to.match(/^[A-Z][a-z]/);
  });

  it('has the areas that geometry books give', () => {
    // Circle π·r²; ring the difference of two; ellipse π·a·b; regular hexagon 3√3/2·R²; lens of two equal arcs R²(θ − sin θ).
    expect(areaMm2(regionOf(usual('circle', { d: 100 })))).to.be.closeTo(Math.PI * 2500, 20);
    expect(areaMm2(regionOf(usual('ring', { d: 100, hole: 60 })))).to.be.closeTo(Math.PI * (2500 - 900), 20);
    expect(areaMm2(regionOf(usual('oval', { w: 120, h: 60 })))).to.be.closeTo(Math.PI * 60 * 30, 20);
    expect(areaMm2(regionOf(usual('polygon', { n: 6, d: 100 })))).to.be.closeTo(((3 * Math.sqrt(3)) / 2) * 2500, 0.1);
    expect(areaMm2(regionOf(usual('pennant', { w: 120, h: 170 })))).to.be.closeTo((120 * 170) / 2, 0.01);
    const r = (100 ** 2 / 4 + 22 ** 2) / 44;
    const theta = 2 * Math.asin(50 / r);
    expect(areaMm2(regionOf(usual('petal', { w: 44, h: 100 })))).to.be.closeTo(r * r * (theta - Math.sin(theta)), 8);
  });

  it('is as wide and high as was asked', () => {
    for (const id of ['oval', 'drop', 'scallop', 'pennant', 'rounded', 'arch', 'petal']) {
      const [w, h] = size(usual(id, { w: 72, h: 110, r: 10, n: 4 }));
      expect(w, id).to.be.closeTo(72, 0.1);
      expect(h, id).to.be.closeTo(110, 0.1);
    }
    expect(size(usual('circle', { d: 64 }))[0]).to.be.closeTo(64, 0.05);
    expect(size(usual('wave', { w: 240, h: 60, swell: 14, n: 3 }))[0]).to.be.closeTo(240, 0.1);
  });

  it('the crescent is as thick as was asked, at its thickest', () => {
    for (const thick of [20, 36, 60, 80]) {
      const region = regionOf(usual('crescent', { d: 100, thick }));
      const b = boundsOf(region);
      expect(b.minX).to.be.closeTo(-50, 0.05);
      const strip = regionOf('M-60 -0.1H60V0.1H-60Z');
      expect(areaMm2(intersection(region, strip)) / 0.2, `${thick}`).to.be.closeTo(thick, 0.1);
    }
  });

  it('refuses measurements that cannot be, in words', () => {
    for (const [id, m] of [
      ['ring', { hole: 200 }],
      ['star', { inner: 300 }],
      ['cog', { tooth: 60 }],
      ['rounded', { r: 80 }],
      ['polygon', { n: 2 }],
      ['circle', { d: Number.NaN }],
      ['star', { n: 5.5 }],
    ] as const) {
      const shape = SHELF.find((s) => s.id === id)!;
      const drawn = drawShelfShape(shape, { ...Object.fromEntries(shape.measures.map((q) => [q.key, q.usual])), ...m });
      expect(drawn.ok, id).to.equal(false);
      if (!drawn.ok) expect(shelfWords(shape, drawn.wrong)).to.match(/^[A-Z].*\.$/);
    }
  });
});

/** The thinnest stroke by brute force: for every edge point the nearest edge point straight across the cloth. */
function bruteForceThinnest(outline: string): number {
  const points = ringsOf(regionOf(outline)).flatMap((ring) => {
    const out: { x: number; y: number; nx: number; ny: number }[] = [];
    for (let i = 0; i < ring.length; i++) {
      const a = ring[i]!;
      const b = ring[(i + 1) % ring.length]!;
      const len = Math.hypot(b.x - a.x, b.y - a.y);
      for (let k = 0; k < Math.max(1, Math.ceil(len / 0.15)); k++) {
        const t = (k + 0.5) / Math.max(1, Math.ceil(len / 0.15));
        out.push({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, nx: -(b.y - a.y) / len, ny: (b.x - a.x) / len });
      }
    }
    return out;
  });
  let best = Number.POSITIVE_INFINITY;
  for (const p of points)
    for (const q of points) {
      const d = Math.hypot(q.x - p.x, q.y - p.y);
      // Across: both edges face each other, within 20°.
      if (
        d < best &&
        d > 0.01 &&
        Math.abs(p.nx * (q.x - p.x) + p.ny * (q.y - p.y)) / d > 0.94 &&
        p.nx * q.nx + p.ny * q.ny < -0.88
      )
        best = d;
    }
  return best;
}

describe('thin strokes', () => {
  const dumbbell = (neck: number): string => `M0 0H30V${15 - neck / 2}H60V0H90V30H60V${15 + neck / 2}H30V30H0Z`;

  it('measures a neck', () => {
    for (const neck of [0.8, 1.6, 2.5])
      expect(thinnestStroke(regionOf(dumbbell(neck)), 3)!.widthMm).to.be.closeTo(neck, 0.05);
    expect(thinnestStroke(regionOf(dumbbell(3.5)), 3)).to.equal(null);
  });

  it('marks the place', () => {
    const thin = thinnestStroke(regionOf('M0 0H100V20L50 1.5L0 20Z'), 3)!;
    expect(thin.x).to.be.closeTo(50, 1);
    expect(thin.widthMm).to.be.closeTo(1.5, 0.1);
  });

  it('sees a wall between a hole and the edge', () => {
    const ring = 'M-40 0A40 40 0 1 1 40 0A40 40 0 1 1 -40 0ZM-20 0A29 29 0 1 1 38 0A29 29 0 1 1 -20 0Z';
    const thin = thinnestStroke(regionOf(ring), 3)!;
    expect(thin.widthMm).to.be.closeTo(2, 0.1);
    expect(thin.x).to.be.closeTo(39, 0.3);
  });

  it('does not take a corner for a stroke', () => {
    expect(thinnestStroke(regionOf(square(40)), 3)).to.equal(null);
    expect(thinnestStroke(regionOf('M0 0L60 20L0 40Z'), 3)).to.equal(null);
    expect(thinnestStroke(regionOf(usual('star')), 3)).to.equal(null);
  });

  it('agrees with a brute-force distance check to 0.2 mm', function () {
    this.timeout(240_000);
    const outlines = [
      dumbbell(2.2),
      usual('crescent', { d: 60, thick: 6 }),
      'M0 0H60V5L30 2.2L0 5Z',
      'M0 0C30 14 40 -10 70 4V6.4C40 -7.6 30 16.4 0 2.6Z',
      usual('ring', { d: 50, hole: 45.4 }),
    ];
    for (const o of outlines) {
      const ours = thinnestStroke(regionOf(o), 20)!;
      expect(ours.widthMm, o).to.be.closeTo(bruteForceThinnest(o), 0.2);
    }
  });

  it('does not change when the shape is turned', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), (turn) => {
        const region = transformRegion(regionOf(dumbbell(1.8)), placement({ xMm: 7, yMm: -30, rotateDeg: turn }));
        expect(thinnestStroke(region, 3)!.widthMm).to.be.closeTo(1.8, 0.05);
      }),
      { numRuns: 20 },
    );
  });

  it('agrees with erosion: what is thinner than d vanishes when the edge moves in by d/2', () => {
    expect(offset(regionOf(dumbbell(2)), -1.02).length).to.equal(2);
    expect(offset(regionOf(dumbbell(2)), -0.98).length).to.equal(1);
    expect(thinnestStroke(regionOf(dumbbell(2)), 3)!.widthMm).to.be.within(1.96, 2.04);
  });
});

describe('corners', () => {
  it('measures outer points and inside corners', () => {
    // Triangle 60 wide, 20 high at the base: the tip has 2·atan(10/60) = 18.92°.
    const tip = corners(regionOf('M0 0L60 10L0 20Z'), 30).sharp;
    expect(tip).to.have.length(1);
    expect(tip[0]!.angleDeg).to.be.closeTo((2 * Math.atan(10 / 60) * 180) / Math.PI, 0.2);
    const L = corners(regionOf('M0 0H20V40H40V60H0Z'), 30);
    expect(L.sharp).to.deep.equal([]);
    expect(L.inside).to.have.length(1);
    expect(L.inside[0]!.angleDeg).to.be.closeTo(270, 0.5);
    expect(corners(regionOf(usual('circle')), 30)).to.deep.equal({ sharp: [], inside: [] });
    expect(corners(regionOf(usual('star')), 60).sharp).to.have.length(5);
  });

  it('counts a hole’s corners from the cloth’s side', () => {
    const frame = corners(regionOf(`${square(60)}${square(20, 20, 20)}`), 30);
    expect(frame.inside).to.have.length(4);
    expect(perimeterMm(regionOf(square(60)))).to.equal(240);
  });
});
