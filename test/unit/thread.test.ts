// Threads whose calls cannot hang, and planning that never keeps a later edit waiting.
import { expect } from 'chai';
import { expose } from 'comlink';
import { openThread, ThreadEnded } from '~/workers/thread';

/** What a page has of a worker, with something behind it, or nothing. */
class FakeWorker extends EventTarget {
  terminated = false;
  private readonly port: MessagePort;
  private readonly far: MessagePort;
  constructor(behind: object | null) {
    super();
    const { port1, port2 } = new MessageChannel();
    this.port = port2;
    this.far = port1;
    if (behind) expose(behind, port1 as never);
    port2.addEventListener('message', (e) => {
      if (!this.terminated) this.dispatchEvent(new MessageEvent('message', { data: (e as MessageEvent).data }));
    });
    port2.start();
  }
  postMessage(message: unknown, transfer: never[] = []): void {
    this.port.postMessage(message, transfer);
  }
  terminate(): void {
    this.terminated = true;
    this.port.close();
    this.far.close();
  }
}
interface Api {
  double: (n: number) => number;
  fail: () => void;
  never: () => Promise<void>;
}
const api: Api = {
  double: (n) => 2 * n,
  fail: () => {
    throw new Error('the reader is ill');
  },
  never: () => new Promise(() => undefined),
};
const why = async (work: Promise<unknown>): Promise<string> => {
  try {
    await work;
    return 'answered';
  } catch (e) {
    return e instanceof ThreadEnded ? e.why : (e as Error).message;
  }
};

describe('a thread', () => {
  const opened: FakeWorker[] = [];
  const open = (behind: object | null = api) => {
    const worker = new FakeWorker(behind);
    opened.push(worker);
    return { worker, thread: openThread<Api>(() => worker as unknown as Worker) };
  };
  afterEach(() => opened.splice(0).forEach((w) => w.terminate()));

  it('answers, and hands on what a call throws', async () => {
    const { thread } = open();
    expect(await thread.run(async (w) => await w.double(21))).to.equal(42);
    expect(await why(thread.run(async (w) => await w.fail()))).to.equal('the reader is ill');
    expect(await thread.run(async (w) => await w.double(2)), 'and goes on').to.equal(4);
  });

  it('whose script does not load ends every call, now and later', async () => {
    const { thread, worker } = open(null);
    const waiting = why(thread.run(async (w) => await w.double(1)));
    worker.dispatchEvent(new Event('error'));
    expect(await waiting).to.equal('not-loaded');
    expect(await why(thread.run(async (w) => await w.double(1)))).to.equal('not-loaded');
    expect(thread.closed()).to.equal(true);
  });

  it('is ended when a call takes longer than it may, and so is what waits behind it', async () => {
    const { thread, worker } = open();
    const start = performance.now();
    const [slow, behind] = await Promise.all([
      why(thread.run(async (w) => await w.never(), 60)),
      why(thread.run(async (w) => await w.never())),
    ]);
    expect([slow, behind]).to.deep.equal(['too-long', 'too-long']);
    expect(performance.now() - start).to.be.at.least(40);
    expect(worker.terminated).to.equal(true);
  });

  it('that is closed ends its calls as stopped', async () => {
    const { thread, worker } = open();
    const waiting = why(thread.run(async (w) => await w.never()));
    thread.close();
    expect(await waiting).to.equal('stopped');
    expect(worker.terminated).to.equal(true);
  });
});
