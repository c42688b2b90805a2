import { formatLength, formatThread } from '~/core/base/units';
import type { EdgeReason, NEEDLE_DOES } from '~/core/hands/edge';
import type {
  Edge,
  EdgeCaution,
  EdgePlan,
  EdgeSetting,
  Edging,
  NeedlePoint,
  Project,
  StitchStart,
  ThreadTrouble,
} from '~/core/keep/model';
import { colourName } from './called';
import { term } from './glossary';
import { spell } from './spelling';
import { counted, gsm, say, type Units, type Words, withArticle } from './table';

/** From here on two colours are told apart at a glance, CIEDE2000. Common practice in colour work, from memory. */
const SEEN_AT_A_GLANCE = 10;

/** The contract's names of edges in words, in one place. */
export const EDGE_WORDS: { readonly [E in Edge]: string } = {
  none: 'raw edge, no stitching',
  straight: 'straight stitch',
  blanket: 'blanket stitch',
  zigzag: 'zigzag',
  'tiny-zigzag': 'tiny zigzag',
  satin: 'satin stitch',
  'free-motion': 'free-motion',
  hand: 'blanket stitch by hand',
  'hand-running': 'running stitch by hand',
  paint: 'fabric paint',
  pinked: 'pinked',
};
export const edgeWords = (e: Edge): string => EDGE_WORDS[e];

const washed = { never: 'never', gentle: 'gently', often: 'often' } as const;
const dial = (mm: number): string => String(Number(mm.toFixed(2)));

const CAUTIONS: Words<EdgeCaution> = {
  'needle-jams': ({ mm, leastMm }) =>
    `A blanket stitch of ${dial(mm)} jams: below ${dial(leastMm)} thread piles up under the needle plate.`,
  'closed-up': ({ mm, leastMm }) => `Satin stitch at ${dial(mm)} packs up and stops: ${dial(leastMm)} is close enough.`,
  'wider-than-piece': ({ widthMm, pieceMm }, u) =>
    `A stitch of ${formatLength(widthMm, u)} is too wide where the piece is only about ${formatLength(pieceMm, u)} wide: it is narrowed there.`,
  'all-hidden': () => 'None of its edge shows: there is nothing to stitch.',
  jagged: ({ corners }) =>
    `Its edge has ${corners.toLocaleString('en')} small corners, too many to turn at: the stitching line is smoothed.`,
  gums: ({ web, avoid }) =>
    avoid
      ? `${web} gums the needle and should not be sewn. If it must be: stone cold, with a fresh sharp needle.`
      : `${web} can gum the needle: sew it stone cold, with a sharp needle.`,
  'hand-through-film': ({ web }) => `A hand needle is hard to push through ${web}: choose an open web for it.`,
  stabiliser: () => `Put ${withArticle(term('stabiliser'))} behind: close stitches pull thin fabric together.`,
  'paint-dries-first': () => 'Paint dries overnight before the first wash.',
  'no-hot-iron': () => 'Clear thread melts: no hot iron from now on.',
  'iron-on-clear': () =>
    'Clear thread melts, and later pieces are pressed over it. Stitch once all is bonded, or use another thread.',
  'heavy-on-garment': ({ aboveGsm, groundGsm }, u) =>
    `What is on it weighs ${gsm(aboveGsm, u)}, more than twice its fabric (${gsm(groundGsm, u)}): it will hang stiffly.`,
};
export const edgeCautionWords = (c: EdgeCaution, units: Units): string => say(CAUTIONS, c, units);

const TROUBLES: Words<ThreadTrouble, [Pick<Project, 'units' | 'threads'>]> = {
  'no-threads': ({ kinds }) =>
    kinds === 1
      ? 'This project has no thread yet. Buy one, or add one from the Drawer.'
      : `This project has no threads yet. Buy ${kinds} ${spell('colours')}, or add them from the Drawer.`,
  'no-near-thread': ({ colour, nearestId, deltaE }, p) => {
    const nearest = p.threads.find((t) => t.id === nearestId);
    return `None of your threads matches ${colourName(colour)}${nearest ? `: the nearest, ${nearest.name}, ${deltaE > SEEN_AT_A_GLANCE ? 'is seen to differ at a glance' : 'differs a little'}` : ''}.`;
  },
  'thread-short': ({ threadId, needsMm, leftMm }, { units, threads }) =>
    `${threads.find((t) => t.id === threadId)?.name ?? 'A thread'}: you need ${formatThread(needsMm, units)} and have ${formatThread(leftMm, units)}.`,
};
export const threadTroubleWords = (t: ThreadTrouble, project: Pick<Project, 'units' | 'threads'>): string =>
  say(TROUBLES, t, project);

const REASONS: Words<EdgeReason> = {
  'holds-in-the-wash': ({ laundering }) => `Washed ${washed[laundering]}: web alone lets go in time, stitches hold.`,
  'peels-in-the-wash': ({ laundering }) => `Washed ${washed[laundering]}: edges that are not stitched peel in time.`,
  'covers-fraying': ({ cloth }) => `${cloth} frays: it covers the raw edge.`,
  'lets-it-fray': ({ cloth }) => `${cloth} frays, and its raw edge stays open.`,
  'needs-none': ({ cloth }) => `${cloth} does not fray: its edge needs no cover.`,
  'holes-stay': ({ cloth }) => `Every hole stays in ${cloth}.`,
  'gives-way': ({ cloth }) => `${cloth} stretches, and this stitch does not: it pops or ripples.`,
  'moves-along': ({ cloth }) => `${cloth} stretches, and this stitch gives with it.`,
  'film-holds-alone': ({ web }) => `${web} is made to hold without stitching.`,
  'gums-the-needle': ({ web }) => `${web} gums the needle.`,
  'hand-goes-hard': ({ web }) => `Even light film makes handwork hard going: ${web}.`,
  'hand-goes-easily': ({ web }) => `A hand needle goes through ${web || 'it'} easily.`,
  'too-wide-here': ({ narrowMm, leastMm }, u) =>
    `It needs a piece about ${formatLength(leastMm, u)} wide, and here it is about ${formatLength(narrowMm, u)}.`,
  'suits-small': () => 'It goes around small shapes.',
  'many-corners': () => 'Many corners: each has to be turned.',
  stiffens: () => 'It stiffens the edge.',
  'stays-soft': () => 'It keeps the edge soft.',
  classic: () => 'The classic edge.',
  quick: () => 'Quick to sew.',
  worn: () => 'It is worn and bent: a raw edge lifts.',
  'dries-overnight': () => 'It has to dry overnight.',
  'no-time': ({ minutes, spareMinutes }) =>
    `It takes about ${counted(Math.round(minutes), 'minute')}, and you have ${Math.round(spareMinutes)}.`,
};
export const edgeReasonWords = (r: EdgeReason, units: Units): string => say(REASONS, r, units);

const NEEDLES: { readonly [N in NeedlePoint]: string } = {
  universal: 'universal',
  sharp: 'sharp point',
  'ball-point': 'ball point',
  embroidery: 'embroidery, large eye',
  leather: 'leather point',
  hand: 'hand sewing needle',
};
export const needleWords = ({ point, size }: EdgeSetting['needle']): string =>
  size === 0 ? NEEDLES[point] : `${size}${AS_SOLD[size] ? `/${AS_SOLD[size]}` : ''}, ${NEEDLES[point]}`;
/** The other number on a packet of machine needles: a needle of 0.80 mm is an 80/12. Common practice, no source. */
const AS_SOLD: Readonly<Record<number, number>> = {
  60: 8,
  65: 9,
  70: 10,
  75: 11,
  80: 12,
  90: 14,
  100: 16,
  110: 18,
  120: 19,
};
export const FOOT_WORDS: { readonly [F in EdgeSetting['foot']]: string } = {
  'open-toe': 'open-toe or clear',
  darning: 'darning foot, feed dogs down',
  none: 'none',
};

const STARTS: { readonly [S in StitchStart]: string } = {
  'inside-corner': 'just past an inside corner',
  'under-upper': 'at the edge of the piece over it',
  'flat-stretch': 'on its straightest stretch',
  'open-end': 'at its end',
};
export const startWords = (s: StitchStart): string => STARTS[s];

/** What to do before and after, by what it is stitched on. Common practice, no source. */
export const ON_WORDS: {
  readonly [O in Edging['on']]: { readonly name: string; readonly hint: (() => string) | null };
} = {
  flat: { name: 'flat work', hint: null },
  'garment-front': {
    name: 'a front or back of a garment or a bag',
    hint: () =>
      `Keep the other side of it out from under the foot. Put ${withArticle(term('stabiliser'))} behind, and tear or wash it out afterwards.`,
  },
  'sleeve-or-leg': {
    name: 'a sleeve or leg',
    hint: () =>
      'Too narrow for the machine: open the inside seam from the hem up past the piece. Stitch, and close it again.',
  },
  pocket: {
    name: 'a pocket',
    hint: () => 'Take the pocket off, or open its seams on three sides: otherwise you sew it shut.',
  },
  bag: {
    name: 'a bag with a lining',
    hint: () => 'Open the bottom seam of the lining and turn the bag through it. Stitch the outer layer alone.',
  },
  cushion: {
    name: 'a cushion cover',
    hint: () => 'Open its closing edge. Stitch the front alone, the back folded away.',
  },
};

/** What a batch is threaded with. */
export function threadWords(
  threadId: string | null,
  colour: string,
  { threads }: Pick<Project, 'threads'>,
  clear = false,
): string {
  if (threadId !== null) return threads.find((t) => t.id === threadId)?.name ?? 'a thread that is gone';
  return clear ? 'clear thread, to buy' : `${colourName(colour)}, to buy`;
}

/** An edge plan as the endpoint answers it, with its sentences. */
export const spokenEdge = (edge: EdgePlan, project: Project) => ({
  ...edge,
  lines: edge.lines.map((l) => ({
    ...l,
    cautions: l.cautions.map((c) => ({ ...c, text: edgeCautionWords(c, project.units) })),
  })),
  troubles: edge.troubles.map((t) => ({ ...t, text: threadTroubleWords(t, project) })),
});

const DOES: { readonly [D in (typeof NEEDLE_DOES)[number]]: string } = {
  start: 'begin here, hold both threads',
  stitch: 'stitching',
  outside: 'needle down, turn at the point',
  inside: 'needle down, turn at the inside corner',
  curve: 'needle down, turn a little',
  point: 'one stitch covers the tip, turn on',
};
export const stitchDoesWords = (d: (typeof NEEDLE_DOES)[number]): string => DOES[d];
