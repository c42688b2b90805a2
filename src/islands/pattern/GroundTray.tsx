import { Button, FieldChoice, Fold, routeOptions, Select, UNIT_OPTIONS } from '~/components';
import { formatSize } from '~/core/base/units';
import { groundShape } from '~/core/intake/arrange';
import type { ArticleView } from '~/core/keep/model';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import { isMadeUp } from '~/core/lay/size';
import { edit, rememberUnits } from '~/store';
import { RECIPE_WORDS, ROUTE_WORDS } from '~/words';
import { dropUnused } from '../cloth/drop-unused';
import { PieceChips } from '../project/PieceChips';
import { purposeSays } from '../project/says';
import { AroundFields } from './AroundFields';
import { ArticleFields } from './ArticleFields';
import { CutLimits } from './CutLimits';
import { GROUND_SHAPES, GroundFields } from './GroundFields';
import css from './Pattern.module.css';
import { PurposeFields } from './PurposeFields';
import { RecipeFields } from './RecipeFields';

/** What is made, in a word or two: how, and how many. */
function makeSays({ recipe, articles }: ArticleView): string[] {
  const made = articles.reduce((n, a) => n + a.count, 0);
  return [RECIPE_WORDS[recipe.id].name, ...(made > 1 ? [`${made} ×`] : [])];
}
function groundSays({ ground, fabrics, units }: ArticleView): string[] {
  const shape = groundShape(ground);
  return [
    formatSize(ground.widthMm, ground.heightMm, units),
    ...(shape === 'rectangle' ? [] : [GROUND_SHAPES[shape]]),
    fabrics.find((f) => f.id === ground.fabricId)?.name ?? '',
  ];
}
const unitSays = ({ units }: ArticleView): string => UNIT_OPTIONS.find((o) => o.value === units)?.label ?? '';

/** What the project is for, and its ground, in four folds; shown while no piece is in hand. */
export function GroundTray({ project }: { project: ArticleView }) {
  return (
    <>
      <Fold label="What you make" says={makeSays(project)}>
        <div className={css.folded}>
          <RecipeFields project={project} />
          <ArticleFields project={project} />
        </div>
      </Fold>
      <Fold label="What it is for" says={purposeSays(project)}>
        <div className={css.folded}>
          <PurposeFields project={project} />
        </div>
      </Fold>
      {project.article.ground && !RECIPE_FACTS[project.recipe.id].laysArticles && (
        <Fold label="Background" says={groundSays(project)}>
          <div className={css.folded}>
            <GroundFields project={project} />
            {!isMadeUp(project, project.article) && <AroundFields project={project} />}
          </div>
        </Fold>
      )}
      <Fold label="Cutting and lengths" says={[ROUTE_WORDS[project.route].name, unitSays(project)]}>
        <div className={css.folded}>
          <Select
            label="How pieces are cut"
            value={project.route}
            options={routeOptions()}
            onChange={(v) => edit((p) => void (p.route = v))}
          />
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
        </div>
      </Fold>
      {project.underlay && (
        <div className={css.section}>
          <h2 className={css.sub}>Image underneath</h2>
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
      {project.pieces.length > 0 && (
        <div className={css.section}>
          <h2 className={css.sub}>Pieces, back to front</h2>
          <PieceChips project={project} ids={project.order} label="Pieces, back to front" />
        </div>
      )}
    </>
  );
}
