import { manner } from '~/core/base/units';

/** What the trade calls a thing, in American and in British English. Common practice, no source. */
export interface Term {
  readonly us: string;
  readonly uk: string;
  /** How it also stands in a sentence of ours. */
  readonly said?: readonly string[];
  /** Where it is more than an s. */
  readonly many?: { readonly us: string; readonly uk: string };
  /** What people also type when they look for it. */
  readonly finds: readonly string[];
  /** One sentence of help. */
  readonly help: string;
}

const same = (word: string): Pick<Term, 'us' | 'uk'> => ({ us: word, uk: word });

/** Every notion of the trade that labels and sentences take their word from. */
export const GLOSSARY = {
  web: {
    ...same('fusible web'),
    said: ['the web'],
    finds: ['fusible', 'bonding web', 'iron-on', 'adhesive', 'glue', 'film'],
    help: 'A thin layer of dry glue that melts under the iron and holds one fabric on another.',
  },
  liner: {
    us: 'paper backing',
    uk: 'backing paper',
    said: ['the paper'],
    many: { us: 'paper backings', uk: 'backing papers' },
    finds: ['liner', 'release paper', 'carrier', 'paper'],
    help: 'The paper that the web comes on: you draw on it, and peel it off before the piece is laid.',
  },
  'glue-side': {
    ...same('glue side'),
    finds: ['rough side', 'adhesive side', 'shiny side'],
    help: 'The side of the web that feels rough: it faces the fabric it is fused to.',
  },
  background: {
    ...same('background'),
    said: ['the background'],
    finds: ['ground', 'base', 'foundation'],
    help: 'The fabric or thing that the pieces are fused to.',
  },
  fabric: {
    ...same('fabric'),
    finds: ['cloth', 'material', 'textile'],
    help: 'What pieces and background are cut from.',
  },
  piece: {
    ...same('piece'),
    finds: ['appliqué', 'applique', 'part', 'design'],
    help: 'One bit of fabric, cut to its outline.',
  },
  unit: {
    ...same('unit'),
    said: ['the unit'],
    finds: ['group', 'motif'],
    help: 'Pieces that are fused to each other on the pressing sheet first, and then laid as one.',
  },
  fuse: {
    ...same('fuse'),
    finds: ['iron on', 'melt'],
    help: 'To press the web onto the back of a fabric, so that it sticks.',
  },
  bond: {
    ...same('bond'),
    finds: ['fuse to the background', 'adhere', 'stick'],
    help: 'To press a piece with its web onto the background, for good.',
  },
  peel: {
    ...same('peel off'),
    said: ['peel'],
    finds: ['remove', 'take off'],
    help: 'To pull the paper off the cooled web; the glue stays on the fabric.',
  },
  seconds: {
    ...same('seconds'),
    many: same('seconds'),
    finds: ['dwell', 'time', 'how long'],
    help: 'How long the iron stands on one spot.',
  },
  window: {
    ...same('safe time'),
    finds: ['window', 'range', 'dwell window'],
    help: 'From the first second at which it holds to the last before something is harmed.',
  },
  reversed: {
    ...same('reversed'),
    many: same('reversed'),
    finds: ['mirror image', 'mirrored', 'flip', 'backwards'],
    help: 'Drawn as in a mirror, because the cut piece is turned over once.',
  },
  'rough-cut': {
    ...same('cut out roughly'),
    many: same('cut out roughly'),
    finds: ['rough cut', 'rough-cut'],
    help: 'Cut a little outside the line, before fusing; the line is cut exactly afterwards.',
  },
  'tuck-under': {
    ...same('tuck-under'),
    finds: ['underlap', 'overlap', 'allowance'],
    help: 'How far a lower piece runs on under its upper neighbor, drawn dotted.',
  },
  'pressing-sheet': {
    ...same('non-stick pressing sheet'),
    said: ['pressing sheet', 'pressing sheets'],
    finds: ['release sheet', 'appliqué sheet', 'coated sheet', 'ironing sheet'],
    help: 'A sheet that glue does not stick to: under work that is built in the hand, or over bare web.',
  },
  parchment: {
    us: 'parchment paper',
    uk: 'baking parchment',
    many: { us: 'parchment paper', uk: 'baking parchment' },
    finds: ['parchment', 'baking paper', 'greaseproof'],
    help: 'Paper from the kitchen that glue does not stick to, laid between iron and work.',
  },
  'pressing-cloth': {
    ...same('pressing cloth'),
    finds: ['press cloth', 'ironing cloth', 'cover'],
    help: 'A thin cotton cloth between iron and work, against shine and scorching.',
  },
  wadding: {
    us: 'batting',
    uk: 'wadding',
    many: { us: 'batting', uk: 'wadding' },
    finds: ['batting', 'wadding', 'filling'],
    help: 'The soft middle layer of a quilt.',
  },
  stabiliser: {
    us: 'stabilizer',
    uk: 'stabiliser',
    finds: ['interfacing', 'tear-away', 'stabilizer', 'stabiliser'],
    help: 'A firm layer behind the fabric while it is stitched, so that close stitches do not pucker it.',
  },
  feel: {
    ...same('feel'),
    finds: ['hand', 'drape', 'handle', 'stiffness'],
    help: 'How soft or firm the finished thing is in the hand.',
  },
  'raw-edge': {
    ...same('raw edge, no stitching'),
    many: same('raw edges, no stitching'),
    finds: ['no stitch', 'unstitched'],
    help: 'The cut edge stays as it is, held by the web alone.',
  },
  'mark-on-the-dial': {
    ...same('dial mark'),
    finds: ['heat', 'temperature', 'setting', 'dots'],
    help: 'Where you turn the dial of your own iron; a mark is not a temperature until it was measured.',
  },
  stash: {
    ...same('your stash'),
    many: same('your stash'),
    finds: ['drawer', 'stash', 'shelf', 'stock'],
    help: 'The fabrics, webs, threads, irons and covers that you have: they are kept in the Drawer.',
  },
  'fat-quarter': {
    us: 'fat quarter (18" × 22")',
    uk: 'fat quarter (46 × 56 cm)',
    many: { us: 'fat quarters (18" × 22")', uk: 'fat quarters (46 × 56 cm)' },
    finds: ['fat quarter', 'FQ', 'quarter'],
    help: 'A quarter of a yard or metre, cut nearly square.',
  },
} as const satisfies Readonly<Record<string, Term>>;
export type TermId = keyof typeof GLOSSARY;
export const TERM_IDS = Object.keys(GLOSSARY) as TermId[];

const entry = (id: TermId): Term => GLOSSARY[id];
const american = (): boolean => manner().spelling === 'US';

/** The word for one of something, as it is said where one is. */
export const term = (id: TermId): string => (american() ? entry(id).us : entry(id).uk);
/** The word for several. */
export function terms(id: TermId): string {
  const { many } = entry(id);
  if (many) return american() ? many.us : many.uk;
  return `${term(id)}s`;
}
/** What it is, in a sentence. */
export const termHelp = (id: TermId): string =>
  american() ? entry(id).help.replace('metre', 'meter') : entry(id).help.replace('neighbor', 'neighbour');

/** What of a sentence is a word of the trade: the first mention of each; the rest between. */
export function termsIn(text: string): { readonly text: string; readonly id: TermId | null }[] {
  const shown = ASKED_ABOUT.flatMap((id) =>
    [term(id), terms(id), ...(entry(id).said ?? [])].map((word) => ({ id, word })),
  ).sort((a, b) => b.word.length - a.word.length);
  const pattern = new RegExp(`\\b(?:${shown.map(({ word }) => word).join('|')})\\b`, 'gi');
  const parts: { text: string; id: TermId | null }[] = [];
  const told = new Set<TermId>();
  let at = 0;
  for (const found of text.matchAll(pattern)) {
    const id = shown.find(({ word }) => word.toLowerCase() === found[0].toLowerCase())?.id;
    if (id === undefined || told.has(id)) continue;
    told.add(id);
    if (found.index > at) parts.push({ text: text.slice(at, found.index), id: null });
    parts.push({ text: found[0], id });
    at = found.index + found[0].length;
  }
  if (at < text.length) parts.push({ text: text.slice(at), id: null });
  return parts;
}
/** The words that are worth a question in the middle of a sentence: not those that everybody sews with. */
const ASKED_ABOUT: readonly TermId[] = [
  'liner',
  'glue-side',
  'tuck-under',
  'pressing-sheet',
  'pressing-cloth',
  'parchment',
  'wadding',
  'stabiliser',
  'unit',
  'reversed',
];

/** For whoever searches: letters without their marks and case. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().trim();

/** All that one of these words may also be called: each notion that is found by it, with everything else that finds it. */
function alsoCalled(query: string): string[] {
  const asked = plain(query);
  if (asked.length < SHORTEST) return [asked];
  const found = new Set([asked]);
  for (const id of TERM_IDS) {
    const t = entry(id);
    const names = [t.us, t.uk, ...t.finds].map(plain);
    if (names.some((n) => n === asked || n.startsWith(asked))) for (const n of names) found.add(n);
  }
  return [...found];
}
/** A shorter query is only looked for as it stands: “i” is no beginning of “iron-on”. */
const SHORTEST = 3;

/** Tells what is found by a query: by a part of its name, or by what the trade calls it otherwise. */
export function finder(query: string): (...texts: readonly string[]) => boolean {
  if (plain(query) === '') return () => true;
  const names = alsoCalled(query);
  return (...texts) => {
    const here = plain(texts.join(' '));
    return names.some((name) => here.includes(name));
  };
}

/** What else people call it. */
export const termFinds = (id: TermId): readonly string[] => entry(id).finds;
