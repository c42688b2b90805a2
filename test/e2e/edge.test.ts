import { expect } from 'chai';
import { By, Key } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';

describe('Edge, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());

  const open = async (project: string): Promise<void> => {
    await s.visit(project, 'edge');
    await s.find('[data-points]');
  };
  const pick = (id: string): Promise<unknown> =>
    s.driver.executeScript(
      `document.querySelector('[data-near] [data-piece="${id}"]').dispatchEvent(new MouseEvent('click', { bubbles: true }))`,
    );
  const points = async (): Promise<number> => Number(await s.attribute('[data-points]', 'data-points'));
  /** How many pixels of the stitches are drawn. */
  const drawn = (): Promise<number> =>
    s.driver.executeScript(`
      const c = document.querySelector('[data-near] canvas');
      const d = c.getContext('2d').getImageData(0, 0, c.width, c.height).data;
      let n = 0;
      for (let i = 3; i < d.length; i += 4) if (d[i] > 0) n += 1;
      return n;`) as Promise<number>;

  it('stitches Harbour Light: minutes, changes saved, a spool for each thread, every stitch drawn', async () => {
    await open('harbour-light');
    expect(await s.text('[data-answer]')).to.match(/^About \d+ min of stitching, an estimate\.$/);
    expect(await s.text('[data-reason]')).to.match(
      /^Thread changed 11 times, \d+ fewer than piece by piece; thread cuts: \d+ times\.$/,
    );
    const spools = await s.driver.findElements(By.css('ol > li[data-thread][data-same=false]'));
    expect(spools.length).to.equal(12);
    expect(await spools[0]!.getText()).to.match(/ m on top\nblanket stitch/i);
    expect(await points()).to.be.above(8000);
    expect(await drawn()).to.be.above(3000);
    expect(await s.axe()).to.deep.equal([]);
  });

  it('is played as the machine would go, and held', async () => {
    await s.press('Sew it');
    await s.holds('it says what the needle does', async () =>
      /: (stitching|needle down|begin here)/.test(await s.text('[data-near] ~ [role=status]')),
    );
    await s.press('Hold');
    const soFar = await drawn();
    const slider = await s.find('input[type=range]');
    const at = Number(await slider.getAttribute('value'));
    expect(at).to.be.within(1, (await points()) - 1);
    // Back to the beginning less stands there, at the end everything.
    await slider.sendKeys(Key.HOME);
    await s.holds('less is sewn', async () => (await drawn()) < soFar);
    await slider.sendKeys(Key.END);
    await s.holds('all is sewn', async () => (await drawn()) > soFar);
  });

  it('seen four times as large it can be moved by keys, and every turn is marked', async () => {
    await pick('claw-left');
    await s.choose('4×');
    const view = await s.find('[data-near=close]');
    const box = (): Promise<string> =>
      s.driver.executeScript("return document.querySelector('[data-near] svg').getAttribute('viewBox')");
    const before = await box();
    await view.sendKeys(Key.ARROW_RIGHT);
    await s.holds('it moved', async () => (await box()) !== before);
    expect(await s.text('[data-line=claw-left]')).to.match(
      /23\.5 cm that shows, \d+ stitches; begin at the edge of the piece over it; 2 turns at points, 3 at inside corners, \d+ on curves; .* m of top thread/s,
    );
    await s.choose('whole');
  });

  it('a piece gets an edge and a thread of its own; the making follows, and undo takes it back', async () => {
    await (await s.field('Own edge')).sendKeys('satin');
    await s.settled();
    await s.holds(
      'a satin setting',
      async () => (await s.driver.findElements(By.css('article[data-edge=satin]'))).length === 1,
    );
    expect(await s.text('article[data-edge=satin]')).to.match(/width 2\.5, length 0\.38/);
    expect(await s.text('[data-line=claw-left]')).to.include('stabiliser');
    await s.press('Undo');
    await s.settled();
    await s.holds(
      'as before',
      async () => (await s.driver.findElements(By.css('article[data-edge=satin]'))).length === 0,
    );
  });

  it('a stretch of an outline is left out, by its letters', async () => {
    await pick('door');
    await s.driver.executeScript("document.querySelector('[aria-label^=Edge] details summary').click()");
    const length = async (): Promise<number> =>
      Number(/([\d.]+) cm that shows/.exec(await s.text('[data-line^=door]'))?.[1]);
    const whole = await length();
    await s.driver.executeScript(
      "[...document.querySelectorAll('button')].find((b) => b.textContent === 'Apply').click()",
    );
    await s.settled();
    await s.holds('less of it is stitched', async () => (await length()) < whole - 2);
    await s.press('Undo');
    await s.settled();
    await s.holds('all of it again', async () => (await length()) === whole);
  });

  it('how it is stitched changes order and thread; a size that jams is said', async () => {
    await s.choose('one for all');
    await s.settled();
    await s.holds('one thread', async () => (await s.text('[data-reason]')).includes('One thread for all'));
    await s.choose('matching the fabric');
    await s.settled();
    await s.driver.executeScript("document.querySelector('article[data-edge] details summary').click()");
    await s.type('Width', '0.3');
    await s.settled();
    await s.holds('it jams', async () => /jams/.test(await s.text('[data-line^=door]')));
    await s.press('Use ours again');
    await s.settled();
    await s.holds('nothing jams', async () => !/jams/.test(await s.text('[data-line^=door]')));
  });

  sweep('a cloth takes the edge that suits it', async () => {
    await s.visit('comet-pennants', 'edge');
    await s.find('article[data-best]');
    const take = await s.driver.findElements(By.xpath("//article//button[starts-with(., 'Use ')]"));
    expect(take.length).to.be.above(0);
    const row = await take[0]!.findElement(By.xpath('./ancestor::article'));
    const best = await row.getAttribute('data-best');
    await take[0]!.click();
    await s.settled();
    const doc = await s.doc('Comet pennants');
    expect(doc.edging.cloths.map((c) => c.edge)).to.deep.equal([best]);
  });

  sweep('felt tags are left unstitched, and that is said', async () => {
    await s.visit('felt-tags', 'edge');
    await s.find('[data-points="0"]');
    expect(await s.text('[data-answer]')).to.include('No edge is stitched or painted.');
    expect(await s.text('[data-near] ~ [role=status]')).to.equal('Nothing is stitched here.');
    expect(await s.axe()).to.deep.equal([]);
  });

  sweep('the stitch guide comes as a PDF of several pages', async () => {
    await open('lemon-pot');
    await s.press('Stitch guide, PDF');
    const { bytes } = await s.downloaded('.pdf');
    expect(bytes.subarray(0, 5).toString()).to.equal('%PDF-');
    expect((bytes.toString('latin1').match(/\/Type\s*\/Page\b/g) ?? []).length).to.be.within(4, 8);
  });

  sweep('threads lie in the Drawer, and come from there', async () => {
    await s.go('/drawer#threads');
    await s.press('New thread');
    await s.type('Name', 'Moss green');
    await s.type('Colour', '#7c9a55');
    await s.type('Left', '80 m');
    await s.press('Add to Drawer');
    await open('harbour-light');
    await s.press('Add a thread from the Drawer');
    await s.settled();
    await s.holds('the turf has its thread', async () => (await s.text('aside')).includes('Moss green'));
    expect(await s.text('aside')).to.not.include('None of your threads matches green');
  });

  sweep('fits a phone', async () => {
    const small = await Session.open(390, 844);
    try {
      await small.go('/project/lemon-pot/edge');
      await small.settled();
      await small.find('[data-points]');
      expect(await small.overflows()).to.equal(false);
      expect(await small.axe()).to.deep.equal([]);
    } finally {
      await small.close();
    }
  });
});
