import { asOne, derive, listed, same } from '../../base/derive';
import { assertThere, inMap, nth } from '../../base/lists';
import { areaMm2, intersection, type Region, regionOf, union } from '../../base/shape';
import { adhesiveOf, factsOf, flowC } from '../../choose/material';
import {
  clothsOf,
  coverPasses,
  hottestC,
  leadingWeb,
  leastSeconds,
  MOST_COLUMNS,
  mayTurn,
  type PressColumn,
  type PressRequest,
  plugFor,
  settingFor,
  wantsSteam,
  windowOver,
  windowsIn,
} from '../../choose/press';
import { isStuck, type Patch, patchesOf, ROUGH_CUT_MM } from '../../cut/layout';
import {
  type Caution,
  type Choice,
  type Fabric,
  groundOutline,
  type Iron,
  type MakingTrouble,
  type Piece,
  type Project,
  type Setting,
  type Stage,
  type StepDoing,
  type StepPlace,
  type Tracing,
  type Web,
} from '../../keep/model';
import type { Laid, LaidArticle } from '../../lay/laid';
import { isFoiled, RECIPE_FACTS } from '../../lay/recipe';
import { type Base, columnAt, type PressPlace } from './column';
import { LOAD_GAP_MM, MOST_TOGETHER } from './data';
import { setDownsFor } from './load';
import { type Block, type Bonding, bondings } from './order';

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
  /** The frame whose cut-out fills its window meanwhile, so that the iron presses there too; null: nothing has to. */
  readonly plugOf: string | null;
  /** What the iron has to cover of one copy, mm; of several shapes fused together, the one that takes most set-downs. */
  readonly region: Region;
  readonly copies: number;
  readonly loads: number;
  readonly setDowns: number;
  readonly placements: number;
}

/** Everything that is pressed, in order: fuses by cloth, then each article's units and its ground. */
export interface Presses {
  readonly fuses: readonly Press[];
  /** Pieces whose web is pressed on by hand. */
  readonly stuck: readonly Piece[];
  readonly bonds: readonly Press[];
  readonly patches: readonly Patch[];
  readonly troubles: readonly MakingTrouble[];
}

export interface Chosen {
  readonly choices: readonly Choice[];
  readonly tracings: readonly Tracing[];
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
const leastOf = (request: PressRequest): number | null => leastOnce(pressedRequest(request));

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
function turnedFor(laid: Laid, request: PressRequest, columns: readonly PressColumn[], b: Bonding): PressRequest {
  const { layered, bothSides } = RECIPE_FACTS[laid.project.recipe.id];
  // The recipe lays it out so that it can be turned over, plug and all.
  if (bothSides && b.on === 'ground' && b.blocks.length > 1) return { ...request, from: 'both' };
  const { side } = laid.project.schools;
  if (side === 'face' || b.on !== 'ground' || (b.blocks.length > 1 && !layered) || !mayTurn(request, columns))
    return request;
  const from = { ...request, from: side };
  const slowest = (r: PressRequest): number =>
    Math.max(...columns.map((column) => leastOf({ ...r, column }) ?? Number.POSITIVE_INFINITY));
  return slowest(from) < QUICKER_SHARE * slowest(request) ? from : request;
}
/** Turning the work over pays from here on. Estimated. */
const QUICKER_SHARE = 0.7;

const NOWHERE: PressPlace = { pieceIds: [], regions: [], areaMm2: 0 };

/** Its web is laid into a fold and bonded there at once, never fused first. */
export const isLaidIn = ({ look }: Laid, id: string): boolean => look.piece(id).part?.role === 'turning';

function fusesOf(laid: Laid, webOf: (id: string) => Web | null, patches: readonly Patch[]): Press[] {
  const { project, look } = laid;
  const groups = new Map<string, { fabric: Fabric; web: Web; pieceIds: string[]; patch: Patch | null }>();
  for (const patch of patches)
    groups.set(patch.id, {
      fabric: look.fabric(patch.fabricId),
      web: look.web(patch.webId),
      // A piece whose copies lie on several patches is fused with the first of them, as far as its own state goes.
      pieceIds: patch.pieceIds.filter((id) => patches.find((p) => p.pieceIds.includes(id)) === patch),
      patch,
    });
  const onPatch = new Set(patches.flatMap((p) => p.pieceIds));
  for (const { id, fabricId, part } of project.pieces) {
    const web = webOf(id);
    if (!web || isStuck(web) || onPatch.has(id) || isLaidIn(laid, id) || isFoiled(project, look.piece(id))) continue;
    // A mending patch has its web on its right side.
    const key = `${fabricId}\u0000${web.id}\u0000${part?.role === 'mend'}`;
    const group = groups.get(key);
    if (group) group.pieceIds.push(id);
    else groups.set(key, { fabric: look.fabric(fabricId), web, pieceIds: [id], patch: null });
  }
  const placedOf = new Map(laid.placed.map((p) => [p.id, p.region]));
  const presses = [...groups.values()].map(({ fabric, web, pieceIds, patch }): Press => {
    const column: PressColumn = [
      { role: 'fabric', fabric },
      { role: 'web', web, bonds: true },
      ...(web.liners > 0 ? [{ role: 'liner' } as const] : []),
    ];
    const request = requestFor(setupOf(laid), 'fuse', [column]);
    const shapes = patch
      ? [{ region: regionOf(patch.outline), copies: 1 }]
      : pieceIds.map((id) => ({
          region: inMap(placedOf, id),
          copies: look.copiesOf(look.piece(id)),
        }));
    const ways = shapes.map(({ region, copies }) => setDownsFor(region, region, copies, look.iron, 2 * ROUGH_CUT_MM));
    const most = ways.reduce((a, w, i) => (w.placements > nth(ways, a).placements ? i : a), 0);
    return {
      stage: 'fuse',
      on: 'board',
      articleId: null,
      pieceIds,
      members: pieceIds,
      unit: null,
      keepLiners: [],
      fabricId: fabric.id,
      does: patch
        ? { code: 'fuse-patch', patch: patch.name }
        : { code: 'fuse-shapes', rightSide: pieceIds.every((id) => look.piece(id).part?.role === 'mend') },
      request,
      columns: [column],
      places: [NOWHERE],
      plugOf: null,
      setting: settingOf(request, [column]),
      region: nth(shapes, most).region,
      copies: Math.max(...shapes.map((s) => s.copies)),
      ...summed(ways),
    };
  });
  // From cool to hot, since an iron heats faster than it cools; the cloths of one heat as they come.
  return presses.filter((p) => p.pieceIds.length > 0 || p.does.code === 'fuse-patch').sort(byHeat);
}
const byHeat = (a: Press, b: Press): number => a.setting.heat.soleplateC - b.setting.heat.soleplateC;

const summed = (
  ways: readonly { placements: number; loads: number; setDowns: number }[],
): Pick<Press, 'placements' | 'loads' | 'setDowns'> => ({
  placements: Math.max(1, ...ways.map((w) => w.placements)),
  loads: ways.reduce((n, w) => n + w.loads, 0),
  setDowns: ways.reduce((n, w) => n + w.setDowns, 0),
});

const unite = derive((a: Region, b: Region): Region => union(a, b));

const groundRegionOf = ({ article: { ground } }: LaidArticle): Region | null =>
  ground && regionOf(groundOutline(ground));

/**
 * The pieces that one heat suits, as many square millimetres of them as can be: what their cloth, web and ground bear, and what their web needs to flow.
 * What wants another heat is laid and bonded by itself, where it stands in the order.
 */
function atOneHeatOf(
  { look }: Laid,
  { placed, ground }: LaidArticle,
  order: readonly string[],
  webOf: (id: string) => Web | null,
): ReadonlySet<string> {
  const areas = new Map(placed.map((p) => [p.id, areaMm2(p.region)]));
  const ranges = order.flatMap((id) => {
    const web = webOf(id);
    if (!web) return [];
    const bears = Math.min(web.maxC, look.fabricOf(look.piece(id)).maxIronC, ground?.maxIronC ?? web.maxC);
    return [{ id, low: flowC(web), high: bears, areaMm2: inMap(areas, id) }];
  });
  let best: { readonly ids: readonly string[]; readonly areaMm2: number } = { ids: [], areaMm2: 0 };
  for (const { high: at } of ranges) {
    const suited = ranges.filter((r) => r.low <= at && at <= r.high);
    const areaMm2 = suited.reduce((sum, r) => sum + r.areaMm2, 0);
    if (areaMm2 > best.areaMm2) best = { ids: suited.map((r) => r.id), areaMm2 };
  }
  return new Set(best.ids);
}

/** What the bonds of an article are made with. */
interface Bonder {
  readonly laid: Laid;
  readonly article: LaidArticle;
  readonly webOf: (id: string) => Web | null;
  readonly regionOfPiece: ReadonlyMap<string, Region>;
  readonly wholeGround: Region | null;
}

/** One bond as a press; null where nothing is bonded to anything. */
function bondPress(
  { laid, article, webOf, regionOfPiece, wholeGround }: Bonder,
  b: Bonding,
  blocks: readonly Block[],
  places: readonly PressPlace[],
  does: StepDoing,
): Press | null {
  const { project, look } = laid;
  const { ground } = article;
  const clothOf = (id: string) => glueOf(laid, webOf, id);
  const padded = project.layering.quilted && project.layering.waddingFirst;
  const base: Base =
    b.on === 'sheet'
      ? { on: 'sheet', linersOn: new Set(b.keepLiners) }
      : ground
        ? { on: 'ground', ground, padded }
        : { on: 'nothing' };
  const plugOf = b.on === 'ground' ? frameOf(laid, b.members, regionOfPiece) : null;
  const columnOf = (place: PressPlace): PressColumn => {
    const bonded = b.bondedAt(place);
    const column = columnAt(place, base, clothOf, (id) => bonded.has(id));
    return plugOf === null || place.pieceIds.includes(plugOf)
      ? column
      : [...column, { role: 'sheet' }, { role: 'fabric', fabric: clothOf(plugOf).fabric }];
  };
  const most = b.blocks.length > 1 ? MOST_TOGETHER.value : MOST_COLUMNS.value;
  let picked = different(places, columnOf, most);
  // A piece that lies wholly hidden, or nowhere, is bonded to the bare ground.
  const alone = nth(nth(blocks, 0).bases, 0);
  if (picked.columns.length === 0 && ground && webOf(alone)) {
    const lone = { ...NOWHERE, pieceIds: [alone] };
    picked = { columns: [columnAt(lone, { on: 'ground', ground, padded }, clothOf, () => true)], places: [lone] };
  }
  if (picked.columns.length === 0) return null;
  const request = turnedFor(laid, requestFor(setupOf(laid), 'bond', picked.columns), picked.columns, b);
  const pieceIds = blocks.flatMap((x) => x.bases);
  const setting = settingOf(request, picked.columns);
  const copies = Math.max(...b.members.map((id) => look.copiesOf(look.piece(id))));
  const covered = b.members.map((id) => inMap(regionOfPiece, id));
  const whole = does.code === 'bond-whole-ground' && wholeGround !== null;
  const region = whole ? wholeGround : covered.reduce(unite);
  const lying = article.article.count > 1 && b.on === 'ground' && wholeGround ? wholeGround : region;
  const ways = setDownsFor(region, lying, copies, look.iron, LOAD_GAP_MM.value);
  const unit = b.on === 'sheet' ? b.builds : blocks.length === 1 ? (nth(blocks, 0).unit ?? null) : null;
  const framed = blocks.length === 1 && blocks[0]?.unit === null ? pieceIds[0] : undefined;
  const plug =
    framed !== undefined && !setting.stop ? plugIn(laid, article, framed, inMap(regionOfPiece, framed)) : null;
  return {
    stage: 'bond',
    on: b.on,
    articleId: article.article.id,
    pieceIds,
    members: b.members,
    unit,
    keepLiners: b.keepLiners,
    fabricId: null,
    does,
    request,
    ...picked,
    plugOf,
    setting: plug ? { ...setting, cautions: [...setting.cautions, plug] } : setting,
    region,
    copies,
    ...ways,
  };
}

/**
 * The bonds of one article.
 * @param apart pieces that are not laid along with everything else, since nothing gets through all that to bond them
 */
function bondsOf(
  laid: Laid,
  article: LaidArticle,
  webOf: (id: string) => Web | null,
  apart: ReadonlySet<string> = new Set(),
): { bonds: Press[]; troubles: MakingTrouble[] } {
  const { project, look } = laid;
  const mine = new Set(article.placed.map((p) => p.id));
  const held = (id: string): boolean => look.piece(id).webless;
  const foiled = (id: string): boolean => isFoiled(project, look.piece(id));
  const webbed = project.order.filter((id) => mine.has(id) && (webOf(id) !== null || held(id)));
  const order = webbed.filter((id) => !foiled(id));
  const allLaid = project.schools.lay === 'all-laid';
  const alike = allLaid ? atOneHeatOf(laid, article, order, webOf) : null;
  const together = (id: string): string | null => {
    const web = webOf(id);
    if (alike?.has(id) && !apart.has(id)) return 'all';
    return allLaid ? null : web && isStuck(web) ? web.id : null;
  };
  const { bondings: found, troubles } = bondings(
    article,
    order,
    (id) => look.piece(id).unit,
    together,
    (id) => held(id) || look.piece(id).faceDown,
  );
  const { ground } = article;
  const more: MakingTrouble[] = [];

  const bonder: Bonder = {
    laid,
    article,
    webOf,
    regionOfPiece: new Map(article.placed.map((p) => [p.id, p.region])),
    wholeGround: groundRegionOf(article),
  };
  const press = (b: Bonding, blocks: readonly Block[], places: readonly PressPlace[], does: StepDoing): Press | null =>
    bondPress(bonder, b, blocks, places, does);

  const bonds: Press[] = [];
  for (const b of found) {
    const doing: StepDoing = {
      code:
        b.on === 'sheet'
          ? 'bond-on-sheet'
          : b.blocks.length > 1
            ? 'bond-together'
            : nth(b.blocks, 0).unit === null
              ? 'bond-piece'
              : 'bond-unit',
    };
    if (b.on === 'sheet' || !allLaid || b.blocks.length < 2) {
      const one = press(b, b.blocks, b.places, doing);
      if (one) bonds.push(one);
      continue;
    }
    // Over the whole ground only where everything lies there; else over what does.
    const whole = b.members.length === order.length;
    bonds.push(
      ...allAtOnce(b, press, (asideMm2) =>
        whole ? { code: 'bond-whole-ground', asideMm2 } : { code: 'bond-together' },
      ),
    );
  }
  const shut = bonds.filter((p) => p.does.code === 'bond-places' && p.setting.stop).flatMap((p) => p.members);
  if (shut.some((id) => !apart.has(id))) return bondsOf(laid, article, webOf, new Set([...apart, ...shut]));
  const bonded = new Set(bonds.flatMap((p) => p.pieceIds));
  const loose = webbed.filter((id) => !bonded.has(id) && !held(id));
  if (!ground && loose.length > 0) more.push({ code: 'no-ground', articleId: article.article.id, pieceIds: loose });
  return { bonds, troubles: [...troubles, ...more] };
}

/**
 * Everything laid, then pressed in one grid: at a time that harms nothing anywhere.
 * Places that need longer than that are pressed by themselves afterwards.
 */
function allAtOnce(
  b: Bonding,
  press: (b: Bonding, blocks: readonly Block[], places: readonly PressPlace[], does: StepDoing) => Press | null,
  doing: (asideMm2: number) => StepDoing,
): Press[] {
  const trial = press(b, b.blocks, b.places, doing(0));
  if (!trial) return [];
  if (!trial.setting.stop) return [trial];
  const at = Math.min(hottestC(trial.request, trial.columns).at, leadingWeb(trial.request).leaflet.bond.heatC);
  const { each } = windowOver(trial.request, trial.columns, at, { steam: wantsSteam(trial.request) });
  const most = Math.min(...each.map((w) => w?.maxS ?? Number.POSITIVE_INFINITY));
  const suits = each.map((w) => w !== null && w.minS <= most);
  const apart = new Set(trial.places.filter((_, i) => !suits[i]).flatMap((p) => [...b.bondedAt(p)]));
  const rest = b.blocks.filter((x) => !x.ids.some((id) => apart.has(id)));
  const aside = b.blocks.filter((x) => x.ids.some((id) => apart.has(id)));
  if (rest.length === 0 || aside.length === 0) return [trial];
  const placesOf = (blocks: readonly Block[]): PressPlace[] => {
    const ids = new Set(blocks.flatMap((x) => x.ids));
    return b.places.filter((p) => [...b.bondedAt(p)].some((id) => ids.has(id)));
  };
  const asidePlaces = placesOf(aside);
  const asideMm2 = asidePlaces.reduce((sum, p) => sum + p.areaMm2, 0);
  const restPlaces = b.places.filter((p) => !asidePlaces.includes(p));
  return [
    press({ ...b, blocks: rest }, rest, restPlaces, doing(asideMm2)),
    ...aside.map((block) =>
      press({ ...b, blocks: [block], members: block.ids }, [block], placesOf([block]), {
        code: 'bond-places',
        areaMm2: placesOf([block]).reduce((sum, p) => sum + p.areaMm2, 0),
      }),
    ),
  ].flatMap((p) => (p ? [p] : []));
}

/** What lies on top, layer on layer, where it has windows that a flat iron cannot reach into. */
function frameOf({ project }: Laid, members: readonly string[], regions: ReadonlyMap<string, Region>): string | null {
  const top = members.at(-1);
  const { layered } = RECIPE_FACTS[project.recipe.id];
  return layered && members.length > 1 && top !== undefined && windowsIn(inMap(regions, top)).length > 0 ? top : null;
}

/** The plug that a framed piece's windows want: where something lies in one of them that its frame stands well above. */
function plugIn({ look, pile }: Laid, { ground }: LaidArticle, pieceId: string, region: Region): Caution | null {
  const windows = windowsIn(region);
  if (windows.length === 0) return null;
  const heightMm = (ids: readonly string[]): number =>
    ids.reduce((sum, id) => sum + look.fabricOf(look.piece(id)).thicknessMm, ground?.thicknessMm ?? 0);
  const here = pile.placesOf(pieceId);
  // What was laid later on top of it does not stand there yet.
  const upTo = (ids: readonly string[]): readonly string[] => ids.slice(0, ids.indexOf(pieceId) + 1);
  const frameMm = Math.max(0, ...here.map((p) => heightMm(upTo(p.pieceIds))));
  const inside = pile.places.filter(
    (p) =>
      p.pieceIds.length > 0 &&
      !p.pieceIds.includes(pieceId) &&
      windows.some((w) => areaMm2(intersection(p.region, w)) > PLUG_AREA_MM2),
  );
  const plugs = inside.flatMap((p) => plugFor(frameMm, heightMm(p.pieceIds)) ?? []);
  return plugs.reduce<Caution | null>(
    (a, b) => (a?.code === 'plug' && b.code === 'plug' && a.thicknessMm >= b.thicknessMm ? a : b),
    null,
  );
}
/** Less than this of something in a window is the clipper's rounding, mm². */
const PLUG_AREA_MM2 = 4;

/** Every press of a project. */
export function pressesOf(laid: Laid, chosen: Chosen): Presses {
  const { project, look } = laid;
  const webIds = new Map(chosen.choices.map((c) => [c.pieceId, c.webId]));
  const webOf = (id: string): Web | null => {
    const webId = webIds.get(id) ?? null;
    return webId === null ? null : look.web(webId);
  };
  const { patches, tooLarge } = patchesOf(project, chosen);
  const perArticle = laid.articles.map((article) => bondsOf(laid, article, webOf));
  return {
    fuses: fusesOf(laid, webOf, patches),
    stuck: project.pieces.filter((p) => {
      const web = webOf(p.id);
      return web !== null && isStuck(web);
    }),
    bonds: perArticle.flatMap((a) => a.bonds),
    patches,
    troubles: [
      ...tooLarge.map((t): MakingTrouble => ({ code: 'patch-too-large', ...t })),
      ...perArticle.flatMap((a) => a.troubles),
      ...(laid.articles.length > 1
        ? laid.articles.flatMap((a): MakingTrouble[] =>
            a.placed.length === 0 ? [{ code: 'article-empty', articleId: a.article.id }] : [],
          )
        : []),
    ],
  };
}

/** The column that a setting was decided by. */
export const decidingPlace = (p: Press): PressPlace =>
  assertThere(p.places[p.setting.deciding] ?? p.places[0], 'a press has its places');
