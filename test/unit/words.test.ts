import { expect } from 'chai';
import { boundsOf, centreOf, placement, type Region, regionOf, ringsOf, transformRegion } from '~/core/base/shape';
import {
  carriedOwn,
  changeLetter,
  keptAnchor,
  layWord,
  letterPlaces,
  lettersOf,
  moveWord,
  ontoCrease,
  wordBox,
} from '~/core/intake/arrange';
import { type SetWord, setWord } from '~/core/intake/lettering';
import { boxOnGround, newWord, type Project, regionOnGround, viewOf, type Word } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { placementSheets, type SheetDocument, templateSheets, tracingSheets } from '~/core/print/sheet';
import { sweep } from '../cases';
import { shipped } from './faces';
import { cotton, piece, project, square } from './helpers';

const face = await shipped('plain-bold');
const set = (word: Word): SetWord => {
  const got = setWord(face, word);
  if (!got.ok) throw new Error(got.problem.code);
  return got.word;
};
const word = (more: Partial<Word> = {}): Word =>
  newWord({
    id: 'w',
    text: 'HARBOUR',
    faceId: 'plain-bold',
    fabricId: 'cotton',
    size: { by: 'cap', capMm: 40 },
    ...more,
  });
let counter = 0;
const laid = (
  w: Word,
  p: Project = project([], { ground: { fabricId: 'cotton', widthMm: 600, heightMm: 400 } }),
): Project => {
  layWord(p, w, set(w), () => `l${counter++}`);
  return p;
};
const theWord = (p: Project): Word => p.words[0]!;

/** Ink as pixels of a twentieth of a millimetre by scan lines, and the least distance between the borders of two inks: no geometry of ours. */
function pixelGap(a: Region, b: Region): number {
  const PX = 20;
  const box = boundsOf([...a, ...b]);
  const width = Math.ceil((box.maxX - box.minX) * PX) + 2;
  const border = (region: Region): [number, number][] => {
    const ink = new Map<number, Set<number>>();
    const height = Math.ceil((box.maxY - box.minY) * PX) + 2;
    for (let row = 0; row < height; row++) {
      const y = box.minY + (row + 0.5) / PX;
      const xs: number[] = [];
      for (const ring of ringsOf(region))
        ring.forEach((p, i) => {
          const q = ring[(i + 1) % ring.length]!;
          if (p.y > y !== q.y > y) xs.push(p.x + ((q.x - p.x) * (y - p.y)) / (q.y - p.y));
        });
      xs.sort((m, n) => m - n);
      const set = new Set<number>();
      for (let k = 0; k + 1 < xs.length; k += 2)
        for (let c = Math.round((xs[k]! - box.minX) * PX); c < Math.round((xs[k + 1]! - box.minX) * PX); c++)
          set.add(c);
      ink.set(row, set);
    }
    const on = (r: number, c: number): boolean => ink.get(r)?.has(c) ?? false;
    const out: [number, number][] = [];
    for (const [r, cs] of ink)
      for (const c of cs) if (!on(r, c - 1) || !on(r, c + 1) || !on(r - 1, c) || !on(r + 1, c)) out.push([c, r]);
    return out;
  };
  const right = border(b);
  let least = width * width * 4;
  for (const [x, y] of border(a)) for (const [u, v] of right) least = Math.min(least, (x - u) ** 2 + (y - v) ** 2);
  // Two pixels that touch are one apart.
  return (Math.sqrt(least) - 1) / PX;
}

describe('words: gaps from ink to ink', () => {
  sweep('are what was asked for, and what is told, by a pixel scan of the rendered word to 0.1 mm', () => {
    for (const [text, gaps, gapMm] of [
      ['HAVBO', 'ink', 3],
      ['Late', 'ink', 2],
      ['HARB', 'optical', 0],
      ['OLT', 'equal', 1],
    ] as const) {
      const w = set(word({ text, gaps, gapMm, size: { by: 'cap', capMm: 24 } }));
      const regions = w.letters.map((l) => transformRegion(regionOf(l.outline), placement(l.at)));
      for (let i = 0; i + 1 < regions.length; i++) {
        const scanned = pixelGap(regions[i]!, regions[i + 1]!);
        expect(w.gapsMm[i]!, `${text} ${i}`).to.be.closeTo(scanned, 0.1);
        if (gaps === 'ink') expect(scanned, `${text} ${i}`).to.be.closeTo(gapMm, 0.1);
      }
    }
  });

  sweep('none is told across a space; the thinnest stroke is told with its letter', () => {
    const w = set(word({ text: 'AB CD', gaps: 'ink', gapMm: 3 }));
    expect(w.gapsMm.map((g) => g === null)).to.deep.equal([false, true, false]);
    // The bars of an A and a B are thinner than any stem.
    expect(w.thinnest!.widthMm).to.be.within(3, 12);
    expect('ABCD').to.include(w.thinnest!.char);
    const twice = set(word({ text: 'AB CD', gaps: 'ink', gapMm: 3, size: { by: 'cap', capMm: 80 } }));
    expect(twice.thinnest!.widthMm).to.be.closeTo(2 * w.thinnest!.widthMm, 0.1);
  });
});

describe('words: where they stand', () => {
  it('retyped, what was chosen stays: the left end, the middle or the right end', () => {
    for (const anchor of ['left', 'middle', 'right'] as const) {
      const p = laid(word({ at: { xMm: 100, yMm: 200, rotateDeg: 0 }, anchor }));
      const before = wordBox(p, theWord(p), 'ink');
      const next = { ...theWord(p), text: 'SEA' };
      const at = keptAnchor(p, next, set(next));
      layWord(p, { ...next, at }, set(next), () => `l${counter++}`);
      const after = wordBox(p, theWord(p), 'ink');
      const point = (b: typeof before): number =>
        anchor === 'left' ? b.minX : anchor === 'right' ? b.maxX : (b.minX + b.maxX) / 2;
      expect(point(after), anchor).to.be.closeTo(point(before), 0.01);
      expect(theWord(p).at.yMm).to.equal(200);
    }
  });

  it('is centred by its capitals, by its small letters, or by all its ink: tails count only in the last', () => {
    const p = laid(word({ text: 'Agyp', at: { xMm: 50, yMm: 100, rotateDeg: 0 } }));
    const w = theWord(p);
    expect(w.heights!.capMm).to.be.closeTo(40, 0.01);
    expect(w.heights!.xMm).to.be.within(25, 33);
    expect(wordBox(p, w, 'capitals')).to.include({ minY: 100 - w.heights!.capMm, maxY: 100 });
    expect(wordBox(p, w, 'small')).to.include({ minY: 100 - w.heights!.xMm, maxY: 100 });
    expect(wordBox(p, w, 'ink').maxY).to.be.above(105);
    moveWord(p, 'w', 10, -20);
    expect(theWord(p).at).to.include({ xMm: 60, yMm: 80 });
  });

  it('a chosen letter stands with its middle on the nearest upright crease, or on the middle of the ground', () => {
    const p = laid(word({ at: { xMm: 100, yMm: 200, rotateDeg: 0 } }));
    const { ground } = viewOf(p, 'main');
    const by = ontoCrease(p, 'w', 3, ground);
    moveWord(p, 'w', by, 0);
    expect(centreOf(boxOnGround(lettersOf(p, 'w')[3]!)).x).to.be.closeTo(300, 0.01);
    const folded = { ...ground, creases: { ...ground.creases, across: 2 } };
    moveWord(p, 'w', ontoCrease(p, 'w', 0, folded), 0);
    expect(centreOf(boxOnGround(lettersOf(p, 'w')[0]!)).x % 150).to.be.closeTo(0, 0.01);
  });
});

describe('words: letters with something of their own', () => {
  it('tilted about its own middle, raised and in another cloth, and back again', () => {
    const p = laid(word({ at: { xMm: 100, yMm: 200, rotateDeg: 0 } }));
    p.fabrics.push(cotton({ id: 'red' }));
    const letter = () => lettersOf(p, 'w')[2]!;
    const before = { ...letter().at };
    const middle = centreOf(boundsOf(regionOnGround(letter())));
    changeLetter(p, 'w', 2, { tiltDeg: 15, raiseMm: 6, fabricId: 'red' });
    expect(letter().fabricId).to.equal('red');
    expect(letter().at.rotateDeg).to.equal(15);
    const own = regionOf(letter().outline);
    const c = centreOf(boundsOf(own));
    const there = transformRegion([{ outer: [c, c, c], holes: [] }], placement(letter().at))[0]!.outer[0]!;
    expect(there.x).to.be.closeTo(middle.x, 0.05);
    expect(there.y).to.be.closeTo(middle.y - 6, 0.05);
    expect(theWord(p).own).to.deep.equal([{ letter: 2, fabricId: 'red', tiltDeg: 15, raiseMm: 6 }]);
    changeLetter(p, 'w', 2, { tiltDeg: 0, raiseMm: 0, fabricId: null });
    expect(theWord(p).own).to.deep.equal([]);
    expect(letter().at.xMm).to.be.closeTo(before.xMm, 0.01);
    expect(letter().at.yMm).to.be.closeTo(before.yMm, 0.01);
    expect(letter().fabricId).to.equal('cotton');
  });

  it('stay so when the word is retyped, where the letter is still there', () => {
    const own = [
      { letter: 1, fabricId: null, tiltDeg: 9, raiseMm: 0 },
      { letter: 6, fabricId: null, tiltDeg: -9, raiseMm: 0 },
    ];
    const kept = (now: string) => carriedOwn([...'HARBOUR'], [...now], own).map((o) => [o.letter, o.tiltDeg]);
    expect(kept('HARBOUR')).to.deep.equal([
      [1, 9],
      [6, -9],
    ]);
    expect(kept('HAIR')).to.deep.equal([
      [1, 9],
      [3, -9],
    ]);
    expect(kept('HAR')).to.deep.equal([[1, 9]]);
    expect(kept('SEA')).to.deep.equal([]);
    const p = laid(word({ at: { xMm: 100, yMm: 200, rotateDeg: 0 } }));
    changeLetter(p, 'w', 1, { tiltDeg: 9 });
    const next = { ...theWord(p), text: 'HAVEN' };
    layWord(p, next, set(next), () => `l${counter++}`);
    expect(lettersOf(p, 'w').map((l) => l.at.rotateDeg)).to.deep.equal([0, 9, 0, 0, 0]);
  });
});

const texts = (d: SheetDocument): string[] =>
  d.pages.flatMap((q) => q.marks.flatMap((m) => (m.type === 'text' ? [m.text] : [])));

describe('words and pieces on paper', () => {
  it('each letter’s left edge, bottom and gap stand in a table, as the ground has them', () => {
    const p = laid(word({ text: 'SEA', gaps: 'ink', gapMm: 4, at: { xMm: 120, yMm: 250, rotateDeg: 0 } }));
    const places = letterPlaces(p, theWord(p), { heightMm: 400, seamAllowanceMm: 0, squaringMm: 0 });
    expect(places.map((l) => l.char).join('')).to.equal('SEA');
    expect(places.map((l) => l.gapMm && Math.round(l.gapMm * 10) / 10)).to.deep.equal([4, 4, null]);
    expect(places[1]!.leftMm).to.equal(boxOnGround(lettersOf(p, 'w')[1]!).minX);
    expect(places[1]!.bottomMm).to.be.closeTo(150, 0.05);
    const words = texts(placementSheets(p, 'a4'));
    expect(words.some((t) => t.startsWith('Letters of “SEA”'))).to.equal(true);
    expect(words).to.include('4 mm');
    expect(words).to.include(`${Math.round(places[1]!.leftMm * 10) / 100} cm`);
  });

  it('the guide prints only pages that hold something', () => {
    const p = project([piece('a', square(60), { at: { xMm: 20, yMm: 20, rotateDeg: 0 } })], {
      ground: { fabricId: 'cotton', widthMm: 900, heightMm: 900 },
    });
    expect(placementSheets(p, 'a4').pages).to.have.length(1);
    p.pieces[0]!.at = { xMm: 700, yMm: 700, rotateDeg: 0 };
    const pages = placementSheets(p, 'a4').pages;
    expect(pages.length).to.be.within(1, 2);
    for (const page of pages)
      expect(page.marks.some((m) => m.type === 'line' && m.stroke === 'outline')).to.equal(true);
  });

  it('one template for one shape even where cloths differ, with how many of each', () => {
    const p = project(
      [
        piece('a', square(80)),
        piece('b', square(80), { fabricId: 'red', count: 2, at: { xMm: 100, yMm: 0, rotateDeg: 0 } }),
      ],
      { route: 'template-right-side', fabrics: [cotton({ name: 'Sand' }), cotton({ id: 'red', name: 'Red' })] },
    );
    const doc = templateSheets(p, planProject(p), 'a4');
    expect(doc.pages.flatMap((q) => q.marks.filter((m) => m.type === 'line' && m.stroke === 'outline'))).to.have.length(
      1,
    );
    expect(texts(doc)).to.include('1 of Sand, 2 of Red').and.to.include('cut 3');
  });

  it('a piece of 6 × 10 in fits one Letter page, with a bar of 2 in to check by where the block has no room', () => {
    const p = project([piece('a', 'M0 0H152.4V254H0Z')], {
      units: 'in',
      ground: { fabricId: 'cotton', widthMm: 400, heightMm: 400 },
    });
    const doc = tracingSheets(p, planProject(p), 'letter');
    expect(doc.pages).to.have.length(1);
    const bar = doc.pages[0]!.marks.find((m) => m.type === 'line' && m.stroke === 'check')!;
    const b = boundsOf(bar.type === 'line' ? [bar.points] : []);
    expect(b.maxX - b.minX).to.be.closeTo(50.8, 1e-9);
    expect(texts(doc)).to.include('2 in');
    for (const m of doc.pages[0]!.marks)
      if (m.type === 'line') for (const q of m.points) expect(q.y).to.be.within(9.99, 11 * 25.4 - 9.99);
  });

  it('pieces are turned where that saves a page, and only then', () => {
    const pages = (count: number) => {
      const p = project([piece('a', 'M0 0H60V150H0Z', { count })]);
      const doc = tracingSheets(p, planProject(p), 'a4');
      const first = doc.pages[0]!.marks.find((m) => m.type === 'line' && m.stroke === 'outline')!;
      const b = boundsOf(first.type === 'line' ? [first.points] : []);
      return { pages: doc.pages.length, lying: b.maxX - b.minX > b.maxY - b.minY };
    };
    // Two upright beside one another fill the first page; lying, three go on it.
    expect(pages(2)).to.deep.equal({ pages: 1, lying: false });
    expect(pages(3)).to.deep.equal({ pages: 1, lying: true });
  });

  it('name, cloth and way round stand on every piece, inside it or in a callout beneath; the tick says what it is for', () => {
    const p = project(
      [
        piece('tiny', 'M0 0H9L3 22Z', { label: 'Fin' }),
        piece('large', square(90), { label: 'Hull', at: { xMm: 60, yMm: 0, rotateDeg: 0 } }),
      ],
      { fabrics: [cotton({ name: 'Teal batik' })] },
    );
    const all = texts(tracingSheets(p, planProject(p), 'a4'));
    expect(all.filter((t) => t === 'Teal batik')).to.have.length(2);
    expect(all)
      .to.include('Fin (1)')
      .and.to.include('Hull')
      .and.to.include('reversed')
      .and.to.include('either way round');
    expect(all.some((t) => /snip the paper there before fusing, to start peeling/.test(t))).to.equal(true);
  });

  it('drawn together by unit instead of by cloth, when asked', () => {
    const names = ['a', 'b', 'c', 'd'];
    const p = project(
      names.map((n, i) =>
        piece(n, square(50 - i), {
          label: n,
          fabricId: i % 2 ? 'red' : 'cotton',
          unit: i < 2 ? 'one' : 'two',
          at: { xMm: 60 * i, yMm: 0, rotateDeg: 0 },
        }),
      ),
      { fabrics: [cotton({ name: 'Sand' }), cotton({ id: 'red', name: 'Red' })] },
    );
    const order = (by: 'cloth' | 'unit') =>
      texts(tracingSheets(p, planProject(p), 'a4', by))
        .filter((t) => names.includes(t))
        .join('');
    expect(order('cloth')).to.equal('bdac');
    expect(order('unit')).to.equal('abcd');
  });
});
