import { derive } from '../../base/derive';
import type { Fabric, Web } from '../../keep/model';
import { factsOf } from './cloths';
import { webFrom } from './webs';

/** Heat and stay of one-sided stiff backing on cotton under a small hot plate. Source: the trade handbook, what people do; common practice, no source. */
const BOND = { heatC: 190, dwellS: 10, steam: false } as const;

/** The adhesive that a cloth brings with it on one side, as the web that it is to whatever is pressed; null: it brings none. Its mass is that of a medium film, estimated. */
export const adhesiveOf = derive((fabric: Fabric): Web | null =>
  factsOf(fabric).material === 'backing'
    ? webFrom('medium-film', {
        id: `adhesive-of-${fabric.id}`,
        name: `the glue of ${fabric.name || 'the backing'}`,
        liners: 0,
        maxC: 200,
        leaflet: { fuse: BOND, bond: BOND },
      })
    : null,
);
