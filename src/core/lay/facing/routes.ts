import type { Route } from '../../keep/model';

/** One passing-on of the shape, from the drawing to the finished piece. */
export interface Contact {
  /** Whether this passing-on is face to face: then left and right change places. */
  readonly flips: boolean;
}

export interface RouteFacts {
  /** As sheets are headed. */
  readonly name: string;
  /** What carries the line that is cut. */
  readonly drawnOn: 'liner' | 'right side' | 'wrong side' | 'cutting mat';
  readonly contacts: readonly Contact[];
  /** The line is drawn on the web's liner, so the web must have one. */
  readonly needsLiner: boolean;
}

/** Source: the route table of the trade handbook; common practice, no source. The parity is computed from the contacts, never stored. What people read of it stands in words/routes.ts. */
export const ROUTE_FACTS: Readonly<Record<Route, RouteFacts>> = {
  'trace-on-liner': {
    name: 'Trace on the liner',
    drawnOn: 'liner',
    contacts: [{ flips: false }, { flips: true }],
    needsLiner: true,
  },
  'template-on-liner': {
    name: 'Draw round a template on the liner',
    drawnOn: 'liner',
    contacts: [{ flips: false }, { flips: true }],
    needsLiner: true,
  },
  'template-right-side': {
    name: 'Template on the right side',
    drawnOn: 'right side',
    contacts: [{ flips: false }],
    needsLiner: false,
  },
  'cut-from-print': {
    name: 'Cut freely from the printed side',
    drawnOn: 'right side',
    contacts: [{ flips: false }],
    needsLiner: false,
  },
  'cutter-fabric-up': {
    name: 'Cutting machine, cloth up',
    drawnOn: 'cutting mat',
    contacts: [{ flips: false }],
    needsLiner: false,
  },
  'cutter-liner-up': {
    name: 'Cutting machine, liner up',
    drawnOn: 'cutting mat',
    contacts: [{ flips: false }, { flips: true }],
    needsLiner: true,
  },
  'web-on-right-side': {
    name: 'Web on the right side, for foil',
    drawnOn: 'liner',
    contacts: [{ flips: false }],
    needsLiner: true,
  },
};
