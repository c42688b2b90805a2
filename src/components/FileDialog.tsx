import type { ReactNode } from 'react';
import { Button } from './Button';
import { Dialog } from './Dialog';
import css from './FileDialog.module.css';
import { FilePick } from './FilePick';
import { Note } from './Note';
import { Progress } from './Progress';

/**
 * The frame of every dialog that takes a file in: what is wanted, the choice, what went wrong, how far the work is, a look at what came of it, and what is done with it.
 */
export function FileDialog({
  title,
  wide = false,
  lead,
  label,
  accept,
  onFile,
  sample,
  error,
  working,
  children,
  actions,
  onClose,
}: {
  title: string;
  wide?: boolean;
  /** What makes a good file; shown above the choice. */
  lead?: ReactNode;
  label: string;
  accept: string;
  onFile: (file: File) => void;
  /** A file of ours to try; offered until one was chosen. */
  sample?: (() => Promise<File>) | undefined;
  error: string | null;
  /** Work that takes a while, with a way to end it; null while there is none. */
  working?: { readonly label: string; readonly share: number | null; readonly onCancel: () => void };
  /** A look at what the file holds, once it is read. */
  children?: ReactNode;
  /** What is done with it; leaving it is always there. */
  actions: ReactNode;
  onClose: () => void;
}) {
  return (
    <Dialog title={title} wide={wide} onClose={onClose}>
      <div className={css.form}>
        {lead && <p>{lead}</p>}
        <FilePick label={label} accept={accept} onFile={onFile} sample={sample} />
        {working && working.share !== null && (
          <Progress label={working.label} share={working.share} onCancel={working.onCancel} />
        )}
        {error && <Note stop>{error}</Note>}
        {children}
      </div>
      <div className={css.actions}>
        <Button onClick={onClose}>Cancel</Button>
        {actions}
      </div>
    </Dialog>
  );
}
