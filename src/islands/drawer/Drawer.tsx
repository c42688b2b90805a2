import type { ColumnDef } from '@tanstack/react-table';
import { ArrowLeft, Download, FolderInput, Plus, Redo2, Search, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Button, ButtonLink, Dialog, Empty, Note, Toast } from '~/components';
import { DRAWER_KINDS, type DrawerKind, drawerToJson, KIND_WORDS, type Things, toCsv, usualThing } from '~/core/drawer';
import {
  changeDrawer,
  download,
  importToDrawer,
  redoDrawer,
  seedDemo,
  undoDrawer,
  useDrawer,
  useDrawerHistory,
} from '~/store';
import { tableOf } from './columns';
import css from './Drawer.module.css';
import { DrawerTable } from './DrawerTable';
import { FabricEditor } from './FabricEditor';
import { CoverEditor, IronEditor, SurfaceEditor } from './ToolEditors';
import { WebEditor } from './WebEditor';
import { isDrawerKind, TITLES } from './words';

type Thing = Things[DrawerKind];

const EDITORS = {
  fabrics: FabricEditor,
  webs: WebEditor,
  irons: IronEditor,
  covers: CoverEditor,
  surfaces: SurfaceEditor,
} as Readonly<Record<DrawerKind, (props: never) => React.JSX.Element>>;

const kindFromHash = (): DrawerKind => {
  const hash = window.location.hash.slice(1);
  return isDrawerKind(hash) ? hash : 'fabrics';
};

/** What lies ready: fabrics, webs, irons, covers and surfaces, for every project. */
export function Drawer() {
  const [kind, setKind] = useState<DrawerKind>(kindFromHash);
  const [search, setSearch] = useState('');
  const [open, setOpen] = useState<{ thing: Thing; isNew: boolean } | null>(null);
  const [problems, setProblems] = useState<{ file: string; list: readonly string[] } | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [failed, setFailed] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const drawer = useDrawer();
  const { past, future } = useDrawerHistory();

  useEffect(() => {
    seedDemo().catch(() => setFailed(true));
    const moved = (): void => {
      setOpen(null);
      setKind(kindFromHash());
    };
    const key = (e: KeyboardEvent): void => {
      const typing = e.target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(e.target.tagName);
      if (typing || !(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
      e.preventDefault();
      void (e.shiftKey ? redoDrawer() : undoDrawer());
    };
    window.addEventListener('hashchange', moved);
    window.addEventListener('keydown', key);
    return () => {
      window.removeEventListener('hashchange', moved);
      window.removeEventListener('keydown', key);
    };
  }, []);

  const view = useMemo(() => (drawer ? tableOf(kind, drawer) : null), [kind, drawer]);
  if (failed)
    return (
      <main className={css.page}>
        <Note stop>
          This browser does not let the page keep anything. Leave private browsing, or allow site data for this address.
        </Note>
      </main>
    );
  if (!drawer || !view) return <p style={{ padding: '3rem', textAlign: 'center' }}>Opening the drawer …</p>;

  const words = KIND_WORDS[kind];
  const rows = drawer[kind] as readonly Thing[];
  const TheEditor = EDITORS[kind] as (props: {
    thing: Thing;
    isNew: boolean;
    drawer: typeof drawer;
    onKeep: (t: Thing) => void;
    onRemove: () => void;
    onClose: () => void;
  }) => React.JSX.Element;
  const keep = (thing: Thing): void => {
    void changeDrawer(kind, `${open?.isNew ? 'add' : 'change'} ${thing.name}`, new Map([[thing.id, thing]]) as never);
    setOpen(null);
  };
  const remove = (thing: Thing): void => {
    void changeDrawer(kind, `take out ${thing.name}`, new Map([[thing.id, undefined]]));
    setOpen(null);
    setSaid(`“${thing.name}” is out of the drawer.`);
  };
  const take = async (files: FileList | null): Promise<void> => {
    const chosen = files?.[0];
    if (!chosen) return;
    const result = await importToDrawer(kind, chosen);
    if (result.ok) setSaid(result.words);
    else setProblems({ file: chosen.name, list: result.problems });
  };

  return (
    <main className={css.page}>
      <header className={css.head}>
        <ButtonLink look="plain" href="/" icon={<ArrowLeft size={22} />} label="All projects" />
        <h1>The Drawer</h1>
        <div className={css.tools}>
          <Button
            look="plain"
            icon={<Undo2 size={22} />}
            label="Undo"
            disabled={past.length === 0}
            title={past.at(-1) ? `Undo: ${past.at(-1)?.words}` : 'Undo'}
            onClick={() => void undoDrawer()}
          />
          <Button
            look="plain"
            icon={<Redo2 size={22} />}
            label="Redo"
            disabled={future.length === 0}
            onClick={() => void redoDrawer()}
          />
        </div>
      </header>
      <nav className={css.fronts} aria-label="What is in the drawer">
        {DRAWER_KINDS.map((k) => (
          <a
            key={k}
            href={`#${k}`}
            className={css.front}
            aria-current={k === kind ? 'page' : undefined}
            onClick={() => setSearch('')}
          >
            <span>{TITLES[k]}</span>
            <span className={css.count}>{drawer[k].length.toLocaleString('en')}</span>
          </a>
        ))}
      </nav>
      <div className={css.bar}>
        <label className={css.search}>
          <Search size={20} aria-hidden="true" />
          <span className="visually-hidden">Search the {words.many}</span>
          <input
            type="search"
            placeholder={`Search the ${words.many}`}
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
        </label>
        <div className={css.buttons}>
          <Button
            look="go"
            icon={<Plus size={20} />}
            onClick={() => setOpen({ thing: usualThing(kind, crypto.randomUUID(), {}) as Thing, isNew: true })}
          >
            New {words.one}
          </Button>
          <Button icon={<FolderInput size={20} />} onClick={() => file.current?.click()}>
            Take in a file
          </Button>
          <Button
            icon={<Download size={20} />}
            onClick={() => download(new Blob([toCsv(kind, rows as never)], { type: 'text/csv' }), `${kind}.csv`)}
          >
            CSV
          </Button>
          <Button
            icon={<Download size={20} />}
            onClick={() => download(new Blob([drawerToJson(drawer)], { type: 'application/json' }), 'my.drawer.json')}
          >
            All, as JSON
          </Button>
          <input
            ref={file}
            className="visually-hidden"
            type="file"
            accept=".csv,.json,text/csv,application/json"
            aria-label="A file with things for the drawer"
            tabIndex={-1}
            onChange={(e) => {
              void take(e.target.files);
              e.target.value = '';
            }}
          />
        </div>
      </div>
      {rows.length === 0 ? (
        <Empty title={`No ${words.many} yet`}>
          <p>
            Add one by hand, or take in a CSV file with a heading row. Everything starts from a usual kind, so only what
            differs is typed.
          </p>
        </Empty>
      ) : (
        <DrawerTable
          key={kind}
          label={TITLES[kind]}
          rows={rows}
          columns={view.columns as readonly ColumnDef<Thing>[]}
          widths={view.widths}
          search={search}
          onOpen={(thing) => setOpen({ thing, isNew: false })}
        />
      )}
      <p className={css.foot}>
        Typical figures are estimates of ours and say where they come from. A web’s own leaflet and a cloth’s care label
        rule where they are stricter.
      </p>
      {open && (
        <TheEditor
          key={open.thing.id}
          thing={open.thing}
          isNew={open.isNew}
          drawer={drawer}
          onKeep={keep}
          onRemove={() => remove(open.thing)}
          onClose={() => setOpen(null)}
        />
      )}
      {problems && (
        <Dialog title="That file could not be taken in" onClose={() => setProblems(null)}>
          <p>Nothing was changed. In “{problems.file}”:</p>
          <ul className={css.problems}>
            {problems.list.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
          <Button onClick={() => setProblems(null)}>Close</Button>
        </Dialog>
      )}
      {said && (
        <Toast onGone={() => setSaid(null)}>
          <span>{said}</span>
          <Button
            onClick={() => {
              void undoDrawer();
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
