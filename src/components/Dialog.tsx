import { X } from 'lucide-react';
import { type ReactNode, useEffect, useRef } from 'react';
import { Button } from './Button';
import css from './Dialog.module.css';

/** A sheet of paper over the page, on the browser's own dialog: Escape closes it, focus stays inside and returns. */
export function Dialog({ title, onClose, children }: { title: string; onClose: () => void; children: ReactNode }) {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const dialog = ref.current;
    if (dialog && !dialog.open) dialog.showModal();
    return () => dialog?.close();
  }, []);
  return (
    <dialog ref={ref} className={css.dialog} aria-label={title} onClose={onClose} onCancel={onClose}>
      <div className={css.head}>
        <h2>{title}</h2>
        <Button look="plain" icon={<X size={22} />} label="Close" onClick={onClose} />
      </div>
      {children}
    </dialog>
  );
}
