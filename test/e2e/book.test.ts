import { expect } from 'chai';
import { By } from 'selenium-webdriver';
import { bookDoc } from '~/core/keep/book';
import { type Project, type Swatch, swatchSchema } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { Session } from './browser';
import { littleLight } from './little';

/** The little job with an iron that nobody has measured. */
function unmeasured(id: string): Project {
  const p = littleLight(id);
  return { ...p, irons: p.irons.map((i) => ({ ...i, dial: [] })) };
}

describe('the swatch book, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open(390, 844);
  });
  after(() => s.close());

  /** What a ticket says: its heat and its seconds. */
  const figures = async (): Promise<string> => (await s.text('article[data-ticket]')).split('leaflet:')[0] ?? '';

  it('three scraps, entered from a press ticket on a phone, change that ticket, and it says what it stands on', async () => {
    await s.bring(unmeasured('book-scraps'));
    await s.station('press');
    await s.settled();
    const before = await figures();
    expect(before).to.match(/Estimated: try a scrap\./);
    for (const n of [1, 2, 3]) {
      await s.press('Try a scrap', '//article');
      await s.holds('what it will tell', async () => /This press is known to within/.test(await s.text('dialog')));
      if (n === 1) {
        expect(await s.axe(), 'the scrap').to.deep.equal([]);
        expect(await s.overflows()).to.equal(false);
        expect(await (await s.named('Pin it in', '//dialog')).isEnabled()).to.equal(false);
        // Really counted: the iron stands for some tenths of a second.
        await s.press('Iron is down', '//dialog');
        await s.press('Lifted', '//dialog');
        expect(Number.parseFloat(await s.value('Seconds counted', '//dialog'))).to.be.below(5);
      }
      await s.type('Seconds counted', '12', '//dialog');
      await s.choose('Falls off', '//dialog');
      await s.press('Pin it in', '//dialog');
      await s.holds(`swatch ${n} counts`, async () =>
        new RegExp(n === 1 ? '0 of 1 like this held' : `0 of ${n} like this held`).test(await s.text('[data-stands]')),
      );
    }
    const after = await figures();
    expect(after).to.not.equal(before);
    expect(after).to.match(/it was .* before your swatches/);
    // It was not bonded after 12 s: hotter on the dial, or longer.
    expect(await s.attribute('[data-stands]', 'data-stands')).to.equal('swatches');
    expect(await s.overflows()).to.equal(false);
  });

  it('in the book: found, opened, set aside, undone; at 390, 820 and 1280 px', async () => {
    await s.go('/book');
    await s.holds('three', async () => (await s.driver.findElements(By.css('[data-swatch]'))).length === 3);
    expect(await s.text('main')).to.match(/^Swatch book\n3 swatches\./);
    await s.holds('what it taught', async () =>
      /is believed to be \d+ °C, give or take \d+ °C/.test(await s.text('main')),
    );
    for (const width of [390, 820, 1280]) {
      await s.size(width, 844);
      expect(await s.overflows(), `${width} px`).to.equal(false);
    }
    expect(await s.axe()).to.deep.equal([]);
    await s.type('Find', 'velvet');
    await s.holds('none', async () => /None of your swatches is like that/.test(await s.text('main')));
    await s.press('Show all');
    await (await s.find('[data-swatch]')).click();
    expect(await s.axe(), 'a swatch').to.deep.equal([]);
    await s.press('Set it aside', '//dialog');
    await s.holds('aside', async () => (await s.driver.findElements(By.css('[data-aside=true]'))).length === 1);
    await s.press('Undo');
    await s.holds('back', async () => (await s.driver.findElements(By.css('[data-aside=true]'))).length === 0);
    await (await s.find('[data-swatch]')).click();
    await s.press('Take it out', '//dialog');
    await s.holds('two', async () => (await s.driver.findElements(By.css('[data-swatch]'))).length === 2);
    await s.press('Undo');
    await s.holds('three again', async () => (await s.driver.findElements(By.css('[data-swatch]'))).length === 3);
  });

  it('a book comes in without doubles, a wrong file is told of, and both ways out hold it', async () => {
    const kept = await s.run<Swatch[]>(
      `return new Promise((done) => { const open = indexedDB.open('apple-seam'); open.onsuccess = () => {
         open.result.transaction('swatches').objectStore('swatches').getAll().onsuccess = (e) => { open.result.close(); done(e.target.result); };
       }; });`,
    );
    expect(kept).to.have.length(3);
    await s.press('Export a table');
    const table = (await s.downloaded('.csv')).bytes.toString();
    expect(table.trim().split('\n')).to.have.length(4);
    await s.press('Export the book');
    expect(
      JSON.parse((await s.downloaded(`${new Date().toISOString().slice(0, 10)}.json`)).bytes.toString()).swatches,
    ).to.have.length(3);
    const more = swatchSchema.parse({ ...kept[0], id: 'from-a-friend', peel: 3, atMs: 5 });
    const accept = '.json,application/json';
    await s.give('book.json', JSON.stringify(bookDoc({ swatches: [...kept, more], pictures: [] })), accept, 'main');
    await s.holds('four', async () => (await s.driver.findElements(By.css('[data-swatch]'))).length === 4);
    expect(await s.text('[role=status]')).to.match(/1 swatch came in; 3 were here already/);
    await s.give('wrong.json', JSON.stringify({ format: 'apple-seam.drawer' }), accept, 'main');
    await s.holds('told', async () => /format/.test(await s.text('[role=alert]')));
    await s.press('Close', '//*[@role="alert"]/..');
  });

  it('six times “it lifts”, noted at the board before there was a book, move the next bond', async () => {
    const p = unmeasured('book-lifts');
    const plan = planProject(p);
    const bond = plan.press.find((t) => t.stage === 'bond' && t.stop === null);
    const step = plan.making.steps.find((x) => x.ticketId === bond?.id);
    if (!bond || !step) throw new Error('the job has a bond');
    const lifts = Array.from({ length: 6 }, (_, i) => ({
      id: `lift-${i}`,
      atMs: 1_760_000_000_000 + i,
      code: 'edge-lifts' as const,
      kind: step.kind,
      pieceIds: [...step.pieceIds],
      heatC: bond.heat.soleplateC,
      dwellS: bond.dwell.seconds,
    }));
    await s.bring({ ...p, board: { ...p.board, evidence: lifts } });
    await s.visit('book-lifts', 'board');
    await s.settled();
    // What was noted long ago is moved in with the first plan.
    await s.visit('book-lifts', 'press');
    await s.openPress(bond.id);
    await s.holds('the bond stands on what was seen', async () =>
      /0 of 6 like this held/.test(await s.text(`[data-ticket="${bond.id}"] [data-stands]`)),
    );
    expect(await s.text(`[data-ticket="${bond.id}"] [data-stands]`)).to.match(/it was .* before your swatches/);
  });
});
