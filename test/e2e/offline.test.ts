// The application with its server switched off: with the service worker everything goes on, and without it every part says what is missing.
import type { ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from 'chai';
import { By } from 'selenium-webdriver';
import { serve } from '../../scripts/lib.mjs';
import { sweep, THOROUGH } from '../cases';
import { Session } from './browser';

const STATIONS = ['pattern', 'layers', 'match', 'trace', 'press', 'edge', 'gather'] as const;
/** A drawing of one square. */
const SQUARE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50"><path d="M5 5H45V45H5Z" fill="#247"/></svg>';

async function closeDialogs(s: Session): Promise<void> {
  for (const d of await s.driver.findElements(By.css('dialog button[aria-label=Close]')))
    await d.click().catch(() => undefined);
}

describe('with the server switched off, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open(1280, 800, { offline: true });
    await s.go('/');
    await s.find('[data-project]');
    await s.offlineReady();
    await s.stopServer();
  });
  after(() => s.close());

  it('is installable: a manifest with icons, and a worker in charge', async () => {
    const problems = (await s.devtools('Page.getInstallabilityErrors', {})) as {
      installabilityErrors?: unknown[];
    } | null;
    expect(problems?.installabilityErrors ?? []).to.deep.equal([]);
    const manifest = await s.run<string>('return document.querySelector("link[rel=manifest]").getAttribute("href")');
    expect(manifest).to.equal('/app.webmanifest');
  });

  sweep('every page and station opens anew', async () => {
    const whole = async (where: string): Promise<void> => {
      await s.find('main h1, main h2, header h1');
      expect(await s.text('body'), where).to.not.match(/could not be loaded|went wrong/);
    };
    for (const address of ['/', '/drawer', '/start', '/project/harbour-light/trace']) {
      await s.go(address);
      await whole(address);
    }
    for (const station of THOROUGH ? STATIONS : (['press', 'board'] as const)) {
      // All stations are one page: opening each anew is for the long run.
      await (THOROUGH ? s.go(`/project/harbour-light/${station}`) : s.station(station));
      await s.settled();
      await whole(station);
    }
  });

  sweep(
    'a word with every face, a drawing, a PDF, a layout, a look into a stack and a fabric: all without it',
    async () => {
      await s.visit('harbour-light', 'pattern');
      await s.press('Word');
      await (await s.find('dialog input[type=text]')).sendKeys('Sea');
      await s.holds('the word is set', async () => (await s.text('dialog [role=status]')).includes('Capitals'));
      await s.holds('every face has its sample', async () =>
        s.run<boolean>(
          'return [...document.querySelectorAll("dialog fieldset label svg")].every((g) => g.querySelector("path"))',
        ),
      );
      await s.press('Add word', '//dialog');
      await s.settled();

      const file = path.join(s.downloads, 'square.svg');
      writeFileSync(file, SQUARE);
      await s.press('Drawing');
      await (await s.find('dialog input[type=file]')).sendKeys(file);
      await s.find('dialog svg[aria-label$="shapes"], dialog svg[aria-label="One shape"]');
      await closeDialogs(s);

      await s.station('trace');
      await s.press('Tracing sheets, PDF');
      expect((await s.downloaded('.pdf')).bytes.subarray(0, 5).toString()).to.equal('%PDF-');
      await s.press('layout on web and fabric');
      await s.press('Nest');
      await s.holds('it is laid out', async () =>
        /of the roll|saves|Lock it here|Nest again/.test(await s.text('main')),
      );

      await s.station('press');
      await (await s.driver.findElement(By.xpath('(//button[.="Look into the stack"])[1]'))).click();
      await s.find('main canvas');
      await s.press('Measure my iron');
      await (await s.driver.findElement(By.xpath('(//dialog//button[.="Read it"])[1]'))).click();
      await s.holds('it says what needs the server', async () =>
        (await s.text('dialog')).includes('is in the server of Apple Seam, which does not answer'),
      );
    },
  );
});

describe('without a service worker, the server stopped in the middle', () => {
  let s: Session;
  before(async () => {
    s = await Session.open(1280, 800, { offline: true, flags: ['--disable-features=ServiceWorkerAutoPreload'] });
    // No worker at all: as in a browser that gives none.
    await s.beforeEveryPage(
      'Object.defineProperty(Navigator.prototype, "serviceWorker", { get: () => undefined }); delete Navigator.prototype.serviceWorker;',
    );
    await s.go('/project/harbour-light/pattern');
    await s.settled();
    // The other stations are fetched once the one at hand stands.
    await s.holds('the others are there', () =>
      s.run<boolean>('return performance.getEntriesByName("stations-at-hand").length > 0'),
    );
  });
  after(() => s.close());
  /** The page is there, with words and a way on. */
  const stands = async (what: string): Promise<void> => {
    expect(await s.driver.findElements(By.css('header input')), what).to.have.length(1);
  };

  sweep('each dialog says so, can be closed, and the page stays', async () => {
    await s.stopServer();
    for (const opener of ['Word', 'Shape', 'Drawing', 'Scan or photo', 'Earlier versions']) {
      await s.press(opener);
      await s.holds(`${opener} says so`, async () => (await s.text('dialog')).includes('could not be loaded'));
      await s.named('Try again', '//dialog');
      await s.named('Reload the page', '//dialog');
      await closeDialogs(s);
      await stands(opener);
    }
    expect(await s.axe(), 'pattern').to.deep.equal([]);
  });

  sweep('stations, layouts, sheets and stacks say so, too, and nothing is “drawing …” for ever', async () => {
    await s.stopServer();
    await (await s.find('nav a[href$="/trace"]')).click();
    await s.find('[aria-label="Tracing sheets, PDF"]');
    await s.press('Tracing sheets, PDF');
    await s.holds('it is told', async () => /The PDF could not be made/.test(await s.text('main')));
    expect(await (await s.named('Tracing sheets, PDF')).isEnabled()).to.equal(true);
    for (const opener of ['Measure the printer', 'Check a traced sheet', 'Try a cutting machine']) {
      await s.press(opener);
      await s.holds(`${opener} says so`, async () => (await s.text('dialog')).includes('could not be loaded'));
      await closeDialogs(s);
    }
    await s.press('layout on web and fabric');
    await s.holds('the layout says so', async () => /The layout could not be loaded/.test(await s.text('main')));
    await (await s.find('nav a[href$="/press"]')).click();
    await (await s.driver.findElement(By.xpath('(//button[.="Look into the stack"])[1]'))).click();
    await s.holds('the stack says so', async () => /could not be loaded/.test(await s.text('main')));
    await stands('press');
  });
});

describe('a newer version', () => {
  sweep('is offered, never forced, and comes in when it is taken', async () => {
    const dist = mkdtempSync(path.resolve('node_modules/.cache/dist-'));
    cpSync('dist', dist, { recursive: true });
    const s = await Session.open(1280, 800, { dist, offline: true });
    let server: ChildProcess | undefined;
    const offered = (): Promise<boolean> =>
      s.run<boolean>('return document.body.innerText.includes("A newer Apple Seam is here")');
    try {
      await s.go('/project/harbour-light/pattern');
      await s.settled();
      await s.offlineReady();
      const worker = path.join(dist, 'client/offline.js');
      writeFileSync(worker, `${readFileSync(worker, 'utf8')}\n// newer`);
      for (const packed of ['.br', '.gz']) rmSync(worker + packed, { force: true });
      // As when a newer build is put up: the server starts anew.
      await s.stopServer();
      const again = await serve({ port: Number(new URL(s.url).port), dist });
      server = again.child;
      await s.go('/project/harbour-light/pattern');
      await s.settled();
      await s.holds('it is offered', () => offered());
      expect(await s.axe(), 'offer').to.deep.equal([]);
      await (await s.find('header input')).sendKeys('!');
      await s.holds('work goes on', async () => (await s.text('header [role=status]')) === 'Saved');
      await s.press('Use it now');
      await s.holds('it is in', async () => !(await offered()));
      await s.settled();
      expect(await (await s.find('header input')).getAttribute('value')).to.match(/!/);
    } finally {
      await s.close();
      server?.kill();
      rmSync(dist, { recursive: true, force: true });
    }
  });
});
