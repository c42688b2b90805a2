import { useState } from 'react';
import { Button, FileDialog, LengthField } from '~/components';
import { formatLength } from '~/core/base/units';
import { type Fabric, newId, type Project } from '~/core/keep/model';
import { canvasToDataUrl, edit, editHere, readPicture } from '~/store';
import { dropUnused } from './drop-unused';
import css from './FabricChoice.module.css';

const PHOTO_PX = 1400;

/** Gives a fabric a photo of the user's own cloth, with how much cloth it shows: from then on pieces show it at true size. */
export function ClothPhotoDialog({
  project,
  fabric,
  onClose,
}: {
  project: Project;
  fabric: Fabric;
  onClose: () => void;
}) {
  const there = project.pictures.find((p) => p.id === fabric.photo?.pictureId);
  const [photo, setPhoto] = useState<{ dataUrl: string; widthPx: number; heightPx: number; name: string } | null>(
    there ?? null,
  );
  const [widthMm, setWidthMm] = useState(fabric.photo?.widthMm ?? 200);
  const [error, setError] = useState<string | null>(null);

  const take = async (file: File): Promise<void> => {
    const read = await readPicture(file, PHOTO_PX);
    if (!read.ok) {
      setError(read.message);
      return;
    }
    setError(null);
    setPhoto({
      dataUrl: canvasToDataUrl(read.canvas),
      widthPx: read.canvas.width,
      heightPx: read.canvas.height,
      name: file.name,
    });
  };
  const keep = (): void => {
    if (!photo) return;
    const refused = editHere((p) => {
      const f = p.fabrics.find((q) => q.id === fabric.id);
      if (!f) return;
      const same = p.pictures.find((q) => q.dataUrl === photo.dataUrl);
      const id = same?.id ?? newId();
      if (!same)
        p.pictures.push({
          id,
          name: photo.name.slice(0, 200),
          dataUrl: photo.dataUrl,
          widthPx: photo.widthPx,
          heightPx: photo.heightPx,
        });
      f.photo = { pictureId: id, widthMm };
      dropUnused(p);
    });
    if (refused) setError(refused);
    else onClose();
  };
  return (
    <FileDialog
      title={`A photo of ${fabric.name}`}
      lead="Lay the fabric flat in even light. Photograph it straight from above, with a ruler beside it. The pieces then show your fabric at its true size."
      label={photo ? 'Choose another photo' : 'Choose a photo'}
      accept="image/png,image/jpeg"
      onFile={(f) => void take(f)}
      error={error}
      actions={
        <>
          {fabric.photo && (
            <Button
              look="stop"
              onClick={() => {
                edit((p) => {
                  const f = p.fabrics.find((q) => q.id === fabric.id);
                  if (f) f.photo = null;
                  dropUnused(p);
                });
                onClose();
              }}
            >
              Remove the photo
            </Button>
          )}
          <Button look="go" disabled={!photo} onClick={keep}>
            Use this photo
          </Button>
        </>
      }
      onClose={onClose}
    >
      {photo && (
        <>
          <img className={css.photo} src={photo.dataUrl} alt={`${fabric.name} as you have it`} />
          <LengthField
            label="Width of fabric in the photo"
            hint={`Then it shows ${formatLength((widthMm * photo.heightPx) / photo.widthPx, project.units)} of its height.`}
            units={project.units}
            min={5}
            max={5000}
            value={widthMm}
            onChange={setWidthMm}
          />
        </>
      )}
    </FileDialog>
  );
}
