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
import { chooseWebs, type Wish } from '../match';
import {
  type Choice,
  type Fabric,
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
} from '../model';
import { settingFor } from '../press';
import { areaMm2, boundsOf, labelSpot, printRegion, type Spot } from '../shape';
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

function wishesOf(project: Project, ground: Ground): Wish[] {
  const { look, placed, overlaps } = ground;
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
      edge: look.edgeOf(piece),
      route: look.routeOf(piece),
      intent: project.intent,
      layers: (depth.get(piece.id) ?? 1) + 1,
      narrowMm: Math.min(w, h),
      longMm: Math.max(w, h),
      areaMm2: areaMm2(region) * piece.count,
    };
  });
}

/** What a person sets and does: tickets that agree in it are one. */
const handling = (stage: Stage, webId: string, s: Setting): string =>
  JSON.stringify([stage, webId, s.heat, s.dwell, s.pressure, s.steam, s.workable]);

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
  const boxes = new Map(placed.map((p) => [p.id, boundsOf(p.region)]));
  const tickets = new Map<string, PressTicket>();
  for (const stage of ['fuse', 'bond'] as const) {
    let run = 0;
    let last = '';
    for (const id of order) {
      const webId = webOf.get(id) ?? null;
      if (webId === null) continue;
      const piece = look.piece(id);
      const box = boxes.get(id)!;
      const setting = settingFor({
        stage,
        fabric: look.fabricOf(piece),
        onto: stage === 'bond' ? beneathOf(piece, ground) : [],
        web: look.web(webId),
        iron: look.iron,
        bench: project.bench,
        sizeMm: { widthMm: box.maxX - box.minX, heightMm: box.maxY - box.minY },
      });
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

/** The plan together with what only the screen needs. */
export function planWithPicture(project: Project): { plan: Plan; picture: Picture } {
  const look = lookup(project);
  const placed = placePieces(project);
  const overlaps = overlapsOf(placed);
  const abutting = abuttingPairs(placed, overlaps);
  const ground: Ground = { look, placed, overlaps };
  const joins = joinsOf(project, placed, overlaps, abutting);
  const choices = chooseWebs(wishesOf(project, ground), project.webs);
  const tracings = project.pieces.map((piece) => tracingOf(piece, look.routeOf(piece), joins.own.get(piece.id)));
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
  const webUse = webUseInRows(project, draft);
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
    },
  };
}
