import { type ReactNode, useId } from 'react';
import { type TermId, termHelp, termsIn, upper, term as wordOf } from '~/words';
import css from './Term.module.css';

/** A word of the trade, underlined with stitches; pressed, it says in a sentence what it is. @param children as it stands here; by default the word itself */
export function Term({ id, children }: { id: TermId; children?: ReactNode }) {
  const note = useId();
  return (
    <>
      <button type="button" className={css.term} popoverTarget={note} data-term={id}>
        {children ?? wordOf(id)}
      </button>
      <span id={note} popover="auto" className={css.note} role="note">
        <strong>{upper(wordOf(id))}</strong> {termHelp(id)}
        <a className={css.all} href="/words">
          All words
        </a>
      </span>
    </>
  );
}

/** A sentence in which the first mention of each word of the trade can be asked about. */
export const WithTerms = ({ text }: { text: string }) => (
  <>
    {termsIn(text).map((part, i) =>
      part.id === null ? (
        part.text
      ) : (
        // biome-ignore lint/suspicious/noArrayIndexKey: parts of one sentence, in their order
        <Term key={i} id={part.id}>
          {part.text}
        </Term>
      ),
    )}
  </>
);
