import { useEffect } from 'react';
import { Button, Empty, Fold, Note, NumberField, Progress } from '~/components';
import { countedOn, type Swap } from '~/core/cut/gather';
import { differences, takeIn } from '~/core/keep/drawer';
import type { Plan, Project } from '~/core/keep/model';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import { edit, noteCountedOn, useCountedOnByOthers, useDrawer } from '~/store';
import { counted, listedWords, sumWords, tellWords } from '~/words';
import { useOpen } from '../project/useOpen';
import { Bags } from './Bags';
import css from './Gather.module.css';
import { GatherPaper } from './GatherPaper';
import { NeedList } from './NeedList';
import { OwnLines } from './OwnLines';
import { Sum } from './Sum';
import { SwapOffer } from './SwapOffer';
import { TakeIt } from './TakeIt';
import { bare, type Gathered, useAside, useGather } from './useGather';

/** What it takes, what is here, what to buy. */
export function Gather() {
  const { project, plan } = useOpen();
  if (!project || !plan) return null;
  if (project.pieces.length === 0 && project.articles.every((a) => a.ground === null))
    return (
      <Empty title="Nothing to gather yet">
        <p>Once there are pieces, the list of fabric, web and thread is here.</p>
      </Empty>
    );
  return <GatherDesk project={project} plan={plan} />;
}

const NO_SWAPS: { near: Record<string, readonly Swap[]>; all: readonly Swap[] | null } = { near: {}, all: null };

/** What could stand in for what is short; asked once the list stands. */
function useSwaps({ made }: Gathered): typeof NO_SWAPS {
  const fabrics = useDrawer()?.fabrics;
  const short = made?.gather.needs.some((n) => n.kind === 'fabric' && n.short.areaMm2 !== undefined) ?? false;
  return useAside(
    made,
    NO_SWAPS,
    fabrics && short
      ? (thread, of) => thread.run((w) => w.swaps(bare(of.project), of.plan, of.gather, fabrics), LIMIT_MS)
      : null,
  );
}
const LIMIT_MS = 60_000;

function GatherDesk({ project, plan }: { project: Project; plan: Plan }) {
  const gathered = useGather(project, plan);
  const swaps = useSwaps(gathered);
  const { made, share, error } = gathered;
  const others = useCountedOnByOthers(project.id);
  const { id, name } = project;
  useEffect(() => {
    if (made) noteCountedOn({ id, name }, countedOn(made.gather.needs));
  }, [id, name, made]);
  const busy = share !== null && <Progress label="Making the list" share={share} onCancel={gathered.stop} />;
  const failed = error && (
    <Note stop actions={<Button onClick={gathered.again}>Make it again</Button>}>
      {error}
    </Note>
  );
  if (!made)
    return (
      <div className={css.station} data-gathering={share !== null}>
        {failed ?? <div className={css.waiting}>Counting what you need …{busy}</div>}
      </div>
    );
  const { gather } = made;
  const { tells } = RECIPE_FACTS[project.recipe.id];
  // A need that is gone with the last edit may stand here until the new list is made.
  const known = gather.needs.filter((n) => n.kind !== 'fabric' || project.fabrics.some((f) => f.id === n.id));
  const toBuy = known.filter(
    (n) => n.buy !== null || n.troubles.some((t) => t.code === 'no-room' || t.code === 'none-sold'),
  );
  const here = known.filter((n) => !toBuy.includes(n));
  const { total } = sumWords(gather);
  const left = toBuy.filter((n) => !project.gathering.ticked.includes(n.key)).length;
  return (
    <div className={css.station} data-gathering={share !== null} aria-busy={share !== null}>
      {failed}
      <div className={css.desk}>
        <section className={css.main} aria-label="What to buy">
          <header className={css.head}>
            <h2>{toBuy.length === 0 ? 'You have everything' : 'To buy'}</h2>
            {toBuy.length > 0 && (
              <p className={css.small} data-answer>
                {left === 0 ? 'Everything is in the basket' : `${left} of ${toBuy.length} still to find`}
                {total !== null && `, ${total}${gather.unpriced > 0 ? ' so far as prices are known' : ''}`}
                {here.length > 0 && `. ${here.length === 1 ? 'One thing is' : `${here.length} things are`} here`}.
              </p>
            )}
            {tells(project).map((t) => (
              <p key={t.code} className={css.small}>
                {tellWords(t, project)}
              </p>
            ))}
            <div className={css.busy}>{busy}</div>
          </header>
          {toBuy.length === 0 && <p>You have everything you need for this.</p>}
          <NeedList project={project} plan={plan} needs={toBuy} near={swaps.near} others={others} label="To buy" />
          <OwnLines />
          {here.length > 0 && (
            <details className={css.here} open={toBuy.length === 0 || undefined}>
              <summary>
                <h2>You have</h2>
                <span className={css.small}>{counted(here.length, 'thing')}</span>
              </summary>
              <NeedList project={project} plan={plan} needs={here} near={{}} others={others} label="You have" />
            </details>
          )}
        </section>
        <aside className={css.tray} aria-label="What it costs">
          <Sum project={project} gathered={gathered} />
          <DrawerSays project={project} ids={known.map((n) => n.id)} />
          {swaps.all && swaps.all.length > 0 && <AllFromHere project={project} swaps={swaps.all} />}
          <GatherPaper project={project} gathered={gathered} />
          <TakeIt project={project} gather={gather} fresh={share === null} />
          <Setup project={project} gathered={gathered} />
        </aside>
      </div>
    </div>
  );
}

/** What the drawer says of things on the list, where it is something else . */
function DrawerSays({ project, ids }: { project: Project; ids: readonly string[] }) {
  const drawer = useDrawer();
  const changed = drawer
    ? differences(project, drawer).filter(
        (d) => d.state === 'changed' && STOCKED.includes(d.kind) && ids.includes(d.id),
      )
    : [];
  if (!drawer || changed.length === 0) return null;
  return (
    <Note
      actions={
        <Button onClick={() => edit((p) => takeIn(p, drawer, changed))}>
          {changed.length === 1 ? 'Use the Drawer’s' : `Use the Drawer’s for all ${changed.length} from there`}
        </Button>
      }
    >
      Your Drawer differs from this project on {listedWords(changed.slice(0, 3).map((d) => d.name))}
      {changed.length > 3 ? ` and ${changed.length - 3} more` : ''}.
    </Note>
  );
}
const STOCKED: readonly string[] = ['fabrics', 'webs', 'threads'];

/** All that is short swapped for what is here. */
function AllFromHere({ project, swaps }: { project: Project; swaps: readonly Swap[] }) {
  return (
    <div className={css.part}>
      <h2>From your basket</h2>
      <p>Swap {swaps.length === 1 ? 'one fabric' : `${swaps.length} fabrics`}: then no fabric has to be bought.</p>
      <SwapOffer project={project} swaps={swaps}>
        See how it would look
      </SwapOffer>
    </div>
  );
}

/** What is set once: how much is kept in case, bags. */
function Setup({ project, gathered }: { project: Project; gathered: Gathered }) {
  const { gathering } = project;
  const bags = gathering.kits.length;
  return (
    <div className={css.part}>
      <Fold label="Includes" says={[`${gathering.sparePercent}% extra`]}>
        <NumberField
          label="Extra on what is bought"
          unit="%"
          min={0}
          max={50}
          value={gathering.sparePercent}
          onChange={(n) => edit((p) => void (p.gathering.sparePercent = n))}
        />
      </Fold>
      <Fold label="Bags for a class" says={[bags === 0 ? 'none' : `${bags} bags`]}>
        <Bags project={project} gathered={gathered} />
      </Fold>
    </div>
  );
}
