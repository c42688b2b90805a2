import type { Schools } from '../../keep/model';

interface Side<T extends string> {
  readonly value: T;
  readonly name: string;
  /** What those who do it so say. */
  readonly says: string;
}

type Switch = Exclude<keyof Schools, 'extraWebPoints'>;

export interface School<K extends Switch = Switch> {
  readonly key: K;
  readonly question: string;
  readonly sides: readonly [Side<Schools[K]>, Side<Schools[K]>, ...Side<Schools[K]>[]];
  /** Why the first side is the default. */
  readonly why: string;
}

const school = <K extends Switch>(s: School<K>): School<K> => s;

/** Where people disagree, from the trade handbook: common practice, no source. The first side is the default. */
export const SCHOOLS = [
  school({
    key: 'stitch',
    question: 'Stitch what will be washed?',
    sides: [
      { value: 'stitch-if-washed', name: 'stitch it', says: 'Anything unstitched peels in the wash sooner or later.' },
      { value: 'film-alone', name: 'firm film alone', says: 'A firm film without a stitch is permanent and washable.' },
    ],
    why: 'A stitch never harms; a lifted edge after ten washes does.',
  }),
  school({
    key: 'steam',
    question: 'Steam?',
    sides: [
      {
        value: 'dry',
        name: 'dry throughout',
        says: 'Steam bubbles a film and holds the bond line at the heat of boiling water.',
      },
      {
        value: 'steam-to-bond',
        name: 'steam to bond thick cloth',
        says: 'Fuse dry; steam carries heat through thick or hairy cloth.',
      },
      {
        value: 'steam-on-wool',
        name: 'plenty of steam on wool',
        says: 'Wool bonds hot and wet, without lean, on a wool mat.',
      },
    ],
    why: 'Dry is what most leaflets are written for.',
  }),
  school({
    key: 'side',
    question: 'Thick cloth on thin: from which side?',
    sides: [
      { value: 'face', name: 'from the face', says: 'What the iron presses is seen while it is pressed.' },
      {
        value: 'back',
        name: 'from the back, where that is quicker',
        says: 'Through the thin cloth the heat is there in a few seconds; the face lies on a soft, clean board.',
      },
      {
        value: 'both',
        name: 'half and half, where that is quicker',
        says: 'Some seconds on each side; the pieces hold before the work is turned.',
      },
    ],
    why: 'From the face every piece gets its pressure, whatever lies beside it.',
  }),
  school({
    key: 'move',
    question: 'Stand still or move the iron?',
    sides: [
      { value: 'still', name: 'stand still and lift', says: 'A moving iron shifts pieces and shortens the dwell.' },
      { value: 'small-moves', name: 'small moves', says: 'Standing still leaves the marks of the vents.' },
    ],
    why: 'The seconds can be counted only where the iron stands.',
  }),
  school({
    key: 'first',
    question: 'Trace first or fuse first?',
    sides: [
      {
        value: 'trace-first',
        name: 'trace, rough cut, fuse',
        says: 'Rough-cut shapes save web and keep the hand soft.',
      },
      { value: 'fuse-first', name: 'fuse the whole cloth', says: 'Quicker for many small shapes and for scraps.' },
    ],
    why: 'It takes the least web.',
  }),
  school({
    key: 'lay',
    question: 'Piece by piece, or all at once?',
    sides: [
      {
        value: 'piece-by-piece',
        name: 'piece by piece, back to front',
        says: 'Each bond gets the time that it needs, and nothing can slide.',
      },
      {
        value: 'all-laid',
        name: 'all laid, tacked, pressed at once',
        says: 'The whole picture is seen before anything is fixed, and one grid of set-downs does it all.',
      },
    ],
    why: 'Each bond is right by itself, and a slip costs one piece.',
  }),
  school({
    key: 'webs',
    question: 'One web for all, or the best for each?',
    sides: [
      { value: 'fewest', name: 'as few as serve all', says: 'One setting all day, no liners mixed up.' },
      {
        value: 'best-each',
        name: 'the best for each',
        says: 'Each cloth gets what suits it, and the iron is set anew.',
      },
    ],
    why: 'Setting the iron anew and mixing leaflets is where mistakes come in.',
  }),
] as const;
