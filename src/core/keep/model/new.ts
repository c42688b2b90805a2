import { EMPTY_BOARD } from './board';
import { USUAL_EDGING } from './edge';
import { USUAL_GATHERING } from './gather';
import {
  type Article,
  type Bench,
  type Ground,
  MAIN_ARTICLE,
  NO_WANTS,
  NOTHING_AROUND,
  type Piece,
  PROJECT_FORMAT,
  PROJECT_VERSION,
  type Project,
  USUAL_COVERS,
  USUAL_LAYERING,
  USUAL_LIMITS,
  USUAL_MAT,
  USUAL_SCHOOLS,
  type Word,
} from './project';

/** A piece with everything left at the project's choice but what is given; each call gives objects of its own. */
export const newPiece = (given: Pick<Piece, 'id' | 'label' | 'fabricId' | 'outline'> & Partial<Piece>): Piece => ({
  articleId: MAIN_ARTICLE,
  at: { xMm: 0, yMm: 0, rotateDeg: 0 },
  count: 1,
  preReversed: false,
  webId: null,
  edge: null,
  route: null,
  unit: null,
  wordId: null,
  print: { xMm: 0, yMm: 0, rotateDeg: 0 },
  cutAway: false,
  keepWhole: false,
  plainBehind: false,
  webless: false,
  faceDown: false,
  part: null,
  marks: [],
  ...given,
});

/** A word with everything at its usual start but what is given: straight, as in print, kept by its left end. */
export const newWord = (given: Pick<Word, 'id' | 'text' | 'faceId' | 'fabricId' | 'size'> & Partial<Word>): Word => ({
  articleId: MAIN_ARTICLE,
  axes: {},
  gaps: 'font',
  gapMm: 0,
  arc: null,
  at: { xMm: 0, yMm: 0, rotateDeg: 0 },
  anchor: 'left',
  own: [],
  heights: null,
  ...given,
});

/** A ground with everything at its usual start but what is given: a square of 500 mm. */
export const newGround = (given: Pick<Ground, 'fabricId'> & Partial<Ground>): Ground => ({
  widthMm: 500,
  heightMm: 500,
  outline: null,
  seamAllowanceMm: 0,
  squaringMm: 0,
  readyMade: null,
  creases: { across: 0, down: 0, diagonal: false },
  ...given,
});

export const newArticle = (given: Pick<Article, 'id' | 'name' | 'ground'> & Partial<Article>): Article => ({
  count: 1,
  marks: [],
  around: structuredClone(NOTHING_AROUND),
  ...given,
});

/** A project with everything at its usual start but what is given: one blanket-stitched appliqué on a ground of 500 × 500 mm, traced on the liner. */
export function newProject({
  ground,
  bench,
  ...given
}: Pick<Project, 'id' | 'name' | 'fabrics' | 'webs' | 'irons'> &
  Partial<Omit<Project, 'bench'>> & {
    /** The ground of the one article, where no articles are given. */
    ground?: Pick<Ground, 'fabricId'> & Partial<Ground>;
    bench: Pick<Bench, 'ironId'> & Partial<Bench>;
  }): Project {
  return {
    format: PROJECT_FORMAT,
    version: PROJECT_VERSION,
    units: 'mm',
    intent: { laundering: 'never', hand: 'medium', edge: 'blanket' },
    open: [],
    recipe: { id: 'applique', answers: {} },
    articles: [newArticle({ id: MAIN_ARTICLE, name: given.name, ground: ground ? newGround(ground) : null })],
    route: 'trace-on-liner',
    top: null,
    pieces: [],
    order: (given.pieces ?? []).map((p) => p.id),
    covers: [],
    surfaces: [],
    threads: [],
    edging: structuredClone(USUAL_EDGING),
    gathering: structuredClone(USUAL_GATHERING),
    wants: { ...NO_WANTS },
    schools: { ...USUAL_SCHOOLS },
    words: [],
    pictures: [],
    limits: { ...USUAL_LIMITS },
    layering: structuredClone(USUAL_LAYERING),
    swatches: [],
    underlay: null,
    layouts: [],
    mat: structuredClone(USUAL_MAT),
    board: structuredClone(EMPTY_BOARD),
    printer: null,
    ...given,
    bench: {
      covers: { ...USUAL_COVERS },
      surface: 'ironing-board',
      coverIds: { fuse: null, bond: null },
      surfaceId: null,
      warm: { ground: false, board: false },
      batch: null,
      ...bench,
    },
  };
}
