import { LengthField, NumberField, Select } from '~/components';
import { formatSize } from '~/core/base/units';
import { type Around, type ArticleView, NOTHING_AROUND, type Project, type Run } from '~/core/keep/model';
import { isMadeUp, SEAM_MM, sizesOf } from '~/core/lay/size';
import { edit } from '~/store';
import { term } from '~/words';
import css from './AroundFields.module.css';
import { articleInHand } from './edits';

const NONE = 'none';
type Strip = 'border' | 'binding' | 'facing';

/** As one begins with them. Common practice, no source: a narrow border, binding and facing cut from strips of 2½ in, a sleeve of 4 in, a gap that a hand goes through. */
const BEGIN = {
  border: { wideMm: 60, run: 'along' },
  binding: { wideMm: 63.5, run: 'across' },
  facing: { wideMm: 63.5, run: 'across' },
} as const satisfies Record<Strip, { wideMm: number; run: Run }>;
const BACK = { how: 'envelope', gapMm: 120 } as const;
const SLEEVE_DEEP_MM = 101.6;
const SASHING_MM = 50.8;
const STRIPS: { readonly [S in Strip]: { label: string; wide: string; least: number; most: number } } = {
  border: { label: 'Border', wide: 'Border, finished width', least: 5, most: 1000 },
  binding: { label: 'Binding', wide: 'Binding strip, cut width', least: 5, most: 300 },
  facing: { label: 'Facing', wide: 'Facing strip, cut width', least: 20, most: 300 },
};
const RUN_OPTIONS: { value: Run; label: string }[] = [
  { value: 'along', label: 'along fabric' },
  { value: 'across', label: 'across, joined' },
];

/** What is sewn round the background and behind it, and blocks joined into one: no pieces of the picture, and they take cloth and time all the same. */
export function AroundFields({ project }: { project: ArticleView }) {
  const { top } = project;
  const blocks = project.articles.filter((a) => a.ground);
  const many = blocks.reduce((n, a) => n + a.count, 0);
  const around = top ? top.around : project.article.around;
  const change = (what: Partial<Around>): void => {
    edit((p) => {
      const now = p.top ? p.top.around : articleInHand(p).around;
      Object.assign(now, what);
      // What is sewn on needs a seam: where nobody has given one, the usual one of patchwork.
      const sewn = now.border ?? now.facing ?? now.back;
      for (const { id, ground } of p.articles)
        if (sewn && ground && ground.seamAllowanceMm === 0 && (p.top || id === articleInHand(p).id))
          ground.seamAllowanceMm = SEAM_MM.patchwork.value;
    });
  };
  return (
    <section className={css.trims} aria-label="Around it">
      <h3>Around it</h3>
      {(many > 1 || top) && <Joined project={project} many={many} />}
      {(Object.keys(STRIPS) as Strip[]).map((of) => (
        <StripFields
          key={of}
          of={of}
          project={project}
          strip={around[of]}
          onChange={(strip) =>
            change({
              [of]: strip,
              // An edge is bound or faced, not both.
              ...(strip && of === 'binding' ? { facing: null } : strip && of === 'facing' ? { binding: null } : {}),
            })
          }
        />
      ))}
      <BackFields project={project} back={around.back} onChange={(back) => change({ back })} />
      <SleeveFields project={project} sleeve={around.sleeve} onChange={(sleeve) => change({ sleeve })} />
      <SizeLines project={project} />
    </section>
  );
}

function ClothSelect({
  label,
  none = 'none',
  project,
  value,
  onChange,
}: {
  label: string;
  none?: string;
  project: Project;
  value: string | null;
  onChange: (fabricId: string | null) => void;
}) {
  return (
    <Select
      label={label}
      value={value ?? NONE}
      options={[{ value: NONE, label: none }, ...project.fabrics.map((f) => ({ value: f.id, label: f.name }))]}
      onChange={(id) => onChange(id === NONE ? null : id)}
    />
  );
}

function StripFields({
  of,
  project,
  strip,
  onChange,
}: {
  of: Strip;
  project: Project;
  strip: Around[Strip];
  onChange: (strip: Around[Strip]) => void;
}) {
  const { label, wide, least, most } = STRIPS[of];
  return (
    <div className={css.trim}>
      <ClothSelect
        label={label}
        project={project}
        value={strip?.fabricId ?? null}
        onChange={(fabricId) => onChange(fabricId === null ? null : { ...(strip ?? BEGIN[of]), fabricId })}
      />
      {strip && (
        <>
          <LengthField
            label={wide}
            units={project.units}
            min={least}
            max={most}
            value={strip.wideMm}
            onChange={(wideMm) => onChange({ ...strip, wideMm })}
          />
          <Select
            label={`${label}, cut`}
            value={strip.run}
            options={RUN_OPTIONS}
            onChange={(run) => onChange({ ...strip, run })}
          />
        </>
      )}
    </div>
  );
}

function BackFields({
  project,
  back,
  onChange,
}: {
  project: Project;
  back: Around['back'];
  onChange: (back: Around['back']) => void;
}) {
  return (
    <div className={css.trim}>
      <ClothSelect
        label="Back, of a cushion or bag"
        project={project}
        value={back?.fabricId ?? null}
        onChange={(fabricId) => onChange(fabricId === null ? null : { ...(back ?? BACK), fabricId })}
      />
      {back && (
        <Select
          label="How the back closes"
          value={back.how}
          options={[
            { value: 'envelope', label: 'two panels that overlap' },
            { value: 'plain', label: 'one panel, turned through a gap' },
          ]}
          onChange={(how) => onChange({ ...back, how })}
        />
      )}
      {back?.how === 'plain' && (
        <LengthField
          label="Turning gap"
          units={project.units}
          min={0}
          max={1000}
          value={back.gapMm}
          onChange={(gapMm) => onChange({ ...back, gapMm })}
        />
      )}
    </div>
  );
}

function SleeveFields({
  project,
  sleeve,
  onChange,
}: {
  project: Project;
  sleeve: Around['sleeve'];
  onChange: (sleeve: Around['sleeve']) => void;
}) {
  return (
    <div className={css.trim}>
      <ClothSelect
        label="Hanging sleeve"
        project={project}
        value={sleeve?.fabricId ?? null}
        onChange={(fabricId) =>
          onChange(fabricId === null ? null : { deepMm: sleeve?.deepMm ?? SLEEVE_DEEP_MM, fabricId })
        }
      />
      {sleeve && (
        <LengthField
          label="Sleeve depth"
          units={project.units}
          min={20}
          max={400}
          value={sleeve.deepMm}
          onChange={(deepMm) => onChange({ ...sleeve, deepMm })}
        />
      )}
    </div>
  );
}

/** Several blocks, each by itself or joined into rows and columns. */
function Joined({ project, many }: { project: ArticleView; many: number }) {
  const { top } = project;
  const grid = sizesOf(project).sewn[0]?.grid ?? null;
  return (
    <>
      <div className={css.trim}>
        <Select
          label={`The ${many} of them`}
          value={top ? 'joined' : 'apart'}
          options={[
            { value: 'apart', label: 'each by itself' },
            { value: 'joined', label: 'joined in one' },
          ]}
          onChange={(v) =>
            edit((p) => {
              p.top =
                v === 'apart'
                  ? null
                  : { columns: Math.ceil(Math.sqrt(many)), sashing: null, around: structuredClone(NOTHING_AROUND) };
              // Blocks are joined by seams: where nobody has given one, the usual one of patchwork.
              if (p.top)
                for (const { ground } of p.articles)
                  if (ground && ground.seamAllowanceMm === 0) ground.seamAllowanceMm = SEAM_MM.patchwork.value;
            })
          }
        />
        {top && (
          <NumberField
            label="Blocks in a row"
            unit=""
            min={1}
            max={60}
            value={top.columns}
            onChange={(n) => edit((p) => void (p.top && (p.top.columns = Math.round(n))))}
          />
        )}
      </div>
      {top && (
        <div className={css.trim}>
          <ClothSelect
            label="Sashing between blocks"
            project={project}
            value={top.sashing?.fabricId ?? null}
            onChange={(fabricId) =>
              edit((p) => {
                if (p.top)
                  p.top.sashing = fabricId === null ? null : { wideMm: top.sashing?.wideMm ?? SASHING_MM, fabricId };
              })
            }
          />
          {top.sashing && (
            <LengthField
              label="Sashing, finished width"
              units={project.units}
              min={5}
              max={500}
              value={top.sashing.wideMm}
              onChange={(mm) => edit((p) => void (p.top?.sashing && (p.top.sashing.wideMm = mm)))}
            />
          )}
        </div>
      )}
      {grid && grid.empty > 0 && (
        <p>
          {grid.rows} rows of {grid.columns} leave {grid.empty === 1 ? 'one place' : `${grid.empty} places`} empty.
        </p>
      )}
      {grid?.differ && <p>The blocks are not of one size and seam: they do not join.</p>}
    </>
  );
}

/** Every size, from the inside out. */
function SizeLines({ project }: { project: ArticleView }) {
  const sizes = sizesOf(project).articles.find((a) => a.id === project.article.id);
  const { ground } = project.article;
  if (!sizes || !ground) return null;
  const same = (a: { widthMm: number; heightMm: number }, b: { widthMm: number; heightMm: number }): boolean =>
    Math.abs(a.widthMm - b.widthMm) < 0.05 && Math.abs(a.heightMm - b.heightMm) < 0.05;
  const lines: readonly (readonly [string, { widthMm: number; heightMm: number } | null])[] = [
    ['Finished', sizes.finished],
    ['Cut', isMadeUp(project, project.article) || same(sizes.cut, sizes.finished) ? null : sizes.cut],
    [project.top ? 'All joined, with seams' : 'Sewn up, with seams', same(sizes.top, sizes.cut) ? null : sizes.top],
    [term('wadding'), sizes.wadding],
    ['Backing', sizes.backing],
  ];
  return (
    <dl className={css.sizes}>
      {lines.map(([name, size]) =>
        size ? (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{formatSize(size.widthMm, size.heightMm, project.units)}</dd>
          </div>
        ) : null,
      )}
    </dl>
  );
}
