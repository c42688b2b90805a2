import type { Project } from '~/core/keep/model';

/** Pictures that nothing shows any more do not travel with the project. Changes the project given. */
export function dropUnused(p: Project): void {
  const used = new Set([
    p.underlay?.pictureId,
    ...p.fabrics.map((f) => f.photo?.pictureId),
    ...p.webs.map((w) => w.leafletPhotoId),
  ]);
  p.pictures = p.pictures.filter((q) => used.has(q.id));
}
