// What was worked out last is shown at once when a project is opened again, and never when it might be wrong.
import 'fake-indexeddb/auto';
import { expect } from 'chai';
import Dexie from 'dexie';
import { forgetWorkedOut, keepWorkedOut } from '~/workers/planned';

const soon = (ms = 60): Promise<void> => new Promise((done) => setTimeout(done, ms));

describe('what was worked out last', () => {
  afterEach(async () => {
    const db = await new Dexie('apple-seam-worked-out').open();
    await db.table('answers').clear();
    db.close();
  });
  /** A new thread, as after a page was loaded anew; it counts how often it worked. */
  const thread = (program: string | null = '/plan-1.js') => {
    const { remember } = keepWorkedOut(program);
    let worked = 0;
    return {
      ask: (id: string, input: unknown) =>
        remember('plan', id, input, () => {
          worked += 1;
          return { of: input, n: worked };
        }),
      worked: () => worked,
    };
  };

  it('is answered without work by the next thread, and the same', async () => {
    const first = await thread().ask('a', { pieces: [1, 2] });
    await soon();
    const next = thread();
    expect(await next.ask('a', { pieces: [1, 2] })).to.deep.equal(first);
    expect(next.worked()).to.equal(0);
  });

  it('is worked out again when anything of it, the project or the program is another', async () => {
    await thread().ask('a', { pieces: [1, 2] });
    await soon();
    for (const [program, id, input] of [
      ['/plan-1.js', 'a', { pieces: [1, 3] }],
      ['/plan-1.js', 'b', { pieces: [1, 2] }],
      ['/plan-2.js', 'a', { pieces: [1, 2] }],
    ] as const) {
      const t = thread(program);
      expect((await t.ask(id, input)).of).to.deep.equal(input);
      expect(t.worked(), `${program} ${id}`).to.equal(1);
      await soon();
      await forgetWorkedOut('b');
      await thread('/plan-1.js').ask('a', { pieces: [1, 2] });
      await soon();
    }
  });

  it('is of the last change, once it has come to rest', async () => {
    const t = thread();
    await t.ask('a', 1);
    await t.ask('a', 2);
    await t.ask('a', 3);
    await soon(600);
    const next = thread();
    expect((await next.ask('a', 3)).of).to.equal(3);
    expect(next.worked()).to.equal(0);
  });

  it('is forgotten with its project, and kept of 24 at most', async function () {
    this.timeout(10_000);
    await thread().ask('gone', 1);
    await soon();
    await forgetWorkedOut('gone');
    const again = thread();
    await again.ask('gone', 1);
    expect(again.worked()).to.equal(1);
    for (let i = 0; i < 26; i++) {
      await thread().ask(`p${i}`, i);
      await soon(20);
    }
    const db = await new Dexie('apple-seam-worked-out').open();
    expect(await db.table('answers').count()).to.equal(24);
    expect(await db.table('answers').get('plan:p25')).to.not.equal(undefined);
    expect(await db.table('answers').get('plan:p0')).to.equal(undefined);
    db.close();
  });

  it('is never kept of a program without a name', async () => {
    await thread(null).ask('a', 1);
    await soon();
    const next = thread(null);
    await next.ask('a', 1);
    expect(next.worked()).to.equal(1);
  });
});
