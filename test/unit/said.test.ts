// Every text that people read, in both spellings, against the rules of the trade's words. `npm run sentences` prints the same table.
import { expect } from 'chai';
import { inManner, NO_MANNER } from '~/core/base/units';
import { SPELLINGS, TERM_IDS, term, terms } from '~/words';
import { type FoundText, interfaceTexts, spelledTooSoon } from './interface-texts';
import { allSaid, demoProjects, oddProject, type Sentence } from './sentences';

/** Words that makers do not say, and what stands for each. Common practice, no source. */
const FORBIDDEN: readonly (readonly [word: RegExp, instead: string])[] = [
  [/\bliners?\b/i, 'paper backing'],
  [/\bground\b/i, 'background'],
  [/\brelease sheet|\bcoated sheet/i, 'pressing sheet'],
  [/\bdwell\b/i, 'seconds'],
  [/(?<!pressing |damp |cotton )\bcloths?\b/i, 'fabric'],
  [/\badhesive\b/i, 'glue'],
  [/\bunderlap\b/i, 'tuck-under'],
  [/\bmirrored\b/i, 'reversed'],
  [/\banew\b/i, 'again'],
  [/\bset-downs?\b/i, 'press'],
  [/\bbears\b/i, 'stands'],
  [/\bwere (?:wanted|to be)\b/i, 'plain present'],
  [/\btake in\b/i, 'import'],
  [/\bin hand\b/i, 'selected'],
];
/** Texts in which such a word is meant as it stands. */
const MEANT: readonly RegExp[] = [/^cloth side$/, /^release sheet$/, /^Terry cloth$/];

const MOST_WORDS = 22;
const wordsIn = (sentence: string): number => sentence.split(/\s+/).filter((w) => /[\p{L}\d{]/u.test(w)).length;
/** Its sentences; what stands in brackets or behind a colon is a breath of its own. */
const sentences = (text: string): string[] => text.split(/(?<=[.?!:;…])\s+|\s(?=\()/);

const FAULTS: readonly (readonly [what: string, isFault: (text: string) => boolean])[] = [
  ...FORBIDDEN.map(([word, instead]): [string, (text: string) => boolean] => [
    `${word} for “${instead}”`,
    (t) => word.test(t),
  ]),
  [`a sentence of more than ${MOST_WORDS} words`, (t) => sentences(t).some((s) => wordsIn(s) > MOST_WORDS)],
  ['a % with a space', (t) => /(?:\d|\{…\}) %/.test(t)],
];
const faultsOf = (text: string): string[] =>
  MEANT.some((m) => m.test(text)) ? [] : FAULTS.filter(([, isFault]) => isFault(text)).map(([what]) => what);

describe('texts of the interface', () => {
  let found: FoundText[] = [];
  before(function () {
    this.timeout(60_000);
    found = interfaceTexts();
  });

  it('are found: some thousands, labels among them', () => {
    expect(found.length).to.be.above(2000);
    expect(found.filter((f) => f.isLabel).length).to.be.above(400);
    expect(found.some((f) => f.text === 'Units and spelling')).to.equal(true);
  });
  it('hold to the words of the trade, to short sentences, and to “5%”', () => {
    const bad = found
      .filter((f) => !/glossary\.ts/.test(f.at))
      .flatMap((f) => faultsOf(f.text).map((w) => `${f.at} ${w}: ${f.text}`));
    expect(bad).to.deep.equal([]);
  });
  it('have no label with “of it”', () => {
    expect(found.filter((f) => f.isLabel && /\bof it\b/.test(f.text)).map((f) => `${f.at}: ${f.text}`)).to.deep.equal(
      [],
    );
  });
  it('spell nothing in one place’s way that the other spells otherwise', () => {
    const own = found.filter((f) => !/glossary\.ts|spelling\.ts|cloths\.ts|WaysDialog/.test(f.at));
    const words = SPELLINGS.flat().filter((w) => !['round', 'around'].includes(w));
    const said = own.filter((f) => words.some((w) => f.text !== w && new RegExp(`\\b${w}\\b`).test(f.text)));
    expect(said.map((f) => `${f.at}: ${f.text}`)).to.deep.equal([]);
  });
  it('are spelled when they are shown, never when a module is read', () => {
    expect(spelledTooSoon()).to.deep.equal([]);
  });
  it('a fault is found where there is one', () => {
    expect(faultsOf('Take the liner off.')).to.have.length(1);
    expect(faultsOf('45 % of it')).to.deep.equal(['a % with a space']);
    expect(faultsOf('A thin cotton cloth, or a damp pressing cloth.')).to.deep.equal([]);
    expect(faultsOf(`${'word '.repeat(23)}.`)).to.have.length(1);
    expect(faultsOf(`${'word '.repeat(22)}.`)).to.have.length(0);
  });
});

describe('every sentence with its cases, in both spellings', () => {
  const SEEDS = 6;
  let uk: Sentence[] = [];
  let us: Sentence[] = [];
  before(function () {
    // On a slow hour it takes two minutes.
    this.timeout(300_000);
    const projects = [
      ...Array.from({ length: SEEDS }, (_, i) => oddProject(i, i % 2 === 0 ? 'mm' : 'in')),
      ...demoProjects(),
    ];
    uk = allSaid(projects, { ...NO_MANNER, spelling: 'UK' });
    us = allSaid(projects, { heat: 'F', spelling: 'US', currency: 'USD' });
  });

  it('are many, of board, papers, lists and reasons', () => {
    for (const said of [uk, us]) {
      const kinds = new Set(said.map((s) => s.of.split(' ')[0]));
      expect([...kinds]).to.include.members([
        'step',
        'gate',
        'look',
        'doing',
        'care',
        'print',
        'snag',
        'mend',
        'reason',
        'trouble',
      ]);
      expect(said.length).to.be.above(1500);
    }
  });
  it('hold to the words of the trade', () => {
    // A sentence may name four pieces and two cloths, each of several words: its length is tried without them, above.
    const bad = [...uk, ...us].flatMap((s) =>
      faultsOf(s.text)
        .filter((w) => !w.startsWith('a sentence'))
        .map((w) => `${s.of} ${w}: ${s.text}`),
    );
    expect(bad).to.deep.equal([]);
  });
  it('have no number before the name of a piece', () => {
    const bad = [...uk, ...us].filter((s) =>
      /(?:^|[\s:,])\d+ (?:“|Door\b|Sun\b|Left leg\b|Wave\b|Shell\b)/.test(s.text),
    );
    expect(bad.map((s) => `${s.of}: ${s.text}`)).to.deep.equal([]);
    expect(uk.some((s) => /Door \(\d\)/.test(s.text))).to.equal(true);
  });
  it('are American in one and British in the other', () => {
    const pairs = SPELLINGS.filter(([a]) => !/round/.test(a));
    const has = (said: readonly Sentence[], word: string) =>
      said.filter((s) => new RegExp(`\\b${word}\\b`).test(s.text));
    for (const [british, american] of pairs) {
      expect(
        has(us, british).map((s) => `${s.of}: ${s.text}`),
        british,
      ).to.deep.equal([]);
      expect(
        has(uk, american).map((s) => `${s.of}: ${s.text}`),
        american,
      ).to.deep.equal([]);
    }
    expect(has(us, 'center').length).to.be.above(0);
    expect(has(uk, 'centre').length).to.be.above(0);
  });
  it('name heat in the scale that was chosen, whatever the lengths', () => {
    expect(us.filter((s) => /\d °C/.test(s.text)).map((s) => s.text)).to.deep.equal([]);
    expect(us.some((s) => /\d °F/.test(s.text))).to.equal(true);
    expect(us.some((s) => /\d cm/.test(s.text))).to.equal(true);
  });
});

describe('the glossary', () => {
  it('has a word, its plural, what it is found by and one sentence of help for every notion, in both spellings', () => {
    for (const spelling of ['US', 'UK'] as const)
      inManner({ ...NO_MANNER, spelling }, () => {
        const words = TERM_IDS.map(term);
        expect(new Set(words).size).to.equal(words.length);
        for (const id of TERM_IDS) expect(terms(id), id).to.match(/\S/);
      });
    inManner({ ...NO_MANNER, spelling: 'US' }, () => {
      expect([term('wadding'), term('liner'), term('stabiliser'), terms('liner')]).to.deep.equal([
        'batting',
        'paper backing',
        'stabilizer',
        'paper backings',
      ]);
    });
    inManner({ ...NO_MANNER, spelling: 'UK' }, () => {
      expect([term('wadding'), term('liner'), term('stabiliser'), term('parchment')]).to.deep.equal([
        'wadding',
        'backing paper',
        'stabiliser',
        'baking parchment',
      ]);
    });
  });
});
