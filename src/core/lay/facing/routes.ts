import type { Route } from '../../keep/model';

/** One passing-on of the shape, from the drawing to the finished piece. */
export interface Contact {
  /** Whether this passing-on is face to face: then left and right change places. */
  readonly flips: boolean;
}

export interface RouteFacts {
  /** What carries the line that is cut. */
  readonly drawnOn: 'liner' | 'right side' | 'wrong side' | 'cutting mat';
  readonly contacts: readonly Contact[];
  /** The line is drawn on the web's liner, so the web must have one. */
  readonly needsLiner: boolean;
}

/** Source: the route table of the trade handbook; common practice, no source. The parity is computed from the contacts, never stored. What people read of it stands in words/routes.ts. */
export const ROUTE_FACTS: Readonly<Record<Route, RouteFacts>> = {
  'trace-on-liner': {
    drawnOn: 'liner',
    contacts: [{ flips: false }, { flips: true }],
    needsLiner: true,
  },
  'template-on-liner': {
    drawnOn: 'liner',
    contacts: [{ flips: false }, { flips: true }],
    needsLiner: true,
  },
  'template-right-side': {
    drawnOn: 'right side',
    contacts: [{ flips: false }],
    needsLiner: false,
  },
  'cut-from-print': {
    drawnOn: 'right side',
    contacts: [{ flips: false }],
    needsLiner: false,
  },
  'cutter-fabric-up': {
    drawnOn: 'cutting mat',
    contacts: [{ flips: false }],
    needsLiner: false,
  },
  'cutter-liner-up': {
    drawnOn: 'cutting mat',
    contacts: [{ flips: false }, { flips: true }],
    needsLiner: true,
  },
  'web-on-right-side': {
    drawnOn: 'liner',
    contacts: [{ flips: false }],
    needsLiner: true,
  },
};
