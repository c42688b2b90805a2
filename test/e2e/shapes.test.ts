import { mkdirSync } from 'node:fs';
import { expect } from 'chai';
import { By } from 'selenium-webdriver';
import type { Origin } from 'selenium-webdriver/lib/input.js';
import type { Project } from '~/core/keep/model';
import { sweep } from '../cases';
import { Session } from './browser';
import { colourPng } from './png';

describe('shapes, joins and words as makers cut them', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
    mkdirSync(s.downloads, { recursive: true });
    await s.begin();
  });
  after(() => s.close());

  const kept = async (what: string, test: (p: Project) => boolean): Promise<void> =>
    s.holds(what, async () => (await s.stored()).some((r) => test(r.doc)));
  const pieces = async (): Promise<number> => (await s.driver.findElements(By.css('section [data-piece]'))).length;

  it('a word with gaps measured from ink to ink, placed by its capitals and its baseline', async () => {
    await s.press('Word');
    await s.type('Word', 'HALO', '//dialog');
    await s.choose('height of a capital', '//dialog');
    await s.type('Height of a capital', '50 mm', '//dialog');
    await s.choose('measured, letter to letter', '//dialog');
    await s.type('Gap, letter to letter', '4 mm', '//dialog');
    await s.holds('it says the gap and the thinnest stroke', async () =>
      /Gaps of 4 mm, letter to letter\. The thinnest stroke is [\d.]+ [cm]m, in [HALO]\./.test(
        await s.text('dialog [role=status]'),
      ),
    );
    await s.press('Add word', '//dialog');
    await s.holds('four letters', async () => (await pieces()) === 4);
    await s.type('Capital tops from the top edge', '120 mm');
    await s.type('Baseline from the bottom edge', '100 mm');
    expect(await s.value('Baseline from the bottom edge')).to.equal('10 cm');
    await kept('its baseline', (p) =>
      p.words.some((w) => Math.abs(w.at.yMm - ((p.articles[0]?.ground?.heightMm ?? 0) - 100)) < 0.1),
    );
  });

  sweep('one letter tilts and gets a cloth of its own, and stays so when the word is retyped', async () => {
    await s.press('L', '//aside');
    await s.type('Tilted clockwise', '12');
    await kept('the tilt', (p) => p.pieces.some((q) => q.label === 'Letter L' && q.at.rotateDeg === 12));
    await s.press('Change the word');
    await s.type('Word', 'HALOS', '//dialog');
    await s.choose('its right end', '//dialog');
    await s.holds('five letters', async () => (await s.text('dialog [role=status]')).includes('for 5 letters'));
    const right = await s.value('From the right edge');
    await s.press('Change word', '//dialog');
    await s.holds('five pieces', async () => (await pieces()) === 5);
    await kept('still tilted', (p) => p.pieces.some((q) => q.label === 'Letter L' && q.at.rotateDeg === 12));
    expect(await s.value('From the right edge')).to.equal(right);
    await s.press('Delete', '//aside');
    await s.holds('nothing', async () => (await pieces()) === 0);
  });

  it('a shape from the shelf goes round a ring, turned, in two cloths', async () => {
    await s.press('Shape', '//*[@aria-label="Add"]');
    await s.press('Heart', '//dialog');
    await s.press('Add shape', '//dialog');
    await s.holds('one', async () => (await pieces()) === 1);
    await s.press('Around a ring, along a line');
    await s.type('How many', '8', '//dialog');
    const ticks = await s.driver.findElements(By.css('dialog fieldset input[type=checkbox]:not(:checked)'));
    if (ticks[0]) await s.driver.executeScript('arguments[0].click()', ticks[0]);
    await s.press('Add 8 copies', '//dialog');
    await s.holds('eight', async () => (await pieces()) === 8);
    await kept(
      'turned and in two fabrics',
      (p) => new Set(p.pieces.map((q) => q.fabricId)).size === 2 && p.pieces.some((q) => q.at.rotateDeg === 45),
    );
    await s.press('Undo');
    await s.holds('one again', async () => (await pieces()) === 1);
    await s.press('Undo');
    await s.holds('none', async () => (await pieces()) === 0);
  });

  it('a drawing’s lines come in as they are asked for, its small rounds as beads, and details on a whole base', async () => {
    await s.press('Drawing');
    await s.give(
      'face.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100" width="200mm" height="200mm"><path fill="#e8c9a0" fill-rule="evenodd" d="M0 0H100V100H0ZM20 20H40V40H20Z"/><rect x="20" y="20" width="20" height="20" fill="#225588"/><circle cx="70" cy="30" r="1.5" fill="#222222"/><path d="M20 70H80" fill="none" stroke="#aa2222" stroke-width="4"/></svg>',
      '.svg',
    );
    await s.choose('as in the file', '//dialog');
    await s.holds('its line is not left out', async () => !(await s.text('dialog')).includes('Not everything'));
    await s.choose('beads', '//dialog');
    await s.choose('goes on a whole base', '//dialog');
    await s.choose('bands of fabric', '//dialog');
    await s.holds('three pieces', async () => /^3 pieces/.test(await s.text('dialog [role=status]')));
    await s.choose('to stitch', '//dialog');
    await s.holds('two pieces', async () => /^2 pieces/.test(await s.text('dialog [role=status]')));
    await s.press('Add drawing', '//dialog');
    await s.holds('two', async () => (await pieces()) === 2);
    await kept('line and bead are kept with the whole base', (p) =>
      p.pieces.some(
        (q) =>
          q.marks
            .map((m) => `${m.is} ${m.use}`)
            .sort()
            .join() === 'dot bead,line stitch' && !/M.*M/.test(q.outline),
      ),
    );
    expect(await s.driver.findElements(By.css('section [data-use=stitch]'))).to.have.length(1);
    await s.settled();
  });

  sweep('a coloured scan becomes a piece for each coloured area, in its own cloth', async function () {
    this.timeout(120_000);
    await s.press('Scan or photo');
    const picture = colourPng(300, 200, (x, y) =>
      x > 40 && x < 150 && y > 40 && y < 160
        ? [200, 60, 50]
        : x >= 150 && x < 260 && y > 40 && y < 160
          ? [50, 90, 180]
          : [250, 249, 244],
    );
    await s.give('colours.png', picture, 'image/png');
    await s.choose('every coloured area', '//dialog');
    await s.press('Trace it', '//dialog');
    await s.holds('two regions', async () => /2 of 2 regions/.test(await s.text('dialog')));
    await s.press('Add pieces', '//dialog');
    await s.holds('four pieces', async () => (await pieces()) === 4);
    await kept('a fabric for each colour', (p) => {
      const two = p.pieces.slice(-2).map((q) => p.fabrics.find((f) => f.id === q.fabricId)?.colour ?? '');
      return new Set(two).size === 2 && two.every((c) => c !== '');
    });
  });

  it('a motif is cut from the photo of a print by a tap, its print in place, its route said', async function () {
    this.timeout(120_000);
    await s.press('Shape', '//*[@aria-label="Add"]');
    await s.press('Add shape', '//dialog');
    await s.holds('five', async () => (await pieces()) === 5);
    await s.press('Use a photo of this fabric');
    const photo = colourPng(240, 160, (x, y) =>
      Math.hypot((x % 80) - 40, (y % 80) - 40) < 24 ? [220, 170, 40] : [236, 240, 232],
    );
    await s.give('print.png', photo, 'image/png');
    await s.type('Width of fabric in the photo', '240 mm', '//dialog');
    await s.press('Use this photo', '//dialog');
    await s.press('Cut a motif from its print');
    const svg = await s.find('dialog svg[role=img]');
    const { width, height } = await svg.getRect();
    const scale = Math.min(width / 240, height / 160);
    await s.driver
      .actions()
      .move({ origin: svg as unknown as Origin, x: Math.round(0), y: Math.round(-40 * scale) })
      .click()
      .perform();
    await s.find('dialog [data-motif]');
    await s.holds('how many it yields', async () => /about 6 like it/.test(await s.text('dialog [role=status]')));
    await s.press('Add motif', '//dialog');
    await s.holds('six', async () => (await pieces()) === 6);
    await kept('route and print', (p) => {
      const m = p.pieces.at(-1);
      return m?.route === 'cut-from-print' && Math.abs(m.print.xMm + 120) < 1.5 && Math.abs(m.print.yMm + 40) < 1.5;
    });
  });

  it('in Layers a base is kept whole, and undo lets it be cut again', async () => {
    await s.settled();
    const at = (await s.driver.getCurrentUrl()).replace(/pattern.*/, 'layers');
    await s.go(new URL(at).pathname);
    await s.settled();
    const id = (await s.stored()).flatMap((r) => r.doc.pieces.filter((q) => q.marks.length > 0))[0]?.id ?? '';
    await s.driver.executeScript(
      "arguments[0].dispatchEvent(new MouseEvent('click', { bubbles: true }))",
      await s.find(`[data-piece="${id}"]`),
    );
    await s.press('Keep it whole', '//aside');
    await kept('it is whole', (p) => p.pieces.some((q) => q.keepWhole));
    expect(await s.axe()).to.deep.equal([]);
    await s.press('Undo');
    await kept('it is cut again', (p) => p.pieces.every((q) => !q.keepWhole));
  });
});
