// Answer, reason and act of every station stand on its first screen, at a desk and on a phone, with nothing scrolled or opened; and the long stations are short.
import { expect } from 'chai';
import { Session } from './browser';

/** What stands where, by station: its answer, its reason where it has one, and what is done about it. */
const FIRST: { readonly [station: string]: readonly string[] } = {
  pattern: ['[data-answer]', '[aria-label=Add] button:not([hidden])', 'svg[data-flipped]'],
  layers: ['[data-answer]', '[data-reason]', '[data-act] button'],
  match: ['[data-answer]', '[data-reason]', '[data-web-group] summary'],
  trace: ['[data-answer]', '[data-reason]', '[data-act] button'],
  press: ['[data-answer]', '[data-reason]', '[data-act] button', '[data-evening] button'],
  edge: ['[data-answer]', '[data-reason]', '[aria-label="The stitches"] button'],
  gather: ['[data-answer]', '[data-need]', '[data-need] label'],
  board: ['main p[aria-live]', '[data-go]'],
};
/** At most so many screens, for stations that used to be many. */
const SCREENS: { readonly [station: string]: readonly [desk: number, phone: number] } = {
  match: [2, 4],
  trace: [2, 4],
  press: [2, 4],
};

describe('first screens, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
    await s.visit('harbour-light', 'pattern');
  });
  after(() => s.close());

  for (const [i, [width, height]] of (
    [
      [1280, 800],
      [390, 844],
    ] as const
  ).entries())
    it(`answer, reason and act at ${width} × ${height}`, async () => {
      await s.size(width, height);
      for (const [station, wanted] of Object.entries(FIRST)) {
        await (station === 'board' ? s.go('/project/harbour-light/board') : s.visit('harbour-light', station));
        await s.find(wanted[0]!);
        for (const css of wanted) {
          await s.find(css);
          // The first that is shown at all: on a phone some are behind another.
          const bottom = await s.run<number>(
            `const shown = [...document.querySelectorAll(arguments[0])].find((e) => e.getBoundingClientRect().height > 0);
             return shown ? shown.getBoundingClientRect().bottom + window.scrollY : -1;`,
            css,
          );
          expect(bottom, `${station}: ${css}`).to.be.within(1, height);
        }
        const most = SCREENS[station]?.[i as 0 | 1];
        if (most !== undefined)
          expect(await s.run('return document.documentElement.scrollHeight'), station).to.be.at.most(most * height);
        expect(await s.overflows(), `${station} at ${width}`).to.equal(false);
      }
    });
});
