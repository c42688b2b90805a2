import type { Route } from '../../keep/model';

/** One passing-on of the shape, from the drawing to the finished piece. */
export interface Contact {
  readonly text: string;
  /** Whether this passing-on is face to face: then left and right change places. */
  readonly flips: boolean;
}

export interface RouteFacts {
  readonly name: string;
  /** What carries the line that is cut. */
  readonly drawnOn: 'liner' | 'right side' | 'wrong side' | 'cutting mat';
  readonly contacts: readonly Contact[];
  /** What the person does, given whether the line comes out mirrored. */
  readonly doIt: string;
  /** The line is drawn on the web's liner, so the web must have one. */
  readonly needsLiner: boolean;
}

/** Source: the route table of the trade handbook; common practice, no source. The parity is computed from the contacts, never stored. */
export const ROUTE_FACTS: Readonly<Record<Route, RouteFacts>> = {
  'trace-on-liner': {
    name: 'Trace on the liner',
    drawnOn: 'liner',
    contacts: [
      { text: 'The line is drawn on the liner, which lies on the wrong side of the cloth, facing you.', flips: false },
      { text: 'The cut piece is turned over to show its right side.', flips: true },
    ],
    doIt: 'Trace it on the liner',
    needsLiner: true,
  },
  'template-on-liner': {
    name: 'Draw round a template on the liner',
    drawnOn: 'liner',
    contacts: [
      { text: 'The template lies on the liner; the line is drawn round it.', flips: false },
      { text: 'The cut piece is turned over to show its right side.', flips: true },
    ],
    doIt: 'Lay the template face down on the liner and draw round it',
    needsLiner: true,
  },
  'template-right-side': {
    name: 'Template on the right side',
    drawnOn: 'right side',
    contacts: [{ text: 'The template lies face up on the right side of the cloth; you cut along it.', flips: false }],
    doIt: 'Lay the template face up on the right side',
    needsLiner: false,
  },
  'cut-from-print': {
    name: 'Cut freely from the printed side',
    drawnOn: 'right side',
    contacts: [{ text: 'You cut from the printed side, seeing what will be seen.', flips: false }],
    doIt: 'Cut it from the printed side',
    needsLiner: false,
  },
  'cutter-fabric-up': {
    name: 'Cutting machine, cloth up',
    drawnOn: 'cutting mat',
    contacts: [
      { text: 'The bonded cloth lies right side up on the mat; the blade sees what will be seen.', flips: false },
    ],
    doIt: 'Send it to the machine',
    needsLiner: false,
  },
  'cutter-liner-up': {
    name: 'Cutting machine, liner up',
    drawnOn: 'cutting mat',
    contacts: [
      { text: 'The bonded cloth lies liner up on the mat; the blade cuts from behind.', flips: false },
      { text: 'The cut piece is turned over to show its right side.', flips: true },
    ],
    doIt: 'Send it to the machine',
    needsLiner: true,
  },
  'web-on-right-side': {
    name: 'Web on the right side, for foil',
    drawnOn: 'liner',
    contacts: [
      { text: 'The web lies liner up on the right side; the line is drawn facing what will be seen.', flips: false },
    ],
    doIt: 'Trace it on the liner',
    needsLiner: true,
  },
};
