import { expect } from 'chai';
import { sweep } from '../cases';
import { Session } from './browser';

describe('one meaning of size, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());

  /** The background’s own fold, with nothing in hand. */
  const background = async (): Promise<void> => {
    await s.run(
      `document.querySelector('svg[data-flipped]').dispatchEvent(new MouseEvent('click', { bubbles: true }))`,
    );
    await s.find('[data-fold="Background"]');
    await s.run(`document.querySelector('[data-fold="Background"]').open = true`);
  };
  const made = (): Promise<void> =>
    s.holds('the list is made', async () => (await s.attribute('[data-gathering]', 'data-gathering')) === 'false');

  it('a banner in inches, from the start to the printed list: 18 × 60 finished, 19 × 61 of cloth, five strips round it', async function () {
    this.timeout(180_000);
    await s.go('/');
    await s.press('New project');
    await s.type('Name (if you know it already)', 'HARBOUR FAIR');
    await s.press('Continue');
    await s.choose('Banner');
    await s.choose('inches');
    await s.type('Seam allowance, outside', '1/2');
    await s.holds('the cut size is told', async () => (await s.text('main')).includes('Cut 19" × 61".'));
    // Wider than half of what it is round is refused at the field, and what was typed stays there.
    await s.type('Seam allowance, outside', '10');
    await s.holds('refused', async () => (await s.text('main')).includes('9"'));
    await s.type('Seam allowance, outside', '1/2');
    await s.press('Start now');
    await s.find('[data-planning]');
    await s.press('Word');
    await s.type('Word', 'FAIR', '//dialog');
    const lay = await s.named('Add word', '//dialog');
    await s.holds('it is set', () => lay.isEnabled());
    await lay.click();
    await s.settled();
    await background();
    await (await s.field('Binding')).sendKeys('Ember');
    await s.holds('sizes are told', async () => {
      const lines = await s.text('section[aria-label="Around it"] dl');
      return lines.includes('18" × 60"') && lines.includes('19" × 61"');
    });
    const { ground, around } = (await s.doc('HARBOUR FAIR')).articles[0] ?? {};
    expect(ground).to.include({ seamAllowanceMm: 12.7, squaringMm: 0 });
    expect(ground?.widthMm).to.be.closeTo(18 * 25.4, 1e-9);
    expect(around?.binding).to.include({ wideMm: 63.5, run: 'across' });
    expect(await s.axe()).to.deep.equal([]);
    await s.station('gather');
    await made();
    // 61 in and 5 % more, in quarters of a yard: two yards.
    await s.holds('two yards', async () => (await s.text('[data-need^="fabric:"]')).includes('2 yd off the bolt'));
    await s.press('Shopping list, PDF');
    expect((await s.downloaded('.pdf')).bytes.subarray(0, 5).toString()).to.equal('%PDF-');
    await s.station('board');
    await s.holds('the board begins with the cloth', async () =>
      /Cut the background from .*, 19" × 61"\. That is 18" × 60" finished, with a seam of 1\/2" all round\./.test(
        await s.text('main'),
      ),
    );
  });

  sweep('a thing that is made up is not cut, four blocks are joined, and undo brings it back', async () => {
    await s.visit('harbour-light', 'pattern');
    await background();
    await (await s.field('It is')).sendKeys('ready-made, to buy');
    await s.holds('saved', async () => (await s.doc('Harbour Light')).articles[0]?.ground?.readyMade?.have === 0);
    await s.station('gather');
    await made();
    await s.find('[data-need^="other:made-up"]');
    await s.station('pattern');
    await s.press('Undo');
    await s.holds('undone', async () => (await s.doc('Harbour Light')).articles[0]?.ground?.readyMade === null);
    await s.type('How many to make', '4');
    await (await s.field('The 4 of them')).sendKeys('joined');
    await s.holds('joined, with a seam to join by', async () => {
      const doc = await s.doc('Harbour Light');
      return doc.top?.columns === 2 && doc.articles[0]?.ground?.seamAllowanceMm === 6.35;
    });
    // Two by two of 500 × 700 and the seam.
    await s.holds('told', async () =>
      (await s.text('section[aria-label="Around it"] dl')).includes('101.3 × 141.3 cm'),
    );
    for (let i = 0; i < 2; i++) await s.press('Undo');
    await s.holds('undone', async () => (await s.doc('Harbour Light')).top === null);
  });
});
