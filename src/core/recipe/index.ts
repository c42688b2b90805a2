import type { Project, RecipeId } from '../model';
import { applique } from './applique';
import { clothAndFoil } from './cloth-and-foil';
import { withOtherSide, withoutLayers } from './layers';
import { paperBacked } from './paper-backed';
import type { Recipe } from './recipe';
import { twoSided } from './two-sided';
import { window } from './window';

export type { OtherSide } from './layers';
export { PHASES, type Phase, type Recipe } from './recipe';

/** Every recipe. One more is one file more, and its line here. */
export const RECIPE_FACTS: Readonly<Record<RecipeId, Recipe>> = {
  applique,
  window,
  'two-sided': twoSided,
  'cloth-and-foil': clothAndFoil,
  'paper-backed': paperBacked,
};

/** A project with the layers of its recipe laid out; of what another recipe had laid out only the pieces of hands stay. The project itself where nothing is to do: laid out twice it is the same. */
export function laidByRecipe(project: Project): Project {
  const { otherSide } = RECIPE_FACTS[project.recipe.id];
  return otherSide ? withOtherSide(project, otherSide) : withoutLayers(project);
}

/** Changes a project to be made another way: what its ground was of becomes what the other sides are of. */
export function makeBy(project: Project, id: RecipeId): void {
  const { otherSide } = RECIPE_FACTS[id];
  const bare = withoutLayers(project);
  project.pieces = bare.pieces;
  project.order = bare.order;
  project.layering = bare.layering;
  const groundOf = project.articles.find((a) => a.ground)?.ground?.fabricId;
  project.recipe = {
    id,
    answers: otherSide?.usual === null && groundOf !== undefined ? { otherSideId: groundOf } : {},
  };
}
