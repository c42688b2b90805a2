import type { ReactNode } from 'react';
import css from './Note.module.css';

/** A word of information, or of warning. */
export function Note({ stop = false, children }: { stop?: boolean; children: ReactNode }) {
  return (
    <div className={stop ? `${css.note} ${css.stop}` : css.note} role={stop ? 'alert' : 'note'}>
      {children}
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
