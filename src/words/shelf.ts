import type { Measure, ShelfShape, ShelfWrong } from '~/core/base/shape';

/** What a shape of the shelf is called, and what is measured of it, by the key of the measure. */
const SHAPES: Readonly<Record<string, { readonly name: string; readonly measures: Readonly<Record<string, string>> }>> =
  {
    square: { name: 'Square', measures: { w: 'Side' } },
    rectangle: { name: 'Rectangle', measures: { w: 'Wide', h: 'High' } },
    frame: { name: 'Frame', measures: { w: 'Wide', h: 'High', rim: 'Rim' } },
    circle: { name: 'Circle', measures: { d: 'Across' } },
    ring: { name: 'Ring', measures: { d: 'Across', hole: 'Hole across' } },
    oval: { name: 'Oval', measures: { w: 'Wide', h: 'High' } },
    drop: { name: 'Drop', measures: { w: 'Wide', h: 'High' } },
    crescent: { name: 'Crescent moon', measures: { d: 'Across', thick: 'Thickest' } },
    star: { name: 'Star', measures: { n: 'Points', d: 'Across the points', inner: 'Across the dips' } },
    polygon: { name: 'Polygon', measures: { n: 'Sides', d: 'Across the corners' } },
    scallop: { name: 'Scalloped strip', measures: { w: 'Wide', h: 'High', n: 'Scallops' } },
    wave: { name: 'Wave', measures: { w: 'Wide', h: 'High', swell: 'Swell', n: 'Crests' } },
    pennant: { name: 'Pennant', measures: { w: 'Wide', h: 'Long' } },
    rounded: { name: 'Rounded square', measures: { w: 'Wide', h: 'High', r: 'Rounding' } },
    arch: { name: 'Arch', measures: { w: 'Wide', h: 'High' } },
    petal: { name: 'Petal', measures: { w: 'Wide', h: 'Long' } },
    leaf: { name: 'Leaf', measures: { w: 'Wide', h: 'Long' } },
    'teardrop-leaf': { name: 'Teardrop leaf', measures: { w: 'Wide', h: 'Long' } },
    heart: { name: 'Heart', measures: { w: 'Wide', h: 'High' } },
    flower: { name: 'Simple flower', measures: { n: 'Petals', d: 'Across the petals', inner: 'Across the dips' } },
    cloud: { name: 'Cloud', measures: { w: 'Wide', h: 'High' } },
    fish: { name: 'Fish', measures: { w: 'Long', h: 'High' } },
    house: { name: 'House', measures: { w: 'Wide', h: 'High', roof: 'Roof, high', eaves: 'Eaves' } },
    cog: { name: 'Cog', measures: { n: 'Teeth', d: 'Across the teeth', tooth: 'Tooth depth', bore: 'Hole across' } },
  };
export const shapeName = ({ id }: Pick<ShelfShape, 'id'>): string => SHAPES[id]?.name ?? id;
export const measureLabel = ({ id }: Pick<ShelfShape, 'id'>, key: string): string => SHAPES[id]?.measures[key] ?? key;

const WRONG: Readonly<Record<ShelfWrong, string>> = {
  'no-window': 'The rim leaves no window: make it narrower.',
  'hole-too-large': 'The hole must be smaller than the ring.',
  'drop-too-wide': 'A drop is higher than wide.',
  'too-thick': 'Make it thinner than nine tenths of its width.',
  'dips-beyond-points': 'The dips must lie further in than the points.',
  'scallops-too-deep': 'The scallops are deeper than the strip: make it higher, or take more scallops.',
  'swell-too-high': 'The swell must be lower than the wave is high.',
  'rounding-too-large': 'The rounding can be at most half the shorter side.',
  'arch-too-low': 'An arch is at least half as high as it is wide.',
  'petal-too-wide': 'A petal is at most as wide as it is long.',
  'leaf-too-wide': 'A leaf is at most as wide as it is long.',
  'heart-too-low': 'A heart is at least half as high as it is wide.',
  'dips-beyond-petals': 'The dips must lie further in than the petals.',
  'petals-flat': 'The petals would be flat: make the dips deeper.',
  'cloud-too-high': 'A cloud is at most as high as it is wide.',
  'fish-too-high': 'A fish is at most as high as it is long.',
  'roof-too-high': 'The roof must be lower than the house.',
  'eaves-too-wide': 'The eaves leave no wall: make them narrower.',
  'no-room-between': 'Hole and teeth leave nothing between: make one of them smaller.',
};
/** Why a shape cannot be drawn so. */
export const shelfWords = (shape: Pick<ShelfShape, 'id'>, wrong: ShelfWrong | Measure): string =>
  typeof wrong === 'string'
    ? WRONG[wrong]
    : `${measureLabel(shape, wrong.key)}: between ${wrong.min} and ${wrong.max}, please.`;
