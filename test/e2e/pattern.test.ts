import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { expect } from 'chai';
import { By, Key } from 'selenium-webdriver';
import { Origin } from 'selenium-webdriver/lib/input.js';
import { sweep } from '../cases';
import { Session } from './browser';
import { png } from './png';

describe('the Pattern station, tried as a new user would', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
    mkdirSync(s.downloads, { recursive: true });
    await s.begin();
  });
  after(() => s.close());

  const pieces = async (): Promise<number> => (await s.driver.findElements(By.css('section [data-piece]'))).length;
  const closeDialog = async (): Promise<void> => {
    await s.press('Cancel', '//dialog');
    await s.holds('the dialog is gone', async () => (await s.driver.findElements(By.css('dialog'))).length === 0);
  };

  it('types a word, fits it in a measured box, and it lies centred', async () => {
    await s.press('Word');
    await s.type('Word', 'LANTERN', '//dialog');
    await s.type('Box width', '12 in', '//dialog');
    await s.type('Box height', '9 cm', '//dialog');
    await s.holds('it says what stops it', async () =>
      /30\.5 cm wide, .* its width is what stops it.* 6 templates for 7 letters \(N ×2\)/.test(
        await s.text('dialog [role=status]'),
      ),
    );
    await s.press('Add word', '//dialog');
    await s.holds('seven letters', async () => (await pieces()) === 7);
    expect(await s.text('aside h2')).to.equal('“LANTERN”');
    expect(await s.attribute('[data-templates]', 'data-templates')).to.equal('6');
    const box = (await s.driver.executeScript(
      'const r=[...document.querySelectorAll("section [data-piece] > g > path:first-child")].map(e=>e.getBoundingClientRect());const g=document.querySelector("section svg[data-flipped] > g > path").getBoundingClientRect();return {mid:(Math.min(...r.map(b=>b.left))+Math.max(...r.map(b=>b.right)))/2, ground:g.left+g.width/2}',
    )) as { mid: number; ground: number };
    expect(box.mid).to.be.closeTo(box.ground, 1.5);
  });

  it('lets the word be retyped, as one thing', async () => {
    await s.press('Change the word');
    await s.type('Word', 'LAMP', '//dialog');
    await s.holds('four letters', async () => (await s.text('dialog [role=status]')).includes('for 4 letters'));
    await s.press('Change word', '//dialog');
    await s.holds('four pieces', async () => (await pieces()) === 4);
    expect(await s.text('aside h2')).to.equal('“LAMP”');
    await s.press('Undo');
    await s.holds('seven again', async () => (await pieces()) === 7);
  });

  sweep('sets a face as heavy as is wanted, and a script that joins from a font of one’s own', async () => {
    await s.press('Word');
    await s.type('Word', 'HI', '//dialog');
    await s.choose('Plain, any weight', '//dialog');
    await s.find('dialog input[type=range]');
    const outline = (): Promise<string> =>
      s.run('return document.querySelector("dialog svg[role=img] path")?.getAttribute("d") ?? ""');
    await s.holds('the word in it', async () => (await s.text('dialog [role=status]')).includes('for 2 letters'));
    const heavy = await outline();
    await s.run(`const slider = document.querySelector('dialog input[type=range]');
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(slider, slider.min);
      slider.dispatchEvent(new Event('input', { bubbles: true }));`);
    await s.holds('thinner strokes', async () => (await outline()) !== heavy);
    const many = createRequire(import.meta.url).resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf');
    await s.give('many.ttf', readFileSync(many), '.ttf');
    await s.holds('its own face is offered', async () => (await s.text('dialog')).includes('many'));
    await s.type('Word', 'سلام', '//dialog');
    // Meem stands alone; what is left of the word hangs together.
    await s.holds('two pieces', async () =>
      (await s.text('dialog [role=status]')).includes('2 templates for 2 letters'),
    );
    await closeDialog();
  });

  it('says what a word lacks', async () => {
    await s.press('Word');
    await s.type('Word', '漢', '//dialog');
    await s.holds('which character', async () => (await s.text('dialog [role=alert]')).includes('has no “漢”'));
    await s.give('mine.ttf', 'no font at all', '.ttf');
    await s.holds('a broken font', async () => (await s.text('dialog')).includes('cannot be read as a font'));
    await closeDialog();
  });

  it('adds a moon from the shelf, by its measurements', async () => {
    await s.press('Shape', '//*[@aria-label="Add"]');
    await s.press('Crescent moon', '//dialog');
    await s.type('Across', '80 mm', '//dialog');
    await s.type('Thickest', '79 mm', '//dialog');
    expect(await s.text('dialog [role=alert]')).to.include('Make it thinner');
    await s.type('Thickest', '24 mm', '//dialog');
    await s.press('Add shape', '//dialog');
    await s.holds('one more', async () => (await pieces()) === 8);
    expect(await s.text('aside h2')).to.equal('Crescent moon (8)');
  });

  it('places it by typed distances, resizes it with its aspect kept, turns it', async () => {
    await s.type('From the right edge', '20 mm');
    await s.type('From the top edge', '1 in');
    await s.holds('20 mm from the right', async () => (await s.value('From the right edge')) === '2 cm');
    expect(await s.value('From the top edge')).to.equal('2.54 cm');
    const [w, h] = [
      Number.parseFloat(await s.value('Width (height follows)')),
      Number.parseFloat(await s.value('Height (width follows)')),
    ];
    await s.type('Height (width follows)', '120 mm');
    await s.holds(
      'grown',
      async () => Math.abs(Number.parseFloat(await s.value('Width (height follows)')) - (w * 12) / h) < 0.02,
    );
    await s.type('Turned clockwise', '30');
    await s.holds('turned', async () => (await s.value('Turned clockwise')) === '30°');
    for (let i = 0; i < 4; i++) await s.press('Undo');
    await s.holds('as it was', async () => (await s.value('Turned clockwise')) === '0°');
  });

  it('drags with snapping, and the handle turns it', async () => {
    const piece = await s.find('section [data-piece]:last-of-type');
    const before = await s.value('From the left edge');
    await s.driver
      .actions()
      .move({ origin: piece, x: -30 })
      .press()
      .move({ origin: piece, x: -60, y: 40 })
      .move({ origin: piece, x: -90, y: 60 })
      .perform();
    expect(await s.text('output')).to.match(/from the left/);
    await s.driver.actions().release().perform();
    await s.holds('moved', async () => (await s.value('From the left edge')) !== before);
    // Lines that caught are put away whole: nothing sticks out of a window that is made narrower.
    await s.size(390, 844);
    await s.holds('nothing sticks out', async () => !(await s.overflows()));
    await s.size(1280, 800);
    const handle = await s.find('[data-handle=turn]');
    // The handle is put away while it is held: later moves are told from where the pointer is.
    const { POINTER: origin } = Origin;
    await s.driver
      .actions()
      .move({ origin: handle })
      .press()
      .move({ origin, x: 60, y: 40 })
      .move({ origin, x: 30, y: 50 })
      .release()
      .perform();
    await s.holds('turned', async () => (await s.value('Turned clockwise')) !== '0°');
    await s.press('Undo');
    await s.press('Undo');
    await s.holds('back', async () => (await s.value('From the left edge')) === before);
  });

  it('lies where it was let go, also when a busy page tells of no move in between', async () => {
    const left = async (): Promise<number> => 10 * Number.parseFloat(await s.value('From the left edge'));
    const before = await left();
    const perPx = await s.run<number>(
      `const piece = document.querySelector('section [data-piece]:last-of-type');
       const { x, y, width, height } = piece.getBoundingClientRect();
       const at = (type, dx) => piece.dispatchEvent(new PointerEvent(type, {
         pointerId: 1, pointerType: 'mouse', isPrimary: true, bubbles: true, altKey: true, button: 0,
         clientX: x + width / 2 + dx, clientY: y + height / 2,
       }));
       at('pointerdown', 0);
       at('pointerup', -40);
       return 1 / piece.ownerSVGElement.getScreenCTM().a;`,
    );
    await s.holds('40 px further left', async () => Math.abs((await left()) - before + 40 * perPx) < 0.1);
    await s.press('Undo');
    await s.holds('back', async () => (await left()) === before);
  });

  it('makes copies and mirrored copies, lines several up, takes them away', async () => {
    await s.press('Reversed copy');
    await s.holds('one more', async () => (await pieces()) === 9);
    const list = await s.driver.findElements(By.css('section [data-piece]'));
    await s.driver.actions().keyDown(Key.SHIFT).click(list[2]!).keyUp(Key.SHIFT).perform();
    await s.holds('two things', async () => (await s.text('aside h2')) === '2 things selected');
    await s.press('Top edges');
    await s.press('Delete');
    await s.holds('the moon alone', async () => (await pieces()) === 1);
    for (let i = 0; i < 2; i++) await s.press('Undo');
    await s.press('Undo');
    await s.holds('word and moon', async () => (await pieces()) === 8);
  });

  sweep('brings in an SVG: sized, one fabric a fill, and it says what was left out', async () => {
    await s.press('Drawing');
    await s.give('no.svg', 'hello', '.svg');
    await s.holds('no SVG', async () => (await s.text('dialog [role=alert]')).includes('not a sound SVG'));
    await s.give(
      'signal.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 50"><script>document.title="hacked"</script><g fill="#226644"><path d="M0 0H40V50H0Z"/><circle cx="70" cy="25" r="20"/></g><rect x="45" width="6" height="50" fill="#aa3311"/><text x="3" y="40" font-size="20" fill="#aa3311">no</text></svg>',
      '.svg',
    );
    await s.holds('three shapes and two letters', async () =>
      (await s.text('dialog [role=status]')).startsWith('5 pieces'),
    );
    expect(await s.text('dialog'))
      .to.match(/One text was set in a face that is here/)
      .and.match(/not run/);
    await s.press('set the width', '//dialog');
    await s.type('Wide', '10 cm', '//dialog');
    await s.holds('100 mm wide', async () => (await s.text('dialog [role=status]')).includes('10 cm wide'));
    await s.press('Add drawing', '//dialog');
    await s.holds('five more', async () => (await pieces()) === 13);
    expect(await s.driver.getTitle()).to.not.include('hacked');
    expect(await s.text('aside'))
      .to.include('5 things selected')
      .and.include('Cotton, #226644');
  });

  sweep('reads 2,000 paths within 2 s, with a way to cancel', async function () {
    this.timeout(480_000);
    const paths = Array.from(
      { length: 2000 },
      (_, i) => `<path fill="#${String(i % 7).repeat(6)}" d="M${(i % 50) * 4} ${Math.floor(i / 50) * 4}h3v3h-3z"/>`,
    ).join('');
    await s.press('Drawing');
    const file = path.join(s.downloads, 'many.svg');
    writeFileSync(file, `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 160">${paths}</svg>`);
    await (await s.find('dialog input[accept*=".svg"]')).sendKeys(file);
    await s.holds('too many for what is left, or read', async () =>
      /2,000 shapes|2000 pieces/.test(await s.text('dialog')),
    );
    await closeDialog();
  });

  sweep('shows the pieces on a photo of one’s own cloth, at true size', async () => {
    await s.press('Done');
    await s.press('Crescent moon (8)', '//aside');
    await s.press('Use a photo of this fabric');
    await s.give(
      'cloth.png',
      png(120, 80, (x, y) => ((Math.floor(x / 10) + Math.floor(y / 10)) % 2 ? 60 : 200)),
      'image/png',
    );
    await s.type('Width of fabric in the photo', '60 mm', '//dialog');
    await s.press('Use this photo', '//dialog');
    await s.holds(
      'the photo is there',
      async () => (await s.driver.findElements(By.css('section pattern[width="60"] image'))).length > 0,
    );
    const slide = await s.find('[aria-label="Print under the piece"]');
    await slide.sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await s.holds('slid by two', async () =>
      (await s.attribute('[aria-label="Print under the piece"]', 'aria-description'))!.startsWith('2 mm across'),
    );
    await s.press('Scan or photo');
    const huge = png(8, 8, () => 255);
    huge.writeUInt32BE(8000, 16);
    huge.writeUInt32BE(5000, 20);
    await s.give('huge.png', huge, 'image/png');
    await s.holds('40 megapixels', async () => (await s.text('dialog [role=alert]')).includes('40 megapixels'));
    await closeDialog();
  });

  sweep('traces a scan, keeps the regions chosen, and leaves the picture as an underlay', async function () {
    this.timeout(480_000);
    const before = await pieces();
    const frame = (x: number, y: number, l: number, t: number, side: number): boolean =>
      x >= l &&
      x < l + side &&
      y >= t &&
      y < t + side &&
      !(x >= l + 8 && x < l + side - 8 && y >= t + 8 && y < t + side - 8);
    await s.press('Scan or photo');
    await s.give(
      'scan.png',
      png(400, 300, (x, y) => (frame(x, y, 40, 40, 160) || frame(x, y, 240, 60, 120) ? 30 : 240)),
      'image/png',
    );
    await s.find('dialog img');
    await s.type('Distance between them', '120 mm', '//dialog');
    await s.press('Trace it', '//dialog');
    await s.holds('two regions', async () => (await s.text('dialog')).includes('2 of 2 regions are kept'));
    const regions = await s.driver.findElements(By.css('dialog [aria-label^="Region"]'));
    await regions[1]!.click();
    await s.holds('one kept', async () => (await s.text('dialog')).includes('1 of 2 regions'));
    await s.press('Add piece', '//dialog');
    await s.holds('one more piece', async () => (await pieces()) === before + 1);
    // The two points lie 60 % of 400 px apart and stand for 120 mm: half a millimetre a pixel. The larger frame is 152 px to the middle of its line.
    expect(await s.value('Width (height follows)')).to.match(/^7\.[567]\d* cm$/);
    await s.press('Done');
    await s.unfold();
    expect(await s.text('aside')).to.include('Underlay');
  });

  it('measures with the tape', async () => {
    await s.press('Tape measure');
    const cloth = await s.find('section svg[data-flipped]');
    await s.driver
      .actions()
      .move({ origin: cloth, x: -100, y: -80 })
      .press()
      .move({ origin: cloth, x: 0, y: -80 })
      .move({ origin: cloth, x: 60, y: -80 })
      .release()
      .perform();
    expect(Number(await s.attribute('[data-tape]:not(div)', 'data-tape'))).to.be.above(50);
    await s.press('Tape measure');
  });

  it('gives the ground a size, a shape, seams and creases', async () => {
    await (await (await s.field('Common sizes')).findElement(By.css('option[value="Fat quarter"]'))).click();
    await s.holds('a fat quarter', async () => (await s.value('Background width')) === '55.88 cm');
    await (await (await s.field('Shape')).findElement(By.css('option[value=oval]'))).click();
    await s.type('Seam allowance, outside', '1/4 in');
    await s.type('Folds across', '2');
    await s.settled();
    await s.holds(
      'three creases',
      async () => (await s.driver.findElements(By.css('section path[class*=crease]'))).length === 3,
    );
    // The finished edge on the cloth as it is cut, pale within dark.
    expect(await s.driver.findElements(By.css('section g[class*=finished] path'))).to.have.length(2);
  });

  sweep('undoes all of it, step by step, and does it again', async function () {
    this.timeout(480_000);
    const after = await pieces();
    for (let i = 0; i < 60 && (await (await s.named('Undo')).isEnabled()); i++) await s.press('Undo');
    expect(await pieces()).to.equal(0);
    for (let i = 0; i < 60 && (await (await s.named('Redo')).isEnabled()); i++) await s.press('Redo');
    expect(await pieces()).to.equal(after);
  });

  it('survives a reload, and passes axe with its dialogs open', async function () {
    this.timeout(480_000);
    await s.holds('saved', async () => (await s.text('header [role=status]')) === 'Saved');
    const before = await pieces();
    await s.driver.navigate().refresh();
    await s.settled();
    expect(await pieces()).to.equal(before);
    for (const name of ['Word', 'Shape', 'Drawing', 'Scan or photo']) {
      await s.press(name);
      await s.find('dialog h2');
      expect(await s.axe(), name).to.deep.equal([]);
      await closeDialog();
    }
  });
});
