import { liveQuery } from 'dexie';
import { temporal } from 'zundo';
import { create } from 'zustand';
import { immer } from 'zustand/middleware/immer';
import { wholeWords } from '~/core/arrange';
import { type Plan, type Project, parseProject } from '~/core/model';
import type { Picture } from '~/core/plan';
import { planWorker } from '~/workers';
import { db, TAB } from './db';

interface Workbench {
  status: 'loading' | 'open' | 'missing' | 'failed';
  project: Project | null;
  /** The newest finished plan; while an edit is being worked out it is the one before. */
  plan: Plan | null;
  picture: Picture | null;
  planning: boolean;
  planError: string | null;
  /** When the last edit reached the browser's storage; null while one is still on its way. */
  savedAt: number | null;
  saveError: string | null;
  /** The piece that was picked last; what is shown is about it. */
  selectedId: string | null;
  /** Everything that is picked, whole words included. */
  selectedIds: readonly string[];
  /** The whole view is turned over to the wrong side. */
  flipped: boolean;
}

const EMPTY: Workbench = {
  status: 'loading',
  project: null,
  plan: null,
  picture: null,
  planning: false,
  planError: null,
  savedAt: null,
  saveError: null,
  selectedId: null,
  selectedIds: [],
  flipped: false,
};

const UNDO_STEPS = 200;

/** The project that is open in this tab. Only the project itself is undone and redone. */
export const useWorkbench = create<Workbench>()(
  temporal(
    immer(() => EMPTY),
    {
      partialize: (s) => ({ project: s.project }),
      equality: (a, b) => a.project === b.project,
      limit: UNDO_STEPS,
    },
  ),
);

const { getState: get, setState: set } = useWorkbench;
const history = () => useWorkbench.temporal.getState();

let mergeKey: string | null = null;
let mergeUntil = 0;
const MERGE_MS = 900;

/**
 * Changes the project as one undoable step.
 * @param merge edits with the same key that follow within a second become one step, like typing a name or nudging a piece
 */
export function edit(recipe: (project: Project) => void, merge?: string): void {
  const now = Date.now();
  const continues = merge !== undefined && merge === mergeKey && now < mergeUntil;
  if (continues) history().pause();
  set((s) => {
    if (s.project) recipe(s.project);
  });
  if (continues) history().resume();
  mergeKey = merge ?? null;
  mergeUntil = now + MERGE_MS;
}

/** Ends a run of merged edits, so that the next is a step of its own. */
export function endMerge(): void {
  mergeKey = null;
}

export const undo = (): void => {
  endMerge();
  history().undo();
};
export const redo = (): void => {
  endMerge();
  history().redo();
};
/**
 * Picks a piece, and with it the whole word it belongs to; null lets go of everything.
 * @param add keeps what is picked already, or lets go of this one when it is
 */
export function select(id: string | null, add = false): void {
  const { project, selectedIds } = get();
  if (id === null || !project) {
    set({ selectedId: null, selectedIds: [] });
    return;
  }
  const group = wholeWords(project, [id]);
  if (!add) {
    set({ selectedId: id, selectedIds: group });
  } else if (selectedIds.includes(id)) {
    const rest = selectedIds.filter((other) => !group.includes(other));
    set({ selectedId: rest.at(-1) ?? null, selectedIds: rest });
  } else {
    set({ selectedId: id, selectedIds: [...selectedIds, ...group] });
  }
}

/** Picks these and nothing else, whole words included. */
export function selectAll(ids: readonly string[]): void {
  const { project } = get();
  if (!project) return;
  const all = wholeWords(project, ids);
  set({ selectedId: all.at(-1) ?? null, selectedIds: all });
}
export const flip = (): void => set({ flipped: !get().flipped });

/** Changes what the plan needs to know of one piece. */
export function editPiece(id: string, recipe: (piece: Project['pieces'][number]) => void, merge?: string): void {
  edit((project) => {
    const piece = project.pieces.find((p) => p.id === id);
    if (piece) recipe(piece);
  }, merge && `${merge}:${id}`);
}

// ---- planning: one at a time; of the edits made meanwhile only the newest is planned

let waiting: Project | null = null;
let working = false;

async function replan(project: Project): Promise<void> {
  waiting = project;
  set({ planning: true });
  if (working) return;
  working = true;
  while (waiting) {
    const current: Project = waiting;
    waiting = null;
    try {
      const { plan, picture } = await planWorker().plan({ ...current, pictures: [] });
      if (get().project?.id === current.id) set({ plan, picture, planError: null });
      // Read by the bench: from here on the station answers.
      performance.mark('station-usable');
    } catch (error) {
      set({ planError: error instanceof Error ? error.message : String(error) });
    }
  }
  working = false;
  set({ planning: false });
}

// ---- saving: every edit, a moment later; at once when the page goes away

const SAVE_AFTER_MS = 250;
let timer: ReturnType<typeof setTimeout> | undefined;

async function save(): Promise<void> {
  clearTimeout(timer);
  timer = undefined;
  const { project } = get();
  if (!project) return;
  try {
    const updatedAt = Date.now();
    const changed = await db.projects.update(project.id, { doc: project, name: project.name, updatedAt, writer: TAB });
    if (changed === 0) throw new Error('The project was deleted in another tab. Export it from the menu to keep it.');
    set({ savedAt: updatedAt, saveError: null });
  } catch (error) {
    set({ saveError: error instanceof Error ? error.message : String(error) });
  }
}

const flush = (): void => {
  if (timer !== undefined) void save();
};

/**
 * Opens a project in this tab and keeps it: plans and saves after every edit, and takes in what another tab writes.
 * @returns a function that closes it again
 */
export function openProject(id: string): () => void {
  set(EMPTY);
  history().clear();
  let incoming = false;
  const stopSaving = useWorkbench.subscribe((state, before) => {
    if (!state.project || state.project === before.project) return;
    void replan(state.project);
    if (before.project && !incoming) {
      set({ savedAt: null });
      clearTimeout(timer);
      timer = setTimeout(save, SAVE_AFTER_MS);
    }
  });
  const watching = liveQuery(() => db.projects.get(id)).subscribe({
    next: (row) => {
      if (!row || row.deletedAt !== null) {
        if (get().status !== 'open') set({ status: 'missing' });
        return;
      }
      const first = get().project === null;
      if (!first && row.writer === TAB) return;
      // A row may have been written by an older version, or by hand: it is read as carefully as a file.
      const parsed = parseProject(row.doc);
      if (!parsed.ok) {
        set({ status: 'failed', saveError: parsed.problems.map((p) => p.message).join(' ') });
        return;
      }
      incoming = true;
      if (first) history().pause();
      set({ status: 'open', project: parsed.project, savedAt: row.updatedAt });
      if (first) history().resume();
      incoming = false;
    },
    error: (error: unknown) => set({ status: 'failed', saveError: String(error) }),
  });
  document.addEventListener('visibilitychange', flush);
  window.addEventListener('pagehide', flush);
  return () => {
    flush();
    stopSaving();
    watching.unsubscribe();
    document.removeEventListener('visibilitychange', flush);
    window.removeEventListener('pagehide', flush);
  };
}
