import { useState } from 'react';
import { Button, FieldChoice, FileDialog, LengthField } from '~/components';
import type { Point } from '~/core/base/shape';
import type { DisplayUnits } from '~/core/base/units';
import { distanceOnSheet, sheetSize, type WantedRegions } from '~/core/intake/drawing';
import { LIMITS, type Project } from '~/core/keep/model';
import { canvasToDataUrl, pixelsOf, readPicture } from '~/store';
import { spell } from '~/words';
import { useDrawingJob } from '../project/useDrawingJob';
import css from './Dialogs.module.css';
import { type Scan, ScanGrips } from './ScanGrips';
import { ScanRegions, type TracedScan } from './ScanRegions';
import { layScan } from './scan-lay';

/** Enough for a fifth of a millimetre on an A4 sheet, and quick to trace. */
const SCAN_PX = 1400;
/** Two points nearer than this cannot be measured by. */
const LEAST_PX = 20;
/** What to do when nothing was found. */
const NOTHING_FOUND: Readonly<Record<ScanWanted, string>> = {
  inside: 'No line closes around anything here. Draw the lines thicker and closed, or use the dark shapes instead.',
  dark: 'Nothing dark stands out from the paper. Use a darker pen, or better light.',
  colours: 'Nothing stands out from the paper. Fill the areas more evenly, or use what lines enclose instead.',
};
type ScanWanted = WantedRegions | 'colours';

/** A drawing on paper: straightened by its corners, measured between two points, traced; its regions become pieces and the picture an underlay. */
export function ScanDialog({ project, onClose }: { project: Project; onClose: () => void }) {
  const [scan, setScan] = useState<Scan | null>(null);
  const [corners, setCorners] = useState<Point[]>([]);
  const [ends, setEnds] = useState<[Point, Point]>([
    { x: 0, y: 0 },
    { x: 1, y: 0 },
  ]);
  const [knownMm, setKnownMm] = useState(200);
  const [wanted, setWanted] = useState<ScanWanted>('inside');
  const [base, setBase] = useState<'inlaid' | 'whole'>('whole');
  const [smooth, setSmooth] = useState(0.5);
  const { share, error, setError, run, cancel } = useDrawingJob();
  const [found, setFound] = useState<TracedScan | null>(null);
  const [kept, setKept] = useState<ReadonlySet<number>>(new Set());
  const u = project.units;

  const take = async (file: File): Promise<void> => {
    const read = await readPicture(file, SCAN_PX);
    if (!read.ok) {
      setError(read.message);
      return;
    }
    const { width: w, height: h } = read.canvas;
    setError(null);
    setFound(null);
    setScan({ name: file.name, canvas: read.canvas, url: canvasToDataUrl(read.canvas) });
    setCorners([
      { x: 0, y: 0 },
      { x: w, y: 0 },
      { x: w, y: h },
      { x: 0, y: h },
    ]);
    setEnds([
      { x: w * 0.2, y: h * 0.9 },
      { x: w * 0.8, y: h * 0.9 },
    ]);
  };

  const trace = async (): Promise<void> => {
    if (!scan) return;
    setError(null);
    const size = sheetSize(corners);
    const px = distanceOnSheet(corners, ends);
    if (px < LEAST_PX) {
      setError('The two points are too close to measure by. Put them as far apart as you can.');
      return;
    }
    const mmPerPixel = knownMm / px;
    const image = pixelsOf(scan.canvas);
    const wish = {
      pixels: { width: image.width, height: image.height, data: image.data },
      corners,
      widthPx: size.width,
      heightPx: size.height,
      mmPerPixel,
      wanted,
      smooth,
    };
    const result = await run(async (api, onProgress) => await api.scan(wish, onProgress));
    if (!result) return;
    if (!result.ok) {
      setError(result.message);
      return;
    }
    if (result.regions.length === 0) {
      setError(NOTHING_FOUND[wanted]);
      return;
    }
    setFound({ regions: result.regions, flat: result.flat, mmPerPixel });
    setKept(new Set(result.regions.map((_, i) => i)));
  };

  const lay = (): void => {
    if (!found || !scan) return;
    const refused = layScan(project, { name: scan.name, found, kept, whole: base === 'whole' });
    if (refused) setError(refused);
    else onClose();
  };

  return (
    <FileDialog
      title="A scan or photo"
      wide
      lead={
        !scan && 'A drawing on white paper, in dark closed lines, traces best. Photograph it from above, in even light.'
      }
      label={scan ? 'Choose another picture' : 'Choose a PNG or JPEG'}
      accept="image/png,image/jpeg"
      onFile={(f) => void take(f)}
      sample={scan ? undefined : async () => (await import('../project/samples')).sampleScan()}
      error={error}
      working={{ label: 'Tracing the picture', share, onCancel: cancel }}
      actions={
        found && (
          <Button look="go" disabled={kept.size === 0} onClick={lay}>
            {kept.size === 1 ? 'Add piece' : 'Add pieces'}
          </Button>
        )
      }
      onClose={onClose}
    >
      {scan && (
        <div className={css.columns}>
          {found ? (
            <ScanRegions found={found} kept={kept} onToggle={(i) => setKept(toggled(kept, i))} />
          ) : (
            <ScanGrips scan={scan} corners={corners} ends={ends} onCorners={setCorners} onEnds={setEnds} />
          )}
          <div className={css.form}>
            {found ? (
              <>
                <p>
                  {found.regions.length === 1
                    ? `The one region is ${kept.size === 1 ? 'kept' : 'left out'}.`
                    : `${kept.size} of ${found.regions.length} regions ${kept.size === 1 ? 'is' : 'are'} kept.`}{' '}
                  Tap a region to keep it or leave it out.
                </p>
                <FieldChoice
                  label="A region inside another"
                  value={base}
                  options={[
                    { value: 'whole', label: 'goes on a whole base' },
                    { value: 'inlaid', label: 'fills the hole' },
                  ]}
                  onChange={setBase}
                />
                <Button onClick={() => setFound(null)}>Back to corners and scale</Button>
              </>
            ) : (
              <ScanFields
                units={u}
                knownMm={knownMm}
                onKnown={setKnownMm}
                wanted={wanted}
                onWanted={setWanted}
                smooth={smooth}
                onSmooth={setSmooth}
                busy={share !== null}
                onTrace={() => void trace()}
              />
            )}
          </div>
        </div>
      )}
    </FileDialog>
  );
}

/** The scale of a scan, and what in it is a piece. */
function ScanFields({
  units,
  knownMm,
  onKnown,
  wanted,
  onWanted,
  smooth,
  onSmooth,
  busy,
  onTrace,
}: {
  units: DisplayUnits;
  /** The distance between the two points, mm. */
  knownMm: number;
  onKnown: (mm: number) => void;
  wanted: ScanWanted;
  onWanted: (wanted: ScanWanted) => void;
  smooth: number;
  onSmooth: (share: number) => void;
  busy: boolean;
  onTrace: () => void;
}) {
  return (
    <>
      <p>
        Drag the four corners onto the corners of the sheet. Put the two round points on places whose distance you know,
        like the ends of a ruler.
      </p>
      <LengthField
        label="Distance between them"
        units={units}
        min={5}
        max={LIMITS.reachMm}
        value={knownMm}
        onChange={onKnown}
      />
      <FieldChoice
        label="What is a piece?"
        value={wanted}
        options={[
          { value: 'inside', label: 'what lines enclose' },
          { value: 'dark', label: 'the dark shapes' },
          { value: 'colours', label: `every ${spell('coloured')} area` },
        ]}
        onChange={onWanted}
      />
      <label className={css.range}>
        Smooth the lines
        <input
          type="range"
          min="0"
          max="1"
          step="0.05"
          value={smooth}
          onChange={(e) => onSmooth(Number(e.target.value))}
        />
      </label>
      <Button look="go" disabled={busy} onClick={onTrace}>
        Trace it
      </Button>
    </>
  );
}

const toggled = (set: ReadonlySet<number>, i: number): Set<number> => {
  const next = new Set(set);
  if (!next.delete(i)) next.add(i);
  return next;
};
