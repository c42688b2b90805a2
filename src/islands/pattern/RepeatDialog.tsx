import { useState } from 'react';
import { Button, Dialog, FieldChoice, LengthField, Note, NumberField } from '~/components';
import {
  boundsOf,
  centreOf,
  printRegion,
  regionOf,
  rotation,
  scaling,
  transformRegion,
  translation,
} from '~/core/base/shape';
import type { DisplayUnits } from '~/core/base/units';
import { fabricsInTurn, type RepeatWish, repeatPiece, repeatPlaces, usualRepeat } from '~/core/intake/arrange';
import { type ArticleView, finishedOutline, LIMITS, type Piece } from '~/core/keep/model';
import { edit, selectAll } from '~/store';
import css from './Dialogs.module.css';
import { newId } from './edits';

const MOST = 200;

/** Lays a piece so many times around a ring, along a line or over an arc. */
export function RepeatDialog({ project, piece, onClose }: { project: ArticleView; piece: Piece; onClose: () => void }) {
  const { ground } = project;
  const [repeat, setRepeat] = useState<RepeatWish>(() => usualRepeat(piece, ground, 'ring'));
  const [fabrics, setFabrics] = useState<readonly string[]>([piece.fabricId]);
  const [graded, setGraded] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const u = project.units;
  const chosen = fabricsInTurn(fabrics, repeat.count, graded);
  const lay = (): void => {
    let ids: string[] = [];
    const no = edit((p) => {
      ids = repeatPiece(p, piece.id, repeat, chosen, newId);
    });
    if (no) {
      setRefused(no);
      return;
    }
    selectAll(ids);
    onClose();
  };
  const colourOf = (id: string | undefined): string =>
    project.fabrics.find((f) => f.id === id)?.colour ?? 'var(--linen-deep)';
  return (
    <Dialog title="Repeat it" wide onClose={onClose}>
      <div className={css.columns}>
        <div className={css.form}>
          <RepeatFields
            repeat={repeat}
            units={u}
            onRepeat={setRepeat}
            onAlong={(along) =>
              setRepeat({ ...usualRepeat(piece, ground, along), count: repeat.count, lastSize: repeat.lastSize })
            }
          />
        </div>
        <div className={css.form}>
          <svg
            className={css.onGround}
            role="img"
            aria-label={`${repeat.count} copies on the background`}
            viewBox={`0 0 ${ground.widthMm} ${ground.heightMm}`}
          >
            <rect
              width={ground.widthMm}
              height={ground.heightMm}
              style={{ fill: colourOf(project.article.ground?.fabricId) }}
            />
            {repeatPlaces(repeat).map((place, i) => (
              <path
                // biome-ignore lint/suspicious/noArrayIndexKey: a copy has no name but its place in the row
                key={i}
                d={outlineAt(piece, place)}
                fillRule="evenodd"
                style={{ fill: colourOf(chosen[i]) }}
              />
            ))}
          </svg>
          <FabricTicks project={project} fabrics={fabrics} onFabrics={setFabrics} />
          {fabrics.length > 1 && (
            <FieldChoice
              label="Fabrics"
              value={graded ? 'graded' : 'turn'}
              options={[
                { value: 'turn', label: 'in turn, again and again' },
                { value: 'graded', label: 'graded from first to last' },
              ]}
              onChange={(v) => setGraded(v === 'graded')}
            />
          )}
          {refused && <Note stop>{refused}</Note>}
        </div>
      </div>
      <div className={css.actions}>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="go" onClick={lay}>
          Add {repeat.count} copies
        </Button>
      </div>
    </Dialog>
  );
}

/** How many of it, and along what. */
function RepeatFields({
  repeat,
  units,
  onRepeat,
  onAlong,
}: {
  repeat: RepeatWish;
  units: DisplayUnits;
  onRepeat: (repeat: RepeatWish) => void;
  onAlong: (along: RepeatWish['along']) => void;
}) {
  return (
    <>
      <FieldChoice
        label="Arranged"
        value={repeat.along}
        options={[
          { value: 'ring', label: 'around a ring' },
          { value: 'line', label: 'along a line' },
          { value: 'arc', label: 'over an arc' },
        ]}
        onChange={onAlong}
      />
      <div className={css.pair}>
        <NumberField
          label="How many"
          unit=""
          min={2}
          max={MOST}
          value={repeat.count}
          onChange={(count) => onRepeat({ ...repeat, count: Math.round(count) })}
        />
        {repeat.along === 'line' ? (
          <>
            <LengthField
              label="First to last"
              units={units}
              min={0}
              max={LIMITS.reachMm}
              value={repeat.lengthMm}
              onChange={(lengthMm) => onRepeat({ ...repeat, lengthMm })}
            />
            <NumberField
              label="Line falls by"
              unit="°"
              min={-180}
              max={180}
              value={repeat.angleDeg}
              onChange={(angleDeg) => onRepeat({ ...repeat, angleDeg })}
            />
          </>
        ) : (
          <LengthField
            label="Radius to their middles"
            units={units}
            min={1}
            max={LIMITS.reachMm}
            value={repeat.radiusMm}
            onChange={(radiusMm) => onRepeat({ ...repeat, radiusMm })}
          />
        )}
        {repeat.along === 'arc' && (
          <NumberField
            label="Arc span"
            unit="°"
            min={1}
            max={360}
            value={repeat.spanDeg}
            onChange={(spanDeg) => onRepeat({ ...repeat, spanDeg })}
          />
        )}
        {repeat.along === 'ring' && (
          <NumberField
            label="First one at"
            unit="° from the top"
            min={-360}
            max={360}
            value={repeat.fromDeg}
            onChange={(fromDeg) => onRepeat({ ...repeat, fromDeg })}
          />
        )}
        <NumberField
          label="Size of the last"
          unit="%"
          min={5}
          max={1000}
          value={Math.round(repeat.lastSize * 100)}
          onChange={(v) => onRepeat({ ...repeat, lastSize: v / 100 })}
        />
      </div>
      <FieldChoice
        label="Each one"
        value={repeat.turned ? 'turned' : 'upright'}
        options={[
          { value: 'turned', label: 'turned along' },
          { value: 'upright', label: 'not turned' },
        ]}
        onChange={(v) => onRepeat({ ...repeat, turned: v === 'turned' })}
      />
    </>
  );
}

/** The fabrics of the copies, in the order picked; one at least. */
function FabricTicks({
  project,
  fabrics,
  onFabrics,
}: {
  project: Pick<ArticleView, 'fabrics'>;
  fabrics: readonly string[];
  onFabrics: (ids: readonly string[]) => void;
}) {
  return (
    <fieldset className={css.swatches}>
      <legend>Fabrics, in the order picked</legend>
      {project.fabrics.map((f) => {
        const at = fabrics.indexOf(f.id);
        return (
          <label key={f.id} className={css.tick}>
            <input
              type="checkbox"
              checked={at >= 0}
              onChange={() =>
                onFabrics(
                  at < 0 ? [...fabrics, f.id] : fabrics.length > 1 ? fabrics.filter((id) => id !== f.id) : fabrics,
                )
              }
            />
            <span className={css.dot} style={{ background: f.colour }} aria-hidden="true" />
            {at >= 0 && fabrics.length > 1 ? `${at + 1} · ` : ''}
            {f.name}
          </label>
        );
      })}
    </fieldset>
  );
}

/** A copy's outline on the ground, as path data. */
function outlineAt(piece: Piece, place: ReturnType<typeof repeatPlaces>[number]): string {
  const turned = transformRegion(
    transformRegion(regionOf(finishedOutline(piece), 0.2), scaling(place.size)),
    rotation(piece.at.rotateDeg + place.turnDeg),
  );
  const c = centreOf(boundsOf(turned));
  return printRegion(transformRegion(turned, translation(place.x - c.x, place.y - c.y)), 1);
}
