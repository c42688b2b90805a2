import { Shrink } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, FieldChoice, Note, Progress, Select } from '~/components';
import { formatLength } from '~/core/base/units';
import { allAsks, freshLayout } from '~/core/cut/layout';
import type { NestPlacement } from '~/core/cut/nest';
import type { Layout, Plan, Project } from '~/core/keep/model';
import type { layoutSheets, Paper } from '~/core/print/sheet';
import { edit } from '~/store';
import { LayoutFound } from './LayoutFound';
import css from './Trace.module.css';
import { useNest } from './useNest';

const SECONDS = 6;
/** Layouts on web and on cloth: nested in a thread, better the longer it runs, with a hand in it. */
export function LayoutDesk({
  project,
  plan,
  paper,
  onPdf,
  busy,
}: {
  project: Project;
  plan: Plan;
  paper: Paper;
  onPdf: (doc: ReturnType<typeof layoutSheets>) => void;
  busy: boolean;
}) {
  const asks = useMemo(() => allAsks(project, plan), [project, plan]);
  const [kind, setKind] = useState<'web' | 'cloth'>('web');
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const nesting = useNest();
  const list = asks.filter((a) => a.kind === kind);
  const wanted = list.find((a) => a.ofId === chosen[kind]) ?? list[0];
  if (!wanted) return <Note>No piece has a web yet: there is nothing to lay out.</Note>;
  const things = kind === 'web' ? project.webs : project.fabrics;
  const nameOf = (id: string): string => things.find((t) => t.id === id)?.name ?? id;
  const layout: Layout | null =
    nesting.running && nesting.best
      ? { kind, ofId: wanted.ofId, key: wanted.key, locked: [], ...copy(nesting.best) }
      : freshLayout(project, wanted);
  const stale = !layout && project.layouts.some((l) => l.kind === kind && l.ofId === wanted.ofId);
  const locked = new Set(layout?.locked ?? []);
  const use = plan.webUse.find((w) => w.webId === wanted.ofId);
  const rowsMm = kind === 'web' ? (use?.rowsLengthMm ?? 0) : (layout?.rowsLengthMm ?? 0);

  const heldBack = (): NestPlacement[] =>
    (layout?.placements ?? []).filter((p) => locked.has(`${p.id} ${p.copy}`)).map((p) => ({ ...p, mirrored: false }));

  return (
    <div className={css.layoutDesk}>
      <div className={css.bar}>
        <FieldChoice
          label="Layout on"
          value={kind}
          options={[
            { value: 'web', label: 'the web' },
            { value: 'cloth', label: 'the fabric' },
          ]}
          onChange={(k) => {
            nesting.stop();
            setKind(k);
          }}
        />
        <div className={css.which}>
          <Select
            label={kind === 'web' ? 'Web' : 'Fabric'}
            value={wanted.ofId}
            options={list.map((a) => ({ value: a.ofId, label: nameOf(a.ofId) }))}
            onChange={(id) => {
              nesting.stop();
              setChosen({ ...chosen, [kind]: id });
            }}
          />
        </div>
        {wanted.withoutGrain && (
          <FieldChoice
            label="Turned"
            value={project.limits.turns}
            options={[
              { value: 'any', label: 'any way' },
              { value: 'quarters', label: 'by quarter turns' },
            ]}
            onChange={(turns) => {
              nesting.stop();
              edit((p) => void (p.limits.turns = turns), { what: 'turns' });
            }}
          />
        )}
        {!nesting.running && (
          <Button
            look="go"
            icon={<Shrink size={20} />}
            onClick={() => nesting.start(wanted, SECONDS, heldBack(), layout)}
          >
            {locked.size > 0 ? `Keep ${locked.size}, nest the rest` : layout ? 'Nest again' : 'Nest'}
          </Button>
        )}
      </div>
      {nesting.running && (
        <Progress label="Looking for a shorter layout" share={nesting.share} onCancel={nesting.stop} />
      )}
      {nesting.error && <Note stop>{nesting.error}</Note>}
      <p role="status" className={css.lead}>
        {nesting.outcome}
      </p>
      {layout ? (
        <LayoutFound
          key={`${wanted.kind} ${wanted.ofId}`}
          project={project}
          plan={plan}
          wanted={wanted}
          layout={layout}
          rowsMm={rowsMm}
          paper={paper}
          onPdf={onPdf}
          busy={busy}
        />
      ) : (
        !nesting.running && (
          <p className={css.lead}>
            {stale
              ? 'Something changed since it was laid out. Nest it again.'
              : kind === 'web'
                ? `In rows it takes ${formatLength(rowsMm, project.units)} of the roll. Nested, usually a quarter less.`
                : 'Not laid out yet: see whether your fabric is enough.'}
          </p>
        )
      )}
    </div>
  );
}

const copy = (
  r: NonNullable<ReturnType<typeof useNest>['best']>,
): Pick<Layout, 'lengthMm' | 'rowsLengthMm' | 'placements' | 'unplaced'> => ({
  lengthMm: r.lengthMm,
  rowsLengthMm: r.rowsLengthMm,
  placements: r.placements.map((p) => ({ ...p })),
  unplaced: r.unplaced.map((u) => ({ ...u })),
});
