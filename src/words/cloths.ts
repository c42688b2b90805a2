import { manner } from '~/core/base/units';
import { CLOTHS, type ClothKind } from '~/core/choose/material';
import type { Feel } from '~/core/lay/layer';
import { colourName } from './called';

/** What a stiffness is like to the hand, in a sentence after "like". */
export const FEEL_WORDS: { readonly [F in Feel]: string } = {
  shirt: 'a shirt',
  denim: 'denim',
  collar: 'a shirt collar',
  'thin-card': 'thin card',
  postcard: 'a postcard',
  'place-mat': 'a place mat',
  board: 'a board',
};

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
