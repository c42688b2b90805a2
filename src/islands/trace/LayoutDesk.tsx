import { FileDown, Lock, LockOpen, Shrink } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Choice, Note, Progress, Select } from '~/components';
import { allAsks, freshLayout, type LayoutAsk, stripsOf } from '~/core/layout';
import type { Layout, Plan, Project } from '~/core/model';
import { type NestPlacement, settle } from '~/core/nest';
import { type CutShape, correctedFor, laidParts, layoutSheets, type Paper, toDxf, toPlainSvg } from '~/core/sheet';
import { formatLength } from '~/core/units';
import { download } from '~/store';
import { useOpen } from '../project/useOpen';
import { LayoutView } from './LayoutView';
import css from './Trace.module.css';
import { keepLayout, useNest } from './useNest';

const SECONDS = 6;
const percent = (share: number): string => `${Math.round(share * 100)} %`;
const SIDE_WORDS = {
  liner: 'the liner side',
  'wrong side': 'the wrong side of the cloth',
  'right side': 'the right side of the cloth',
} as const;

const keyOf = (a: LayoutAsk): string => `${a.kind} ${a.ofId}`;

/** Layouts on web and on cloth: nested in a thread, better the longer it runs, with a hand in it. */
export function LayoutDesk({
  project,
  plan,
  paper,
  onPdf,
  busy,
}: {
  project: Project;
  plan: Plan;
  paper: Paper;
  onPdf: (doc: ReturnType<typeof layoutSheets>) => void;
  busy: boolean;
}) {
  const { flipped } = useOpen();
  const asks = useMemo(() => allAsks(project, plan), [project, plan]);
  const [kind, setKind] = useState<'web' | 'cloth'>('web');
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [picked, setPicked] = useState<string | null>(null);
  const nesting = useNest();
  const [noRoom, setNoRoom] = useState(false);
  const list = asks.filter((a) => a.kind === kind);
  const wanted = list.find((a) => a.ofId === chosen[kind]) ?? list[0];
  if (!wanted) return <Note>No piece has a web yet: there is nothing to lay out.</Note>;
  const things = kind === 'web' ? project.webs : project.fabrics;
  const nameOf = (id: string): string => things.find((t) => t.id === id)?.name ?? id;
  const layout: Layout | null =
    nesting.running && nesting.best
      ? { kind, ofId: wanted.ofId, key: wanted.key, locked: [], ...copy(nesting.best) }
      : freshLayout(project, wanted);
  const stale = !layout && project.layouts.some((l) => l.kind === kind && l.ofId === wanted.ofId);
  const strips = layout ? stripsOf(wanted, layout) : [];
  const locked = new Set(layout?.locked ?? []);
  const use = plan.webUse.find((w) => w.webId === wanted.ofId);
  const rowsMm = kind === 'web' ? (use?.rowsLengthMm ?? 0) : (layout?.rowsLengthMm ?? 0);

  const drop = (p: NestPlacement, by: { x: number; y: number }): void => {
    if (!layout) return;
    const strip = strips.find((s) => s.bin === p.bin && s.binCopy === p.binCopy);
    if (!strip) return;
    const others = strip.placements.filter((q) => q !== p && !(q.id === p.id && q.copy === p.copy));
    const to = settle(
      wanted.request.parts,
      others,
      { ...p, xMm: p.xMm + by.x, yMm: p.yMm + by.y },
      {
        widthMm: strip.bounds.maxY,
        lengthMm: strip.bin === null ? strip.bounds.maxX + 400 : strip.bounds.maxX,
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
      `layout ${p.id} ${p.copy}`,
    );
  };
  const toggleLock = (name: string): void => {
    if (!layout) return;
    const next = new Set(layout.locked);
    if (!next.delete(name)) next.add(name);
    keepLayout({ ...layout, locked: [...next] });
  };
  const heldBack = (): NestPlacement[] =>
    (layout?.placements ?? []).filter((p) => locked.has(`${p.id} ${p.copy}`)).map((p) => ({ ...p, mirrored: false }));
  const forMachine = (format: 'dxf' | 'svg'): void => {
    const strip = strips.at(-1);
    if (!strip) return;
    const shapes: CutShape[] = laidParts(project, plan, wanted, strip.placements).map((part) => ({
      name: `${part.number}-${part.copy + 1} ${part.label}`,
      region: part.region,
    }));
    const text =
      format === 'dxf' ? toDxf(shapes, strip.bounds.maxY) : toPlainSvg(shapes, strip.bounds.maxX, strip.bounds.maxY);
    download(
      new Blob([text], { type: format === 'dxf' ? 'application/dxf' : 'image/svg+xml' }),
      `${nameOf(wanted.ofId).toLowerCase().replace(/\W+/g, '-')}.${format}`,
    );
  };

  return (
    <div className={css.layoutDesk}>
      <div className={css.bar}>
        <Choice
          label="Laid on"
          value={kind}
          options={[
            { value: 'web', label: 'the web' },
            { value: 'cloth', label: 'the cloth' },
          ]}
          onChange={(k) => {
            nesting.stop();
            setKind(k);
            setPicked(null);
          }}
        />
        <div className={css.which}>
          <Select
            label={kind === 'web' ? 'Web' : 'Fabric'}
            value={wanted.ofId}
            options={list.map((a) => ({ value: a.ofId, label: nameOf(a.ofId) }))}
            onChange={(id) => {
              nesting.stop();
              setChosen({ ...chosen, [kind]: id });
              setPicked(null);
            }}
          />
        </div>
        {!nesting.running && (
          <Button
            look="go"
            icon={<Shrink size={20} />}
            onClick={() => nesting.start(wanted, SECONDS, heldBack(), layout)}
          >
            {locked.size > 0 ? `Keep ${locked.size}, nest the rest` : layout ? 'Nest again' : 'Nest'}
          </Button>
        )}
      </div>
      {nesting.running && (
        <Progress label="Looking for a shorter layout" share={nesting.share} onCancel={nesting.stop} />
      )}
      {nesting.error && <Note stop>{nesting.error}</Note>}
      <p role="status" className={css.lead}>
        {nesting.outcome}
      </p>
      {layout ? (
        <>
          <p className={css.saving} data-layout={keyOf(wanted)} data-length={layout.lengthMm}>
            {kind === 'web' ? (
              <>
                <strong>{formatLength(layout.lengthMm, project.units)}</strong> of the roll, nested;{' '}
                <strong>{formatLength(rowsMm, project.units)}</strong> in rows.{' '}
                {rowsMm > layout.lengthMm
                  ? `Saves ${percent(1 - layout.lengthMm / rowsMm)}.`
                  : 'Rows are as short here.'}
                {strips.some((s) => s.bin) && ' Offcuts are used first.'}
              </>
            ) : (
              <>
                {strips.length === 1 ? 'One piece' : `${strips.length} pieces`} of {nameOf(wanted.ofId)};{' '}
                {strips
                  .map(
                    (s) =>
                      `${percent(s.coveredMm2 / Math.max(1, areaOf(s)))} of ${s.bin ? s.bin.replace('-', ' ') : 'the bolt'}`,
                  )
                  .join(', ')}{' '}
                covered.
                {strips.some((s) => s.bin === null) &&
                  ` None is in stock: ${formatLength(layout.lengthMm, project.units)} off a bolt 1.1 m wide would do.`}
              </>
            )}{' '}
            Seen from {flipped ? 'behind' : SIDE_WORDS[wanted.side]}.
          </p>
          {layout.unplaced.length > 0 && (
            <Note stop>
              <ul>
                {layout.unplaced.map((u) => (
                  <li key={`${u.id} ${u.code}`}>
                    {pieceWords(project, wanted, u.id)}
                    {u.copies > 1 && ` (${u.copies})`}: {u.text}
                  </li>
                ))}
              </ul>
            </Note>
          )}
          {wanted.stripOf.size > 0 && (
            <Note>
              {[...new Set(wanted.stripOf.values())].map((id) => pieceWords(project, wanted, id)).join(', ')}: wider
              than the roll. Join the strips edge to edge with clear tape on the liner; lift the tape with the liner.
            </Note>
          )}
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
                {strip.bin === null
                  ? kind === 'web'
                    ? 'The roll'
                    : 'Off the bolt'
                  : `${strip.bin.replace('-', ' ')}${strip.binCopy > 0 ? `, no. ${strip.binCopy + 1}` : ''}`}
                , {formatLength(strip.bounds.maxX - strip.bounds.minX, project.units)} ×{' '}
                {formatLength(strip.bounds.maxY - strip.bounds.minY, project.units)}
              </figcaption>
            </figure>
          ))}
          <p role="status" className={css.lead}>
            {noRoom && 'There is no room for it there: it stays where it was.'}
          </p>
          <div className={css.downloads}>
            {picked && layout.placements.some((p) => `${p.id} ${p.copy}` === picked) && (
              <Button
                icon={locked.has(picked) ? <LockOpen size={20} /> : <Lock size={20} />}
                onClick={() => toggleLock(picked)}
              >
                {locked.has(picked) ? 'Let it move' : 'Keep it here'}
              </Button>
            )}
            <Button
              icon={<FileDown size={20} />}
              disabled={busy}
              onClick={() => onPdf(correctedFor(layoutSheets(project, plan, wanted, layout, paper), project.printer))}
            >
              This layout, PDF
            </Button>
            <Button icon={<FileDown size={20} />} onClick={() => forMachine('dxf')}>
              For a cutting machine, DXF
            </Button>
            <Button icon={<FileDown size={20} />} onClick={() => forMachine('svg')}>
              Plain SVG
            </Button>
          </div>
          <p className={css.lead}>
            Drag a shape and it settles where it is free; it is then kept there. Arrow keys move the picked one.
          </p>
        </>
      ) : (
        !nesting.running && (
          <p className={css.lead}>
            {stale
              ? 'Something it depends on has changed since it was laid out. Nest it again.'
              : kind === 'web'
                ? `In rows it takes ${formatLength(rowsMm, project.units)} of the roll. Nested, usually a quarter less.`
                : 'Not laid out yet: see whether the pieces in stock are enough.'}
          </p>
        )
      )}
    </div>
  );
}

const copy = (
  r: NonNullable<ReturnType<typeof useNest>['best']>,
): Pick<Layout, 'lengthMm' | 'rowsLengthMm' | 'placements' | 'unplaced'> => ({
  lengthMm: r.lengthMm,
  rowsLengthMm: r.rowsLengthMm,
  placements: r.placements.map((p) => ({ ...p })),
  unplaced: r.unplaced.map((u) => ({ ...u })),
});

const areaOf = (s: { bounds: { minX: number; minY: number; maxX: number; maxY: number } }): number =>
  (s.bounds.maxX - s.bounds.minX) * (s.bounds.maxY - s.bounds.minY);

const pieceWords = (project: Project, wanted: LayoutAsk, partId: string): string => {
  const id = wanted.stripOf.get(partId) ?? partId;
  const i = project.pieces.findIndex((p) => p.id === id);
  return i < 0 ? partId : `${i + 1} ${project.pieces[i]!.label}`;
};

/** How far the parts on the roll reach, mm. */
function stripsReach(project: Project, plan: Plan, wanted: LayoutAsk, placements: Layout['placements']): number {
  const onRoll = placements.filter((p) => p.bin === null);
  const parts = laidParts(project, plan, wanted, onRoll);
  return parts.reduce(
    (far, p) => Math.max(far, ...(p.rough.length > 0 ? p.rough : p.region).flat().map((q) => q.x)),
    0,
  );
}
