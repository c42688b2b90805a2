import type { Iron } from '../../keep/model';
import { STEAM } from './data';

/** The soleplate from which an iron makes steam, °C: as its owner found, else from its middle mark. Common practice. */
export const steamFromC = (iron: Pick<Iron, 'dial' | 'steamFromC'>): number =>
  iron.steamFromC ?? iron.dial[Math.floor(iron.dial.length / 2)]?.measuredC ?? STEAM.fromC.value;
