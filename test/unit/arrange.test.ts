import { expect } from 'chai';
import fc from 'fast-check';
import { areaMm2, boundsOf, exclusive, mergeBounds, mirrorAt, regionOf, transformRegion } from '~/core/base/shape';
import {
  align,
  applyMoves,
  copyOf,
  creasesOf,
  groundBox,
  groundLikePiece,
  groundOfShape,
  groundResized,
  groundShape,
  itemsOf,
  layWord,
  pieceInMiddle,
  resizeItems,
  snapLines,
  snapMove,
  spread,
  takeAway,
  turnItems,
  wholeWords,
} from '~/core/intake/arrange';
import { boxOnGround, newWord, type Project, parseProject, regionOnGround, viewOf, type Word } from '~/core/keep/model';
import { facingOf } from '~/core/lay/facing';
import { groundOf, piece, project, square } from './helpers';

const at = (xMm: number, yMm: number, rotateDeg = 0) => ({ at: { xMm, yMm, rotateDeg } });
const three = (): Project =>
  project([
    piece('a', square(20), at(10, 10)),
    piece('b', square(40), at(100, 60)),
    piece('c', square(30), at(300, 200)),
  ]);
const word = (more: Partial<Word> = {}): Word =>
  newWord({
    id: 'w',
    articleId: 'main',
    text: 'ABA',
    faceId: 'plain-heavy',
    fabricId: 'cotton',
    size: { by: 'cap', capMm: 20 },
    gaps: 'equal',
    gapMm: 0,
    arc: null,
    at: { xMm: 50, yMm: 100, rotateDeg: 0 },
    ...more,
  });
const setOf = (chars: string) => ({
  letters: [...chars].map((char, i) => ({
    char,
    outline: square(15, 0, -20),
    at: { xMm: i * 20, yMm: 0, rotateDeg: 0 },
  })),
  bounds: { minX: 0, minY: -20, maxX: 60, maxY: 0 },
  capMm: 20,
  points: 60,
  limitedBy: null,
  xMm: 14,
  gapsMm: [],
  thinnest: null,
});
let n = 0;
const newId = (): string => `new-${++n}`;

describe('arrange: align and spread', () => {
  it('brings all to one side or the middle', () => {
    for (const [side, read] of [
      ['left', (p: Project) => p.pieces.map((q) => boxOnGround(q).minX)],
      ['right', (p: Project) => p.pieces.map((q) => boxOnGround(q).maxX)],
      ['centre', (p: Project) => p.pieces.map((q) => boxOnGround(q).minX + boxOnGround(q).maxX)],
      ['top', (p: Project) => p.pieces.map((q) => boxOnGround(q).minY)],
      ['bottom', (p: Project) => p.pieces.map((q) => boxOnGround(q).maxY)],
      ['middle', (p: Project) => p.pieces.map((q) => boxOnGround(q).minY + boxOnGround(q).maxY)],
    ] as const) {
      const p = three();
      const items = itemsOf(p, ['a', 'b', 'c']);
      applyMoves(p, align(items, side, mergeBounds(items.map((i) => i.box))));
      const values = read(p);
      for (const v of values) expect(v, side).to.be.closeTo(values[0]!, 1e-6);
    }
  });

  it('centres on the ground', () => {
    const p = three();
    const items = itemsOf(p, ['b']);
    applyMoves(p, [...align(items, 'centre', groundBox(groundOf(p)))]);
    expect(boxOnGround(p.pieces[1]!)).to.include({ minX: 180, maxX: 220 });
  });

  it('spreads with equal gaps, the outer two staying', () => {
    const p = three();
    applyMoves(p, spread(itemsOf(p, ['a', 'b', 'c']), 'across'));
    const b = p.pieces.map(boxOnGround);
    expect(b[0]!.minX).to.equal(10);
    expect(b[2]!.maxX).to.equal(330);
    expect(b[1]!.minX - b[0]!.maxX).to.be.closeTo(b[2]!.minX - b[1]!.maxX, 1e-6);
    expect(spread(itemsOf(p, ['a', 'b']), 'across')).to.deep.equal([]);
  });
});

describe('arrange: turn, resize, copy', () => {
  it('turning there and back changes nothing; a full turn is none', () => {
    fc.assert(
      fc.property(fc.integer({ min: -720, max: 720 }), (deg) => {
        const p = three();
        const before = p.pieces.map(regionOnGround);
        const items = itemsOf(p, ['a', 'c']);
        turnItems(p, items, { x: 77, y: 33 }, deg);
        turnItems(p, items, { x: 77, y: 33 }, -deg);
        p.pieces.forEach((q, i) => {
          expect(areaMm2(exclusive(regionOnGround(q), before[i]!))).to.be.below(1);
        });
      }),
      { numRuns: 30 },
    );
  });

  it('resizing scales areas by the square and keeps the point it is about', () => {
    const p = three();
    resizeItems(p, itemsOf(p, ['b']), { x: 100, y: 60 }, 1.5);
    const b = boxOnGround(p.pieces[1]!);
    expect(b).to.deep.equal({ minX: 100, minY: 60, maxX: 160, maxY: 120 });
    expect(areaMm2(regionOf(p.pieces[1]!.outline))).to.be.closeTo(1600 * 2.25, 0.01);
  });

  it('a mirrored copy is the mirror image on the ground, also of a turned piece, and another template', () => {
    const flag = piece('f', 'M0 0L50 10L0 40L12 20Z', at(60, 60, 30));
    const copy = copyOf(flag, 'g', true);
    const there = regionOnGround(copy);
    const b = boundsOf(there);
    const own = boxOnGround(flag);
    const axis = (b.minX + own.maxX - (own.maxX - own.minX) + b.maxX) / 2;
    const mirrored = transformRegion(regionOnGround(flag), mirrorAt((own.minX + b.maxX) / 2));
    expect(areaMm2(exclusive(there, mirrored))).to.be.below(1);
    expect(axis).to.be.above(0);
    expect(copy.outline).to.not.equal(flag.outline);
    expect(facingOf('trace-on-liner', copy.preReversed, false).mirrored).to.equal(true);
  });

  it('a new piece has its middle where it was laid', () => {
    const p = pieceInMiddle(
      square(30, 500, 500),
      { x: 80, y: 90 },
      { id: 'x', label: 'X', fabricId: 'cotton', articleId: 'main' },
    );
    expect(boxOnGround(p)).to.deep.equal({ minX: 65, minY: 75, maxX: 95, maxY: 105 });
  });
});

describe('arrange: words', () => {
  it('are one thing: picked, moved and resized whole', () => {
    const p = project([piece('a', square(20))]);
    layWord(p, word(), setOf('ABA'), newId);
    expect(parseProject(structuredClone(p)).ok).to.equal(true);
    const first = p.pieces.find((q) => q.wordId === 'w')!;
    expect(wholeWords(p, [first.id])).to.have.length(3);
    const items = itemsOf(p, [first.id, 'a']);
    expect(items).to.have.length(2);
    expect(items[1]!.baselineMm).to.equal(100);
    applyMoves(p, [{ item: items[1]!, dxMm: 5, dyMm: -10 }]);
    expect(p.words[0]!.at).to.deep.equal({ xMm: 55, yMm: 90, rotateDeg: 0 });
    resizeItems(p, itemsOf(p, [first.id]), { x: 0, y: 0 }, 2);
    expect(p.words[0]!.size).to.deep.equal({ by: 'cap', capMm: 40 });
  });

  it('retyped, keep the letters that stay, their web and their layer', () => {
    const p = project([piece('under', square(20)), piece('over', square(20))]);
    p.order = ['under', 'over'];
    layWord(p, word(), setOf('ABA'), newId);
    const b = p.pieces.find((q) => q.label === 'Letter B')!;
    b.webId = 'web';
    p.order = ['under', ...p.pieces.filter((q) => q.wordId).map((q) => q.id), 'over'];
    layWord(p, word({ text: 'BAC' }), setOf('BAC'), newId);
    const letters = p.pieces.filter((q) => q.wordId === 'w');
    expect(letters.map((q) => q.label)).to.deep.equal(['Letter B', 'Letter A', 'Letter C']);
    expect(letters[0]).to.include({ id: b.id, webId: 'web' });
    expect(p.order[0]).to.equal('under');
    expect(p.order.at(-1)).to.equal('over');
    expect(parseProject(structuredClone(p)).ok).to.equal(true);
    takeAway(
      p,
      letters.map((q) => q.id),
    );
    expect(p.words).to.deep.equal([]);
    expect(p.order).to.deep.equal(['under', 'over']);
  });
});

describe('arrange: the ground and snapping', () => {
  it('leaves creases where folding leaves them', () => {
    const p = project();
    groundOf(p).creases = { across: 2, down: 1, diagonal: false };
    expect(creasesOf(groundOf(p))).to.deep.equal({ across: [100, 200, 300], down: [200] });
  });

  it('creases of cloth that is cut larger are where folding that cloth leaves them', () => {
    const p = project();
    Object.assign(groundOf(p), {
      creases: { across: 2, down: 1, diagonal: false },
      seamAllowanceMm: 10,
      squaringMm: 2,
    });
    // By hand: 424 cut, a quarter of it 106, less the 12 beyond the finished edge; the middle stays.
    expect(creasesOf(groundOf(p))).to.deep.equal({ across: [94, 200, 306], down: [200] });
  });

  it('catches edges on edges and middles, and says how far away the other is', () => {
    const p = three();
    const lines = snapLines(viewOf(p, null), ['a']);
    const [a] = itemsOf(p, ['a']);
    const caught = snapMove(a!, 88.6, 0, lines, 3);
    expect(caught.dxMm).to.equal(90);
    expect(caught.guides.find((g) => g.axis === 'across')).to.include({ at: 100, what: 'edge', distanceMm: 30 });
    const free = snapMove(a!, 40.3, 17.7, lines, 3);
    expect(free).to.deep.equal({ dxMm: 40.3, dyMm: 17.7, guides: [] });
  });

  it('never moves further than it may catch', () => {
    const p = three();
    const lines = snapLines(viewOf(p, null), ['b']);
    const [b] = itemsOf(p, ['b']);
    fc.assert(
      fc.property(fc.integer({ min: -200, max: 300 }), fc.integer({ min: -200, max: 300 }), (dx, dy) => {
        const s = snapMove(b!, dx, dy, lines, 4);
        expect(Math.abs(s.dxMm - dx)).to.be.at.most(4);
        expect(Math.abs(s.dyMm - dy)).to.be.at.most(4);
      }),
    );
  });

  it('lines lettering up on its baseline', () => {
    const p = project([]);
    layWord(p, word(), setOf('AB'), newId);
    layWord(p, word({ id: 'v', at: { xMm: 200, yMm: 140, rotateDeg: 0 } }), setOf('BA'), newId);
    const [v] = itemsOf(
      p,
      p.pieces.filter((q) => q.wordId === 'v').map((q) => q.id),
    );
    const s = snapMove(v!, 0, -38.5, snapLines(viewOf(p, null), v!.pieceIds), 3);
    expect(s.dyMm).to.equal(-40);
  });
});

describe('arrange: the ground’s shape', () => {
  const ground = { widthMm: 400, heightMm: 300, outline: null };
  it('is known again by how it is drawn, and drawn anew in another size', () => {
    for (const shape of ['oval', 'arch', 'rectangle'] as const) {
      const g = { ...ground, ...groundOfShape(ground, shape) };
      expect(groundShape(g)).to.equal(shape);
      const larger = groundResized(g, 500, 200);
      expect(groundShape(larger)).to.equal(shape);
      if (larger.outline) expect(boundsOf(regionOf(larger.outline))).to.deep.include({ minX: 0, maxX: 500, maxY: 200 });
      expect(larger.outline === null).to.equal(shape === 'rectangle');
    }
  });
  it('of its own is stretched with its box; a piece’s shape keeps the ground’s width', () => {
    const like = groundLikePiece(ground, { outline: 'M10 10H60V35L10 20Z' });
    expect(like.heightMm).to.be.closeTo(200, 1e-9);
    const g = { ...ground, ...like };
    expect(groundShape(g)).to.equal('own');
    expect(boundsOf(regionOf(g.outline!))).to.deep.equal({ minX: 0, minY: 0, maxX: 400, maxY: 200 });
    expect(boundsOf(regionOf(groundResized(g, 200, 100).outline!))).to.deep.equal({
      minX: 0,
      minY: 0,
      maxX: 200,
      maxY: 100,
    });
    expect(groundOfShape(g, 'own').outline).to.equal(g.outline);
  });
});
