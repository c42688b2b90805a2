import { expect } from 'chai';
import * as fontkit from 'fontkit';
import {
  areaMm2,
  boundsOf,
  fromNonZero,
  intersection,
  linesOf,
  normalise,
  regionOf,
  transformRegion,
  translation,
} from '~/core/base/shape';
import { type Face, readFace, runsOf, setWord } from '~/core/intake/lettering';
import { plainFont } from '~/core/intake/lettering/font-file';
import { newWord } from '~/core/keep/model';
import { letteringWords } from '~/words';
import { FACE_FILES } from '~/workers/faces';
import { sweep } from '../cases';
import { bytesOf, faceOf, outlineOf, packaged, shipped } from './faces';

// Reference: fontkit, a reader and shaper of OpenType written apart from the one that sets our letters.

const VARIABLE = FACE_FILES['plain-any']!;
const MANY_SCRIPTS = 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf';
const open = (file: string): fontkit.Font => fontkit.openSync(packaged(file)) as fontkit.Font;
/** Of a variable face it reads plain files only. */
const openAt = async (file: string, axes: Record<string, number> | undefined): Promise<fontkit.Font> =>
  axes
    ? (fontkit.create(Buffer.from((await plainFont(bytesOf(packaged(file))))!)) as fontkit.Font).getVariation(axes)
    : open(file);
/** Letters cut one by one are not drawn together. */
const OFF = { liga: false, clig: false };
const widthThere = (font: fontkit.Font, text: string): number =>
  (font.layout(text, OFF).advanceWidth / font.unitsPerEm) * 1000;
const widthHere = (face: Face, text: string): number => {
  const { letters } = face.line(text);
  const last = letters.at(-1)!;
  return last.x + last.advance;
};
const word = (text: string, more = {}) =>
  newWord({ id: 'w', text, faceId: 'f', fabricId: 'f', size: { by: 'cap', capMm: 40 }, ...more });

describe('faces, against another shaper', () => {
  const TEXTS = ['AVATAR To.', 'LTAWAY', 'Harbour Light', '“Yo, P.” T.', 'fi fl ffi', 'Éñü'];
  for (const [id, file] of Object.entries(FACE_FILES))
    it(`${id}: widths within 0.1 %, kerning and all`, async () => {
      const face = await shipped(id);
      for (const text of TEXTS) {
        const there = widthThere(open(file), text);
        expect(widthHere(face, text) / there, text).to.be.within(0.999, 1.001);
      }
    });

  it('kern where it shows: two faces set AVATAR To. a twelfth to a fifth narrower than without', async () => {
    for (const id of ['plain-any', 'round-bold']) {
      const face = await shipped(id);
      const bare = [...'AVATAR To.'].reduce((sum, c) => sum + face.line(c).letters[0]!.advance, 0);
      expect(widthHere(face, 'AVATAR To.') / bare, id).to.be.within(0.8, 0.985);
    }
  });

  it('outlines enclose the same to 0.05 %, those of variable faces at any weight too', async () => {
    for (const [file, axes] of [
      [FACE_FILES['slab']!, undefined],
      [FACE_FILES['round-bold']!, undefined],
      [VARIABLE, { wght: 200 }],
      [VARIABLE, { wght: 633 }],
      [VARIABLE, { wght: 800 }],
    ] as const) {
      const face = await faceOf(file, axes);
      const font = await openAt(file, axes);
      for (const char of 'ABGRagos&8') {
        const glyph = font.layout(char).glyphs[0]!;
        const path = glyph.path.scale(1000 / font.unitsPerEm, -1000 / font.unitsPerEm).toSVG();
        const there = fromNonZero(linesOf(path));
        const here = regionOf(outlineOf(face, char)!);
        // Ours has overlapping strokes united; the shape that is seen is the same.
        const outside = areaMm2(here) - areaMm2(intersection(here, there));
        expect(outside / areaMm2(here), `${file} ${JSON.stringify(axes)} ${char}`).to.be.below(
          // Between its masters the reference rounds a point to whole units of the em.
          axes?.wght === 633 ? 0.0035 : 0.0005,
        );
      }
    }
  });

  it('set Hebrew and Arabic as wide as they are, from right to left', async () => {
    const face = await faceOf(MANY_SCRIPTS);
    const font = open(MANY_SCRIPTS);
    for (const text of ['שלום', 'سلام', 'مرحبا', 'بيت'])
      expect(widthHere(face, text) / widthThere(font, text), text).to.be.within(0.999, 1.001);
    expect(face.line('שלום').letters.map((l) => l.text)).to.deep.equal(['ם', 'ו', 'ל', 'ש']);
  });
});

describe('faces: variable axes', () => {
  it('are told with their ends, and the stroke follows', async () => {
    const face = await faceOf(VARIABLE);
    expect(face.axes).to.deep.equal([{ tag: 'wght', name: 'Weight', min: 200, max: 800, usual: 400 }]);
    const stem = async (wght: number): Promise<number> => {
      const b = boundsOf(regionOf(outlineOf(await faceOf(VARIABLE, { wght }), 'l')!));
      return b.maxX - b.minX;
    };
    const [light, usual, heavy] = [await stem(200), await stem(400), await stem(800)];
    expect(usual / light).to.be.above(1.2);
    expect(heavy / usual).to.be.above(1.3);
    // Beyond an end it is the end.
    expect(await stem(5000)).to.equal(heavy);
    expect(await stem(-1e9)).to.equal(light);
  });

  it('leave what is not named as the face is drawn, and pass over an axis that it has not', async () => {
    const plain = await faceOf(VARIABLE);
    const asked = await faceOf(VARIABLE, { XXXX: 700 });
    expect(outlineOf(asked, 'R')).to.equal(outlineOf(plain, 'R'));
  });

  it('unite strokes that overlap within a letter', async () => {
    for (const wght of [200, 800]) {
      const face = await faceOf(VARIABLE, { wght });
      // “A” and “t” are drawn of strokes laid over one another; cut by even-odd they would have holes.
      for (const char of 'At+fgR') {
        const outline = outlineOf(face, char)!;
        const holes = regionOf(outline).flatMap((a) => a.holes).length;
        expect(holes, `${wght} ${char}`).to.equal('AR'.includes(char) ? 1 : char === 'g' ? holes : 0);
        expect(areaMm2(normalise(linesOf(outline))), char).to.be.closeTo(areaMm2(regionOf(outline)), 1);
      }
    }
  });
});

describe('faces: scripts that join or run the other way', () => {
  it('cut what hangs together as one piece', async () => {
    const face = await faceOf(MANY_SCRIPTS);
    // Alef and waw do not join what follows (Unicode 16, 9.2): seen from the left, meem alone, then lam-alef on seen.
    expect(face.line('سلام').letters.map((l) => l.text)).to.deep.equal(['م', 'سلا']);
    const joined = regionOf(face.line('سلا').letters[0]!.outline!);
    expect(joined, 'one bit of fabric').to.have.length(1);
  });

  it('never push joined letters apart, whatever the gaps', async () => {
    const face = await faceOf(MANY_SCRIPTS);
    for (const gaps of ['font', 'equal', 'optical', 'ink'] as const) {
      const set = setWord(face, word('سلام', { gaps, gapMm: 3 }));
      if (!set.ok) throw new Error(letteringWords(set.problem));
      expect(
        set.word.letters.map((l) => l.char),
        gaps,
      ).to.deep.equal(['م', 'سلا']);
    }
  });

  it('keep marks with their letter', async () => {
    const face = await faceOf(MANY_SCRIPTS);
    const composed = regionOf(face.line('Ü').letters[0]!.outline!);
    const decomposed = face.line('U\u0308').letters;
    expect(decomposed).to.have.length(1);
    const there = regionOf(decomposed[0]!.outline!);
    expect(areaMm2(intersection(composed, there)) / areaMm2(composed)).to.be.above(0.99);
  });

  it('bring lines of two directions into the order of the eye (UAX 9)', () => {
    expect(runsOf('AB שלום C').map((r) => r.text)).to.deep.equal(['AB ', 'שלום', ' C']);
    // A line that begins in Hebrew runs from the right; figures in it stay as they are read.
    expect(
      runsOf('שלום 12 AB')
        .map((r) => r.text)
        .join('|'),
    ).to.equal('AB| |12|שלום ');
    expect(runsOf('a').map((r) => r.rightToLeft)).to.deep.equal([false]);
  });

  it('measure a face without capitals by its tallest letter, and say so', async () => {
    const hebrew = await faceOf('@fontsource/rubik/files/rubik-hebrew-800-normal.woff');
    expect(hebrew.hasCapitals).to.equal(false);
    expect(hebrew.measuredOn).to.equal('ל');
    const set = setWord(hebrew, word('שלום'));
    if (!set.ok) throw new Error(letteringWords(set.problem));
    expect(set.word.tallest).to.equal('ל');
    // Lamed is as high as was asked for.
    const lamed = set.word.letters.find((l) => l.char === 'ל')!;
    expect(-boundsOf(regionOf(lamed.outline)).minY).to.be.closeTo(40, 0.1);
    expect(hebrew.line(hebrew.sample).missing).to.deep.equal([]);
  });

  it('tell each character that the face lacks, once, and none that it has', async () => {
    expect((await shipped('slab')).line('A漢B漢 ش').missing).to.deep.equal(['漢', 'ش']);
    const set = setWord(await shipped('slab'), word('Aش'));
    expect(set.ok).to.equal(false);
    if (!set.ok) expect(letteringWords(set.problem)).to.include('has no “ش”');
  });
});

describe('faces: files', () => {
  it('read .woff2 as the .woff of the same face', async () => {
    const woff = await faceOf('@fontsource/anton/files/anton-latin-400-normal.woff');
    const woff2 = await faceOf('@fontsource/anton/files/anton-latin-400-normal.woff2');
    for (const char of 'HgQ&') {
      const a = regionOf(outlineOf(woff, char)!);
      const b = transformRegion(regionOf(outlineOf(woff2, char)!), translation(0, 0));
      expect(areaMm2(intersection(a, b)) / areaMm2(a)).to.be.above(0.9999);
    }
    expect(widthHere(woff2, 'AVATAR')).to.be.closeTo(widthHere(woff, 'AVATAR'), 1);
  });

  it('read the first face of a collection', async () => {
    const plain = new Uint8Array(bytesOf(packaged(MANY_SCRIPTS)));
    // A collection (OpenType 1.9, “ttcf”) of one: its head, then the font with its tables moved along.
    const head = 16;
    const file = new Uint8Array(head + plain.length);
    file.set(plain, head);
    const view = new DataView(file.buffer);
    [0x74746366, 0x00010000, 1, head].forEach((n, i) => {
      view.setUint32(4 * i, n);
    });
    for (let i = 0; i < view.getUint16(head + 4); i++) {
      const at = head + 12 + 16 * i + 8;
      view.setUint32(at, view.getUint32(at) + head);
    }
    const read = await readFace(file.buffer, 'two.ttc');
    expect(read.ok && read.face.line('Rag').missing).to.deep.equal([]);
  });

  it('answer in words when they are cut short at any byte, and take no longer for it', async () => {
    for (const file of [
      FACE_FILES['slab']!,
      VARIABLE,
      '@fontsource/anton/files/anton-latin-400-normal.woff2',
      MANY_SCRIPTS,
    ]) {
      const whole = bytesOf(packaged(file));
      const cuts = [0, 1, 3, 4, 11, 12, 43, 44, 47, 48, 100];
      for (let i = 1; i < 24; i++) cuts.push(Math.floor((whole.byteLength * i) / 24));
      cuts.push(whole.byteLength - 1);
      for (const cut of cuts) {
        const read = await readFace(whole.slice(0, cut), 'cut');
        if (read.ok) expect(() => read.face.line('Rag éß')).to.not.throw();
        else
          expect(letteringWords(read.problem), `${file} at ${cut}`).to.match(
            /cannot be read as a font|holds no letters/,
          );
      }
    }
  });
});

describe('faces: .woff2, against the same faces as .woff', () => {
  it('glyph by glyph the same, in every shipped family', async () => {
    for (const [id, file] of Object.entries(FACE_FILES)) {
      if (!file.endsWith('.woff')) continue;
      const woff = await faceOf(file);
      const woff2 = await faceOf(`${file}2`);
      for (const char of 'AQRSaegjy08&éñÅ!?') {
        const a = linesOf(outlineOf(woff, char)!);
        const b = linesOf(outlineOf(woff2, char)!);
        // The two files of one family are rounded apart.
        expect(areaMm2(normalise(b)) / areaMm2(normalise(a)), `${id} ${char}`).to.be.within(0.999, 1.001);
        for (const side of ['minX', 'minY', 'maxX', 'maxY'] as const)
          expect(boundsOf(b)[side], `${id} ${char} ${side}`).to.be.closeTo(boundsOf(a)[side], 0.6);
        expect(woff2.line(char).letters[0]!.advance).to.equal(woff.line(char).letters[0]!.advance);
      }
    }
  });

  sweep('is never read as something else when bytes are changed in it', async () => {
    const whole = new Uint8Array(bytesOf(packaged('@fontsource/anton/files/anton-latin-400-normal.woff2')));
    for (let seed = 0; seed < 120; seed++) {
      const hurt = whole.slice();
      // The first half of the seeds hit the directory, the others anywhere.
      const at = seed < 60 ? seed * 3 : Math.floor((whole.length * (seed - 60)) / 60);
      hurt[at] = (hurt[at]! + 1 + seed * 7) & 0xff;
      const read = await readFace(hurt.buffer, 'hurt');
      if (read.ok) expect(() => read.face.line('Rag éß')).to.not.throw();
      else expect(letteringWords(read.problem)).to.match(/cannot be read as a font|holds no letters/);
    }
  });
});
