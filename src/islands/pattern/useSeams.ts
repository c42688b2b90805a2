import { useEffect, useMemo, useState } from 'react';
import type { Region } from '~/core/base/shape';
import type { Ground } from '~/core/keep/model';

/** What is left of the ground inside its seams; null where it has none, and until what works it out is fetched. */
export function useSeams(ground: Ground | undefined): Region | null {
  const [inside, setInside] = useState<((ground: Ground) => Region) | null>(null);
  const sewn = ground && ground.seamAllowanceMm > 0 ? ground : null;
  const wanted = sewn !== null && inside === null;
  useEffect(() => {
    if (!wanted) return;
    import('./seams').then(
      (seams) => setInside(() => seams.insideSeams),
      // Without it the picture is whole, its seams aside.
      () => undefined,
    );
  }, [wanted]);
  return useMemo(() => (sewn && inside ? inside(sewn) : null), [sewn, inside]);
}
