import { RECIPE_FACTS } from '~/core/lay/recipe';
import { tellWords } from '~/words';
import { useOpen } from '../project/useOpen';
import css from './Pattern.module.css';

/** What follows from what a recipe was answered. */
export function RecipeAnswer() {
  const { project } = useOpen();
  if (!project) return null;
  return RECIPE_FACTS[project.recipe.id].tells(project).map((t) => (
    <p key={t.code} className={css.told}>
      {tellWords(t, project)}
    </p>
  ));
}
