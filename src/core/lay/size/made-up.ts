import type { Article, Project } from '../../keep/model';
import { RECIPE_FACTS } from '../recipe';

/** Whether a ground is bought or here made up, so that nothing is cut for it: because somebody said so, or because of what is done to it. */
export const isMadeUp = ({ recipe }: Pick<Project, 'recipe'>, { ground }: Pick<Article, 'ground'>): boolean =>
  ground !== null && (ground.readyMade !== null || RECIPE_FACTS[recipe.id].onMadeUp);
