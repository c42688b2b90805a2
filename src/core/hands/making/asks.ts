import { inMap } from '../../base/lists';
import type { Cover, MendCode, Step, StepFace, StepGate, StepLook, StepMend } from '../../keep/model';
import { ROUTE_FACTS } from '../../lay/facing';
import { EDGE_FACTS } from '../edge';
import type { PieceFacts, PieceState, State } from './state';

// What is asked before a step, what is looked at after it, and what can have gone wrong: from the state it stands on and the
// state it leads to, for its own pieces. Source of what hands get wrong: the trade handbook, the order of work and the mending guide.

/** What of a step its pieces’ states do not say. */
export interface AskFacts {
  readonly facts: ReadonlyMap<string, PieceFacts>;
  /** How the line of a piece is drawn; null: its shape is its own mirror image, or nothing is drawn. */
  readonly drawn: (pieceId: string) => 'reversed' | 'as-seen' | null;
  /** What lies between iron and work at this step; null: nothing, or no press. */
  readonly cover: (step: Step) => { readonly cover: Cover; readonly name: string | null } | null;
  /** Pieces with a bond that can be pressed: of others nothing is looked at. */
  readonly bondable: ReadonlySet<string>;
  /** Whether it is pressed at all: what cannot be has no gates. */
  readonly isPressed: (step: Step) => boolean;
  /** Whether the web of a fuse is as large as its fabric. */
  readonly isFlush: (step: Step) => boolean;
  /** Whether an iron stands on its heel between presses: a press has none. */
  readonly hasHeel: boolean;
}

const of = (state: State, step: Step): PieceState[] => step.pieceIds.map((id) => inMap(state, id));
const factsOf = (a: AskFacts, step: Step): PieceFacts[] => step.pieceIds.map((id) => inMap(a.facts, id));
const gate = (code: Exclude<StepGate['code'], 'cover-on'>): StepGate => ({ code });

/** Which way round the pieces of a step are drawn, where that can go wrong: one answer for all of them, or none. */
function wayRound(a: AskFacts, step: Step): StepGate[] {
  const ways = new Set(step.pieceIds.map(a.drawn).filter((w) => w !== null));
  return [
    ...(ways.has('reversed') ? [gate('drawn-reversed')] : []),
    ...(ways.has('as-seen') ? [gate('drawn-as-seen')] : []),
  ];
}

const LAID: { readonly [C in Step['does']['code']]?: StepGate['code'] } = {
  'lay-glue-up': 'glue-up',
  'lay-glue-down': 'glue-down',
  'lay-behind': 'glue-to-fabric',
  'lay-foil': 'foil-covers',
  'lay-sheet-up': 'glue-up',
};

/** What of the state that a step stands on hands may have got wrong. */
export function gatesFor(step: Step, before: State, a: AskFacts): StepGate[] {
  switch (step.kind) {
    case 'trace':
      return step.does.code === 'rule-on-patch' ? [] : wayRound(a, step);
    case 'machine-cut':
      return 'route' in step.does
        ? [gate(step.does.route === 'cutter-liner-up' ? 'mat-paper-up' : 'mat-fabric-up')]
        : [];
    case 'fuse': {
      if (!a.isPressed(step)) return [];
      const right =
        of(before, step).some((p) => p.side === 'right') || ('rightSide' in step.does && step.does.rightSide);
      // Cloth that is alike on both sides has none to be got wrong.
      const either = 'eitherSide' in step.does && step.does.eitherSide && !right;
      const bareAbove = of(before, step).some((p) => p.liners === 0);
      return [
        ...(either ? [] : [gate(right ? 'web-on-front' : 'web-on-back')]),
        ...(bareAbove ? [gate('sheet-on-top')] : []),
        ...(a.isFlush(step) ? [gate('sheet-beneath')] : []),
      ];
    }
    case 'bond':
    case 'steam-pass': {
      if (!a.isPressed(step)) return [];
      const cover = a.cover(step);
      // Whether a paper is off can only be got wrong where there was one.
      const papers = factsOf(a, step).some((f) => f.liners > 0 && f.foiled !== true);
      return [...(papers ? [gate('paper-off')] : []), ...(cover ? [{ code: 'cover-on' as const, ...cover }] : [])];
    }
    case 'foil': {
      if (!a.isPressed(step)) return [];
      const cover = a.cover(step);
      return [gate('foil-covers'), ...(cover ? [{ code: 'cover-on' as const, ...cover }] : [])];
    }
    case 'lay': {
      const own = LAID[step.does.code];
      if (own && own !== 'cover-on') return step.does.code === 'lay-foil' ? [] : [gate(own)];
      const handed = step.pieceIds.some((id) => a.drawn(id) !== null);
      // What was laid out as a whole was looked at then.
      const seen = of(before, step).every((p) => p.lies === 'ground');
      const freely = step.does.code === 'lay-piece' || step.does.code === 'lay-all' || step.does.code === 'lay-out';
      return handed && freely && !seen ? [gate('reads-right')] : [];
    }
    case 'cool':
      return a.hasHeel ? [gate('iron-on-heel')] : [];
    case 'plug':
      return [gate('plug-covered')];
    default:
      return [];
  }
}

const UNLAID: ReadonlySet<Step['does']['code']> = new Set(['join-strips', 'cut-over', 'cut-tape', 'cut-ring']);
/** Cut in straight lines, where there is no point and no corner to be looked at. */
const isStraight = ({ does }: Step): boolean => does.code === 'cut-through' && does.by !== 'template';

const UNPRESSED: ReadonlySet<Step['does']['code']> = new Set([
  'wash-first',
  'cut-templates',
  'cut-ground',
  'cut-panels',
  'clear-threads',
]);

/** What can be seen of the state a step leads to, once it is the moment: edges when they are cold, foil when its carrier is off. */
export function lookFor(step: Step, before: State, after: State, a: AskFacts): StepLook | null {
  switch (step.kind) {
    case 'ready':
      // Where cloth is washed, or cloth or paper cut, nothing was pressed.
      return UNPRESSED.has(step.does.code) ? null : 'smooth';
    case 'trace':
    case 'print':
      return wayRound(a, step).length > 0 ? 'drawn-right-way' : null;
    case 'rough-cut':
      return 'room-all-round';
    case 'patch':
      // Of what is not laid on its cloth yet it is seen when it is fused.
      return UNLAID.has(step.does.code) || ('flush' in step.does && step.does.flush) ? null : 'web-inside-cloth';
    case 'fuse':
      // A sheet of pieces that were looked at with the first one.
      if (!a.isPressed(step) || step.pieceIds.length === 0) return null;
      return of(after, step).some((p) => p.liners > 0) ? 'liner-lies-flat' : 'web-lies-flat';
    case 'stick':
      return of(after, step).some((p) => p.liners > 0) ? 'liner-lies-flat' : 'web-lies-flat';
    case 'cool':
      // What was bonded is looked at now that it is cold; what was fused is only waited for.
      return step.pieceIds.some((id) => a.bondable.has(id) && before.get(id)?.bonded) &&
        of(before, step).every((p) => p.liners === 0)
        ? 'no-edge-lifts'
        : null;
    case 'cut':
    case 'machine-cut':
    case 'trim':
      if (step.does.code === 'trim-alike') return step.does.count > 1 ? 'all-alike' : null;
      // A whole thing is trimmed along a ruler.
      return step.pieceIds.length > 0 && !isStraight(step) ? 'clean-points' : null;
    case 'peel':
      if (of(before, step).some((p) => p.carrier)) return 'foil-stays-all-over';
      return of(before, step).some((p) => p.web === 'none') ? 'glue-stayed-on-paper' : 'adhesive-on-the-cloth';
    case 'tack':
      return step.does.code === 'pin-to-mat' ? null : 'nothing-slides';
    case 'bond':
    case 'steam-pass':
      return a.isPressed(step) ? 'front-clean' : null;
    case 'turn':
      return 'nothing-on-the-face';
    case 'stitch':
      if (step.does.code === 'stitch-lines') return 'stitches-on-line';
      // What runs along inside the edge never leaves the piece.
      return step.does.code === 'stitch-edges' && EDGE_FACTS[step.does.edge].motion === 'run'
        ? 'stitches-inside'
        : 'stitches-even';
    case 'hand':
      return step.does.code === 'stitch-lines' ? 'stitches-on-line' : null;
    case 'paint':
      return 'dry';
    default:
      return null;
  }
}

/** What of its pieces faces whoever does it, by the state they are in. */
export function showsFor(step: Step, before: State): StepFace | null {
  const mine = of(before, step);
  const [first] = mine;
  if (!first) return null;
  const papered = mine.some((p) => p.liners > 0);
  switch (step.kind) {
    case 'trace':
    case 'print':
    case 'rough-cut':
    case 'stick':
      // What is bonded is ruled on its front.
      if (step.does.code === 'rule-on-sheets') return 'right';
      // A backing is drawn on its plain side, which has no name of its own.
      return step.does.code === 'draw-on-backing' ? null : 'paper';
    case 'patch':
    case 'fuse':
      if (step.does.code === 'cut-over') return null;
      return step.on === 'ground' ? null : papered ? 'paper' : 'glue';
    case 'cut':
    case 'machine-cut': {
      // What holds already is cut from its front, or along the backing.
      if (step.does.code === 'cut-through') return 'right';
      if (step.does.code === 'trim-on-line') return null;
      const route = 'route' in step.does ? step.does.route : null;
      if (first.web === 'none' && route !== null && ROUTE_FACTS[route].drawnOn === 'liner') return null;
      const right = route !== null && (ROUTE_FACTS[route].drawnOn === 'right side' || route === 'cutter-fabric-up');
      return right || (first.web === 'none' && step.does.code !== 'cut-web-on-line') ? 'right' : 'paper';
    }
    case 'peel':
      return first.carrier ? 'carrier-half-off' : 'paper-half-off';
    case 'cool':
      return first.lies !== null ? null : papered ? 'paper' : 'glue';
    case 'lay':
      return step.does.code === 'lay-glue-up' || step.does.code === 'lay-behind' || step.does.code === 'lay-sheet-up'
        ? 'glue'
        : null;
    default:
      return null;
  }
}

/** States a step can fail into. */
export function wrongFor(step: Step, before: State, after: State, a: AskFacts): MendCode[] {
  const papers = factsOf(a, step).some((f) => f.liners > 0 && f.foiled !== true);
  const webbed = of(before, step).some((p) => p.web !== 'none');
  switch (step.kind) {
    case 'trace':
    case 'print':
      return wayRound(a, step).length > 0 ? ['backwards'] : [];
    case 'fuse':
      return [
        'bubbles',
        'iron-marks',
        ...(of(after, step).some((p) => p.liners === 0) || a.isFlush(step) ? (['adhesive-on-the-iron'] as const) : []),
      ];
    case 'stick':
      return ['bubbles'];
    case 'cool':
      return lookFor(step, before, after, a) === 'no-edge-lifts'
        ? ['edge-lifts', 'bubbles', 'adhesive-on-the-face', ...(papers ? (['liner-left-on'] as const) : [])]
        : [];
    case 'cut':
    case 'machine-cut':
    case 'trim':
      return ['furry-edge'];
    case 'peel':
      return of(before, step).some((p) => p.carrier) ? ['foil-patchy'] : ['adhesive-left-on-liner'];
    case 'lay':
      return step.pieceIds.some((id) => a.drawn(id) !== null) &&
        (step.does.code === 'lay-piece' || step.does.code === 'lay-out')
        ? ['backwards']
        : [];
    case 'tack':
      return ['slid'];
    case 'bond':
    case 'steam-pass':
      return ['adhesive-on-the-face', 'iron-marks', 'slid', 'bubbles', ...(papers ? (['liner-left-on'] as const) : [])];
    case 'turn':
      return ['adhesive-on-the-iron', 'edge-lifts'];
    case 'stitch':
      return webbed ? ['needle-gums'] : [];
    default:
      return [];
  }
}

/** What stands in the mending guide by itself. */
const IN_THE_GUIDE: ReadonlySet<string> = new Set<StepMend>([
  'adhesive-left-on-liner',
  'edge-lifts',
  'adhesive-on-the-face',
  'adhesive-on-the-iron',
  'backwards',
  'slid',
  'foil-patchy',
  'furry-edge',
  'needle-gums',
]);
export const inTheGuide = (code: MendCode): code is StepMend & MendCode => IN_THE_GUIDE.has(code);
