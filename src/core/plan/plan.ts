import { mixedFacing, tracingOf } from '../facing';
import {
  abuttingPairs,
  bondingOrder,
  coversOf,
  deepestChain,
  type Overlap,
  overlapsOf,
  type Placed,
  placePieces,
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
import { areaMm2, boundsOf, labelSpot, type Spot } from '../shape';
import { webUseInRows } from '../sheet';
import { snagsOf } from './snags';

export interface Picture {
  /** Where each piece's number stands on the ground: in the part that shows. */
  readonly spots: Readonly<Record<string, Spot>>;
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
function ticketsOf(project: Project, choices: readonly Choice[], ground: Ground): PressTicket[] {
  const { look, placed } = ground;
  const webOf = new Map(choices.map((c) => [c.pieceId, c.webId]));
  const boxes = new Map(placed.map((p) => [p.id, boundsOf(p.region)]));
  const tickets = new Map<string, PressTicket>();
  for (const stage of ['fuse', 'bond'] as const) {
    let run = 0;
    let last = '';
    for (const id of project.order) {
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
  const ground: Ground = { look, placed, overlaps };
  const choices = chooseWebs(wishesOf(project, ground), project.webs);
  const tracings = project.pieces.map((piece) => tracingOf(piece, look.routeOf(piece)));
  const press = ticketsOf(project, choices, ground);
  const draft: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    projectId: project.id,
    choices,
    order: bondingOrder(project.order),
    overlaps: overlaps.map((o) => ({ ...o, areaMm2: Math.round(o.areaMm2 * 100) / 100 })),
    tracings,
    press,
    webUse: [],
    snags: [],
  };
  const webUse = webUseInRows(project, draft);
  const covers = coversOf(placed, overlaps);
  const plan: Plan = {
    ...draft,
    webUse,
    snags: snagsOf({
      look,
      placed,
      covers,
      plan: { ...draft, webUse },
      abutting: abuttingPairs(placed, overlaps),
      mixed: mixedFacing(project, tracings),
    }),
  };
  const spots = Object.fromEntries(placed.map(({ id, region }) => [id, labelSpot(region, covers.get(id))]));
  return { plan, picture: { spots } };
}
