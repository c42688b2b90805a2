/**
 * Keeps the whole application in the browser, so that it opens without its server; where the browser gives no service worker nothing changes.
 * @param offer called when a newer version lies ready, with what brings it in: the page is then loaded anew. It is never brought in by itself.
 */
export function keepOffline(offer: (bringIn: () => void) => void): void {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return;
  void keep(offer);
}

async function keep(offer: (bringIn: () => void) => void): Promise<void> {
  const { Workbox } = await import('workbox-window');
  const workbox = new Workbox('/offline.js', { updateViaCache: 'none' });
  const ready = (): void =>
    offer(() => {
      workbox.addEventListener('controlling', () => window.location.reload());
      workbox.messageSkipWaiting();
    });
  workbox.addEventListener('waiting', ready);
  void workbox.register().catch(() => undefined);
  // A page that stays open for days looks now and then.
  setInterval(() => void workbox.update().catch(() => undefined), 3600_000);
}
