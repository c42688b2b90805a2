import { Trash2 } from 'lucide-react';
import { Button, LengthField, NumberField, TextField } from '~/components';
import { boxOnGround, finishedOutline, LIMITS, type Piece, type Project, turnedAboutMiddle } from '~/core/model';
import { areaMm2, boundsOf, regionOf } from '~/core/shape';
import { formatArea, formatLength } from '~/core/units';
import { edit, editPiece, select } from '~/store';
import { FabricChoice } from './FabricChoice';
import css from './Pattern.module.css';

/** What is known of one piece, and where it lies: distances are from the ground's left and top edge to the nearest point of the piece. */
export function PieceTray({ project, piece, number }: { project: Project; piece: Piece; number: number }) {
  const region = regionOf(finishedOutline(piece));
  const b = boundsOf(region);
  const box = boxOnGround(piece);
  const u = project.units;
  return (
    <>
      <div>
        <h2>
          {number} · {piece.label || 'Unnamed'}
        </h2>
        <p className={css.lead}>
          {formatLength(b.maxX - b.minX, u)} wide, {formatLength(b.maxY - b.minY, u)} high,{' '}
          {formatArea(areaMm2(region), u)} of cloth
        </p>
      </div>
      <TextField
        label="Name"
        value={piece.label}
        onChange={(label) => editPiece(piece.id, (p) => void (p.label = label), 'label')}
      />
      <FabricChoice
        label="Fabric"
        fabrics={project.fabrics}
        value={piece.fabricId}
        onChange={(id) => editPiece(piece.id, (p) => void (p.fabricId = id))}
      />
      <div className={css.pair}>
        <LengthField
          label="From the left edge"
          units={u}
          min={-LIMITS.reachMm}
          max={LIMITS.reachMm}
          value={box.minX}
          onChange={(mm) => editPiece(piece.id, (p) => void (p.at.xMm += mm - box.minX))}
        />
        <LengthField
          label="From the top edge"
          units={u}
          min={-LIMITS.reachMm}
          max={LIMITS.reachMm}
          value={box.minY}
          onChange={(mm) => editPiece(piece.id, (p) => void (p.at.yMm += mm - box.minY))}
        />
        <NumberField
          label="Turned clockwise"
          unit="°"
          decimals={1}
          min={-360}
          max={360}
          value={piece.at.rotateDeg}
          onChange={(deg) => editPiece(piece.id, (p) => void (p.at = turnedAboutMiddle(p, deg)))}
        />
        <NumberField
          label="How many"
          unit=""
          min={1}
          max={999}
          value={piece.count}
          onChange={(n) => editPiece(piece.id, (p) => void (p.count = Math.round(n)))}
        />
      </div>
      <label className={css.tick}>
        <input
          type="checkbox"
          checked={piece.preReversed}
          onChange={(e) => editPiece(piece.id, (p) => void (p.preReversed = e.target.checked))}
        />
        The pattern for it came already reversed
      </label>
      <div className={css.row}>
        <Button onClick={() => select(null)}>Done</Button>
        <Button
          look="stop"
          icon={<Trash2 size={18} />}
          onClick={() => {
            select(null);
            edit((p) => {
              p.pieces = p.pieces.filter((q) => q.id !== piece.id);
              p.order = p.order.filter((id) => id !== piece.id);
            });
          }}
        >
          Take away
        </Button>
      </div>
    </>
  );
}
