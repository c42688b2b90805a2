import type { Plan, Project } from '../../keep/model';
import { type NestPlacement, settle } from '../nest';
import { liesFree, type Mat, type MatCloth } from './mats';
import { matPatchOf, roomOnMat } from './patches';

/** Where a cloth may be put on a mat; false where it would lie over another or off the mat, and nothing was changed. Changes the project given; meant for a draft. */
export function putCloth(project: Project, mat: Mat, cloth: MatCloth, to: { xMm: number; yMm: number }): boolean {
  const key = cloth.patch.onMat;
  const others = mat.cloths.filter((c) => c.patch.id !== cloth.patch.id);
  // Near an edge it goes to it: corners are where cloths belong.
  const snap = (at: number, size: number, room: number): number => {
    const far = room - size;
    return at < EDGE_MM ? 0 : at > far - EDGE_MM ? far : at;
  };
  const place = {
    ...cloth,
    xMm: snap(to.xMm, cloth.widthMm, project.mat.widthMm),
    yMm: snap(to.yMm, cloth.heightMm, project.mat.heightMm),
  };
  if (key === null || !liesFree(place, others, project.mat)) return false;
  // Those that lie on it stay where they are, too, so that none is pushed off.
  const held = [place, ...others].flatMap((c) =>
    c.patch.onMat === null ? [] : [{ key: c.patch.onMat, mat: mat.number, xMm: tidy(c.xMm), yMm: tidy(c.yMm) }],
  );
  const keys = new Set(held.map((h) => h.key));
  project.mat.cloths = [...project.mat.cloths.filter((c) => !keys.has(c.key)), ...held];
  return true;
}
const EDGE_MM = 4;
const tidy = (mm: number): number => Math.round(mm * 1000) / 1000;

/**
 * Moves or turns a shape on its cloth, to the nearest place where it is free; web and cloth grow with it, up to what a mat takes. Changes the project given; meant for a draft.
 * @returns whether there was room
 */
export function putShape(
  project: Project,
  plan: Pick<Plan, 'tracings'>,
  { patch }: MatCloth,
  shape: { readonly id: string; readonly copy: number },
  by: { readonly xMm: number; readonly yMm: number; readonly turnDeg: number },
): boolean {
  const { onMat: key } = patch;
  const { apartMm, edgeMm } = project.mat;
  const web = project.webs.find((w) => w.id === patch.webId);
  const mine = patch.placements.find((p) => p.id === shape.id && p.copy === shape.copy);
  if (!mine || !web || key === null) return false;
  const room = roomOnMat(project.mat, web.widthMm);
  // Room on every side: as much as the mat leaves beside the patch as it is.
  const spareX = Math.max(0, room.widthMm - (patch.widthMm - 2 * edgeMm));
  const spareY = Math.max(0, room.heightMm - (patch.heightMm - 2 * edgeMm));
  const place = (p: (typeof patch.placements)[number]): NestPlacement => ({
    ...p,
    xMm: p.xMm - edgeMm + spareX,
    yMm: p.yMm - edgeMm + spareY,
    mirrored: false,
    bin: null,
    binCopy: 0,
  });
  const outlines = new Map(plan.tracings.map((t) => [t.pieceId, t.outline]));
  const others = patch.placements.filter((p) => p !== mine).map(place);
  const wanted = place({ ...mine, rotateDeg: mine.rotateDeg + by.turnDeg });
  const found = settle(
    [...new Set(patch.placements.map((p) => p.id))].map((id) => ({ id, outline: outlines.get(id) ?? '', count: 1 })),
    others,
    { ...wanted, xMm: wanted.xMm + by.xMm, yMm: wanted.yMm + by.yMm },
    {
      widthMm: room.heightMm + spareY,
      lengthMm: room.widthMm + spareX,
      spacingMm: apartMm,
      rotations: [...new Set(patch.placements.map((p) => p.rotateDeg))],
    },
  );
  if (!found) return false;
  const all = patch.placements.map((p) => (p === mine ? found : place(p)));
  const next = matPatchOf(all, (id) => outlines.get(id) ?? '', edgeMm);
  const rims = 2 * edgeMm;
  if (next.widthMm > room.widthMm + rims + ROUNDING_MM || next.heightMm > room.heightMm + rims + ROUNDING_MM)
    return false;
  project.mat.shapes = [
    ...project.mat.shapes.filter((s) => s.key !== key),
    ...next.placements.map(({ id, copy, xMm, yMm, rotateDeg }) => ({
      key,
      id,
      copy,
      xMm: tidy(xMm),
      yMm: tidy(yMm),
      rotateDeg,
    })),
  ];
  return true;
}
/** Places are kept to a thousandth of a millimetre. */
const ROUNDING_MM = 0.01;
