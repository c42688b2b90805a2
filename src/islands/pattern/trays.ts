import { lazily } from '~/components';

// While nothing is in hand only the ground's tray shows: the others come once the picture stands.
export const LazyPieceTray = lazily('this piece', async () => (await import('./in-hand')).PieceTray);
export const LazyWordTray = lazily('this word', async () => (await import('./in-hand')).WordTray);
export const LazySeveralTray = lazily('these pieces', async () => (await import('./in-hand')).SeveralTray);

/** Loads them before anything is picked. */
export const loadTraysAhead = async (): Promise<void> => {
  await Promise.all([LazyPieceTray, LazyWordTray, LazySeveralTray].map((tray) => tray.loadAhead()));
};
