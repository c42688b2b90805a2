import type { MendCode } from './board';
import type { Size } from './cut-ground';
import type { Edge } from './edge';
import type { AroundPart } from './gather';
import type { Laundering, Route } from './project';
import type { Cover } from './things';

// The making as core works it out: what hands do one after another, and what lies where meanwhile. src/words says it.

export const STEP_KINDS = [
  'ready',
  'trace',
  'print',
  'rough-cut',
  'patch',
  'fuse',
  'stick',
  'cool',
  'cut',
  'machine-cut',
  'peel',
  'lay',
  'tack',
  'bond',
  'turn',
  'trim',
  'foil',
  'steam-pass',
  'plug',
  'paint',
  'stitch',
  'hand',
  'quilt',
  'finish',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** Where a step is done. */
export const STEP_PLACES = ['board', 'sheet', 'ground', 'mat', 'hand'] as const;
export type StepPlace = (typeof STEP_PLACES)[number];

/** What a step does, beyond its kind; the pieces, the web and the cloth stand beside it. */
export type StepDoing =
  /** @property fabricIds what is washed: cloth that was not yet, never what carries adhesive, foil, paper or hide */
  | { readonly code: 'wash-first'; readonly laundering: Laundering; readonly fabricIds: readonly string[] }
  /** @property limits cloths that bear less than a hot iron, the coolest first */
  | {
      readonly code: 'press-smooth';
      readonly fabricIds: readonly string[];
      readonly limits: readonly { readonly fabricId: string; readonly maxC: number }[];
    }
  | { readonly code: 'press-ground'; readonly maxC: number | null }
  | { readonly code: 'cut-templates' }
  /** @property dots holes that are punched or snipped @property lines slits @property template they are seen on the piece's template alone */
  | { readonly code: 'cut-marks'; readonly dots: number; readonly lines: number; readonly template: boolean }
  | { readonly code: 'cut-ground-marks'; readonly dots: number; readonly lines: number }
  | { readonly code: 'paint-dots' | 'sew-beads'; readonly dots: number }
  | { readonly code: 'fold-lines'; readonly lines: number; readonly template: boolean }
  /** Everything where it belongs once, its liners on. @property liners whether anything has one */
  | { readonly code: 'lay-out'; readonly liners: boolean }
  | { readonly code: 'pin-to-mat' }
  | {
      readonly code: 'draw-on-liner' | 'print-on-liner' | 'draw-on-liner-that-stays' | 'draw-on-patch';
      readonly route: Route;
    }
  /** @property middleOut only a rim of web is left @property snips its sheet has a tick where the paper is snipped */
  | {
      readonly code: 'rough-cut';
      readonly beyondMm: number;
      readonly middleOut: boolean;
      readonly snips: boolean;
    }
  | {
      readonly code: 'cut-patch' | 'cut-cover';
      readonly patch: string;
      readonly widthMm: number;
      readonly heightMm: number;
      /** As large as its cloth. */
      readonly flush?: boolean;
      /** So far beyond a piece that is fused by itself, mm. */
      readonly beyondMm: number;
    }
  /** A ring of web round a hole. @property holeWidthMm what is cut out of its middle */
  | {
      readonly code: 'cut-ring';
      readonly widthMm: number;
      readonly heightMm: number;
      readonly holeWidthMm: number;
      readonly holeHeightMm: number;
    }
  /** The other layer of a sheet. @property cloth what the cloth that carries the web is cut to; null: the web's own size, as told with it */
  | {
      readonly code: 'cut-over';
      readonly patch: string;
      readonly overId: string;
      readonly widthMm: number;
      readonly heightMm: number;
      readonly cloth: Size | null;
    }
  | ({ readonly code: 'peel-patch' | 'lay-sheet-up' | 'bond-sheets' | 'peel-carrier' } & WholeSheet)
  /** @property flush its web reaches to the very edge */
  | ({ readonly code: 'lay-sheet-over'; readonly flush: boolean } & WholeSheet)
  /** On the front of sheets that are bonded. */
  | {
      readonly code: 'rule-on-sheets';
      readonly patches: readonly string[];
      readonly tiles: number;
      readonly widthMm: number;
      readonly heightMm: number;
    }
  /** A book wrapped in its cover. */
  | { readonly code: 'wrap-book'; readonly spineMm: number; readonly turnInMm: number }
  /** Links of a chain, each through the one before. */
  | { readonly code: 'bond-links'; readonly lapMm: number }
  /** Finished parts put together. @property how on a line, in a chain of links, round a ring, along a stem @property apartMm free between two; from middle to middle on a ring or stem; of a link, its overlap @property endsMm line left free at each end @property fabricIds what they are of, in turn */
  | {
      readonly code: 'assemble';
      readonly how: 'line' | 'chain' | 'ring' | 'stem';
      readonly by: 'stitch' | 'glue' | 'web';
      readonly parts: number;
      readonly apartMm: number;
      readonly lengthMm: number;
      readonly endsMm: number;
      readonly fabricIds: readonly string[];
    }
  /** Through both layers of a sheet. @property by what shows where */
  | {
      readonly code: 'cut-through';
      readonly by: 'lines' | 'ruler' | 'template';
      readonly widthMm: number;
      readonly heightMm: number;
      readonly pinked: boolean;
    }
  /** Strips of a web narrower than what it is for, laid side by side. @property patch of the whole cloth; else of the piece @property taped on the paper, that holds them together */
  | { readonly code: 'join-strips'; readonly patch: string | null; readonly strips: number; readonly taped: boolean }
  /** @property fold how far the turning is folded up, mm */
  | { readonly code: 'press-fold'; readonly foldMm: number }
  | {
      readonly code: 'layer-sandwich';
      readonly wadding: { readonly widthMm: number; readonly heightMm: number };
      readonly backing: { readonly widthMm: number; readonly heightMm: number };
      /** Under blocks that are joined. */
      readonly joined: boolean;
      /** Basted or pinned through all layers. */
      readonly pinned: boolean;
      /** The backing is sewn together of so many widths of cloth. */
      readonly backingWidths: number;
    }
  /** @property grams of one copy @property widthMm the box it is sprinkled over */
  | { readonly code: 'sprinkle'; readonly grams: number; readonly widthMm: number; readonly heightMm: number }
  /** @property wideMm its width; `cut`: it is a strip cut of sheet web, not a tape */
  | { readonly code: 'cut-tape'; readonly lengthMm: number; readonly wideMm: number; readonly cut: boolean }
  | { readonly code: 'draw-on-backing' }
  | {
      readonly code: 'rule-on-patch';
      readonly patch: string;
      readonly widthMm: number;
      readonly heightMm: number;
      readonly tiles: number;
    }
  | ({ readonly code: 'cut-web-on-line' } & CutShapes)
  | { readonly code: 'lay-web-on-right-side' | 'fuse-on-right-side' | 'lay-foil' | 'press-foil' }
  | { readonly code: 'peel-foil' | 'lay-behind' | 'lay-tape' | 'lay-plug' | 'darn-hole' }
  /** @property eitherSide the cloth is alike on both */
  | { readonly code: 'fuse-shapes'; readonly rightSide: boolean; readonly eitherSide: boolean }
  /** @property flush the web is as large as its cloth */
  | { readonly code: 'fuse-patch'; readonly patch: string; readonly eitherSide: boolean; readonly flush: boolean }
  /** @property drawn the other one has its line */
  | { readonly code: 'take-first-liner-off'; readonly drawn: boolean }
  /** @property snipped each has a snip that starts it */
  | { readonly code: 'take-liner-off'; readonly snipped: boolean }
  | { readonly code: 'take-unit-liner-off' | 'peel-halves' | 'clear-threads' }
  | { readonly code: 'stick-by-hand' | 'stick-in-fold' | 'fuse-in-fold' | 'fold-shut' }
  | { readonly code: 'let-cool'; readonly coolS: number }
  | { readonly code: 'cool-and-lift'; readonly coolS: number }
  /** @property bare no liner is on it @property beyondMm so far outside the line, to be trimmed later; 0: on the line @property pinked with pinking shears */
  | ({
      readonly code: 'cut-on-line' | 'cut-from-print' | 'cut-by-machine';
      readonly route: Route;
      readonly bare: boolean;
      readonly beyondMm: number;
      readonly pinked: boolean;
    } & CutShapes)
  /** @property patches of which cloth each is @property shapes how many are cut, all copies told */
  | {
      readonly code: 'cut-mat';
      readonly route: Route;
      readonly mat: number;
      readonly of: number;
      readonly patches: readonly { readonly name: string; readonly fabricId: string }[];
      readonly shapes: number;
    }
  /** @property keepLiners the pieces whose liners stay on meanwhile: what lies on the sheet itself */
  | { readonly code: 'lay-on-sheet'; readonly keepLiners: readonly string[] }
  | {
      readonly code:
        | 'lay-piece'
        | 'lay-unit'
        | 'lay-all'
        | 'lay-top'
        | 'lay-glue-up'
        | 'lay-between'
        | 'lay-glue-down'
        | 'lay-scrap';
    }
  /** @property count of all copies @property widthMm what all measure then */
  | { readonly code: 'trim-alike'; readonly count: number; readonly widthMm: number; readonly heightMm: number }
  /** No line is seen on what was bonded, unless it stands on its back. @property by what shows where @property widthMm of a rectangle that is ruled; else 0 */
  | {
      readonly code: 'trim-on-line';
      readonly by: TrimBy;
      readonly widthMm: number;
      readonly heightMm: number;
    }
  | { readonly code: 'tack-lightly' }
  | { readonly code: 'bond-on-sheet' | 'bond-piece' | 'bond-unit' | 'bond-together' }
  | { readonly code: 'bond-whole-ground'; readonly asideMm2: number }
  | { readonly code: 'bond-places'; readonly areaMm2: number }
  | { readonly code: 'touch-from-behind' }
  /** @property threadId null: one to buy, of this colour @property widthMm from the least to the most @property lines drawn lines are stitched, no edges @property newThread the thread before it was another */
  | {
      readonly code: 'stitch-edges' | 'stitch-lines';
      readonly edge: Edge;
      readonly threadId: string | null;
      readonly colour: string;
      readonly clear: boolean;
      readonly newThread: boolean;
      readonly widthMm: readonly [number, number];
      readonly stitchMm: readonly [number, number];
      readonly stabiliser: boolean;
    }
  | { readonly code: 'paint-edges' | 'paint-lines'; readonly widthMm: number }
  /** Wadding and backing lie beneath already. @property fused edges are not stitched yet */
  | { readonly code: 'quilt-it'; readonly fused: boolean }
  | { readonly code: 'stitch-hem' }
  | SewingUp
  | { readonly code: 'note-what-worked' };

/** A sheet of two layers that is handled whole, by its name and the size of its web, mm. */
export interface WholeSheet {
  readonly patch: string;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** What is cut, sewn together and sewn round a thing: the ground and its widths, blocks, border, binding, sleeve and back. */
export type SewingUp =
  /** @property finished without seams @property seamMm all round, outside that @property squaringMm more, trimmed away in the end @property shaped it is no rectangle */
  | {
      readonly code: 'cut-ground';
      readonly fabricId: string;
      readonly cut: Size;
      readonly finished: Size;
      readonly seamMm: number;
      readonly squaringMm: number;
      readonly shaped: boolean;
    }
  | { readonly code: 'cut-panels'; readonly fabricId: string; readonly sizes: readonly Size[] }
  /** @property cut what it measures once it is joined @property shaped its shape is cut then */
  | { readonly code: 'join-panels'; readonly allowanceMm: number; readonly cut: Size; readonly shaped: boolean }
  /** @property to with its seams */
  | { readonly code: 'square-up'; readonly to: Size; readonly shaped: boolean }
  | {
      readonly code: 'cut-around';
      readonly parts: readonly {
        readonly is: AroundPart;
        readonly fabricId: string;
        readonly wideMm: number;
        readonly longMm: number;
        readonly count: number;
        /** So many strips across the cloth are joined to that length; 1: it is cut in one. */
        readonly widths: number;
      }[];
    }
  /** @property to what it measures then, raw edges and all */
  | {
      readonly code: 'join-blocks';
      readonly rows: number;
      readonly columns: number;
      readonly blocks: number;
      readonly sashed: boolean;
      readonly seamMm: number;
      readonly to: Size;
    }
  | { readonly code: 'sew-border'; readonly seamMm: number; readonly to: Size }
  | { readonly code: 'trim-quilt'; readonly to: Size }
  | { readonly code: 'sew-sleeve'; readonly deepMm: number; readonly caught: boolean }
  | { readonly code: 'sew-binding'; readonly seamMm: number }
  | { readonly code: 'sew-facing'; readonly seamMm: number }
  /** @property gapMm left open to turn it through; 0: none @property hemMm how long the edge is that is hemmed */
  | {
      readonly code: 'sew-back';
      readonly how: 'plain' | 'envelope';
      readonly seamMm: number;
      readonly gapMm: number;
      readonly hemMm: number;
    };

/** How hands know where to cut what is bonded: along the line on its back, by ruler to its size, or round its template laid on the front. */
export type TrimBy = 'backing' | 'ruler' | 'template';

/** What of the outlines asks for more than one cut round them, by piece. */
export interface CutShapes {
  /** Shapes inside are cut out: the middle of an O. */
  readonly inside: readonly string[];
  /** It comes in several parts that belong together: the dot of an i. */
  readonly parted: readonly string[];
  /** What is cut out of it is needed later, at the press. */
  readonly keeps: readonly string[];
}

/** What is looked at when a step is done. */
export type StepLook =
  | 'smooth'
  | 'drawn-right-way'
  | 'room-all-round'
  | 'web-inside-cloth'
  | 'liner-lies-flat'
  | 'cool-to-the-hand'
  | 'clean-points'
  | 'all-alike'
  | 'adhesive-on-the-cloth'
  | 'right-way-up'
  | 'nothing-slides'
  | 'no-edge-lifts'
  | 'nothing-on-the-face'
  | 'stitches-even'
  | 'stitches-inside'
  | 'web-left-its-liner'
  | 'foil-stays-all-over'
  | 'glue-stayed-on-paper'
  | 'web-lies-flat'
  | 'front-clean'
  | 'stitches-on-line'
  | 'dry';

/** A measure that a ruler takes, mm: of its own edge from that edge of the ground, of its middle from a middle crease, or from edge to edge of a neighbour that lies already. */
export type PlaceFrom =
  | {
      readonly from: 'left' | 'right' | 'top' | 'bottom' | 'centre-x' | 'centre-y';
      readonly mm: number;
    }
  /** @property side where of that neighbour it lies */
  | {
      readonly from: 'piece';
      readonly pieceId: string;
      readonly side: 'left' | 'right' | 'above' | 'below';
      readonly mm: number;
    };

/** What hands may have got wrong of the state a step stands on: asked before it. */
export type StepGate =
  | {
      readonly code:
        | 'drawn-reversed'
        | 'drawn-as-seen'
        | 'web-on-back'
        | 'web-on-front'
        | 'sheet-on-top'
        | 'sheet-beneath'
        | 'paper-off'
        | 'reads-right'
        | 'glue-up'
        | 'glue-down'
        | 'glue-to-fabric'
        | 'foil-covers'
        | 'iron-on-heel'
        | 'mat-paper-up'
        | 'mat-fabric-up'
        | 'plug-covered';
    }
  /** @property name an own cover’s; null: one of the usual ones */
  | { readonly code: 'cover-on'; readonly cover: Cover; readonly name: string | null };
export type GateCode = StepGate['code'];
/** What to mend when it is not so. */
export type StepMend =
  | 'adhesive-left-on-liner'
  | 'edge-lifts'
  | 'adhesive-on-the-face'
  | 'adhesive-on-the-iron'
  | 'backwards'
  | 'slid'
  | 'foil-patchy'
  | 'furry-edge'
  | 'needle-gums';
/** How a step can hurt. */
export type StepCare = 'hot-iron' | 'steam' | 'blades' | 'fumes' | 'small-parts' | 'needle' | 'glue';

/** What lies above one another somewhere under a press, and over how much of it. */
export interface StepColumn {
  readonly areaMm2: number;
  /** Fabrics and webs by their ids, from the surface up; `liner`, `sheet`, `wadding` and `backing` beside them. */
  readonly layers: readonly string[];
}

/** What of a piece faces whoever does a step: the paper with its line, the paper half off, bare glue, the cloth's right side, or foil under its carrier, half off. */
export type StepFace = 'paper' | 'paper-half-off' | 'glue' | 'right' | 'carrier' | 'carrier-half-off';

export interface Step {
  readonly id: string;
  readonly kind: StepKind;
  /** null: for all articles at once. */
  readonly articleId: string | null;
  /** What it acts on; of a press, the pieces whose bond or fuse it makes. */
  readonly pieceIds: readonly string[];
  /** Everything that lies under a press and moves with it: a unit with all its members. Else the same as `pieceIds`. */
  readonly members: readonly string[];
  readonly unit: string | null;
  readonly webId: string | null;
  readonly fabricId: string | null;
  /** The most copies of one of its pieces. */
  readonly copies: number;
  readonly ticketId: string | null;
  readonly on: StepPlace;
  /** Copies that are handled in one go where there are many of a layered thing, from 1; null: all at once. */
  readonly batch: { readonly n: number; readonly of: number } | null;
  /** Over all copies. */
  readonly loads: number;
  readonly setDowns: number;
  /** Of a press of several pieces those of each by itself, over all its copies; else none. */
  readonly setDownsEach: readonly number[];
  readonly columns: readonly StepColumn[];
  readonly handsS: number;
  readonly waitS: number;
  readonly does: StepDoing;
  /** Where it is laid: a measure across and one down; empty where it is laid on no ground, or lies on another. */
  readonly place: readonly PlaceFrom[];
  /** The same of each of several pieces that are laid side by side. */
  readonly places: readonly { readonly pieceId: string; readonly place: readonly PlaceFrom[] }[];
  /** Which side of its pieces faces you; null: they lie in the work, or there are none. */
  readonly shows: StepFace | null;
  /** What is asked before it. */
  readonly gates: readonly StepGate[];
  /** What can be seen of the state it leads to, where that is the moment to see it. */
  readonly look: StepLook | null;
  /** States it can fail into. */
  readonly wrong: readonly MendCode[];
  /** Those of them that have a line of the mending guide. */
  readonly ifNot: readonly StepMend[];
  readonly care: readonly StepCare[];
}

export interface Making {
  readonly steps: readonly Step[];
  readonly handsS: number;
  readonly waitS: number;
  /** How often the iron is set anew, by what its dial can tell apart. */
  readonly settings: number;
  /** Pieces whose bond is heated again by later presses, and how often. */
  readonly reheats: readonly (readonly [pieceId: string, times: number])[];
  /** What could not be put in order, as far as it is known. */
  readonly troubles: readonly MakingTrouble[];
}

/** Something that hands could not do so. */
export type MakingTrouble =
  | { readonly code: 'unit-interleaved'; readonly unit: string; readonly pieceId: string }
  | { readonly code: 'no-ground'; readonly articleId: string; readonly pieceIds: readonly string[] }
  | { readonly code: 'article-empty'; readonly articleId: string }
  | { readonly code: 'patch-too-large'; readonly fabricId: string; readonly pieceIds: readonly string[] };
