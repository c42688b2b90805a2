/** The moment by the device's clock, ms since 1970. It can be set while the page is open: {@link readClocks}. */
export const nowMs = (): number => Date.now();

/** Time by the page's own count, which only ever goes forward, ms: for how long something took. */
export const steadyMs = (): number => performance.now();

/** What both clocks say, and whether anybody can see the page. */
export const readClocks = () => ({
  wallMs: nowMs(),
  steadyMs: steadyMs(),
  hidden: document.visibilityState === 'hidden',
});
