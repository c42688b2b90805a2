import { Button, ClothSwatch, EDGE_OPTIONS, Select } from '~/components';
import { EDGES, type Edge, type Project } from '~/core/keep/model';
import type { EdgeGroup } from '~/core/plan';
import { edit } from '~/store';
import { edgeReasonWords, edgeWords } from '~/words';
import { PieceChips } from '../project/PieceChips';
import css from './Edge.module.css';
import { setClothEdge } from './edits';

const REASONS = 3;
/** Less of a lead than this is none. */
const CLOSE_POINTS = 3;

/** Each cloth with its edge, the one we would take, and why. */
export function ClothEdges({ project, groups }: { project: Project; groups: readonly EdgeGroup[] }) {
  return (
    <section className={css.cloths} aria-label="Which edge for which fabric">
      <h2>Which edge for which fabric</h2>
      {groups.map((g) => (
        <ClothEdge key={g.fabricId} project={project} group={g} />
      ))}
      <p className={css.small}>
        Ranked by common practice; the points behind it are estimates. Sew a scrap first, and believe the scrap.
      </p>
    </section>
  );
}

function ClothEdge({ project, group }: { project: Project; group: EdgeGroup }) {
  const fabric = project.fabrics.find((f) => f.id === group.fabricId);
  const [best] = group.advice;
  if (!fabric || !best) return null;
  const { units } = project;
  const [now] = group.edges;
  const has = group.advice.find((a) => a.edge === now);
  const own = project.edging.cloths.find((c) => c.fabricId === fabric.id)?.edge ?? '';
  const same = group.edges.length === 1 && now === best.edge;
  const close = has !== undefined && !has.ruledOut && best.points - has.points < CLOSE_POINTS;
  const told = same || close ? has : best;
  const list = (reasons: readonly Parameters<typeof edgeReasonWords>[0][]): string[] =>
    [...new Set(reasons.map((r) => edgeReasonWords(r, units)))].slice(0, REASONS);
  return (
    <article className={css.clothRow} data-fabric={fabric.id} data-best={best.edge}>
      <div className={css.fabric}>
        <ClothSwatch fabric={fabric} pictures={project.pictures} size={52} />
        <div>
          <h3>{fabric.name}</h3>
          <PieceChips project={project} ids={group.pieceIds} short label={`Pieces of ${fabric.name}`} />
        </div>
      </div>
      <div className={css.why}>
        <p className={css.pick}>
          {same || close
            ? `${edgeWords(now ?? best.edge)} ${same ? 'best choice' : 'as good as any'}.`
            : `We would choose: ${edgeWords(best.edge)}.`}
        </p>
        <ul>
          {list(told?.pros ?? []).map((t) => (
            <li key={t}>{t}</li>
          ))}
          {list(told?.against ?? []).map((t) => (
            <li key={t} data-but="true">
              {t}
            </li>
          ))}
        </ul>
        {!same && !close && has && has.against.length > 0 && (
          <p className={css.small}>
            {edgeWords(has.edge)}, as it is now: {list(has.against).join(' ')}
          </p>
        )}
      </div>
      <div className={css.say}>
        <Select
          label="Edge"
          value={group.edges.length > 1 ? 'several' : own}
          options={[
            ...(group.edges.length > 1 ? [{ value: 'several' as const, label: 'several' }] : []),
            { value: '' as const, label: `as the project: ${edgeWords(project.intent.edge)}` },
            ...EDGE_OPTIONS,
          ]}
          onChange={(v) => {
            const edge: Edge | undefined = EDGES.find((e) => e === v);
            if (v !== 'several') edit((p) => setClothEdge(p, fabric.id, edge ?? null));
          }}
        />
        {!same && !close && (
          <Button onClick={() => edit((p) => setClothEdge(p, fabric.id, best.edge))}>Use {edgeWords(best.edge)}</Button>
        )}
      </div>
    </article>
  );
}
