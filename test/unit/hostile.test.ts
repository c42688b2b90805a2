// Broken things that come in: each is taken, mended or refused in words, and none keeps a reader busy. The same on every machine; more of them in `npm run thorough` and `npm run attack`.
import { expect } from 'chai';
import { cases } from '../cases';
import { attackReader } from '../hostile/run';

describe('what comes in broken', () => {
  // Only a hang fails here, on however busy a machine; `npm run attack` holds each to four seconds.
  const LIMIT_MS = 20_000;
  const n = cases(200, 60);
  for (const [kind, share] of [
    // At least so many of each must be taken and so many refused or mended: else the attack attacks nothing.
    ['project', 0.1],
    ['svg', 0.1],
    ['font', 0.04],
    ['csv', 0.03],
  ] as const) {
    const least = share * n;
    it(`${n} of kind ${kind}: taken, mended or refused in words, each within ${LIMIT_MS / 1000} s`, async function () {
      this.timeout(300_000);
      const { count, wrong } = await attackReader(kind, n, 20_261_126, LIMIT_MS);
      expect(wrong.slice(0, 10)).to.deep.equal([]);
      expect(count.taken).to.be.above(least);
      expect(count.refused + count.mended).to.be.above(least);
      expect(count.taken + count.refused + count.mended + count.beyond).to.equal(n);
    });
  }
});
