import { factsOf, isFelted } from '../../choose/material';
import {
  type Fabric,
  type NeedKind,
  needKey,
  type Offer,
  type Project,
  type Supply,
  type Thread,
  type Web,
} from '../../keep/model';
import { usualClothOffers, usualSheetOffers, usualSupplyOffers, usualWebOffers } from './data';

type Usual = Omit<Offer, 'key' | 'price'>;

/** Ours with what one has changed of them, and one's own behind. */
function withOwn(
  project: Project,
  key: string,
  usual: readonly Usual[],
  priceOf: (o: Usual) => number | null,
): Offer[] {
  const own = project.gathering.offers.filter((o) => o.key === key);
  const ours = usual.map((o): Offer => own.find((x) => x.id === o.id) ?? { ...o, key, price: priceOf(o) });
  return [...ours, ...own.filter((o) => !usual.some((u) => u.id === o.id))];
}

/** What a need of a fabric is called by the contract: after what it is of. */
export const kindOfFabric = (fabric: Fabric): Extract<NeedKind, 'fabric' | 'foil' | 'paper' | 'backing' | 'wadding'> =>
  KIND_OF[factsOf(fabric).material];
const KIND_OF = {
  fabric: 'fabric',
  foil: 'foil',
  paper: 'paper',
  card: 'paper',
  backing: 'backing',
  wadding: 'wadding',
} as const;

/** How a fabric, or what else a piece can be of, is sold. What a square metre costs in the Drawer is the price of a length. */
export function fabricOffers(project: Project, fabric: Fabric): Offer[] {
  const kind = kindOfFabric(fabric);
  const felted = isFelted(fabric);
  const usual = kind === 'fabric' ? usualClothOffers(felted, project.units) : usualSheetOffers(kind, project.units);
  const { pricePerM2 } = fabric;
  return withOwn(project, needKey(kind, fabric.id), usual, (o) => {
    if (pricePerM2 === null) return null;
    if (o.as === 'by-length') return (pricePerM2 * o.widthMm) / 1000;
    // A sheet of what has a price by area costs as much for its area.
    return kind === 'fabric' && !felted ? null : (pricePerM2 * o.widthMm * o.lengthMm * o.holds) / 1e6;
  });
}

export const webOffers = (project: Project, web: Web): Offer[] =>
  withOwn(project, needKey('web', web.id), usualWebOffers(web.widthMm, project.units), (o) =>
    o.as === 'by-length' ? web.pricePerM : null,
  );

/** @param thread null: one that is to be bought */
export const threadOffers = (project: Project, id: string, thread: Thread | null): Offer[] =>
  withOwn(
    project,
    needKey('thread', id),
    [{ id: 'spool', as: 'spool', widthMm: 0, lengthMm: thread?.spoolMm ?? NEW_SPOOL_MM, holds: 1, sold: true }],
    () => thread?.pricePerSpool ?? null,
  );
/** What a spool holds that nobody has named, mm: the usual small one of a sewing machine. Estimated. */
const NEW_SPOOL_MM = 200_000;

export const supplyOffers = (project: Project, supply: Supply): Offer[] =>
  withOwn(project, needKey(kindOfSupply(supply), supply), usualSupplyOffers(supply, project.units), () => null);

/** Something that is counted and sold one by one. */
export const singleOffers = (project: Project, needId: string): Offer[] =>
  withOwn(
    project,
    needKey('other', needId),
    [{ id: 'single', as: 'single', widthMm: 0, lengthMm: 0, holds: 1, sold: true }],
    () => null,
  );

export const kindOfSupply = (supply: Supply): NeedKind =>
  supply === 'new-web' ? 'web' : supply === 'wadding' ? 'wadding' : 'other';
