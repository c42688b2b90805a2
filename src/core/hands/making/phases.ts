import { assertThere, inMap } from '../../base/lists';
import { areaMm2, boundsOf, regionOf } from '../../base/shape';
import { clothsOf, HANDLE_S, MOVE_S, SMALL_MOVES } from '../../choose/press';
import { isStuck, matsOf, ROUGH_CUT_MM } from '../../cut/layout';
import type { EdgeLine, Piece, Step, StepCare, StepDoing, StepPlace } from '../../keep/model';
import { ROUTE_FACTS } from '../../lay/facing';
import { isFoiled, type Phase, RECIPE_FACTS } from '../../lay/recipe';
import { CHANGE_S, EDGE_FACTS, isGoneOver, stitchedWhen } from '../edge';
import { layerIds } from './column';
import { BATCH, HANDS_S, PAINT_DRY_S, SPEED_MM_S, TRIM_BEYOND_MM } from './data';
import { placementsOn } from './load';
import { dotsDrawn, foldsDrawn, holesCut } from './marks';
import { isLaidIn, type Press } from './press';
import { groundReady, ready, sandwiches, smooth } from './readying';
import type { Ticketed } from './tickets';
import { type Draft, group, isOnLiner, layeredIn, type MakingWork, onPieces, sum } from './work';

function draw(work: MakingWork): Draft[] {
  const { project, look } = work.laid;
  const onPatch = new Set(work.presses.patches.flatMap((p) => p.pieceIds));
  const mine = project.pieces.filter(
    (p) => work.webOf(p.id) && isOnLiner(work, p) && !onPatch.has(p.id) && !isLaidIn(work.laid, p.id),
  );
  const backings = project.pieces.filter((p) => p.faceDown && p.webless);
  const onBacking: Draft[] =
    backings.length === 0
      ? []
      : [
          {
            kind: 'trace',
            on: 'hand',
            does: { code: 'draw-on-backing' },
            ...onPieces(work, backings, HANDS_S.trace.value, SPEED_MM_S.trace.value),
          },
        ];
  const drawn = group(mine, (p) => `${work.webOf(p.id)?.id} ${look.routeOf(p)}`).map((pieces): Draft => {
    const first = assertThere(pieces[0], 'a group has a piece');
    const web = assertThere(work.webOf(first.id), 'it was filtered so');
    const route = look.routeOf(first);
    const print = project.wants.printLiner && web.printable && route === 'trace-on-liner';
    return {
      kind: print ? 'print' : 'trace',
      on: 'hand',
      webId: web.id,
      does: { code: print ? 'print-on-liner' : isStuck(web) ? 'draw-on-liner-that-stays' : 'draw-on-liner', route },
      ...onPieces(
        work,
        pieces,
        print ? HANDS_S.print.value / pieces.length : HANDS_S.trace.value,
        print ? null : SPEED_MM_S.trace.value,
      ),
    };
  });
  return [...drawn, ...onBacking];
}

/** Powder for each piece, sprinkled over its wrong side. */
function sprinkled(work: MakingWork, pieces: readonly Piece[], massGsm: number, about: Partial<Draft>): Draft[] {
  return pieces.map((p): Draft => {
    const region = regionOf(p.outline);
    const b = boundsOf(region);
    return {
      kind: 'patch',
      ...about,
      care: [],
      does: {
        code: 'sprinkle',
        grams: (massGsm * areaMm2(region)) / 1e6,
        widthMm: b.maxX - b.minX,
        heightMm: b.maxY - b.minY,
      },
      ...onPieces(work, [p], HANDS_S.patch.value, null),
    };
  });
}

/** The web cut for what is fused, or stuck, together. */
function cutWeb(work: MakingWork, pieces: readonly Piece[], webId: string, fabricId: string): Draft[] {
  const lined = pieces.filter((p) => isOnLiner(work, p));
  const free = pieces.filter((p) => !isOnLiner(work, p));
  const about = { on: 'hand', webId, fabricId } as const;
  const web = work.laid.look.web(webId);
  if (web.form === 'powder') return sprinkled(work, pieces, web.massGsm, about);
  return [
    ...(lined.length > 0
      ? [
          {
            kind: 'rough-cut' as const,
            ...about,
            does: {
              code: 'rough-cut' as const,
              beyondMm: ROUGH_CUT_MM,
              middleOut: lined.some((p) => work.laid.cutPiece(p).webMiddle.length > 0),
              snips: web.liners > 0,
            },
            ...onPieces(work, lined, HANDS_S.roughCut.value, SPEED_MM_S.roughCut.value),
          },
        ]
      : []),
    ...free.map((p): Draft => {
      const b = work.boundsOf(p.id);
      return {
        kind: 'patch',
        ...about,
        does: {
          code: 'cut-cover',
          patch: '',
          widthMm: b.maxX - b.minX + 2 * ROUGH_CUT_MM,
          heightMm: b.maxY - b.minY + 2 * ROUGH_CUT_MM,
          beyondMm: ROUGH_CUT_MM,
        },
        ...onPieces(work, [p], HANDS_S.roughCut.value, SPEED_MM_S.roughCut.value),
      };
    }),
  ];
}

/** The columns of a press as the plan tells them. */
const columnsOf = (press: Press): Step['columns'] =>
  press.columns.map((column, i) => ({
    areaMm2: press.places[i]?.areaMm2 ?? 0,
    layers: layerIds(column),
  }));

/** Set-downs of each of several pieces by itself. */
const eachOf = ({ laid: { look, placed } }: MakingWork, { pieceIds }: Press): number[] =>
  pieceIds.length < 2
    ? []
    : pieceIds.map((id) => {
        const region = placed.find((p) => p.id === id)?.region;
        return region ? placementsOn(region, look.iron) * look.copiesOf(look.piece(id)) : 1;
      });

export function pressStep(work: MakingWork, { press, stepId, ticketId }: Ticketed): Draft {
  const ticket = assertThere(work.tickets.get(ticketId), 'every press is on a ticket');
  const { schools } = work.laid.project;
  const looks = ticket.passes ? (ticket.passes.count - 1) * ticket.passes.lookS : 0;
  const each =
    ticket.dwell.seconds + looks + MOVE_S.value + (schools.move === 'small-moves' ? SMALL_MOVES.moveS.value : 0);
  const vinyl = press.columns.flatMap(clothsOf).some((f) => f.fibre === 'pvc' || f.kind === 'vinyl');
  const care: StepCare[] = [
    'hot-iron',
    ...(press.setting.steam || press.request.bench.cover === 'damp-cloth' ? ['steam' as const] : []),
    ...(vinyl ? ['fumes' as const] : []),
  ];
  return {
    id: stepId,
    kind: ticket.passes ? 'steam-pass' : press.does.code === 'press-foil' ? 'foil' : press.stage,
    on: press.on,
    articleId: press.articleId,
    pieceIds: press.pieceIds,
    members: press.members,
    unit: press.unit,
    webId: ticket.webId,
    fabricId: press.fabricId,
    copies: press.copies,
    ticketId,
    loads: press.loads,
    setDowns: press.setDowns,
    setDownsEach: eachOf(work, press),
    columns: columnsOf(press),
    does: press.does,
    care,
    // What cannot be pressed takes no time that anyone could tell.
    handsS: ticket.stop ? 0 : press.setDowns * each + (press.stage === 'fuse' ? press.loads * HANDLE_S.value : 0),
  };
}

export function coolStep(work: MakingWork, { press, ticketId }: Ticketed): Draft[] {
  const ticket = assertThere(work.tickets.get(ticketId), 'every press is on a ticket');
  const lift = press.on === 'sheet';
  return [
    {
      kind: 'cool',
      on: press.on === 'board' ? 'board' : press.on,
      articleId: press.articleId,
      pieceIds: press.members,
      unit: press.unit,
      ticketId: null,
      does: { code: lift ? 'cool-and-lift' : 'let-cool', coolS: ticket.coolS },
      waitS: ticket.coolS,
    },
  ];
}

function web(work: MakingWork): Draft[] {
  const { look } = work.laid;
  // Web that goes to the right side of the ground is no cloth's.
  const fuses = work.pressed.filter((p) => p.press.stage === 'fuse' && p.press.on === 'board');
  const patchOf = new Map(work.presses.patches.map((p) => [p.name, p]));
  const cuts = fuses.flatMap(({ press }): Draft[] => {
    const webId = assertThere(
      press.columns[0]?.find((l) => l.role === 'web'),
      'a fuse has its web',
    ).web.id;
    const fabricId = assertThere(press.fabricId, 'a fuse is on one cloth');
    if (press.does.code !== 'fuse-patch') return cutWeb(work, press.pieceIds.map(look.piece), webId, fabricId);
    const patch = inMap(patchOf, press.does.patch);
    return [
      {
        kind: 'patch',
        on: 'hand',
        webId,
        fabricId,
        pieceIds: press.pieceIds,
        does: {
          code: 'cut-patch',
          patch: patch.name,
          widthMm: patch.widthMm,
          heightMm: patch.heightMm,
          flush: patch.flush,
          beyondMm: ROUGH_CUT_MM,
        },
        handsS: HANDS_S.patch.value,
      },
    ];
  });
  const stuck = group(work.presses.stuck, (p) => `${p.fabricId} ${work.webOf(p.id)?.id}`).flatMap((pieces): Draft[] => {
    const first = assertThere(pieces[0], 'a group has a piece');
    const webId = assertThere(work.webOf(first.id), 'it is stuck with it').id;
    const about = { on: 'hand', webId, fabricId: first.fabricId } as const;
    return [
      ...cutWeb(work, pieces, webId, first.fabricId),
      {
        kind: 'peel',
        ...about,
        does: { code: 'take-first-liner-off' },
        ...onPieces(work, pieces, HANDS_S.peel.value, null),
      },
      {
        kind: 'stick',
        ...about,
        does: { code: 'stick-by-hand' },
        ...onPieces(work, pieces, HANDS_S.stick.value, null),
      },
    ];
  });
  return [
    ...cuts,
    ...tapes(work),
    ...(fuses.length > 0 || stuck.length > 0 ? smooth(work) : []),
    ...fuses.flatMap((p) => [...firstLinerOff(work, p), pressStep(work, p), ...coolStep(work, p)]),
    ...stuck,
  ];
}

/** A sheet with two carriers is bonded one face at a time: the first comes off before the fuse. */
function firstLinerOff(work: MakingWork, { press }: Ticketed): Draft[] {
  const pieces = press.pieceIds.map(work.laid.look.piece).filter((p) => work.webOf(p.id)?.liners === 2);
  return pieces.length === 0
    ? []
    : [
        {
          kind: 'peel',
          on: 'hand',
          fabricId: press.fabricId,
          does: { code: 'take-first-liner-off' },
          ...onPieces(work, pieces, HANDS_S.peel.value, null),
        },
      ];
}

/** Tape, or a strip of web, that is laid into a turning. */
function tapes(work: MakingWork): Draft[] {
  return work.laid.project.pieces.flatMap((p): Draft[] => {
    const web = work.webOf(p.id);
    if (!web || !isLaidIn(work.laid, p.id)) return [];
    const b = work.boundsOf(p.id);
    return [
      {
        kind: 'patch',
        on: 'hand',
        webId: web.id,
        does: {
          code: 'cut-tape',
          lengthMm: b.maxX - b.minX,
          wideMm: b.maxY - b.minY,
          cut: web.form !== 'tape',
        },
        ...onPieces(work, [p], HANDS_S.patch.value, null),
      },
    ];
  });
}

function cut(work: MakingWork): Draft[] {
  const { project, look } = work.laid;
  const patches = new Map(work.presses.patches.flatMap((p) => p.pieceIds.map((id) => [id, p] as const)));
  const { phases } = RECIPE_FACTS[project.recipe.id];
  const all = project.pieces.filter((p) => (work.webOf(p.id) || p.webless) && !isLaidIn(work.laid, p.id));
  const matted = new Set(
    matsOf(project, work.presses.patches).flatMap((m) => m.cloths.flatMap((c) => c.patch.pieceIds)),
  );
  const mine = all.filter((p) => !isFoiled(project, p) && !matted.has(p.id));
  const onPatch = mine.filter((p) => patches.has(p.id) && isOnLiner(work, p) && !inMap(patches, p.id).flush);
  const drawn = [
    ...ruled(work),
    ...group(onPatch, (p) => inMap(patches, p.id).id).map((pieces): Draft => {
      const first = assertThere(pieces[0], 'a group has a piece');
      const patch = inMap(patches, first.id);
      return {
        kind: 'trace',
        on: 'hand',
        webId: patch.webId,
        fabricId: patch.fabricId,
        does: { code: 'draw-on-patch', route: look.routeOf(first) },
        ...onPieces(work, pieces, HANDS_S.trace.value, SPEED_MM_S.trace.value),
      };
    }),
  ];
  // What is trimmed through all layers later is cut a little larger now.
  const layered = layeredIn(project);
  const beyondMm = (p: Piece): number => (phases.includes('trim') && layered.has(p.id) ? TRIM_BEYOND_MM.value : 0);
  const pinked = (p: Piece): boolean => look.edgeOf(p) === 'pinked';
  const out = group(mine, (p) => `${p.fabricId} ${look.routeOf(p)} ${p.webless} ${beyondMm(p)} ${pinked(p)}`).map(
    (pieces): Draft => {
      const first = assertThere(pieces[0], 'a group has a piece');
      const route = look.routeOf(first);
      const machine = ROUTE_FACTS[route].drawnOn === 'cutting mat';
      const small = pieces.some((p) => isSmall(work, p));
      return {
        kind: machine ? 'machine-cut' : 'cut',
        on: machine ? 'mat' : 'hand',
        fabricId: first.fabricId,
        does: {
          code: machine ? 'cut-by-machine' : route === 'cut-from-print' ? 'cut-from-print' : 'cut-on-line',
          // Its line is drawn on the side that faces you, as on a liner.
          route: first.faceDown && first.webless ? 'trace-on-liner' : route,
          bare: first.webless,
          beyondMm: machine ? 0 : beyondMm(first),
          pinked: !machine && pinked(first) && beyondMm(first) === 0,
        },
        care: small ? ['blades', 'small-parts'] : ['blades'],
        ...onPieces(
          work,
          pieces,
          machine ? HANDS_S.machine.value / pieces.length : HANDS_S.cut.value,
          machine ? null : SPEED_MM_S.cut.value,
        ),
      };
    },
  );
  const foiled = group(
    all.filter((p) => isFoiled(project, p)),
    (p) => work.webOf(p.id)?.id ?? '',
  ).map(
    (pieces): Draft => ({
      kind: 'cut',
      on: 'hand',
      webId: work.webOf(assertThere(pieces[0], 'a group has a piece').id)?.id ?? null,
      does: { code: 'cut-web-on-line' },
      ...onPieces(work, pieces, HANDS_S.cut.value, SPEED_MM_S.cut.value),
    }),
  );
  return [...drawn, ...out, ...onMats(work), ...foiled, ...holesCut(work)];
}
/** Sheets that are ruled edge to edge, one after the other; a piece whose copies lie on several is told with the first. */
function ruled(work: MakingWork): Draft[] {
  const { look } = work.laid;
  const before = new Set<string>();
  return work.presses.patches
    .filter((p) => p.flush)
    .map((patch): Draft => {
      const pieces = patch.pieceIds.filter((id) => !before.has(id)).map(look.piece);
      for (const p of pieces) before.add(p.id);
      const b = work.boundsOf(assertThere(patch.pieceIds[0], 'a patch has a piece'));
      const sides = [b.maxX - b.minX, b.maxY - b.minY] as const;
      const mm = 2 * (sides[0] + sides[1]) * patch.placements.length;
      return {
        kind: 'trace',
        on: 'hand',
        webId: patch.webId,
        fabricId: patch.fabricId,
        does: {
          code: 'rule-on-patch',
          patch: patch.name,
          widthMm: sides[0],
          heightMm: sides[1],
          tiles: patch.placements.length,
        },
        pieceIds: pieces.map((p) => p.id),
        // A common line is ruled once.
        handsS: HANDS_S.trace.value + mm / 2 / SPEED_MM_S.trace.value,
      };
    });
}

/** What is cut by machine: a mat at a time, several cloths together. A mat has one side up. */
function onMats(work: MakingWork): Draft[] {
  const { project, look } = work.laid;
  const mats = matsOf(project, work.presses.patches);
  const cutBefore = new Set<string>();
  return mats.flatMap(({ number, cloths }): Draft[] => {
    const first = cloths[0]?.patch.pieceIds[0];
    if (first === undefined) return [];
    const pieces = [...new Set(cloths.flatMap((c) => c.patch.pieceIds))].map(look.piece);
    // A piece whose copies lie on several mats is told with the first.
    const mine = pieces.filter((p) => !cutBefore.has(p.id));
    for (const p of mine) cutBefore.add(p.id);
    return [
      {
        kind: 'machine-cut',
        on: 'mat',
        does: {
          code: 'cut-mat',
          route: look.routeOf(look.piece(first)),
          mat: number,
          of: mats.length,
          patches: cloths.map((c) => ({ name: c.patch.name, fabricId: c.patch.fabricId })),
          shapes: cloths.reduce((n, c) => n + c.patch.placements.length, 0),
        },
        care: pieces.some((p) => isSmall(work, p)) ? ['blades', 'small-parts'] : ['blades'],
        pieceIds: mine.map((p) => p.id),
        handsS: HANDS_S.machine.value,
      },
    ];
  });
}
const isSmall = (work: MakingWork, piece: Piece): boolean => {
  const b = work.boundsOf(piece.id);
  return Math.max(b.maxX - b.minX, b.maxY - b.minY) < work.laid.project.limits.smallMm;
};

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
  const lined = pieces.filter((p) => (work.webOf(p.id)?.liners ?? 0) > 0 && !isLaidIn(work.laid, p.id));
  const sheet = press.on === 'sheet';
  const whole = press.does.code === 'bond-unit';
  const peel: Draft[] =
    lined.length > 0
      ? [
          {
            kind: 'peel',
            on: 'hand',
            ...about,
            does: { code: whole ? 'take-unit-liner-off' : 'take-liner-off' },
            ...onPieces(work, lined, HANDS_S.peel.value, null),
          },
        ]
      : [];
  const layered = RECIPE_FACTS[work.laid.project.recipe.id].layered && press.members.length > 1 && !sheet;
  if (layered) return inBatches(work, one, peel);
  const role = pieces.length === 1 ? pieces[0]?.part?.role : undefined;
  const laying: StepDoing = sheet
    ? { code: 'lay-on-sheet', keepLiners: press.keepLiners.filter((id) => (work.webOf(id)?.liners ?? 0) > 0) }
    : {
        code: whole
          ? 'lay-unit'
          : role === 'mend'
            ? 'lay-behind'
            : role === 'turning'
              ? 'lay-tape'
              : more.top
                ? 'lay-top'
                : press.pieceIds.length > 1 && !press.apart
                  ? 'lay-all'
                  : 'lay-piece',
      };
  // A unit is laid as one thing.
  const things = sheet || !whole ? press.members.map(look.piece) : pieces;
  return [
    ...peel,
    {
      kind: 'lay',
      on: press.on,
      ...about,
      webId: role === 'turning' && pieces[0] ? (work.webOf(pieces[0].id)?.id ?? null) : null,
      members: press.members,
      does: laying,
      ...onPieces(work, things, HANDS_S.lay.value, null),
      pieceIds: press.members,
    },
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
  // What was built as a unit is laid as one.
  return press.pieceIds.map((id): Draft => {
    const piece = look.piece(id);
    const code = piece.faceDown ? 'lay-glue-up' : piece.webless || !work.webOf(id) ? 'lay-between' : 'lay-glue-down';
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
const bonds = (work: MakingWork, on: StepPlace): Ticketed[] =>
  work.pressed.filter((p) => p.press.stage === 'bond' && p.press.on === on && p.press.does.code !== 'press-foil');

function units(work: MakingWork): Draft[] {
  return bonds(work, 'sheet').flatMap((one) => bonding(work, one));
}

function lay(work: MakingWork): Draft[] {
  const { project } = work.laid;
  const { topHasWindows } = RECIPE_FACTS[project.recipe.id];
  const all = bonds(work, 'ground');
  const asItGoes = stitchedWhen(project) === 'as-it-goes';
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
    const last = all.slice(i + 1).every((p) => p.press.articleId !== press.articleId);
    return [
      ...bonding(work, one, { top: topHasWindows && last && press.pieceIds.length === 1 }),
      ...(asItGoes ? edging(work, (id) => id !== null && press.members.includes(id)) : []),
    ];
  });
  const { phases } = RECIPE_FACTS[project.recipe.id];
  // Where no web is fused first, cloth is pressed smooth right before it is laid.
  const smoothed = laid.length > 0 && !phases.includes('web') ? smooth(work) : [];
  return [...smoothed, ...groundReady(work, laid.length > 0), ...layOuts(work), ...laid];
}
/** Before the first liner comes off everything is laid where it belongs once, and moved until it is liked. */
function layOuts(work: MakingWork): Draft[] {
  const { project, look, articles } = work.laid;
  const { layered } = RECIPE_FACTS[project.recipe.id];
  if (layered || project.schools.lay === 'all-laid') return [];
  return articles.flatMap(({ article }): Draft[] => {
    const mine = bonds(work, 'ground').filter((b) => b.press.articleId === article.id && !b.press.setting.stop);
    const pieces = [...new Set(mine.flatMap((b) => b.press.members))].map(look.piece);
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

function touch(work: MakingWork): Draft[] {
  const { quilted, waddingFirst } = work.laid.project.layering;
  // Through wadding and backing no iron reaches it, and wadding bears none.
  if (quilted && waddingFirst) return [];
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

/** Lines as steps: each run of one thread, or of paint, by itself. @param wanted which pieces, and whether lines on the ground (null); all, by default */
function edging(work: MakingWork, wanted: (pieceId: string | null) => boolean = () => true): Draft[] {
  const { look, project } = work.laid;
  const { lines, batches, settings } = work.edged.plan;
  const bonded = new Set(work.pressed.flatMap((p) => (p.press.stage === 'bond' ? p.press.pieceIds : [])));
  const byId = new Map(lines.map((l) => [l.id, l]));
  const clear = new Set(project.threads.flatMap((t) => (t.kind === 'clear' ? [t.id] : [])));
  const sewn = lines.filter((l) => l.pieceId === null || bonded.has(l.pieceId));
  const threadOf = (l: EdgeLine): string => l.threadId ?? l.colour;
  return batches.flatMap((batch): Draft[] => {
    const mine = batch.lineIds
      .map((id) => inMap(byId, id))
      .filter((l) => (l.pieceId === null || bonded.has(l.pieceId)) && wanted(l.pieceId));
    const [first] = mine;
    if (!first) return [];
    const pieceIds = [...new Set(mine.flatMap((l) => l.pieceId ?? []))];
    const common = {
      on: 'hand',
      articleId: batch.articleId,
      pieceIds,
      copies: Math.max(1, ...pieceIds.map((id) => look.copiesOf(look.piece(id)))),
      handsS: sum(mine.map((l) => l.handsS)),
    } as const;
    const most = (of: (l: EdgeLine) => number): [number, number] => [
      Math.min(...mine.map(of)),
      Math.max(...mine.map(of)),
    ];
    if (batch.edge === 'paint')
      return [
        {
          kind: 'paint',
          ...common,
          does: { code: batch.drawn ? 'paint-lines' : 'paint-edges', widthMm: first.widthMm },
          waitS: PAINT_DRY_S.value,
        },
      ];
    const before = sewn[sewn.indexOf(first) - 1];
    const newThread = !before || threadOf(before) !== threadOf(first);
    return [
      {
        kind: EDGE_FACTS[batch.edge].by === 'hand' ? 'hand' : 'stitch',
        ...common,
        handsS: common.handsS + (newThread ? CHANGE_S.value : 0),
        does: {
          code: batch.drawn ? 'stitch-lines' : 'stitch-edges',
          edge: batch.edge,
          threadId: batch.threadId,
          colour: batch.colour,
          clear: batch.threadId === null ? project.edging.shade === 'clear' : clear.has(batch.threadId),
          newThread,
          widthMm: most((l) => l.widthMm),
          stitchMm: most((l) => l.stitchMm),
          stabiliser: settings.some((s) => s.edge === batch.edge && s.stabiliser),
        },
      },
    ];
  });
}

function edge(work: MakingWork): Draft[] {
  const { look, articles, project } = work.laid;
  const bonded = new Set(work.pressed.flatMap((p) => (p.press.stage === 'bond' ? p.press.pieceIds : [])));
  const mended = articles.flatMap(({ article, placed }): Draft[] => {
    const pieces = placed.map((p) => look.piece(p.id)).filter((p) => bonded.has(p.id));
    const mends = pieces.filter((p) => p.part?.role === 'mend');
    const darns: Draft[] =
      mends.length === 0
        ? []
        : [
            {
              kind: 'stitch',
              on: 'hand',
              articleId: article.id,
              does: { code: 'darn-hole' },
              ...onPieces(work, mends, 0, SPEED_MM_S.stitch.value),
            },
          ];
    const hems: Draft[] = pieces
      .filter((p) => p.part?.role === 'turning' && isGoneOver(look.edgeOf(p)))
      .map((p) => ({
        kind: 'stitch',
        on: 'hand',
        articleId: article.id,
        does: { code: 'stitch-hem' },
        ...onPieces(work, [p], 0, SPEED_MM_S.stitch.value),
      }));
    return [...darns, ...hems];
  });
  const when = stitchedWhen(project);
  if (when === 'quilting') return mended;
  if (when === 'bonded') return [...mended, ...edging(work)];
  // What was not stitched as it was laid, and lines on the ground.
  const soFar = new Set(bonds(work, 'ground').flatMap((one) => one.press.members));
  return [...mended, ...edging(work, (id) => id === null || !soFar.has(id))];
}

function finish(work: MakingWork): Draft[] {
  const { project } = work.laid;
  const stitched = stitchedWhen(project) === 'quilting' ? edging(work) : [];
  return [
    ...(stitched.length > 0 ? [...(project.layering.waddingFirst ? [] : sandwiches(project)), ...stitched] : []),
    ...dotsDrawn(work),
    ...foldsDrawn(work),
    ...(project.layering.quilted
      ? [
          {
            kind: 'quilt' as const,
            on: 'hand' as const,
            does: {
              code: 'quilt-it' as const,
              fused: project.pieces.length > 0 && stitched.length === 0,
              layered: project.layering.waddingFirst || stitched.length > 0,
            },
          },
        ]
      : []),
    { kind: 'finish', on: 'hand', does: { code: 'note-what-worked' }, handsS: HANDS_S.note.value },
  ];
}

/** Foil over web on the right side: laid, bonded and peeled one after the other. */
function foil(work: MakingWork): Draft[] {
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
                does: { code: web ? ('take-liner-off' as const) : ('peel-foil' as const) },
                ...onPieces(work, off, HANDS_S.peel.value, null),
              },
            ]),
      ];
    }),
  ];
}

/** What was cut larger is cut again, through all layers. */
function trim(work: MakingWork): Draft[] {
  const { project } = work.laid;
  const layered = layeredIn(project);
  const mine = project.pieces.filter((p) => p.part === null && layered.has(p.id));
  return mine.length === 0
    ? []
    : [
        {
          kind: 'trim',
          on: 'hand',
          does: { code: 'trim-on-line' },
          ...onPieces(work, mine, HANDS_S.cut.value, SPEED_MM_S.cut.value),
        },
      ];
}

/** What hands do in each phase. */
export const PHASE_DRAFTS: Readonly<Record<Phase, (work: MakingWork) => Draft[]>> = {
  ready,
  draw,
  web,
  cut,
  units,
  lay,
  touch,
  foil,
  trim,
  edge,
  finish,
};
