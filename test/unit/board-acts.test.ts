// What is done at the board, act by act: timers, times, evidence and caps, without a screen; and the Drawer that follows what was booked as cut.
import { expect } from 'chai';
import {
  asksAfter,
  boardSteps,
  canGoBack,
  currentOf,
  feltCool,
  foundWrong,
  goneBack,
  heldAsShould,
  ironStands,
  mendFinished,
  mendParts,
  shareDone,
  stepFinished,
  ticketBehind,
  waitFor,
  wantsCold,
} from '~/core/hands/board';
import { bookedChanges, bookingChanged } from '~/core/keep/drawer';
import { type Board, EMPTY_BOARD, type MendCode, type Project, type StepKind } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { DEMO, demoDrawer } from '~/demo';

const project: Project = { ...DEMO['lemon-pot'](), id: 'acts' };
const plan = planProject(project);
const at = (nowMs: number) => {
  let n = 0;
  return { nowMs, newId: () => `id-${nowMs}-${n++}` };
};
const stepsOn = (board: Board) => boardSteps({ ...project, board }, plan.making);
const first = (kind: StepKind, board: Board = EMPTY_BOARD) => stepsOn(board).find((s) => s.step.kind === kind)!;

describe('board: a step is done', () => {
  it('what it took is kept against the plan, what cools begins to, what took six times as long was a break', () => {
    const cool = first('cool');
    const done = stepFinished(EMPTY_BOARD, cool, false, 5, at(5000));
    const { does } = cool.step;
    expect(does.code).to.equal('let-cool');
    expect(done.timers).to.deep.equal([
      {
        id: done.timers[0]!.id,
        kind: 'cool',
        pieceIds: [...cool.step.members],
        startedMs: 5000,
        seconds: 'coolS' in does ? does.coolS : null,
      },
    ]);
    const cut = first('cut');
    const plannedS = cut.step.handsS;
    const times = (tookS: number) =>
      stepFinished(EMPTY_BOARD, cut, false, tookS, at(1)).times.map(({ id: _, ...t }) => t);
    expect(times(plannedS * 2)).to.deep.equal([{ kind: 'cut', plannedS, tookS: plannedS * 2 }]);
    expect(times(plannedS * 6.1)).to.deep.equal([]);
    expect(times(-10_799)).to.deep.equal([]);
  });

  it('timers that have been out for an hour go', () => {
    const old = { id: 'old', kind: 'cool' as const, pieceIds: [], startedMs: 0, seconds: 60 };
    const later = (ms: number): string[] =>
      stepFinished({ ...EMPTY_BOARD, timers: [old] }, first('cut'), false, 1, at(ms)).timers.map((t) => t.id);
    expect(later(60_000 + 3_599_000)).to.deep.equal(['old']);
    expect(later(60_000 + 3_600_000)).to.deep.equal([]);
  });

  it('is asked about once of each kind, with its last copy, and never of what cools', () => {
    const bond = first('bond');
    expect(asksAfter(EMPTY_BOARD, bond, false)).to.equal(true);
    expect(asksAfter(heldAsShould(EMPTY_BOARD, bond.step), bond, false)).to.equal(false);
    expect(asksAfter(EMPTY_BOARD, { ...bond, copies: 3, doneCopies: 1 }, true)).to.equal(false);
    expect(asksAfter(EMPTY_BOARD, { ...bond, copies: 3, doneCopies: 2 }, true)).to.equal(true);
    expect(asksAfter(EMPTY_BOARD, first('cool'), false)).to.equal(false);
    // Nobody looks for creases in cloth that was only washed; once it was pressed one does.
    const unwashed = { ...project, id: 'unwashed', fabrics: project.fabrics.map((f) => ({ ...f, prewashed: false })) };
    const ready = boardSteps(unwashed, planProject(unwashed).making).filter((s) => s.step.kind === 'ready');
    expect(ready.map((s) => [s.step.does.code, asksAfter(EMPTY_BOARD, s, false)])).to.deep.equal([
      ['wash-first', false],
      // Front and back, cut and not pressed.
      ['cut-ground', false],
      ['cut-ground', false],
      ['press-smooth', true],
      ['press-ground', true],
    ]);
  });

  it('cutting, peeling, trimming and stitching want it cold; bonding does not', () => {
    const kinds: StepKind[] = ['cut', 'machine-cut', 'peel', 'trim', 'stitch', 'bond', 'fuse', 'lay', 'trace', 'cool'];
    expect(kinds.filter((kind) => wantsCold({ kind }))).to.deep.equal(['cut', 'machine-cut', 'peel', 'trim', 'stitch']);
  });
});

describe('board: something is wrong', () => {
  it('leads to its mend, with the seconds of the press before, and is evidence', () => {
    const peel = first('peel');
    const ticket = ticketBehind(plan, peel.step)!;
    expect(ticket.stage).to.equal('fuse');
    expect(ticket.pieceIds).to.include(peel.step.pieceIds[0]);
    const board = foundWrong(EMPTY_BOARD, plan, peel.step, 'adhesive-left-on-liner', at(9));
    expect(board.mends.map((m) => m.doing)).to.deep.equal([
      'lay-paper-back',
      'press-again',
      'let-cool',
      'peel-from-another-corner',
    ]);
    expect(board.evidence).to.deep.equal([
      {
        id: board.evidence[0]!.id,
        atMs: 9,
        code: 'adhesive-left-on-liner',
        kind: 'peel',
        pieceIds: [...peel.step.pieceIds],
        heatC: ticket.heat.soleplateC,
        dwellS: ticket.dwell.seconds,
      },
    ]);
  });

  it('a step that stands on a ticket takes that, and one that no press came before none', () => {
    const bond = first('bond');
    expect(ticketBehind(plan, bond.step)!.id).to.equal(bond.step.ticketId);
    expect(ticketBehind(plan, first('trace').step)).to.equal(null);
  });

  it('made once more brings its steps back, and nothing of another piece', () => {
    const all = stepsOn(EMPTY_BOARD).reduce<Board>((b, bs) => stepFinished(b, bs, false, 1, at(1)), EMPTY_BOARD);
    expect(currentOf(stepsOn(all))).to.equal(null);
    const bond = first('bond');
    const wrong = foundWrong(all, plan, bond.step, 'backwards', at(2));
    const again = mendFinished(wrong, wrong.mends[0]!.id, stepsOn(wrong), at(3));
    expect(again.mends[0]!.done).to.equal(true);
    const back = stepsOn(again).filter((s) => !s.done);
    expect(back.length).to.be.above(2);
    const mine = new Set(bond.step.pieceIds);
    for (const s of back)
      expect(
        s.left.every((id) => mine.has(id)),
        s.step.id,
      ).to.equal(true);
    // What was done to them before cannot be taken back one by one any more.
    for (let b = again; canGoBack(b); ) {
      const next = goneBack(b, null) as Board;
      const gone = b.done.filter((d) => !next.done.some((n) => n.fact === d.fact)).map((d) => d.fact);
      expect(gone.some((f) => [...mine].some((id) => f.includes(` ${id} `)))).to.equal(false);
      b = next;
    }
    expect(mendFinished(all, 'no such mend', [], at(4))).to.equal(all);
  });
});

describe('board: mends have the seconds of this very stack', () => {
  const ticket = plan.press.find((t) => t.stage === 'bond' && !t.stop)!;
  const again = (code: MendCode, seconds: number, minS: number, maxS: number): number | null =>
    mendParts(code, { ...ticket, dwell: { seconds, minS, maxS } }).find((p) => p.doing === 'press-again')!.dwellS;

  it('by hand: a lifted edge a fifth longer, what stayed on its liner as long again, in whole seconds', () => {
    expect(again('edge-lifts', 10, 4, 30)).to.equal(12);
    expect(again('edge-lifts', 10.3, 4, 30)).to.equal(13);
    expect(again('adhesive-left-on-liner', 10, 4, 30)).to.equal(10);
    expect(again('slid', 10, 4, 30)).to.equal(10);
  });
  it('never shorter than what bonds, never longer than what harms', () => {
    expect(again('adhesive-left-on-liner', 5, 8, 30)).to.equal(8);
    expect(again('edge-lifts', 10, 4, 11)).to.equal(11);
  });
  it('of a press that does not work no seconds are told', () => {
    const [part] = mendParts('edge-lifts', { ...ticket, stop: { code: 'no-window' } as never });
    expect(part).to.include({ doing: 'press-again', dwellS: null, heatC: null });
  });
});

describe('board: what of it is done', () => {
  it('as a share of its steps, and copies of a piece that stands alone one by one', () => {
    const steps = stepsOn(EMPTY_BOARD);
    expect(shareDone(steps)).to.equal(0);
    expect(shareDone([])).to.equal(0);
    const half = steps.slice(0, 2).map((s, i) => ({ ...s, done: i === 0 }));
    expect(shareDone(half)).to.equal(0.5);
    const many = { ...project, pieces: project.pieces.map((p) => ({ ...p, count: 3 })) };
    const made = boardSteps(many, planProject({ ...many, id: 'three of each' }).making);
    const copiesOf = (kind: StepKind): Set<number> =>
      new Set(made.filter((s) => s.step.kind === kind && s.step.pieceIds.length === 1).map((s) => s.copies));
    expect([...copiesOf('cut')]).to.deep.equal([3]);
    // A press goes by its loads, what cools by itself is one thing, and so is what is done to several at once.
    expect([...copiesOf('bond')]).to.deep.equal([1]);
    expect(made.filter((s) => s.step.pieceIds.length > 1).every((s) => s.copies === 1)).to.equal(true);
  });
});

describe('board: back', () => {
  it('an open mend first, then the press that is under way, then the last step', () => {
    const bond = first('bond');
    const wrong = foundWrong(EMPTY_BOARD, plan, bond.step, 'edge-lifts', at(1));
    expect((goneBack(wrong, bond) as Board).mends.every((m) => m.done)).to.equal(true);
    const down = ironStands(EMPTY_BOARD, bond.facts[0]!, 0, 500, 400);
    expect(down.hotSinceMs).to.equal(400);
    expect(goneBack(down, bond)).to.equal('press');
    expect(goneBack(ironStands(EMPTY_BOARD, 'another', 3, 500, 400), bond)).to.not.equal('press');
    const cut = stepFinished(EMPTY_BOARD, first('cut'), false, 1, at(1));
    const back = goneBack(cut, null) as Board;
    expect([back.done, canGoBack(back), canGoBack(cut)]).to.deep.equal([[], false, true]);
  });

  it('what feels cool is timed no longer; the others go on', () => {
    const timer = (id: string) => ({ id, kind: 'cool' as const, pieceIds: [id], startedMs: 0, seconds: 60 });
    const board = { ...EMPTY_BOARD, timers: [timer('a'), timer('b')] };
    expect(waitFor(feltCool(board, ['a', 'c']).timers, ['a'], 0)).to.equal(0);
    expect(waitFor(feltCool(board, ['a', 'c']).timers, ['b'], 0)).to.equal(60);
  });
});

describe('the Drawer follows what was booked as cut', () => {
  it('where both said the same before it says the same after; where it knew better it takes what is there, and what was missing is told', () => {
    const drawer = structuredClone(demoDrawer());
    const before = { fabrics: structuredClone(drawer.fabrics), webs: structuredClone(drawer.webs), threads: [] };
    const after = structuredClone(before);
    after.fabrics[0]!.stock = [];
    after.webs[0]!.stockMm = 1;
    const used = before.webs[1]!.stockMm - 2;
    after.webs[1]!.stockMm = 2;
    after.webs[2]!.stockMm = 0;
    // Another project was cut of these since.
    drawer.webs[1]!.stockMm = used + 345;
    drawer.webs[2]!.stockMm = before.webs[2]!.stockMm - 40;
    const changes = bookedChanges(drawer, before, after);
    expect([...changes.fabrics.keys()]).to.deep.equal([drawer.fabrics[0]!.id]);
    expect(changes.fabrics.get(drawer.fabrics[0]!.id)).to.deep.equal({ ...drawer.fabrics[0]!, stock: [] });
    expect([...changes.webs].map(([, w]) => w.stockMm)).to.deep.equal([1, 345, 0]);
    expect(changes.missing).to.deep.equal([{ kind: 'webs', name: drawer.webs[2]!.name, lengthMm: 40, pieces: 0 }]);
    expect(changes.threads.size).to.equal(0);
  });

  it('flat pieces by their size: two taken of three leave one; what is left of them comes in; pieces that are gone are told', () => {
    const flat = (widthMm: number, count: number) => ({ widthMm, heightMm: 100, count, outline: null });
    const cloth = (stock: ReturnType<typeof flat>[]) => ({ ...structuredClone(demoDrawer().fabrics[0]!), stock });
    const held = (stock: ReturnType<typeof flat>[]) => ({ fabrics: [cloth(stock)], webs: [], threads: [] });
    const booked = (here: ReturnType<typeof flat>[]) =>
      bookedChanges(held(here), held([flat(500, 3)]), held([flat(500, 1), flat(200, 1)]));
    expect([...booked([flat(500, 3)]).fabrics.values()][0]!.stock).to.deep.equal([flat(500, 1), flat(200, 1)]);
    const short = booked([flat(500, 1), flat(900, 1)]);
    expect([...short.fabrics.values()][0]!.stock).to.deep.equal([flat(900, 1), flat(200, 1)]);
    expect(short.missing[0]).to.include({ pieces: 1, lengthMm: 0 });
    // Put back it is as it was, of what was there.
    const back = bookedChanges(
      held([flat(500, 1), flat(200, 1)]),
      held([flat(500, 1), flat(200, 1)]),
      held([flat(500, 3)]),
    );
    expect([...back.fabrics.values()][0]!.stock).to.deep.equal([flat(500, 3)]);
    expect(back.missing).to.deep.equal([]);
  });

  it('only when it was booked or taken back, of the same project', () => {
    const taken = (when: number | null): Project => ({
      ...project,
      gathering: { ...project.gathering, taken: when === null ? null : ({ at: when } as never) },
    });
    expect(bookingChanged(taken(null), taken(1))).to.equal(true);
    expect(bookingChanged(taken(1), taken(null))).to.equal(true);
    expect(bookingChanged(taken(1), taken(1))).to.equal(false);
    expect(bookingChanged(taken(1), { ...taken(2), id: 'another' })).to.equal(false);
  });
});
