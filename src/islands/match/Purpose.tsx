import {
  EDGE_OPTIONS,
  EDGE_WORDS,
  FieldChoice,
  Fold,
  HAND_OPTIONS,
  HAND_WORDS,
  LAUNDERING_OPTIONS,
  LAUNDERING_WORDS,
  NumberField,
  Select,
} from '~/components';
import { SCHOOLS } from '~/core/choose/match';
import type { Project } from '~/core/keep/model';
import { edit } from '~/store';
import { lower, SCHOOL_WORDS, schoolSideWords } from '~/words';
import { answer } from '../project/answers';
import css from './Match.module.css';

const WANTS = [
  { key: 'trialPlacing', label: 'try places before heating' },
  { key: 'printLiner', label: 'print shapes on the paper' },
  { key: 'foil', label: 'press foil on' },
] as const;

/** The answers in a word or two each: what it is for, and where it takes another side than the one we start from. */
function saysOf({ intent, wants, schools }: Project): string[] {
  return [
    `washed ${LAUNDERING_WORDS[intent.laundering]}`,
    `${HAND_WORDS[intent.hand]} feel`,
    EDGE_WORDS[intent.edge],
    ...WANTS.filter(({ key }) => wants[key]).map(({ label }) => label),
    ...SCHOOLS.flatMap((s) =>
      s.sides.slice(1).flatMap((side) => (side === schools[s.key] ? [schoolSideWords(s.key, side).name] : [])),
    ),
  ];
}

/** What the whole project is for, and which side it takes where practitioners differ. */
export function Purpose({ project }: { project: Project }) {
  const { intent, wants, schools } = project;
  return (
    <section aria-label="What it is for">
      <Fold label="What it is for" says={saysOf(project)}>
        <div className={css.intent}>
          <FieldChoice
            label="Washed"
            value={project.open.includes('laundering') ? null : intent.laundering}
            options={LAUNDERING_OPTIONS}
            onChange={(v) => edit((p) => answer(p, 'laundering', v))}
          />
          <FieldChoice
            label="Feel"
            value={intent.hand}
            options={HAND_OPTIONS}
            onChange={(v) => edit((p) => void (p.intent.hand = v))}
          />
          <Select
            label="Edge"
            value={intent.edge}
            options={EDGE_OPTIONS}
            onChange={(v) => edit((p) => answer(p, 'edge', v))}
          />
          <fieldset className={css.wants}>
            <legend>Also</legend>
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
                <legend>{SCHOOL_WORDS[s.key].question}</legend>
                {s.sides.map((side) => (
                  <label key={side} data-side={side}>
                    <input
                      type="radio"
                      name={s.key}
                      checked={schools[s.key] === side}
                      onChange={() => edit((p) => void ((p.schools[s.key] as string) = side))}
                    />
                    <span>
                      <strong>{schoolSideWords(s.key, side).name}</strong>
                      <span>{schoolSideWords(s.key, side).says}</span>
                    </span>
                  </label>
                ))}
                <p className={css.small}>
                  We start from “{schoolSideWords(s.key, s.sides[0]).name}”: {lower(SCHOOL_WORDS[s.key].why)}
                </p>
              </fieldset>
            ))}
            {schools.webs === 'fewest' && (
              <div className={css.price}>
                <NumberField
                  label="Cost of one more web"
                  unit=" points"
                  value={schools.extraWebPoints}
                  min={0}
                  max={100}
                  onChange={(v) => edit((p) => void (p.schools.extraWebPoints = v), { what: 'extra-web' })}
                  hint="about 10 points decide between two webs that would both do"
                />
              </div>
            )}
          </div>
        </details>
      </Fold>
    </section>
  );
}
