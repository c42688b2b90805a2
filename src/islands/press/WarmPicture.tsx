import type { Leg } from '~/core/hands/evening';
import type { ArticleView, Plan } from '~/core/keep/model';
import { upper } from '~/words';
import { WornPicture } from '../project/WornPicture';
import css from './Press.module.css';

/** What is pressed on the leg that is open is warm; what comes later lies pale. */
const WARM = 'var(--warm)';
const LATER = 'var(--later)';

/** The picture as far as the evening has come: a piece that is touched opens the leg on which it is bonded. */
export function WarmPicture({
  view,
  plan,
  legs,
  open,
  onLeg,
}: {
  view: ArticleView;
  plan: Plan;
  legs: readonly Leg[];
  open: number;
  onLeg: (leg: number) => void;
}) {
  /** On which legs each piece is pressed, in order. */
  const pressedOn = new Map<string, number[]>();
  const legOf = new Map(legs.flatMap((leg, i) => leg.stepIds.map((id) => [id, i] as const)));
  for (const step of plan.making.steps) {
    const leg = step.ticketId === null ? undefined : legOf.get(step.id);
    if (leg !== undefined) for (const id of step.pieceIds) pressedOn.set(id, [...(pressedOn.get(id) ?? []), leg]);
  }
  const worn = new Map(
    view.order.flatMap((id): (readonly [string, string])[] => {
      const on = pressedOn.get(id) ?? [];
      if (on.includes(open)) return [[id, WARM]];
      const last = on.at(-1);
      return last !== undefined && last > open ? [[id, LATER]] : [];
    }),
  );
  const says = [
    ...([...worn.values()].includes(WARM) ? ['red is pressed now'] : []),
    ...([...worn.values()].includes(LATER) ? ['pale comes later'] : []),
  ].join(', ');
  return (
    <div className={css.pictured}>
      <WornPicture
        view={view}
        worn={worn}
        label="The picture so far"
        title={`${view.name} on this part of the evening${says === '' ? '' : `: ${says}`}`}
        onPick={(id) => {
          const leg = pressedOn.get(id)?.at(-1);
          if (leg !== undefined) onLeg(leg);
        }}
      >
        {says !== '' && <p className={css.under}>{upper(says)}.</p>}
      </WornPicture>
    </div>
  );
}
