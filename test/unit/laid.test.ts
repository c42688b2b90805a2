import { expect } from 'chai';
import fc from 'fast-check';
import {
  areaMm2,
  composed,
  exclusive,
  linesOf,
  linesOfPath,
  mirrorAt,
  normalise,
  type Path,
  pathOf,
  perimeterMm,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  ringsOf,
  rotation,
  transformRegion,
  transformRings,
  translation,
  union,
  withCurvesOf,
} from '~/core/base/shape';
import type { Fabric, Piece } from '~/core/keep/model';
import { layDown, type Pile, pileOf } from '~/core/lay/laid';
import { planProject } from '~/core/plan';
import { cases } from '../cases';
import { cotton, piece, project, square, web } from './helpers';

const at = (xMm: number, yMm: number, rotateDeg = 0) => ({ at: { xMm, yMm, rotateDeg } });

/** The area of each stack over a square from (0, 0), by even-odd scan lines on a grid of cells: brute force, no clipper. A stack is a number with one bit a piece. */
function raster(outlines: readonly Region[], sideMm: number, stepMm: number): Map<number, number> {
  const n = Math.round(sideMm / stepMm);
  const stacks = new Uint8Array(n * n);
  outlines.forEach((outline, bit) => {
    for (let row = 0; row < n; row++) {
      const y = (row + 0.5) * stepMm;
      const xs: number[] = [];
      for (const ring of ringsOf(outline))
        ring.forEach((p, i) => {
          const q = ring[(i + 1) % ring.length]!;
          if (p.y > y !== q.y > y) xs.push(p.x + ((q.x - p.x) * (y - p.y)) / (q.y - p.y));
        });
      xs.sort((a, b) => a - b);
      for (let k = 0; k + 1 < xs.length; k += 2)
        for (let col = Math.max(0, Math.ceil(xs[k]! / stepMm - 0.5)); (col + 0.5) * stepMm < xs[k + 1]!; col++)
          stacks[row * n + col]! |= 1 << bit;
    }
  });
  const areas = new Map<number, number>();
  for (const s of stacks) if (s > 0) areas.set(s, (areas.get(s) ?? 0) + stepMm * stepMm);
  return areas;
}

const shapes = (w: number, h: number): string[] => [
  `M0 0H${w}V${h}H0Z`,
  `M0 ${h / 2}A${w / 2} ${h / 2} 0 1 1 ${w} ${h / 2}A${w / 2} ${h / 2} 0 1 1 0 ${h / 2}Z`,
  `M0 0H${w}V${h / 3}H${w / 3}V${h}H0Z`,
  `M0 0H${w}V${h}H0ZM${w / 4} ${h / 4}V${h * 0.75}H${w * 0.75}V${h / 4}Z`,
];
const someShape = fc
  .tuple(fc.integer({ min: 10, max: 36 }), fc.integer({ min: 10, max: 36 }), fc.nat(3))
  .map(([w, h, k]) => shapes(w, h)[k]!);
const somePieces = fc
  .array(fc.tuple(someShape, fc.integer({ min: 52, max: 72 }), fc.integer({ min: 52, max: 72 }), fc.nat(359)), {
    minLength: 1,
    maxLength: 7,
  })
  .map((list) => list.map(([outline, x, y, deg], i) => piece(`p${i}`, outline, at(x, y, deg))));

describe('laid: the pile', () => {
  const SIDE = 125;
  const STEP = 0.5;
  it('is the same set of stacks as a raster of half a millimetre, areas within 1 % and what a rim of cells may err, on 200 random piles', () => {
    fc.assert(
      fc.property(somePieces, (pieces) => {
        const { pile, cuts } = layDown(project(pieces));
        const bit = new Map(cuts.map((c, i) => [c.id, 1 << i]));
        const found = new Map(pile.places.map((p) => [p.pieceIds.reduce((m, id) => m | bit.get(id)!, 0), p]));
        const expected = raster(
          cuts.map((c) => c.outline),
          SIDE,
          STEP,
        );
        for (const [stack, areaMm2] of expected) {
          const place = found.get(stack);
          // Along its edges a cell is in or out by chance: the error grows with the root of how many there are.
          const edgeMm = place ? perimeterMm(place.region) : 0;
          const chance = 2 * STEP * STEP * Math.sqrt(edgeMm / STEP);
          if (areaMm2 > 4 || place)
            expect(place?.areaMm2 ?? 0, `${stack.toString(2)}`).to.be.closeTo(areaMm2, areaMm2 * 0.01 + chance + 0.5);
        }
        for (const [stack, place] of found)
          if (place.areaMm2 > 8) expect(expected.has(stack), stack.toString(2)).to.equal(true);
      }),
      { numRuns: cases(200) },
    );
  }).timeout(60_000);

  it('covers all that any piece covers, once', () => {
    fc.assert(
      fc.property(somePieces, (pieces) => {
        const { pile, cuts } = layDown(project(pieces));
        const sum = pile.places.reduce((s, p) => s + p.areaMm2, 0);
        expect(sum).to.be.closeTo(areaMm2(union(...cuts.map((c) => c.outline))), 2 + cuts.length);
        for (const p of pile.places) expect(areaMm2(p.region)).to.be.closeTo(p.areaMm2, 0.2);
      }),
      { numRuns: 60 },
    );
  });

  it('what lies beneath a piece adds up to the piece, and names only lower ones, back-most first', () => {
    fc.assert(
      fc.property(somePieces, (pieces) => {
        const { pile, cuts, project: p } = layDown(project(pieces));
        cuts.forEach((c) => {
          const beneath = pile.beneath(c.id);
          expect(beneath.reduce((s, b) => s + b.areaMm2, 0)).to.be.closeTo(
            areaMm2(c.outline),
            2 + 0.5 * pile.places.length,
          );
          for (const b of beneath)
            expect(b.pieceIds).to.deep.equal(
              p.order.filter((id) => b.pieceIds.includes(id) && p.order.indexOf(id) < p.order.indexOf(c.id)),
            );
        });
      }),
      { numRuns: 60 },
    );
  });

  const stacksOf = (pile: Pile): string[] => pile.places.map((p) => p.pieceIds.join()).sort();

  it('is told apart by what lies there, not by which outline it is: two pieces alike at one place are two layers', () => {
    const { pile } = layDown(
      project([
        piece('a', square(40), at(10, 10)),
        piece('b', square(40), at(10, 10)),
        piece('c', square(20), at(20, 20)),
      ]),
    );
    expect(stacksOf(pile)).to.deep.equal(['a,b', 'a,b,c']);
    expect(pile.beneath('c').map((b) => b.pieceIds)).to.deep.equal([['a', 'b']]);
  });

  it('side by side is no pile: a frame over six patches lies on one at a time, and on the ground between', () => {
    const patches = Array.from({ length: 6 }, (_, i) =>
      piece(`patch${i}`, square(30), at(10 + 50 * (i % 3), 10 + 50 * Math.floor(i / 3))),
    );
    const frame = piece('frame', 'M0 0H160V110H0Z', at(0, 0));
    const p = project([...patches, frame]);
    p.layering.underlapMm = 50;
    const beneath = layDown(p).pile.beneath('frame');
    expect(beneath.map((b) => b.pieceIds.length).sort()).to.deep.equal([0, 1, 1, 1, 1, 1, 1]);
  });

  it('an underlap is a place of its own, as wide as it was asked for', () => {
    const p = project([piece('low', square(60), at(10, 10)), piece('top', square(60), at(60, 10))]);
    p.layering.pairs = [{ under: 'low', over: 'top', underlapMm: 6 }];
    const beneath = layDown(p).pile.beneath('top');
    expect(beneath.map((b) => [b.pieceIds.join(), Math.round(b.areaMm2)])).to.deep.equal([
      ['', 60 * 54],
      ['low', 60 * 6],
    ]);
  });

  it('in window appliqué the pieces lie behind the top, cut to what the windows show', () => {
    const p = project([piece('sky', square(80), at(10, 10)), piece('top', 'M0 0H200V200H0ZM40 40V80H80V40Z')]);
    p.recipe.id = 'window';
    p.layering.windowMarginMm = 5;
    const { pile } = layDown(p);
    const area = (...ids: string[]) => pile.places.find((s) => s.pieceIds.join() === ids.join())?.areaMm2 ?? 0;
    expect(area('sky')).to.be.closeTo(40 * 40, 1);
    // Corners of a margin stay square.
    expect(area('sky', 'top')).to.be.closeTo(50 * 50 - 40 * 40, 1);
  });

  it('does not work out again what did not change, and never mixes up ids that share an outline', () => {
    const whole = { id: 'x', outline: regionOf(square(10)), visible: regionOf(square(10)), key: 'k' };
    const other = { ...whole, id: 'y' };
    expect(pileOf([{ ...whole, visible: [] }, other]).places.map((s) => s.pieceIds)).to.deep.equal([['x', 'y']]);
    expect(pileOf([{ ...other, visible: [] }, whole]).places.map((s) => s.pieceIds)).to.deep.equal([['y', 'x']]);
  });
});

describe('laid: curves survive', () => {
  const CURVED = 'M0 40C0 -10 60 -10 60 40Q30 70 0 40Z';
  const curves = (p: Path) => p.filter((s) => s.type === 'C' || s.type === 'Q' || s.type === 'A').length;

  it('an overlapped piece keeps the curves of its own edge, split where the other cuts them', () => {
    const p = project([piece('low', CURVED, at(20, 20, 30)), piece('top', square(60), at(50, 40))]);
    const laid = layDown(p);
    const low = laid.cutPiece(p.pieces[0]!);
    expect(curves(low.path)).to.be.within(2, 6);
    const back = transformRegion(
      normalise(linesOfPath(low.path, ROUGH_TOLERANCE_MM)),
      composed(rotation(30), translation(20, 20)),
    );
    expect(areaMm2(exclusive(back, laid.cuts[0]!.outline))).to.be.below(2);
  });

  it('is the outline itself again when nothing was cut off, whatever it is moved by', () => {
    const arcs = 'M0 30A40 25 20 0 1 60 35L50 70A30 30 0 0 1 10 60Z';
    for (const outline of [CURVED, arcs])
      for (const move of [
        translation(3.3, 4.4),
        composed(rotation(77), translation(9, 1)),
        composed(mirrorAt(10), rotation(5)),
      ]) {
        const path = pathOf(outline);
        const moved = normalise(transformRings(linesOf(outline, ROUGH_TOLERANCE_MM), move));
        const back = withCurvesOf(moved, path, move, ROUGH_TOLERANCE_MM);
        expect(curves(back), outline).to.equal(curves(path));
        // Micrometres of the clipper, along the whole edge.
        expect(areaMm2(exclusive(normalise(linesOfPath(back)), regionOf(outline)))).to.be.below(0.5);
      }
  });

  it('strays from the clipped lines by no more than the flattening did', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: 5, max: 55 }), (deg, x) => {
        const p = project([piece('low', CURVED, at(60, 60, deg)), piece('top', square(40), at(40 + x, 60))]);
        const laid = layDown(p);
        const [placed] = laid.placed;
        const again = transformRegion(normalise(linesOfPath(laid.cutPiece(p.pieces[0]!).path)), placed!.ontoGround);
        const perimeter = 220;
        expect(areaMm2(exclusive(again, laid.cuts[0]!.outline))).to.be.below(perimeter * ROUGH_TOLERANCE_MM);
      }),
      { numRuns: 40 },
    );
  });
});

describe('laid: what a press is worked out on', () => {
  const flannel = (id: string): Fabric =>
    cotton({ id, name: 'Flannel', kind: 'flannel', thicknessMm: 0.6, massGsm: 170 });
  const tower = (ids: readonly string[], more: Partial<Piece> = {}) =>
    project(
      [
        ...ids.map((id, i) => piece(`l${i}`, square(60), { fabricId: id, ...at(20, 20) })),
        piece('top', square(40), { ...at(30, 30), ...more }),
      ],
      {
        fabrics: [cotton(), ...[...new Set(ids)].map(flannel)],
        webs: [web()],
      },
    );
  const bondOf = (p: ReturnType<typeof project>, id = 'top') =>
    planProject(p).press.find((t) => t.stage === 'bond' && t.pieceIds.includes(id))!;

  it('every layer counts every time it lies there: four layers of one flannel are as four flannels of other names', () => {
    const same = planProject(tower(['f', 'f', 'f', 'f'])).making.steps.find(
      (s) => s.kind === 'bond' && s.pieceIds.includes('top'),
    )!;
    expect(same.columns.map((c) => c.layers.filter((id) => id === 'f').length)).to.deep.equal([4]);
    expect(bondOf(tower(['f', 'f', 'f', 'f'])).dwell).to.deep.equal(bondOf(tower(['f', 'g', 'h', 'i'])).dwell);
    expect(bondOf(tower(['f', 'f', 'f', 'f'])).dwell.minS).to.not.equal(bondOf(tower(['f'])).dwell.minS);
  });

  it('patches side by side are not pressed through one another', () => {
    const patches = Array.from({ length: 4 }, (_, i) =>
      piece(`q${i}`, square(30), { fabricId: 'f', ...at(10 + 40 * i, 10) }),
    );
    const p = project([...patches, piece('top', 'M0 0H180V60H0Z', at(0, 0))], {
      fabrics: [cotton(), flannel('f')],
      webs: [web()],
    });
    p.layering.underlapMm = 50;
    const step = planProject(p).making.steps.find((s) => s.kind === 'bond' && s.pieceIds.includes('top'))!;
    expect(step.columns.map((c) => c.layers.join('>')).sort()).to.deep.equal([
      'cotton>web>cotton',
      'cotton>web>f>web>cotton',
    ]);
  });

  it('its seconds are right at every place: never shorter than the slowest of them, never longer than the first harm', () => {
    const p = project(
      [piece('low', square(60), { fabricId: 'f', ...at(20, 20) }), piece('top', square(80), at(60, 20))],
      {
        fabrics: [cotton(), flannel('f')],
        webs: [web()],
      },
    );
    p.layering.underlapMm = 20;
    const both = bondOf(p).dwell;
    const bare = bondOf(project([piece('top', square(80), at(60, 20))], { webs: [web()] })).dwell;
    const onFlannel = bondOf(tower(['f'])).dwell;
    expect(both.minS).to.be.closeTo(Math.max(bare.minS, onFlannel.minS), 0.1001);
    expect(both.maxS).to.be.at.most(Math.min(bare.maxS, onFlannel.maxS) + 0.1001);
  });

  it('what a lower cloth is called never matters, nor in which order fabrics are listed', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(['f', 'g', 'h'], { minLength: 3 }), (names) => {
        const p = tower(names);
        const renamed = { ...p, fabrics: [...p.fabrics].reverse() };
        expect(bondOf(renamed).dwell).to.deep.equal(bondOf(tower(['f', 'g', 'h'])).dwell);
      }),
    );
  });
});
