// What a newcomer looks for, and where: each is found from its station's first screen in at most two acts.
import { expect } from 'chai';
import { By } from 'selenium-webdriver';
import { Session } from './browser';

interface Find {
  readonly what: string;
  readonly station: string;
  /** What is tapped, one after the other: an element by XPath. */
  readonly acts: readonly string[];
  /** There it is. */
  readonly there: string;
}
const fold = (label: string): string => `//details[@data-fold="${label}"]/summary`;
const says = (tag: string, text: string): string => `//${tag}[normalize-space(.)="${text}"]`;
const FINDS: readonly Find[] = [
  {
    what: 'several things in one project',
    station: 'pattern',
    acts: [fold('What you make')],
    there: says('button', 'Add another'),
  },
  { what: 'how it is made', station: 'pattern', acts: [fold('What you make')], there: says('label', 'How it is made') },
  { what: 'a border', station: 'pattern', acts: [fold('Background')], there: says('label', 'Border') },
  {
    what: 'a motif of a print',
    station: 'pattern',
    acts: [says('button', 'Motif of a print')],
    there: '//dialog//h2[contains(., "A motif of a print")] | //dialog[contains(., "A motif of a print")]',
  },
  {
    what: 'everything laid, then pressed',
    station: 'layers',
    acts: [fold('Where people disagree')],
    there: '//label[@data-side="all-laid"]',
  },
  {
    what: 'the whole fabric fused first',
    station: 'trace',
    acts: [fold('Where people disagree')],
    there: '//label[@data-side="fuse-first"]',
  },
  { what: 'an edge for all', station: 'edge', acts: [fold('How it is stitched')], there: says('label', 'Edge') },
  { what: 'printing', station: 'trace', acts: [], there: says('button', 'Save all as PDF') },
  {
    what: 'trying a scrap',
    station: 'press',
    acts: [says('button', 'Try a scrap')],
    there: '//dialog[contains(., "Cut")]',
  },
];
const MOST_ACTS = 2;

describe('what a newcomer looks for, in Chromium', () => {
  let s: Session;
  before(async () => {
    s = await Session.open();
  });
  after(() => s.close());

  it('is found in at most two acts from the first screen of its station', async () => {
    for (const { what, station, acts, there } of FINDS) {
      expect(acts.length, what).to.be.at.most(MOST_ACTS);
      await s.visit('harbour-light', station);
      await s.run(`for (const d of document.querySelectorAll('details[data-fold]')) d.open = false;`);
      for (const act of acts) {
        await s.holds(`${what}: ${act}`, async () => (await s.driver.findElements(By.xpath(act))).length > 0);
        await (await s.driver.findElement(By.xpath(act))).click();
      }
      await s.holds(what, async () => {
        const [found] = await s.driver.findElements(By.xpath(there));
        return found !== undefined && (await found.isDisplayed());
      });
      await s.run(`document.querySelector('dialog[open]')?.close()`);
      await s.run(`document.querySelector('dialog')?.dispatchEvent(new Event('cancel'))`);
      await s.go('/project/harbour-light/pattern');
      await s.settled();
    }
  });
});
