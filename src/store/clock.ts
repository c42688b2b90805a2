/** The moment, ms since 1970. A clock that is set back while the page is open does not turn it back; sleep, in which the page's own clock stands still, is counted. */
export const nowMs = (): number => Math.max(Date.now(), performance.timeOrigin + performance.now());
