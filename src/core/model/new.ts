import {
  NO_WANTS,
  type Piece,
  PROJECT_FORMAT,
  PROJECT_VERSION,
  type Project,
  USUAL_LAYERING,
  USUAL_LIMITS,
  USUAL_SCHOOLS,
} from './project';

/** A piece with everything left at the project's choice but what is given; each call gives objects of its own. */
export const newPiece = (given: Pick<Piece, 'id' | 'label' | 'fabricId' | 'outline'> & Partial<Piece>): Piece => ({
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
  ...given,
});

/** A project with everything at its usual start but what is given: blanket-stitched appliqué on a ground of 500 × 500 mm, traced on the liner. */
export function newProject(
  given: Pick<Project, 'id' | 'name' | 'fabrics' | 'webs' | 'irons'> &
    Partial<Omit<Project, 'ground' | 'bench'>> & {
      ground: Pick<Project['ground'], 'fabricId'> & Partial<Project['ground']>;
      bench: Pick<Project['bench'], 'ironId'> & Partial<Project['bench']>;
    },
): Project {
  return {
    format: PROJECT_FORMAT,
    version: PROJECT_VERSION,
    units: 'mm',
    intent: { kind: 'applique', laundering: 'never', hand: 'medium', edge: 'blanket' },
    route: 'trace-on-liner',
    pieces: [],
    order: (given.pieces ?? []).map((p) => p.id),
    covers: [],
    surfaces: [],
    wants: { ...NO_WANTS },
    schools: { ...USUAL_SCHOOLS },
    words: [],
    pictures: [],
    limits: { ...USUAL_LIMITS },
    layering: structuredClone(USUAL_LAYERING),
    underlay: null,
    layouts: [],
    printer: null,
    ...given,
    ground: {
      widthMm: 500,
      heightMm: 500,
      outline: null,
      seamAllowanceMm: 0,
      creases: { across: 0, down: 0, diagonal: false },
      ...given.ground,
    },
    bench: { cover: 'parchment', surface: 'ironing-board', coverId: null, surfaceId: null, ...given.bench },
  };
}
