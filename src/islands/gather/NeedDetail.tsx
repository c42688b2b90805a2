import { useState } from 'react';
import { Button, FieldChoice, LengthField, Note, NumberField, PriceField } from '~/components';
import { formatLength, MM_PER, SPEECH } from '~/core/base/units';
import { fabricOffers, type Swap, singleOffers, supplyOffers, threadOffers, webOffers } from '~/core/cut/gather';
import { countedBy, type Need, type Offer, type Project } from '~/core/keep/model';
import { edit } from '~/store';
import { groundWords, isSupply, leftWords, mixWords, needTroubleWords, priceWords, soldWords } from '~/words';
import { CutLayout } from './CutLayout';
import { dropOwnLine, setHave, setOffer, setOwnLine, setRepeat, setSeamed } from './edits';
import css from './Gather.module.css';
import { SwapOffer } from './SwapOffer';

const offersOf = (need: Need, project: Project): Offer[] => {
  if (isSupply(need.id)) return supplyOffers(project, need.id);
  if (countedBy(need.id)) return singleOffers(project, need.id);
  if (need.kind === 'web') {
    const web = project.webs.find((w) => w.id === need.id);
    return web ? webOffers(project, web) : [];
  }
  if (need.kind === 'thread')
    return threadOffers(project, need.id, project.threads.find((t) => t.id === need.id) ?? null);
  const fabric = project.fabrics.find((f) => f.id === need.id);
  return fabric ? fabricOffers(project, fabric) : [];
};

/** Everything about one need: how it is cut, what else one could buy, what a shop asks for it, what is left. */
export function NeedDetail({ project, need, near }: { project: Project; need: Need; near: readonly Swap[] }) {
  const { units } = project;
  const line = countedBy(need.id);
  const supply = isSupply(need.id) || line !== null;
  return (
    <div className={css.detail}>
      {need.troubles.length > 0 && (
        <Note stop={need.troubles.some((t) => t.code === 'no-room' || t.code === 'none-sold')}>
          {need.troubles.map((t) => (
            <p key={t.code}>{needTroubleWords(t, need, project)}</p>
          ))}
        </Note>
      )}
      {need.grounds.map((g) => {
        const words = groundWords(g, project);
        return (
          <div key={g.articleId}>
            {words.along === null ? (
              <p>The background is wider than the fabric: {words.seamed}.</p>
            ) : (
              <FieldChoice
                label="Long background"
                value={g.seamed ? 'seamed' : 'along'}
                options={[
                  { value: 'along', label: words.along },
                  { value: 'seamed', label: words.seamed },
                ]}
                onChange={(v) => edit((p) => setSeamed(p, g.articleId, v === 'seamed'))}
              />
            )}
          </div>
        );
      })}
      {need.others.length > 0 && (
        <div>
          <h3>Or buy</h3>
          <ul className={css.plain}>
            {need.others.map((m) => (
              <li key={mixWords(m, units, need.kind)}>
                {mixWords(m, units, need.kind)}
                {m.price !== null && <span className={css.price}>{priceWords(m.price)}</span>}
              </li>
            ))}
          </ul>
        </div>
      )}
      <CutLayout project={project} need={need} />
      {need.layout && (need.buy || need.left.length > 0) && <p className={css.small}>{leftWords(need.left, units)}</p>}
      {near.length > 0 && (
        <div>
          <h3>Or use what you have</h3>
          <div className={css.row}>
            {near.map((s) => (
              <SwapOffer key={s.to.id} project={project} swaps={[s]}>
                {s.to.name}
              </SwapOffer>
            ))}
          </div>
        </div>
      )}
      {supply && <Have project={project} need={need} />}
      {line?.is === 'own' && <OwnLine project={project} lineId={line.id} />}
      <Offers key={need.key} project={project} offers={offersOf(need, project)} />
      {need.kind === 'fabric' && <Repeat project={project} fabricId={need.id} />}
    </div>
  );
}

/** How much is here of what the drawer keeps no list of. */
function Have({ project, need }: { project: Project; need: Need }) {
  const amount = need.have.count ?? need.have.lengthMm ?? 0;
  const label = 'You have';
  const change = (n: number): void => void edit((p) => setHave(p, need, n));
  return need.need.count !== undefined ? (
    <NumberField label={label} unit="" min={0} max={100_000} value={amount} onChange={change} />
  ) : (
    <LengthField label={label} units={project.units} min={0} max={1_000_000} value={amount} onChange={change} />
  );
}

/** How many of a line of one's own, and away with it. */
function OwnLine({ project, lineId }: { project: Project; lineId: string }) {
  const line = project.gathering.own.find((l) => l.id === lineId);
  if (!line) return null;
  return (
    <div className={css.row}>
      <NumberField
        label="You need"
        unit=""
        min={1}
        max={9999}
        value={line.count}
        onChange={(n) => edit((p) => setOwnLine(p, { ...line, count: Math.round(n) }))}
      />
      <Button look="stop" onClick={() => edit((p) => dropOwnLine(p, lineId))}>
        Delete line
      </Button>
    </div>
  );
}

/** What a shop has of it, in which size, and what it asks for it. */
function Offers({ project, offers }: { project: Project; offers: readonly Offer[] }) {
  const { units } = project;
  const set = (offer: Offer): void => void edit((p) => setOffer(p, offer));
  if (offers.length === 0) return null;
  return (
    <fieldset className={css.offers}>
      <legend>In the shop</legend>
      {offers.map((o) => {
        const byLength = o.as === 'by-length';
        const sized = o.widthMm > 0;
        const name = soldWords(o.as);
        return (
          <div key={o.id} className={css.offer} data-offer={o.id} data-sold={o.sold}>
            <label className={css.sold}>
              <input type="checkbox" checked={o.sold} onChange={(e) => set({ ...o, sold: e.target.checked })} />
              <span>{name}</span>
            </label>
            {o.sold && (
              <>
                {sized && (
                  <LengthField
                    label="Width"
                    units={units}
                    min={20}
                    max={10_000}
                    value={o.widthMm}
                    onChange={(widthMm) => set({ ...o, widthMm })}
                  />
                )}
                {(sized || o.as === 'spool') && (
                  <LengthField
                    label={byLength ? 'Sold in steps of' : 'Length'}
                    units={units}
                    min={5}
                    max={10_000_000}
                    value={o.lengthMm}
                    onChange={(lengthMm) => set({ ...o, lengthMm })}
                  />
                )}
                {(o.holds > 1 || o.as === 'packet') && (
                  <NumberField
                    label="In each pack"
                    unit=""
                    min={1}
                    max={1000}
                    value={o.holds}
                    onChange={(n) => set({ ...o, holds: Math.round(n) })}
                  />
                )}
                <PriceField
                  label={byLength ? `Price a ${SPEECH[units].sold.one}` : 'Price of one'}
                  per={byLength ? SPEECH[units].sold.mm / MM_PER.m : 1}
                  value={o.price}
                  onChange={(price) => set({ ...o, price })}
                />
              </>
            )}
          </div>
        );
      })}
    </fieldset>
  );
}

/** How often a print repeats, for what is cut from a place on it. */
function Repeat({ project, fabricId }: { project: Project; fabricId: string }) {
  const repeat = project.gathering.repeats.find((r) => r.fabricId === fabricId) ?? null;
  const [open, setOpen] = useState(false);
  if (!repeat && !open)
    return (
      <Button look="plain" onClick={() => setOpen(true)}>
        Print repeat
      </Button>
    );
  const { acrossMm, alongMm } = repeat ?? { acrossMm: 0, alongMm: 0 };
  const set = (change: Partial<{ acrossMm: number; alongMm: number }>): void => {
    const next = { acrossMm: acrossMm || change.acrossMm || 0, alongMm: alongMm || change.alongMm || 0, ...change };
    // One figure is enough to begin with: prints often repeat alike both ways.
    edit((p) =>
      setRepeat(p, fabricId, { acrossMm: next.acrossMm || next.alongMm, alongMm: next.alongMm || next.acrossMm }),
    );
  };
  return (
    <div className={css.repeat}>
      <LengthField
        label="Repeats across"
        units={project.units}
        min={2}
        max={3000}
        value={acrossMm}
        onChange={(n) => set({ acrossMm: n })}
      />
      <LengthField
        label="Repeats along"
        units={project.units}
        min={2}
        max={3000}
        value={alongMm}
        onChange={(n) => set({ alongMm: n })}
      />
      {repeat && (
        <Button look="plain" onClick={() => edit((p) => setRepeat(p, fabricId, null))}>
          No repeat
        </Button>
      )}
      {repeat && (
        <p className={css.small}>
          The same place on the print comes every {formatLength(repeat.acrossMm, project.units)} across and{' '}
          {formatLength(repeat.alongMm, project.units)} along.
        </p>
      )}
    </div>
  );
}
