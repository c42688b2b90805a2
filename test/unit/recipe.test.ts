import { expect } from 'chai';
import fc from 'fast-check';
import { fabricFrom } from '~/core/choose/material';
import { makingOf } from '~/core/hands/making';
import { takeAway } from '~/core/intake/arrange';
import {
  newArticle,
  newPiece,
  newProject,
  type Piece,
  type Project,
  parseProject,
  RECIPES,
  type RecipeId,
} from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { stackMap, webPly } from '~/core/lay/layer';
import { laidByRecipe, makeBy, RECIPE_FACTS } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import { DEMO, harbourLight } from '~/demo';
import { DEMO_IRONS, DEMO_WEBS } from '~/demo/drawer';
import { snagWords, stepWords } from '~/words';
import { cases } from '../cases';
import { web } from './helpers';

const night = fabricFrom('solid-cotton', { id: 'night', name: 'Night', colour: '#232a4d' });
const ink = fabricFrom('quilting-cotton', { id: 'ink', name: 'Ink', colour: '#2f3560' });
const spark = fabricFrom('satin', { id: 'spark', name: 'Spark', colour: '#f6e27a' });
const PENNANT = 'M0 0H160L80 220Z';
/** Not its own mirror image. */
const CROOKED = 'M0 0H160L60 220Z';

const thing = (recipe: RecipeId, more: Partial<Project> = {}): Project =>
  newProject({
    id: 'x',
    name: 'X',
    recipe: { id: recipe, answers: recipe === 'two-sided' ? { otherSideId: 'ink' } : {} },
    intent: { laundering: 'never', hand: 'firm', edge: 'none' },
    fabrics: [night, ink, spark],
    webs: [...DEMO_WEBS],
    irons: [...DEMO_IRONS],
    bench: { ironId: 'household' },
    articles: [newArticle({ id: 'main', name: '', ground: null })],
    pieces: [newPiece({ id: 'p', label: 'Pennant', fabricId: 'night', outline: CROOKED })],
    order: ['p'],
    ...more,
  });
const laid = (p: Project): Project => laidByRecipe(p);
const steps = (p: Project): string[] =>
  planProject(p).making.steps.map((s) => `${s.kind}${s.pieceIds.length ? ` ${s.pieceIds.join('+')}` : ''}`);
const said = (p: Project): string[] => {
  const of = laid(p);
  const plan = planProject(p);
  return plan.making.steps.map(stepWords(of, plan));
};
const bonds = (p: Project) => planProject(p).press.filter((t) => t.stage === 'bond');

describe('two-sided cloth', () => {
  it('gives a piece its back: beneath it, wrong side up, of the same shape, in a cloth of its own', () => {
    const p = laid(thing('two-sided'));
    expect(p.order).to.deep.equal(['p-back', 'p']);
    expect(p.pieces.find((x) => x.id === 'p-back')).to.include({
      fabricId: 'ink',
      outline: CROOKED,
      faceDown: true,
      webless: false,
      label: 'Pennant, back',
    });
    expect(p.articles[0]!.ground).to.equal(null);
  });

  it('is made in this order: both fused, both cut, glue up, the other over it, one press', () => {
    expect(steps(thing('two-sided'))).to.deep.equal([
      'trace p-back+p',
      'rough-cut p-back',
      'rough-cut p',
      'ready',
      'fuse p-back',
      'cool p-back',
      'fuse p',
      'cool p',
      'cut p-back',
      'cut p',
      'peel p-back+p',
      'lay p-back',
      'lay p',
      'bond p-back+p',
      'cool p-back+p',
      'finish',
    ]);
    const words = said(thing('two-sided'));
    expect(words[3]).to.match(/^Press .* and .* smooth\. Go on while they are still warm\./);
    expect(words[11]).to.equal('Place Pennant, back (1) on the board wrong side up, glue facing you.');
    expect(words[12]).to.match(/^Place Pennant \(2\) over it right side up, glue down, edge on edge/);
  });

  it('is pressed as back, web, web, front: the same stack from either side, so its window is the same from the back', () => {
    const plan = planProject(thing('two-sided'));
    const bond = plan.making.steps.find((s) => s.kind === 'bond')!;
    expect(bond.columns.map((c) => c.layers.map((l) => (l === 'night' || l === 'ink' ? l : 'web')))).to.deep.equal([
      ['ink', 'web', 'web', 'night'],
    ]);
    // One cloth on both sides: turned over, the stack is itself.
    const alike = thing('two-sided', { recipe: { id: 'two-sided', answers: {} } });
    const back = laid(alike).pieces.find((x) => x.id === 'p-back')!;
    expect(back.fabricId).to.equal('night');
    const seconds = (side: 'face' | 'back'): number =>
      bonds({ ...alike, schools: { ...alike.schools, side } })[0]!.dwell.seconds;
    expect(seconds('back')).to.equal(seconds('face'));
  });

  it('draws the front reversed on the liner, the back as seen from the front, and says why', () => {
    const at = new Map(planProject(thing('two-sided')).tracings.map((t) => [t.pieceId, t]));
    expect(at.get('p')).to.include({ mirrored: true, code: 'reversed' });
    expect(at.get('p-back')).to.include({ mirrored: false, code: 'as-seen-face-down' });
  });

  it('leaves what lies on a piece of one layer; off it, it gets its own back', () => {
    const on = (x: number): Project => {
      const p = thing('two-sided');
      const star = {
        ...newPiece({ id: 's', label: 'Star', fabricId: 'spark', outline: 'M0 0H30V30H0Z' }),
        at: { xMm: x, yMm: 20, rotateDeg: 0 },
      };
      return laid({ ...p, pieces: [...p.pieces, star], order: ['p', 's'] });
    };
    expect(on(60).order).to.deep.equal(['p-back', 'p', 's']);
    expect(on(200).order).to.deep.equal(['p-back', 'p', 's-back', 's']);
  });

  it('follows its piece: moved, reshaped, counted, taken away; its own cloth and web stay', () => {
    const p = laid(thing('two-sided'));
    const mine = {
      ...p,
      pieces: p.pieces.map(
        (x): Piece =>
          x.id === 'p-back'
            ? { ...x, fabricId: 'spark', webId: 'light-film' }
            : { ...x, count: 5, at: { xMm: 7, yMm: 9, rotateDeg: 30 }, outline: PENNANT },
      ),
    };
    const back = laid(mine).pieces.find((x) => x.id === 'p-back')!;
    expect(back).to.deep.include({
      fabricId: 'spark',
      webId: 'light-film',
      count: 5,
      at: { xMm: 7, yMm: 9, rotateDeg: 30 },
      outline: PENNANT,
    });
    expect(laid({ ...p, pieces: p.pieces.filter((x) => x.id !== 'p'), order: ['p-back'] }).pieces).to.deep.equal([]);
    // The next of the same cloth gets the same back.
    const more = laid({
      ...mine,
      pieces: [...mine.pieces, newPiece({ id: 'q', label: 'Next', fabricId: 'night', outline: 'M300 0h90v90h-90Z' })],
      order: ['p-back', 'p', 'q'],
    });
    expect(more.pieces.find((x) => x.id === 'q-back')!.fabricId).to.equal('spark');
  });

  it('taken away by its back it goes whole, with what was said of it; the project opens again', () => {
    const p = laid(thing('two-sided'));
    const star = newPiece({ id: 's', label: 'Star', fabricId: 'spark', outline: 'M60 20h30v30h-30Z' });
    const more = structuredClone(laid({ ...p, pieces: [...p.pieces, star], order: [...p.order, 's'] }));
    more.layering.pairs = [{ under: 'p-back', over: 's', underlapMm: null }];
    takeAway(more, ['p-back']);
    const left = laid(more);
    expect(left.order).to.deep.equal(['s-back', 's']);
    expect(left.layering.pairs).to.deep.equal([]);
    expect(parseProject(JSON.parse(JSON.stringify(left))).ok).to.equal(true);
  });

  it('is two cloths and both their webs thick, and compared with its back alone', () => {
    const p = laid(thing('two-sided', { webs: [web({ id: 'w', massGsm: 100 })] }));
    const withWebs = { ...p, pieces: p.pieces.map((x) => ({ ...x, webId: 'w' })) };
    const { pile } = layDown(withWebs).articles[0]!;
    const clothOf = (id: string) => {
      const piece = withWebs.pieces.find((x) => x.id === id)!;
      return {
        fabric: withWebs.fabrics.find((f) => f.id === piece.fabricId)!,
        web: withWebs.webs[0]!,
        faceDown: piece.faceDown,
      };
    };
    const [stack] = stackMap(null, pile, clothOf).stacks;
    const oneWeb = webPly(withWebs.webs[0]!).thicknessMm;
    // 100 g/m² of an adhesive about as dense as water (polyamides 0.95–1.2 kg/l, handbook range, from memory).
    expect(oneWeb).to.be.within(0.083, 0.105);
    expect(stack).to.include({ cloths: 2, webs: 2 });
    expect(stack!.thicknessMm).to.be.closeTo(night.thicknessMm + ink.thicknessMm + 2 * oneWeb, 1e-9);
  });

  it('says where pale is glued to dark, of both sides, and nothing where both are dense and alike', () => {
    const shows = (front: string, back: string): string[] => {
      const fabrics = [
        fabricFrom('lawn', { id: 'night', name: 'Night', colour: front }),
        { ...ink, colour: back },
        spark,
      ];
      const p = thing('two-sided', { fabrics });
      return planProject(p)
        .snags.filter((s) => s.code === 'sides-show' || s.code === 'greyed')
        .map((s) => `${s.code} ${s.pieceIds.join()} ${snagWords(laid(p))(s).text}`);
    };
    const [one, ...rest] = shows('#f6efe0', '#1a1a24');
    expect(one).to.match(/^sides-show p Pennant, back \(1\) shows through Pennant \(2\) \(estimated/);
    expect(rest).to.have.length(0);
    expect(shows('#232a4d', '#2f3560')).to.deep.equal([]);
  });

  it('is stitched once, not once a side', () => {
    const p = thing('two-sided', { intent: { laundering: 'never', hand: 'firm', edge: 'straight' } });
    expect(steps(p).filter((s) => s.startsWith('stitch'))).to.deep.equal(['stitch p']);
  });

  it('makes the Comet pennants: a back for each, in its own cloth, the comets of one layer; nothing stops', () => {
    const p = laid(DEMO['comet-pennants']());
    const backs = p.pieces.filter((x) => x.part);
    expect(backs.map((x) => `${x.part!.of} ${x.fabricId}`)).to.deep.equal([
      'night-front night-back',
      'dawn-front dawn-back',
    ]);
    const plan = planProject(p);
    expect(plan.snags.filter((s) => s.severity === 'stop')).to.deep.equal([]);
    // Within what hands bear, and above what a lone layer takes.
    for (const t of bonds(p)) expect(t.dwell.seconds).to.be.within(5, 40);
  });
});

describe('cloth and foil', () => {
  it('takes a foil where there is none, metal side up, and trims through all layers', () => {
    const p = thing('cloth-and-foil', { bench: { ...thing('cloth-and-foil').bench, ironId: 'press' } });
    expect(laid(p).fabrics.at(-1)).to.include({ clothId: 'foil', name: 'Gold foil' });
    expect(steps(p)).to.deep.equal([
      'patch p',
      'patch p',
      'ready',
      'fuse p',
      'cool p',
      'peel p',
      'lay p',
      'lay p-foil',
      'bond p+p-foil',
      'cool p+p-foil',
      'peel p-foil',
      'ready p',
      'cut p',
      'finish',
    ]);
    const words = said(p);
    expect(words[7]).to.equal('Place Gold foil over patch A, metal side up, over all of the glue.');
    expect(words[10]).to.match(/^Peel the carrier off Gold foil on patch A once it is cold, a corner first\./);
    expect(words[12]).to.equal(
      'Lay the template of Pennant (2) face up on the front, clear of the edges of the web. Cut around it, through both layers at once.',
    );
  });

  it('agrees with the practised 10 s each side at 150 °C under a heat press (trade handbook, table of settings) within 30 %', () => {
    const p = thing('cloth-and-foil', { bench: { ...thing('cloth-and-foil').bench, ironId: 'press' } });
    const plan = planProject(p);
    for (const t of plan.press) {
      expect(t.stop).to.equal(null);
      expect(t.dwell.seconds, t.stage).to.be.within(7, 13);
    }
  });

  it('the foil has no web, asks for none to be bought, and nobody is told that it lacks one', () => {
    const plan = planProject(thing('cloth-and-foil'));
    expect(plan.choices.find((c) => c.pieceId === 'p-foil')).to.deep.include({
      webId: null,
      reasons: [{ code: 'webless' }],
    });
    expect(plan.snags.filter((s) => s.code === 'no-web')).to.deep.equal([]);
  });
});

describe('paper-backed cloth', () => {
  it('has its paper over all of the adhesive, and is trimmed after', () => {
    const p = thing('paper-backed');
    expect(laid(p).fabrics.at(-1)!.clothId).to.equal('tissue');
    expect(steps(p).slice(-7)).to.deep.equal([
      'lay p',
      'lay p-paper',
      'bond p+p-paper',
      'cool p+p-paper',
      'ready p',
      'cut p',
      'finish',
    ]);
  });

  it('refuses paper that releases, and cloth for paper, at that piece, with the mend', () => {
    const with_ = (clothId: string): string[] => {
      const p = thing('paper-backed', {
        fabrics: [night, fabricFrom(clothId, { id: 'b', name: 'This', colour: '#eeeeee' })],
      });
      const of = laid(p);
      const set = laid({ ...of, pieces: of.pieces.map((x) => (x.part ? { ...x, fabricId: 'b' } : x)) });
      return planProject(set)
        .snags.filter((s) => s.code === 'paper-releases' || s.code === 'other-material')
        .map((s) => `${s.pieceIds.join()} ${snagWords(set)(s).text} ${snagWords(set)(s).mend}`);
    };
    expect(with_('baking-paper')).to.deep.equal([
      'p-paper This is siliconised: it never bonds. Use tissue or plain paper, and keep this one for between iron and work.',
    ]);
    expect(with_('denim')).to.deep.equal([
      'p-paper Pennant, paper (1) is made of This, which is not a paper. Choose a paper for it in Pattern, at the piece it belongs to.',
    ]);
    expect(with_('paper')).to.deep.equal([]);
  });
});

describe('recipes', () => {
  it('lay out the same a second time, read from a file too, whatever the recipe and the demo', () => {
    for (const recipe of RECIPES)
      for (const demo of [harbourLight(), DEMO['comet-pennants']()]) {
        const p = structuredClone(demo);
        makeBy(p, recipe);
        const once = laid(p);
        expect(laid(once)).to.equal(once);
        const read = parseProject(JSON.parse(JSON.stringify(once)));
        if (!read.ok) throw new Error(`${recipe}: ${read.problems[0]?.message}`);
        expect(laid(read.project)).to.equal(read.project);
      }
  });

  it('left again, nothing of it is left', () => {
    for (const recipe of RECIPES.filter((r) => RECIPE_FACTS[r].otherSide)) {
      const p = structuredClone(laid(thing(recipe)));
      makeBy(p, 'applique');
      expect(laid(p).pieces.map((x) => [x.id, x.faceDown, x.webless, x.part, x.route])).to.deep.equal([
        ['p', false, false, null, null],
      ]);
      expect(laid(p).order).to.deep.equal(['p']);
    }
  });

  it('another layer instead: foil where the back was, and nothing of the back', () => {
    const p = structuredClone(laid(thing('two-sided')));
    makeBy(p, 'cloth-and-foil');
    expect(laid(p).pieces.map((x) => `${x.id} ${x.fabricId}`)).to.deep.equal(['p-foil foil', 'p night']);
    expect(planProject(p).snags.filter((s) => s.code === 'other-material')).to.deep.equal([]);
  });

  it('what the ground was of is what the back is of', () => {
    const p = structuredClone(harbourLight());
    const ground = p.articles[0]!.ground!.fabricId;
    makeBy(p, 'two-sided');
    const backs = laid(p).pieces.filter((x) => x.part);
    expect(backs.length).to.be.above(0);
    expect([...new Set(backs.map((x) => x.fabricId))]).to.deep.equal([ground]);
    expect(planProject(p).snags.filter((s) => s.code === 'other-material')).to.deep.equal([]);
  });

  it('plan without ever failing, whatever a file says of layers', () => {
    const flags = fc.record({
      webless: fc.boolean(),
      faceDown: fc.boolean(),
      part: fc.boolean(),
      x: fc.integer({ min: 0, max: 200 }),
    });
    fc.assert(
      fc.property(fc.constantFrom(...RECIPES), fc.array(flags, { minLength: 1, maxLength: 4 }), (recipe, list) => {
        const pieces = list.map(
          ({ webless, faceDown, part, x }, i): Piece => ({
            ...newPiece({ id: `n${i}`, label: '', fabricId: 'night', outline: 'M0 0h40v40h-40Z' }),
            at: { xMm: x, yMm: 0, rotateDeg: 0 },
            webless,
            faceDown,
            part: part ? { role: 'other-side', of: `n${(i + 1) % list.length}` } : null,
          }),
        );
        const p = laid(thing(recipe, { pieces, order: pieces.map((x) => x.id) }));
        expect(makingOf(layDown(p), planProject(p)).impossible).to.equal(null);
      }),
      { numRuns: cases(80) },
    );
  });
});
