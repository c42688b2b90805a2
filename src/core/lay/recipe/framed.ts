import {
  type Article,
  boxOnGround,
  type Misfit,
  newArticle,
  newPiece,
  type Piece,
  type Project,
  TABLE_ROOM_MM,
} from '../../keep/model';
import { clothNamed, clothsNamed, measureOf, pickedOf } from './answers';
import { gridOn } from './grid';
import { handLaid, layeringOf, sameThings } from './layers';
import { askLength, PLAIN, type Recipe, type RecipeQuestion } from './recipe';

/** The patch stands out so far behind its window on every side, mm. Source: the trade handbook, framed tiles; common practice, no source. */
export const PATCH_BEYOND_MM = 6;
/** A rim narrower than this shows the patch’s edge, or does not hold: the patch and as much felt again, mm. */
export const LEAST_RIM_MM = 2 * PATCH_BEYOND_MM;

const MOST_MM = 1000;
const TILE = { value: 'tile' } as const;
/** Starting values: common practice, no source. */
const ASKS = {
  tileMm: askLength('tileMm', 100, 20, MOST_MM),
  tileHeightMm: askLength('tileHeightMm', 100, 20, MOST_MM),
  windowMm: askLength('windowMm', 50, 5, MOST_MM),
  windowHeightMm: askLength('windowHeightMm', 50, 5, MOST_MM),
  count: { key: 'count', is: 'count', usual: 6, min: 1, max: 999 },
  shape: {
    key: 'shape',
    is: 'one-of',
    usual: TILE,
    options: [TILE, { value: 'tag' }],
  },
  sheetWidthMm: askLength('sheetWidthMm', 300, 20, 5000),
  sheetHeightMm: askLength('sheetHeightMm', 300, 20, 5000),
  frontId: { key: 'frontId', is: 'cloth', of: (p) => feltsOf(p).front },
  backId: { key: 'backId', is: 'cloth', of: (p) => feltsOf(p).back },
  patchIds: { key: 'patchIds', is: 'cloths', of: (p) => patchCloths(p) },
} as const satisfies Readonly<Record<string, RecipeQuestion>>;

/** What a framed tile measures, as it was answered. */
export interface FramedTile {
  readonly widthMm: number;
  readonly heightMm: number;
  /** Its window, from the tile’s upper left corner. */
  readonly window: { readonly xMm: number; readonly yMm: number; readonly widthMm: number; readonly heightMm: number };
  readonly count: number;
  /** The sheet of felt that tiles are ruled on. */
  readonly sheet: { readonly widthMm: number; readonly heightMm: number };
  readonly outline: string;
}

const rectangle = (x: number, y: number, w: number, h: number): string => `M${x} ${y}h${w}v${h}h${-w}Z`;

/** A tag’s cut corners and its slot, as shares of its width and height. Ours. */
const TAG = { corner: 0.26, slotWide: 0.24, slotHigh: 0.05, slotDown: 0.1 } as const;
function tagOutline(w: number, h: number): string {
  const c = TAG.corner * w;
  const slot = { w: TAG.slotWide * w, h: TAG.slotHigh * h, y: TAG.slotDown * h };
  return `M${c} 0H${w - c}L${w} ${c}V${h}H0V${c}Z${rectangle((w - slot.w) / 2, slot.y, slot.w, slot.h)}`;
}
/** The window of a tag keeps clear of its slot. */
const tagTopMm = (h: number): number => (TAG.slotDown + TAG.slotHigh) * h;

/** The measures of a project’s tile; a height that nobody gave is its width. */
export function tileOf(project: Pick<Project, 'recipe'>): FramedTile {
  const widthMm = measureOf(project, ASKS.tileMm);
  const heightMm = measureOf(project, { ...ASKS.tileHeightMm, usualMm: widthMm });
  const w = measureOf(project, ASKS.windowMm);
  const h = measureOf(project, { ...ASKS.windowHeightMm, usualMm: w });
  const tag = pickedOf(project, ASKS.shape) === 'tag';
  const top = tag ? tagTopMm(heightMm) : 0;
  return {
    widthMm,
    heightMm,
    window: { xMm: (widthMm - w) / 2, yMm: top + (heightMm - top - h) / 2, widthMm: w, heightMm: h },
    count: measureOf(project, ASKS.count),
    sheet: { widthMm: measureOf(project, ASKS.sheetWidthMm), heightMm: measureOf(project, ASKS.sheetHeightMm) },
    outline: tag ? tagOutline(widthMm, heightMm) : rectangle(0, 0, widthMm, heightMm),
  };
}

/** The narrowest felt round the window, mm. */
function rimOf(project: Pick<Project, 'recipe'>): number {
  const { widthMm, heightMm, window: w } = tileOf(project);
  const top = pickedOf(project, ASKS.shape) === 'tag' ? tagTopMm(heightMm) : 0;
  return Math.min(w.xMm, widthMm - w.xMm - w.widthMm, w.yMm - top, heightMm - w.yMm - w.heightMm);
}

/** How many tiles one sheet of felt yields, cut along common lines. */
export const tilesOnSheet = ({ sheet, widthMm, heightMm }: FramedTile): number =>
  gridOn(sheet.widthMm, sheet.heightMm, widthMm, heightMm).count;

/** What frame and back are of; the project’s first felt where nobody said, since felt is what frames are of. */
function feltsOf(project: Project): { readonly front: string | undefined; readonly back: string | undefined } {
  const felt = project.fabrics.find((f) => f.kind === 'craft-felt' || f.kind === 'wool-felt') ?? project.fabrics[0];
  const front = clothNamed(project, 'frontId') ?? felt?.id;
  return { front, back: clothNamed(project, 'backId') ?? front };
}

/** What patches are of: the first thing there is no felt of, where nobody said. */
function patchCloths(project: Project): string[] {
  const asked = clothsNamed(project, 'patchIds');
  const { front } = feltsOf(project);
  const other = project.fabrics.find((f) => f.id !== front && f.kind !== 'craft-felt' && f.kind !== 'wool-felt');
  return asked.length > 0 ? asked : [other?.id ?? front].flatMap((id) => id ?? []);
}

/** The cloths that patches are of, each with as many tiles as come to it. */
function patchesOf(project: Project, count: number): { fabricId: string; count: number }[] {
  const cloths = patchCloths(project);
  return cloths
    .map((fabricId, i) => ({
      fabricId,
      count: Math.floor(count / cloths.length) + (i < count % cloths.length ? 1 : 0),
    }))
    .filter((c) => c.count > 0);
}

type Role = 'back' | 'patch' | 'frame';
const CALLED: Readonly<Record<Role, string>> = { back: 'Back', patch: 'Patch', frame: 'Frame' };
/** What is laid on a patch by hand is bonded to it first, as one unit. */
const PICTURE = 'picture';

function layOut(project: Project): Project {
  const tile = tileOf(project);
  const { front: felt, back } = feltsOf(project);
  const [main] = project.articles;
  if (felt === undefined || back === undefined || !main) return project;
  const patches = patchesOf(project, tile.count);
  const articles = patches.map(({ fabricId, count }, i): Article => {
    const id = i === 0 ? main.id : `tile-${i + 1}`;
    const before = project.articles.find((a) => a.id === id);
    const called = project.fabrics.find((f) => f.id === fabricId)?.name ?? '';
    return {
      ...newArticle({ id, name: patches.length > 1 ? called : (before?.name ?? ''), ground: null }),
      marks: before?.marks ?? [],
      count,
    };
  });
  const known = new Set(articles.map((a) => a.id));
  const kept = new Map(project.pieces.flatMap((p) => (p.part ? [[`${p.articleId} ${p.part.role}`, p] as const] : [])));
  const taken = new Set(handLaid(project).map((p) => p.id));
  const w = tile.window;
  const shapes: Readonly<Record<Role, { readonly outline: string; readonly xMm: number; readonly yMm: number }>> = {
    back: { outline: tile.outline, xMm: TABLE_ROOM_MM, yMm: TABLE_ROOM_MM },
    patch: {
      outline: rectangle(0, 0, w.widthMm + 2 * PATCH_BEYOND_MM, w.heightMm + 2 * PATCH_BEYOND_MM),
      xMm: TABLE_ROOM_MM + w.xMm - PATCH_BEYOND_MM,
      yMm: TABLE_ROOM_MM + w.yMm - PATCH_BEYOND_MM,
    },
    frame: {
      outline: `${tile.outline}${rectangle(w.xMm, w.yMm, w.widthMm, w.heightMm)}`,
      xMm: TABLE_ROOM_MM,
      yMm: TABLE_ROOM_MM,
    },
  };
  const mine = handLaid(project).filter((p) => known.has(p.articleId));
  const part = (articleId: string, role: Role, fabricId: string): Piece => {
    const { outline, xMm, yMm } = shapes[role];
    const before = kept.get(`${articleId} ${role}`);
    let id = before?.id ?? (articleId === main.id ? role : `${articleId}-${role}`);
    while (before === undefined && taken.has(id)) id = `${id}-2`;
    taken.add(id);
    const pictured = role === 'patch' && mine.some((p) => p.articleId === articleId);
    return newPiece({
      id,
      label: CALLED[role],
      fabricId,
      articleId,
      outline,
      at: { xMm, yMm, rotateDeg: 0 },
      webId: before?.webId ?? null,
      print: before?.print ?? { xMm: 0, yMm: 0, rotateDeg: 0 },
      unit: pictured ? PICTURE : null,
      keepWhole: true,
      webless: role === 'patch',
      faceDown: role === 'back',
      part: { role, of: articleId },
    });
  };
  const rank = new Map(project.order.map((id, i) => [id, i]));
  const pieces = articles.flatMap((a, i) => {
    const onPatch = mine
      .filter((p) => p.articleId === a.id)
      .map((p): Piece => (p.unit === null || p.faceDown ? { ...p, unit: PICTURE, faceDown: false } : p))
      .sort((x, y) => (rank.get(x.id) ?? 0) - (rank.get(y.id) ?? 0));
    return [
      part(a.id, 'back', back),
      part(a.id, 'patch', patches[i]?.fabricId ?? felt),
      ...onPatch,
      part(a.id, 'frame', felt),
    ];
  });
  const words = project.words.filter((x) => known.has(x.articleId));
  return sameThings(project, {
    ...project,
    articles,
    pieces,
    order: pieces.map((p) => p.id),
    words,
    layering: layeringOf(project, pieces),
  });
}

/**
 * Framed tiles: two felts with a window cut in one, and a patch between; all look alike from behind. Web on the inner face of both felts; the patch carries none.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const framed: Recipe = {
  ...PLAIN,
  needsGround: false,
  layered: true,
  bothSides: true,
  groundBecomes: ASKS.frontId.key,
  questions: Object.values(ASKS),
  laysArticles: true,
  layOut,
  sheet: (project) => tileOf(project).sheet,
  tells: (project) => {
    const tile = tileOf(project);
    const perSheet = tilesOnSheet(tile);
    // Frame and back of one felt share its sheets.
    const { front, back } = feltsOf(project);
    const tiles = (front === back ? 2 : 1) * tile.count;
    return perSheet === 0
      ? []
      : [{ code: 'tiles-on-sheets', perSheet, tiles, sheets: (front === back ? 1 : 2) * Math.ceil(tiles / perSheet) }];
  },
  misfits: (project): readonly Misfit[] => {
    const tile = tileOf(project);
    const of = (role: Role): string[] => project.pieces.flatMap((p) => (p.part?.role === role ? [p.id] : []));
    const w = tile.window;
    const stray = handLaid(project).filter((p) => {
      const box = boxOnGround(p);
      const [x, y] = [TABLE_ROOM_MM + w.xMm, TABLE_ROOM_MM + w.yMm];
      return box.maxX <= x || box.maxY <= y || box.minX >= x + w.widthMm || box.minY >= y + w.heightMm;
    });
    return [
      ...(rimOf(project) < LEAST_RIM_MM - 1e-6
        ? [
            {
              code: 'window-too-large' as const,
              severity: 'stop' as const,
              pieceIds: of('frame'),
              rimMm: rimOf(project),
              leastRimMm: LEAST_RIM_MM,
            },
          ]
        : []),
      ...(tilesOnSheet(tile) === 0
        ? [
            {
              code: 'sheet-too-small' as const,
              severity: 'stop' as const,
              pieceIds: of('frame'),
              widthMm: tile.widthMm,
              heightMm: tile.heightMm,
              sheetWidthMm: tile.sheet.widthMm,
              sheetHeightMm: tile.sheet.heightMm,
            },
          ]
        : []),
      ...(stray.length > 0
        ? [{ code: 'behind-no-window' as const, severity: 'warn' as const, pieceIds: stray.map((p) => p.id) }]
        : []),
    ];
  },
  alike: (project) => tileOf(project),
  phases: ['ready', 'draw', 'web', 'cut', 'units', 'lay', 'trim', 'edge', 'finish'],
};
