import { memo, useId } from 'react';
import { ClothDefs, ClothSwatch, clothUrl, PAPER_ON_CLOTH, PictureView } from '~/components';
import { contrast } from '~/core/base/colour';
import { boundsOf, regionOf } from '~/core/base/shape';
import { type Fabric, type Plan, type Project, type Step, type StepFace, viewOf } from '~/core/keep/model';
import type { PlanPicture as Screen } from '~/core/plan';
import { faceWords } from '~/words';
import { SetDownMap } from '../press/SetDownMap';
import css from './Board.module.css';
import { readied } from './readied';

const MOST_SHOWN = 12;
/** A line of less contrast is not seen from where one stands. WCAG 2.1, 1.4.11: three to one for what is not text. */
const SEEN = 3;

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
  // Later batches are pressed as the first.
  const press = whole ? screen?.presses[step.id.replace(/~\d+$/, '')] : undefined;
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
    // A whole sheet is the work that the map shows.
    const beside = step.kind !== 'fuse' && first && !sheetOf(step) ? asItLies(first.articleId) : null;
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
  const sheet = sheetOf(step);
  if (sheet) return <Drawn project={project} shapes={[sheet]} shows={step.shows} />;
  if (step.shows !== null)
    return <Drawn project={project} shapes={shapesOf(project, plan, step.pieceIds)} shows={step.shows} />;
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

/** Something flat as a step has it in hand. */
interface Shape {
  readonly outline: string;
  readonly fabricId: string;
  /** What stands on it: a piece's number, a sheet's letter. */
  readonly mark: string;
  readonly called: string;
}
const shapesOf = (project: Project, plan: Plan, pieceIds: readonly string[]): Shape[] =>
  pieceIds.flatMap((id) => {
    const piece = project.pieces.find((p) => p.id === id);
    const t = plan.tracings.find((x) => x.pieceId === id);
    const mark = piece ? String(project.pieces.indexOf(piece) + 1) : '';
    return piece && t
      ? [
          {
            outline: t.outline,
            fabricId: piece.fabricId,
            mark,
            called: `${mark} ${piece.label}, ${t.mirrored ? 'reversed' : 'as seen'}`,
          },
        ]
      : [];
  });
/** The whole sheet that a step handles; null: none. */
function sheetOf({ does, fabricId }: Step): Shape | null {
  switch (does.code) {
    case 'peel-patch':
    case 'lay-sheet-up':
    case 'lay-sheet-over':
    case 'bond-sheets':
    case 'peel-carrier':
      return {
        outline: `M0 0H${does.widthMm}V${does.heightMm}H0Z`,
        fabricId: fabricId ?? '',
        mark: does.patch,
        called: `Sheet ${does.patch}`,
      };
    default:
      return null;
  }
}

/** Shapes side by side, each with the side up that faces you; null: nothing is to be told of that. */
function Drawn({
  project,
  shapes: all,
  shows,
}: {
  project: Project;
  shapes: readonly Shape[];
  shows: StepFace | null;
}) {
  const prefix = useId();
  const shapes = all.slice(0, MOST_SHOWN);
  if (shapes.length === 0) return null;
  return (
    <div>
      <div className={css.shapes}>
        {shapes.map(({ outline, fabricId, mark, called }) => {
          const b = boundsOf(regionOf(outline));
          const [wide, high] = [b.maxX - b.minX, b.maxY - b.minY];
          const pad = Math.max(wide, high) * 0.06;
          const cloth = clothUrl(prefix, project.fabrics, fabricId);
          const colour = project.fabrics.find((f) => f.id === fabricId)?.colour ?? '#808080';
          const half = shows === 'paper-half-off' || shows === 'carrier-half-off';
          return (
            <svg
              key={mark}
              viewBox={`${b.minX - pad} ${b.minY - pad} ${wide + 2 * pad} ${high + 2 * pad}`}
              role="img"
              aria-label={shows === null ? called : `${called}, ${faceWords(shows)}`}
            >
              <ClothDefs prefix={prefix} fabrics={project.fabrics} pictures={project.pictures} pieces={[]} />
              <defs>
                <pattern id={`${prefix}glue`} width={pad} height={pad} patternUnits="userSpaceOnUse">
                  <circle cx={pad / 2} cy={pad / 2} r={pad * 0.18} className={css.glueDot} />
                </pattern>
                <clipPath id={`${prefix}shape${mark}`}>
                  <path d={outline} clipRule="evenodd" />
                </clipPath>
              </defs>
              <path
                d={outline}
                fillRule="evenodd"
                fill={shows === 'paper' ? 'var(--paper-raised)' : cloth}
                stroke={colour}
                strokeWidth={pad * 0.35}
              />
              {contrast(colour, PAPER_ON_CLOTH) < SEEN && (
                // A pale cloth's line is not seen on paper: it gets a rim of ink.
                <path d={outline} fill="none" stroke="var(--ink-soft)" strokeWidth={pad * 0.1} />
              )}
              {(shows === 'glue' || shows === 'paper-half-off') && (
                <path d={outline} fillRule="evenodd" fill={`url(#${prefix}glue)`} />
              )}
              {half && (
                <g clipPath={`url(#${prefix}shape${mark})`} data-half="true">
                  <path
                    className={css.peeled}
                    d={`M${b.minX - pad} ${b.minY - pad}H${b.minX + wide * 0.62}L${b.minX + wide * 0.38} ${b.maxY + pad}H${b.minX - pad}Z`}
                  />
                  <path
                    className={css.curl}
                    d={`M${b.minX + wide * 0.62} ${b.minY - pad}L${b.minX + wide * 0.38} ${b.maxY + pad}l${-wide * 0.16} 0L${b.minX + wide * 0.46} ${b.minY - pad}Z`}
                  />
                </g>
              )}
              <text
                x={(b.minX + b.maxX) / 2}
                y={(b.minY + b.maxY) / 2}
                fontSize={pad * 3}
                textAnchor="middle"
                dominantBaseline="central"
                className={css.shapeNumber}
              >
                {mark}
              </text>
            </svg>
          );
        })}
        {all.length > MOST_SHOWN && <span>and {all.length - MOST_SHOWN} more</span>}
      </div>
      {shows !== null && <p className={css.faces}>{`You see ${faceWords(shows)}.`}</p>}
    </div>
  );
}
