// Placing, turning and copying, each against what a ruler says. Common practice, no source; the geometry is elementary.
import { expect } from 'chai';
import { areaMm2, regionOf } from '~/core/base/shape';
import {
  changeLetter,
  copyOf,
  GROUND_SIZES,
  groundOfShape,
  groundResized,
  itemsOf,
  keptAnchor,
  layWord,
  letterOnGround,
  pieceInMiddle,
  placeWithOwn,
  repeatOnArticles,
  snapLines,
  snapMove,
  takeAlong,
  turnItems,
  usualRepeat,
} from '~/core/intake/arrange';
import { boxOnGround, newWord, type Project, viewOf } from '~/core/keep/model';
import { piece, project, square } from './helpers';

const at = (xMm: number, yMm: number, rotateDeg = 0) => ({ at: { xMm, yMm, rotateDeg } });
const underlay = (articleId: string) => ({
  pictureId: 'scan',
  articleId,
  widthMm: 100,
  at: { xMm: 20, yMm: 40, rotateDeg: 0 },
  shown: true,
});
const twoArticles = (): Project => {
  const p = project(
    [piece('a', square(20), at(50, 50)), piece('b', square(20), { ...at(60, 60), articleId: 'other' })],
    {
      ground: { widthMm: 200, heightMm: 100 },
    },
  );
  const [first] = p.articles;
  p.articles.push({ ...structuredClone(first!), id: 'other', name: 'Other' });
  const other = p.articles[1]!;
  if (other.ground) Object.assign(other.ground, { widthMm: 300, heightMm: 260 });
  return p;
};

describe('arrange: a ground in another size takes its picture along', () => {
  const before = { widthMm: 200, heightMm: 100 };
  const after = { widthMm: 300, heightMm: 160 };

  it('moved: half of what was added on each side; the underlay with it, what lies on other articles not', () => {
    const p = { ...twoArticles(), underlay: underlay('main') };
    takeAlong(p, 'main', before, after, 'move');
    expect(p.pieces[0]!.at).to.deep.equal({ xMm: 100, yMm: 80, rotateDeg: 0 });
    expect(p.pieces[1]!.at).to.deep.equal({ xMm: 60, yMm: 60, rotateDeg: 0 });
    expect(p.underlay.at).to.deep.equal({ xMm: 70, yMm: 70, rotateDeg: 0 });
    expect(p.underlay.widthMm).to.equal(100);
  });

  it('sized: by the lesser of both ways, about the new middle', () => {
    const p = { ...twoArticles(), underlay: underlay('main') };
    takeAlong(p, 'main', before, after, 'size');
    // 300/200 = 1.5 and 160/100 = 1.6: 1.5. Moved to (100, 80), then 150 + (100 − 150)·1.5 = 75 and 80 + 0.
    expect(p.pieces[0]!.at).to.deep.equal({ xMm: 75, yMm: 80, rotateDeg: 0 });
    expect(areaMm2(regionOf(p.pieces[0]!.outline))).to.be.closeTo(900, 1e-6);
    expect(p.underlay.widthMm).to.equal(150);
    expect(p.underlay.at).to.deep.equal({ xMm: 30, yMm: 65, rotateDeg: 0 });
  });

  it('the underlay of another article stays', () => {
    const p = { ...twoArticles(), underlay: underlay('other') };
    takeAlong(p, 'main', before, after, 'size');
    expect(p.underlay).to.deep.equal(underlay('other'));
  });
});

describe('arrange: the same on every other article', () => {
  it('from the corner as far, from the middle where the middle is', () => {
    let n = 0;
    const id = (): string => `copy-${++n}`;
    const p = twoArticles();
    expect(repeatOnArticles(p, ['a'], 'corner', id)).to.deep.equal(['copy-1']);
    expect(p.pieces.at(-1)).to.deep.include({ id: 'copy-1', articleId: 'other', wordId: null });
    expect(p.pieces.at(-1)!.at).to.deep.equal({ xMm: 50, yMm: 50, rotateDeg: 0 });
    expect(p.order.at(-1)).to.equal('copy-1');
    repeatOnArticles(p, ['a'], 'middle', id);
    // (300 − 200) / 2 and (260 − 100) / 2 farther.
    expect(p.pieces.at(-1)!.at).to.deep.equal({ xMm: 100, yMm: 130, rotateDeg: 0 });
    // Only what lies on the first one's article goes along, and nothing that is not there does anything.
    expect(repeatOnArticles(p, ['b', 'a'], 'corner', id)).to.have.length(1);
    expect(repeatOnArticles(p, ['nobody'], 'corner', id)).to.deep.equal([]);
  });
});

describe('arrange: turned and copied, by hand', () => {
  it('a quarter clockwise about a point, words with their letters', () => {
    const p = project([piece('a', square(20), at(110, 50, 300))]);
    turnItems(p, itemsOf(p, ['a']), { x: 100, y: 50 }, 90);
    expect(p.pieces[0]!.at).to.deep.equal({ xMm: 100, yMm: 60, rotateDeg: 30 });
    turnItems(p, itemsOf(p, ['a']), { x: 100, y: 50 }, -90);
    expect(p.pieces[0]!.at).to.deep.equal({ xMm: 110, yMm: 50, rotateDeg: 300 });
  });

  it('a copy lies 12 mm farther both ways, its print its own; a mirrored one beside it, as high', () => {
    const own = piece('a', 'M0 0L50 10L0 40L12 20Z', at(60, 70));
    const copy = copyOf(own, 'b', false);
    expect(copy.at).to.deep.equal({ xMm: 72, yMm: 82, rotateDeg: 0 });
    expect(copy.print).to.not.equal(own.print);
    expect(copyOf(own, 'c', false, 0).at).to.deep.equal(own.at);
    const turned = copyOf({ ...own, wordId: 'w' }, 'd', true);
    expect(turned.wordId).to.equal(null);
    expect(boxOnGround(turned).minX).to.be.closeTo(boxOnGround(own).maxX + 12, 0.001);
    expect(boxOnGround(turned).minY).to.be.closeTo(boxOnGround(own).minY, 0.001);
    expect(copyOf(piece('e', square(20), at(0, 0, 30)), 'f', true).at.rotateDeg).to.equal(330);
  });

  it('a letter lies where its word puts it: turned with it, about the word’s own zero', () => {
    expect(letterOnGround({ xMm: 30, yMm: 5, rotateDeg: 10 }, { xMm: 100, yMm: 200, rotateDeg: 90 })).to.deep.equal({
      xMm: 95,
      yMm: 230,
      rotateDeg: 100,
    });
  });

  it('a letter raised goes up across its own line; tilted it turns about the middle of its ink', () => {
    const outline = square(20);
    expect(placeWithOwn(outline, at(50, 80).at, { tiltDeg: 0, raiseMm: 5 })).to.deep.equal(at(50, 75).at);
    // On a line that runs downwards, up is to the right.
    expect(placeWithOwn(outline, at(50, 80, 90).at, { tiltDeg: 0, raiseMm: 5 })).to.deep.equal(at(55, 80, 90).at);
    // A square of 20 at (50, 80), turned by 90° about (60, 90): its corner goes to (70, 80).
    expect(placeWithOwn(outline, at(50, 80).at, { tiltDeg: 90, raiseMm: 0 })).to.deep.equal(at(70, 80, 90).at);
  });

  it('a piece in the middle brings its marks along, and its own zero is its middle', () => {
    const p = pieceInMiddle(
      'M100 100H140V120H100Z',
      { x: 10, y: 20 },
      {
        id: 'a',
        articleId: 'main',
        label: 'A',
        fabricId: 'cotton',
      },
    );
    expect(p.at).to.deep.equal({ xMm: 10, yMm: 20, rotateDeg: 0 });
    expect(boxOnGround(p)).to.deep.equal({ minX: -10, minY: 10, maxX: 30, maxY: 30 });
  });

  it('a usual repeat goes six times: round the middle of the ground, or side by side with a fifth of air', () => {
    const p = piece('a', 'M0 0H50V30H0Z', at(100, 100));
    const ground = { widthMm: 400, heightMm: 300 };
    const ring = usualRepeat(p, ground, 'ring');
    // 0.35 · 300 = 105, more than the piece's own 50.
    expect(ring).to.deep.include({ count: 6, turned: true, lastSize: 1, radiusMm: 105, fromDeg: 0 });
    expect(ring).to.deep.include({ middle: { x: 200, y: 150 } });
    const arc = usualRepeat(p, ground, 'arc');
    expect(arc).to.deep.include({ middle: { x: 200, y: 202.5 }, radiusMm: 105, spanDeg: 120, turned: true });
    const line = usualRepeat(p, ground, 'line');
    expect(line).to.deep.include({ from: { x: 125, y: 115 }, lengthMm: 300, angleDeg: 0, turned: false });
    expect(usualRepeat(piece('b', square(200)), ground, 'ring')).to.deep.include({ radiusMm: 200 });
  });
});

describe('arrange: grounds', () => {
  it('an oval has π/4 of its box, an arch its box less what the round takes of the corners', () => {
    const area = (shape: 'oval' | 'arch', widthMm: number, heightMm: number): number =>
      areaMm2(regionOf(groundOfShape({ widthMm, heightMm, outline: null }, shape).outline!));
    expect(area('oval', 200, 100)).to.be.closeTo((Math.PI / 4) * 200 * 100, 30);
    // A half circle of radius 100 on 200 × 200.
    expect(area('arch', 200, 300)).to.be.closeTo(200 * 200 + (Math.PI / 2) * 100 ** 2, 30);
    // Lower than half as wide: half an oval, and no upright.
    expect(area('arch', 200, 60)).to.be.closeTo((Math.PI / 2) * 100 * 60, 30);
    const wider = groundResized(
      { widthMm: 200, heightMm: 300, ...groundOfShape({ widthMm: 200, heightMm: 300, outline: null }, 'arch') },
      300,
      300,
    );
    expect(areaMm2(regionOf(wider.outline!))).to.be.closeTo(300 * 150 + (Math.PI / 2) * 150 ** 2, 40);
  });

  it('sizes that people name: a fat quarter is 18 × 22 in (handbook), A4 is ISO 216', () => {
    const size = (name: string) => GROUND_SIZES.find((s) => s.name === name)!;
    expect(size('Fat quarter').widthMm).to.be.closeTo(558.8, 1e-9);
    expect(size('Fat quarter').heightMm).to.be.closeTo(457.2, 1e-9);
    expect(size('A4 sheet')).to.deep.include({ widthMm: 210, heightMm: 297 });
    // The rest by what is common (no source): a cushion of 40 cm, a towel of 50 × 70, a mat of 45 × 33, a bag of 38 × 42.
    for (const [name, widthMm, heightMm] of [
      ['Cushion front', 400, 400],
      ['Tea towel', 500, 700],
      ['Place mat', 450, 330],
      ['Tote bag front', 380, 420],
      ['Wall panel, tall', 500, 700],
    ] as const)
      expect(size(name), name).to.deep.include({ widthMm, heightMm });
    // 12 in finished, ¼ in of seam outside: 12½ in cut.
    expect(size('Quilt block').widthMm).to.be.closeTo(304.8, 1e-9);
    expect(size('Quilt block').heightMm + 2 * (size('Quilt block').seamMm ?? 0)).to.be.closeTo(317.5, 1e-9);
  });
});

describe('arrange: lines that catch', () => {
  const moved = (x: number, y: number, within = 4, more: { folds?: number; seamMm?: number } = {}) => {
    const p = project([piece('a', square(20), at(0, 0)), piece('b', square(40), at(100, 60))], {
      ground: {
        creases: { across: more.folds ?? 0, down: 0, diagonal: false },
        seamAllowanceMm: more.seamMm ?? 0,
      },
    });
    const view = viewOf(p, 'main');
    const [item] = itemsOf(p, ['a']);
    return snapMove(item!, x, y, snapLines(view, ['a']), within);
  };

  it('the nearest of several wins, to either side, and only within reach', () => {
    // b reaches from 100 to 140, its middle at 120; a is 20 wide. At 98.5 its left edge is 1.5 short of 100.
    expect(moved(98.5, 200).dxMm).to.equal(100);
    expect(moved(101.5, 200).dxMm).to.equal(100);
    // Its middle at 119 catches the middle at 120 rather than any edge 11 away.
    expect(moved(109, 200).dxMm).to.equal(110);
    expect(moved(104.5, 200, 4).dxMm).to.equal(104.5);
    expect(moved(104.5, 200, 4.5).dxMm).to.equal(100);
  });

  it('the ground’s edges and middle, its creases and its seams', () => {
    expect(moved(378, 377.5)).to.deep.include({ dxMm: 380, dyMm: 380 });
    expect(moved(192, 188)).to.deep.include({ dxMm: 190, dyMm: 190 });
    // Folded twice across: a crease at a quarter, 100, half and three quarters, 300.
    const crease = moved(301.5, 200, 4, { folds: 2 });
    expect(crease.dxMm).to.equal(300);
    expect(crease.guides.find((g) => g.axis === 'across')!.what).to.equal('crease');
    // What is caught in the seam ends at the edge of the cloth, 12 mm beyond the finished edge.
    const seam = moved(-13.5, -12.7, 4, { seamMm: 12 });
    expect(seam).to.deep.include({ dxMm: -12, dyMm: -12 });
    expect(seam.guides.map((g) => g.what)).to.deep.equal(['seam', 'seam']);
  });

  it('a guide reaches from the one to the other, and says how far apart they are along it', () => {
    const { guides } = moved(98.5, 200);
    const across = guides.find((g) => g.axis === 'across')!;
    // b stands from 60 to 100, a from 200 to 220: 100 apart.
    expect(across).to.deep.equal({ axis: 'across', at: 100, from: 60, to: 220, what: 'edge', distanceMm: 100 });
  });
});

describe('arrange: a word retyped keeps its place', () => {
  const word = (anchor: 'left' | 'middle' | 'right') =>
    newWord({
      id: 'w',
      articleId: 'main',
      text: 'AB',
      faceId: 'plain-heavy',
      fabricId: 'cotton',
      size: { by: 'cap', capMm: 20 },
      gaps: 'equal',
      gapMm: 0,
      arc: null,
      anchor,
      at: { xMm: 50, yMm: 100, rotateDeg: 0 },
    });
  const letters = (count: number) => ({
    letters: Array.from({ length: count }, (_, i) => ({
      char: 'ABCD'[i]!,
      outline: square(15, 0, -20),
      at: { xMm: i * 20, yMm: 0, rotateDeg: 0 },
    })),
    capMm: 20,
    xMm: 14,
  });

  it('a word that is laid again is the same word, and its letters lie where their word puts them', () => {
    let n = 0;
    const p = project([]);
    layWord(p, word('left'), letters(2), () => `l${++n}`);
    layWord(p, { ...word('left'), text: 'ABC' }, letters(3), () => `l${++n}`);
    expect(p.words.map((w) => w.text)).to.deep.equal(['ABC']);
    expect(p.pieces.map((q) => [q.label, q.at.xMm, q.at.yMm])).to.deep.equal([
      ['Letter A', 50, 100],
      ['Letter B', 70, 100],
      ['Letter C', 90, 100],
    ]);
    expect(n).to.equal(3);
  });

  it('one letter tilted, raised and coloured, and all of it taken back: as it was', () => {
    let n = 0;
    const p = project([]);
    layWord(p, word('left'), letters(3), () => `l${++n}`);
    const before = structuredClone(p.pieces);
    changeLetter(p, 'w', 1, { tiltDeg: 30, raiseMm: 4 });
    // About the middle of its ink, at (77.5, 90), and 4 mm higher.
    const b = boxOnGround(p.pieces[1]!);
    expect((b.minX + b.maxX) / 2).to.be.closeTo(77.5, 0.002);
    expect((b.minY + b.maxY) / 2).to.be.closeTo(83.5, 0.002);
    expect(p.pieces[1]!.at.rotateDeg).to.equal(30);
    changeLetter(p, 'w', 1, { tiltDeg: 50, raiseMm: -2 });
    const c = boxOnGround(p.pieces[1]!);
    expect((c.minX + c.maxX) / 2).to.be.closeTo(77.5, 0.003);
    expect((c.minY + c.maxY) / 2).to.be.closeTo(89.5, 0.003);
    changeLetter(p, 'w', 1, { tiltDeg: 0, raiseMm: 0 });
    p.pieces.forEach((q, i) => {
      expect(q.at.xMm).to.be.closeTo(before[i]!.at.xMm, 0.005);
      expect(q.at.yMm).to.be.closeTo(before[i]!.at.yMm, 0.005);
    });
    expect(p.words[0]!.own).to.deep.equal([]);
  });

  it('by its left end, its middle or its right end', () => {
    let n = 0;
    for (const [anchor, xMm] of [
      ['left', 50],
      // Ink from 0 to 35 became 0 to 75: 40 more, so half of it or all of it to the left.
      ['middle', 30],
      ['right', 10],
    ] as const) {
      const p = project([]);
      layWord(p, word(anchor), letters(2), () => `l${++n}`);
      const to = keptAnchor(p, p.words[0]!, { bounds: { minX: 0, minY: -20, maxX: 75, maxY: 0 } });
      expect(to, anchor).to.deep.equal({ xMm, yMm: 100, rotateDeg: 0 });
    }
  });
});
