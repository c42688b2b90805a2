// The set-downs of a press, one by one: places, passes, sides and loads in the order in which hands go.
import { expect } from 'chai';
import { begunAnew, heatChange, ironSet, ironThere, setDownAt, setDownsOf } from '~/core/hands/board';
import { EMPTY_BOARD, type PressTicket } from '~/core/keep/model';
import { setDownWords } from '~/words';

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
