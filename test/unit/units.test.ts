import { expect } from 'chai';
import fc from 'fast-check';
import {
  CARE_LIMIT_C,
  capHeightMm,
  celsiusToFahrenheit,
  dotsAllowed,
  dotsForSoleplate,
  formatArea,
  formatLength,
  formatRun,
  formatTemperature,
  formatThickness,
  formatThread,
  formatVolume,
  formatWarmer,
  MM_PER,
  parseLength,
  parseSize,
  parseTemperature,
} from '~/core/base/units';
import { unitWords } from '~/words';

const mm = (text: string, assume: 'mm' | 'in' = 'mm'): number => {
  const r = parseLength(text, assume);
  if (!r.ok) throw new Error(unitWords(r.problem));
  return r.value;
};

describe('units: lengths', () => {
  it('knows the inch, the yard and the point', () => {
    // International yard and pound agreement (1959): 1 in = 25.4 mm, 1 yd = 914.4 mm exactly. Point: 1/72 in.
    expect(MM_PER.in).to.equal(25.4);
    expect(MM_PER.yd).to.equal(914.4);
    expect(MM_PER.ft * 3).to.be.closeTo(914.4, 1e-9);
    expect(MM_PER.pt).to.be.closeTo(0.3528, 5e-5);
  });

  it('guesses a cap height as the handbook does: points × 0.3528 mm × about 0.7 (common practice, no source)', () => {
    expect(capHeightMm(100)).to.be.closeTo(100 * 0.3528 * 0.7, 0.01);
  });

  const written: [string, number][] = [
    ['3 1/2"', 88.9],
    ['3-1/2 in', 88.9],
    ['3½"', 88.9],
    ['½ inch', 12.7],
    ['7/16”', 11.1125],
    ['.5in', 12.7],
    ['9 cm', 90],
    ['85mm', 85],
    ['85', 85],
    ['2,5 cm', 25],
    ['1 ft 2 in', 355.6],
    ['1\' 2 1/4"', 361.95],
    ['1yd', 914.4],
    ['0.5 m', 500],
    ['72 pt', 25.4],
    ['−4 mm', -4],
    ['-1/4"', -6.35],
  ];
  for (const [text, value] of written) it(`reads ${text}`, () => expect(mm(text)).to.be.closeTo(value, 1e-9));

  it('takes a bare number in the unit the project shows', () => expect(mm('2', 'in')).to.equal(50.8));

  for (const text of ['', 'wide', '3 4 5', '1/0 in', '5 furlongs', '1 ft 2', '--3', '1.2.3 cm', '3""', '1e9'])
    it(`refuses “${text}” in words`, () => {
      const r = parseLength(text, 'mm');
      expect(r.ok).to.equal(false);
      if (!r.ok) expect(unitWords(r.problem)).to.match(/length/);
    });

  it('prints inches as a ruler has them', () => {
    expect(formatLength(88.9, 'in')).to.equal('3 1/2"');
    expect(formatLength(6.35, 'in')).to.equal('1/4"');
    expect(formatLength(25.4, 'in')).to.equal('1"');
    expect(formatLength(0, 'in')).to.equal('0"');
    expect(formatLength(26.9, 'in')).to.equal('1 1/16"');
    expect(formatLength(-12.7, 'in')).to.equal('−1/2"');
  });

  it('prints millimetres without empty decimals', () => {
    expect(formatLength(432, 'mm')).to.equal('43.2 cm');
    expect(formatLength(431.96, 'mm', 1)).to.equal('43.2 cm');
    expect(formatLength(-0.04, 'mm', 1)).to.equal('0 mm');
    expect(formatArea(2150, 'mm')).to.equal('21.5 cm²');
  });

  it('reads back every sixteenth that it prints', () => {
    fc.assert(
      fc.property(fc.integer({ min: -4000, max: 4000 }), (sixteenths) => {
        const length = (sixteenths * 25.4) / 16;
        expect(mm(formatLength(length, 'in'))).to.be.closeTo(length, 1e-9);
      }),
    );
  });

  it('never throws, whatever is typed', () => {
    fc.assert(fc.property(fc.string(), (s) => typeof parseLength(s, 'mm').ok === 'boolean'));
  });
});

describe('units: heat', () => {
  it('has the limits of ISO 3758 for one, two and three dots', () => {
    expect(CARE_LIMIT_C).to.deep.equal({ 1: 110, 2: 150, 3: 200 });
  });

  it('counts the dots a soleplate needs and a cloth allows', () => {
    expect([90, 110, 111, 150, 151, 200].map(dotsForSoleplate)).to.deep.equal([1, 1, 2, 2, 3, 3]);
    expect([80, 110, 149, 150, 199, 200].map(dotsAllowed)).to.deep.equal([null, 1, 1, 2, 2, 3]);
  });

  it('never asks for more dots than a cloth at that limit allows', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 110, max: 200 }),
        (limit) => dotsForSoleplate(Math.min(limit, CARE_LIMIT_C[dotsAllowed(limit)!])) <= dotsAllowed(limit)!,
      ),
    );
  });

  it('turns Celsius into Fahrenheit at the fixed points of water', () => {
    // Definition of the Fahrenheit scale: 32 °F and 212 °F at the freezing and boiling point of water.
    expect(celsiusToFahrenheit(0)).to.equal(32);
    expect(celsiusToFahrenheit(100)).to.equal(212);
    expect(formatTemperature(150, 'in')).to.equal('302 °F');
    expect(formatTemperature(150, 'mm')).to.equal('150 °C');
  });
});

describe('units: what people type', () => {
  const sizes: [string, 'mm' | 'in', number, number, number][] = [
    ['18 x 22 in x 2', 'mm', 457.2, 558.8, 2],
    ['18 in x 22 in', 'mm', 457.2, 558.8, 1],
    ['18" × 22"', 'mm', 457.2, 558.8, 1],
    ['18 x 22', 'in', 457.2, 558.8, 1],
    ['50 by 70 cm', 'in', 500, 700, 1],
    ['1/2 yd x 44 in', 'mm', 457.2, 1117.6, 1],
    ['559*457', 'mm', 559, 457, 1],
  ];
  for (const [text, units, w, h, count] of sizes)
    it(`the size ${text}`, () => {
      const read = parseSize(text, units);
      if (!read.ok) throw new Error(unitWords(read.problem));
      expect(read.value.widthMm).to.be.closeTo(w, 1e-9);
      expect(read.value.heightMm).to.be.closeTo(h, 1e-9);
      expect(read.value.count).to.equal(count);
    });
  for (const text of ['', '18', '18 x', 'a x b', '18 x 22 x 0', '18 x 22 x 2 x 3', '-1 x 2', '18 x 22 in x 2.5'])
    it(`no size: “${text}”`, () => {
      const read = parseSize(text, 'in');
      expect(!read.ok && unitWords(read.problem)).to.match(/18 x 22 in/);
    });

  it('temperatures with their scale, or in that of the project', () => {
    const c = (text: string, units: 'mm' | 'in'): number => {
      const read = parseTemperature(text, units);
      if (!read.ok) throw new Error(unitWords(read.problem));
      return read.value;
    };
    // 212 °F is 100 °C, the boiling point of water at one atmosphere; 32 °F is 0 °C.
    expect(c('212 °F', 'mm')).to.be.closeTo(100, 1e-9);
    expect(c('212', 'in')).to.be.closeTo(100, 1e-9);
    expect(c('32f', 'mm')).to.be.closeTo(0, 1e-9);
    expect(c('150', 'mm')).to.equal(150);
    expect(c('150,5 celsius', 'in')).to.equal(150.5);
    expect(c('−10 °C', 'in')).to.equal(-10);
    for (const text of ['', 'hot', '150 K', '1/0', '15 16', '12 parsecs'])
      expect(parseTemperature(text, 'in')).to.have.property('ok', false);
    const wrong = parseTemperature('hot', 'in');
    expect(!wrong.ok && unitWords(wrong.problem)).to.equal('“hot” is not a temperature. Write it like 300 °F.');
  });

  it('differences of temperature are converted as differences', () => {
    // An interval of 10 K is 18 °F.
    expect(formatWarmer(10, 'in')).to.equal('18 °F');
    expect(formatWarmer(10, 'mm')).to.equal('10 °C');
  });

  it('says what is wrong with each kind of nonsense', () => {
    const message = (text: string): string => {
      const read = parseLength(text, 'in');
      return read.ok ? 'understood' : unitWords(read.problem);
    };
    expect(message('eighteen')).to.match(/^“eighteen” is not a length/);
    expect(message('12 parsecs')).to.match(/^“parsecs” is no unit of length here. Understood are mm, cm, m, in/);
    expect(message('1/0')).to.match(/divides by nought/);
    expect(message('10/100')).to.equal('understood');
  });

  it('thin and long things, finer and coarser than a ruler', () => {
    expect([formatThickness(0.3, 'mm'), formatThickness(0.3, 'in')]).to.deep.equal(['0.3 mm', '0.012"']);
    expect([formatRun(600, 'mm'), formatRun(2500, 'mm')]).to.deep.equal(['60 cm', '2.5 m']);
    // Thread is never told shorter than it is; a fluid ounce is 29.57 ml (NIST Handbook 44).
    expect([formatThread(2510, 'mm'), formatThread(12_100, 'mm'), formatThread(915, 'in')]).to.deep.equal([
      '2.6 m',
      '13 m',
      '1.1 yd',
    ]);
    expect([formatVolume(18.2, 'mm'), formatVolume(30, 'in'), formatVolume(18.2, 'in')]).to.deep.equal([
      '19 ml',
      '1 fl oz',
      '0.6 fl oz',
    ]);
    expect([formatRun(914.4, 'in'), formatRun(2286, 'in'), formatRun(431.8, 'in')]).to.deep.equal([
      '1 yd',
      '2 yd 18"',
      '17"',
    ]);
  });
});
