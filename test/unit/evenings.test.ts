// The evening of each layered craft, step by step, as hands take it. Order of the steps: the trade handbook, layered crafts and “At the board”; common practice, no source.
import { expect } from 'chai';
import { fabricFrom, webFrom } from '~/core/choose/material';
import { makingOf } from '~/core/hands/making';
import { newArticle, newGround, newPiece, newProject, type Project, type RecipeId, type Web } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { laidByRecipe } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import { DEMO_IRONS } from '~/demo/drawer';
import { stepWords } from '~/words';

const cloth = (id: string, of = 'solid-cotton', more: object = {}) => fabricFrom(of, { id, name: id, ...more });
const webOf = (kind: string, more: Partial<Web> = {}): Web =>
  webFrom(kind, { id: kind, name: kind, stockMm: 5000, ...more });

const thing = (
  recipe: RecipeId,
  answers: Project['recipe']['answers'],
  { outlines = [], count = 1, ...more }: Partial<Project> & { outlines?: readonly string[]; count?: number } = {},
): Project => {
  const pieces = outlines.map((outline, i) =>
    newPiece({
      id: `p${i + 1}`,
      label: `Piece ${i + 1}`,
      fabricId: 'red',
      outline,
      at: { xMm: 60 + 300 * i, yMm: 60, rotateDeg: 0 },
    }),
  );
  return laidByRecipe(
    newProject({
      id: 'x',
      name: 'X',
      recipe: { id: recipe, answers },
      intent: { laundering: 'never', hand: 'firm', edge: 'none' },
      fabrics: [cloth('red'), cloth('blue')],
      webs: [webOf('firm-film')],
      irons: [...DEMO_IRONS],
      bench: { ironId: 'household' },
      articles: [
        {
          ...newArticle({ id: 'main', name: '', ground: newGround({ fabricId: 'blue', widthMm: 400, heightMm: 400 }) }),
          count,
        },
      ],
      pieces,
      order: pieces.map((p) => p.id),
      ...more,
    }),
  );
};

/** The codes of what hands do, in order; what is ironed by itself, waited for and noted in the end is left out. */
const ASIDE = new Set(['press-smooth', 'press-ground', 'note-what-worked', 'wash-first']);
function evening(p: Project): string[] {
  const plan = planProject(p);
  expect(makingOf(layDown(p), plan).impossible, 'hands would have to stop').to.equal(null);
  return plan.making.steps.flatMap((s) => (ASIDE.has(s.does.code) ? [] : [s.does.code]));
}
const said = (p: Project): string[] => {
  const plan = planProject(p);
  return plan.making.steps.map(stepWords(p, plan));
};
const minutes = (p: Project): number => {
  const { handsS, waitS } = planProject(p).making;
  return (handsS + waitS) / 60;
};

describe('the evening of a hem', () => {
  const hem = (webs: Web[], more: Partial<Project> = {}, lengthMm = 600) =>
    thing('hem', { hemLengthMm: lengthMm, turnUpMm: 30 }, { webs, ...more });
  const AT_ONCE = ['press-fold', 'cut-tape', 'lay-tape', 'bond-piece', 'let-cool'];
  const FUSED = [
    'press-fold',
    'cut-tape',
    'fuse-in-fold',
    'let-cool',
    'take-liner-off',
    'fold-shut',
    'bond-piece',
    'let-cool',
  ];

  it('a web without paper is laid in and bonded at once, and is taken before one that has some', () => {
    const p = hem([webOf('light-film'), webOf('open-light')]);
    const plan = planProject(p);
    expect(plan.choices[0]).to.include({ webId: 'open-light' });
    expect(plan.choices[0]!.reasons.map((r) => r.code)).to.include('goes-in-at-once');
    expect(evening(p)).to.deep.equal(AT_ONCE);
    // On an appliqué that is traced it stays refused.
    const traced = thing('applique', {}, { webs: [webOf('open-light')], outlines: ['M0 0H60V60H0Z'] });
    expect(planProject(traced).choices[0]).to.include({ webId: null });
  });
  it('one with a paper is fused to the part turned up, cooled, peeled, folded shut and bonded; each has its press', () => {
    const p = hem([webOf('firm-film')]);
    expect(evening(p)).to.deep.equal(FUSED);
    const presses = planProject(p).making.steps.filter((s) => s.ticketId !== null);
    expect(presses.map((s) => s.columns[0]!.layers)).to.deep.equal([
      ['blue', 'firm-film', 'liner'],
      ['blue', 'firm-film', 'blue'],
    ]);
    expect(said(p).join(' ')).to.not.match(/leaflet/);
  });
  it('of two papers each comes off in its turn; a tacky sheet is cut once', () => {
    const double = hem([webOf('foil-film')]);
    expect(evening(double)).to.deep.equal(['press-fold', 'cut-tape', 'take-first-liner-off', ...FUSED.slice(2)]);
    const tacky = hem([webOf('tacky-film')]);
    expect(evening(tacky)).to.deep.equal([
      'press-fold',
      'cut-tape',
      'take-first-liner-off',
      'stick-in-fold',
      'take-liner-off',
      'fold-shut',
      'bond-piece',
      'let-cool',
    ]);
    // Nothing is drawn on either.
    expect(said(tacky).join(' ')).to.not.match(/with the line|snip/);
  });
  it('is no patch where whole fabrics are fused first', () => {
    const p = hem([webOf('firm-film')]);
    expect(evening({ ...p, schools: { ...p.schools, first: 'fuse-first' } })).to.deep.equal(FUSED);
  });
  it('takes time by its length and by its copies: 19 m are not 0.6 m (a worked estimate: half a minute a step, 20 s a 20 cm of iron, 5 cm/s of hands)', () => {
    const short = minutes(hem([webOf('firm-film')]));
    const long = minutes(hem([webOf('firm-film')], {}, 19_000));
    // By hand: crease 1 min a metre, cut, lay and peel 1 min, two presses of 25 s every 20 cm: some 5 to 6 min a metre.
    expect(long / 19).to.be.within(4, 7);
    expect(long).to.be.above(10 * short);
    const twice = hem([webOf('firm-film')]);
    const both = { ...twice, articles: twice.articles.map((a) => ({ ...a, count: 2 })) };
    expect(minutes(both)).to.be.within(1.6 * short, 2.05 * short);
  });
  it('takes a sheet’s strips across its roll: 19 m of 1 cm are 44 strips, 44 cm of a roll 432 mm wide', () => {
    const p = hem([webOf('firm-film')], {}, 19_000);
    expect(planProject(p).webUse[0]!.lengthMm).to.equal(440);
  });
});

describe('the evening of a mend', () => {
  const mend = (more: Partial<Project> = {}) =>
    thing('patch', { holeWidthMm: 40, holeHeightMm: 20, patchId: 'red' }, more);
  const AFTER = ['take-liner-off', 'lay-behind', 'bond-piece', 'let-cool', 'darn-hole'];
  it('the web is a ring on every route, so that no glue lies bare in the hole', () => {
    for (const route of ['trace-on-liner', 'cutter-fabric-up', 'cutter-liner-up', 'cut-from-print'] as const) {
      const p = mend({ route });
      expect(evening(p), route).to.deep.equal([
        'draw-on-liner',
        'rough-cut',
        'fuse-shapes',
        'let-cool',
        'cut-on-line',
        ...AFTER,
      ]);
      expect(
        said(p).find((w) => /roughly/.test(w)),
        route,
      ).to.match(/Cut the middle out along its dotted line/);
    }
    const whole = mend();
    expect(evening({ ...whole, schools: { ...whole.schools, first: 'fuse-first' } })).to.include('rough-cut');
    const template = mend({ route: 'template-right-side' });
    expect(evening(template)).to.deep.equal([
      'cut-templates',
      'cut-ring',
      'fuse-shapes',
      'let-cool',
      'cut-on-line',
      ...AFTER,
    ]);
    expect(said(template).find((w) => /out of its middle/.test(w))).to.match(
      /7 × 5 cm\. Cut 4 × 2 cm out of its middle/,
    );
  });
  it('darning goes to and fro over the hole: 10 rows of 50 mm and once round, 660 mm, some 80 s', () => {
    const darn = planProject(mend()).making.steps.find((s) => s.does.code === 'darn-hole')!;
    expect(darn.handsS).to.be.closeTo((Math.ceil(30 / 3) * 50 + 2 * 80) / 8, 0.5);
  });
  it('the thing mended is worn already: it is neither washed first nor bought', () => {
    const p = mend({ intent: { laundering: 'often', hand: 'medium', edge: 'none' } });
    const wash = planProject(p).making.steps.find((s) => s.does.code === 'wash-first')!;
    expect(wash.does).to.deep.include({ fabricIds: ['red'] });
  });
});
