// What stands around the endpoints, without a server: what is let in, and threads that take jobs in turn.
import { Worker } from 'node:worker_threads';
import { expect } from 'chai';
import { letIn } from '~/server/in-flight';
import { Lane } from '~/server/lane';
import { betterNest, type Job, type JobAnswer } from '~/workers/job';

const MB = 1024 * 1024;

describe('the server: what is let in', () => {
  it('128 MB of bodies in all, whoever sends them, and again once they are answered', () => {
    const [a, b] = [letIn()!, letIn()!];
    expect(a.add(100 * MB)).to.equal(true);
    expect(b.add(28 * MB)).to.equal(true);
    expect(b.add(1)).to.equal(false);
    a.done();
    // Told twice it is given back once.
    a.done();
    expect(b.add(100 * MB)).to.equal(true);
    expect(b.add(1)).to.equal(false);
    b.done();
    const c = letIn()!;
    expect(c.add(128 * MB)).to.equal(true);
    c.done();
  });

  it('240 calls at once, and the next one as soon as one is answered', () => {
    const tickets = Array.from({ length: 240 }, () => letIn()!);
    expect(tickets.every((t) => t !== null)).to.equal(true);
    expect(letIn()).to.equal(null);
    tickets[0]!.done();
    tickets[0]!.done();
    const next = letIn();
    expect(next).to.not.equal(null);
    expect(letIn()).to.equal(null);
    for (const t of [...tickets.slice(1), next!]) t.done();
  });
});

/** A thread that answers after so many ms with what it was given; `end` ends it, `throw` breaks it. */
const SCRIPT = `
  const { parentPort } = require('node:worker_threads');
  let n = 0;
  parentPort.on('message', ({ of }) => {
    n += 1;
    const { body } = of;
    if (body === 'end') process.exit(0);
    if (body === 'throw') throw new Error('broken on purpose');
    setTimeout(() => parentPort.postMessage({ status: 200, type: 'text/plain', body: body + ' ' + n }), Number(body));
  });`;
const job = (body: string): Job => ({ kind: 'check', of: { kind: 'plan', body } });
const never = new AbortController().signal;
const codeOf = (answer: JobAnswer): string =>
  answer.status === 200
    ? String(answer.body)
    : (JSON.parse(String(answer.body)) as { error: { code: string } }).error.code;

describe('the server: threads that take jobs in turn', () => {
  let opened: Worker[] = [];
  const lane = (most: number, limits = { waitMs: 5000, runMs: 5000 }): Lane =>
    new Lane(
      most,
      () => {
        const worker = new Worker(SCRIPT, { eval: true });
        opened.push(worker);
        return worker;
      },
      limits,
    );
  const run = async (l: Lane, body: string, signal = never, withinMs = 10_000): Promise<string> =>
    codeOf(await l.run(job(body), signal, performance.now() + withinMs));
  afterEach(async () => {
    await Promise.all(opened.map((w) => w.terminate()));
    opened = [];
  });

  it('no more threads than are allowed, and each is used again', async () => {
    const l = lane(2);
    expect(await Promise.all(['10', '10', '10', '10', '10'].map((b) => run(l, b)))).to.have.length(5);
    expect(opened).to.have.length(2);
    expect(l.atRest()).to.equal(true);
    expect(await run(l, '1')).to.match(/^1 \d$/);
    expect(opened).to.have.length(2);
  });

  it('one that waits too long is told to come again, and the one at work is answered all the same', async () => {
    const l = lane(1, { waitMs: 60, runMs: 5000 });
    const [first, second] = await Promise.all([run(l, '400'), run(l, '1')]);
    expect([first, second]).to.deep.equal(['400 1', 'busy']);
    expect((await l.run(job('1'), never, performance.now() + 1000)).retryAfterS).to.equal(undefined);
  });

  it('one that works too long is ended and its thread with it; the next has a new one', async () => {
    const l = lane(1, { waitMs: 20_000, runMs: 1500 });
    const [first, second] = await Promise.all([run(l, '3000'), run(l, '1')]);
    expect([first, second]).to.deep.equal(['too-long', '1 1']);
    expect(opened).to.have.length(2);
  });

  it('the end of the call comes first where that is nearer: what was waited is not had twice', async () => {
    const l = lane(1, { waitMs: 5000, runMs: 60_000 });
    const before = performance.now();
    expect(await run(l, '20000', never, 150)).to.equal('too-long');
    expect(performance.now() - before).to.be.within(140, 5000);
  });

  it('a caller that is gone gives its place up, waiting or at work', async () => {
    const l = lane(1);
    const [working, waiting] = [new AbortController(), new AbortController()];
    const all = Promise.all([run(l, '3000', working.signal), run(l, '3000', waiting.signal), run(l, '1')]);
    waiting.abort();
    working.abort();
    expect(await all).to.deep.equal(['gone', 'gone', '1 1']);
    const before = new AbortController();
    before.abort();
    expect(await run(l, '1', before.signal)).to.equal('gone');
    expect(l.atRest()).to.equal(true);
  });

  it('each says by its status whose it is to try again: too many or too long 503, our fault 500', async () => {
    const l = lane(1, { waitMs: 60, runMs: 900 });
    const all = await Promise.all(['3000', '1'].map((b) => l.run(job(b), never, performance.now() + 10_000)));
    expect(all.map((a) => [a.status, a.retryAfterS])).to.deep.equal([
      [503, undefined],
      [503, 3],
    ]);
    expect((await l.run(job('throw'), never, performance.now() + 10_000)).status).to.equal(500);
  });

  it('a thread that breaks or ends is our fault, and another takes its place', async () => {
    const l = lane(1);
    expect(await Promise.all(['throw', 'end', '1'].map((b) => run(l, b)))).to.deep.equal([
      'our-fault',
      'our-fault',
      '1 1',
    ]);
    expect(opened).to.have.length(3);
  });
});

describe('the server: two searches of one nesting', () => {
  const nested = (lengthMm: number, unplaced: readonly { copies: number }[] = []): JobAnswer => ({
    status: 200,
    type: 'application/json',
    body: JSON.stringify({ lengthMm, utilisation: 0.5, placements: [], unplaced }),
  });
  const refused: JobAnswer = { status: 503, type: 'application/json', body: '{}' };

  it('the shorter counts, whichever came first; what places more before what is shorter; an answer before none', () => {
    expect(betterNest(nested(100), nested(90))).to.deep.equal(nested(90));
    expect(betterNest(nested(90), nested(100))).to.deep.equal(nested(90));
    const left = nested(50, [{ copies: 2 }]);
    expect(betterNest(left, nested(100))).to.deep.equal(nested(100));
    expect(betterNest(nested(100), left)).to.deep.equal(nested(100));
    expect(betterNest(refused, nested(100))).to.deep.equal(nested(100));
    expect(betterNest(nested(100), refused)).to.deep.equal(nested(100));
    expect(betterNest(refused, refused)).to.equal(refused);
  });
});
