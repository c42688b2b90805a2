import { FolderInput } from 'lucide-react';
import { type ReactNode, useRef } from 'react';
import { Button } from './Button';

/** A button that opens the browser's own file chooser. */
export function FilePick({
  label,
  accept,
  onFile,
  icon = <FolderInput size={20} />,
}: {
  label: string;
  accept: string;
  onFile: (file: File) => void;
  icon?: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <div>
      <Button icon={icon} onClick={() => input.current?.click()}>
        {label}
      </Button>
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
