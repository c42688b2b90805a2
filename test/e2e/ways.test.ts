import { expect } from 'chai';
import { By } from 'selenium-webdriver';
import { Session } from './browser';

describe('how things are said, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());
  const asked = async (): Promise<number> =>
    (await s.driver.findElements(By.css('section[aria-label="Units and spelling"]'))).length;
  const ticked = (label: string): Promise<string> =>
    s.run(
      `return [...document.querySelectorAll('fieldset')].find((f) => f.querySelector('legend').textContent === arguments[0])
         .querySelector('input:checked').parentElement.textContent`,
      label,
    );

  it('asks once, offers what is usual in the place, and keeps what was chosen', async () => {
    await s.go('/');
    await s.find('section[aria-label="Units and spelling"]');
    // The browser says it is in Britain.
    expect([
      await ticked('Lengths'),
      await ticked('Heat'),
      await ticked('Spelling'),
      await s.value('Currency'),
    ]).to.deep.equal(['cm and mm', '°C', 'British (colour)', 'GBP']);
    expect(await s.run('return document.documentElement.lang')).to.equal('en-GB');
    expect(await s.axe()).to.deep.equal([]);
    await s.choose('°F');
    await s.choose('American (color)');
    await s.run(
      `const list = [...document.querySelectorAll('select')].find((x) => [...x.options].some((o) => o.value === 'USD'));
       Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(list, 'USD');
       list.dispatchEvent(new Event('change', { bubbles: true }));`,
    );
    await s.press('Use these');
    await s.holds(
      'asked no more',
      async () => (await s.run('return document.readyState')) === 'complete' && (await asked()) === 0,
    );
    await s.go('/');
    await s.find('[data-project=harbour-light]');
    expect(await asked()).to.equal(0);
    expect(await s.run('return document.documentElement.lang')).to.equal('en-US');
  });

  it('lengths, heat, spelling and money are four choices: centimeters, °F, American words, dollars; Letter comes first', async () => {
    await s.visit('harbour-light', 'press');
    const press = await s.text('main');
    expect(press).to.match(/\d °F/).and.not.match(/\d °C/);
    expect(press).to.include('parchment paper').and.not.include('baking parchment');
    await s.station('edge');
    expect(await s.text('main'))
      .to.include('Stabilizer')
      .and.not.match(/stabiliser/i);
    await s.station('trace');
    expect(await ticked('Paper')).to.equal('Letter');
    await s.unfold();
    expect(await s.text('main')).to.match(/Letter\s+A4\s+Tabloid\s+A3\s+Roll/);
    await s.station('pattern');
    expect(await s.value('Background width')).to.match(/ cm$/);
    await s.station('gather');
    await s.find('[data-need]');
    expect(await s.text('main')).to.match(/\$\d/);
  });

  it('a word of the trade is asked about where it stands, by keyboard too, and all of them stand on a page that is searched by other names', async () => {
    await s.station('match');
    await s.size(390, 844);
    await s.unfold();
    const term = await s.find('[data-term=liner]');
    await s.run('arguments[0].focus()', term);
    await term.sendKeys('\uE007');
    const note = await s.find('[role=note]:popover-open');
    expect(await note.getText()).to.match(/^Paper backing The paper that the web comes on/);
    expect(await s.overflows()).to.equal(false);
    expect(await s.axe()).to.deep.equal([]);
    await s.size(1280, 800);
    await s.go('/words');
    await s.type('Search the words', 'wadding');
    await s.holds(
      'found by its other name',
      async () => (await s.driver.findElements(By.css('dl [data-term]'))).length === 1,
    );
    expect(await s.text('dl')).to.match(/^Batting\n/);
    await s.type('Search the words', 'zzz');
    expect(await s.text('[role=status]')).to.equal('No word matches “zzz”.');
    await s.press('Clear search');
    await s.holds('all again', async () => (await s.driver.findElements(By.css('dl [data-term]'))).length > 20);
    expect(await s.axe()).to.deep.equal([]);
  });
});
