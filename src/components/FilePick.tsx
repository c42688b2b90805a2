import { FolderInput } from 'lucide-react';
import { type ReactNode, useRef } from 'react';
import { Button } from './Button';
import css from './FilePick.module.css';

/**
 * A button that opens the browser's own file chooser.
 * @param sample a file of ours to try in its place
 */
export function FilePick({
  label,
  accept,
  onFile,
  sample,
  icon = <FolderInput size={20} />,
}: {
  label: string;
  accept: string;
  onFile: (file: File) => void;
  sample?: (() => Promise<File>) | undefined;
  icon?: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <div className={css.pick}>
      <Button icon={icon} onClick={() => input.current?.click()}>
        {label}
      </Button>
      {sample && (
        <Button look="plain" onClick={() => void sample().then(onFile)}>
          Try a sample of ours
        </Button>
      )}
      <input
        ref={input}
        className="visually-hidden"
        type="file"
        accept={accept}
        aria-label={label}
        tabIndex={-1}
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
    </div>
  );
}
