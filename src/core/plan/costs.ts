import type { Plan, Project, Schools } from '../keep/model';
import { asPlanned } from './asked';
import { planProject } from './plan';

/** A way of doing it that is not chosen: some schools, or another iron. */
export interface Otherwise {
  readonly schools?: Partial<Schools>;
  readonly ironId?: string;
}

/** What an evening costs. */
export interface EveningCost {
  /** Hands and waiting together, s. */
  readonly workS: number;
  /** How often the iron is set anew. */
  readonly settings: number;
  /** Length of all webs off their rolls, mm. */
  readonly webMm: number;
  /** Presses that cannot be pressed. */
  readonly stops: number;
}

export const costOf = ({ making, press, webUse }: Pick<Plan, 'making' | 'press' | 'webUse'>): EveningCost => ({
  workS: making.handsS + making.waitS,
  settings: making.settings,
  webMm: webUse.reduce((sum, w) => sum + w.lengthMm, 0),
  stops: press.filter((t) => t.stop !== null).length,
});

/** What the evening would cost another way, worked out as a plan of its own. */
export const costIf = (project: Project, { schools, ironId }: Otherwise): EveningCost =>
  costOf(
    planProject(
      asPlanned({
        ...project,
        schools: { ...project.schools, ...schools },
        bench: { ...project.bench, ironId: ironId ?? project.bench.ironId },
      }),
    ),
  );
