import { believed, heatOf, ironPrior, knownCloth, knownIron, knownWeb } from '~/core/choose/learn';
import { fabricFrom } from '~/core/choose/material';
import {
  dialFor,
  gridOnce,
  isThick,
  PRIOR,
  type PressRequest,
  requestOf,
  settingFor,
  toldMarks,
} from '~/core/choose/press';
import { seeded } from '~/core/cut/nest';
import {
  type Cover,
  type Fabric,
  type Iron,
  type Surface,
  type Swatch,
  swatchSchema,
  type Web,
} from '~/core/keep/model';
import { iron } from './helpers';
import { IRONS, unprompted } from './practice';

// A sewing room that was drawn by lot: an iron, a web and felts that are off by something nobody knows, and hands that try scraps of it.

const of = (id: string, more: Partial<Fabric> = {}): Fabric => fabricFrom(id, { id, name: id, ...more });
export const COTTON = of('quilting-cotton');
export const WEB: Web = unprompted('medium-film', { id: 'my-film' });

/** A press that is planned: what lies on what, under what, on what. */
export interface Job {
  readonly fabric: Fabric;
  readonly onto: Fabric;
  readonly cover: Cover;
  readonly surface: Surface;
}
export const JOBS = {
  cotton: { fabric: COTTON, onto: COTTON, cover: 'none', surface: 'ironing-board' },
  'under a cloth': { fabric: COTTON, onto: COTTON, cover: 'press-cloth', surface: 'ironing-board' },
  denim: { fabric: COTTON, onto: of('denim'), cover: 'none', surface: 'ironing-board' },
  'wool mat': { fabric: COTTON, onto: COTTON, cover: 'none', surface: 'wool-mat' },
  felt: { fabric: COTTON, onto: of('wool-felt'), cover: 'none', surface: 'ironing-board' },
} as const satisfies Record<string, Job>;
export type JobName = keyof typeof JOBS;

/** How wide the truth is drawn, against what is believed before. */
export interface Width {
  readonly spread: number;
  readonly lnModel: number;
}
export const AS_BELIEVED: Width = { spread: 1, lnModel: Math.hypot(PRIOR.lnPress.value, PRIOR.lnStays.value) };
export const WIDER: Width = { spread: 1.5, lnModel: 0.25 };

/** Normal numbers from evenly drawn ones. Source: Box & Muller 1958. */
export const normals = (seed: number): (() => number) => {
  const dice = seeded(seed);
  return () => Math.sqrt(-2 * Math.log(1 - dice())) * Math.cos(2 * Math.PI * dice());
};

export class Room {
  readonly iron: Iron;
  private readonly n: () => number;
  private readonly dice: () => number;
  private readonly offC: readonly number[];
  private readonly lnFlow: number;
  private readonly lnTransport: number;
  private readonly lnModel = new Map<string, number>();
  readonly swatches: Swatch[] = [];

  constructor(
    seed: number,
    measured: boolean,
    private readonly width: Width,
  ) {
    this.n = normals(seed);
    this.dice = seeded(seed + 77);
    this.iron = { ...(measured ? IRONS.measured : iron({ id: 'unmeasured', dial: [] })), leanN: 20 };
    const marks = toldMarks(this.iron);
    const whole = this.n();
    this.offC = marks.map((m) => {
      const { wholeC, markC } = ironPrior(this.iron, m);
      return width.spread * (wholeC * whole + markC * this.n());
    });
    this.lnFlow = width.spread * PRIOR.lnFlow.value * this.n();
    this.lnTransport = width.spread * PRIOR.lnTransport.value * this.n();
  }

  private requestOf(job: Job, told: Iron, web = WEB, thick: (f: Fabric) => Fabric = (f) => f): PressRequest {
    return requestOf({
      stage: 'bond',
      fabric: thick(job.fabric),
      onto: [thick(job.onto)],
      web,
      iron: told,
      bench: { cover: job.cover, coverId: null, surface: job.surface, surfaceId: null },
      steam: false,
    });
  }

  /** How wrong the model is about a job: each in its own way, for good. */
  private wrong(job: Job): number {
    const name = JSON.stringify([job.fabric.id, job.onto.id, job.cover, job.surface]);
    const known = this.lnModel.get(name) ?? this.width.lnModel * this.n();
    this.lnModel.set(name, known);
    return known;
  }

  /** The seconds that a job really needs where the dial stands at a place. */
  needsS(job: Job, toldC: number, shares: readonly (readonly [number, number])[]): { bondS: number; harmS: number } {
    const trueC = toldC + shares.reduce((s, [k, share]) => s + share * (this.offC[k] ?? 0), 0);
    const grid = gridOnce(this.requestOf(job, { ...this.iron, id: 'iron', name: '', dial: [] }));
    const lnT = [job.fabric, job.onto].some(isThick) ? this.lnTransport : 0;
    const late = this.wrong(job);
    return {
      bondS: Math.exp(grid.lnBond(trueC, this.lnFlow, lnT) + late),
      harmS: Math.exp(grid.lnHarm(trueC, this.lnFlow, lnT) + late),
    };
  }

  /** A scrap pressed at a mark for so many seconds, and what hands find. */
  tries(job: Job, mark: number, seconds: number): void {
    const marks = toldMarks(this.iron);
    const m = marks[mark] ?? { mark: '', c: 0 };
    const { bondS, harmS } = this.needsS(job, m.c, [[mark, 1]]);
    const counted = Math.log(seconds + 0.4 * this.n()) - Math.log(bondS) + 0.2 * this.n();
    const nonsense = this.dice() < 0.03;
    const peel = nonsense
      ? Math.floor(4 * this.dice())
      : counted < Math.log(0.6)
        ? 0
        : counted < 0
          ? 1
          : counted < Math.log(1.6)
            ? 2
            : 3;
    this.swatches.push(
      swatchSchema.parse({
        id: `s${this.swatches.length}`,
        stage: 'bond',
        fabric: job.fabric,
        onto: job.onto,
        web: WEB,
        ironId: this.iron.id,
        iron: this.iron,
        mark: m.mark,
        cover: job.cover,
        surface: job.surface,
        leanN: this.iron.leanN,
        seconds,
        peel,
        face: Math.log(seconds / harmS) + 0.3 * this.n() > 0 ? 'scorched' : 'clean',
        atMs: this.swatches.length,
      }),
    );
  }

  /** What the book recommends for a job, and what it really needs. */
  recommends(job: Job): { seconds: number; needsS: number; mark: number; toldC: number } {
    const belief = believed(this.swatches, [this.iron]);
    const told = knownIron(this.iron, belief);
    const { heat, dwell } = settingFor(this.requestOf(job, told, knownWeb(WEB, belief), (f) => knownCloth(f, belief)));
    const { place } = dialFor(told, heat.soleplateC);
    const marks = toldMarks(this.iron);
    const index = (mark: string): number => marks.findIndex((m) => m.mark === mark);
    if (place === null) throw new Error('no place on the dial');
    const shares: (readonly [number, number])[] =
      'at' in place
        ? [[index(place.at), 1]]
        : [
            [index(place.from), 1 - place.share],
            [index(place.to), place.share],
          ];
    const toldC = shares.reduce((s, [k, share]) => s + share * (marks[k]?.c ?? 0), 0);
    return { seconds: dwell.seconds, needsS: this.needsS(job, toldC, shares).bondS, mark: shares[0]?.[0] ?? 0, toldC };
  }

  /** The next scrap, as the book asks for it. */
  next(): void {
    if (this.swatches.length === 0) this.tries(JOBS.cotton, 1, 6);
    else if (this.swatches.length === 1) this.tries(JOBS['under a cloth'], 1, 6);
    else {
      const { seconds } = this.recommends(JOBS.cotton);
      this.tries(JOBS.cotton, 1, Math.max(1, Math.round(seconds)));
    }
  }
}
export { heatOf };
