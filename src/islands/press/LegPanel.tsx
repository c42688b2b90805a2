import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import type { Leg } from '~/core/hands/evening';
import type { Plan, PressTicket, Project, Step } from '~/core/keep/model';
import { counted, dialWords, heat, seconds, stepWords, ticketCalled, upper } from '~/words';
import css from './Press.module.css';
import { soFarAt, Ticket } from './Ticket';

/** More steps of a leg without a press than these are counted, not told. */
const TOLD = 6;

/** What is done on one leg of the evening: its presses, of which one stands open as its ticket; else its steps. */
export function LegPanel({
  leg,
  project,
  plan,
  board,
  first,
}: {
  leg: Leg;
  project: Project;
  plan: Plan;
  board: readonly Step[];
  /** The ticket that stands open at first; null: the leg's own first. */
  first: string | null;
}) {
  const tickets = leg.ticketIds.flatMap((id) => plan.press.find((t) => t.id === id) ?? []);
  const [openId, setOpenId] = useState<string | null>(first ?? tickets[0]?.id ?? null);
  if (tickets.length === 0) {
    const steps = leg.stepIds.flatMap((id) => plan.making.steps.find((s) => s.id === id) ?? []);
    const words = stepWords(project, plan);
    return (
      <section className={css.leg} id="leg" aria-label="This part of the evening">
        <ol className={css.legSteps}>
          {steps.slice(0, TOLD).map((s) => (
            <li key={s.id}>{words(s)}</li>
          ))}
        </ol>
        {steps.length > TOLD && <p className={css.under}>And {counted(steps.length - TOLD, 'more step')}.</p>}
      </section>
    );
  }
  return (
    <section className={css.leg} id="leg" aria-label="This part of the evening">
      {tickets.map((t) => (
        <div key={t.id} className={css.pressed} data-open={t.id === openId}>
          <button
            type="button"
            className={css.pressRow}
            aria-expanded={t.id === openId}
            data-press={t.id}
            onClick={() => setOpenId(t.id === openId ? null : t.id)}
          >
            <strong>{upper(ticketCalled(project, plan, t))}</strong>
            <span>{figures(t, project)}</span>
            <ChevronDown size={20} aria-hidden="true" />
          </button>
          {t.id === openId && <Ticket ticket={t} project={project} plan={plan} soFar={soFarAt(board, t)} />}
        </div>
      ))}
    </section>
  );
}

function figures(t: PressTicket, { units }: Project): string {
  if (t.stop) return 'cannot be pressed like this';
  const mark = t.heat.dial ? dialWords(t.heat.dial) : heat(t.heat.soleplateC, units);
  return `${mark}, ${seconds(t.dwell.seconds)}`;
}
