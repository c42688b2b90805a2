import { manner } from '~/core/base/units';
import { CLOTHS, type ClothKind } from '~/core/choose/material';
import { colourName } from './called';

/** What shops in the United States call a cloth, where that is another word. Common practice, no source. */
const AMERICAN: Readonly<Record<string, string>> = {
  calico: 'Muslin, unbleached',
  towelling: 'Terry cloth',
  lining: 'Rayon lining',
  'baking-paper': 'Parchment paper, siliconized',
  card: 'Cardstock',
  wadding: 'Cotton batting',
};

/** What a kind of cloth is called in the place. */
export const clothName = ({ id, name }: Pick<ClothKind, 'id' | 'name'>): string =>
  (manner().spelling === 'US' ? AMERICAN[id] : undefined) ?? name;

/** Every kind of cloth, to be picked. */
export const clothOptions = (): { value: string; label: string }[] =>
  CLOTHS.map((c) => ({ value: c.id, label: clothName(c) }));

/** What a new cloth is called that was given no name: by its colour and kind. */
export function colourAndKind(clothId: string, colour: string): string {
  const cloth = CLOTHS.find((c) => c.id === clothId);
  return `${colourName(colour)} ${cloth ? clothName(cloth).toLowerCase() : 'fabric'}`;
}
