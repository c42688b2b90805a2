import type { Fabric, Web } from '../model';
import { factsOf } from './cloths';
import { webFrom } from './webs';

const known = new WeakMap<Fabric, Web>();

/** Heat and stay of one-sided stiff backing on cotton under a small hot plate. Source: the trade handbook, what people do; common practice, no source. */
const BOND = { heatC: 190, dwellS: 10, steam: false } as const;

/** The adhesive that a cloth brings with it on one side, as the web that it is to whatever is pressed; null: it brings none. Its mass is that of a medium film, estimated. */
export function adhesiveOf(fabric: Fabric): Web | null {
  if (factsOf(fabric).material !== 'backing') return null;
  const there = known.get(fabric);
  if (there) return there;
  const own = webFrom('medium-film', {
    id: `adhesive-of-${fabric.id}`,
    name: `the adhesive of ${fabric.name || 'the backing'}`,
    liners: 0,
    maxC: 200,
    leaflet: { fuse: BOND, bond: BOND },
  });
  known.set(fabric, own);
  return own;
}
