import { expect } from 'chai';
import { By, Key } from 'selenium-webdriver';
import { Origin } from 'selenium-webdriver/lib/input.js';
import { sweep } from '../cases';
import { Session } from './browser';

describe('the Layers station', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
    await s.go('/');
    await s.find('[data-project]');
    await s.visit('harbour-light', 'layers');
  });
  after(() => s.close());

  const field = async (label: string) =>
    s.driver.findElement(By.xpath(`//label[.=${JSON.stringify(label)}]/following-sibling::input`));
  const type = async (label: string, text: string): Promise<void> =>
    (await field(label)).sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.TAB);

  it('lays the picture down piece by piece, with dotted underlaps', async () => {
    await s.press('how it builds up');
    expect(await s.attribute('[data-laid]', 'data-laid')).to.equal('36');
    const range = await s.find('input[type=range]');
    await range.sendKeys(Key.HOME);
    await s.holds('bare background', async () => (await s.attribute('[data-laid]', 'data-laid')) === '0');
    for (let i = 0; i < 4; i++) await range.sendKeys(Key.ARROW_RIGHT);
    await s.holds(
      'four laid',
      async () => (await s.driver.findElements(By.css('svg[data-laid] [data-piece]'))).length === 4,
    );
    expect(await s.text('output')).to.equal('4 of 36: Cliff');
    expect((await s.driver.findElements(By.css('svg[data-laid] path[class*=dotted]'))).length).to.be.above(1);
  });

  it('shows how thick it is', async () => {
    await s.press('how thick it is');
    expect(
      (await s.driver.findElements(By.css('[aria-label^="Layers of fabric, the background"] li'))).length,
    ).to.be.at.least(3);
    expect(await s.text('[data-reason]')).to.match(/^Stiffest place: \d+ layers of fabric/);
  });

  it('an underlap of its own changes what is traced, and undo brings it back', async () => {
    const traced = async (): Promise<string> => {
      await s.visit('harbour-light', 'trace');
      // The rock hardly runs on beneath the sea where a leg lies on it: there it is made to.
      await s.press('Middle film');
      return (await s.attribute('[data-piece=rock] path', 'd')) ?? '';
    };
    const before = await traced();
    await s.visit('harbour-light', 'layers');
    await type('Tuck-under', '12 mm');
    await s.settled();
    await s.holds('saved', async () => (await s.text('header [role=status]')) === 'Saved');
    expect(await traced()).to.not.equal(before);
    await s.visit('harbour-light', 'layers');
    await type('Tuck-under', '6 mm');
    await s.holds('saved', async () => (await s.text('header [role=status]')) === 'Saved');
    expect(await traced()).to.equal(before);
  });

  it('decides a pair by hand, keeps it when our order is taken, and gives it up', async () => {
    await s.visit('harbour-light', 'layers');
    await s.press('Far sea (3)', '//aside');
    // The first neighbour that lies over it goes under it at a switch.
    await (await s.find('aside [role=switch][aria-checked=true]')).click();
    await s.settled();
    await s.holds('the sea has gone up', async () => !(await s.text('aside p')).includes('Layer 3 of 36'));
    await s.press('Undo');
    await s.holds('and down again', async () => (await s.text('aside p')).includes('Layer 3 of 36'));
    await s.press('Done');
  });

  it('builds a unit first and takes it apart again', async () => {
    const offered = By.xpath('//aside//button[starts-with(normalize-space(.), "Build ")]');
    const built = async (): Promise<number> =>
      (await s.driver.findElements(By.xpath('//aside//button[normalize-space(.)="Take it apart"]'))).length;
    // The crab of the demo is built already.
    expect(await built()).to.equal(1);
    expect(await s.text('aside')).to.match(/Leave the papers on Left legs.* until the unit goes on the background/);
    await s.driver.findElement(offered).click();
    await s.settled();
    await s.holds('the unit is there', async () => (await built()) === 2);
    await s.press('Undo');
    await s.settled();
    await s.holds('the offer is there again', async () => (await built()) === 1);
    await s.press('Take it apart');
    await s.settled();
    await s.holds('apart', async () => (await built()) === 0);
    await s.press('Undo');
    await s.settled();
  });

  it('says how large wadding and backing are', async () => {
    await s.press('Quilted');
    await s.holds('sizes', async () => (await s.text('aside')).includes('Wadding 55 × 75 cm, backing 60 × 80 cm'));
    await s.press('Undo');
  });

  it('cuts hidden cloth away when asked', async () => {
    await s.press('Cliff (4)', '//aside');
    const has = (await s.text('aside')).includes('Hidden fabric');
    if (!has) {
      await s.press('Done');
      await s.press('Tower (6)', '//aside');
    }
    await s.press('Cut it away');
    await s.holds('cut away', async () => (await s.text('aside')).includes('Keep it'));
    await s.press('Undo');
    await s.press('Done');
  });

  it('drags a piece up in the stack', async () => {
    await s.press('stack, from the side');
    const piece = await s.find('section [data-piece=roof]');
    const { POINTER: origin } = Origin;
    await s.driver
      .actions()
      .move({ origin: piece })
      .press()
      .move({ origin, y: -20 })
      .move({ origin, y: -12 })
      .release()
      .perform();
    await s.holds('picked and moved', async () => (await s.text('aside h2')).endsWith('(15)'));
    await s.holds('above where it was', async () => !(await s.text('aside p')).includes('Layer 15 of'));
    await s.press('Undo');
    await s.holds('back', async () => (await s.text('aside p')).includes('Layer 15 of'));
    await s.press('Done');
  });

  sweep('passes axe in each of its views', async function () {
    this.timeout(480_000);
    for (const view of ['stack, from the side', 'how it builds up', 'how thick it is']) {
      await s.press(view);
      expect(await s.axe(), view).to.deep.equal([]);
    }
  });
});
