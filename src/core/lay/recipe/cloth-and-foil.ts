import { PLAIN, type Recipe } from './recipe';

/**
 * Cloth on one face of an adhesive, metallic foil on the other: web on a piece of cloth that is larger, cooled, its liner off, the foil over it metal side up; cold again, the foil's carrier is peeled, and both are cut at once.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const clothAndFoil: Recipe = {
  ...PLAIN,
  needsGround: false,
  layered: true,
  trimmed: true,
  sheetwise: () => true,
  otherSide: {
    called: 'foil',
    answers: { piece: 'clothId', side: 'foilId' },
    lies: 'on-top',
    material: 'foil',
    usual: { clothId: 'foil', name: 'Gold foil', colour: '#d4b048' },
  },
  phases: ['ready', 'draw', 'web', 'cut', 'lay', 'trim', 'finish'],
};
