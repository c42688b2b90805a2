import { QUILT_EDGE_MM } from './data';

/** Sizes of wadding and backing for a ground, mm. */
export function quiltSizes(
  widthMm: number,
  heightMm: number,
): Record<keyof typeof QUILT_EDGE_MM, { widthMm: number; heightMm: number }> {
  const larger = (by: number) => ({ widthMm: widthMm + 2 * by, heightMm: heightMm + 2 * by });
  return { wadding: larger(QUILT_EDGE_MM.wadding.value), backing: larger(QUILT_EDGE_MM.backing.value) };
}
