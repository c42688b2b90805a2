import type { Side } from '~/core/intake/arrange';

/** Two patches of cloth, as boxes in a square of 24: how they lie once they are lined up, and the tacked line they lie along. */
interface Drawing {
  readonly patches: readonly (readonly [x: number, y: number, w: number, h: number])[];
  /** From and to. */
  readonly tack: readonly [number, number, number, number];
}
export type LineUp = Side | 'across' | 'down';

const DRAWINGS: { readonly [L in LineUp]: Drawing } = {
  left: {
    patches: [
      [5, 4, 8, 6],
      [5, 14, 15, 6],
    ],
    tack: [3, 1, 3, 23],
  },
  centre: {
    patches: [
      [8, 4, 8, 6],
      [4, 14, 16, 6],
    ],
    tack: [12, 1, 12, 23],
  },
  right: {
    patches: [
      [11, 4, 8, 6],
      [4, 14, 15, 6],
    ],
    tack: [21, 1, 21, 23],
  },
  top: {
    patches: [
      [4, 5, 6, 8],
      [14, 5, 6, 15],
    ],
    tack: [1, 3, 23, 3],
  },
  middle: {
    patches: [
      [4, 8, 6, 8],
      [14, 4, 6, 16],
    ],
    tack: [1, 12, 23, 12],
  },
  bottom: {
    patches: [
      [4, 11, 6, 8],
      [14, 4, 6, 15],
    ],
    tack: [1, 21, 23, 21],
  },
  baseline: {
    patches: [
      [4, 8, 6, 8],
      [14, 4, 6, 12],
    ],
    tack: [1, 18, 23, 18],
  },
  across: {
    patches: [
      [2, 8, 5, 8],
      [9.5, 5, 5, 14],
      [17, 8, 5, 8],
    ],
    tack: [1, 22, 23, 22],
  },
  down: {
    patches: [
      [8, 2, 8, 5],
      [5, 9.5, 14, 5],
      [8, 17, 8, 5],
    ],
    tack: [22, 1, 22, 23],
  },
};

/** How several things are lined up, drawn as patches along a tacking thread. */
export function LineUpIcon({ line, size = 22 }: { line: LineUp; size?: number }) {
  const { patches, tack } = DRAWINGS[line];
  const [x1, y1, x2, y2] = tack;
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true">
      {patches.map(([x, y, w, h]) => (
        <path
          key={`${x} ${y}`}
          d={`M${x} ${y}h${w}v${h}h${-w}Z`}
          fill="var(--linen-deep)"
          stroke="currentColor"
          strokeWidth="1.4"
          strokeLinejoin="round"
        />
      ))}
      <line
        {...{ x1, y1, x2, y2 }}
        stroke="var(--rind)"
        strokeWidth="2"
        strokeLinecap="round"
        strokeDasharray="3.2 3.4"
      />
    </svg>
  );
}
