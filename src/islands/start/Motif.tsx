import type { ReactNode } from 'react';
import { INK_ON_CLOTH } from '~/components';
import { contrast } from '~/core/base/colour';
import type { ThingId } from '~/core/intake/start';
import type { Edge } from '~/core/keep/model';
import css from './Start.module.css';

const PAPER = '#fbf7ee';
/** Colours that letters are shown in, the first that is seen on the ground; and how wide a letter of the title's face is, in its size. */
const LETTERS = ['#a5452f', PAPER, INK_ON_CLOTH];
const SEEN = 2.4;
const LETTER_WIDTH = 0.66;

/** How a stitch looks round a shape: strokes laid one over the other. Ticks across the edge are short dashes of a broad stroke. */
const STITCHES: { readonly [E in Edge]: readonly { readonly width: number; readonly dash?: string }[] } = {
  none: [],
  straight: [{ width: 0.9, dash: '3.2 1.8' }],
  blanket: [{ width: 0.8 }, { width: 5, dash: '0.8 3' }],
  zigzag: [{ width: 4, dash: '0.8 1.3' }],
  'tiny-zigzag': [{ width: 2, dash: '0.6 0.9' }],
  satin: [{ width: 3.4 }],
  'free-motion': [{ width: 0.7 }, { width: 2.2, dash: '0.7 2.6' }],
  hand: [{ width: 0.8 }, { width: 5.5, dash: '0.8 5' }],
  'hand-running': [{ width: 0.9, dash: '3.6 3.6' }],
  paint: [{ width: 2.4 }],
  pinked: [{ width: 1.6, dash: '1.2 1.2' }],
};

/** What each thing shows, in a box of 100 × 100; `word` is what its letters say. */
const SHAPES: { readonly [T in ThingId]: (word: string) => readonly { d: string; fill: 'a' | 'b' | 'c' }[] } = {
  picture: () => [
    { d: 'M58 18A15 15 0 1 1 88 18A15 15 0 1 1 58 18Z', fill: 'a' },
    { d: 'M4 92C16 52 30 40 44 58C54 44 70 46 96 92Z', fill: 'b' },
    { d: 'M4 96C30 70 62 74 96 96Z', fill: 'c' },
  ],
  word: () => [],
  window: () => [
    { d: 'M6 4H94V96H6ZM22 88H78V46A28 28 0 0 0 22 46Z', fill: 'b' },
    { d: 'M36 88V60A14 14 0 0 1 64 60V88Z', fill: 'a' },
  ],
  garment: () => [
    { d: 'M50 30L56.5 46.1L73.8 47.3L60.5 58.4L64.7 75.2L50 66L35.3 75.2L39.5 58.4L26.2 47.3L43.5 46.1Z', fill: 'a' },
  ],
  pennant: () => [
    { d: 'M8 2H92L50 104Z', fill: 'b' },
    { d: 'M50 20L54.7 32.6L68.1 33.1L57.6 41.5L61.2 54.4L50 47L38.8 54.4L42.4 41.5L31.9 33.1L45.3 32.6Z', fill: 'a' },
  ],
  tag: () => [
    { d: 'M38 2H62L78 18V102H22V18ZM44 12H56V17H44ZM34 40V88H66V40Z', fill: 'b' },
    { d: 'M34 88V84L46 60L54 74L58 68L66 84V88Z', fill: 'a' },
  ],
  mend: () => [
    { d: 'M26 26A8 8 0 0 1 34 18H66A8 8 0 0 1 74 26V74A8 8 0 0 1 66 82H34A8 8 0 0 1 26 74Z', fill: 'b' },
    { d: 'M42 44L50 38L60 42L62 54L56 64L44 62L38 54Z', fill: 'a' },
  ],
  foil: () => [{ d: 'M62 16A36 36 0 1 0 62 84A30 30 0 1 1 62 16Z', fill: 'c' }],
  chain: () => [
    { d: 'M4 40A18 18 0 0 1 40 40V60A18 18 0 0 1 4 60ZM12 42V58A10 10 0 0 0 32 58V42A10 10 0 0 0 12 42Z', fill: 'a' },
    { d: 'M32 40A18 18 0 0 1 68 40V60A18 18 0 0 1 32 60ZM40 42V58A10 10 0 0 0 60 58V42A10 10 0 0 0 40 42Z', fill: 'b' },
    { d: 'M60 40A18 18 0 0 1 96 40V60A18 18 0 0 1 60 60ZM68 42V58A10 10 0 0 0 88 58V42A10 10 0 0 0 68 42Z', fill: 'c' },
  ],
  ornament: () => [
    { d: 'M50 14C90 22 98 44 94 62S72 100 50 100S10 84 6 62S14 22 50 14Z', fill: 'b' },
    { d: 'M14 50C36 62 64 38 90 52V66C64 52 36 76 10 64Z', fill: 'a' },
  ],
  shine: () => [
    { d: 'M4 30H96V74H4Z', fill: 'b' },
    { d: 'M70 30H96V56Z', fill: 'c' },
  ],
  cover: () => [
    { d: 'M12 26H88V88H12Z', fill: 'b' },
    { d: 'M12 26L24 38H76L88 26ZM12 88L24 76H76L88 88Z', fill: 'c' },
  ],
  hem: () => [
    { d: 'M4 62H96V86H4Z', fill: 'b' },
    { d: 'M4 70H96V75H4Z', fill: 'c' },
  ],
  other: () => [
    { d: 'M30 20L50 6L70 20V94H30Z', fill: 'b' },
    { d: 'M44 54H56V80H44Z', fill: 'a' },
  ],
};

/**
 * A small picture of what is made, with its edge as it is done.
 * @param room how wide letters may run, in the same box
 * @param on the cloth it lies on: letters take a colour that is seen on it
 */
export function Motif({
  thing,
  word,
  edge,
  room = 110,
  on = PAPER,
}: {
  thing: ThingId;
  word: string;
  edge: Edge | null;
  room?: number;
  on?: string;
}): ReactNode {
  if (thing === 'word') {
    const shown = word.trim().split(/\s+/)[0]?.slice(0, 12) || 'abc';
    return (
      <text
        className={css.letters}
        x="50"
        y="66"
        textAnchor="middle"
        fontSize={Math.min(64, room / (LETTER_WIDTH * shown.length))}
        fill={LETTERS.find((c) => contrast(c, on) >= SEEN) ?? PAPER}
        data-edge={edge ?? 'none'}
      >
        {shown}
      </text>
    );
  }
  return (
    <>
      {SHAPES[thing](word).map(({ d, fill }) => (
        <g key={d}>
          <path className={css.cut} data-fill={fill} d={d} fillRule="evenodd" />
          {edge &&
            STITCHES[edge].map((s) => (
              <path
                key={s.width}
                className={css.stitch}
                d={d}
                strokeWidth={s.width}
                {...(s.dash ? { strokeDasharray: s.dash } : {})}
              />
            ))}
        </g>
      ))}
    </>
  );
}
