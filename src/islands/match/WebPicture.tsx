import { useId } from 'react';
import { Button, INK_ON_CLOTH, PAPER_ON_CLOTH, PictureView, WebHatch } from '~/components';
import type { ArticleView, Plan } from '~/core/keep/model';
import { select } from '~/store';
import { choiceReasonWords, gsm, pieceCalled } from '~/words';
import { ArticleStrip } from '../project/ArticleStrip';
import { useOpen } from '../project/useOpen';
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
  const { spots, selectedId, flipped } = useOpen();
  const prefix = useId();
  const { widthMm, heightMm } = view.ground;
  const chosen = new Map(plan.choices.map((c) => [c.pieceId, c]));
  const worn = new Map(
    plan.choices.flatMap((c) => (c.webId === null ? [] : [[c.pieceId, `url(#${prefix}${c.webId})`] as const])),
  );
  const piece = view.pieces.find((p) => p.id === selectedId);
  const choice = piece && chosen.get(piece.id);
  const web = choice && view.webs.find((w) => w.id === choice.webId);
  const [reason] = choice?.reasons ?? [];
  const [other] = choice?.runnersUp ?? [];
  return (
    <section className={css.worn} aria-label="The picture in its webs">
      <ArticleStrip project={view} />
      <div className={css.wornCloth}>
        <PictureView
          project={view}
          spots={spots}
          selectedId={selectedId}
          flipped={flipped}
          worn={worn}
          onPick={(id) => select(id)}
          beneath={
            <defs>
              <g color={INK_ON_CLOTH}>
                {view.webs.map((w) => (
                  <WebHatch
                    key={w.id}
                    id={`${prefix}${w.id}`}
                    web={w}
                    scale={Math.max(widthMm, heightMm) / ABOUT_PX}
                    rim={PAPER_ON_CLOTH}
                  />
                ))}
              </g>
            </defs>
          }
          title={`${view.name}, each piece in the hatch of its web`}
        />
      </div>
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
    </section>
  );
}
