import { chooseWebs, fewestWebs, type Wish } from '~/core/choose/match';
import { CLOTHS, fabricFrom, WEB_KINDS, webFrom } from '~/core/choose/material';
import { EDGES, HANDS, NO_WANTS, USUAL_SCHOOLS } from '~/core/keep/model';

type Note = (what: string, aim: string, got: string) => void;
type Time = (run: () => void, runs?: number) => { first: number; median: number; worst: number };

/** Numbers as a fixed sequence gives them, so that every run measures the same. */
export function sequence(seed: number): () => number {
  let s = seed;
  return () => {
    s = (s * 1103515245 + 12345) & 0x7fffffff;
    return s / 0x7fffffff;
  };
}

/** Choosing webs: 200 pieces × 30 webs, and the exact search alone. */
export function benchMatch(note: Note, time: Time, ms: (n: number) => string): void {
  const webs = Array.from({ length: 30 }, (_, i) => {
    const k = WEB_KINDS[i % WEB_KINDS.length]!;
    return webFrom(k.id, { id: `w${i}`, name: k.name, massGsm: k.massGsm + (i >= WEB_KINDS.length ? 3 : 0) });
  });
  const fabrics = CLOTHS.map((c) => fabricFrom(c.id, { id: c.id, name: c.name }));
  const wishes = Array.from({ length: 200 }, (_, i): Wish => {
    const edge = EDGES[i % EDGES.length]!;
    return {
      pieceId: `p${i}`,
      overruledWith: null,
      fabric: fabrics[i % fabrics.length]!,
      beneath: [fabrics[0]!, fabrics[(i * 7) % 12]!],
      bonded: [],
      edge,
      route: 'trace-on-liner',
      intent: { laundering: 'gentle', hand: HANDS[i % HANDS.length]!, edge },
      wants: NO_WANTS,
      schools: USUAL_SCHOOLS,
      layers: 2 + (i % 4),
      narrowMm: 40 + i,
      longMm: 100 + i,
      fabricAreaMm2: 8000 + i,
    };
  });
  const all = time(() => chooseWebs(wishes, webs), 30);
  note(
    'Webs for 200 different pieces out of 30, with all reasons',
    '< 50 ms',
    `${ms(all.median)} (worst ${ms(all.worst)})`,
  );

  const alike = wishes.map((w, i) => ({ ...wishes[i % 40]!, pieceId: w.pieceId }));
  const shared = time(() => chooseWebs(alike, webs), 30);
  note(
    'The same for 200 pieces that ask 40 different questions, as a picture does',
    '< 50 ms',
    `${ms(shared.median)} (worst ${ms(shared.worst)})`,
  );

  const random = sequence(7);
  let proven = true;
  const exact = time(() => {
    const points = Array.from({ length: 40 }, () =>
      Array.from({ length: 12 }, () => (random() < 0.2 ? null : Math.round(random() * 400) / 10)),
    );
    proven = fewestWebs(points).proven && proven;
  }, 40);
  note(
    'Exact search for the fewest webs, 40 pieces × 12 webs at random',
    '< 100 ms',
    `${ms(exact.median)} (worst ${ms(exact.worst)}${proven ? ', all proven' : ', NOT all proven'})`,
  );
}
