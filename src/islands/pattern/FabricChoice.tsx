import { Camera, Lasso } from 'lucide-react';
import { lazy, Suspense, useId, useState } from 'react';
import { Button, ClothSwatch } from '~/components';
import type { Project } from '~/core/model';
import { ClothPhotoDialog } from './ClothPhotoDialog';
import css from './Pattern.module.css';

const MotifDialog = lazy(async () => ({ default: (await import('./MotifDialog')).MotifDialog }));

/** The project's cloth, laid out to pick one; the one picked can be given a photo of the real cloth. */
export function FabricChoice({
  label,
  project,
  value,
  onChange,
}: {
  label: string;
  project: Project;
  value: string;
  onChange: (id: string) => void;
}) {
  const name = useId();
  const [photo, setPhoto] = useState(false);
  const [motif, setMotif] = useState(false);
  const picked = project.fabrics.find((f) => f.id === value);
  return (
    <div className={css.section}>
      <fieldset className={css.fabrics}>
        <legend>{label}</legend>
        {project.fabrics.map((f) => (
          <label key={f.id} className={css.fabric}>
            <input type="radio" name={name} value={f.id} checked={f.id === value} onChange={() => onChange(f.id)} />
            <ClothSwatch fabric={f} pictures={project.pictures} size={34} />
            <span>{f.name}</span>
          </label>
        ))}
      </fieldset>
      {picked && (
        <Button look="plain" icon={<Camera size={18} />} onClick={() => setPhoto(true)}>
          {picked.photo ? 'Change the photo of this cloth' : 'Use a photo of this cloth'}
        </Button>
      )}
      {picked?.photo && (
        <Button look="plain" icon={<Lasso size={18} />} onClick={() => setMotif(true)}>
          Cut a motif from its print
        </Button>
      )}
      {photo && picked && <ClothPhotoDialog project={project} fabric={picked} onClose={() => setPhoto(false)} />}
      <Suspense>
        {motif && picked && <MotifDialog project={project} fabric={picked} onClose={() => setMotif(false)} />}
      </Suspense>
    </div>
  );
}
