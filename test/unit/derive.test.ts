// The one way in which things are remembered: the same inputs give the same object, other ones never do; and a state comes across as what changed of it.
import { expect } from 'chai';
import fc from 'fast-check';
import { asOne, changesBetween, derive, listed, same, share, withChanges, workedOut } from '~/core/base/derive';
import type { Project } from '~/core/keep/model';
import { asPlanned, planWithPicture } from '~/core/plan';
import { DEMO, harbourLight } from '~/demo';
import { cases } from '../cases';

const anything = fc.letrec((tie) => ({
  any: fc.oneof({ maxDepth: 4 }, fc.constant(null), fc.boolean(), fc.integer(), fc.string(), tie('list'), tie('thing')),
  list: fc.array(tie('any'), { maxLength: 5 }),
  thing: fc.dictionary(fc.constantFrom('id', 'a', 'b', 'at', 'outline'), tie('any'), { maxKeys: 4 }),
})).any;

describe('what is worked out is remembered', () => {
  it('once for the same objects, anew for a copy of them', () => {
    let times = 0;
    const sum = derive((a: { n: number }, b: { n: number }, plus: number) => {
      times += 1;
      return { is: a.n + b.n + plus };
    });
    const [a, b] = [{ n: 1 }, { n: 2 }];
    expect(sum(a, b, 3)).to.equal(sum(a, b, 3));
    expect(times).to.equal(1);
    expect(sum(a, b, 4).is).to.equal(7);
    expect(sum({ ...a }, b, 3).is).to.equal(6);
    expect(times).to.equal(3);
  });

  it('never confuses inputs that stand in other places, or nothing with something', () => {
    const told = derive((...all: readonly unknown[]) => JSON.stringify(all));
    const a = { n: 1 };
    const b = { n: 2 };
    for (const inputs of [
      [a, null],
      [null, a],
      [a, b],
      [b, a],
      [a, undefined],
      [1, '1'],
      ['1', 1],
      [a, 1, b],
      [a, b, 1],
    ])
      expect(told(...inputs)).to.equal(JSON.stringify(inputs));
  });

  it('keeps no more answers to texts than it is told to', () => {
    let times = 0;
    const length = derive((text: string) => {
      times += 1;
      return text.length;
    }, 10);
    for (let i = 0; i < 100; i++) length(`text ${i}`);
    expect(length('text 99')).to.equal(7);
    expect(times).to.equal(100);
    length('text 0');
    expect(times).to.equal(101);
  });

  it('a list is the same for the same elements in the same order', () => {
    const [a, b] = [{ n: 1 }, { n: 2 }];
    expect(listed([a, b, 'x'])).to.equal(listed([a, b, 'x']));
    expect(listed([a, b])).to.not.equal(listed([b, a]));
    expect(listed([a])).to.not.equal(listed([a, a]));
    expect(asOne({ a, n: 1 })).to.equal(asOne({ a, n: 1 }));
    expect(asOne({ a, n: 1 })).to.not.equal(asOne({ a, n: 2 }));
    expect(same({ deep: [1, { x: 2 }] })).to.equal(same({ deep: [1, { x: 2 }] }));
  });
});

describe('states of a document', () => {
  it('what changed, applied, gives the other state; nothing changed is nothing told', () => {
    fc.assert(
      fc.property(anything, anything, (before, after) => {
        const changes = changesBetween(before, after);
        expect(withChanges(before, JSON.parse(JSON.stringify(changes)))).to.deep.equal(after);
        expect(changesBetween(after, structuredClone(after))).to.deep.equal([]);
      }),
      { numRuns: cases(2000, 300) },
    );
  });

  it('long texts are told by what changed of them', () => {
    const letters = fc.string({ minLength: 150, maxLength: 400 });
    fc.assert(
      fc.property(letters, letters, fc.string({ maxLength: 9 }), (head, tail, put) => {
        const changes = changesBetween({ outline: head + tail }, { outline: head + put + tail });
        expect(withChanges({ outline: head + tail }, changes)).to.deep.equal({ outline: head + put + tail });
        expect(JSON.stringify(changes).length).to.be.below(200);
      }),
      { numRuns: cases(500, 100) },
    );
  });

  it('a state shares with the one before whatever is the same, found by id where the list has moved', () => {
    fc.assert(
      fc.property(anything, (state) => {
        expect(share(state, structuredClone(state))).to.equal(state);
      }),
      { numRuns: cases(1000, 200) },
    );
    const before = {
      pieces: [
        { id: 'a', at: { x: 1 } },
        { id: 'b', at: { x: 2 } },
      ],
    };
    const now = share(before, { pieces: [{ id: 'c', at: { x: 0 } }, ...structuredClone(before.pieces)] });
    expect(now.pieces[1]).to.equal(before.pieces[0]);
    expect(now.pieces[2]).to.equal(before.pieces[1]);
  });

  it('changes of another document are refused', () => {
    expect(() => withChanges(7, [{ path: ['a'], to: 1 }])).to.throw('another document');
    expect(() => withChanges({ a: 1 }, [{ path: ['a'], at: 0, gone: 0, put: [1] }])).to.throw('another document');
  });
});

describe('what a change of a project costs', () => {
  const cost = (work: () => void): number => {
    const before = workedOut();
    work();
    return workedOut() - before;
  };
  const moved = (p: Project, id: string, byMm: number): Project => ({
    ...p,
    pieces: p.pieces.map((piece) =>
      piece.id === id ? { ...piece, at: { ...piece.at, xMm: piece.at.xMm + byMm } } : piece,
    ),
  });

  it('a copy costs nothing; a nudge of a piece that overlaps three others a fifth of the answers of a cold plan (the bench holds it to 8 % of its time), and a twentieth of its bytes', () => {
    const p: Project = { ...harbourLight(), id: 'cost-of-a-nudge' };
    let first: ReturnType<typeof planWithPicture> | undefined;
    const cold = cost(() => {
      first = planWithPicture(p);
    });
    expect(cold).to.be.above(1000);
    expect(cost(() => planWithPicture(structuredClone(p)))).to.equal(0);
    const { plan } = first!;
    const overlaps = (id: string): number => plan.overlaps.filter((o) => o.under === id || o.over === id).length;
    const three = p.pieces.filter((piece) => overlaps(piece.id) === 3);
    expect(three.map((piece) => piece.id)).to.include.members(['claw-left', 'claw-right']);
    const bytesBefore = JSON.stringify(first).length + JSON.stringify(asPlanned(p)).length;
    for (const { id } of three) {
      planWithPicture(p);
      const next = moved(p, id, 0.7);
      let now: ReturnType<typeof planWithPicture> | undefined;
      const nudge = cost(() => {
        now = planWithPicture(next);
      });
      expect(nudge / cold, `${id}: answers worked out anew`).to.be.below(1 / 5);
      const both = JSON.stringify(changesBetween(first, now)).length + JSON.stringify(changesBetween(p, next)).length;
      expect(both / bytesBefore, `${id}: bytes both ways`).to.be.below(0.065);
    }
  });

  it('whatever was edited before: the plan is that of the same project seen for the first time', () => {
    // Fields of everything that a plan stands on: whatever of them it looks at, nothing of it may be remembered wrongly.
    const number = (n: number): number => (n === 0 ? 1 : n * 1.07);
    const flip = (value: unknown): unknown =>
      typeof value === 'number' ? number(value) : typeof value === 'boolean' ? !value : value;
    const edits: [string, (p: Project, pick: number) => void][] = [
      ['fabric', (p, k) => touch(p.fabrics, k)],
      ['web', (p, k) => touch(p.webs, k)],
      ['iron', (p, k) => touch(p.irons, k)],
      ['piece', (p, k) => touch(p.pieces, k)],
      ['bench', (p) => void Object.assign(p.bench, { warm: !p.bench.warm })],
      ['underlap', (p) => void (p.layering.underlapMm += 0.5)],
      ['schools', (p) => void (p.schools.lay = p.schools.lay === 'all-laid' ? 'piece-by-piece' : 'all-laid')],
      ['order', (p) => void p.order.reverse()],
    ];
    function touch(list: readonly object[], k: number): void {
      const thing = list[k % list.length] as Record<string, unknown>;
      const keys = Object.keys(thing).filter((key) => ['number', 'boolean'].includes(typeof thing[key]));
      const key = keys[k % keys.length];
      if (key !== undefined) thing[key] = flip(thing[key]);
    }
    const demos = Object.values(DEMO);
    fc.assert(
      fc.property(
        fc.nat(demos.length - 1),
        fc.array(fc.tuple(fc.nat(edits.length - 1), fc.nat(200)), { minLength: 1, maxLength: 4 }),
        (which, steps) => {
          let p: Project = { ...demos[which]!(), id: 'edited' };
          planWithPicture(p);
          for (const [e, k] of steps) {
            p = structuredClone(p);
            edits[e]![1](p, k);
            planWithPicture(p);
          }
          const fresh = planWithPicture({ ...structuredClone(p), id: `fresh ${Math.random()}` });
          const known = planWithPicture(p);
          expect({ ...known, plan: { ...known.plan, projectId: '' } }).to.deep.equal({
            ...fresh,
            plan: { ...fresh.plan, projectId: '' },
          });
        },
      ),
      { numRuns: cases(60, 2) },
    );
  });
});
