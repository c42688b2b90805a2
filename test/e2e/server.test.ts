// The server under pressure and under attack. Loopback only, bounded in count and time.
import { type ChildProcess, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import http from 'node:http';
import { connect } from 'node:net';
import { cpus } from 'node:os';
import { expect } from 'chai';
import { harbourLight } from '~/demo';
import { freePort, serve } from '../../scripts/lib.mjs';
import { untilTaken } from './calls';

describe('the server, under pressure', () => {
  let url: string;
  let port: number;
  let child: ChildProcess;
  /** What comes over a line that is opened before anything else and never used; it is left alone while the others work. */
  let unused: Promise<string>;
  before(async () => {
    port = await freePort();
    ({ url, child } = await serve({ port, stdio: ['ignore', 'ignore', 'inherit'] }));
    unused = new Promise((done) => {
      const socket = connect(port, '127.0.0.1');
      let text = '';
      socket.on('data', (d) => (text += d));
      socket.on('close', () => done(text));
      socket.on('error', () => done(text));
    });
  });
  after(() => child.kill());

  const memoryMb = (): number =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  const post = (path: string, body: string, headers: Record<string, string> = {}): Promise<Response> =>
    fetch(url + path, { method: 'POST', headers: { 'content-type': 'application/json', ...headers }, body });
  const postAgain = (path: string, body: string): Promise<Response> => untilTaken(() => post(path, body));
  const raw = (text: string): Promise<string> =>
    new Promise((done) => {
      const socket = connect(port, '127.0.0.1', () => socket.write(text));
      let got = '';
      socket.on('data', (d) => (got += d));
      socket.on('close', () => done(got));
      socket.on('error', () => done(got));
      setTimeout(() => socket.destroy(), 4000);
    });

  it('answers health beside the plans it works at, and tells those it cannot come to when to come again', async function () {
    this.timeout(300_000);
    const body = JSON.stringify(harbourLight());
    let answered = 0;
    const plans = Array.from({ length: 60 }, async () => {
      const answer = await post('/api/plan', body);
      const text = await answer.text();
      answered += 1;
      return { status: answer.status, retry: answer.headers.get('retry-after'), text };
    });
    // By order, not by the clock: a server that plans where it answers would first come to many of them.
    const passed: number[] = [];
    for (let i = 0; i < 8 && answered < 50; i++) {
      const before = answered;
      expect((await fetch(`${url}/api/health`)).status).to.equal(200);
      passed.push(answered - before);
      await new Promise((done) => setTimeout(done, 250));
    }
    const answers = await Promise.all(plans);
    const planned = answers.filter((a) => a.status === 200).length;
    console.log(`      ${planned} of 60 planned; answered before health: ${passed.join(', ')}`);
    expect(passed.sort((a, b) => a - b)[passed.length >> 1], 'plans that health waited for').to.be.at.most(2);
    // Whoever comes first does not wait in line.
    expect(planned).to.be.at.least(2);
    for (const a of answers.filter((a) => a.status !== 200)) {
      expect(a.status).to.equal(503);
      expect(a.retry).to.match(/^\d+$/);
      expect(JSON.parse(a.text).error.code).to.equal('busy');
    }
  });

  it('an invalid body is answered before it queues', async function () {
    this.timeout(60_000);
    const good = JSON.stringify(harbourLight());
    let open = 30;
    const busy = Array.from({ length: 30 }, async () => {
      await (await post('/api/plan', good)).text();
      open -= 1;
    });
    const answer = await post('/api/plan', '{"format":');
    expect(answer.status).to.equal(400);
    expect((await answer.json()).error.message).to.match(/line 1, column/);
    // In one line with them it would be the last.
    expect(open, 'plans that are still waited for').to.be.above(5);
    await Promise.all(busy);
  });

  it('263 uploads of 15 MB held open do not take its memory, and it says when to come again', async function () {
    this.timeout(300_000);
    const chunk = Buffer.alloc(1024 * 1024, 32);
    const refused: number[] = [];
    const held = Array.from({ length: 263 }, () => {
      const request = http.request(
        {
          port,
          host: '127.0.0.1',
          path: '/api/plan',
          method: 'POST',
          headers: { 'content-type': 'application/json', 'content-length': 15 * 1024 * 1024 },
        },
        (res) => {
          if (res.statusCode === 503 && res.headers['retry-after']) refused.push(1);
          res.resume();
        },
      );
      request.on('error', () => undefined);
      for (let i = 0; i < 10; i++) request.write(chunk);
      return request;
    });
    let peak = 0;
    // For four seconds, and on a busy machine until it has come to all of them.
    for (let looks = 0; looks < 16 || (refused.length <= 10 && looks < 300); looks++) {
      await new Promise((done) => setTimeout(done, 250));
      peak = Math.max(peak, memoryMb());
    }
    expect((await fetch(`${url}/api/health`)).status).to.equal(200);
    for (const request of held) request.destroy();
    await new Promise((done) => setTimeout(done, 500));
    console.log(`      ${Math.round(peak)} MB with 263 uploads held open, ${refused.length} told to come again`);
    expect(peak).to.be.below(900);
    expect(refused.length).to.be.above(10);
    expect((await postAgain('/api/plan', JSON.stringify(harbourLight()))).status).to.equal(200);
  });

  it('a megabyte of broken placements is refused with twenty problems, in little memory', async () => {
    const placements = Array.from({ length: 20_000 }, () => ({
      id: 7,
      copy: -1,
      xMm: 'a',
      yMm: null,
      rotateDeg: [],
      bin: 3,
    }));
    const doc = {
      ...harbourLight(),
      layouts: [{ kind: 'web', ofId: 'x', key: 'k', lengthMm: 1, rowsLengthMm: 1, placements }],
    };
    const answer = await postAgain('/api/plan', JSON.stringify(doc));
    expect(answer.status).to.equal(400);
    expect((await answer.json()).error.message).to.match(/more like these/);
    expect(memoryMb()).to.be.below(1200);
  });

  it('a job whose caller is gone is ended', async function () {
    this.timeout(60_000);
    const parts = Array.from({ length: 40 }, (_, i) => ({ id: `p${i}`, outline: `M0 0h${20 + i}v30l-9 8z`, count: 3 }));
    const body = JSON.stringify({ widthMm: 432, spacingMm: 6, seconds: 14, seed: 1, parts });
    const leave = new AbortController();
    const gone = [1, 2].map(() =>
      fetch(`${url}/api/nest`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
        signal: leave.signal,
      }).catch(() => null),
    );
    await new Promise((done) => setTimeout(done, 1500));
    leave.abort();
    await Promise.all(gone);
    // Both threads would be at work for another twelve seconds, and a call that waits in line for seven is told that too many call.
    const next = await post('/api/plan', JSON.stringify(harbourLight()));
    const told = await next.json();
    expect(next.status === 200 ? 'planned' : told.error.code).to.not.equal('busy');
  });

  it('refuses foreign names, odd methods and unknown paths, in JSON and with every header', async () => {
    const foreign = await raw(`GET /api/health HTTP/1.1\r\nHost: elsewhere.example\r\nConnection: close\r\n\r\n`);
    expect(foreign)
      .to.match(/^HTTP\/1\.1 421 /)
      .and.to.include('wrong-host');
    const trace = await raw(`TRACE /api/plan HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nConnection: close\r\n\r\n`);
    expect(trace)
      .to.match(/^HTTP\/1\.1 405 /)
      .and.to.include('wrong-method');
    for (const [method, path, status, code] of [
      ['GET', '/api/nothing', 404, 'unknown-path'],
      ['DELETE', '/api/plan', 405, 'wrong-method'],
      ['POST', '/api/health', 405, 'wrong-method'],
      ['POST', '/', 405, 'wrong-method'],
    ] as const) {
      const answer = await fetch(url + path, { method });
      expect(answer.status, path).to.equal(status);
      expect((await answer.json()).error.code).to.equal(code);
    }
    expect((await fetch(`${url}/_image?href=/icon-512.png&w=9000&h=9000`)).status).to.equal(404);
    for (const path of [
      '/',
      '/drawer',
      '/project/x/pattern',
      '/icon.svg',
      '/offline.js',
      '/api/health',
      '/api/nothing',
      '/nowhere',
    ]) {
      // Only the threads that shape letters may run WebAssembly: no page may.
      const { headers } = await fetch(url + path);
      const csp = headers.get('content-security-policy') ?? '';
      expect(/script-src ([^;]*)/.exec(csp)?.[1], path).to.match(/^'self'( 'sha256-[^']+')+$/);
      expect(csp)
        .to.include("form-action 'self'")
        .and.to.include("frame-ancestors 'none'")
        .and.to.include("object-src 'none'");
      expect(headers.get('x-content-type-options'), path).to.equal('nosniff');
      expect(headers.get('x-frame-options'), path).to.equal('DENY');
      expect(headers.get('referrer-policy'), path).to.equal('no-referrer');
    }
  });

  it('hands out what shrinks shrunk, and lets what has a hash in its name be kept for a year', async () => {
    const page = await (await fetch(`${url}/project/x/pattern`)).text();
    const script = /\/_astro\/client\.[\w-]+\.js/.exec(page)?.[0] ?? '';
    const answer = await fetch(url + script, { headers: { 'accept-encoding': 'br' } });
    expect(answer.headers.get('content-encoding')).to.equal('br');
    expect(answer.headers.get('cache-control')).to.match(/max-age=31536000, immutable/);
    expect((await fetch(`${url}/`)).headers.get('cache-control')).to.equal('no-cache');
  });

  it('nothing that leaves is out of this world: no lean of 4·10¹⁴ kPa, no duplicate bins, no null heat', async () => {
    const p = harbourLight();
    const press = { stage: 'fuse', fabric: p.fabrics[0], web: p.webs[0], iron: p.irons[0], bench: p.bench };
    for (const [body, words] of [
      [
        { ...press, iron: { ...p.irons[0], leanN: 20_000, soleplate: { widthMm: 20, lengthMm: 20 } } },
        /more than any press/,
      ],
      [{ ...press, iron: { ...p.irons[0], soleplate: { widthMm: 1e-9, lengthMm: 1e-9 } } }, /at least 20/],
      [{ ...press, fabric: { ...p.fabrics[0], thicknessMm: 1e-300 } }, /at least 0.02/],
    ] as const) {
      const answer = await post('/api/press', JSON.stringify(body));
      expect(answer.status).to.equal(400);
      expect((await answer.json()).error.message).to.match(words);
    }
    const part = { id: 'a', outline: 'M0 0h20v20h-20z' };
    const bin = { id: 'b', outline: 'M0 0h90v90h-90z' };
    const nest = await post('/api/nest', JSON.stringify({ widthMm: 432, seconds: 0, parts: [part], bins: [bin, bin] }));
    expect(nest.status).to.equal(400);
    expect((await nest.json()).error).to.deep.include({ code: 'duplicate-id', path: 'bins[1].id' });
  });

  it('headers that do not come are cut off after ten seconds', async function () {
    this.timeout(60_000);
    const from = Date.now();
    const s = await new Promise<number>((done) => {
      const socket = connect(port, '127.0.0.1', () =>
        socket.write('GET /api/health HTTP/1.1\r\nHost: 127.0.0.1\r\nX-A: '),
      );
      // A letter now and then: the line is alive, its headers never end.
      const drip = setInterval(() => socket.write('a'), 500);
      socket.on('close', () => {
        clearInterval(drip);
        done((Date.now() - from) / 1000);
      });
      socket.on('error', () => undefined);
    });
    expect(s).to.be.within(9.5, 13);
  });

  it('answers health within a second while 200 plans wait, also when other programs keep every core busy', async function () {
    this.timeout(300_000);
    const hogs = cpus().map(() => spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' }));
    try {
      const body = JSON.stringify(harbourLight());
      const plans = Array.from({ length: 200 }, async () => (await post('/api/plan', body)).text());
      const took: number[] = [];
      for (let i = 0; i < 12; i++) {
        await new Promise((done) => setTimeout(done, 250));
        const asked = performance.now();
        expect((await fetch(`${url}/api/health`)).status).to.equal(200);
        took.push(performance.now() - asked);
      }
      took.sort((a, b) => a - b);
      console.log(`      health: median ${took[6]!.toFixed(0)} ms, at worst but once ${took[10]!.toFixed(0)} ms`);
      expect(took[10]).to.be.below(1000);
      await Promise.all(plans);
    } finally {
      for (const hog of hogs) hog.kill('SIGKILL');
    }
  });

  it('says nothing on a line that was opened ahead and never used, and closes it', async function () {
    this.timeout(60_000);
    expect(await unused).to.equal('');
  });
});
