// Nothing is lost: every limit crossed once through the interface, two tabs, storage that fails, a browser that is killed.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect } from 'chai';
import { By, Key, type WebElement } from 'selenium-webdriver';
import { newPiece, type Project } from '~/core/model';
import { harbourLight } from '~/demo';
import { Session } from './browser';

const refusal = '[role=alert]';

/** Storage as it is written: the project's own row. */
const STORED = `
  const done = arguments[arguments.length - 1];
  const open = indexedDB.open('apple-seam');
  open.onsuccess = () => {
    const all = open.result.transaction('projects').objectStore('projects').getAll();
    all.onsuccess = () => { open.result.close(); done(all.result); };
  };`;
interface Row {
  id: string;
  name: string;
  updatedAt: number;
  doc: Project;
}

async function bring(s: Session, doc: Project): Promise<void> {
  const file = path.join(s.downloads, `${doc.id}.seam.json`);
  writeFileSync(file, JSON.stringify(doc));
  await s.go('/');
  await (await s.find('input[type=file]')).sendKeys(file);
  await s.holds('it is open', async () => (await s.driver.getCurrentUrl()).includes(`/project/${doc.id}/`));
  await s.settled();
}
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
    await s.go('/');
    await s.find('[data-project]');
  });
  after(() => s.close());

  it('the print under a piece is dragged, and the project opens again', async () => {
    await s.go('/project/harbour-light/pattern');
    await s.settled();
    await (await s.find('[data-piece=crab]')).click();
    const cloth = await s.find('[aria-label="Print under the piece"]');
    await s.run('arguments[0].scrollIntoView({ block: "center" })', cloth);
    await s.driver.actions().move({ origin: cloth }).press().move({ origin: cloth, x: 24, y: 10 }).release().perform();
    await s.holds('it is slid', async () => !/^0 mm/.test((await cloth.getAttribute('aria-description')) ?? ''));
    const slid = await cloth.getAttribute('aria-description');
    expect(slid).to.match(/^\d+(\.\d)? mm across, \d+(\.\d)? mm down$/);
    await opensAgain(s, 36);
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
    await s.press('a drawing');
    await (await s.find('dialog input[type=file]')).sendKeys(file);
    await s.find('dialog svg[aria-label$="shapes"], dialog svg[aria-label$="shape"]');
    await s.press(size, '//dialog');
    if (mm) await type(await s.find('dialog input[type=text]'), mm);
    await s.press('Lay it on the ground', '//dialog');
    const words = await s.text(`dialog ${refusal}`);
    await s.press('Close', '//dialog');
    return words;
  };

  it('a limit crossed: 520 colours in a drawing', async () => {
    let squares = '';
    for (let i = 0; i < 520; i++)
      squares += `<rect x="${(i % 26) * 20}" y="${Math.floor(i / 26) * 18}" width="15" height="15" fill="#${(0x100000 + i * 97).toString(16).slice(0, 6)}"/>`;
    expect(await layDrawing(drawing('colours.svg', squares), 'to the ground')).to.match(
      /list of fabrics holds 533 entries, but at most 500/,
    );
  });

  it('a limit crossed: 24 m, as in the file', async () => {
    const long = drawing('long.svg', '<path d="M0 0H24000V100H0Z" fill="#a02d1b"/>', '0 0 24000 400', '24000mm');
    expect(await layDrawing(long, 'as in the file')).to.match(/reaches farther than 10 m/);
  });

  it('a limit crossed: a height that makes it 60 m wide', async () => {
    const wide = drawing('wide.svg', '<path d="M0 0H600V40H0Z" fill="#a02d1b"/>');
    expect(await layDrawing(wide, 'to a height', '6000')).to.match(/reaches farther than 10 m/);
    await opensAgain(s, 36);
  });

  it('a limit crossed: a distance of a kilometre, at the field it was typed in', async () => {
    await (await s.find('[data-piece=door]')).click();
    const left = await fieldOf(s, 'From the right edge');
    const before = await left.getAttribute('value');
    await type(left, '-10000');
    const words = await s.text(`aside ${refusal}`);
    expect(words).to.match(/place across in mm is 10,?\d+(\.\d+)?, but must be at most 10,000/);
    await left.sendKeys(Key.ESCAPE);
    expect(await left.getAttribute('value')).to.equal(before);
  });

  it('a limit crossed: a piece made too large, at its field', async () => {
    const wide = await fieldOf(s, 'Width, height follows');
    const before = await wide.getAttribute('value');
    await type(wide, '6000');
    await s.holds('it is refused', async () => /./.test(await s.text(`aside ${refusal}`)));
    await wide.sendKeys(Key.ESCAPE);
    expect(await wide.getAttribute('value')).to.equal(before);
  });

  it('a limit crossed: a piece made too small to cut', async () => {
    const thin = drawing('thin.svg', '<path d="M0 0H400V0.6H0Z" fill="#a02d1b"/>');
    await s.press('a drawing');
    await (await s.find('dialog input[type=file]')).sendKeys(thin);
    await s.find('dialog svg[aria-label="1 shapes"], dialog svg[aria-label="1 shape"]');
    await s.press('as in the file', '//dialog');
    await s.press('Lay it on the ground', '//dialog');
    await s.settled();
    await type(await fieldOf(s, 'Width, height follows'), '1');
    expect(await s.text(`aside ${refusal}`)).to.match(/encloses no cloth/);
    await opensAgain(s, 37);
  });

  it('a limit crossed: a control character pasted into a name', async () => {
    const title = await s.find('header input');
    await title.click();
    await s.run(
      `const i = arguments[0];
       Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(i, 'Har' + String.fromCharCode(7) + 'bour');
       i.dispatchEvent(new Event('input', { bubbles: true }));`,
      title,
    );
    await s.holds('it is refused', async () => /control characters/.test(await s.text(`body > * ${refusal}`)));
    expect(await (await s.find('header input')).getAttribute('value')).to.equal('Harbour Light');
    await opensAgain(s, 37);
  });

  it('a limit crossed: an arc shrunk below its least radius', async () => {
    await s.press('a word');
    await (await s.find('dialog input[type=text]')).sendKeys('SEA');
    await s.press('over an arc', '//dialog');
    await type(await fieldOf(s, 'Radius of the arc', '//dialog'), '60');
    await s.holds('the word is set', async () => (await s.text('dialog [role=status]')).includes('Capitals'));
    await s.holds('it can be laid', async () => (await s.named('Lay it on the ground', '//dialog')).isEnabled());
    await s.press('Lay it on the ground', '//dialog');
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
      const rows = (await s.driver.executeAsyncScript(STORED)) as Row[];
      const radius = rows.find((r) => r.id === 'harbour-light')?.doc.words[0]?.arc?.radiusMm ?? 0;
      return radius >= 10;
    });
    await opensAgain(s, 40);
  });

  it('a limit crossed: copies past two thousand pieces', async () => {
    const many = harbourLight();
    const square = 'M0 0h9v9h-9Z';
    many.id = 'many';
    many.pieces = Array.from({ length: 1100 }, (_, i) =>
      newPiece({
        id: `p${i}`,
        label: '',
        fabricId: many.ground.fabricId,
        outline: square,
        at: { xMm: (i % 40) * 12, yMm: Math.floor(i / 40) * 12, rotateDeg: 0 },
      }),
    );
    many.order = many.pieces.map((p) => p.id);
    many.layering.pairs = [];
    await bring(s, many);
    await (await s.find('[data-piece=p0]')).click();
    const picture = await s.find('svg[data-flipped]');
    await (await s.find('[data-piece=p0]')).sendKeys(Key.chord(Key.CONTROL, 'a'));
    await s.holds('all are picked', async () => /1100/.test(await s.text('aside')));
    await s.run('arguments[0].querySelector("[data-piece=p0]").focus()', picture);
    await (await s.driver.switchTo().activeElement()).sendKeys(Key.chord(Key.CONTROL, 'd'));
    await s.holds('it is refused', async () =>
      /list of pieces holds 2,200 entries, but at most 2,000/.test(await s.text(`body > * ${refusal}`)),
    );
    await opensAgain(s, 1100);
  });

  it('a damaged file opens in repair: what is wrong in words, the rest shown, mended, and the raw file at hand', async () => {
    const doc = harbourLight() as unknown as {
      id: string;
      pieces: Record<string, unknown>[];
      irons: { soleplate: object }[];
    };
    doc.id = 'torn';
    doc.pieces[2]!['outline'] = 'M0 0h0.01v0.01z';
    doc.pieces[3]!['count'] = -4;
    doc.irons[0]!.soleplate = { widthMm: 4.5, lengthMm: 8.6 };
    const file = path.join(s.downloads, 'torn.seam.json');
    writeFileSync(file, JSON.stringify(doc));
    await s.go('/');
    await (await s.find('input[type=file]')).sendKeys(file);
    expect(await s.text('dialog')).to.match(/encloses no cloth|must be at least 1/);
    await s.press('See what can be mended', '//dialog');
    await s.holds('repair is open', async () => (await s.text('h1')).includes('needs mending'));
    const list = await s.text('ul[aria-label="What does not hold"]');
    expect(list).to.include('encloses no cloth');
    expect(list).to.include('the piece is left out');
    expect(list).to.include('it becomes 1');
    expect(list).to.include('4.5 in are 114.3 mm');
    expect(await s.text('figcaption')).to.equal('35 pieces, as it will be');
    expect(await s.axe(), 'repair').to.deep.equal([]);
    await s.press('Save the file as it is');
    const raw = JSON.parse((await s.downloaded('as-it-was.json')).bytes.toString());
    expect(raw.pieces[2].outline).to.equal('M0 0h0.01v0.01z');
    await s.press('Mend it and open it');
    await s.settled();
    expect(await s.driver.findElements(By.css('main [data-piece]'))).to.have.length(35);
    await s.press('Earlier versions');
    await s.holds('the damaged one is kept', async () => (await s.text('dialog')).includes('damaged, kept as it was'));
    await s.press('Close', '//dialog');
    await opensAgain(s, 35);
  });

  it('ids that no address could bear get one of ours', async () => {
    for (const id of ['\ud800', '..', '.', 'a%2Fb', 'x/y', '<b>']) {
      const doc = { ...harbourLight(), id, name: `Id ${encodeURIComponent(id.replace('\ud800', 'half'))}` };
      await s.go('/');
      const file = path.join(s.downloads, 'strange.seam.json');
      writeFileSync(file, JSON.stringify(doc));
      await (await s.find('input[type=file]')).sendKeys(file);
      if (id === '\ud800') {
        // Half a character is no text at all: it is told, and with an id of ours nothing is left to mend.
        await s.press('See what can be mended', '//dialog');
      }
      await s.settled();
      expect(await s.driver.getCurrentUrl()).to.match(/\/project\/[A-Za-z0-9-]{36}\/pattern$/);
    }
    await s.go('/');
    await s.find('[data-project=harbour-light]');
  });

  it('an earlier version is looked at and taken back, and Undo brings today’s again', async () => {
    await s.go('/project/harbour-light/pattern');
    await s.settled();
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
    await s.press('Take this one back', '//dialog');
    await s.holds('the crab is back', async () => (await pieces()) === now);
    await s.press('Undo');
    await s.holds('and gone again', async () => (await pieces()) === now - 1);
    await s.press('Undo');
    await s.settled();
  });

  it('the bin can be opened: brought back, or thrown away for good', async () => {
    await s.go('/');
    const count = async (): Promise<number> => (await s.driver.findElements(By.css('[data-project]'))).length;
    await s.find('[data-project=torn], [data-project]');
    const before = await count();
    await s.press('Delete', '//li[@data-project="many"]');
    await s.holds('it is gone', async () => (await count()) === before - 1);
    await s.press('The bin (1)');
    await s.find('[data-binned=many]');
    expect(await s.axe(), 'bin').to.deep.equal([]);
    await s.press('Bring it back', '//dialog');
    await s.holds('the bin is empty', async () => (await s.text('dialog')).includes('It is empty'));
    await s.press('Close', '//dialog');
    expect(await count()).to.equal(before);
    await s.press('Delete', '//li[@data-project="many"]');
    await s.press('The bin (1)');
    await s.press('Throw away for good', '//dialog');
    await s.press('Yes, throw it away for good', '//dialog');
    await s.holds('the bin is empty', async () => (await s.text('dialog')).includes('It is empty'));
    await s.press('Close', '//dialog');
    expect(((await s.driver.executeAsyncScript(STORED)) as Row[]).some((r) => r.id === 'many')).to.equal(false);
  });

  it('everything in one file, and all of it back in another browser', async () => {
    await s.press('Keep everything');
    await s.press('Save everything', '//dialog');
    const all = await s.downloaded('.seam-all.zip');
    expect(all.bytes.subarray(0, 2).toString()).to.equal('PK');
    await s.holds('it says so', async () => /projects? and the Drawer are in the file/.test(await s.text('dialog')));
    expect(await s.axe(), 'copies').to.deep.equal([]);
    await s.press('Close', '//dialog');
    const names = await s.driver.findElements(By.css('[data-project]'));
    const other = await Session.open(1280, 800, { url: s.url });
    try {
      const file = path.join(other.downloads, 'all.zip');
      await other.go('/');
      await other.find('[data-project]');
      writeFileSync(file, all.bytes);
      await (await other.find('input[type=file]')).sendKeys(file);
      await other.press('Bring it all in', '//dialog');
      await other.holds('it is said', async () => /came in\./.test(await other.text('dialog')));
      await other.press('Close', '//dialog');
      await other.holds(
        'all projects are there, the demo beside its changed self',
        async () => (await other.driver.findElements(By.css('[data-project]'))).length === names.length + 1,
      );
    } finally {
      await other.close();
    }
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
      ((await s.driver.executeAsyncScript(files)) as string[]).includes('harbour-light-harbour-.seam.json'),
    );
    await s.press('Write there no more', '//dialog');
    await s.press('Close', '//dialog');
  });
});

describe('two tabs of one project, in Chromium', () => {
  let s: Session;
  let first: string;
  let second: string;
  before(async () => {
    s = await Session.open();
    await s.go('/project/harbour-light/pattern');
    await s.settled();
    first = await s.driver.getWindowHandle();
    await s.driver.switchTo().newWindow('tab');
    second = await s.driver.getWindowHandle();
    await s.go('/project/harbour-light/pattern');
    await s.settled();
  });
  after(() => s.close());
  const at = (tab: string) => s.driver.switchTo().window(tab);
  const title = () => s.find('header input');
  const named = () => s.run<string>('return document.querySelector("header input")?.value');

  it('one writes, the other looks on and is refused in words', async () => {
    await s.holds('the second looks on', async () => (await s.text('header [role=status]')) === 'Looking on');
    await (await title()).sendKeys(Key.END, 'x');
    await s.holds('it is refused', async () => /Another tab is at work/.test(await s.text('body')));
    expect(await named()).to.equal('Harbour Light');
    expect(await s.axe(), 'looking on').to.deep.equal([]);
  });

  it('what is done in one shows in the other; taking over loses nothing, even 100 ms apart', async () => {
    await at(first);
    for (let i = 0; i < 4; i++) await (await title()).sendKeys(Key.END, `${i}`);
    await at(second);
    await s.press('Work here instead');
    await s.holds('it writes here now', async () => /^(Saved|Working)/.test(await s.text('header [role=status]')));
    expect(await named()).to.equal('Harbour Light0123');
    await (await title()).sendKeys(Key.END, '4');
    await at(first);
    await s.holds('it looks on now, and sees', async () => (await named()) === 'Harbour Light01234');
    expect(await s.text('header [role=status]')).to.equal('Looking on');
    // Only what was done in a tab is undone there.
    expect(await (await s.named('Undo')).isEnabled()).to.equal(false);
    await at(second);
    await s.press('Undo');
    await s.holds('one’s own step is undone', async () => (await named()) === 'Harbour Light0123');
    expect(await (await s.named('Undo')).isEnabled()).to.equal(false);
  });

  it('a name given on the first page comes in beside what is being done', async () => {
    await at(first);
    await s.go('/');
    await s.press('Rename', '//li[@data-project="harbour-light"]');
    const input = await s.find('dialog input');
    await input.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Night Light', Key.ENTER);
    await at(second);
    await s.holds('the name is here', async () => (await named()) === 'Night Light');
  });

  it('deleted in one is seen in the other, and can be brought back there', async () => {
    await at(first);
    await s.press('Delete', '//li[@data-project="harbour-light"]');
    await at(second);
    await s.holds('it is said', async () => /was deleted/.test(await s.text('main')));
    await s.press('Bring it back');
    await s.settled();
    await s.holds('its name is here', async () => (await named()) === 'Night Light');
    await s.holds('it writes here', async () => /^(Saved|Working)/.test(await s.text('header [role=status]')));
    await (await title()).sendKeys(Key.END, '!');
    await s.holds('it is saved', async () => (await s.text('header [role=status]')) === 'Saved');
  });
});

describe('storage that fails, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
    await s.go('/');
    await s.find('[data-project]');
    await s.beforeEveryPage(`
      const { put, add } = IDBObjectStore.prototype;
      const full = (own) => function (...args) {
        if (window.name === 'full') throw new DOMException('no room', 'QuotaExceededError');
        return own.apply(this, args);
      };
      IDBObjectStore.prototype.put = full(put);
      IDBObjectStore.prototype.add = full(add);
      if (window.name === 'refused') IDBFactory.prototype.open = () => { throw new DOMException('no', 'SecurityError'); };
      if (window.name === 'stuck') IDBFactory.prototype.open = function () { return new EventTarget(); };`);
  });
  after(() => s.close());
  const storage = (how: '' | 'full' | 'refused' | 'stuck') => s.run(`window.name = ${JSON.stringify(how)}`);

  it('full: an edit is told, tried again by itself, can be exported meanwhile, and is saved when there is room', async () => {
    await s.go('/project/harbour-light/pattern');
    await s.settled();
    await storage('full');
    await (await s.find('header input')).sendKeys(Key.END, ' II');
    await s.holds('it is told', async () => /Not saved yet\. The browser has no room left/.test(await s.text('body')));
    expect(await s.axe(), 'not saved').to.deep.equal([]);
    await s.press('Export it');
    expect(JSON.parse((await s.downloaded('.seam.json')).bytes.toString()).name).to.equal('Harbour Light II');
    await storage('');
    await s.holds('it is saved', async () => (await s.text('header [role=status]')) === 'Saved');
    const rows = (await s.driver.executeAsyncScript(STORED)) as Row[];
    expect(rows.find((r) => r.id === 'harbour-light')?.doc.name).to.equal('Harbour Light II');
  });

  it('full: new, duplicate, delete and a fabric of one’s own say so, and nothing is said to be done', async () => {
    await s.go('/');
    await s.find('[data-project]');
    await storage('full');
    for (const [button, words] of [
      ['New project', 'No new project could be made'],
      ['Duplicate', 'It was not duplicated'],
      ['Delete', 'It was not deleted'],
    ] as const) {
      await s.press(button);
      await s.holds(words, async () => (await s.text('dialog')).includes('no room left'));
      expect(await s.text('dialog h2')).to.equal(words);
      await s.press('Close', '//dialog');
    }
    expect(await s.driver.findElements(By.css('[data-project]'))).to.have.length(1);
    expect(await s.driver.findElements(By.css('[role=status] button'))).to.have.length(0);
    await storage('');
    await s.go('/drawer');
    await s.find('[role=table]');
    await storage('full');
    await s.press('New fabric');
    await (await s.find('dialog input[type=text]')).sendKeys('Sail cloth');
    await s.press('Put it in the drawer', '//dialog');
    await s.holds('it is told', async () =>
      /It was not kept\. The browser has no room left/.test(await s.text('dialog')),
    );
    expect(await (await s.find('dialog input[type=text]')).getAttribute('value')).to.equal('Sail cloth');
    await storage('');
    await s.press('Put it in the drawer', '//dialog');
    await s.holds('it is kept', async () => (await s.driver.findElements(By.css('dialog'))).length === 0);
  });

  for (const how of ['refused', 'stuck'] as const)
    it(`${how}: every page says so and offers to try again`, async function () {
      this.timeout(120_000);
      for (const [address, words] of [
        ['/', /site data|does not answer/],
        ['/drawer', /site data|does not answer/],
        ['/project/harbour-light/pattern', /could not be opened/],
      ] as const) {
        await s.go(address);
        await storage(how);
        await s.driver.navigate().refresh();
        await s.holds(`${address} says so`, async () => words.test(await s.text('main')));
        await s.named('Try again');
      }
      await storage('');
      await s.press('Try again');
      await s.driver.navigate().refresh();
      await s.settled();
    });
});

describe('a browser that is killed', () => {
  it('ten times in the middle of work: never more than two seconds of edits are gone, and the project opens', async function () {
    this.timeout(480_000);
    const profile = mkdtempSync(path.join(tmpdir(), 'seam-profile-'));
    const served = await Session.open();
    let worstMs = 0;
    try {
      for (let round = 0; round < 10; round++) {
        const s = await Session.open(1280, 800, { url: served.url, profile });
        await s.go('/project/harbour-light/pattern');
        await s.settled();
        const before = await (await s.find('header input')).getAttribute('value');
        expect(before).to.match(round === 0 ? /^Harbour Light$/ : /^T\d+$/);
        // The name becomes the time of typing, again and again without a pause, until the power goes.
        await s.run(
          `const input = document.querySelector('header input');
           const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
           setInterval(() => { set.call(input, 'T' + Date.now()); input.dispatchEvent(new Event('input', { bubbles: true })); }, 60);`,
        );
        await new Promise((done) => setTimeout(done, 1900 + 173 * round));
        const killedAt = Date.now();
        await s.killBrowser();
        const again = await Session.open(1280, 800, { url: served.url, profile });
        await again.go('/project/harbour-light/pattern');
        await again.settled();
        const kept = (await (await again.find('header input')).getAttribute('value')) ?? '';
        expect(kept, `round ${round}`).to.match(/^T\d+$/);
        worstMs = Math.max(worstMs, killedAt - Number(kept.slice(1)));
        expect(await again.driver.findElements(By.css('main [data-piece]'))).to.have.length(36);
        await again.close();
      }
    } finally {
      await served.close();
      rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 });
    }
    console.log(`      worst loss ${worstMs} ms`);
    expect(worstMs).to.be.at.most(2000);
  });
});
