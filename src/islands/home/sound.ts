import { type Project, parseProject } from '~/core/keep/model';

// A sound document need not be read through again each time a page is drawn.
const known = new WeakMap<object, Project | null>();

/** A stored document as a project, whatever version it was written by, so that its picture can be drawn; null when it is not sound. */
export function soundProject(doc: object): Project | null {
  let sound = known.get(doc);
  if (sound === undefined) {
    const parsed = parseProject(doc);
    sound = parsed.ok ? parsed.project : null;
    known.set(doc, sound);
  }
  return sound;
}
