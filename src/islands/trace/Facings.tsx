import { PAPER_ON_CLOTH, Term } from '~/components';
import { nth } from '~/core/base/lists';
import { boundsOf, ROUGH_TOLERANCE_MM, regionOf } from '~/core/base/shape';
import { finishedOutline, type Project, type Tracing } from '~/core/keep/model';
import { ROUTE_FACTS } from '~/core/lay/facing';
import { facingWords, pieceCalled } from '~/words';
import { RouteChoice } from '../project/RouteChoice';
import css from './Trace.module.css';

const WAY_WORDS: Readonly<Partial<Record<Tracing['code'], string>>> = {
  'no-care': 'either way',
  'as-printed': 'as it came',
};
const DRAWN_ON = {
  liner: 'on the paper',
  'right side': 'on the right side',
  'wrong side': 'on the wrong side',
  'cutting mat': 'on the mat',
} as const;

/** One small picture of a shape in a square of its own. */
function Stage({ outline, fill, caption, ghost }: { outline: string; fill: string; caption: string; ghost?: boolean }) {
  const b = boundsOf(regionOf(outline, ROUGH_TOLERANCE_MM));
  const side = Math.max(b.maxX - b.minX, b.maxY - b.minY) * 1.12 + 1;
  return (
    <figure className={css.stage}>
      <svg
        viewBox={`${(b.minX + b.maxX - side) / 2} ${(b.minY + b.maxY - side) / 2} ${side} ${side}`}
        aria-hidden="true"
      >
        <path
          d={outline}
          fill={fill}
          fillOpacity={ghost ? 0.35 : 0.9}
          stroke="currentColor"
          strokeWidth={side / 45}
          strokeDasharray={ghost ? `${side / 20} ${side / 30}` : undefined}
          fillRule="evenodd"
        />
      </svg>
      <figcaption>{caption}</figcaption>
    </figure>
  );
}

/** Which way round a piece is drawn, in words and in three pictures of its real outline: as drawn, on the cloth, on the ground. */
export function FacingNote({
  tracing,
  project,
  twin,
}: {
  tracing: Tracing;
  project: Project;
  twin?: string | undefined;
}) {
  const other = project.pieces.findIndex((p) => p.id === twin);
  const index = project.pieces.findIndex((p) => p.id === tracing.pieceId);
  const piece = project.pieces[index];
  if (!piece) return null;
  const fabric = project.fabrics.find((f) => f.id === piece.fabricId);
  const facts = ROUTE_FACTS[piece.route ?? project.route];
  const behind = facts.contacts.some((c) => c.flips);
  const colour = fabric?.colour ?? '#999999';
  return (
    <li className={css.way} data-piece={tracing.pieceId} data-mirrored={tracing.mirrored} data-code={tracing.code}>
      <strong>
        {pieceCalled(piece, index + 1)}:{' '}
        {WAY_WORDS[tracing.code] ?? (tracing.mirrored ? <Term id="reversed" /> : 'as seen')}
      </strong>
      <div className={css.stages}>
        <Stage outline={tracing.outline} fill={PAPER_ON_CLOTH} caption={`drawn ${DRAWN_ON[facts.drawnOn]}`} ghost />
        <Stage
          outline={tracing.outline}
          fill={colour}
          caption={behind ? 'on the fabric’s back' : 'on the fabric'}
          ghost={behind}
        />
        <Stage outline={finishedOutline(piece)} fill={colour} caption="on the background" />
      </div>
      <RouteChoice project={project} ids={[tracing.pieceId]} />
      <p>
        {facingWords(tracing)}
        {other >= 0 &&
          ` Its mirror twin is ${pieceCalled(nth(project.pieces, other), other + 1)}: one of each, not two alike.`}
      </p>
    </li>
  );
}
