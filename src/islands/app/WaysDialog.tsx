import { useState } from 'react';
import { Button, Dialog, FieldChoice, Note, Select, UNIT_OPTIONS } from '~/components';
import { keepWays, offeredWays } from '~/store';
import { CURRENCIES, type Ways } from '~/words';
import css from './Ways.module.css';

const HEATS = [
  { value: 'C', label: '°C' },
  { value: 'F', label: '°F' },
] as const;
const SPELLINGS = [
  { value: 'US', label: 'American (color)' },
  { value: 'UK', label: 'British (colour)' },
] as const;
const NO_CURRENCY = 'none';
const MONEY = [
  { value: NO_CURRENCY, label: 'no currency' },
  ...CURRENCIES.map((value) => ({ value, label: `${value} ${symbolOf(value)}` })),
];

/** A currency as prices show it. */
function symbolOf(currency: string): string {
  const parts = new Intl.NumberFormat('en', {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
  }).formatToParts(1);
  return parts.find((p) => p.type === 'currency')?.value ?? '';
}

/** Lengths, heat, spelling and money: each a choice of its own, for the Drawer, prints and new projects. */
export function WaysFields({ ways, onChange }: { ways: Ways; onChange: (ways: Ways) => void }) {
  return (
    <div className={css.ways}>
      <FieldChoice
        label="Lengths"
        value={ways.lengths}
        options={UNIT_OPTIONS}
        onChange={(lengths) => onChange({ ...ways, lengths })}
      />
      <FieldChoice label="Heat" value={ways.heat} options={HEATS} onChange={(heat) => onChange({ ...ways, heat })} />
      <FieldChoice
        label="Spelling"
        value={ways.spelling}
        options={SPELLINGS}
        onChange={(spelling) => onChange({ ...ways, spelling })}
      />
      <Select
        label="Currency"
        value={ways.currency ?? NO_CURRENCY}
        options={MONEY}
        onChange={(v) => onChange({ ...ways, currency: CURRENCIES.find((c) => c === v) ?? null })}
      />
    </div>
  );
}

/** Keeps the ways and shows the page anew in them; says so where the browser keeps nothing. */
function useKeeping(): { readonly trouble: string | null; readonly keep: (ways: Ways) => void } {
  const [trouble, setTrouble] = useState<string | null>(null);
  return {
    trouble,
    keep: (ways) =>
      void keepWays(ways).then((kept) => {
        if (kept.ok) window.location.reload();
        else setTrouble(kept.words);
      }),
  };
}

/** The settings, from any page outside a project. */
export function WaysDialog({ now, chosen, onClose }: { now: Ways; chosen: boolean; onClose: () => void }) {
  const [ways, setWays] = useState(() => offeredWays(now, chosen));
  const { trouble, keep } = useKeeping();
  return (
    <Dialog title="Units and spelling" onClose={onClose}>
      <p className={css.lead}>For the Drawer, prints and new projects. A project can have its own lengths.</p>
      <WaysFields ways={ways} onChange={setWays} />
      {trouble && <Note stop>{trouble}</Note>}
      <div className={css.end}>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="go" onClick={() => keep(ways)}>
          Save
        </Button>
      </div>
    </Dialog>
  );
}

/** Asked once, at the first start: what is usual in the place is offered, and used until somebody chooses. */
export function AskWays({ now }: { now: Ways }) {
  const [ways, setWays] = useState(() => offeredWays(now, false));
  const { trouble, keep } = useKeeping();
  return (
    <section className={css.ask} aria-label="Units and spelling">
      <p>
        <strong>How do you measure?</strong> Change this any time under “Units”.
      </p>
      <WaysFields ways={ways} onChange={setWays} />
      {trouble && <Note stop>{trouble}</Note>}
      <div>
        <Button look="go" onClick={() => keep(ways)}>
          Use these
        </Button>
      </div>
    </section>
  );
}
