import { Redo2, Undo2 } from 'lucide-react';
import { useEffect } from 'react';
import { Button } from '~/components';
import type { Steps } from '~/store';

/** The way back and forth, as two buttons and their keys. */
export function UndoRedo({
  steps: { past, future },
  onUndo,
  onRedo,
}: {
  steps: Steps<{ readonly words: string }>;
  onUndo: () => void;
  onRedo: () => void;
}) {
  useEffect(() => {
    const key = (e: KeyboardEvent): void => {
      const typing = e.target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(e.target.tagName);
      if (typing || !(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
      e.preventDefault();
      if (e.shiftKey) onRedo();
      else onUndo();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });
  const last = past.at(-1);
  return (
    <>
      <Button
        look="plain"
        icon={<Undo2 size={22} />}
        label="Undo"
        disabled={!last}
        title={last ? `Undo: ${last.words}` : 'Undo'}
        onClick={onUndo}
      />
      <Button look="plain" icon={<Redo2 size={22} />} label="Redo" disabled={future.length === 0} onClick={onRedo} />
    </>
  );
}
