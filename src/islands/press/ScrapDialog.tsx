import { Dialog, Note } from '~/components';
import { scrapTriesS } from '~/core/hands/evening';
import type { Plan, PressTicket, Project } from '~/core/keep/model';
import { coverName, dialWords, heat, leanWords, listedWords, seconds, spell, ticketCalled } from '~/words';
import css from './Press.module.css';

/** How a press is tried on scraps before the work itself: what lies on what, which seconds, what to look at when it is cold. */
export function ScrapDialog({
  project,
  plan,
  ticket: t,
  onClose,
}: {
  project: Project;
  plan: Plan;
  ticket: PressTicket;
  onClose: () => void;
}) {
  const tries = scrapTriesS(t);
  const web = project.webs.find((w) => w.id === t.webId)?.name ?? 'the web';
  const degrees = heat(t.heat.soleplateC, project.units);
  const at = t.heat.dial ? `${dialWords(t.heat.dial)} on the dial (${degrees})` : degrees;
  return (
    <Dialog title="Try a scrap" onClose={onClose}>
      <p>For {ticketCalled(project, plan, t)}, which leaves the least room.</p>
      <ol className={css.legSteps}>
        <li>
          Cut {tries.length === 1 ? 'a scrap' : `${tries.length} scraps`} of each of the fabrics that lie there, the
          size of a playing card. Cut {web} a little smaller.
        </li>
        <li>
          Set the iron to {at}. Lay them as in the work, with {t.cover === 'none' ? 'nothing' : coverName(t.cover)}{' '}
          between, and {t.steam ? 'steam on' : 'steam off'}.
        </li>
        <li>
          Press{' '}
          {tries.length === 1 ? `for ${seconds(tries[0] ?? 1)}` : `one for each: ${listedWords(tries.map(seconds))}`},{' '}
          {t.passes ? 'gliding without weight' : leanWords(t.pressure.lean)}.
        </li>
        <li>
          Let them get cold. Pull at a corner: it should hold, or bring {spell('fibres')} with it. Look at the front.
        </li>
        <li>Write iron, mark and seconds beside each, and keep them with the leaflet of {web}.</li>
      </ol>
      <Note>
        The iron burns: set it on its heel, never leave it alone. Where a label or leaflet is stricter, follow it.
      </Note>
    </Dialog>
  );
}
