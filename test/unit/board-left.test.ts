// One piece made once more is one piece: a patch for it alone, its own set-downs, nothing that is bonded. And what shares a fault.
import { expect } from 'chai';
import {
  asLearnt,
  boardSteps,
  foundWrong,
  learntOf,
  madeAgain,
  shareFault,
  spoiledWith,
  stepFinished,
} from '~/core/hands/board';
import { type Board, EMPTY_BOARD, type Project, USUAL_SCHOOLS } from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import { stepWords } from '~/words';
import { cotton, iron, piece, project, square, web } from './helpers';

const at = (nowMs: number) => {
  let n = 0;
  return { nowMs, newId: () => `${nowMs}-${n++}` };
};
/** Four squares side by side, web on the whole cloth first. */
const tiles = (first: 'trace-first' | 'fuse-first' = 'fuse-first'): Project =>
  project(
    [0, 1, 2, 3].map((i) => piece(`p${i}`, square(40), { at: { xMm: 20 + 60 * i, yMm: 30, rotateDeg: 0 } })),
    {
      fabrics: [cotton({ stock: [{ widthMm: 1100, heightMm: 500, count: 2, outline: null }] })],
      webs: [web({ liners: 1 })],
      irons: [iron()],
      schools: { ...USUAL_SCHOOLS, first },
    },
  );
const allDone = (p: Project): Board => {
  const { making } = planProject(p);
  return making.steps.reduce<Board>((board, _, i) => {
    const bs = boardSteps({ ...p, board }, making)[i]!;
    return stepFinished(board, bs, false, 5, at(1000 + i));
  }, EMPTY_BOARD);
};

describe('what is left of a step', () => {
  it('is one piece alone once it is made again: its web by itself, its own set-downs, one copy', () => {
    const p = tiles();
    const plan = planProject(p);
    const board = allDone(p);
    const again = madeAgain(board, ['p2'], boardSteps({ ...p, board }, plan.making), at(9000));
    const open = boardSteps({ ...p, board: again }, plan.making).filter((s) => !s.done);
    for (const { step } of open) {
      expect(step.pieceIds, step.id).to.deep.equal(['p2']);
      expect(step.copies).to.equal(1);
    }
    const words = stepWords(p, plan, { settings: false });
    const said = open.map((s) => words(s.step));
    // By hand: 40 mm and 6 mm of web all round are 52 mm.
    expect(said.find((s) => s.startsWith('Cut a piece of'))).to.match(/5\.2 × 5\.2 cm, to go behind p2 \(3\)/);
    expect(said.join(' '))
      .to.not.match(/patch [A-Z]\b/)
      .and.not.match(/p0|p1|p3/);
    const fuse = open.find((s) => s.step.kind === 'fuse')!.step;
    expect(fuse.does).to.deep.include({ code: 'fuse-shapes', rightSide: false });
    expect(fuse.setDowns).to.equal(1);
    expect(open.find((s) => s.step.kind === 'bond')!.step).to.deep.include({
      setDowns: 1,
      does: { code: 'bond-piece' },
    });
  });

  it('is the step itself while none of it is done, and when all of it is', () => {
    const p = tiles('trace-first');
    const plan = planProject(p);
    for (const board of [EMPTY_BOARD, allDone(p)])
      boardSteps({ ...p, board }, plan.making).forEach((bs, i) => {
        expect(bs.step).to.equal(plan.making.steps[i]);
      });
  });
});

describe('what shares a fault', () => {
  const p = tiles('trace-first');
  const plan = planProject(p);
  const board = allDone(p);
  const steps = boardSteps({ ...p, board }, plan.making);
  const bond = steps.find((s) => s.step.kind === 'bond')!;
  const ticket = plan.press.find((t) => t.id === bond.step.ticketId)!;

  it('is what was pressed in the same go, and nothing where time was not the fault', () => {
    expect(shareFault({ code: 'edge-lifts', pieceIds: ['p1'] }, steps)).to.deep.equal(['p0', 'p2', 'p3']);
    expect(shareFault({ code: 'furry-edge', pieceIds: ['p1'] }, steps)).to.deep.equal([]);
    // Nothing was pressed yet.
    expect(shareFault({ code: 'edge-lifts', pieceIds: ['p1'] }, boardSteps(p, plan.making))).to.deep.equal([]);
  });

  it('what comes next gets a fifth more at once, never past what is safe', () => {
    const found = foundWrong(board, plan, bond.step, 'edge-lifts', at(1), ['p1']);
    const learnt = learntOf(found, plan, ticket)!;
    expect(learnt.plannedS).to.equal(ticket.dwell.seconds);
    expect(learnt.seconds).to.equal(Math.min(Math.floor(ticket.dwell.maxS), Math.ceil(1.2 * ticket.dwell.seconds)));
    expect(learnt.pieceIds).to.deep.equal(['p1']);
    expect(asLearnt(ticket, learnt).dwell.seconds).to.equal(learnt.seconds);
    const full = { ...ticket, dwell: { ...ticket.dwell, maxS: ticket.dwell.seconds } };
    expect(learntOf(found, plan, full)).to.equal(null);
    // Another stage, other seconds, another web: nothing is known of those.
    expect(learntOf(board, plan, ticket)).to.equal(null);
    expect(learntOf(found, plan, { ...ticket, stage: 'fuse' })).to.equal(null);
    expect(learntOf(found, plan, { ...ticket, webId: 'another' })).to.equal(null);
    expect(
      learntOf(found, plan, { ...ticket, dwell: { ...ticket.dwell, seconds: ticket.dwell.seconds - 1 } }),
    ).to.equal(null);
  });
});

describe('one strip of a sheet that was spoiled', () => {
  const strips = laidByRecipe({
    ...project([piece('strip', 'M0 0H40V240H0Z', { count: 6, articleId: 'main' })], {
      recipe: { id: 'two-sided', answers: { strung: 'chain' } },
      fabrics: [cotton()],
      webs: [web({ stockMm: 5000 })],
    }),
  });
  it('comes back with its other side as one small piece, not as the whole sheet', () => {
    const plan = planProject(strips);
    const board = allDone(strips);
    const steps = boardSteps({ ...strips, board }, plan.making);
    expect(steps.every((s) => s.done)).to.equal(true);
    const ids = spoiledWith(strips, steps, 'strip');
    expect(ids).to.deep.equal(['strip', 'strip-back']);
    const again = madeAgain(board, ids, steps, at(9000));
    const open = boardSteps({ ...strips, board: again }, plan.making).filter((s) => !s.done);
    const words = stepWords(strips, plan, { settings: false });
    const said = open.map((s) => words(s.step));
    // By hand: 40 × 240 mm with 6 mm of web, 8 mm of its cloth and 11 mm of the other all round.
    expect(said[0]).to.match(/^Cut a piece of Test web, 5\.2 × 25\.2 cm, to go behind strip \(2\)/);
    expect(said[1]).to.equal('Cut Test cotton to 5.6 × 25.6 cm and Test cotton to 6.2 × 26.2 cm, for strip (2).');
    expect(said.join(' ')).to.not.match(/patch [A-Z]\b|6 tiles|12/);
    expect(open.map((s) => s.step.does.code)).to.include.members([
      'lay-glue-up',
      'lay-between',
      'bond-piece',
      'cut-through',
    ]);
    for (const { step } of open.filter((s) => s.step.ticketId !== null)) expect(step.loads).to.equal(1);
  });
});
