import { Archive, FileDown } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Empty, FieldChoice, Note } from '~/components';
import { paperOfPlace } from '~/core/base/units';
import { differences, takeIn } from '~/core/keep/drawer';
import { fileStem, type Plan, type Project } from '~/core/keep/model';
import { correctedFor, type Paper, type SheetDocument, sheetsToSvg } from '~/core/print/sheet';
import { download, edit, useDrawer, useWorkbench } from '~/store';
import { minutesWords, threadTroubleWords, upper } from '~/words';
import { askPlanThread } from '~/workers';
import { Answer, AnswerComing } from '../project/Answer';
import { ArticleStrip } from '../project/ArticleStrip';
import { paperOptions } from '../project/papers';
import { planPdf } from '../project/pdf';
import { useOpen } from '../project/useOpen';
import { ClothEdges } from './ClothEdges';
import css from './Edge.module.css';
import { HowStitched } from './HowStitched';
import { MachineCard } from './MachineCard';
import { landmarksFor, PieceEdge } from './PieceEdge';
import { StitchView } from './StitchView';
import { ThreadRun } from './ThreadRun';
import { useStitches } from './useStitches';

const LIMIT_MS = 30_000;

/** How it is finished: which edge for what, every stitch of it, in which order, with which thread. */
export function EdgeStation() {
  const { project, plan } = useOpen();
  if (!project) return null;
  if (project.pieces.length === 0)
    return (
      <Empty title="Nothing to finish yet">
        <p>Once there are pieces on the background, their edges are stitched here, stitch by stitch.</p>
      </Empty>
    );
  if (!plan) return <AnswerComing project={project} />;
  return <EdgeDesk project={project} plan={plan} />;
}

function EdgeDesk({ project, plan }: { project: Project; plan: Plan }) {
  const { view, flipped, selectedId } = useOpen();
  const picture = useWorkbench((s) => s.picture);
  const { stitches, error } = useStitches(project, plan);
  const marks = useMemo(() => (picture ? landmarksFor(picture, selectedId) : []), [picture, selectedId]);
  const { edge } = plan;
  const piece = project.pieces.find((p) => p.id === selectedId);
  if (!view || !picture) return null;
  return (
    <div className={css.station}>
      <EdgeAnswer project={project} plan={plan} />
      <ArticleStrip project={view} />
      <div className={css.desk}>
        <section className={css.left} aria-label="The stitches">
          {stitches ? (
            <StitchView
              key={view.article.id}
              project={view}
              plan={plan}
              picture={picture}
              lines={stitches.lines}
              flipped={flipped}
              selectedId={selectedId}
              landmarks={marks}
            />
          ) : (
            <p className={css.waiting}>{error ?? 'Drawing the stitches …'}</p>
          )}
          {piece && <PieceEdge key={piece.id} project={project} plan={plan} piece={piece} marks={marks} />}
        </section>
        <aside className={css.tray} aria-label="Stitching order">
          <section aria-label="How it is stitched">
            <HowStitched project={project} />
          </section>
          {edge.troubles.length > 0 && (
            <Note>
              {edge.troubles.map((t) => (
                <p key={JSON.stringify(t)}>{threadTroubleWords(t, project)}</p>
              ))}
            </Note>
          )}
          <FromDrawer project={project} />
          <ThreadRun project={project} plan={plan} />
          {edge.lines.length > 0 && <Guide project={project} />}
        </aside>
      </div>
      {stitches && <ClothEdges project={project} groups={stitches.groups} />}
      {edge.settings.length > 0 && <MachineCard project={project} plan={plan} />}
    </div>
  );
}

/** How long the edges take, and why no longer: threads in a good order. */
function EdgeAnswer({ project, plan: { edge } }: { project: Project; plan: Plan }) {
  if (edge.lines.length === 0)
    return (
      <Answer
        says={`No edge is stitched or painted${project.intent.edge === 'pinked' ? ': it is pinked as it is cut.' : '.'}`}
      />
    );
  const stitched = edge.lines.some((l) => l.stitches > 0);
  const saved = edge.pieceByPieceChanges - edge.threadChanges;
  return (
    <Answer
      says={
        <span data-changes={edge.threadChanges}>
          About <strong>{minutesWords(edge.minutes * 60)}</strong> {stitched ? 'of stitching' : 'of painting'}, an
          estimate.
        </span>
      }
      reason={
        stitched &&
        `${upper(changesWords(edge.threadChanges))}${saved > 0 ? `, ${saved} fewer than piece by piece` : ''}${edge.cuts > 0 ? `; thread cuts: ${edge.cuts === 1 ? 'once' : `${edge.cuts} times`}` : ''}.`
      }
    />
  );
}

const changesWords = (n: number): string =>
  n === 0 ? 'one thread for all' : n === 1 ? 'thread changed once' : `thread changed ${n} times`;

/** Threads that lie in the drawer and not in this project. */
function FromDrawer({ project }: { project: Project }) {
  const drawer = useDrawer();
  const more = drawer ? differences(project, drawer).filter((d) => d.kind === 'threads' && d.state !== 'own') : [];
  if (!drawer || more.length === 0) return null;
  return (
    <Button icon={<Archive size={20} />} onClick={() => edit((p) => takeIn(p, drawer, more))}>
      {more.length === 1 ? 'Add a thread from the Drawer' : `Bring ${more.length} threads from the Drawer`}
    </Button>
  );
}

/** The stitch guide and the test strip on paper. */
function Guide({ project }: { project: Project }) {
  const [paper, setPaper] = useState<Paper>(paperOfPlace(project.units).paper);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const make = async (as: 'pdf' | 'svg'): Promise<void> => {
    setBusy(true);
    setError(null);
    try {
      const sheets = { kind: 'stitch-guide', paper } as const;
      const name = `${fileStem(`${project.name} stitch guide`, 'stitch-guide')}.${as}`;
      if (as === 'svg') {
        const drawn: SheetDocument = await askPlanThread(
          project,
          async (w, about) => await w.sheets(about, sheets),
          LIMIT_MS,
        );
        download(new Blob([sheetsToSvg(correctedFor(drawn, project.printer))], { type: 'image/svg+xml' }), name);
      } else download(new Blob([await planPdf(project, sheets)], { type: 'application/pdf' }), name);
    } catch (e) {
      setError(`The guide could not be made. ${e instanceof Error ? e.message : String(e)} Try again.`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className={css.guide}>
      <h2>On paper</h2>
      <p className={css.small}>
        Where each line begins and which way it goes, the settings, and a test strip with your sharpest point, corner
        and curve.
      </p>
      <FieldChoice label="Paper" value={paper} options={paperOptions(project.units, 'small')} onChange={setPaper} />
      <div className={css.row}>
        <Button look="go" icon={<FileDown size={18} />} disabled={busy} onClick={() => void make('pdf')}>
          {busy ? 'Drawing …' : 'Stitch guide, PDF'}
        </Button>
        <Button disabled={busy} onClick={() => void make('svg')}>
          SVG
        </Button>
      </div>
      {error && <Note stop>{error}</Note>}
    </div>
  );
}
