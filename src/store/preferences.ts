import { useLiveQuery } from 'dexie-react-hooks';
import { z } from 'zod';
import { type DisplayUnits, type Manner, speakAs } from '~/core/base/units';
import { type Ways, waysOf } from '~/words/place';
import { CURRENCIES } from '~/words/price';
import { attempt } from './attempt';
import { db } from './db';

const UNITS = 'units';
const WAYS = 'ways';

const lengthsSchema = z.enum(['in', 'mm']);
const waysSchema = z.object({
  heat: z.enum(['C', 'F']),
  spelling: z.enum(['US', 'UK']),
  currency: z.enum(CURRENCIES).nullable(),
});

/** What is usual where this browser says it is. */
const usual = (): Ways => waysOf(navigator.language);

/** The lengths that were chosen last, in a project or in the Drawer; what is usual in the place until someone chose. */
export async function readUnits(): Promise<DisplayUnits> {
  const kept = lengthsSchema.safeParse((await db.settings.get(UNITS))?.value);
  return kept.success ? kept.data : usual().lengths;
}

/** As {@link readUnits}, kept up to date; undefined until it is read. */
export const useUnits = (): DisplayUnits | undefined =>
  useLiveQuery(() => readUnits().catch(() => usual().lengths), []);

/** Remembers the lengths a person chose. A browser that keeps nothing forgets them. */
export const rememberUnits = (units: DisplayUnits): void =>
  void attempt(() => db.settings.put({ key: UNITS, value: units }));

/** How a person wants things said, and whether they said so or it is only usual in their place. */
export async function readWays(): Promise<{ readonly ways: Ways; readonly chosen: boolean }> {
  const [lengths, kept] = [await readUnits(), waysSchema.safeParse((await db.settings.get(WAYS))?.value)];
  return kept.success
    ? { ways: { lengths, ...kept.data }, chosen: true }
    : // A currency is named by a person, or by nobody.
      { ways: { ...usual(), lengths, currency: null }, chosen: false };
}

/** As {@link readWays}, kept up to date; undefined until it is read, or where this browser keeps nothing. */
export const useWays = (): { readonly ways: Ways; readonly chosen: boolean } | undefined =>
  useLiveQuery(() => readWays().catch(() => undefined), []);

/** What is offered to whoever has not chosen: also the currency of the place. */
export const offeredWays = (now: Ways, chosen: boolean): Ways =>
  chosen ? now : { ...now, currency: usual().currency };

/** Remembers how a person wants things said. What is on the page keeps its words until it is loaded again. @returns whether it was kept, else why not */
export const keepWays = ({ lengths, ...ways }: Ways) =>
  attempt(() =>
    db.transaction('rw', db.settings, async () => {
      await db.settings.bulkPut([
        { key: UNITS, value: lengths },
        { key: WAYS, value: ways },
      ]);
    }),
  );

/** Storage that does not answer keeps nobody waiting for the first word, ms. */
const ANSWER_MS = 1500;

/** Reads how things are said, and says them so from here on. Called before a page shows anything. */
export async function speakAsChosen(): Promise<Manner> {
  const late = new Promise<null>((r) => setTimeout(() => r(null), ANSWER_MS));
  const read = await Promise.race([readWays().catch(() => null), late]);
  const { heat, spelling, currency } = read?.ways ?? { ...usual(), currency: null };
  const now: Manner = { heat, spelling, currency };
  speakAs(now);
  return now;
}
