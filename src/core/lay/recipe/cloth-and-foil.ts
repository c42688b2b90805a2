import { PLAIN, type Recipe } from './recipe';

/**
 * Cloth on one face of an adhesive, metallic foil on the other: web on the cloth, cooled, its liner off cold, the foil on metal side up; cut larger, trimmed after.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const clothAndFoil: Recipe = {
  ...PLAIN,
  needsGround: false,
  layered: true,
  otherSide: {
    called: 'foil',
    answers: { piece: 'clothId', side: 'foilId' },
    lies: 'on-top',
    material: 'foil',
    usual: { clothId: 'foil', name: 'Gold foil', colour: '#d4b048' },
  },
  phases: ['ready', 'draw', 'web', 'cut', 'lay', 'trim', 'finish'],
};
