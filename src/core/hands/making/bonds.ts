import { derive } from '../../base/derive';
import { inMap, nth } from '../../base/lists';
import { areaMm2, intersection, type Region, union } from '../../base/shape';
import { flowC } from '../../choose/material';
import {
  hottestC,
  leadingWeb,
  MOST_COLUMNS,
  type PressColumn,
  type PressRequest,
  plugFor,
  wantsSteam,
  windowOver,
  windowsIn,
} from '../../choose/press';
import { isStuck } from '../../cut/layout';
import { type Caution, cutRegion, type MakingTrouble, type Setting, type StepDoing, type Web } from '../../keep/model';
import type { Laid, LaidArticle } from '../../lay/laid';
import { backedIn, isFoiled, RECIPE_FACTS } from '../../lay/recipe';
import { liesOnWadding } from '../../lay/size';
import { type Base, columnAt, type PressPlace, placesUnder } from './column';
import { LOAD_GAP_MM, MOST_TOGETHER, SLIVER } from './data';
import { atOneHeat, holdsSomewhere } from './heats';
import { setDownsFor } from './load';
import { type Block, type Bonding, bondings, lowestOf, type Run, runsInOrder } from './order';
import { different, glueOf, NOWHERE, type Press, requestFor, settingOf, setupOf, sideTaken } from './press';
import { runsApart } from './runs';

/** From the back, or from both sides, where that was taken as the side, can be done and is quicker. */
function turnedFor(laid: Laid, request: PressRequest, columns: readonly PressColumn[], b: Bonding): PressRequest {
  const { layered, bothSides } = RECIPE_FACTS[laid.project.recipe.id];
  // The recipe lays it out so that it can be turned over, plug and all.
  if (bothSides && b.on === 'ground' && b.blocks.length > 1) return { ...request, from: 'both' };
  if (b.on !== 'ground' || (b.blocks.length > 1 && !layered && !b.apart)) return request;
  return sideTaken(laid, request, columns);
}

const unite = derive((a: Region, b: Region): Region => union(a, b));

const groundRegionOf = ({ article: { ground } }: LaidArticle): Region | null => ground && cutRegion(ground);

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

type Picked = ReturnType<typeof different>;

/** The setting of a press; what of it is so small that it would only make everything else stand longer is told, to be pressed by itself afterwards. */
function withoutSlivers(request: PressRequest, picked: Picked): Picked & { readonly setting: Setting } {
  const all = { ...picked, setting: settingOf(request, picked.columns) };
  const totalMm2 = picked.places.reduce((sum, p) => sum + p.areaMm2, 0);
  const isSliver = (p: PressPlace): boolean =>
    p.areaMm2 < SLIVER.mostMm2.value && p.areaMm2 < SLIVER.share.value * totalMm2;
  const deciding = picked.places[all.setting.deciding];
  if (!deciding || !isSliver(deciding)) return all;
  const ids = picked.places.flatMap((p, i) => (isSliver(p) ? [] : [i]));
  if (ids.length === 0) return all;
  const rest: Picked = {
    columns: ids.map((i) => nth(picked.columns, i)),
    places: ids.map((i) => nth(picked.places, i)),
  };
  const column = nth(rest.columns, 0);
  const setting = settingOf({ ...request, column }, rest.columns);
  if (setting.stop || (!all.setting.stop && setting.dwell.seconds > SLIVER.worth.value * all.setting.dwell.seconds))
    return all;
  const slivers = picked.columns.filter((_, i) => !ids.includes(i));
  const alone = settingOf({ ...request, column: nth(slivers, 0) }, slivers, setting.heat.soleplateC);
  const areaMm2 = picked.places.reduce((sum, p, i) => (ids.includes(i) ? sum : sum + p.areaMm2), 0);
  const needsS = alone.stop ? null : alone.dwell.seconds;
  return {
    ...rest,
    setting: { ...setting, cautions: [...setting.cautions, { code: 'small-place', areaMm2, needsS }] },
  };
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
  const padded = liesOnWadding(project);
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
  const { setting, ...kept } = withoutSlivers(request, picked);
  picked = kept;
  const copies = Math.max(...b.members.map((id) => look.copiesOf(look.piece(id))));
  const covered = b.members.map((id) => inMap(regionOfPiece, id));
  const whole = does.code === 'bond-whole-ground' && wholeGround !== null;
  const region = whole ? wholeGround : covered.reduce(unite);
  const lying = article.article.count > 1 && b.on === 'ground' && wholeGround ? wholeGround : region;
  const ways = setDownsFor(region, lying, copies, look.iron, LOAD_GAP_MM.value);
  const unit = b.on === 'sheet' ? b.builds : blocks.length === 1 ? (nth(blocks, 0).unit ?? null) : null;
  const framed = blocks.length === 1 || b.apart ? blocks.filter((x) => x.unit === null).flatMap((x) => x.bases) : [];
  const [plug = null] = setting.stop
    ? []
    : framed.flatMap((id) => plugIn(laid, article, id, inMap(regionOfPiece, id)) ?? []);
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
    apart: b.apart,
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
export function bondsOf(
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
  const order = byColour(
    laid,
    webbed.filter((id) => !foiled(id)),
  );
  const allLaid = project.schools.lay === 'all-laid';
  const alike = allLaid ? atOneHeatOf(laid, article, order, webOf) : null;
  const together = (id: string): string | null => {
    if (id === article.topId) return null;
    const web = webOf(id);
    if (alike?.has(id) && !apart.has(id)) return 'all';
    return allLaid ? null : web && isStuck(web) ? web.id : null;
  };
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

  // What is held by what lies on it, and what sticks until it is heated, goes down as it comes.
  const asItComes = order.some((id) => held(id) || look.piece(id).faceDown || together(id) !== null);
  const { bondings: found, troubles } = bondings(
    article,
    order,
    (id) => look.piece(id).unit,
    (blocks) =>
      project.schools.lay !== 'apart-together' || asItComes
        ? runsInOrder(blocks, together, (id) => held(id) || look.piece(id).faceDown)
        : sideBySide(bonder, blocks, press),
  );

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

/** Things on backings are made a colour after another: those of one cloth together, each with its backing. Source: the trade handbook, at the board; common practice, no source. */
function byColour({ look, project }: Laid, order: readonly string[]): string[] {
  const backed = backedIn(project);
  if (backed.size === 0) return [...order];
  const bodyOf = (id: string) => {
    const piece = look.piece(id);
    return piece.part?.role === 'other-side' ? look.piece(piece.part.of) : piece;
  };
  const colours = [...new Set(order.map((id) => bodyOf(id).fabricId))];
  return colours.flatMap((fabricId) => order.filter((id) => bodyOf(id).fabricId === fabricId));
}

type PressOf = (b: Bonding, blocks: readonly Block[], places: readonly PressPlace[], does: StepDoing) => Press | null;

/** Blocks as one press over what lies beneath them. */
const bondingOf = ({ article }: Bonder, blocks: readonly Block[], down: ReadonlySet<string>): Bonding => {
  const members = blocks.flatMap((b) => b.ids);
  return {
    on: 'ground',
    builds: null,
    members,
    blocks,
    keepLiners: [],
    places: placesUnder(article, members, (id) => down.has(id)),
    apart: true,
    bondedAt: (place) => new Set(place.pieceIds.filter((id) => members.includes(id)).slice(0, 1)),
  };
};

/**
 * What does not touch in one press, where one heat and one time suit all of it; in an order that sets the iron least often.
 * What cannot be pressed, is laid behind a hole or into a fold goes by itself.
 */
function sideBySide(bonder: Bonder, blocks: readonly Block[], press: PressOf): Run[] {
  const { laid, article } = bonder;
  const { look } = laid;
  const blockOf = new Map(blocks.flatMap((b, i) => b.ids.map((id) => [id, i] as const)));
  const beneath = blocks.map((block, i) => {
    const under = new Set<number>();
    for (const id of block.ids)
      for (const place of article.pile.placesOf(id))
        for (const other of place.pieceIds) {
          const at = blockOf.get(other);
          if (at !== undefined && at < i) under.add(at);
        }
    // The top lies on the whole picture.
    if (article.topId !== null && block.ids.includes(article.topId)) for (let k = 0; k < i; k++) under.add(k);
    return [...under];
  });
  /** Everything that a block lies on, however deep. */
  const downFor = (run: readonly number[]): ReadonlySet<string> => {
    const all = new Set(run.flatMap((i) => nth(beneath, i)));
    for (const i of all) for (const u of nth(beneath, i)) all.add(u);
    return new Set([...all].flatMap((i) => nth(blocks, i).ids));
  };
  const tried = (run: readonly number[]): Press | null => {
    const mine = run.map((i) => nth(blocks, i));
    const b = bondingOf(bonder, mine, downFor(run));
    return press(b, mine, b.places, { code: mine.length > 1 ? 'bond-together' : 'bond-piece' });
  };
  const singles = blocks.map((_, i) => tried([i]));
  const heats = atOneHeat(
    singles.flatMap((p) => p ?? []),
    look.iron,
  );
  const heatByBase = new Map(heats.flatMap((p) => p.pieceIds.map((id) => [id, p.setting] as const)));
  const settingFor = (i: number): Setting | undefined => heatByBase.get(nth(nth(blocks, i).bases, 0));
  const name = (i: number): string => {
    const s = settingFor(i);
    return s && !s.stop ? `${s.heat.soleplateC}` : `by itself ${i}`;
  };
  const alone = (i: number): boolean => {
    const s = settingFor(i);
    const role = look.piece(lowestOf(nth(blocks, i))).part?.role;
    // What was built is laid as one thing.
    const isTop = article.topId !== null && nth(blocks, i).ids.includes(article.topId);
    return !s || s.stop !== null || nth(blocks, i).unit !== null || role === 'mend' || role === 'turning' || isTop;
  };
  /** Copies of a block: what is made more often is pressed more often. */
  const timesOf = (i: number): number => look.copiesOf(look.piece(lowestOf(nth(blocks, i))));
  const suits = (run: readonly number[]): boolean => {
    if (new Set(run.map(timesOf)).size > 1) return false;
    const together = tried(run);
    if (!together || together.setting.stop) return false;
    // Nor is one press worth seconds that no longer hold wherever the dial is.
    return holdsSomewhere(together.setting) || !run.every((i) => singles[i] && holdsSomewhere(singles[i].setting));
  };
  const split = (run: readonly number[]): number[][] => {
    if (run.length < 2 || suits(run)) return [[...run]];
    const alike = new Map<string, number[]>();
    for (const i of run) {
      const { fabricId } = look.piece(lowestOf(nth(blocks, i)));
      const s = settingFor(i);
      const key = JSON.stringify([
        fabricId,
        bonder.webOf(lowestOf(nth(blocks, i)))?.id,
        s?.steam,
        s?.passes,
        timesOf(i),
      ]);
      alike.set(key, [...(alike.get(key) ?? []), i]);
    }
    return alike.size > 1 ? [...alike.values()].flatMap(split) : run.map((i) => [i]);
  };
  const kin = (i: number): string | null => {
    const piece = look.piece(lowestOf(nth(blocks, i)));
    return piece.wordId ?? `of ${piece.fabricId}`;
  };
  return runsApart(blocks.length, (i) => nth(beneath, i), name, kin)
    .flatMap((run) => {
      const own = run.filter(alone).map((i) => [i]);
      return [...split(run.filter((i) => !alone(i))), ...own]
        .filter((r) => r.length > 0)
        .sort((p, q) => nth(p, 0) - nth(q, 0));
    })
    .map((run) => ({ blocks: run.map((i) => nth(blocks, i)), apart: true }));
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
