import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from 'chai';
import { By, Key } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';

const STATIONS = ['pattern', 'layers', 'match', 'trace', 'press', 'edge', 'gather'] as const;

describe('the application, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());

  const openDemo = async (station: (typeof STATIONS)[number]): Promise<void> => {
    await s.visit('harbour-light', station);
  };
  const webOf = (fabric: string): Promise<string | null> => s.attribute(`[data-fabric=${fabric}]`, 'data-web');

  it('lays out the demo on the first visit and opens it', async () => {
    await s.go('/');
    await (await s.find('[data-project=harbour-light] h3 a')).click();
    await s.settled();
    expect(await s.driver.getTitle()).to.equal('Pattern · Harbour Light · Apple Seam');
    expect(await s.driver.findElements(By.css('[data-piece]'))).to.have.length(36);
  });

  it('turns everything over with one key, and back with the button', async () => {
    await (await s.find('body')).sendKeys('f');
    expect(await s.attribute('svg[data-flipped]', 'data-flipped')).to.equal('true');
    await s.press('Show wrong side');
    expect(await s.attribute('svg[data-flipped]', 'data-flipped')).to.equal('false');
  });

  it('changes a fabric: the web and the press ticket follow, and undo takes it all back', async () => {
    await openDemo('press');
    const ticketOf = async (number: string): Promise<string | null> =>
      (
        await s.everyPress(async (id) => ({
          id,
          holds: (await s.text(`[data-ticket="${id}"]`)).includes(`(${number})`),
        }))
      ).find((p) => p.holds && p.id.startsWith('fuse'))?.id ?? null;
    const before = await ticketOf('21');
    await openDemo('pattern');
    await (await s.find('[data-piece=crab]')).click();
    await s.press('Harbour felt', '//aside');
    await s.settled();
    await (await s.find('nav a[href$="/match"]')).click();
    await s.holds('the crab is of felt', async () =>
      (await (await s.find('[data-fabric=harbour]')).getText()).includes('21'),
    );
    expect(await webOf('harbour')).to.equal('cool-grid');
    await (await s.find('nav a[href$="/press"]')).click();
    expect(await ticketOf('21')).to.not.equal(before);
    await s.press('Undo');
    await s.settled();
    await s.holds('the ticket is back', async () => (await ticketOf('21')) === before);
    await s.press('Redo');
    await s.settled();
    await s.holds('the ticket changed again', async () => (await ticketOf('21')) !== before);
    await s.press('Undo');
    await s.settled();
  });

  sweep('renames, places and nudges a piece, each one step to undo', async () => {
    await openDemo('pattern');
    await (await s.find('[data-piece=door]')).click();
    const name = await s.find('aside input[type=text]');
    await name.sendKeys(Key.END, ' left');
    await s.holds('the title follows', async () => (await s.text('aside h2')) === 'Door left (12)');
    await s.press('Undo');
    expect(await s.text('aside h2')).to.equal('Door (12)');

    const left = await s.driver.findElement(By.xpath('//label[.="From the left edge"]/following-sibling::input'));
    const before = await left.getAttribute('value');
    await left.sendKeys(Key.chord(Key.CONTROL, 'a'), '4 in', Key.ENTER);
    await s.holds('four inches are 10.16 cm', async () => (await left.getAttribute('value')) === '10.16 cm');
    await left.sendKeys(Key.chord(Key.CONTROL, 'a'), 'far', Key.ENTER);
    expect(await s.text('aside [role=alert]')).to.include('not a length');
    await left.sendKeys(Key.ESCAPE);
    await (await s.find('[data-piece=door]')).sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await s.holds('nudged by two', async () => (await left.getAttribute('value')) === '10.36 cm');
    await s.press('Undo');
    await s.press('Undo');
    await s.holds('back where it was', async () => (await left.getAttribute('value')) === before);
  });

  it('drags a piece with the mouse', async () => {
    await openDemo('pattern');
    const piece = await s.find('[data-piece=letter-1]');
    const before = await piece.getRect();
    await s.driver.actions().move({ origin: piece }).press().move({ origin: piece, x: 30, y: -40 }).release().perform();
    await s.settled();
    const after = await (await s.find('[data-piece=letter-1]')).getRect();
    expect(after.y - before.y).to.be.closeTo(-40, 3);
    await s.press('Undo');
    await s.press('Done');
    await s.settled();
  });

  sweep('raises a piece in the stack', async () => {
    await openDemo('layers');
    await s.press('Far sea (3)', '//aside');
    expect(await s.text('aside p')).to.include('Layer 3 of 36');
    await s.press('Move up');
    await s.holds('it has passed the next one it meets', async () =>
      (await s.text('aside p')).includes('Layer 4 of 36'),
    );
    await s.press('Undo');
    await s.holds('and is back', async () => (await s.text('aside p')).includes('Layer 3 of 36'));
    await s.press('Done');
  });

  sweep('lets a person overrule the web, and go back to ours', async () => {
    await openDemo('match');
    const ours = await webOf('lagoon');
    expect(ours).to.not.equal('firm-film');
    await s.unfold();
    await (await s.find('[data-fabric=lagoon] select option[value=firm-film]')).click();
    await s.holds('mine', async () => (await webOf('lagoon')) === 'firm-film');
    expect(await s.text('[data-fabric=lagoon]')).to.include('your own choice');
    await s.unfold();
    await (await s.find('[data-fabric=lagoon] select:has(option[value=firm-film]) option[value=""]')).click();
    await s.holds('ours', async () => (await webOf('lagoon')) === ours);
  });

  it('makes the tracing sheets as a PDF and the placement guide too', async () => {
    await openDemo('trace');
    await s.press('Tracing sheets, PDF');
    const pdf = await s.downloaded('.pdf');
    expect(pdf.name).to.equal('harbour-light-tracing-sheets.pdf');
    expect(pdf.bytes.subarray(0, 5).toString()).to.equal('%PDF-');
    await s.press('Placement guide, PDF');
    expect((await s.downloaded('.pdf')).name).to.equal('harbour-light-placement-guide.pdf');
    await s.press('Tracing sheets, SVG');
    expect((await s.downloaded('.svg')).bytes.toString()).to.match(/^<svg/);
  });

  sweep('shows the same change in a second tab', async () => {
    await openDemo('pattern');
    const first = await s.driver.getWindowHandle();
    await s.driver.switchTo().newWindow('tab');
    await openDemo('pattern');
    const second = await s.driver.getWindowHandle();
    await s.driver.switchTo().window(first);
    const title = await s.find('header input');
    await title.sendKeys(Key.END, ' II');
    await s.driver.switchTo().window(second);
    await s.holds(
      'the name has arrived',
      async () => (await s.attribute('header input', 'value')) === 'Harbour Light II',
    );
    await s.driver.close();
    await s.driver.switchTo().window(first);
    await s.press('Undo');
    await s.holds('saved', async () => (await s.text('header [role=status]')) === 'Saved');
  });

  it('exports, deletes (with undo), imports again: the same project', async () => {
    await s.go('/');
    await s.press('Export');
    const first = await s.downloaded('.seam.json');
    expect(first.name).to.equal('harbour-light.seam.json');
    await s.press('Delete');
    await s.holds(
      'it is gone',
      async () => (await s.driver.findElements(By.css('[data-project=harbour-light]'))).length === 0,
    );
    await s.press('Undo', '//*[@role="status"]');
    await s.find('[data-project=harbour-light]');
    await s.press('Delete');
    await s.holds(
      'it is gone again',
      async () => (await s.driver.findElements(By.css('[data-project=harbour-light]'))).length === 0,
    );

    const file = path.join(s.downloads, 'again.seam.json');
    writeFileSync(file, first.bytes);
    await s.driver.executeScript('document.querySelector("input[type=file]").removeAttribute("tabindex")');
    await (await s.find('input[type=file]')).sendKeys(file);
    await s.holds('it is open', async () =>
      (await s.driver.getCurrentUrl()).endsWith('/project/harbour-light/pattern'),
    );
    await s.settled();
    await s.press('Export project');
    const second = await s.downloaded('light.seam.json');
    expect(JSON.parse(second.bytes.toString())).to.deep.equal(JSON.parse(first.bytes.toString()));
  });

  it('says what is wrong with a bad file and keeps what is there', async () => {
    await s.go('/');
    const bad: [string, RegExp][] = [
      ['hello', /not JSON/],
      [JSON.stringify({ format: 'apple-seam.project', version: 7 }), /newer than this application knows/],
      [JSON.stringify({ format: 'apple-seam.project', version: 1, pieces: 3 }), /must be a list/],
    ];
    for (const [content, message] of bad) {
      const file = path.join(s.downloads, 'bad.seam.json');
      writeFileSync(file, content);
      await (await s.find('input[type=file]')).sendKeys(file);
      expect(await s.text('dialog')).to.match(message);
      await s.press('Close', '//dialog');
    }
    expect(await s.driver.findElements(By.css('[data-project]'))).to.have.length(4);
  });

  sweep('makes, duplicates and renames projects', async () => {
    await s.begin();
    expect(await s.text('main')).to.include('What it is for');
    await s.go('/');
    await s.press('Duplicate', '//li[@data-project="harbour-light"]');
    await s.holds(
      'the four of the demo and two more',
      async () => (await s.driver.findElements(By.css('[data-project]'))).length === 6,
    );
    expect(await s.text('ul')).to.include('Harbour Light copy');
    await s.press('Rename', '//li[@data-project="harbour-light"]');
    const input = await s.find('dialog input');
    await input.clear();
    await input.sendKeys('Evening Light', Key.ENTER);
    await s.holds('renamed', async () => (await s.text('[data-project=harbour-light] h3')) === 'Evening Light');
  });

  it('says when a project is not here', async () => {
    await s.go('/project/nowhere/match');
    expect(await s.text('main')).to.include('This project is not here');
  });

  sweep('lists snags and leads to their pieces', async () => {
    await openDemo('pattern');
    await (await s.find('[data-piece=letter-12]')).click();
    const left = await s.driver.findElement(By.xpath('//label[.="From the left edge"]/following-sibling::input'));
    await left.sendKeys(Key.chord(Key.CONTROL, 'a'), '490', Key.ENTER);
    await s.settled();
    await s.press('Done');
    await s.holds('a snag', async () => Number(await s.attribute('[data-snags]', 'data-snags')) > 0);
    await (await s.find('[data-snags]')).click();
    expect(await s.text('dialog')).to.include('past the edge of the background');
    await s.press('Show me', '//*[@data-code="off-the-ground"]');
    // A letter's word is in hand: it is moved, and shown, as one.
    expect(await s.text('aside h2')).to.equal('“HARBOUR LIGHT”');
    await s.press('Undo');
  });

  for (const scheme of ['light', 'dark'] as const)
    (scheme === 'dark' ? sweep : (it as typeof sweep))(`passes axe, ${scheme}`, async function () {
      this.timeout(480_000);
      // By dark only the colours are others.
      const rules = scheme === 'dark' ? ['color-contrast'] : undefined;
      await s.scheme(scheme);
      await s.go('/');
      await s.find('[data-project]');
      expect(await s.axe(rules), 'home').to.deep.equal([]);
      await s.go('/start');
      await s.named('Continue');
      expect(await s.axe(rules), 'start').to.deep.equal([]);
      // The Drawer and the other stations are looked at by light in tests of their own; by dark those with most colours of their own.
      await openDemo('match');
      for (const station of scheme === 'dark' ? (['pattern', 'press', 'edge'] as const) : (['match'] as const)) {
        await s.station(station);
        expect(await s.axe(rules), station).to.deep.equal([]);
      }
      await s.scheme('light');
    });

  sweep('fits 390, 820 and 1280 px without sticking out', async function () {
    this.timeout(480_000);
    const fits = async (what: string): Promise<void> => {
      for (const [w, h] of [
        [390, 844],
        [820, 1180],
        [1280, 800],
      ] as const) {
        await s.size(w, h);
        expect(await s.overflows(), `${what} at ${w}`).to.equal(false);
      }
      await s.size(390, 844);
    };
    await s.size(390, 844);
    await openDemo('pattern');
    for (const station of STATIONS) {
      await s.station(station);
      await fits(station);
    }
    await s.go('/');
    await s.find('[data-project]');
    await fits('home');
    await s.go('/start');
    await s.named('Continue');
    await fits('start');
    await s.size(1280, 800);
  });
});
