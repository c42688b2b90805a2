import type { Route } from '~/core/keep/model';
import { spell } from './spelling';

/** What people read of a route: its name, what they do, and each passing-on of the shape. */
interface RouteWords {
  readonly name: string;
  /** What the person does, given whether the line comes out mirrored. */
  readonly doIt: string;
  /** In the order of its contacts. */
  readonly contacts: readonly string[];
}

export const ROUTE_WORDS: Readonly<Record<Route, RouteWords>> = {
  'trace-on-liner': {
    name: 'Trace on the paper',
    doIt: 'Trace it on the paper',
    contacts: [
      'You draw on the paper while the web is on the wrong side of the fabric, facing you.',
      'The cut piece is turned over to show its right side.',
    ],
  },
  'template-on-liner': {
    get name() {
      return `${spell('Draw round')} a template on the paper`;
    },
    get doIt() {
      return `Put the template face down on the paper and ${spell('draw round')} it`;
    },
    contacts: [
      'The template is on the paper, and the line goes around it.',
      'The cut piece is turned over to show its right side.',
    ],
  },
  'template-right-side': {
    name: 'Template on the right side',
    doIt: 'Put the template face up on the right side',
    contacts: ['The template is face up on the right side of the fabric, and you cut along it.'],
  },
  'cut-from-print': {
    name: 'Cut freely from the printed side',
    doIt: 'Cut it from the printed side',
    contacts: ['You cut from the printed side and see what will be seen.'],
  },
  'cutter-fabric-up': {
    name: 'Cutting machine, fabric up',
    doIt: 'Send it to the machine',
    contacts: ['The fused fabric is right side up on the mat: the blade sees what will be seen.'],
  },
  'cutter-liner-up': {
    name: 'Cutting machine, paper up',
    doIt: 'Send it to the machine',
    contacts: [
      'The fused fabric is paper up on the mat: the blade cuts from behind.',
      'The cut piece is turned over to show its right side.',
    ],
  },
  'web-on-right-side': {
    name: 'Web on the right side, for foil',
    doIt: 'Trace it on the paper',
    contacts: ['The web is paper up on the right side, and you draw what will be seen.'],
  },
};
