import {
  EDGE_OPTIONS,
  EDGE_WORDS,
  FieldChoice,
  Fold,
  HAND_OPTIONS,
  HAND_WORDS,
  LAUNDERING_OPTIONS,
  LAUNDERING_WORDS,
  Select,
} from '~/components';
import type { Project } from '~/core/keep/model';
import { edit } from '~/store';
import { answer } from '../project/answers';
import css from './Match.module.css';

const WANTS = [
  { key: 'trialPlacing', label: 'try places before heating' },
  { key: 'printLiner', label: 'print shapes on the paper' },
  { key: 'foil', label: 'press foil on' },
] as const;

/** What it is for, in a word or two each. */
function saysOf({ intent, wants }: Project): string[] {
  return [
    `washed ${LAUNDERING_WORDS[intent.laundering]}`,
    `${HAND_WORDS[intent.hand]} feel`,
    EDGE_WORDS[intent.edge],
    ...WANTS.filter(({ key }) => wants[key]).map(({ label }) => label),
  ];
}

/** What the whole project is for. */
export function Purpose({ project }: { project: Project }) {
  const { intent, wants } = project;
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
      </Fold>
    </section>
  );
}
