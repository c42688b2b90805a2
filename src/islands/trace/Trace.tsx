import { FileDown } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Choice, Empty, Note } from '~/components';
import { ROUTE_FACTS } from '~/core/facing';
import type { Plan, Project, Tracing } from '~/core/model';
import { boundsOf, regionOf } from '~/core/shape';
import { type Paper, placementSheets, type SheetDocument, sheetsToSvg, tracingSheets } from '~/core/sheet';
import { download } from '~/store';
import { withSheetWorker } from '~/workers';
import { useOpen } from '../project/useOpen';
import { SheetView } from './SheetView';
import css from './Trace.module.css';

const stem = (doc: SheetDocument): string =>
  doc.title
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .toLowerCase() || 'sheets';

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

/** A plan that is a moment older than the project may speak of pieces or webs that are gone: its sheets wait for the next plan. */
const fits = (project: Project, plan: Plan): boolean => {
  const pieces = new Set(project.pieces.map((p) => p.id));
  return plan.tracings.every((t) => pieces.has(t.pieceId)) && plan.tracings.length === pieces.size;
};

function TraceDesk({ project, plan }: { project: Project; plan: Plan }) {
  const { flipped, selectedId } = useOpen();
  const [paper, setPaper] = useState<Paper>(project.units === 'in' ? 'letter' : 'a4');
  const [webId, setWebId] = useState<string | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const doc = useMemo(() => (fits(project, plan) ? tracingSheets(project, plan, paper) : null), [project, plan, paper]);
  if (!doc) return null;

  const webIds = [...new Set(doc.pages.map((p) => p.webId ?? ''))];
  const shown = webIds.includes(webId ?? '\u0000') ? webId : (webIds[0] ?? '');
  const pages = doc.pages.filter((p) => (p.webId ?? '') === shown);
  const name = (id: string): string => project.webs.find((w) => w.id === id)?.name ?? 'No web yet';
  const use = plan.webUse.find((u) => u.webId === shown);

  const pdf = async (which: SheetDocument): Promise<void> => {
    setBusy(which.title);
    setError(null);
    try {
      const bytes = await withSheetWorker((w) => w.pdf(which));
      download(new Blob([bytes], { type: 'application/pdf' }), `${stem(which)}.pdf`);
    } catch (e) {
      setError(`The PDF could not be made: ${e instanceof Error ? e.message : String(e)}. Try the SVG.`);
    } finally {
      setBusy(null);
    }
  };
  const svg = (which: SheetDocument): void =>
    download(new Blob([sheetsToSvg(which)], { type: 'image/svg+xml' }), `${stem(which)}.svg`);

  const ids = new Set(pages.flatMap((p) => p.pieceIds));
  const tracings = plan.tracings.filter((t) => ids.has(t.pieceId));
  const first = tracings.filter((t) => t.pieceId === selectedId);
  return (
    <div className={css.station}>
      <section className={css.desk} aria-label="Tracing sheets">
        <div className={css.bar}>
          <Choice
            label="Web"
            value={shown ?? ''}
            options={webIds.map((id) => ({ value: id, label: name(id) }))}
            onChange={setWebId}
          />
          <Choice
            label="Paper"
            value={paper}
            options={[
              { value: 'a4', label: 'A4' },
              { value: 'letter', label: 'Letter' },
              { value: 'roll', label: 'Roll' },
            ]}
            onChange={setPaper}
          />
        </div>
        <div className={css.pages}>
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
      </section>
      <aside className={css.tray} aria-label="Print and which way round">
        <div>
          <h2>Print at 100 %</h2>
          <p className={css.lead}>
            Then measure the check square on each page: 50 mm, or the scale is off.{' '}
            {use && `${name(use.webId)} takes ${Math.round(use.lengthMm / 10)} cm of its roll in rows.`}
          </p>
        </div>
        <div className={css.downloads}>
          <Button look="go" icon={<FileDown size={20} />} disabled={busy !== null} onClick={() => void pdf(doc)}>
            {busy === doc.title ? 'Drawing the PDF …' : 'Tracing sheets, PDF'}
          </Button>
          <Button icon={<FileDown size={20} />} onClick={() => svg(doc)}>
            Tracing sheets, SVG
          </Button>
          <Button
            icon={<FileDown size={20} />}
            disabled={busy !== null}
            onClick={() => void pdf(placementSheets(project, paper))}
          >
            {busy !== null && busy !== doc.title ? 'Drawing the PDF …' : 'Placement guide, PDF'}
          </Button>
        </div>
        {error && <Note stop>{error}</Note>}
        <div>
          <h2>Which way round</h2>
          <p className={css.lead}>{ROUTE_FACTS[project.route].name}.</p>
        </div>
        <ul className={css.ways}>
          {[...first, ...tracings.filter((t) => t.pieceId !== selectedId)].map((t) => (
            <Way key={t.pieceId} tracing={t} project={project} />
          ))}
        </ul>
      </aside>
    </div>
  );
}

const WAY_WORDS: Readonly<Record<string, string>> = { 'no-care': 'either way', 'as-printed': 'as it came' };

function Way({ tracing, project }: { tracing: Tracing; project: Project }) {
  const index = project.pieces.findIndex((p) => p.id === tracing.pieceId);
  const piece = project.pieces[index];
  const b = boundsOf(regionOf(tracing.outline));
  const pad = 2;
  const side = Math.max(b.maxX - b.minX, b.maxY - b.minY) + 2 * pad;
  const fabric = project.fabrics.find((f) => f.id === piece?.fabricId);
  return (
    <li className={css.way} data-piece={tracing.pieceId} data-mirrored={tracing.mirrored} data-code={tracing.code}>
      <svg
        viewBox={`${(b.minX + b.maxX - side) / 2} ${(b.minY + b.maxY - side) / 2} ${side} ${side}`}
        aria-hidden="true"
      >
        <path
          d={tracing.outline}
          fill={fabric?.colour}
          fillOpacity="0.35"
          stroke="currentColor"
          strokeWidth={side / 40}
          fillRule="evenodd"
        />
      </svg>
      <strong>
        {index + 1} · {piece?.label}: {WAY_WORDS[tracing.code] ?? (tracing.mirrored ? 'reversed' : 'as seen')}
      </strong>
      <p>{tracing.text}</p>
    </li>
  );
}
