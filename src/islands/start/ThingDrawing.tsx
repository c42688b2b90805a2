import type { ThingId } from '~/core/intake/start';
import { Motif } from './Motif';
import css from './Start.module.css';

/** What lies behind the motif on the little drawing of each thing. */
const BEHIND: { readonly [T in ThingId]: string } = {
  picture: 'M-6 -6H106V106H-6Z',
  word: 'M-14 22H114V82H-14Z',
  window: '',
  garment: 'M22 0L34 -6Q50 10 66 -6L78 0L108 26L92 48L82 40V110H18V40L8 48L-8 26Z',
  pennant: 'M-10 -6H110V2H-10Z',
  tag: '',
  mend: 'M2 -8H98V108H58L50 40L42 108H2Z',
  other: '',
  foil: 'M14 -6H86V106H14Z',
  chain: '',
  ornament: 'M48 -10H52V14H48Z',
  shine: '',
  cover: 'M0 14H100V100H0Z',
  hem: 'M0 -6H100V78H0Z',
};

/** Nothing is stitched on these. */
const RAW: readonly ThingId[] = ['tag', 'foil', 'chain', 'ornament', 'shine', 'cover', 'hem'];

/** A small drawing of a thing, to choose it by. */
export function ThingDrawing({ thing }: { thing: ThingId }) {
  return (
    <svg className={css.drawing} viewBox="-16 -12 132 126" aria-hidden="true">
      <path className={css.behind} d={BEHIND[thing]} />
      <Motif
        thing={thing}
        word="abc"
        edge={thing === 'garment' ? 'zigzag' : RAW.includes(thing) ? 'none' : 'straight'}
      />
    </svg>
  );
}
