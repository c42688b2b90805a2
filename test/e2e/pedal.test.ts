import { expect } from 'chai';
import { Key } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';
import { pedalJobs } from './pedal-jobs';

/** A clock that the test moves on. */
const CLOCK = `(() => { const real = Date.now.bind(Date); const own = performance.now.bind(performance);
  let ahead = 0; let passed = 0;
  Date.now = () => real() + ahead; performance.now = () => own() + passed;
  window.__on = (ms) => { passed += ms; ahead += ms; }; })()`;
/** More screens than any of these evenings has. */
const MOST = 220;

interface Screen {
  readonly says: string;
  readonly target: string;
}

describe('an evening by the space bar alone, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open(820, 1180);
    await s.beforeEveryPage(CLOCK);
  });
  after(() => s.close());

  const seen = (): Promise<Screen | null> =>
    s.run<Screen | null>(
      `const go = document.querySelector('[data-go]');
       return go ? { says: document.querySelector('main').innerText, target: go.textContent } : null;`,
    );
  const space = (): Promise<void> => s.driver.actions().sendKeys(Key.SPACE).perform();
  const same = (a: Screen | null, b: Screen | null): boolean => a?.says === b?.says && a?.target === b?.target;

  /** Space, and nothing else, until nothing is left or a screen is reached; waits pass by the clock. */
  async function playOn(until: (screen: Screen) => boolean = () => false): Promise<Screen[]> {
    const screens: Screen[] = [];
    await s.find('[data-go]');
    for (let i = 0; i < MOST; i++) {
      const now = await seen();
      if (!now || until(now)) return screens;
      screens.push(now);
      await space();
      await s.holds(`something after “${now.target}”`, async () => !same(await seen(), now));
      if (/^(?:Lift|Open) it now/.test((await seen())?.target ?? '')) {
        await s.run('window.__on(200000)');
        await s.holds('it is out', async () => !/ it now/.test((await seen())?.target ?? ''));
      }
    }
    throw new Error(`No end after ${MOST} screens.`);
  }
  const said = (screens: readonly Screen[]): string => screens.map((x) => x.says).join('\n');
  const targets = (screens: readonly Screen[]): string[] => screens.map((x) => x.target);

  it('a foil motif: web on the front, its sheet off, foil, its carrier off cold; then it is made', async () => {
    await s.bring(pedalJobs().foil);
    await s.visit('pedal-foil', 'board');
    const screens = await playOn();
    const all = said(screens);
    expect(all).to.include('Is the web on the right side (front)').and.not.include('wrong side (back)');
    expect(all).to.include('Does the foil cover all of the glue').and.include('Is there foil all over');
    // What cools is waited for: the carrier comes off cold, and a tap says so.
    expect(targets(screens)).to.include('It feels cool: continue');
    expect(await s.text('main')).to.match(/^It is made\. Unplug the iron/);
  });

  sweep('a shirt of two sides: each side by its name, both laid out with the paper on', async () => {
    await s.bring(pedalJobs().shirt);
    await s.visit('pedal-shirt', 'board');
    const all = said(await playOn());
    expect(all).to.include('on Front where they belong').and.include('Place Patch (3) on Back');
    expect(all).to.include('Turn Front over').and.include('Turn Back over');
    expect(all).to.match(/Hook \(1\)\s+4 cm from the left edge and 6 cm from the top edge/);
    expect(await s.text('main')).to.match(/^It is made\./);
  });

  sweep(
    'wool in passes: pinned, the same place again and again, pins out after the first; one piece made once more',
    async () => {
      await s.bring(pedalJobs().wool);
      await s.visit('pedal-wool', 'board');
      const first = await playOn(({ says }) => says.startsWith('Turn the work'));
      expect(targets(first).filter((t) => /^Same place, pass \d of \d/.test(t)).length).to.be.above(0);
      expect(said(first)).to.include('Pin Hook (1)').and.include('Take the pins out of this place');
      // One of the two came out backwards: it alone is made again, by the same key.
      await s.press('Something went wrong');
      await s.press('It is backwards');
      if ((await s.text('main')).includes('Which pieces?')) {
        await s.press('Hook (1)');
        await s.press('Continue');
      }
      const again = await playOn();
      const remade = again.slice(
        0,
        again.findIndex(({ says }) => says.startsWith('Turn the work')),
      );
      expect(said(remade)).to.include('Trace Hook (1)').and.include('Steam Hook (1)').and.not.include('Tile (2)');
      expect(await s.text('main')).to.match(/^It is made\./);
    },
  );
});
