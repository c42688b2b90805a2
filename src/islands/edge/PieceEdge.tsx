import { Trash2, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, EDGE_OPTIONS, Note, Select } from '~/components';
import { applyTo, inverse, type Point, regionOf } from '~/core/base/shape';
import { formatLength, formatThread } from '~/core/base/units';
import { type Landmark, landmarksOf } from '~/core/hands/edge';
import { EDGES, type Edge, ontoGround, type Piece, type Plan, type Project } from '~/core/keep/model';
import type { PlanPicture } from '~/core/plan';
import { edit, select } from '~/store';
import { counted, edgeCautionWords, edgeWords, pieceCalled, startWords, stitchSizeWords } from '~/words';
import css from './Edge.module.css';
import { setThread } from './edits';

const LETTERS = 'abcdefghijkl';
/** A place round a piece that has a letter. */
export interface Lettered extends Landmark {
  readonly letter: string;
}
/** The letters round the piece that is picked. */
export const landmarksFor = (picture: PlanPicture, pieceId: string | null): readonly Lettered[] => {
  const outline = pieceId === null ? undefined : picture.cuts[pieceId]?.outline;
  return outline ? landmarksOf(regionOf(outline)).map((p, i) => ({ ...p, letter: LETTERS[i] ?? '' })) : [];
};

/** What is picked: its edge and thread, what the machine does on it, and stretches that are done otherwise. */
export function PieceEdge({
  project,
  plan,
  piece,
  marks,
}: {
  project: Project;
  plan: Plan;
  piece: Piece;
  marks: readonly Lettered[];
}) {
  const { units, edging } = project;
  const number = project.pieces.indexOf(piece) + 1;
  const lines = plan.edge.lines.filter((l) => l.pieceId === piece.id);
  const own = edging.threads.find((t) => t.pieceId === piece.id)?.threadId ?? '';
  const threads = project.threads.filter((t) => t.kind !== 'bobbin');
  const stretches = edging.stretches.filter((s) => s.pieceId === piece.id);
  return (
    <section className={css.piece} aria-label={`Edge of piece ${number}`}>
      <div className={css.pieceHead}>
        <h2>{pieceCalled(piece, number)}</h2>
        <Button look="plain" icon={<X size={20} />} label="Close" onClick={() => select(null)} />
      </div>
      {lines.map((l) => (
        <div key={l.id} data-line={l.id}>
          <p>
            <strong>{l.drawn ? `drawn lines, ${edgeWords(l.edge)}` : edgeWords(l.edge)}</strong>,{' '}
            {stitchSizeWords(l.edge, [l.widthMm, l.widthMm], [l.stitchMm, l.stitchMm], units)}
          </p>
          <p className={css.small}>
            {formatLength(l.lengthMm, units)} {l.drawn ? 'long' : 'that shows'}
            {l.stitches > 0 && `, ${l.stitches.toLocaleString('en')} stitches; begin ${startWords(l.startsAt)}`}
            {l.pivots.outside + l.pivots.inside + l.pivots.curve > 0 &&
              `; ${counted(l.pivots.outside, 'turn')} at points, ${l.pivots.inside} at inside corners, ${l.pivots.curve} on curves`}
            {l.threadTopMm > 0 &&
              `; ${formatThread(l.threadTopMm, units)} of top thread${l.threadBobbinMm > 0 ? `, ${formatThread(l.threadBobbinMm, units)} bobbin` : ''}`}
            .
          </p>
          {l.cautions.map((c) => (
            <Note key={c.code}>{edgeCautionWords(c, units)}</Note>
          ))}
        </div>
      ))}
      <div className={css.pair}>
        <Select
          label="Own edge"
          value={piece.edge ?? ''}
          options={[{ value: '' as const, label: 'as its fabric' }, ...EDGE_OPTIONS]}
          onChange={(v) =>
            edit((p) => {
              const mine = p.pieces.find((x) => x.id === piece.id);
              if (mine) mine.edge = v === '' ? null : v;
            })
          }
        />
        {threads.length > 0 && (
          <Select
            label="Own thread"
            value={threads.some((t) => t.id === own) ? own : ''}
            options={[{ value: '', label: 'chosen for you' }, ...threads.map((t) => ({ value: t.id, label: t.name }))]}
            onChange={(v) => edit((p) => setThread(p, [piece.id], v === '' ? null : v))}
          />
        )}
      </div>
      <Stretches piece={piece} stretches={stretches} marks={marks} />
    </section>
  );
}

function Stretches({
  piece,
  stretches,
  marks,
}: {
  piece: Piece;
  stretches: Project['edging']['stretches'];
  marks: readonly Lettered[];
}) {
  const [from, setFrom] = useState(0);
  const [to, setTo] = useState(1);
  const [edge, setEdge] = useState<Edge>('none');
  const back = useMemo(() => inverse(ontoGround(piece)), [piece]);
  if (marks.length < 2) return null;
  const options = marks.map((m, i) => ({ value: String(i), label: m.letter }));
  const at = (i: number): Point => applyTo(back, marks[Math.min(i, marks.length - 1)] ?? { x: 0, y: 0 });
  /** The letter nearest to a place that was kept. */
  const letterAt = ({ xMm, yMm }: { xMm: number; yMm: number }): string => {
    const p = applyTo(ontoGround(piece), { x: xMm, y: yMm });
    return marks.reduce((best, m) =>
      Math.hypot(m.x - p.x, m.y - p.y) < Math.hypot(best.x - p.x, best.y - p.y) ? m : best,
    ).letter;
  };
  return (
    <details className={css.stretches}>
      <summary>Part with its own edge{stretches.length > 0 ? ` (${stretches.length})` : ''}</summary>
      {stretches.length > 0 && (
        <ul>
          {stretches.map((s) => (
            <li key={`${s.from.xMm} ${s.from.yMm} ${s.to.xMm} ${s.to.yMm} ${s.edge}`}>
              From {letterAt(s.from)} clockwise to {letterAt(s.to)}: {edgeWords(s.edge)}
              <Button
                look="plain"
                icon={<Trash2 size={18} />}
                label={`Remove ${letterAt(s.from)} to ${letterAt(s.to)}`}
                onClick={() =>
                  edit((p) => {
                    const i = p.edging.stretches.findIndex((x) => JSON.stringify(x) === JSON.stringify(s));
                    if (i >= 0) p.edging.stretches.splice(i, 1);
                  })
                }
              />
            </li>
          ))}
        </ul>
      )}
      <p className={css.small}>The letters go around the piece in the picture. Clockwise from one to the other, use:</p>
      <div className={css.three}>
        <Select
          label="From"
          value={String(Math.min(from, marks.length - 1))}
          options={options}
          onChange={(v) => setFrom(Number(v))}
        />
        <Select
          label="to"
          value={String(Math.min(to, marks.length - 1))}
          options={options}
          onChange={(v) => setTo(Number(v))}
        />
        <Select
          label="Edge"
          value={edge}
          options={EDGE_OPTIONS}
          onChange={(v) => setEdge(EDGES.find((e) => e === v) ?? 'none')}
        />
      </div>
      <Button
        disabled={from === to}
        onClick={() => {
          const a = at(from);
          const b = at(to);
          edit(
            (p) =>
              void p.edging.stretches.push({
                pieceId: piece.id,
                from: { xMm: a.x, yMm: a.y },
                to: { xMm: b.x, yMm: b.y },
                edge,
              }),
          );
        }}
      >
        Apply
      </Button>
    </details>
  );
}
