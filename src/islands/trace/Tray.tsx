import { FileDown, Ruler, ScanLine, Slice } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, LengthField, Note } from '~/components';
import { USUAL_MIRROR_MM } from '~/core/base/shape';
import { formatLength } from '~/core/base/units';
import { fileStem, type Plan, type Project } from '~/core/keep/model';
import { MOST_MIRROR_MM, mirrorTwins } from '~/core/lay/facing';
import {
  checkSquareMm,
  correctedFor,
  cutList,
  type Paper,
  placementOverview,
  placementSheets,
  type SheetDocument,
  sheetsToSvg,
  templateSheets,
} from '~/core/print/sheet';
import { download, edit } from '~/store';
import { byWay, counted, ROUTE_WORDS, wayWords } from '~/words';
import { pdfOf, planPdf } from '../project/pdf';
import { FacingNote } from './Facings';
import css from './Trace.module.css';

const stem = (doc: SheetDocument): string => fileStem(doc.title, 'sheets');

/** PDFs, one after the other. */
export function usePdf() {
  /** The document that is being drawn, by what its button says. */
  const [busy, setBusy] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const make = async (which: SheetDocument, label: string, write = () => pdfOf(which)): Promise<void> => {
    setBusy(label);
    setError(null);
    try {
      const bytes = await write();
      download(new Blob([bytes], { type: 'application/pdf' }), `${stem(which)}.pdf`);
    } catch (e) {
      setError(
        `The PDF could not be made. ${e instanceof Error ? e.message : String(e)} The SVG beside it needs less.`,
      );
    } finally {
      setBusy(null);
    }
  };
  return { busy, error, make };
}

interface Printed {
  project: Project;
  plan: Plan;
  paper: Paper;
  /** What the sheets to trace have drawn together. */
  by: 'cloth' | 'unit';
  /** The sheets to trace; null until they are drawn. */
  doc: SheetDocument | null;
  pdf: ReturnType<typeof usePdf>;
}

/** What is printed, what is measured, and which way round each piece is. */
export function Tray({
  tracings,
  selectedId,
  onDialog,
  ...printed
}: Printed & {
  selectedId: string | null;
  tracings: Plan['tracings'];
  onDialog: (which: 'printer' | 'cutter' | 'check') => void;
}) {
  const { project, plan, pdf } = printed;
  const twins = useMemo(
    () => new Map(mirrorTwins(plan.tracings).flatMap(([a, b]) => [[a, b] as const, [b, a] as const])),
    [plan],
  );
  return (
    <aside className={css.tray} aria-label="Print and which way round">
      <div>
        <h2>Print at 100%</h2>
        <p className={css.lead}>
          Then measure the check square, or the bar at the foot of a full page:{' '}
          {formatLength(checkSquareMm(project.units), project.units)}, or the size is wrong.{' '}
          {project.printer && 'Your printer’s own error is corrected.'}
        </p>
      </div>
      <Documents {...printed} />
      {pdf.error && <Note stop>{pdf.error}</Note>}
      <div className={css.downloads}>
        <Button icon={<Ruler size={20} />} onClick={() => onDialog('printer')}>
          Measure the printer
        </Button>
        <Button icon={<ScanLine size={20} />} onClick={() => onDialog('check')}>
          Check a traced sheet
        </Button>
        <Button icon={<Slice size={20} />} onClick={() => onDialog('cutter')}>
          Try a cutting machine
        </Button>
      </div>
      <div>
        <h2>Which way round</h2>
        <p className={css.lead}>{ROUTE_WORDS[project.route].name}.</p>
        <LengthField
          label="Symmetrical within"
          units={project.units}
          fine
          value={project.limits.mirrorMm ?? USUAL_MIRROR_MM}
          min={0.05}
          max={MOST_MIRROR_MM}
          onChange={(v) => edit((p) => void (p.limits.mirrorMm = v), { what: 'mirror' })}
        />
      </div>
      {[...byWay(tracings)].map(([way, mine]) => (
        <details key={way} className={css.wayFold} data-fold={way} open={mine.some((t) => t.pieceId === selectedId)}>
          <summary>
            <strong>{wayWords(way)}</strong> {counted(mine.length, 'shape')}
          </summary>
          <ul className={css.ways}>
            {mine.map((t) => (
              <FacingNote key={t.pieceId} tracing={t} project={project} twin={twins.get(t.pieceId)} />
            ))}
          </ul>
        </details>
      ))}
    </aside>
  );
}

/** Every document there is, as PDF and SVG. */
function Documents({ project, plan, paper, by, doc, pdf }: Printed) {
  const made = (which: SheetDocument): SheetDocument => correctedFor(which, project.printer);
  const sheets: readonly { label: string; make: () => SheetDocument | null; write?: () => Promise<ArrayBuffer> }[] = [
    { label: 'Tracing sheets', make: () => doc, write: () => planPdf(project, { kind: 'tracing', paper, by }) },
    { label: 'Placement guide', make: () => made(placementSheets(project, paper)) },
    { label: 'Templates', make: () => made(templateSheets(project, plan, paper)) },
    { label: 'Placement overview', make: () => placementOverview(project, paper) },
    { label: 'Cut list', make: () => cutList(project, plan, paper) },
  ];
  return (
    <ul className={css.documents}>
      {sheets.map(({ label, make, write }) => (
        <li key={label}>
          <span>{label}</span>
          <Button
            icon={<FileDown size={18} />}
            disabled={pdf.busy !== null || (label === 'Tracing sheets' && doc === null)}
            aria-label={`${label}, PDF`}
            onClick={() => {
              const which = make();
              if (which) void pdf.make(which, label, write);
            }}
          >
            {pdf.busy === label ? 'Drawing …' : 'PDF'}
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
  );
}
