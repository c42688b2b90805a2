import type { CutProblem } from '~/core/intake/standin';

/** What would go wrong on the cutting machine. */
export function cutProblemWords(p: CutProblem): string {
  switch (p.code) {
    case 'off-the-mat':
      return `${p.name} would be cut past the edge of the mat. Use a larger mat, or arrange it again.`;
    case 'across-two-cloths':
      return `${p.name} would be cut across ${p.cloths.join(' and ')}.`;
    case 'off-the-cloth':
      return `${p.name} is not wholly on ${p.cloth ?? 'any fabric'}.`;
    case 'crosses-another':
      return `${p.name} and ${p.other} overlap.`;
  }
}
