import { ListChecks, Settings2, Volume2, VolumeX, X } from 'lucide-react';
import { Button, ButtonLink } from '~/components';
import type { BoardStep } from '~/core/hands/board';
import type { Leg } from '~/core/hands/evening';
import type { Project } from '~/core/keep/model';
import { addressOf } from '../project/stations';
import css from './Board.module.css';
import { wakeSound } from './sounds';

/** Where one is in the evening, and what is seldom needed. */
export function BoardHead({
  project,
  where,
  steps,
  legs,
  hereId,
  reads,
  loud,
  onLoud,
  onDialog,
}: {
  project: Project;
  where: string;
  steps: readonly BoardStep[];
  /** The thread of the evening, seen from near. */
  legs: readonly Leg[];
  /** The step one is at; undefined: none is left. */
  hereId: string | undefined;
  /** Another tab writes. */
  reads: boolean;
  loud: boolean;
  onLoud: (loud: boolean) => void;
  onDialog: (which: 'list' | 'tools') => void;
}) {
  const done = steps.filter((s) => s.done).length;
  const doneIds = new Set(steps.flatMap((s) => (s.done ? [s.step.id] : [])));
  return (
    <header className={css.top}>
      <ButtonLink look="plain" href={addressOf(project.id, 'press')} icon={<X size={26} />} label="Leave the board" />
      <div className={css.where}>
        <h1>{project.name}</h1>
        <span role="status">
          {reads ? 'View only: another tab is at work. ' : ''}
          {where}
        </span>
      </div>
      <Button look="plain" icon={<ListChecks size={26} />} label="All steps" onClick={() => onDialog('list')} />
      <Button
        look="plain"
        icon={loud ? <Volume2 size={26} /> : <VolumeX size={26} />}
        label={loud ? 'Sound off' : 'Sound on'}
        onClick={() => {
          wakeSound();
          onLoud(!loud);
        }}
      />
      <Button look="plain" icon={<Settings2 size={26} />} label="More" onClick={() => onDialog('tools')} />
      <div
        className={css.thread}
        role="progressbar"
        aria-label="Steps done"
        aria-valuenow={done}
        aria-valuemin={0}
        aria-valuemax={steps.length}
      >
        {legs.map((leg, i) => {
          const share = leg.stepIds.filter((id) => doneIds.has(id)).length / leg.stepIds.length;
          return (
            <span
              key={leg.stepIds[0] ?? i}
              data-at={leg.at}
              data-done={share === 1}
              style={{ flexGrow: Math.max(30, leg.handsS + leg.waitS) }}
            >
              <i style={{ width: `${100 * share}%` }} />
              {hereId !== undefined && leg.stepIds.includes(hereId) && (
                <b style={{ insetInlineStart: `${100 * share}%` }} />
              )}
            </span>
          );
        })}
      </div>
    </header>
  );
}
