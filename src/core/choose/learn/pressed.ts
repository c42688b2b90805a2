import type { Fabric, Iron, MendCode, Peel, PressTicket, Step, StepLook, Swatch, Web } from '../../keep/model';
import { leadingWeb, marksOf, type PressColumn, type PressRequest, soleplateAt, toldMarks } from '../press';

// A press of a plan as a swatch, and what was seen at the board as what it says of a press.

/** What hands bring to a swatch: everything else is told by the press. */
export type SwatchSeen = Pick<Swatch, 'id' | 'atMs' | 'seconds' | 'peel'> &
  Partial<Pick<Swatch, 'face' | 'from' | 'feel' | 'needle' | 'washes' | 'note' | 'pictureId'>>;

/** A cloth without what plays no role once it lies in a book: its photo and how much there is of it stay in the drawer. */
function clothInBook({ learnt: _, transport: __, ...f }: Fabric): Fabric {
  return { ...f, stock: [], pricePerM2: null, photo: null, note: '' };
}
function webInBook({ learnt: _, ...w }: Web): Web {
  return { ...w, offcuts: [], pricePerM: null, leafletPhotoId: null };
}
function ironInBook({ learnt: _, ...iron }: Iron): Iron {
  return iron;
}

/** A column of one web as the steps of a swatch's pile; what lies there with another web is told with this one. */
const pileOf = (column: PressColumn): NonNullable<Swatch['pile']> =>
  column.map((l) => (l.role === 'web' ? (l.bonds ? 'bond' : 'bonded') : l.role));

/** What a dial says where it is set: by the marks as they were told, whatever is believed of them. */
function toldC(iron: Iron, { heat }: Pick<PressTicket, 'heat'>): number {
  const { dial, soleplateC } = heat;
  const marks = toldMarks(iron);
  if (!dial || 'at' in dial || marks.length === 0) return soleplateC;
  const place = marksOf(iron).findIndex((m) => m.mark === dial.from) + dial.share;
  return soleplateAt(
    marks.map((m) => m.c),
    place,
  );
}

/**
 * A swatch of a press as it is planned: the place that decides about its seconds.
 * @returns null where no cloth lies there
 */
export function swatchOfPress(
  request: PressRequest,
  column: PressColumn,
  ticket: Pick<PressTicket, 'stage' | 'heat' | 'cover' | 'steam' | 'side'>,
  seen: SwatchSeen,
): Swatch | null {
  const cloths = column.flatMap((l) => (l.role === 'fabric' ? [clothInBook(l.fabric)] : []));
  const fabric = cloths.at(-1);
  if (!fabric) return null;
  const iron = ironInBook(request.iron);
  const { dial } = ticket.heat;
  return {
    stage: ticket.stage,
    fabric,
    onto: cloths.slice(0, -1),
    web: webInBook(leadingWeb({ ...request, column })),
    pile: pileOf(column),
    ironId: iron.id,
    iron,
    mark: dial && 'at' in dial ? dial.at : null,
    heatC: dial && 'at' in dial ? null : toldC(request.iron, ticket),
    cover: ticket.cover,
    surface: request.bench.surface,
    leanN: iron.leanN,
    steam: ticket.steam,
    side: ticket.side,
    face: 'clean',
    from: 'scrap',
    feel: null,
    needle: null,
    washes: 0,
    note: '',
    pictureId: null,
    aside: false,
    ...seen,
  };
}

/** The pile of a swatch as a column, from the surface up. */
export function columnOfSwatch({ pile, fabric, onto, web }: Swatch): PressColumn | null {
  if (!pile) return null;
  const cloths = [...onto, fabric];
  let next = 0;
  return pile.flatMap((role): PressColumn => {
    if (role === 'bond' || role === 'bonded') return [{ role: 'web', web, bonds: role === 'bond' }];
    if (role !== 'fabric') return [{ role }];
    const cloth = cloths[next];
    next += 1;
    return cloth ? [{ role: 'fabric', fabric: cloth }] : [];
  });
}

/** What it says of a press that something was found: how it peels, as far as a look at the board tells. */
const FOUND: { readonly [C in MendCode]?: { readonly stage: Swatch['stage']; readonly peel: Peel } } = {
  'edge-lifts': { stage: 'bond', peel: 1 },
  'adhesive-left-on-liner': { stage: 'fuse', peel: 1 },
};
const HELD: { readonly [L in StepLook]?: Swatch['stage'] } = {
  'no-edge-lifts': 'bond',
  'adhesive-on-the-cloth': 'fuse',
  'web-left-its-liner': 'fuse',
};
/** What a fault tells of the press behind it; null: nothing. */
export const peelOfFault = (code: MendCode, ticket: Pick<PressTicket, 'stage'>): Peel | null =>
  FOUND[code]?.stage === ticket.stage ? (FOUND[code]?.peel ?? null) : null;
/** What a look that held tells of it; null: nothing. */
export const peelOfLook = ({ look }: Pick<Step, 'look'>, ticket: Pick<PressTicket, 'stage'>): Peel | null =>
  look !== null && HELD[look] === ticket.stage ? 2 : null;
