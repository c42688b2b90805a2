import { Download, Wrench } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, ButtonLink, Empty, FieldChoice, Note, PictureView } from '~/components';
import { type Problem, viewOf } from '~/core/keep/model';
import { repairProject } from '~/core/keep/repair';
import { attempt, exportRaw, keepVersion, putProject } from '~/store';
import css from './Repair.module.css';

const nameOf = (raw: unknown): string =>
  typeof raw === 'object' && raw !== null && 'name' in raw && typeof raw.name === 'string' && raw.name.trim() !== ''
    ? raw.name.slice(0, 80)
    : 'This project';

/** A stored document that is no sound project any more: what is wrong, what is left, and a choice for each fault. */
export function Repair({ id, raw, problems }: { id: string; raw: unknown; problems: readonly Problem[] }) {
  const [leaveOut, setLeaveOut] = useState<ReadonlySet<string>>(new Set());
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const mended = useMemo(() => repairProject(raw, leaveOut), [raw, leaveOut]);
  const name = nameOf(raw);
  const save = (
    <Button icon={<Download size={20} />} onClick={() => exportRaw(raw, name)}>
      Save the file as it is
    </Button>
  );

  if (!mended.ok)
    return (
      <main>
        <Empty title={`${name} cannot be opened`}>
          <p>{mended.problem.message}</p>
          <p>{problems[0]?.message !== mended.problem.message && problems[0]?.message}</p>
          {save}
          <ButtonLink href="/">To my projects</ButtonLink>
        </Empty>
      </main>
    );

  const open = async (): Promise<void> => {
    setBusy(true);
    const done = await attempt(async () => {
      // The damaged one is put by before the mended one takes its place.
      await keepVersion(id, raw as never, 'damaged');
      await putProject({ ...mended.project, id });
    });
    setBusy(false);
    setError(done.ok ? null : done.words);
  };
  const { faults, project } = mended;
  return (
    <main className={css.repair}>
      <header>
        <h1>{name} needs repair</h1>
        <p>
          {faults.length === 1 ? 'One thing in it does' : `${faults.length} things in it do`} not hold. Everything else
          is as you left it. Choose what to do with each; nothing changes until you open it.
        </p>
      </header>
      <figure className={css.picture}>
        <PictureView project={viewOf(project, null)} spots={{}} title={`${project.name}, as it will be`} />
        <figcaption>
          {project.pieces.length === 1 ? '1 piece' : `${project.pieces.length} pieces`}, as it will be
        </figcaption>
      </figure>
      <section className={css.faults}>
        <ul aria-label="What is damaged">
          {faults.map((f) => (
            <li key={f.id} data-fault={f.id}>
              <p>{f.message}</p>
              {f.mend !== null && f.drop !== null ? (
                <FieldChoice
                  label="Then"
                  value={leaveOut.has(f.id) ? 'drop' : 'mend'}
                  options={[
                    { value: 'mend', label: f.mend },
                    { value: 'drop', label: f.drop },
                  ]}
                  onChange={(v) => {
                    const next = new Set(leaveOut);
                    if (v === 'drop') next.add(f.id);
                    else next.delete(f.id);
                    setLeaveOut(next);
                  }}
                />
              ) : (
                <p className={css.done}>
                  <Wrench size={18} aria-hidden="true" /> {f.mend ?? f.drop}
                </p>
              )}
            </li>
          ))}
        </ul>
        {error && <Note stop>{error}</Note>}
        <div className={css.actions}>
          <Button look="go" disabled={busy} onClick={() => void open()}>
            Repair and open
          </Button>
          {save}
          <ButtonLink href="/">Not now</ButtonLink>
        </div>
      </section>
    </main>
  );
}
