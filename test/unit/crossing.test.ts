// A document on its way between threads: all of it at first, then what changed.
import { expect } from 'chai';
import { type Crossing, Telling, Told } from '~/workers/crossing';

interface Doc {
  readonly id: string;
  readonly list: readonly { readonly id: string; readonly n: number }[];
}
const doc = (id: string, ...ns: number[]): Doc => ({ id, list: ns.map((n, i) => ({ id: `i${i}`, n })) });
/** As it comes out on the other side of a message. */
const sent = <T>(crossing: Crossing<T>): Crossing<T> => structuredClone(crossing);

describe('documents between threads', () => {
  it('all of it once, then what changed, and the same comes out; what did not change is the same object', () => {
    const telling = new Telling<Doc>((d) => d.id);
    const told = new Told<Doc>();
    const first = telling.tell(doc('a', 1, 2, 3));
    expect(first).to.have.property('whole');
    const before = told.take(sent(first));
    const second = telling.tell(doc('a', 1, 5, 3));
    expect(second).to.deep.equal({ changes: [{ path: ['list', 1, 'n'], to: 5 }] });
    const after = told.take(sent(second));
    expect(after).to.deep.equal(doc('a', 1, 5, 3));
    expect(after.list[0]).to.equal(before.list[0]);
    expect(after.list[1]).to.not.equal(before.list[1]);
    // Nothing new: nothing crosses, and it is the very state.
    expect(told.take(sent(telling.tell(doc('a', 1, 5, 3))))).to.equal(after);
  });

  it('of another document all of it crosses, and back again', () => {
    const telling = new Telling<Doc>((d) => d.id);
    const told = new Told<Doc>();
    for (const d of [doc('a', 1), doc('b', 1), doc('a', 1)]) {
      const crossing = telling.tell(d);
      expect(crossing).to.have.property('whole');
      expect(told.take(sent(crossing))).to.deep.equal(d);
    }
  });

  it('whoever was told nothing yet cannot be told what changed of it', () => {
    expect(() => new Told<Doc>().take({ changes: [] })).to.throw('before what it is a change of');
  });
});
