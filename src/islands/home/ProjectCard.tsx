import { Copy, Download, Pencil, Trash2, Wrench } from 'lucide-react';
import { Button, PictureView } from '~/components';
import { viewOf } from '~/core/keep/model';
import { exportProject, exportRaw, type ProjectRow } from '~/store';
import { momentWords } from '~/words';
import { addressOf } from '../project/stations';
import css from './Home.module.css';
import { soundProject } from './sound';

/** One project on the first page: its picture, its name, and what can be done with it. One that is damaged says so, and leads to its mending. */
export function ProjectCard({
  row,
  lesson,
  onRename,
  onDuplicate,
  onDelete,
}: {
  row: ProjectRow;
  /** What one learns from it, of the demo's. */
  lesson: string | null;
  onRename: () => void;
  onDuplicate: () => void;
  onDelete: () => void;
}) {
  const address = addressOf(row.id, 'pattern');
  const whole = soundProject(row.doc);
  // Begun at the board, and not yet written into its diary.
  const board = whole?.board;
  const underWay =
    board !== undefined && board.done.length > 0 && (board.diary.length === 0 || board.hotSinceMs !== null);
  // On the shelf what can be done with a thing takes less room than what one learns from it.
  const said = (words: string) => (lesson ? { label: words } : { children: words });
  return (
    <>
      <a className={css.hung} href={address} tabIndex={-1} aria-label={`Open ${row.name}`}>
        {whole ? (
          <PictureView project={viewOf(whole, null)} spots={{}} title={row.name} />
        ) : (
          <span className={css.torn}>
            <Wrench size={30} aria-hidden="true" />
            Something in it needs repair
          </span>
        )}
      </a>
      <h3 className={css.name}>
        <a href={address}>{row.name}</a>
      </h3>
      {lesson && <p className={css.lesson}>{lesson}</p>}
      <p className={css.when}>
        {whole && `${whole.pieces.length === 1 ? '1 piece' : `${whole.pieces.length} pieces`} · `}changed{' '}
        {momentWords(row.updatedAt)}
      </p>
      {underWay && (
        <p className={css.when}>
          <a className={css.goOn} href={addressOf(row.id, 'board')}>
            At the board: continue where you were
          </a>
        </p>
      )}
      <div className={css.row}>
        {whole && (
          <>
            <Button look="plain" icon={<Pencil size={16} />} {...said('Rename')} onClick={onRename} />
            <Button look="plain" icon={<Copy size={16} />} {...said('Duplicate')} onClick={onDuplicate} />
          </>
        )}
        <Button
          look="plain"
          icon={<Download size={16} />}
          {...said('Export')}
          onClick={() => (whole ? void exportProject(row.doc) : exportRaw(row.doc, row.name))}
        />
        <Button look="stop" icon={<Trash2 size={16} />} {...said('Delete')} onClick={onDelete} />
      </div>
    </>
  );
}
