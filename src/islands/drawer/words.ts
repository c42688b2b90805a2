import { type DisplayUnits, dotsAllowed, formatTemperature, MM_PER, SPEECH } from '~/core/base/units';
import { DRAWER_KINDS, type DrawerKind } from '~/core/keep/drawer';
import type { Fabric, Iron, Thread, Web } from '~/core/keep/model';

export const isDrawerKind = (s: string): s is DrawerKind => (DRAWER_KINDS as readonly string[]).includes(s);

export const IRON_KIND_WORDS: Readonly<Record<Iron['kind'], string>> = {
  household: 'household iron',
  mini: 'small iron',
  'hand-press': 'hand press',
  'heat-press': 'heat press',
};
export const FORM_WORDS: Readonly<Record<Web['form'], string>> = {
  film: 'film',
  open: 'open web',
  grid: 'grid or dots',
  powder: 'powder',
  tape: 'tape',
};
export const SEWING_WORDS: Readonly<Record<Web['sewing'], string>> = {
  easy: 'easy to sew',
  'with-care': 'sew with care',
  avoid: 'do not sew',
};
export const LINER_WORDS: Readonly<Record<Web['liners'], string>> = {
  0: 'no paper backing',
  1: 'paper backing',
  2: 'paper on both sides',
};

export const THREAD_KIND_WORDS: Readonly<Record<Thread['kind'], string>> = {
  cotton: 'cotton',
  polyester: 'polyester',
  shiny: 'shiny, for show',
  silk: 'silk',
  wool: 'wool',
  clear: 'clear',
  bobbin: 'bobbin thread',
};

/** The heat limit with its care dots: "200 °C •••". */
export const limitWords = (maxIronC: number, units: DisplayUnits): string => {
  const dots = dotsAllowed(maxIronC);
  return `${formatTemperature(maxIronC, units)} ${dots ? '•'.repeat(dots) : '(less than •)'}`;
};

export const sizeWords = (widthMm: number, heightMm: number, units: DisplayUnits): string =>
  SPEECH[units].size(widthMm, heightMm);

/** Metres in what cloth and web are sold by: a yard, or a metre. */
export const perRun = (units: DisplayUnits): number => SPEECH[units].sold.mm / MM_PER.m;

/** Area of all stock, m². */
export const stockM2 = (stock: Fabric['stock']): number =>
  stock.reduce((sum, s) => sum + (s.widthMm * s.heightMm * s.count) / 1e6, 0);

/** Square yards or square metres of cloth. */
export const stockWords = (m2: number, units: DisplayUnits): string => SPEECH[units].stock(m2);
