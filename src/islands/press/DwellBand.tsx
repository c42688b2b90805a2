import { Term } from '~/components';
import type { PressTicket } from '~/core/keep/model';
import { spanS } from '~/words';
import css from './DwellBand.module.css';

/** The band goes on a little past what matters. */
const ROOM = 1.25;
/** Seconds up to which nothing is cut off. */
const LEAST_S = 10;

/**
 * The window of a press as a band along the seconds: firm where it holds wherever the dial is within what it may be off, soft where it holds only if the dial is right; a pin at the seconds to count.
 */
export function DwellBand({ ticket: t }: { ticket: PressTicket }) {
  const { dwell, band } = t;
  const firm: readonly [number, number] | null =
    band.coldS && band.hotS && band.coldS[0] < band.hotS[1]
      ? [Math.max(dwell.minS, band.coldS[0]), Math.min(dwell.maxS, band.hotS[1])]
      : null;
  const upTo = Math.max(LEAST_S, dwell.seconds * 2, Math.min(dwell.maxS, dwell.seconds * 3)) * ROOM;
  const at = (s: number): string => `${Math.min(100, (100 * s) / upTo)}%`;
  const width = (from: number, to: number): string => `${Math.max(0, Math.min(100, (100 * (to - from)) / upTo))}%`;
  const proved = (t.book?.like ?? 0) > 0;
  const from = proved ? 'Scraps of it were tried.' : 'An estimate.';
  const cut = dwell.maxS > upTo;
  return (
    <div className={css.dwell}>
      <div className={css.rail} data-proved={proved} aria-hidden="true">
        <i
          className={css.soft}
          style={{ left: at(dwell.minS), width: width(dwell.minS, Math.min(upTo, dwell.maxS)) }}
        />
        {firm && (
          <i
            className={css.firm}
            data-cut={cut && firm[1] > upTo}
            style={{ left: at(firm[0]), width: width(firm[0], Math.min(upTo, firm[1])) }}
          />
        )}
        <i className={css.pin} style={{ left: at(dwell.seconds) }} />
      </div>
      <p className={css.words}>
        <Term id="window">Safe</Term>
        {firm
          ? `: ${spanS(firm[0], firm[1])}, even if your dial is off. ${from}`
          : ` only if your dial is right: ${spanS(dwell.minS, dwell.maxS)}. ${from}`}
      </p>
    </div>
  );
}
