import type { ThingId } from '~/core/intake/start';

const FLAT = { howBig: 'How big is it?', sides: ['Width', 'Height'] } as const;

/** What a thing to make is called, what it may be, and how it is asked what it lies on. */
export const THING_WORDS: {
  readonly [T in ThingId]: {
    readonly name: string;
    readonly says: string;
    readonly liesOn: string;
    readonly howBig: string;
    /** What its two measures are called. */
    readonly sides: readonly [string, string];
  };
} = {
  picture: {
    name: 'A picture on a background',
    says: 'a wall panel, a quilt block, a place mat',
    liesOn: 'What is the background?',
    ...FLAT,
  },
  word: {
    name: 'A word or a name',
    says: 'letters cut from fabric, straight or on a curve',
    liesOn: 'What is the background?',
    ...FLAT,
  },
  window: {
    name: 'A picture in a window',
    says: 'the top is cut open, with the picture behind',
    liesOn: 'What is at the very back?',
    ...FLAT,
  },
  garment: {
    name: 'On a garment or a bag',
    says: 'a shirt, a pocket, an apron, a tote',
    liesOn: 'What is it made of?',
    ...FLAT,
  },
  pennant: {
    name: 'Pennants of two fabrics',
    says: 'flags for a line: front and back, glue to glue',
    liesOn: 'What is the back made of?',
    ...FLAT,
  },
  foil: {
    name: 'A shining foil shape',
    says: 'web cut on the line, metallic foil over it',
    liesOn: 'What does it shine on?',
    ...FLAT,
  },
  chain: {
    name: 'A chain of links',
    says: 'strips of two fabrics, each closed to a ring',
    liesOn: 'What is the inside made of?',
    howBig: 'How big is one strip?',
    sides: ['Strip width', 'Strip length'],
  },
  ornament: {
    name: 'A stiff ornament',
    says: 'scraps on a stiff backing, to hang or to stand',
    liesOn: 'What is the front made of?',
    ...FLAT,
  },
  shine: {
    name: 'Fabric with a metal back',
    says: 'fabric one side, foil the other',
    liesOn: 'What is the fabric side made of?',
    ...FLAT,
  },
  cover: {
    name: 'Fabric to glue on',
    says: 'backed with paper, for a box, a frame, a folder',
    liesOn: 'What is the outside made of?',
    howBig: 'How big is it, turn-ins included?',
    sides: ['Width', 'Height'],
  },
  tag: {
    name: 'Tags with a window',
    says: 'two felts, a window in one, a patch between',
    liesOn: 'What is the frame made of?',
    ...FLAT,
  },
  mend: {
    name: 'Mending a hole',
    says: 'a patch behind it, held by web, then darned',
    liesOn: 'What is the mended thing made of?',
    ...FLAT,
  },
  hem: {
    name: 'A hem or a gap',
    says: 'turned up and held by web, no needle',
    liesOn: 'What is the hem made of?',
    howBig: 'How long is the hem?',
    sides: ['Hem length', 'Turned up by'],
  },
  other: {
    name: 'Something else',
    says: 'a tag, a bookmark, a mat: your own size and fabric',
    liesOn: 'What is the background?',
    ...FLAT,
  },
};
