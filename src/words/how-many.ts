import type { HowMany } from '~/core/cut/layout';
import type { Project } from '~/core/keep/model';
import { listedWords, one } from './table';

/** How often a thing can be made of what is here, and what runs out first, a sentence each. */
export function howManyWords({ times, each, uncounted }: HowMany, project: Project): string[] {
  const nameOf = (id: string): string => [...project.fabrics, ...project.webs].find((t) => t.id === id)?.name ?? 'it';
  const open =
    uncounted.length === 0
      ? []
      : [`${listedWords(uncounted.map(nameOf))}: not counted, since nobody noted how much there is.`];
  if (times === null) return ['Nothing that it needs is counted. Note in the Drawer how much there is.', ...open];
  const first = each.filter((e) => e.times === times).map((e) => nameOf(e.ofId));
  const rest = each.filter((e) => e.times > times);
  return [
    times === 0
      ? `You cannot make it from what you have: there is too little of ${listedWords(first)}.`
      : `You have enough for ${times}. ${listedWords(first)} ${one(first.length, 'runs', 'run')} out first.`,
    ...(rest.length > 0
      ? [`${rest.map((e) => `${nameOf(e.ofId)} is enough for ${e.more ? `${e.times} or more` : e.times}`).join(', ')}.`]
      : []),
    ...open,
    'This was laid out quickly: a longer search may find room for one more.',
  ];
}
