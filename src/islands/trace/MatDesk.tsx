import { FileDown, RotateCw, Slice } from 'lucide-react';
import { type PointerEvent, useMemo, useRef, useState } from 'react';
import { arrowOf, Button, Empty, FieldChoice, LengthField, Note } from '~/components';
import { labelSpot, printRegion } from '~/core/base/shape';
import { formatSize, MM_PER } from '~/core/base/units';
import { type Mat, type MatCloth, matsOf, patchesOf, putCloth, putShape, WEB_INSIDE_MM } from '~/core/cut/layout';
import type { Plan, Project } from '~/core/keep/model';
import { CUT_FORMATS, type CutFormat, matFile, shapesOnMat } from '~/core/print/sheet';
import { download, edit } from '~/store';
import css from './MatDesk.module.css';

const TYPES: Readonly<Record<CutFormat, string>> = { dxf: 'image/vnd.dxf', svg: 'image/svg+xml' };

/** Mats as they are sold; any other is one’s own. */
const SIZES = [
  { value: 'square', label: '12 × 12 in', widthMm: 12 * MM_PER.in, heightMm: 12 * MM_PER.in },
  { value: 'long', label: '12 × 24 in', widthMm: 24 * MM_PER.in, heightMm: 12 * MM_PER.in },
] as const;
const NEAR_MM = 1;
const sizeOf = (mat: Project['mat']): string =>
  SIZES.find((s) => Math.abs(s.widthMm - mat.widthMm) < NEAR_MM && Math.abs(s.heightMm - mat.heightMm) < NEAR_MM)
    ?.value ?? 'own';

/** What is in hand on a mat: a cloth, or a shape on it. */
interface Held {
  readonly mat: number;
  readonly patchId: string;
  readonly shape: { readonly id: string; readonly copy: number } | null;
}
const same = (a: Held | null, b: Held): boolean =>
  a !== null && a.patchId === b.patchId && a.shape?.id === b.shape?.id && a.shape?.copy === b.shape?.copy;

/** The cutting machine’s mats: several cloths on each, their shapes on them, a file for each in the order of cutting. */
export function MatDesk({ project, plan, onCut }: { project: Project; plan: Plan; onCut: (mat: Mat) => void }) {
  const { mat, units } = project;
  const mats = useMemo(() => matsOf(project, patchesOf(project, plan).patches), [project, plan]);
  const [held, setHeld] = useState<Held | null>(null);
  const [noRoom, setNoRoom] = useState(false);
  const nameOf = (id: string): string => project.fabrics.find((f) => f.id === id)?.name ?? 'cloth';
  const webOf = (id: string): string => project.webs.find((w) => w.id === id)?.name ?? 'web';

  /** Moves what is in hand by so much, or turns it: where there is room. */
  const move = (what: Held, by: { xMm: number; yMm: number; turnDeg: number }): void => {
    const on = mats.find((m) => m.number === what.mat);
    const cloth = on?.cloths.find((c) => c.patch.id === what.patchId);
    if (!on || !cloth) return;
    let moved = false;
    edit(
      (p) => {
        moved = what.shape
          ? putShape(p, plan, cloth, what.shape, by)
          : putCloth(p, on, cloth, { xMm: cloth.xMm + by.xMm, yMm: cloth.yMm + by.yMm });
      },
      { what: 'mat', ids: [what.patchId, what.shape?.id ?? '', String(what.shape?.copy ?? '')] },
    );
    setNoRoom(!moved);
  };

  return (
    <div className={css.desk}>
      <div className={css.settings}>
        <FieldChoice
          label="The mat"
          value={sizeOf(mat) === 'own' ? null : (sizeOf(mat) as (typeof SIZES)[number]['value'])}
          options={SIZES}
          onChange={(v) =>
            edit((p) => {
              const size = SIZES.find((s) => s.value === v);
              if (size) p.mat = { ...p.mat, widthMm: size.widthMm, heightMm: size.heightMm };
            })
          }
        />
        <LengthField
          label="Mat width"
          units={units}
          min={50}
          max={3000}
          value={mat.widthMm}
          onChange={(mm) => edit((p) => void (p.mat.widthMm = mm))}
        />
        <LengthField
          label="Mat height"
          units={units}
          min={50}
          max={3000}
          value={mat.heightMm}
          onChange={(mm) => edit((p) => void (p.mat.heightMm = mm))}
        />
        <LengthField
          label="Space between shapes"
          units={units}
          min={0}
          max={50}
          value={mat.apartMm}
          onChange={(mm) => edit((p) => void (p.mat.apartMm = mm))}
        />
        <LengthField
          label="From the web’s edge"
          units={units}
          min={0}
          max={50}
          value={mat.edgeMm}
          onChange={(mm) => edit((p) => void (p.mat.edgeMm = mm))}
        />
      </div>
      {mats.length === 0 && (
        <Empty title="Nothing for the machine yet">
          <p>Pieces with a web that a machine cuts are on its mats here. Choose that way of cutting in Pattern.</p>
        </Empty>
      )}
      {mats.map((m) => (
        <figure key={m.number} className={css.figure} data-mat={m.number}>
          <MatView
            project={project}
            plan={plan}
            mat={m}
            held={held}
            onHold={(h) => {
              setHeld(h);
              setNoRoom(false);
            }}
            onMove={move}
          />
          <figcaption>
            <h2>
              Mat {m.number} of {mats.length}
            </h2>
            <ul>
              {m.cloths.map((c) => (
                <li key={c.patch.id}>
                  <i style={{ background: project.fabrics.find((f) => f.id === c.patch.fabricId)?.colour }} />
                  <span>
                    <strong>{nameOf(c.patch.fabricId)}</strong>, patch {c.patch.name}: cut the fabric{' '}
                    {formatSize(c.widthMm, c.heightMm, units)}, selvedge left out, and {webOf(c.patch.webId)}{' '}
                    {formatSize(c.patch.widthMm, c.patch.heightMm, units)}
                  </span>
                </li>
              ))}
            </ul>
            <div className={css.row}>
              {CUT_FORMATS.map((format) => (
                <Button
                  key={format}
                  icon={<FileDown size={18} />}
                  onClick={() => {
                    const file = matFile(project, plan, m, format);
                    download(new Blob([file.text], { type: TYPES[format] }), file.name);
                  }}
                >
                  Mat {m.number}, {format.toUpperCase()}
                </Button>
              ))}
              <Button icon={<Slice size={18} />} onClick={() => onCut(m)}>
                Watch it cut
              </Button>
            </div>
          </figcaption>
        </figure>
      ))}
      {mats.length > 0 && (
        <>
          <div className={css.row}>
            <Button
              icon={<RotateCw size={18} />}
              disabled={!held?.shape}
              onClick={() => held && move(held, { xMm: 0, yMm: 0, turnDeg: 90 })}
            >
              Turn it by a quarter
            </Button>
            {(mat.cloths.length > 0 || mat.shapes.length > 0) && (
              <Button onClick={() => edit((p) => void (p.mat = { ...p.mat, cloths: [], shapes: [] }))}>
                Arrange again
              </Button>
            )}
          </div>
          <p role="status" className={css.lead}>
            {noRoom
              ? 'No room for it there: it stays where it was.'
              : 'Drag a fabric by its rim, or a shape within its fabric. Arrow keys move what is selected.'}
          </p>
          <Note>
            Fuse web to each fabric first, a little smaller than it. A blade cuts fingers too: keep hands off while it
            moves.
          </Note>
        </>
      )}
    </div>
  );
}

/** One mat seen from above. */
function MatView({
  project,
  plan,
  mat,
  held,
  onHold,
  onMove,
}: {
  project: Project;
  plan: Plan;
  mat: Mat;
  held: Held | null;
  onHold: (held: Held) => void;
  onMove: (held: Held, by: { xMm: number; yMm: number; turnDeg: number }) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ held: Held; fromX: number; fromY: number; x: number; y: number } | null>(null);
  const { widthMm, heightMm } = project.mat;
  const toMm = (e: PointerEvent): { x: number; y: number } => {
    const box = svg.current?.getBoundingClientRect();
    const scale = box ? (widthMm + 2 * ROOM_MM) / box.width : 1;
    return { x: e.clientX * scale, y: e.clientY * scale };
  };
  /** What takes hold of a cloth or a shape, by pointer and by keys. */
  const hands = (what: Held) => ({
    role: 'button',
    tabIndex: 0,
    'aria-pressed': same(held, what),
    onPointerDown: (e: PointerEvent<SVGElement>) => {
      e.stopPropagation();
      onHold(what);
      if (e.button !== 0) return;
      const at = toMm(e);
      e.currentTarget.setPointerCapture(e.pointerId);
      setDrag({ held: what, fromX: at.x, fromY: at.y, x: 0, y: 0 });
    },
    onPointerMove: (e: PointerEvent) => {
      if (!drag || !same(drag.held, what)) return;
      e.stopPropagation();
      const at = toMm(e);
      setDrag({ ...drag, x: at.x - drag.fromX, y: at.y - drag.fromY });
    },
    onPointerUp: (e: PointerEvent) => {
      if (!drag || !same(drag.held, what)) return;
      e.stopPropagation();
      if (Math.hypot(drag.x, drag.y) > 1) onMove(what, { xMm: drag.x, yMm: drag.y, turnDeg: 0 });
      setDrag(null);
    },
    onPointerCancel: () => setDrag(null),
    onKeyDown: (e: React.KeyboardEvent) => {
      const by = arrowOf(e.key);
      if (!by && e.key !== 'Enter' && e.key !== ' ') return;
      e.preventDefault();
      e.stopPropagation();
      onHold(what);
      const step = e.shiftKey ? 20 : 5;
      if (by) onMove(what, { xMm: by[0] * step, yMm: by[1] * step, turnDeg: 0 });
    },
  });
  const shift = (what: Held): string | undefined =>
    drag && same(drag.held, what) ? `translate(${drag.x} ${drag.y})` : undefined;
  return (
    <svg
      ref={svg}
      className={css.mat}
      viewBox={`${-ROOM_MM} ${-ROOM_MM} ${widthMm + 2 * ROOM_MM} ${heightMm + 2 * ROOM_MM}`}
      role="group"
      aria-label={`Mat ${mat.number}`}
    >
      <rect className={css.board} width={widthMm} height={heightMm} rx="5" />
      {mat.cloths.map((c) => (
        <ClothOnMat key={c.patch.id} {...{ project, plan, mat, cloth: c, hands, shift }} />
      ))}
    </svg>
  );
}
/** Room shown round a mat, mm. */
const ROOM_MM = 6;

function ClothOnMat({
  project,
  plan,
  mat,
  cloth,
  hands,
  shift,
}: {
  project: Project;
  plan: Plan;
  mat: Mat;
  cloth: MatCloth;
  hands: (what: Held) => object;
  shift: (what: Held) => string | undefined;
}) {
  const fabric = project.fabrics.find((f) => f.id === cloth.patch.fabricId);
  const whole: Held = { mat: mat.number, patchId: cloth.patch.id, shape: null };
  const shapes = shapesOnMat(project, plan, cloth);
  return (
    <g transform={shift(whole)}>
      <rect
        className={css.cloth}
        x={cloth.xMm}
        y={cloth.yMm}
        width={cloth.widthMm}
        height={cloth.heightMm}
        fill={fabric?.colour}
        aria-label={`${fabric?.name ?? 'cloth'}, patch ${cloth.patch.name}`}
        {...hands(whole)}
      />
      <rect
        className={css.web}
        x={cloth.xMm + WEB_INSIDE_MM}
        y={cloth.yMm + WEB_INSIDE_MM}
        width={cloth.patch.widthMm}
        height={cloth.patch.heightMm}
      />
      {shapes.map((s) => {
        const what: Held = { ...whole, shape: { id: s.pieceId, copy: s.copy } };
        const spot = labelSpot(s.region);
        return (
          <g
            key={`${s.pieceId} ${s.copy}`}
            className={css.shape}
            transform={shift(what)}
            aria-label={`${s.number} ${s.label}`}
            {...hands(what)}
          >
            <path d={printRegion(s.region, 2)} fillRule="evenodd" />
            <text x={spot.x} y={spot.y} fontSize={Math.max(5, Math.min(14, spot.roomMm))}>
              {s.number}
            </text>
          </g>
        );
      })}
    </g>
  );
}
