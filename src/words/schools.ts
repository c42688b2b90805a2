import type { Schools } from '~/core/keep/model';

type Switch = Exclude<keyof Schools, 'extraWebPoints'>;
/** A side that practitioners take: its name, and what those who do it so say. */
interface SideWords {
  readonly name: string;
  readonly says: string;
}
/** What people read where practitioners differ. */
interface SchoolWords<K extends Switch> {
  readonly question: string;
  readonly sides: Readonly<Record<Schools[K], SideWords>>;
  /** Why we start from the side we start from. */
  readonly why: string;
}

export const SCHOOL_WORDS: { readonly [K in Switch]: SchoolWords<K> } = {
  stitch: {
    question: 'Stitch what will be washed?',
    sides: {
      'stitch-if-washed': { name: 'stitch it', says: 'Anything unstitched peels in the wash sooner or later.' },
      'film-alone': { name: 'firm film alone', says: 'A firm film without a stitch is permanent and washable.' },
    },
    why: 'A stitch never harms; a lifted edge after ten washes does.',
  },
  steam: {
    question: 'Steam?',
    sides: {
      dry: {
        name: 'dry throughout',
        says: 'Steam bubbles a film and holds the bond line at the heat of boiling water.',
      },
      'steam-to-bond': {
        name: 'steam to bond thick cloth',
        says: 'Fuse dry; steam carries heat through thick or hairy cloth.',
      },
      'steam-on-wool': {
        name: 'plenty of steam on wool',
        says: 'Wool bonds hot and wet, without lean, on a wool mat.',
      },
    },
    why: 'Dry is what most leaflets are written for.',
  },
  side: {
    question: 'Thick cloth on thin: from which side?',
    sides: {
      face: { name: 'from the face', says: 'What the iron presses is seen while it is pressed.' },
      back: {
        name: 'from the back, where that is quicker',
        says: 'Through the thin cloth the heat is there in a few seconds; the face lies on a soft, clean board.',
      },
      both: {
        name: 'half and half, where that is quicker',
        says: 'Some seconds on each side; the pieces hold before the work is turned.',
      },
    },
    why: 'From the face every piece gets its pressure, whatever lies beside it.',
  },
  move: {
    question: 'Stand still or move the iron?',
    sides: {
      still: { name: 'stand still and lift', says: 'A moving iron shifts pieces and shortens the dwell.' },
      'small-moves': { name: 'small moves', says: 'Standing still leaves the marks of the vents.' },
    },
    why: 'The seconds can be counted only where the iron stands.',
  },
  first: {
    question: 'Trace first or fuse first?',
    sides: {
      'trace-first': { name: 'trace, rough cut, fuse', says: 'Rough-cut shapes save web and keep the hand soft.' },
      'fuse-first': { name: 'fuse the whole cloth', says: 'Quicker for many small shapes and for scraps.' },
    },
    why: 'It takes the least web.',
  },
  lay: {
    question: 'Piece by piece, or all at once?',
    sides: {
      'piece-by-piece': {
        name: 'piece by piece, back to front',
        says: 'Each bond gets the time that it needs, and nothing can slide.',
      },
      'all-laid': {
        name: 'all laid, tacked, pressed at once',
        says: 'The whole picture is seen before anything is fixed, and one grid of set-downs does it all.',
      },
    },
    why: 'Each bond is right by itself, and a slip costs one piece.',
  },
  webs: {
    question: 'One web for all, or the best for each?',
    sides: {
      fewest: { name: 'as few as serve all', says: 'One setting all day, no liners mixed up.' },
      'best-each': { name: 'the best for each', says: 'Each cloth gets what suits it, and the iron is set anew.' },
    },
    why: 'Setting the iron anew and mixing leaflets is where mistakes come in.',
  },
};

/** The words of a side, by its school and value. */
export const schoolSideWords = (key: Switch, value: string): SideWords =>
  (SCHOOL_WORDS[key].sides as Readonly<Record<string, SideWords>>)[value] ?? { name: value, says: '' };
