import { Image, Shapes, Spline, Type } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Button } from '~/components';
import type { Project } from '~/core/model';
import css from './Pattern.module.css';

// Each brings a good deal with it that a project at rest does not need.
const WordDialog = lazy(async () => ({ default: (await import('./WordDialog')).WordDialog }));
const ShelfDialog = lazy(async () => ({ default: (await import('./ShelfDialog')).ShelfDialog }));
const DrawingDialog = lazy(async () => ({ default: (await import('./DrawingDialog')).DrawingDialog }));
const ScanDialog = lazy(async () => ({ default: (await import('./ScanDialog')).ScanDialog }));

/** The four ways in for a shape. */
export function AddBar({ project }: { project: Project }) {
  const [open, setOpen] = useState<'word' | 'shape' | 'drawing' | 'scan' | null>(null);
  const close = (): void => setOpen(null);
  return (
    <div className={css.add}>
      <span>Lay on the ground:</span>
      <Button icon={<Type size={18} />} onClick={() => setOpen('word')}>
        a word
      </Button>
      <Button icon={<Shapes size={18} />} onClick={() => setOpen('shape')}>
        a shape
      </Button>
      <Button icon={<Spline size={18} />} onClick={() => setOpen('drawing')}>
        a drawing
      </Button>
      <Button icon={<Image size={18} />} onClick={() => setOpen('scan')}>
        a scan or photo
      </Button>
      <Suspense fallback={<span role="status">Opening …</span>}>
        {open === 'word' && <WordDialog project={project} word={null} onClose={close} />}
        {open === 'shape' && <ShelfDialog project={project} onClose={close} />}
        {open === 'drawing' && <DrawingDialog project={project} onClose={close} />}
        {open === 'scan' && <ScanDialog project={project} onClose={close} />}
      </Suspense>
    </div>
  );
}
