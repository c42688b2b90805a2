import { z } from 'zod';
import { STATIONS, type StationName } from '~/core/keep/model';
import { attempt } from './attempt';
import { db } from './db';

// Which article was looked at last, for as long as the tab is open: stations are pages of their own.

const nameOf = (projectId: string): string => `article of ${projectId}`;

/** Keeps it; a browser that keeps nothing forgets it. */
export function rememberArticle(projectId: string, articleId: string): void {
  try {
    sessionStorage.setItem(nameOf(projectId), articleId);
  } catch {
    // Looked at anew the next time.
  }
}

/** The article that was looked at before in this tab; null: none. */
export function articleBefore(projectId: string): string | null {
  try {
    return sessionStorage.getItem(nameOf(projectId));
  } catch {
    return null;
  }
}

// Which stations of a project were ever looked at. It is kept beside the project, not in it: looking is no edit, and is not undone.

const stationsKey = (projectId: string): string => `stations of ${projectId}`;

/** The stations of a project that were looked at in this browser. */
export async function stationsLookedAt(projectId: string): Promise<readonly StationName[]> {
  const kept = (await db.settings.get(stationsKey(projectId)))?.value;
  return Array.isArray(kept) ? STATIONS.filter((s) => kept.includes(s)) : [];
}

/** Keeps which were looked at. A browser that keeps nothing forgets them. */
export const rememberStations = (projectId: string, stations: readonly StationName[]): void =>
  void attempt(() => db.settings.put({ key: stationsKey(projectId), value: [...stations] }));

// And at which of them something was decided there: an edit was made.

const decidedKey = (projectId: string): string => `decided of ${projectId}`;

/** The stations of a project at which something was decided in this browser. */
export async function stationsDecided(projectId: string): Promise<readonly StationName[]> {
  const kept = (await db.settings.get(decidedKey(projectId)))?.value;
  return Array.isArray(kept) ? STATIONS.filter((s) => kept.includes(s)) : [];
}
/** Keeps where something was decided. A browser that keeps nothing forgets it. */
export const rememberDecided = (projectId: string, stations: readonly StationName[]): void =>
  void attempt(() => db.settings.put({ key: decidedKey(projectId), value: [...stations] }));

export function forgetStations(projectId: string): PromiseLike<void> {
  rememberStep(projectId, null);
  return db.settings.bulkDelete([stationsKey(projectId), decidedKey(projectId)]);
}

// The step one was at, at the board: shown at once when the page comes back before its plan does.

const stepKey = (projectId: string): string => `step of ${projectId}`;
const stepSchema = z.object({
  where: z.string().max(200),
  says: z.string().max(2000),
  fact: z.string().max(400),
  /** How long the iron stands each time, s; null: it is no press. */
  eachS: z.number().min(0).max(1_000_000).nullable(),
});
export type StepBefore = z.infer<typeof stepSchema>;

/** Keeps the step one is at; null: the evening is over. A browser that keeps nothing forgets it. */
export function rememberStep(projectId: string, step: StepBefore | null): void {
  try {
    if (step) localStorage.setItem(stepKey(projectId), JSON.stringify(step));
    else localStorage.removeItem(stepKey(projectId));
  } catch {
    // Then it is shown with the plan.
  }
}

/** The step one was at before; null: none, or it cannot be read. */
export function stepBefore(projectId: string): StepBefore | null {
  try {
    const read = stepSchema.safeParse(JSON.parse(localStorage.getItem(stepKey(projectId)) ?? 'null'));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
