import { type ReactNode, useEffect } from 'react';
import css from './Toast.module.css';

/** A short word at the foot of the page that goes by itself. */
export function Toast({
  children,
  onGone,
  afterMs = 12_000,
}: {
  children: ReactNode;
  onGone: () => void;
  afterMs?: number;
}) {
  useEffect(() => {
    const timer = setTimeout(onGone, afterMs);
    return () => clearTimeout(timer);
  }, [onGone, afterMs]);
  return (
    <div className={css.toast} role="status">
      {children}
    </div>
  );
}
