import { erf } from 'mathjs';

/** The complementary error function, from an independent library (mathjs). */
export const erfc = (x: number): number => 1 - erf(x);
