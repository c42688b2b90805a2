import { X } from 'lucide-react';
import { type ReactNode, useEffect, useRef } from 'react';
import { Button } from './Button';
import css from './Dialog.module.css';

/** A sheet of paper over the page, on the browser's own dialog: Escape closes it, focus stays inside and returns. */
export function Dialog({
  title,
  wide = false,
  onClose,
  children,
}: {
  title: string;
  wide?: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const dialog = ref.current;
    if (dialog && !dialog.open) {
      dialog.showModal();
      // Hands go to the first thing to fill in, not to the way out.
      dialog.querySelector<HTMLElement>('input:not([type=file]), select, textarea')?.focus();
    }
    return () => dialog?.close();
  }, []);
  return (
    <dialog
      ref={ref}
      className={wide ? `${css.dialog} ${css.wide}` : css.dialog}
      aria-label={title}
      onClose={onClose}
      onCancel={onClose}
    >
      <div className={css.head}>
        <h2>{title}</h2>
        <Button look="plain" icon={<X size={22} />} label="Close" onClick={onClose} />
      </div>
      {children}
    </dialog>
  );
}
