import { colouredAreas } from './colours';
import { type Mask, regionsOfScan, type ScanPixels, type WantedRegions } from './scan';

/** Areas smaller than this share of a picture are specks. */
const SPECK_SHARE = 0.0002;

/** What a scan holds, by what is wanted of it: dark shapes, what lines enclose, or every coloured area. */
export const areasOfScan = (picture: ScanPixels, wanted: WantedRegions | 'colours'): Mask =>
  wanted === 'colours' ? colouredAreas(picture, SPECK_SHARE) : regionsOfScan(picture, wanted, SPECK_SHARE);
