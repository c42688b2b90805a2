import { manner } from '~/core/base/units';

/** Words of ours that are only spelled another way in American English, as they are in British. Common practice, no source. */
const AMERICAN = {
  colour: 'color',
  colours: 'colors',
  coloured: 'colored',
  Colour: 'Color',
  Colours: 'Colors',
  grey: 'gray',
  greyer: 'grayer',
  greyed: 'grayed',
  centre: 'center',
  Centre: 'Center',
  centred: 'centered',
  Centred: 'Centered',
  neighbour: 'neighbor',
  fibre: 'fiber',
  Fibre: 'Fiber',
  fibres: 'fibers',
  metre: 'meter',
  centimetres: 'centimeters',
  siliconised: 'siliconized',
  towelling: 'toweling',
  Towelling: 'Toweling',
  'drawn round': 'drawn around',
  'Draw round': 'Draw around',
  'draw round': 'draw around',
} as const;
export type SpelledWord = keyof typeof AMERICAN;

/** A word as it is spelled where one is: colour, or color. */
export const spell = (word: SpelledWord): string => (manner().spelling === 'US' ? AMERICAN[word] : word);

/** A name of ours in the spelling of the place, word by word: “dark grey” is “dark gray”. Never for what a person typed. */
export const spelled = (text: string): string =>
  manner().spelling === 'US'
    ? text.replace(/[A-Za-z]+/g, (w) => (w in AMERICAN ? AMERICAN[w as SpelledWord] : w))
    : text;

/** British words of ours and what stands for each in American English, to be looked for in what is said. */
export const SPELLINGS: readonly (readonly [uk: string, us: string])[] = Object.entries(AMERICAN);
