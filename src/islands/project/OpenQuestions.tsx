import type { ReactNode } from 'react';
import { EDGE_OPTIONS, EDGE_WORDS, FieldChoice, LAUNDERING_OPTIONS, LAUNDERING_WORDS } from '~/components';
import type { Project, Question } from '~/core/keep/model';
import { edit } from '~/store';
import { answer } from './answers';
import css from './OpenQuestions.module.css';
import { openAt, type Station } from './stations';

interface Asked {
  /** What stands there meanwhile. */
  readonly guess: (p: Project) => string;
  readonly field: (p: Project) => ReactNode;
}

/** How each question is asked where it was left open. Nothing is ticked: what stands there is a guess of ours. */
const ASKED: { readonly [Q in Question]: Asked } = {
  laundering: {
    guess: (p) => LAUNDERING_WORDS[p.intent.laundering],
    field: () => (
      <FieldChoice
        label="Will it be washed?"
        value={null}
        options={LAUNDERING_OPTIONS}
        onChange={(v) => edit((p) => answer(p, 'laundering', v))}
      />
    ),
  },
  edge: {
    guess: (p) => EDGE_WORDS[p.intent.edge],
    field: () => (
      <FieldChoice
        label="What edge finish?"
        value={null}
        options={EDGE_OPTIONS}
        onChange={(v) => edit((p) => answer(p, 'edge', v))}
      />
    ),
  },
  iron: {
    guess: (p) => p.irons.find((i) => i.id === p.bench.ironId)?.name ?? 'an iron',
    field: (p) => (
      <FieldChoice
        label="Which iron?"
        value={null}
        options={p.irons.map((i) => ({ value: i.id, label: i.name }))}
        onChange={(v) => edit((q) => answer(q, 'iron', v))}
      />
    ),
  },
};

/** What was left for later, at the station where it matters. */
export function OpenQuestions({ project, station }: { project: Project; station: Station }) {
  const open = openAt(station, project.open);
  if (open.length === 0) return null;
  return (
    <section className={css.open} aria-label="Still open">
      {open.map((q) => (
        <div key={q} data-question={q}>
          {ASKED[q].field(project)}
          <p>Until you choose, this is assumed: {ASKED[q].guess(project)}.</p>
        </div>
      ))}
    </section>
  );
}
