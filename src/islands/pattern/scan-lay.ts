import { nth } from '~/core/base/lists';
import { boundsOf, centreOf, regionOf } from '~/core/base/shape';
import { pieceInMiddle } from '~/core/intake/arrange';
import { onWholeBases } from '~/core/intake/drawing';
import { LIMITS, type Project } from '~/core/keep/model';
import { canvasToDataUrl, editHere, selectAll } from '~/store';
import { dropUnused } from '../cloth/drop-unused';
import { articleInHand, fabricOfColour, middleInHand, newId, usualFabric } from './edits';
import type { TracedScan } from './ScanRegions';

/** A picture that was traced, and what of it is wanted. */
export interface ScanToLay {
  readonly name: string;
  readonly found: TracedScan;
  readonly kept: ReadonlySet<number>;
  /** Where a region lies inside another, the outer one is whole beneath it; else it is let in. */
  readonly whole: boolean;
}

/** The straightened picture, for the page to keep. */
function canvasOf({ flat }: TracedScan): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = flat.width;
  canvas.height = flat.height;
  canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(flat.data), flat.width, flat.height), 0, 0);
  return canvas;
}

/**
 * Lays the regions of a traced picture into the middle of the article in hand, as pieces, and the picture beneath them.
 * @returns why nothing was laid, in words; null when it was
 */
export function layScan(project: Project, { name, found, kept, whole }: ScanToLay): string | null {
  const regions = found.regions.filter((_, i) => kept.has(i));
  const middle = middleInHand(project);
  const widthMm = found.flat.width * found.mmPerPixel;
  const left = middle.x - widthMm / 2;
  const top = middle.y - (found.flat.height * found.mmPerPixel) / 2;
  const articleId = articleInHand(project).id;
  const fabricId = usualFabric(project);
  const canvas = canvasOf(found);
  const ids: string[] = [];
  const refused = editHere((p) => {
    const drawn = regions.map((r) => r.outline);
    const outlines = whole ? onWholeBases(drawn) : drawn;
    regions.forEach((r, i) => {
      const outline = nth(outlines, i);
      const c = centreOf(boundsOf(regionOf(outline)));
      const id = newId();
      p.pieces.push(
        pieceInMiddle(
          outline,
          { x: left + c.x, y: top + c.y },
          {
            id,
            label: `Traced ${i + 1}`,
            fabricId: r.colour === null ? fabricId : fabricOfColour(p, r.colour),
            articleId,
          },
        ),
      );
      p.order.push(id);
      ids.push(id);
    });
    const pictureId = newId();
    p.pictures.push({
      id: pictureId,
      name: name.slice(0, 200),
      dataUrl: canvasToDataUrl(canvas),
      widthPx: canvas.width,
      heightPx: canvas.height,
    });
    p.underlay = {
      pictureId,
      articleId,
      widthMm: Math.min(widthMm, LIMITS.reachMm),
      at: { xMm: left, yMm: top, rotateDeg: 0 },
      shown: true,
    };
    dropUnused(p);
  });
  if (!refused) selectAll(ids);
  return refused;
}
