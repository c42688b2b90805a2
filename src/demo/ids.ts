/** The demo's projects, in the order in which they lie on their shelf. */
export const DEMO_IDS = ['harbour-light', 'lemon-pot', 'felt-tags', 'comet-pennants'] as const;
export type DemoId = (typeof DEMO_IDS)[number];
export const isDemoId = (id: string): id is DemoId => (DEMO_IDS as readonly string[]).includes(id);
