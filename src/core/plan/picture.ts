import { lightness } from '../base/colour';
import { inMap } from '../base/lists';
import { areaMm2, labelSpot, printRegion, type Spot } from '../base/shape';
import { placementPlan } from '../choose/press';
import { decidingPlace, type Made } from '../hands/making';
import { coversOf, hiddenGround, type Laid } from '../lay/laid';
import { type LaidStack, proposeUnits, type StackMap, suggestOrder } from '../lay/layer';

/** Where the iron is set down on something: middles and size of each footprint, mm. */
export type Footprints = readonly { x: number; y: number; w: number; h: number }[];

/** What the screen shows of one article as a whole. */
export interface ArticlePicture {
  /** Every pile on the ground, and the stiffest of them. */
  readonly stack: Omit<StackMap, 'stacks'> & {
    readonly stacks: readonly (Omit<LaidStack, 'region'> & { readonly outline: string })[];
  };
  /** An order of ours, back-most first. */
  readonly suggested: readonly string[];
  /** Units worth building on the release sheet. */
  readonly units: readonly (readonly string[])[];
}

/** What only the screen needs, with outlines as path data to draw. */
export interface PlanPicture {
  /** Where each piece's number stands on the ground: in the part that shows. */
  readonly spots: Readonly<Record<string, Spot>>;
  /** For each piece the outline to cut, what of it is seen (empty: all), and hidden cloth that could go: path data on the ground. */
  readonly cuts: Readonly<Record<string, { outline: string; visible: string; hidden: string; hiddenMm2: number }>>;
  readonly articles: Readonly<Record<string, ArticlePicture>>;
  /** For each press, by its step: what the iron covers, where it is set down, and the place that decides about its seconds. */
  readonly presses: Readonly<
    Record<string, { readonly outline: string; readonly footprints: Footprints; readonly deciding: readonly string[] }>
  >;
}

function pressesOf(made: Made, laid: Laid): PlanPicture['presses'] {
  return Object.fromEntries(
    [...made.presses].map(([stepId, press]) => {
      const { footprints } = placementPlan(press.region, laid.look.iron);
      const deciding = decidingPlace(press).regions;
      return [
        stepId,
        {
          outline: printRegion(press.region, 1),
          footprints: footprints.map((f) => ({ x: f.centre.x, y: f.centre.y, w: f.widthMm, h: f.heightMm })),
          deciding: press.stage === 'bond' ? deciding.map((r) => printRegion(r, 1)) : [],
        },
      ];
    }),
  );
}

/** The ground that could be cut away behind an article, path data on the ground; empty where there is none. Asked for only where it is shown: it takes a third of a plan. */
export function behindOf(laid: Laid, articleId: string): string {
  const of = laid.articles.find((a) => a.article.id === articleId);
  return of?.article.ground ? printRegion(hiddenGround(of.placed, laid.project.layering.underlapMm), 2) : '';
}

/** @param stacks what {@link stackMap} found for each article */
export function pictureOf(laid: Laid, made: Made, stacks: ReadonlyMap<string, StackMap>): PlanPicture {
  const { project, look, articles } = laid;
  const { layering } = project;
  return {
    spots: Object.fromEntries(
      articles.flatMap(({ placed, overlaps }) => {
        const covers = coversOf(placed, overlaps);
        return placed.map(({ id, region }) => [id, labelSpot(region, covers.get(id))]);
      }),
    ),
    cuts: Object.fromEntries(
      laid.cuts.map((c) => [
        c.id,
        {
          outline: printRegion(c.outline, 2),
          visible: c.covered ? printRegion(c.visible, 2) : '',
          hidden: printRegion(c.hidden, 2),
          hiddenMm2: areaMm2(c.hidden),
        },
      ]),
    ),
    articles: Object.fromEntries(
      articles.map(({ article, placed, overlaps, abutting }): [string, ArticlePicture] => {
        const stack = inMap(stacks, article.id);
        return [
          article.id,
          {
            stack: {
              ...stack,
              stacks: stack.stacks.map(({ region, ...s }) => ({ ...s, outline: printRegion(region, 1) })),
            },
            suggested: suggestOrder(placed, overlaps, abutting, (id) =>
              lightness(look.fabricOf(look.piece(id)).colour),
            ),
            units: proposeUnits(placed, overlaps, layering.sheet).map((u) => u.pieceIds),
          },
        ];
      }),
    ),
    presses: pressesOf(made, laid),
  };
}
