import { Scale, Thermometer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Fold, NumberField, Select, SURFACE_OPTIONS } from '~/components';
import type { Project, Stage } from '~/core/keep/model';
import type { EveningCost } from '~/core/plan';
import { edit } from '~/store';
import { costSays, coverName, coverOptions, surfaceName } from '~/words';
import { answer } from '../project/answers';
import { useCosts } from '../project/useCosts';
import { LeanDialog } from './LeanDialog';
import { MeasureDialog } from './MeasureDialog';
import css from './Press.module.css';

/** What may be warm already. */
const WARM = [
  { key: 'ground', label: 'the background, just pressed', short: 'background' },
  { key: 'board', label: 'the board, in use for a while', short: 'board' },
] as const;

/** What is on the bench, in a word or two each. */
function benchSays({ bench, irons, covers, surfaces }: Project): string[] {
  const cover = (stage: Stage): string =>
    covers.find((c) => c.id === bench.coverIds[stage])?.name ?? coverName(bench.covers[stage]);
  const surface = surfaces.find((c) => c.id === bench.surfaceId)?.name ?? surfaceName(bench.surface);
  return [
    irons.find((i) => i.id === bench.ironId)?.name ?? '',
    cover('fuse') === cover('bond')
      ? `${cover('bond')} between`
      : `to fuse: ${cover('fuse')}, to bond: ${cover('bond')}`,
    `on ${surface}`,
    ...WARM.filter(({ key }) => bench.warm[key]).map(({ short }) => `warm ${short}`),
  ];
}

/** Iron, covers, surface and what is warm: what every press is worked out for. @param batch copies that are handled in one go; null: nothing is made in batches */
export function Bench({ project, batch, now }: { project: Project; batch: number | null; now: EveningCost }) {
  const { bench, irons } = project;
  const [open, setOpen] = useState(false);
  const others = useMemo(
    () => new Map(irons.flatMap((i) => (i.id === bench.ironId ? [] : [[i.id, { ironId: i.id }] as const]))),
    [irons, bench.ironId],
  );
  const costs = useCosts(project, others, open);
  const [dialog, setDialog] = useState<'measure' | 'lean' | null>(null);
  const iron = project.irons.find((i) => i.id === bench.ironId);
  return (
    <>
      <Fold label="Iron and board" says={benchSays(project)} onOpen={setOpen}>
        <div className={css.bench}>
          <Select
            label="Iron"
            value={bench.ironId}
            options={project.irons.map((i) => ({ value: i.id, label: i.name }))}
            onChange={(id) => edit((p) => answer(p, 'iron', id))}
          />
          <CoverSelect project={project} stage="fuse" label="Cover for fusing web" />
          <CoverSelect project={project} stage="bond" label="Cover for fusing to the background" />
          <Select
            label="Surface beneath"
            value={bench.surfaceId ?? bench.surface}
            options={[...SURFACE_OPTIONS, ...project.surfaces.map((c) => ({ value: c.id, label: c.name }))]}
            onChange={(v) =>
              edit((p) => {
                const own = p.surfaces.find((c) => c.id === v);
                p.bench.surfaceId = own?.id ?? null;
                p.bench.surface = own?.kind ?? (v as typeof p.bench.surface);
              })
            }
          />
          <fieldset className={css.warm}>
            <legend>Already warm</legend>
            {WARM.map(({ key, label }) => (
              <label key={key}>
                <input
                  type="checkbox"
                  checked={bench.warm[key]}
                  onChange={(e) => {
                    const on = e.target.checked;
                    edit((p) => void (p.bench.warm[key] = on));
                  }}
                />
                {label}
              </label>
            ))}
          </fieldset>
          {batch !== null && (
            <NumberField
              label="Copies in one go"
              unit=""
              value={project.bench.batch ?? batch}
              min={1}
              max={999}
              onChange={(v) => edit((p) => void (p.bench.batch = Math.round(v)), { what: 'batch' })}
              hint="so many are placed, pressed and cooled before the next"
            />
          )}
          {open && others.size > 0 && (
            <ul className={css.irons} aria-label="With another iron">
              {irons
                .filter((i) => others.has(i.id))
                .map((i) => (
                  <li key={i.id} data-iron={i.id}>
                    <strong>{i.name}.</strong> {costSays(now, costs.get(i.id), project.units)}
                  </li>
                ))}
            </ul>
          )}
          <div className={css.row}>
            <Button icon={<Thermometer size={20} />} onClick={() => setDialog('measure')}>
              Measure my iron
            </Button>
            <Button icon={<Scale size={20} />} onClick={() => setDialog('lean')}>
              Weigh my pressure
            </Button>
          </div>
        </div>
      </Fold>
      {dialog === 'measure' && iron && (
        <MeasureDialog iron={iron} units={project.units} onClose={() => setDialog(null)} />
      )}
      {dialog === 'lean' && iron && <LeanDialog iron={iron} onClose={() => setDialog(null)} />}
    </>
  );
}

/** What lies between iron and work in one of the two presses. */
function CoverSelect({ project, stage, label }: { project: Project; stage: Stage; label: string }) {
  const { bench } = project;
  return (
    <Select
      label={label}
      value={bench.coverIds[stage] ?? bench.covers[stage]}
      options={[...coverOptions(), ...project.covers.map((c) => ({ value: c.id, label: c.name }))]}
      onChange={(v) =>
        edit((p) => {
          const own = p.covers.find((c) => c.id === v);
          p.bench.coverIds[stage] = own?.id ?? null;
          p.bench.covers[stage] = own?.kind ?? (v as Project['bench']['covers'][Stage]);
        })
      }
    />
  );
}
