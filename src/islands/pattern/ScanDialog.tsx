import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { Button, Choice, Dialog, FilePick, LengthField, Note, Progress } from '~/components';
import { pieceInMiddle } from '~/core/arrange';
import { homography, type Pixels, project as projectPoint, type TracedRegion, type Wanted } from '~/core/drawing';
import { nth } from '~/core/lists';
import { LIMITS, type Project } from '~/core/model';
import { boundsOf, centreOf, type Point, regionOf } from '~/core/shape';
import { canvasToDataUrl, editHere, pixelsOf, readPicture, selectAll } from '~/store';
import { useDrawingJob } from '../project/useDrawingJob';
import { dropUnused } from './ClothPhotoDialog';
import css from './Dialogs.module.css';
import { newId, usualFabric } from './edits';

/** Enough for a fifth of a millimetre on an A4 sheet, and quick to trace. */
const SCAN_PX = 1400;

interface Scan {
  readonly name: string;
  readonly canvas: HTMLCanvasElement;
  readonly url: string;
}

/** A drawing on paper: straightened by its corners, measured between two points, traced; its regions become pieces and the picture an underlay. */
export function ScanDialog({ project, onClose }: { project: Project; onClose: () => void }) {
  const [scan, setScan] = useState<Scan | null>(null);
  const [corners, setCorners] = useState<Point[]>([]);
  const [ends, setEnds] = useState<[Point, Point]>([
    { x: 0, y: 0 },
    { x: 1, y: 0 },
  ]);
  const [knownMm, setKnownMm] = useState(200);
  const [wanted, setWanted] = useState<Wanted>('inside');
  const [smooth, setSmooth] = useState(0.5);
  const { share, error, setError, run, cancel } = useDrawingJob();
  const [found, setFound] = useState<{ regions: TracedRegion[]; flat: Pixels; mmPerPixel: number } | null>(null);
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
    // The two points lie on the tilted photo: their distance is measured on the straightened sheet.
    const onSheet = ends.map((p) => flatPoint(corners, size, p));
    const px = Math.hypot(nth(onSheet, 1).x - nth(onSheet, 0).x, nth(onSheet, 1).y - nth(onSheet, 0).y);
    if (px < 20) {
      setError('The two points lie too near to one another to measure by. Set them as far apart as you can.');
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
      setError(
        wanted === 'inside'
          ? 'No line closes round anything here. Draw the lines thicker and closed, or take the dark shapes instead.'
          : 'Nothing dark stands out from the paper. Use a darker pen or better light.',
      );
      return;
    }
    setFound({ regions: result.regions, flat: result.flat, mmPerPixel });
    setKept(new Set(result.regions.map((_, i) => i)));
  };

  const lay = (): void => {
    if (!found || !scan) return;
    const regions = found.regions.filter((_, i) => kept.has(i));
    const w = found.flat.width * found.mmPerPixel;
    const h = found.flat.height * found.mmPerPixel;
    const left = (project.ground.widthMm - w) / 2;
    const top = (project.ground.heightMm - h) / 2;
    const fabricId = usualFabric(project);
    const ids: string[] = [];
    const flat = document.createElement('canvas');
    flat.width = found.flat.width;
    flat.height = found.flat.height;
    flat
      .getContext('2d')
      ?.putImageData(new ImageData(new Uint8ClampedArray(found.flat.data), flat.width, flat.height), 0, 0);
    const refused = editHere((p) => {
      regions.forEach((r, i) => {
        const c = centreOf(boundsOf(regionOf(r.outline)));
        const id = newId();
        p.pieces.push(
          pieceInMiddle(r.outline, { x: left + c.x, y: top + c.y }, { id, label: `Traced ${i + 1}`, fabricId }),
        );
        p.order.push(id);
        ids.push(id);
      });
      const pictureId = newId();
      p.pictures.push({
        id: pictureId,
        name: scan.name.slice(0, 200),
        dataUrl: canvasToDataUrl(flat),
        widthPx: flat.width,
        heightPx: flat.height,
      });
      p.underlay = {
        pictureId,
        widthMm: Math.min(w, LIMITS.reachMm),
        at: { xMm: left, yMm: top, rotateDeg: 0 },
        shown: true,
      };
      dropUnused(p);
    });
    if (refused) {
      setError(refused);
      return;
    }
    selectAll(ids);
    onClose();
  };

  return (
    <Dialog title="A scan or photo" wide onClose={onClose}>
      <div className={css.form}>
        {!scan && (
          <p>A drawing on white paper, in dark closed lines, traces best. Photograph it from above in even light.</p>
        )}
        <FilePick
          label={scan ? 'Choose another picture' : 'Choose a PNG or JPEG'}
          accept="image/png,image/jpeg"
          onFile={(f) => void take(f)}
        />
        {error && <Note stop>{error}</Note>}
        {share !== null && <Progress label="Tracing the picture" share={share} onCancel={cancel} />}
        {scan && (
          <div className={css.columns}>
            {found ? (
              <Regions found={found} kept={kept} onToggle={(i) => setKept(toggled(kept, i))} />
            ) : (
              <Grips scan={scan} corners={corners} ends={ends} onCorners={setCorners} onEnds={setEnds} />
            )}
            <div className={css.form}>
              {found ? (
                <>
                  <p>
                    {kept.size} of {found.regions.length} regions are kept. Click a region to keep it or leave it out.
                  </p>
                  <Button onClick={() => setFound(null)}>Back to corners and scale</Button>
                </>
              ) : (
                <>
                  <p>
                    Drag the four corners onto the corners of the sheet. Then set the two round points on two places
                    whose distance you know, such as the ends of a ruler.
                  </p>
                  <LengthField
                    label="Their distance"
                    units={u}
                    min={5}
                    max={LIMITS.reachMm}
                    value={knownMm}
                    onChange={setKnownMm}
                  />
                  <Choice
                    label="What is a piece?"
                    value={wanted}
                    options={[
                      { value: 'inside', label: 'what lines enclose' },
                      { value: 'dark', label: 'the dark shapes' },
                    ]}
                    onChange={setWanted}
                  />
                  <label className={css.range}>
                    Iron out wobbles
                    <input
                      type="range"
                      min="0"
                      max="1"
                      step="0.05"
                      value={smooth}
                      onChange={(e) => setSmooth(Number(e.target.value))}
                    />
                  </label>
                  <Button look="go" disabled={share !== null} onClick={() => void trace()}>
                    Trace it
                  </Button>
                </>
              )}
            </div>
          </div>
        )}
      </div>
      <div className={css.actions}>
        <Button onClick={onClose}>Cancel</Button>
        {found && (
          <Button look="go" disabled={kept.size === 0} onClick={lay}>
            Lay {kept.size === 1 ? 'it' : 'them'} on the ground
          </Button>
        )}
      </div>
    </Dialog>
  );
}

const toggled = (set: ReadonlySet<number>, i: number): Set<number> => {
  const next = new Set(set);
  if (!next.delete(i)) next.add(i);
  return next;
};

/** The straightened sheet's size in pixels: the mean of its opposite sides. */
function sheetSize(c: readonly Point[]): { width: number; height: number } {
  const side = (a: number, b: number): number => Math.hypot(nth(c, a).x - nth(c, b).x, nth(c, a).y - nth(c, b).y);
  return {
    width: Math.max(16, Math.round((side(0, 1) + side(2, 3)) / 2)),
    height: Math.max(16, Math.round((side(1, 2) + side(3, 0)) / 2)),
  };
}

/** Where a point of the photo lies on the straightened sheet. */
function flatPoint(c: readonly Point[], size: { width: number; height: number }, p: Point): Point {
  const m = homography(c, [
    { x: 0, y: 0 },
    { x: size.width, y: 0 },
    { x: size.width, y: size.height },
    { x: 0, y: size.height },
  ]);
  return m ? projectPoint(m, p) : p;
}

/** The photo with its four corner grips and the two points of the known distance. */
function Grips({
  scan,
  corners,
  ends,
  onCorners,
  onEnds,
}: {
  scan: Scan;
  corners: Point[];
  ends: [Point, Point];
  onCorners: (c: Point[]) => void;
  onEnds: (e: [Point, Point]) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef<{ kind: 'corner' | 'end'; index: number } | null>(null);
  const { width: w, height: h } = scan.canvas;
  const put = (kind: 'corner' | 'end', index: number, to: Point): void => {
    const p = { x: Math.max(0, Math.min(w, to.x)), y: Math.max(0, Math.min(h, to.y)) };
    if (kind === 'corner') onCorners(corners.map((c, i) => (i === index ? p : c)));
    else onEnds(index === 0 ? [p, ends[1]] : [ends[0], p]);
  };
  const move = (e: PointerEvent): void => {
    const m = svg.current?.getScreenCTM();
    if (!held.current || !m) return;
    const { x, y } = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    put(held.current.kind, held.current.index, { x, y });
  };
  const r = Math.max(w, h) / 45;
  const grip = (kind: 'corner' | 'end', index: number, p: Point) => (
    <circle
      key={`${kind}${index}`}
      className={css.grip}
      cx={p.x}
      cy={p.y}
      r={kind === 'corner' ? r : r * 0.7}
      role="slider"
      tabIndex={0}
      aria-label={kind === 'corner' ? `Corner ${index + 1}` : `End ${index + 1} of the known distance`}
      aria-valuenow={Math.round(p.x)}
      aria-valuetext={`${Math.round(p.x)}, ${Math.round(p.y)}`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        held.current = { kind, index };
      }}
      onKeyDown={(e) => {
        const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
        if (!by) return;
        e.preventDefault();
        const step = e.shiftKey ? 20 : 2;
        put(kind, index, { x: p.x + nth(by, 0) * step, y: p.y + nth(by, 1) * step });
      }}
    />
  );
  return (
    <div className={css.sheet} onPointerMove={move} onPointerUp={() => (held.current = null)}>
      <img src={scan.url} alt={scan.name} draggable={false} />
      <svg ref={svg} viewBox={`0 0 ${w} ${h}`} role="group" aria-label="Corners and known distance">
        <polygon points={corners.map((c) => `${c.x},${c.y}`).join(' ')} />
        <line
          x1={ends[0].x}
          y1={ends[0].y}
          x2={ends[1].x}
          y2={ends[1].y}
          stroke="#c0301b"
          strokeWidth={r / 5}
          strokeDasharray={`${r / 2} ${r / 3}`}
        />
        {corners.map((c, i) => grip('corner', i, c))}
        {ends.map((p, i) => grip('end', i, p))}
      </svg>
    </div>
  );
}

/** The straightened sheet with what was traced on it. */
function Regions({
  found,
  kept,
  onToggle,
}: {
  found: { regions: TracedRegion[]; flat: Pixels; mmPerPixel: number };
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
