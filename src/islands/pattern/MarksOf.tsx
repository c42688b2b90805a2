import { Button, FieldChoice } from '~/components';
import { DOT_USES, type DotUse, type DrawnMark, LINE_USES, type LineUse, type Piece } from '~/core/keep/model';
import { editPiece } from '~/store';
import css from './Pattern.module.css';

const LINES: Readonly<Record<LineUse, string>> = {
  stitch: 'to stitch',
  cut: 'to cut open',
  paint: 'to paint',
  crease: 'to crease',
};
const DOTS: Readonly<Record<DotUse, string>> = { bead: 'beads', hole: 'holes', paint: 'dots of paint' };

/** Lines and dots that were drawn on a piece: what they are for, and taking them off. */
export function MarksOf({ piece }: { piece: Piece }) {
  const lines = piece.marks.filter((m) => m.is === 'line');
  const dots = piece.marks.filter((m) => m.is === 'dot');
  if (piece.marks.length === 0) return null;
  const set = (change: (mark: DrawnMark) => DrawnMark): string | null =>
    editPiece(piece.id, (p) => void (p.marks = p.marks.map(change)));
  return (
    <div className={css.section}>
      <h3>Lines and dots</h3>
      {lines.length > 0 && (
        <FieldChoice
          label={lines.length === 1 ? 'One line' : `${lines.length} lines`}
          value={lines.every((l) => l.use === lines[0]?.use) ? (lines[0]?.use ?? 'stitch') : ('' as LineUse)}
          options={LINE_USES.map((value) => ({ value, label: LINES[value] }))}
          onChange={(use) => set((m) => (m.is === 'line' ? { ...m, use } : m))}
        />
      )}
      {dots.length > 0 && (
        <FieldChoice
          label={dots.length === 1 ? 'One dot' : `${dots.length} dots`}
          value={dots.every((d) => d.use === dots[0]?.use) ? (dots[0]?.use ?? 'bead') : ('' as DotUse)}
          options={DOT_USES.map((value) => ({ value, label: DOTS[value] }))}
          onChange={(use) => set((m) => (m.is === 'dot' ? { ...m, use } : m))}
        />
      )}
      <Button onClick={() => editPiece(piece.id, (p) => void (p.marks = []))}>Remove them</Button>
    </div>
  );
}
