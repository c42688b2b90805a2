import type { Fabric, MendCode, Peel, Plan, PressTicket, Project, Step, StepLook, Swatch } from '../model';

// A press of a plan as a swatch, and what was seen at the board as what it says of a press.

/** What hands bring to a swatch: everything else is told by the press. */
export type SwatchSeen = Pick<Swatch, 'id' | 'atMs' | 'seconds' | 'peel'> &
  Partial<Pick<Swatch, 'face' | 'from' | 'feel' | 'needle' | 'washes' | 'note' | 'pictureId'>>;

/** A cloth without what plays no role once it lies in a book: its photo and how much there is of it stay in the drawer. */
const inBook = (f: Fabric): Fabric => ({ ...f, stock: [], pricePerM2: null, photo: null, note: '' });

/**
 * A swatch of a press as it is planned: the place that decides about its seconds.
 * @returns null where the press is not there any more, or lies otherwise than cloth on cloth
 */
export function swatchOfPress(
  project: Pick<Project, 'fabrics' | 'webs' | 'irons' | 'bench'>,
  plan: Pick<Plan, 'making'>,
  ticket: PressTicket,
  seen: SwatchSeen,
): Swatch | null {
  const iron = project.irons.find((i) => i.id === project.bench.ironId);
  const web = project.webs.find((w) => w.id === ticket.webId);
  const step = plan.making.steps.find((s) => s.id === ticket.decides.stepId);
  const layers = step?.columns[ticket.decides.column]?.layers ?? [];
  const clothAt = (id: string): Fabric | undefined => project.fabrics.find((f) => f.id === id);
  const glue = layers.lastIndexOf(ticket.webId);
  const above = layers.slice(glue + 1).flatMap((id) => clothAt(id) ?? []);
  const beneath = layers.slice(0, glue).flatMap((id) => clothAt(id) ?? []);
  const fabric = ticket.stage === 'bond' ? above[0] : (above[0] ?? beneath.at(-1));
  if (!iron || !web || glue < 0 || !fabric) return null;
  const { dial, soleplateC } = ticket.heat;
  return {
    stage: ticket.stage,
    fabric: inBook(fabric),
    onto: ticket.stage === 'bond' ? beneath.map(inBook) : [],
    web: { ...web, offcuts: [], pricePerM: null, leafletPhotoId: null },
    ironId: iron.id,
    iron,
    mark: dial && 'at' in dial ? dial.at : null,
    heatC: dial && 'at' in dial ? null : soleplateC,
    cover: ticket.cover,
    surface: project.bench.surface,
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
