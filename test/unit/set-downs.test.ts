// The set-downs of a press, one by one: places, passes, sides and loads in the order in which hands go.
import { expect } from 'chai';
import {
  type BoardStep,
  begunAnew,
  gatesAsked,
  heatChange,
  inPassing,
  ironSet,
  ironThere,
  setDownAt,
  setDownsOf,
} from '~/core/hands/board';
import { byPlace, placeOf, placeOfKind } from '~/core/hands/evening';
import { EMPTY_BOARD, type PressTicket, type StepGate } from '~/core/keep/model';
import { placesWords, setDownWords } from '~/words';

const ticket = (more: Partial<PressTicket> = {}): Pick<PressTicket, 'passes' | 'side' | 'dwell'> => ({
  passes: null,
  side: 'face',
  dwell: { seconds: 8, minS: 6, maxS: 20 },
  ...more,
});
const walk = (setDowns: number, loads: number, t: ReturnType<typeof ticket>): string[] => {
  const { count, eachS } = setDownsOf(setDowns, t);
  return Array.from({ length: count }, (_, i) => setDownWords(setDownAt(i, { setDowns, loads }, t), eachS, false));
};

describe('the set-downs of a press', () => {
  it('go place by place', () => {
    expect(walk(3, 1, ticket())).to.deep.equal(['Start: 8 s', 'Place 2 of 3: 8 s', 'Place 3 of 3: 8 s']);
  });
  it('of both sides: all of one, turned over, all of the other; each load by itself, half the seconds a side', () => {
    const both = ticket({ side: 'both' });
    expect(walk(2, 1, both)).to.deep.equal(['Start: 4 s', 'Place 2: 4 s', 'Turn it over: 4 s', 'Place 2: 4 s']);
    expect(walk(2, 2, both)).to.deep.equal(['Start: 4 s', 'Turn it over: 4 s', 'Next load: 4 s', 'Turn it over: 4 s']);
    expect(setDownAt(2, { setDowns: 2, loads: 1 }, both).side).to.equal('back');
  });
  it('of passes: every pass of a place before the next', () => {
    const wool = ticket({ passes: { count: 2, eachS: 5, lookS: 3 } });
    expect(walk(2, 1, wool)).to.deep.equal([
      'Start: 5 s',
      'Same place, pass 2 of 2: 5 s',
      'Place 2: 5 s',
      'Same place, pass 2 of 2: 5 s',
    ]);
  });
  it('of shapes that take loads of several sizes are places, one after another', () => {
    expect(walk(3, 2, ticket())).to.deep.equal(['Start: 8 s', 'Place 2 of 3: 8 s', 'Place 3 of 3: 8 s']);
  });
  it('a plate is closed', () => {
    expect(setDownWords(setDownAt(0, { setDowns: 1, loads: 1 }, ticket()), 8, true)).to.equal('Close it: 8 s');
  });
});

describe('an iron that changes heat', () => {
  const bs = (waitS: number, ticketId: string | null = 'bond-1') =>
    ({ step: { id: 'press-1', ticketId, waitS }, facts: ['bond-piece a 1'] }) as never;
  it('is set, waited for, and there; sooner where hands say so', () => {
    expect(heatChange(EMPTY_BOARD, bs(4), 0)).to.equal(null);
    expect(heatChange(EMPTY_BOARD, bs(60, null), 0)).to.equal(null);
    const to = heatChange(EMPTY_BOARD, bs(60), 0)!;
    expect(to).to.include({ state: 'to-set', seconds: 60 });
    const set = ironSet(EMPTY_BOARD, to.id, 60, 1000);
    expect(heatChange(set, bs(60), 31_000)).to.include({ state: 'warming', leftS: 30 });
    expect(heatChange(set, bs(60), 61_000)).to.include({ state: 'there' });
    expect(heatChange(ironThere(set, to.id), bs(60), 31_000)).to.include({ state: 'there' });
    const again = begunAnew(set, { nowMs: 5, newId: () => 'x' });
    expect(heatChange(again, bs(60), 31_000)).to.include({ state: 'to-set' });
  });
});

describe('what is asked in a batch', () => {
  const step = (done: boolean, ...gates: StepGate[]): BoardStep => ({ done, step: { gates } }) as unknown as BoardStep;
  const cover = (name: string | null): StepGate => ({ code: 'cover-on', cover: 'parchment', name });
  const codes = (steps: BoardStep[]): string[] => gatesAsked(steps, steps.length - 1).map((g) => g.code);
  it('is asked once, and again as soon as it is to lie otherwise', () => {
    const back: StepGate = { code: 'web-on-back' };
    expect(codes([step(false, back)])).to.deep.equal(['web-on-back']);
    expect(codes([step(true, back), step(true), step(false, back)])).to.deep.equal([]);
    expect(codes([step(true, back), step(true, { code: 'web-on-front' }), step(false, back)])).to.deep.equal([
      'web-on-back',
    ]);
    // It was passed over: asked now.
    expect(codes([step(false, back), step(false, back)])).to.deep.equal(['web-on-back']);
    expect(codes([step(true, cover(null)), step(false, cover(null))])).to.deep.equal([]);
    expect(codes([step(true, cover(null)), step(false, cover('Clear sheet'))])).to.deep.equal(['cover-on']);
    expect(gatesAsked([], 0)).to.deep.equal([]);
  });
  it('what may be got wrong with each piece is asked each time', () => {
    const off: StepGate = { code: 'paper-off' };
    expect(codes([step(true, off), step(false, off)])).to.deep.equal(['paper-off']);
  });
});

describe('minutes by where they are spent', () => {
  it('iron, pen and scissors, machine', () => {
    const spent = byPlace(
      [
        { kind: 'fuse', s: 60 },
        { kind: 'trace', s: 120 },
        { kind: 'stitch', s: 600 },
        { kind: 'of an older version', s: 30 },
        // What is laid is laid at the iron: nobody calls that tracing or cutting.
        { kind: 'lay', s: 30 },
      ].map(({ kind, s }) => ({ at: placeOfKind(kind), s })),
    );
    expect(spent).to.deep.equal({ iron: 90, table: 150, needle: 600 });
    expect(placesWords(spent)).to.equal('2 min at the iron, 3 min at the table and 10 min sewing');
    expect(placesWords({ iron: 10, table: 0, needle: 0 })).to.equal('');
    // Cloth is pressed smooth with the iron, and washed without.
    expect(placeOf({ kind: 'ready', on: 'board', care: [] })).to.equal('iron');
    expect(placeOf({ kind: 'ready', on: 'hand', care: [] })).to.equal('table');
  });
  it('a tick in passing is told from work, a short step is not', () => {
    expect(inPassing(100, 5)).to.equal(true);
    expect(inPassing(100, 25)).to.equal(false);
    expect(inPassing(10, 0.5)).to.equal(false);
  });
});
