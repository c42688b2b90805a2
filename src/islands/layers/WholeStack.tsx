import { Button, LengthField, Note, Term } from '~/components';
import { areaMm2, regionOf } from '~/core/base/shape';
import { formatArea, formatLength, formatSize } from '~/core/base/units';
import { type ArticleView, edgeDone, lookup, type Plan } from '~/core/keep/model';
import { makeBy, RECIPE_FACTS } from '~/core/lay/recipe';
import { QUILT_EDGE_MM } from '~/core/lay/size';
import type { ArticlePicture } from '~/core/plan';
import { edit } from '~/store';
import { listedWords, spell, term, upper } from '~/words';
import { PieceChips } from '../project/PieceChips';
import css from './Layers.module.css';

/** What concerns the stack as a whole: underlaps, units, wadding and backing. */
export function WholeStack({
  project,
  plan,
  picture,
  hiddenGround,
}: {
  project: ArticleView;
  plan: Plan;
  picture: ArticlePicture;
  /** The ground that could be cut away, path data. */
  hiddenGround: string;
}) {
  const { intent } = project;
  const u = project.units;
  const others = new Set(project.pieces.flatMap((p) => (p.part ? [p.id] : [])));
  const inUnit = new Set(project.pieces.filter((p) => p.unit !== null).map((p) => p.id));
  const offered = picture.units.filter((ids) => ids.every((id) => !inUnit.has(id) && !others.has(id)));
  // Only stitches hold a picture whose ground is cut away, and only a soft hand asks for it.
  const look = lookup(project);
  const stitched = project.pieces.some((p) => edgeDone(look.edgeOf(p)) === 'stitched');
  const behind = hiddenGround === '' || !stitched || intent.hand !== 'soft' ? 0 : areaMm2(regionOf(hiddenGround));
  return (
    <>
      <div>
        <h2>
          <Term id="tuck-under">Tuck-under</Term> and joins
        </h2>
        <p className={css.lead}>
          A lower piece runs on under its upper {spell('neighbour')}, so that no background shows. Your drawing is kept;
          where pieces only meet, the lower one is made larger. Dotted lines show where the upper edge will be.
        </p>
      </div>
      <JoinFields project={project} />
      <StackSettings project={project} plan={plan} />
      {behind > 0 && (
        <div>
          <h3>Behind the picture</h3>
          <p className={css.lead}>
            {formatArea(behind, u)} of the background is hidden by more than the tuck-under. Cut it away from the back
            once it is stitched: the picture stays softer. The map of how thick it is shows where.
          </p>
        </div>
      )}
      <Units project={project} plan={plan} offered={offered} others={others} />
    </>
  );
}

/** How far pieces run on beneath one another, and how wide a rim of web they keep. */
function JoinFields({ project }: { project: ArticleView }) {
  const { layering, units: u } = project;
  const { topHasWindows: windows } = RECIPE_FACTS[project.recipe.id];
  return (
    <div className={css.fields}>
      <LengthField
        label="Tuck-under"
        units={u}
        min={0}
        max={50}
        value={layering.underlapMm}
        onChange={(mm) => edit((p) => void (p.layering.underlapMm = mm))}
      />
      <LengthField
        label="Rim of web (0: web all over)"
        units={u}
        min={0}
        max={100}
        value={layering.webRimMm}
        onChange={(mm) => edit((p) => void (p.layering.webRimMm = mm))}
      />
      {windows && (
        <LengthField
          label="Margin beyond a window"
          units={u}
          min={0}
          max={100}
          value={layering.windowMarginMm}
          onChange={(mm) => edit((p) => void (p.layering.windowMarginMm = mm))}
        />
      )}
    </div>
  );
}

/** What the picture is: behind windows, to be quilted. */
function StackSettings({ project, plan }: { project: ArticleView; plan: Plan }) {
  const { layering, units: u } = project;
  const { topHasWindows: windows, needsGround, layOut } = RECIPE_FACTS[project.recipe.id];
  const quilt = plan.articles.find((a) => a.id === project.article.id);
  return (
    <>
      <div className={css.row}>
        {needsGround && (windows || !layOut) && (
          <Button aria-pressed={windows} onClick={() => edit((p) => makeBy(p, windows ? 'applique' : 'window'))}>
            Picture behind windows
          </Button>
        )}
        {project.article.ground && (
          <Button
            aria-pressed={layering.quilted}
            onClick={() => edit((p) => void (p.layering.quilted = !p.layering.quilted))}
          >
            Quilted
          </Button>
        )}
      </div>
      {windows && (
        <Note>
          The top piece has the windows. Of the pieces behind, only what a window shows is made, and a margin.
        </Note>
      )}
      {layering.quilted && project.article.ground && project.top === null && (
        <label className={css.tick}>
          <input
            type="checkbox"
            checked={layering.waddingFirst}
            onChange={(e) => edit((p) => void (p.layering.waddingFirst = e.target.checked))}
          />
          {upper(term('wadding'))} and backing are under it while I fuse
        </label>
      )}
      {quilt?.wadding && quilt.backing && (
        <p>
          {upper(term('wadding'))} {formatSize(quilt.wadding.widthMm, quilt.wadding.heightMm, u)}, backing{' '}
          {formatSize(quilt.backing.widthMm, quilt.backing.heightMm, u)}: {formatLength(QUILT_EDGE_MM.wadding.value, u)}{' '}
          and {formatLength(QUILT_EDGE_MM.backing.value, u)} larger all round.
        </p>
      )}
    </>
  );
}

/** How large the sheet is that units are built on. */
function SheetSize({ project: { units, layering } }: { project: ArticleView }) {
  const side = (label: string, key: 'widthMm' | 'heightMm') => (
    <LengthField
      label={label}
      units={units}
      min={SHEET_SIDE_MM.min}
      max={SHEET_SIDE_MM.max}
      value={layering.sheet[key]}
      onChange={(mm) => edit((p) => void (p.layering.sheet[key] = mm), { what: 'sheet', ids: [key] })}
    />
  );
  return (
    <div className={css.fields}>
      {side('Pressing sheet width', 'widthMm')}
      {side('Pressing sheet height', 'heightMm')}
    </div>
  );
}
/** As the file has it. */
const SHEET_SIDE_MM = { min: 20, max: 2000 } as const;

/** What is built on the release sheet first, and what could be. */
function Units({
  project,
  plan,
  offered,
  others,
}: {
  project: ArticleView;
  plan: Plan;
  offered: readonly (readonly string[])[];
  /** Pieces that are another's other side. */
  others: ReadonlySet<string>;
}) {
  const mine = new Set(project.order);
  const built = plan.making.steps.filter(
    (s) => s.kind === 'lay' && s.on === 'sheet' && s.members.every((id) => mine.has(id)),
  );
  const nameOf = (id: string): string => project.pieces.find((p) => p.id === id)?.label || 'the lowest';
  return (
    <div>
      <h3>
        <Term id="unit">Units</Term>
      </h3>
      {built.length === 0 && offered.length === 0 && (
        <p className={css.lead}>Nothing here has to be built on a pressing sheet first.</p>
      )}
      {built.map((s) => (
        <div key={s.unit} className={css.unit}>
          <strong>{s.unit}</strong>
          <PieceChips project={project} ids={s.members} short label={`Unit ${s.unit}`} />
          <p className={css.lead}>
            Fuse these to each other on the pressing sheet first.
            {s.does.code === 'lay-on-sheet' && s.does.keepLiners.length > 0 && (
              <>
                {' '}
                Leave the {s.does.keepLiners.length === 1 ? 'paper' : 'papers'} on{' '}
                {listedWords(s.does.keepLiners.map(nameOf))} until the unit goes on the background.
              </>
            )}
          </p>
          {s.members.every((id) => !others.has(id)) && (
            <Button
              look="plain"
              onClick={() =>
                edit((p) => {
                  for (const piece of p.pieces)
                    if (s.unit !== null && (piece.unit === s.unit || piece.unit?.startsWith(`${s.unit}/`)))
                      piece.unit = null;
                })
              }
            >
              Take it apart
            </Button>
          )}
        </div>
      ))}
      {offered.map((ids) => {
        const name = project.pieces.find((p) => p.id === ids[0])?.label || 'Unit';
        return (
          <div key={ids.join()} className={css.unit}>
            <PieceChips project={project} ids={ids} short label="Suggested unit" />
            <Button
              onClick={() =>
                edit((p) => {
                  for (const piece of p.pieces) if (ids.includes(piece.id)) piece.unit = name.replaceAll('/', ' ');
                })
              }
            >
              Build “{name}” first
            </Button>
          </div>
        );
      })}
      {(built.length > 0 || offered.length > 0) && <SheetSize project={project} />}
    </div>
  );
}
