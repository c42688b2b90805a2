import { expect } from 'chai';
import { By } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';

describe('things of two layers, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());

  it('the Comet pennants: a back to each, glue to glue, from the picture to sheets and tickets', async () => {
    await s.visit('comet-pennants', 'pattern');
    await s.unfold();
    expect(await s.text('aside')).to.include('Every piece that is on no other gets its back');
    expect(await s.text('aside')).to.not.include('It lies on');
    await s.station('layers');
    // Whoever takes nothing in hand is told of the whole, and nothing of a ground.
    const whole = await s.text('[data-reason]');
    expect(whole).to.match(/4 layers of fabric, 4 of web, .* It will feel like .+ there/);
    await s.station('press');
    const work = (await s.everyPress((id) => s.text(`[data-ticket="${id}"]`))).join('\n');
    expect(work).to.not.include('would not work');
    const steps = work;
    expect(steps).to.match(/Place Front, back \(1\) on the board wrong side up, glue facing you\. 5 copies\./);
    expect(steps).to.match(/Place Front \(2\) over it right side up, glue down, edge on edge/);
    expect(steps).to.not.match(/onto the ground/);
    await s.station('trace');
    await s.press('PDF');
    expect((await s.downloaded('.pdf')).bytes.subarray(0, 5).toString()).to.equal('%PDF-');
  });

  sweep(
    'begun from nothing: a pennant lies there with its back; a star on it stays of one layer; its back is chosen',
    async () => {
      await s.go('/start');
      await (await s.find('[data-thing=pennant] input')).click();
      await s.type('Name (if you know it already)', 'Line of flags');
      await s.press('Continue');
      await s.press('Continue');
      expect(await s.text('h1')).to.equal('What is the back made of?');
      await s.press('Start now');
      await s.settled();
      await s.press('Shape', '//*[@aria-label="Add"]');
      await (await s.named('Star', '//dialog')).click();
      await s.press('Add shape', '//dialog');
      await s.settled();
      const pieces = async (): Promise<string[]> => (await s.doc('Line of flags')).order;
      await s.holds('a star on a pennant', async () => (await pieces()).length === 3);
      expect((await pieces()).slice(0, 2)).to.deep.equal(['front-back', 'front']);
      await s.run(
        `[...document.querySelectorAll('[data-piece=front]')].at(-1).dispatchEvent(new MouseEvent('click', { bubbles: true }))`,
      );
      const before = (await s.doc('Line of flags')).pieces.find((p) => p.id === 'front-back')!.fabricId;
      const back = await s.driver.findElement(By.xpath('//fieldset[legend="Back fabric"]//label[.="Sail linen"]'));
      await s.run('arguments[0].click()', back);
      const cloth = async (): Promise<string> => {
        const p = await s.doc('Line of flags');
        return p.fabrics.find((f) => f.id === p.pieces.find((x) => x.id === 'front-back')!.fabricId)!.name;
      };
      await s.holds('the back is of linen', async () => (await cloth()) === 'Sail linen');
      expect(await s.axe(), 'a piece with its back').to.deep.equal([]);
      await s.type('How many', '8');
      await s.holds('eight backs', async () =>
        (await s.doc('Line of flags')).pieces.every((p) => p.count === (p.id.startsWith('front') ? 8 : 1)),
      );
      await s.press('Undo');
      await s.press('Undo');
      await s.holds(
        'as before',
        async () => (await s.doc('Line of flags')).pieces.find((p) => p.id === 'front-back')!.fabricId === before,
      );
    },
  );

  sweep('made another way: foil for the back, trimmed after; and undone', async () => {
    await s.press('Done');
    await s.unfold();
    await s.driver
      .findElement(By.xpath('//label[.="How it is made"]/following-sibling::select/option[.="Fabric and foil"]'))
      .click();
    await s.settled();
    await s.holds('a foil was taken', async () =>
      (await s.doc('Line of flags')).fabrics.some((f) => f.name === 'Gold foil'),
    );
    expect((await s.doc('Line of flags')).order.slice(0, 2)).to.deep.equal(['front', 'front-foil']);
    await s.station('press');
    expect(await s.text('main')).to.match(/metal side up, over all of the glue/);
    await s.press('Undo');
    await s.settled();
    await s.holds('backs again', async () => (await s.doc('Line of flags')).order[0] === 'front-back');
  });
});
