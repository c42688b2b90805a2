import type { ReactNode } from 'react';
import css from './Note.module.css';

/** A word of information, or of warning. @param actions what can be done about it, beside the words */
export function Note({
  stop = false,
  actions,
  children,
}: {
  stop?: boolean;
  actions?: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className={stop ? `${css.note} ${css.stop}` : css.note} role={stop ? 'alert' : 'note'}>
      {actions ? (
        <div className={css.said}>
          <span>{children}</span>
          {actions}
        </div>
      ) : (
        children
      )}
    </div>
  );
}

/** What stands where nothing is yet. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className={css.empty}>
      <h2>{title}</h2>
      {children}
    </div>
  );
}
