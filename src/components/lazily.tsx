import { type ComponentType, type ReactNode, useEffect, useState } from 'react';
import { Boundary, Broken } from './Boundary';
import { Dialog } from './Dialog';

/** A part that did not come is asked for again before anyone is told: a server that starts anew is back within that. */
const TRIES_MS = [0, 400, 1500];

async function load<P>(from: () => Promise<ComponentType<P>>): Promise<ComponentType<P>> {
  let last: unknown;
  for (const wait of TRIES_MS) {
    if (wait > 0) await new Promise((done) => setTimeout(done, wait));
    try {
      return await from();
    } catch (error) {
      last = error;
    }
  }
  throw last;
}

/**
 * A part of the page that is loaded when it is first shown. Unlike `React.lazy` it can be asked for again when it could not be loaded, and never takes the page with it.
 * @param what as in {@link Boundary}
 * @param as how it stands on the page: a dialog stays a dialog when it cannot be loaded, so that it can be closed
 */
export function lazily<P extends object>(
  what: string,
  from: () => Promise<ComponentType<P>>,
  as: 'dialog' | 'part' = 'part',
): ((props: P) => ReactNode) & { readonly loadAhead: () => Promise<void> } {
  let loaded: ComponentType<P> | null = null;
  // biome-ignore lint/correctness/noComponentHookFactories: made once when a module loads, as React.lazy is
  function Lazily(props: P) {
    const [View, setView] = useState<ComponentType<P> | null>(() => loaded);
    const [failed, setFailed] = useState(false);
    useEffect(() => {
      if (View || failed) return;
      let gone = false;
      load(from).then(
        (view) => {
          loaded = view;
          if (!gone) setView(() => view);
        },
        () => {
          if (!gone) setFailed(true);
        },
      );
      return () => {
        gone = true;
      };
    }, [View, failed]);
    const { onClose } = props as { onClose?: () => void };
    const close = onClose ?? (() => undefined);
    if (failed) {
      const broken = (
        <Broken
          words={`${what[0]?.toUpperCase()}${what.slice(1)} could not be loaded. Is the server of Apple Seam running, and is this device connected to it? Your work is kept.`}
          onAgain={() => setFailed(false)}
        />
      );
      return as === 'dialog' ? (
        <Dialog title="Not loaded" onClose={close}>
          {broken}
        </Dialog>
      ) : (
        broken
      );
    }
    if (!View)
      return (
        <p role="status" style={{ padding: '0.5rem' }}>
          Opening …
        </p>
      );
    return (
      <Boundary what={what} {...(as === 'dialog' ? { onClose: close } : {})}>
        <View {...props} />
      </Boundary>
    );
  }
  /** Loads it before it is asked for, so that it is there when it is; what goes wrong then is told when it is shown. */
  const loadAhead = async (): Promise<void> => {
    if (!loaded) loaded = await from().catch(() => null);
  };
  return Object.assign(Lazily, { loadAhead });
}
