import { expose } from 'comlink';
import type { Project } from '~/core/model';
import { planWithPicture } from '~/core/plan';

const api = { plan: (project: Project) => planWithPicture(project) };
export type PlanWorker = typeof api;
expose(api);
