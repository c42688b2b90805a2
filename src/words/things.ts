import type { ThingId } from '~/core/intake/start';

/** What a thing to make is called, what it may be, and how it is asked what it lies on. */
export const THING_WORDS: {
  readonly [T in ThingId]: { readonly name: string; readonly says: string; readonly liesOn: string };
} = {
  picture: {
    name: 'A picture on a background',
    says: 'a wall panel, a quilt block, a place mat',
    liesOn: 'What is the background?',
  },
  word: {
    name: 'A word or a name',
    says: 'letters cut from fabric, straight or on a curve',
    liesOn: 'What is the background?',
  },
  window: {
    name: 'A picture in a window',
    says: 'the top is cut open, with the picture behind',
    liesOn: 'What is at the very back?',
  },
  garment: {
    name: 'On a garment or a bag',
    says: 'a shirt, a pocket, an apron, a tote',
    liesOn: 'What is it made of?',
  },
  pennant: {
    name: 'Pennants of two fabrics',
    says: 'flags for a line: front and back, glue to glue',
    liesOn: 'What is the back made of?',
  },
  tag: {
    name: 'Tags with a window',
    says: 'two felts, a window in one, a patch between',
    liesOn: 'What is the frame made of?',
  },
  mend: {
    name: 'Mending a hole',
    says: 'a patch behind it, held by web, then darned',
    liesOn: 'What is the mended thing made of?',
  },
  other: {
    name: 'Something else',
    says: 'a tag, a bookmark, a mat: your own size and fabric',
    liesOn: 'What is the background?',
  },
};
