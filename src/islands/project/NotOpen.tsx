import { useState } from 'react';
import { Button, ButtonLink, Empty, lazily, Note } from '~/components';
import type { Project } from '~/core/keep/model';
import { attempt, exportProject, restoreProject, useWorkbench } from '~/store';

const Repair = lazily('the repair', async () => (await import('./Repair')).Repair);

/** A project that cannot be worked on: not here, in the bin, damaged, or storage that does not give it. */
export function NotOpen({ id, onAgain }: { id: string; onAgain: () => void }) {
  const status = useWorkbench((s) => s.status);
  const project = useWorkbench((s) => s.project);
  const openError = useWorkbench((s) => s.openError);
  const damaged = useWorkbench((s) => s.damaged);
  if (status === 'missing')
    return (
      <main>
        <Empty title="This project is not here">
          <p>
            It was deleted for good, or it is in another browser. Projects stay where they were made until you export
            them.
          </p>
          <ButtonLink href="/">To my projects</ButtonLink>
        </Empty>
      </main>
    );
  if (status === 'deleted')
    return (
      <main>
        <Empty title={project ? `“${project.name}” was deleted` : 'This project was deleted'}>
          <p>It stays in the bin for a month. Restore it to continue.</p>
          <DeletedActions id={id} project={project} onBack={onAgain} />
          <ButtonLink href="/">To my projects</ButtonLink>
        </Empty>
      </main>
    );
  if (status === 'damaged' && damaged) return <Repair id={id} raw={damaged.raw} problems={damaged.problems} />;
  if (status === 'failed')
    return (
      <main>
        <Empty title="This project could not be opened">
          <p role="alert">{openError}</p>
          <Button look="go" onClick={onAgain}>
            Try again
          </Button>
          <ButtonLink href="/">To my projects</ButtonLink>
        </Empty>
      </main>
    );
  return null;
}

/** What can be done with a project that lies in the bin. */
function DeletedActions({ id, project, onBack }: { id: string; project: Project | null; onBack: () => void }) {
  const [error, setError] = useState<string | null>(null);
  return (
    <>
      {error && <Note stop>{error}</Note>}
      <Button
        look="go"
        onClick={async () => {
          const done = await attempt(() => restoreProject(id));
          if (done.ok) onBack();
          else setError(done.words);
        }}
      >
        Restore
      </Button>
      {project && <Button onClick={() => void exportProject(project)}>Export</Button>}
    </>
  );
}
