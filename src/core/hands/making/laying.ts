import { isStuck } from '../../cut/layout';
import type { Piece, StepDoing } from '../../keep/model';
import { backedIn, isFoiled, RECIPE_FACTS } from '../../lay/recipe';
import { liesOnWadding } from '../../lay/size';
import { stitchedWhen } from '../edge';
import { BATCH, HANDS_S, SPEED_MM_S } from './data';
import { edging } from './edging';
import type { Press } from './press';
import { bonds, coolStep, pressStep } from './pressing';
import { groundReady, smooth } from './readying';
import { sheetsBonded } from './sheets';
import type { Ticketed } from './tickets';
import { areSnipped } from './webbing';
import { type Draft, type MakingWork, onPieces } from './work';

// What is laid and bonded, with what goes before and after it.

/** Liner off, laid, bonded, cooled: one press with what goes before and after it. */
function bonding(
  work: MakingWork,
  one: Ticketed,
  more: { readonly tack?: boolean; readonly top?: boolean } = {},
): Draft[] {
  const { press } = one;
  const { look } = work.laid;
  const about = { articleId: press.articleId, unit: press.unit } as const;
  const pieces = press.pieceIds.map(look.piece);
  const lined = pieces.filter((p) => (work.webOf(p.id)?.liners ?? 0) > 0);
  const sheet = press.on === 'sheet';
  const whole = press.does.code === 'bond-unit';
  const role = pieces.length === 1 ? pieces[0]?.part?.role : undefined;
  const peel: Draft[] =
    lined.length > 0
      ? [
          {
            kind: 'peel',
            on: 'hand',
            ...about,
            does: more.top
              ? { code: 'peel-halves' }
              : whole
                ? { code: 'take-unit-liner-off' }
                : { code: 'take-liner-off', snipped: areSnipped(work, lined) },
            ...onPieces(work, lined, HANDS_S.peel.value, role === 'turning' ? SPEED_MM_S.peel.value : null),
          },
        ]
      : [];
  const layered = RECIPE_FACTS[work.laid.project.recipe.id].layered && press.members.length > 1 && !sheet;
  if (layered) return inBatches(work, one, peel);
  const laying: StepDoing = sheet
    ? { code: 'lay-on-sheet', keepLiners: press.keepLiners.filter((id) => (work.webOf(id)?.liners ?? 0) > 0) }
    : {
        code: whole
          ? 'lay-unit'
          : role === 'mend'
            ? 'lay-behind'
            : role === 'turning'
              ? lined.length > 0
                ? 'fold-shut'
                : 'lay-tape'
              : more.top
                ? 'lay-top'
                : press.pieceIds.length > 1 && !press.apart
                  ? 'lay-all'
                  : 'lay-piece',
      };
  // A unit is laid as one thing.
  const things = sheet || !whole ? press.members.map(look.piece) : pieces;
  // The top is placed with its paper on, and peeled half by half.
  const [before, after] = more.top ? [[], peel] : [peel, []];
  return [
    ...before,
    {
      kind: 'lay',
      on: press.on,
      ...about,
      webId: toldWeb(work, pieces, role === 'turning'),
      members: press.members,
      does: laying,
      ...onPieces(work, things, HANDS_S.lay.value, role === 'turning' ? SPEED_MM_S.fold.value : null),
      pieceIds: press.members,
    },
    ...after,
    ...(press.setting.passes && !press.setting.stop
      ? [
          {
            kind: 'tack' as const,
            on: press.on,
            ...about,
            does: { code: 'pin-to-mat' as const },
            care: ['needle' as const],
            ...onPieces(work, pieces, HANDS_S.tack.value, null),
          },
        ]
      : []),
    ...(more.tack
      ? [
          {
            kind: 'tack' as const,
            on: press.on,
            ...about,
            does: { code: 'tack-lightly' as const },
            ...onPieces(work, pieces, HANDS_S.tack.value, null),
          },
        ]
      : []),
    pressStep(work, one),
    ...coolStep(work, one),
  ];
}
/** The web that laying has something to say of: what goes into a fold, and powder, which leaves grains. */
function toldWeb(work: MakingWork, pieces: readonly Piece[], inFold: boolean): string | null {
  const webs = pieces.map((p) => work.webOf(p.id));
  return (inFold ? webs[0]?.id : webs.find((w) => w?.form === 'powder')?.id) ?? null;
}
/**
 * Layered things, as many at a time as hands manage: peeled, laid, pressed and cooled, batch after batch.
 * Source: the trade handbook, at the board: eight to twelve; common practice, no source.
 */
function inBatches(work: MakingWork, one: Ticketed, peel: readonly Draft[]): Draft[] {
  const { press } = one;
  const whole = [...peel, ...layers(work, one), ...plugs(press), pressStep(work, one), ...coolStep(work, one)];
  const { copies, loads, setDowns } = press;
  const perLoad = Math.ceil(copies / Math.max(1, loads));
  const wanted = work.laid.project.bench.batch ?? BATCH.value;
  const of = Math.ceil(copies / wanted);
  if (of < 2) return whole;
  const each = setDowns / loads;
  return Array.from({ length: of }, (_, i) => {
    const mine = Math.floor((copies * (i + 1)) / of) - Math.floor((copies * i) / of);
    const share = mine / copies;
    const batch = { n: i + 1, of };
    return whole.map(
      (d): Draft => ({
        ...d,
        ...(d.id === undefined || i === 0 ? {} : { id: `${d.id}~${i + 1}` }),
        batch,
        copies: mine,
        handsS: (d.handsS ?? 0) * share,
        ...(d.ticketId ? { loads: Math.ceil(mine / perLoad), setDowns: Math.ceil(mine / perLoad) * each } : {}),
      }),
    );
  }).flat();
}

/** Layer on layer, each as it lies. */
function layers(work: MakingWork, { press }: Ticketed): Draft[] {
  const { look } = work.laid;
  const about = { on: press.on, articleId: press.articleId, unit: press.unit } as const;
  const backed = backedIn(work.laid.project);
  // What was built as a unit is laid as one.
  return press.pieceIds.map((id): Draft => {
    const piece = look.piece(id);
    const code = backed.has(id)
      ? 'lay-scrap'
      : piece.faceDown
        ? 'lay-glue-up'
        : piece.webless || !work.webOf(id)
          ? 'lay-between'
          : 'lay-glue-down';
    return { kind: 'lay', ...about, does: { code }, ...onPieces(work, [piece], HANDS_S.lay.value, null) };
  });
}
/** A frame's cut-out laid back into its window. */
const plugs = ({ plugOf, articleId, copies }: Press): Draft[] =>
  plugOf === null
    ? []
    : [
        {
          kind: 'plug',
          on: 'board',
          articleId,
          pieceIds: [plugOf],
          copies,
          does: { code: 'lay-plug' },
          handsS: copies * HANDS_S.lay.value,
        },
      ];

export function units(work: MakingWork): Draft[] {
  return bonds(work, 'sheet').flatMap((one) => bonding(work, one));
}

export function lay(work: MakingWork): Draft[] {
  const { project } = work.laid;
  const all = bonds(work, 'ground');
  const asItGoes = stitchedWhen(project) === 'as-it-goes';
  const tops = new Set(work.laid.articles.flatMap((a) => a.topId ?? []));
  const laid = all.flatMap((one, i): Draft[] => {
    const { press } = one;
    // Everything that goes down at once is peeled, laid and tacked before the first of its presses.
    const atOnce = press.does.code === 'bond-whole-ground' || press.does.code === 'bond-together';
    if (atOnce && project.schools.lay === 'all-laid') {
      // Those that are pressed by themselves right after it were laid along with it.
      const next = all.slice(i + 1).findIndex((p) => p.press.does.code !== 'bond-places');
      const apart = all.slice(i + 1, next < 0 ? undefined : i + 1 + next);
      const [peel, ...rest] = bonding(work, withMore(one, apart), { tack: true });
      const before = [peel, ...rest].flatMap((d) =>
        d && d.kind !== 'bond' && d.kind !== 'steam-pass' && d.kind !== 'cool' ? [d] : [],
      );
      return [...before, pressStep(work, one), ...coolStep(work, one)];
    }
    if (press.does.code === 'bond-places') return [pressStep(work, one), ...coolStep(work, one)];
    const top = press.pieceIds.some((id) => tops.has(id));
    return [
      ...(top ? pictureDone(work, press) : []),
      ...bonding(work, one, { top }),
      ...(asItGoes ? edging(work, (id) => id !== null && press.members.includes(id)) : []),
    ];
  });
  const { phases } = RECIPE_FACTS[project.recipe.id];
  // Where no web is fused first, cloth is pressed smooth right before it is laid.
  const smoothed = laid.length > 0 && !phases.includes('web') ? smooth(work) : [];
  return [...smoothed, ...groundReady(work, laid.length > 0), ...layOuts(work), ...laid, ...sheetsBonded(work)];
}
/** A window picture is stitched on its foundation, and loose threads are looked for, before the top covers it. */
function pictureDone(work: MakingWork, { articleId }: Press): Draft[] {
  const { articles, project } = work.laid;
  const mine = articles.find((a) => a.article.id === articleId);
  const picture = new Set(mine?.placed.map((p) => p.id).filter((id) => id !== mine.topId && work.webOf(id)));
  if (picture.size === 0) return [];
  const stitched = stitchedWhen(project) === 'bonded' ? edging(work, (id) => id !== null && picture.has(id)) : [];
  return [
    ...stitched,
    {
      kind: 'ready',
      on: 'hand',
      articleId,
      pieceIds: [...picture],
      copies: mine?.article.count ?? 1,
      care: [],
      does: { code: 'clear-threads' },
      handsS: (mine?.article.count ?? 1) * HANDS_S.threads.value,
    },
  ];
}
/** Before the first liner comes off everything is laid where it belongs once, and moved until it is liked. */
function layOuts(work: MakingWork): Draft[] {
  const { project, look, articles } = work.laid;
  const { layered } = RECIPE_FACTS[project.recipe.id];
  const tops = new Set(articles.flatMap((a) => a.topId ?? []));
  if (layered || project.schools.lay === 'all-laid') return [];
  return articles.flatMap(({ article }): Draft[] => {
    const mine = bonds(work, 'ground').filter((b) => b.press.articleId === article.id && !b.press.setting.stop);
    const pieces = [...new Set(mine.flatMap((b) => b.press.members))].filter((id) => !tops.has(id)).map(look.piece);
    // What is laid behind a hole, into a fold or moves until it is heated is not laid out first.
    const apart = pieces.some((p) => p.part !== null || p.faceDown || p.webless);
    const tacky = pieces.some((p) => {
      const web = work.webOf(p.id);
      return web !== null && isStuck(web);
    });
    if (!article.ground || pieces.length < 2 || apart || tacky) return [];
    return [
      {
        kind: 'lay',
        on: 'ground',
        articleId: article.id,
        pieceIds: pieces.map((p) => p.id),
        does: { code: 'lay-out', liners: pieces.some((p) => (work.webOf(p.id)?.liners ?? 0) > 0) },
        handsS: pieces.length * HANDS_S.layOut.value,
      },
    ];
  });
}
/** The press over the whole ground, with what is pressed by itself afterwards laid along with it. */
const withMore = (one: Ticketed, apart: readonly Ticketed[]): Ticketed => ({
  ...one,
  press: {
    ...one.press,
    pieceIds: [...one.press.pieceIds, ...apart.flatMap((p) => p.press.pieceIds)],
    members: [...new Set([...one.press.members, ...apart.flatMap((p) => p.press.members)])],
  },
});

export function touch(work: MakingWork): Draft[] {
  // Through wadding and backing no iron reaches it, and wadding bears none.
  if (liesOnWadding(work.laid.project)) return [];
  return work.laid.articles.flatMap(({ article, placed }): Draft[] => {
    const { look, project } = work.laid;
    const pieceIds = placed.map((p) => p.id).filter((id) => work.webOf(id) && !isFoiled(project, look.piece(id)));
    return article.ground && pieceIds.length > 0
      ? [
          {
            kind: 'turn',
            on: 'board',
            articleId: article.id,
            pieceIds,
            copies: article.count,
            does: { code: 'touch-from-behind' },
            handsS: article.count * HANDS_S.turn.value,
          },
        ]
      : [];
  });
}

/** Foil over web on the right side: laid, bonded and peeled one after the other. */
export function foil(work: MakingWork): Draft[] {
  const { look } = work.laid;
  const mine = work.pressed.filter(
    (p) => p.press.does.code === 'fuse-on-right-side' || p.press.does.code === 'press-foil',
  );
  const first = mine.length > 0 && bonds(work, 'ground').length === 0 ? groundReady(work, true) : [];
  return [
    ...first,
    ...mine.flatMap((one): Draft[] => {
      const { press } = one;
      const web = press.stage === 'fuse';
      const pieces = press.pieceIds.map(look.piece);
      const about = { on: 'ground', articleId: press.articleId, fabricId: press.fabricId } as const;
      const off = web ? pieces.filter((p) => (work.webOf(p.id)?.liners ?? 0) > 0) : pieces;
      return [
        {
          kind: 'lay',
          ...about,
          does: { code: web ? 'lay-web-on-right-side' : 'lay-foil' },
          ...onPieces(work, pieces, HANDS_S.lay.value, null),
        },
        pressStep(work, one),
        ...coolStep(work, one),
        ...(off.length === 0
          ? []
          : [
              {
                kind: 'peel' as const,
                ...about,
                does: web ? { code: 'take-liner-off' as const, snipped: false } : { code: 'peel-foil' as const },
                ...onPieces(work, off, HANDS_S.peel.value, null),
              },
            ]),
      ];
    }),
  ];
}
