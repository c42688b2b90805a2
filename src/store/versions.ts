import type { KeptVersion } from '~/core/keep/archive';
import { type Project, parseProject } from '~/core/keep/model';
import { db, type VersionRow } from './db';
import { putPictures, unpack } from './kept-pictures';
import { asWritten, pack, rowSum } from './pack';

/** So many versions of a project are kept, close together lately and far apart long ago. */
export const MOST_VERSIONS = 20;

/**
 * Which of some versions go, so that no more than `most` stay: always the one that is missed least, whose neighbours lie nearest to one another for its age.
 * The newest and the oldest stay.
 * @param times when each was kept, ms, oldest first
 * @returns the places in the list of those that go
 */
export function thinned(times: readonly number[], now: number, most = MOST_VERSIONS): number[] {
  const left = times.map((at, i) => ({ at, i }));
  const gone: number[] = [];
  while (left.length > most) {
    let least = 1;
    let leastMissed = Number.POSITIVE_INFINITY;
    for (let k = 1; k < left.length - 1; k++) {
      const [before, here, after] = [left[k - 1]?.at ?? 0, left[k]?.at ?? 0, left[k + 1]?.at ?? 0];
      const missed = (after - before) / (now - here + 1);
      if (missed < leastMissed) {
        leastMissed = missed;
        least = k;
      }
    }
    gone.push(...left.splice(least, 1).map((v) => v.i));
  }
  return gone;
}

/** Puts a project by as it is now, and lets old versions go. A document that is not sound is kept only when it is marked so. */
export async function keepVersion(
  projectId: string,
  doc: Project,
  why: VersionRow['why'],
  now = Date.now(),
): Promise<void> {
  const [whole] = await unpack([doc]);
  if (why !== 'damaged' && !parseProject(whole).ok) return;
  const packed = pack(doc);
  await db.transaction('rw', [db.versions, db.keptPictures], async () => {
    await putPictures(packed.pictures);
    await db.versions.add({ projectId, at: now, why, doc: packed.doc, sum: rowSum(packed.doc) });
    const all = await db.versions.where('projectId').equals(projectId).sortBy('at');
    const gone = thinned(
      all.map((v) => v.at),
      now,
    );
    await db.versions.bulkDelete(gone.flatMap((i) => all[i]?.key ?? []));
  });
}

/** Earlier versions that came with a file: those of a moment that is not here yet. @returns how many came in */
export async function putVersions(projectId: string, versions: readonly KeptVersion[]): Promise<number> {
  if (versions.length === 0) return 0;
  const there = new Set((await db.versions.where('projectId').equals(projectId).toArray()).map((v) => v.at));
  let came = 0;
  for (const { at, why, doc } of versions) {
    if (there.has(at)) continue;
    const packed = pack(doc as Project);
    await putPictures(packed.pictures);
    await db.versions.add({ projectId, at, why, doc: packed.doc, sum: rowSum(packed.doc) });
    came += 1;
  }
  const all = await db.versions.where('projectId').equals(projectId).sortBy('at');
  const gone = thinned(
    all.map((v) => v.at),
    Date.now(),
  );
  await db.versions.bulkDelete(gone.flatMap((i) => all[i]?.key ?? []));
  return came;
}

/** The earlier versions of a project, newest first, and whether each is as it was put by. */
export async function versionsOf(projectId: string): Promise<(VersionRow & { readonly asWritten: boolean })[]> {
  const rows = (await db.versions.where('projectId').equals(projectId).sortBy('at')).reverse();
  const docs = await unpack(rows.map((r) => r.doc));
  return rows.map((row, i) => ({ ...row, doc: docs[i] ?? row.doc, asWritten: asWritten(row) }));
}
