import { expect } from 'chai';
import fc from 'fast-check';
import * as polyclip from 'polyclip-ts';
import {
  applyTo,
  arcToCentre,
  areaMm2,
  boundsOf,
  clipLines,
  coarseRing,
  composed,
  crossesItself,
  difference,
  distanceToEdge,
  exclusive,
  flatten,
  intersection,
  isInside,
  labelSpot,
  linesOf,
  mirrorAt,
  mirrorLine,
  normalise,
  offset,
  parsePath,
  perimeterMm,
  placement,
  printPath,
  printRegion,
  type Region,
  type Rings,
  regionOf,
  ringAreaMm2,
  ringsOf,
  rotation,
  transformPath,
  transformRegion,
  transformRings,
  translation,
  union,
  walkOf,
} from '~/core/base/shape';
import { harbourLight } from '~/demo';
import { square } from './helpers';

const shapes = harbourLight().pieces.map((p) => ({ id: p.id, outline: p.outline, region: regionOf(p.outline) }));

/** Area by an independent library, from rings taken by the even-odd rule. */
const independent = {
  geom: (region: Region): polyclip.Geom =>
    polyclip.xor(
      ...(ringsOf(region).map((ring) => [[...ring.map((p) => [p.x, p.y] as [number, number])]]) as [
        polyclip.Geom,
        ...polyclip.Geom[],
      ]),
    ),
  area: (geom: polyclip.Geom): number =>
    (geom as [number, number][][][]).reduce(
      (sum, polygon) =>
        sum +
        polygon.reduce((s, ring, i) => {
          let twice = 0;
          for (let k = 0; k < ring.length - 1; k++)
            twice += ring[k]![0] * ring[k + 1]![1] - ring[k + 1]![0] * ring[k]![1];
          return s + (i === 0 ? 1 : -1) * Math.abs(twice / 2);
        }, 0),
      0,
    ),
};

describe('shape: path data', () => {
  const ok = (d: string) => {
    const r = parsePath(d);
    if (!r.ok) throw new Error(r.message);
    return r.segments;
  };

  it('reads every command, relative and absolute', () => {
    // SVG 2, section 9.3: the two spellings describe the same square with every kind of line.
    const absolute = regionOf('M10 10 H30 V30 L10 30 Z');
    const relative = regionOf('m10 10 h20 v20 l-20 0 z');
    expect(relative).to.deep.equal(absolute);
    const curved = ok('M0 0C0 5 5 10 10 10S20 5 20 0Q25 -10 30 0T40 0A5 5 0 0 1 50 0z').map((s) => s.type);
    expect(curved).to.deep.equal(['M', 'L', 'C', 'C', 'Q', 'Q', 'A', 'Z'].filter((t) => t !== 'L'));
  });

  it('keeps several subpaths and closes open ones', () => {
    expect(regionOf('M0 0h10v10h-10M20 0h10v10h-10z')).to.have.length(2);
  });

  for (const broken of [
    'M0 0 L',
    'M 0,0 C 1 1',
    'hello',
    'L 1 1',
    'M0 0 A 5 5 0 2 0 1 1',
    'M1e400 0L1 1L0 1Z',
    '<script>',
  ])
    it(`says where “${broken}” breaks`, () => {
      const r = parsePath(broken);
      expect(r.ok).to.equal(false);
    });

  it('never throws', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom(...'MLCQAZmlcqaz0123456789.,- e') }),
        (d) => typeof parsePath(d).ok === 'boolean',
      ),
    );
  });

  it('flattens to 0.05 mm: a circle’s points and chord middles lie that near to it', () => {
    for (const r of [3, 20, 150]) {
      const [ring] = linesOf(`M${-r} 0A${r} ${r} 0 1 1 ${r} 0A${r} ${r} 0 1 1 ${-r} 0Z`);
      for (let i = 0; i < ring!.length; i++) {
        const a = ring![i]!;
        const b = ring![(i + 1) % ring!.length]!;
        expect(Math.hypot(a.x, a.y)).to.be.closeTo(r, 1e-6);
        expect(r - Math.hypot((a.x + b.x) / 2, (a.y + b.y) / 2)).to.be.within(0, 0.0501);
      }
    }
  });

  it('flattens cubic curves to 0.05 mm, against points of the curve itself', () => {
    const p = [
      { x: 0, y: 0 },
      { x: 80, y: -60 },
      { x: -40, y: 90 },
      { x: 60, y: 60 },
    ] as const;
    const region = regionOf(`M0 0C80 -60 -40 90 60 60L60 0Z`);
    for (let t = 0; t <= 1; t += 0.003) {
      // Bernstein form of the cubic Bézier curve.
      const b = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
      const at = { x: p.reduce((s, q, i) => s + q.x * b[i]!, 0), y: p.reduce((s, q, i) => s + q.y * b[i]!, 0) };
      expect(distanceToEdge(region, at)).to.be.below(0.0501);
    }
  });

  it('turns arcs into centre form by the formulae of the SVG specification', () => {
    // SVG 2, appendix B.2.4: with rx = 2, ry = 1, from (2,0) to (0,1), small arc, positive sweep, the centre is (0,0) and the arc runs from 0° to 90°.
    const a = arcToCentre(
      { x: 2, y: 0 },
      { rx: 2, ry: 1, rotateDeg: 0, large: false, sweep: true, to: { x: 0, y: 1 } },
    )!;
    expect(a.centre.x).to.be.closeTo(0, 1e-12);
    expect(a.centre.y).to.be.closeTo(0, 1e-12);
    expect((a.sweepRad * 180) / Math.PI).to.be.closeTo(90, 1e-9);
    // B.2.5: radii too small are scaled up until the ends are reached: a half circle of radius 5.
    const scaled = arcToCentre(
      { x: 0, y: 0 },
      { rx: 1, ry: 1, rotateDeg: 0, large: false, sweep: true, to: { x: 10, y: 0 } },
    )!;
    expect(scaled.rx).to.be.closeTo(5, 1e-9);
    expect(Math.abs(scaled.sweepRad)).to.be.closeTo(Math.PI, 1e-9);
    expect(
      arcToCentre({ x: 0, y: 0 }, { rx: 0, ry: 4, rotateDeg: 0, large: false, sweep: true, to: { x: 9, y: 0 } }),
    ).to.equal(null);
  });

  it('meets both ends of any arc', () => {
    const n = fc.double({ min: -50, max: 50, noNaN: true });
    const r = fc.double({ min: 0.5, max: 60, noNaN: true });
    fc.assert(
      fc.property(
        n,
        n,
        n,
        n,
        r,
        r,
        fc.integer({ min: 0, max: 359 }),
        fc.boolean(),
        fc.boolean(),
        (x0, y0, x1, y1, rx, ry, rotateDeg, large, sweep) => {
          fc.pre(Math.hypot(x1 - x0, y1 - y0) > 0.01);
          const arc = arcToCentre({ x: x0, y: y0 }, { rx, ry, rotateDeg, large, sweep, to: { x: x1, y: y1 } })!;
          const from = arc.pointAt(0);
          const to = arc.pointAt(1);
          expect(Math.hypot(from.x - x0, from.y - y0)).to.be.below(1e-5);
          expect(Math.hypot(to.x - x1, to.y - y1)).to.be.below(1e-5);
        },
      ),
    );
  });

  it('prints back what it read', () => {
    for (const { outline, region } of shapes) {
      const again = normalise(flatten(ok(printPath(ok(outline)))));
      expect(areaMm2(again)).to.be.closeTo(areaMm2(region), areaMm2(region) * 1e-5);
      expect(areaMm2(regionOf(printRegion(region)))).to.be.closeTo(areaMm2(region), areaMm2(region) * 1e-4);
    }
  });
});

describe('shape: measures', () => {
  it('knows the circle, the square and the ring', () => {
    // Euclid: π·r², 2·π·r; the flattened circle is smaller by at most its sagitta.
    const circle = regionOf('M-40 0A40 40 0 1 1 40 0A40 40 0 1 1 -40 0Z');
    expect(areaMm2(circle)).to.be.closeTo(Math.PI * 1600, Math.PI * 1600 * 0.003);
    expect(perimeterMm(circle)).to.be.closeTo(2 * Math.PI * 40, 0.3);
    expect(areaMm2(regionOf(`${square(30)}${square(10, 10, 10)}`))).to.equal(800);
    expect(boundsOf(regionOf(square(30, 5, 7)))).to.deep.equal({ minX: 5, minY: 7, maxX: 35, maxY: 37 });
    expect(boundsOf([])).to.deep.equal({ minX: 0, minY: 0, maxX: 0, maxY: 0 });
  });

  it('tells inside from outside and from a hole', () => {
    const ring = regionOf(`${square(30)}${square(10, 10, 10)}`);
    expect(isInside(ring, { x: 5, y: 5 })).to.equal(true);
    expect(isInside(ring, { x: 15, y: 15 })).to.equal(false);
    expect(isInside(ring, { x: 31, y: 5 })).to.equal(false);
  });

  it('agrees with polyclip-ts on every area of the demo, to 0.1 %', () => {
    for (const { id, region } of shapes)
      expect(areaMm2(region), id).to.be.closeTo(independent.area(independent.geom(region)), areaMm2(region) * 0.001);
  });

  it('puts a label inside, where there is room, and in the part that shows', () => {
    for (const { id, region } of shapes) {
      const spot = labelSpot(region);
      expect(isInside(region, spot), id).to.equal(true);
      expect(distanceToEdge(region, spot)).to.be.closeTo(spot.roomMm, 0.01);
    }
    const spot = labelSpot(regionOf(square(100)), regionOf('M-10 -10H60V110H-10Z'));
    expect(spot.x).to.be.above(60);
  });

  it('finds a crossing and no false ones', () => {
    const bow = crossesItself(linesOf('M0 0L20 20L20 0L0 20Z'));
    expect(bow).to.deep.equal({ x: 10, y: 10 });
    for (const { id, outline } of shapes) expect(crossesItself(linesOf(outline)), id).to.equal(null);
    expect(crossesItself(linesOf('M0 0H10V10H0ZM10 10H20V20H10Z'))).to.equal(null);
  });
});

describe('shape: mirror', () => {
  it('keeps area and perimeter to 0.01 %, flips orientation, and undoes itself (rigid motion)', () => {
    for (const { id, outline, region } of shapes) {
      const mirrored = transformPath(outline, mirrorAt(12.5));
      const there = regionOf(mirrored);
      expect(areaMm2(there), id).to.be.closeTo(areaMm2(region), areaMm2(region) * 1e-4);
      expect(perimeterMm(there), id).to.be.closeTo(perimeterMm(region), perimeterMm(region) * 1e-4);
      const way = (d: string): number => Math.sign(ringAreaMm2(linesOf(d)[0]!));
      expect(way(mirrored), id).to.equal(-way(outline));
      const back = regionOf(transformPath(mirrored, mirrorAt(12.5)));
      expect(areaMm2(exclusive(back, region)), id).to.be.below(areaMm2(region) * 1e-4);
    }
  });

  it('keeps arcs arcs, also when turned', () => {
    const outline = 'M0 0A30 12 20 0 1 50 10L20 60Z';
    for (const m of [mirrorAt(7), rotation(33), composed(mirrorAt(0), rotation(-70))]) {
      const direct = transformRegion(regionOf(outline), m);
      const printed = transformPath(outline, m);
      expect(printed).to.include('A');
      expect(areaMm2(exclusive(regionOf(printed), direct))).to.be.below(1);
    }
  });

  it('turns clockwise as seen, about the piece’s own zero, then moves (contract)', () => {
    const p = applyTo(placement({ xMm: 100, yMm: 50, rotateDeg: 90 }), { x: 10, y: 0 });
    expect(p.x).to.be.closeTo(100, 1e-9);
    expect(p.y).to.be.closeTo(60, 1e-9);
  });
});

describe('shape: symmetry', () => {
  const polygon = (n: number, turn = 0): Rings => [
    Array.from({ length: n }, (_, i) => ({
      x: 50 * Math.cos(((i + turn) * 2 * Math.PI) / n),
      y: 50 * Math.sin(((i + turn) * 2 * Math.PI) / n),
    })),
  ];

  it('finds a line in every regular polygon, however turned (n lines each, Euclid)', () => {
    for (const n of [3, 4, 5, 6, 7, 8])
      for (const turn of [0, 0.31]) expect(mirrorLine(polygon(n, turn)), `${n} at ${turn}`).to.not.equal(null);
  });

  it('finds the right angle', () => {
    const kite = transformRings(
      [
        [
          { x: -30, y: 0 },
          { x: 0, y: -15 },
          { x: 60, y: 0 },
          { x: 0, y: 15 },
        ],
      ],
      composed(rotation(25), translation(200, 9)),
    );
    const line = mirrorLine(kite)!;
    expect(Math.min(Math.abs(line.angleDeg - 25), 180 - Math.abs(line.angleDeg - 25))).to.be.below(1);
    expect(line.errorMm).to.be.below(0.5);
  });

  it('finds none in the letters that have none, and one in those that have', () => {
    const demo = harbourLight();
    const bySign = new Map(
      demo.pieces.filter((p) => p.id.startsWith('letter')).map((p) => [p.label.at(-1)!, p.outline]),
    );
    for (const letter of 'HAOUIT') expect(mirrorLine(regionOf(bySign.get(letter)!)), letter).to.not.equal(null);
    for (const letter of 'RLG') expect(mirrorLine(regionOf(bySign.get(letter)!)), letter).to.equal(null);
  });

  it('looks at holes too, and not only at mirror images of the turned kind', () => {
    // A parallelogram has a half turn but no mirror line.
    expect(mirrorLine(regionOf('M0 0H60L80 30H20Z'))).to.equal(null);
    expect(mirrorLine(regionOf(`${square(60)}${square(10, 25, 8)}`))).to.not.equal(null);
    const eye = harbourLight().pieces.find((p) => p.id === 'eye-left')!;
    expect(mirrorLine(regionOf(eye.outline))).to.not.equal(null);
    expect(mirrorLine(regionOf(`${square(60)}M8 6h14v10h-14Z`))).to.equal(null);
  });
});

describe('shape: union, difference, intersection, growth', () => {
  const pairs = [
    ['crab', 'claw-left'],
    ['tower', 'band-top'],
    ['near-sea', 'rock'],
    ['cliff', 'turf'],
  ] as const;
  const demo = harbourLight();
  const placed = (id: string): Region => {
    const p = demo.pieces.find((q) => q.id === id)!;
    return transformRegion(regionOf(p.outline), placement(p.at));
  };

  it('agrees with polyclip-ts to 0.1 %', () => {
    for (const [a, b] of pairs) {
      const [ra, rb] = [placed(a), placed(b)];
      const [ga, gb] = [independent.geom(ra), independent.geom(rb)];
      const whole = areaMm2(ra) + areaMm2(rb);
      expect(areaMm2(union(ra, rb)), `${a} ∪ ${b}`).to.be.closeTo(
        independent.area(polyclip.union(ga, gb)),
        whole * 0.001,
      );
      expect(areaMm2(intersection(ra, rb)), `${a} ∩ ${b}`).to.be.closeTo(
        independent.area(polyclip.intersection(ga, gb)),
        whole * 0.001,
      );
      expect(areaMm2(difference(ra, rb)), `${a} − ${b}`).to.be.closeTo(
        independent.area(polyclip.difference(ga, gb)),
        whole * 0.001,
      );
    }
  });

  it('adds up: union + intersection = both', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -40, max: 40 }),
        fc.integer({ min: -40, max: 40 }),
        fc.integer({ min: 0, max: 359 }),
        (x, y, turn) => {
          const a = regionOf(`${square(60)}${square(20, 20, 20)}`);
          const b = transformRegion(
            regionOf('M0 0C40 -30 70 30 40 60S-20 40 0 0Z'),
            placement({ xMm: x, yMm: y, rotateDeg: turn }),
          );
          expect(areaMm2(union(a, b)) + areaMm2(intersection(a, b))).to.be.closeTo(areaMm2(a) + areaMm2(b), 0.5);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('unites many at once, also where they overlap with holes', () => {
    const ring = regionOf(`${square(30)}${square(10, 10, 10)}`);
    expect(areaMm2(union(ring, regionOf(square(10, 10, 10)), regionOf(square(10, 40, 0))))).to.be.closeTo(1000, 0.01);
    expect(union()).to.deep.equal([]);
  });

  it('grows a convex outline by perimeter·r + π·r² (Steiner’s formula)', () => {
    const hexagon = regionOf('M20 0L40 12V36L20 48L0 36V12Z');
    for (const r of [1, 6, 15]) {
      const grown = areaMm2(offset(hexagon, r));
      expect(grown).to.be.closeTo(areaMm2(hexagon) + perimeterMm(hexagon) * r + Math.PI * r * r, 0.004 * grown);
    }
  });

  it('shrinks away what is thinner than the step', () => {
    expect(offset(regionOf('M0 0H50V4H0Z'), -2.5)).to.deep.equal([]);
  });

  it('normalises: outer rings positive, holes negative', () => {
    const areas = ringsOf(normalise(linesOf(`${square(30)}${square(10, 10, 10)}`))).map(ringAreaMm2);
    expect(areas.sort((a, b) => b - a)).to.deep.equal([900, -100]);
  });

  it('cuts lines at a page’s edge without adding any', () => {
    const lines = clipLines(regionOf(square(100)), { minX: -10, minY: -10, maxX: 50, maxY: 50 });
    const length = lines.reduce(
      (sum, l) => sum + l.slice(1).reduce((s, p, i) => s + Math.hypot(p.x - l[i]!.x, p.y - l[i]!.y), 0),
      0,
    );
    expect(length).to.be.closeTo(100, 0.01);
  });
});

describe('a walk along lines', () => {
  const corner = [
    { x: 0, y: 0 },
    { x: 3, y: 0 },
    { x: 3, y: 4 },
  ];
  const apart = [
    { x: 10, y: 0 },
    { x: 10, y: 5 },
  ];
  const { wholeMm, placeAt } = walkOf([corner, apart]);

  it('is as long as they are together; the way from one to the next counts nothing', () => {
    expect(wholeMm).to.equal(12);
    expect(placeAt(1.5)).to.deep.equal({ x: 1.5, y: 0, alongMm: 1.5, dx: 1, dy: 0 });
    expect(placeAt(5)).to.deep.equal({ x: 3, y: 2, alongMm: 5, dx: 0, dy: 1 });
    expect(placeAt(7.5)).to.deep.equal({ x: 10, y: 0.5, alongMm: 7.5, dx: 0, dy: 1 });
    expect(placeAt(12)).to.include({ x: 10, y: 5 });
  });

  it('has no place before its beginning, past its end, or where there is no line', () => {
    expect(placeAt(-0.001)).to.equal(null);
    expect(placeAt(12.001)).to.equal(null);
    expect(walkOf([]).placeAt(0)).to.equal(null);
    expect(
      walkOf([
        [
          { x: 1, y: 1 },
          { x: 1, y: 1 },
        ],
      ]).placeAt(0),
    ).to.equal(null);
  });

  it('finds the same places as a line that is cut in many', () => {
    const round = linesOf('M100 0A100 100 0 0 1 -100 0', 0.001)[0]!;
    const walk = walkOf([round]);
    // Half a circle of 100 mm; its turn at every length is that of the radius.
    expect(walk.wholeMm).to.be.closeTo(100 * Math.PI, 0.01);
    for (const share of [0.1, 0.25, 0.5, 0.9]) {
      const at = walk.placeAt(share * walk.wholeMm)!;
      expect(at.x).to.be.closeTo(100 * Math.cos(share * Math.PI), 0.02);
      expect(at.y).to.be.closeTo(100 * Math.sin(share * Math.PI), 0.02);
      expect(Math.abs(at.dx * at.x + at.dy * at.y)).to.be.below(1);
    }
  });
});

describe('shape: fewer corners', () => {
  it('a circle of 2,000 corners to half a millimetre: some forty are left, none farther off, and the area within perimeter × stray', () => {
    const ring = Array.from({ length: 2000 }, (_, i) => ({
      x: 100 * Math.cos((2 * Math.PI * i) / 2000),
      y: 100 * Math.sin((2 * Math.PI * i) / 2000),
    }));
    const coarse = coarseRing(ring, 0.5);
    // A chord that strays by s from a circle of radius r spans 2·acos(1 − s/r): 31 of them at least.
    expect(coarse.length).to.be.within(31, 64);
    const strays = ring.map((p) => distanceToEdge([coarse], p));
    expect(Math.max(...strays)).to.be.at.most(0.5 + 1e-9);
    expect(coarse.every((p) => ring.includes(p))).to.equal(true);
    expect(Math.abs(ringAreaMm2(coarse) - ringAreaMm2(ring))).to.be.below(0.5 * 2 * Math.PI * 100);
  });
  it('corners stay, and what has none to spare stays as it is', () => {
    const box = [
      { x: 0, y: 0 },
      { x: 5, y: 0.1 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
      { x: 0, y: 10 },
    ];
    expect(coarseRing(box, 0.2)).to.deep.equal([box[0], box[2], box[3], box[4]]);
    expect(coarseRing(box, 0.05)).to.have.length(5);
    expect(coarseRing(box.slice(0, 3), 9)).to.have.length(3);
  });
});
