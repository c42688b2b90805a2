import { Button, Note } from '~/components';
import type { Project } from '~/core/keep/model';
import { exportProject, planAgain, saveAgain, stopPlanning, useWorkbench, workHere } from '~/store';
import css from './Workshop.module.css';

/** What stands above a station: who writes, what is not saved yet, what is not worked out yet; each with what can be done about it. */
export function Banners({ project }: { project: Project }) {
  const role = useWorkbench((s) => s.role);
  const saveError = useWorkbench((s) => s.saveError);
  const planError = useWorkbench((s) => s.planError);
  const planSlow = useWorkbench((s) => s.planSlow);
  if (role !== 'reader' && !saveError && !planError && !planSlow) return null;
  return (
    <div className={css.banners}>
      {role === 'reader' && (
        <Note actions={<Button onClick={workHere}>Work here instead</Button>}>
          Another tab is at work on this project. Here you only view it; what is done there shows at once.
        </Note>
      )}
      {saveError && (
        <Note
          stop
          actions={
            <>
              <Button onClick={saveAgain}>Try now</Button>
              <Button onClick={() => void exportProject(project)}>Export it</Button>
            </>
          }
        >
          Not saved yet. {saveError} It tries again by itself.
        </Note>
      )}
      {planError && (
        <Note stop actions={<Button onClick={planAgain}>Work it out again</Button>}>
          {planError}
        </Note>
      )}
      {planSlow && (
        <Note actions={<Button onClick={stopPlanning}>Stop</Button>}>
          Still working it out. You can continue meanwhile.
        </Note>
      )}
    </div>
  );
}
