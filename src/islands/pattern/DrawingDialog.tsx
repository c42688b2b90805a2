import { useMemo, useState } from 'react';
import { Button, FieldChoice, FileDialog, LengthField, Note } from '~/components';
import { boundsOf, centreOf, composed, mirrorAt, type Point, regionOf, translation } from '~/core/base/shape';
import { formatLength } from '~/core/base/units';
import { pieceInMiddle } from '~/core/intake/arrange';
import { type ArrivalWish, arrive, type Drawing, dotsOf, drawingBounds } from '~/core/intake/drawing';
import { LIMITS, movedMarks, type Project } from '~/core/keep/model';
import { db, editHere, selectAll } from '~/store';
import { spell } from '~/words';
import { useDrawingJob } from '../project/useDrawingJob';
import css from './Dialogs.module.css';
import { articleInHand, fabricOfColour, middleInHand, newId } from './edits';

type Size = 'file' | 'width' | 'height' | 'ground';
const LINE_CHOICES: readonly { readonly value: ArrivalWish['lines']; readonly label: string }[] = [
  { value: 'stitch', label: 'to stitch' },
  { value: 'band', label: 'bands of fabric' },
  { value: 'cut', label: 'to cut open' },
  { value: 'paint', label: 'to paint' },
  { value: 'crease', label: 'to crease' },
  { value: 'none', label: 'leave out' },
];
const DOT_CHOICES: readonly { readonly value: ArrivalWish['dots']; readonly label: string }[] = [
  { value: 'piece', label: 'pieces' },
  { value: 'bead', label: 'beads' },
  { value: 'hole', label: 'holes' },
  { value: 'paint', label: 'dots of paint' },
];
const SVG_BYTES = 12 * 1024 * 1024;
/** What is fitted to the ground keeps this much of it free all round. */
const GROUND_SHARE = 0.9;

/** Brings an SVG drawing in: read in a thread, shown, sized, then laid down as pieces, one fabric a fill. Nothing of the file itself reaches the page. */
export function DrawingDialog({ project, onClose }: { project: Project; onClose: () => void }) {
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [name, setName] = useState('');
  const { share, error, setError, run, cancel } = useDrawingJob();
  const [size, setSize] = useState<Size>('ground');
  const [mm, setMm] = useState(200);
  const [reversed, setReversed] = useState<'no' | 'yes'>('no');
  const [lines, setLines] = useState<ArrivalWish['lines']>('stitch');
  const [dots, setDots] = useState<ArrivalWish['dots']>('piece');
  const [base, setBase] = useState<'inlaid' | 'whole'>('inlaid');
  const u = project.units;

  const read = async (file: File): Promise<void> => {
    setError(null);
    setDrawing(null);
    if (file.size > SVG_BYTES) {
      setError(`“${file.name}” is larger than 12 MB. Simplify it, or import part of it.`);
      return;
    }
    const text = await file.text();
    const own = await db.faces.toArray();
    const result = await run(async (api, onProgress) => await api.readSvg(text, own, onProgress));
    if (!result) return;
    if (!result.ok) {
      setError(`“${file.name}”: ${result.message}`);
      return;
    }
    const room = LIMITS.pieces - project.pieces.length;
    if (result.drawing.shapes.length > room) {
      setError(
        `“${file.name}” holds ${result.drawing.shapes.length.toLocaleString('en')} shapes; this project has room for ${room.toLocaleString('en')} more. Unite shapes of one ${spell('colour')} in the drawing program, or import part of it.`,
      );
      return;
    }
    setName(file.name.replace(/\.svg$/i, ''));
    setDrawing(result.drawing);
    const b = drawingBounds(result.drawing);
    setMm(Math.round(b.maxX - b.minX));
  };

  const bounds = drawing && drawingBounds(drawing);
  const middle = middleInHand(project);
  const w = bounds ? bounds.maxX - bounds.minX : 1;
  const h = bounds ? bounds.maxY - bounds.minY : 1;
  const factor =
    size === 'file'
      ? 1
      : size === 'width'
        ? mm / w
        : size === 'height'
          ? mm / h
          : Math.min((2 * middle.x * GROUND_SHARE) / w, (2 * middle.y * GROUND_SHARE) / h);

  const arrived = useMemo(
    () => (drawing ? arrive(drawing, { factor, lines, dots, wholeBase: base === 'whole' }) : null),
    [drawing, factor, lines, dots, base],
  );
  const rounds = drawing ? dotsOf(drawing, factor).length : 0;

  const lay = (): void => {
    if (!arrived || !bounds) return;
    const laid = layDrawing(arrived, { name, factor, own: centreOf(bounds), middle, reversed: reversed === 'yes' });
    if ('refused' in laid) {
      setError(laid.refused);
      return;
    }
    selectAll(laid.ids);
    onClose();
  };

  return (
    <FileDialog
      title="A drawing"
      wide
      lead={`Every filled shape of an SVG becomes a piece, in the order of the file. Shapes of one ${spell('colour')} share a fabric. Lines and dots come in as you choose.`}
      label={drawing ? 'Choose another drawing' : 'Choose an SVG file'}
      accept=".svg,image/svg+xml"
      onFile={(f) => void read(f)}
      sample={drawing ? undefined : async () => (await import('../project/samples')).sampleDrawing()}
      error={error}
      working={{ label: 'Reading the drawing', share, onCancel: cancel }}
      actions={
        <Button look="go" disabled={!drawing} onClick={lay}>
          Add drawing
        </Button>
      }
      onClose={onClose}
    >
      {drawing && bounds && arrived && (
        <div className={css.columns}>
          <DrawingPicture drawing={drawing} box={`${bounds.minX} ${bounds.minY} ${w} ${h}`} />
          <div className={css.form}>
            <FieldChoice
              label="Size"
              value={size}
              options={[
                { value: 'file', label: 'as in the file' },
                { value: 'width', label: 'set the width' },
                { value: 'height', label: 'set the height' },
                { value: 'ground', label: 'fill the background' },
              ]}
              onChange={setSize}
            />
            {(size === 'width' || size === 'height') && (
              <LengthField
                label={size === 'width' ? 'Wide' : 'High'}
                units={u}
                min={1}
                max={LIMITS.reachMm}
                value={mm}
                onChange={setMm}
              />
            )}
            <FieldChoice
              label="Is the drawing reversed?"
              value={reversed}
              options={[
                { value: 'no', label: 'no, as seen' },
                { value: 'yes', label: 'yes, reversed' },
              ]}
              onChange={setReversed}
            />
            {drawing.lines.length > 0 && (
              <FieldChoice
                label={`Its ${drawing.lines.length === 1 ? 'line is' : `${drawing.lines.length} lines are`}`}
                value={lines}
                options={LINE_CHOICES}
                onChange={setLines}
              />
            )}
            {rounds > 0 && (
              <FieldChoice
                label={`Its ${rounds === 1 ? 'small round is' : `${rounds} small rounds are`}`}
                value={dots}
                options={DOT_CHOICES}
                onChange={setDots}
              />
            )}
            <FieldChoice
              label="A shape in a hole of another"
              value={base}
              options={[
                { value: 'inlaid', label: 'fills the hole' },
                { value: 'whole', label: 'goes on a whole base' },
              ]}
              onChange={setBase}
            />
            <p className={css.lead} role="status">
              {arrived.shapes.length} {arrived.shapes.length === 1 ? 'piece' : 'pieces'}, {formatLength(w * factor, u)}{' '}
              wide, {formatLength(h * factor, u)} high
            </p>
            <LeftOut drawing={drawing} />
          </div>
        </div>
      )}
    </FileDialog>
  );
}

/** Lays what arrived with a drawing down as pieces, one fabric a fill. @returns their ids, or why it was not taken */
function layDrawing(
  arrived: ReturnType<typeof arrive>,
  {
    name,
    factor,
    own,
    middle,
    reversed,
  }: {
    readonly name: string;
    readonly factor: number;
    /** The middle of the drawing, in its own coordinates. */
    readonly own: Point;
    /** Where it goes on the ground, mm. */
    readonly middle: Point;
    /** It came mirrored already. */
    readonly reversed: boolean;
  },
): { readonly ids: readonly string[] } | { readonly refused: string } {
  const ids: string[] = [];
  const refused = editHere((p) => {
    arrived.shapes.forEach((shape, i) => {
      const { outline } = shape;
      const c = centreOf(boundsOf(regionOf(outline)));
      const id = newId();
      const fabricId = fabricOfColour(p, shape.fill);
      // A drawing that came reversed keeps its outlines as they came, but its pieces change sides on the ground.
      const dx = (c.x - own.x * factor) * (reversed ? -1 : 1);
      const at = { x: middle.x + dx, y: middle.y + c.y - own.y * factor };
      const piece = pieceInMiddle(outline, at, {
        id,
        label: shape.label || `${name} ${i + 1}`.slice(0, LIMITS.nameChars),
        fabricId,
        articleId: articleInHand(p).id,
        marks: [...shape.marks],
      });
      p.pieces.push({ ...piece, preReversed: reversed });
      p.order.push(id);
      ids.push(id);
    });
    // What lies on no piece is drawn on the ground.
    const onto = translation(middle.x - own.x * factor, middle.y - own.y * factor);
    const flip = reversed ? mirrorAt(middle.x) : translation(0, 0);
    articleInHand(p).marks.push(...movedMarks(arrived.loose, composed(onto, flip)));
  });
  return refused ? { refused } : { ids };
}

/** The drawing as it was read: its shapes and its lines. */
const DrawingPicture = ({ drawing, box }: { drawing: Drawing; box: string }) => (
  <svg
    className={css.preview}
    role="img"
    aria-label={drawing.shapes.length === 1 ? 'One shape' : `${drawing.shapes.length} shapes`}
    viewBox={box}
  >
    {drawing.shapes.map((s, i) => (
      // biome-ignore lint/suspicious/noArrayIndexKey: shapes of a file have no name but their place in it
      <path key={i} d={s.outline} style={{ fill: s.fill }} />
    ))}
    {drawing.lines.map((l, i) => (
      <path
        // biome-ignore lint/suspicious/noArrayIndexKey: lines of a file have no name but their place in it
        key={i}
        d={l.path}
        style={{ fill: 'none', stroke: l.colour, strokeWidth: l.widthMm, strokeLinecap: l.ends }}
      />
    ))}
  </svg>
);

/** What of a drawing could not be used. */
const LeftOut = ({ drawing }: { drawing: Drawing }) =>
  drawing.leftOut.length === 0 ? null : (
    <Note>
      Not everything could be used:
      <ul className={css.left}>
        {drawing.leftOut.map((l) => (
          <li key={l.code}>{l.text}</li>
        ))}
      </ul>
    </Note>
  );
