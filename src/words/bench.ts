import { COVER_FACTS } from '~/core/choose/material';
import { COVERS, type Cover, type Surface } from '~/core/keep/model';
import { term } from './glossary';

const COVER_NAMES: { readonly [C in Cover]: () => string } = {
  none: () => 'bare iron',
  parchment: () => term('parchment'),
  'coated-sheet': () => term('pressing-sheet'),
  'press-cloth': () => term('pressing-cloth'),
  'damp-cloth': () => 'damp pressing cloth',
};
/** What goes between iron and work. */
export const coverName = (cover: Cover): string => COVER_NAMES[cover]();
/** Every cover with its name, to be picked. */
export const coverOptions = (): { value: Cover; label: string }[] =>
  COVERS.map((value) => ({ value, label: coverName(value) }));

export const SURFACE_NAMES: { readonly [S in Surface]: string } = {
  'ironing-board': 'ironing board',
  'wool-mat': 'wool mat',
  wood: 'wooden board',
  glass: 'glass or stone table',
};
export const surfaceName = (surface: Surface): string => SURFACE_NAMES[surface];

/** What core calls by a name of its own, in the words of the place; a name of the owner's stays. */
export const benchNamed = (name: string): string => (name === COVER_FACTS.parchment.name ? term('parchment') : name);
