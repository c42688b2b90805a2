import { useLiveQuery } from 'dexie-react-hooks';
import { singleKeysSetting } from './keys';

/** Whether keys of one letter do something. Storage that cannot be read leaves them on. */
export const useSingleKeys = (): boolean => useLiveQuery(() => singleKeysSetting().catch(() => true), [], true);
