import { ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
import css from './Fold.module.css';

/** What is set once: its answers in one line, which opens to change them. @param says the answers, each in a word or two */
export function Fold({
  label,
  says,
  onOpen,
  children,
}: {
  label: string;
  says: readonly string[];
  /** It was opened, or closed. */
  onOpen?: (open: boolean) => void;
  children: ReactNode;
}) {
  return (
    <details className={css.fold} data-fold={label} onToggle={(e) => onOpen?.(e.currentTarget.open)}>
      <summary>
        <h2>{label}</h2>
        <span className={css.says}>{says.join(' · ')}</span>
        <span className={css.change}>
          Change
          <ChevronDown size={18} aria-hidden="true" />
        </span>
      </summary>
      <div className={css.inside}>{children}</div>
    </details>
  );
}
