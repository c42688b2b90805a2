// Pictures for the README: each main view at 1280 × 800, from the demo data.
import { mkdirSync, writeFileSync } from 'node:fs';
import { By } from 'selenium-webdriver';
import { Session } from './browser';

const FOLDER = 'docs/screenshots';
mkdirSync(FOLDER, { recursive: true });
const s = await Session.open();
const shoot = async (name: string): Promise<void> => {
  await s.driver.sleep(500);
  writeFileSync(`${FOLDER}/${name}.png`, await s.driver.takeScreenshot(), 'base64');
};
const open = async (station: string): Promise<void> => {
  await s.go(`/project/harbour-light/${station}`);
  await s.settled();
};
/** A piece's middle may lie under another piece, so the click is sent to it straight. */
const pick = async (piece: string): Promise<void> => {
  await s.driver.executeScript(
    "arguments[0].dispatchEvent(new MouseEvent('click', { bubbles: true }))",
    await s.find(`[data-piece=${piece}]`),
  );
};

try {
  await s.go('/');
  await s.find('[data-project]');
  await shoot('home');
  await s.go('/start');
  await s.named('Continue');
  await (await s.find('[data-thing=word] input')).click();
  await s.type('Name (if you know it already)', 'HARBOUR');
  await shoot('start');
  await open('pattern');
  await pick('tower');
  await shoot('pattern');
  await open('layers');
  await pick('cliff');
  await shoot('layers');
  await s.go('/project/comet-pennants/layers');
  await s.settled();
  await shoot('two-sided');
  await s.go('/project/felt-tags/pattern');
  await s.settled();
  await shoot('framed');
  await s.go('/project/lemon-pot/pattern');
  await s.settled();
  const ways = await s.field('How pieces are cut');
  await ways.findElement(By.xpath('.//option[.="Cutting machine, fabric up"]')).click();
  await s.settled();
  await s.go('/project/lemon-pot/trace');
  await s.settled();
  await s.press('mats of the machine');
  await s.find('[data-mat="1"]');
  await shoot('mats');
  await s.press('Undo');
  await s.settled();
  await open('match');
  await shoot('match');
  await s.go('/drawer');
  await s.find('[data-thing=glow]');
  await shoot('drawer');
  const { bookOfDemo } = await import('../book-of-demo');
  await s.go('/book');
  await s.named('Import a book');
  await s.give('book.json', JSON.stringify(bookOfDemo()), '.json,application/json', 'main');
  await s.holds('the book', async () => /is believed to be/.test(await s.text('main')));
  await shoot('book');
  await open('trace');
  await s.find('[data-answer]');
  await shoot('trace');
  await s.press('layout on web and fabric');
  await s.press('Nest');
  await s.find('[data-layout]');
  await s.holds('it has ended', async () => (await s.driver.findElements(By.css('[role=progressbar]'))).length === 0);
  await s.settled();
  await shoot('layout');
  await s.press('Undo');
  await s.settled();
  await open('press');
  await shoot('press');
  await s.openPress('bond-1');
  await s.driver.executeScript("document.querySelector('[data-ticket=bond-1] button[aria-expanded]').click()");
  await s.find('[data-ticket=bond-1] canvas');
  await s.driver.executeScript("document.querySelector('[data-ticket=bond-1]').scrollIntoView()");
  await shoot('stack');
  await open('edge');
  await s.find('[data-points]');
  await s.driver.sleep(1500);
  await shoot('edge');
  await s.driver.executeScript(
    "document.querySelector('[data-near] [data-piece=claw-left]').dispatchEvent(new MouseEvent('click', { bubbles: true }))",
  );
  await s.choose('4×');
  await s.driver.executeScript("document.querySelector('[data-near]').scrollIntoView({ block: 'center' })");
  await shoot('stitches');
  await s.go('/project/comet-pennants/gather');
  await s.settled();
  await s.find('[data-cost] [data-article]');
  await s.run(`document.querySelector('[data-need="fabric:night"] summary').click()`);
  await shoot('gather');
  // At the board: on to the first press, its second place.
  await s.size(820, 1180);
  await open('board');
  for (let i = 0; i < 90; i++) {
    const target = await s.find('[data-go]');
    for (const box of await s.driver.findElements(By.css('fieldset input')))
      if (!(await box.isSelected())) await box.click();
    if (/^(?:Next|Same) place/.test(await target.getText())) break;
    if (/^(?:Lift|Open) it now/.test(await target.getText())) await s.driver.sleep(600);
    else await target.click();
  }
  await shoot('board');
  await s.size(390, 844);
  await s.scheme('dark');
  await open('press');
  await shoot('press-phone-evening');
} finally {
  await s.close();
}
