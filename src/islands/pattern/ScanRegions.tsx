import { useEffect, useRef } from 'react';
import type { ScanPixels, TracedRegion } from '~/core/intake/drawing';
import css from './Dialogs.module.css';

/** What was traced, and the straightened sheet it was traced on. */
export interface TracedScan {
  readonly regions: readonly TracedRegion[];
  readonly flat: ScanPixels;
  readonly mmPerPixel: number;
}

/** The straightened sheet with what was traced on it. */
export function ScanRegions({
  found,
  kept,
  onToggle,
}: {
  found: TracedScan;
  kept: ReadonlySet<number>;
  onToggle: (i: number) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { flat, mmPerPixel } = found;
  useEffect(() => {
    canvas.current
      ?.getContext('2d')
      ?.putImageData(new ImageData(new Uint8ClampedArray(flat.data), flat.width, flat.height), 0, 0);
  }, [flat]);
  return (
    <div className={css.sheet}>
      <canvas ref={canvas} width={flat.width} height={flat.height} />
      <svg
        viewBox={`0 0 ${flat.width * mmPerPixel} ${flat.height * mmPerPixel}`}
        role="group"
        aria-label="Traced regions"
      >
        {found.regions.map((r, i) => (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: regions have no name but their rank by size
            key={i}
            className={css.region}
            d={r.outline}
            role="button"
            tabIndex={0}
            aria-pressed={kept.has(i)}
            aria-label={`Region ${i + 1}`}
            onClick={() => onToggle(i)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' || e.key === ' ') {
                e.preventDefault();
                onToggle(i);
              }
            }}
          />
        ))}
      </svg>
    </div>
  );
}
