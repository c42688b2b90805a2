import { offset, type Region } from '../../base/shape';
import type { Ground } from '../../keep/model';
import { groundRegion } from './ground';

/** What is left of the ground inside its seams; empty when the seams eat it all. */
export const insideSeams = (ground: Ground): Region =>
  ground.seamAllowanceMm > 0 ? offset(groundRegion(ground), -ground.seamAllowanceMm, 'miter') : groundRegion(ground);
