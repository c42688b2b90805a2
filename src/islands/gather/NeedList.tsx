import { ChevronDown } from 'lucide-react';
import { ClothSwatch, ThreadSwatch, WebSwatch } from '~/components';
import { type CountedOn, type SpokenFor, type Swap, spokenFor } from '~/core/cut/gather';
import type { Need, Plan, Project } from '~/core/keep/model';
import { edit } from '~/store';
import {
  cannotBeHad,
  isSupply,
  mixWords,
  needName,
  needNote,
  needWords,
  priceWords,
  spokenForWords,
  upper,
} from '~/words';
import { tick } from './edits';
import css from './Gather.module.css';
import { NeedDetail } from './NeedDetail';
import { SupplyPicture } from './SupplyPicture';

/** The list: a tick for the thumb, what it is, what to buy; the rest opens beneath. */
export function NeedList({
  project,
  plan,
  needs,
  near,
  others,
  label,
}: {
  project: Project;
  plan: Plan;
  needs: readonly Need[];
  near: Readonly<Record<string, readonly Swap[]>>;
  /** What other projects count on of the Drawer. */
  others: readonly CountedOn[];
  label: string;
}) {
  return (
    <ul className={css.list} aria-label={label}>
      {needs.map((need) => (
        <Row
          key={need.key}
          project={project}
          plan={plan}
          need={need}
          near={near[need.key] ?? []}
          spoken={spokenFor(need, others)}
        />
      ))}
    </ul>
  );
}

function Row({
  project,
  plan,
  need,
  near,
  spoken,
}: {
  project: Project;
  plan: Plan;
  need: Need;
  near: readonly Swap[];
  spoken: SpokenFor | null;
}) {
  const ticked = project.gathering.ticked.includes(need.key);
  const name = needName(need, project);
  const note = needNote(need, project, plan.edge.settings);
  const stop = cannotBeHad(need);
  return (
    <li className={css.need} data-need={need.key} data-ticked={ticked} data-short={need.buy !== null}>
      <label className={css.tick}>
        <input
          type="checkbox"
          checked={ticked}
          aria-label={`${name}: in the basket`}
          onChange={(e) => edit((p) => tick(p, need.key, e.target.checked))}
        />
        <svg viewBox="0 0 44 44" aria-hidden="true">
          <rect x="8" y="8" width="28" height="28" rx="5" />
          <path d="M15 15L29 29M29 15L15 29" />
        </svg>
      </label>
      <Sample project={project} need={need} />
      <div className={css.what}>
        <p className={css.name}>{name}</p>
        <p className={css.small}>
          {needWords(need, project)}
          {note ? ` ${upper(note)}.` : ''}
        </p>
        {spoken && (
          <p className={spoken.enough === false ? css.stop : css.small} data-spoken>
            {spokenForWords(spoken, need.kind, project.units)}
          </p>
        )}
      </div>
      <div className={css.buy}>
        {need.taken ? (
          <p>cut and booked</p>
        ) : need.buy ? (
          <>
            <p>
              <strong>{mixWords(need.buy, project.units, need.kind)}</strong>
            </p>
            <p className={need.buy.price === null ? css.small : css.price}>{priceWords(need.buy.price)}</p>
          </>
        ) : (
          <p className={stop ? css.stop : css.small}>{stop ? 'see below' : 'you have enough'}</p>
        )}
      </div>
      <details className={css.more} open={stop || undefined}>
        <summary>
          <span className="visually-hidden">{name}: </span>
          Cutting and buying
          <ChevronDown size={18} aria-hidden="true" />
        </summary>
        <NeedDetail project={project} need={need} near={near} />
      </details>
    </li>
  );
}

/** A snippet of what it is. */
function Sample({ project, need }: { project: Project; need: Need }) {
  if (need.kind === 'thread') {
    const thread = project.threads.find((t) => t.id === need.id);
    const colour = thread?.colour ?? need.id.slice(need.id.lastIndexOf('#'));
    return <ThreadSwatch colour={colour} size={40} bare={!thread} />;
  }
  const web = project.webs.find((w) => w.id === need.id);
  if (need.kind === 'web' && web) return <WebSwatch web={web} width={40} height={40} />;
  const fabric = project.fabrics.find((f) => f.id === need.id);
  if (fabric) return <ClothSwatch fabric={fabric} pictures={project.pictures} size={40} />;
  return isSupply(need.id) ? <SupplyPicture supply={need.id} /> : <span aria-hidden="true" />;
}
