import { expect } from 'chai';
import { harbourLight } from '~/demo';
import { type Job, runJob } from '~/workers/job';

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
