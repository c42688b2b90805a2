import { ArrowLeft, Download, FlipVertical2, History, Keyboard, Redo2, Spool, Undo2 } from 'lucide-react';
import { useStore } from 'zustand';
import { Button, ButtonLink } from '~/components';
import type { Plan, Project } from '~/core/keep/model';
import { edit, exportProject, flip, redo, undo, useWorkbench } from '~/store';
import { counted } from '~/words';
import css from './Workshop.module.css';

/** Snags are trouble; what is only good to know is none. */
const snagsSay = (trouble: number, notes: number): string =>
  trouble > 0 ? counted(trouble, 'snag') : notes > 0 ? counted(notes, 'note') : 'No snags';

/** A project's name, whether it is kept, and what one can do wherever one is in it. */
export function ProjectHead({
  project,
  snags,
  singleKeys,
  onSnags,
  onKeys,
  onVersions,
}: {
  project: Project;
  snags: Plan['snags'];
  singleKeys: boolean;
  onSnags: () => void;
  onKeys: () => void;
  onVersions: () => void;
}) {
  const planning = useWorkbench((s) => s.planning);
  // Before a plan is there, nobody knows what snags.
  const checked = useWorkbench((s) => s.plan !== null);
  const savedAt = useWorkbench((s) => s.savedAt);
  const saveError = useWorkbench((s) => s.saveError);
  const role = useWorkbench((s) => s.role);
  const flipped = useWorkbench((s) => s.flipped);
  const canUndo = useStore(useWorkbench.temporal, (s) => s.pastStates.length > 0);
  const canRedo = useStore(useWorkbench.temporal, (s) => s.futureStates.length > 0);
  const serious = snags.filter((s) => s.severity !== 'note').length;
  return (
    <header className={css.head}>
      <ButtonLink look="plain" href="/" icon={<ArrowLeft size={22} />} label="All projects" />
      <h1 className="visually-hidden">{project.name}</h1>
      <input
        className={css.title}
        aria-label="Project name"
        value={project.name}
        maxLength={200}
        onChange={(e) => {
          const typed = e.target.value;
          if (typed !== '') edit((p) => void (p.name = typed), { what: 'name' });
        }}
      />
      <span className={css.state} role="status">
        {role === 'reader'
          ? 'View only'
          : saveError
            ? 'Not saved'
            : planning
              ? 'Working it out …'
              : savedAt
                ? 'Saved'
                : 'Saving …'}
      </span>
      <div className={css.tools}>
        <Button look="plain" icon={<Undo2 size={22} />} label="Undo" disabled={!canUndo} onClick={undo} />
        <Button look="plain" icon={<Redo2 size={22} />} label="Redo" disabled={!canRedo} onClick={redo} />
        <Button
          look="plain"
          icon={<FlipVertical2 size={22} />}
          aria-pressed={flipped}
          title={singleKeys ? 'Show the wrong side (F)' : 'Show the wrong side'}
          onClick={flip}
        >
          <span className={css.told}>Show wrong side</span>
        </Button>
        <Button
          look="plain"
          icon={<Spool size={22} className={serious > 0 ? css.snags : ''} />}
          data-snags={serious}
          onClick={onSnags}
        >
          {checked ? snagsSay(serious, snags.length - serious) : 'Checking …'}
        </Button>
        <Button
          look="plain"
          icon={<Download size={22} />}
          label="Export project"
          onClick={() => void exportProject(project)}
        />
        <Button look="plain" data-only="keyboard" icon={<Keyboard size={22} />} label="Keys" onClick={onKeys} />
        <Button look="plain" icon={<History size={22} />} label="Earlier versions" onClick={onVersions} />
      </div>
    </header>
  );
}
