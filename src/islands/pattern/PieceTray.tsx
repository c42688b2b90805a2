import { Bookmark, Repeat2 } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Button, LengthField, NumberField, TextField } from '~/components';
import { areaMm2, boundsOf, centreOf, regionOf } from '~/core/base/shape';
import { formatArea, formatLength } from '~/core/base/units';
import { itemsOf, resizeItems } from '~/core/intake/arrange';
import {
  type ArticleView,
  boxOnGround,
  finishedOutline,
  LIMITS,
  type Piece,
  turnedAboutMiddle,
  type Word,
} from '~/core/keep/model';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import { attemptOrTell, db, edit, editPiece, select } from '~/store';
import { pieceCalled, RECIPE_WORDS } from '~/words';
import { FabricChoice } from '../cloth/FabricChoice';
import { RouteChoice } from '../project/RouteChoice';
import { ArticleOf } from './ArticleFields';
import { newId } from './edits';
import { MarksOf } from './MarksOf';
import css from './Pattern.module.css';
import { PrintSlide } from './PrintSlide';
import { OtherSideOf } from './RecipeFields';
import { CentreTools, CopyTools } from './SeveralTray';
import { WordPlace } from './WordPlace';
import { Retype } from './WordTray';

const RepeatDialog = lazy(async () => ({ default: (await import('./RepeatDialog')).RepeatDialog }));

/** What is known of one piece, and where it lies: distances are from the ground's edges to the nearest point of the piece. */
export function PieceTray({
  project,
  piece,
  number,
  word = null,
}: {
  project: ArticleView;
  piece: Piece;
  number: number;
  /** The word that this is the only letter of: it is placed and sized as a word, and is a piece in everything else. */
  word?: Word | null;
}) {
  const region = regionOf(finishedOutline(piece));
  const b = boundsOf(region);
  const u = project.units;
  const front = project.pieces.find((p) => p.id === piece.part?.of);
  const [repeating, setRepeating] = useState(false);
  if (front)
    return (
      <>
        <h2>{pieceCalled(piece, number)}</h2>
        <p className={css.lead}>It follows “{front.label || 'its piece'}”: change its shape, place and number there.</p>
        <FabricChoice
          label="Fabric"
          project={project}
          value={piece.fabricId}
          onChange={(id) => editPiece(piece.id, (p) => void (p.fabricId = id))}
        />
        <div className={css.row}>
          <Button onClick={() => select(front.id)}>To “{front.label || 'its piece'}”</Button>
          <Button onClick={() => select(null)}>Done</Button>
        </div>
      </>
    );
  if (piece.part)
    return (
      <>
        <h2>{pieceCalled(piece, number)}</h2>
        <p className={css.lead}>
          {formatLength(b.maxX - b.minX, u)} wide, {formatLength(b.maxY - b.minY, u)} high. It comes from “
          {RECIPE_WORDS[project.recipe.id].name}”: deselect it, and change its size and fabric there.
        </p>
        <Button onClick={() => select(null)}>Done</Button>
      </>
    );
  return (
    <>
      <div>
        <h2>{pieceCalled(piece, number)}</h2>
        <p className={css.lead}>
          {formatLength(b.maxX - b.minX, u)} wide, {formatLength(b.maxY - b.minY, u)} high,{' '}
          {formatArea(areaMm2(region), u)} of fabric
        </p>
      </div>
      <TextField
        label="Name"
        value={piece.label}
        onChange={(label) => editPiece(piece.id, (p) => void (p.label = label), 'label')}
      />
      <FabricChoice
        label="Fabric"
        project={project}
        value={piece.fabricId}
        onChange={(id) => editPiece(piece.id, (p) => void (p.fabricId = id))}
      />
      <OtherSideOf project={project} piece={piece} />
      {word ? (
        <>
          <Retype project={project} word={word} />
          <WordPlace project={project} word={word} />
        </>
      ) : (
        <PieceSize project={project} piece={piece} />
      )}
      <div className={css.pair}>
        <NumberField
          label="How many"
          unit=""
          min={1}
          max={999}
          value={piece.count}
          onChange={(n) => editPiece(piece.id, (p) => void (p.count = Math.round(n)))}
        />
      </div>
      <RouteChoice project={project} ids={[piece.id]} />
      <ArticleOf project={project} ids={[piece.id]} />
      {!word && <CentreTools ids={[piece.id]} />}
      <MarksOf piece={piece} />
      <PrintSlide project={project} piece={piece} />
      {!RECIPE_FACTS[project.recipe.id].layered && (
        <label className={css.tick}>
          <input
            type="checkbox"
            checked={piece.webless}
            onChange={(e) => editPiece(piece.id, (p) => void (p.webless = e.target.checked))}
          />
          No web of its own: what is over it holds it
        </label>
      )}
      <label className={css.tick}>
        <input
          type="checkbox"
          checked={piece.preReversed}
          onChange={(e) => editPiece(piece.id, (p) => void (p.preReversed = e.target.checked))}
        />
        Its pattern came reversed
      </label>
      <CopyTools ids={[piece.id]} />
      {!word && (
        <Button icon={<Repeat2 size={18} />} onClick={() => setRepeating(true)}>
          Around a ring, along a line
        </Button>
      )}
      <Suspense>
        {repeating && <RepeatDialog project={project} piece={piece} onClose={() => setRepeating(false)} />}
      </Suspense>
      <div className={css.row}>
        <Button
          icon={<Bookmark size={18} />}
          onClick={() =>
            void attemptOrTell('It was not saved as a shape', () =>
              db.shapes.put({ id: newId(), name: piece.label || `Piece ${number}`, outline: finishedOutline(piece) }),
            )
          }
        >
          Save to my shapes
        </Button>
        <Button onClick={() => select(null)}>Done</Button>
      </div>
    </>
  );
}

/** Where one piece lies, how large it is and how it is turned. */
function PieceSize({ project, piece }: { project: ArticleView; piece: Piece }) {
  const b = boundsOf(regionOf(finishedOutline(piece)));
  const box = boxOnGround(piece);
  const u = project.units;
  const { widthMm, heightMm } = project.ground;
  const reach = { units: u, min: -LIMITS.reachMm, max: LIMITS.reachMm };
  const resizeTo = (factor: number): string | null =>
    edit((p) => resizeItems(p, itemsOf(p, [piece.id]), centreOf(box), factor));
  return (
    <div className={css.pair}>
      <LengthField
        label="From the left edge"
        {...reach}
        value={box.minX}
        onChange={(mm) => editPiece(piece.id, (p) => void (p.at.xMm += mm - box.minX))}
      />
      <LengthField
        label="From the top edge"
        {...reach}
        value={box.minY}
        onChange={(mm) => editPiece(piece.id, (p) => void (p.at.yMm += mm - box.minY))}
      />
      <LengthField
        label="From the right edge"
        {...reach}
        value={widthMm - box.maxX}
        onChange={(mm) => editPiece(piece.id, (p) => void (p.at.xMm += widthMm - box.maxX - mm))}
      />
      <LengthField
        label="From the bottom edge"
        {...reach}
        value={heightMm - box.maxY}
        onChange={(mm) => editPiece(piece.id, (p) => void (p.at.yMm += heightMm - box.maxY - mm))}
      />
      <LengthField
        label="Width (height follows)"
        units={u}
        min={1}
        max={LIMITS.reachMm}
        value={b.maxX - b.minX}
        onChange={(mm) => resizeTo(mm / (b.maxX - b.minX))}
      />
      <LengthField
        label="Height (width follows)"
        units={u}
        min={1}
        max={LIMITS.reachMm}
        value={b.maxY - b.minY}
        onChange={(mm) => resizeTo(mm / (b.maxY - b.minY))}
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
    </div>
  );
}
