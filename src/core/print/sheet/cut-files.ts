import { difference, normalise, translation } from '../../base/shape';
import { type LaidStrip, type LayoutAsk, stripsOf } from '../../cut/layout';
import { fileStem, type Layout, type Plan, type Project } from '../../keep/model';
import { type LaidPart, laidParts } from './layouts';
import { type CutShape, toDxf, toPlainSvg } from './machine';
import { stripName } from './strip';
import { markLines } from './tracing';

export const CUT_FORMATS = ['dxf', 'svg'] as const;
export type CutFormat = (typeof CUT_FORMATS)[number];

/** The name of a shape in a cutting file: the number of its piece first, then which copy. */
export const shapeName = (number: number, copy: number, label: string): string => `${number}-${copy + 1} ${label}`;
/** The piece's number that a shape of a cutting file was named for; null for a shape that was not named here. */
export function numberOfShape(name: string): number | null {
  const number = Number(/^(\d+)-\d+/.exec(name)?.[1]);
  return Number.isFinite(number) ? number : null;
}

/** A part with the holes and slits that are drawn on it: a machine cuts them along with it. */
export function cutThrough({ region, marks }: Pick<LaidPart, 'region' | 'marks'>): Pick<CutShape, 'region' | 'slits'> {
  const lines = markLines(marks, translation(0, 0));
  const holes = lines.filter((m) => m.closed && m.stroke === 'outline').map((m) => normalise([m.line]));
  return {
    region: holes.length > 0 ? difference(region, ...holes) : region,
    slits: lines.filter((m) => !m.closed && m.stroke === 'outline').map((m) => m.line),
  };
}

/** What a cutting machine is given for one strip. */
export interface CutFile {
  readonly name: string;
  readonly text: string;
}

/** The shapes of one strip of a layout as a file for a cutting machine, in the strip's own coordinates. */
export function cutFile(project: Project, plan: Plan, wanted: LayoutAsk, strip: LaidStrip, format: CutFormat): CutFile {
  const of = (wanted.kind === 'web' ? project.webs : project.fabrics).find((t) => t.id === wanted.ofId)?.name ?? '';
  const shapes: CutShape[] = laidParts(project, plan, wanted, strip.placements).map((part) => ({
    name: shapeName(part.number, part.copy, part.label),
    ...cutThrough(part),
  }));
  const { maxX, maxY } = strip.bounds;
  return {
    name: `${fileStem(`${of} ${stripName(wanted, strip)}`, 'cut')}.${format}`,
    text: format === 'dxf' ? toDxf(shapes, maxY) : toPlainSvg(shapes, maxX, maxY),
  };
}

/** A file for every strip of a layout, scraps and the roll alike: nothing that was laid out is left out. */
export const cutFiles = (
  project: Project,
  plan: Plan,
  wanted: LayoutAsk,
  layout: Pick<Layout, 'placements' | 'lengthMm'>,
  format: CutFormat,
): CutFile[] => stripsOf(wanted, layout).map((strip) => cutFile(project, plan, wanted, strip, format));
