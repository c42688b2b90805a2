// What `npm run sentences` prints: columns parted by tabs.
import { NO_MANNER } from '~/core/base/units';
import { interfaceTexts } from './interface-texts';
import { demoProjects, eachSaid, oddProject, type Sentence } from './sentences';

const SEEDS = 12;
const projects = [
  ...Array.from({ length: SEEDS }, (_, i) => oddProject(i, i % 2 === 0 ? 'mm' : 'in')),
  ...demoProjects(),
];
const names = projects
  .flatMap((p) => [p, ...p.fabrics, ...p.webs, ...p.irons, ...p.threads, ...p.articles].map((t) => t.name))
  .concat(projects.flatMap((p) => p.pieces.map((x) => x.label)))
  .filter((n) => n.length > 1)
  .sort((a, b) => b.length - a.length);
const named = new RegExp(
  `(?:${[...new Set(names)].map((n) => n.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')).join('|')})`,
  'gi',
);
/** One sentence for each kind in each wording: figures and names apart they are the same. */
function onceEach(said: readonly Sentence[]): Map<string, Sentence> {
  const shape = (text: string): string =>
    text
      .replace(named, '…')
      .replace(/[\d.,/]+/g, '#')
      .replace(/patch [A-Z]+/g, 'patch #')
      .replace(/… \(#\)(?:, … \(#\))*(?: and (?:… \(#\)|# more))?/g, '…')
      .replace(/[“"][^”"]*[”"]/g, '“…”');
  return new Map(said.map((s) => [`${s.of}\t${shape(s.text)}`, s]));
}

const out: string[] = ['where\ttext'];
for (const { at, text } of interfaceTexts()) out.push(`${at}\t${text.replaceAll('\n', ' ')}`);
out.push('', 'of\tUS\tUK');
const uk = eachSaid(projects, { ...NO_MANNER, spelling: 'UK' });
const us = eachSaid(projects, { ...NO_MANNER, spelling: 'US' });
// Said of the same projects in the same order, so that each stands beside its other spelling.
const beside = new Map(uk.map((s, i) => [s.text, us[i]?.text ?? '']));
for (const s of onceEach(uk).values())
  out.push(`${s.of}\t${(beside.get(s.text) ?? '').replaceAll('\n', ' ')}\t${s.text.replaceAll('\n', ' ')}`);
process.stdout.write(`${out.join('\n')}\n`);
