import { Button, LengthField, NumberField } from '~/components';
import { type Project, USUAL_LIMITS } from '~/core/keep/model';
import { edit } from '~/store';
import css from './Pattern.module.css';

/** From where on a stroke, a point or a piece is too fine to cut. */
export function CutLimits({ project }: { project: Project }) {
  const u = project.units;
  return (
    <div className={css.section}>
      <h3>What is too fine to cut</h3>
      <div className={css.pair}>
        <LengthField
          label="Thinnest stroke"
          units={u}
          min={0}
          max={50}
          value={project.limits.thinMm}
          onChange={(mm) => edit((p) => void (p.limits.thinMm = mm))}
        />
        <NumberField
          label="Sharpest point"
          unit="°"
          min={0}
          max={90}
          value={project.limits.sharpDeg}
          onChange={(deg) => edit((p) => void (p.limits.sharpDeg = deg))}
        />
        <LengthField
          label="Smallest piece"
          units={u}
          min={0}
          max={100}
          value={project.limits.smallMm}
          onChange={(mm) => edit((p) => void (p.limits.smallMm = mm))}
        />
        <Button onClick={() => edit((p) => void (p.limits = { ...USUAL_LIMITS }))}>Use the usual</Button>
      </div>
    </div>
  );
}
