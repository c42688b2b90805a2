import { type ReactNode, useEffect } from 'react';
import css from './Toast.module.css';

/** A short word at the foot of the page that goes by itself. @param afterMs null: it stays until it is answered */
export function Toast({
  children,
  onGone,
  afterMs = 12_000,
  stop = false,
}: {
  children: ReactNode;
  onGone: () => void;
  afterMs?: number | null;
  /** Something was not done: said at once to those who listen. */
  stop?: boolean;
}) {
  useEffect(() => {
    if (afterMs === null) return;
    const timer = setTimeout(onGone, afterMs);
    return () => clearTimeout(timer);
  }, [onGone, afterMs]);
  return (
    <div className={stop ? `${css.toast} ${css.stop}` : css.toast} role={stop ? 'alert' : 'status'}>
      {children}
    </div>
  );
}
