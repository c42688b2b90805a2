import { asOne, derive, listed, same } from '../../base/derive';
import { assertThere, nth } from '../../base/lists';
import type { Region } from '../../base/shape';
import { adhesiveOf, factsOf } from '../../choose/material';
import {
  clothsOf,
  coverPasses,
  leadingWeb,
  leastSeconds,
  mayTurn,
  type PressColumn,
  type PressRequest,
  settingFor,
  shareOf,
} from '../../choose/press';
import type { Fabric, Iron, Project, Setting, Stage, StepDoing, StepPlace, Web } from '../../keep/model';
import type { Laid } from '../../lay/laid';
import type { PressPlace } from './column';

/** One press as it is really done: what lies under the iron, in every place, and how it is set. */
export interface Press {
  readonly stage: Stage;
  readonly on: StepPlace;
  readonly articleId: string | null;
  /** Whose fuse or bond it makes. */
  readonly pieceIds: readonly string[];
  /** All that lies under the iron and is moved for it. */
  readonly members: readonly string[];
  readonly unit: string | null;
  readonly keepLiners: readonly string[];
  readonly fabricId: string | null;
  readonly does: StepDoing;
  readonly request: PressRequest;
  /** Columns that differ in what matters to the heat; the request's own is the first. */
  readonly columns: readonly PressColumn[];
  /** The place that each of them is the column of. */
  readonly places: readonly PressPlace[];
  readonly setting: Setting;
  /** What is bonded lies side by side, nothing of it on anything else of it. */
  readonly apart: boolean;
  /** The frame whose cut-out fills its window meanwhile, so that the iron presses there too; null: nothing has to. */
  readonly plugOf: string | null;
  /** What the iron has to cover of one copy, mm; of several shapes fused together, the one that takes most set-downs. */
  readonly region: Region;
  readonly copies: number;
  readonly loads: number;
  readonly setDowns: number;
  readonly placements: number;
}

/** A cloth as presses see it: how much of it is here, what it costs and how it looks play no role. Its name is told in reasons. */
const pressedCloth = derive(
  (fabric: Fabric): Fabric =>
    same({ ...fabric, id: '', stock: [], colour: '', pricePerM2: null, photo: null, note: '', prewashed: false }),
);
/** A web as presses see it. */
const pressedWeb = derive(
  (web: Web): Web => same({ ...web, id: '', stockMm: 0, pricePerM: null, offcuts: [], leafletPhotoId: null, note: '' }),
);
const pressedLayer = derive((layer: PressColumn[number]): PressColumn[number] =>
  layer.role === 'fabric'
    ? asOne({ ...layer, fabric: pressedCloth(layer.fabric) })
    : layer.role === 'web'
      ? asOne({ ...layer, web: pressedWeb(layer.web) })
      : asOne(layer),
);
/** A column as presses see it: the same list for all that are alike. */
const pressedColumn = (column: PressColumn): PressColumn => listed(column.map((l) => pressedLayer(asOne(l))));
const pressedRequest = (r: PressRequest): PressRequest =>
  asOne({ ...r, column: pressedColumn(r.column), bench: asOne(r.bench) });

// A setting takes some milliseconds of conduction: the same columns on the same bench are worked out once.
const settingOnce = derive(settingFor);

/** The setting of a press; worked out once for the same columns on the same bench. @param fixedC a heat that is set already */
export const settingOf = (
  request: PressRequest,
  columns: readonly PressColumn[],
  fixedC: number | null = null,
): Setting => settingOnce(pressedRequest(request), listed(columns.map(pressedColumn)), fixedC);

const leastOnce = derive(leastSeconds);
/** The least seconds of a press of one column; null: it cannot be pressed. */
export const leastOf = (request: PressRequest): number | null => leastOnce(pressedRequest(request));

/** The least seconds in which a web bonds a cloth to a pile with this project's iron and bench; null: it cannot be pressed. */
export function leastSecondsFor(setup: Setup, fabric: Fabric, pile: readonly Fabric[], web: Web): number | null {
  const column: PressColumn = [
    ...pile.map((f): PressColumn[number] => ({ role: 'fabric', fabric: f })),
    { role: 'web', web, bonds: true },
    { role: 'fabric', fabric },
  ];
  return leastOf(requestFor(setup, 'bond', [column]));
}

/** A piece’s cloth as it lies, with the glue on it: its web, or the adhesive that the cloth brings. */
export function glueOf(
  { look }: Laid,
  webOf: (id: string) => Web | null,
  id: string,
): { readonly fabric: Fabric; readonly web: Web | null; readonly faceDown: boolean } {
  const piece = look.piece(id);
  const fabric = look.fabricOf(piece);
  return { fabric, web: webOf(id) ?? (piece.faceDown ? adhesiveOf(fabric) : null), faceDown: piece.faceDown };
}

/** Columns that differ in what matters, the largest part first; of very many those, and the highest. */
export function different(
  places: readonly PressPlace[],
  columnOf: (place: PressPlace) => PressColumn,
  most: number,
): { columns: PressColumn[]; places: PressPlace[] } {
  const told = new Map<PressColumn, { column: PressColumn; place: PressPlace }>();
  for (const place of places) {
    const column = columnOf(place);
    if (!column.some((l) => l.role === 'web' && l.bonds)) continue;
    const key = pressedColumn(column);
    if (!told.has(key)) told.set(key, { column, place });
  }
  const all = [...told.values()];
  const kept = all.slice(0, most);
  const highest = all.reduce<(typeof all)[number] | undefined>(
    (a, b) => (a && a.column.length >= b.column.length ? a : b),
    undefined,
  );
  if (highest && !kept.includes(highest)) kept[kept.length - 1] = highest;
  return { columns: kept.map((k) => k.column), places: kept.map((k) => k.place) };
}

/** Whether steam is wanted for these cloths by the side that was taken; undefined: the leaflet decides. */
function steamFor({ schools: { steam } }: Setup, stage: Stage, cloths: readonly Fabric[]): boolean | undefined {
  if (stage === 'fuse' || steam === 'dry') return false;
  const wanted =
    steam === 'steam-to-bond' ? cloths.some((f) => factsOf(f).hairyOrThick) : cloths.some((f) => f.fibre === 'wool');
  return wanted ? true : undefined;
}

/** What a project presses with, and the sides that were taken about it. */
export type Setup = Pick<Project, 'bench' | 'schools' | 'covers' | 'surfaces'> & { readonly iron: Iron };
/** The same object for the same things. */
export const setupOf = ({ project, look }: Pick<Laid, 'project' | 'look'>): Setup => {
  const { bench, schools, covers, surfaces } = project;
  return asOne({ bench, schools, covers, surfaces, iron: look.iron });
};

export function requestFor(setup: Setup, stage: Stage, columns: readonly PressColumn[]): PressRequest {
  const { bench, schools, covers, surfaces, iron } = setup;
  const steam = steamFor(setup, stage, columns.flatMap(clothsOf));
  // Where steam was asked for, it has to get through what lies between.
  const asked = {
    iron,
    bench: { cover: bench.covers[stage], coverId: bench.coverIds[stage] },
    covers,
  };
  const wanted = stage === 'bond' && (steam ?? leadingWeb({ stage, column: nth(columns, 0) }).leaflet.bond.steam);
  const coverForSteam = wanted && iron.steam && !coverPasses(asked);
  return {
    stage,
    column: nth(columns, 0),
    iron,
    bench: {
      cover: coverForSteam ? 'press-cloth' : bench.covers[stage],
      coverId: coverForSteam ? null : bench.coverIds[stage],
      warm: bench.warm,
      surface: bench.surface,
      surfaceId: bench.surfaceId,
    },
    covers,
    surfaces,
    ...(steam === undefined ? {} : { steam }),
    ...(coverForSteam ? { coverForSteam } : {}),
    ...(schools.move === 'small-moves' ? { smallMoves: true } : {}),
  };
}

/** From the back, or from both sides, where that was taken as the side, can be done and is quicker. */
export function sideTaken(
  laid: Pick<Laid, 'project'>,
  request: PressRequest,
  columns: readonly PressColumn[],
): PressRequest {
  const { side } = laid.project.schools;
  if (side === 'face' || !mayTurn(request, columns)) return request;
  const from = { ...request, from: side };
  const slowest = (r: PressRequest): number =>
    Math.max(...columns.map((column) => leastOf({ ...r, column }) ?? Number.POSITIVE_INFINITY));
  return slowest(from) < shareOf({ code: side === 'back' ? 'from-back' : 'both-sides' }) * slowest(request)
    ? from
    : request;
}

/** Where nothing lies beneath. */
export const NOWHERE: PressPlace = { pieceIds: [], regions: [], areaMm2: 0 };

/** Its web goes into a fold of cloth that is there: nothing is drawn or cut out for it. */
export const isInFold = ({ look }: Pick<Laid, 'look'>, id: string): boolean => look.piece(id).part?.role === 'turning';
/** A web without a liner is laid into the fold and bonded there at once; one with a liner is fused to one side of it first. */
export const isLaidIn = (laid: Pick<Laid, 'look'>, id: string, web: Pick<Web, 'liners'>): boolean =>
  isInFold(laid, id) && web.liners === 0;

/** The column that a setting was decided by. */
export const decidingPlace = (p: Press): PressPlace =>
  assertThere(p.places[p.setting.deciding] ?? p.places[0], 'a press has its places');
