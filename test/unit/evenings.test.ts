// The evening of each layered craft, step by step, as hands take it. Order of the steps: the trade handbook, layered crafts and “At the board”; common practice, no source.
import { expect } from 'chai';
import { boundsOf, regionOf } from '~/core/base/shape';
import { fabricFrom, webFrom } from '~/core/choose/material';
import { gatherOf } from '~/core/cut/gather';
import { allAsks } from '~/core/cut/layout';
import { boardSteps, madeSoFar, stepDone, thingsMade } from '~/core/hands/board';
import { makingOf } from '~/core/hands/making';
import { newArticle, newGround, newPiece, newProject, type Project, type RecipeId, type Web } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { laidByRecipe, RECIPE_FACTS } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import { templateSheets, tracingSheets } from '~/core/print/sheet';
import { DEMO_IRONS } from '~/demo/drawer';
import { facingWords, snagWords, stepWords, tellWords } from '~/words';

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

const SHEET = [
  'cut-patch',
  'cut-over',
  'fuse-patch',
  'let-cool',
  'peel-patch',
  'lay-sheet-up',
  'lay-sheet-over',
  'bond-sheets',
  'let-cool',
];
const BAND = 'M0 0H300V60H0Z';
const KITE = 'M0 0H60L20 80Z';

describe('the evening of two-sided cloth', () => {
  const bare = { articles: [newArticle({ id: 'main', name: '', ground: null })] };
  it('straight strips come from whole sheets: one fused whole, the other bonded to it whole, cold, ruled, both cut at once', () => {
    const p = thing('two-sided', { backId: 'blue' }, { ...bare, outlines: [BAND] });
    expect(evening(p)).to.deep.equal([...SHEET, 'rule-on-sheets', 'cut-through']);
    // The web is fused to one of the two only, and one press bonds the sheet, the same column as hands lay it.
    const press = planProject(p).making.steps.filter((s) => s.ticketId !== null);
    expect(press.map((s) => s.columns[0]!.layers)).to.deep.equal([
      ['red', 'firm-film', 'liner'],
      ['red', 'firm-film', 'blue'],
    ]);
  });
  it('so do pennants with pinked edges, round a template; with a plain outline each is cut, then glue to glue', () => {
    const edged = (edge: 'pinked' | 'none') =>
      thing(
        'two-sided',
        { backId: 'blue' },
        { ...bare, outlines: [KITE], intent: { laundering: 'never', hand: 'firm', edge } },
      );
    expect(evening(edged('pinked'))).to.deep.equal([...SHEET, 'cut-templates', 'cut-through']);
    expect(said(edged('pinked')).at(-2)).to.match(/with pinking shears\.$/);
    expect(evening(edged('none'))).to.include.members(['lay-glue-up', 'lay-glue-down']);
  });
  it('either way can be chosen', () => {
    const each = thing('two-sided', { backId: 'blue', ruled: 'each' }, { ...bare, outlines: [BAND] });
    expect(evening(each)).to.include('lay-glue-down');
    const sheet = thing('two-sided', { backId: 'blue', ruled: 'sheet' }, { ...bare, outlines: [KITE] });
    expect(evening(sheet)).to.deep.equal([...SHEET, 'cut-templates', 'cut-through']);
  });
  it('a dozen strips share set-downs: far fewer than two presses of each strip', () => {
    const strips = (ruled: string) =>
      planProject(
        thing(
          'two-sided',
          { backId: 'blue', ruled },
          {
            articles: [{ ...newArticle({ id: 'main', name: '', ground: null }), count: 12 }],
            outlines: ['M0 0H40V240H0Z'],
          },
        ),
      ).making.steps.reduce((n, s) => n + s.setDowns, 0);
    expect(strips('sheet')).to.be.below(0.5 * strips('each'));
  });
});

describe('the evening of a chain', () => {
  const chain = (closed: string, more: Partial<Project> = {}) => {
    const p = thing(
      'two-sided',
      { backId: 'blue', strung: 'chain', closed, lapMm: 15 },
      {
        articles: [{ ...newArticle({ id: 'main', name: '', ground: null }), count: 6 }],
        outlines: ['M0 0H40V240H0Z', 'M0 0H40V240H0Z'],
        ...more,
      },
    );
    return laidByRecipe({ ...p, pieces: p.pieces.map((x) => (x.id === 'p2' ? { ...x, fabricId: 'blue' } : x)) });
  };
  it('ends with its links closed: stitched, glued, or with a scrap of web and a press for each', () => {
    expect(evening(chain('stitch')).at(-1)).to.equal('assemble');
    expect(said(chain('stitch')).at(-2)).to.equal(
      'Close 12 links one by one, each through the one before. Lay one end 1.5 cm over the other. Fasten each with a few stitches. Colours in turn: red and blue.',
    );
    expect(said(chain('glue')).at(-2)).to.match(/a dot of fabric glue, and let it dry/);
    const web = chain('web');
    expect(evening(web).slice(-2)).to.deep.equal(['bond-links', 'let-cool']);
    const press = planProject(web).making.steps.find((s) => s.does.code === 'bond-links')!;
    expect(press.setDowns).to.equal(12);
    // Two layers over two layers: the whole way from iron to board.
    expect(press.columns[0]!.layers).to.deep.equal([
      'blue',
      'firm-film',
      'red',
      'firm-film',
      'blue',
      'firm-film',
      'red',
    ]);
  });
  it('its glue is in Gather, and nothing that it does not take', () => {
    const ids = (p: Project): string[] => gatherOf(p, planProject(p)).needs.map((n) => n.id);
    expect(ids(chain('glue'))).to.include('fabric-glue');
    expect(ids(chain('stitch'))).to.not.include('fabric-glue');
  });
});

describe('the evening of cloth and foil', () => {
  const bare = { articles: [newArticle({ id: 'main', name: '', ground: null })] };
  it('glue on the cloth, liner off, foil on, bonded, cold, carrier off from a corner, looked at, only then cut', () => {
    const p = thing('cloth-and-foil', {}, { ...bare, outlines: [KITE] });
    expect(evening(p)).to.deep.equal([...SHEET, 'peel-carrier', 'cut-templates', 'cut-through']);
    const list = planProject(p).making.steps;
    expect(list.find((s) => s.does.code === 'peel-carrier')!.look).to.equal('foil-stays-all-over');
    // While its carrier is on, no edge of foil can be looked at.
    expect(list.filter((s) => s.kind === 'cool').map((s) => s.look)).to.deep.equal([null, null]);
    const foil = p.fabrics.at(-1)!.id;
    for (const s of list)
      if (s.does.code === 'wash-first' || s.does.code === 'press-smooth') expect(s.does.fabricIds).to.not.include(foil);
  });
  it('a rectangle is cut by ruler, and needs no template', () => {
    expect(evening(thing('cloth-and-foil', {}, { ...bare, outlines: [BAND] }))).to.deep.equal([
      ...SHEET,
      'peel-carrier',
      'cut-through',
    ]);
  });
});

describe('holes, slits and folds of two layers', () => {
  const bare = { articles: [newArticle({ id: 'main', name: '', ground: null })] };
  const hole = (xMm: number) => ({ is: 'dot' as const, use: 'hole' as const, xMm, yMm: 20, acrossMm: 6 });
  const slit = { is: 'line' as const, use: 'cut' as const, path: 'M140 10L160 10' };
  const fold = { is: 'line' as const, use: 'crease' as const, path: 'M150 0L150 60' };
  const marked = (
    recipe: 'two-sided' | 'cloth-and-foil',
    marks: Project['pieces'][number]['marks'],
    more: Partial<Project> = {},
  ) => {
    const p = thing(recipe, { backId: 'blue' }, { ...bare, outlines: [BAND], ...more });
    return laidByRecipe({ ...p, pieces: p.pieces.map((x) => (x.part ? x : { ...x, marks: [...marks] })) });
  };
  it('each have a step, by the template, through both layers, once both hold', () => {
    const p = marked('cloth-and-foil', [hole(20), slit, fold]);
    expect(evening(p).slice(-4)).to.deep.equal(['cut-through', 'cut-templates', 'cut-marks', 'fold-lines']);
    const words = said(p);
    expect(words.find((w) => /1 hole/.test(w) || /hole/.test(w))).to.equal(
      'Lay the template of Piece 1 (2) face up on the front, edge on edge. Cut 1 hole and 1 slit into it, through all layers, where the template shows them.',
    );
    expect(words.find((w) => /Fold it/.test(w))).to.match(
      /^Lay the template of Piece 1 \(2\) face up on the front, and mark both ends of each fold at the edge\. Fold it along/,
    );
    const glued = marked('two-sided', [slit], {
      recipe: { id: 'two-sided', answers: { backId: 'blue', ruled: 'each' } },
    });
    const order = evening(glued);
    expect(order.indexOf('cut-marks')).to.be.above(order.lastIndexOf('bond-together'));
  });
  it('a band with a hole to one side is not its own mirror image; with one at each end it is', () => {
    const code = (marks: Project['pieces'][number]['marks']) => {
      const p = marked('two-sided', marks, { recipe: { id: 'two-sided', answers: { backId: 'blue', ruled: 'each' } } });
      return planProject(p).tracings.find((t) => t.pieceId === 'p1')!;
    };
    expect(code([]).code).to.equal('no-care');
    expect(code([hole(20)])).to.include({ code: 'reversed', mirrored: true });
    // The hole is drawn where the reversed piece has it.
    expect(code([hole(20)]).marks[0]).to.include({ xMm: 280 });
    expect(code([hole(20), hole(280)]).code).to.equal('no-care');
    expect(code([{ ...slit, path: 'M10 10L40 10' }]).code).to.equal('reversed');
    expect(code([{ ...slit, path: 'M140 10L160 10' }]).code).to.equal('no-care');
  });
});

describe('the evening of paper-backed cloth', () => {
  it('film smaller than the cloth by its margin, tissue larger than the film, cut by ruler to its size', () => {
    const p = thing(
      'paper-backed',
      {},
      { articles: [newArticle({ id: 'main', name: '', ground: null })], outlines: ['M0 0H260V200H0Z'] },
    );
    expect(evening(p)).to.deep.equal([...SHEET, 'cut-through']);
    const does = planProject(p).making.steps.map((s) => s.does);
    const film = does.find((d) => d.code === 'cut-patch')!;
    const over = does.find((d) => d.code === 'cut-over')!;
    if (film.code !== 'cut-patch' || over.code !== 'cut-over' || !over.cloth) throw new Error('not so');
    const sides = (s: { widthMm: number; heightMm: number }) =>
      [s.widthMm, s.heightMm].map((mm) => Math.round(mm * 100) / 100).sort((a, b) => a - b);
    expect(sides(film)).to.deep.equal([206, 266]);
    expect(sides(over.cloth)).to.deep.equal([210, 270]);
    expect(sides(over)).to.deep.equal([216, 276]);
  });
});

describe('the evening of stiff ornaments', () => {
  const ONE = ['lay-glue-up', 'lay-scrap', 'bond-together', 'let-cool'];
  const ornament = (count: number, answers: Project['recipe']['answers'] = {}) =>
    thing('one-sided', answers, {
      articles: [{ ...newArticle({ id: 'main', name: '', ground: null }), count }],
      outlines: [KITE],
    });
  it('backing cut to shape, laid on scraps that stand out all round, fused, cut again through all', () => {
    expect(evening(ornament(1))).to.deep.equal([
      'cut-templates',
      'draw-on-backing',
      'cut-on-line',
      ...ONE,
      'trim-on-line',
    ]);
    // Its cloth is not cut before, so it has no template: only the backing has.
    const [templates] = planProject(ornament(1)).making.steps;
    expect(templates!.pieceIds).to.deep.equal(['p1-backing']);
    const p = ornament(1);
    const plan = planProject(p);
    const texts = templateSheets(p, plan, 'a4').pages.flatMap((page) =>
      page.marks.flatMap((m) => (m.type === 'text' ? [m.text] : [])),
    );
    expect(texts.filter((t) => /^Piece 1/.test(t))).to.deep.equal(['Piece 1, backing']);
    // Seen from behind, on the side that has no name but plain.
    const backing = plan.tracings.find((t) => t.pieceId === 'p1-backing')!;
    expect(backing).to.include({ code: 'on-backing', mirrored: true });
    expect(facingWords(backing)).to.match(
      /on the plain side of the backing, as its sheet shows it\. The sheet shows it from behind\.$/,
    );
  });
  it('in batches: thirty in three, each laid, pressed and cooled before the next', () => {
    expect(evening(ornament(30))).to.deep.equal([
      'cut-templates',
      'draw-on-backing',
      'cut-on-line',
      ...ONE,
      ...ONE,
      ...ONE,
      'trim-on-line',
    ]);
  });
  it('a colour after another, whatever the order in the list', () => {
    const p = thing(
      'one-sided',
      {},
      { articles: [newArticle({ id: 'main', name: '', ground: null })], outlines: [KITE, KITE, KITE] },
    );
    const mixed = laidByRecipe({
      ...p,
      pieces: p.pieces.map((x) => (x.id === 'p2' ? { ...x, fabricId: 'blue' } : x)),
    });
    const laid = planProject(mixed).making.steps.filter((s) => s.does.code === 'lay-scrap');
    expect(laid.map((s) => s.pieceIds.join())).to.deep.equal(['p1', 'p3', 'p2']);
  });
  it('how many hold already is told once a batch is done, and how many things there are', () => {
    const p = ornament(30);
    const { making } = planProject(p);
    expect(thingsMade(p)).to.equal(30);
    expect(madeSoFar(boardSteps(p, making))).to.deep.equal({ made: 0, of: 30 });
    // Everything up to the end of the second batch, by hand.
    const upTo = making.steps.findIndex((s) => s.kind === 'bond' && s.batch?.n === 2);
    let board = p.board;
    for (let i = 0; i <= upTo; i++) {
      const at = { nowMs: 1000 * i, newId: () => `act-${i}` };
      board = stepDone(board, boardSteps({ ...p, board }, making)[i]!, false, at);
    }
    expect(madeSoFar(boardSteps({ ...p, board }, making))).to.deep.equal({ made: 20, of: 30 });
    expect(madeSoFar(boardSteps(ornament(1), planProject(ornament(1)).making))).to.equal(null);
  });
  it('scraps are nested by their own outlines, turned as they fit; a print keeps its way', () => {
    const ask = (oneWay: boolean) => {
      const p = thing(
        'one-sided',
        {},
        {
          articles: [newArticle({ id: 'main', name: '', ground: null })],
          outlines: [KITE],
          fabrics: [cloth('red', 'solid-cotton', { oneWay })],
        },
      );
      return allAsks(p, planProject(p)).find((a) => a.ofId === 'red')!.request.parts[0]!;
    };
    expect(ask(false).rotations).to.equal('free');
    expect(ask(true).rotations).to.deep.equal([0]);
    // 8 mm of cloth all round, more than twice what a pair of scissors needs.
    const grown = boundsOf(regionOf(ask(false).outline));
    expect(grown.maxX - grown.minX).to.be.within(60 + 16, 60 + 40);
  });
  it('put together on a ring, a stem or a line: even places from middle to middle, told and in Gather', () => {
    const ring = ornament(12, { strung: 'ring', ringMm: 300, heldBy: 'glue' });
    expect(evening(ring).at(-1)).to.equal('assemble');
    // Twelve round a ring of 300 mm: π · 300 / 12 = 78.5 mm.
    expect(said(ring).at(-2)).to.equal(
      'Lay 12 parts around the ring first, 7.9 cm from middle to middle. Fasten each with a dot of fabric glue, and let it dry.',
    );
    expect(planProject(ring).making.steps.at(-2)!.care).to.deep.equal(['glue']);
    const needs = gatherOf(ring, planProject(ring)).needs.map((n) => n.id);
    expect(needs).to.include.members(['ring', 'fabric-glue']);
    expect(said(ornament(10, { strung: 'stem', stemMm: 600 })).at(-2)).to.match(
      /^Lay 10 parts along the stem first, 6 cm/,
    );
  });
});

describe('the evening of framed tiles', () => {
  const felt = (id: string) => cloth(id, 'craft-felt-polyester');
  const tiles = (count: number) =>
    thing(
      'framed',
      { tileMm: 100, windowMm: 50, count, frontId: 'felt', backId: 'felt', patchIds: ['red'] },
      {
        fabrics: [felt('felt'), cloth('red', 'solid-cotton', { colour: '#1f3a6b' })],
        webs: [webOf('low-melt-grid', { liners: 1 })],
      },
    );
  it('felts fused whole, ruled edge to edge, cut; back, patch, frame, sheet and plug; pressed from both sides; trimmed alike', () => {
    expect(evening(tiles(6))).to.deep.equal([
      'cut-templates',
      'cut-patch',
      'cut-patch',
      'fuse-patch',
      'let-cool',
      'fuse-patch',
      'let-cool',
      'rule-on-patch',
      'rule-on-patch',
      'cut-on-line',
      'cut-on-line',
      'take-liner-off',
      'lay-glue-up',
      'lay-between',
      'lay-glue-down',
      'lay-plug',
      'bond-together',
      'let-cool',
      'trim-alike',
    ]);
    const trim = planProject(tiles(6)).making.steps.find((s) => s.does.code === 'trim-alike')!;
    expect(trim.look).to.equal('all-alike');
    expect(said(tiles(6)).at(-2)).to.equal(
      'Lay all 6 on one another. Trim with a ruler what stands out, so that each measures 10 × 10 cm.',
    );
    // Of one there is nothing to compare.
    expect(planProject(tiles(1)).making.steps.find((s) => s.does.code === 'trim-alike')!.look).to.equal(null);
  });
  it('prints one template of what is cut into each tile, and no plain squares: by ruler there are twenty-four', () => {
    const p = tiles(24);
    const { pages } = tracingSheets(p, planProject(p), 'a4');
    expect(pages).to.have.length(1);
    expect(pages[0]!.pieceIds).to.deep.equal(['frame']);
    const texts = pages[0]!.marks.flatMap((m) => (m.type === 'text' ? [m.text] : []));
    expect(texts).to.include('template, cut 24');
  });
  it('a patch needs no web, and nothing says that it is unsuited', () => {
    const plan = planProject(tiles(6));
    expect(plan.choices.find((c) => c.pieceId === 'patch')!.reasons.map((r) => r.code)).to.deep.equal(['webless']);
    expect(plan.snags.filter((s) => s.pieceIds.includes('patch'))).to.deep.equal([]);
  });
});

describe('the evening of foil motifs', () => {
  const foil = (outlines: readonly string[]) => thing('foil-motif', {}, { outlines });
  it('web on the right side, rough side down, liner off cold, foil over it, iron moving, cold, carrier off, looked at', () => {
    const p = foil([KITE]);
    expect(evening(p)).to.deep.equal([
      'cut-ground',
      'draw-on-liner',
      'cut-web-on-line',
      'lay-web-on-right-side',
      'fuse-on-right-side',
      'let-cool',
      'take-liner-off',
      'lay-foil',
      'press-foil',
      'let-cool',
      'peel-foil',
    ]);
    expect(planProject(p).making.steps.find((s) => s.does.code === 'peel-foil')!.look).to.equal('foil-stays-all-over');
  });
  it('foils lie edge to edge: nothing of one is cut to run in under another, and no web lies on foil', () => {
    // Two squares of 60 mm, the upper one 20 mm over the lower.
    const p = foil(['M0 0H60V60H0Z', 'M0 0H60V60H0Z']);
    const [a, b] = p.pieces;
    const over = { ...p, pieces: [a!, { ...b!, at: { ...a!.at, xMm: a!.at.xMm + 40 } }] };
    const areas = planProject(over).tracings.map((t) => Math.round(t.areaMm2));
    expect(areas).to.deep.equal([40 * 60, 60 * 60]);
    const apart = { ...p, pieces: [a!, { ...b!, at: { ...a!.at, xMm: a!.at.xMm + 60 } }] };
    expect(planProject(apart).tracings.map((t) => Math.round(t.areaMm2))).to.deep.equal([3600, 3600]);
  });
});

describe('a book’s cover', () => {
  const book = (answers: Project['recipe']['answers'] = {}) =>
    thing(
      'paper-backed',
      { covers: 'book', bookHeightMm: 210, bookWidthMm: 148, spineMm: 12, turnInMm: 20, ...answers },
      {
        articles: [newArticle({ id: 'main', name: '', ground: null })],
      },
    );
  it('is both boards, the spine and its turn-ins: 148 + 12 + 148 + 40 by 210 + 40 mm, cut by ruler and wrapped', () => {
    const p = book();
    const b = boundsOf(regionOf(p.pieces.find((x) => !x.part)!.outline));
    expect([b.maxX, b.maxY]).to.deep.equal([348, 250]);
    expect(evening(p)).to.deep.equal([...SHEET, 'cut-through', 'wrap-book']);
    expect(said(p).find((w) => /with a ruler/.test(w))).to.match(/34\.8 × 25 cm/);
    expect(tellWords(RECIPE_FACTS['paper-backed'].tells(p)[0]!, p)).to.equal(
      'Cut to 34.8 × 25 cm: two boards of 14.8 cm, a spine of 1.2 cm, and 2 cm to turn in all around.',
    );
  });
  it('a spine wider than the book is told, and nothing is lost', () => {
    const p = book({ spineMm: 200 });
    const [snag] = planProject(p).snags.filter((s) => s.code === 'spine-too-wide');
    expect(snagWords(p)(snag!).text).to.equal('A spine of 20 cm is wider than the book itself, 14.8 cm.');
    expect(p.pieces).to.have.length(2);
  });
});

describe('the evening of a window picture', () => {
  const at = (id: string, outline: string, xMm: number, yMm: number, fabricId = 'red') =>
    newPiece({ id, label: id, fabricId, outline, at: { xMm, yMm, rotateDeg: 0 } });
  const TOP = 'M0 0H400V400H0ZM100 100V300H300V100Z';
  const picture = (more: Partial<Project> = {}) => {
    const pieces = [
      at('top', TOP, 0, 0, 'ink'),
      at('sea', 'M0 0H220V120H0Z', 90, 200),
      at('sun', 'M0 0H60V60H0Z', 150, 170),
      at('lost', 'M0 0H20V20H0Z', 5, 5),
    ];
    return thing(
      'window',
      {},
      {
        fabrics: [cloth('red'), cloth('blue'), cloth('ink', 'solid-cotton', { colour: '#1c1c22' })],
        webs: [webOf('light-film', { widthMm: 300 })],
        intent: { laundering: 'never', hand: 'medium', edge: 'straight' },
        pieces,
        order: pieces.map((p) => p.id),
        ...more,
      },
    );
  };
  it('the picture is bonded and stitched first, loose threads are looked for, and the top comes last, peeled half by half', () => {
    const p = picture();
    // The top stood first in the list.
    expect(p.order.at(-1)).to.equal('top');
    expect(evening(p)).to.deep.equal([
      'cut-ground',
      'draw-on-liner',
      'rough-cut',
      'join-strips',
      'rough-cut',
      'fuse-shapes',
      'let-cool',
      'fuse-shapes',
      'let-cool',
      'cut-on-line',
      'cut-on-line',
      'lay-out',
      'take-liner-off',
      'lay-piece',
      'bond-piece',
      'let-cool',
      'take-liner-off',
      'lay-piece',
      'bond-piece',
      'let-cool',
      'stitch-edges',
      'clear-threads',
      'lay-top',
      'peel-halves',
      'bond-piece',
      'let-cool',
      'touch-from-behind',
      'stitch-edges',
    ]);
    const stitches = planProject(p)
      .making.steps.filter((s) => s.does.code === 'stitch-edges')
      .map((s) => s.pieceIds);
    expect(stitches).to.deep.equal([['sea', 'sun'], ['top']]);
    expect(said(p).find((w) => /strips of web/.test(w))).to.match(
      /Lay the 2 strips of web for top \(1\) edge to edge, paper up/,
    );
  });
  it('what no window shows is neither traced, cut, bonded nor bought, and is told', () => {
    const p = picture();
    const plan = planProject(p);
    expect(plan.making.steps.flatMap((s) => s.pieceIds)).to.not.include('lost');
    expect(allAsks(p, plan).flatMap((a) => [...a.parts.keys()])).to.not.include('lost');
    expect(plan.snags.find((s) => s.code === 'behind-no-window')!.pieceIds).to.deep.equal(['lost']);
    expect(plan.snags.some((s) => s.code === 'no-web')).to.equal(false);
  });
  it('without any window that is told, and nothing is taken for hidden', () => {
    const p = picture();
    const shut = laidByRecipe({
      ...p,
      pieces: p.pieces.map((x) => (x.id === 'top' ? { ...x, outline: 'M0 0H400V400H0Z' } : x)),
    });
    expect(planProject(shut).snags.map((s) => s.code)).to.include('top-without-window');
    expect(planProject(shut).snags.map((s) => s.code)).to.not.include('behind-no-window');
  });
  it('wadding and backing come last, basted or pinned; beneath from the start they are not', () => {
    const quilted = (waddingFirst: boolean) => {
      const p = picture();
      return said({ ...p, layering: { ...p.layering, quilted: true, waddingFirst } }).filter((w) =>
        /backing right side down/.test(w),
      );
    };
    expect(quilted(false)[0]).to.match(/Baste or pin through all layers, a hand apart\.$/);
    expect(quilted(true)[0]).to.match(/from the centre out\.$/);
  });
});
