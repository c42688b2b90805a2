import { Info, OctagonX, TriangleAlert } from 'lucide-react';
import { Button, Dialog } from '~/components';
import type { Project, Snag } from '~/core/keep/model';
import { snagWords } from '~/words';
import css from './Snags.module.css';

const MARKS = {
  stop: { icon: OctagonX, word: 'Stops the work' },
  warn: { icon: TriangleAlert, word: 'Will go wrong' },
  note: { icon: Info, word: 'Good to know' },
} as const;

/** Everything that will go wrong on the table, in one place; each snag leads to its pieces. */
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
  const wordsOf = snagWords(project);
  return (
    <Dialog title={snags.length === 0 ? 'No snags' : 'Snags'} onClose={onClose}>
      {snags.length === 0 && (
        <p>Nothing we can work out will go wrong. Test on a scrap all the same before the first press.</p>
      )}
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
    </Dialog>
  );
}
