import { type Beneath, type Laid, remember } from '../laid';
import { inMap } from '../lists';
import { factsOf } from '../material';
import type {
  BenchCover,
  BenchSurface,
  Caution,
  Choice,
  Fabric,
  Iron,
  Piece,
  PressTicket,
  Setting,
  Stage,
  Web,
} from '../model';
import { MOST_PILES, type PressRequest, placementPlan, plugFor, settingFor } from '../press';
import type { Region } from '../shape';

/** Less of a piece than this lying on something else is no place of its own: the iron cannot tell it, mm². */
const PLACE_MM2 = 25;

/** The piles beneath a piece that a press has to be right for, the largest part first: slivers at the edge of a join count to their neighbour. */
function placesBeneath({ pile }: Laid, pieceId: string): readonly Beneath[] {
  const all = pile.beneath(pieceId);
  const wide = all.filter((b) => b.areaMm2 >= PLACE_MM2);
  return wide.length > 0 ? wide : all.slice(0, 1);
}

/** What a piece's press is worked out from: the piece on the pile that lies under most of it, and every other pile beneath it. */
export interface PressOf {
  readonly request: PressRequest;
  /** Ground first, lower pieces as they lie; the same pile is told once. */
  readonly piles: readonly (readonly Fabric[])[];
}

export function pressOf(laid: Laid, piece: Piece, stage: Stage, web: Web): PressOf {
  const { project, look } = laid;
  const fabric = look.fabricOf(piece);
  const { steam } = project.schools;
  const piles: Fabric[][] = [];
  const told = new Set<string>();
  if (stage === 'bond')
    for (const { pieceIds } of placesBeneath(laid, piece.id)) {
      const onto = [look.ground, ...pieceIds.map((id) => look.fabricOf(look.piece(id)))];
      const key = onto.map(physicsOf).join();
      if (!told.has(key)) piles.push(onto);
      told.add(key);
    }
  // Of very many only the largest are looked at, and the highest.
  if (piles.length > MOST_PILES.value) {
    const highest = piles.reduce((a, b) => (b.length > a.length ? b : a));
    piles.length = MOST_PILES.value;
    if (!piles.includes(highest)) piles[piles.length - 1] = highest;
  }
  // A piece that lies wholly hidden, or nowhere, is bonded to the ground.
  if (piles.length === 0) piles.push(stage === 'bond' ? [look.ground] : []);
  const cloths = [fabric, ...piles.flat()];
  const wanted =
    (steam === 'steam-to-bond' && cloths.some((f) => factsOf(f).hairyOrThick)) ||
    (steam === 'steam-on-wool' && cloths.some((f) => f.fibre === 'wool'));
  return {
    request: {
      stage,
      fabric,
      onto: piles[0] ?? [],
      web,
      iron: look.iron,
      bench: project.bench,
      covers: project.covers,
      surfaces: project.surfaces,
      ...(stage === 'bond' && wanted ? { steam: true } : {}),
    },
    piles,
  };
}

const keys = new WeakMap<object, string>();
/** A thing's figures as a short text, written once for each value. */
function keyOf<T extends object>(thing: T, figures: (t: T) => unknown): string {
  let key = keys.get(thing);
  if (key === undefined) {
    key = JSON.stringify(figures(thing));
    keys.set(thing, key);
  }
  return key;
}
/** What of a fabric a press depends on, its name included since reasons tell it. */
const physicsOf = (f: Fabric): string =>
  keyOf(f, ({ name, kind, clothId, fibre, thicknessMm, massGsm, maxIronC, conductivityWmK }) => [
    name,
    kind,
    clothId,
    fibre,
    thicknessMm,
    massGsm,
    maxIronC,
    conductivityWmK,
  ]);
const webKey = (w: Web): string =>
  keyOf(w, ({ name, kindId, form, liners, massGsm, meltC, maxC, leaflet }) => [
    name,
    kindId,
    form,
    liners,
    massGsm,
    meltC,
    maxC,
    leaflet,
  ]);
const benchKey = (r: PressRequest): string => {
  const own = <T extends BenchCover | BenchSurface>(list: readonly T[] | undefined, id: string | null): string =>
    JSON.stringify(list?.find((x) => x.id === id) ?? null);
  const { bench } = r;
  return `${bench.cover} ${bench.surface} ${own(r.covers, bench.coverId)} ${own(r.surfaces, bench.surfaceId)}`;
};

// A setting takes some milliseconds of conduction: the same piles on the same bench are worked out once.
const settings = new Map<string, Setting>();
function settingOf({ request: r, piles }: PressOf): Setting {
  const iron = keyOf(r.iron, (i: Iron) => ({ ...i, id: '' }));
  const key = [
    r.stage,
    r.steam ?? '',
    iron,
    benchKey(r),
    webKey(r.web),
    physicsOf(r.fabric),
    ...piles.map((pile) => pile.map(physicsOf).join()),
  ].join('\n');
  return remember(settings, key, () => settingFor(r, piles));
}

const placementCounts = new WeakMap<Region, Map<string, number>>();
/** How often this iron is set down to cover a piece's real outline. */
function placementsOn(region: Region, iron: Iron): number {
  const key = `${iron.kind} ${iron.soleplate.widthMm} ${iron.soleplate.lengthMm}`;
  const counts = placementCounts.get(region) ?? new Map<string, number>();
  placementCounts.set(region, counts);
  let count = counts.get(key);
  if (count === undefined) {
    count = placementPlan(region, iron).count;
    counts.set(key, count);
  }
  return count;
}

/** What a person sets and does: tickets that agree in it are one. */
const handling = (stage: Stage, webId: string, s: Setting): string =>
  JSON.stringify([stage, webId, s.heat, s.dwell, s.pressure, s.steam, s.stop]);

/** Findings that say the same are told once. */
function together<T>(have: readonly T[], more: readonly T[]): readonly T[] {
  const said = new Set(have.map((h) => JSON.stringify(h)));
  const news = more.filter((m) => !said.has(JSON.stringify(m)));
  return news.length === 0 ? have : [...have, ...news];
}

const joined = (ticket: PressTicket, id: string, also: Setting): PressTicket => ({
  ...ticket,
  pieceIds: [...ticket.pieceIds, id],
  placements: Math.max(ticket.placements, also.placements),
  coolS: Math.max(ticket.coolS, also.coolS),
  cautions: together(ticket.cautions, also.cautions),
  reasons: together(ticket.reasons, also.reasons),
});

/**
 * Every press as a ticket. All fuses at one setting share a ticket, since nothing depends on their order.
 * Bonds keep the layer order: neighbours in it share a ticket while the setting stays the same.
 * @param order pieces in the order in which they are bonded
 */
export function ticketsOf(laid: Laid, order: readonly string[], choices: readonly Choice[]): PressTicket[] {
  const { look, placed } = laid;
  const webOf = new Map(choices.map((c) => [c.pieceId, c.webId]));
  const regions = new Map(placed.map((p) => [p.id, p.region]));
  const tickets = new Map<string, PressTicket>();
  for (const stage of ['fuse', 'bond'] as const) {
    let run = 0;
    let last = '';
    for (const id of order) {
      const webId = webOf.get(id) ?? null;
      if (webId === null) continue;
      const piece = look.piece(id);
      const region = inMap(regions, id);
      const found = settingOf(pressOf(laid, piece, stage, look.web(webId)));
      const plug: Caution | null = stage === 'bond' && !found.stop ? plugFor(region, look.fabricOf(piece)) : null;
      const setting: Setting = {
        ...found,
        placements: placementsOn(region, look.iron),
        cautions: plug ? [...found.cautions, plug] : found.cautions,
      };
      const same = handling(stage, webId, setting);
      if (stage === 'bond' && same !== last) run += 1;
      last = same;
      const key = `${run} ${same}`;
      const ticket = tickets.get(key);
      tickets.set(key, ticket ? joined(ticket, id, setting) : { id: '', stage, pieceIds: [id], webId, ...setting });
    }
  }
  const counts: Record<Stage, number> = { fuse: 0, bond: 0 };
  return [...tickets.values()].map((t) => {
    counts[t.stage] += 1;
    return { ...t, id: `${t.stage}-${counts[t.stage]}` };
  });
}
