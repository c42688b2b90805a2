import { FileDown, Ruler, ScanLine, Slice } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Empty, FieldChoice, LengthField, lazily, Note } from '~/components';
import { USUAL_MIRROR_MM } from '~/core/base/shape';
import { formatLength, SPEECH } from '~/core/base/units';
import type { Mat } from '~/core/cut/layout';
import { fileStem, lookup, type Plan, type Project } from '~/core/keep/model';
import { MOST_MIRROR_MM, mirrorTwins, ROUTE_FACTS } from '~/core/lay/facing';
import {
  checkSquareMm,
  correctedFor,
  cutList,
  PAPER_FACTS,
  type Paper,
  placementOverview,
  placementSheets,
  type SheetDocument,
  sheetsToSvg,
  templateSheets,
} from '~/core/print/sheet';
import { download, edit } from '~/store';
import { pdfOf } from '../project/pdf';
import { useOpen } from '../project/useOpen';
import { FacingNote } from './Facings';
import { SheetView } from './SheetView';
import css from './Trace.module.css';
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

const stem = (doc: SheetDocument): string => fileStem(doc.title, 'sheets');

/** The sheets as they will be drawn, at true size on paper. */
export function Trace() {
  const { project, plan } = useOpen();
  if (!project || !plan) return null;
  if (project.pieces.length === 0) {
    return (
      <Empty title="Nothing to trace yet">
        <p>Once there are pieces on the ground, their tracing sheets appear here, reversed where they must be.</p>
      </Empty>
    );
  }
  return <TraceDesk project={project} plan={plan} />;
}

type View = 'sheets' | 'layout' | 'mats';

function TraceDesk({ project, plan }: { project: Project; plan: Plan }) {
  const { flipped, selectedId } = useOpen();
  const [asked, setView] = useState<View | null>(null);
  const [paper, setPaper] = useState<Paper>(SPEECH[project.units].paper);
  const [by, setBy] = useState<'cloth' | 'unit'>('cloth');
  const [webId, setWebId] = useState<string | null>(null);
  /** The document that is being drawn, by what its button says. */
  const [busy, setBusy] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [mat, setMat] = useState<Mat | null>(null);
  const [dialog, setDialog] = useState<'printer' | 'cutter' | 'check' | null>(null);
  const { doc, error: notDrawn } = useTracingSheets(project, plan, paper, by);
  const twins = useMemo(
    () => new Map(mirrorTwins(plan.tracings).flatMap(([a, b]) => [[a, b] as const, [b, a] as const])),
    [plan],
  );
  const look = lookup(project);
  const ways = new Set(project.pieces.map((p) => ROUTE_FACTS[look.routeOf(p)].drawnOn === 'cutting mat'));
  const machine = ways.has(true);
  // Where a machine cuts everything, its mats are what is looked for.
  const view: View =
    asked === 'mats' && !machine ? 'sheets' : (asked ?? (machine && !ways.has(false) ? 'mats' : 'sheets'));

  const sheetPages = doc?.pages ?? [];
  const webIds = [...new Set(sheetPages.map((p) => p.webId ?? ''))];
  const shown = webIds.includes(webId ?? '\u0000') ? webId : (webIds[0] ?? '');
  const pages = sheetPages.filter((p) => (p.webId ?? '') === shown);
  const name = (id: string): string => project.webs.find((w) => w.id === id)?.name ?? 'No web yet';

  const pdf = async (which: SheetDocument, label: string): Promise<void> => {
    setBusy(label);
    setError(null);
    try {
      const bytes = await pdfOf(which);
      download(new Blob([bytes], { type: 'application/pdf' }), `${stem(which)}.pdf`);
    } catch (e) {
      setError(
        `The PDF could not be made. ${e instanceof Error ? e.message : String(e)} The SVG beside it needs less.`,
      );
    } finally {
      setBusy(null);
    }
  };
  const made = (which: SheetDocument): SheetDocument => correctedFor(which, project.printer);
  const sheets: readonly { label: string; make: () => SheetDocument | null }[] = [
    { label: 'Tracing sheets', make: () => doc },
    { label: 'Placement guide', make: () => made(placementSheets(project, paper)) },
    { label: 'Templates', make: () => made(templateSheets(project, plan, paper)) },
    { label: 'Placement overview', make: () => placementOverview(project, paper) },
    { label: 'Cut list', make: () => cutList(project, plan, paper) },
  ];
  const ids =
    view !== 'sheets' ? new Set(plan.tracings.map((t) => t.pieceId)) : new Set(pages.flatMap((p) => p.pieceIds));
  const tracings = plan.tracings.filter((t) => ids.has(t.pieceId));
  const first = tracings.filter((t) => t.pieceId === selectedId);
  return (
    <div className={css.station}>
      <section
        className={css.desk}
        aria-label={view === 'sheets' ? 'Tracing sheets' : view === 'mats' ? 'Mats' : 'Layout'}
      >
        <div className={css.bar}>
          <FieldChoice
            label="Show"
            value={view}
            options={[
              { value: 'sheets', label: 'sheets to trace' },
              { value: 'layout', label: 'layout on web and cloth' },
              ...(machine ? [{ value: 'mats' as const, label: 'mats of the machine' }] : []),
            ]}
            onChange={setView}
          />
          {view === 'sheets' && project.pieces.some((p) => p.unit !== null) && (
            <FieldChoice
              label="Drawn together"
              value={by}
              options={[
                { value: 'cloth', label: 'by cloth' },
                { value: 'unit', label: 'by unit' },
              ]}
              onChange={setBy}
            />
          )}
          {view !== 'mats' && (
            <FieldChoice
              label="Paper"
              value={paper}
              options={(['a4', 'letter', 'a3', 'tabloid', 'roll'] as const).map((value) => ({
                value,
                label: PAPER_FACTS[value].name,
              }))}
              onChange={setPaper}
            />
          )}
          {view === 'sheets' && webIds.length > 0 && (
            <FieldChoice
              label="Web"
              value={shown ?? ''}
              options={webIds.map((id) => ({ value: id, label: name(id) }))}
              onChange={setWebId}
            />
          )}
        </div>
        {view === 'sheets' ? (
          <div className={css.pages}>
            {notDrawn && <Note stop>{notDrawn}</Note>}
            {!doc && !notDrawn && (
              <p className={css.waiting} role="status">
                Drawing the sheets …
              </p>
            )}
            {pages.map((page, i) => (
              <figure key={page.id} className={css.page}>
                <SheetView
                  page={page}
                  flipped={flipped}
                  label={`Tracing sheet ${i + 1} of ${pages.length} for ${name(shown ?? '')}`}
                />
                <figcaption>
                  Sheet {i + 1} of {pages.length}
                  {flipped ? ', seen through from behind' : ', the side you draw on'}
                </figcaption>
              </figure>
            ))}
          </div>
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
            onPdf={(d) => void pdf(d, 'Layout')}
            busy={busy !== null}
          />
        )}
      </section>
      <aside className={css.tray} aria-label="Print and which way round">
        <div>
          <h2>Print at 100 %</h2>
          <p className={css.lead}>
            Then measure the check square, or the bar at the foot of a full page:{' '}
            {formatLength(checkSquareMm(project.units), project.units)}, or the scale is off.{' '}
            {project.printer && 'Your printer’s own error is allowed for.'}
          </p>
        </div>
        <ul className={css.documents}>
          {sheets.map(({ label, make }) => (
            <li key={label}>
              <span>{label}</span>
              <Button
                look={label === 'Tracing sheets' ? 'go' : 'paper'}
                icon={<FileDown size={18} />}
                disabled={busy !== null || (label === 'Tracing sheets' && doc === null)}
                aria-label={`${label}, PDF`}
                onClick={() => {
                  const which = make();
                  if (which) void pdf(which, label);
                }}
              >
                {busy === label ? 'Drawing …' : 'PDF'}
              </Button>
              <Button
                aria-label={`${label}, SVG`}
                disabled={label === 'Tracing sheets' && doc === null}
                onClick={() => {
                  const which = make();
                  if (which) download(new Blob([sheetsToSvg(which)], { type: 'image/svg+xml' }), `${stem(which)}.svg`);
                }}
              >
                SVG
              </Button>
            </li>
          ))}
        </ul>
        {error && <Note stop>{error}</Note>}
        <div className={css.downloads}>
          <Button icon={<Ruler size={20} />} onClick={() => setDialog('printer')}>
            Measure the printer
          </Button>
          <Button icon={<ScanLine size={20} />} onClick={() => setDialog('check')}>
            Check a traced sheet
          </Button>
          <Button
            icon={<Slice size={20} />}
            onClick={() => {
              setMat(null);
              setDialog('cutter');
            }}
          >
            Try a cutting machine
          </Button>
        </div>
        <div>
          <h2>Which way round</h2>
          <p className={css.lead}>{ROUTE_FACTS[project.route].name}.</p>
          <LengthField
            label="Counts as its own mirror image within"
            units={project.units}
            fine
            value={project.limits.mirrorMm ?? USUAL_MIRROR_MM}
            min={0.05}
            max={MOST_MIRROR_MM}
            onChange={(v) => edit((p) => void (p.limits.mirrorMm = v), { what: 'mirror' })}
          />
        </div>
        <ul className={css.ways}>
          {[...first, ...tracings.filter((t) => t.pieceId !== selectedId)].map((t) => (
            <FacingNote key={t.pieceId} tracing={t} project={project} twin={twins.get(t.pieceId)} />
          ))}
        </ul>
      </aside>
      {dialog === 'printer' && <PrinterDialog project={project} plan={plan} onClose={() => setDialog(null)} />}
      {dialog === 'cutter' && <CutterDialog project={project} plan={plan} mat={mat} onClose={() => setDialog(null)} />}
      {dialog === 'check' && <CheckDialog project={project} plan={plan} onClose={() => setDialog(null)} />}
    </div>
  );
}
