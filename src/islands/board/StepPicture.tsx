import { memo, useId } from 'react';
import { ClothDefs, ClothSwatch, clothUrl, PictureView } from '~/components';
import { boundsOf, regionOf } from '~/core/base/shape';
import { type Fabric, type Plan, type Project, type Step, viewOf } from '~/core/keep/model';
import type { PlanPicture as Screen } from '~/core/plan';
import { SetDownMap } from '../press/SetDownMap';
import css from './Board.module.css';
import { readied } from './readied';

/** Steps in which a shape is seen as it is drawn, from the side the line is on. */
const AS_DRAWN: readonly Step['kind'][] = [
  'trace',
  'print',
  'rough-cut',
  'patch',
  'fuse',
  'stick',
  'cool',
  'cut',
  'peel',
];
const MOST_SHOWN = 12;

/** What a step is about, as it lies: shapes as they are drawn, or the picture as far as it is laid, or where the iron goes next. */
export const StepPicture = memo(function StepPicture({
  project,
  plan,
  screen,
  step,
  laid,
  place,
}: {
  project: Project;
  plan: Plan;
  screen: Screen | null;
  step: Step;
  /** Pieces that lie on their ground by now. */
  laid: ReadonlySet<string>;
  /** The place the iron goes to next, from 0; null where none. */
  place: number | null;
}) {
  // The map is of everything that the step was planned for.
  const whole = plan.making.steps.find((s) => s.id === step.id)?.pieceIds.length === step.pieceIds.length;
  const press = whole ? screen?.presses[step.id] : undefined;
  const ticket = plan.press.find((t) => t.id === step.ticketId);
  const first = project.pieces.find((p) => p.id === step.pieceIds[0]);
  /** The work as far as it is laid, what this step is about marked on it. */
  const asItLies = (articleId: string) => {
    const view = viewOf(project, step.articleId ?? articleId);
    const shown = new Set([...laid, ...step.members]);
    return (
      <div className={css.picture}>
        <PictureView
          project={view}
          spots={screen?.spots ?? {}}
          selectedIds={step.pieceIds}
          lifted={new Set(view.order.filter((id) => !shown.has(id)))}
          numbers
          title={`The work as it is now, with ${step.pieceIds.length === 1 ? 'this piece' : 'these pieces'} marked`}
        />
      </div>
    );
  };
  if (press && ticket && !ticket.stop && (step.kind !== 'fuse' || press.footprints.length > 1)) {
    const colour = project.fabrics.find((f) => f.id === first?.fabricId)?.colour ?? '#c9b99a';
    const places = Math.max(1, press.footprints.length);
    const beside = step.kind !== 'fuse' && first ? asItLies(first.articleId) : null;
    return (
      <div className={css.both}>
        {beside}
        <div className={css.picture}>
          <SetDownMap
            press={press}
            colour={colour}
            label={first?.label || 'the work'}
            // The map is of the largest shape: of several, those after it are marked nowhere rather than on that one.
            now={
              place === null || (step.kind === 'fuse' && step.pieceIds.length > 1 && place >= places)
                ? null
                : place % places
            }
          />
        </div>
      </div>
    );
  }
  if (first && AS_DRAWN.includes(step.kind)) return <Drawn project={project} plan={plan} step={step} />;
  const cloths = readied(project, step);
  if (cloths) return <Cloths project={project} cloths={cloths} />;
  if (!first) return null;
  return asItLies(first.articleId);
});

/** Cloths by name, to be taken out of the drawer. */
const Cloths = ({ project, cloths }: { project: Project; cloths: readonly Fabric[] }) => (
  <ul className={css.cloths} aria-label="Which fabrics">
    {cloths.map((fabric) => (
      <li key={fabric.id}>
        <ClothSwatch fabric={fabric} pictures={project.pictures} size={72} />
        {fabric.name}
      </li>
    ))}
  </ul>
);

/** Shapes side by side as they are drawn: on the liner, or on the right side. */
function Drawn({ project, plan, step }: { project: Project; plan: Plan; step: Step }) {
  const prefix = useId();
  const shapes = step.pieceIds.slice(0, MOST_SHOWN).flatMap((id) => {
    const piece = project.pieces.find((p) => p.id === id);
    const t = plan.tracings.find((x) => x.pieceId === id);
    return piece && t ? [{ piece, t, number: project.pieces.indexOf(piece) + 1 }] : [];
  });
  if (shapes.length === 0) return null;
  // Once it is cut out the liner is still seen; before that the line is drawn on it.
  const onLiner = ['trace', 'print', 'rough-cut', 'fuse', 'stick', 'peel'].includes(step.kind);
  return (
    <div className={css.shapes}>
      {shapes.map(({ piece, t, number }) => {
        const b = boundsOf(regionOf(t.outline));
        const pad = Math.max(b.maxX - b.minX, b.maxY - b.minY) * 0.06;
        return (
          <svg
            key={piece.id}
            viewBox={`${b.minX - pad} ${b.minY - pad} ${b.maxX - b.minX + 2 * pad} ${b.maxY - b.minY + 2 * pad}`}
            role="img"
            aria-label={`${number} ${piece.label}, ${t.mirrored ? 'reversed, as it is drawn' : 'as seen'}`}
          >
            <ClothDefs prefix={prefix} fabrics={project.fabrics} pictures={project.pictures} pieces={[]} />
            <path
              d={t.outline}
              fillRule="evenodd"
              fill={onLiner ? 'var(--paper-raised)' : clothUrl(prefix, project.fabrics, piece.fabricId)}
              stroke={project.fabrics.find((f) => f.id === piece.fabricId)?.colour ?? 'currentColor'}
              strokeWidth={pad * 0.35}
            />
            <text
              x={(b.minX + b.maxX) / 2}
              y={(b.minY + b.maxY) / 2}
              fontSize={pad * 3}
              textAnchor="middle"
              dominantBaseline="central"
              className={css.shapeNumber}
            >
              {number}
            </text>
          </svg>
        );
      })}
      {step.pieceIds.length > MOST_SHOWN && <span>and {step.pieceIds.length - MOST_SHOWN} more</span>}
    </div>
  );
}
