import { expect } from 'chai';
import fc from 'fast-check';
import {
  type Affine,
  applyTo,
  areaMm2,
  boundsOf,
  centroidOf,
  composed,
  corners,
  difference,
  exclusive,
  fromNonZero,
  intersection,
  isInside,
  linesOf,
  mirrorAt,
  offset,
  outerRing,
  perimeterMm,
  placement,
  plainArea,
  ROUGH_TOLERANCE_MM,
  regionOf,
  ringAreaMm2,
  ringsOf,
  rotation,
  scaling,
  transformPath,
  transformRegion,
  translation,
  union,
} from '~/core/base/shape';
import { dotsForSoleplate } from '~/core/base/units';
import { colourOf, StyleSheet } from '~/core/intake/drawing/css';
import type { SvgNode } from '~/core/intake/drawing/svg-tree';
import { LIMITS, lookup, pieceName } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { checkSquareMm, textWidthMm, titleBlock, tracingSheets } from '~/core/print/sheet';
import { harbourLight } from '~/demo';
import { piece, project, square } from './helpers';

const outlines = harbourLight().pieces.map((p) => p.outline);
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('shape: matrices', () => {
  const affine: fc.Arbitrary<Affine> = fc.record({
    a: number(-2, 2),
    b: number(-2, 2),
    c: number(-2, 2),
    d: number(-2, 2),
    e: number(-100, 100),
    f: number(-100, 100),
  });
  const point = fc.record({ x: number(-100, 100), y: number(-100, 100) });

  it('compose as they are applied, one after the other', () => {
    fc.assert(
      fc.property(affine, affine, point, (m, n, p) => {
        const there = applyTo(n, applyTo(m, p));
        const once = applyTo(composed(m, n), p);
        expect(once.x).to.be.closeTo(there.x, 1e-6);
        expect(once.y).to.be.closeTo(there.y, 1e-6);
      }),
    );
  });

  it('scale areas by their determinant (linear algebra), shears included', () => {
    fc.assert(
      fc.property(affine, fc.constantFrom(...outlines), (m, outline) => {
        const det = m.a * m.d - m.b * m.c;
        fc.pre(Math.abs(det) > 0.05);
        const before = areaMm2(regionOf(outline));
        expect(areaMm2(regionOf(transformPath(outline, m)))).to.be.closeTo(
          before * Math.abs(det),
          before * Math.abs(det) * 0.002 + 0.5,
        );
      }),
      { numRuns: 60 },
    );
  });

  it('keep a path and its points together', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 359 }),
        number(-200, 200),
        number(-200, 200),
        fc.constantFrom(...outlines),
        (turn, x, y, outline) => {
          const m = placement({ xMm: x, yMm: y, rotateDeg: turn });
          const whole = areaMm2(regionOf(outline));
          expect(
            areaMm2(exclusive(regionOf(transformPath(outline, m)), transformRegion(regionOf(outline), m))),
          ).to.be.below(whole * 0.004 + 2);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('of a mirror are their own inverse, and a turn is undone by turning back', () => {
    fc.assert(
      fc.property(point, number(-50, 50), fc.integer({ min: -360, max: 360 }), (p, at, deg) => {
        const back = applyTo(mirrorAt(at), applyTo(mirrorAt(at), p));
        expect(back.x).to.be.closeTo(p.x, 1e-9);
        const turned = applyTo(rotation(-deg), applyTo(rotation(deg), p));
        expect(turned.y).to.be.closeTo(p.y, 1e-9);
      }),
    );
  });
});

describe('shape: the quick forms agree with the careful ones', () => {
  const scene = fc
    .array(
      fc.tuple(
        fc.constantFrom(...outlines),
        fc.integer({ min: 0, max: 150 }),
        fc.integer({ min: 0, max: 150 }),
        fc.integer({ min: 0, max: 359 }),
      ),
      { minLength: 2, maxLength: 5 },
    )
    .map((list) =>
      list.map(([o, xMm, yMm, rotateDeg]) =>
        transformRegion(regionOf(o, ROUGH_TOLERANCE_MM), placement({ xMm, yMm, rotateDeg })),
      ),
    );

  it('difference and intersection with several at once are those with their union', () => {
    fc.assert(
      fc.property(scene, ([first, ...others]) => {
        const all = union(...others);
        const near = (a: number, b: number): unknown => expect(a).to.be.closeTo(b, Math.max(1, b * 0.001));
        near(areaMm2(difference(first!, ...others)), areaMm2(difference(first!, all)));
        near(areaMm2(intersection(first!, ...others)), areaMm2(intersection(first!, all)));
      }),
      { numRuns: 25 },
    );
  });

  it('a part and the rest make the whole', () => {
    fc.assert(
      fc.property(scene, ([first, ...others]) => {
        const kept = areaMm2(difference(first!, ...others));
        const shared = areaMm2(intersection(first!, ...others));
        expect(kept + shared).to.be.closeTo(areaMm2(first!), Math.max(1, areaMm2(first!) * 0.001));
      }),
      { numRuns: 25 },
    );
  });

  it('the non-zero rule fills what runs twice the same way, and cuts what runs the other way', () => {
    expect(areaMm2(fromNonZero(linesOf(`${square(40)}${square(20, 10, 10)}`)))).to.be.closeTo(1600, 0.01);
    expect(areaMm2(fromNonZero(linesOf('M0 0H40V40H0ZM10 10V30H30V10Z')))).to.be.closeTo(1200, 0.01);
  });

  it('rough outlines differ from exact ones by no more than their tolerance', () => {
    for (const o of outlines) {
      const exact = regionOf(o);
      const rough = regionOf(o, ROUGH_TOLERANCE_MM);
      expect(areaMm2(exclusive(exact, rough))).to.be.below(perimeterMm(exact) * ROUGH_TOLERANCE_MM);
      expect(rough.flat().length).to.be.at.most(exact.flat().length);
    }
  });
});

describe('shape: single measures', () => {
  it('the centre of mass of a triangle is the mean of its corners (Archimedes)', () => {
    fc.assert(
      fc.property(
        fc.tuple(number(-90, 90), number(-90, 90), number(-90, 90), number(-90, 90), number(-90, 90), number(-90, 90)),
        ([a, b, c, d, e, f]) => {
          const ring = [
            { x: a, y: b },
            { x: c, y: d },
            { x: e, y: f },
          ];
          fc.pre(Math.abs(ringAreaMm2(ring)) > 5);
          const m = centroidOf(ring);
          expect(m.x).to.be.closeTo((a + c + e) / 3, 1e-6);
          expect(m.y).to.be.closeTo((b + d + f) / 3, 1e-6);
        },
      ),
    );
    expect(
      centroidOf([
        { x: 0, y: 0 },
        { x: 4, y: 0 },
        { x: 8, y: 0 },
      ]),
    ).to.deep.equal({ x: 4, y: 0 });
  });

  it('inside is inside whichever way the rings run, and a shift keeps it', () => {
    fc.assert(
      // Half millimetres lie on no edge: a point on a line may fall either way.
      fc.property(
        fc.integer({ min: -20, max: 80 }),
        fc.integer({ min: -20, max: 80 }),
        fc.integer({ min: -500, max: 500 }),
        (px, py, by) => {
          const [x, y] = [px + 0.5, py + 0.5];
          const ring = regionOf(`${square(60)}${square(20, 20, 20)}`);
          const turned = ringsOf(ring).map((r) => [...r].reverse());
          const moved = transformRegion(ring, translation(by, -by));
          expect(isInside(turned, { x, y })).to.equal(isInside(ring, { x, y }));
          expect(isInside(moved, { x: x + by, y: y - by })).to.equal(isInside(ring, { x, y }));
        },
      ),
    );
  });

  it('the outer ring is the one with the most area', () => {
    expect(outerRing(regionOf(`${square(5)}${square(50, 10, 10)}`))).to.deep.equal(
      regionOf(square(50, 10, 10))[0]!.outer,
    );
    expect(outerRing([])).to.equal(undefined);
  });

  it('corners of a regular polygon have the angle of the textbook, (n − 2)·180°/n', () => {
    for (const n of [3, 4, 5, 6, 8]) {
      const ring = Array.from({ length: n }, (_, i) => ({
        x: 60 * Math.cos((2 * Math.PI * i) / n),
        y: 60 * Math.sin((2 * Math.PI * i) / n),
      }));
      const { sharp, inside } = corners([plainArea(ring)], 179);
      expect(sharp).to.have.length(n);
      for (const c of sharp) expect(c.angleDeg).to.be.closeTo(((n - 2) * 180) / n, 0.05);
      expect(inside).to.deep.equal([]);
    }
  });

  it('a shape grown and then shrunk by the same is itself again, where it is convex', () => {
    const hexagon = regionOf('M20 0L40 12V36L20 48L0 36V12Z');
    const back = offset(offset(hexagon, 5), -5);
    expect(areaMm2(exclusive(back, hexagon))).to.be.below(2);
  });

  it('scaled by k it has k times the perimeter and k² times the area', () => {
    for (const o of outlines.slice(0, 8))
      for (const k of [0.5, 3]) {
        const there = regionOf(transformPath(o, scaling(k)));
        expect(perimeterMm(there)).to.be.closeTo(perimeterMm(regionOf(o)) * k, perimeterMm(there) * 0.002);
        expect(areaMm2(there)).to.be.closeTo(areaMm2(regionOf(o)) * k * k, areaMm2(there) * 0.002);
      }
  });
});

describe('drawing: style sheets', () => {
  const node = (tag: string, attributes: Record<string, string> = {}): SvgNode => ({
    tag,
    attributes,
    children: [],
    content: [],
    text: '',
    parent: null,
  });

  it('weigh attribute, element, class, id and the style attribute in that order (CSS cascade)', () => {
    const sheet = new StyleSheet();
    sheet.add('/* a note { fill: red } */ path { fill: a } .c, .d { fill: b; stroke: none } #i { fill: c }');
    expect(sheet.styleOf(node('path', { fill: 'z' }))['fill']).to.equal('a');
    const classed = sheet.styleOf(node('path', { class: 'x d' }));
    expect([classed['fill'], classed['stroke']]).to.deep.equal(['b', 'none']);
    expect(sheet.styleOf(node('path', { class: 'c', id: 'i' }))['fill']).to.equal('c');
    expect(sheet.styleOf(node('path', { class: 'c', id: 'i', style: 'fill: d !important' }))['fill']).to.equal('d');
  });

  it('of the same weight the later one counts, and what is important before all', () => {
    const sheet = new StyleSheet();
    sheet.add('.a { fill: x } .b { fill: y } path.a { stroke: p } .a { stroke: q } rect { fill: r !important }');
    const both = sheet.styleOf(node('path', { class: 'b a' }));
    expect([both['fill'], both['stroke']]).to.deep.equal(['y', 'p']);
    expect(sheet.styleOf(node('rect', { style: 'fill: s' }))['fill']).to.equal('r');
  });

  it('say what was too clever for them', () => {
    const sheet = new StyleSheet();
    sheet.add(
      'path:nonsense-state(2) { fill: red } @font-face { src: x } path:hover { fill: blue } @layer a { path { fill: b } }',
    );
    expect(sheet.skipped).to.deep.equal(['path:nonsense-state(2)', '@layer']);
    expect(sheet.styleOf(node('path'))).to.deep.equal({});
  });

  it('read colours as CSS writes them, and nothing else', () => {
    const hexes = ['red', '#abc', 'rgb(0, 128, 255)', 'hsl(120 100% 50%)'].map((c) => colourOf(c)?.hex);
    expect(hexes).to.deep.equal(['#ff0000', '#aabbcc', '#0080ff', '#00ff00']);
    expect(
      ['#ff000080', 'transparent', 'rgb(0 0 0 / 25%)'].map((c) => Math.round(100 * (colourOf(c)?.alpha ?? -1))),
    ).to.deep.equal([50, 0, 25]);
    expect(['url(#g)', 'var(--x)', 'nonsense', ''].map(colourOf)).to.deep.equal([null, null, null, null]);
  });
});

describe('sheets: the foot of a page', () => {
  // The units of the project decide: 2 in = 50.8 mm exactly (international yard and pound agreement, 1959).
  for (const { units, sideMm, said, stepMm, steps, other } of [
    { units: 'in', sideMm: 50.8, said: '2 in', stepMm: 25.4 / 16, steps: 5 * 16, other: 'mm' },
    { units: 'mm', sideMm: 50, said: '50 mm', stepMm: 1, steps: 130, other: 'in' },
  ] as const)
    it(`has a square of ${said}, and a rule with a mark for every ${units === 'in' ? 'sixteenth' : 'millimetre'}`, () => {
      const marks = titleBlock(210, 297, units, ['Name', 'Line']);
      const closed = marks.find((m) => m.type === 'line' && m.closed)!;
      const b = boundsOf([closed.type === 'line' ? closed.points : []]);
      expect(checkSquareMm(units)).to.equal(sideMm);
      expect(b.maxX - b.minX).to.be.closeTo(sideMm, 1e-9);
      expect(b.maxY - b.minY).to.be.closeTo(sideMm, 1e-9);
      const ticks = marks
        .filter((m) => m.type === 'line' && !m.closed && m.points[0]!.x === m.points[1]!.x)
        .map((m) => (m.type === 'line' ? m.points[0]!.x : 0));
      expect(ticks).to.have.length(steps + 1);
      expect(ticks.at(-1)! - ticks[0]!).to.be.closeTo(steps * stepMm, 1e-9);
      const texts = marks.flatMap((m) => (m.type === 'text' ? [m.text] : []));
      expect(texts).to.include(said);
      expect(texts.join(' ')).to.not.match(new RegExp(`\\d ${other}\\b`));
    });

  it('shortens what has no room instead of running off the page', () => {
    const rows = titleBlock(210, 297, 'mm', ['x'.repeat(500), 'What the page is']).flatMap((m) =>
      m.type === 'text' && /^xx|What/.test(m.text) ? [m] : [],
    );
    // The name in two rows, the second shortened; then what the page is.
    expect(rows.map((r) => r.text.replace(/x+/, 'x'))).to.deep.equal(['x', 'x…', 'What the page is']);
    for (const r of rows) expect(r.x + textWidthMm(r.text, r.sizeMm, r.bold)).to.be.at.most(200);
  });

  it('names the pieces of its page and how many pages there are', () => {
    const p = project([piece('a', square(60)), piece('b', square(170)), piece('c', square(150))]);
    const doc = tracingSheets(p, planProject(p), 'a4');
    const said = doc.pages.map((page) =>
      page.marks.flatMap((m) => (m.type === 'text' && /^Pieces |^Page /.test(m.text) ? [m.text] : [])),
    );
    expect(said.every((lines) => lines.length === 2)).to.equal(true);
    expect(new Set(doc.pages.map((page) => page.id)).size).to.equal(doc.pages.length);
  });
});

describe('model: finding things', () => {
  it('numbers pieces from one, names the nameless, and follows the project’s defaults', () => {
    const p = project([
      piece('a', square(9), { label: '  ' }),
      piece('b', square(9), { edge: 'hand', route: 'cut-from-print' }),
    ]);
    const look = lookup(p);
    expect([look.number('a'), look.number('b'), look.number('x')]).to.deep.equal([1, 2, 0]);
    expect(pieceName(p.pieces[0]!, 1)).to.equal('Piece 1');
    expect([look.edgeOf(p.pieces[0]!), look.edgeOf(p.pieces[1]!)]).to.deep.equal(['blanket', 'hand']);
    expect([look.routeOf(p.pieces[0]!), look.routeOf(p.pieces[1]!)]).to.deep.equal([
      'trace-on-liner',
      'cut-from-print',
    ]);
    expect(() => look.fabric('nowhere')).to.throw('nowhere');
  });

  it('holds a whole quilt: its limits leave room for ten metres and two thousand pieces', () => {
    expect(LIMITS.reachMm).to.be.at.least(10_000);
    expect(LIMITS.pieces).to.be.at.least(1000);
    expect(dotsForSoleplate(500)).to.equal(3);
  });
});
