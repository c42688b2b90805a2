import { create } from 'zustand';

// Undo and redo of what is kept beside the projects: the Drawer, the swatch book.

const STEPS = 100;

/** What can be undone and redone, in this tab. */
export interface Steps<S> {
  readonly past: readonly S[];
  readonly future: readonly S[];
}

/**
 * A way back for one kind of thing.
 * @param lay puts things as they were before a step, or as they are after it
 */
export function historyOf<S extends { readonly words: string }>(
  lay: (step: S, as: 'before' | 'after') => Promise<void>,
) {
  const use = create<Steps<S>>(() => ({ past: [], future: [] }));
  return {
    use,
    /** Steps that were laid can be undone from here on. */
    remember(steps: readonly S[]): void {
      if (steps.length > 0) use.setState(({ past }) => ({ past: [...past, ...steps].slice(-STEPS), future: [] }));
    },
    async undo(): Promise<void> {
      const { past, future } = use.getState();
      const step = past.at(-1);
      if (!step) return;
      await lay(step, 'before');
      use.setState({ past: past.slice(0, -1), future: [step, ...future] });
    },
    async redo(): Promise<void> {
      const { past, future } = use.getState();
      const [step, ...rest] = future;
      if (!step) return;
      await lay(step, 'after');
      use.setState({ past: [...past, step], future: rest });
    },
  };
}
