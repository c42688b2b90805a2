import { useEffect, useState } from 'react';
import { Dialog, Note, Select, WebSwatch } from '~/components';
import type { Aspect, Compared } from '~/core/choose/match';
import type { Project, Web } from '~/core/keep/model';
import { gsm, pieceCalled, ruleWords } from '~/words';
import { askPlanThread } from '~/workers';
import css from './Match.module.css';

const ASPECT_WORDS: Readonly<Record<Aspect, string>> = {
  hand: 'Feel',
  hold: 'Hold',
  washing: 'Washing',
  sewing: 'Sewing',
  show: 'Show',
  heat: 'Heat',
  handling: 'Handling',
  cost: 'Cost',
};
/** Comparing takes milliseconds; waiting behind a plan takes seconds. */
const LIMIT_MS = 30_000;
/** Points that count as a clear lead in one respect, and as a slight one. */
const LEAD = { clear: 5, slight: 0.5 } as const;

/** What if it were the other one? Two webs side by side, in every respect in which a rule has something to say. */
export function CompareDialog({
  project,
  pieceId,
  first,
  second,
  onClose,
}: {
  project: Project;
  pieceId: string;
  first: string;
  second: string;
  onClose: () => void;
}) {
  const [a, setA] = useState(first);
  const [b, setB] = useState(second);
  const [rows, setRows] = useState<readonly Compared[] | null>(null);
  const [error, setError] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    setError(null);
    askPlanThread(project, async (w, about) => await w.compare(about, pieceId, [a, b]), LIMIT_MS).then(
      (got) => {
        if (!gone) setRows(got);
      },
      (e: unknown) => {
        if (!gone) setError(e instanceof Error ? e.message : String(e));
      },
    );
    return () => {
      gone = true;
    };
  }, [project, pieceId, a, b]);
  const index = project.pieces.findIndex((p) => p.id === pieceId);
  const piece = project.pieces[index];
  const fabric = project.fabrics.find((f) => f.id === piece?.fabricId);
  const web = (id: string): Web | undefined => project.webs.find((w) => w.id === id);
  const options = project.webs.map((w) => ({ value: w.id, label: w.name }));
  if (!piece) return null;
  const total = rows?.reduce((sum, r) => sum + r.difference, 0) ?? 0;
  const better = total < 0 ? web(a) : web(b);
  return (
    <Dialog wide title={`What if: ${pieceCalled(piece, index + 1)}, ${fabric?.name ?? ''}`} onClose={onClose}>
      {error && <Note stop>{error}</Note>}
      <table className={css.compare}>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">What is compared</span>
            </th>
            {(
              [
                [a, setA, 'First web'],
                [b, setB, 'Second web'],
              ] as const
            ).map(([id, set, label]) => {
              const w = web(id);
              return (
                <th key={label} scope="col">
                  {w && <WebSwatch web={w} width={96} height={44} />}
                  <Select label={label} value={id} options={options} onChange={set} />
                  {w && <span className={css.gsm}>{gsm(w.massGsm, project.units)}</span>}
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {rows?.map((row) => (
            <tr key={row.aspect} data-aspect={row.aspect}>
              <th scope="row">{ASPECT_WORDS[row.aspect]}</th>
              {([row.a, row.b] as const).map((side, i) => {
                const lead = i === 0 ? -row.difference : row.difference;
                return (
                  <td
                    key={i === 0 ? 'a' : 'b'}
                    data-lead={lead >= LEAD.clear ? 'clear' : lead >= LEAD.slight ? 'slight' : 'none'}
                  >
                    {side.length === 0 ? (
                      <span className={css.small}>no difference</span>
                    ) : (
                      side.map((s) => <p key={s.code}>{ruleWords(s, project.units)}</p>)
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {rows === null && <p>Comparing them …</p>}
      {rows && a !== b && (
        <Note>
          {Math.abs(total) < LEAD.slight
            ? 'For this piece alone it makes no difference.'
            : `For this piece alone ${better?.name ?? 'one'} is better by ${Math.abs(total) >= 100 ? 'far: the other is ruled out' : `${Math.abs(total).toFixed(1)} points (estimated)`}.`}
        </Note>
      )}
    </Dialog>
  );
}
