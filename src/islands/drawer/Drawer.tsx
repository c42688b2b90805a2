import type { ColumnDef } from '@tanstack/react-table';
import { ArrowLeft, Download, FolderInput, Plus, Redo2, Search, Undo2 } from 'lucide-react';
import { type ComponentType, useEffect, useMemo, useRef, useState } from 'react';
import { Button, ButtonLink, Dialog, Empty, FieldChoice, Note, Toast, UNIT_OPTIONS } from '~/components';
import { DRAWER_KINDS, type DrawerKind, drawerToJson, KIND_WORDS, type Things, usualThing } from '~/core/keep/drawer';
import { toCsv } from '~/core/keep/drawer/csv';
import { newId } from '~/core/keep/model';
import {
  attempt,
  changeDrawer,
  download,
  type ImportAnswers,
  importToDrawer,
  redoDrawer,
  rememberUnits,
  seedDemo,
  undoDrawer,
  useDrawer,
  useDrawerHistory,
  useUnits,
} from '~/store';
import { Frame } from '../app/Frame';
import css from './Drawer.module.css';
import { DrawerTable } from './DrawerTable';
import type { EditorProps } from './Editor';
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
  const [problems, setProblems] = useState<{ file: string; list: readonly string[] } | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [windows, setWindows] = useState<{ file: File; lines: string } | null>(null);
  const [twins, setTwins] = useState<{ file: File; names: readonly string[]; answers: ImportAnswers } | null>(null);
  const [tries, setTries] = useState(0);
  const file = useRef<HTMLInputElement>(null);
  const drawer = useDrawer();
  const { past, future } = useDrawerHistory();

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
    const key = (e: KeyboardEvent): void => {
      const typing = e.target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(e.target.tagName);
      if (typing || !(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
      e.preventDefault();
      void attempt(() => (e.shiftKey ? redoDrawer() : undoDrawer())).then((d) => setTrouble(d.ok ? null : d.words));
    };
    window.addEventListener('hashchange', moved);
    window.addEventListener('keydown', key);
    return () => {
      window.removeEventListener('hashchange', moved);
      window.removeEventListener('keydown', key);
    };
  }, []);

  const units = useUnits();
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
  if (!drawer || !view) return <p style={{ padding: '3rem', textAlign: 'center' }}>Opening the drawer …</p>;

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
    void doing(() => changeDrawer(kind, words, new Map([[thing.id, thing]]) as never), 'It was not kept').then(
      (done) => {
        // What could not be stored stays in the editor, as it was typed.
        if (done) setOpen(null);
      },
    );
  };
  const remove = (thing: Thing): void => {
    void doing(
      () => changeDrawer(kind, `take out ${thing.name}`, new Map([[thing.id, undefined]])),
      'It was not taken out',
    ).then((done) => {
      if (!done) return;
      setOpen(null);
      setSaid(`“${thing.name}” is out of the drawer.`);
    });
  };
  const take = async (files: FileList | null): Promise<void> => {
    const chosen = files?.[0];
    if (!chosen) return;
    await takeFile(chosen, {});
  };
  const takeFile = async (chosen: File, answers: ImportAnswers): Promise<void> => {
    setWindows(null);
    setTwins(null);
    const read = await attempt(() => importToDrawer(kind, chosen, answers), null);
    if (!read.ok) setProblems({ file: chosen.name, list: [read.words] });
    else if (read.value.ok) setSaid(read.value.words);
    else if ('sameNames' in read.value) setTwins({ file: chosen, names: read.value.sameNames, answers });
    else if ('asWindows' in read.value) setWindows({ file: chosen, lines: read.value.asWindows });
    else setProblems({ file: chosen.name, list: read.value.problems });
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
            onClick={() => void doing(undoDrawer, 'It was not undone')}
          />
          <Button
            look="plain"
            icon={<Redo2 size={22} />}
            label="Redo"
            disabled={future.length === 0}
            onClick={() => void doing(redoDrawer, 'It was not redone')}
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
            <span>{KIND_WORDS[k].title}</span>
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
            onClick={() => setOpen({ thing: usualThing(kind, newId(), {}) as Thing, isNew: true })}
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
          label={KIND_WORDS[kind].title}
          rows={rows}
          columns={view.columns as readonly ColumnDef<Thing>[]}
          widths={view.widths}
          search={search}
          onOpen={(thing) => setOpen({ thing, isNew: false })}
        />
      )}
      {units && <FieldChoice label="Numbers in" value={units} options={UNIT_OPTIONS} onChange={rememberUnits} />}
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
          trouble={trouble}
          onClose={() => {
            setOpen(null);
            setTrouble(null);
          }}
        />
      )}
      {windows && (
        <Dialog title="Which letters are these?" onClose={() => setWindows(null)}>
          <p>
            “{windows.file.name}” is not in UTF-8. Older programs on Windows write another encoding; read so, it says:
          </p>
          <pre className={css.sample}>{windows.lines}</pre>
          <p>Does that look right? Nothing has been taken in yet.</p>
          <div className={css.buttons}>
            <Button look="go" onClick={() => void takeFile(windows.file, { windows: true })}>
              Yes, take it in
            </Button>
            <Button onClick={() => setWindows(null)}>No, leave it</Button>
          </div>
        </Dialog>
      )}
      {twins && (
        <Dialog title="Some are here already" onClose={() => setTwins(null)}>
          <p>
            {twins.names.length === 1 ? 'One name is' : `${twins.names.length} names are`} in the drawer already:{' '}
            {twins.names
              .slice(0, 4)
              .map((n) => `“${n}”`)
              .join(', ')}
            {twins.names.length > 4 && ' and more'}. Nothing has been taken in yet.
          </p>
          <div className={css.buttons}>
            <Button look="go" onClick={() => void takeFile(twins.file, { ...twins.answers, sameNames: 'change' })}>
              {twins.names.length === 1 ? 'Change that one' : 'Change those'}
            </Button>
            <Button onClick={() => void takeFile(twins.file, { ...twins.answers, sameNames: 'beside' })}>
              Lay them beside
            </Button>
            <Button onClick={() => setTwins(null)}>Leave it</Button>
          </div>
          <p className={css.small}>Changing takes over only what the file says; all else of a thing stays.</p>
        </Dialog>
      )}
      {trouble && !open && (
        <Toast stop onGone={() => setTrouble(null)}>
          <span>{trouble}</span>
          <Button onClick={() => setTrouble(null)}>Close</Button>
        </Toast>
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
