// Storage that is full, refused, or does not answer.
import { expect } from 'chai';
import { By, Key } from 'selenium-webdriver';
import { THOROUGH } from '../cases';
import { Session } from './browser';
import { littleLight } from './little';

const PAGES = [
  ['/', /site data|does not answer/],
  ['/drawer', /site data|does not answer/],
  ['/project/little-light/pattern', /could not be opened/],
] as const;

describe('storage that fails, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
    await s.bring(littleLight());
    await s.beforeEveryPage(`
      const { put, add } = IDBObjectStore.prototype;
      const full = (own) => function (...args) {
        if (window.name === 'full') throw new DOMException('no room', 'QuotaExceededError');
        return own.apply(this, args);
      };
      IDBObjectStore.prototype.put = full(put);
      IDBObjectStore.prototype.add = full(add);
      if (window.name === 'refused') IDBFactory.prototype.open = () => { throw new DOMException('no', 'SecurityError'); };
      if (window.name === 'stuck') IDBFactory.prototype.open = function () { return new EventTarget(); };`);
  });
  after(() => s.close());
  const storage = (how: '' | 'full' | 'refused' | 'stuck') => s.run(`window.name = ${JSON.stringify(how)}`);

  it('full: an edit is told, tried again by itself, can be exported meanwhile, and is saved when there is room', async () => {
    await s.go('/project/little-light/pattern');
    await s.settled();
    await storage('full');
    await (await s.find('header input')).sendKeys(Key.END, ' II');
    await s.holds('it is told', async () => /Not saved yet\. The browser has no room left/.test(await s.text('body')));
    expect(await s.axe(), 'not saved').to.deep.equal([]);
    await s.press('Export it');
    expect(JSON.parse((await s.downloaded('.seam.json')).bytes.toString()).name).to.equal('Little Light II');
    await storage('');
    await s.holds('it is saved', async () => (await s.text('header [role=status]')) === 'Saved');
    const rows = await s.stored();
    expect(rows.find((r) => r.id === 'little-light')?.doc.name).to.equal('Little Light II');
  });

  it('full: duplicate, delete and a fabric of one’s own say so, and nothing is said to be done', async () => {
    await s.go('/');
    await s.find('[data-project]');
    await storage('full');
    for (const [button, words] of [
      ['Duplicate', 'It was not duplicated'],
      ['Delete', 'It was not deleted'],
    ] as const) {
      await s.press(button);
      await s.holds(words, async () => (await s.text('dialog')).includes('no room left'));
      expect(await s.text('dialog h2')).to.equal(words);
      await s.press('Close', '//dialog');
    }
    expect(await s.driver.findElements(By.css('[data-project]'))).to.have.length(5);
    expect(await s.driver.findElements(By.css('[role=status] button'))).to.have.length(0);
    await storage('');
    await s.go('/start');
    await s.press('Continue');
    await s.type('Width', '321 mm');
    await storage('full');
    await s.press('Start now');
    await s.holds('it is told', async () => /no room left.*still here/.test(await s.text('form [role=alert]')));
    await storage('');
    await s.press('Start now');
    await s.settled();
    const begun = (await s.stored()).find((r) => r.name === 'A picture on a background');
    expect(begun?.doc.articles[0]?.ground?.widthMm).to.equal(321);
    await s.go('/drawer');
    await s.find('[role=table]');
    await storage('full');
    await s.press('New fabric');
    await (await s.find('dialog input[type=text]')).sendKeys('Sail fabric');
    await s.press('Add to Drawer', '//dialog');
    await s.holds('it is told', async () =>
      /It was not saved\. The browser has no room left/.test(await s.text('dialog')),
    );
    expect(await (await s.find('dialog input[type=text]')).getAttribute('value')).to.equal('Sail fabric');
    await storage('');
    await s.press('Add to Drawer', '//dialog');
    await s.holds('it is kept', async () => (await s.driver.findElements(By.css('dialog'))).length === 0);
  });

  for (const how of ['refused', 'stuck'] as const)
    it(`${how}: every page says so and offers to try again`, async function () {
      this.timeout(120_000);
      // What does not answer is waited for on each page.
      const pages = how === 'refused' || THOROUGH ? PAGES : PAGES.slice(1);
      for (const [address, words] of pages) {
        await s.go(address);
        await storage(how);
        await s.driver.navigate().refresh();
        await s.holds(`${address} says so`, async () => words.test(await s.text('main')));
        await s.named('Try again');
      }
      await storage('');
      await s.press('Try again');
      await s.driver.navigate().refresh();
      await s.settled();
    });
});
