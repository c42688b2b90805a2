import { expect } from 'chai';
import { By, Key } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';

/** Clocks that the test moves on: hours pass in a moment, by the device's clock and by the page's own; or the device's alone is set. */
const CLOCK = `(() => { const real = Date.now.bind(Date); const own = performance.now.bind(performance);
  let ahead = Number(sessionStorage.getItem('ahead') ?? 0); let passed = 0;
  Date.now = () => real() + ahead;
  performance.now = () => own() + passed;
  window.__set = (ms) => { ahead += ms; sessionStorage.setItem('ahead', String(ahead)); };
  window.__on = (ms) => { passed += ms; window.__set(ms); }; })()`;

/** Plays steps as hands would: ticks what is asked, taps the big target, lets the seconds pass; tells each step’s first words and how long the next took to be painted. */
const PLAY = `
  const [most, done] = arguments;
  const target = () => document.querySelector('[data-go]');
  const frame = () => new Promise((r) => requestAnimationFrame(() => setTimeout(r, 0)));
  (async () => {
    const seen = []; const ms = [];
    for (let i = 0; i < most; i++) {
      const go = target();
      if (!go) break;
      for (const box of document.querySelectorAll('fieldset input[type=checkbox]')) if (!box.checked) { box.click(); await frame(); }
      const before = document.querySelector('[data-step]').dataset.step + target().textContent;
      seen.push(document.querySelector('[data-step]').dataset.step);
      const t = performance.now();
      target().click();
      await frame();
      for (let k = 0; k < 40 && document.querySelector('[data-step]').dataset.step + (target()?.textContent ?? '') === before; k++) await frame();
      ms.push(performance.now() - t);
      if (/^Lift it now/.test(target()?.textContent ?? '')) { window.__on(200000); for (let k = 0; k < 60 && /^Lift it now/.test(target()?.textContent ?? ''); k++) await new Promise((r) => setTimeout(r, 20)); }
      if (document.querySelector('[class*=wait]')) { window.__on(400000); await new Promise((r) => setTimeout(r, 150)); }
    }
    done(JSON.stringify({ seen: [...new Set(seen)], ms, left: target()?.textContent ?? null }));
  })();`;

describe('the ironing board, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open(820, 1180);
    await s.beforeEveryPage(CLOCK);
    await s.driver.manage().setTimeouts({ script: 120_000 });
  });
  after(() => s.close());
  const play = async (most: number): Promise<{ seen: string[]; ms: number[]; left: string | null }> =>
    JSON.parse(await s.driver.executeAsyncScript<string>(PLAY, most));
  const board = async () => (await s.stored()).find((r) => r.name === 'Harbour Light')!.doc.board!;
  const go = async (): Promise<void> => (await s.find('[data-go]')).click();
  const tick = async (): Promise<void> => {
    for (const box of await s.driver.findElements(By.css('fieldset input')))
      if (!(await box.isSelected())) await box.click();
  };
  const until = async (says: RegExp): Promise<void> => {
    for (let i = 0; i < 80; i++) {
      await tick();
      if (says.test(await s.text('[data-go]'))) return;
      await play(1);
    }
    expect(await s.text('[data-go]')).to.match(says);
  };

  it('shows one step, large, what is asked before it, and one target; Space and a pedal answer, go on and back', async () => {
    await s.visit('harbour-light', 'board');
    expect(await s.text('main')).to.match(/^Cut the background from Dusk cotton, 50 × 70 cm/);
    expect(await s.axe()).to.deep.equal([]);
    const keys = async (k: string): Promise<void> => s.driver.actions().sendKeys(k).perform();
    await keys(Key.PAGE_DOWN);
    await s.holds('then the first shapes', async () => /^Trace Long beam/.test(await s.text('main')));
    // The same key answers what is asked first, and goes on at its second press.
    expect(await s.text('[data-go]')).to.equal('Yes');
    const box = await s.find('fieldset input');
    expect(await box.isSelected()).to.equal(false);
    await keys(Key.SPACE);
    await s.holds('answered', () => box.isSelected());
    expect(await s.text('main')).to.match(/^Trace/);
    expect(await s.text('[data-go]')).to.equal('All traced');
    await keys(Key.SPACE);
    await s.holds('it asks to look', async () => (await s.text('main')).includes('is everything the same way round?'));
    await keys(Key.PAGE_DOWN);
    await s.holds('the next step', async () => /Step 3 of/.test(await s.text('header')));
    await keys(Key.PAGE_UP);
    await s.holds('back', async () => /Step 2 of/.test(await s.text('header')));
    // The cloth was cut; what was gone back from is not done.
    expect((await board()).done).to.deep.equal([{ fact: 'cut-ground *main 1', copies: 1 }]);
  });

  it('a press counts its seconds, keeps its place through a reload, and is right to a tenth', async () => {
    await until(/^Start: /);
    for (const box of await s.driver.findElements(By.css('fieldset input')))
      if (!(await box.isSelected())) await box.click();
    const eachS = Number(/([\d.]+) s/.exec(await s.text('[data-go]'))?.[1]);
    await go();
    await s.holds('the iron stands', async () => /^Lift it now/.test(await s.text('[data-go]')));
    const at = (await board()).at!;
    await s.driver.navigate().refresh();
    await s.settled();
    await s.holds('it still stands', async () => /^Lift/.test(await s.text('[data-go]')));
    expect((await board()).at).to.deep.equal(at);
    // What is shown against the clock itself, after the reload and once more after the tab stood in the background.
    const off = async (): Promise<number> => {
      const [shown, left] = await s.driver.executeAsyncScript<[number, number]>(
        `const [downMs, eachS, done] = arguments;
         const el = document.querySelector('[data-left]');
         const read = () => [Number(el.dataset.left), Math.max(0, eachS - (Date.now() - downMs) / 1000)];
         if (el.dataset.left === '0.0') done(read());
         else new MutationObserver(() => done(read())).observe(el, { attributes: true });`,
        at.downMs,
        eachS,
      );
      return Math.abs(shown - left);
    };
    /** The best of a few looks: between what is painted and our look at it a busy machine may do something else. A clock that is wrong is wrong each time. */
    const nearest = async (): Promise<number> => {
      let best = await off();
      for (let looks = 1; looks < 5 && best > 0.1; looks++) best = Math.min(best, await off());
      return best;
    };
    expect(await nearest()).to.be.at.most(0.1);
    const here = await s.driver.getWindowHandle();
    await s.driver.switchTo().newWindow('tab');
    await s.driver.sleep(1200);
    await s.driver.close();
    await s.driver.switchTo().window(here);
    expect(await nearest()).to.be.at.most(0.1);
    // The clock put back by an hour while the iron stands: it is counted on, and what is kept moves along.
    await s.run('window.__set(-3600000)');
    await s.holds('counted on', async () => Math.abs((await board()).at!.downMs! - (at.downMs! - 3_600_000)) < 2000);
    expect(await s.text('main')).to.not.include('Set it down');
    await s.run('window.__on(3600000)');
    await s.holds(
      'time to lift',
      async () => (await s.text('main')).includes('Lift') && !(await s.text('[data-go]')).includes('now'),
    );
    expect(await s.attribute('[data-left]', 'data-left')).to.equal('0.0');
  });

  it('lifted too early it does not count; back is always there', async () => {
    await go();
    await until(/^(Start|Place)/);
    const before = (await board()).at?.setDowns ?? 0;
    for (const box of await s.driver.findElements(By.css('fieldset input')))
      if (!(await box.isSelected())) await box.click();
    // By the page's own hands: from here to the browser and back may take longer than the press.
    await s.driver.executeAsyncScript(
      `const done = arguments[0];
       const target = () => document.querySelector('[data-go]');
       target().click();
       const lift = () => {
         if (!/^Lift it now/.test(target().textContent)) return requestAnimationFrame(lift);
         target().click();
         done();
       };
       lift();`,
    );
    await s.holds(
      'not counted',
      async () => /^(Start|Place)/.test(await s.text('[data-go]')) && ((await board()).at?.setDowns ?? 0) === before,
    );
  });

  it('something wrong leads to its mend, put in here and now, with seconds of this stack; kept as evidence', async () => {
    await s.press('Something went wrong');
    await s.holds(
      'it asks what',
      async () => (await s.driver.findElements(By.css('section[aria-label=Check] button'))).length > 0,
    );
    const [first] = await s.driver.findElements(By.css('section[aria-label=Check] button'));
    await first!.click();
    // Of several pieces that may be meant one is picked.
    if ((await s.text('main')).includes('Which pieces?')) {
      await (await s.find('section[aria-label=Check] button[aria-pressed]')).click();
      await s.press('Continue');
    }
    await s.find('section[aria-label=Fixing]');
    expect((await board()).evidence).to.have.length(1);
    expect(await s.axe()).to.deep.equal([]);
    for (let i = 0; i < 5 && (await s.driver.findElements(By.css('section[aria-label=Fixing]'))).length > 0; i++)
      await go();
    expect((await board()).mends.every((m) => m.done)).to.equal(true);
  });

  sweep('the whole evening, every step once, to its end; how soon the next step is there is told', async () => {
    const { making } = { making: Number(/of (\d+)/.exec(await s.text('header'))?.[1]) };
    const { seen, ms, left } = await play(900);
    expect(left).to.equal(null);
    expect(await s.text('main')).to.match(/^It is made\. Unplug the iron/);
    expect(new Set(seen).size).to.equal(seen.length);
    expect(making).to.be.above(100);
    const sorted = [...ms].sort((a, b) => a - b);
    console.log(
      `      tap to painted: median ${sorted[sorted.length >> 1]!.toFixed(0)} ms, 95 % within ${sorted[Math.floor(sorted.length * 0.95)]!.toFixed(0)} ms`,
    );
    // A slow machine with two browsers is no measure; the figure is told above, and only a hang fails.
    expect(sorted[sorted.length >> 1]).to.be.below(500);
  });

  sweep(
    'the diary keeps the minutes and a note, and undoing something in Pattern leaves all that is done',
    async () => {
      await (await s.find('textarea')).sendKeys('Press the felt a little longer.');
      await s.press('Add to diary');
      await s.holds('kept', async () => (await board()).diary.length === 1);
      expect(await s.text('[aria-label=Diary]')).to.include('Press the felt a little longer.');
      const done = (await board()).done.length;
      await s.visit('harbour-light', 'pattern');
      await s.run(
        `[...document.querySelectorAll('[data-piece=crab]')].at(-1).dispatchEvent(new MouseEvent('click', { bubbles: true }))`,
      );
      await s.type('How many', '2');
      await s.holds('saved', async () => (await s.text('header [role=status]')) === 'Saved');
      await s.press('Undo');
      await s.holds('saved', async () => (await s.text('header [role=status]')) === 'Saved');
      expect((await board()).done.length).to.equal(done);
    },
  );

  sweep('on a phone one thumb reaches all; a piece made once more brings its steps back', async () => {
    const phone = await Session.open(390, 844);
    try {
      await phone.go('/project/felt-tags/board');
      await phone.settled();
      await phone.find('[data-go]');
      expect(await phone.overflows()).to.equal(false);
      const [low, high] = await phone.driver.executeScript<[number, number]>(
        `const b = document.querySelector('[data-go]').getBoundingClientRect(); return [b.bottom, b.height];`,
      );
      expect(low).to.be.within(500, 844);
      expect(high).to.be.at.least(64);
      expect(await phone.axe()).to.deep.equal([]);
    } finally {
      await phone.close();
    }
  });
});
