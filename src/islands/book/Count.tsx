import { useEffect, useRef, useState } from 'react';
import { Button, NumberField } from '~/components';
import { steadyMs } from '~/store';
import { seconds } from '~/words';
import { sound, wakeSound } from '../board/sounds';
import { useElapsedS } from '../board/useNow';
import css from './Book.module.css';

/** Counts the seconds that the iron really stands; they can be typed as well. @param plannedS when it is to be lifted */
export function Count({
  plannedS,
  countedS,
  onCounted,
}: {
  plannedS: number;
  countedS: number;
  onCounted: (seconds: number) => void;
}) {
  const [downMs, setDownMs] = useState<number | null>(null);
  const elapsedS = useElapsedS(downMs);
  const down = downMs !== null;
  const quiet = useRef<(() => void) | null>(null);
  useEffect(() => () => quiet.current?.(), []);
  return (
    <div className={css.count}>
      <p className={css.clock} data-late={down && elapsedS >= plannedS} aria-live="off">
        {down ? elapsedS.toFixed(1) : plannedS} s
      </p>
      <Button
        look={down ? 'stop' : 'go'}
        onClick={() => {
          if (!down) {
            wakeSound();
            quiet.current = sound('lift', plannedS);
            setDownMs(steadyMs());
            return;
          }
          quiet.current?.();
          onCounted(Math.round(elapsedS * 10) / 10);
          setDownMs(null);
        }}
      >
        {down ? 'Lifted' : 'Iron is down'}
      </Button>
      <NumberField
        label="Seconds counted"
        unit=" s"
        decimals={1}
        value={countedS}
        min={0}
        max={600}
        onChange={onCounted}
      />
      <p className="visually-hidden" role="status">
        {down && elapsedS >= plannedS ? `${seconds(plannedS)}: lift` : ''}
      </p>
    </div>
  );
}
