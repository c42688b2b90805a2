import { useId } from 'react';
import { Button, INK_ON_CLOTH, PAPER_ON_CLOTH, WebHatch } from '~/components';
import type { ArticleView, Plan } from '~/core/keep/model';
import { choiceReasonWords, gsm, pieceCalled } from '~/words';
import { useOpen } from '../project/useOpen';
import { WornPicture } from '../project/WornPicture';
import css from './Match.module.css';

/** So many pixels high the picture is about: hatches are as dense in it as in the list. */
const ABOUT_PX = 420;

/** The picture on the table, each piece in the hatch of its web. A piece that is touched says its web and why, on a paper label. */
export function WebPicture({
  view,
  plan,
  onCompare,
}: {
  view: ArticleView;
  plan: Plan;
  onCompare: (pieceId: string, webId: string, other: string) => void;
}) {
  const { selectedId } = useOpen();
  const prefix = useId();
  const { widthMm, heightMm } = view.ground;
  const hatchOf = new Map(view.webs.map((w, i) => [w.id, `${prefix}web${i}`]));
  const worn = new Map(
    plan.choices.flatMap(({ pieceId, webId }) => {
      const hatch = webId === null ? undefined : hatchOf.get(webId);
      return hatch === undefined ? [] : [[pieceId, `url(#${hatch})`] as const];
    }),
  );
  const piece = view.pieces.find((p) => p.id === selectedId);
  const choice = piece && plan.choices.find((c) => c.pieceId === piece.id);
  const web = choice && view.webs.find((w) => w.id === choice.webId);
  const [reason] = choice?.reasons ?? [];
  const [other] = choice?.runnersUp ?? [];
  return (
    <WornPicture
      view={view}
      worn={worn}
      patterns={
        <defs>
          <g color={INK_ON_CLOTH}>
            {view.webs.map((w) => (
              <WebHatch
                key={w.id}
                id={hatchOf.get(w.id) ?? ''}
                web={w}
                scale={Math.max(widthMm, heightMm) / ABOUT_PX}
                rim={PAPER_ON_CLOTH}
              />
            ))}
          </g>
        </defs>
      }
      label="The picture in its webs"
      title={`${view.name}, each piece in the hatch of its web`}
    >
      {piece && choice && (
        <div className={css.label} role="status">
          <strong>{pieceCalled(piece, view.numberOf(piece.id))}</strong>
          <span>{web ? `${web.name}, ${gsm(web.massGsm, view.units)}` : 'no web suits'}</span>
          {reason && <span className={css.small}>{choiceReasonWords(reason, view.units)}</span>}
          {web && other && (
            <Button look="plain" onClick={() => onCompare(piece.id, web.id, other.webId)}>
              What if?
            </Button>
          )}
        </div>
      )}
    </WornPicture>
  );
}
