import type { ColumnDef } from '@tanstack/react-table';
import { Ruler } from 'lucide-react';
import { type ComponentType, useEffect, useMemo, useState } from 'react';
import { Button, Empty, Note, Toast } from '~/components';
import { type DrawerKind, KIND_WORDS, type Things, usualThing } from '~/core/keep/drawer';
import { newId } from '~/core/keep/model';
import { attempt, changeDrawer, seedDemo, undoDrawer, useDrawer, useUnits, useWays } from '~/store';
import { Frame } from '../app/Frame';
import { WaysDialog } from '../app/WaysDialog';
import css from './Drawer.module.css';
import { Bar, Fronts, Head } from './DrawerHead';
import { DrawerTable } from './DrawerTable';
import type { EditorProps } from './Editor';
import { ImportDialogs, useImports } from './imports';
import { LOOKS } from './kinds';
import type { TableOf } from './table';
import { isDrawerKind } from './words';

type Thing = Things[DrawerKind];

/** What a kind looks like, whichever it is: what belongs together was checked where it was put together. */
const lookOf = (kind: DrawerKind) =>
  LOOKS[kind] as unknown as { table: TableOf<DrawerKind>; Editor: ComponentType<EditorProps<DrawerKind>> };

const kindFromHash = (): DrawerKind => {
  const hash = window.location.hash.slice(1);
  return isDrawerKind(hash) ? hash : 'fabrics';
};

/** What lies ready, kind by kind, for every project. */
export function Drawer() {
  return (
    <Frame what="the Drawer">
      <DrawerTables />
    </Frame>
  );
}

function DrawerTables() {
  const [kind, setKind] = useState<DrawerKind>(kindFromHash);
  const [search, setSearch] = useState('');
  const [open, setOpen] = useState<{ thing: Thing; isNew: boolean } | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [tries, setTries] = useState(0);
  const imports = useImports(kind, setSaid);
  const drawer = useDrawer();

  // biome-ignore lint/correctness/useExhaustiveDependencies: each try asks anew
  useEffect(() => {
    void attempt(seedDemo, undefined, () => setFailed(null)).then((laid) => setFailed(laid.ok ? null : laid.words));
  }, [tries]);
  useEffect(() => {
    const moved = (): void => {
      setOpen(null);
      setSearch('');
      setKind(kindFromHash());
    };
    window.addEventListener('hashchange', moved);
    return () => window.removeEventListener('hashchange', moved);
  }, []);

  const units = useUnits();
  const asked = useWays();
  const [ways, setWays] = useState(false);
  const view = useMemo(() => (drawer && units ? lookOf(kind).table(drawer, units) : null), [kind, drawer, units]);
  if (failed)
    return (
      <main className={css.page}>
        <Note stop>
          <p>{failed}</p>
          <Button onClick={() => setTries((n) => n + 1)}>Try again</Button>
        </Note>
      </main>
    );
  if (!drawer || !view) return <p style={{ padding: '3rem', textAlign: 'center' }}>Opening the Drawer …</p>;

  const words = KIND_WORDS[kind];
  const rows = drawer[kind] as readonly Thing[];
  const { Editor: TheEditor } = lookOf(kind);
  /** Does something with the drawer. @returns whether it was done; if not, it says so */
  const doing = async (work: () => PromiseLike<unknown>, otherwise: string): Promise<boolean> => {
    const done = await attempt(work);
    setTrouble(done.ok ? null : `${otherwise}. ${done.words}`);
    return done.ok;
  };
  const keep = (thing: Thing): void => {
    const words = `${open?.isNew ? 'add' : 'change'} ${thing.name}`;
    void doing(() => changeDrawer(kind, words, new Map([[thing.id, thing]]) as never), 'It was not saved').then(
      (done) => {
        // What could not be stored stays in the editor, as it was typed.
        if (done) setOpen(null);
      },
    );
  };
  const remove = (thing: Thing): void => {
    void doing(
      () => changeDrawer(kind, `delete ${thing.name}`, new Map([[thing.id, undefined]])),
      'It was not deleted',
    ).then((done) => {
      if (!done) return;
      setOpen(null);
      setSaid(`“${thing.name}” is deleted from the Drawer.`);
    });
  };
  return (
    <main className={css.page}>
      <Head doing={doing} />
      <Fronts kind={kind} drawer={drawer} onPick={() => setSearch('')} />
      <Bar
        kind={kind}
        drawer={drawer}
        search={search}
        onSearch={setSearch}
        onNew={() => setOpen({ thing: usualThing(kind, newId(), {}) as Thing, isNew: true })}
        onFile={(f) => void imports.take(f, {})}
      />
      {rows.length === 0 ? (
        <Empty title={`No ${words.many} yet`}>
          <p>
            Add one by hand, or import a CSV file with a heading row. Each starts from a usual kind, so you type only
            what differs.
          </p>
        </Empty>
      ) : (
        <DrawerTable
          key={kind}
          label={KIND_WORDS[kind].title}
          rows={rows}
          columns={view.columns as readonly ColumnDef<Thing>[]}
          widths={view.widths}
          search={search}
          onClear={() => setSearch('')}
          onOpen={(thing) => setOpen({ thing, isNew: false })}
        />
      )}
      {asked && (
        <p>
          <Button icon={<Ruler size={18} />} onClick={() => setWays(true)}>
            Units
          </Button>
        </p>
      )}
      {ways && asked && <WaysDialog now={asked.ways} chosen={asked.chosen} onClose={() => setWays(false)} />}
      <p className={css.foot}>
        Typical figures are our estimates, and say where they come from. Where a leaflet or care label is stricter,
        follow that.
      </p>
      {open && (
        <TheEditor
          key={open.thing.id}
          thing={open.thing}
          isNew={open.isNew}
          drawer={drawer}
          onKeep={keep}
          onRemove={() => remove(open.thing)}
          trouble={trouble}
          onClose={() => {
            setOpen(null);
            setTrouble(null);
          }}
        />
      )}
      <ImportDialogs imports={imports} />
      {trouble && !open && (
        <Toast stop onGone={() => setTrouble(null)}>
          <span>{trouble}</span>
          <Button onClick={() => setTrouble(null)}>Close</Button>
        </Toast>
      )}
      {said && (
        <Toast onGone={() => setSaid(null)}>
          <span>{said}</span>
          <Button
            onClick={() => {
              void doing(undoDrawer, 'It was not undone');
              setSaid(null);
            }}
          >
            Undo
          </Button>
        </Toast>
      )}
    </main>
  );
}
