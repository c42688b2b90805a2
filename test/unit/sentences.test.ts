import { expect } from 'chai';
import type { Project } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { cutList, placementSheets, type SheetDocument, templateSheets, tracingSheets } from '~/core/print/sheet';
import { cautionWords, ruleWords, unplacedWords } from '~/words';
import { cases } from '../cases';
import { demoProjects, gatherRows, gatherSentences, oddProject, type Sentence, sentencesOf } from './sentences';

const SEEDS = 10;
const rows: (Sentence & { units: Project['units'] })[] = [];
const all: (Sentence & { units: Project['units']; project: string })[] = [];

/** What is wrong with the words of a sentence; empty when nothing is. */
const FAULTS: readonly (readonly [what: string, pattern: RegExp])[] = [
  ['a value that is none', /undefined|NaN|null|\[object|Infinity/],
  [
    'one of several',
    /\b1 (?:pieces|copies|layers|letters|templates|loads|times|presses|passes|bonds|points|places|regions|snags|webs|fabrics|sheets|pages)\b/,
  ],
  [
    'several of one',
    /\b(?:[2-9]|\d\d+) (?:piece|copy|letter|template|load|press|pass|bond|point|place|region|snag|web|fabric|sheet|page)\b/,
  ],
  ['only nothing', /\bonly 0(?:"| mm| cm| m| g| s)/i],
  ['about nothing', /\babout 0 (?:s|mm|g)\b/],
  ['space before a stop', / [.,;:!?](?!\d)/],
  ['two stops', /[.,;:]{2}/],
  ['two spaces', / {2}/],
  ['no name', /“”|''/],
  [
    'the same twice, as if it were less',
    /Only ((?:[\d/. ]+)(?:"| yd| mm| cm| m)[^;]*?) left[^;]*; this fabric needs at least \1\./,
  ],
];
const METRIC = /\d ?(?:mm|cm|m|mm²|cm²|m²)\b(?!²)|\d °C/;
const IMPERIAL = /\d ?(?:"|in\b|yd\b|ft\b)|\d °F|sq (?:in|yd)/;
/** g/m² is what web is called by everywhere. */
const unmassed = (text: string): string => text.replaceAll('g/m²', 'gsm').replaceAll('W/(m·K)', '');

describe('every sentence that can be said', () => {
  before(function () {
    this.timeout(60_000);
    const projects = [
      ...Array.from({ length: SEEDS }, (_, i) => oddProject(i, i % 2 === 0 ? 'mm' : 'in')),
      ...demoProjects(),
    ];
    for (const p of projects) for (const s of sentencesOf(p)) all.push({ ...s, units: p.units, project: p.id });
    for (const p of projects.slice(SEEDS - cases(SEEDS))) {
      for (const s of gatherSentences(p)) all.push({ ...s, units: p.units, project: p.id });
      for (const s of gatherRows(p)) rows.push({ ...s, units: p.units });
    }
  });

  it('is said of enough different things', () => {
    expect(new Set(all.map((s) => s.of)).size).to.be.greaterThan(75);
    expect(all.length).to.be.greaterThan(1000);
  });

  for (const [what, pattern] of FAULTS)
    it(`holds no ${what}`, () => {
      expect(all.filter((s) => pattern.test(s.text)).map((s) => `${s.of}: ${s.text}`)).to.deep.equal([]);
    });

  it('begins with a capital, a number or a name, and ends with a stop', () => {
    const bad = all.filter((s) => !/^[A-Z“\d].*[.)”]$/s.test(s.text));
    expect(bad.map((s) => `${s.of}: ${s.text}`)).to.deep.equal([]);
  });

  it('keeps to the units of its project', () => {
    const bad = all.filter((s) => (s.units === 'in' ? METRIC : IMPERIAL).test(unmassed(s.text)));
    expect(bad.map((s) => `${s.of}: ${s.text}`)).to.deep.equal([]);
    // And they do speak of lengths and heat: in both.
    expect(all.some((s) => s.units === 'in' && IMPERIAL.test(s.text))).to.equal(true);
    expect(all.some((s) => s.units === 'mm' && METRIC.test(s.text))).to.equal(true);
  });

  it('and so does every row of what is gathered', () => {
    const faults = FAULTS.filter(([what]) => what !== 'two stops');
    const bad = rows.filter(
      (s) =>
        faults.some(([, pattern]) => pattern.test(s.text)) ||
        (s.units === 'in' ? METRIC : IMPERIAL).test(unmassed(s.text.replaceAll('""', '"'))),
    );
    expect(bad.map((s) => `${s.of}: ${s.text}`)).to.deep.equal([]);
    expect(new Set(rows.map((s) => s.of)).size).to.be.at.least(12);
  });

  it('a rejection does not say of two webs that each would have been taken', () => {
    for (const p of demoProjects())
      for (const c of planProject(p).choices) {
        const codes = c.rejected.map((r) => r.code as string);
        expect(codes.filter((code) => code === 'one-web-fewer').length).to.be.at.most(p.webs.length - 1);
        expect(new Set(c.rejected.map((r) => r.webId)).size).to.equal(c.rejected.length);
      }
  });

  it('what is left is told as it is: nothing, just too little, or less than is needed', () => {
    const words = (leftMm: number, needsMm: number, units: 'mm' | 'in' = 'mm'): string =>
      ruleWords({ code: 'not-enough-left', leftMm, needsMm } as never, units);
    expect(words(0, 72)).to.equal('None of it is left; this fabric needs at least 7 cm.');
    expect(words(598, 602)).to.equal('The 60 cm left on the roll are just too short for this fabric.');
    expect(words(300, 602)).to.equal('Only 30 cm left on the roll; this fabric needs at least 60 cm.');
    expect(words(914.4, 1828.8, 'in')).to.equal('Only 1 yd left on the roll; this fabric needs at least 2 yd.');
  });

  it('why a part found no room, with its size in the project’s units', () => {
    const none = { id: 'a', copies: 1, size: null, rollMm: null, leftMm: null };
    const wide = { ...none, code: 'wider-than-everything', size: { widthMm: 508, heightMm: 457.2 }, rollMm: 431.8 };
    expect(unplacedWords(wide, 'in')).to.match(/^At 20" × 18" it fits neither the roll \(17" wide\) nor any sheet/);
    expect(unplacedWords(wide, 'mm')).to.match(/^At 50\.8 × 45\.7 cm it fits neither the roll \(43\.2 cm wide\)/);
    expect(unplacedWords({ ...wide, rollMm: null }, 'mm')).to.match(/fits on none of your pieces\.$/);
    expect(unplacedWords({ ...none, code: 'no-room', leftMm: 600 }, 'mm')).to.match(/on the 60 cm that is left/);
    expect(unplacedWords({ ...none, code: 'no-room', text: 'Said before.' }, 'in')).to.equal('Said before.');
    expect(unplacedWords({ ...none, code: 'of another time' }, 'in')).to.equal('There was no room for it.');
  });

  it('a plug is as thick in inches as in millimetres', () => {
    const plug = { code: 'plug', thicknessMm: 2.4 } as const;
    expect(cautionWords(plug, 'mm')).to.include('card or felt, 2.4 mm thick');
    expect(cautionWords(plug, 'in')).to.include('card or felt, 0.094" thick');
  });
});

describe('every sheet that can be printed', () => {
  const texts = (doc: SheetDocument): string[] =>
    doc.pages.flatMap((p) => p.marks.flatMap((m) => (m.type === 'text' ? [m.text] : [])));
  for (const units of ['mm', 'in'] as const)
    it(`speaks ${units === 'in' ? 'inches and no millimetres' : 'millimetres and no inches'}`, () => {
      for (const demo of demoProjects()) {
        const p = { ...demo, units };
        const plan = planProject(p);
        const docs = [
          tracingSheets(p, plan, 'a4'),
          placementSheets(p, 'letter'),
          templateSheets({ ...p, route: 'template-on-liner' }, plan, 'a4'),
          cutList(p, plan, 'a4'),
        ];
        const said = docs.flatMap(texts);
        const bad = said.filter((t) => (units === 'in' ? METRIC : IMPERIAL).test(unmassed(t)));
        expect(bad, p.name).to.deep.equal([]);
        expect(said.join(' ')).to.include(units === 'in' ? '2 in' : '50 mm');
      }
    });
});
