import { expect } from 'chai';
import fc from 'fast-check';
import {
  boardSteps,
  currentOf,
  handsAtPace,
  ironIsIdle,
  leftS,
  madeAgain,
  mendParts,
  mergedBoards,
  paceOf,
  stepBack,
  stepDone,
  timersAt,
  waitFor,
} from '~/core/hands/board';
import { type Board, EMPTY_BOARD, MEND_CODES, type Project, parseProject, type Step } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { boardBooklet, imposed, inLines } from '~/core/print/sheet';
import { DEMO, harbourLight } from '~/demo';
import { DEMO_IDS } from '~/demo/ids';
import { gateWords, mendingWords, stepWords, warmWords, wrongWords } from '~/words';
import { sweep } from '../cases';

let moment = 0;
const at = () => ({ nowMs: ++moment, newId: () => `act-${moment}` });
const withBoard = (p: Project, board: Board): Project => ({ ...p, board });
/** Steps done from the front, so many of them. */
function played(p: Project, count: number): Board {
  const { making } = planProject(p);
  let board = p.board;
  for (let i = 0; i < count; i++) {
    const now = currentOf(boardSteps(withBoard(p, board), making));
    if (!now) break;
    board = stepDone(board, now, false, at());
  }
  return board;
}

describe('board: done work', () => {
  const p = harbourLight();
  const plan = planProject(p);

  it('goes from the first step to the last, each once, and back to the beginning', () => {
    let board = EMPTY_BOARD;
    const seen: string[] = [];
    for (;;) {
      const now = currentOf(boardSteps(withBoard(p, board), plan.making));
      if (!now) break;
      seen.push(now.step.id);
      board = stepDone(board, now, false, at());
    }
    expect(seen).to.deep.equal(plan.making.steps.map((s) => s.id));
    for (const _ of plan.making.steps) board = stepBack(board);
    expect(board.done).to.deep.equal([]);
    expect(stepBack(board)).to.equal(board);
  });

  it('stays done when the rest is planned anew: another web for one piece brings back only what that changes', () => {
    const board = played(p, plan.making.steps.length);
    const first = plan.choices.find((c) => c.webId === 'light-film')!.pieceId;
    const other = {
      ...withBoard(p, board),
      pieces: p.pieces.map((x) => (x.id === first ? { ...x, webId: 'firm-film' } : x)),
    };
    const steps = boardSteps(other, planProject(other).making);
    expect(steps.filter((s) => !s.done).length).to.be.below(steps.length / 10);
  });

  it('a piece more is all that is left to do', () => {
    const board = played(p, plan.making.steps.length);
    const more = {
      ...withBoard(p, board),
      pieces: [
        ...p.pieces,
        { ...p.pieces.find((x) => x.id === 'crab')!, id: 'second', at: { xMm: 40, yMm: 40, rotateDeg: 0 }, unit: null },
      ],
      order: [...p.order, 'second'],
    };
    const left = boardSteps(more, planProject(more).making).filter((s) => !s.done);
    expect(left.length).to.be.above(3);
    expect(new Set(left.flatMap((s) => s.left))).to.deep.equal(new Set(['second']));
  });

  it('a template, a patch of web and what is ruled on it are one thing, however many shapes they make; what is made of each is counted', () => {
    const tags = DEMO['felt-tags']();
    const steps = boardSteps(tags, planProject(tags).making);
    const copiesOf = (code: string): Set<number> =>
      new Set(steps.filter((s) => s.step.does.code === code).map((s) => s.copies));
    for (const once of ['cut-templates', 'cut-patch', 'rule-on-patch'])
      expect([...copiesOf(once)], once).to.deep.equal([1]);
    expect([...copiesOf('cut-blocks'), ...copiesOf('cut-on-line')]).to.include(6);
  });

  sweep('copies are ticked one by one', () => {
    const tags = DEMO['felt-tags']();
    const { making } = planProject(tags);
    const upTo = making.steps.findIndex((s) => s.kind === 'cut');
    let board = played(tags, upTo);
    const now = currentOf(boardSteps(withBoard(tags, board), making))!;
    expect(now.copies).to.equal(6);
    board = stepDone(stepDone(board, now, true, at()), now, true, at());
    const after = currentOf(boardSteps(withBoard(tags, board), making))!;
    expect(after.step.id).to.equal(now.step.id);
    expect(after.doneCopies).to.equal(2);
    board = stepBack(board);
    expect(currentOf(boardSteps(withBoard(tags, board), making))!.doneCopies).to.equal(1);
    board = stepDone(board, currentOf(boardSteps(withBoard(tags, board), making))!, false, at());
    expect(currentOf(boardSteps(withBoard(tags, board), making))!.step.id).to.not.equal(now.step.id);
  });

  it('a piece that is made once more brings back its own steps, and no others', () => {
    const board = madeAgain(played(p, plan.making.steps.length), ['crab'], boardSteps(p, plan.making), at());
    const left = boardSteps(withBoard(p, board), plan.making).filter((s) => !s.done);
    expect(left.map((s) => s.step.kind)).to.include.members(['trace', 'fuse', 'cut', 'peel', 'bond']);
    for (const s of left) expect(s.left).to.deep.equal(['crab']);
  });

  it('of two devices counts together, whichever comes first, nothing lost and nothing twice (100 cases)', () => {
    const steps = boardSteps(p, plan.making);
    fc.assert(
      fc.property(
        fc.array(fc.nat(steps.length - 1), { maxLength: 30 }),
        fc.array(fc.nat(steps.length - 1), { maxLength: 30 }),
        (a, b) => {
          const of = (list: number[]): Board =>
            list.reduce(
              (board, i) => stepDone(board, boardSteps(withBoard(p, board), plan.making)[i]!, false, at()),
              EMPTY_BOARD,
            );
          const [x, y] = [of(a), of(b)];
          const counts = (board: Board) => new Map(board.done.map((d) => [d.fact, d.copies]));
          const both = counts(mergedBoards(x, y));
          expect(counts(mergedBoards(y, x))).to.deep.equal(both);
          expect(counts(mergedBoards(x, x))).to.deep.equal(counts(x));
          for (const [fact, n] of [...counts(x), ...counts(y)]) expect(both.get(fact)).to.be.at.least(n);
          expect(both.size).to.equal(new Set([...counts(x).keys(), ...counts(y).keys()]).size);
        },
      ),
      { numRuns: 100 },
    );
  });

  it('travels in the file', () => {
    const board = played(p, 12);
    const read = parseProject(JSON.parse(JSON.stringify(withBoard(p, board))));
    if (!read.ok) throw new Error(read.problems[0]?.message);
    expect(read.project.board).to.deep.equal(board);
  });
});

describe('board: no dead end', () => {
  sweep('every branch of every demo leads to a mend that ends, and the evening to its end', () => {
    for (const id of DEMO_IDS) {
      const p = DEMO[id]();
      const plan = planProject(p);
      const kinds = new Set<string>();
      for (const step of plan.making.steps) {
        const ticket = plan.press.find((t) => t.id === step.ticketId) ?? null;
        for (const code of step.wrong) {
          kinds.add(`${step.kind} ${code}`);
          const parts = mendParts(code, ticket);
          expect(parts.length, code).to.be.above(0);
          for (const part of parts) {
            expect(mendingWords(part, p.units)).to.match(/^[A-Z].*\.$/s);
            if (part.dwellS === null || !ticket) continue;
            // Pressed again it is never longer than what harms, nor hotter than it was.
            expect(part.dwellS).to.be.at.most(ticket.dwell.maxS + 0.25);
            expect(part.heatC).to.equal(ticket.heat.soleplateC);
          }
        }
        for (const gate of step.gates) expect(gateWords(gate)).to.match(/^[A-Z].*[?.]$/s);
      }
      expect(kinds.size).to.be.above(5);
      // Made once more wherever it was, everything is done in the end.
      let board = played(p, plan.making.steps.length);
      board = madeAgain(
        board,
        p.pieces.slice(0, 2).map((x) => x.id),
        boardSteps(withBoard(p, board), plan.making),
        at(),
      );
      board = played(withBoard(p, board), plan.making.steps.length * 2);
      expect(currentOf(boardSteps(withBoard(p, board), plan.making)), id).to.equal(null);
    }
    for (const code of MEND_CODES) expect(wrongWords(code)).to.match(/^[A-Z]/);
  });
});

describe('board: timers', () => {
  it('are right by the clock alone: after an hour, asleep or reloaded, to a hundredth', () => {
    const t = { id: 't', kind: 'dry' as const, pieceIds: ['a'], startedMs: 1_000_000, seconds: 3700 };
    expect(leftS(t, 1_000_000 + 3_600_000)).to.be.closeTo(100, 0.01);
    expect(leftS(t, 1_000_000 + 9_999_999)).to.equal(0);
    expect(leftS({ ...t }, 1_000_000 + 1234)).to.be.closeTo(3698.766, 1e-9);
  });

  it('a clock that was set back starts them anew, and says so; a little either way is nothing', () => {
    const t = { id: 't', kind: 'cool' as const, pieceIds: [], startedMs: 5_000_000, seconds: 60 };
    expect(timersAt([t], 4_999_000)).to.deep.equal({ timers: [t], setBack: false });
    const back = timersAt([t], 1_000_000);
    expect(back.setBack).to.equal(true);
    expect(leftS(back.timers[0]!, 1_000_000)).to.equal(60);
  });

  it('a piece is waited for until the last timer on it is out, not for others, nor for the iron', () => {
    const t = (id: string, kind: 'cool' | 'warm-up', seconds: number, pieceIds: string[]) => ({
      id,
      kind,
      pieceIds,
      startedMs: 0,
      seconds,
    });
    const timers = [t('1', 'cool', 30, ['a', 'b']), t('2', 'cool', 50, ['b']), t('3', 'warm-up', 500, ['b'])];
    expect(waitFor(timers, ['a'], 10_000)).to.equal(20);
    expect(waitFor(timers, ['b'], 10_000)).to.equal(40);
    expect(waitFor(timers, ['c'], 10_000)).to.equal(0);
    expect(waitFor(timers, ['a', 'b'], 60_000)).to.equal(0);
  });

  it('an iron is told of after ten minutes, not before, and not when it is cold', () => {
    expect(ironIsIdle(0, 599_999)).to.equal(false);
    expect(ironIsIdle(0, 600_000)).to.equal(true);
    expect(ironIsIdle(null, 9e9)).to.equal(false);
  });
});

describe('board: what was learned', () => {
  const times = (kind: string, ...ratios: number[]) =>
    ratios.map((r) => ({ id: '', kind, plannedS: 20, tookS: 20 * r }));
  it('one’s own pace is the median of one’s own times, breaks left out, and none of fewer than three', () => {
    const pace = paceOf([
      ...times('cut', 1.5, 2, 40, 1.8),
      ...times('lay', 3, 3),
      { id: '', kind: 'peel', plannedS: 0, tookS: 9 },
    ]);
    expect([...pace]).to.deep.equal([['cut', 1.8]]);
    expect([...paceOf(times('lay', 1, 2, 3, 4))]).to.deep.equal([['lay', 2.5]]);
  });
  it('what is left is counted at that pace', () => {
    const { making } = planProject(DEMO['comet-pennants']());
    const cut = making.steps.filter((s) => s.kind === 'cut').reduce((n, s) => n + s.handsS, 0);
    expect(handsAtPace(making.steps, new Map([['cut', 2]]))).to.be.closeTo(making.handsS + cut, 1e-6);
  });
});

describe('board: on paper', () => {
  it('half pages lie so that they come in order once the pile is folded', () => {
    // Eight pages, as anyone can fold them: 8 and 1 outside, 2 and 7 behind them, then 6 and 3, 4 and 5.
    expect(imposed(8)).to.deep.equal([
      { left: 8, right: 1 },
      { left: 2, right: 7 },
      { left: 6, right: 3 },
      { left: 4, right: 5 },
    ]);
    expect(
      imposed(5)
        .flatMap((s) => [s.left, s.right])
        .filter((n) => n > 0)
        .sort(),
    ).to.deep.equal([1, 2, 3, 4, 5]);
  });

  it('lines are never longer than asked, and no word is lost', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ minLength: 1, maxLength: 30 }), { maxLength: 20 }),
        fc.integer({ min: 4, max: 40 }),
        (list, letters) => {
          const text = list.join(' ');
          const lines = inLines(text, letters);
          for (const l of lines) expect(l.length).to.be.at.most(letters);
          expect(lines.join('').replace(/\s/g, '')).to.equal(text.replace(/\s/g, ''));
        },
      ),
      { numRuns: 200 },
    );
  });

  it('every step of the demo stands on it, numbered, inside its half page', () => {
    const p = harbourLight();
    const plan = planProject(p);
    const doc = boardBooklet(p, plan, stepWords(p, plan), 'a4');
    expect(doc.pages.length % 2).to.equal(0);
    for (const page of doc.pages) {
      expect([page.widthMm, page.heightMm]).to.deep.equal([297, 210]);
      for (const m of page.marks)
        for (const q of m.type === 'text' ? [{ x: m.x, y: m.y }] : m.points) {
          expect(q.x).to.be.within(0, 297);
          expect(q.y).to.be.within(0, 210);
        }
    }
    const numbers = doc.pages.flatMap((g) =>
      g.marks.flatMap((m) => (m.type === 'text' && m.bold && m.sizeMm === 4.4 ? [Number(m.text)] : [])),
    );
    expect(numbers.sort((a, b) => a - b)).to.deep.equal(plan.making.steps.map((_, i) => i + 1));
  });
});

describe('what is still warm', () => {
  it('is left for a reason that is true of what would be done to it', () => {
    const warm = (kind: Step['kind'], code: string): string => warmWords({ kind, does: { code } as Step['does'] });
    expect(warm('stitch', 'darn-hole')).to.equal('Warm glue gums up the needle.');
    expect(warm('trim', 'trim-on-line')).to.match(/blade/);
    expect(warm('peel', 'peel-halves')).to.match(/what you peel/);
    expect(warm('cut', 'cut-on-line')).to.match(/with the paper/);
    // What is bonded has no paper left.
    expect(warm('cut', 'cut-through')).to.match(/blade/);
  });
});
