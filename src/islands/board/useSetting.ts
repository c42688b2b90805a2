import { useLiveQuery } from 'dexie-react-hooks';
import { attempt, db } from '~/store';

/** A switch that this browser remembers. Storage that cannot be read leaves it as it usually is. */
export function useSetting(key: string, usual: boolean): [boolean, (on: boolean) => void] {
  const kept = useLiveQuery(
    async () => {
      const value = (await db.settings.get(key).catch(() => undefined))?.value;
      return typeof value === 'boolean' ? value : usual;
    },
    [key],
    usual,
  );
  return [kept, (on) => void attempt(() => db.settings.put({ key, value: on }))];
}
