import { useState } from 'react';
import { Button, ClothSwatch, Dialog, lazily } from '~/components';
import type { Fabric, Project } from '~/core/keep/model';
import css from './Pattern.module.css';

const MotifDialog = lazily('cutting out of a print', async () => (await import('./MotifDialog')).MotifDialog, 'dialog');
const ClothPhotoDialog = lazily(
  'the photo of a fabric',
  async () => (await import('../cloth/ClothPhotoDialog')).ClothPhotoDialog,
  'dialog',
);

/** Which print a motif is cut from: a fabric with its photo, or one that gets it now. */
export function PrintDialog({ project, onClose }: { project: Project; onClose: () => void }) {
  const printed = project.fabrics.filter((f) => f.photo);
  const [picked, setPicked] = useState<Fabric | null>(null);
  const fabric = project.fabrics.find((f) => f.id === picked?.id);
  if (fabric?.photo) return <MotifDialog project={project} fabric={fabric} onClose={onClose} />;
  if (fabric) return <ClothPhotoDialog project={project} fabric={fabric} onClose={() => setPicked(null)} />;
  return (
    <Dialog title="A motif of a print" onClose={onClose}>
      <p>
        {printed.length > 0
          ? 'Which print is it cut from?'
          : 'A motif is cut from the photo of a printed fabric. Choose the fabric, and give it its photo.'}
      </p>
      <div className={css.prints}>
        {(printed.length > 0 ? printed : project.fabrics).map((f) => (
          <Button
            key={f.id}
            icon={<ClothSwatch fabric={f} pictures={project.pictures} size={36} />}
            onClick={() => setPicked(f)}
          >
            {f.name}
          </Button>
        ))}
      </div>
    </Dialog>
  );
}
