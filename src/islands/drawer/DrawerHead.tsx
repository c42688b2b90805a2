import { ArrowLeft, Download, FolderInput, Plus, Search } from 'lucide-react';
import { useRef } from 'react';
import { Button, ButtonLink } from '~/components';
import { DRAWER_KINDS, type DrawerContents, type DrawerKind, drawerToJson, KIND_WORDS } from '~/core/keep/drawer';
import { toCsv } from '~/core/keep/drawer/csv';
import { download, redoDrawer, undoDrawer, useDrawerHistory } from '~/store';
import { UndoRedo } from '../app/UndoRedo';
import css from './Drawer.module.css';

/** The name of the page, and the way back in what was done here. @param doing does something with the drawer, and says so when it could not be done */
export function Head({ doing }: { doing: (work: () => PromiseLike<unknown>, otherwise: string) => Promise<boolean> }) {
  return (
    <header className={css.head}>
      <ButtonLink look="plain" href="/" icon={<ArrowLeft size={22} />} label="All projects" />
      <h1>The Drawer</h1>
      <div className={css.tools}>
        <UndoRedo
          steps={useDrawerHistory()}
          onUndo={() => void doing(undoDrawer, 'Undo did not work')}
          onRedo={() => void doing(redoDrawer, 'Redo did not work')}
        />
      </div>
    </header>
  );
}

/** The fronts of the drawer, one a kind, with how many lie in it. */
export const Fronts = ({ kind, drawer, onPick }: { kind: DrawerKind; drawer: DrawerContents; onPick: () => void }) => (
  <nav className={css.fronts} aria-label="What is in the Drawer">
    {DRAWER_KINDS.map((k) => (
      <a key={k} href={`#${k}`} className={css.front} aria-current={k === kind ? 'page' : undefined} onClick={onPick}>
        <span>{KIND_WORDS[k].title}</span>
        <span className={css.count}>{drawer[k].length.toLocaleString('en')}</span>
      </a>
    ))}
  </nav>
);

/** Search, add, take in, give out. */
export function Bar({
  kind,
  drawer,
  search,
  onSearch,
  onNew,
  onFile,
}: {
  kind: DrawerKind;
  drawer: DrawerContents;
  search: string;
  onSearch: (text: string) => void;
  onNew: () => void;
  onFile: (file: File) => void;
}) {
  const file = useRef<HTMLInputElement>(null);
  const words = KIND_WORDS[kind];
  const rows = drawer[kind];
  return (
    <div className={css.bar}>
      <label className={css.search}>
        <Search size={20} aria-hidden="true" />
        <span className="visually-hidden">Search the {words.many}</span>
        <input
          type="search"
          placeholder={`Search the ${words.many}`}
          value={search}
          onChange={(e) => onSearch(e.target.value)}
        />
      </label>
      <div className={css.buttons}>
        <Button look="go" icon={<Plus size={20} />} onClick={onNew}>
          New {words.one}
        </Button>
        <Button icon={<FolderInput size={20} />} onClick={() => file.current?.click()}>
          Import a file
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
          Export all, JSON
        </Button>
        <input
          ref={file}
          className="visually-hidden"
          type="file"
          accept=".csv,.json,text/csv,application/json"
          aria-label="A file with things for the Drawer"
          tabIndex={-1}
          onChange={(e) => {
            const [chosen] = e.target.files ?? [];
            if (chosen) onFile(chosen);
            e.target.value = '';
          }}
        />
      </div>
    </div>
  );
}
