import { numbersIn, type Project, pieceName } from '~/core/keep/model';
import { select, useWorkbench } from '~/store';
import { pieceCalled } from '~/words';
import css from './PieceChips.module.css';

/** Pieces by name and number, to pick from; `short` gives numbers only. */
export function PieceChips({
  project,
  ids,
  short = false,
  label,
}: {
  project: Project;
  ids: readonly string[];
  short?: boolean;
  label: string;
}) {
  const selectedId = useWorkbench((s) => s.selectedId);
  const numberOf = numbersIn(project);
  const byId = new Map(project.pieces.map((p) => [p.id, { piece: p, number: numberOf(p.id) }]));
  const colours = new Map(project.fabrics.map((f) => [f.id, f.colour]));
  return (
    <ul className={css.chips} aria-label={label}>
      {ids.map((id) => {
        const entry = byId.get(id);
        if (!entry) return null;
        const name = pieceName(entry.piece, entry.number);
        return (
          <li key={id}>
            <button
              type="button"
              className={css.chip}
              aria-pressed={id === selectedId}
              title={name}
              onClick={() => select(id)}
            >
              <span className={css.dot} style={{ background: colours.get(entry.piece.fabricId) }} />
              {short ? (
                <>
                  <span className="visually-hidden">{name} (</span>
                  <span className={css.number}>{entry.number}</span>
                  <span className="visually-hidden">)</span>
                </>
              ) : (
                <span>{pieceCalled(entry.piece, entry.number)}</span>
              )}
            </button>
          </li>
        );
      })}
    </ul>
  );
}
