import { expect } from 'chai';
import { By } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';

describe('The making, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());

  const open = async (station: string): Promise<void> => {
    await s.visit('harbour-light', station);
  };
  const choose = (label: string, value: string, within = 'document'): Promise<unknown> =>
    s.driver.executeScript(
      `const field = [...${within}.querySelectorAll('label')].find((l) => l.textContent.startsWith(arguments[0]));
       const select = field.querySelector('select') ?? document.getElementById(field.htmlFor);
       select.value = arguments[1];
       select.dispatchEvent(new Event('change', { bubbles: true }));`,
      label,
      value,
    );

  it('Press reads as the work is done: fuse cloth by cloth, the crab on the release sheet, then the ground', async () => {
    await open('press');
    const presses = await s.everyPress(async (id) => ({
      id,
      text: await s.text(`[data-ticket="${id}"]`),
      decides: (await s.driver.findElements(By.css(`[data-ticket="${id}"] [data-deciding]`))).length,
    }));
    const fuses = presses.filter((p) => p.id.startsWith('fuse')).map((p) => p.text);
    expect(fuses.join('\n')).to.include('Glow silk').and.include('Foam batik');
    const sheet = presses.find((p) => p.text.includes('Build “Crab”'))!.text;
    const bonds = presses.filter((p) => p.id.startsWith('bond'));
    // The unit is built before it is bonded as one.
    const at = (words: string): number => presses.findIndex((p) => p.text.includes(words));
    expect(at('Build “Crab”')).to.be.within(0, at('Unit “Crab”, as one') - 1);
    const ground = bonds.map((p) => p.text).join('\n');
    expect(sheet)
      .to.include('Build “Crab”')
      .and.match(/Let cool, lift\n\d+ s/);
    expect(ground).to.include('Unit “Crab”, as one');
    expect(ground).to.match(/The slowest place sets the time: .* is on .* pale in the picture/);
    expect(ground).to.match(/So far: \d+ min of work, \d+ min of waiting/);
    expect(bonds.reduce((n, p) => n + p.decides, 0)).to.be.above(2);
    expect(await s.axe()).to.deep.equal([]);
  });

  sweep('each press has its own cover, and undo brings it back', async () => {
    const covers = async (): Promise<(string | undefined)[]> => [
      ...new Set(await s.everyPress(async () => /Cover\n(.*)/.exec(await s.text('article dl'))?.[1])),
    ];
    expect(await covers()).to.have.members(['bare iron', 'baking parchment']);
    await choose('Cover for fusing web', 'press-cloth');
    await s.settled();
    expect(await covers()).to.have.members(['pressing cloth', 'baking parchment']);
    await s.press('Undo');
    await s.settled();
    expect(await covers()).to.have.members(['bare iron', 'baking parchment']);
  });

  it('the look into a stack opens at the place that decides, and another can be chosen', async () => {
    let built = '';
    await s.everyPress(async (id) => {
      if ((await s.text(`[data-ticket="${id}"]`)).includes('Build “Crab”')) built = id;
    });
    await s.openPress(built);
    await s.driver.executeScript("document.querySelector('article[data-ticket] button[aria-expanded]').click()");
    await s.find('article[data-ticket] canvas');
    const options = await s.run<string[]>(
      'return [...document.querySelector("article[data-ticket]").querySelectorAll("select option")].map((o) => o.textContent)',
    );
    const places = options.filter((o) => o.includes(', on ') || o.includes('(decides)'));
    expect(places.filter((o) => o.includes('(decides)'))).to.have.length(1);
    expect(places.length).to.be.above(1);
  });

  it('Layers tells the same order as Press', async () => {
    await open('layers');
    const steps = await s.driver.findElements(By.css('aside ol [data-step]'));
    expect(steps.length).to.be.above(8);
    const texts = await Promise.all(steps.map((e) => e.getText()));
    expect(texts.some((t) => /Bond the unit “Crab” as one/.test(t))).to.equal(true);
  });

  it('a piece gets its own way onto the cloth, alone and with others, and leaves the tracing sheets', async () => {
    await open('pattern');
    await s.run(
      "document.querySelector('[data-piece=tower]').dispatchEvent(new MouseEvent('click', { bubbles: true }))",
    );
    await s.find('aside select');
    await choose('How it is cut', 'cut-from-print');
    await s.settled();
    expect(await s.text('aside')).to.include('Cut freely from the printed side');
    await s.holds('it is kept', async () => JSON.stringify(await s.stored()).includes('"route":"cut-from-print"'));
    await open('trace');
    expect(await s.text('main')).to.not.match(/undefined|NaN/);
    await open('pattern');
    await s.run(
      "document.querySelector('[data-piece=tower]').dispatchEvent(new MouseEvent('click', { bubbles: true }))",
    );
    await choose('How it is cut', 'project');
    await s.settled();
  });

  sweep('picked together they get one way, and undo gives it back', async () => {
    await s.run(
      "document.querySelector('[data-piece=crab]').dispatchEvent(new MouseEvent('click', { bubbles: true, shiftKey: true }))",
    );
    await s.holds('two are in hand', async () => (await s.text('aside')).includes('2 things selected'));
    await choose('How it is cut', 'cutter-fabric-up');
    await s.settled();
    const kept = async (): Promise<number> =>
      (JSON.stringify(await s.stored()).match(/"route":"cutter-fabric-up"/g) ?? []).length;
    await s.holds('both are kept so', async () => (await kept()) === 2);
    await s.press('Undo');
    await s.settled();
  });

  sweep('another article stands beside the first, with its own ground and pieces; undo takes it away', async () => {
    // Opened anew, with nothing in hand.
    await s.go('/project/harbour-light/pattern');
    await s.settled();
    await s.press('Add another');
    await s.settled();
    const articles = async (): Promise<number> => (await s.driver.findElements(By.css('[data-article]'))).length;
    await s.holds('two stand side by side', async () => (await articles()) === 2);
    expect(await s.driver.findElements(By.css('main svg[data-flipped] [data-piece]'))).to.have.length.above(0);
    const onPicture = (): Promise<number> =>
      s.run(
        'return document.querySelectorAll("section[aria-label=\\"The picture\\"] div > svg[data-flipped] [role=button]").length',
      );
    expect(await onPicture()).to.equal(0);
    await s.press('Shape', '//*[@aria-label="Add"]');
    await s.press('Add shape', '//dialog');
    await s.settled();
    await s.holds('one piece lies there', async () => (await onPicture()) === 1);
    expect(await s.text('li[data-here=true]')).to.include('1 piece');
    expect(await s.axe()).to.deep.equal([]);
    for (const width of [390, 820, 1280]) {
      await s.size(width, 800);
      expect(await s.overflows(), String(width)).to.equal(false);
    }
    await (await s.find('[data-article=main]')).click();
    await s.holds('the first is looked at again', async () => (await onPicture()) === 36);
    await s.press('Undo');
    await s.press('Undo');
    await s.settled();
    await s.holds('it is one again', async () => (await articles()) === 0);
  });
});
