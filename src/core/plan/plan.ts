import { mixedFacing, tracingOf } from '../facing';
import {
  abuttingPairs,
  bondSteps,
  coversOf,
  deepestChain,
  hiddenGround,
  lightness,
  type Overlap,
  orderOfSteps,
  orderWith,
  overlapsOf,
  type Placed,
  placePieces,
  proposeUnits,
  type StackMap,
  shadowsOf,
  stackMap,
  suggestOrder,
  vanishing,
} from '../layer';
import { freshLayout, webAsk } from '../layout';
import { chooseWebs, type Wish } from '../match';
import { factsOf } from '../material';
import {
  type Choice,
  type Fabric,
  type Iron,
  type Lookup,
  lookup,
  type Piece,
  PLAN_FORMAT,
  PLAN_VERSION,
  type Plan,
  type PressTicket,
  type Project,
  type Said,
  type Setting,
  type Stage,
  type Web,
} from '../model';
import { type PressRequest, placementPlan, plugMm, type Schedule, scheduleOf, settingFor } from '../press';
import { areaMm2, boundsOf, labelSpot, printRegion, type Region, ringAreaMm2, type Spot } from '../shape';
import { webUseInRows } from '../sheet';
import { joinsOf } from './joins';
import { snagsOf } from './snags';

export interface Picture {
  /** Where each piece's number stands on the ground: in the part that shows. */
  readonly spots: Readonly<Record<string, Spot>>;
  /** For each piece the outline to cut, what of it is seen (empty: all), and hidden cloth that could go: path data on the ground. */
  readonly cuts: Readonly<Record<string, { outline: string; visible: string; hidden: string; hiddenMm2: number }>>;
  /** The ground that could be cut away behind the picture. */
  readonly hiddenGround: string;
  readonly stack: StackMap;
  /** An order of ours, back-most first. */
  readonly suggested: readonly string[];
  /** Units worth building on the release sheet. */
  readonly units: readonly (readonly string[])[];
  /** The whole work at the board. */
  readonly schedule: {
    readonly steps: Schedule['steps'];
    readonly handsS: number;
    readonly waitS: number;
    readonly totalS: number;
    readonly settings: number;
    /** Pieces whose bond is heated again, and how often. */
    readonly reheats: readonly (readonly [string, number])[];
  };
  /** Where the iron is set down, piece by piece, on the ground, mm: middles and size of each footprint. */
  readonly footprints: Readonly<
    Record<string, readonly { x: number; y: number; w: number; h: number; again: boolean }[]>
  >;
}

interface Ground {
  readonly look: Lookup;
  readonly placed: readonly Placed[];
  readonly overlaps: readonly Overlap[];
}

/** What a piece lies on: the ground first, then the cloth of every lower piece it overlaps. */
function beneathOf(piece: Piece, { look, overlaps }: Ground): Fabric[] {
  const below = overlaps.filter((o) => o.over === piece.id).map((o) => look.fabricOf(look.piece(o.under)));
  return [...new Set([look.ground, ...below])];
}

/** @param bondedOf webs that are bonded already beneath a piece, as far as they are known */
function wishesOf(project: Project, ground: Ground, bondedOf: (pieceId: string) => readonly Web[]): Wish[] {
  const { look, placed, overlaps } = ground;
  const areaOfFabric = new Map<string, number>();
  const areas = new Map(placed.map((p) => [p.id, areaMm2(p.region)]));
  for (const piece of project.pieces)
    areaOfFabric.set(
      piece.fabricId,
      (areaOfFabric.get(piece.fabricId) ?? 0) + (areas.get(piece.id) ?? 0) * piece.count,
    );
  const depth = deepestChain(project.order, overlaps);
  const regions = new Map(placed.map((p) => [p.id, p.region]));
  return project.pieces.map((piece) => {
    const region = regions.get(piece.id)!;
    const b = boundsOf(region);
    const w = b.maxX - b.minX;
    const h = b.maxY - b.minY;
    return {
      pieceId: piece.id,
      overruledWith: piece.webId,
      fabric: look.fabricOf(piece),
      beneath: beneathOf(piece, ground),
      bonded: bondedOf(piece.id),
      edge: look.edgeOf(piece),
      route: look.routeOf(piece),
      intent: project.intent,
      wants: project.wants,
      schools: project.schools,
      layers: (depth.get(piece.id) ?? 1) + 1,
      narrowMm: Math.min(w, h),
      longMm: Math.max(w, h),
      fabricAreaMm2: areaOfFabric.get(piece.fabricId) ?? 0,
    };
  });
}

const NOTHING_BONDED: readonly Web[] = [];

/**
 * A web for every piece. What is bonded already beneath a piece is itself a choice: webs are chosen first as if nothing were, then once more with those beneath.
 */
function choicesOf(project: Project, ground: Ground): Choice[] {
  const { look, overlaps } = ground;
  const first = chooseWebs(
    wishesOf(project, ground, () => NOTHING_BONDED),
    project.webs,
  );
  const webOf = new Map(first.map((c) => [c.pieceId, c.webId]));
  // With one web for all there is nothing beneath that another could spoil.
  if (new Set(webOf.values()).size < 2) return first;
  const below = new Map<string, Set<string>>();
  for (const o of overlaps) {
    const webId = webOf.get(o.under);
    if (webId && webId !== webOf.get(o.over)) below.set(o.over, (below.get(o.over) ?? new Set()).add(webId));
  }
  return chooseWebs(
    wishesOf(project, ground, (id) => [...(below.get(id) ?? [])].map((webId) => look.web(webId))),
    project.webs,
  );
}

/** The wish of one piece as the plan sees it, for comparing webs beyond the plan's own choice. */
export function wishOf(project: Project, pieceId: string): Wish | null {
  const look = lookup(project);
  const placed = placePieces(project);
  const ground: Ground = { look, placed, overlaps: overlapsOf(placed) };
  return wishesOf(project, ground, () => NOTHING_BONDED).find((w) => w.pieceId === pieceId) ?? null;
}

/** What a person sets and does: tickets that agree in it are one. */
const handling = (stage: Stage, webId: string, s: Setting): string =>
  JSON.stringify([stage, webId, s.heat, s.dwell, s.pressure, s.steam, s.workable]);

/** A window narrower than this is bridged by the soleplate's edge and the cloth's own give, mm. */
const WINDOW_MM = 15;

/** A window in a piece gets no pressure from a flat iron, until a plug as thick as the piece fills it. */
function plugFor(region: Region, fabric: Fabric): Said | null {
  const wide = region.some((ring) => {
    if (ringAreaMm2(ring) >= 0) return false;
    const b = boundsOf([ring]);
    return Math.min(b.maxX - b.minX, b.maxY - b.minY) > WINDOW_MM;
  });
  return wide
    ? {
        code: 'plug',
        text: `What lies in its window gets no pressure from a flat iron: lay in a plug of ${plugMm(fabric)} mm, of card or felt.`,
      }
    : null;
}

/** What a piece's press is worked out from: its stack, the iron and the bench. */
function pressRequest(project: Project, ground: Ground, piece: Piece, stage: Stage, web: Web): PressRequest {
  const { look } = ground;
  const fabric = look.fabricOf(piece);
  const onto = stage === 'bond' ? beneathOf(piece, ground) : [];
  const { steam } = project.schools;
  const cloths = [fabric, ...onto];
  const wanted =
    (steam === 'steam-to-bond' && cloths.some((f) => factsOf(f).hairyOrThick)) ||
    (steam === 'steam-on-wool' && cloths.some((f) => f.fibre === 'wool'));
  return {
    stage,
    fabric,
    onto,
    web,
    iron: look.iron,
    bench: project.bench,
    covers: project.covers,
    surfaces: project.surfaces,
    sizeMm: { widthMm: 1, heightMm: 1 },
    ...(wanted ? { steam: true } : {}),
  };
}

/** The request of one piece's press, for looking into its stack. */
export function pressRequestOf(project: Project, pieceId: string, stage: Stage, webId: string): PressRequest | null {
  const look = lookup(project);
  const placed = placePieces(project);
  const piece = project.pieces.find((p) => p.id === pieceId);
  const web = project.webs.find((w) => w.id === webId);
  if (!piece || !web) return null;
  return pressRequest(project, { look, placed, overlaps: overlapsOf(placed) }, piece, stage, web);
}

// A setting takes some milliseconds of conduction: the same stack on the same bench is worked out once.
const settings = new Map<string, Setting>();
function rememberedSetting(r: PressRequest): Setting {
  const key = JSON.stringify(r);
  let setting = settings.get(key);
  if (!setting) {
    setting = settingFor(r);
    if (settings.size > 2000) settings.clear();
    settings.set(key, setting);
  }
  return setting;
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

/**
 * Every press as a ticket. All fuses at one setting share a ticket, since nothing depends on their order.
 * Bonds keep the layer order: neighbours in it share a ticket while the setting stays the same.
 */
function ticketsOf(
  order: readonly string[],
  project: Project,
  choices: readonly Choice[],
  ground: Ground,
): PressTicket[] {
  const { look, placed } = ground;
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
      const setting = {
        ...rememberedSetting(pressRequest(project, ground, piece, stage, look.web(webId))),
        placements: placementsOn(regions.get(id)!, look.iron),
      };
      if (stage === 'bond' && setting.workable) {
        const plug = plugFor(regions.get(id)!, look.fabricOf(piece));
        if (plug) setting.cautions = [...setting.cautions, plug];
      }
      const same = handling(stage, webId, setting);
      if (stage === 'bond' && same !== last) run += 1;
      last = same;
      const key = `${run} ${same}`;
      const ticket = tickets.get(key);
      if (ticket) tickets.set(key, joined(ticket, id, setting));
      else tickets.set(key, { id: '', stage, pieceIds: [id], webId, ...setting });
    }
  }
  const counts: Record<Stage, number> = { fuse: 0, bond: 0 };
  return [...tickets.values()].map((t) => {
    counts[t.stage] += 1;
    return { ...t, id: `${t.stage}-${counts[t.stage]}` };
  });
}

const joined = (ticket: PressTicket, id: string, also: Setting): PressTicket => {
  const add = (have: readonly Said[], more: readonly Said[]): Said[] => [
    ...have,
    ...more.filter((m) => !have.some((h) => h.text === m.text)),
  ];
  return {
    ...ticket,
    pieceIds: [...ticket.pieceIds, id],
    placements: Math.max(ticket.placements, also.placements),
    coolS: Math.max(ticket.coolS, also.coolS),
    cautions: add(ticket.cautions, also.cautions),
    reasons: add(ticket.reasons, also.reasons),
  };
};

/**
 * The one function: a parsed project in, its whole plan out. Pure; the same project always gives the same plan.
 * @throws Error only for a project that did not come from {@link parseProject}
 */
export function planProject(project: Project): Plan {
  return planWithPicture(project).plan;
}

/** The schedule and where the iron is set down. */
function boardWork(
  press: readonly PressTicket[],
  { look, placed, overlaps }: Ground,
): Pick<Picture, 'schedule' | 'footprints'> {
  const footprints: Record<string, { x: number; y: number; w: number; h: number; again: boolean }[]> = {};
  const counts = new Map<string, number>();
  for (const { id, region } of placed) {
    const plan = placementPlan(region, look.iron);
    counts.set(id, plan.count);
    footprints[id] = plan.footprints.map((f) => ({
      x: f.centre.x,
      y: f.centre.y,
      w: f.widthMm,
      h: f.heightMm,
      again: f.touchesAvoided,
    }));
  }
  const near = new Map<string, string[]>();
  for (const o of overlaps) near.set(o.over, [...(near.get(o.over) ?? []), o.under]);
  const { reheats, ...schedule } = scheduleOf(
    press,
    (id) => counts.get(id) ?? 1,
    (id) => near.get(id) ?? [],
  );
  return { schedule: { ...schedule, reheats: [...reheats] }, footprints };
}

/** The plan together with what only the screen needs. */
export function planWithPicture(project: Project): { plan: Plan; picture: Picture } {
  const look = lookup(project);
  const placed = placePieces(project);
  const overlaps = overlapsOf(placed);
  const abutting = abuttingPairs(placed, overlaps);
  const ground: Ground = { look, placed, overlaps };
  const joins = joinsOf(project, placed, overlaps, abutting);
  const choices = choicesOf(project, ground);
  const tracings = project.pieces.map((piece) =>
    tracingOf(piece, look.routeOf(piece), joins.own.get(piece.id), project.limits.mirrorMm),
  );
  const { steps, troubles } = bondSteps(project.order, (id) => look.piece(id).unit, overlaps);
  const order = orderOfSteps(steps);
  const draft: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    projectId: project.id,
    choices,
    order,
    steps,
    overlaps: overlaps.map((o) => ({ ...o, areaMm2: Math.round(o.areaMm2 * 100) / 100 })),
    tracings,
    press: ticketsOf(order, project, choices, ground),
    webUse: [],
    snags: [],
  };
  const webUse = webUseInRows(project, draft).map((use) => {
    const wanted = project.layouts.length > 0 ? webAsk(project, draft, use.webId) : null;
    const layout = wanted && freshLayout(project, wanted);
    return layout && layout.unplaced.length === 0
      ? { ...use, lengthMm: Math.ceil(layout.lengthMm), how: 'nested' as const }
      : use;
  });
  const covers = coversOf(placed, overlaps);
  const fabricOf = (id: string): Fabric => look.fabricOf(look.piece(id));
  const webOf = new Map(choices.map((c) => [c.pieceId, c.webId === null ? null : look.web(c.webId)]));
  const stack = stackMap(
    { widthMm: project.ground.widthMm, heightMm: project.ground.heightMm, fabric: look.ground },
    joins.cuts.map((c) => ({ id: c.id, region: c.outline, fabric: fabricOf(c.id), web: webOf.get(c.id) ?? null })),
  );
  const plan: Plan = {
    ...draft,
    webUse,
    snags: snagsOf({
      look,
      placed,
      covers,
      plan: { ...draft, webUse },
      mixed: mixedFacing(project, tracings),
      circles: orderWith(project.order, project.layering.pairs, overlaps).circles,
      troubles,
      stack,
      shadows: shadowsOf(overlaps, fabricOf, look.ground.colour),
      vanishing: vanishing(joins.cuts, [...overlaps, ...abutting], fabricOf, look.ground),
      unseen: joins.unseen,
    }),
  };
  const cuts = joins.cuts.map((c) => [
    c.id,
    {
      outline: printRegion(c.outline, 2),
      visible: c.changed ? printRegion(c.visible, 2) : '',
      hidden: printRegion(c.hidden, 2),
      hiddenMm2: areaMm2(c.hidden),
    },
  ]);
  return {
    plan,
    picture: {
      spots: Object.fromEntries(placed.map(({ id, region }) => [id, labelSpot(region, covers.get(id))])),
      cuts: Object.fromEntries(cuts),
      hiddenGround: printRegion(hiddenGround(placed, project.layering.underlapMm), 2),
      stack,
      suggested: suggestOrder(placed, overlaps, abutting, (id) => lightness(fabricOf(id).colour)),
      units: proposeUnits(placed, overlaps, project.layering.sheet).map((u) => u.pieceIds),
      ...boardWork(draft.press, ground),
    },
  };
}
