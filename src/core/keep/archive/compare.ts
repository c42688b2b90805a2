import { dequal } from 'dequal';
import { DRAWER_KINDS, type DrawerKind } from '../drawer';
import type { Everything, KeptProject } from './everything';

// What a file holds, set against what is here: nothing that differs is counted as here already, and what nobody has touched gives way.

/** What can be told apart: a project, a thing of the Drawer, a shape, a font. */
export type KeptKind = 'projects' | DrawerKind | 'shapes' | 'faces';

/**
 * How a thing of the file stands to what is here:
 * - new: it is not here;
 * - same: it is here, just so;
 * - comes: here lies the demo’s, untouched, which gives way;
 * - stays: in the file lies the demo’s, untouched, and here is one’s own;
 * - differs: both were changed, and a person has to choose.
 */
export type Standing = 'new' | 'same' | 'comes' | 'stays' | 'differs';

export interface Compared {
  readonly kind: KeptKind;
  readonly id: string;
  readonly name: string;
  readonly standing: Standing;
}

/** What is done with a thing that differs. */
export const CHOICES = ['here', 'kept', 'both'] as const;
export type KeptChoice = (typeof CHOICES)[number];

/** Names a thing of a comparison. */
export const keyOf = ({ kind, id }: Pick<Compared, 'kind' | 'id'>): string => `${kind} ${id}`;

/** Whether two documents say the same, in whatever order their fields stand; of fonts whether their bytes are the same. */
export const sameDoc = (a: unknown, b: unknown): boolean => dequal(a, b);

function standing(kept: unknown, here: unknown, untouched: unknown): Standing {
  if (here === undefined) return 'new';
  if (sameDoc(kept, here)) return 'same';
  if (untouched !== undefined && sameDoc(here, untouched)) return 'comes';
  if (untouched !== undefined && sameDoc(kept, untouched)) return 'stays';
  return 'differs';
}

type Named = { readonly id: string; readonly name: string };
const listsOf = (all: Everything): readonly (readonly [KeptKind, readonly Named[]])[] => [
  ...DRAWER_KINDS.map((kind) => [kind, all.drawer[kind]] as const),
  ['shapes', all.shapes],
  ['faces', all.faces],
];

/** A project of the file and what is here of it. */
function ofProject({ project, deletedAt }: KeptProject, here: readonly KeptProject[], demo: Everything): Standing {
  const mine = here.find((p) => p.project.id === project.id);
  const untouched = demo.projects.find((p) => p.project.id === project.id)?.project;
  const stands = standing(project, mine?.project, untouched);
  // One that came in beside another once has an id of its own: it is known by what it says.
  if (stands !== 'same' && here.some((p) => sameDoc({ ...p.project, id: project.id }, project))) return 'same';
  // What lies in the bin here and is in use there comes back.
  return mine && mine.deletedAt !== null && deletedAt === null && stands !== 'stays' ? 'comes' : stands;
}

/**
 * Everything of a file against what is here.
 * @param demo what was laid out for everybody, as it was laid out
 */
export function compareEverything(kept: Everything, here: Everything, demo: Everything): Compared[] {
  const mine = new Map(listsOf(here));
  const untouched = new Map(listsOf(demo));
  const byId = (list: readonly Named[] | undefined, id: string) => list?.find((t) => t.id === id);
  return [
    ...kept.projects.map(
      (p): Compared => ({
        kind: 'projects',
        id: p.project.id,
        name: p.project.name,
        standing: ofProject(p, here.projects, demo),
      }),
    ),
    ...listsOf(kept).flatMap(([kind, list]) =>
      list.map(
        (t): Compared => ({
          kind,
          id: t.id,
          name: t.name,
          standing: standing(t, byId(mine.get(kind), t.id), byId(untouched.get(kind), t.id)),
        }),
      ),
    ),
  ];
}

/** How many there are of each kind, and of projects how many lie in the bin and how many earlier versions there are. */
export interface EverythingCounts {
  readonly projects: number;
  readonly binned: number;
  readonly versions: number;
  readonly things: { readonly [K in DrawerKind]: number };
  readonly shapes: number;
  readonly faces: number;
  readonly swatches: number;
}
export const countsOf = (all: Everything): EverythingCounts => ({
  projects: all.projects.filter((p) => p.deletedAt === null).length,
  binned: all.projects.filter((p) => p.deletedAt !== null).length,
  versions: all.projects.reduce((n, p) => n + p.versions.length, 0),
  things: Object.fromEntries(DRAWER_KINDS.map((k) => [k, all.drawer[k].length])) as EverythingCounts['things'],
  shapes: all.shapes.length,
  faces: all.faces.length,
  swatches: all.swatches.length,
});
