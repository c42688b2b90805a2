import { Pencil } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Button } from '~/components';
import { mergeBounds } from '~/core/base/shape';
import { formatLength } from '~/core/base/units';
import { charOf, itemsOf, lettersOf, ownOf } from '~/core/intake/arrange';
import { templatesOf } from '~/core/intake/lettering';
import type { ArticleView, Piece, Word } from '~/core/keep/model';
import { edit, select } from '~/store';
import { FabricChoice } from '../cloth/FabricChoice';
import { PieceChips } from '../project/PieceChips';
import css from './Pattern.module.css';
import { CopyTools } from './SeveralTray';
import { LetterTools, WordPlace } from './WordPlace';

const WordDialog = lazy(async () => ({ default: (await import('./WordDialog')).WordDialog }));

/** The way into the dialog that sets a word anew. */
export function Retype({ project, word }: { project: ArticleView; word: Word }) {
  const [editing, setEditing] = useState(false);
  return (
    <>
      <Button look="go" icon={<Pencil size={18} />} onClick={() => setEditing(true)}>
        Change the word
      </Button>
      <Suspense>{editing && <WordDialog project={project} word={word} onClose={() => setEditing(false)} />}</Suspense>
    </>
  );
}

/** A word in hand: placed, centred and edited as one thing. */
export function WordTray({ project, word, pieces }: { project: ArticleView; word: Word; pieces: readonly Piece[] }) {
  const ids = pieces.map((p) => p.id);
  const box = mergeBounds(itemsOf(project, ids).map((i) => i.box));
  const templates = templatesOf(pieces.map((p) => ({ char: charOf(p), outline: p.outline })));
  return (
    <>
      <div>
        <h2>“{word.text}”</h2>
        <p className={css.lead}>
          {formatLength(box.maxX - box.minX, project.units)} wide, {formatLength(box.maxY - box.minY, project.units)}{' '}
          high. One template for each different letter:
        </p>
      </div>
      <p data-templates={templates.length}>
        {templates.map((t, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a form has no name but its place
          <span key={i}>
            {i > 0 && ', '}
            <bdi>{t.char}</bdi>
            {t.copies > 1 && ` ×${t.copies}`}
          </span>
        ))}
      </p>
      <Retype project={project} word={word} />
      <WordPlace project={project} word={word} />
      <LetterTools project={project} word={word} />
      <FabricChoice
        label="Word fabric"
        project={project}
        value={word.fabricId}
        onChange={(fabricId) =>
          edit((p) => {
            for (const w of p.words) if (w.id === word.id) w.fabricId = fabricId;
            // Letters with a cloth of their own keep it.
            lettersOf(p, word.id).forEach((piece, i) => {
              piece.fabricId = ownOf(word, i).fabricId ?? fabricId;
            });
          })
        }
      />
      <CopyTools ids={ids} />
      <Button
        onClick={() =>
          edit((p) => {
            p.words = p.words.filter((w) => w.id !== word.id);
            for (const piece of p.pieces) if (piece.wordId === word.id) piece.wordId = null;
          })
        }
      >
        Split into letters
      </Button>
      <PieceChips project={project} ids={ids} label="Letters" />
      <Button onClick={() => select(null)}>Done</Button>
    </>
  );
}
