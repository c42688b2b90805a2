import { Button, FieldChoice, UNIT_OPTIONS } from '~/components';
import type { ArticleView } from '~/core/keep/model';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import { edit, rememberUnits } from '~/store';
import { dropUnused } from '../cloth/drop-unused';
import { PieceChips } from '../project/PieceChips';
import { ArticleFields } from './ArticleFields';
import { CutLimits } from './CutLimits';
import { GroundFields } from './GroundFields';
import css from './Pattern.module.css';
import { PurposeFields } from './PurposeFields';
import { RecipeFields } from './RecipeFields';

/** What the project is for, and its ground; shown while no piece is in hand. */
export function GroundTray({ project }: { project: ArticleView }) {
  return (
    <>
      <PurposeFields project={project} />
      <RecipeFields project={project} />
      <ArticleFields project={project} />
      {project.article.ground && !RECIPE_FACTS[project.recipe.id].laysArticles && <GroundFields project={project} />}
      {project.underlay && (
        <div className={css.section}>
          <h3>Image underneath</h3>
          <div className={css.row}>
            <Button
              aria-pressed={project.underlay.shown}
              onClick={() => edit((p) => void (p.underlay && (p.underlay.shown = !p.underlay.shown)))}
            >
              {project.underlay.shown ? 'Shown' : 'Hidden'}
            </Button>
            <Button
              look="stop"
              onClick={() =>
                edit((p) => {
                  p.underlay = null;
                  dropUnused(p);
                })
              }
            >
              Remove it
            </Button>
          </div>
        </div>
      )}
      <CutLimits project={project} />
      <FieldChoice
        label="Lengths in"
        value={project.units}
        options={UNIT_OPTIONS}
        onChange={(v) => {
          edit((p) => void (p.units = v));
          rememberUnits(v);
        }}
      />
      {project.pieces.length > 0 && (
        <div className={css.section}>
          <h3>Pieces, back to front</h3>
          <PieceChips project={project} ids={project.order} label="Pieces, back to front" />
        </div>
      )}
    </>
  );
}
