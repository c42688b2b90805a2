import { fabricFrom, webFrom } from '~/core/choose/material';
import {
  newArticle,
  newGround,
  newPiece,
  newProject,
  type Piece,
  type Project,
  USUAL_SCHOOLS,
} from '~/core/keep/model';
import { DEMO_FABRICS, DEMO_IRONS, DEMO_WEBS } from '~/demo/drawer';

/** A hook is not its own mirror image. */
const HOOK = 'M0 0H30V80H60V100H0Z';
const tile = (mm: number): string => `M0 0H${mm}V${mm}H0Z`;

function job(id: string, name: string, more: Partial<Project>): Project {
  const [fabrics, webs, irons] = [[...DEMO_FABRICS], [...DEMO_WEBS], [...DEMO_IRONS]];
  return newProject({
    id,
    name,
    units: 'mm',
    fabrics,
    webs,
    irons,
    intent: { laundering: 'never', hand: 'medium', edge: 'none' },
    recipe: { id: 'applique', answers: {} },
    route: 'trace-on-liner',
    bench: {
      ironId: 'household',
      covers: { fuse: 'none', bond: 'parchment' },
      surface: 'ironing-board',
      warm: { ground: false, board: false },
    },
    ...more,
  } as never);
}
const piece = (id: string, label: string, fabricId: string, outline: string, x: number, more: Partial<Piece> = {}) =>
  newPiece({ id, label, fabricId, outline, at: { xMm: x, yMm: 60, rotateDeg: 0 }, ...more });

/** Jobs that are played by the space bar alone. */
export function pedalJobs(): { readonly foil: Project; readonly shirt: Project; readonly wool: Project } {
  const foil = job('pedal-foil', 'Comet in foil', {
    recipe: { id: 'foil-motif', answers: {} },
    pieces: [piece('hook', 'Comet', 'slate', HOOK, 40)],
    articles: [
      newArticle({ id: 'main', name: '', ground: newGround({ fabricId: 'foam', widthMm: 240, heightMm: 220 }) }),
    ],
  } as never);
  const shirt = job('pedal-shirt', 'Shirt of two sides', {
    pieces: [
      piece('hook', 'Hook', 'slate', HOOK, 40, { articleId: 'front' }),
      piece('tile', 'Tile', 'ember', tile(50), 130, { articleId: 'front' }),
      piece('patch', 'Patch', 'ember', tile(80), 60, { articleId: 'back' }),
    ],
    articles: [
      newArticle({ id: 'front', name: 'Front', ground: newGround({ fabricId: 'foam', widthMm: 300, heightMm: 300 }) }),
      newArticle({ id: 'back', name: 'Back', ground: newGround({ fabricId: 'foam', widthMm: 300, heightMm: 300 }) }),
    ],
  } as never);
  const wool = fabricFrom('wool-felt', { id: 'coat', name: 'Moor felt', colour: '#5b6b4a' });
  const fleece = job('pedal-wool', 'Wool in passes', {
    pieces: [
      piece('hook', 'Hook', 'felt', HOOK, 40, { webId: 'open-heavy' }),
      piece('tile', 'Tile', 'felt', tile(50), 130, { webId: 'open-heavy' }),
    ],
    schools: { ...USUAL_SCHOOLS, steam: 'steam-on-wool' },
    articles: [
      newArticle({ id: 'main', name: '', ground: newGround({ fabricId: 'coat', widthMm: 260, heightMm: 260 }) }),
    ],
  } as never);
  const own = fabricFrom('wool-felt', { id: 'felt', name: 'Plum felt', colour: '#6b2f4a' });
  return {
    foil,
    shirt,
    wool: {
      ...fleece,
      fabrics: [...fleece.fabrics, wool, own],
      webs: [...fleece.webs, webFrom('open-heavy', { id: 'open-heavy', name: 'Heavy open web', stockMm: 900 })],
      bench: { ...fleece.bench, surface: 'wool-mat', covers: { fuse: 'none', bond: 'none' } },
    },
  };
}
