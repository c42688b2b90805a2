import { expect } from 'chai';
import fc from 'fast-check';
import { lightness, meanColour, parseColour } from '~/core/base/colour';

const read = (text: string): string => {
  const parsed = parseColour(text);
  return parsed.ok ? parsed.value : parsed.message;
};

describe('colours as people write them', () => {
  it('reads CSS names (CSS Color 4, named colours), codes long and short, and what sewists call them', () => {
    expect(['teal', 'Navy', '#ABC', 'a1b2c3', '#A1B2C3', 'rebecca purple'].map(read)).to.deep.equal([
      '#008080',
      '#000080',
      '#aabbcc',
      '#a1b2c3',
      '#a1b2c3',
      '#663399',
    ]);
    for (const name of ['mustard', 'duck egg', 'off-white']) expect(read(name)).to.match(/^#[0-9a-f]{6}$/);
  });
  it('reads a shade before a colour: darker, lighter, duller as the word says, and of the same hue', () => {
    const light = (text: string): number => lightness(read(text));
    for (const base of ['denim', 'teal', 'mustard', 'red']) {
      const order = ['dark', 'deep', '', 'light', 'pale'].map((shade) => light(`${shade} ${base}`.trim()));
      expect(
        [...order].sort((a, b) => a - b),
        base,
      ).to.deep.equal(order);
      expect(new Set(order).size).to.equal(5);
    }
    expect(read('dark blue')).to.equal('#00008b'); // CSS Color 4: darkblue
    expect(read('dark')).to.match(/not known here/);
    expect(read('dark glorp')).to.match(/not known here/);
  });
  it('says what it does not know, and what may have been meant', () => {
    expect(read('teal-ish')).to.equal(
      '“teal-ish” is not known here; did you mean teal? Type a name like teal or mustard, or a code like #a1b2c3.',
    );
    expect(read('glorp')).to.match(/^“glorp” is not known here\. Type a name/);
    expect(read('')).to.match(/^Type a name/);
    expect(read('constructor')).to.match(/not known here/);
  });
  it('never throws, and whatever it takes is a colour of the format', () => {
    fc.assert(
      fc.property(fc.string(), (s) => {
        const parsed = parseColour(s);
        if (parsed.ok) expect(parsed.value).to.match(/^#[0-9a-f]{6}$/);
      }),
    );
  });
});

describe('a colour from a photo', () => {
  const photo = (width: number, height: number, at: (x: number, y: number) => readonly [number, number, number]) => ({
    width,
    height,
    data: Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) => {
      const p = Math.floor(i / 4);
      return i % 4 === 3 ? 255 : (at(p % width, Math.floor(p / width))[i % 4] ?? 0);
    }),
  });
  it('is that of the spot, not of its neighbour', () => {
    const halves = photo(100, 60, (x) => (x < 50 ? [200, 30, 40] : [20, 60, 180]));
    expect(meanColour(halves, 0.25, 0.5, 0.05)).to.equal('#c81e28');
    expect(meanColour(halves, 0.75, 0.5, 0.05)).to.equal('#143cb4');
    expect(meanColour(halves, 1, 1, 0.05)).to.equal('#143cb4');
  });
  it('is mixed as light mixes: black and white threads by halves are #bcbcbc (IEC 61966-2-1: 0.5 linear is 188)', () => {
    const checks = photo(40, 40, (x, y) => ((x + y) % 2 === 0 ? [0, 0, 0] : [255, 255, 255]));
    const mean = Number.parseInt(meanColour(checks, 0.5, 0.5, 0.2).slice(1, 3), 16);
    expect(mean).to.be.closeTo(188, 2);
  });
});
