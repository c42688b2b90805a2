import { factsOf } from '../../choose/material';
import { newGround, type Piece, type Project, type RecipeId } from '../../keep/model';
import { applique } from './applique';
import { clothAndFoil } from './cloth-and-foil';
import { foilMotif } from './foil-motif';
import { framed } from './framed';
import { hem } from './hem';
import { bodiesOf, handLaid, withOtherSide, withoutLayers } from './layers';
import { oneSided } from './one-sided';
import { paperBacked } from './paper-backed';
import { patch } from './patch';
import type { Recipe } from './recipe';
import { twoSided } from './two-sided';
import { window } from './window';

export { measureIn, measureOf, pickedIn, pickedOf } from './answers';
export type { Assembly } from './assembly';
export { LEAST_RIM_MM, PATCH_BEYOND_MM, tileOf, tilesOnSheet } from './framed';
export { blockOf, type Grid, gridOn } from './grid';
export { tapeFor, turnUpOf } from './hem';
export { backedIn } from './layers';
export { type BookCover, bookCoverOf } from './paper-backed';
export { darnedMm, mendOf } from './patch';
export {
  type OtherSide,
  PHASES,
  type Phase,
  type Recipe,
  type RecipeOption,
  type RecipeQuestion,
  type RecipeTell,
} from './recipe';

/** Every recipe. One more is one file more, and its line here. */
export const RECIPE_FACTS: Readonly<Record<RecipeId, Recipe>> = {
  applique,
  window,
  framed,
  'two-sided': twoSided,
  'cloth-and-foil': clothAndFoil,
  'foil-motif': foilMotif,
  'paper-backed': paperBacked,
  'one-sided': oneSided,
  patch,
  hem,
};

/** Whether whole sheets are bonded and cut through both at once: where the recipe has it so, and nothing lies on what is cut. */
export function isSheetwise(project: Project): boolean {
  const { otherSide, sheetwise } = RECIPE_FACTS[project.recipe.id];
  if (!otherSide) return false;
  const hands = handLaid(project);
  return hands.length > 0 && sheetwise(project, hands) && bodiesOf(project).size === hands.length;
}

/** Whether a piece is foil on a ground: web of its shape, bonded to the right side, and foil pressed onto that. */
export function isFoiled(project: Project, piece: Piece): boolean {
  if (piece.part !== null || piece.webless || RECIPE_FACTS[project.recipe.id].layered) return false;
  const cloth = project.fabrics.find((f) => f.id === piece.fabricId);
  return cloth !== undefined && factsOf(cloth).material === 'foil';
}

/** Pieces of foil are drawn on web that lies on the right side; what is of foil no longer goes the project’s way again. */
function foilRoutes(project: Project): Project {
  let changed = false;
  const pieces = project.pieces.map((p) => {
    const foiled = isFoiled(project, p);
    if (foiled ? p.route === 'web-on-right-side' : p.route !== 'web-on-right-side') return p;
    changed = true;
    return { ...p, route: foiled ? ('web-on-right-side' as const) : null };
  });
  return changed ? { ...project, pieces } : project;
}

/** A project with the layers of its recipe laid out; of what another recipe had laid out only the pieces of hands stay. The project itself where nothing is to do: laid out twice it is the same. */
export function laidByRecipe(project: Project): Project {
  const { otherSide, layOut } = RECIPE_FACTS[project.recipe.id];
  const drawn = layOut ? layOut(project) : otherSide ? project : withoutLayers(project);
  const laid = otherSide ? withOtherSide(drawn, otherSide, isSheetwise(drawn)) : drawn;
  return foilRoutes(laid);
}

/** Changes a project to be made another way: what its ground was of becomes what the recipe asks about in its place, and what had none lies on a ground again where it needs one. */
export function makeBy(project: Project, id: RecipeId): void {
  const { groundBecomes, needsGround, layOut } = RECIPE_FACTS[id];
  const bare = withoutLayers(project);
  const sideOf = project.pieces.find((p) => p.part)?.fabricId;
  project.pieces = bare.pieces;
  project.order = bare.order;
  project.layering = bare.layering;
  const groundOf = project.articles.find((a) => a.ground)?.ground?.fabricId;
  project.recipe = {
    id,
    answers: groundBecomes !== null && groundOf !== undefined ? { [groundBecomes]: groundOf } : {},
  };
  // A patch or a hem cannot be without the cloth it is in.
  const [main] = project.articles;
  const cloth = sideOf ?? project.fabrics[0]?.id;
  if (layOut && needsGround && main && !main.ground && cloth !== undefined)
    main.ground = newGround({ fabricId: cloth });
}
