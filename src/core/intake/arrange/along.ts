import type { Project } from '../../keep/model';
import { applyMoves, itemsOf, resizeItems } from './items';

interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}

/**
 * Takes a picture along when its ground has become another size: moved, so that it keeps its place from the middle, or sized with it as far as it still fits, its middle on the new middle. The underlay goes along. Changes the project given.
 * @param articleId the article whose ground it is
 */
export function takeAlong(project: Project, articleId: string, before: Size, after: Size, how: 'move' | 'size'): void {
  const ids = project.pieces.filter((p) => p.articleId === articleId).map((p) => p.id);
  const dxMm = (after.widthMm - before.widthMm) / 2;
  const dyMm = (after.heightMm - before.heightMm) / 2;
  const underlay = project.underlay?.articleId === articleId ? project.underlay : null;
  applyMoves(
    project,
    itemsOf(project, ids).map((item) => ({ item, dxMm, dyMm })),
  );
  if (underlay) {
    underlay.at.xMm += dxMm;
    underlay.at.yMm += dyMm;
  }
  if (how === 'move') return;
  const factor = Math.min(after.widthMm / before.widthMm, after.heightMm / before.heightMm);
  const middle = { x: after.widthMm / 2, y: after.heightMm / 2 };
  resizeItems(project, itemsOf(project, ids), middle, factor);
  if (underlay) {
    underlay.widthMm *= factor;
    underlay.at.xMm = middle.x + (underlay.at.xMm - middle.x) * factor;
    underlay.at.yMm = middle.y + (underlay.at.yMm - middle.y) * factor;
  }
}
