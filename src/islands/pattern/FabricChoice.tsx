import { Camera } from 'lucide-react';
import { useId, useState } from 'react';
import { Button, ClothSwatch } from '~/components';
import type { Project } from '~/core/model';
import { ClothPhotoDialog } from './ClothPhotoDialog';
import css from './Pattern.module.css';

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
      {photo && picked && <ClothPhotoDialog project={project} fabric={picked} onClose={() => setPhoto(false)} />}
    </div>
  );
}
