import { colourWord } from '~/core/base/colour';
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
import { gsm, say, type Units, type Words } from './table';

/** The contract's names of edges in words, in one place. */
export const EDGE_WORDS: { readonly [E in Edge]: string } = {
  none: 'no stitch',
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
    `A blanket stitch of ${dial(mm)} jams: machines pile thread up under the plate below ${dial(leastMm)}.`,
  'closed-up': ({ mm, leastMm }) =>
    `Satin closed up to ${dial(mm)} packs and stands still: ${dial(leastMm)} is close enough.`,
  'wider-than-piece': ({ widthMm, pieceMm }, u) =>
    `A stitch of ${formatLength(widthMm, u)} is wider than half of what is only about ${formatLength(pieceMm, u)} wide: it is drawn narrower.`,
  'all-hidden': () => 'Nothing of its edge is in sight: there is nothing to stitch.',
  jagged: ({ corners }) =>
    `Its edge has ${corners.toLocaleString('en')} small corners: nobody turns the work at each. It is gone round smoothed.`,
  gums: ({ web, avoid }) =>
    avoid
      ? `${web} gums the needle and should not be sewn; if it must be, stone cold, with a fresh sharp needle.`
      : `${web} can gum the needle: sew it stone cold, with a sharp needle.`,
  'hand-through-film': ({ web }) => `A hand needle goes hard through ${web}: take an open or unlined web for it.`,
  stabiliser: () => 'Put a stabiliser behind: close stitches draw thin cloth together.',
  'paint-dries-first': () => 'Paint dries overnight before the first wash.',
  'no-hot-iron': () => 'Clear thread melts: no hot iron from now on.',
  'iron-on-clear': () =>
    'Clear thread melts, and later bonds are pressed over it: stitch once all is bonded, or take another thread.',
  'heavy-on-garment': ({ aboveGsm, groundGsm }) =>
    `What lies on it weighs ${gsm(aboveGsm)}, more than twice its cloth with ${gsm(groundGsm)}: it will hang as a plate.`,
};
export const edgeCautionWords = (c: EdgeCaution, units: Units): string => say(CAUTIONS, c, units);

const TROUBLES: Words<ThreadTrouble, [Pick<Project, 'units' | 'threads'>]> = {
  'no-threads': ({ kinds }) =>
    kinds === 1
      ? 'No thread is in this project yet: one is to be bought, or brought from the drawer.'
      : `No threads are in this project yet: ${kinds} colours are to be bought, or brought from the drawer.`,
  'no-near-thread': ({ colour, nearestId, deltaE }, p) => {
    const nearest = p.threads.find((t) => t.id === nearestId);
    return `No thread of yours is near ${colourWord(colour)}${nearest ? `: the nearest, ${nearest.name}, differs by ${Math.round(deltaE)} (CIEDE2000)` : ''}.`;
  },
  'thread-short': ({ threadId, needsMm, leftMm }, { units, threads }) =>
    `${threads.find((t) => t.id === threadId)?.name ?? 'A thread'}: ${formatThread(needsMm, units)} are needed, ${formatThread(leftMm, units)} are left.`,
};
export const threadTroubleWords = (t: ThreadTrouble, project: Pick<Project, 'units' | 'threads'>): string =>
  say(TROUBLES, t, project);

const REASONS: Words<EdgeReason> = {
  'holds-in-the-wash': ({ laundering }) =>
    `Washed ${washed[laundering]}: stitches hold what web alone lets go sooner or later.`,
  'peels-in-the-wash': ({ laundering }) => `Washed ${washed[laundering]}: what is not stitched peels sooner or later.`,
  'covers-fraying': ({ cloth }) => `${cloth} frays: it covers the raw edge.`,
  'lets-it-fray': ({ cloth }) => `${cloth} frays, and its raw edge stays open.`,
  'needs-none': ({ cloth }) => `${cloth} does not fray: its edge needs no cover.`,
  'holes-stay': ({ cloth }) => `Every hole stays in ${cloth}.`,
  'gives-way': ({ cloth }) => `${cloth} stretches, and this stitch does not: it pops or ripples.`,
  'moves-along': ({ cloth }) => `${cloth} stretches, and this stitch gives with it.`,
  'film-holds-alone': ({ web }) => `${web} is a firm film, made to hold without a stitch.`,
  'gums-the-needle': ({ web }) => `${web} gums the needle.`,
  'hand-goes-hard': ({ web }) => `Even light film makes handwork hard going: ${web}.`,
  'hand-goes-easily': ({ web }) => `A hand needle goes through ${web || 'it'} easily.`,
  'too-wide-here': ({ narrowMm, leastMm }, u) =>
    `It wants about ${formatLength(leastMm, u)} of cloth, and here it is about ${formatLength(narrowMm, u)} wide.`,
  'suits-small': () => 'It goes round small shapes.',
  'many-corners': () => 'Many corners: each has to be turned.',
  stiffens: () => 'It stiffens the edge.',
  'stays-soft': () => 'It keeps the edge soft.',
  classic: () => 'The classic edge.',
  quick: () => 'Quick to sew.',
  worn: () => 'It is worn and bent: an open edge lifts.',
  'dries-overnight': () => 'It has to dry overnight.',
  'no-time': ({ minutes, spareMinutes }) =>
    `About ${Math.round(minutes)} minutes, and there are ${Math.round(spareMinutes)}.`,
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
  size === 0 ? NEEDLES[point] : `${size}, ${NEEDLES[point]}`;
export const FOOT_WORDS: { readonly [F in EdgeSetting['foot']]: string } = {
  'open-toe': 'open-toe or clear',
  darning: 'darning foot, feed dogs down',
  none: 'none',
};

const STARTS: { readonly [S in StitchStart]: string } = {
  'inside-corner': 'just past an inside corner',
  'under-upper': 'at the edge of what lies over it',
  'flat-stretch': 'on its straightest stretch',
  'open-end': 'at its end',
};
export const startWords = (s: StitchStart): string => STARTS[s];

/** What to do before and after, by what it is stitched on. Common practice, no source. */
export const ON_WORDS: { readonly [O in Edging['on']]: { readonly name: string; readonly hint: string | null } } = {
  flat: { name: 'flat work', hint: null },
  'garment-front': {
    name: 'a front or back of a garment or a bag',
    hint: 'Single out the one layer: nothing of the other side may lie under the foot. Put a stabiliser behind, tear or wash it out afterwards.',
  },
  'sleeve-or-leg': {
    name: 'a sleeve or leg',
    hint: 'Too narrow for the machine: open the inside seam from the hem up past the motif, stitch, and close it again.',
  },
  pocket: {
    name: 'a pocket',
    hint: 'Take the pocket off, or open its seams on three sides: stitched as it is, it is sewn shut.',
  },
  bag: {
    name: 'a bag with a lining',
    hint: 'Open the bottom seam of the lining, turn the bag through it, and stitch the outer layer alone.',
  },
  cushion: { name: 'a cushion cover', hint: 'Open its closing edge and stitch the front alone, the back folded away.' },
};

/** What a batch is threaded with. */
export function threadWords(
  threadId: string | null,
  colour: string,
  { threads }: Pick<Project, 'threads'>,
  clear = false,
): string {
  if (threadId !== null) return threads.find((t) => t.id === threadId)?.name ?? 'a thread that is gone';
  return clear ? 'clear thread, to buy' : `${colourWord(colour)}, to buy`;
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
  start: 'begin here, both threads held',
  stitch: 'stitching',
  outside: 'needle down, turn at the point',
  inside: 'needle down, turn at the inside corner',
  curve: 'needle down, turn a little',
  point: 'one stitch covers the tip, turn on',
};
export const stitchDoesWords = (d: (typeof NEEDLE_DOES)[number]): string => DOES[d];
