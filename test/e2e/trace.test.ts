import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from 'chai';
import { By, Key } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';

describe('Trace: layouts, sheets and stand-ins, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());

  const open = async (): Promise<void> => {
    await s.visit('harbour-light', 'trace');
  };
  const length = async (): Promise<number> => Number(await s.attribute('[data-layout]', 'data-length'));
  const nested = async (): Promise<void> => {
    await s.holds('it has ended', async () => (await s.driver.findElements(By.css('[role=progressbar]'))).length === 0);
    await s.settled();
  };

  sweep('nests a web, says what it saves, and undo takes it back', async () => {
    await open();
    await s.press('layout on web and fabric');
    await s.press('Nest');
    await s.find('[data-layout]');
    await nested();
    expect(await s.text('[data-layout]')).to.match(/nested;.*in rows\. Saves \d+ %/s);
    expect(await s.axe()).to.deep.equal([]);
    expect(await (await s.find('svg[data-flipped]')).getAttribute('data-flipped')).to.equal('false');
    await s.press('Show wrong side');
    expect(await s.text('[data-layout]')).to.include('Seen from behind');
    await s.press('Show wrong side');
    await s.press('Undo');
    await s.holds('gone', async () => (await s.driver.findElements(By.css('[data-layout]'))).length === 0);
    await s.press('Redo');
    await s.find('[data-layout]');
  });

  sweep('a dragged shape settles without overlap, is kept, and the rest is nested around it', async () => {
    await s.run(`document.querySelector('[data-part="band-top 0"]').scrollIntoView({ block: 'center' })`);
    const before = await (await s.find('[data-part="band-top 0"]')).getRect();
    const [x, y] = await s.run<[number, number]>(
      `const r = document.querySelector('[data-part="band-top 0"]').getBoundingClientRect();
       return [Math.round(r.x + r.width / 2), Math.round(r.y + r.height / 2)];`,
    );
    await s.driver
      .actions()
      .move({ x, y })
      .press()
      .move({ x: x + 12, y: y + 8 })
      .move({ x: x + 220, y: y + 30 })
      .release()
      .perform();
    await s.holds(
      'it is kept there',
      async () => (await s.attribute('[data-part="band-top 0"]', 'data-locked')) === 'true',
    );
    await s.settled();
    const after = await (await s.find('[data-part="band-top 0"]')).getRect();
    expect(Math.hypot(after.x - before.x, after.y - before.y)).to.be.above(1);
    await s.press('Keep 1, nest the rest');
    await nested();
    expect(await length()).to.be.above(0);
    expect(await s.attribute('[data-part="band-top 0"]', 'data-locked')).to.equal('true');
    await s.press('Unlock it');
    await s.holds('free again', async () => (await s.attribute('[data-part="band-top 0"]', 'data-locked')) === 'false');
  });

  sweep('can be stopped, and keeps the best so far', async () => {
    await s.press('the fabric');
    await s.press('Nest');
    await nested();
    expect(await s.text('[data-layout]')).to.include('covered');
    await s.press('the web');
    await s.press('Nest again');
    await s.press('Cancel');
    await nested();
    expect(await length()).to.be.above(0);
  });

  sweep('exports for a cutting machine, and the simulated one runs it', async () => {
    await s.press('Cutting machine, DXF');
    const dxf = await s.downloaded('.dxf');
    expect(dxf.bytes.toString()).to.include('AC1009');
    await s.press('Try a cutting machine');
    const file = path.join(s.downloads, 'again.dxf');
    mkdirSync(s.downloads, { recursive: true });
    writeFileSync(file, dxf.bytes);
    await (await s.find('dialog input[type=file]')).sendKeys(file);
    await s.find('[data-cutter]');
    expect(await s.text('[data-cutter]')).to.match(/min for .* m of cutting/);
    expect(Number(await s.attribute('[data-cutter]', 'data-cutter'))).to.be.above(0);
    expect(await s.axe()).to.deep.equal([]);
    await (await s.find('dialog')).sendKeys(Key.ESCAPE);
  });

  sweep('the printer is measured once, and sheets are true from then on', async () => {
    await open();
    await s.press('Measure the printer');
    const ruler = await s.attribute('[data-ruler]', 'data-ruler');
    expect(ruler).to.equal('48.5 48.5');
    for (const label of ['The square measures across', 'and down']) {
      const field = await s.driver.findElement(By.xpath(`//dialog//label[.="${label}"]/following-sibling::input`));
      await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '48.5', Key.ENTER);
    }
    await s.holds('true now', async () => (await s.text('[data-ruler]')).includes('That is correct'));
    await s.press('Save');
    await s.holds('allowed for', async () => (await s.text('aside')).includes('own error is corrected'));
    await s.press('Undo');
  });

  sweep('makes templates, overview and cut list', async () => {
    await s.visit('harbour-light', 'trace');
    for (const [name, file] of [
      ['Templates', 'templates'],
      ['Placement overview', 'placement-overview'],
      ['Cut list', 'cut-list'],
    ] as const) {
      await s.press(`${name}, SVG`);
      expect((await s.downloaded('.svg')).name).to.equal(`harbour-light-${file}.svg`);
    }
  });

  sweep('checks a photographed sheet: what is reversed is said', async () => {
    // The layout lists the pieces of all webs.
    await open();
    await s.press('layout on web and fabric');
    await s.find('li[data-piece=roof]');
    // Draws one true and one mirrored outline on a white sheet, 210 mm wide.
    const png = (await s.driver.executeAsyncScript(`
      const done = arguments[0];
      const find = (id) => document.querySelector('li[data-piece=' + id + '] figure path').getAttribute('d');
      const canvas = document.createElement('canvas');
      canvas.width = 1400; canvas.height = 1000;
      const c = canvas.getContext('2d');
      c.fillStyle = '#fff'; c.fillRect(0, 0, 1400, 1000);
      c.lineWidth = 0.8; c.strokeStyle = '#000';
      const box = (d) => { const p = document.createElementNS('http://www.w3.org/2000/svg', 'path'); p.setAttribute('d', d); const v = document.createElementNS('http://www.w3.org/2000/svg', 'svg'); v.appendChild(p); document.body.appendChild(v); const b = p.getBBox(); v.remove(); return b; };
      const k = 1400 / 210;
      const draw = (d, x, y, mirror) => { const b = box(d); c.save(); c.scale(k, k); c.translate(x, y); if (mirror) { c.translate(b.width, 0); c.scale(-1, 1); } c.translate(-b.x, -b.y); c.stroke(new Path2D(d)); c.restore(); };
      draw(find('roof'), 8, 8, false);
      draw(find('letter-3'), 120, 20, true);
      draw(find('legs-left'), 20, 73, false);
      done(canvas.toDataURL('image/png').split(',')[1]);`)) as string;
    const file = path.join(s.downloads, 'sheet.png');
    mkdirSync(s.downloads, { recursive: true });
    writeFileSync(file, Buffer.from(png, 'base64'));
    await s.press('Check a traced sheet');
    await (await s.find('dialog input[type=file]')).sendKeys(file);
    await s.find('dialog [data-verdict]');
    const verdicts = await s.driver.executeScript<string[]>(
      'return [...document.querySelectorAll("dialog [data-verdict]")].map((l) => l.dataset.piece + " " + l.dataset.verdict)',
    );
    expect(verdicts, verdicts.join()).to.include('legs-left right');
    // Two letters are an R.
    expect(verdicts.find((v) => /^letter-[37] /.test(v))).to.match(/ reversed$/);
    expect(await s.axe()).to.deep.equal([]);
    await (await s.find('dialog')).sendKeys(Key.ESCAPE);
  });

  it('shows every piece as drawn, on the cloth and on the ground', async () => {
    await s.visit('harbour-light', 'trace');
    // The layout lists the pieces of all webs.
    await s.press('layout on web and fabric');
    await s.find('li[data-piece=turf] figure');
    await s.unfold();
    const stages = await s.driver.findElements(By.css('li[data-piece=turf] figure'));
    expect(stages).to.have.length(3);
    expect(await s.text('li[data-piece=claw-left]')).to.include('mirror twin');
  });

  sweep('fits 390 and 820 px', async () => {
    for (const width of [390, 820]) {
      await s.size(width, 800);
      await open();
      await s.press('layout on web and fabric');
      await s.find('[data-layout]');
      expect(await s.overflows(), `at ${width}`).to.equal(false);
    }
    await s.size(1280, 800);
  });
});
