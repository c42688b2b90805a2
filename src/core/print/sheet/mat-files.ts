import {
  composed,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  rotation,
  transformRegion,
  translation,
} from '../../base/shape';
import { type Mat, type MatCloth, WEB_INSIDE_MM } from '../../cut/layout';
import { type DrawnMark, fileStem, lookup, movedMarks, type Plan, type Project, pieceName } from '../../keep/model';
import { type CutFile, type CutFormat, cutThrough, shapeName } from './cut-files';
import { type CutShape, toDxf, toPlainSvg } from './machine';

/** A shape where it lies on its mat, seen from above. */
export interface MatShape {
  readonly pieceId: string;
  readonly copy: number;
  readonly number: number;
  readonly label: string;
  readonly region: Region;
  /** Lines and dots drawn on it: slits and holes are cut along with it. */
  readonly marks: readonly DrawnMark[];
}

/** What is cut from one cloth on a mat, in the mat’s coordinates. */
export function shapesOnMat(project: Project, plan: Plan, cloth: MatCloth): MatShape[] {
  const look = lookup(project);
  const tracings = new Map(plan.tracings.map((t) => [t.pieceId, t]));
  return cloth.patch.placements.flatMap((p): MatShape[] => {
    const t = tracings.get(p.id);
    if (!t) return [];
    const move = composed(
      rotation(p.rotateDeg),
      translation(cloth.xMm + WEB_INSIDE_MM + p.xMm, cloth.yMm + WEB_INSIDE_MM + p.yMm),
    );
    const number = look.number(p.id);
    return [
      {
        pieceId: p.id,
        copy: p.copy,
        number,
        label: pieceName(look.piece(p.id), number),
        region: transformRegion(regionOf(t.outline, ROUGH_TOLERANCE_MM), move),
        marks: movedMarks(t.marks, move),
      },
    ];
  });
}

/** What a cutting machine is given for one mat: cloth by cloth, of each shape what lies inside before its outside. */
export function matFile(project: Project, plan: Plan, mat: Mat, format: CutFormat): CutFile {
  const shapes: CutShape[] = mat.cloths.flatMap((cloth) =>
    shapesOnMat(project, plan, cloth).map((s) => ({ name: shapeName(s.number, s.copy, s.label), ...cutThrough(s) })),
  );
  const { widthMm, heightMm } = project.mat;
  return {
    name: `${fileStem(`${project.name} mat ${mat.number}`, 'mat')}.${format}`,
    text: format === 'dxf' ? toDxf(shapes, heightMm) : toPlainSvg(shapes, widthMm, heightMm),
  };
}
