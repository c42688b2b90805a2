import { expect } from 'chai';
import { By, Key, type WebElement } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';
import { littleLight } from './little';

const STATIONS = ['pattern', 'layers', 'match', 'trace', 'press', 'edge', 'gather'] as const;

// What a person without a mouse does, and what is said when a drawer, an iron or a wish leads nowhere.
describe('by keyboard, and when nothing suits, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
    await s.go('/');
    await s.find('[data-project=harbour-light]');
  });
  after(() => s.close());

  const open = async (station: (typeof STATIONS)[number]): Promise<void> => {
    await s.visit('harbour-light', station);
  };
  const active = (): Promise<WebElement> => s.driver.switchTo().activeElement() as unknown as Promise<WebElement>;
  /** Tabs until something with this name has the focus. */
  const tabTo = async (name: string): Promise<void> => {
    const passed: string[] = [];
    for (let i = 0; i < 40; i++) {
      const el = await active();
      const label = (await el.getAttribute('aria-label')) || (await el.getText());
      if (label.trim().split('\n')[0] === name) return;
      passed.push(label.trim().slice(0, 20));
      await el.sendKeys(Key.TAB);
    }
    throw new Error(`Tabbing never came to “${name}”, only to ${passed.join(', ')}`);
  };
  const snags = (): Promise<string[]> =>
    s.driver.executeScript('return [...document.querySelectorAll("dialog [data-code]")].map((e) => e.dataset.code)');

  sweep('walks the seam from station to station with Tab and Enter', async () => {
    await open('pattern');
    await (await s.find('body')).sendKeys(Key.TAB);
    await tabTo('Layers');
    await (await active()).sendKeys(Key.ENTER);
    await s.holds('Layers is open', async () => (await s.driver.getCurrentUrl()).endsWith('/layers'));
    await tabTo('Match');
    await (await active()).sendKeys(Key.ENTER);
    await s.holds('Match is open', async () => (await s.driver.getCurrentUrl()).endsWith('/match'));
  });

  sweep('shows where the focus is, on everything that takes it', async () => {
    await open('match');
    await (await s.find('body')).sendKeys(Key.TAB);
    for (let i = 0; i < 25; i++) {
      const el = await active();
      // Past the last of them.
      if ((await el.getTagName()) === 'body') {
        expect(i, 'what takes the focus').to.be.above(15);
        break;
      }
      const ringed = await s.driver.executeScript<boolean>(
        `const e = arguments[0]; const c = getComputedStyle(e); const l = e.closest('label'); const p = l ? getComputedStyle(l) : c;
         return c.outlineStyle !== 'none' || c.boxShadow !== 'none' || p.outlineStyle !== 'none' || p.boxShadow !== 'none';`,
        el,
      );
      expect(ringed, `${await el.getTagName()} ${await el.getText()}`).to.equal(true);
      await el.sendKeys(Key.TAB);
    }
  });

  sweep('keys of one letter act on the page, never on what has the focus, and can be switched off', async () => {
    await open('pattern');
    const flipped = (): Promise<string | null> => s.attribute('button[aria-pressed]', 'aria-pressed');
    const body = await s.find('body');
    await s.driver.executeScript('document.activeElement.blur()');
    const before = await flipped();
    await body.sendKeys('f');
    await s.holds('F flips', async () => (await flipped()) !== before);
    await body.sendKeys('f');
    await s.holds('and back', async () => (await flipped()) === before);
    // A button that has the focus keeps its keys to itself.
    await s.driver.executeScript('arguments[0].focus()', await s.named('Undo'));
    await s.driver.executeScript('arguments[0].focus()', await s.named('Show wrong side'));
    await (await active()).sendKeys('f');
    expect(await flipped()).to.equal(before);
    // In a field it is a letter.
    const name = await s.find('header input');
    await name.sendKeys('f');
    expect(await flipped()).to.equal(before);
    await s.press('Undo');
    await s.settled();
    await s.driver.executeScript('document.activeElement.blur()');
    await body.sendKeys('n');
    await s.holds('N picks the lowest piece', async () => (await s.driver.findElements(By.css('aside h2'))).length > 0);
    await body.sendKeys('?');
    await s.find('dialog kbd');
    expect(await s.axe()).to.deep.equal([]);
    await s.press('off', '//dialog');
    await (await s.find('dialog')).sendKeys(Key.ESCAPE);
    await s.holds('closed', async () => (await s.driver.findElements(By.css('dialog'))).length === 0);
    await s.driver.executeScript('document.activeElement.blur()');
    await body.sendKeys('f', '?');
    expect(await flipped()).to.equal(before);
    expect(await s.driver.findElements(By.css('dialog'))).to.have.length(0);
    // Undo is no key of one letter: it stays.
    await s.press('Keys');
    await s.press('on', '//dialog');
    await (await s.find('dialog')).sendKeys(Key.ESCAPE);
  });

  sweep('moves a part of a layout with the arrows, again and again, and undo brings it back', async () => {
    await open('trace');
    await s.press('layout on web and fabric');
    await s.press('Nest');
    await s.holds('it has ended', async () => (await s.driver.findElements(By.css('[role=progressbar]'))).length === 0);
    await s.settled();
    // The part at the end of the strip: there it has room to go.
    const last = (await s.driver.executeScript(
      "return [...document.querySelectorAll('svg [data-part]')].reduce((a, b) => (b.getBoundingClientRect().right > a.getBoundingClientRect().right ? b : a)).dataset.part",
    )) as string;
    const css = `[data-part="${last}"]`;
    const place = async (): Promise<string> => {
      const { x, y } = await (await s.find(css)).getRect();
      return `${Math.round(x)} ${Math.round(y)}`;
    };
    const before = await place();
    const seen = new Set([before]);
    for (const key of [Key.ARROW_RIGHT, Key.ARROW_DOWN, Key.ARROW_RIGHT, Key.ARROW_RIGHT]) {
      await s.driver.executeScript('arguments[0].focus()', await s.find(css));
      await (await s.find(css)).sendKeys(Key.chord(Key.SHIFT, key));
      await s.holds('it is kept', async () => (await s.attribute(css, 'data-locked')) === 'true');
      seen.add(await place());
    }
    expect(seen.size, 'it went somewhere').to.be.above(1);
    // Arrows that follow quickly are one step; slow ones are several.
    for (let i = 0; i < 6 && (await s.attribute(css, 'data-locked')) === 'true'; i++) {
      await s.press('Undo');
      await s.settled();
    }
    expect(await s.attribute(css, 'data-locked')).to.equal('false');
    await s.holds('back', async () => (await place()) === before);
    await s.press('Undo');
    await s.settled();
  });

  sweep(
    'says what to buy when nothing in the drawer suits, as a snag that leads to its pieces, and undo takes it back',
    async () => {
      await open('match');
      expect(await s.driver.findElements(By.css('[data-web=none]'))).to.have.length(0);
      await s.press('print shapes on the paper');
      await s.holds('nothing suits', async () => (await s.driver.findElements(By.css('[data-web=none]'))).length > 0);
      await s.unfold();
      const text = await s.text('[data-web-group=none]');
      expect(text).to.include('No web suits');
      expect(text).to.match(/Buy a .* with printable paper, about \d+ g\/m², that melts below \d+ °C/);
      await (await s.find('[data-snags]')).click();
      await s.find('dialog [data-code]');
      expect((await snags()).length).to.be.above(0);
      expect(await s.axe()).to.deep.equal([]);
      await (await s.find('dialog')).sendKeys(Key.ESCAPE);
      await s.press('Undo');
      await s.holds(
        'all suits again',
        async () => (await s.driver.findElements(By.css('[data-web=none]'))).length === 0,
      );
    },
  );

  sweep('says in words that a cloth melts below every web, and keeps it', async () => {
    await s.go('/drawer');
    await s.press('New fabric');
    const retype = async (label: string, text: string): Promise<void> => {
      const field = await s.driver.findElement(
        By.xpath(`//dialog//label[normalize-space(.)="${label}"]/following::input[1]`),
      );
      await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
    };
    await retype('Name', 'Melting mist');
    await s.press('less', '//dialog');
    await retype('Heat limit', '60');
    await s.press('Add to Drawer', '//dialog');
    await s.holds('it is in the drawer', async () => (await s.text('main')).includes('Melting mist'));
    const row = await s.driver.findElement(By.xpath('//*[@data-thing][contains(., "Melting mist")]'));
    expect(await row.findElements(By.css('[aria-label="something does not add up"]'))).to.have.length(1);
    await s.press('Undo', '//header');
    await s.holds('gone again', async () => !(await s.text('main')).includes('Melting mist'));
  });

  sweep('bears the longest names on the narrowest screen', async function () {
    this.timeout(480_000);
    await s.bring(littleLight());
    await (await s.find('[data-piece=crab]')).click();
    const long = 'Crustaceanwithoutanyspaces'.repeat(7).slice(0, 180);
    const label = await s.driver.findElement(By.xpath('//aside//label[.="Name"]/following-sibling::input'));
    await label.sendKeys(Key.chord(Key.CONTROL, 'a'), long, Key.ENTER);
    const title = await s.find('header input');
    await title.sendKeys(Key.chord(Key.CONTROL, 'a'), `Harbour ${long}`, Key.ENTER);
    await s.settled();
    await s.holds('saved', async () => (await s.text('header [role=status]')) === 'Saved');
    await s.size(390, 844);
    for (const station of STATIONS) {
      await s.station(station);
      expect(await s.overflows(), station).to.equal(false);
    }
    await s.go('/');
    await s.find('[data-project]');
    expect(await s.overflows(), 'home').to.equal(false);
    await s.size(1280, 800);
  });
});
