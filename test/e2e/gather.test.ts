import { expect } from 'chai';
import { By } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';

describe('Gather, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());

  const made = (): Promise<void> =>
    s.holds('the list is made', async () => (await s.attribute('[data-gathering]', 'data-gathering')) === 'false');
  const open = async (project: string): Promise<void> => {
    await s.visit(project, 'gather');
    await s.find('[data-need]');
    await made();
  };
  const row = (key: string): string => `//li[@data-need="${key}"]`;
  const unfold = (key: string): Promise<unknown> =>
    s.run(
      `const d = document.querySelector('[data-need="${key}"] details'); if (!d.open) d.querySelector('summary').click()`,
    );
  const rowText = (key: string): Promise<string> => s.text(`[data-need="${key}"]`);
  /** What it says even where it is folded away. */
  const says = (key: string): Promise<string> =>
    s.run(`return document.querySelector('[data-need="${key}"]').textContent`);
  const cost = async (): Promise<string | null> => s.attribute('[data-cost]', 'data-cost');

  it('lists what Comet pennants take and what to buy, adds it up, and takes the voucher off', async () => {
    await open('comet-pennants');
    expect(await rowText('fabric:night')).to.match(
      /Night cotton\nYou need 17 cm and have none\.\n20 cm off the bolt \(1\.06 m wide\)\n2\.56/,
    );
    // Stiffened through and through, pennants lie any way: 2 × 0.2 m at 12.80 and 14.50, 3 × 0.1 m at 16.90, 11.00 and 16.90; needles, parchment and paper; a fifth off one of 2.90.
    const full = 2 * 2.56 + 2 * 2.9 + 2 * 1.69 + 1.1 + 4.9 + 3.5 + 2.4;
    await s.holds('it is added up', async () => (await cost()) === (full - 2.9 / 5).toFixed(2));
    await s.type('Voucher', '0');
    await s.holds('no voucher', async () => (await cost()) === full.toFixed(2));
    await s.press('Undo');
    await s.holds('the voucher is back', async () => (await cost()) === (full - 2.9 / 5).toFixed(2));
    await s.holds('what an article costs', async () => /Night: \d+\.\d\d by itself/.test(await s.text('aside')));
    expect(await s.axe()).to.deep.equal([]);
  });

  sweep(
    'buys the cheapest: a price changed changes what is bought; a price in words is told and nothing is lost',
    async () => {
      await unfold('fabric:night');
      const quarter = `${row('fabric:night')}//*[@data-offer="fat-quarter"]`;
      await s.type('Price of one', 'three', quarter);
      await s.holds('it says how to write it', async () =>
        (await rowText('fabric:night')).includes('“three” is not a price. Write it like 12.50, or leave it blank.'),
      );
      await s.type('Price of one', '1,50', quarter);
      await s.holds('two fat quarters are cheaper', async () =>
        (await rowText('fabric:night')).includes('2 fat quarters\n3.00'),
      );
      expect(await rowText('fabric:night')).to.match(/Or buy\n30 cm off the bolt \(1\.06 m wide\)3\.84/);
      // It is laid out on both.
      expect((await s.driver.findElements(By.css('[data-need="fabric:night"] figure'))).length).to.equal(2);
      await s.press('Undo');
      await s.holds('off the bolt again', async () =>
        /30 cm off the bolt \(1\.06 m wide\)\n3\.84/.test(await rowText('fabric:night')),
      );
      // Nothing sold at all: told, and the rest of the list stands.
      for (const name of ['by-length', 'fat-quarter', 'long-quarter'])
        await s.run(
          `document.querySelector('[data-need="fabric:spark"] [data-offer="${name}"] input[type=checkbox]').click()`,
        );
      await s.holds('it says so', async () =>
        (await rowText('fabric:spark')).includes('None of the ways it is sold is ticked'),
      );
      expect(await rowText('fabric:night')).to.include('3.84');
      for (let i = 0; i < 3; i++) await s.press('Undo');
      await made();
    },
  );

  it('is ticked with a thumb on a phone, and stays ticked', async () => {
    await s.size(390, 800);
    await open('comet-pennants');
    const box = await s.find('[data-need="fabric:dust"] label');
    const { width, height } = await box.getRect();
    expect(Math.min(width, height)).to.be.at.least(44);
    await box.click();
    await s.holds('struck out', async () => (await s.attribute('[data-need="fabric:dust"]', 'data-ticked')) === 'true');
    expect(await s.overflows()).to.equal(false);
    await s.holds('kept', async () => (await s.stored()).some((r) => r.doc.gathering?.ticked.includes('fabric:dust')));
    await open('comet-pennants');
    expect(await s.attribute('[data-need="fabric:dust"]', 'data-ticked')).to.equal('true');
    expect(await s.text('section[aria-label="What to buy"]')).to.match(/12 of 13 still to find/);
    await s.size(1280, 800);
  });

  it('goes along on one page and as a table', async () => {
    await s.press('Shopping list, PDF');
    const pdf = await s.downloaded('.pdf');
    expect(pdf.bytes.toString('latin1').match(/\/Type\s*\/Page\b/g)).to.have.length(1);
    // One at a time: the button rests until the page is drawn.
    await s.holds('it is drawn', async () => (await s.named('CSV')).isEnabled());
    await s.press('CSV');
    const csv = (await s.downloaded('.csv')).bytes.toString('utf8').split('\n');
    expect(csv[0]).to.equal('what,needed,here,to buy,price,in the basket');
    expect(csv.find((l) => l.startsWith('Stardust batik'))).to.equal(
      'Stardust batik,4 cm,none here,10 cm off the bolt (1.06 m wide),1.69,yes',
    );
    expect(csv).to.have.length.above(15);
  });

  sweep('offers cloth that is here for what is short: looked at, taken, undone', async () => {
    await open('comet-pennants');
    await unfold('fabric:spark');
    await s.press('Glow silk', row('fabric:spark'));
    await s.holds('the picture shows it', async () => (await s.text('dialog')).includes('Glow silk for Spark satin'));
    expect(await s.axe()).to.deep.equal([]);
    await s.press('Cancel', '//dialog');
    expect((await s.doc('Comet pennants')).pieces.some((p) => p.fabricId === 'spark')).to.equal(true);
    await s.press('Glow silk', row('fabric:spark'));
    await s.press('Use it', '//dialog');
    await s.holds('it is not to be bought any more', async () =>
      s.run<boolean>(`return document.querySelector('[data-need="fabric:spark"]') === null`),
    );
    expect((await s.doc('Comet pennants')).pieces.some((p) => p.fabricId === 'spark')).to.equal(false);
    await s.press('Undo');
    await s.find('[data-need="fabric:spark"]');
  });

  sweep('packs bags: what each holds, labels and a sheet for whoever leads', async () => {
    await open('felt-tags');
    await s.run(`document.querySelector('[data-fold="Bags for a class"] summary').click()`);
    await (await s.find('[data-fold="Bags for a class"] textarea')).sendKeys('Ada\nBen\nCleo');
    await s.run('document.activeElement.blur()');
    await s.find('[data-bag] li');
    await made();
    expect(await rowText('fabric:tag-sky')).to.match(/Morning batik\nYou need 51 cm and have none\./);
    const [first] = (await s.text('[data-bag]')).split('\n');
    expect(first).to.match(/^.+: [\d.]+ × [\d.]+ cm$/);
    await made();
    await s.press('Bag labels, PDF');
    await s.downloaded('labels.pdf');
    await s.holds('they are drawn', async () => (await s.named('Teacher’s sheet, PDF')).isEnabled());
    await s.press('Teacher’s sheet, PDF');
    const leader = await s.downloaded('bags.pdf');
    expect(leader.bytes.toString('latin1').match(/\/Type\s*\/Page\b/g)).to.have.length(3);
    expect((await s.doc('Felt luggage tags')).gathering.kits).to.deep.equal(['Ada', 'Ben', 'Cleo']);
    await s.press('Undo');
    await s.holds('no bags', () => s.run<boolean>(`return document.querySelector('[data-bag]') === null`));
  });

  sweep('books what was cut out of project and drawer, with what is left, and puts it back', async () => {
    interface Stocked {
      id: string;
      stockMm?: number;
      stock?: { widthMm: number; heightMm: number; count: number }[];
    }
    const drawer = (table: string): Promise<Stocked[]> =>
      s.driver.executeAsyncScript(`
        const done = arguments[arguments.length - 1];
        const open = indexedDB.open('apple-seam');
        open.onsuccess = () => {
          const all = open.result.transaction('${table}').objectStore('${table}').getAll();
          all.onsuccess = () => { open.result.close(); done(all.result); };
        };`);
    await open('harbour-light');
    const before = await s.doc('Harbour Light');
    const drawerBefore = await drawer('webs');
    await s.press('It is cut');
    await s.press('Yes, it is cut: book it');
    await s.find('[data-taken]');
    const after = await s.doc('Harbour Light');
    const stockOf = (doc: typeof before): number => doc.webs.find((w) => w.id === 'middle-film')!.stockMm;
    expect(stockOf(after)).to.be.below(stockOf(before) - 500);
    const dusk = after.fabrics.find((f) => f.id === 'dusk')!.stock;
    // Of 1100 × 800 mm a ground of 500 × 700 was cut: two rests with their sizes.
    expect(dusk.reduce((sum, x) => sum + x.widthMm * x.heightMm, 0)).to.be.closeTo(1100 * 800 - 500 * 700, 2000);
    await s.holds('the drawer has it too', async () => {
      const web = (await drawer('webs')).find((w) => w.id === 'middle-film');
      return Math.abs((web?.stockMm ?? 0) - stockOf(after)) < 1e-6;
    });
    await made();
    expect(await s.text('section[aria-label="What to buy"]')).to.match(/All of it is here/);
    // Undo is for both of them, and so is Redo.
    await s.press('Undo');
    await s.holds(
      'undone in the drawer',
      async () => JSON.stringify(await drawer('webs')) === JSON.stringify(drawerBefore),
    );
    await s.press('Redo');
    await s.holds('done again in the drawer', async () => {
      const web = (await drawer('webs')).find((w) => w.id === 'middle-film');
      return Math.abs((web?.stockMm ?? 0) - stockOf(after)) < 1e-6;
    });
    expect((await s.doc('Harbour Light')).gathering.taken).to.not.equal(null);
    await open('harbour-light');
    await s.press('Not cut after all');
    await s.holds('it is put back', async () => stockOf(await s.doc('Harbour Light')) === stockOf(before));
    await s.holds(
      'in the drawer too',
      async () => JSON.stringify(await drawer('webs')) === JSON.stringify(drawerBefore),
    );
    expect((await s.doc('Harbour Light')).fabrics).to.deep.equal(before.fabrics);
  });

  sweep('counts lines of one’s own, and what is here of needles', async () => {
    await open('harbour-light');
    await unfold('other:machine-needle');
    await s.type('You have', '4', row('other:machine-needle'));
    await s.holds('enough needles', async () => (await says('other:machine-needle')).includes('and have 4'));
    // Something that no plan knows of.
    await s.press('Add your line');
    await s.type('What else you need', 'Zip, 40 cm');
    await s.press('Add line');
    await s.holds('saved', async () => (await s.doc('Harbour Light')).gathering.own[0]?.name === 'Zip, 40 cm');
    await made();
    await s.press('Undo');
    await s.holds('undone', async () => (await s.doc('Harbour Light')).gathering.own.length === 0);
  });

  sweep('says that nothing is to gather where nothing is', async () => {
    await s.begin();
    await s.station('gather');
    await s.holds('the background is all there is', async () => /To buy|All of it is here/.test(await s.text('main')));
    expect(await s.axe()).to.deep.equal([]);
  });
});
