import { expose } from 'comlink';
import { type NestRequest, type NestResult, nest } from '~/core/nest';

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
};
export type NestWorker = typeof api;
expose(api);
