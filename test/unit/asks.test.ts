// The step speaks for itself: what is asked before it, looked at after it, and what may be wrong, against the state it stands on, over every recipe, route, web and school.
import { expect } from 'chai';
import { boardSteps, coldLook, faultsSoFar, heldAsShould, mendParts, stepFinished } from '~/core/hands/board';
import { placesFrom } from '~/core/hands/making';
import {
  EMPTY_BOARD,
  type GateCode,
  newPiece,
  newProject,
  type Plan,
  type Project,
  ROUTES,
  type Step,
  USUAL_SCHOOLS,
} from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import { harbourLight } from '~/demo';
import { placeWords, stepWords } from '~/words';
import { cases } from '../cases';
import { cotton, iron, web } from './helpers';
import { demoProjects, oddProject } from './sentences';

/** A hook is not its own mirror image. */
const HOOK = 'M0 0H30V80H60V100H0Z';
const codes = (s: Step): GateCode[] => s.gates.map((g) => g.code);

/** A hook and a square on a ground, in one way of doing it. */
function job(more: Partial<Project>): Project {
  const pieces = [
    newPiece({ id: 'hook', label: 'Hook', fabricId: 'a', outline: HOOK, at: { xMm: 20, yMm: 30, rotateDeg: 0 } }),
    newPiece({
      id: 'tile',
      label: 'Tile',
      fabricId: 'b',
      outline: 'M0 0H50V50H0Z',
      at: { xMm: 110, yMm: 40, rotateDeg: 0 },
    }),
  ];
  return newProject({
    id: 'job',
    name: 'Job',
    units: 'mm',
    fabrics: [cotton({ id: 'g' }), cotton({ id: 'a', name: 'Red' }), cotton({ id: 'b', name: 'Blue' })],
    webs: [web()],
    irons: [iron({ id: 'iron' })],
    pieces,
    intent: { laundering: 'never', hand: 'medium', edge: 'none' },
    recipe: { id: 'applique', answers: {} },
    route: 'trace-on-liner',
    ground: { fabricId: 'g', widthMm: 240, heightMm: 200 },
    bench: {
      ironId: 'iron',
      covers: { fuse: 'none', bond: 'parchment' },
      surface: 'ironing-board',
      warm: { ground: false, board: false },
    },
    ...more,
  } as never);
}

/** What a step says of sides, papers and the way up, set against what it asks. Empty: they agree. */
function contradictions(project: Project, plan: Plan): string[] {
  const words = stepWords(project, plan, { settings: false });
  const bad: string[] = [];
  const pressed = new Set<string>();
  const cooled = new Set<string>();
  for (const step of plan.making.steps) {
    const asks = codes(step);
    const text = words(step);
    const say = (what: string): void =>
      void bad.push(`${step.id} ${what}: ${text} [${asks.join(' ')}] look ${step.look}`);
    const ticket = plan.press.find((t) => t.id === step.ticketId);
    if (new Set(asks).size !== asks.length) say('asks twice');
    if (/on the right side \(front\)/.test(text) && asks.includes('web-on-back')) say('front, and asks for the back');
    if (/on the wrong side \(back\)/.test(text) && asks.includes('web-on-front')) say('back, and asks for the front');
    if (/wrong side up, glue facing you/.test(text) && asks.includes('glue-down')) say('glue up, and asks for down');
    if (/right side up, glue down/.test(text) && asks.includes('glue-up')) say('glue down, and asks for up');
    if (step.kind === 'lay' && asks.some((c) => c === 'drawn-reversed' || c === 'drawn-as-seen'))
      say('laying asks how it is drawn');
    if (/paper up/.test(text) && asks.includes('mat-fabric-up')) say('paper up, and asks for fabric up');
    if (/right side up/.test(text) && asks.includes('mat-paper-up')) say('right side up, and asks for paper up');
    if (ticket?.stop && asks.length > 0) say('asks before what cannot be pressed');
    if (ticket?.stop && step.look !== null) say('looks at what was not pressed');
    const cover = step.gates.find((g) => g.code === 'cover-on');
    if (cover && (!ticket || cover.cover !== ticket.cover || ticket.cover === 'none'))
      say('asks for another cover than the ticket’s');
    if (ticket && !ticket.stop && step.kind === 'bond' && ticket.cover !== 'none' && !cover)
      say('does not ask for its cover');
    // An edge is looked at once it is cold, never while hot; foil once its carrier is off.
    if (step.look === 'no-edge-lifts' && step.kind !== 'cool') say('looks at edges while they are hot');
    if (step.kind === 'cool' && step.look === 'no-edge-lifts' && !step.pieceIds.some((id) => pressed.has(id)))
      say('looks for a bond that was not made');
    if (step.look === 'foil-stays-all-over' && step.kind !== 'peel') say('looks at foil under its carrier');
    if (step.look === 'smooth' && !/press|smooth/i.test(text)) say('looks for creases where nothing was smoothed');
    // What may be wrong can be: no paper is left on what had none, nothing is backwards that is its own mirror image.
    const lined = step.pieceIds.some((id) => {
      const webId = plan.choices.find((c) => c.pieceId === id)?.webId;
      return (project.webs.find((w) => w.id === webId)?.liners ?? 0) > 0;
    });
    if (step.wrong.includes('liner-left-on') && !lined) say('a paper left on that was never there');
    if (asks.includes('paper-off') && !lined) say('a paper off that was never there');
    const handed = step.pieceIds.some((id) => plan.tracings.some((t) => t.pieceId === id && t.code !== 'no-care'));
    if (step.wrong.includes('backwards') && !handed) say('backwards, though it is its own mirror image');
    if (asks.includes('reads-right') && !handed) say('reads right, though it reads alike both ways');
    // Every fault has a mend that ends.
    for (const code of step.wrong) {
      const parts = mendParts(code, ticket ?? null);
      if (parts.length === 0) say(`no mend for ${code}`);
      for (const part of parts)
        if (part.dwellS !== null && ticket && part.dwellS > ticket.dwell.maxS + 1e-6) say(`mend of ${code} harms`);
    }
    if ((step.kind === 'bond' || step.kind === 'steam-pass') && ticket && !ticket.stop)
      for (const id of step.pieceIds) pressed.add(id);
    if (step.kind === 'cool') for (const id of step.members) cooled.add(id);
  }
  for (const id of pressed) if (!cooled.has(id)) bad.push(`${id} is bonded and never looked at cold`);
  return bad;
}

describe('the step speaks for itself', () => {
  it('a straight stitch is looked at inside the edge, a zigzag just off it', () => {
    const lookOf = (edge: 'straight' | 'free-motion' | 'zigzag' | 'blanket') =>
      planProject(job({ intent: { laundering: 'never', hand: 'medium', edge } })).making.steps.find(
        (s) => s.kind === 'stitch',
      )?.look;
    expect(lookOf('straight')).to.equal('stitches-inside');
    expect(lookOf('free-motion')).to.equal('stitches-inside');
    expect(lookOf('zigzag')).to.equal('stitches-even');
    expect(lookOf('blanket')).to.equal('stitches-even');
  });

  it('sentence, gate, look, fault and mend agree with the state, over routes, webs, schools and covers', function () {
    this.timeout(240_000);
    let count = 0;
    let tried = 0;
    // A stride that shares no divisor with how many there are of anything: every route, web, school and cover comes up.
    const stride = cases(1, 7);
    const bad: string[] = [];
    const webs = [
      web({ id: 'film', form: 'film', liners: 1 }),
      web({ id: 'bare', form: 'open', liners: 0 }),
      web({ id: 'grid', form: 'grid', liners: 1 }),
      web({ id: 'tacky', form: 'film', liners: 2, tacky: true }),
      web({ id: 'powder', form: 'powder', liners: 0 }),
    ];
    for (const route of ROUTES.filter((r) => r !== 'web-on-right-side'))
      for (const w of webs)
        for (const first of ['trace-first', 'fuse-first'] as const)
          for (const lay of ['apart-together', 'piece-by-piece', 'all-laid'] as const)
            for (const bond of ['none', 'parchment', 'damp-cloth'] as const) {
              if (count++ % stride > 0) continue;
              tried += 1;
              const p = job({
                route,
                webs: [w],
                pieces: job({}).pieces.map((x) => ({ ...x, webId: w.id })),
                schools: { ...USUAL_SCHOOLS, first, lay },
                bench: { ...job({}).bench, covers: { fuse: 'none', bond } },
              });
              const laid = laidByRecipe(p);
              bad.push(
                ...contradictions(laid, planProject(laid)).map((b) => `${route} ${w.id} ${first} ${lay} ${bond}: ${b}`),
              );
            }
    expect(count).to.equal((ROUTES.length - 1) * webs.length * 2 * 3 * 3);
    expect(tried).to.equal(Math.ceil(count / stride));
    expect(bad).to.deep.equal([]);
  });

  it('and over every demo, and projects as odd as people make them', function () {
    this.timeout(240_000);
    const projects = [...demoProjects(), ...Array.from({ length: cases(40, 4) }, (_, i) => oddProject(500 + i, 'mm'))];
    const bad = projects.flatMap((p) => {
      const laid = laidByRecipe(p);
      return contradictions(laid, planProject(laid)).map((b) => `${p.id}: ${b}`);
    });
    expect(bad).to.deep.equal([]);
  });

  const stepsOf = (p: Project): readonly Step[] => planProject(laidByRecipe(p)).making.steps;
  const find = (p: Project, test: (s: Step) => boolean): Step => stepsOf(p).find(test)!;

  it('a piece that is reversed on its sheet is not asked to be so when it is laid right side up', () => {
    const p = job({});
    expect(codes(find(p, (s) => s.kind === 'trace'))).to.deep.equal(['drawn-reversed']);
    expect(codes(find(p, (s) => s.kind === 'lay' && s.pieceIds.includes('hook')))).to.deep.equal(['reads-right']);
    const oneByOne = job({ schools: { ...USUAL_SCHOOLS, lay: 'piece-by-piece' } });
    expect(codes(find(oneByOne, (s) => s.kind === 'lay' && s.pieceIds[0] === 'tile'))).to.deep.equal([]);
  });

  it('web for foil lies on the front, and nobody asks for the back', () => {
    const p = laidByRecipe(
      job({
        recipe: { id: 'foil-motif', answers: {} },
        fabrics: [cotton({ id: 'g' }), cotton({ id: 'a' }), cotton({ id: 'b' })],
      }),
    );
    const fuses = stepsOf(p).filter((s) => s.kind === 'fuse');
    expect(fuses.length).to.be.above(0);
    for (const s of fuses) expect(codes(s)).to.include('web-on-front').and.not.include('web-on-back');
    const off = stepsOf(p).filter((s) => s.does.code === 'peel-foil');
    expect(off.map((s) => [s.look, s.wrong])).to.deep.equal(off.map(() => ['foil-stays-all-over', ['foil-patchy']]));
    expect(off.length).to.be.above(0);
  });

  it('a sheet on top is asked for where no paper keeps the glue off the iron, and only there', () => {
    const bare = job({ webs: [web({ liners: 0, form: 'open' })], route: 'template-right-side' });
    expect(codes(find(bare, (s) => s.kind === 'fuse'))).to.include('sheet-on-top');
    expect(codes(find(job({}), (s) => s.kind === 'fuse'))).to.not.include('sheet-on-top');
  });

  it('a sheet beneath, too, where the web is as large as its fabric, and a cautious hand is told that glue may reach the iron', () => {
    const tags = laidByRecipe(demoProjects().find((p) => p.recipe.id === 'framed')!);
    const whole = stepsOf(tags).filter((s) => s.does.code === 'fuse-patch');
    expect(whole.length).to.be.above(0);
    for (const s of whole) {
      expect(codes(s)).to.include('sheet-beneath');
      expect(s.wrong).to.include('adhesive-on-the-iron');
    }
    for (const s of stepsOf(job({})).filter((x) => x.kind === 'fuse')) {
      expect(codes(s)).to.not.include('sheet-beneath');
      expect(s.wrong).to.not.include('adhesive-on-the-iron');
    }
  });

  it('the cover is asked for by its name: a usual one, or one of one’s own', () => {
    const of = (p: Project) => find(p, (s) => s.kind === 'bond').gates.find((g) => g.code === 'cover-on');
    expect(of(job({}))).to.deep.equal({ code: 'cover-on', cover: 'parchment', name: null });
    expect(of(job({ bench: { ...job({}).bench, covers: { fuse: 'none', bond: 'none' } } }))).to.equal(undefined);
  });

  it('what was bonded is looked at once it is cold, and once; what may be wrong is told also of what was done before', () => {
    const project = laidByRecipe(job({}));
    const plan = planProject(project);
    let n = 0;
    const at = (nowMs: number) => ({ nowMs, newId: () => `n${n++}` });
    let board = EMPTY_BOARD;
    const steps = () => boardSteps({ ...project, board }, plan.making);
    const first = plan.making.steps.findIndex((s) => s.kind === 'cool' && s.look === 'no-edge-lifts');
    expect(first).to.be.above(0);
    for (let i = 0; i <= first; i++) board = stepFinished(board, steps()[i]!, false, 5, at(1000));
    const cool = plan.making.steps[first]!;
    const seconds = 'coolS' in cool.does ? cool.does.coolS : 0;
    expect(coldLook(board, steps(), 1000 + (seconds - 1) * 1000)).to.equal(null);
    const due = coldLook(board, steps(), 1000 + (seconds + 1) * 1000)!;
    expect(due.step.id).to.equal(cool.id);
    expect(coldLook(heldAsShould(board, due.step), steps(), 1e9)).to.equal(null);
    const faults = faultsSoFar(steps());
    expect([...faults.keys()]).to.include.members(['edge-lifts', 'backwards', 'furry-edge', 'adhesive-left-on-liner']);
    // The last step that can fail so comes first.
    expect(faults.get('bubbles')![0]!.step.id).to.equal(cool.id);
    expect(faultsSoFar(boardSteps({ ...project, board: EMPTY_BOARD }, plan.making)).size).to.equal(0);
  });

  it('mends: the paper is laid back first; tacky web is rubbed by hand; wool that was glided over is not stood on', () => {
    const ticket = planProject(harbourLight()).press.find((t) => !t.stop)!;
    expect(mendParts('adhesive-left-on-liner', ticket).map((p) => p.doing)).to.deep.equal([
      'lay-paper-back',
      'press-again',
      'let-cool',
      'peel-from-another-corner',
    ]);
    expect(mendParts('adhesive-left-on-liner', null).map((p) => p.doing)).to.deep.equal([
      'lay-paper-back',
      'rub-by-hand',
      'peel-from-another-corner',
    ]);
    const glided = { ...ticket, passes: { count: 3, eachS: 5, lookS: 2 } };
    expect(mendParts('edge-lifts', glided)[0]).to.include({ doing: 'glide-again', dwellS: null });
    expect(mendParts('edge-lifts', ticket)[0]!.doing).to.equal('press-again');
  });
});

describe('where something is laid', () => {
  const box = (minX: number, minY: number, w: number, h: number) => ({ minX, minY, maxX: minX + w, maxY: minY + h });
  const ground = { widthMm: 240, heightMm: 200, seamAllowanceMm: 0, squaringMm: 0 };
  // By hand: 240 wide; a box of 40 from 20 ends at 60, 180 from the right.
  it('is a neighbour where that is much nearer than the edge: letters from ink to ink', () => {
    const h = { pieceId: 'h', box: box(80, 60, 20, 40) };
    // By hand: 104 from the left, 4 from the letter before it; 60 from the top, and nothing beneath or above.
    expect(placesFrom(box(104, 60, 12, 40), ground, [h])).to.deep.equal([
      { from: 'piece', pieceId: 'h', side: 'right', mm: 4 },
      { from: 'top', mm: 60 },
    ]);
    // Not level with it: nothing is measured from there. Nor from one that lies beneath.
    expect(placesFrom(box(104, 120, 12, 40), ground, [h])[0]).to.deep.equal({ from: 'left', mm: 104 });
    expect(placesFrom(box(90, 60, 20, 45), ground, [h])[0]).to.deep.equal({ from: 'left', mm: 90 });
    expect(placeWords(placesFrom(box(104, 60, 12, 40), ground, [h]), 'mm', (id) => `H (${id})`)).to.equal(
      '4 mm to the right of H (h) and 6 cm from the top edge.',
    );
  });
  it('is the nearer edge across and down, or the middle', () => {
    expect(placesFrom(box(20, 30, 40, 50), ground)).to.deep.equal([
      { from: 'left', mm: 20 },
      { from: 'top', mm: 30 },
    ]);
    expect(placesFrom(box(190, 140, 40, 50), ground)).to.deep.equal([
      { from: 'right', mm: 10 },
      { from: 'bottom', mm: 10 },
    ]);
    expect(placesFrom(box(100, 30, 40, 50), ground)[0]).to.deep.equal({ from: 'centre-x', mm: 0 });
    // Past the left edge: from the right one. Past both: by its middle.
    expect(placesFrom(box(-5, 30, 40, 50), ground)[0]).to.deep.equal({ from: 'right', mm: 205 });
    expect(placesFrom(box(-5, 30, 260, 50), ground)[0]).to.deep.equal({ from: 'centre-x', mm: 5 });
  });
  it('is measured from the middle where the cloth is cut larger than it is finished: its edge is not the one that stays', () => {
    const sewn = { ...ground, seamAllowanceMm: 6, squaringMm: 10 };
    // By hand: its middle at 40 of 240 is 80 left of the middle; at 55 of 200 it is 45 above it.
    expect(placesFrom(box(20, 30, 40, 50), sewn)).to.deep.equal([
      { from: 'centre-x', mm: -80 },
      { from: 'centre-y', mm: -45 },
    ]);
  });
  it('stands at each step that lays one piece or unit on a ground: at least two measures, in words', () => {
    const p = laidByRecipe(harbourLight());
    const laid = planProject(p).making.steps.filter((s) => s.does.code === 'lay-piece' || s.does.code === 'lay-unit');
    expect(laid.length).to.be.above(10);
    for (const s of laid) {
      // By hand: one thing has its two measures, several have two each.
      const each = s.place.length > 0 ? [s.place] : s.places.map((x) => x.place);
      expect(each).to.have.length(s.does.code === 'lay-unit' ? 1 : s.members.length);
      for (const place of each) expect(place).to.have.length(2);
    }
    expect(
      placeWords(
        [
          { from: 'left', mm: 20 },
          { from: 'top', mm: 30 },
        ],
        'mm',
      ),
    ).to.equal('2 cm from the left edge and 3 cm from the top edge.');
    expect(
      placeWords(
        [
          { from: 'centre-x', mm: 0 },
          { from: 'top', mm: 25.4 },
        ],
        'in',
      ),
    ).to.equal('In the middle across and 1" from the top edge.');
    expect(
      placeWords(
        [
          { from: 'centre-x', mm: 0 },
          { from: 'centre-y', mm: 0 },
        ],
        'mm',
      ),
    ).to.equal('In the middle of the background.');
    expect(placeWords([], 'mm')).to.equal(null);
  });
});
