import { PLAIN, type Recipe } from './recipe';

/**
 * Cloth on one face of an adhesive, metallic foil on the other: web on the cloth, cooled, its liner off cold, the foil on metal side up; cut larger, trimmed after.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const clothAndFoil: Recipe = {
  ...PLAIN,
  name: 'Cloth and foil',
  says: 'Cloth on one side and foil on the other, cut a little larger and trimmed as one.',
  needsGround: false,
  layered: true,
  otherSide: {
    called: 'foil',
    asks: 'Its foil',
    answers: { piece: 'clothId', side: 'foilId' },
    lies: 'on-top',
    material: 'foil',
    usual: { clothId: 'foil', name: 'Gold foil', colour: '#d4b048' },
  },
  phases: ['ready', 'draw', 'web', 'cut', 'lay', 'trim', 'finish'],
};
