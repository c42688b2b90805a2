import type { Edge, Intent, Project, Question } from '~/core/keep/model';

/** What each question is answered with. */
interface Answers {
  readonly laundering: Intent['laundering'];
  readonly edge: Edge;
  readonly iron: string;
}

const TAKEN: { readonly [Q in Question]: (p: Project, answer: Answers[Q]) => void } = {
  laundering: (p, v) => void (p.intent.laundering = v),
  edge: (p, v) => void (p.intent.edge = v),
  iron: (p, v) => void (p.bench.ironId = v),
};

/** Answers a question of the start, wherever it is asked: it is no longer open. Changes the project given. */
export function answer<Q extends Question>(project: Project, question: Q, value: Answers[Q]): void {
  TAKEN[question](project, value);
  project.open = project.open.filter((q) => q !== question);
}
