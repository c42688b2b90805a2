import { PLAIN, type Recipe } from './recipe';
import { assemblyOf, assemblyTells, ORNAMENTS } from './strung';

/**
 * Stiff ornaments: one-sided backing, which brings its adhesive with it, on the wrong side of cloth; cut a little larger, and again on the line.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const oneSided: Recipe = {
  ...PLAIN,
  needsGround: false,
  layered: true,
  trimmed: true,
  otherSide: {
    called: 'backing',
    answers: { piece: 'clothId', side: 'backingId' },
    lies: 'beneath',
    material: 'backing',
    usual: { clothId: 'stiff-backing', name: 'Stiff backing', colour: '#ece7da' },
  },
  questions: ORNAMENTS,
  assembly: (project) => assemblyOf(project, ORNAMENTS),
  tells: (project) => assemblyTells(assemblyOf(project, ORNAMENTS)),
  phases: ['ready', 'draw', 'cut', 'lay', 'trim', 'finish'],
};
