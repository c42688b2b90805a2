import { Button, LengthField, Note } from '~/components';
import { areaMm2, regionOf } from '~/core/base/shape';
import { formatArea, formatLength, formatThickness } from '~/core/base/units';
import { type ArticleView, edgeDone, lookup, type Plan } from '~/core/keep/model';
import { HAND_LIMIT, QUILT_EDGE_MM, quiltSizes } from '~/core/lay/layer';
import { makeBy, RECIPE_FACTS } from '~/core/lay/recipe';
import type { ArticlePicture } from '~/core/plan';
import { edit } from '~/store';
import { PieceChips } from '../project/PieceChips';
import css from './Layers.module.css';

/** An estimate to two figures: more would be a claim. */
const roughly = (n: number): string => String(Number(n.toPrecision(2)));

/** What concerns the stack as a whole: underlaps, an order of ours, units, the thickest place, wadding and backing. */
export function WholeStack({
  project,
  plan,
  picture,
  hiddenGround,
  onOrder,
}: {
  project: ArticleView;
  plan: Plan;
  picture: ArticlePicture;
  /** The ground that could be cut away, path data. */
  hiddenGround: string;
  onOrder: (order: readonly string[]) => void;
}) {
  const { intent } = project;
  const u = project.units;
  const { stack } = picture;
  const pile = stack.highest && stack.stacks[stack.highest.stack];
  // How a piece and its other side lie is the recipe's: only the order of the others can differ.
  const others = new Set(project.pieces.flatMap((p) => (p.part ? [p.id] : [])));
  const mineOnly = (ids: readonly string[]): string => ids.filter((id) => !others.has(id)).join(' ');
  const differs = mineOnly(picture.suggested) !== mineOnly(project.order);
  const inUnit = new Set(project.pieces.filter((p) => p.unit !== null).map((p) => p.id));
  const offered = picture.units.filter((ids) => ids.every((id) => !inUnit.has(id) && !others.has(id)));
  // Only stitches hold a picture whose ground is cut away, and only a soft hand asks for it.
  const look = lookup(project);
  const stitched = project.pieces.some((p) => edgeDone(look.edgeOf(p)) === 'stitched');
  const behind = hiddenGround === '' || !stitched || intent.hand !== 'soft' ? 0 : areaMm2(regionOf(hiddenGround));
  return (
    <>
      <div>
        <h2>Joins</h2>
        <p className={css.lead}>
          A lower piece runs on beneath its upper neighbour, so that no ground shows. What you drew is kept; where it
          only meets, it is made larger. Dotted lines show where the upper edge will lie.
        </p>
      </div>
      <JoinFields project={project} />
      <StackSettings project={project} />
      {pile && (
        <div>
          <h3>The stiffest place</h3>
          <p className={pile.stiffness > HAND_LIMIT[intent.hand].value ? css.stop : css.lead}>
            {pile.cloths} {pile.cloths === 1 ? 'layer' : 'layers'} of cloth, {pile.webs} of web,{' '}
            {formatThickness(pile.thicknessMm, u)} thick: about {roughly(pile.stiffness)} times as stiff as{' '}
            {project.article.ground ? 'the bare ground' : 'its lowest cloth alone'} (estimated).
            {Number.isFinite(HAND_LIMIT[intent.hand].value) &&
              ` A ${intent.hand} hand bears about ${HAND_LIMIT[intent.hand].value}.`}
          </p>
        </div>
      )}
      {behind > 0 && (
        <div>
          <h3>Behind the picture</h3>
          <p className={css.lead}>
            {formatArea(behind, u)} of the ground lie hidden by more than the underlap. Cut away from the back once it
            is stitched, the picture stays softer; the map of how thick it gets shows where.
          </p>
        </div>
      )}
      <div>
        <h3>Our order</h3>
        <p className={css.lead}>
          {differs
            ? 'We would lay larger pieces further back, and what lies inside another on top of it.'
            : 'Yours is the order we would take too.'}
        </p>
        {differs && <Button onClick={() => onOrder(picture.suggested)}>Take our order</Button>}
      </div>
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
        label="Underlap"
        units={u}
        min={0}
        max={50}
        value={layering.underlapMm}
        onChange={(mm) => edit((p) => void (p.layering.underlapMm = mm))}
      />
      <LengthField
        label="Rim of web, 0 for all"
        units={u}
        min={0}
        max={100}
        value={layering.webRimMm}
        onChange={(mm) => edit((p) => void (p.layering.webRimMm = mm))}
      />
      {windows && (
        <LengthField
          label="Beyond a window"
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
function StackSettings({ project }: { project: ArticleView }) {
  const { layering, ground, units: u } = project;
  const { topHasWindows: windows, needsGround, layOut } = RECIPE_FACTS[project.recipe.id];
  const quilt = quiltSizes(ground.widthMm, ground.heightMm);
  return (
    <>
      <div className={css.row}>
        {needsGround && !layOut && (
          <Button aria-pressed={windows} onClick={() => edit((p) => makeBy(p, windows ? 'applique' : 'window'))}>
            Picture behind windows
          </Button>
        )}
        {project.article.ground && (
          <Button
            aria-pressed={layering.quilted}
            onClick={() => edit((p) => void (p.layering.quilted = !p.layering.quilted))}
          >
            It will be quilted
          </Button>
        )}
      </div>
      {windows && (
        <Note>
          The top-most piece is the top; its holes are the windows. Of the pieces behind only what a window shows, and
          the margin, is made.
        </Note>
      )}
      {layering.quilted && project.article.ground && (
        <label className={css.tick}>
          <input
            type="checkbox"
            checked={layering.waddingFirst}
            onChange={(e) => edit((p) => void (p.layering.waddingFirst = e.target.checked))}
          />
          Wadding and backing lie beneath already while I bond
        </label>
      )}
      {layering.quilted && project.article.ground && (
        <p>
          Wadding {formatLength(quilt.wadding.widthMm, u)} × {formatLength(quilt.wadding.heightMm, u)}, backing{' '}
          {formatLength(quilt.backing.widthMm, u)} × {formatLength(quilt.backing.heightMm, u)}:{' '}
          {formatLength(QUILT_EDGE_MM.wadding.value, u)} and {formatLength(QUILT_EDGE_MM.backing.value, u)} larger all
          round.
        </p>
      )}
    </>
  );
}

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
      <h3>Units</h3>
      {built.length === 0 && offered.length === 0 && (
        <p className={css.lead}>Nothing here needs building on a release sheet first.</p>
      )}
      {built.map((s) => (
        <div key={s.unit} className={css.unit}>
          <strong>{s.unit}</strong>
          <PieceChips project={project} ids={s.members} short label={`Unit ${s.unit}`} />
          <p className={css.lead}>
            Bond these to each other on the release sheet.
            {s.does.code === 'lay-on-sheet' && s.does.keepLiners.length > 0 && (
              <>
                {' '}
                {s.does.keepLiners.length === 1 ? 'The liner' : 'The liners'} of{' '}
                {s.does.keepLiners.map(nameOf).join(', ')} {s.does.keepLiners.length === 1 ? 'stays' : 'stay'} on until
                the unit goes to the ground.
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
            <PieceChips project={project} ids={ids} short label="Unit offered" />
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
    </div>
  );
}
