import { type PointerEvent, useRef, useState } from 'react';
import { Button, Dialog, LengthField, Note, Progress } from '~/components';
import { boundsOf, centreOf, type Point, regionOf } from '~/core/base/shape';
import { formatArea, formatLength } from '~/core/base/units';
import { pieceInMiddle } from '~/core/intake/arrange';
import { type MotifResult, type MotifWish, yieldOf } from '~/core/intake/drawing';
import { type Fabric, type Picture, type Project, stockMm2 } from '~/core/keep/model';
import { dataUrlToCanvas, editHere, pixelsOf, selectAll } from '~/store';
import { useDrawingJob } from '../project/useDrawingJob';
import css from './Dialogs.module.css';
import { articleInHand, middleInHand, newId } from './edits';

/** A pointer that moved less than this has tapped, pixels of the photo. */
const TAP_PX = 12;

/** Cuts a motif from the photo of a printed cloth: a tap finds what stands out there, a loop takes what lies within it. */
export function MotifDialog({ project, fabric, onClose }: { project: Project; fabric: Fabric; onClose: () => void }) {
  const photo = project.pictures.find((p) => p.id === fabric.photo?.pictureId);
  const [pick, setPick] = useState<MotifWish['pick'] | null>(null);
  const [marginMm, setMargin] = useState(1);
  const [smoothMm, setSmooth] = useState(1);
  const [tolerance, setTolerance] = useState(0.35);
  const [holes, setHoles] = useState(false);
  const [found, setFound] = useState<Extract<MotifResult, { ok: true }> | null>(null);
  const { share, error, setError, run, cancel } = useDrawingJob();
  const u = project.units;
  if (!photo || !fabric.photo) return null;
  const mmPerPixel = fabric.photo.widthMm / photo.widthPx;
  const highMm = photo.heightPx * mmPerPixel;

  const look = async (wish: Partial<Omit<MotifWish, 'pixels' | 'mmPerPixel'>>): Promise<void> => {
    const where = wish.pick ?? pick;
    if (!where) return;
    setPick(where);
    const canvas = await dataUrlToCanvas(photo.dataUrl);
    const image = pixelsOf(canvas);
    const result = await run(
      async (api) =>
        await api.motif({
          pixels: { width: image.width, height: image.height, data: image.data },
          mmPerPixel,
          marginMm,
          smoothMm,
          tolerance,
          holes,
          ...wish,
          pick: where,
        }),
    );
    if (!result) return;
    setFound(result.ok ? result : null);
    if (!result.ok) setError(result.message);
  };
  const lay = (): void => {
    if (!found) return;
    const id = newId();
    const refused = editHere((p) => {
      const c = centreOf(boundsOf(regionOf(found.outline)));
      const piece = pieceInMiddle(found.outline, middleInHand(p), {
        id,
        label: `Motif of ${fabric.name}`.slice(0, 200),
        fabricId: fabric.id,
        articleId: articleInHand(p).id,
      });
      // The photo's corner lies where it lay, so that the print falls into place by itself.
      p.pieces.push({ ...piece, route: 'cut-from-print', print: { xMm: -c.x, yMm: -c.y, rotateDeg: 0 } });
      p.order.push(id);
    });
    if (refused) {
      setError(refused);
      return;
    }
    selectAll([id]);
    onClose();
  };
  const haveMm2 = stockMm2(fabric);
  const box = found && boundsOf(regionOf(found.outline));
  return (
    <Dialog title={`A motif of ${fabric.name}`} wide onClose={onClose}>
      <div className={css.columns}>
        <div className={css.form}>
          <p>Tap the motif, or draw a loop around it.</p>
          <PrintPhoto
            photo={photo}
            mmPerPixel={mmPerPixel}
            found={found?.outline ?? null}
            onPick={(p) => void look({ pick: p })}
          >
            {`The print of ${fabric.name}`}
          </PrintPhoto>
          {share !== null && <Progress label="Reading the print" share={share} onCancel={cancel} />}
          {error && <Note stop>{error}</Note>}
        </div>
        <div className={css.form}>
          <LengthField
            label="Cut outside the motif by"
            units={u}
            min={0}
            max={5}
            value={marginMm}
            onChange={(mm) => {
              setMargin(mm);
              void look({ marginMm: mm });
            }}
          />
          <label className={css.range}>
            Smooth the outline
            <input
              type="range"
              min="0"
              max="4"
              step="0.25"
              value={smoothMm}
              onChange={(e) => setSmooth(Number(e.target.value))}
              onPointerUp={() => void look({})}
              onKeyUp={() => void look({})}
            />
          </label>
          <label className={css.range}>
            Contrast to its background
            <input
              type="range"
              min="0"
              max="1"
              step="0.05"
              value={tolerance}
              onChange={(e) => setTolerance(Number(e.target.value))}
              onPointerUp={() => void look({})}
              onKeyUp={() => void look({})}
            />
          </label>
          <label className={css.tick}>
            <input
              type="checkbox"
              checked={holes}
              onChange={(e) => {
                setHoles(e.target.checked);
                void look({ holes: e.target.checked });
              }}
            />
            Cut the holes too
          </label>
          {found && box && (
            <p className={css.lead} role="status">
              {formatLength(box.maxX - box.minX, u)} wide, {formatLength(box.maxY - box.minY, u)} high,{' '}
              {formatArea(found.areaMm2, u)} of fabric.{' '}
              {found.alike === 1 ? 'The photo shows it once' : `The photo shows about ${found.alike} like it`}
              {haveMm2 > 0
                ? `; the fabric in stock yields about ${yieldOf(found.alike, fabric.photo.widthMm * highMm, haveMm2)} (estimated).`
                : '.'}
            </p>
          )}
          <p className={css.lead}>
            It is cut from its printed side, as seen. Its web goes behind it as a separate patch, so it is on no tracing
            sheet.
          </p>
        </div>
      </div>
      <div className={css.actions}>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="go" disabled={!found} onClick={lay}>
          Add motif
        </Button>
      </div>
    </Dialog>
  );
}

/** The photo of a print: tapped, or gone round in a loop. */
function PrintPhoto({
  photo,
  mmPerPixel,
  found,
  onPick,
  children,
}: {
  photo: Picture;
  mmPerPixel: number;
  /** The outline that was found, path data in mm. */
  found: string | null;
  onPick: (pick: MotifWish['pick']) => void;
  /** What it shows. */
  children: string;
}) {
  const [loop, setLoop] = useState<readonly Point[]>([]);
  const svg = useRef<SVGSVGElement>(null);
  const drawing = useRef<Point[] | null>(null);
  const at = (e: PointerEvent): Point => {
    const m = svg.current?.getScreenCTM();
    if (!m) return { x: 0, y: 0 };
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    return { x: p.x, y: p.y };
  };
  return (
    <svg
      ref={svg}
      className={css.motif}
      viewBox={`0 0 ${photo.widthPx} ${photo.heightPx}`}
      role="img"
      aria-label={children}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        drawing.current = [at(e)];
        setLoop([]);
      }}
      onPointerMove={(e) => {
        if (!drawing.current) return;
        drawing.current.push(at(e));
        setLoop([...drawing.current]);
      }}
      onPointerUp={() => {
        const points = drawing.current;
        drawing.current = null;
        if (!points?.[0]) return;
        const b = boundsOf([points]);
        const tapped = Math.max(b.maxX - b.minX, b.maxY - b.minY) < TAP_PX;
        if (tapped) setLoop([]);
        onPick(tapped ? { at: points[0] } : { loop: points });
      }}
    >
      <image href={photo.dataUrl} width={photo.widthPx} height={photo.heightPx} />
      {loop.length > 1 && <path className={css.loop} d={line(loop)} />}
      {found && <path className={css.cutLine} d={found} transform={`scale(${1 / mmPerPixel})`} data-motif="" />}
    </svg>
  );
}
const line = (points: readonly Point[]): string => `M${points.map((p) => `${p.x} ${p.y}`).join('L')}`;
