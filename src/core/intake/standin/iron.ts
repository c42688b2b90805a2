import { lastOf, nth } from '../../base/lists';

/** A simulated iron with a thermometer on its soleplate: made up, and off in a way that nobody is told. */
export interface SimulatedIron {
  readonly name: string;
  /** What the thermostat really holds at each mark, °C. */
  readonly holdsC: readonly number[];
  readonly marks: readonly string[];
  /** Swing of the thermostat, °C from lowest to highest. */
  readonly bandC: number;
  readonly capacityJK: number;
  readonly powerW: number;
  /** Heat lost to the air, and to cold cloth it is set down on, W/K. */
  readonly airWK: number;
  readonly clothWK: number;
}

const MARKS = ['•', '••', '•••'];

/** Made up. */
export const SIMULATED_IRONS: readonly SimulatedIron[] = [
  {
    name: 'the blue iron',
    marks: MARKS,
    holdsC: [97, 139, 188],
    bandC: 14,
    capacityJK: 620,
    powerW: 1700,
    airWK: 2.4,
    clothWK: 9,
  },
  {
    name: 'the travel iron',
    marks: ['low', 'high'],
    holdsC: [104, 151],
    bandC: 22,
    capacityJK: 240,
    powerW: 700,
    airWK: 1.2,
    clothWK: 4,
  },
  {
    name: 'the heavy iron',
    marks: MARKS,
    holdsC: [118, 164, 211],
    bandC: 8,
    capacityJK: 1100,
    powerW: 2200,
    airWK: 3.2,
    clothWK: 11,
  },
];

export interface IronReading {
  readonly tS: number;
  readonly soleplateC: number;
  readonly heating: boolean;
}

const ROOM_C = 20;
const STEP_S = 0.25;
/** The heater's own heat goes on into the plate for a while: so it overshoots. */
const LAG_S = 9;
/** A thermometer of this kind shows half degrees. */
const shown = (c: number): number => Math.round(c * 2) / 2;

/**
 * Readings of an iron that is switched on at a mark, one every simulated second: warming up, past its setting, swinging about it, and sagging when it is set down on cold cloth.
 * @param markAt place of the mark, 0 for the first
 * @param down set down on cold cloth from this second on; null: it stands on its heel
 */
export function* ironReadings(
  iron: SimulatedIron,
  markAt: number,
  seconds: number,
  startC = ROOM_C,
  down: number | null = null,
): Generator<IronReading> {
  const wantedC = iron.holdsC[markAt] ?? nth(iron.holdsC, 0);
  let plate = startC;
  let element = 0;
  let heating = plate < wantedC;
  for (let t = 0; t <= seconds; t += STEP_S) {
    if (Math.abs(t - Math.round(t)) < 1e-9) yield { tS: Math.round(t), soleplateC: shown(plate), heating };
    if (plate > wantedC + iron.bandC / 4) heating = false;
    if (plate < wantedC - iron.bandC / 4) heating = true;
    element += ((heating ? iron.powerW : 0) - element) * (STEP_S / LAG_S);
    const loss = (down !== null && t >= down ? iron.clothWK : iron.airWK) * (plate - ROOM_C);
    plate += ((element - loss) * STEP_S) / iron.capacityJK;
  }
}

/**
 * What a mark holds, from readings: the mean of whole swings once it has warmed up; null while it has not.
 * @param readings oldest first
 */
export function settledC(readings: readonly Pick<IronReading, 'soleplateC'>[]): number | null {
  const c = readings.map((r) => r.soleplateC);
  // Peaks of the swing: higher than what lies around.
  const peaks: number[] = [];
  for (let i = 3; i < c.length - 3; i++) {
    const around = c.slice(i - 3, i + 4);
    if (
      c[i] === Math.max(...around) &&
      nth(c, i) > Math.min(...around) &&
      (peaks.length === 0 || i - lastOf(peaks) > 6)
    )
      peaks.push(i);
  }
  // The first peak is the overshoot of warming up: from the second one on it is a swing.
  if (peaks.length < 3) {
    const late = c.slice(-20);
    if (late.length < 20 || Math.max(...late) - Math.min(...late) > 1) return null;
    return late.reduce((s, v) => s + v, 0) / late.length;
  }
  const cycle = c.slice(nth(peaks, 1), lastOf(peaks));
  return Math.round((cycle.reduce((s, v) => s + v, 0) / cycle.length) * 2) / 2;
}
