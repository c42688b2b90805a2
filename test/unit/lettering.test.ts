import { expect } from 'chai';
import fc from 'fast-check';
import {
  areaMm2,
  boundsOf,
  crossesItself,
  intersection,
  linesOf,
  placement,
  regionOf,
  transformRegion,
} from '~/core/base/shape';
import { FACES, type Face, meanWhite, readFace, type SetWord, setWord, templatesOf } from '~/core/intake/lettering';
import type { Word } from '~/core/keep/model';
import { letteringWords } from '~/words';
import { FACE_FILES } from '~/workers/faces';
import { cases, sweep } from '../cases';
import { outlineOf, shipped } from './faces';

const faces = new Map<string, Face>();
for (const { id } of FACES) faces.set(id, await shipped(id));
const load = (id: string): Face => faces.get(id)!;
const plain = load('plain-heavy');
type Wish = Pick<Word, 'text' | 'size' | 'gaps' | 'gapMm' | 'arc'>;
const wish = (more: Partial<Wish> = {}): Wish => ({
  text: 'HARBOUR',
  size: { by: 'cap', capMm: 40 },
  gaps: 'optical',
  gapMm: 0,
  arc: null,
  ...more,
});
const set = (more: Partial<Wish> = {}, face = plain): SetWord => {
  const r = setWord(face, wish(more));
  if (!r.ok) throw new Error(r.problem.code);
  return r.word;
};
const placed = (w: SetWord) => w.letters.map((l) => transformRegion(regionOf(l.outline), placement(l.at)));

describe('lettering: faces', () => {
  it('ship eight or more, each with letters, figures and accents, without crossing outlines', () => {
    expect(FACES.length).to.be.at.least(8);
    expect(FACES.map((f) => f.id).sort()).to.deep.equal(Object.keys(FACE_FILES).sort());
    for (const { id } of FACES) {
      const face = load(id);
      for (const char of 'ABGIRSabegiry0189éñü&!') {
        const outline = outlineOf(face, char);
        expect(outline, `${id} ${char}`).to.not.equal(null);
        expect(crossesItself(linesOf(outline!)), `${id} ${char}`).to.equal(null);
      }
    }
  });

  it('keep counters: an O has a hole, a B two', () => {
    expect(regionOf(outlineOf(plain, 'O')!)).to.have.length(1);
    expect(regionOf(outlineOf(plain, 'O')!)[0]!.holes).to.have.length(1);
    expect(regionOf(outlineOf(plain, 'B')!)[0]!.holes).to.have.length(2);
  });

  it('say what is wrong with a broken font', async () => {
    for (const bytes of [
      new ArrayBuffer(0),
      new TextEncoder().encode('this is no font at all, only words').buffer as ArrayBuffer,
    ]) {
      const read = await readFace(bytes, 'mine.ttf');
      expect(read.ok).to.equal(false);
      if (!read.ok) expect(letteringWords(read.problem)).to.include('mine.ttf');
    }
  });
});

describe('lettering: size', () => {
  it('gets the cap height asked for, to 0.1 mm, in every face', () => {
    for (const { id } of FACES)
      for (const capMm of [18, 40, 120]) {
        const word = set({ text: 'HI', size: { by: 'cap', capMm } }, load(id));
        const b = boundsOf(regionOf(word.letters[0]!.outline));
        expect(b.maxY - b.minY, id).to.be.closeTo(capMm, 0.1);
      }
  });

  it('says the size in points: cap height = points × 0.3528 mm × the face’s cap ratio (1 pt = 1/72 in)', () => {
    const word = set({ size: { by: 'cap', capMm: 40 } });
    expect(word.points * 0.3528 * (plain.capHeight / 1000)).to.be.closeTo(40, 0.01);
    expect(plain.capHeight / 1000).to.be.within(0.6, 0.8);
  });

  it('fills a box and says which side limits', () => {
    for (const gaps of ['font', 'equal', 'optical'] as const) {
      const wide = set({ gaps, size: { by: 'box', widthMm: 300, heightMm: 500 } });
      expect(wide.limitedBy).to.equal('width');
      expect(wide.bounds.maxX - wide.bounds.minX).to.be.within(299.5, 300.001);
      const high = set({ gaps, size: { by: 'box', widthMm: 900, heightMm: 30 } });
      expect(high.limitedBy).to.equal('height');
      expect(high.bounds.maxY - high.bounds.minY).to.be.within(29.9, 30.001);
    }
  });

  it('fits the box also with fixed extra gaps and on an arc', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 500 }),
        fc.integer({ min: 40, max: 400 }),
        fc.integer({ min: 0, max: 6 }),
        fc.boolean(),
        (widthMm, heightMm, gapMm, bent) => {
          const r = setWord(
            plain,
            wish({ size: { by: 'box', widthMm, heightMm }, gapMm, arc: bent ? { radiusMm: 200, side: 'over' } : null }),
          );
          if (!r.ok) return;
          expect(r.word.bounds.maxX - r.word.bounds.minX).to.be.at.most(widthMm + 0.01);
          expect(r.word.bounds.maxY - r.word.bounds.minY).to.be.at.most(heightMm + 0.01);
        },
      ),
      { numRuns: cases(25, 8) },
    );
  });
});

describe('lettering: gaps', () => {
  it('equal from side to side', () => {
    const boxes = placed(set({ gaps: 'equal', text: 'LOTUS' })).map(boundsOf);
    const gaps = boxes.slice(1).map((b, i) => b.minX - boxes[i]!.maxX);
    for (const g of gaps) expect(g).to.be.closeTo(gaps[0]!, 1e-3);
  });

  it('optically even: the same mean white between neighbours, unless they would touch', () => {
    const word = set({ text: 'HIDNMU', gaps: 'optical' });
    const regions = placed(word);
    const whites = regions
      .slice(1)
      .map((r, i) => meanWhite(regions[i]!, r, boundsOf(r).minX - boundsOf(regions[i]!).maxX, 40));
    for (const w of whites) expect(w).to.be.closeTo(whites[0]!, 0.15);
  });

  sweep('never lets letters overlap, in any face, nor with accents and descenders', () => {
    for (const { id } of FACES)
      for (const gaps of ['equal', 'optical'] as const) {
        const regions = placed(set({ text: 'AVTLyjÉgo', gaps }, load(id)));
        for (let i = 1; i < regions.length; i++)
          expect(areaMm2(intersection(regions[i - 1]!, regions[i]!)), `${id} ${gaps} ${i}`).to.be.below(0.5);
      }
  });

  it('widen by the extra gap, and a space is wider than a gap', () => {
    const w = (gapMm: number) => set({ gapMm }).bounds;
    expect(w(5).maxX - w(0).maxX).to.be.closeTo(30, 0.01);
    const plainWidth = set({ text: 'AB' }).bounds.maxX;
    expect(set({ text: 'A B' }).bounds.maxX).to.be.above(plainWidth + 10);
  });
});

describe('lettering: arcs', () => {
  it('stand on the circle: every letter’s foot lies at the radius', () => {
    for (const side of ['over', 'under'] as const) {
      const word = set({ text: 'HIHIH', arc: { radiusMm: 150, side } });
      for (const region of placed(word)) {
        const r = region[0]!.outer.map((p) => Math.hypot(p.x, p.y));
        // The middle of a foot touches the circle; its ends lie off it by no more than the sagitta of its half width.
        expect(side === 'over' ? Math.min(...r) : Math.max(...r)).to.be.closeTo(150, 1.6);
      }
    }
  });

  it('are centred over the middle', () => {
    const b = set({ text: 'OXXO', gaps: 'equal', arc: { radiusMm: 120, side: 'over' } }).bounds;
    expect(b.minX + b.maxX).to.be.closeTo(0, 1);
  });
});

describe('lettering: words', () => {
  it('need one template for each different letter, with copies', () => {
    const word = set({ text: 'HARBOUR LIGHT' });
    expect(word.letters).to.have.length(12);
    expect(templatesOf(word.letters).find((t) => t.char === 'R')?.copies).to.equal(2);
    expect(templatesOf(word.letters)).to.have.length(10);
    expect(new Set(word.letters.map((l) => l.outline)).size).to.equal(10);
  });

  for (const [what, more, message] of [
    ['an empty word', { text: '   ' }, /Type a word/],
    ['a character that the face lacks', { text: 'A漢B' }, /has no “漢”/],
    ['a box that is too small', { size: { by: 'box', widthMm: 3, heightMm: 3 }, gapMm: 8 }, /too small/],
  ] as [string, Partial<Wish>, RegExp][])
    it(`answer in words to ${what}`, () => {
      const r = setWord(plain, wish(more));
      expect(r.ok).to.equal(false);
      if (!r.ok) expect(letteringWords(r.problem)).to.match(message);
    });
});
