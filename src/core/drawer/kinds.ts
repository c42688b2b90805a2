import {
  type BenchCover,
  type BenchSurface,
  benchCoverSchema,
  benchSurfaceSchema,
  type Fabric,
  fabricSchema,
  type Iron,
  ironSchema,
  type Picture,
  type Thread,
  threadSchema,
  type Web,
  webSchema,
} from '../model';

/** What the Drawer holds, kind by kind. */
export interface Things {
  readonly fabrics: Fabric;
  readonly webs: Web;
  readonly irons: Iron;
  readonly covers: BenchCover;
  readonly surfaces: BenchSurface;
  readonly threads: Thread;
}
export type DrawerKind = keyof Things;

export const DRAWER_KINDS = [
  'fabrics',
  'webs',
  'threads',
  'irons',
  'covers',
  'surfaces',
] as const satisfies readonly DrawerKind[];

export const THING_SCHEMAS = {
  fabrics: fabricSchema,
  webs: webSchema,
  irons: ironSchema,
  covers: benchCoverSchema,
  surfaces: benchSurfaceSchema,
  threads: threadSchema,
} as const;

export const KIND_WORDS: Readonly<Record<DrawerKind, { one: string; many: string }>> = {
  fabrics: { one: 'fabric', many: 'fabrics' },
  webs: { one: 'web', many: 'webs' },
  irons: { one: 'iron', many: 'irons' },
  covers: { one: 'cover', many: 'covers' },
  surfaces: { one: 'surface', many: 'surfaces' },
  threads: { one: 'thread', many: 'threads' },
};

/** The whole Drawer: things by kind, and the photos they show. */
export type DrawerContents = { readonly [K in DrawerKind]: readonly Things[K][] } & {
  readonly pictures: readonly Picture[];
};

/** A Drawer with nothing in it. */
export const emptyDrawer = (): DrawerContents => ({
  ...(Object.fromEntries(DRAWER_KINDS.map((k) => [k, []])) as unknown as Omit<DrawerContents, 'pictures'>),
  pictures: [],
});

/** At most so many of one kind: more would be a warehouse. */
export const DRAWER_LIMIT = 10_000;
