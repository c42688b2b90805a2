import { expose } from 'comlink';
import { type HowMany, howManyFit, type Traced } from '~/core/cut/layout';
import { type NestRequest, type NestResult, nest } from '~/core/cut/nest';
import type { Project } from '~/core/keep/model';
import { speakAsPage } from './speaking';

const api = {
  /** Runs to the end; each better layout and the share of the work that is done are told on the way. */
  nest: (
    request: NestRequest,
    onBetter: (result: NestResult) => void,
    onProgress: (share: number) => void,
  ): NestResult => {
    let told = 0;
    return nest(request, {
      onBetter,
      onProgress: (share) => {
        if (share - told < 0.02 && share < 1) return;
        told = share;
        onProgress(share);
      },
      now: () => performance.now(),
    });
  },
  /** How often an article can be made of what is here; the share of the work that is done is told on the way. */
  howMany: (project: Project, plan: Traced, articleId: string, onProgress: (share: number) => void): HowMany =>
    howManyFit(project, plan, articleId, onProgress),
};
export type NestWorker = typeof api;
speakAsPage();
expose(api);
