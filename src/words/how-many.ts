import type { HowMany } from '~/core/cut/layout';
import type { Project } from '~/core/keep/model';
import { listedWords, one } from './table';

/** How often a thing can be made of what is here, and what runs out first, a sentence each. */
export function howManyWords({ times, each, uncounted }: HowMany, project: Project): string[] {
  const nameOf = (id: string): string => [...project.fabrics, ...project.webs].find((t) => t.id === id)?.name ?? 'it';
  const open =
    uncounted.length === 0
      ? []
      : [`${listedWords(uncounted.map(nameOf))}: nobody noted how much there is, so not counted.`];
  if (times === null) return ['Nothing of what it takes is counted: note in the Drawer how much there is.', ...open];
  const first = each.filter((e) => e.times === times).map((e) => nameOf(e.ofId));
  const rest = each.filter((e) => e.times > times);
  return [
    times === 0
      ? `It cannot be made of what is here: ${listedWords(first)} ${one(first.length, 'is', 'are')} too little.`
      : `It can be made ${times} ${one(times, 'time', 'times')} of what is here; ${listedWords(first)} ${one(first.length, 'runs', 'run')} out first.`,
    ...(rest.length > 0
      ? [`${rest.map((e) => `${nameOf(e.ofId)} would do for ${e.more ? `${e.times} and more` : e.times}`).join(', ')}.`]
      : []),
    ...open,
    'Laid out in a few moments: a longer search may find room for one more.',
  ];
}
