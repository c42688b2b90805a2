import type { Schools } from '../../keep/model';

type Switch = Exclude<keyof Schools, 'extraWebPoints'>;

export interface School<K extends Switch = Switch> {
  readonly key: K;
  readonly sides: readonly [Schools[K], Schools[K], ...Schools[K][]];
}

const school = <K extends Switch>(s: School<K>): School<K> => s;

/** Where people disagree, from the trade handbook: common practice, no source. The first side is the default; what each says stands in words/schools.ts. */
export const SCHOOLS = [
  school({ key: 'stitch', sides: ['stitch-if-washed', 'film-alone'] }),
  school({ key: 'steam', sides: ['dry', 'steam-to-bond', 'steam-on-wool'] }),
  school({ key: 'side', sides: ['face', 'back', 'both'] }),
  school({ key: 'move', sides: ['still', 'small-moves'] }),
  school({ key: 'first', sides: ['trace-first', 'fuse-first'] }),
  school({ key: 'lay', sides: ['apart-together', 'piece-by-piece', 'all-laid'] }),
  school({ key: 'webs', sides: ['fewest', 'best-each'] }),
] as const;
