import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { Button, Dialog, LengthField, Note, NumberField } from '~/components';
import { assertThere } from '~/core/base/lists';
import {
  areaMm2,
  boundsOf,
  drawShelfShape,
  regionOf,
  SHELF,
  type ShelfShape,
  scaling,
  transformPath,
} from '~/core/base/shape';
import { formatArea, formatLength } from '~/core/base/units';
import type { Project } from '~/core/keep/model';
import { attemptOrTell, db, type SavedShape } from '~/store';
import { measureLabel, shapeName, shelfWords } from '~/words';
import css from './Dialogs.module.css';
import { layOutline, usualFabric } from './edits';

/** The shape that lies ready: the one most often cut. */
const USUAL_SHAPE = assertThere(
  SHELF.find((s) => s.id === 'circle'),
  'the shelf holds a circle',
);

const usualOf = (shape: ShelfShape): Record<string, number> =>
  Object.fromEntries(shape.measures.map((m) => [m.key, m.usual]));

/** Shapes by the measurements people have, and those kept from earlier projects. */
export function ShelfDialog({ project, onClose }: { project: Project; onClose: () => void }) {
  const [shape, setShape] = useState<ShelfShape | SavedShape>(USUAL_SHAPE);
  const [measures, setMeasures] = useState<Record<string, number>>(() => usualOf(USUAL_SHAPE));
  const saved = useLiveQuery(() => db.shapes.orderBy('name').toArray(), []) ?? [];
  const [refused, setRefused] = useState<string | null>(null);
  const own = 'outline' in shape;
  const drawn = own ? scaledTo(shape, measures['w'] ?? 0) : drawShelfShape(shape, measures);
  const u = project.units;
  const pick = (next: ShelfShape | SavedShape): void => {
    setShape(next);
    setMeasures('outline' in next ? { w: widthOf(next.outline) } : usualOf(next));
  };
  return (
    <Dialog title="A shape" wide onClose={onClose}>
      <div className={css.columns}>
        <div className={css.form}>
          <div className={css.shapes}>
            {SHELF.map((s) => {
              const plain = drawShelfShape(s, usualOf(s));
              return (
                <ShapeButton
                  key={s.id}
                  name={shapeName(s)}
                  outline={plain.ok ? plain.outline : ''}
                  pressed={shape === s}
                  onPick={() => pick(s)}
                />
              );
            })}
          </div>
          {saved.length > 0 && (
            <>
              <p className={css.lead}>Your own shapes</p>
              <div className={css.shapes}>
                {saved.map((s) => (
                  <ShapeButton
                    key={s.id}
                    name={s.name}
                    outline={s.outline}
                    pressed={shape.id === s.id}
                    onPick={() => pick(s)}
                  />
                ))}
              </div>
            </>
          )}
        </div>
        <div className={css.form}>
          <ShapePreview outline={drawn.ok ? drawn.outline : null} />
          {refused && <Note stop>{refused}</Note>}
          {!drawn.ok && <Note stop>{'wrong' in drawn ? shelfWords(shape, drawn.wrong) : drawn.message}</Note>}
          <div className={css.pair}>
            {own ? (
              <LengthField
                label="Width (height follows)"
                units={u}
                min={1}
                max={3000}
                value={measures['w'] ?? 1}
                onChange={(w) => setMeasures({ w })}
              />
            ) : (
              shape.measures.map((m) =>
                m.kind === 'length' ? (
                  <LengthField
                    key={m.key}
                    label={measureLabel(shape, m.key)}
                    units={u}
                    min={m.min}
                    max={m.max}
                    value={measures[m.key] ?? m.usual}
                    onChange={(v) => setMeasures({ ...measures, [m.key]: v })}
                  />
                ) : (
                  <NumberField
                    key={m.key}
                    label={measureLabel(shape, m.key)}
                    unit=""
                    min={m.min}
                    max={m.max}
                    value={measures[m.key] ?? m.usual}
                    onChange={(v) => setMeasures({ ...measures, [m.key]: Math.round(v) })}
                  />
                ),
              )
            )}
          </div>
          {drawn.ok && <Facts outline={drawn.outline} units={u} />}
          {own && (
            <Button
              look="stop"
              onClick={() => {
                void attemptOrTell('It is still in your shapes', () => db.shapes.delete(shape.id));
                pick(USUAL_SHAPE);
              }}
            >
              Delete this shape
            </Button>
          )}
        </div>
      </div>
      <div className={css.actions}>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          look="go"
          disabled={!drawn.ok}
          onClick={() => {
            const refused = drawn.ok
              ? layOutline(drawn.outline, 'outline' in shape ? shape.name : shapeName(shape), usualFabric(project))
              : null;
            setRefused(refused);
            if (!refused) onClose();
          }}
        >
          Add shape
        </Button>
      </div>
    </Dialog>
  );
}

const widthOf = (outline: string): number => {
  const b = boundsOf(regionOf(outline));
  return b.maxX - b.minX;
};
const scaledTo = (shape: SavedShape, width: number): { ok: true; outline: string } | { ok: false; message: string } =>
  width > 0
    ? { ok: true, outline: transformPath(shape.outline, scaling(width / widthOf(shape.outline))) }
    : { ok: false, message: 'Type a width.' };

function Facts({ outline, units }: { outline: string; units: Project['units'] }) {
  const region = regionOf(outline);
  const b = boundsOf(region);
  return (
    <p className={css.lead}>
      {formatLength(b.maxX - b.minX, units)} wide, {formatLength(b.maxY - b.minY, units)} high,{' '}
      {formatArea(areaMm2(region), units)} of fabric
    </p>
  );
}

function boxFor(outline: string): string {
  const b = boundsOf(regionOf(outline));
  const side = Math.max(b.maxX - b.minX, b.maxY - b.minY) * 1.12;
  return `${(b.minX + b.maxX - side) / 2} ${(b.minY + b.maxY - side) / 2} ${side} ${side}`;
}

function ShapeButton({
  name,
  outline,
  pressed,
  onPick,
}: {
  name: string;
  outline: string;
  pressed: boolean;
  onPick: () => void;
}) {
  return (
    <button type="button" className={css.shape} aria-pressed={pressed} onClick={onPick}>
      <svg viewBox={outline ? boxFor(outline) : '0 0 1 1'} aria-hidden="true">
        <path d={outline} />
      </svg>
      {name}
    </button>
  );
}

function ShapePreview({ outline }: { outline: string | null }) {
  return (
    <svg
      className={css.preview}
      role="img"
      aria-label="The shape as it will be cut"
      viewBox={outline ? boxFor(outline) : '0 0 1 1'}
    >
      {outline && <path className={css.shape} d={outline} />}
    </svg>
  );
}
