import { Note } from '~/components';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import { snagWords, tellWords } from '~/words';
import { useOpen } from '../project/useOpen';
import css from './Pattern.module.css';

/** What follows from what a recipe was answered, and what of it cannot be. */
export function RecipeAnswer() {
  const { project } = useOpen();
  if (!project) return null;
  const { tells, misfits } = RECIPE_FACTS[project.recipe.id];
  const say = snagWords(project);
  return (
    <>
      {misfits(project)
        .filter((m) => m.severity === 'stop')
        .map((m) => {
          const { text, mend } = say({ ...m, at: null, station: 'pattern' });
          return (
            <Note key={`${m.code} ${m.pieceIds.join()}`} stop>
              {text} {mend}
            </Note>
          );
        })}
      {tells(project).map((t) => (
        <p key={t.code} className={css.told}>
          {tellWords(t, project)}
        </p>
      ))}
    </>
  );
}
