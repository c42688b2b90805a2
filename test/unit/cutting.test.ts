// What is cut, told as hands need it: counters, parts that belong together, windows whose middle is kept, joins of strips, and how what was bonded is cut again.
import { expect } from 'chai';
import { regionOf } from '~/core/base/shape';
import { evenSole } from '~/core/choose/press';
import { setDownsFor, setDownsTogether } from '~/core/hands/making';
import {
  type Iron,
  newArticle,
  newGround,
  newPiece,
  newProject,
  type Piece,
  type Project,
  type Step,
  type StepDoing,
} from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import { DEMO_IRONS, DEMO_WEBS } from '~/demo/drawer';
import { feltTags } from '~/demo/felt-tags';
import { stepWords } from '~/words';
import { cotton, iron, web } from './helpers';

const RING = 'M0 0H80V80H0ZM25 25H55V55H25Z';
const LETTER_I = 'M0 0H20V20H0ZM0 30H20V90H0Z';
const SQUARE = 'M0 0H60V60H0Z';
const KITE = 'M30 0L60 40L30 100L0 40Z';

const piece = (id: string, outline: string, xMm: number, more: Partial<Piece> = {}): Piece =>
  newPiece({ id, label: id, fabricId: 'a', outline, at: { xMm, yMm: 30, rotateDeg: 0 }, ...more });

function job(pieces: readonly Piece[], more: Partial<Project> = {}): Project {
  return laidByRecipe(
    newProject({
      id: 'job',
      name: 'Job',
      units: 'mm',
      intent: { laundering: 'never', hand: 'firm', edge: 'none' },
      fabrics: [cotton({ id: 'g' }), cotton({ id: 'a', name: 'Red' })],
      webs: [web({ widthMm: 450 })],
      irons: [...DEMO_IRONS],
      bench: { ironId: 'household' },
      articles: [
        newArticle({ id: 'main', name: '', ground: newGround({ fabricId: 'g', widthMm: 900, heightMm: 700 }) }),
      ],
      pieces,
      order: pieces.map((p) => p.id),
      ...more,
    } as never),
  );
}
type Of<C extends StepDoing['code']> = Step & { readonly does: StepDoing & { readonly code: C } };
const stepsOf = <C extends StepDoing['code']>(p: Project, code: C): Of<C>[] =>
  planProject(p).making.steps.filter((s): s is Of<C> => s.does.code === code);
const said = (p: Project, s: Step): string => stepWords(p, planProject(p), { settings: false })(s);

describe('what is cut', () => {
  it('an O has an inside to enter, an i two parts that belong together, a plain square neither', () => {
    const p = job([piece('O', RING, 20), piece('i', LETTER_I, 200), piece('tile', SQUARE, 300)]);
    const [cut] = stepsOf(p, 'cut-on-line');
    expect(cut!.does).to.deep.include({ inside: ['O'], parted: ['i'], keeps: [] });
    expect(said(p, cut!)).to.include('To cut inside O (1), fold it, snip into the fold').and.include('parts of i (2)');
    const plain = job([piece('tile', SQUARE, 300)]);
    expect(said(plain, stepsOf(plain, 'cut-on-line')[0]!)).to.not.match(/fold|parts/);
  });

  it('the middle of a window is kept where it is laid back at the press', () => {
    const tags = laidByRecipe(feltTags());
    const cuts = stepsOf(tags, 'cut-on-line');
    const plugs = stepsOf(tags, 'lay-plug').flatMap((s) => s.pieceIds);
    expect(plugs.length).to.be.above(0);
    expect([...new Set(cuts.flatMap((s) => s.does.keeps))].sort()).to.deep.equal([...new Set(plugs)].sort());
  });

  it('a shape wider than its web, whichever way it lies, has its strips joined before it is fused', () => {
    // By hand: 600 mm across a roll of 450 takes two strips; 400 mm takes one.
    const wide = job([piece('sea', 'M0 0H600V500H0Z', 20)]);
    const steps = planProject(wide).making.steps.map((s) => s.does.code);
    const [join] = stepsOf(wide, 'join-strips');
    expect(join!.does).to.deep.equal({ code: 'join-strips', patch: null, strips: 2, taped: true });
    expect(steps.indexOf('join-strips'))
      .to.be.above(steps.indexOf('rough-cut'))
      .and.below(steps.indexOf('fuse-shapes'));
    expect(said(wide, join!)).to.match(/2 strips of web for sea \(1\) edge to edge, paper up\. Tape the joins/);
    expect(stepsOf(job([piece('sea', 'M0 0H600V400H0Z', 20)]), 'join-strips')).to.have.length(0);
    const bare = job([piece('sea', 'M0 0H600V500H0Z', 20, { webId: 'bare' })], {
      webs: [web({ id: 'bare', widthMm: 450, liners: 0, form: 'open' })],
      route: 'template-right-side',
    });
    expect(stepsOf(bare, 'join-strips').map((s) => /paper/.test(said(bare, s)))).to.deep.equal([false]);
  });

  it('what was bonded is cut along its backing, by ruler, or round a template that was cut before', () => {
    const sided = (recipe: 'one-sided' | 'cloth-and-foil', outline: string): Project =>
      job([piece('star', outline, 0)], {
        recipe: { id: recipe, answers: {} },
        webs: [...DEMO_WEBS],
        articles: [newArticle({ id: 'main', name: '', ground: null })],
      });
    const by = (p: Project): [string, number][] => stepsOf(p, 'trim-on-line').map((s) => [s.does.by, s.does.widthMm]);
    const through = (p: Project): [string, number][] =>
      stepsOf(p, 'cut-through').map((s) => [s.does.by, s.does.widthMm]);
    expect(by(sided('one-sided', KITE))).to.deep.equal([['backing', 0]]);
    expect(through(sided('cloth-and-foil', SQUARE))).to.deep.equal([['ruler', 60]]);
    const foil = sided('cloth-and-foil', KITE);
    expect(through(foil).map(([how]) => how)).to.deep.equal(['template']);
    const codes = planProject(foil).making.steps.map((s) => s.does.code);
    expect(codes[codes.indexOf('cut-through') - 1]).to.equal('cut-templates');
    expect(said(foil, stepsOf(foil, 'cut-through')[0]!)).to.include('face up on the front');
    expect(said(sided('one-sided', KITE), stepsOf(sided('one-sided', KITE), 'trim-on-line')[0]!)).to.match(
      /^Turn .* over/,
    );
    const square = sided('cloth-and-foil', SQUARE);
    expect(said(square, stepsOf(square, 'cut-through')[0]!)).to.include('with a ruler, 6 × 6 cm');
  });
});

describe('several shapes under one press', () => {
  const box = (w: number, h: number) => regionOf(`M0 0H${w}V${h}H0Z`);
  const plate = (widthMm: number, lengthMm: number): Iron =>
    iron({ id: 'plate', kind: 'heat-press', soleplate: { widthMm, lengthMm } });
  const wanted = (shapes: readonly (readonly [w: number, h: number, copies: number])[], on: Iron) =>
    setDownsTogether(
      shapes.map(([w, h, copies]) => ({
        region: box(w, h),
        copies,
        alone: setDownsFor(box(w, h), box(w, h), copies, on, 12),
      })),
      on,
      12,
    );
  it('what fits side by side is pressed in one go; what is larger than the plate by itself', () => {
    const { widthMm, lengthMm } = evenSole(plate(300, 400));
    // By hand: two rows of three of 80 mm with 12 mm between are 264 × 172 mm.
    expect(widthMm).to.be.above(264);
    expect(lengthMm).to.be.above(172);
    const letters = Array.from({ length: 6 }, () => [80, 80, 1] as const);
    expect(wanted(letters, plate(300, 400))).to.deep.equal({ loads: 1, setDowns: 1 });
    // One at a time each on a sole that holds no second.
    expect(wanted(letters, plate(100, 100)).setDowns).to.equal(6);
    const large = setDownsFor(box(700, 60), box(700, 60), 1, plate(300, 400), 12).setDowns;
    expect(large).to.be.above(1);
    expect(wanted([...letters, [700, 60, 1]], plate(300, 400)).setDowns).to.equal(1 + large);
  });
  it('loads that one shape fills stay its own; what is left of several shares one', () => {
    // By hand: of 30 mm with 12 between, 2 × 4 lie on 90 × 180; 9 and 9 are two full loads and two that lie side by side.
    const on = plate(90, 180);
    expect(setDownsFor(box(30, 30), box(30, 30), 9, on, 12)).to.include({ perLoad: 8, loads: 2 });
    expect(
      wanted(
        [
          [30, 30, 9],
          [30, 30, 9],
        ],
        on,
      ).setDowns,
    ).to.equal(3);
    const started = performance.now();
    wanted(
      Array.from({ length: 20 }, (_, i) => [20 + i, 30 + i, 999] as const),
      on,
    );
    // Everything by its box took three seconds of every plan.
    expect(performance.now() - started).to.be.below(500);
  });
  it('never takes more set-downs than each by itself', () => {
    for (const copies of [1, 2, 7, 24])
      for (const side of [20, 45, 90, 160]) {
        const on = plate(120, 200);
        const alone = setDownsFor(box(side, side), box(side, side), copies, on, 12).setDowns;
        expect(wanted([[side, side, copies]], on).setDowns, `${copies} of ${side}`).to.be.at.most(alone);
      }
  });
});
