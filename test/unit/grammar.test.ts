// Plurals, articles, lists, ordinals, amounts, spans; units that stand in a field; money; what is usual in a place; what is found by another name.
import { expect } from 'chai';
import fc from 'fast-check';
import { parseColour } from '~/core/base/colour';
import {
  bareUnit,
  formatLength,
  formatMass,
  formatSize,
  formatTemperature,
  inManner,
  manner,
  NO_MANNER,
  paperOfPlace,
  parseLength,
} from '~/core/base/units';
import { countable } from '~/core/choose/press';
import {
  CURRENCIES,
  colourName,
  counted,
  exactS,
  fewOf,
  finder,
  listedWords,
  moneyWords,
  needleWords,
  ordinal,
  readMoney,
  seconds,
  spanS,
  termsIn,
  waysOf,
  withArticle,
} from '~/words';

describe('grammar: one and several', () => {
  it('one is one; 0, 0.2 and 2 are not', () => {
    expect([0, 0.2, 1, 2, 1200].map((n) => counted(n, 'piece'))).to.deep.equal([
      '0 pieces',
      '0.2 pieces',
      '1 piece',
      '2 pieces',
      '1,200 pieces',
    ]);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e6, noNaN: true }), (n) => {
        expect(counted(n, 'pass', 'passes')).to.match(n === 1 ? / pass$/ : / passes$/);
      }),
    );
  });
  it('names in a row end with “and”, however many; of too many the rest is counted', () => {
    expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map(listedWords)).to.deep.equal(['', 'a', 'a and b', 'a, b and c']);
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[a-z]{1,6}$/), { maxLength: 12 }),
        fc.integer({ min: 1, max: 5 }),
        (names, most) => {
          const said = fewOf(names, most);
          if (names.length > most) expect(said).to.match(new RegExp(` and ${names.length - most} more$`));
          else expect(said).to.equal(listedWords(names));
        },
      ),
    );
  });
});

describe('grammar: ordinals', () => {
  it('are those of the Unicode plural rules for English (CLDR, by Intl.PluralRules)', () => {
    const rules = new Intl.PluralRules('en', { type: 'ordinal' });
    const endings: Record<string, string> = { one: 'st', two: 'nd', few: 'rd', other: 'th' };
    for (let n = 1; n <= 1200; n++) expect(ordinal(n)).to.equal(`${n}${endings[rules.select(n)]}`);
  });
});

describe('grammar: articles', () => {
  // Source: the rule of English grammars, by sound: a vowel sound takes “an”. The words are common practice, from memory.
  const AN = [
    'orange',
    'olive',
    'aqua',
    'ivory',
    'indigo',
    'ecru',
    'apricot',
    'hour',
    'honest one',
    'iron',
    'open web',
    'umber',
    'ultramarine',
    'unlined web',
    'unbleached one',
    '8',
    '11',
    '18',
    '80',
    '800',
    '11,000',
    '18,000',
    '8,000',
  ];
  const A = [
    'teal',
    'navy',
    'sky blue',
    'unit',
    'used spool',
    'one-way print',
    'European size',
    'useful tip',
    'hand blanket stitch',
    'year',
    'wool mat',
    '1',
    '10',
    '12',
    '110',
    '180',
    '1,800',
    '100',
  ];
  it('go by the sound, of words and of figures', () => {
    expect(AN.filter((w) => !withArticle(w).startsWith('an '))).to.deep.equal([]);
    expect(A.filter((w) => !withArticle(w).startsWith('a '))).to.deep.equal([]);
  });
  it('are right before every colour word there is', () => {
    const seen = new Set<string>();
    for (let r = 0; r < 256; r += 17)
      for (let g = 0; g < 256; g += 17)
        for (let b = 0; b < 256; b += 17)
          seen.add(colourName(`#${[r, g, b].map((c) => c.toString(16).padStart(2, '0')).join('')}`));
    expect(seen.size).to.be.above(30);
    // None of our colour words begins with a silent letter or with “u” as in “you”.
    for (const word of seen) expect(withArticle(word), word).to.equal(`${/^[aeiou]/.test(word) ? 'an' : 'a'} ${word}`);
    expect([...seen].some((w) => /^[aeiou]/.test(w))).to.equal(true);
    for (const word of seen) expect(parseColour(word).ok, word).to.equal(true);
  });
});

describe('grammar: seconds', () => {
  it('a span is whole seconds inside what holds; to a tenth where no whole one is', () => {
    expect(spanS(2.8, 60)).to.equal('3 to 60 s');
    expect(spanS(4, 4)).to.equal('4 s');
    expect(spanS(3.2, 3.8)).to.equal('3.2 to 3.8 s');
    expect(spanS(3.2, 4.6)).to.equal('4 s');
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (least, more) => {
          const [from = 0, to = from] = (spanS(least, least + more).match(/[\d.]+/g) ?? []).map(Number);
          // What is said lies in what holds, by the hair that is no second.
          expect(from).to.be.at.least(least - 0.06);
          expect(to).to.be.at.most(least + more + 0.06);
          expect(from).to.be.at.most(to);
        },
      ),
    );
  });
  it('what is counted is whole, rounded up within the window, else down, else as it is; on two sides each half is', () => {
    expect(countable(3.2, 3, 6)).to.equal(4);
    expect(countable(3.2, 2, 3.6)).to.equal(3);
    expect(countable(3.2, 3.1, 3.6)).to.equal(3.2);
    expect(countable(4.02, 3, 6)).to.equal(4);
    expect(countable(9, 8, 12, 2)).to.equal(10);
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (s, less, more) => {
          const n = countable(s, s - less, s + more);
          // A hair over a whole second is that second.
          expect(n).to.be.within(s - less - 0.05, s + more + 1e-9);
          if (Math.ceil(s - 0.05) > 0 && Math.ceil(s) <= s + more) expect(n).to.be.closeTo(Math.ceil(s - 0.05), 1e-9);
        },
      ),
    );
  });
  it('are told whole where they are, to a tenth where they are not', () => {
    expect([seconds(4), seconds(4.5), seconds(12.4), exactS(41.27)]).to.deep.equal(['4 s', '4.5 s', '12 s', '41.3 s']);
  });
});

describe('units: what a bare number means', () => {
  it('is in the unit that stands in the field', () => {
    const typed = (text: string, shown: number, units: 'mm' | 'in' = 'mm'): number => {
      const p = parseLength(text, bareUnit(units, shown));
      return p.ok ? p.value : Number.NaN;
    };
    expect(typed('31', 305)).to.equal(310);
    expect(typed('4', 6)).to.equal(4);
    expect(typed('12 mm', 305)).to.equal(12);
    expect(typed('14', 305, 'in')).to.be.closeTo(355.6, 1e-6);
    expect(bareUnit('mm', 2500, 'run')).to.equal('m');
    expect(bareUnit('mm', 0.3, 'thickness')).to.equal('mm');
    expect(bareUnit('mm')).to.equal('cm');
  });
  it('what a field shows, typed again as a bare number, is the same length', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 5000, noNaN: true }), (mm) => {
        const shown = formatLength(mm, 'mm', 1);
        const again = parseLength(shown.replace(/ (?:mm|cm)$/, ''), bareUnit('mm', Number(mm.toFixed(1))));
        expect(again.ok && again.value, shown).to.be.closeTo(Number(mm.toFixed(1)), 1e-6);
      }),
    );
  });
  it('centimetres from 1 cm on, millimetres below; a size says its unit once', () => {
    expect([9.4, 9.96, 10, 233, 1234].map((mm) => formatLength(mm, 'mm'))).to.deep.equal([
      '9 mm',
      '1 cm',
      '1 cm',
      '23.3 cm',
      '123.4 cm',
    ]);
    expect(formatLength(-25, 'mm')).to.equal('−2.5 cm');
    expect(formatSize(460, 560, 'mm')).to.equal('46 × 56 cm');
    expect(formatSize(6, 8, 'mm')).to.equal('6 × 8 mm');
    expect(formatSize(457.2, 558.8, 'in')).to.equal('18" × 22"');
  });
  it('an ounce on a square yard is 33.9 g/m² (NIST Handbook 44), said beside only in inches', () => {
    expect(formatMass(33.9057, 'in')).to.equal('34 g/m² (1 oz/yd²)');
    expect(formatMass(150, 'in')).to.equal('150 g/m² (4.4 oz/yd²)');
    expect(formatMass(150, 'mm')).to.equal('150 g/m²');
  });
});

describe('how things are said', () => {
  it('heat goes with the lengths until somebody chose it, and then it does not', () => {
    expect([formatTemperature(150, 'mm'), formatTemperature(150, 'in')]).to.deep.equal(['150 °C', '302 °F']);
    inManner({ ...NO_MANNER, heat: 'C' }, () => expect(formatTemperature(150, 'in')).to.equal('150 °C'));
    inManner({ ...NO_MANNER, heat: 'F' }, () => expect(formatTemperature(150, 'mm')).to.equal('302 °F'));
    expect(manner()).to.equal(NO_MANNER);
  });
  it('is put back also where what was said broke off', () => {
    expect(() =>
      inManner({ ...NO_MANNER, heat: 'F' }, () => {
        throw new Error('broke off');
      }),
    ).to.throw('broke off');
    expect(manner()).to.equal(NO_MANNER);
  });
  it('paper is that of the place: by the spelling, else by the lengths', () => {
    expect([paperOfPlace('mm').paper, paperOfPlace('in').paper]).to.deep.equal(['a4', 'letter']);
    inManner({ ...NO_MANNER, spelling: 'UK' }, () => expect(paperOfPlace('in').paper).to.equal('a4'));
    inManner({ ...NO_MANNER, spelling: 'US' }, () => expect(paperOfPlace('mm').paper).to.equal('letter'));
  });
  it('what is usual in a place: lengths, heat, spelling, money', () => {
    const said = (tag: string): unknown[] => {
      const w = waysOf(tag);
      return [w.lengths, w.heat, w.spelling, w.currency];
    };
    expect(said('en-US')).to.deep.equal(['in', 'F', 'US', 'USD']);
    expect(said('en-GB')).to.deep.equal(['mm', 'C', 'UK', 'GBP']);
    expect(said('de-DE')).to.deep.equal(['mm', 'C', 'UK', 'EUR']);
    expect(said('de')).to.deep.equal(['mm', 'C', 'UK', null]);
    expect(said('en-ca')).to.deep.equal(['mm', 'C', 'UK', 'CAD']);
  });
  it('money is said in its currency and read back, with the sign or the code, a point or a comma', () => {
    expect(moneyWords(12.5)).to.equal('12.50');
    inManner({ ...NO_MANNER, currency: 'USD' }, () => expect(moneyWords(12.5)).to.equal('$12.50'));
    expect(['12.50', '12,50', '£12.50', '1,200.00', '12.50 EUR', '€ 3', '.5'].map(readMoney)).to.deep.equal([
      12.5, 12.5, 12.5, 1200, 12.5, 3, 0.5,
    ]);
    expect(['', 'three', '-3', '1 2', '1.2.3'].map(readMoney)).to.deep.equal([null, null, null, null, null]);
    fc.assert(
      fc.property(fc.constantFrom(...CURRENCIES), fc.integer({ min: 0, max: 5_000_000 }), (currency, cents) =>
        inManner({ ...NO_MANNER, currency }, () => {
          const amount = currency === 'JPY' ? cents : cents / 100;
          expect(readMoney(moneyWords(amount)), `${currency} ${amount}`).to.equal(amount);
        }),
      ),
    );
  });
  it('needles are called as they are sold: 0.80 mm is an 80/12 (common practice, no source)', () => {
    expect(needleWords({ point: 'universal', size: 80 })).to.equal('80/12, universal');
    expect(needleWords({ point: 'hand', size: 0 })).to.equal('hand sewing needle');
  });
});

describe('words of the trade', () => {
  it('find things by what else they are called', () => {
    expect(finder('fusible')('Fusible web')).to.equal(true);
    expect(finder('batting')('Cotton wadding')).to.equal(true);
    expect(finder('pressing cloth')('Thin press cloth')).to.equal(true);
    expect(finder('teal')('Teal batik')).to.equal(true);
    expect(finder('TÉAL ')('Teal batik')).to.equal(true);
    expect(finder('batting')('Teal batik')).to.equal(false);
    // Two letters find what holds them, and nothing by another name.
    expect(finder('ba')('Teal batik')).to.equal(true);
    expect(finder('li')('Paper backing')).to.equal(false);
    expect(finder('')('anything')).to.equal(true);
  });
  it('are asked about at their first mention; the sentence stays as it is', () => {
    const text = 'Peel the paper off Pot (3). Put the paper by. Build it on the pressing sheet.';
    const parts = termsIn(text);
    expect(parts.map((p) => p.text).join('')).to.equal(text);
    expect(parts.flatMap((p) => (p.id === null ? [] : [`${p.id}: ${p.text}`]))).to.deep.equal([
      'liner: the paper',
      'pressing-sheet: pressing sheet',
    ]);
    fc.assert(
      fc.property(fc.string(), (any) => {
        expect(
          termsIn(any)
            .map((p) => p.text)
            .join(''),
        ).to.equal(any);
      }),
    );
  });
});
