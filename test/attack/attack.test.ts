// The long attacks: many broken things through every reader, many bodies through the server, and random hands on the page. Loopback only, bounded in count and time.
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { expect } from 'chai';
import { By, Key, type WebElement } from 'selenium-webdriver';
import { parseProject } from '~/core/keep/model';
import { harbourLight } from '~/demo';
import { freePort, serve } from '../../scripts/lib.mjs';
import { Session } from '../e2e/browser';
import { brokenProject, randomFrom } from '../hostile/make';
import { attackReader } from '../hostile/run';

const SEED = Number(process.env['SEED'] ?? Date.now() % 1_000_000_000);
const MINUTES = Number(process.env['MINUTES'] ?? 10);

/** How long health took at worst but once of twelve times (one may be a neighbour's doing), asked by a process of its own: this one has two hundred calls to wait for. */
const slowHealthMs = async (url: string): Promise<number> => {
  const asks = `
    // The first call of a process loads what calling takes.
    await fetch('${url}/api/health');
    const took = [];
    for (let i = 0; i < 12; i++) {
      await new Promise((done) => setTimeout(done, 250));
      const asked = performance.now();
      if ((await fetch('${url}/api/health')).status !== 200) throw new Error('not well');
      took.push(performance.now() - asked);
    }
    console.log(took.sort((a, b) => b - a)[1]);`;
  const { stdout } = await promisify(execFile)(process.execPath, ['--input-type=module', '--eval', asks]);
  return Number(stdout);
};

const TYPED = ['0', '-10000', '6000', '1e9', '24 m', '1/16 in', 'far', '0.4', '', 'x'.repeat(300), '\u{1f9f5}', '999'];
const KEYS = [
  Key.ARROW_LEFT,
  Key.ARROW_DOWN,
  Key.DELETE,
  Key.ESCAPE,
  Key.ENTER,
  Key.TAB,
  Key.PAGE_UP,
  '[',
  ']',
  'f',
  Key.chord(Key.CONTROL, 'd'),
  Key.chord(Key.CONTROL, 'a'),
  Key.chord(Key.CONTROL, 'z'),
];

describe(`attack, seed ${SEED}`, () => {
  for (const [kind, n] of [
    ['project', 12_000],
    ['svg', 3000],
    ['font', 1000],
    ['csv', 3000],
  ] as const)
    it(`${n} broken of kind ${kind}`, async () => {
      const { count, wrong, slowestMs } = await attackReader(kind, n, SEED, 4000);
      console.log(`      ${JSON.stringify(count)}, slowest ${Math.round(slowestMs)} ms`);
      expect(wrong).to.deep.equal([]);
    });

  it('4,000 bodies through the server: each is answered, none with a fault of ours', async () => {
    const { child, url } = await serve({ port: await freePort(), stdio: ['ignore', 'ignore', 'inherit'] });
    try {
      const statuses = new Map<number, number>();
      let next = 0;
      const hand = async (): Promise<void> => {
        while (next < 4000) {
          const i = next++;
          const path = ['/api/plan', '/api/press', '/api/nest', '/api/sheets?kind=tracing&format=svg&paper=a4'][i % 4];
          const answer = await fetch(url + path, {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: brokenProject(SEED + i),
          });
          const text = await answer.text();
          statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
          expect([200, 400, 503], `${path} ${SEED + i}: ${text.slice(0, 300)}`).to.include(answer.status);
          expect(text).to.not.match(/\bat \w+ \(|node:internal/);
        }
      };
      await Promise.all(Array.from({ length: 8 }, hand));
      console.log(`      ${[...statuses].map(([s, n]) => `${s}: ${n}`).join(', ')}`);
      expect((await fetch(`${url}/api/health`)).status).to.equal(200);
    } finally {
      child.kill();
    }
  });

  it('200 plans at once: health within a second all the while, every call answered within 30 s, as many planned as there is time for', async () => {
    const { child, url } = await serve({ port: await freePort(), stdio: ['ignore', 'ignore', 'inherit'] });
    const body = JSON.stringify(harbourLight());
    const post = (): Promise<Response> =>
      fetch(`${url}/api/plan`, { method: 'POST', headers: { 'content-type': 'application/json' }, body });
    /** How long two at a time take, once both threads are warm. */
    const pairS = async (): Promise<number> => {
      const from = performance.now();
      await Promise.all([post(), post()].map(async (a) => (await a).text()));
      return (performance.now() - from) / 1000;
    };
    try {
      await pairS();
      const warmS = Math.min(await pairS(), await pairS());
      const start = performance.now();
      const plans = Array.from({ length: 200 }, async () => {
        const answer = await post();
        await answer.text();
        return { status: answer.status, s: (performance.now() - start) / 1000 };
      });
      const healthMs = await slowHealthMs(url);
      const answers = await Promise.all(plans);
      const planned = answers.filter((a) => a.status === 200).length;
      const lastS = Math.max(...answers.map((a) => a.s));
      // As many as both threads can do in the seven seconds for which a call may wait in line.
      const couldBe = Math.min(200, (2 * 7) / warmS);
      console.log(
        `      health at worst but once ${Math.round(healthMs)} ms; ${planned} of 200 planned (${couldBe.toFixed(0)} could be), the last answer after ${lastS.toFixed(1)} s`,
      );
      expect(healthMs).to.be.below(1000);
      expect(lastS).to.be.below(30);
      expect(planned).to.be.above(couldBe / 2);
    } finally {
      child.kill();
    }
  });

  /** Hands that do anything at all for a while: press, type, pick, tick, drag, go to stations. What they cannot do just now (hidden, covered, gone) is left. @returns how much they tried */
  const randomHands = async (
    s: Session,
    project: string,
    stations: string,
    most: number,
    { at = 'pattern', minutes = MINUTES } = {},
  ): Promise<number> => {
    const random = randomFrom(SEED);
    const below = (n: number): number => Math.floor(random() * n);
    const one = async (css: string): Promise<WebElement | undefined> => {
      const all = await s.driver.findElements(By.css(css));
      return all[below(all.length)];
    };
    const act = async (): Promise<void> => {
      const open = (await s.driver.findElements(By.css('dialog[open]'))).length > 0 ? 'dialog ' : '';
      const way = below(10);
      if (way < 4) await (await one(`${open}button:not([disabled])`))?.click();
      else if (way === 4)
        await (await one(`${open}input[type=text]`))?.sendKeys(
          Key.chord(Key.CONTROL, 'a'),
          TYPED[below(TYPED.length)] ?? '',
          Key.ENTER,
        );
      else if (way === 5) await (await one(`${open}select option`))?.click();
      else if (way === 6) await (await one(`${open}input[type=radio], ${open}input[type=checkbox]`))?.click();
      else if (way === 7) await (await s.driver.switchTo().activeElement()).sendKeys(KEYS[below(KEYS.length)] ?? '');
      else if (way === 8 && !open) await (await one(stations))?.click();
      else {
        const piece = await one('main [data-piece], main [role=application]');
        if (piece && !open)
          await s.driver
            .actions({ async: true, bridge: true } as never)
            .move({ origin: piece })
            .press()
            .move({ origin: piece, x: below(300) - 150, y: below(300) - 150 })
            .release()
            .perform();
      }
    };
    await s.go(`/project/${project}/${at}`);
    await s.settled();
    let acts = 0;
    const end = Date.now() + minutes * 60_000;
    while (Date.now() < end && acts < most) {
      acts += 1;
      await act().catch(() => undefined);
      if (acts % 40 === 0) {
        const text = (await s.run<string>('return document.body.innerText')) ?? '';
        expect(text.trim().length, `the page is blank after ${acts} acts`).to.be.above(20);
        expect(text).to.not.match(/Something went wrong|\bundefined\b|\bNaN\b/);
        if (!(await s.driver.getCurrentUrl()).includes(`/project/${project}`)) await s.go(`/project/${project}/${at}`);
      }
    }
    await new Promise((done) => setTimeout(done, 2500));
    return acts;
  };

  it(`${MINUTES} minutes of random hands end in a project that opens`, async () => {
    const s = await Session.open();
    try {
      const acts = await randomHands(s, 'harbour-light', 'nav a', Number.POSITIVE_INFINITY);
      await s.go('/');
      // It may have been thrown away: the bin has it then.
      if ((await s.driver.findElements(By.css('[data-project=harbour-light]'))).length > 0) {
        await s.go('/project/harbour-light/pattern');
        await s.holds('it opens', async () => (await s.driver.findElements(By.css('header input'))).length === 1);
        expect(await s.text('body')).to.not.match(/needs mending|could not be opened/);
      }
      console.log(`      ${acts} acts`);
    } finally {
      await s.close();
    }
  });

  for (const at of ['board', 'edge', 'gather'])
    it(`random hands at ${at}, with the clock set now and then, end in a project that is sound`, async () => {
      const s = await Session.open();
      try {
        await s.beforeEveryPage(
          `(() => { const real = Date.now.bind(Date); let ahead = 0; Date.now = () => real() + ahead;
            setInterval(() => { ahead += (Math.random() - 0.5) * 2 * [3e3, 36e5, 864e5][Math.floor(Math.random() * 3)]; }, 4000); })()`,
        );
        // Never away from the station: there is where hands are to be.
        const acts = await randomHands(s, 'comet-pennants', 'nothing', Number.POSITIVE_INFINITY, {
          at,
          minutes: MINUTES / 2,
        });
        const row = (await s.stored()).find((r) => r.doc.id === 'comet-pennants');
        const parsed = parseProject(row?.doc && { ...row.doc, pictures: [] });
        console.log(`      ${acts} acts, ${row?.doc.board?.trail.length ?? 0} of them kept by the board`);
        expect(parsed.ok ? [] : parsed.problems.filter((p) => !/picture/.test(p.message))).to.deep.equal([]);
      } finally {
        await s.close();
      }
    });

  it(`${MINUTES} minutes of random hands are undone to where they began`, async () => {
    const s = await Session.open();
    const kept = async (): Promise<object> => {
      const row = (await s.stored()).find((r) => r.doc.id === 'lemon-pot');
      // What is done at the board is no step to undo.
      return { ...row?.doc, board: null };
    };
    try {
      await s.go('/project/lemon-pot/pattern');
      await s.settled();
      const before = await kept();
      // Never away from the project, since what was done before it is opened again is not undone; about one act in ten is a step, and 200 are remembered.
      const acts = await randomHands(s, 'lemon-pot', 'nav[aria-label=Stations] a:not([href$=board])', 1200);
      for (let i = 0; i < 5 && (await s.driver.findElements(By.css('dialog[open]'))).length > 0; i++)
        await (await s.driver.switchTo().activeElement()).sendKeys(Key.ESCAPE);
      let steps = 0;
      for (; await (await s.named('Undo')).isEnabled(); steps++) await s.press('Undo');
      await s.holds('saved', async () => (await s.text('header [role=status]')) === 'Saved');
      console.log(`      ${acts} acts, ${steps} steps`);
      expect(steps).to.be.within(1, 199);
      expect(await kept()).to.deep.equal(before);
    } finally {
      await s.close();
    }
  });
});
