import { inOrder } from '../../base/sum';
import type { Project } from '../model';
import { DRAWER_KINDS, type DrawerContents, type DrawerKind, type Things } from './kinds';

/** A thing in which a project and the Drawer differ. */
export interface Difference {
  readonly kind: DrawerKind;
  readonly id: string;
  readonly name: string;
  /** new: only in the Drawer; changed: in both, but not alike; own: only in the project. */
  readonly state: 'new' | 'changed' | 'own';
}

const alike = (a: unknown, b: unknown): boolean => JSON.stringify(inOrder(a)) === JSON.stringify(inOrder(b));

const listOf = <K extends DrawerKind>(project: Project, kind: K): Things[K][] =>
  project[kind] as unknown as Things[K][];

/** Where a project's own copies and the Drawer differ. */
export function differences(project: Project, drawer: DrawerContents): Difference[] {
  return DRAWER_KINDS.flatMap((kind): Difference[] => {
    const here = new Map(listOf(project, kind).map((t) => [t.id, t]));
    const there = new Set(drawer[kind].map((t) => t.id));
    return [
      ...drawer[kind].flatMap((t): Difference[] => {
        const mine = here.get(t.id);
        if (!mine) return [{ kind, id: t.id, name: t.name, state: 'new' }];
        return alike(mine, t) ? [] : [{ kind, id: t.id, name: t.name, state: 'changed' }];
      }),
      ...listOf(project, kind)
        .filter((t) => !there.has(t.id))
        .map((t): Difference => ({ kind, id: t.id, name: t.name, state: 'own' })),
    ];
  });
}

/** Brings things of the Drawer into a project, with their photos; those that are there already are replaced. Changes the project given. */
export function takeIn(
  project: Project,
  drawer: DrawerContents,
  wanted: readonly Pick<Difference, 'kind' | 'id'>[],
): void {
  for (const { kind, id } of wanted) {
    const thing = (drawer[kind] as readonly Things[DrawerKind][]).find((t) => t.id === id);
    if (!thing) continue;
    const list = listOf(project, kind) as { id: string }[];
    const copy = structuredClone(thing);
    const i = list.findIndex((t) => t.id === id);
    if (i < 0) list.push(copy);
    else list[i] = copy;
    const pictureId =
      'photo' in copy
        ? copy.photo?.pictureId
        : 'leafletPhotoId' in copy
          ? (copy.leafletPhotoId ?? undefined)
          : undefined;
    const picture = drawer.pictures.find((p) => p.id === pictureId);
    if (picture && !project.pictures.some((p) => p.id === picture.id)) project.pictures.push(structuredClone(picture));
  }
}
