import { FileDown, Lock, LockOpen } from 'lucide-react';
import { useState } from 'react';
import { Button, Note } from '~/components';
import { boundsOf } from '~/core/base/shape';
import { formatLength, formatRun } from '~/core/base/units';
import { BOLT_MM, type LaidStrip, type LayoutAsk, stripsOf } from '~/core/cut/layout';
import { type NestPlacement, settle } from '~/core/cut/nest';
import { fileStem, type Layout, type Plan, type Project } from '~/core/keep/model';
import {
  CUT_FORMATS,
  type CutFormat,
  correctedFor,
  cutFile,
  cutFiles,
  laidParts,
  layoutSheets,
  type Paper,
  stripName,
  stripSize,
} from '~/core/print/sheet';
import { download } from '~/store';
import { unplacedWords } from '~/words';
import { useOpen } from '../project/useOpen';
import { LayoutView } from './LayoutView';
import css from './Trace.module.css';
import { keepLayout } from './useNest';

const percent = (share: number): string => `${Math.round(share * 100)} %`;
const upper = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
const SIDE_WORDS = {
  'cloth side': 'the fabric, through the web',
  liner: 'the paper side',
  'wrong side': 'the wrong side of the fabric',
  'right side': 'the right side of the fabric',
} as const;
const TYPES = { dxf: 'application/dxf', svg: 'image/svg+xml' } as const satisfies Record<CutFormat, string>;
/** Beyond the last part on a roll a shape that is dragged there may still be laid down, mm. */
const MORE_ROLL_MM = 400;

/** A layout that was found: what it saves, every strip with a hand in it, and the files it gives. */
export function LayoutFound({
  project,
  plan,
  wanted,
  layout,
  rowsMm,
  paper,
  onPdf,
  busy,
}: {
  project: Project;
  plan: Plan;
  wanted: LayoutAsk;
  layout: Layout;
  rowsMm: number;
  paper: Paper;
  onPdf: (doc: ReturnType<typeof layoutSheets>) => void;
  busy: boolean;
}) {
  const { flipped } = useOpen();
  const [picked, setPicked] = useState<string | null>(null);
  const [noRoom, setNoRoom] = useState(false);
  const { kind } = wanted;
  const things = kind === 'web' ? project.webs : project.fabrics;
  const nameOf = (id: string): string => things.find((t) => t.id === id)?.name ?? id;
  const strips = stripsOf(wanted, layout);
  const locked = new Set(layout.locked);
  const drop = (p: NestPlacement, by: { x: number; y: number }): void => {
    const strip = strips.find((s) => s.bin === p.bin && s.binCopy === p.binCopy);
    if (!strip) return;
    const others = strip.placements.filter((q) => q !== p && !(q.id === p.id && q.copy === p.copy));
    const to = settle(
      wanted.request.parts,
      others,
      { ...p, xMm: p.xMm + by.x, yMm: p.yMm + by.y },
      {
        widthMm: strip.bounds.maxY,
        lengthMm: strip.bin === null ? strip.bounds.maxX + MORE_ROLL_MM : strip.bounds.maxX,
        spacingMm: wanted.request.spacingMm,
        rotations: wanted.request.rotations,
      },
    );
    setNoRoom(to === null);
    if (!to) return;
    const placements = layout.placements.map((q) =>
      q.id === p.id && q.copy === p.copy ? { ...to, mirrored: false as const } : q,
    );
    const reach = stripsReach(project, plan, wanted, placements);
    keepLayout(
      { ...layout, placements, lengthMm: reach, locked: [...new Set([...layout.locked, `${p.id} ${p.copy}`])] },
      { what: 'layout', ids: [wanted.ofId, p.id, String(p.copy)] },
    );
  };
  const toggleLock = (name: string): void => {
    const next = new Set(layout.locked);
    if (!next.delete(name)) next.add(name);
    keepLayout({ ...layout, locked: [...next] });
  };

  const saveOne = (strip: LaidStrip, format: CutFormat): void => {
    const file = cutFile(project, plan, wanted, strip, format);
    download(new Blob([file.text], { type: TYPES[format] }), file.name);
  };
  /** One file where it all lies on one strip; a zip with one for each where it lies on several. */
  const saveAll = async (format: CutFormat): Promise<void> => {
    const [only] = strips;
    if (strips.length === 1 && only) {
      saveOne(only, format);
      return;
    }
    const { zipEntries } = await import('~/core/keep/archive');
    const entries = cutFiles(project, plan, wanted, layout, format).map((f) => ({
      name: f.name,
      bytes: new TextEncoder().encode(f.text),
    }));
    download(
      new Blob(zipEntries(entries) as Uint8Array<ArrayBuffer>[], { type: 'application/zip' }),
      `${fileStem(nameOf(wanted.ofId))}-${format}.zip`,
    );
  };
  const several = strips.length > 1 ? `, ${strips.length} files` : '';

  return (
    <>
      <Saving
        project={project}
        wanted={wanted}
        layout={layout}
        rowsMm={rowsMm}
        strips={strips}
        flipped={flipped}
        nameOf={nameOf}
      />
      <LayoutNotes project={project} wanted={wanted} layout={layout} />
      {strips.map((strip) => (
        <figure key={`${strip.bin} ${strip.binCopy}`} className={css.strip}>
          <LayoutView
            project={project}
            plan={plan}
            wanted={wanted}
            strip={strip}
            flipped={flipped}
            locked={locked}
            picked={picked}
            onPick={setPicked}
            onDrop={drop}
          />
          <figcaption>
            <span>
              {upper(stripName(wanted, strip))}, {stripSize(strip, project.units)}
            </span>
            {strips.length > 1 &&
              CUT_FORMATS.map((format) => (
                <Button key={format} look="plain" icon={<FileDown size={18} />} onClick={() => saveOne(strip, format)}>
                  {format.toUpperCase()}
                </Button>
              ))}
          </figcaption>
        </figure>
      ))}
      <p role="status" className={css.lead}>
        {noRoom && 'No room for it there: it stays where it was.'}
      </p>
      <div className={css.downloads}>
        {picked && layout.placements.some((p) => `${p.id} ${p.copy}` === picked) && (
          <Button
            icon={locked.has(picked) ? <LockOpen size={20} /> : <Lock size={20} />}
            onClick={() => toggleLock(picked)}
          >
            {locked.has(picked) ? 'Unlock it' : 'Lock it here'}
          </Button>
        )}
        <Button
          icon={<FileDown size={20} />}
          disabled={busy}
          onClick={() => onPdf(correctedFor(layoutSheets(project, plan, wanted, layout, paper), project.printer))}
        >
          Layout, PDF
        </Button>
        <Button icon={<FileDown size={20} />} onClick={() => void saveAll('dxf')}>
          Cutting machine, DXF{several}
        </Button>
        <Button icon={<FileDown size={20} />} onClick={() => void saveAll('svg')}>
          Plain SVG{several}
        </Button>
      </div>
      <p className={css.lead}>
        Drag a shape: it settles where there is room, and stays there. Arrow keys move the selected one.
      </p>
    </>
  );
}

/** What a layout saves, and how much of what is here it covers. */
function Saving({
  project,
  wanted,
  layout,
  rowsMm,
  strips,
  flipped,
  nameOf,
}: {
  project: Project;
  wanted: LayoutAsk;
  layout: Layout;
  rowsMm: number;
  strips: readonly LaidStrip[];
  flipped: boolean;
  nameOf: (id: string) => string;
}) {
  const { kind } = wanted;
  return (
    <p className={css.saving} data-layout={`${wanted.kind} ${wanted.ofId}`} data-length={layout.lengthMm}>
      {kind === 'web' ? (
        <>
          <strong>{formatLength(layout.lengthMm, project.units)}</strong> of the roll, nested;{' '}
          <strong>{formatLength(rowsMm, project.units)}</strong> in rows.{' '}
          {rowsMm > layout.lengthMm ? `Saves ${percent(1 - layout.lengthMm / rowsMm)}.` : 'Rows are as short here.'}
          {strips.some((s) => s.bin) && ' Offcuts are used first.'}
        </>
      ) : (
        <>
          {strips.length === 1 ? 'One piece' : `${strips.length} pieces`} of {nameOf(wanted.ofId)};{' '}
          {strips
            .map(
              (s) =>
                `${percent(s.coveredMm2 / Math.max(1, areaOf(s)))} of ${s.number === null ? 'the bolt' : stripName(wanted, s)}`,
            )
            .join(', ')}{' '}
          covered.
          {strips.some((s) => s.bin === null) &&
            ` You have none: ${formatRun(layout.lengthMm, project.units)} off a bolt ${formatRun(BOLT_MM, project.units)} wide would do.`}
        </>
      )}{' '}
      Seen from {flipped ? 'behind' : SIDE_WORDS[wanted.side]}.
    </p>
  );
}

/** What found no room, and strips that are wider than the roll. */
function LayoutNotes({ project, wanted, layout }: { project: Project; wanted: LayoutAsk; layout: Layout }) {
  const wide = [
    ...new Set([...wanted.parts].flatMap(([id, p]) => (p.what === 'strip' ? [pieceWords(project, wanted, id)] : []))),
  ];

  return (
    <>
      {layout.unplaced.length > 0 && (
        <Note stop>
          <ul>
            {layout.unplaced.map((u) => (
              <li key={`${u.id} ${u.code}`}>
                {pieceWords(project, wanted, u.id)}
                {u.copies > 1 && ` (${u.copies})`}: {unplacedWords(u, project.units)}
              </li>
            ))}
          </ul>
        </Note>
      )}
      {wide.length > 0 && (
        <Note>
          {wide.join(', ')}: wider than the roll. Join the strips edge to edge with clear tape on the paper. Peel the
          tape off with the paper.
        </Note>
      )}
    </>
  );
}

const areaOf = (s: { bounds: { minX: number; minY: number; maxX: number; maxY: number } }): number =>
  (s.bounds.maxX - s.bounds.minX) * (s.bounds.maxY - s.bounds.minY);

const pieceWords = (project: Project, wanted: LayoutAsk, partId: string): string => {
  const part = wanted.parts.get(partId);
  if (part?.what === 'patch')
    return `patch ${part.patch.name} of ${project.fabrics.find((f) => f.id === part.patch.fabricId)?.name ?? 'cloth'}`;
  const i = project.pieces.findIndex((p) => p.id === part?.pieceId);
  return i < 0 ? 'a piece that is gone' : `${i + 1} ${project.pieces[i]?.label}`;
};

/** How far the parts on the roll reach, mm. */
function stripsReach(project: Project, plan: Plan, wanted: LayoutAsk, placements: Layout['placements']): number {
  const onRoll = placements.filter((p) => p.bin === null);
  const parts = laidParts(project, plan, wanted, onRoll);
  return parts.reduce((far, p) => Math.max(far, boundsOf(p.rough.length > 0 ? p.rough : p.region).maxX), 0);
}
