import { PLAIN, type Recipe } from './recipe';

/**
 * Cloth backed with paper, to cover boxes and frames: film on the wrong side, and paper over all of the adhesive, so that no glue seeps through.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const paperBacked: Recipe = {
  ...PLAIN,
  name: 'Paper-backed cloth',
  says: 'Cloth with paper on its back, so that no glue seeps through when it covers a box.',
  needsGround: false,
  layered: true,
  otherSide: {
    called: 'paper',
    asks: 'Its paper',
    answers: { piece: 'clothId', side: 'paperId' },
    lies: 'on-top',
    material: 'paper',
    usual: { clothId: 'tissue', name: 'Tissue paper', colour: '#f4f1e8' },
  },
  phases: ['ready', 'draw', 'web', 'cut', 'lay', 'trim', 'finish'],
};
