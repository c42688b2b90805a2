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
  /** What a change of it changes, a sentence. */
  readonly changes: string;
}

export const SCHOOL_WORDS: { readonly [K in Switch]: SchoolWords<K> } = {
  stitch: {
    question: 'Stitch it if it will be washed?',
    sides: {
      'stitch-if-washed': { name: 'stitch it', says: 'Edges that are not stitched peel in the wash in time.' },
      'film-alone': { name: 'firm film alone', says: 'A firm film lasts and washes without stitching.' },
    },
    why: 'A stitch never harms. A lifted edge after ten washes does.',
    changes: 'It changes which web is chosen.',
  },
  steam: {
    question: 'Steam?',
    sides: {
      dry: {
        name: 'dry throughout',
        says: 'Steam makes a film bubble, and keeps the web at the heat of boiling water.',
      },
      'steam-to-bond': {
        name: 'steam to bond thick fabric',
        says: 'Fuse dry; steam carries heat through thick or hairy fabric.',
      },
      'steam-on-wool': {
        name: 'plenty of steam on wool',
        says: 'Wool bonds hot and wet, without leaning on the iron, on a wool mat.',
      },
    },
    why: 'Dry is what most leaflets are written for.',
    changes: 'It changes the seconds, and the cover.',
  },
  side: {
    question: 'Thick fabric on thin: from which side?',
    sides: {
      face: { name: 'from the front', says: 'You see what the iron presses.' },
      back: {
        name: 'from the back, where that is quicker',
        says: 'The heat is through the thin fabric in a few seconds, with the front on a soft, clean board.',
      },
      both: {
        name: 'half and half, where that is quicker',
        says: 'Some seconds on each side; the pieces hold before the work is turned.',
      },
    },
    why: 'From the front every piece gets its pressure, whatever is beside it.',
    changes: 'It changes the seconds, and which side you press.',
  },
  move: {
    question: 'Stand still or move the iron?',
    sides: {
      still: { name: 'stand still and lift', says: 'A moving iron shifts pieces and shortens the time.' },
      'small-moves': { name: 'small moves', says: 'Standing still leaves the marks of the steam vents.' },
    },
    why: 'The seconds can be counted only where the iron stands.',
    changes: 'It changes the seconds.',
  },
  first: {
    question: 'Trace first or fuse first?',
    sides: {
      'trace-first': {
        name: 'trace, cut out roughly, fuse',
        says: 'Shapes cut out roughly save web and keep it soft.',
      },
      'fuse-first': { name: 'fuse the whole fabric', says: 'Quicker for many small shapes and for scraps.' },
    },
    why: 'It takes the least web.',
    changes: 'It changes what is traced, and how much web you need.',
  },
  lay: {
    question: 'What is fused in one go?',
    sides: {
      'apart-together': {
        name: 'what does not touch, together',
        says: 'Pieces that lie side by side go down together, then what lies on them. Few presses, few settings.',
      },
      'piece-by-piece': {
        name: 'piece by piece, back to front',
        says: 'Each bond gets the time it needs, and nothing can slide.',
      },
      'all-laid': {
        name: 'all laid, tacked, pressed at once',
        says: 'You see the whole picture before anything is fixed, and press it all in one grid.',
      },
    },
    why: 'It is the fewest presses in which nothing is pressed through another piece.',
    changes: 'It changes the order at the board, and how often you press.',
  },
  webs: {
    question: 'One web for all, or the best for each?',
    sides: {
      fewest: { name: 'as few as suit all', says: 'One setting all day, no papers mixed up.' },
      'best-each': { name: 'the best for each', says: 'Each fabric gets what suits it, and the iron is set again.' },
    },
    why: 'Setting the iron again and mixing leaflets is where mistakes come in.',
    changes: 'It changes which webs are chosen, and how often you set the iron.',
  },
};

/** The words of a side, by its school and value. */
export const schoolSideWords = (key: Switch, value: string): SideWords =>
  (SCHOOL_WORDS[key].sides as Readonly<Record<string, SideWords>>)[value] ?? { name: value, says: '' };
