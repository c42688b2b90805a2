import type { Picture, Project } from '~/core/keep/model';
import { db } from './db';
import { isPicture, KEPT, type KeptPicture, knowKey } from './pack';

/** Puts pictures into storage that are not there yet. Runs inside a transaction of the caller that holds `keptPictures`. */
export async function putPictures(pictures: readonly KeptPicture[]): Promise<void> {
  if (pictures.length === 0) return;
  // Asked each time: what nothing showed for a while may have been swept out by another tab, and come back by an undo.
  const there = new Set(
    await db.keptPictures
      .where('key')
      .anyOf(pictures.map((p) => p.key))
      .primaryKeys(),
  );
  const strange = pictures.filter((p) => !there.has(p.key));
  if (strange.length > 0) await db.keptPictures.bulkPut(strange);
}

/** Pictures of this tab by key: what is open need not be read again whenever another tab writes. */
const atHand = new Map<string, WeakRef<{ dataUrl: string }>>();

/** Puts the pictures back into projects that lay in storage. A picture that is gone stays a mere name, which parsing then tells. */
export async function unpack(docs: readonly Project[]): Promise<Project[]> {
  const keyIn = (p: Picture): string | null =>
    typeof p?.dataUrl === 'string' && p.dataUrl.startsWith(KEPT) ? p.dataUrl.slice(KEPT.length) : null;
  const wanted = new Set(docs.flatMap((d) => (Array.isArray(d?.pictures) ? d.pictures.map(keyIn) : [])));
  wanted.delete(null);
  const found = new Map<string, { dataUrl: string }>();
  for (const key of wanted) {
    const known = key === null ? undefined : atHand.get(key)?.deref();
    if (key !== null && known) found.set(key, known);
  }
  const missing = [...wanted].filter((k): k is string => k !== null && !found.has(k));
  for (const kept of missing.length > 0 ? await db.keptPictures.bulkGet(missing) : []) {
    if (!kept) continue;
    found.set(kept.key, kept);
    atHand.set(kept.key, new WeakRef(kept));
  }
  return docs.map((doc) =>
    Array.isArray(doc?.pictures) && doc.pictures.some((p) => keyIn(p) !== null)
      ? {
          ...doc,
          pictures: doc.pictures.map((p) => {
            const key = keyIn(p);
            const kept = key === null ? undefined : found.get(key);
            if (!kept || key === null) return p;
            const whole = { ...p, dataUrl: kept.dataUrl };
            knowKey(whole, key);
            return whole;
          }),
        }
      : doc,
  );
}

/** Whether a picture that a document shows is not the one that was put away under its key. */
export async function picturesDamaged(doc: Project): Promise<boolean> {
  const keys = (Array.isArray(doc?.pictures) ? doc.pictures : []).flatMap((p) =>
    typeof p?.dataUrl === 'string' && p.dataUrl.startsWith(KEPT) ? [p.dataUrl.slice(KEPT.length)] : [],
  );
  if (keys.length === 0) return false;
  return (await db.keptPictures.bulkGet(keys)).some((kept) => kept !== undefined && !isPicture(kept));
}

/** Takes away pictures that no project and no version shows any more. */
export async function forgetUnusedPictures(): Promise<void> {
  await db.transaction('rw', [db.projects, db.versions, db.keptPictures], async () => {
    const used = new Set<unknown>();
    const note = ({ doc }: { doc: Project }): void => {
      for (const p of Array.isArray(doc?.pictures) ? doc.pictures : []) used.add(p?.dataUrl);
    };
    await db.projects.each(note);
    await db.versions.each(note);
    const unused = (await db.keptPictures.toCollection().primaryKeys()).filter((key) => !used.has(KEPT + key));
    if (unused.length > 0) await db.keptPictures.bulkDelete(unused);
  });
}
