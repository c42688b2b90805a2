import { liveQuery } from 'dexie';
import { produce } from 'immer';
import { temporal } from 'zundo';
import { create } from 'zustand';
import { around } from '~/core/base/lists';
import { boardAfterEdit, keptBoard, withHandsOf, withShownPictures } from '~/core/hands/board';
import { wholeWords } from '~/core/intake/arrange';
import {
  articleOr,
  faultOfEdit,
  type Plan,
  type Problem,
  type Project,
  parseProject,
  STATIONS,
  type StationName,
  viewOf,
} from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { type PlanPicture, samePlanned } from '~/core/plan';
import { letGoWords, missingWords } from '~/words';
import { attempt, storageWords } from './attempt';
import { bookIs, swatchesHere, watchBook } from './book';
import { db, type ProjectRow, TAB } from './db';
import { rememberSteps } from './drawer';
import { folderNote } from './folder';
import { picturesDamaged, unpack } from './kept-pictures';
import {
  articleBefore,
  rememberArticle,
  rememberDecided,
  rememberStations,
  stationsDecided,
  stationsLookedAt,
} from './looked-at';
import { asWritten } from './pack';
import { keepPlanning, type Planner, type PlanningState } from './planning';
import { readProject } from './projects';
import { askToPersist } from './room';
import { keepSaving, type Saver, type SavingState } from './saving';
import { keepVersion } from './versions';
import { canTakeTurns, type Role, type Seat, takeSeat } from './writer';

interface Workbench extends PlanningState, SavingState {
  status: 'loading' | 'open' | 'missing' | 'deleted' | 'damaged' | 'failed';
  /** Why it could not be opened, in words. */
  openError: string | null;
  project: Project | null;
  /** A stored document that is no sound project any more, and what is wrong with it. */
  damaged: { readonly raw: unknown; readonly problems: readonly Problem[] } | null;
  /** Whether this tab writes, or looks on while another does; null while that is being found out. */
  role: Role | null;
  /** Why the last edit was not taken, in words; null once another was. */
  refused: string | null;
  /** The newest finished plan; while an edit is being worked out it is the one before. */
  plan: Plan | null;
  picture: PlanPicture | null;
  /** The piece that was picked last; what is shown is about it. */
  selectedId: string | null;
  /** Everything that is picked, whole words included. */
  selectedIds: readonly string[];
  /** The whole view is turned over to the wrong side. */
  flipped: boolean;
  /** The article that is looked at; null: the first. */
  articleId: string | null;
  /** The stations of this project that were ever looked at. */
  looked: readonly StationName[];
  /** Those of them at which something was decided. */
  decided: readonly StationName[];
  /** The one that is open; null: none yet. */
  station: StationName | null;
  /** The last act at the board that can be undone; another than before an undo tells that it was undone. */
  boardAct: BoardAct | null;
  /** The run of small edits that the next may still join, and until when. */
  run: (BackgroundRun & { readonly until: number }) | null;
  /** What plans and saves the open project; null while none is open. */
  open: Open | null;
}

/** An act at the board that is a step to undo. What was done there since stays done. */
export interface BoardAct {
  readonly undo: (board: Project['board']) => Project['board'];
  readonly redo: (board: Project['board']) => Project['board'];
}

interface Open {
  readonly planner: Planner;
  saver: Saver | null;
  seat: Seat | null;
}

const EMPTY: Workbench = {
  status: 'loading',
  openError: null,
  project: null,
  damaged: null,
  role: null,
  refused: null,
  plan: null,
  picture: null,
  planning: false,
  planSlow: false,
  planError: null,
  savedAt: null,
  saveError: null,
  selectedId: null,
  selectedIds: [],
  flipped: false,
  articleId: null,
  looked: [],
  decided: [],
  station: null,
  boardAct: null,
  run: null,
  open: null,
};

const UNDO_STEPS = 200;

/** The project that is open in this tab. Only the project itself is undone and redone. */
export const useWorkbench = create<Workbench>()(
  temporal(() => EMPTY, {
    partialize: (s) => ({ project: s.project, boardAct: s.boardAct }),
    equality: (a, b) => a.project === b.project,
    limit: UNDO_STEPS,
  }),
);

const { getState: get, setState: set } = useWorkbench;
const history = () => useWorkbench.temporal.getState();

const MERGE_MS = 900;

/** What a run of small edits is about, like typing the name of one piece or nudging these: what it is, and the ids of all that it touches. */
export interface BackgroundRun {
  readonly what: string;
  readonly ids?: readonly string[];
}
const sameRun = (a: BackgroundRun, b: BackgroundRun): boolean =>
  a.what === b.what && (a.ids ?? []).join('\u0000') === (b.ids ?? []).join('\u0000');

const NOT_AS_WRITTEN =
  'What this browser kept of the project is not what was written: its storage may be damaged. Check it, or use an earlier version.';
const LOOKING_ON = 'Another tab is at work on this project. Press “Work here instead” first.';

/** Changes the project without a step to undo. */
function setUnrecorded(change: Partial<Workbench>): void {
  history().pause();
  set(change);
  history().resume();
}

/**
 * Changes the project as one undoable step, unless that would leave a project that cannot be opened again: then nothing is changed.
 * @param run edits of one run that follow within a second become one step
 * @returns why it was not taken, in words; null when it was
 */
export function edit(recipe: (project: Project) => void, run?: BackgroundRun): string | null {
  const { project: before, role, status, run: going } = get();
  if (!before || status !== 'open') return null;
  const refuse = (words: string): string => {
    set({ refused: words });
    return words;
  };
  if (role !== 'writer')
    return refuse(role === 'reader' ? LOOKING_ON : 'One moment: the project is still being opened.');
  let after: Project;
  try {
    after = produce(before, (draft: Project) => {
      recipe(draft);
    });
  } catch (error) {
    console.error(error);
    return refuse('That cannot be done with this. Nothing was changed.');
  }
  if (after === before) return null;
  // What the recipe lays out follows every edit, and so does what the board remembers of it.
  after = laidByRecipe(after);
  after = asAtTheBoard(before, after);
  const fault = faultOfEdit(before, after);
  if (fault) return refuse(`Nothing was changed: ${fault.message}`);
  const now = Date.now();
  const continues = run !== undefined && going !== null && sameRun(run, going) && now < going.until;
  const change = { project: after, refused: null, run: run ? { ...run, until: now + MERGE_MS } : null };
  if (continues) setUnrecorded(change);
  else set(change);
  decidedHere(after.id);
  return null;
}
/** Something was decided at the station that is open. */
function decidedHere(projectId: string): void {
  const { station, decided } = get();
  if (station === null || decided.includes(station)) return;
  const now = [...decided, station];
  setUnrecorded({ decided: now });
  rememberDecided(projectId, now);
}

/** As {@link edit}, for whoever shows the refusal where it happened: it is not told a second time. */
export function editHere(recipe: (project: Project) => void): string | null {
  const refused = edit(recipe);
  if (refused) clearRefused();
  return refused;
}

/** What the board shows is never taken away by an edit: photos of its diary stay; and it remembers what pieces were cut from. */
function asAtTheBoard(before: Project, after: Project): Project {
  const board = boardAfterEdit(before, after);
  const pictures = withShownPictures(after.pictures, before.pictures, board);
  return board === after.board && pictures === after.pictures ? after : { ...after, board, pictures };
}

/**
 * A project whose board may be kept, or why it may not.
 * @param before the project as it is, @param changed with what its board is to become
 * @returns and what had to give way, in words; null: nothing one would miss
 */
function withKeptBoard(
  before: Project,
  changed: Project,
): { readonly project: Project; readonly gaveWay: string | null } | { readonly refused: string } {
  const { board, letGo } = keptBoard(changed.board);
  const project = { ...changed, board };
  const fault = faultOfEdit(before, project);
  return fault
    ? { refused: `The board could not keep that: ${fault.message}` }
    : { project, gaveWay: letGoWords(letGo) };
}

/**
 * Keeps what was done at the board: saved at once, never a step to undo, since the board has a way back of its own.
 * @returns whether it was taken
 */
export function record(change: (board: Project['board']) => Project['board']): boolean {
  const { project, role, status } = get();
  if (!project || status !== 'open' || role !== 'writer') return false;
  const board = change(project.board);
  if (board === project.board) return true;
  const kept = withKeptBoard(project, { ...project, board });
  if ('refused' in kept) {
    set({ refused: kept.refused });
    return false;
  }
  keepUnrecorded(kept);
  return true;
}

/** Keeps a changed board at once, without a step to undo, and tells what gave way. */
function keepUnrecorded({ project, gaveWay }: { readonly project: Project; readonly gaveWay: string | null }): void {
  setUnrecorded({ project, run: null, ...(gaveWay === null ? {} : { refused: gaveWay }) });
  decidedHere(project.id);
  void get().open?.saver?.flush();
}

/**
 * As {@link record}, as a step that can be undone, with an edit beside it.
 * @returns why it was not taken, in words; null when it was
 */
export function recordStep(act: BoardAct, more?: (project: Project) => void): string | null {
  const { project, role, status } = get();
  if (!project || status !== 'open') return null;
  if (role !== 'writer') return LOOKING_ON;
  const edited = more ? produce(project, (draft: Project) => more(draft)) : project;
  const kept = withKeptBoard(project, { ...edited, board: act.redo(project.board) });
  if ('refused' in kept) return kept.refused;
  set({ project: kept.project, boardAct: act, refused: kept.gaveWay, run: null });
  void get().open?.saver?.flush();
  return null;
}

/**
 * Takes in what hands did on another device, with the photos of its diary.
 * @param other the same project as it is there
 * @returns why it was not taken, in words; null when it was
 */
export function takeInHands(other: Project): string | null {
  const { project, role, status } = get();
  if (!project || status !== 'open') return null;
  if (role !== 'writer') return LOOKING_ON;
  const kept = withKeptBoard(project, withHandsOf(project, project, other));
  if ('refused' in kept) return kept.refused;
  keepUnrecorded(kept);
  return null;
}

/** What was done at the board stays done, whatever else is undone; but for what is a step of its own. */
function keepingBoard(move: () => void, way: 'undo' | 'redo'): void {
  const { project: before, boardAct: act } = get();
  move();
  const { project, boardAct } = get();
  if (!before || !project || project === before) return;
  let { board } = before;
  if (way === 'undo' && act !== boardAct && act) board = act.undo(board);
  if (way === 'redo' && act !== boardAct && boardAct) board = boardAct.redo(board);
  board = keptBoard(board).board;
  const pictures = withShownPictures(project.pictures, before.pictures, board);
  if (project.board !== board || project.pictures !== pictures)
    setUnrecorded({ project: { ...project, board, pictures } });
}

/** Ends a run of merged edits, so that the next is a step of its own. */
export function endMerge(): void {
  set({ run: null });
}

export const undo = (): void => {
  endMerge();
  if (get().role === 'writer') keepingBoard(() => history().undo(), 'undo');
};
export const redo = (): void => {
  endMerge();
  if (get().role === 'writer') keepingBoard(() => history().redo(), 'redo');
};
/** Does something with storage beside the project; when it could not be done that is told. @returns whether it was done */
export async function attemptOrTell(otherwise: string, work: () => PromiseLike<unknown>): Promise<boolean> {
  const done = await attempt(work);
  if (!done.ok) set({ refused: `${otherwise}. ${done.words}` });
  return done.ok;
}
/** The word that an edit was refused has been read. */
export const clearRefused = (): void => set({ refused: null });

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
  get().open?.planner.warmUp(project);
  const group = wholeWords(project, [id]);
  const here = articleOr(project, get().articleId).id;
  const articleId = project.pieces.find((p) => p.id === id)?.articleId ?? here;
  if (articleId !== here) {
    // What is picked together lies on one article.
    rememberArticle(project.id, articleId);
    set({ articleId, selectedId: id, selectedIds: group });
  } else if (!add) {
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
  get().open?.planner.warmUp(project);
  const all = wholeWords(project, ids);
  set({ selectedId: all.at(-1) ?? null, selectedIds: all });
}
/** Picks the piece that lies over the one in hand, or under it; round and round. */
export function selectNext(way: 1 | -1): void {
  const { project, selectedId } = get();
  if (!project) return;
  const { order } = viewOf(project, get().articleId);
  if (order.length === 0) return;
  const place = order.indexOf(selectedId ?? '');
  select(place < 0 ? (order[0] ?? null) : around(order, place + way));
}
/** Looks at another article of the project; what was in hand is let go of. */
export function lookAtArticle(articleId: string): void {
  const { project } = get();
  if (project) rememberArticle(project.id, articleId);
  set({ articleId, selectedId: null, selectedIds: [] });
}
/** A station is open now. */
export const beAtStation = (station: StationName): void => set({ station });
/** A station was looked at, with its answers there. */
export function lookAtStation(station: StationName): void {
  const { project, looked } = get();
  if (!project || looked.includes(station)) return;
  const now = [...looked, station];
  set({ looked: now });
  rememberStations(project.id, now);
}
export const flip = (): void => set({ flipped: !get().flipped });

/** Changes what the plan needs to know of one piece. @returns as {@link edit} */
export function editPiece(
  id: string,
  recipe: (piece: Project['pieces'][number]) => void,
  what?: string,
): string | null {
  return edit(
    (project) => {
      const piece = project.pieces.find((p) => p.id === id);
      if (piece) recipe(piece);
    },
    what === undefined ? undefined : { what, ids: [id] },
  );
}

// ---- what is open

/** Works the plan out once more, after it failed or was stopped. */
export function planAgain(): void {
  const { project } = get();
  if (project) get().open?.planner.note(project);
}
export const stopPlanning = (): void => get().open?.planner.stop();
/** Asks the tab that writes to step back, and writes here. */
export const workHere = (): void => get().open?.seat?.takeOver();
/** Tries to save again at once. */
export const saveAgain = (): void => void get().open?.saver?.flush();

/**
 * Puts an earlier version in the place of the project, as one step that can be undone. What stood there is put by first.
 * What was done at the board since stays done, with its photos.
 * @returns as {@link edit}
 */
export async function takeBack(version: Project): Promise<string | null> {
  const { project } = get();
  if (!project) return null;
  await attempt(() => keepVersion(project.id, project, 'before'));
  endMerge();
  const { id } = project;
  return edit((p) => {
    for (const key of Object.keys(p)) delete (p as Record<string, unknown>)[key];
    Object.assign(p, version, { id, board: project.board });
  });
}

/** Another name from elsewhere: taken in beside whatever is being done here, and kept when that is undone. */
function takeName(name: string): void {
  const renamed = (p: Project | null | undefined): Project | null => (p ? { ...p, name } : null);
  const change = (s: { project?: Project | null }) => ({ ...s, project: renamed(s.project) });
  setUnrecorded({ project: renamed(get().project) });
  useWorkbench.temporal.setState(({ pastStates, futureStates }) => ({
    pastStates: pastStates.map(change),
    futureStates: futureStates.map(change),
  }));
}

/** Saves what is not saved yet when the page goes out of sight, and warns where it could not be. @returns stops doing so */
function savedWithPage(own: Open): () => void {
  const flush = (): void => {
    if (own.saver?.dirty()) void own.saver.flush();
  };
  const warn = (e: BeforeUnloadEvent): void => {
    if (get().saveError && own.saver?.dirty()) e.preventDefault();
  };
  document.addEventListener('visibilitychange', flush);
  window.addEventListener('pagehide', flush);
  window.addEventListener('beforeunload', warn);
  return () => {
    document.removeEventListener('visibilitychange', flush);
    window.removeEventListener('pagehide', flush);
    window.removeEventListener('beforeunload', warn);
  };
}

/** Which stations were looked at and decided at before, as the browser keeps it. @param closed whether the project was closed meanwhile */
function knowStations(id: string, closed: () => boolean): void {
  void attempt(() => stationsLookedAt(id)).then((kept) => {
    if (!closed() && kept.ok)
      set({ looked: STATIONS.filter((s) => kept.value.includes(s) || get().looked.includes(s)) });
  });
  void attempt(() => stationsDecided(id)).then((kept) => {
    if (!closed() && kept.ok)
      set({ decided: STATIONS.filter((s) => kept.value.includes(s) || get().decided.includes(s)) });
  });
}

/** So long the swatch book is waited for before the first plan. */
const BOOK_MS = 1500;

/** Plans what is open with what the swatch book says: not before that is read, and anew when it says something else of this project. */
function withBook(planner: Planner): { readonly note: (project: Project) => void; readonly close: () => void } {
  let known = false;
  const again = (): void => {
    const { project } = get();
    if (project) planner.note(project);
  };
  const leave = watchBook((book) => {
    const { project } = get();
    const before = project && swatchesHere(project);
    bookIs(book);
    const waited = !known;
    known = true;
    if (waited || (project && before !== swatchesHere(project))) again();
  });
  // A book that does not answer keeps nobody waiting.
  const patience = setTimeout(() => {
    if (known) return;
    known = true;
    again();
  }, BOOK_MS);
  return {
    note: (project) => void (known && planner.note(project)),
    close: () => {
      leave();
      clearTimeout(patience);
    },
  };
}

/**
 * Opens a project in this tab and keeps it: plans and saves after every edit, and takes in what another tab writes.
 * @returns a function that closes it again
 */
export function openProject(id: string): () => void {
  setUnrecorded(EMPTY);
  history().clear();
  let closed = false;
  let foreign = false;
  const own: Open = {
    planner: keepPlanning(
      (projectId, planned) => {
        if (get().project?.id === projectId) set(planned);
      },
      (state) => set(state),
    ),
    saver: null,
    seat: null,
  };
  setUnrecorded({ open: own });
  knowStations(id, () => closed);

  const book = withBook(own.planner);
  const stopWatchingEdits = useWorkbench.subscribe((state, before) => {
    if (!state.project || state.project === before.project) return;
    if (!before.project || !samePlanned(state.project, before.project)) book.note(state.project);
    if (!before.project || foreign) return;
    set({ savedAt: null });
    own.saver?.note(state.project);
  });

  /** Shows a project that was read from storage. */
  const show = (read: Project, row: ProjectRow): void => {
    // What its recipe lays out is part of it, whether the file says so already or not.
    const project = laidByRecipe(read);
    foreign = true;
    const articleId = get().articleId ?? articleBefore(project.id);
    setUnrecorded({ status: 'open', project, articleId, damaged: null, savedAt: row.updatedAt, saveError: null });
    foreign = false;
    const there = new Set(project.pieces.map((p) => p.id));
    const { selectedIds } = get();
    if (selectedIds.some((s) => !there.has(s))) selectAll(selectedIds.filter((s) => there.has(s)));
  };
  const keep = (project: Project, row: ProjectRow): void => {
    own.saver?.stop();
    own.saver = keepSaving(
      project,
      (state) => {
        if (closed) return;
        set(state);
        const now = get().project;
        if (state.saveError === null && now) folderNote(now);
        if (state.saveError === null) askToPersist();
      },
      row.rev,
      ({ steps, missing }) => {
        rememberSteps(steps);
        const words = missingWords(missing, project.units);
        if (words !== null && !closed) set({ refused: words });
      },
    );
  };

  const onRole = (role: Role): void => {
    if (closed) return;
    if (role === 'reader') {
      // Only the tab that writes undoes, and only its own steps.
      const unsaved = own.saver?.dirty() ? get().project : null;
      own.saver?.stop();
      own.saver = null;
      history().clear();
      set({ role });
      // The lock was taken away while something was not written yet: it is put by.
      if (unsaved) void attempt(() => keepVersion(id, unsaved, 'before'));
      return;
    }
    // What the other tab wrote last is read before anything is written here.
    void attempt(() => readProject(id)).then((read) => {
      const row = read.ok ? read.value : undefined;
      const parsed = row && parseProject(row.doc);
      if (closed || !row || !parsed?.ok) return;
      const { project } = get();
      if (!project || (row.writer !== TAB && row.updatedAt !== get().savedAt)) show(parsed.project, row);
      keep(get().project ?? parsed.project, row);
      history().clear();
      set({ role });
    });
  };

  const news = async (row: ProjectRow | undefined): Promise<void> => {
    if (closed) return;
    if (!row) {
      set({ status: get().project ? 'deleted' : 'missing' });
      return;
    }
    if (row.deletedAt !== null) {
      set({ status: 'deleted' });
      if (get().project) return;
    }
    const { project, role, status } = get();
    if (project && role === 'writer' && canTakeTurns()) {
      if (row.deletedAt === null && status === 'deleted') {
        set({ status: 'open' });
        void own.saver?.flush();
      }
      // Whoever does not write may still give it another name, on the first page.
      if (row.writer !== TAB && row.name !== project.name) takeName(row.name);
      return;
    }
    if (project && row.writer === TAB && status === 'open') return;
    if (project && own.saver?.dirty()) return;
    // A row may have been written by an older version, or by hand: it is read as carefully as a file.
    const whole = await attempt(() => unpack([row.doc]));
    const damaged = whole.ok && !project && (!asWritten(row) || (await picturesDamaged(row.doc)));
    if (closed || (get().role === 'writer' && canTakeTurns())) return;
    if (!whole.ok) {
      if (!project) set({ status: 'failed', openError: whole.words });
      return;
    }
    const raw = whole.value[0];
    const parsed = parseProject(raw);
    if (!parsed.ok) {
      if (!project) set({ status: 'damaged', damaged: { raw, problems: parsed.problems } });
      return;
    }
    show(parsed.project, row);
    if (damaged) set({ refused: NOT_AS_WRITTEN });
    if (row.deletedAt !== null) set({ status: 'deleted' });
    if (!own.seat) {
      if (!canTakeTurns()) keep(parsed.project, row);
      own.seat = takeSeat(id, canTakeTurns() ? onRole : (role) => set({ role }), async () => own.saver?.flush());
    }
  };

  // The row alone: its pictures are only read when another tab's writing is taken in, not after each saving of one's own.
  const watching = liveQuery(() => db.projects.get(id)).subscribe({
    next: (row) => void news(row),
    error: (error: unknown) => {
      if (!get().project) set({ status: 'failed', openError: storageWords(error) });
    },
  });
  // Storage that is refused or stuck may never answer the watch; asked once directly, it must.
  void attempt(() => readProject(id)).then((read) => {
    if (!closed && !read.ok && !get().project) set({ status: 'failed', openError: read.words });
  });

  const leavePage = savedWithPage(own);
  return () => {
    const last = own.saver?.dirty() ? own.saver.flush() : Promise.resolve();
    closed = true;
    stopWatchingEdits();
    book.close();
    watching.unsubscribe();
    own.planner.close();
    void last.finally(() => {
      own.saver?.stop();
      own.seat?.leave();
    });
    if (get().open === own) setUnrecorded({ open: null });
    leavePage();
  };
}
