import { Archive, Camera, Images, Lasso, Plus } from 'lucide-react';
import { useId, useState } from 'react';
import { Button, ClothSwatch, lazily } from '~/components';
import { newCloths } from '~/core/keep/drawer';
import { newId, type Project } from '~/core/keep/model';
import { colourAndKind } from '~/words';
import css from './FabricChoice.module.css';
import { keepCloths } from './keep';

const ClothPhotoDialog = lazily(
  'a photo of the fabric',
  async () => (await import('./ClothPhotoDialog')).ClothPhotoDialog,
  'dialog',
);
const MotifDialog = lazily(
  'cutting a motif',
  async () => (await import('../pattern/MotifDialog')).MotifDialog,
  'dialog',
);
const NewClothDialog = lazily('a new fabric', async () => (await import('./NewClothDialog')).NewClothDialog, 'dialog');
const DrawerClothDialog = lazily(
  'the Drawer',
  async () => (await import('./DrawerClothDialog')).DrawerClothDialog,
  'dialog',
);
const PhotoColours = lazily(
  'picking from a photo',
  async () => (await import('./PhotoColours')).PhotoColours,
  'dialog',
);

/** Cloths tapped on a photo are taken for plain cotton, the commonest; each can be changed in the Drawer. */
const PILE_CLOTH = 'quilting-cotton';

/** The project's cloth, laid out to pick one; more from the Drawer, new, or from a photo of the pile. The one picked can be given a photo of the real cloth. */
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
  const [open, setOpen] = useState<'photo' | 'motif' | 'new' | 'drawer' | 'pile' | null>(null);
  const close = (): void => setOpen(null);
  const picked = project.fabrics.find((f) => f.id === value);
  return (
    <div className={css.choice}>
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
      <div className={css.more}>
        <Button icon={<Plus size={18} />} onClick={() => setOpen('new')}>
          New fabric
        </Button>
        <Button icon={<Archive size={18} />} onClick={() => setOpen('drawer')}>
          From the Drawer
        </Button>
        <Button icon={<Images size={18} />} onClick={() => setOpen('pile')}>
          From a photo
        </Button>
        {picked && (
          <Button look="plain" icon={<Camera size={18} />} onClick={() => setOpen('photo')}>
            {picked.photo ? 'Change the photo of this fabric' : 'Use a photo of this fabric'}
          </Button>
        )}
        {picked?.photo && (
          <Button look="plain" icon={<Lasso size={18} />} onClick={() => setOpen('motif')}>
            Cut a motif from its print
          </Button>
        )}
      </div>
      {open === 'photo' && picked && <ClothPhotoDialog project={project} fabric={picked} onClose={close} />}
      {open === 'motif' && picked && <MotifDialog project={project} fabric={picked} onClose={close} />}
      {open === 'new' && (
        <NewClothDialog
          taken={project.fabrics.map((f) => f.name)}
          onCloth={(cloth) => keepCloths([cloth], onChange)}
          onClose={close}
        />
      )}
      {open === 'drawer' && <DrawerClothDialog project={project} onCloth={onChange} onClose={close} />}
      {open === 'pile' && (
        <PhotoColours
          actions={(n) => (n === 1 ? 'Use this fabric' : `Use these ${n} fabrics`)}
          onTake={(colours) => {
            const taken = project.fabrics.map((f) => f.name);
            keepCloths(newCloths(colours.map(newId), PILE_CLOTH, colours, taken, colourAndKind), onChange);
          }}
          onClose={close}
        />
      )}
    </div>
  );
}
