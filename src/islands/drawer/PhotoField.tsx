import { useState } from 'react';
import { Button, FilePick, Note } from '~/components';
import { newId, type Picture } from '~/core/keep/model';
import { attempt, canvasToDataUrl, keepDrawerPicture, readPicture } from '~/store';
import css from './Drawer.module.css';

const PHOTO_PX = 1400;

/** A photo kept in the Drawer: of a cloth, or of a leaflet. */
export function PhotoField({
  label,
  pictures,
  pictureId,
  onChange,
}: {
  label: string;
  pictures: readonly Picture[];
  pictureId: string | null;
  onChange: (pictureId: string | null) => void;
}) {
  const [error, setError] = useState<string | null>(null);
  const shown = pictures.find((p) => p.id === pictureId);
  const take = async (file: File): Promise<void> => {
    const read = await readPicture(file, PHOTO_PX);
    if (!read.ok) {
      setError(read.message);
      return;
    }
    setError(null);
    const kept = await attempt(() =>
      keepDrawerPicture({
        id: newId(),
        name: file.name.slice(0, 200),
        dataUrl: canvasToDataUrl(read.canvas),
        widthPx: read.canvas.width,
        heightPx: read.canvas.height,
      }),
    );
    if (kept.ok) onChange(kept.value);
    else setError(kept.words);
  };
  return (
    <div className={css.photo}>
      {shown && <img src={shown.dataUrl} alt={label} />}
      <div className={css.buttons}>
        <FilePick label={shown ? 'Another photo' : label} accept="image/png,image/jpeg" onFile={(f) => void take(f)} />
        {shown && (
          <Button look="stop" onClick={() => onChange(null)}>
            Remove the photo
          </Button>
        )}
      </div>
      {error && <Note stop>{error}</Note>}
    </div>
  );
}
