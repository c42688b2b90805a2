import { ROUTE_FACTS } from '../facing';
import type { Laid } from '../laid';
import { isStuck, ROUGH_CUT_MM } from '../layout';
import { inMap, sure } from '../lists';
import type {
  Edge,
  Making,
  MakingTrouble,
  Piece,
  PressTicket,
  Project,
  Step,
  StepCare,
  StepDoing,
  StepKind,
  StepPlace,
  Web,
} from '../model';
import { clothsOf, HANDLE_S, MOVE_S, resetS, SMALL_MOVES } from '../press';
import { type Phase, RECIPE_FACTS } from '../recipe';
import type { Bounds } from '../shape';
import { layerIds } from './column';
import { HANDS_S, PAINT_DRY_S, SPEED_MM_S, TRIM_BEYOND_MM } from './data';
import { type Chosen, type Press, type Presses, pressesOf } from './presses';
import { foldSteps, type Impossible, type PieceFacts } from './state';
import { STEP_FACTS } from './step';
import { atOneHeat, type Ticketed, ticketsOf } from './tickets';

/** A making with its tickets, and what both stand on. */
export interface Made {
  readonly making: Making;
  readonly tickets: readonly PressTicket[];
  /** The presses by the step that each of them is. */
  readonly presses: ReadonlyMap<string, Press>;
  /** Where hands would have to stop; null, as it must be. */
  readonly impossible: Impossible | null;
}

/** What phases are worked out from. */
interface Work {
  readonly laid: Laid;
  readonly presses: Presses;
  readonly pressed: readonly Ticketed[];
  readonly tickets: ReadonlyMap<string, PressTicket>;
  readonly webOf: (pieceId: string) => Web | null;
  readonly perimeterMm: (pieceId: string) => number;
  readonly boundsOf: (pieceId: string) => Bounds;
}

type Draft = Partial<Omit<Step, 'kind' | 'does'>> & { readonly kind: StepKind; readonly does: StepDoing };

const group = <T>(list: readonly T[], by: (t: T) => string): T[][] => {
  const groups = new Map<string, T[]>();
  for (const t of list) {
    const key = by(t);
    const there = groups.get(key);
    if (there) there.push(t);
    else groups.set(key, [t]);
  }
  return [...groups.values()];
};
const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

/** A job on some pieces: hands for each copy, and along each copy's edge. */
function onPieces(
  { laid: { look }, perimeterMm }: Work,
  pieces: readonly Piece[],
  eachS: number,
  mmS: number | null,
): Pick<Step, 'pieceIds' | 'copies' | 'handsS'> {
  return {
    pieceIds: pieces.map((p) => p.id),
    copies: Math.max(1, ...pieces.map(look.copiesOf)),
    handsS: sum(pieces.map((p) => look.copiesOf(p) * (eachS + (mmS === null ? 0 : perimeterMm(p.id) / mmS)))),
  };
}

const isOnLiner = (work: Work, piece: Piece): boolean => ROUTE_FACTS[work.laid.look.routeOf(piece)].drawnOn === 'liner';

function ready({ laid: { project, look } }: Work): Draft[] {
  const grounds = project.articles.flatMap((a) => look.groundOf(a) ?? []);
  const cloths = [...grounds, ...project.pieces.map(look.fabricOf)];
  const { laundering } = project.intent;
  const wash: Draft[] =
    laundering !== 'never' && cloths.some((f) => !f.prewashed)
      ? [{ kind: 'ready', on: 'hand', does: { code: 'wash-first', laundering }, care: [], handsS: HANDS_S.wash.value }]
      : [];
  return [
    ...wash,
    {
      kind: 'ready',
      on: 'board',
      does: { code: 'press-smooth', ground: grounds.length > 0 },
      handsS: HANDS_S.smooth.value,
    },
  ];
}

function draw(work: Work): Draft[] {
  const { project, look } = work.laid;
  const onPatch = new Set(work.presses.patches.flatMap((p) => p.pieceIds));
  const mine = project.pieces.filter((p) => work.webOf(p.id) && isOnLiner(work, p) && !onPatch.has(p.id));
  return group(mine, (p) => `${work.webOf(p.id)?.id} ${look.routeOf(p)}`).map((pieces): Draft => {
    const first = sure(pieces[0], 'a group has a piece');
    const web = sure(work.webOf(first.id), 'it was filtered so');
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
}

/** The web cut for what is fused, or stuck, together. */
function cutWeb(work: Work, pieces: readonly Piece[], webId: string, fabricId: string): Draft[] {
  const lined = pieces.filter((p) => isOnLiner(work, p));
  const free = pieces.filter((p) => !isOnLiner(work, p));
  const about = { on: 'hand', webId, fabricId } as const;
  return [
    ...(lined.length > 0
      ? [
          {
            kind: 'rough-cut' as const,
            ...about,
            does: { code: 'rough-cut' as const, beyondMm: ROUGH_CUT_MM },
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

function pressStep(work: Work, { press, stepId, ticketId }: Ticketed): Draft {
  const ticket = sure(work.tickets.get(ticketId), 'every press is on a ticket');
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
    kind: ticket.passes ? 'steam-pass' : press.stage,
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
    columns: columnsOf(press),
    does: press.does,
    care,
    // What cannot be pressed takes no time that anyone could tell.
    handsS: ticket.stop ? 0 : press.setDowns * each + (press.stage === 'fuse' ? press.loads * HANDLE_S.value : 0),
  };
}

function coolStep(work: Work, { press, ticketId }: Ticketed): Draft[] {
  const ticket = sure(work.tickets.get(ticketId), 'every press is on a ticket');
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

function web(work: Work): Draft[] {
  const { look } = work.laid;
  const fuses = work.pressed.filter((p) => p.press.stage === 'fuse');
  const patchOf = new Map(work.presses.patches.map((p) => [p.name, p]));
  const cuts = fuses.flatMap(({ press }): Draft[] => {
    const webId = sure(
      press.columns[0]?.find((l) => l.role === 'web'),
      'a fuse has its web',
    ).web.id;
    const fabricId = sure(press.fabricId, 'a fuse is on one cloth');
    if (press.does.code !== 'fuse-patch') return cutWeb(work, press.pieceIds.map(look.piece), webId, fabricId);
    const patch = inMap(patchOf, press.does.patch);
    return [
      {
        kind: 'patch',
        on: 'hand',
        webId,
        fabricId,
        pieceIds: press.pieceIds,
        does: { code: 'cut-patch', patch: patch.name, widthMm: patch.widthMm, heightMm: patch.heightMm },
        handsS: HANDS_S.patch.value,
      },
    ];
  });
  const stuck = group(work.presses.stuck, (p) => `${p.fabricId} ${work.webOf(p.id)?.id}`).flatMap((pieces): Draft[] => {
    const first = sure(pieces[0], 'a group has a piece');
    const webId = sure(work.webOf(first.id), 'it is stuck with it').id;
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
  return [...cuts, ...fuses.flatMap((p) => [pressStep(work, p), ...coolStep(work, p)]), ...stuck];
}

/** Pieces that have another side, and the other sides themselves. */
const layeredIn = (project: Project): ReadonlySet<string> =>
  new Set(project.pieces.flatMap((p) => (p.part ? [p.id, p.part.of] : [])));

function cut(work: Work): Draft[] {
  const { project, look } = work.laid;
  const patches = new Map(work.presses.patches.flatMap((p) => p.pieceIds.map((id) => [id, p] as const)));
  const mine = project.pieces.filter((p) => work.webOf(p.id) || p.webless);
  const onPatch = mine.filter((p) => patches.has(p.id) && isOnLiner(work, p));
  const drawn = group(onPatch, (p) => inMap(patches, p.id).id).map((pieces): Draft => {
    const first = sure(pieces[0], 'a group has a piece');
    const patch = inMap(patches, first.id);
    return {
      kind: 'trace',
      on: 'hand',
      webId: patch.webId,
      fabricId: patch.fabricId,
      does: { code: 'draw-on-patch', route: look.routeOf(first) },
      ...onPieces(work, pieces, HANDS_S.trace.value, SPEED_MM_S.trace.value),
    };
  });
  const { phases } = RECIPE_FACTS[project.recipe.id];
  // What is trimmed through all layers later is cut a little larger now.
  const layered = layeredIn(project);
  const beyondMm = (p: Piece): number => (phases.includes('trim') && layered.has(p.id) ? TRIM_BEYOND_MM.value : 0);
  const out = group(mine, (p) => `${p.fabricId} ${look.routeOf(p)} ${p.webless} ${beyondMm(p)}`).map(
    (pieces): Draft => {
      const first = sure(pieces[0], 'a group has a piece');
      const route = look.routeOf(first);
      const machine = ROUTE_FACTS[route].drawnOn === 'cutting mat';
      const small = pieces.some((p) => isSmall(work, p));
      return {
        kind: machine ? 'machine-cut' : 'cut',
        on: machine ? 'mat' : 'hand',
        fabricId: first.fabricId,
        does: {
          code: machine ? 'cut-by-machine' : route === 'cut-from-print' ? 'cut-from-print' : 'cut-on-line',
          route,
          bare: first.webless,
          beyondMm: machine ? 0 : beyondMm(first),
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
  return [...drawn, ...out];
}
const isSmall = (work: Work, piece: Piece): boolean => {
  const b = work.boundsOf(piece.id);
  return Math.max(b.maxX - b.minX, b.maxY - b.minY) < work.laid.project.limits.smallMm;
};

/** Liner off, laid, bonded, cooled: one press with what goes before and after it. */
function bonding(work: Work, one: Ticketed, more: { readonly tack?: boolean; readonly top?: boolean } = {}): Draft[] {
  const { press } = one;
  const { look } = work.laid;
  const about = { articleId: press.articleId, unit: press.unit } as const;
  const pieces = press.pieceIds.map(look.piece);
  const lined = pieces.filter((p) => (work.webOf(p.id)?.liners ?? 0) > 0);
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
  const layered = RECIPE_FACTS[work.laid.project.recipe.id].otherSide !== null && press.members.length > 1 && !sheet;
  if (layered) return [...peel, ...layers(work, one), pressStep(work, one), ...coolStep(work, one)];
  const laying: StepDoing = sheet
    ? { code: 'lay-on-sheet', keepLiners: press.keepLiners.filter((id) => (work.webOf(id)?.liners ?? 0) > 0) }
    : {
        code: whole ? 'lay-unit' : more.top ? 'lay-top' : press.pieceIds.length > 1 ? 'lay-all' : 'lay-piece',
      };
  // A unit is laid as one thing.
  const things = sheet || !whole ? press.members.map(look.piece) : pieces;
  return [
    ...peel,
    {
      kind: 'lay',
      on: press.on,
      ...about,
      members: press.members,
      does: laying,
      ...onPieces(work, things, HANDS_S.lay.value, null),
      pieceIds: press.members,
    },
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
/** Layer on layer, each as it lies. */
function layers(work: Work, { press }: Ticketed): Draft[] {
  const { look } = work.laid;
  const about = { on: press.on, articleId: press.articleId, unit: press.unit } as const;
  return press.members.map((id): Draft => {
    const piece = look.piece(id);
    const code = piece.faceDown ? 'lay-glue-up' : piece.webless || !work.webOf(id) ? 'lay-between' : 'lay-glue-down';
    return { kind: 'lay', ...about, does: { code }, ...onPieces(work, [piece], HANDS_S.lay.value, null) };
  });
}
const bonds = (work: Work, on: StepPlace): Ticketed[] =>
  work.pressed.filter((p) => p.press.stage === 'bond' && p.press.on === on);

function units(work: Work): Draft[] {
  return bonds(work, 'sheet').flatMap((one) => bonding(work, one));
}

function lay(work: Work): Draft[] {
  const { project } = work.laid;
  const { topHasWindows } = RECIPE_FACTS[project.recipe.id];
  const all = bonds(work, 'ground');
  return all.flatMap((one, i): Draft[] => {
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
    return bonding(work, one, { top: topHasWindows && last && press.pieceIds.length === 1 });
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

function touch(work: Work): Draft[] {
  return work.laid.articles.flatMap(({ article, placed }): Draft[] => {
    const pieceIds = placed.map((p) => p.id).filter((id) => work.webOf(id));
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

function edge(work: Work): Draft[] {
  const { look, articles } = work.laid;
  const bonded = new Set(work.pressed.flatMap((p) => (p.press.stage === 'bond' ? p.press.pieceIds : [])));
  return articles.flatMap(({ article, placed }): Draft[] => {
    const pieces = placed
      .map((p) => look.piece(p.id))
      .filter((p) => bonded.has(p.id) && p.part === null && look.edgeOf(p) !== 'none');
    return group(pieces, (p) => look.edgeOf(p)).map((list): Draft => {
      const kind: Edge = look.edgeOf(sure(list[0], 'a group has a piece'));
      const paint = kind === 'paint';
      return {
        kind: paint ? 'paint' : 'stitch',
        on: 'hand',
        articleId: article.id,
        does: { code: paint ? 'paint-edges' : 'stitch-edges', edge: kind },
        ...onPieces(work, list, 0, paint ? SPEED_MM_S.paint.value : SPEED_MM_S.stitch.value),
        waitS: paint ? PAINT_DRY_S.value : 0,
      };
    });
  });
}

function finish({ laid: { project } }: Work): Draft[] {
  return [
    ...(project.layering.quilted
      ? [{ kind: 'quilt' as const, on: 'hand' as const, does: { code: 'quilt-it' as const } }]
      : []),
    { kind: 'finish', on: 'hand', does: { code: 'note-what-worked' }, handsS: HANDS_S.note.value },
  ];
}

/** What was cut larger is cut again, through all layers. */
function trim(work: Work): Draft[] {
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

const PHASES: Readonly<Record<Phase, (work: Work) => Draft[]>> = {
  ready,
  draw,
  web,
  cut,
  units,
  lay,
  touch,
  trim,
  edge,
  finish,
};

/** Drafts as steps, with what is true of each kind. */
function steps(drafts: readonly Draft[]): Step[] {
  const counts = new Map<StepKind, number>();
  return drafts.map((d): Step => {
    const n = (counts.get(d.kind) ?? 0) + 1;
    counts.set(d.kind, n);
    const facts = STEP_FACTS[d.kind];
    return {
      id: `${d.kind}-${n}`,
      articleId: null,
      pieceIds: [],
      members: d.pieceIds ?? [],
      unit: null,
      webId: null,
      fabricId: null,
      copies: 1,
      ticketId: null,
      on: 'hand',
      loads: 1,
      setDowns: 0,
      columns: [],
      handsS: 0,
      waitS: 0,
      look: facts.look,
      ifNot: facts.ifNot,
      care: facts.care,
      ...d,
    };
  });
}

/** Waiting told truly: an iron that changes heat, and what cools while hands have nothing else to do with it. */
function waited(all: readonly Step[], tickets: ReadonlyMap<string, PressTicket>): { steps: Step[]; settings: number } {
  let heatC: number | null = null;
  let settings = 0;
  const timed = all.map((step): Step => {
    const ticket = step.ticketId === null ? undefined : tickets.get(step.ticketId);
    if (!ticket || ticket.stop) return step;
    const to = ticket.heat.soleplateC;
    const wait = resetS(heatC, to);
    if (heatC === null || wait > 0) settings += 1;
    heatC = to;
    return { ...step, waitS: wait };
  });
  // What cools runs on by itself: it is waited for where something that cools is needed, and only for what is left then.
  const waits = new Map<number, number>();
  const cooling = new Map<number, { readonly readyS: number; readonly members: ReadonlySet<string> }>();
  let clockS = 0;
  const waitFor = (needed: (members: ReadonlySet<string>) => boolean): void => {
    for (const [i, c] of cooling) {
      if (!needed(c.members)) continue;
      if (c.readyS > clockS) {
        waits.set(i, (waits.get(i) ?? 0) + c.readyS - clockS);
        clockS = c.readyS;
      }
      cooling.delete(i);
    }
  };
  timed.forEach((step, i) => {
    if (step.kind === 'cool') {
      cooling.set(i, { readyS: clockS + step.waitS, members: new Set(step.members) });
      return;
    }
    waitFor((members) => step.members.some((id) => members.has(id)));
    clockS += step.handsS + step.waitS;
  });
  waitFor(() => true);
  return {
    settings,
    steps: timed.map((step, i) => (step.kind === 'cool' ? { ...step, waitS: waits.get(i) ?? 0 } : step)),
  };
}

/** How often each bond is heated again by a later press that reaches it. */
function reheatsOf({ pile }: Laid, presses: readonly Press[]): [string, number][] {
  const bonded = new Set<string>();
  const times = new Map<string, number>();
  for (const p of presses) {
    if (p.stage !== 'bond' || p.setting.stop) continue;
    const mine = new Set(p.members);
    const reached = new Set([...mine].flatMap((id) => [...pile.under(id)]));
    for (const id of mine) if (bonded.has(id)) reached.add(id);
    for (const id of reached) if (bonded.has(id) && !p.pieceIds.includes(id)) times.set(id, (times.get(id) ?? 0) + 1);
    for (const id of p.pieceIds) bonded.add(id);
  }
  return [...times];
}

/** What a project takes in hands: every step in order with what lies where, and the tickets of its presses. */
export function makingOf(laid: Laid, chosen: Chosen): Made {
  const { project, look } = laid;
  const presses = pressesOf(laid, chosen);
  const webIds = new Map(chosen.choices.map((c) => [c.pieceId, c.webId]));
  const webOf = (id: string): Web | null => {
    const webId = webIds.get(id) ?? null;
    return webId === null ? null : look.web(webId);
  };
  const boxes = new Map(laid.placed.map((p) => [p.id, p.bounds]));
  const perimeters = new Map(chosen.tracings.map((t) => [t.pieceId, t.perimeterMm]));
  const { tickets, pressed } = ticketsOf(atOneHeat([...presses.fuses, ...presses.bonds], look.iron));
  const byId = new Map(tickets.map((t) => [t.id, t]));
  const work: Work = {
    laid,
    presses,
    pressed,
    tickets: byId,
    webOf,
    perimeterMm: (id) => inMap(perimeters, id),
    boundsOf: (id) => inMap(boxes, id),
  };
  const drafts = RECIPE_FACTS[project.recipe.id].phases.flatMap((phase) => PHASES[phase](work));
  const { steps: list, settings } = waited(steps(drafts), byId);
  const unbonded = new Set(presses.troubles.flatMap((t: MakingTrouble) => (t.code === 'no-ground' ? t.pieceIds : [])));
  const facts = new Map(
    project.pieces.map((p): [string, PieceFacts] => {
      const mine = webOf(p.id);
      return [p.id, { liners: mine?.liners ?? 0, bare: mine === null || unbonded.has(p.id) }];
    }),
  );
  const folded = foldSteps(facts, list);
  return {
    making: {
      steps: list,
      handsS: sum(list.map((s) => s.handsS)),
      waitS: sum(list.map((s) => s.waitS)),
      settings,
      reheats: reheatsOf(
        laid,
        pressed.map((p) => p.press),
      ),
      troubles: presses.troubles,
    },
    tickets,
    presses: new Map(pressed.map((p) => [p.stepId, p.press])),
    impossible: 'impossible' in folded ? folded.impossible : null,
  };
}
