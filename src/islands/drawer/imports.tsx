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
          <p>“{windows.file.name}” uses an older encoding. Read that way, it says:</p>
          <pre className={css.sample}>{windows.lines}</pre>
          <p>Does that look right? Nothing was imported yet.</p>
          <div className={css.buttons}>
            <Button look="go" onClick={() => void take(windows.file, { windows: true })}>
              Yes, import it
            </Button>
            <Button onClick={() => setWindows(null)}>No, cancel</Button>
          </div>
        </Dialog>
      )}
      {twins && (
        <Dialog title="Some are already here" onClose={() => setTwins(null)}>
          <p>
            {twins.names.length === 1 ? 'One name is' : `${twins.names.length} names are`} in the Drawer already:{' '}
            {twins.names
              .slice(0, 4)
              .map((n) => `“${n}”`)
              .join(', ')}
            {twins.names.length > 4 && ' and more'}. Nothing was imported yet.
          </p>
          <div className={css.buttons}>
            <Button look="go" onClick={() => void take(twins.file, { ...twins.answers, sameNames: 'change' })}>
              {twins.names.length === 1 ? 'Update that one' : 'Update those'}
            </Button>
            <Button onClick={() => void take(twins.file, { ...twins.answers, sameNames: 'beside' })}>Add as new</Button>
            <Button onClick={() => setTwins(null)}>Cancel</Button>
          </div>
          <p className={css.small}>An update changes only what the file says. The rest stays.</p>
        </Dialog>
      )}
      {problems && (
        <Dialog title="That file could not be imported" onClose={() => setProblems(null)}>
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
