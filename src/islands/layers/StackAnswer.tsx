import { Button } from '~/components';
import { formatThickness } from '~/core/base/units';
import type { ArticleView } from '~/core/keep/model';
import { feelOf, HAND_LIMIT } from '~/core/lay/layer';
import type { ArticlePicture } from '~/core/plan';
import { counted, FEEL_WORDS } from '~/words';
import { Answer } from '../project/Answer';
import css from './Layers.module.css';

/** An estimate to two figures: more would be a claim. */
const roughly = (n: number): string => String(Number(n.toPrecision(2)));

/** How many lie there, where it is stiffest, and our order where it is another. */
export function StackAnswer({
  project,
  picture,
  onOrder,
}: {
  project: ArticleView;
  picture: ArticlePicture;
  onOrder: (order: readonly string[]) => void;
}) {
  const { stack } = picture;
  const { hand } = project.intent;
  const pile = stack.highest && stack.stacks[stack.highest.stack];
  // How a piece and its other side lie is the recipe's: only the order of the others can differ.
  const others = new Set(project.pieces.flatMap((p) => (p.part ? [p.id] : [])));
  const mineOnly = (ids: readonly string[]): string => ids.filter((id) => !others.has(id)).join(' ');
  const differs = mineOnly(picture.suggested) !== mineOnly(project.order);
  const tooStiff = pile !== null && pile !== undefined && pile.stiffness > HAND_LIMIT[hand].value;
  return (
    <Answer
      says={
        <>
          <strong>{counted(project.order.length, 'piece')}</strong>, back to front.{' '}
          {differs
            ? 'We would put larger pieces further back, and on top what lies inside another.'
            : 'Your order is the one we would choose.'}
        </>
      }
      reason={
        pile && (
          <span className={tooStiff ? css.stop : undefined}>
            Stiffest place: {counted(pile.cloths, 'layer')} of fabric, {pile.webs} of web,{' '}
            {formatThickness(pile.thicknessMm, project.units)} thick. It will feel like{' '}
            {FEEL_WORDS[feelOf(pile.rigidityUNm)]} there
            {tooStiff && `, stiffer than the ${hand} feel you chose`} (estimated).
          </span>
        )
      }
    >
      {pile && (
        <details className={css.ratio}>
          <summary>How stiff in figures</summary>
          About {roughly(pile.stiffness)} times as stiff as{' '}
          {project.article.ground ? 'the bare background' : 'its lowest fabric alone'}
          {Number.isFinite(HAND_LIMIT[hand].value) && `; a ${hand} feel takes ${roughly(HAND_LIMIT[hand].value)}`}.
        </details>
      )}
      {differs && <Button onClick={() => onOrder(picture.suggested)}>Use our order</Button>}
    </Answer>
  );
}
