import { Image, Lasso, Plus, Shapes, Spline, Type } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button, lazily } from '~/components';
import type { Project } from '~/core/keep/model';
import { THING_WORDS } from '~/words';
import css from './Pattern.module.css';

// Each brings a good deal with it that a project at rest does not need.
const WordDialog = lazily('adding a word', async () => (await import('./WordDialog')).WordDialog, 'dialog');
const ShelfDialog = lazily('the shelf of shapes', async () => (await import('./ShelfDialog')).ShelfDialog, 'dialog');
const DrawingDialog = lazily(
  'reading a drawing',
  async () => (await import('./DrawingDialog')).DrawingDialog,
  'dialog',
);
const PrintDialog = lazily('a motif of a print', async () => (await import('./PrintDialog')).PrintDialog, 'dialog');
const ScanDialog = lazily('reading a scan', async () => (await import('./ScanDialog')).ScanDialog, 'dialog');

/** What a word is likely to say where a project was begun with one: what it was called, unless nobody said. */
const wordMeant = ({ name }: Project): string => (name.startsWith(THING_WORDS.word.name) ? '' : name);

/** The ways in for a shape. */
export function AddBar({ project }: { project: Project }) {
  const [open, setOpen] = useState<'word' | 'shape' | 'drawing' | 'scan' | 'print' | null>(null);
  /** Where there is no room for all of them they are behind one. */
  const [all, setAll] = useState(false);
  const [begun, setBegun] = useState(false);
  const close = (): void => setOpen(null);
  const pick = (which: NonNullable<typeof open>): void => {
    setOpen(which);
    setAll(false);
  };
  // Whoever began with a word is asked for it at once, and only then.
  useEffect(() => {
    if (window.location.hash !== '#word') return;
    window.history.replaceState(null, '', window.location.pathname);
    setOpen('word');
    setBegun(true);
  }, []);
  return (
    <div className={css.add} role="group" aria-label="Add" data-all={all}>
      <span aria-hidden="true">Add:</span>
      <span className={css.single}>
        <Button icon={<Plus size={18} />} aria-expanded={all} onClick={() => setAll(!all)}>
          Add
        </Button>
      </span>
      <Button icon={<Type size={18} />} onClick={() => pick('word')}>
        Word
      </Button>
      <Button icon={<Shapes size={18} />} onClick={() => pick('shape')}>
        Shape
      </Button>
      <Button icon={<Spline size={18} />} onClick={() => pick('drawing')}>
        Drawing
      </Button>
      <Button icon={<Image size={18} />} onClick={() => pick('scan')}>
        Scan or photo
      </Button>
      <Button icon={<Lasso size={18} />} onClick={() => pick('print')}>
        Motif of a print
      </Button>
      {open === 'word' && (
        <WordDialog project={project} word={null} {...(begun ? { text: wordMeant(project) } : {})} onClose={close} />
      )}
      {open === 'shape' && <ShelfDialog project={project} onClose={close} />}
      {open === 'drawing' && <DrawingDialog project={project} onClose={close} />}
      {open === 'print' && <PrintDialog project={project} onClose={close} />}
      {open === 'scan' && <ScanDialog project={project} onClose={close} />}
    </div>
  );
}
