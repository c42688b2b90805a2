import { LengthField, NumberField, Select } from '~/components';
import { type ArticleView, type Piece, type Project, RECIPES } from '~/core/keep/model';
import { makeBy, measureIn, pickedIn, RECIPE_FACTS, type RecipeQuestion } from '~/core/lay/recipe';
import { edit, editPiece } from '~/store';
import { RECIPE_WORDS } from '~/words';
import { FabricChoice } from '../cloth/FabricChoice';
import { FabricsChoice } from '../cloth/FabricsChoice';
import css from './Pattern.module.css';
import { RecipeAnswer } from './RecipeAnswer';

const answerWith = (key: string, value: Project['recipe']['answers'][string]): string | null =>
  edit((p) => void (p.recipe.answers[key] = value), { what: 'recipe-answer', ids: [key] });

/** How the whole is made: on a ground, behind windows, or in layers; and what that asks. */
export function RecipeFields({ project }: { project: ArticleView }) {
  const { questions, otherSide } = RECIPE_FACTS[project.recipe.id];
  const { says } = RECIPE_WORDS[project.recipe.id];
  const asked = questions.filter((q) => q.when?.(project) ?? true);
  const isMeasure = (q: RecipeQuestion): boolean => q.is === 'length' || q.is === 'count';
  const measures = asked.filter(isMeasure);
  return (
    <div className={css.section}>
      <Select
        label="How it is made"
        value={project.recipe.id}
        options={RECIPES.map((id) => ({ value: id, label: RECIPE_WORDS[id].name }))}
        onChange={(id) => edit((p) => makeBy(p, id))}
      />
      <p className={css.lead}>
        {says}
        {otherSide &&
          ` Every piece that is on no other gets its ${otherSide.called}; a piece fully on another has one layer.`}
      </p>
      {measures.length > 0 && (
        <div className={css.pair}>
          {measures.map((q) => (
            <Question key={q.key} project={project} question={q} />
          ))}
        </div>
      )}
      {asked
        .filter((q) => !isMeasure(q))
        .map((q) => (
          <Question key={q.key} project={project} question={q} />
        ))}
      <RecipeAnswer />
    </div>
  );
}

/** One thing that a recipe asks. */
function Question({ project, question: q }: { project: ArticleView; question: RecipeQuestion }) {
  const { asks, options } = RECIPE_WORDS[project.recipe.id];
  const label = asks[q.key] ?? q.key;
  switch (q.is) {
    case 'length':
      return (
        <LengthField
          label={label}
          units={project.units}
          min={q.minMm}
          max={q.maxMm}
          value={measureIn(project, q)}
          onChange={(mm) => answerWith(q.key, mm)}
        />
      );
    case 'count':
      return (
        <NumberField
          label={label}
          unit=""
          min={q.min}
          max={q.max}
          value={measureIn(project, q)}
          onChange={(n) => answerWith(q.key, Math.round(n))}
        />
      );
    case 'one-of':
      return (
        <Select
          label={label}
          value={pickedIn(project, q)}
          options={q.options.map(({ value }) => ({ value, label: options[value] ?? value }))}
          onChange={(value) => answerWith(q.key, value)}
        />
      );
    case 'cloth':
      return (
        <FabricChoice
          label={label}
          project={project}
          value={q.of(project) ?? ''}
          onChange={(id) => answerWith(q.key, id)}
        />
      );
    case 'cloths':
      return (
        <FabricsChoice
          label={label}
          project={project}
          values={q.of(project)}
          onChange={(ids) => answerWith(q.key, [...ids])}
        />
      );
  }
}

/** The other side of a piece in hand: what it is of. Nothing to ask where it has none. */
export function OtherSideOf({ project, piece }: { project: ArticleView; piece: Piece }) {
  const { sideAsks } = RECIPE_WORDS[project.recipe.id];
  const other = project.pieces.find((p) => p.part?.of === piece.id);
  if (sideAsks === undefined || !other) return null;
  return (
    <FabricChoice
      label={sideAsks}
      project={project}
      value={other.fabricId}
      onChange={(id) => editPiece(other.id, (p) => void (p.fabricId = id))}
    />
  );
}
