import {
  Choice,
  EDGE_OPTIONS,
  HAND_OPTIONS,
  LAUNDERING_OPTIONS,
  LengthField,
  ROUTE_OPTIONS,
  Select,
} from '~/components';
import { LIMITS, type Project } from '~/core/model';
import { edit } from '~/store';
import { PieceChips } from '../project/PieceChips';
import { FabricChoice } from './FabricChoice';
import css from './Pattern.module.css';

/** What the project is for; shown while no piece is in hand. */
export function GroundTray({ project }: { project: Project }) {
  const u = project.units;
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
      <div className={css.pair}>
        <LengthField
          label="Ground, wide"
          units={u}
          min={LIMITS.groundMinMm}
          max={LIMITS.reachMm}
          value={project.ground.widthMm}
          onChange={(mm) => edit((p) => void (p.ground.widthMm = mm))}
        />
        <LengthField
          label="Ground, high"
          units={u}
          min={LIMITS.groundMinMm}
          max={LIMITS.reachMm}
          value={project.ground.heightMm}
          onChange={(mm) => edit((p) => void (p.ground.heightMm = mm))}
        />
      </div>
      <FabricChoice
        label="Ground fabric"
        fabrics={project.fabrics}
        value={project.ground.fabricId}
        onChange={(id) => edit((p) => void (p.ground.fabricId = id))}
      />
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
        <div>
          <p className={css.lead} style={{ marginBottom: '0.5rem' }}>
            Pieces, back-most first
          </p>
          <PieceChips project={project} ids={project.order} label="Pieces, back-most first" />
        </div>
      )}
    </>
  );
}
