import { Info, OctagonX, TriangleAlert } from 'lucide-react';
import { Button, Dialog } from '~/components';
import type { Project, Snag } from '~/core/keep/model';
import { counted, snagWords } from '~/words';
import css from './Snags.module.css';

const MARKS = {
  stop: { icon: OctagonX, word: 'Stops the work' },
  warn: { icon: TriangleAlert, word: 'Will go wrong' },
  note: { icon: Info, word: 'Good to know' },
} as const;

/** Everything that will go wrong on the table, in one place, and after it what is good to know; each leads to its pieces. */
export function Snags({
  project,
  snags,
  onShow,
  onClose,
}: {
  project: Project;
  snags: readonly Snag[];
  onShow: (snag: Snag) => void;
  onClose: () => void;
}) {
  const trouble = snags.filter((s) => s.severity !== 'note');
  const notes = snags.filter((s) => s.severity === 'note');
  return (
    <Dialog title={trouble.length === 0 ? 'No snags' : counted(trouble.length, 'snag')} onClose={onClose}>
      {trouble.length === 0 && (
        <p>Nothing we can work out will go wrong. Test on a scrap all the same before the first press.</p>
      )}
      <div className={css.all}>
        <SnagList snags={trouble} project={project} onShow={onShow} />
        {notes.length > 0 && <h3>Good to know</h3>}
        <SnagList snags={notes} project={project} onShow={onShow} />
      </div>
    </Dialog>
  );
}

/** Snags one beneath the other, each with what mends it and the way to its pieces. */
function SnagList({
  snags,
  project,
  onShow,
}: {
  snags: readonly Snag[];
  project: Project;
  onShow: (snag: Snag) => void;
}) {
  const wordsOf = snagWords(project);
  return (
    <ul className={css.list}>
      {snags.map((snag) => {
        const { icon: Icon, word } = MARKS[snag.severity];
        const { text, mend } = wordsOf(snag);
        return (
          <li
            key={`${snag.code} ${snag.pieceIds.join()}`}
            className={css.snag}
            data-severity={snag.severity}
            data-code={snag.code}
          >
            <Icon className={css.mark} size={26} role="img" aria-label={word} />
            <p>{text}</p>
            <p className={css.mend}>{mend}</p>
            <Button look="plain" onClick={() => onShow(snag)}>
              Show me
            </Button>
          </li>
        );
      })}
    </ul>
  );
}
