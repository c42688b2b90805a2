import {
  Button,
  Choice,
  EDGE_OPTIONS,
  HAND_OPTIONS,
  LAUNDERING_OPTIONS,
  LengthField,
  NumberField,
  ROUTE_OPTIONS,
  Select,
} from '~/components';
import { GROUND_SIZES } from '~/core/arrange';
import { LIMITS, type Project, USUAL_LIMITS } from '~/core/model';
import { boundsOf, regionOf, scaling, transformPath } from '~/core/shape';
import { edit } from '~/store';
import { PieceChips } from '../project/PieceChips';
import { dropUnused } from './ClothPhotoDialog';
import { FabricChoice } from './FabricChoice';
import css from './Pattern.module.css';

type GroundShape = 'rectangle' | 'oval' | 'arch' | 'own';
const SHAPES: Readonly<Record<Exclude<GroundShape, 'rectangle' | 'own'>, (w: number, h: number) => string>> = {
  oval: (w, h) => `M0 ${h / 2}A${w / 2} ${h / 2} 0 1 1 ${w} ${h / 2}A${w / 2} ${h / 2} 0 1 1 0 ${h / 2}Z`,
  arch: (w, h) => `M0 ${h}V${Math.min(h, w / 2)}A${w / 2} ${Math.min(h, w / 2)} 0 0 1 ${w} ${Math.min(h, w / 2)}V${h}Z`,
};

/** What the project is for, and its ground; shown while no piece is in hand. */
export function GroundTray({ project }: { project: Project }) {
  const u = project.units;
  const { ground } = project;
  const sizeName =
    GROUND_SIZES.find((s) => Math.abs(s.widthMm - ground.widthMm) < 0.5 && Math.abs(s.heightMm - ground.heightMm) < 0.5)
      ?.name ?? '';
  const shape: GroundShape =
    ground.outline === null
      ? 'rectangle'
      : ((Object.keys(SHAPES) as ('oval' | 'arch')[]).find(
          (k) => SHAPES[k](ground.widthMm, ground.heightMm) === ground.outline,
        ) ?? 'own');
  /** A ground of some shape is stretched along with its box. */
  const resize = (widthMm: number, heightMm: number): string | null =>
    edit((p) => {
      if (shape === 'oval' || shape === 'arch') p.ground.outline = SHAPES[shape](widthMm, heightMm);
      else if (p.ground.outline !== null)
        p.ground.outline = transformPath(
          p.ground.outline,
          scaling(widthMm / p.ground.widthMm, heightMm / p.ground.heightMm),
        );
      p.ground.widthMm = widthMm;
      p.ground.heightMm = heightMm;
    });
  return (
    <>
      <div>
        <h2>What is it for?</h2>
        <p className={css.lead}>Web, heat and edge follow from this. Pick a piece in the picture to see to it alone.</p>
      </div>
      <Choice
        label="Washed"
        value={project.intent.laundering}
        options={LAUNDERING_OPTIONS}
        onChange={(v) => edit((p) => void (p.intent.laundering = v))}
      />
      <Choice
        label="It should feel"
        value={project.intent.hand}
        options={HAND_OPTIONS}
        onChange={(v) => edit((p) => void (p.intent.hand = v))}
      />
      <Select
        label="Edge"
        value={project.intent.edge}
        options={EDGE_OPTIONS}
        onChange={(v) => edit((p) => void (p.intent.edge = v))}
      />
      <Select
        label="From drawing to cut piece"
        value={project.route}
        options={ROUTE_OPTIONS}
        onChange={(v) => edit((p) => void (p.route = v))}
      />
      <div>
        <h2>The ground</h2>
      </div>
      <Select
        label="A size people use"
        value={sizeName}
        options={[{ value: '', label: 'my own size' }, ...GROUND_SIZES.map((s) => ({ value: s.name, label: s.name }))]}
        onChange={(name) => {
          const size = GROUND_SIZES.find((s) => s.name === name);
          if (size) resize(size.widthMm, size.heightMm);
        }}
      />
      <div className={css.pair}>
        <LengthField
          label="Ground, wide"
          units={u}
          min={LIMITS.groundMinMm}
          max={LIMITS.reachMm}
          value={ground.widthMm}
          onChange={(mm) => resize(mm, ground.heightMm)}
        />
        <LengthField
          label="Ground, high"
          units={u}
          min={LIMITS.groundMinMm}
          max={LIMITS.reachMm}
          value={ground.heightMm}
          onChange={(mm) => resize(ground.widthMm, mm)}
        />
        <LengthField
          label="Seam allowance"
          units={u}
          min={0}
          max={200}
          value={ground.seamAllowanceMm}
          onChange={(mm) => edit((p) => void (p.ground.seamAllowanceMm = mm))}
        />
        <Select
          label="Shape"
          value={shape}
          options={[
            { value: 'rectangle', label: 'rectangle' },
            { value: 'oval', label: 'round or oval' },
            { value: 'arch', label: 'arched' },
            ...(shape === 'own' ? [{ value: 'own' as const, label: 'as a piece' }] : []),
          ]}
          onChange={(v) =>
            edit(
              (p) =>
                void (p.ground.outline =
                  v === 'oval' || v === 'arch'
                    ? SHAPES[v](p.ground.widthMm, p.ground.heightMm)
                    : v === 'own'
                      ? p.ground.outline
                      : null),
            )
          }
        />
      </div>
      {project.pieces.length > 0 && (
        <Select
          label="Or give it the shape of a piece"
          value=""
          options={[
            { value: '', label: 'choose a piece' },
            ...project.pieces.map((p, i) => ({ value: p.id, label: `${i + 1} ${p.label}` })),
          ]}
          onChange={(id) => {
            const piece = project.pieces.find((p) => p.id === id);
            if (!piece) return;
            const b = boundsOf(regionOf(piece.outline));
            const moved = transformPath(piece.outline, { a: 1, b: 0, c: 0, d: 1, e: -b.minX, f: -b.minY });
            const k = ground.widthMm / (b.maxX - b.minX);
            edit((p) => {
              p.ground.outline = transformPath(moved, scaling(k));
              p.ground.heightMm = Math.min(LIMITS.reachMm, Math.max(LIMITS.groundMinMm, (b.maxY - b.minY) * k));
            });
          }}
        />
      )}
      <div className={css.pair}>
        <NumberField
          label="Folded in half across"
          unit="×"
          min={0}
          max={4}
          value={ground.creases.across}
          onChange={(n) => edit((p) => void (p.ground.creases.across = Math.round(n)))}
        />
        <NumberField
          label="Folded in half down"
          unit="×"
          min={0}
          max={4}
          value={ground.creases.down}
          onChange={(n) => edit((p) => void (p.ground.creases.down = Math.round(n)))}
        />
      </div>
      <label className={css.tick}>
        <input
          type="checkbox"
          checked={ground.creases.diagonal}
          onChange={(e) => edit((p) => void (p.ground.creases.diagonal = e.target.checked))}
        />
        Folded along the diagonals too
      </label>
      <FabricChoice
        label="Ground fabric"
        project={project}
        value={ground.fabricId}
        onChange={(id) => edit((p) => void (p.ground.fabricId = id))}
      />
      {project.underlay && (
        <div className={css.section}>
          <h3>Underlay</h3>
          <div className={css.row}>
            <Button
              aria-pressed={project.underlay.shown}
              onClick={() => edit((p) => void (p.underlay && (p.underlay.shown = !p.underlay.shown)))}
            >
              {project.underlay.shown ? 'Shown' : 'Hidden'}
            </Button>
            <Button
              look="stop"
              onClick={() =>
                edit((p) => {
                  p.underlay = null;
                  dropUnused(p);
                })
              }
            >
              Take it away
            </Button>
          </div>
        </div>
      )}
      <div className={css.section}>
        <h3>What is too fine to cut</h3>
        <div className={css.pair}>
          <LengthField
            label="Strokes thinner than"
            units={u}
            min={0}
            max={50}
            value={project.limits.thinMm}
            onChange={(mm) => edit((p) => void (p.limits.thinMm = mm))}
          />
          <NumberField
            label="Points sharper than"
            unit="°"
            min={0}
            max={90}
            value={project.limits.sharpDeg}
            onChange={(deg) => edit((p) => void (p.limits.sharpDeg = deg))}
          />
          <LengthField
            label="Pieces smaller than"
            units={u}
            min={0}
            max={100}
            value={project.limits.smallMm}
            onChange={(mm) => edit((p) => void (p.limits.smallMm = mm))}
          />
          <Button onClick={() => edit((p) => void (p.limits = { ...USUAL_LIMITS }))}>As usual</Button>
        </div>
      </div>
      <Choice
        label="Numbers in"
        value={u}
        options={[
          { value: 'mm', label: 'millimetres' },
          { value: 'in', label: 'inches' },
        ]}
        onChange={(v) => edit((p) => void (p.units = v))}
      />
      {project.pieces.length > 0 && (
        <div className={css.section}>
          <h3>Pieces, back-most first</h3>
          <PieceChips project={project} ids={project.order} label="Pieces, back-most first" />
        </div>
      )}
    </>
  );
}
