import { type ReactNode, useEffect, useState } from 'react';
import { Boundary, Button, Toast } from '~/components';
import { speakAsChosen } from '~/store';
import { keepOffline } from '~/workers';

/** What every page stands in: what breaks is held here, nothing is said before it is known how, and a newer version is offered. */
export function Frame({ what, children }: { what: string; children: ReactNode }) {
  const [bringIn, setBringIn] = useState<(() => void) | null>(null);
  const [speaks, setSpeaks] = useState(false);
  useEffect(() => {
    void speakAsChosen().then(({ spelling }) => {
      document.documentElement.lang = spelling === 'US' ? 'en-US' : 'en-GB';
      setSpeaks(true);
    });
  }, []);
  useEffect(() => keepOffline((use) => setBringIn(() => use)), []);
  return (
    <>
      <Boundary what={what}>{speaks && children}</Boundary>
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
