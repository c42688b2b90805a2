import { X } from 'lucide-react';
import { type PointerEvent, useRef, useState } from 'react';
import { arrowOf, Button, FileDialog } from '~/components';
import { meanColour, type Pixels } from '~/core/base/colour';
import { canvasToDataUrl, pixelsOf, readPicture } from '~/store';
import { spell } from '~/words';
import css from './PhotoColours.module.css';

const PHOTO_PX = 1400;

/** Half the side of the patch of a photo whose mean is taken, as a share of its width: woven threads are of many colours. */
const PATCH_SHARE = 0.012;
const STEP_SHARE = 0.02;

/**
 * Colours tapped on a photo of cloth: each tap takes the mean of a small patch.
 * @param one a single colour is wanted: the last tap counts
 */
export function PhotoColours({
  one = false,
  actions,
  onTake,
  onClose,
}: {
  one?: boolean;
  /** What the button that takes them says; given how many there are. */
  actions?: (count: number) => string;
  onTake: (colours: readonly string[]) => void;
  onClose: () => void;
}) {
  const [photo, setPhoto] = useState<{ url: string; pixels: Pixels } | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [spots, setSpots] = useState<readonly { x: number; y: number; colour: string }[]>([]);
  const [aim, setAim] = useState({ x: 0.5, y: 0.5 });
  const frame = useRef<HTMLDivElement>(null);

  const take = async (file: File): Promise<void> => {
    const read = await readPicture(file, PHOTO_PX);
    if (!read.ok) {
      setError(read.message);
      return;
    }
    setError(null);
    setSpots([]);
    setPhoto({ url: canvasToDataUrl(read.canvas), pixels: pixelsOf(read.canvas) });
  };
  const put = (x: number, y: number): void => {
    if (!photo) return;
    const spot = { x, y, colour: meanColour(photo.pixels, x, y, PATCH_SHARE) };
    setAim({ x, y });
    setSpots(one ? [spot] : [...spots, spot]);
  };
  const tapped = (e: PointerEvent): void => {
    const box = frame.current?.getBoundingClientRect();
    if (box) put((e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height);
  };
  return (
    <FileDialog
      title={one ? `A ${spell('colour')} from a photo` : `${spell('Colours')} from a photo`}
      lead={
        one
          ? `Tap the fabric on the photo. Daylight shows its ${spell('colour')} best.`
          : 'Lay the fabrics out in daylight and photograph them. Tap each fabric once.'
      }
      label={photo ? 'Another photo' : 'Choose a photo'}
      accept="image/png,image/jpeg"
      onFile={(f) => void take(f)}
      error={error}
      actions={
        <Button
          look="go"
          disabled={spots.length === 0}
          onClick={() => {
            onTake(spots.map((s) => s.colour));
            onClose();
          }}
        >
          {actions?.(spots.length) ?? `Use this ${spell('colour')}`}
        </Button>
      }
      onClose={onClose}
    >
      {photo && (
        <>
          <div
            ref={frame}
            className={css.photo}
            role="application"
            // biome-ignore lint/a11y/noNoninteractiveTabindex: aimed by pointer or by arrow keys in two directions, which no native element does
            tabIndex={0}
            aria-label="The photo: tap a fabric, or aim with the arrow keys and press Enter"
            onPointerUp={tapped}
            onKeyDown={(e) => {
              const way = arrowOf(e.key);
              if (way) {
                e.preventDefault();
                const inside = (v: number): number => Math.max(0, Math.min(1, v));
                setAim({
                  x: inside(aim.x + way[0] * STEP_SHARE),
                  y: inside(aim.y + way[1] * STEP_SHARE),
                });
              } else if (e.key === 'Enter' || e.key === ' ') {
                e.preventDefault();
                put(aim.x, aim.y);
              }
            }}
          >
            <img src={photo.url} alt="" draggable={false} />
            <span className={css.aim} style={{ left: `${aim.x * 100}%`, top: `${aim.y * 100}%` }} />
            {spots.map((s, i) => (
              <span
                // biome-ignore lint/suspicious/noArrayIndexKey: taps are known by their order
                key={i}
                className={css.spot}
                style={{ left: `${s.x * 100}%`, top: `${s.y * 100}%`, background: s.colour }}
              />
            ))}
          </div>
          <ul className={css.taken} aria-label={`${spell('Colours')} taken`}>
            {spots.map((s, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: as above
              <li key={i} data-colour={s.colour}>
                <i style={{ background: s.colour }} aria-hidden="true" />
                {s.colour}
                <Button
                  look="plain"
                  icon={<X size={16} />}
                  label={`Leave ${s.colour} out`}
                  onClick={() => setSpots(spots.filter((_, k) => k !== i))}
                />
              </li>
            ))}
          </ul>
        </>
      )}
    </FileDialog>
  );
}
