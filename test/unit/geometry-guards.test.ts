import { expect } from 'chai';
import {
  areaMm2,
  boundsOf,
  crossesItself,
  distanceToEdge,
  drawShelfShape,
  linesOf,
  perimeterMm,
  regionOf,
  SHELF,
  scaling,
  transformPath,
} from '~/core/base/shape';
import {
  copyOf,
  itemsOf,
  layWord,
  letterOnGround,
  resizeItems,
  snapLines,
  snapMove,
  takeAway,
} from '~/core/intake/arrange';
import { boxOnGround, newWord, viewOf, type Word } from '~/core/keep/model';
import { judgeSheet, judgeTracing } from '~/core/lay/facing';
import { planProject } from '~/core/plan';
import { labelMarks, tileDrawing, tileName, tracingSheets } from '~/core/print/sheet';
import { piece, project, square } from './helpers';

// What mutation testing found unnoticed in shapes, sheets and what hands do on the ground.

const at = (xMm: number, yMm = 0, rotateDeg = 0) => ({ at: { xMm, yMm, rotateDeg } });

describe('arrange: where things go', () => {
  it('made larger about a point, every place moves away from it by the same factor, across and down', () => {
    const p = project([piece('a', square(20), at(30, 50))]);
    resizeItems(p, itemsOf(p, ['a']), { x: 10, y: 20 }, 3);
    expect(p.pieces[0]!.at).to.include({ xMm: 10 + 20 * 3, yMm: 20 + 30 * 3 });
  });
  it('a copy lies 12 mm across and down beside its own; a mirrored one 12 mm to the right of its box, level with it', () => {
    const one = piece('a', 'M0 0H40V20H20V50H0Z', at(30, 50, 25));
    expect(copyOf(one, 'b', false).at).to.include({ xMm: 42, yMm: 62, rotateDeg: 25 });
    const [box, there] = [boxOnGround(one), boxOnGround(copyOf(one, 'c', true))];
    expect(there.minX).to.be.closeTo(box.maxX + 12, 0.01);
    expect(there.minY).to.be.closeTo(box.minY, 0.01);
    expect(copyOf(one, 'c', true).at.rotateDeg).to.equal(335);
  });
  it('middles catch on middles, a hair beside them; bounds move with the box', () => {
    const p = project([piece('a', square(20), at(0, 0)), piece('b', square(40), at(200, 300))]);
    const lines = snapLines(viewOf(p, null), ['a']);
    const [a] = itemsOf(p, ['a']);
    // b's middle lies at (220, 320); a's middle comes there when it moves by 210 and 310.
    const caught = snapMove(a!, 211, 309, lines, 2);
    expect([caught.dxMm, caught.dyMm]).to.deep.equal([210, 310]);
    expect(caught.guides.map((g) => [g.axis, g.at, g.what])).to.deep.equal([
      ['across', 220, 'middle'],
      ['down', 320, 'middle'],
    ]);
    // Above one another, 280 mm apart, the guide runs from one box to the other.
    const above = snapMove(a!, 210, 0, lines, 2);
    expect(above.guides.find((g) => g.axis === 'across')).to.include({ from: 0, to: 340, distanceMm: 280 });
  });
  const word = (more: Partial<Word> = {}): Word =>
    newWord({
      id: 'w',
      articleId: 'main',
      text: 'AB',
      faceId: 'anton',
      fabricId: 'cotton',
      size: { by: 'cap', capMm: 20 },
      gaps: 'font',
      gapMm: 0,
      arc: null,
      at: { xMm: 100, yMm: 200, rotateDeg: 90 },
      ...more,
    });
  const set = (text: string) => ({
    letters: [...text].map((char, i) => ({ char, outline: square(18), at: { xMm: 20 * i, yMm: 0, rotateDeg: 0 } })),
    bounds: { minX: 0, minY: 0, maxX: 40, maxY: 20 },
    capMm: 20,
    points: 80,
    limitedBy: null,
    xMm: 14,
    gapsMm: [],
    thinnest: null,
  });
  let n = 0;
  const newId = (): string => `new${n++}`;
  it('a letter is turned about its word’s own beginning, clockwise', () => {
    expect(letterOnGround({ xMm: 20, yMm: 5, rotateDeg: 10 }, { xMm: 100, yMm: 200, rotateDeg: 90 })).to.deep.equal({
      xMm: 95,
      yMm: 220,
      rotateDeg: 100,
    });
  });
  it('a word that is laid anew goes on top of all; one that is retyped stays where it was in list and order', () => {
    const p = project([piece('below', square(20))]);
    layWord(p, word(), set('AB'), newId);
    expect(p.order[0]).to.equal('below');
    expect(p.pieces.map((q) => q.label)).to.deep.equal(['below', 'Letter A', 'Letter B']);
    p.pieces.push(piece('above', square(20)));
    p.order.push('above');
    layWord(p, word({ text: 'BAA' }), set('BAA'), newId);
    expect(p.pieces.map((q) => q.label)).to.deep.equal(['below', 'Letter B', 'Letter A', 'Letter A', 'above']);
    expect(p.order.at(-1)).to.equal('above');
    expect(p.words).to.have.length(1);
    // First in the list of pieces, it stays first.
    const first = project([]);
    layWord(first, word(), set('A'), newId);
    first.pieces.push(piece('later', square(20)));
    first.order.push('later');
    layWord(first, word({ text: 'B' }), set('B'), newId);
    expect(first.pieces.map((q) => q.label)).to.deep.equal(['Letter B', 'later']);
    takeAway(first, [first.pieces[0]!.id]);
    expect(first.words).to.deep.equal([]);
  });
});

describe('shape: measures worked by hand', () => {
  it('the distance to an edge: beside it, past its end, and inside', () => {
    const box = regionOf(square(10));
    expect(distanceToEdge(box, { x: 5, y: -3 })).to.equal(3);
    expect(distanceToEdge(box, { x: 13, y: 14 })).to.equal(5);
    expect(distanceToEdge(box, { x: 5, y: 4 })).to.equal(4);
    // Past the corner along the edge's own line it is the corner that counts.
    expect(
      distanceToEdge(
        [
          [
            { x: 0, y: 0 },
            { x: 10, y: 0 },
            { x: 10, y: 0.001 },
          ],
        ],
        { x: 12, y: 0 },
      ),
    ).to.be.closeTo(2, 1e-9);
  });
  it('crossings: an eight crosses once, lying or standing; two edges whose lines cross outside them do not', () => {
    expect(crossesItself(linesOf('M0 0L60 60L60 0L0 60Z'))).to.deep.equal({ x: 30, y: 30 });
    expect(crossesItself(linesOf('M0 0L20 200L20 0L0 200Z'))).to.deep.equal({ x: 10, y: 100 });
    expect(crossesItself(linesOf('M0 0L200 20L0 20L200 0Z'))).to.deep.equal({ x: 100, y: 10 });
    expect(crossesItself(linesOf('M0 0H60V60H40V20H20V60H0Z'))).to.equal(null);
    // Collinear edges of a notch touch and do not cross.
    expect(crossesItself(linesOf('M0 0H30V10H60V0H90V40H0Z'))).to.equal(null);
  });
  const shelf = (id: string, m: Record<string, number>) => {
    const drawn = drawShelfShape(SHELF.find((s) => s.id === id)!, m);
    if (!drawn.ok) throw new Error(JSON.stringify(drawn.wrong));
    return regionOf(drawn.outline);
  };
  it('shapes of the shelf have the areas of the textbook', () => {
    const r = 7;
    expect(areaMm2(shelf('rounded', { w: 50, h: 30, r }))).to.be.closeTo(50 * 30 - (4 - Math.PI) * r * r, 0.3);
    expect(areaMm2(shelf('arch', { w: 60, h: 100 }))).to.be.closeTo(60 * 70 + (Math.PI * 900) / 2, 1);
    expect(areaMm2(shelf('pennant', { w: 120, h: 170 }))).to.be.closeTo((120 * 170) / 2, 1e-6);
    expect(areaMm2(shelf('ring', { d: 90, hole: 50 }))).to.be.closeTo(Math.PI * (45 ** 2 - 25 ** 2), 1.5);
    expect(areaMm2(shelf('polygon', { n: 6, d: 90 }))).to.be.closeTo(((3 * Math.sqrt(3)) / 2) * 45 ** 2, 0.02);
    // A scalloped strip: a rectangle less half discs between its teeth.
    expect(areaMm2(shelf('scallop', { w: 200, h: 40, n: 5 }))).to.be.closeTo(200 * 20 + (5 * Math.PI * 400) / 2, 3);
    // A wave is as wide as it is high on average: swell above and below cancel.
    expect(areaMm2(shelf('wave', { w: 240, h: 60, swell: 14, n: 3 }))).to.be.closeTo(240 * (60 - 7), 3);
    // A petal: twice a circle segment of chord h and sagitta w/2.
    const [w, h] = [44, 100];
    const R = (h * h) / (4 * w) + w / 4;
    const half = Math.asin(h / 2 / R);
    expect(areaMm2(shelf('petal', { w, h }))).to.be.closeTo(R * R * (2 * half - Math.sin(2 * half)), 2);
    const cog = shelf('cog', { n: 10, d: 110, tooth: 10, bore: 28 });
    expect(cog[0]!.holes).to.have.length(1);
    expect(boundsOf(shelf('cog', { n: 12, d: 110, tooth: 10, bore: 0 })).maxX).to.be.within(53, 55.01);
    expect(perimeterMm(shelf('circle', { d: 80 }))).to.be.closeTo(Math.PI * 80, 0.1);
  });
});

describe('sheet: marks where they belong', () => {
  const tile = (row: number, column: number): string => tileName(row, column);
  it('pages are named A1, A2, B1 … and AA1 after Z1', () =>
    expect([tile(0, 0), tile(0, 1), tile(1, 0), tile(25, 2), tile(26, 0)]).to.deep.equal([
      'A1',
      'A2',
      'B1',
      'Z3',
      'AA1',
    ]));
  it('crosses to lay pages by are 6 mm wide and high, about one point each', () => {
    const [first] = tileDrawing({ bounds: { minX: 0, minY: 0, maxX: 400, maxY: 200 }, lines: [], texts: [] }, 190, 250);
    const checks = first!.marks.flatMap((m) =>
      m.type === 'line' && m.stroke === 'check' && m.points.length === 2 ? [m.points] : [],
    );
    const arms = checks.filter(([a, b]) => Math.abs(Math.hypot(a!.x - b!.x, a!.y - b!.y) - 6) < 1e-9);
    expect(arms.length).to.be.at.least(4);
    const middles = new Map<string, number>();
    for (const [a, b] of arms) {
      const key = `${(a!.x + b!.x) / 2} ${(a!.y + b!.y) / 2}`;
      middles.set(key, (middles.get(key) ?? 0) + 1);
    }
    for (const [key, count] of middles) expect(count, key).to.equal(2);
  });
  const item = { number: 7, label: 'Sail', fabric: 'Chalk', note: 'reversed', copies: '2 of 3' };
  const linesOf = (marks: ReturnType<typeof labelMarks>) =>
    marks.flatMap((m) => (m.type === 'line' ? [m.points.map((p) => [p.x, p.y] as const)] : []));
  it('a grain arrow runs up and down a piece as it lies on the cloth, along it when the piece is turned, with a head at each end', () => {
    for (const turned of [false, true]) {
      const [shaft, ...heads] = linesOf(labelMarks(item, regionOf(square(120)), turned));
      const along = turned ? 0 : 1;
      const [from, to] = [shaft![0]!, shaft![1]!];
      expect(from[1 - along]).to.equal(to[1 - along]);
      const length = to[along] - from[along];
      expect(length).to.be.within(14, 18);
      expect(heads).to.have.length(2);
      heads.forEach((head, k) => {
        const tip = head[1]!;
        expect([tip[0], tip[1]]).to.deep.equal(k === 0 ? [from[0], from[1]] : [to[0], to[1]]);
        // Both barbs lie inwards of the tip, one to each side.
        const inwards = (p: readonly [number, number]): number => (k === 0 ? 1 : -1) * (p[along]! - tip[along]!);
        expect(inwards(head[0]!)).to.be.closeTo(2.5, 1e-9);
        expect(inwards(head[2]!)).to.be.closeTo(2.5, 1e-9);
        expect(head[0]![1 - along]! - tip[1 - along]!).to.be.closeTo(-(head[2]![1 - along]! - tip[1 - along]!), 1e-9);
      });
    }
  });
  it('tells copies only where there are several, and a shape with no room gets its name beneath it', () => {
    const texts = (more: object): string[] =>
      labelMarks({ ...item, ...more }, regionOf(square(120)), false).flatMap((m) =>
        m.type === 'text' ? [m.text] : [],
      );
    expect(texts({})).to.include('2 of 3');
    expect(texts({ copies: '' }).some((t) => t.includes('of'))).to.equal(false);
    const tags = labelMarks({ ...item }, regionOf(square(6)), false).flatMap((m) =>
      m.type === 'text' && m.x === 0 ? [m] : [],
    );
    // Number and name, cloth, way round, which copy: all of it, line by line beneath the outline.
    expect(tags.map((t) => t.text)).to.deep.equal([`${item.label} (7)`, item.fabric, item.note, item.copies]);
    expect(tags.map((t) => t.y)).to.deep.equal([1, 2, 3, 4].map((i) => 6 + i * 3.5 - 0.6));
  });
  it('a piece that runs over several pages says how many, and copies only when there are some', () => {
    const sheets = (count: number): string => {
      const p = project([piece('long', 'M0 0H150V700H0Z', { count })], {
        ground: { fabricId: 'cotton', widthMm: 800, heightMm: 800 },
      });
      return tracingSheets(p, planProject(p), 'a4')
        .pages.flatMap((g) => g.marks.flatMap((m) => (m.type === 'text' ? [m.text] : [])))
        .join('|');
    };
    expect(sheets(1)).to.match(/runs over 4 pages: this is A1/);
    expect(sheets(2)).to.match(/runs over 4 pages, 2 copies: this is A1/);
  });
});

describe('facing: which traced line counts', () => {
  const L = 'M0 0H40V15H15V60H0Z';
  const expected = [{ pieceId: 'l', outline: L }];
  const seen = (outline: string) => regionOf(outline);
  it('a shape much larger or smaller than the piece is no candidate; a tenth larger is, and its scale is told', () => {
    expect(judgeTracing(seen(transformPath(L, scaling(1.1))), expected)).to.include({ verdict: 'right', pieceId: 'l' });
    expect(judgeTracing(seen(transformPath(L, scaling(1.1))), expected).scale).to.be.closeTo(1.1, 0.01);
    expect(judgeTracing(seen(transformPath(L, scaling(2))), expected)).to.include({ verdict: 'wrong', pieceId: null });
    expect(judgeTracing(seen(transformPath(L, scaling(0.5))), expected).verdict).to.equal('wrong');
  });
  it('specks of 6 mm are left out, a shape of 8 mm is not; what fills a hole is that hole', () => {
    expect(judgeSheet([seen(square(5.5))], expected)).to.have.length(0);
    expect(judgeSheet([seen(square(8))], expected)).to.have.length(1);
    const ring = seen('M0 0H60V60H0ZM20 20V40H40V20Z');
    expect(judgeSheet([ring, seen('M20.5 20.5H39.5V39.5H20.5Z')], expected)).to.have.length(1);
    // Much smaller than the hole, it is a shape of its own.
    expect(judgeSheet([ring, seen('M25 25H35V35H25Z')], expected)).to.have.length(2);
  });
});
