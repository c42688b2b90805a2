/** Which way each arrow key points, as steps across and down; everything that is moved by arrows reads this. */
const ARROWS: Readonly<Record<string, readonly [across: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The way an arrow key points; null for any other key. */
export const arrowOf = (key: string): readonly [across: number, down: number] | null => ARROWS[key] ?? null;
