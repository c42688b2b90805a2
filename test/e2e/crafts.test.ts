import { expect } from 'chai';
import { By, Key } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';

describe('crafts beyond the picture on a ground, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());
  const made = async (how: string): Promise<void> => {
    await s.unfold();
    await s.driver
      .findElement(By.xpath(`//label[.="How it is made"]/following-sibling::select/option[.="${how}"]`))
      .click();
    await s.settled();
  };

  it('the felt luggage tags: from their answers to ruled sheets, plug and a press from both sides', async () => {
    await s.visit('felt-tags', 'pattern');
    await s.unfold();
    expect(await s.text('aside')).to.include(
      'One sheet gives 14 tiles, cut along shared lines. You need 2 sheets of felt for 6',
    );
    await s.type('How many', '20');
    await s.holds('twenty', async () => (await s.doc('Felt luggage tags')).articles[0]!.count === 20);
    expect(await s.text('aside')).to.include('4 sheets of felt for 20 backs and frames');
    await s.type('Window width', '60 mm');
    await s.settled();
    await (await s.find('[data-snags]')).click();
    expect(await s.text('dialog')).to.match(/Only 5 mm of rim is left around the window/);
    await s.press('Close', '//dialog');
    await s.press('Undo');
    await s.settled();
    await s.station('press');
    const work = (await s.everyPress((id) => s.text(`[data-ticket="${id}"]`))).join('\n');
    expect(work).to.match(/its cut-out back in as a plug/);
    expect(work).to.match(/half from each side/);
    expect(work).to.not.include('would not work');
    await s.station('trace');
    await s.press('PDF');
    expect((await s.downloaded('.pdf')).bytes.subarray(0, 5).toString()).to.equal('%PDF-');
    expect(await s.axe()).to.deep.equal([]);
  });

  sweep('tags begun from nothing are there at once, with a window; how many the felt gives is asked', async () => {
    await s.go('/start');
    await (await s.find('[data-thing=tag] input')).click();
    await s.type('Name (if you know it already)', 'My tags');
    await s.press('Continue');
    await s.press('Start now');
    await s.settled();
    expect((await s.doc('My tags')).order).to.deep.equal(['back', 'patch', 'frame']);
    await s.unfold();
    await s.press('How many can I make?');
    await s.holds('an answer', async () => /You have enough for \d+/.test(await s.text('aside')));
  });

  sweep('the same made another way: foil motifs, a mending patch, a hem; and back by undo', async () => {
    await s.visit('harbour-light', 'pattern');
    await made('Foil motifs');
    await s.station('press');
    const foil = (await s.everyPress((id) => s.text(`[data-ticket="${id}"]`))).join('\n');
    expect(foil).to.match(/Place Gold foil over all of the glue/);
    await s.station('pattern');
    await made('Mending patch');
    expect(await s.text('aside')).to.match(/The patch is cut .*, with rounded corners/);
    await made('Hem or turning gap');
    expect(await s.text('aside')).to.match(/You have no tape|of web in strips|of Hem tape/);
    expect(await s.axe()).to.deep.equal([]);
    for (let i = 0; i < 3; i++) await s.press('Undo');
    await s.settled();
    expect((await s.doc('Harbour Light')).recipe.id).to.equal('applique');
  });

  sweep(
    'mats of the machine: several cloths on one, moved by keys, turned, a file each that the simulated machine cuts without a fault',
    async () => {
      await s.visit('comet-pennants', 'pattern');
      await s.unfold();
      await s.driver
        .findElement(
          By.xpath('//label[.="How pieces are cut"]/following-sibling::select/option[.="Cutting machine, paper up"]'),
        )
        .click();
      await s.settled();
      await s.station('trace');
      await s.run(
        `[...document.querySelectorAll('label')].find((l) => l.textContent === 'mats of the machine').click()`,
      );
      await s.find('[data-mat="1"]');
      const before = (await s.doc('Comet pennants')).mat.cloths.length;
      const cloth = await s.find('[data-mat="1"] rect[role=button]');
      await s.run('arguments[0].focus()', cloth);
      await s.driver.actions().sendKeys(Key.ARROW_DOWN).perform();
      await s.holds('moved, or there was no room', async () => {
        const status = await s.text('section [role=status]');
        return (await s.doc('Comet pennants')).mat.cloths.length > before || status.includes('no room');
      });
      await s.press('Mat 1, DXF');
      expect((await s.downloaded('.dxf')).bytes.toString()).to.include('POLYLINE');
      await s.press('Watch it cut');
      await s.find('[data-cutter="0"]');
      expect(await s.axe()).to.deep.equal([]);
    },
  );
});
