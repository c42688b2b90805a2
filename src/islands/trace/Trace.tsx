import { FileDown } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Empty, lazily } from '~/components';
import { paperOfPlace } from '~/core/base/units';
import type { Mat } from '~/core/cut/layout';
import { lookup, type Plan, type Project } from '~/core/keep/model';
import { ROUTE_FACTS } from '~/core/lay/facing';
import { backedIn } from '~/core/lay/recipe';
import { costOf } from '~/core/plan';
import { correctedFor, type Paper, templateSheets } from '~/core/print/sheet';
import { counted, facingWords, waysSaid } from '~/words';
import { Answer, AnswerComing } from '../project/Answer';
import { planPdf } from '../project/pdf';
import { SchoolFields } from '../project/SchoolFields';
import { useOpen } from '../project/useOpen';
import { Pages, type View, ViewBar } from './Sheets';
import css from './Trace.module.css';
import { Tray, usePdf } from './Tray';
import { useTracingSheets } from './useTracingSheets';

// Loaded when they are asked for: a project at rest needs none of them.
const LayoutDesk = lazily('the layout', async () => (await import('./LayoutDesk')).LayoutDesk);
const MatDesk = lazily('the mats', async () => (await import('./MatDesk')).MatDesk);
const PrinterDialog = lazily(
  'measuring the printer',
  async () => (await import('./PrinterDialog')).PrinterDialog,
  'dialog',
);
const CutterDialog = lazily('the cutting machine', async () => (await import('./CutterDialog')).CutterDialog, 'dialog');
const CheckDialog = lazily('checking a sheet', async () => (await import('./CheckDialog')).CheckDialog, 'dialog');

/** The sheets as they will be drawn, at true size on paper. */
export function Trace() {
  const { project, plan } = useOpen();
  if (!project) return null;
  if (project.pieces.length === 0) {
    return (
      <Empty title="Nothing to trace yet">
        <p>Once there are pieces on the background, their tracing sheets are here, reversed where they must be.</p>
      </Empty>
    );
  }
  if (!plan) return <AnswerComing project={project} />;
  return <TraceDesk project={project} plan={plan} />;
}

/** The sheets of all webs, one after the other. */
const EVERY = '*';

function TraceDesk({ project, plan }: { project: Project; plan: Plan }) {
  const { flipped, selectedId } = useOpen();
  const [asked, setView] = useState<View | null>(null);
  const [paper, setPaper] = useState<Paper>(paperOfPlace(project.units).paper);
  const [by, setBy] = useState<'cloth' | 'unit'>('cloth');
  const [webId, setWebId] = useState<string | null>(null);
  const pdf = usePdf();
  const [mat, setMat] = useState<Mat | null>(null);
  const [dialog, setDialog] = useState<'printer' | 'cutter' | 'check' | null>(null);
  const { doc, error: notDrawn } = useTracingSheets(project, plan, paper, by);
  const look = lookup(project);
  const ways = new Set(project.pieces.map((p) => ROUTE_FACTS[look.routeOf(p)].drawnOn === 'cutting mat'));
  const machine = ways.has(true);
  // Where a machine cuts everything, its mats are what is looked for.
  const view: View =
    asked === 'mats' && !machine ? 'sheets' : (asked ?? (machine && !ways.has(false) ? 'mats' : 'sheets'));

  const sheetPages = doc?.pages ?? [];
  const webIds = [...new Set(sheetPages.map((p) => p.webId ?? ''))];
  const shown = webIds.includes(webId ?? EVERY) ? (webId ?? EVERY) : EVERY;
  const pages = sheetPages.filter((p) => shown === EVERY || (p.webId ?? '') === shown);
  const name = (id: string): string =>
    id === EVERY ? 'every web' : (project.webs.find((w) => w.id === id)?.name ?? 'No web yet');

  const ids =
    view !== 'sheets' ? new Set(plan.tracings.map((t) => t.pieceId)) : new Set(pages.flatMap((p) => p.pieceIds));
  const tracings = plan.tracings.filter((t) => ids.has(t.pieceId));
  // A page that says that there is nothing is no sheet.
  const sheets = sheetPages.filter((p) => p.pieceIds.length > 0).length;
  // Where nothing is traced, what is cut round is looked for.
  const untraced = doc !== null && sheets === 0;
  const templates = useMemo(
    () => (untraced ? correctedFor(templateSheets(project, plan, paper), project.printer) : null),
    [untraced, project, plan, paper],
  );
  const toCut = templates?.pages.filter((p) => !p.isNothing) ?? [];
  const backed = backedIn(project);
  // What is ruled, or cut along its backing, is drawn no way round.
  const drawn = untraced && toCut.length === 0 ? [] : plan.tracings.filter((t) => !backed.has(t.pieceId));
  // The first shape that is turned over says why.
  const why = drawn.find((t) => t.mirrored) ?? drawn[0];
  const first = tracings.filter((t) => t.pieceId === selectedId);
  return (
    <div className={css.station}>
      <section
        className={css.desk}
        aria-label={view === 'sheets' ? 'Tracing sheets' : view === 'mats' ? 'Mats' : 'Layout'}
      >
        {view === 'sheets' && (
          <Answer
            says={
              <>
                {untraced && toCut.length > 0 && (
                  <>
                    <strong>{counted(toCut.length, 'sheet')}</strong> of templates.{' '}
                  </>
                )}
                {untraced && toCut.length === 0 && 'Nothing is traced here, and nothing is cut from a template. '}
                {sheets > 0 && (
                  <>
                    <strong>{counted(sheets, 'sheet')}</strong> to trace
                    {webIds.length > 1 && `, for ${counted(webIds.length, 'web')}`}.{' '}
                  </>
                )}
                {waysSaid(drawn)}
              </>
            }
            reason={why && facingWords(why)}
          >
            {!(untraced && toCut.length === 0) && (
              <Button
                look="go"
                icon={<FileDown size={20} />}
                disabled={pdf.busy !== null || doc === null}
                onClick={() => {
                  if (untraced && templates) void pdf.make(templates, 'Templates');
                  else if (doc)
                    void pdf.make(doc, 'Tracing sheets', () => planPdf(project, { kind: 'tracing', paper, by }));
                }}
              >
                {pdf.busy === null ? 'Save all as PDF' : 'Drawing …'}
              </Button>
            )}
          </Answer>
        )}
        <ViewBar
          project={project}
          view={view}
          machine={machine}
          onView={setView}
          by={by}
          onBy={setBy}
          paper={paper}
          onPaper={setPaper}
          webs={webIds.length < 2 ? [] : [EVERY, ...webIds].map((id) => ({ value: id, label: name(id) }))}
          webId={shown}
          onWeb={setWebId}
        />
        {view === 'sheets' ? (
          <Pages
            doc={doc}
            pages={untraced ? toCut : pages}
            notDrawn={notDrawn}
            flipped={flipped}
            nameOf={name}
            templates={untraced}
          />
        ) : view === 'mats' ? (
          <MatDesk
            project={project}
            plan={plan}
            onCut={(m) => {
              setMat(m);
              setDialog('cutter');
            }}
          />
        ) : (
          <LayoutDesk
            project={project}
            plan={plan}
            paper={paper}
            onPdf={(d) => void pdf.make(d, 'Layout')}
            busy={pdf.busy !== null}
          />
        )}
        <SchoolFields project={project} station="trace" now={costOf(plan)} />
      </section>
      <Tray
        project={project}
        plan={plan}
        paper={paper}
        by={by}
        doc={doc}
        pdf={pdf}
        selectedId={selectedId}
        tracings={[...first, ...tracings.filter((t) => t.pieceId !== selectedId)]}
        onDialog={(which) => {
          setMat(null);
          setDialog(which);
        }}
      />
      {dialog === 'printer' && <PrinterDialog project={project} plan={plan} onClose={() => setDialog(null)} />}
      {dialog === 'cutter' && <CutterDialog project={project} plan={plan} mat={mat} onClose={() => setDialog(null)} />}
      {dialog === 'check' && <CheckDialog project={project} plan={plan} onClose={() => setDialog(null)} />}
    </div>
  );
}
