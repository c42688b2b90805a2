import { lightness } from '../colour';
import { coversOf, hiddenGround, type Laid } from '../laid';
import { proposeUnits, type Stack, type StackMap, suggestOrder } from '../layer';
import type { PressTicket } from '../model';
import { placementPlan, type Schedule, scheduleOf } from '../press';
import { cleanAreaMm2, labelSpot, printRegion, type Spot } from '../shape';

/** What only the screen needs, with outlines as path data to draw. */
export interface Picture {
  /** Where each piece's number stands on the ground: in the part that shows. */
  readonly spots: Readonly<Record<string, Spot>>;
  /** For each piece the outline to cut, what of it is seen (empty: all), and hidden cloth that could go: path data on the ground. */
  readonly cuts: Readonly<Record<string, { outline: string; visible: string; hidden: string; hiddenMm2: number }>>;
  /** The ground that could be cut away behind the picture. */
  readonly hiddenGround: string;
  /** Every pile on the ground, and the stiffest of them. */
  readonly stack: Omit<StackMap, 'stacks'> & {
    readonly stacks: readonly (Omit<Stack, 'region'> & { readonly outline: string })[];
  };
  /** An order of ours, back-most first. */
  readonly suggested: readonly string[];
  /** Units worth building on the release sheet. */
  readonly units: readonly (readonly string[])[];
  /** The whole work at the board. */
  readonly schedule: Omit<Schedule, 'reheats'> & {
    /** Pieces whose bond is heated again, and how often. */
    readonly reheats: readonly (readonly [string, number])[];
  };
  /** Where the iron is set down, piece by piece, on the ground, mm: middles and size of each footprint. */
  readonly footprints: Readonly<
    Record<string, readonly { x: number; y: number; w: number; h: number; again: boolean }[]>
  >;
}

/** The schedule and where the iron is set down. */
function boardWork(press: readonly PressTicket[], laid: Laid): Pick<Picture, 'schedule' | 'footprints'> {
  const footprints: Record<string, Picture['footprints'][string]> = {};
  const counts = new Map<string, number>();
  for (const { id, region } of laid.placed) {
    const plan = placementPlan(region, laid.look.iron);
    counts.set(id, plan.count);
    footprints[id] = plan.footprints.map((f) => ({
      x: f.centre.x,
      y: f.centre.y,
      w: f.widthMm,
      h: f.heightMm,
      again: f.touchesAvoided,
    }));
  }
  const { reheats, ...schedule } = scheduleOf(
    press,
    (id) => counts.get(id) ?? 1,
    (id) => [...laid.pile.under(id)],
  );
  return { schedule: { ...schedule, reheats: [...reheats] }, footprints };
}

/** @param stack what {@link stackMap} found for this project */
export function pictureOf(laid: Laid, press: readonly PressTicket[], stack: StackMap): Picture {
  const { project, look, placed, overlaps, abutting, cuts } = laid;
  const covers = coversOf(placed, overlaps);
  return {
    spots: Object.fromEntries(placed.map(({ id, region }) => [id, labelSpot(region, covers.get(id))])),
    cuts: Object.fromEntries(
      cuts.map((c) => [
        c.id,
        {
          outline: printRegion(c.outline, 2),
          visible: c.changed ? printRegion(c.visible, 2) : '',
          hidden: printRegion(c.hidden, 2),
          hiddenMm2: cleanAreaMm2(c.hidden),
        },
      ]),
    ),
    hiddenGround: printRegion(hiddenGround(placed, project.layering.underlapMm), 2),
    stack: {
      ...stack,
      stacks: stack.stacks.map(({ region, ...s }) => ({ ...s, outline: printRegion(region, 1) })),
    },
    suggested: suggestOrder(placed, overlaps, abutting, (id) => lightness(look.fabricOf(look.piece(id)).colour)),
    units: proposeUnits(placed, overlaps, project.layering.sheet).map((u) => u.pieceIds),
    ...boardWork(press, laid),
  };
}
