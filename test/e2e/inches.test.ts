import { expect } from 'chai';
import { By } from 'selenium-webdriver';
import { THOROUGH } from '../cases';
import { Session } from './browser';

/** The words on screen, and what fields hold. */
const SAID = `return document.body.innerText + '\\n' +
  [...document.querySelectorAll('input:not([type=file]):not([type=color]):not([type=radio]):not([type=checkbox]):not([type=range])')].map((i) => i.value + ' ' + i.placeholder).join('\\n') +
  '\\n' + [...document.querySelectorAll('svg text')].map((t) => t.textContent).join('\\n');`;
/** Figures in metric or in imperial units; g/m² is what web is called by everywhere, and a file's headings are its own. */
const METRIC = /\d ?(?:mm|cm|m|cm²|m²)(?![a-zA-Z²/·])|\d ?°C/;
const IMPERIAL = /\d ?(?:"|″|in\b|yd\b)|\d ?°F|sq (?:in|yd)/;

describe('one system of units, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());
  const saved = (): Promise<void> => s.holds('saved', async () => (await s.text('header [role=status]')) === 'Saved');

  // A figure that does not ask for the project's units is written in millimetres: a project in inches finds it.
  const PROJECTS = [['in', METRIC] as const, ...(THOROUGH ? [['mm', IMPERIAL] as const] : [])];
  for (const [units, other] of PROJECTS)
    it(`a project in ${units === 'in' ? 'inches' : 'millimetres'} says nothing in the other units, on any screen`, async function () {
      this.timeout(180_000);
      const clean = async (where: string): Promise<void> => {
        const said = (await s.run<string>(SAID)).replaceAll('g/m²', '');
        expect(
          said.split('\n').filter((line) => other.test(line)),
          where,
        ).to.deep.equal([]);
      };
      const unfold = (): Promise<void> => s.run('for (const d of document.querySelectorAll("details")) d.open = true;');
      // Lengths and heat are two choices: here they go together.
      await s.go('/');
      await s.press('Units');
      await s.choose(units === 'in' ? '°F' : '°C', '//dialog');
      await s.press('Save', '//dialog');
      await s.holds('kept', async () => (await s.driver.findElements(By.css('dialog'))).length === 0);
      await s.visit('harbour-light', 'pattern');
      await s.choose(units === 'in' ? 'inches' : 'cm and mm');
      await s.settled();
      await saved();
      await clean('the background');
      await s.run(
        `[...document.querySelectorAll('[data-piece=door]')].at(-1).dispatchEvent(new MouseEvent('click', { bubbles: true }))`,
      );
      await clean('a piece');
      const dialogs: Readonly<Record<string, readonly string[]>> = {
        pattern: ['Word', 'Shape', 'Drawing', 'Scan or photo'],
        trace: ['Measure the printer', 'Check a traced sheet', 'Try a cutting machine'],
        press: ['Measure my iron', 'Weigh my pressure'],
        match: ['New web', 'What if?'],
        layers: [],
        edge: [],
        gather: [],
      };
      for (const [station, opens] of Object.entries(dialogs)) {
        await (await s.find(`nav[aria-label=Stations] a[href$="/${station}"]`)).click();
        await s.settled();
        await unfold();
        await clean(station);
        for (const name of opens) {
          await s.press(name);
          await s.find('dialog');
          await clean(name);
          await s.run('document.querySelector("dialog").close()');
          await s.holds('closed', async () => (await s.driver.findElements(By.css('dialog'))).length === 0);
        }
      }
      await (await s.find('[data-snags]')).click();
      await clean('snags');
      // The Drawer keeps to the units chosen last in the same way whichever they are: its editors are read in inches.
      if (units === 'mm') return;
      await s.go('/drawer');
      for (const kind of ['fabrics', 'webs', 'threads', 'irons', 'covers', 'surfaces']) {
        await s.run('document.querySelector("dialog")?.close(); location.hash = arguments[0]', kind);
        await s.find(`a[aria-current][href="#${kind}"]`);
        await s.find('[role=table]');
        await clean(`drawer ${kind}`);
        await (await s.find('[data-thing] [data-column=name] button')).click();
        await s.find('dialog');
        await unfold();
        await clean(`editor of ${kind}`);
      }
    });
});
