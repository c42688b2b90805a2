// A browser that is killed in the middle of work, as when the power goes.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect } from 'chai';
import { By } from 'selenium-webdriver';
import { freePort, serve } from '../../scripts/lib.mjs';
import { cases } from '../cases';
import { Session } from './browser';
import { littleLight } from './little';

describe('a browser that is killed', () => {
  it('in the middle of work: never more than two seconds of edits are gone, and the project opens', async function () {
    this.timeout(480_000);
    const profile = mkdtempSync(path.join(tmpdir(), 'seam-profile-'));
    const served = await serve({ port: await freePort(), stdio: ['ignore', 'ignore', 'inherit'] });
    let worstMs = 0;
    try {
      let s = await Session.open(1280, 800, { url: served.url, profile });
      await s.bring(littleLight());
      for (let round = 0; round < cases(3, 1); round++) {
        // The name becomes the time of typing, again and again without a pause, until the power goes.
        await s.run(
          `const input = document.querySelector('header input');
           const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
           setInterval(() => { set.call(input, 'T' + Date.now()); input.dispatchEvent(new Event('input', { bubbles: true })); }, 60);`,
        );
        await new Promise((done) => setTimeout(done, 2600 + 173 * round));
        const killedAt = Date.now();
        await s.killBrowser();
        s = await Session.open(1280, 800, { url: served.url, profile });
        await s.go('/project/little-light/pattern');
        await s.settled();
        const kept = (await (await s.find('header input')).getAttribute('value')) ?? '';
        expect(kept, `round ${round}`).to.match(/^T\d+$/);
        worstMs = Math.max(worstMs, killedAt - Number(kept.slice(1)));
        expect(await s.driver.findElements(By.css('main [data-piece]'))).to.have.length(6);
      }
      await s.close();
    } finally {
      served.child.kill();
      rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 });
    }
    console.log(`      worst loss ${worstMs} ms`);
    expect(worstMs).to.be.at.most(2000);
  });
});
