import { lazily } from '~/components';
import type { Station } from './stations';

/** Each station is loaded when it is opened: what one works at should be there at once. */
export const VIEWS: { readonly [S in Station]: ReturnType<typeof lazily<object>> } = {
  pattern: lazily('the station Pattern', async () => (await import('../pattern/Pattern')).Pattern),
  layers: lazily('the station Layers', async () => (await import('../layers/Layers')).Layers),
  match: lazily('the station Match', async () => (await import('../match/Match')).Match),
  trace: lazily('the station Trace', async () => (await import('../trace/Trace')).Trace),
  press: lazily('the station Press', async () => (await import('../press/Press')).PressStation),
  edge: lazily('the station Edge', async () => (await import('../edge/Edge')).EdgeStation),
  gather: lazily('the station Gather', async () => (await import('../gather/Gather')).Gather),
  board: lazily('the station Board', async () => (await import('../board/Board')).BoardStation),
};
