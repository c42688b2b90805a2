import { Select } from '~/components';
import { type ArticleView, type Piece, RECIPES } from '~/core/model';
import { makeBy, RECIPE_FACTS } from '~/core/recipe';
import { edit, editPiece } from '~/store';
import { FabricChoice } from '../cloth/FabricChoice';
import css from './Pattern.module.css';

/** How the whole is made: on a ground, behind windows, or in layers. */
export function RecipeFields({ project }: { project: ArticleView }) {
  const { says, otherSide } = RECIPE_FACTS[project.recipe.id];
  return (
    <div className={css.section}>
      <Select
        label="How it is made"
        value={project.recipe.id}
        options={RECIPES.map((id) => ({ value: id, label: RECIPE_FACTS[id].name }))}
        onChange={(id) => edit((p) => makeBy(p, id))}
      />
      <p className={css.lead}>
        {says}
        {otherSide &&
          ` Every piece that lies on no other gets its ${otherSide.called}; what lies wholly on one is of one layer.`}
      </p>
    </div>
  );
}

/** The other side of a piece in hand: what it is of. Nothing to ask where it has none. */
export function OtherSideOf({ project, piece }: { project: ArticleView; piece: Piece }) {
  const { otherSide } = RECIPE_FACTS[project.recipe.id];
  const other = project.pieces.find((p) => p.part?.of === piece.id);
  if (!otherSide || !other) return null;
  return (
    <FabricChoice
      label={otherSide.asks}
      project={project}
      value={other.fabricId}
      onChange={(id) => editPiece(other.id, (p) => void (p.fabricId = id))}
    />
  );
}
