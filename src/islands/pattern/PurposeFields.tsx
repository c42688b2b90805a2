import { EDGE_OPTIONS, FieldChoice, HAND_OPTIONS, LAUNDERING_OPTIONS, Select } from '~/components';
import type { Project } from '~/core/keep/model';
import { edit } from '~/store';
import { answer } from '../project/answers';
import css from './Pattern.module.css';

/** What the project is for: web, heat and edge follow from it. */
export function PurposeFields({ project }: { project: Project }) {
  return (
    <>
      <p className={css.lead}>Web, heat and edge follow from this. Pick a piece in the picture to change it alone.</p>
      <FieldChoice
        label="Washed"
        value={project.open.includes('laundering') ? null : project.intent.laundering}
        options={LAUNDERING_OPTIONS}
        onChange={(v) => edit((p) => answer(p, 'laundering', v))}
      />
      <FieldChoice
        label="Feel"
        value={project.intent.hand}
        options={HAND_OPTIONS}
        onChange={(v) => edit((p) => void (p.intent.hand = v))}
      />
      <Select
        label="Edge"
        value={project.intent.edge}
        options={EDGE_OPTIONS}
        onChange={(v) => edit((p) => answer(p, 'edge', v))}
      />
    </>
  );
}
