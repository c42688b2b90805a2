import { expect } from 'chai';
import type { NestResult } from '~/core/cut/nest';
import { harbourLight } from '~/demo';
import { type Job, runJob } from '~/workers/job';
import { cotton, iron, square, web } from './helpers';

const noFonts = (): never => {
  throw new Error('no fonts wanted');
};
const plan = (body: string) => runJob({ kind: 'plan', body }, noFonts);
const sheets = (query: Record<string, string>) =>
  runJob({ kind: 'sheets', body: JSON.stringify(harbourLight()), query } as Job, noFonts);

describe('jobs of the endpoints', () => {
  it('plan a project', async () => {
    const answer = await plan(JSON.stringify(harbourLight()));
    expect(answer.status).to.equal(200);
    expect(JSON.parse(answer.body as string)).to.include({ format: 'apple-seam.plan', projectId: 'harbour-light' });
  });

  for (const [what, body] of [
    ['no JSON', 'hello'],
    ['nothing', ''],
    ['a list', '[]'],
    ['another version', JSON.stringify({ ...harbourLight(), version: 9 })],
  ] as const)
    it(`answer 400 in words to ${what}`, async () => {
      const answer = await plan(body);
      expect(answer.status).to.equal(400);
      const { error } = JSON.parse(answer.body as string);
      expect(error).to.have.all.keys('code', 'message', 'path');
      expect(error.message).to.match(/\.$/);
    });

  it('draw sheets as SVG, with a file name any system takes', async () => {
    const answer = await sheets({ kind: 'placement', format: 'svg', paper: 'roll' });
    expect(answer).to.include({ status: 200, type: 'image/svg+xml', filename: 'harbour-light-placement.svg' });
  });

  it('say which query is missing or unknown', async () => {
    for (const query of [
      {},
      { kind: 'tracing', format: 'png', paper: 'a4' },
      { kind: 'tracing', format: 'svg', paper: 'a0' },
    ] as Record<string, string>[]) {
      const answer = await sheets(query);
      expect(answer.status).to.equal(400);
      expect(JSON.parse(answer.body as string).error.code).to.equal('bad-query');
    }
  });
});

describe('jobs: nesting', () => {
  const nestJob = (body: unknown) =>
    runJob({ kind: 'nest', body: typeof body === 'string' ? body : JSON.stringify(body) }, noFonts);
  const parts = [
    { id: 'a', outline: square(60), count: 3 },
    { id: 'b', outline: 'M0 0H80L40 70Z', count: 2 },
  ];
  const ask = { widthMm: 300, spacingMm: 6, rotations: 'free', seconds: 0.1, seed: 3, parts };

  it('answers what the contract names, every copy once', async () => {
    const answer = await nestJob(ask);
    expect(answer.status).to.equal(200);
    const result = JSON.parse(answer.body as string) as NestResult;
    expect(result).to.include.keys('lengthMm', 'utilisation', 'placements');
    expect(result.placements.map((p) => `${p.id} ${p.copy}`).sort()).to.deep.equal(['a 0', 'a 1', 'a 2', 'b 0', 'b 1']);
    for (const p of result.placements) {
      expect(p).to.include.keys('xMm', 'yMm', 'rotateDeg');
      expect(p.mirrored).to.equal(false);
    }
    expect(result.utilisation).to.be.within(0.1, 1);
  });

  it('is content with what is left out, and the same for the same seed', async () => {
    const least = { widthMm: 300, seconds: 0.05, parts: [{ id: 'a', outline: square(60) }] };
    const once = await nestJob(least);
    expect(once.status).to.equal(200);
    expect((await nestJob(least)).body).to.equal(once.body);
  });

  it('lists what fits nowhere and lays the rest', async () => {
    const answer = await nestJob({ ...ask, parts: [...parts, { id: 'sail', outline: square(900), count: 1 }] });
    const result = JSON.parse(answer.body as string) as NestResult;
    expect(result.unplaced.map((u) => u.id)).to.deep.equal(['sail']);
    expect(result.placements).to.have.length(5);
  });

  for (const [what, body, code] of [
    ['no JSON', 'hello', 'not-json'],
    ['no width', { ...ask, widthMm: undefined }, null],
    ['a negative width', { ...ask, widthMm: -3 }, null],
    ['a negative spacing', { ...ask, spacingMm: -1 }, null],
    ['a spacing wider than the roll', { ...ask, spacingMm: 400 }, 'spacing-too-wide'],
    ['half an hour', { ...ask, seconds: 1800 }, null],
    ['a part with no copies', { ...ask, parts: [{ id: 'a', outline: square(5), count: 0 }] }, null],
    ['two parts of one id', { ...ask, parts: [parts[0], parts[0]] }, 'duplicate-id'],
    [
      'a factory’s worth of copies',
      { ...ask, parts: [0, 1, 2].map((k) => ({ id: `${k}`, outline: square(5), count: 2000 })) },
      'too-many',
    ],
    ['turns that are words', { ...ask, rotations: 'any' }, null],
  ] as const)
    it(`answers 400 in words to ${what}`, async () => {
      const answer = await nestJob(body);
      expect(answer.status).to.equal(400);
      const { error } = JSON.parse(answer.body as string);
      expect(error).to.have.all.keys('code', 'message', 'path');
      expect(error.message).to.match(/\.$/);
      if (code) expect(error.code).to.equal(code);
    });
});

describe('jobs: pressing', () => {
  const pressJob = (body: unknown) =>
    runJob({ kind: 'press', body: typeof body === 'string' ? body : JSON.stringify(body) }, noFonts);
  const ask = {
    stage: 'bond',
    fabric: cotton(),
    onto: cotton({ id: 'ground' }),
    web: web(),
    iron: iron(),
    bench: { ironId: 'iron', cover: 'parchment', surface: 'ironing-board' },
  };
  const body = async (
    more: object = {},
  ): Promise<{ setting: Record<string, never>; trace: { tS: number; bondLineC: number }[] }> => {
    const answer = await pressJob({ ...ask, ...more });
    expect(answer.status).to.equal(200);
    return JSON.parse(answer.body as string);
  };

  it('answers a setting and the bond line over time, from the room’s heat upwards', async () => {
    const { setting, trace } = await body();
    expect(setting).to.include.keys(
      'heat',
      'dwell',
      'pressure',
      'steam',
      'cover',
      'placements',
      'coolS',
      'workable',
      'cautions',
    );
    expect(trace[0]).to.deep.equal({ tS: 0, bondLineC: 20 });
    for (let i = 1; i < trace.length; i++) {
      expect(trace[i]!.tS).to.be.above(trace[i - 1]!.tS);
      expect(trace[i]!.bondLineC).to.be.at.least(trace[i - 1]!.bondLineC - 0.3);
      expect(trace[i]!.bondLineC).to.be.at.most(
        (setting as unknown as { heat: { soleplateC: number } }).heat.soleplateC,
      );
    }
  });

  it('takes one ground or several, one over the other: more cloth is slower', async () => {
    const min = (s: unknown): number => (s as { dwell: { minS: number } }).dwell.minS;
    const one = await body({ onto: [cotton({ id: 'g' })] });
    const same = await body({ onto: cotton({ id: 'g' }) });
    expect(one).to.deep.equal(same);
    const three = await body({ onto: ['g', 'h', 'i'].map((id) => cotton({ id, thicknessMm: 1, massGsm: 300 })) });
    expect(min(three.setting)).to.be.at.least(min(one.setting));
  });

  it('needs no ground to fuse', async () => {
    const { setting } = await body({ stage: 'fuse', onto: undefined });
    expect((setting as unknown as { workable: boolean }).workable).to.equal(true);
  });

  for (const [what, more, code] of [
    ['no JSON', 'hello', 'not-json'],
    ['a bond without a background', { ...ask, onto: undefined }, 'no-ground'],
    ['a fabric of no thickness', { ...ask, fabric: { ...cotton(), thicknessMm: 0 } }, null],
    ['a web that is none', { ...ask, web: {} }, null],
    ['another stage', { ...ask, stage: 'boil' }, null],
    ['sixty-one grounds', { ...ask, onto: Array.from({ length: 61 }, (_, i) => cotton({ id: `${i}` })) }, null],
    ['an iron of no mass', { ...ask, iron: { ...iron(), massKg: -1 } }, null],
  ] as const)
    it(`answers 400 in words to ${what}`, async () => {
      const answer = await pressJob(more);
      expect(answer.status).to.equal(400);
      const { error } = JSON.parse(answer.body as string);
      expect(error).to.have.all.keys('code', 'message', 'path');
      expect(error.message).to.match(/\.$/);
      if (code) expect(error.code).to.equal(code);
    });

  it('answers fifty layers and a web that melts above every limit in words, with status 200', async () => {
    const deep = await body({ onto: Array.from({ length: 48 }, (_, i) => cotton({ id: `g${i}` })) });
    expect(JSON.stringify(deep)).to.not.match(/null,"bondLineC"|NaN/);
    const hopeless = await body({ web: web({ meltC: 215, maxC: 260 }) });
    const s = hopeless.setting as unknown as { workable: boolean; cautions: { text: string }[] };
    expect(s.workable).to.equal(false);
    expect(s.cautions[0]!.text).to.match(/\.$/);
  });
});
