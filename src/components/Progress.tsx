import { Button } from './Button';
import css from './Progress.module.css';

/** Long work as a row of stitches, and a way out of it where there is one. */
export function Progress({ label, share, onCancel }: { label: string; share: number; onCancel?: () => void }) {
  const percent = Math.round(share * 100);
  return (
    <div className={css.progress}>
      <div
        className={css.track}
        role="progressbar"
        aria-label={label}
        aria-valuenow={percent}
        aria-valuemin={0}
        aria-valuemax={100}
      >
        <div className={css.run} style={{ width: `${percent}%` }} />
      </div>
      {onCancel && <Button onClick={onCancel}>Cancel</Button>}
    </div>
  );
}
