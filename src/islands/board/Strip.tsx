import { useEffect, useRef } from 'react';
import { leftS } from '~/core/hands/board';
import type { BoardTimer, Project } from '~/core/keep/model';
import { weekdayWords } from '~/words';
import css from './Board.module.css';
import { namesOf } from './PressRun';
import { sound } from './sounds';

/** A timer that is out stays in the strip for so long, so that nobody misses it, ms. */
const STAYS_MS = 60_000;

/** Everything that runs on by itself: what cools, dries, warms up. */
export function Strip({ project, now, loud }: { project: Project; now: number; loud: boolean }) {
  // What was said to be cool, or is made anew, is timed no longer.
  const timers = project.board.timers.filter((t) => t.seconds > 0);
  const told = useRef(new Set<string>());
  useEffect(() => {
    for (const t of timers)
      if (leftS(t, now) <= 0 && !told.current.has(t.id)) {
        told.current.add(t.id);
        if (loud && now - t.startedMs - t.seconds * 1000 < STAYS_MS) sound('cool');
      }
  }, [timers, now, loud]);
  const shown = timers.filter((t) => now - t.startedMs - t.seconds * 1000 < STAYS_MS);
  if (shown.length === 0) return null;
  return (
    <section aria-label="Timers">
      <ul className={css.strip}>
        {shown.map((t) => {
          const left = leftS(t, now);
          const what = t.kind === 'warm-up' ? 'The iron' : namesOf(project, t.pieceIds);
          return (
            <li key={t.id} className={left <= 0 ? css.ready : undefined}>
              <strong>
                {left <= 0 ? (t.kind === 'warm-up' ? 'warm' : t.kind === 'dry' ? 'dry' : 'cool') : until(t, left)}
              </strong>{' '}
              {what}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Drying overnight is told as a time of day. */
const until = (t: BoardTimer, left: number): string =>
  left > 3600
    ? weekdayWords(t.startedMs + t.seconds * 1000)
    : left > 90
      ? `${Math.ceil(left / 60)} min`
      : `${Math.ceil(left)} s`;
