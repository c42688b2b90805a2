import { parseProject } from '~/core/model';

// A sound document need not be read through again each time a page is drawn.
const known = new WeakMap<object, boolean>();

/** Whether a stored document is a sound project, so that its picture can be drawn. */
export function isSound(doc: object): boolean {
  let sound = known.get(doc);
  if (sound === undefined) {
    sound = parseProject(doc).ok;
    known.set(doc, sound);
  }
  return sound;
}
