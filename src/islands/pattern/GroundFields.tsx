import { useState } from 'react';
import { Button, LengthField, Note, NumberField, Select } from '~/components';
import { formatSize } from '~/core/base/units';
import {
  GROUND_SIZES,
  type GroundShape,
  groundLikePiece,
  groundOfShape,
  groundResized,
  groundShape,
  takeAlong,
} from '~/core/intake/arrange';
import { type ArticleView, LIMITS } from '~/core/keep/model';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import { edit } from '~/store';
import { FabricChoice } from '../cloth/FabricChoice';
import { editGround } from './edits';
import css from './Pattern.module.css';

interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}

export const GROUND_SHAPES: { readonly [S in GroundShape]: string } = {
  rectangle: 'rectangle',
  oval: 'round or oval',
  arch: 'arched',
  own: 'like a piece',
};

/** The ground: its size, shape, seams, creases and cloth. */
export function GroundFields({ project }: { project: ArticleView }) {
  const u = project.units;
  const { ground } = project;
  const sizeName =
    GROUND_SIZES.find((s) => Math.abs(s.widthMm - ground.widthMm) < 0.5 && Math.abs(s.heightMm - ground.heightMm) < 0.5)
      ?.name ?? '';
  const shape = groundShape(ground);
  const [offer, setOffer] = useState<{ before: Size; after: Size } | null>(null);
  const resize = (widthMm: number, heightMm: number): string | null => {
    const before = { widthMm: ground.widthMm, heightMm: ground.heightMm };
    const refused = editGround((g) => void Object.assign(g, groundResized(g, widthMm, heightMm)));
    if (!refused && project.pieces.length > 0)
      setOffer((o) => ({ before: o?.before ?? before, after: { widthMm, heightMm } }));
    return refused;
  };
  // Undone, or changed elsewhere: what was offered fits no longer.
  const stands = offer?.after.widthMm === ground.widthMm && offer.after.heightMm === ground.heightMm;
  const along = (how: 'move' | 'size'): void => {
    if (!offer) return;
    edit((p) => takeAlong(p, project.article.id, offer.before, offer.after, how));
    setOffer(null);
  };
  return (
    <>
      <Select
        label="Common sizes"
        value={sizeName}
        options={[
          { value: '', label: 'my own size' },
          ...GROUND_SIZES.map((s) => ({
            value: s.name,
            label: `${s.name}, ${formatSize(s.widthMm, s.heightMm, u)}`,
          })),
        ]}
        onChange={(name) => {
          const size = GROUND_SIZES.find((s) => s.name === name);
          if (!size) return;
          resize(size.widthMm, size.heightMm);
          if (size.seamMm !== undefined) editGround((g) => void (g.seamAllowanceMm = size.seamMm ?? 0));
        }}
      />
      <div className={css.pair}>
        <LengthField
          label="Background width"
          units={u}
          min={LIMITS.groundMinMm}
          max={LIMITS.reachMm}
          value={ground.widthMm}
          onChange={(mm) => resize(mm, ground.heightMm)}
        />
        <LengthField
          label="Background height"
          units={u}
          min={LIMITS.groundMinMm}
          max={LIMITS.reachMm}
          value={ground.heightMm}
          onChange={(mm) => resize(ground.widthMm, mm)}
        />
        <Select
          label="Shape"
          value={shape}
          options={(Object.keys(GROUND_SHAPES) as GroundShape[])
            // A shape of its own comes from a piece, below.
            .filter((value) => value !== 'own' || shape === 'own')
            .map((value) => ({ value, label: GROUND_SHAPES[value] }))}
          onChange={(v) => editGround((g) => void Object.assign(g, groundOfShape(g, v)))}
        />
      </div>
      <p className={css.hint}>Size is the finished one, without seams.</p>
      <CutFields project={project} />
      {stands && (
        <Note
          actions={
            <>
              <Button onClick={() => along('move')}>Move the pieces too</Button>
              <Button onClick={() => along('size')}>Resize the pieces too</Button>
              <Button onClick={() => setOffer(null)}>Keep as it is</Button>
            </>
          }
        >
          The pieces stayed where they were, from the top left corner.
        </Note>
      )}
      {project.pieces.length > 0 && (
        <Select
          label="Or use the shape of a piece"
          value=""
          options={[
            { value: '', label: 'choose a piece' },
            ...project.pieces.map((p) => ({ value: p.id, label: `${project.numberOf(p.id)} ${p.label}` })),
          ]}
          onChange={(id) => {
            const piece = project.pieces.find((p) => p.id === id);
            if (piece) editGround((g) => void Object.assign(g, groundLikePiece(g, piece)));
          }}
        />
      )}
      <div className={css.pair}>
        <NumberField
          label="Folds across"
          unit="×"
          min={0}
          max={4}
          value={ground.creases.across}
          onChange={(n) => editGround((g) => void (g.creases.across = Math.round(n)))}
        />
        <NumberField
          label="Folds down"
          unit="×"
          min={0}
          max={4}
          value={ground.creases.down}
          onChange={(n) => editGround((g) => void (g.creases.down = Math.round(n)))}
        />
      </div>
      <label className={css.tick}>
        <input
          type="checkbox"
          checked={ground.creases.diagonal}
          onChange={(e) => editGround((g) => void (g.creases.diagonal = e.target.checked))}
        />
        Diagonal folds too
      </label>
      <FabricChoice
        label="Background fabric"
        project={project}
        value={ground.fabricId}
        onChange={(id) => editGround((g) => void (g.fabricId = id))}
      />
    </>
  );
}

const SOURCES = {
  cut: 'cut from fabric',
  here: 'ready-made, I have it',
  buy: 'ready-made, to buy',
} as const;
type Source = keyof typeof SOURCES;

/** How the background comes about: cut with its seams, or made up already. */
function CutFields({ project }: { project: ArticleView }) {
  const u = project.units;
  const { ground, article } = project;
  if (RECIPE_FACTS[project.recipe.id].onMadeUp) return null;
  const { readyMade } = ground;
  const source: Source = readyMade === null ? 'cut' : readyMade.have >= article.count ? 'here' : 'buy';
  // A seam that is wider than half of what it is round is none.
  const mostMm = Math.min(200, Math.min(ground.widthMm, ground.heightMm) / 2);
  return (
    <div className={css.pair}>
      <Select
        label="It is"
        value={source}
        options={(Object.keys(SOURCES) as Source[]).map((value) => ({ value, label: SOURCES[value] }))}
        onChange={(v) =>
          editGround((g) => {
            g.readyMade =
              v === 'cut' ? null : { have: v === 'here' ? article.count : 0, washed: readyMade?.washed ?? false };
            if (g.readyMade) {
              g.seamAllowanceMm = 0;
              g.squaringMm = 0;
            }
          })
        }
      />
      {readyMade ? (
        <label className={css.tick}>
          <input
            type="checkbox"
            checked={readyMade.washed}
            onChange={(e) => editGround((g) => void (g.readyMade && (g.readyMade.washed = e.target.checked)))}
          />
          It is washed already
        </label>
      ) : (
        <>
          <LengthField
            label="Seam allowance, outside"
            units={u}
            min={0}
            max={mostMm}
            value={ground.seamAllowanceMm}
            onChange={(mm) => editGround((g) => void (g.seamAllowanceMm = mm))}
          />
          <LengthField
            label="Extra to trim away later"
            units={u}
            min={0}
            max={mostMm}
            value={ground.squaringMm}
            onChange={(mm) => editGround((g) => void (g.squaringMm = mm))}
          />
        </>
      )}
    </div>
  );
}
