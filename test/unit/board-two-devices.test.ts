// Two devices at one evening: what hands did on both is there in the end, each act once; and what a board keeps stays within what a project may hold.
import { expect } from 'chai';
import fc from 'fast-check';
import {
  anewTurned,
  begunAnew,
  boardAfterEdit,
  boardSteps,
  cutAgain,
  cutOtherwise,
  foundWrong,
  heldAsShould,
  intoDiary,
  keptBoard,
  leftAsCut,
  madeAgain,
  mendFinished,
  mergedBoards,
  stepBack,
  stepFinished,
} from '~/core/hands/board';
import { BOARD_MOST, type Board, EMPTY_BOARD, faultOfEdit, type Project, parseProject } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { DEMO } from '~/demo';

const project: Project = { ...DEMO['felt-tags'](), id: 'two' };
const plan = planProject(project);
const stepsOn = (board: Board) => boardSteps({ ...project, board }, plan.making);
const counts = (board: Board) => new Map(board.done.map((d) => [d.fact, d.copies]));
let clock = 0;
let names = 0;
const now = () => ({ nowMs: ++clock, newId: () => `id-${++names}` });
const lists = (b: Board) => ({
  done: [...counts(b)].sort(),
  trail: b.trail.map((a) => `${a.id} ${a.back}`).sort(),
  evidence: b.evidence.map((e) => e.id).sort(),
  mends: b.mends.map((m) => `${m.id} ${m.done}`).sort(),
  diary: b.diary.map((d) => d.id).sort(),
  times: b.times.map((t) => t.id).sort(),
  looked: [...b.looked].sort(),
});

describe('board: two devices', () => {
  it('1,000 evenings of random acts, files going back and forth: both end with the union of what hands did', () => {
    const act = fc.record({
      who: fc.nat(1),
      what: fc.nat(9),
      step: fc.nat(stepsOn(EMPTY_BOARD).length - 1),
      piece: fc.nat(project.pieces.length - 1),
    });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 24 }), (acts) => {
        const boards: [Board, Board] = [EMPTY_BOARD, EMPTY_BOARD];
        // Kept apart from the boards: every act with its moment, and whether it was taken back.
        const log: {
          atMs: number;
          id: string;
          facts: string[];
          copies: number;
          wanted: number[] | null;
          all: boolean;
          back: boolean;
        }[] = [];
        const ids = { evidence: new Set<string>(), diary: new Set<string>() };
        for (const { who, what, step, piece } of acts) {
          const mine = boards[who as 0 | 1];
          const bs = stepsOn(mine)[step]!;
          const at = now();
          let next = mine;
          if (what < 4) next = stepFinished(mine, bs, false, 5, at);
          else if (what === 4) next = stepFinished(mine, bs, true, 5, at);
          else if (what === 5) next = stepBack(mine);
          else if (what === 6) next = madeAgain(mine, [project.pieces[piece]!.id], stepsOn(mine), at);
          else if (what === 7) next = foundWrong(mine, plan, bs.step, bs.step.ifNot[0] ?? 'bubbles', at);
          else if (what === 8) next = mergedBoards(mine, boards[1 - who]!);
          else next = step % 7 === 0 ? begunAnew(mine, at) : heldAsShould(mine, bs.step);
          const known = new Map(mine.trail.map((a) => [a.id, a]));
          for (const a of next.trail) {
            const had = known.get(a.id);
            const logged = log.find((l) => l.id === a.id);
            if (!had && !logged)
              log.push({
                atMs: a.atMs,
                id: a.id,
                facts: a.facts,
                copies: a.copies,
                wanted: a.act === 'again' ? a.wanted : null,
                all: a.act === 'anew',
                back: a.back,
              });
            else if (logged && a.back) logged.back = true;
          }
          for (const e of next.evidence) ids.evidence.add(e.id);
          boards[who as 0 | 1] = next;
        }
        const [a, b] = [mergedBoards(boards[0], boards[1]), mergedBoards(boards[1], boards[0])];
        expect(lists(a)).to.deep.equal(lists(b));
        expect(lists(mergedBoards(a, b))).to.deep.equal(lists(a));
        expect(new Set(a.evidence.map((e) => e.id))).to.deep.equal(ids.evidence);
        expect(new Set(a.trail.map((t) => t.id))).to.deep.equal(new Set(log.map((l) => l.id)));
        const union = new Map<string, number>();
        for (const l of log.filter((x) => !x.back).sort((x, y) => x.atMs - y.atMs || (x.id < y.id ? -1 : 1))) {
          if (l.all) union.clear();
          l.facts.forEach((f, i) => {
            const had = union.get(f) ?? 0;
            union.set(f, l.wanted ? Math.max(0, Math.min(had, l.wanted[i]!) - l.copies) : had + l.copies);
          });
        }
        expect([...counts(a)].sort()).to.deep.equal([...union].filter(([, n]) => n > 0).sort());
      }),
      { numRuns: 1000 },
    );
  });

  it('copies done on both add up; made once more wins over what was done before it, and not over what was done after', () => {
    const bs = stepsOn(EMPTY_BOARD).find((s) => s.copies === 6)!;
    const [fact] = bs.facts;
    const piece = bs.step.pieceIds[0]!;
    const once = (board: Board) => stepFinished(board, { ...bs, doneCopies: 0 }, true, 5, now());
    const here = once(once(EMPTY_BOARD));
    const there = once(once(once(EMPTY_BOARD)));
    expect(counts(mergedBoards(here, there)).get(fact!)).to.equal(5);
    // One of one, done on both; then spoiled here.
    const single = stepsOn(EMPTY_BOARD).find((s) => s.copies === 1 && s.step.pieceIds.includes(piece))!;
    const mine = single.facts[single.step.pieceIds.indexOf(piece)]!;
    const did = () => stepFinished(EMPTY_BOARD, single, false, 5, now());
    const [x, before] = [did(), did()];
    const again = madeAgain(x, [piece], stepsOn(x), now());
    const after = did();
    expect(counts(again).has(mine)).to.equal(false);
    expect(counts(mergedBoards(again, before)).has(mine)).to.equal(false);
    expect(counts(mergedBoards(again, after)).get(mine)).to.equal(1);
  });

  it('two presses in one trail are two, also where they look alike; one and the same act is one', () => {
    const bs = stepsOn(EMPTY_BOARD).find((s) => s.copies === 6)!;
    const [a, b] = [0, 1].map(() => stepFinished(EMPTY_BOARD, bs, true, 5, { nowMs: 9, newId: () => `p-${++names}` }));
    expect(mergedBoards(a!, b!).trail).to.have.length(2);
    expect(mergedBoards(a!, a!).trail).to.have.length(1);
  });

  it('a file of an older version, without ids, is brought together by the more of every fact', () => {
    const old = (copies: number): Board => ({
      ...EMPTY_BOARD,
      doneBefore: null,
      done: [{ fact: 'cut-on-line tag 1', copies }],
      trail: [{ id: '', atMs: 0, act: 'done', facts: ['cut-on-line tag 1'], copies, wanted: [], back: false }],
    });
    const both = mergedBoards(old(2), old(3));
    expect([both.done[0]!.copies, both.trail.length]).to.deep.equal([3, 1]);
    expect(stepBack(both).done).to.deep.equal([]);
    // What is done on top of it counts on top.
    const bs = stepsOn(EMPTY_BOARD)[0]!;
    const more = stepFinished(old(2), bs, false, 5, now());
    expect(counts(more).get('cut-on-line tag 1')).to.equal(2);
    expect(counts(mergedBoards(more, old(2))).get('cut-on-line tag 1')).to.equal(2);
  });

  it('begun all over and taken back: all counts again, with what was done since', () => {
    const [one, two] = stepsOn(EMPTY_BOARD);
    const had = stepFinished(EMPTY_BOARD, one!, false, 5, now());
    const anew = begunAnew(had, now());
    expect(anew.done).to.deep.equal([]);
    expect(stepBack(anew)).to.equal(anew);
    const since = stepFinished(anew, two!, false, 5, now());
    const back = anewTurned(since, anew.trail.at(-1)!.id, true);
    expect(new Set(back.done.map((d) => d.fact))).to.deep.equal(new Set([...one!.facts, ...two!.facts]));
    expect(new Set(anewTurned(back, anew.trail.at(-1)!.id, false).done.map((d) => d.fact))).to.deep.equal(
      new Set(two!.facts),
    );
  });

  it('a mend done on one of them is done; a clock set back does not put later work before earlier', () => {
    const peel = stepsOn(EMPTY_BOARD).find((s) => s.step.ifNot.length > 0)!;
    const wrong = foundWrong(EMPTY_BOARD, plan, peel.step, peel.step.ifNot[0]!, now());
    const done = wrong.mends.reduce((b, m) => mendFinished(b, m.id, stepsOn(b), now()), wrong);
    expect(mergedBoards(wrong, done).mends.every((m) => m.done)).to.equal(true);
    expect(mergedBoards(done, wrong).mends.every((m) => m.done)).to.equal(true);
    const bs = stepsOn(EMPTY_BOARD)[0]!;
    const first = stepFinished(EMPTY_BOARD, bs, false, 5, { nowMs: 5_000_000, newId: () => 'a' });
    const again = begunAnew(first, { nowMs: 1_400_000, newId: () => 'b' });
    const redone = stepFinished(again, bs, false, 5, { nowMs: 1_400_001, newId: () => 'c' });
    expect(redone.trail.map((t) => t.id)).to.deep.equal(['a', 'b', 'c']);
    expect(mergedBoards(redone, first).done).to.deep.equal(redone.done);
    expect(redone.done.length).to.equal(bs.facts.length);
  });
});

describe('board: what it writes may always be kept', () => {
  const sound = (board: Board) => {
    const after = { ...project, board };
    return faultOfEdit(project, after) === null && parseProject(JSON.parse(JSON.stringify(after))).ok;
  };

  it('times less than nothing, from clocks that jumped, become nothing', () => {
    const wild: Board = {
      ...EMPTY_BOARD,
      timers: [{ id: 't', kind: 'cool', pieceIds: [], startedMs: -5, seconds: Number.NaN }],
      times: [{ id: 'x', kind: 'cut', plannedS: 20, tookS: -10_799 }],
      diary: [{ id: 'd', atMs: -1, tookS: -3, plannedS: 2e9, note: 'x'.repeat(5000), pictureId: null }],
      at: { fact: 'f', setDowns: 0, downMs: -7, unsure: false },
      hotSinceMs: -1,
    };
    expect(sound(wild)).to.equal(false);
    const { board, letGo } = keptBoard(wild);
    expect(sound(board)).to.equal(true);
    expect(board.times[0]!.tookS).to.equal(0);
    expect(board.diary[0]).to.include({ atMs: 0, tookS: 0, plannedS: 1_000_000 });
    expect(letGo).to.deep.equal([]);
    expect(keptBoard(EMPTY_BOARD).board).to.equal(EMPTY_BOARD);
  });

  it('the oldest of a list that is full gives way, and is told of: the 501st entry of the diary as the 2,001st note', () => {
    const entry = (i: number) => ({ id: `d${i}`, atMs: i, tookS: 1, plannedS: 1, note: '', pictureId: null });
    let board = EMPTY_BOARD;
    for (let i = 0; i < BOARD_MOST.diary + 6; i++) board = intoDiary(board, entry(i));
    const kept = keptBoard(board);
    expect(kept.letGo).to.deep.equal([{ what: 'diary', count: 6 }]);
    expect(kept.board.diary.map((d) => d.id)).to.deep.equal(board.diary.slice(6).map((d) => d.id));
    expect(sound(kept.board)).to.equal(true);
  });

  it('what two devices bring together is within it, too: open mends stay before those that are done', () => {
    const mend = (id: string, done: boolean) => ({
      id,
      code: 'bubbles' as const,
      doing: 'let-cool' as const,
      pieceIds: [],
      heatC: null,
      dwellS: null,
      coolS: null,
      done,
    });
    const half = (p: string): Board => ({
      ...EMPTY_BOARD,
      mends: Array.from({ length: 400 }, (_, i) => mend(`${p}${i}`, i > 3)),
      looked: Array.from({ length: 400 }, (_, i) => `${p}${i}`),
    });
    const { board } = keptBoard(mergedBoards(half('a'), half('b')));
    expect(board.mends).to.have.length(BOARD_MOST.mends);
    expect(board.mends.filter((m) => !m.done)).to.have.length(8);
    expect(sound(board)).to.equal(true);
  });

  it('acts beyond the most that are kept are folded into what was done before: nothing that is done is lost', () => {
    const steps = stepsOn(EMPTY_BOARD).filter((s) => s.copies === 1);
    let board: Board = {
      ...EMPTY_BOARD,
      trail: Array.from({ length: BOARD_MOST.trail - 501 }, (_, i) => ({
        id: `old${i}`,
        atMs: i + 1,
        act: 'done' as const,
        facts: [`cut-on-line p${i} 1`],
        copies: 1,
        wanted: [],
        back: false,
      })),
    };
    for (const s of steps.slice(0, 4))
      board = stepFinished(board, s, false, 5, { nowMs: 1e6, newId: () => `n-${++names}` });
    expect(board.trail.length).to.equal(BOARD_MOST.trail - 500);
    expect(board.doneBefore).to.have.length(3);
    expect(board.done.length).to.equal(BOARD_MOST.trail - 501 + steps.slice(0, 4).flatMap((s) => s.facts).length);
    expect(mergedBoards(board, board).done.length).to.equal(board.done.length);
    expect(sound(board)).to.equal(true);
  }).timeout(20_000);
});

describe('board: a pattern changed after it was cut', () => {
  const tag = project.pieces[0]!;
  const cut = stepsOn(EMPTY_BOARD).find((s) => s.step.kind === 'cut' && s.step.pieceIds.includes(tag.id))!;
  const done: Project = { ...project, board: stepFinished(EMPTY_BOARD, cut, false, 5, now()) };
  const edited = (p: Project, outline: string): Project => {
    const after = { ...p, pieces: p.pieces.map((x) => (x.id === tag.id ? { ...x, outline } : x)) };
    return { ...after, board: boardAfterEdit(p, after) };
  };
  const square = 'M0 0H40V40H0Z';

  it('is remembered as it was cut, asked about once, and forgotten when it is as before', () => {
    expect(cutOtherwise(done)).to.deep.equal([]);
    expect(edited(project, square).board).to.equal(project.board);
    const changed = edited(done, square);
    expect(cutOtherwise(changed).map((c) => [c.piece.id, c.was.outline])).to.deep.equal([[tag.id, tag.outline]]);
    // Changed once more it is still told as it was cut.
    const twice = edited(changed, 'M0 0H50V40H0Z');
    expect(cutOtherwise(twice)[0]!.was.outline).to.equal(tag.outline);
    expect(cutOtherwise(edited(twice, tag.outline))).to.deep.equal([]);
    const left = { ...changed, board: leftAsCut(changed.board, changed.pieces[0]!) };
    expect(cutOtherwise(left)).to.deep.equal([]);
    expect(cutOtherwise(edited(left, 'M0 0H50V40H0Z'))).to.have.length(1);
    expect(parseProject(JSON.parse(JSON.stringify(left))).ok).to.equal(true);
  });

  it('cut again brings every copy of its steps back, of another piece none', () => {
    const other = project.pieces.find((p) => p.id !== tag.id && p.part === null) ?? project.pieces.at(-1)!;
    let all = EMPTY_BOARD;
    for (const s of stepsOn(EMPTY_BOARD))
      all = stepFinished(all, stepsOn(all).find((x) => x.step === s.step)!, false, 5, now());
    const changed = edited({ ...project, board: all }, square);
    const again = cutAgain(changed.board, tag.id, stepsOn(all), now());
    expect(again.cutAs).to.deep.equal([]);
    expect(again.done.some((d) => d.fact.includes(` ${tag.id} `))).to.equal(false);
    expect(again.done.filter((d) => d.fact.includes(` ${other.id} `)).length).to.equal(
      all.done.filter((d) => d.fact.includes(` ${other.id} `)).length,
    );
    // Another cloth is another cutting, too.
    const cloth = { ...done, pieces: done.pieces.map((p) => (p.id === tag.id ? { ...p, fabricId: 'another' } : p)) };
    expect(cutOtherwise({ ...cloth, board: boardAfterEdit(done, cloth) })).to.have.length(1);
  });
});
