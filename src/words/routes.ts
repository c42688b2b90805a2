import type { Route } from '~/core/keep/model';

/** What people read of a route: what they do, and each passing-on of the shape. */
interface RouteWords {
  /** What the person does, given whether the line comes out mirrored. */
  readonly doIt: string;
  /** In the order of its contacts. */
  readonly contacts: readonly string[];
}

export const ROUTE_WORDS: Readonly<Record<Route, RouteWords>> = {
  'trace-on-liner': {
    doIt: 'Trace it on the liner',
    contacts: [
      'The line is drawn on the liner, which lies on the wrong side of the cloth, facing you.',
      'The cut piece is turned over to show its right side.',
    ],
  },
  'template-on-liner': {
    doIt: 'Lay the template face down on the liner and draw round it',
    contacts: [
      'The template lies on the liner; the line is drawn round it.',
      'The cut piece is turned over to show its right side.',
    ],
  },
  'template-right-side': {
    doIt: 'Lay the template face up on the right side',
    contacts: ['The template lies face up on the right side of the cloth; you cut along it.'],
  },
  'cut-from-print': {
    doIt: 'Cut it from the printed side',
    contacts: ['You cut from the printed side, seeing what will be seen.'],
  },
  'cutter-fabric-up': {
    doIt: 'Send it to the machine',
    contacts: ['The bonded cloth lies right side up on the mat; the blade sees what will be seen.'],
  },
  'cutter-liner-up': {
    doIt: 'Send it to the machine',
    contacts: [
      'The bonded cloth lies liner up on the mat; the blade cuts from behind.',
      'The cut piece is turned over to show its right side.',
    ],
  },
  'web-on-right-side': {
    doIt: 'Trace it on the liner',
    contacts: ['The web lies liner up on the right side; the line is drawn facing what will be seen.'],
  },
};
