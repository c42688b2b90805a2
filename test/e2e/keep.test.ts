// Nothing is lost: every limit crossed once through the interface, what is damaged, deleted or from before, and copies of one's own.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from 'chai';
import { By, Key, type WebElement } from 'selenium-webdriver';
import { newPiece } from '~/core/keep/model';
import { sweep, THOROUGH } from '../cases';
import { Session } from './browser';
import { littleLight } from './little';

const refusal = '[role=alert]';

const fieldOf = (s: Session, label: string, within = ''): Promise<WebElement> =>
  s.driver.findElement(By.xpath(`${within}//label[.="${label}"]/following-sibling::input`));
const type = async (field: WebElement, text: string): Promise<void> =>
  field.sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER);

/** The project opens again after a reload, with these many pieces. */
async function opensAgain(s: Session, pieces: number): Promise<void> {
  await s.holds('it is saved', async () => /^(Saved|Working)/.test(await s.text('header [role=status]')));
  await s.driver.navigate().refresh();
  await s.settled();
  expect(await s.driver.findElements(By.css('main [data-piece]'))).to.have.length(pieces);
}

describe('nothing is lost, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
    await s.bring(littleLight());
  });
  after(() => s.close());

  sweep('the print under a piece is dragged, and the project opens again', async () => {
    await (await s.find('[data-piece=crab]')).click();
    const cloth = await s.find('[aria-label="Print under the piece"]');
    await s.run('arguments[0].scrollIntoView({ block: "center" })', cloth);
    await s.driver.actions().move({ origin: cloth }).press().move({ origin: cloth, x: 24, y: 10 }).release().perform();
    await s.holds('it is slid', async () => !/^0 mm/.test((await cloth.getAttribute('aria-description')) ?? ''));
    const slid = await cloth.getAttribute('aria-description');
    expect(slid).to.match(/^\d+(\.\d)? mm across, \d+(\.\d)? mm down$/);
    await opensAgain(s, 6);
    await (await s.find('[data-piece=crab]')).click();
    expect(await s.attribute('[aria-label="Print under the piece"]', 'aria-description')).to.equal(slid);
  });

  const drawing = (name: string, body: string, box = '0 0 600 400', mm = '600mm'): string => {
    const file = path.join(s.downloads, name);
    writeFileSync(
      file,
      `<svg xmlns="http://www.w3.org/2000/svg" width="${mm}" height="400mm" viewBox="${box}">${body}</svg>`,
    );
    return file;
  };
  const layDrawing = async (file: string, size: string, mm?: string): Promise<string> => {
    await s.press('Drawing');
    await (await s.find('dialog input[type=file]')).sendKeys(file);
    await s.find('dialog svg[aria-label$="shapes"], dialog svg[aria-label="One shape"]');
    await s.press(size, '//dialog');
    if (mm) await type(await s.find('dialog input[type=text]'), mm);
    await s.press('Add drawing', '//dialog');
    const words = await s.text(`dialog ${refusal}`);
    await s.press('Close', '//dialog');
    return words;
  };

  sweep('a limit crossed: 520 colours in a drawing', async () => {
    let squares = '';
    for (let i = 0; i < 520; i++)
      squares += `<rect x="${(i % 26) * 20}" y="${Math.floor(i / 26) * 18}" width="15" height="15" fill="#${(0x100000 + i * 97).toString(16).slice(0, 6)}"/>`;
    expect(await layDrawing(drawing('colours.svg', squares), 'to the background')).to.match(
      /list of fabrics holds 534 entries, but at most 500/,
    );
  });

  it('a limit crossed: 24 m, as in the file', async () => {
    const long = drawing('long.svg', '<path d="M0 0H24000V100H0Z" fill="#a02d1b"/>', '0 0 24000 400', '24000mm');
    expect(await layDrawing(long, 'as in the file')).to.match(/reaches farther than 10 m/);
  });

  sweep('a limit crossed: a height that makes it 60 m wide', async () => {
    const wide = drawing('wide.svg', '<path d="M0 0H600V40H0Z" fill="#a02d1b"/>');
    expect(await layDrawing(wide, 'set the height', '6 m')).to.match(/reaches farther than 10 m/);
    await opensAgain(s, 6);
  });

  sweep('a limit crossed: a distance of a kilometre, at the field it was typed in', async () => {
    await (await s.find('[data-piece=door]')).click();
    const left = await fieldOf(s, 'From the right edge');
    const before = await left.getAttribute('value');
    await type(left, '-10000 mm');
    const words = await s.text(`aside ${refusal}`);
    expect(words).to.match(/place across in mm is 10,?\d+(\.\d+)?, but must be at most 10,000/);
    await left.sendKeys(Key.ESCAPE);
    expect(await left.getAttribute('value')).to.equal(before);
  });

  sweep('a limit crossed: more cloth than a sewing room has seen, at its field', async () => {
    await type(await fieldOf(s, 'Width (height follows)'), '6 m');
    const many = await fieldOf(s, 'How many');
    await type(many, '300');
    expect(await s.text(`aside ${refusal}`)).to.match(/more than 10,000 m² of fabric/);
    await many.sendKeys(Key.ESCAPE);
    expect(await many.getAttribute('value')).to.equal('1');
    await s.press('Undo');
    await s.settled();
  });

  it('a limit crossed: a piece made too small to cut', async () => {
    const thin = drawing('thin.svg', '<path d="M0 0H400V0.6H0Z" fill="#a02d1b"/>');
    await s.press('Drawing');
    await (await s.find('dialog input[type=file]')).sendKeys(thin);
    await s.find('dialog svg[aria-label="One shape"]');
    await s.press('as in the file', '//dialog');
    await s.press('Add drawing', '//dialog');
    await s.settled();
    const wide = await fieldOf(s, 'Width (height follows)');
    await type(wide, '1 mm');
    expect(await s.text(`aside ${refusal}`)).to.match(/encloses no fabric/);
    await wide.sendKeys(Key.ESCAPE);
  });

  sweep('a limit crossed: a control character pasted into a name', async () => {
    const title = await s.find('header input');
    await title.click();
    await s.run(
      `const i = arguments[0];
       Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(i, 'Har' + String.fromCharCode(7) + 'bour');
       i.dispatchEvent(new Event('input', { bubbles: true }));`,
      title,
    );
    await s.holds('it is refused', async () => /control characters/.test(await s.text(`body > * ${refusal}`)));
    expect(await (await s.find('header input')).getAttribute('value')).to.equal('Little Light');
    await opensAgain(s, 7);
  });

  sweep('a limit crossed: an arc shrunk below its least radius', async () => {
    await s.press('Word');
    await (await s.find('dialog input[type=text]')).sendKeys('SEA');
    await s.press('over an arc', '//dialog');
    await type(await fieldOf(s, 'Arc radius', '//dialog'), '60');
    await s.holds('the word is set', async () => (await s.text('dialog [role=status]')).includes('Capitals'));
    await s.holds('it can be laid', async () => (await s.named('Add word', '//dialog')).isEnabled());
    await s.press('Add word', '//dialog');
    await s.find('aside h2');
    await s.settled();
    // Drawn together by a corner until the arc would be far under a centimetre.
    const corner = (await s.driver.findElements(By.css('[data-handle=se], [aria-label*="orner"]')))[0];
    if (!corner) throw new Error('no handle to resize with');
    const box = await corner.getRect();
    const first = await (await s.find('aside h2')).getText();
    await s.driver
      .actions()
      .move({ x: Math.round(box.x + box.width / 2), y: Math.round(box.y + box.height / 2) })
      .press()
      .move({ x: Math.round(box.x - 20), y: Math.round(box.y - 20) })
      .move({ x: 5, y: 400 })
      .release()
      .perform();
    expect(first).to.not.equal('');
    await s.holds('the arc is not below 10 mm, or it was refused', async () => {
      const rows = await s.stored();
      const radius = rows.find((r) => r.id === 'little-light')?.doc.words.at(-1)?.arc?.radiusMm ?? 0;
      return radius >= 10;
    });
    await opensAgain(s, 10);
  });

  sweep('planning that takes long says so, can be stopped, and begun again', async () => {
    const heavy = littleLight('heavy');
    heavy.pieces = Array.from({ length: 450 }, (_, i) =>
      newPiece({
        id: `p${i}`,
        label: '',
        fabricId: heavy.fabrics[i % heavy.fabrics.length]!.id,
        outline: `M0 0h${28 + (i % 7)}v30l-9 ${4 + (i % 5)}z`,
        at: { xMm: (i * 37) % 460, yMm: (i * 53) % 660, rotateDeg: i % 360 },
      }),
    );
    heavy.order = heavy.pieces.map((p) => p.id);
    heavy.layering.pairs = [];
    const file = path.join(s.downloads, 'heavy.seam.json');
    writeFileSync(file, JSON.stringify(heavy));
    await s.go('/');
    await (await s.find('input[type=file]')).sendKeys(file);
    const says = (words: string): Promise<boolean> =>
      s.run<boolean>('return document.querySelector("main")?.innerText.includes(arguments[0]) ?? false', words);
    await s.holds('it says that it takes long', () => says('Still working it out'));
    await s.press('Stop');
    await s.holds('it is stopped', () => says('Working it out was stopped'));
    expect(await s.attribute('[data-planning]', 'data-planning')).to.equal('false');
    await s.press('Work it out again');
    await s.holds(
      'it is being worked out again',
      async () => (await s.attribute('[data-planning]', 'data-planning')) === 'true' && !(await says('was stopped')),
    );
    await s.go('/');
    await s.press('Delete', '//li[@data-project="heavy"]');
    await s.find('[role=status] button');
    await s.driver.navigate().refresh();
    await s.press('The bin (1)');
    await s.press('Delete for good', '//dialog');
    await s.press('Yes, delete for good', '//dialog');
    await s.holds('it is gone', async () => (await s.text('dialog')).includes('It is empty'));
    await s.press('Close', '//dialog');
  });

  sweep(
    'a damaged file opens in repair: what is wrong in words, the rest shown, mended, and the raw file at hand',
    async () => {
      const doc = littleLight('torn') as unknown as {
        pieces: Record<string, unknown>[];
        irons: { soleplate: object }[];
      };
      doc.pieces[2]!['outline'] = 'M0 0h0.01v0.01z';
      doc.pieces[3]!['count'] = -4;
      doc.irons[0]!.soleplate = { widthMm: 4.5, lengthMm: 8.6 };
      const file = path.join(s.downloads, 'torn.seam.json');
      writeFileSync(file, JSON.stringify(doc));
      await s.go('/');
      await (await s.find('input[type=file]')).sendKeys(file);
      expect(await s.text('dialog')).to.match(/encloses no fabric|must be at least 1/);
      await s.press('See what can be repaired', '//dialog');
      await s.holds('repair is open', async () => (await s.text('h1')).includes('needs repair'));
      const list = await s.text('ul[aria-label="What is damaged"]');
      expect(list).to.include('encloses no fabric');
      expect(list).to.include('the piece is left out');
      expect(list).to.include('it becomes 1');
      expect(list).to.include('4.5 in are 114.3 mm');
      expect(await s.text('figcaption')).to.equal('5 pieces, as it will be');
      expect(await s.axe(), 'repair').to.deep.equal([]);
      await s.press('Save the file as it is');
      const raw = JSON.parse((await s.downloaded('as-it-was.json')).bytes.toString());
      expect(raw.pieces[2].outline).to.equal('M0 0h0.01v0.01z');
      await s.press('Repair and open');
      await s.settled();
      expect(await s.driver.findElements(By.css('main [data-piece]'))).to.have.length(5);
      await s.press('Earlier versions');
      await s.holds('the damaged one is kept', async () =>
        (await s.text('dialog')).includes('damaged, kept as it was'),
      );
      await s.press('Close', '//dialog');
      await opensAgain(s, 5);
    },
  );

  sweep('ids that no address could bear get one of ours', async () => {
    for (const id of THOROUGH ? ['\ud800', '..', 'a%2Fb', '<b>'] : ['\ud800', '..']) {
      const doc = { ...littleLight(id), name: `Id ${encodeURIComponent(id.replace('\ud800', 'half'))}` };
      await s.go('/');
      const file = path.join(s.downloads, 'strange.seam.json');
      writeFileSync(file, JSON.stringify(doc));
      await (await s.find('input[type=file]')).sendKeys(file);
      if (id === '\ud800') {
        // Half a character is no text at all: it is told, and with an id of ours nothing is left to mend.
        await s.press('See what can be repaired', '//dialog');
      }
      await s.settled();
      expect(await s.driver.getCurrentUrl()).to.match(/\/project\/[A-Za-z0-9-]{36}\/pattern$/);
    }
    await s.go('/');
    await s.find('[data-project=harbour-light]');
  });

  sweep('an earlier version is looked at and taken back, and Undo brings today’s again', async () => {
    await s.visit('little-light', 'pattern');
    const pieces = async (): Promise<number> => (await s.driver.findElements(By.css('main [data-piece]'))).length;
    const now = await pieces();
    await (await s.find('[data-piece=crab]')).click();
    await (await s.find('[data-piece=crab]')).sendKeys(Key.DELETE);
    await s.holds(
      'it is saved without it',
      async () => (await pieces()) === now - 1 && (await s.text('header [role=status]')) === 'Saved',
    );
    await s.press('Earlier versions');
    await s.find('dialog ul[aria-label="Versions, newest first"] button');
    expect(await s.axe(), 'versions').to.deep.equal([]);
    await s.press('Use this version', '//dialog');
    await s.holds('the crab is back', async () => (await pieces()) === now);
    await s.press('Undo');
    await s.holds('and gone again', async () => (await pieces()) === now - 1);
    await s.press('Undo');
    await s.settled();
  });

  sweep('a limit crossed: copies past two thousand pieces', async () => {
    const many = littleLight('many');
    const square = 'M0 0h9v9h-9Z';
    many.pieces = Array.from({ length: 1100 }, (_, i) =>
      newPiece({
        id: `p${i}`,
        label: '',
        fabricId: many.articles[0]!.ground!.fabricId,
        outline: square,
        at: { xMm: (i % 40) * 12, yMm: Math.floor(i / 40) * 12, rotateDeg: 0 },
      }),
    );
    many.order = many.pieces.map((p) => p.id);
    many.layering.pairs = [];
    const file = path.join(s.downloads, 'many.seam.json');
    writeFileSync(file, JSON.stringify(many));
    await s.go('/');
    await (await s.find('input[type=file]')).sendKeys(file);
    // They lie there long before they are planned.
    await (await s.find('[data-piece=p0]')).click();
    const picture = await s.find('svg[data-flipped]');
    await (await s.find('[data-piece=p0]')).sendKeys(Key.chord(Key.CONTROL, 'a'));
    await s.holds('all are picked', async () => /1100/.test(await s.text('aside')));
    await s.run('arguments[0].querySelector("[data-piece=p0]").focus()', picture);
    await (await s.driver.switchTo().activeElement()).sendKeys('c');
    await s.holds('it is refused', async () =>
      /list of pieces holds 2,200 entries, but at most 2,000/.test(await s.text(`body > * ${refusal}`)),
    );
    expect((await s.stored()).find((r) => r.id === 'many')?.doc.pieces).to.have.length(1100);
  });

  sweep('the bin can be opened: brought back, or thrown away for good', async () => {
    await s.go('/');
    const count = async (): Promise<number> => (await s.driver.findElements(By.css('[data-project]'))).length;
    await s.find('[data-project=many]');
    const before = await count();
    await s.press('Delete', '//li[@data-project="many"]');
    await s.holds('it is gone', async () => (await count()) === before - 1);
    await s.press('The bin (1)');
    await s.press('Delete for good', '//dialog');
    await s.press('Yes, delete for good', '//dialog');
    await s.holds('the bin is empty', async () => (await s.text('dialog')).includes('It is empty'));
    await s.press('Close', '//dialog');
    expect((await s.stored()).some((r) => r.id === 'many')).to.equal(false);
    await s.press('Delete', '//li[@data-project="harbour-light"]');
    await s.press('The bin (1)');
    await s.find('[data-binned=harbour-light]');
    expect(await s.axe(), 'bin').to.deep.equal([]);
    await s.press('Restore', '//dialog');
    await s.holds('the bin is empty', async () => (await s.text('dialog')).includes('It is empty'));
    await s.press('Close', '//dialog');
    expect(await count()).to.equal(before - 1);
  });

  sweep(
    'everything in one file, and all of it back in another browser: the demo gives way, what differs is chosen',
    async () => {
      const rename = async (at: Session, id: string, name: string): Promise<void> => {
        await at.press('Rename', `//li[@data-project="${id}"]`);
        await (await at.find('dialog input')).sendKeys(Key.chord(Key.CONTROL, 'a'), name, Key.ENTER);
        await at.holds('renamed', async () => (await at.text(`[data-project=${id}] h3`)) === name);
      };
      await s.go('/');
      await rename(s, 'harbour-light', 'Evening Light');
      await rename(s, 'felt-tags', 'My tags');
      await s.press('Keep everything');
      await s.press('Save everything', '//dialog');
      const all = await s.downloaded('.seam-all.zip');
      expect(all.bytes.subarray(0, 2).toString()).to.equal('PK');
      await s.holds('it says so', async () =>
        /In the file: \d+ projects, .*earlier version/.test(await s.text('dialog')),
      );
      expect(await s.text('dialog')).to.include('Last kept on');
      expect(await s.axe(), 'copies').to.deep.equal([]);
      await s.press('Close', '//dialog');
      const names = await s.driver.findElements(By.css('[data-project]'));
      const other = await Session.open(1280, 800, { url: s.url });
      try {
        const file = path.join(other.downloads, 'all.zip');
        await other.go('/');
        await other.find('[data-project]');
        await rename(other, 'felt-tags', 'Their tags');
        await rename(other, 'lemon-pot', 'Their pot');
        writeFileSync(file, all.bytes);
        await (await other.find('input[type=file]')).sendKeys(file);
        await other.holds('it asks', async () => (await other.text('dialog')).includes('1 still to choose'));
        expect(await other.axe(), 'what differs').to.deep.equal([]);
        expect(await other.overflows()).to.equal(false);
        await (await other.find('[aria-label="What differs"] label:last-of-type input')).click();
        await other.press('Import all', '//dialog');
        await other.holds('it is said', async () =>
          /came in\..*1 stayed as they are here/s.test(await other.text('dialog')),
        );
        await other.press('Close', '//dialog');
        await other.holds(
          'all projects are there, both tags too',
          async () => (await other.driver.findElements(By.css('[data-project]'))).length === names.length + 1,
        );
        const titles = await other.run<string[]>(
          `return [...document.querySelectorAll('[data-project] h3')].map((h) => h.textContent)`,
        );
        expect(titles).to.include.members(['Evening Light', 'My tags', 'Their tags', 'Their pot']);
      } finally {
        await other.close();
      }
    },
  );

  it('a file of a project that is here asks: what was done there counts here, and the pattern stays', async () => {
    const file = path.join(s.downloads, 'there.seam.json');
    const row = (await s.stored()).find((r) => r.doc.id === 'comet-pennants')!;
    const [piece] = row.doc.pieces;
    const act = {
      id: 'there',
      atMs: 5,
      act: 'done',
      facts: [`draw-on-paper ${piece!.id} 1`],
      copies: 1,
      wanted: [],
      back: false,
    };
    const done = [{ fact: act.facts[0], copies: 1 }];
    writeFileSync(
      file,
      JSON.stringify({ ...row.doc, pictures: [], name: 'There', board: { ...row.doc.board, trail: [act], done } }),
    );
    await s.go('/');
    await s.find('[data-project=comet-pennants]');
    await (await s.find('input[type=file]')).sendKeys(file);
    await s.holds('it asks', async () => (await s.text('dialog')).includes('is already here'));
    expect(await s.axe(), 'arrival').to.deep.equal([]);
    await s.press('Import what was done there', '//dialog');
    await s.holds('it is open', async () => (await s.driver.getCurrentUrl()).includes('/project/comet-pennants/'));
    const now = (await s.stored()).find((r) => r.doc.id === 'comet-pennants')!;
    expect([now.doc.name, now.doc.board!.trail.map((t) => t.id)]).to.deep.equal(['Comet pennants', ['there']]);
  });

  it('copies go into a folder by themselves, where the browser gives one', async () => {
    // The browser's own chooser cannot be driven; its private file system stands in for the folder.
    await s.go('/');
    await s.find('[data-project=harbour-light]');
    await s.run(`window.showDirectoryPicker = () => navigator.storage.getDirectory()`);
    await s.press('Keep everything');
    await s.press('Choose a folder', '//dialog');
    const files = `const done = arguments[arguments.length - 1];
      (async () => { const names = []; for await (const [n] of (await navigator.storage.getDirectory()).entries()) names.push(n); done(names); })()`;
    await s.holds('it is written to', async () =>
      ((await s.driver.executeAsyncScript(files)) as string[]).some((n) =>
        /^(?:harbour|evening)-light-harbour-\.seam\.json$/.test(n),
      ),
    );
    await s.press('Stop writing there', '//dialog');
    await s.press('Close', '//dialog');
  });
});
