import { useEffect, useRef, useState } from 'react';
import { listenForClap } from './sounds';

/** Goes on at a clap, once it is switched on and the browser lets the page hear. @param onTold why it cannot be */
export function useClap(go: () => void, onTold: (words: string) => void) {
  const ear = useRef<{ stop: () => void } | null>(null);
  const [hears, setHears] = useState(false);
  const act = useRef(go);
  act.current = go;
  useEffect(() => () => ear.current?.stop(), []);
  const turn = async (): Promise<void> => {
    if (ear.current) {
      ear.current.stop();
      ear.current = null;
      setHears(false);
      return;
    }
    const got = await listenForClap(() => act.current());
    if ('error' in got) onTold(got.error);
    else {
      ear.current = got;
      setHears(true);
    }
  };
  return { hears, turn };
}
