import { useState } from 'react';
import { Button, Dialog } from '~/components';
import type { DrawerKind } from '~/core/keep/drawer';
import { attempt, type ImportAnswers, importToDrawer } from '~/store';
import css from './Drawer.module.css';

/** A file that is taken in, and what has to be asked about it. @param onSaid hears what came in */
export function useImports(kind: DrawerKind, onSaid: (words: string) => void) {
  const [problems, setProblems] = useState<{ file: string; list: readonly string[] } | null>(null);
  const [windows, setWindows] = useState<{ file: File; lines: string } | null>(null);
  const [twins, setTwins] = useState<{ file: File; names: readonly string[]; answers: ImportAnswers } | null>(null);
  const take = async (chosen: File, answers: ImportAnswers): Promise<void> => {
    setWindows(null);
    setTwins(null);
    const read = await attempt(() => importToDrawer(kind, chosen, answers), null);
    if (!read.ok) setProblems({ file: chosen.name, list: [read.words] });
    else if (read.value.ok) onSaid(read.value.words);
    else if ('sameNames' in read.value) setTwins({ file: chosen, names: read.value.sameNames, answers });
    else if ('asWindows' in read.value) setWindows({ file: chosen, lines: read.value.asWindows });
    else setProblems({ file: chosen.name, list: read.value.problems });
  };
  return { take, problems, setProblems, windows, setWindows, twins, setTwins };
}

/** Which letters a file is written in, what becomes of names that are here already, and why it could not be taken. */
export function ImportDialogs({ imports }: { imports: ReturnType<typeof useImports> }) {
  const { take, problems, setProblems, windows, setWindows, twins, setTwins } = imports;
  return (
    <>
      {windows && (
        <Dialog title="Which letters are these?" onClose={() => setWindows(null)}>
          <p>
            “{windows.file.name}” is not in UTF-8. Older programs on Windows write another encoding; read so, it says:
          </p>
          <pre className={css.sample}>{windows.lines}</pre>
          <p>Does that look right? Nothing has been taken in yet.</p>
          <div className={css.buttons}>
            <Button look="go" onClick={() => void take(windows.file, { windows: true })}>
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
            <Button look="go" onClick={() => void take(twins.file, { ...twins.answers, sameNames: 'change' })}>
              {twins.names.length === 1 ? 'Change that one' : 'Change those'}
            </Button>
            <Button onClick={() => void take(twins.file, { ...twins.answers, sameNames: 'beside' })}>
              Lay them beside
            </Button>
            <Button onClick={() => setTwins(null)}>Leave it</Button>
          </div>
          <p className={css.small}>Changing takes over only what the file says; all else of a thing stays.</p>
        </Dialog>
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
    </>
  );
}
