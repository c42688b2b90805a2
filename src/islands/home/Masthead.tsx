import { useLiveQuery } from 'dexie-react-hooks';
import { Archive, BookOpen, FolderInput, Plus, Ruler } from 'lucide-react';
import { useRef } from 'react';
import { Button, ButtonLink, Note } from '~/components';
import { attempt, copyIsDue, remindLater, useFolder } from '~/store';
import css from './Home.module.css';

/** What the page is, and how one begins. */
export function Masthead({
  onFile,
  onWays,
}: {
  onFile: (file: File | undefined) => void;
  /** null: how things are said is not read yet. */
  onWays: (() => void) | null;
}) {
  const fileInput = useRef<HTMLInputElement>(null);
  return (
    <>
      <header className={css.masthead}>
        <div>
          <h1>Apple Seam</h1>
          <p>
            Fused appliqué, worked out before the iron is hot: which web, what heat, how long, which way round, what
            goes over what.
          </p>
        </div>
        <div className={css.actions}>
          <ButtonLink look="go" href="/start" icon={<Plus size={20} />}>
            New project
          </ButtonLink>
          <Button icon={<FolderInput size={20} />} onClick={() => fileInput.current?.click()}>
            Open a file
          </Button>
          <ButtonLink href="/drawer" icon={<Archive size={20} />}>
            The Drawer
          </ButtonLink>
          <ButtonLink href="/book" icon={<BookOpen size={20} />}>
            Swatch book
          </ButtonLink>
          {onWays && (
            <Button icon={<Ruler size={20} />} onClick={onWays}>
              Units
            </Button>
          )}
          <input
            ref={fileInput}
            className="visually-hidden"
            type="file"
            accept=".json,.seam,.seam.json,.zip,application/json,application/zip"
            aria-label="Project file"
            tabIndex={-1}
            onChange={(e) => {
              onFile(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </div>
      </header>
      <svg className={css.thread} aria-hidden="true" preserveAspectRatio="none" viewBox="0 0 1200 26">
        <path
          d="M0 14C120 2 240 2 380 13S640 24 800 12S1060 4 1200 14"
          fill="none"
          stroke="currentColor"
          strokeWidth="3.5"
          strokeLinecap="round"
          strokeDasharray="22 12"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
    </>
  );
}

/** What is asked now and then: a copy of everything, and word for the folder. Right at once, whoever sees to it. */
export function Reminders({ ready, onCopies }: { ready: boolean; onCopies: () => void }) {
  const due = useLiveQuery(async () => ready && (await copyIsDue().catch(() => false)), [ready], false);
  const folder = useFolder((s) => s.state);
  return (
    <>
      {due && (
        <Note
          actions={
            <>
              <Button look="go" onClick={onCopies}>
                Keep a copy
              </Button>
              <Button onClick={() => void attempt(() => remindLater())}>Ask again in a week</Button>
            </>
          }
        >
          For three weeks or more you saved no copy of your own, and a browser can be cleared.
        </Note>
      )}
      {(folder === 'asks' || folder === 'failed') && (
        <Note stop={folder === 'failed'} actions={<Button onClick={onCopies}>Fix it</Button>}>
          {folder === 'asks'
            ? 'The folder that projects are also written to needs your permission again.'
            : 'The folder that projects are also written to could not be written to.'}
        </Note>
      )}
    </>
  );
}
