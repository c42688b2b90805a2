import { FEELS_UP_TO } from './data';

// What a stiffness is like to the hand: things that everybody has bent.

export const FEELS = ['shirt', 'denim', 'collar', 'thin-card', 'postcard', 'place-mat', 'board'] as const;
export type Feel = (typeof FEELS)[number];

/** What a flexural rigidity feels like. @param rigidityUNm of a strip 1 m wide, µN·m */
export const feelOf = (rigidityUNm: number): Feel => FEELS.find((f) => rigidityUNm <= FEELS_UP_TO[f].value) ?? 'board';
