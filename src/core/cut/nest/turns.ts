import type { Rotations } from './request';

/** Free turns are looked for in so many steps of a circle. */
const FREE_STEPS = 16;

/** The fewest steps of a circle in which all these turns are whole. */
export function stepsFor(rotations: readonly Rotations[]): number {
  let steps = 1;
  for (const r of rotations) {
    if (r === 'free') steps = lcm(steps, FREE_STEPS);
    else
      for (const deg of r) {
        const turn = ((deg % 360) + 360) % 360;
        const need = [1, 2, 3, 4, 6, 8, 12, 16, 24, 36, 72, 360].find(
          (s) => Math.abs((turn * s) / 360 - Math.round((turn * s) / 360)) < 1e-9,
        );
        steps = lcm(steps, need ?? 360);
      }
  }
  return steps;
}
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
const lcm = (a: number, b: number): number => (a * b) / gcd(a, b);

/** The steps of a circle that a part may be turned by. */
export const allowedSteps = (r: Rotations, steps: number): number[] =>
  r === 'free'
    ? Array.from({ length: FREE_STEPS }, (_, k) => (k * steps) / FREE_STEPS)
    : [...new Set(r.map((deg) => Math.round((((deg % 360) + 360) % 360) * (steps / 360)) % steps))];

/** A turn as the nearest whole step of a circle, and what is left of it, degrees: 0 when it is whole but for rounding. */
export function stepAndRest(deg: number, steps: number): { step: number; restDeg: number } {
  const whole = Math.round((deg / 360) * steps);
  const restDeg = deg - (whole * 360) / steps;
  return { step: ((whole % steps) + steps) % steps, restDeg: Math.abs(restDeg) < 1e-6 ? 0 : restDeg };
}
