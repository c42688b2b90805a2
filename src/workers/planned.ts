import Dexie, { type EntityTable } from 'dexie';

/** What was worked out of a project last, so that opening it again shows it at once. Of no worth to anyone: it may be thrown away at any time. */
interface WorkedOut {
  /** What it is, and of which project. */
  readonly key: string;
  readonly projectId: string;
  readonly at: number;
  /** The very program that worked it out: another one may come to something else. */
  readonly program: string;
  /** All that it was worked out from, letter for letter. */
  readonly from: string;
  readonly answer: unknown;
}

/** As many projects as one has open in a week. */
const MOST = 24;
/** While someone drags, nothing is put away. */
const PAUSE_MS = 100;

const db = new Dexie('apple-seam-worked-out') as Dexie & { answers: EntityTable<WorkedOut, 'key'> };
db.version(1).stores({ answers: 'key, projectId, at' });

/** Drops what was worked out of a project that is thrown away for good. */
export const forgetWorkedOut = async (projectId: string): Promise<void> => {
  await db.answers
    .where('projectId')
    .equals(projectId)
    .delete()
    .catch(() => undefined);
};

/**
 * Answers from what was worked out before, when it was the same program from the same input; else works it out and puts it by.
 * Storage that is full, broken or forbidden changes nothing but the time it takes.
 * @param program the program's own name, as with the hash of its content; null where it has none, and nothing is kept
 */
export function keepWorkedOut(program: string | null): {
  readonly remember: <T>(what: string, projectId: string, from: unknown, work: () => T) => Promise<T>;
} {
  const seen = new Set<string>();
  let later: ReturnType<typeof setTimeout> | undefined;

  const put = async (row: WorkedOut): Promise<void> => {
    try {
      await db.answers.put(row);
      const over = (await db.answers.count()) - MOST;
      if (over > 0) await db.answers.bulkDelete(await db.answers.orderBy('at').limit(over).primaryKeys());
    } catch {
      // It will be worked out again.
    }
  };

  return {
    remember: async (what, projectId, from, work) => {
      if (program === null) return work();
      const key = `${what}:${projectId}`;
      const first = !seen.has(key);
      seen.add(key);
      clearTimeout(later);
      if (first) {
        const kept = await db.answers.get(key).catch(() => undefined);
        if (kept?.program === program && kept.from === JSON.stringify(from))
          return kept.answer as ReturnType<typeof work>;
      }
      const answer = work();
      const at = Date.now();
      const row = (): WorkedOut => ({ key, projectId, at, program, from: JSON.stringify(from), answer });
      if (first) void put(row());
      else later = setTimeout(() => void put(row()), PAUSE_MS);
      return answer;
    },
  };
}
