import { manner } from '~/core/base/units';

const said = (style: Intl.DateTimeFormatOptions, at: number | Date): string =>
  new Intl.DateTimeFormat(manner().spelling === 'US' ? 'en-US' : 'en-GB', style).format(at);

// Days and hours as they are written where one is. Each takes a moment in ms, or a date.
/** “1 December 2026”, “December 1, 2026”. */
export const dayWords = (at: number | Date): string => said({ dateStyle: 'long' }, at);
/** “1 December”, “December 1”. */
export const dayInYearWords = (at: number | Date): string => said({ day: 'numeric', month: 'long' }, at);
/** “1 Dec 2026, 18:30”, “Dec 1, 2026, 6:30 PM”. */
export const momentWords = (at: number | Date): string => said({ dateStyle: 'medium', timeStyle: 'short' }, at);
/** “18:30”, “6:30 PM”. */
export const clockWords = (at: number | Date): string => said({ timeStyle: 'short' }, at);
/** “Tue 18:30”, “Tue 6:30 PM”. */
export const weekdayWords = (at: number | Date): string =>
  said({ weekday: 'short', hour: '2-digit', minute: '2-digit' }, at);
