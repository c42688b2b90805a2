import { FileDown } from 'lucide-react';
import { useState } from 'react';
import { Button, Note } from '~/components';
import { paperOfPlace } from '~/core/base/units';
import { fileStem, type Project } from '~/core/keep/model';
import { correctedFor } from '~/core/print/sheet';
import { download } from '~/store';
import { pdfOf } from '../project/pdf';
import css from './Gather.module.css';
import { bare, type Gathered } from './useGather';

const WHAT = {
  list: 'Shopping list, PDF',
  labels: 'Bag labels, PDF',
  leader: 'Teacher’s sheet, PDF',
} as const;

/** Ticks are of now, everything else is of the list that stands there. */
const withTicks = (made: Project, { gathering }: Project): Project => ({
  ...bare(made),
  gathering: { ...made.gathering, ticked: gathering.ticked },
});

/** The list on one page and as a table; of bags the labels, and the sheet for whoever leads. */
export function GatherPaper({ project, gathered }: { project: Project; gathered: Gathered }) {
  const [busy, setBusy] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const { made, share, thread } = gathered;
  if (!made) return null;
  const run = async (name: string, make: () => Promise<void>): Promise<void> => {
    setBusy(name);
    setError(null);
    try {
      await make();
    } catch (e) {
      setError(`It could not be made. ${e instanceof Error ? e.message : String(e)} Try again.`);
    } finally {
      setBusy(null);
    }
  };
  const pdf = (kind: keyof typeof WHAT): Promise<void> =>
    run(kind, async () => {
      const paper = paperOfPlace(project.units).paper;
      const asked = withTicks(made.project, project);
      const doc = await thread().run((w) => w.sheet(kind, asked, made.plan, made.gather, paper));
      const bytes = await pdfOf(correctedFor(doc, project.printer));
      download(new Blob([bytes], { type: 'application/pdf' }), `${fileStem(doc.title, 'list')}.pdf`);
    });
  const csv = (): Promise<void> =>
    run('csv', async () => {
      const asked = withTicks(made.project, project);
      const text = await thread().run((w) => w.csv(asked, made.plan, made.gather));
      download(new Blob([text], { type: 'text/csv' }), `${fileStem(`${project.name} list`, 'list')}.csv`);
    });
  const kinds = project.gathering.kits.length > 0 ? (['list', 'labels', 'leader'] as const) : (['list'] as const);
  return (
    <div className={css.part}>
      <h2>To take with you</h2>
      <p className={css.small}>On a phone you can tick this off without a network, once the page was opened.</p>
      <div className={css.row}>
        {kinds.map((kind) => (
          <Button
            key={kind}
            look={kind === 'list' ? 'go' : 'paper'}
            icon={<FileDown size={18} />}
            disabled={busy !== null || share !== null}
            onClick={() => void pdf(kind)}
          >
            {busy === kind ? 'Drawing …' : WHAT[kind]}
          </Button>
        ))}
        <Button disabled={busy !== null || share !== null} onClick={() => void csv()}>
          CSV
        </Button>
      </div>
      {error && <Note stop>{error}</Note>}
    </div>
  );
}
