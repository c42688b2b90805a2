import { figure } from '../../choose/material';

// How long hands take, and how much fits together. All estimated: no two people are alike, and the sum is what counts.

/** Hands on one piece, whatever its size, s. */
export const HANDS_S = {
  smooth: figure(60, 's', 'estimated: pressing the ground and the cloths smooth'),
  wash: figure(300, 's', 'estimated: loading, unloading and hanging up, once for all'),
  trace: figure(12, 's a copy', 'estimated: laying it on, writing its number'),
  print: figure(40, 's a sheet of shapes', 'estimated'),
  roughCut: figure(8, 's a copy', 'estimated'),
  patch: figure(45, 's a patch', 'estimated: measuring and cutting a rectangle of web'),
  stick: figure(10, 's a copy', 'estimated'),
  cut: figure(10, 's a copy', 'estimated: picking up, turning, laying down'),
  machine: figure(90, 's a load', 'estimated: laying the cloth on the mat and weeding'),
  peel: figure(10, 's a copy', 'estimated'),
  lay: figure(12, 's a copy', 'estimated: laying it where it belongs'),
  tack: figure(3, 's a piece', 'estimated: a touch with the tip'),
  turn: figure(20, 's', 'estimated: turning over and one touch'),
  note: figure(30, 's', 'estimated'),
  layOut: figure(6, 's a piece', 'estimated: laying it down once to look'),
  mark: figure(20, 's a dot or line', 'estimated'),
  ruled: figure(40, 's a piece of cloth', 'estimated: laying it flat, measuring, once each'),
  wrap: figure(300, 's a book', 'estimated: marking, folding over and fastening a cover'),
  threads: figure(60, 's a picture', 'estimated: looking it over in good light'),
  join: figure(45, 's a part', 'estimated: closing a link, or fastening a part where it belongs'),
  seam: figure(45, 's a seam', 'estimated: pinning, and pressing it open'),
} as const;
/** How fast a line is followed. */
export const SPEED_MM_S = {
  trace: figure(20, 'mm/s', 'estimated'),
  roughCut: figure(40, 'mm/s', 'estimated: nobody looks closely'),
  cut: figure(12, 'mm/s', 'estimated: small scissors on fused cloth'),
  template: figure(20, 'mm/s', 'estimated: paper is cut faster than fused cloth'),
  sheet: figure(100, 'mm/s', 'estimated: along the edge of a sheet that is laid or peeled'),
  ruled: figure(60, 'mm/s', 'estimated: cloth along a ruler'),
  seam: figure(15, 'mm/s', 'estimated: a straight seam by machine'),
  crease: figure(20, 'mm/s', 'estimated: folding, measuring, pinning and pressing a turning'),
  fold: figure(80, 'mm/s', 'estimated: along both edges of a strip that is laid into a fold'),
  peel: figure(200, 'mm/s', 'estimated: along both edges of a strip'),
  stitch: figure(8, 'mm/s', 'estimated: a machine with pivots, slowly'),
} as const;
/** An iron set for cotton is no hotter; what bears less is told before it is pressed smooth, °C. ISO 3758, three dots, from memory. */
export const USUAL_IRON_C = figure(200, '°C', 'ISO 3758: three dots, from memory');
/** Paint dries overnight, s. Common practice, no source. */
export const PAINT_DRY_S = figure(10 * 3600, 's', 'common practice: overnight');

/** Less of a press than this is no place of its own: the iron cannot tell it, and it counts to the largest, mm². */
export const PLACE_MM2 = figure(25, 'mm²', 'estimated');

/** A place so small beside the rest does not set its time, where that would be so much shorter without it. */
export const SLIVER = {
  mostMm2: figure(200, 'mm²', 'estimated: what the tip of an iron covers'),
  share: figure(0.03, 'of the press', 'estimated'),
  worth: figure(0.8, '× the seconds', 'estimated'),
} as const;
/** Standing longer by more than this is worth another setting of the iron. */
export const MUCH_LONGER = {
  times: figure(1.2, '× its own seconds', 'estimated'),
  fromS: figure(24, 's', 'estimated: shorter, nobody minds'),
} as const;

/** Copies that share a load lie so far apart, mm. */
export const LOAD_GAP_MM = figure(3, 'mm', 'estimated: room for fingers and for what oozes');
/** A load of more than this is not looked for. */
export const LOAD_MOST = figure(60, 'copies', 'more than anyone lays out at once');
/** So much of a plate must at least be free beside one copy for a second to be looked for. */
export const LOAD_ROOM = figure(2, '× its area', 'two copies do not fit on less');
/** Shifts of one row against the next that are tried. */
export const LOAD_STAGGERS = figure(8, 'shifts', 'ours');
/** An outline of more corners than this is looked at coarsely, and its copies are kept apart by as much more. */
export const LOAD_CORNERS = figure(60, 'corners', 'ours: beyond, a plan of copies took half a minute');
export const LOAD_STRAY_MM = figure(0.5, 'mm', 'ours: less than fingers lay copies apart by');

/** In a press over everything so many different columns are looked at. */
export const MOST_TOGETHER = figure(40, 'columns', 'ours');
/** Layered things are cut so far outside the line, and trimmed through all layers together. */
export const TRIM_BEYOND_MM = figure(3, 'mm', 'common practice, no source: cut larger, trimmed after');

/** At most so many copies of a layered thing are laid and pressed in one go, where nobody says otherwise. */
export const BATCH = figure(12, 'copies', 'common practice, no source: hands manage a batch of eight to twelve');
