import { type ReactNode, useEffect, useState } from 'react';
import { Boundary, Button, Toast } from '~/components';
import { keepOffline } from '~/workers';

/** What every page stands in: what breaks is held here, and a newer version is offered. */
export function Frame({ what, children }: { what: string; children: ReactNode }) {
  const [bringIn, setBringIn] = useState<(() => void) | null>(null);
  useEffect(() => keepOffline((use) => setBringIn(() => use)), []);
  return (
    <>
      <Boundary what={what}>{children}</Boundary>
      {bringIn && (
        <Toast onGone={() => setBringIn(null)} afterMs={null}>
          <span>A newer Apple Seam is here.</span>
          <Button onClick={bringIn}>Use it now</Button>
          <Button look="plain" onClick={() => setBringIn(null)}>
            Later
          </Button>
        </Toast>
      )}
    </>
  );
}
