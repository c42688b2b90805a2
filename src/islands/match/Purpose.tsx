import { Choice, EDGE_OPTIONS, HAND_OPTIONS, LAUNDERING_OPTIONS, NumberField, Select } from '~/components';
import { SCHOOLS } from '~/core/match';
import type { Project } from '~/core/model';
import { edit } from '~/store';
import css from './Match.module.css';

const WANTS = [
  { key: 'trialPlacing', label: 'places are tried before heating' },
  { key: 'printLiner', label: 'shapes are printed on the liner' },
  { key: 'foil', label: 'foil is pressed on' },
] as const;

/** What the whole project is for, and which side it takes where practitioners differ. */
export function Purpose({ project }: { project: Project }) {
  const { intent, wants, schools } = project;
  return (
    <section className={css.purpose} aria-label="What it is for">
      <div className={css.intent}>
        <Choice
          label="Washed"
          value={intent.laundering}
          options={LAUNDERING_OPTIONS}
          onChange={(v) => edit((p) => void (p.intent.laundering = v))}
        />
        <Choice
          label="Hand"
          value={intent.hand}
          options={HAND_OPTIONS}
          onChange={(v) => edit((p) => void (p.intent.hand = v))}
        />
        <Select
          label="Edge"
          value={intent.edge}
          options={EDGE_OPTIONS}
          onChange={(v) => edit((p) => void (p.intent.edge = v))}
        />
        <fieldset className={css.wants}>
          <legend>Also wanted</legend>
          {WANTS.map(({ key, label }) => (
            <label key={key}>
              <input
                type="checkbox"
                checked={wants[key]}
                onChange={(e) => edit((p) => void (p.wants[key] = e.target.checked))}
              />
              {label}
            </label>
          ))}
        </fieldset>
      </div>
      <details className={css.schools}>
        <summary>Where people disagree</summary>
        <div>
          {SCHOOLS.map((s) => (
            <fieldset key={s.key} className={css.school}>
              <legend>{s.question}</legend>
              {s.sides.map((side) => (
                <label key={side.value} data-side={side.value}>
                  <input
                    type="radio"
                    name={s.key}
                    checked={schools[s.key] === side.value}
                    onChange={() => edit((p) => void ((p.schools[s.key] as string) = side.value))}
                  />
                  <span>
                    <strong>{side.name}</strong>
                    <span>{side.says}</span>
                  </span>
                </label>
              ))}
              <p className={css.small}>
                We start from “{s.sides[0].name}”: {s.why.charAt(0).toLowerCase() + s.why.slice(1)}
              </p>
            </fieldset>
          ))}
          {schools.webs === 'fewest' && (
            <div className={css.price}>
              <NumberField
                label="What one web more costs"
                unit=" points"
                value={schools.extraWebPoints}
                min={0}
                max={100}
                onChange={(v) => edit((p) => void (p.schools.extraWebPoints = v), { what: 'extra-web' })}
                hint="about 10 points decide between two webs of which either would do"
              />
            </div>
          )}
        </div>
      </details>
    </section>
  );
}
