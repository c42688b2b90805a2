import { type ChildProcess, spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import axe from 'axe-core';
import { Builder, By, Key, logging, type WebDriver, type WebElement } from 'selenium-webdriver';
import { type Driver, Options, ServiceBuilder } from 'selenium-webdriver/chrome.js';
import type { Project } from '~/core/keep/model';
import { freePort, serve } from '../../scripts/lib.mjs';

const QUIET = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--hide-scrollbars',
  // A place of metres and British spelling, whatever this machine speaks.
  '--accept-lang=en-GB',
  // Pages here live for seconds: what the last compiler gains is less than what it costs.
  '--js-flags=--no-turbofan',
];
/** Generous, since a busy machine may be ten times slower; a wait ends as soon as it holds. */
const WAIT_MS = Number(process.env['WAIT_MS'] ?? 120_000);

/** How soon it is looked again whether something holds, ms: at once at first, then less and less often, since looking takes time of the page's. */
const LOOK_MS = { first: 20, most: 250, grows: 1.4 } as const;

const networkLog = (): logging.Preferences => {
  const wanted = new logging.Preferences();
  wanted.setLevel(logging.Type.PERFORMANCE, logging.Level.ALL);
  return wanted;
};

let shared: ReturnType<typeof serve> | undefined;
/** A server for all files that one process tests; each browser has its own storage. */
function sharedServer(): ReturnType<typeof serve> {
  shared ??= freePort().then(async (port) => {
    const served = await serve({ port, stdio: ['ignore', 'ignore', 'inherit'] });
    process.once('exit', () => served.child.kill());
    served.child.unref();
    return served;
  });
  return shared;
}

interface StoredRow {
  readonly id: string;
  readonly name: string;
  readonly doc: Project;
}

interface Wishes {
  /** Further flags for Chromium. */
  readonly flags?: readonly string[];
  /** A folder of an earlier browser's storage; by default a new, empty one that is thrown away. */
  readonly profile?: string;
  /** A copy of the build. */
  readonly dist?: string;
  /** A server that runs already. */
  readonly url?: string;
  /** The whole application is kept in the browser, from a server of its own that can be stopped; else that is left out, since fetching all of it takes longer than most tests. */
  readonly offline?: boolean;
}

interface Browser {
  readonly driver: WebDriver;
  readonly pid: number;
  /** Where its storage and its downloads are. */
  readonly home: string;
}

/** Only where files are run one after another by a worker is another to come; elsewhere a browser at rest would keep the process from ending. */
const MORE_TO_COME = process.env['MOCHA_WORKER_ID'] !== undefined;
/** A browser that has been used and waits to be used again: opening one takes seconds, and one that knows the scripts already compiles them no more. */
let resting: Browser | undefined;
// Whoever ends this process ends the browser too, and at once: the runner gives it a second, in which driver and server are ended as well.
process.once('exit', () => {
  if (!resting) return;
  try {
    process.kill(resting.pid, 'SIGKILL');
  } catch {
    // It is gone already.
  }
  spawn('rm', ['-rf', resting.home], { detached: true, stdio: 'ignore' }).unref();
});

async function openBrowser(flags: readonly string[], ownProfile?: string): Promise<Browser> {
  const home = mkdtempSync(path.join(tmpdir(), 'seam-'));
  const options = new Options();
  options.setChromeBinaryPath('/usr/bin/chromium');
  const profile = ownProfile ?? path.join(home, 'profile');
  const downloads = path.join(home, 'downloads');
  options.addArguments(...QUIET, ...flags, `--user-data-dir=${profile}`);
  options.setUserPreferences({ 'download.default_directory': downloads, 'download.prompt_for_download': false });
  options.setLoggingPrefs(networkLog());
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  return { driver, home, pid: (await driver.getCapabilities()).get('goog:processID') as number };
}

/** Makes a used browser as good as new: a tab of its own, nothing stored, nothing allowed. */
async function refresh({ driver }: Browser, url: string): Promise<void> {
  const used = await driver.getAllWindowHandles();
  await driver.switchTo().newWindow('tab');
  const fresh = await driver.getWindowHandle();
  for (const handle of used) {
    await driver.switchTo().window(handle);
    await driver.close();
  }
  await driver.switchTo().window(fresh);
  const devtools = driver as Driver;
  await devtools.sendDevToolsCommand('Storage.clearDataForOrigin', { origin: url, storageTypes: 'all' });
  await devtools.sendDevToolsCommand('Browser.resetPermissions', {});
  await driver.manage().logs().get('performance');
}

async function quit({ driver, home }: Browser): Promise<void> {
  await driver.quit().catch(() => undefined);
  rmSync(home, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 });
}

/** The browser that rests, as good as new; null where none does, or it no longer answers. */
async function usedBrowser(url: string): Promise<Browser | null> {
  const used = resting;
  resting = undefined;
  if (!used) return null;
  try {
    await refresh(used, url);
    return used;
  } catch {
    await quit(used);
    return null;
  }
}

/** A Chromium with empty storage, at a server of the built application. */
export class Session {
  private constructor(
    private readonly browser: Browser,
    readonly url: string,
    readonly downloads: string,
    private readonly server: ChildProcess | null,
    /** Nothing about it is special: it can be used again. */
    private readonly plain: boolean,
  ) {}

  get driver(): WebDriver {
    return this.browser.driver;
  }

  /** @param flags further flags for Chromium, or more wishes */
  static async open(width = 1280, height = 800, flags: readonly string[] | Wishes = []): Promise<Session> {
    const wishes: Wishes = 'length' in flags ? { flags } : flags;
    const own = wishes.offline || wishes.dist;
    const served = own
      ? await serve({
          port: await freePort(),
          stdio: ['ignore', 'ignore', 'inherit'],
          ...(wishes.dist ? { dist: wishes.dist } : {}),
        })
      : { child: null, url: wishes.url ?? (await sharedServer()).url };
    const plain = !own && !wishes.profile && (wishes.flags ?? []).length === 0;
    const browser =
      (plain && (await usedBrowser(served.url))) || (await openBrowser(wishes.flags ?? [], wishes.profile));
    const downloads = path.join(browser.home, 'downloads');
    rmSync(downloads, { recursive: true, force: true });
    mkdirSync(downloads);
    const session = new Session(browser, served.url, downloads, served.child, plain);
    await session.devtools('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: downloads });
    await session.size(width, height);
    if (!wishes.offline) await session.beforeEveryPage('delete Navigator.prototype.serviceWorker;');
    return session;
  }

  /** Ends it all. @throws Error when a page asked anything of another place than its own server: nothing of ours may */
  async close(): Promise<void> {
    const foreign = await this.foreignRequests().catch(() => null);
    this.server?.kill();
    // One that does not answer any more is not kept.
    if (MORE_TO_COME && this.plain && foreign && !resting) resting = this.browser;
    else await quit(this.browser);
    if (foreign && foreign.length > 0) throw new Error(`Asked of other places: ${foreign.slice(0, 5).join(', ')}`);
  }

  /** Addresses outside its own server that pages asked for since the last look, from the browser's network log. */
  async foreignRequests(): Promise<string[]> {
    const log = await this.driver.manage().logs().get('performance');
    return log.flatMap(({ message }) => {
      const { method, params } = (
        JSON.parse(message) as { message: { method: string; params: { request?: { url: string } } } }
      ).message;
      const url = params.request?.url;
      if (method !== 'Network.requestWillBeSent' || !url || /^(data|blob|chrome(-\w+)?|devtools|about):/.test(url))
        return [];
      return new URL(url).origin === new URL(this.url).origin ? [] : [url];
    });
  }

  devtools(command: string, params: Record<string, unknown>): Promise<unknown> {
    return (this.driver as Driver).sendDevToolsCommand(command, params);
  }

  /** Stops the server, as when it is switched off. */
  async stopServer(): Promise<void> {
    const { server } = this;
    if (!server || server.exitCode !== null) return;
    await new Promise((done) => {
      server.once('exit', done);
      server.kill('SIGKILL');
    });
  }

  /** Ends the browser without a word, as when the power goes. */
  async killBrowser(): Promise<void> {
    process.kill(this.browser.pid, 'SIGKILL');
    await this.driver.quit().catch(() => undefined);
  }

  /** Runs a script in the page before any of its own. */
  beforeEveryPage(source: string): Promise<unknown> {
    return this.devtools('Page.addScriptToEvaluateOnNewDocument', { source });
  }

  run<T>(script: string, ...args: unknown[]): Promise<T> {
    return this.driver.executeScript(script, ...args) as Promise<T>;
  }

  /** Projects as they lie in the browser's storage. */
  stored(): Promise<StoredRow[]> {
    return this.driver.executeAsyncScript(`
      const done = arguments[arguments.length - 1];
      const open = indexedDB.open('apple-seam');
      open.onsuccess = () => {
        const all = open.result.transaction('projects').objectStore('projects').getAll();
        all.onsuccess = () => { open.result.close(); done(all.result); };
      };`);
  }

  /** Waits until the service worker holds everything. */
  async offlineReady(): Promise<void> {
    await this.holds('the service worker is in charge', () =>
      this.run<boolean>('return navigator.serviceWorker.controller !== null'),
    );
  }

  size(width: number, height: number): Promise<unknown> {
    return this.devtools('Emulation.setDeviceMetricsOverride', {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: false,
    });
  }

  scheme(value: 'light' | 'dark'): Promise<unknown> {
    return this.devtools('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-color-scheme', value }],
    });
  }

  go(to: string): Promise<void> {
    return this.driver.get(this.url + to);
  }

  /** Looks until there is something. @throws Error that says what there never was */
  private async awaited<T>(what: string, look: () => Promise<T | null | undefined | false>): Promise<T> {
    const end = performance.now() + WAIT_MS;
    for (let pause: number = LOOK_MS.first; ; pause = Math.min(LOOK_MS.most, pause * LOOK_MS.grows)) {
      const got = await look();
      if (got) return got;
      if (performance.now() > end) throw new Error(`${what}, for ${WAIT_MS / 1000} s`);
      await new Promise((done) => setTimeout(done, pause));
    }
  }

  private located(by: By, what: string): Promise<WebElement> {
    return this.awaited(what, async () => (await this.driver.findElements(by))[0]);
  }

  find(css: string): Promise<WebElement> {
    return this.located(By.css(css), `nothing matches ${css}`);
  }

  /** The button or link that says this. */
  async named(text: string, within = ''): Promise<WebElement> {
    const x = `${within}//*[self::button or self::a or self::summary or self::label][normalize-space(.)=${JSON.stringify(text)} or @aria-label=${JSON.stringify(text)}]`;
    return this.located(By.xpath(x), `nothing is called “${text}”`);
  }

  async press(text: string, within = ''): Promise<void> {
    await (await this.shown(await this.named(text, within))).click();
  }

  /** Opens what an element is folded away in, as a person would. */
  private async shown(element: WebElement): Promise<WebElement> {
    await this.run(
      `const fold = arguments[0].closest('details[data-fold]:not([open])');
       if (fold && !arguments[0].closest('summary')) fold.querySelector('summary').click();`,
      element,
    );
    return element;
  }

  /** Opens everything that is folded away. */
  unfold(): Promise<void> {
    return this.run(`for (const d of document.querySelectorAll('details[data-fold]')) d.open = true;`);
  }

  async text(css: string): Promise<string> {
    return (await this.find(css)).getText();
  }

  async attribute(css: string, name: string): Promise<string | null> {
    return (await this.find(css)).getAttribute(name);
  }

  /** The input or list that carries this label. */
  async field(label: string, within = ''): Promise<WebElement> {
    const x = `${within}//label[.=${JSON.stringify(label)}]/following-sibling::*[self::input or self::select or (self::div and .//input)]`;
    const input = `(${x}[self::input or self::select] | ${x}[self::div]//input[1])[1]`;
    return this.shown(await this.located(By.xpath(input), `no field “${label}”`));
  }

  /** Types in place of what stands in a field, and leaves it. */
  async type(label: string, text: string, within = ''): Promise<void> {
    await (await this.field(label, within)).sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.TAB);
  }

  async value(label: string, within = ''): Promise<string> {
    return (await (await this.field(label, within)).getAttribute('value')) ?? '';
  }

  /** Ticks the choice that says this, wherever it is scrolled to. */
  async choose(label: string, within = ''): Promise<void> {
    const x = `${within}//label[normalize-space(.)=${JSON.stringify(label)}]`;
    const choice = await this.located(By.xpath(x), `no choice “${label}”`);
    await this.run('arguments[0].scrollIntoView({ block: "center" }); arguments[0].click()', choice);
  }

  /** Gives a file of this content to what asks for one: a dialog, unless told otherwise. */
  async give(name: string, content: string | Buffer, accept: string, within = 'dialog'): Promise<void> {
    const file = path.join(this.downloads, name);
    writeFileSync(file, content);
    await (await this.find(`${within} input[accept*="${accept}"]`)).sendKeys(file);
  }

  /** Brings a project in as a file, and waits until its plan is worked out. */
  async bring(doc: Project): Promise<void> {
    const file = path.join(this.downloads, `${doc.id}.seam.json`);
    writeFileSync(file, JSON.stringify(doc));
    await this.go('/');
    await (await this.find('input[type=file]')).sendKeys(file);
    await this.holds('it is open', async () => (await this.driver.getCurrentUrl()).includes(`/project/${doc.id}/`));
    await this.settled();
  }

  /** Begins a picture on a ground of 500 × 500 mm, everything else as it is offered, and waits for its bench. */
  async begin(): Promise<void> {
    await this.go('/start');
    await this.press('Continue');
    await this.type('Width', '500 mm');
    await this.type('Height', '500 mm');
    await this.press('Start now');
    await this.settled();
  }

  /** Opens the presses of the evening one after another on its thread, and reads each. */
  async everyPress<T>(read: (id: string) => Promise<T>): Promise<T[]> {
    const all: T[] = [];
    const legs = await this.driver.findElements(By.css('[data-evening] button'));
    for (let i = 0; i < legs.length; i++) {
      const leg = (await this.driver.findElements(By.css('[data-evening] button')))[i]!;
      await this.run('arguments[0].click()', leg);
      await this.holds('the leg is open', async () => (await leg.getAttribute('aria-expanded')) === 'true');
      for (const row of await this.driver.findElements(By.css('[data-press]'))) {
        if ((await row.getAttribute('aria-expanded')) === 'false') await this.run('arguments[0].click()', row);
        const id = (await row.getAttribute('data-press'))!;
        await this.find(`[data-ticket="${id}"]`);
        all.push(await read(id));
      }
    }
    return all;
  }
  /** Opens one press on the thread of the evening. */
  async openPress(id: string): Promise<void> {
    const legs = await this.driver.findElements(By.css('[data-evening] button'));
    for (const leg of legs) {
      const there = (await this.driver.findElements(By.css(`[data-press="${id}"]`)))[0];
      if (there) {
        if ((await there.getAttribute('aria-expanded')) === 'false') await this.run('arguments[0].click()', there);
        await this.find(`[data-ticket="${id}"]`);
        return;
      }
      await this.run('arguments[0].click()', leg);
      await this.holds('the leg is open', async () => (await leg.getAttribute('aria-expanded')) === 'true');
    }
    await this.find(`[data-press="${id}"][aria-expanded]`);
    await this.run(`document.querySelector('[data-press="${id}"][aria-expanded=false]')?.click()`);
  }
  /** Goes along the seam to a station, and waits until its plan is worked out. */
  async station(name: string): Promise<void> {
    await (await this.find(`nav[aria-label=Stations] a[href$="/${name}"]`)).click();
    await this.settled();
  }
  /** Is at a station of a project: along the seam where the project is open, which spares the page a new start, else by its address. */
  async visit(project: string, name: string): Promise<void> {
    const open = await this.run<boolean>(
      `return location.pathname.startsWith(arguments[0]) && !document.querySelector('dialog[open]') &&
         document.querySelector('nav[aria-label=Stations]') !== null`,
      `/project/${project}/`,
    );
    if (open) return this.station(name);
    await this.go(`/project/${project}/${name}`);
    await this.settled();
  }

  /** A project as the browser keeps it, once all of it is saved. */
  async doc(name: string): Promise<StoredRow['doc']> {
    await this.holds('saved', async () => (await this.text('header [role=status]')) === 'Saved');
    const row = (await this.stored()).find((r) => r.name === name);
    if (!row) throw new Error(`no project is called “${name}”`);
    return row.doc;
  }
  /** Waits until a test of the page holds. */
  async holds(what: string, test: () => Promise<boolean>): Promise<void> {
    await this.awaited(`never: ${what}`, () => test().catch(() => false));
  }

  async settled(): Promise<void> {
    await this.holds(
      'the plan is worked out',
      async () => (await this.attribute('[data-planning]', 'data-planning')) === 'false',
    );
  }

  /** A file that was downloaded, once it is whole. */
  async downloaded(ending: string): Promise<{ name: string; bytes: Buffer }> {
    let name: string | undefined;
    await this.holds(`a download that ends in ${ending}`, async () => {
      name = readdirSync(this.downloads).find((f) => f.endsWith(ending));
      return name !== undefined && readFileSync(path.join(this.downloads, name)).length > 0;
    });
    const file = path.join(this.downloads, name!);
    const bytes = readFileSync(file);
    rmSync(file);
    return { name: name!, bytes };
  }

  /** What axe finds wrong, in a line each. @param rules only these; by default all */
  async axe(rules?: string[]): Promise<string[]> {
    // Its own driver looks at the page in a second window and carries back all that is right, in three times the time.
    if (!(await this.run<boolean>('return "axe" in window'))) await this.run(axe.source);
    return this.driver.executeAsyncScript(
      `const [runOnly, done] = arguments;
       const told = (v) => v.id + ': ' + v.nodes.slice(0, 3).map((n) => n.target.join(' ')).join(', ');
       axe.run(document, { runOnly, resultTypes: ['violations'] }).then(
         ({ violations }) => done(violations.map(told)),
         (e) => done(['axe itself failed: ' + e]),
       );`,
      rules ?? ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'],
    );
  }

  /** Whether anything sticks out to the right of the window. */
  async overflows(): Promise<boolean> {
    return (await this.driver.executeScript(
      'return document.documentElement.scrollWidth > window.innerWidth + 1',
    )) as boolean;
  }
}
