import { inMap } from '../../base/lists';
import type { Step } from '../../keep/model';

/** How a piece is, in all its copies, between two steps. */
export interface PieceState {
  readonly drawn: boolean;
  /** Its web, stuck on by hand or fused. */
  readonly web: 'none' | 'stuck' | 'fused';
  /** On which side of its fabric its web lies; null: it lies on none yet. */
  readonly side: 'wrong' | 'right' | null;
  /** Liners that are still on its web. */
  readonly liners: number;
  /** Foil on top of its glue, still with its carrier. */
  readonly carrier: boolean;
  /** Warm adhesive comes off with the liner. */
  readonly warm: boolean;
  readonly cut: boolean;
  /** Where it was laid; null: it lies about. */
  readonly lies: 'sheet' | 'ground' | null;
  readonly bonded: boolean;
}
export type State = ReadonlyMap<string, PieceState>;

/** Why a step cannot be done as things lie. */
export interface Impossible {
  readonly stepId: string;
  readonly pieceId: string;
  readonly code:
    | 'drawn-twice'
    | 'not-drawn'
    | 'web-already-on'
    | 'no-web-on'
    | 'liner-in-the-way'
    | 'no-liner-to-take-off'
    | 'still-warm'
    | 'not-cut'
    | 'cut-twice'
    | 'not-laid'
    | 'bonded-twice'
    | 'not-bonded';
}

/** What of a piece the steps do not say: how many liners its web came with, and whether a line is drawn on one of them. */
export interface PieceFacts {
  readonly liners: number;
  /** It gets no web, and so is never bonded. */
  readonly bare: boolean;
  /** Its web alone is cut and bonded to the right side, and foil pressed onto it. */
  readonly foiled?: boolean;
  /** It is foil that is laid over what carries the web, and comes with a carrier. */
  readonly carried?: boolean;
  /** Its web goes into a fold of cloth that is there: nothing is cut out for it, and what has no liner is not fused first. */
  readonly inFold?: boolean;
}

export const startOf = (pieces: ReadonlyMap<string, PieceFacts>): State =>
  new Map(
    [...pieces].map(([id, p]) => [
      id,
      {
        drawn: false,
        web: p.inFold && p.liners === 0 ? 'stuck' : 'none',
        side: null,
        carrier: false,
        liners: p.liners,
        warm: false,
        cut: p.inFold === true,
        lies: null,
        bonded: false,
      },
    ]),
  );

type Change = { readonly to: Partial<PieceState> } | { readonly no: Impossible['code'] };
const no = (code: Impossible['code']): Change => ({ no: code });

const UNCUT: ReadonlySet<Step['does']['code']> = new Set(['lay-sheet-up', 'lay-sheet-over', 'lay-scrap']);

/** What a step makes of one piece, or why it cannot. */
function afterStep(step: Step, p: PieceState, { bare, foiled = false, carried = false }: PieceFacts): Change {
  switch (step.kind) {
    case 'trace':
    case 'print':
      return p.drawn ? no('drawn-twice') : { to: { drawn: true } };
    case 'fuse':
      if (p.web !== 'none') return no('web-already-on');
      if (foiled && p.lies === null) return no('not-laid');
      return p.liners > 1
        ? no('liner-in-the-way')
        : {
            to: {
              web: 'fused',
              side: foiled || ('rightSide' in step.does && step.does.rightSide) ? 'right' : 'wrong',
              warm: true,
            },
          };
    case 'stick':
      if (p.web !== 'none') return no('web-already-on');
      return p.liners > 1 ? no('liner-in-the-way') : { to: { web: 'stuck', side: 'wrong' } };
    case 'cool':
      return { to: { warm: false } };
    case 'cut':
    case 'machine-cut':
      if (p.cut) return no('cut-twice');
      if (p.warm) return no('still-warm');
      return p.web === 'none' && !bare && !foiled ? no('no-web-on') : { to: { cut: true } };
    case 'peel':
      if (p.warm) return no('still-warm');
      return p.liners < 1 ? no('no-liner-to-take-off') : { to: { liners: p.liners - 1, carrier: false } };
    case 'lay':
      // Whole sheets and scraps are laid before anything is cut out of them.
      if (!p.cut && !UNCUT.has(step.does.code)) return no('not-cut');
      if (step.does.code === 'lay-web-on-right-side') return { to: { lies: 'ground', side: 'right' } };
      return { to: { lies: step.on === 'sheet' ? 'sheet' : 'ground' } };
    case 'tack':
      return p.lies === null ? no('not-laid') : p.liners > 0 ? no('liner-in-the-way') : { to: {} };
    case 'bond':
    case 'steam-pass':
      if (p.bonded) return no('bonded-twice');
      if (p.web === 'none' && !bare) return no('no-web-on');
      if (p.lies === null) return no('not-laid');
      if (p.liners > 0) return no('liner-in-the-way');
      // The carrier of foil lies on top now, and is peeled like a liner.
      return { to: { bonded: true, warm: true, ...(carried ? { liners: 1, carrier: true } : {}) } };
    case 'foil':
      if (p.web === 'none') return no('no-web-on');
      if (p.bonded) return no('bonded-twice');
      // Its carrier lies on top now, and is peeled like a liner.
      return p.liners > 0 ? no('liner-in-the-way') : { to: { bonded: true, warm: true, liners: 1, carrier: true } };
    case 'stitch':
    case 'hand':
    case 'paint':
      return p.bonded || bare ? { to: {} } : no('not-bonded');
    default:
      return { to: {} };
  }
}

/** Copies of a later batch are things of their own. */
const nameIn = (step: Pick<Step, 'batch'>, id: string): string =>
  step.batch && step.batch.n > 1 ? `${id}~${step.batch.n}` : id;
const beforeBatches = (id: string): string => `${id}~0`;

/** A step's piece as it lies: of a later batch as all lay before the first. */
function lying(state: Map<string, PieceState>, step: Step, id: string): PieceState {
  const before = inMap(state, id);
  if (!step.batch) return before;
  const start = beforeBatches(id);
  if (!state.has(start)) state.set(start, before);
  return state.get(nameIn(step, id)) ?? inMap(state, start);
}

/** The states before and after each step, as far as all of them can be done; of a batch, those of its copies. */
export function statesOf(
  pieces: ReadonlyMap<string, PieceFacts>,
  steps: readonly Step[],
): { readonly before: State; readonly after: State }[] {
  const state = new Map(startOf(pieces));
  return steps.map((step) => {
    const before = new Map<string, PieceState>();
    const after = new Map<string, PieceState>();
    for (const id of new Set([...step.pieceIds, ...step.members])) before.set(id, lying(state, step, id));
    for (const [id, p] of before) after.set(id, p);
    for (const id of step.pieceIds) {
      const p = inMap(before, id);
      const change = afterStep(step, p, inMap(pieces, id));
      if ('to' in change) after.set(id, { ...p, ...change.to });
      state.set(nameIn(step, id), inMap(after, id));
    }
    return { before, after };
  });
}

/**
 * Every step played through: what lies where after all of them, or the first piece with which one cannot be done.
 * A piece that is to be bonded and is not at the end counts as that, too.
 */
export function foldSteps(
  pieces: ReadonlyMap<string, PieceFacts>,
  steps: readonly Step[],
): { readonly state: State } | { readonly impossible: Impossible } {
  const state = new Map(startOf(pieces));
  for (const step of steps)
    for (const id of step.pieceIds) {
      const before = lying(state, step, id);
      const change = afterStep(step, before, inMap(pieces, id));
      if ('no' in change) return { impossible: { stepId: step.id, pieceId: id, code: change.no } };
      state.set(nameIn(step, id), { ...before, ...change.to });
    }
  for (const [name, p] of state) {
    const pieceId = name.replace(/~\d+$/, '');
    const facts = pieces.get(name) ?? pieces.get(pieceId);
    if (!p.bonded && facts && !facts.bare && !name.endsWith('~0'))
      return { impossible: { stepId: '', pieceId, code: 'not-bonded' } };
  }
  return { state };
}
