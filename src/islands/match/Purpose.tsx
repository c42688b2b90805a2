import { EDGE_OPTIONS, FieldChoice, Fold, HAND_OPTIONS, LAUNDERING_OPTIONS, Select } from '~/components';
import type { Project } from '~/core/keep/model';
import { edit } from '~/store';
import { answer } from '../project/answers';
import { purposeSays, WANTS } from '../project/says';
import css from './Match.module.css';

/** What the whole project is for. */
export function Purpose({ project }: { project: Project }) {
  const { intent, wants } = project;
  return (
    <section aria-label="What it is for">
      <Fold label="What it is for" says={purposeSays(project)}>
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
