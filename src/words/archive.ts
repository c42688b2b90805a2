import type { ArchiveProblem } from '~/core/keep/archive';

const PROBLEMS: { readonly [C in ArchiveProblem['code']]: (p: Extract<ArchiveProblem, { code: C }>) => string } = {
  locked: () => 'It is locked with a password. Unlock it, and zip it again without one.',
  overlapping: () => 'Files in it overlap, as in no honest zip file.',
  'strange-name': () => 'It holds a file whose name is not allowed.',
  'cut-off': () => 'It is cut off: its end is missing. Copy it again from where it came.',
  grows: () => 'It would grow far beyond its own size when unpacked.',
  'too-many': () => 'It holds far too many files.',
  'too-large': () => 'It is larger than 200 MB.',
  broken: () => 'It is damaged: it cannot be unpacked. Copy it again from where it came.',
  empty: () => 'It is damaged: there is nothing in it.',
  doubled: ({ name }) => `It holds “${name}” twice.`,
  changed: () => 'It is not as it was exported: it was changed or damaged since.',
  'entry-changed': ({ name }) => `“${name}” in it is not as it was written.`,
  missing: ({ name, ours }) =>
    `There is no ${name} in it.${ours ? ' Choose a .seam file that was exported here.' : ''}`,
  'no-drawer': () => 'There is no drawer in it.',
  said: ({ of, message }) => (of === null ? message : `${of}: ${message}`),
  within: ({ folder, problem }) => `${folder}: ${archiveWords(problem)}`,
  'versions-lost': ({ name, lost, all }) => `“${name}”: ${lost} of its ${all} earlier versions cannot be read.`,
  'shape-lost': ({ name }) => `The shape “${name}” cannot be read.`,
  'face-lost': ({ name }) => `The font “${name}” is missing.`,
};

/** What is wrong with a file that came in, in a sentence. */
export function archiveWords(problem: ArchiveProblem): string {
  const say = PROBLEMS[problem.code] as (p: ArchiveProblem) => string;
  return say(problem);
}
