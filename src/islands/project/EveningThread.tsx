import type { CSSProperties, KeyboardEvent } from 'react';
import type { Leg } from '~/core/hands/evening';
import type { Project, Step } from '~/core/keep/model';
import { legMinutesWords, legMoreWords, legWords } from '~/words';
import css from './EveningThread.module.css';

/** Where one is: a leg, and how far along it, 0 to 1. */
export interface ThreadPlace {
  readonly leg: number;
  readonly share: number;
}

const percent = (share: number): string => `${Math.round(1000 * Math.min(1, Math.max(0, share))) / 10}%`;
const seconds = (leg: Leg): number => Math.max(1, leg.handsS + leg.waitS);

/**
 * The evening as one stitched line, longer where more minutes are: the iron's heats as stretches of it, waiting as loops, changes as knots.
 * It runs across, and downwards where there is no room. Each leg opens what is done on it.
 */
export function EveningThread({
  project,
  steps,
  legs,
  chosen,
  onChoose,
  here = null,
}: {
  project: Pick<Project, 'units'>;
  steps: readonly Step[];
  legs: readonly Leg[];
  chosen: number;
  onChoose: (leg: number) => void;
  here?: ThreadPlace | null;
}) {
  const along = (event: KeyboardEvent<HTMLOListElement>): void => {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (by === undefined) return;
    const buttons = [...event.currentTarget.querySelectorAll('button')];
    const to = buttons[buttons.indexOf(event.target as HTMLButtonElement) + by];
    if (!to) return;
    event.preventDefault();
    to.focus();
  };
  return (
    <ol className={css.evening} aria-label="The evening" onKeyDown={along} data-evening>
      {legs.map((leg, i) => (
        <li
          // Legs have no name of their own: their first step has one.
          key={leg.stepIds[0] ?? i}
          style={{ '--minutes': Math.max(1, Math.round(seconds(leg) / 60)) } as CSSProperties}
          data-at={leg.at}
          data-stop={leg.at === 'iron' && leg.ticketIds.length > 0 && leg.heat === null}
          data-here={here?.leg === i}
          data-proved={leg.proved}
        >
          <button type="button" aria-expanded={i === chosen} aria-controls="leg" onClick={() => onChoose(i)}>
            <span className={css.line} aria-hidden="true">
              {leg.set && <i className={css.set} />}
              {leg.marks.map((m) => (
                <i
                  key={`${m.is} ${m.stepId}`}
                  className={css[m.is]}
                  style={
                    {
                      '--at': percent(m.atS / seconds(leg)),
                      '--long': percent(m.takesS / seconds(leg)),
                    } as CSSProperties
                  }
                />
              ))}
              {here?.leg === i && <i className={css.needle} style={{ '--at': percent(here.share) } as CSSProperties} />}
            </span>
            <span className={css.what}>{legWords(leg, steps, project.units)}</span>
            <span className={css.time}>
              {legMinutesWords(leg)}
              <span className="visually-hidden">{legMoreWords(leg)}</span>
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}
