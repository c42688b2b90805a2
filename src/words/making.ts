import { formatLength, formatSize } from '~/core/base/units';
import { factsOf, type Material } from '~/core/choose/material';
import { EDGE_FACTS } from '~/core/hands/edge';
import {
  type CutShapes,
  type Edge,
  lookup,
  type PlaceFrom,
  type Plan,
  type PressTicket,
  type Project,
  type SewingUp,
  type Step,
  type StepCare,
  type StepDoing,
  type StepKind,
  type StepLook,
  type StepMend,
} from '~/core/keep/model';
import { ROUTE_FACTS } from '~/core/lay/facing';
import { coverName } from './bench';
import { gateWords, wrongWords } from './board';
import { calledWords, colourName } from './called';
import { term } from './glossary';
import { cautionWords, dialWords } from './press';
import { sewingWords } from './sewing';
import { spell } from './spelling';
import {
  counted,
  fewOf,
  gramsWords,
  heat,
  listedWords,
  one,
  say,
  seconds,
  upper,
  type Words,
  withArticle,
} from './table';

/** What the words of a step speak of. */
interface About {
  readonly step: Step;
  readonly project: Project;
  readonly ticket: PressTicket | undefined;
  /** Its pieces by name, the first few of many. */
  readonly pieces: string;
  readonly named: (id: string) => string;
  readonly cloth: string;
  readonly web: string;
  readonly isPowder: boolean;
  readonly unit: string;
  /** The article it is done to, where there are several. */
  readonly article: string | null;
}

const NAMED = 4;
const EDGES: { readonly [E in Edge]: string } = {
  none: 'no stitching',
  straight: 'a straight stitch',
  blanket: 'a blanket stitch',
  zigzag: 'a zigzag',
  'tiny-zigzag': 'a tiny zigzag',
  satin: 'a satin stitch',
  'free-motion': 'free-motion stitching',
  hand: 'a hand blanket stitch',
  'hand-running': 'a running stitch by hand',
  paint: 'fabric paint',
  pinked: 'pinking shears',
};

/** Heat, seconds and set-downs of a press, in one breath; what stops it where it cannot be pressed. */
function setting({ ticket, step, project }: About): string {
  if (!ticket) return '';
  if (ticket.stop) return ' It cannot be pressed as it is: see why in Press.';
  const degrees = heat(ticket.heat.soleplateC, project.units);
  const dial = ticket.heat.dial ? `${upper(dialWords(ticket.heat.dial))} on the dial (${degrees})` : upper(degrees);
  const times = step.setDowns === 1 ? 'once' : step.setDowns === 2 ? 'twice' : `${step.setDowns} times`;
  const loads =
    step.copies > 1 && step.loads < step.copies ? `, ${step.copies} copies in ${counted(step.loads, 'load')}` : '';
  const { passes, dwell } = ticket;
  const dwelling = passes
    ? `${counted(passes.count, 'pass', 'passes')} of ${seconds(passes.eachS)} on each spot, gliding without weight`
    : ticket.side === 'both'
      ? `${seconds(dwell.seconds / 2)} from the front, then turn over for as long again`
      : `${seconds(dwell.seconds)}${ticket.side === 'back' ? ' from the back' : ''}`;
  const small = ticket.cautions
    .filter((c) => c.code === 'small-place')
    .map((c) => ` ${cautionWords(c, project.units)}`)
    .join('');
  return ` ${dial}, ${dwelling}, ${passes ? (step.setDowns === 1 ? 'all in one place' : `${step.setDowns} places one after another`) : `press ${times}`}${loads}${ticket.steam ? ', with steam' : ', dry'}.${small}`;
}

/** Of several pieces each name says how often. */
const copies = ({ step }: About): string =>
  step.batch
    ? ` ${counted(step.copies, 'copy', 'copies')}, batch ${step.batch.n} of ${step.batch.of}.`
    : step.copies === 1 || step.pieceIds.length > 1
      ? ''
      : ` ${step.copies} copies.`;

/** Wool that is glided over with steam is not pressed. */
const bondVerb = ({ step }: About): string => (step.kind === 'steam-pass' ? 'Steam' : 'Bond');

const fabricName = ({ project }: About, id: string): string =>
  project.fabrics.find((f) => f.id === id)?.name || 'the fabric';
const fabrics = (a: About, ids: readonly string[]): string =>
  fewOf(
    ids.map((id) => fabricName(a, id)),
    MOST_FABRICS,
  );
const MOST_FABRICS = 5;
/** “Cut 2 holes and 1 slit into”. */
const marksCut = (d: { readonly dots: number; readonly lines: number }): string =>
  `Cut ${listedWords([...(d.dots > 0 ? [counted(d.dots, 'hole')] : []), ...(d.lines > 0 ? [counted(d.lines, 'slit')] : [])])} into`;

/** How an iron is handled while it fuses; a press closes by itself. */
const still = ({ project, ticket }: About): string =>
  lookup(project).iron.kind === 'heat-press' || ticket?.stop ? '' : ' Press and lift; do not slide.';

/** ", about 40 s,": nothing where no press says how long. */
const about = (coolS: number): string => (coolS >= 1 ? `, about ${seconds(coolS)},` : '');

/** What the pieces of a step are of. */
function materialOf({ project, step }: About): Material {
  const look = lookup(project);
  const [first] = step.pieceIds;
  return first === undefined ? 'fabric' : factsOf(look.fabricOf(look.piece(first))).material;
}
/** What its pieces are of. */
function clothOf({ project, step }: About): string {
  const look = lookup(project);
  const [first] = step.pieceIds;
  return (first === undefined ? undefined : look.fabricOf(look.piece(first)).name) || 'the fabric';
}
/** What the cloth of a step is. */
function clothMaterial({ project, step }: About): Material {
  const fabric = project.fabrics.find((f) => f.id === step.fabricId);
  return fabric ? factsOf(fabric).material : 'fabric';
}
/** How the other layer of a sheet is laid over the one with the web. */
const OVER: { readonly [M in Material]: string } = {
  fabric: ', right side up, edge on edge. Trap nothing between, not even a thread.',
  foil: ', metal side up, over all of the glue.',
  paper: ', over all of the glue.',
  card: ', over all of the glue.',
  backing: ', over all of the glue.',
  wadding: ', over all of the glue.',
};
/** Which way up it is laid. */
const UP: { readonly [M in Material]: string } = {
  fabric: ', right side up',
  foil: ', metal side up',
  paper: '',
  card: '',
  backing: '',
  wadding: '',
};

type Cutting = Pick<
  Extract<StepDoing, { readonly beyondMm: number; readonly bare: boolean }>,
  'bare' | 'beyondMm' | 'pinked'
>;
/** How far outside the line it is cut, where it is trimmed later. */
const along = (d: Cutting, a: About): string | null =>
  d.beyondMm > 0 ? `about ${formatLength(d.beyondMm, a.project.units)} outside the line` : null;
const templates = ({ step }: About): string => one(step.pieceIds.length, 'template', 'templates');
/** A template has an edge and no line. */
const outsideTemplates = (d: Cutting, a: About): string => {
  const it = one(a.step.pieceIds.length, 'it', 'them');
  return d.beyondMm > 0 ? `about ${formatLength(d.beyondMm, a.project.units)} outside ${it}` : `along ${it}`;
};
const through = (d: Cutting): string => (d.bare ? '' : ', through fabric and paper together');

/** What is cut besides the outline, what belongs together, what is kept. */
function shapes(d: CutShapes, a: About): string {
  const few = (ids: readonly string[]): string => fewOf(ids.map(a.named), NAMED);
  const [inside, whole] = [d.inside.filter((id) => !d.keeps.includes(id)), d.keeps];
  return [
    inside.length > 0 ? ` To cut inside ${few(inside)}, fold it, snip into the fold, and cut to the line.` : '',
    whole.length > 0 ? ` Cut the window out of ${few(whole)} in one piece, and keep what comes out.` : '',
    d.parted.length > 0 ? ` Keep the parts of ${few(d.parted)} together.` : '',
  ].join('');
}
const pinked = (d: { readonly pinked: boolean }): string => (d.pinked ? ', with pinking shears' : '');
const size = (d: { readonly widthMm: number; readonly heightMm: number }, { project: { units } }: About): string =>
  formatSize(d.widthMm, d.heightMm, units);

type Stitching = Extract<StepDoing, { readonly code: 'stitch-edges' | 'stitch-lines' }>;
const threading = (d: Stitching, a: About): string =>
  d.newThread
    ? `Take ${d.threadId === null ? (d.clear ? 'clear thread, top and bobbin' : withArticle(`${colourName(d.colour)} thread`)) : `the thread “${a.project.threads.find((t) => t.id === d.threadId)?.name ?? 'that is gone'}”`}. `
    : '';
/** A machine's dial counts millimetres wherever it is sold: its figures are marks, and stand without a unit. Hands go by a rule. */
const dialled = (mm: number): string => String(Number(mm.toFixed(2)));
const between = ([least, most]: readonly [number, number], say: (mm: number) => string): string =>
  most - least < SAME_SIZE_MM ? say(most) : `${say(least)} to ${say(most)}`;
/** Sizes that a machine cannot tell apart, mm. */
const SAME_SIZE_MM = 0.05;
/** How wide and how long a stitch is, as whoever sews it sets or measures it. */
export function stitchSizeWords(
  edge: Edge,
  widthMm: readonly [number, number],
  stitchMm: readonly [number, number],
  units: Project['units'],
): string {
  const { by, motion } = EDGE_FACTS[edge];
  const ruled = (mm: number): string => formatLength(mm, units);
  const long = by === 'machine' ? `length ${between(stitchMm, dialled)}` : `${between(stitchMm, ruled)} long`;
  if (motion === 'line') return `${between(widthMm, ruled)} wide`;
  if (motion === 'run') return widthMm[1] === 0 ? long : `${between(widthMm, ruled)} from the edge, ${long}`;
  return by === 'machine' ? `width ${between(widthMm, dialled)}, ${long}` : `${between(widthMm, ruled)} deep, ${long}`;
}

/** Several shapes lie under one press where fewer presses are planned than each would take by itself. */
const together = ({ step, project }: About): string =>
  step.setDowns < step.setDownsEach.reduce((n, each) => n + each, 0)
    ? ` Lay them close: several fit under the ${lookup(project).iron.kind === 'heat-press' ? 'press' : 'iron'} at once.`
    : '';

/** A patch that shows in a window lies behind that alone; paper and foil cover all there is. */
const isWindowPatch = ({ step, project }: About): boolean =>
  project.pieces.some((p) => step.pieceIds.includes(p.id) && p.part?.role === 'patch');

function sewn(d: SewingUp, a: About): string {
  return sewingWords(d, {
    units: a.project.units,
    article: a.article,
    fabric: (id) => fabricName(a, id),
    copies: copies(a),
  });
}

/** Colours that come one after another; of one there is nothing to be told. */
function inTurn(fabricIds: readonly string[], a: About): string {
  const ids = [...new Set(fabricIds)];
  return ids.length < 2
    ? ''
    : ` ${upper(spell('colours'))} in turn: ${listedWords(ids.map((id) => fabricName(a, id)))}.`;
}

type Assembling = Extract<StepDoing, { readonly code: 'assemble' }>;
const FASTEN: { readonly [B in Assembling['by']]: string } = {
  stitch: 'Fasten each with a few stitches.',
  glue: 'Fasten each with a dot of fabric glue, and let it dry.',
  web: 'Fasten each with a scrap of web.',
};
/** Where each part goes, and how it is held. */
const ASSEMBLED: { readonly [H in Assembling['how']]: (d: Assembling, a: About) => string } = {
  line: (d, { project: { units } }) =>
    `Leave ${formatLength(d.endsMm, units)} of the line free, then lay ${counted(d.parts, 'part')} along it, ${formatLength(d.apartMm, units)} between each. ${FASTEN[d.by]}`,
  chain: (d, { project: { units } }) =>
    `Close ${counted(d.parts, 'link')} one by one, each through the one before. Lay one end ${formatLength(d.apartMm, units)} over the other. ${FASTEN[d.by]}`,
  ring: (d, { project: { units } }) =>
    `Lay ${counted(d.parts, 'part')} around the ring first, ${formatLength(d.apartMm, units)} from middle to middle. ${FASTEN[d.by]}`,
  stem: (d, { project: { units } }) =>
    `Lay ${counted(d.parts, 'part')} along the stem first, ${formatLength(d.apartMm, units)} from middle to middle, on its left and right in turn. ${FASTEN[d.by]}`,
};

/** What to do, in the order in which hands do it. */
const TEXTS: Words<StepDoing, [About]> = {
  'wash-first': (d, a) =>
    `Wash and dry ${fabrics(a, d.fabricIds)}, as the label allows. What is washed later shrinks later.`,
  'press-smooth': (d, a) =>
    `Press ${fabrics(a, d.fabricIds)} smooth. Go on while ${one(d.fabricIds.length, 'it is', 'they are')} still warm.${d.limits.length === 0 ? '' : ` No hotter: ${listedWords(d.limits.map((l) => `${fabricName(a, l.fabricId)} ${heat(l.maxC, a.project.units)}`))}.`}`,
  'press-ground': (d, a) =>
    `Press the background smooth.${d.maxC === null ? '' : ` No hotter than ${heat(d.maxC, a.project.units)}.`}`,
  'cut-templates': (_, a) => `Cut out the ${templates(a)} of ${a.pieces}, exactly on the line.`,
  'cut-marks': (d, a) =>
    d.template
      ? `Lay the ${templates(a)} of ${a.pieces} face up on the front, edge on edge. ${marksCut(d)} ${one(a.step.pieceIds.length, 'it', 'them')}, through all layers, where the ${templates(a)} ${one(a.step.pieceIds.length, 'shows', 'show')} them.${copies(a)}`
      : `${marksCut(d)} ${a.pieces}, where they are drawn.${copies(a)}`,
  'cut-ground-marks': (d) => `${marksCut(d)} the background, where they are drawn.`,
  'paint-dots': (d, a) =>
    `Paint ${counted(d.dots, 'dot')} on ${a.step.pieceIds.length > 0 ? a.pieces : 'the background'}. Let the paint dry overnight.${copies(a)}`,
  'sew-beads': (d, a) =>
    `Sew ${counted(d.dots, 'bead or button', 'beads or buttons')} on ${a.step.pieceIds.length > 0 ? a.pieces : 'the background'}, where the dots are. No iron on them after that.${copies(a)}`,
  'fold-lines': (d, a) =>
    `${d.template ? `Lay the ${templates(a)} of ${a.pieces} face up on the front, and mark both ends of each fold at the edge. ` : ''}Fold ${d.template ? one(a.step.pieceIds.length, 'it', 'each') : a.pieces} along ${d.lines === 1 ? 'its drawn line' : 'the drawn lines'}, and crease.${copies(a)}`,
  'lay-out': (d, a) =>
    `Fold ${a.article ?? 'the background'} in half both ways and crease the middle. Lay out ${a.pieces} on it${d.liners ? ', the paper still on' : ''}. Look from a step away, and move them until you like it.`,
  'pin-to-mat': (_, a) => `Pin ${a.pieces} to the mat. Use pins with glass or metal heads.${copies(a)}`,
  'press-fold': (d, a) =>
    `Fold it up by ${formatLength(d.foldMm, a.project.units)}, wrong sides together. Press the crease.${copies(a)}`,
  'layer-sandwich': (d, a) =>
    `${d.backingWidths > 1 ? `Sew the backing together of ${d.backingWidths} widths and press the seam open. ` : ''}Place the backing right side down, ${size(d.backing, a)}. Place the ${term('wadding')} on it, ${size(d.wadding, a)}. Place ${d.joined ? 'the joined top' : 'the background'} on both, and smooth it from the ${spell('centre')} out.${d.pinned ? ' Baste or pin through all layers, a hand apart.' : ''}${copies(a)}`,
  sprinkle: (d, a) =>
    `Sprinkle ${gramsWords(d.grams)} of ${a.web} evenly over the wrong side of ${a.cloth} where ${a.pieces} will be, ${size(d, a)}. Brush off what is outside.${a.step.copies > 1 ? ` ${a.step.copies} copies, ${gramsWords(d.grams * a.step.copies)} in all.` : ''}`,
  'cut-tape': (d, a) =>
    `Cut ${formatLength(d.lengthMm, a.project.units)} of ${a.web}${d.cut ? `, in strips ${formatLength(d.wideMm, a.project.units)} wide` : ''}.${copies(a)}`,
  'draw-on-backing': (_, a) =>
    `${spell('Draw round')} the ${templates(a)} of ${a.pieces} on the plain side of the backing, as ${one(a.step.pieceIds.length, 'its sheet shows it', 'their sheets show them')}, seen from behind.${copies(a)}`,
  'rule-on-patch': (d, a) =>
    `Rule ${counted(d.tiles, 'tile')} of ${size(d, a)} on the paper of patch ${d.patch}, edge to edge. One cut along a shared line parts two. Draw the windows and whatever else is cut into them.`,
  'cut-web-on-line': (d, a) =>
    `Cut ${a.pieces} out of ${a.web} exactly on the line: all of it will shine.${shapes(d, a)}${copies(a)}`,
  'lay-web-on-right-side': (_, a) =>
    `Place the web of ${a.pieces} on the right side (front) where it belongs, glue side down, paper up.${copies(a)}`,
  'fuse-on-right-side': (_, a) => `Fuse the web of ${a.pieces} through its paper.${setting(a)}${still(a)}`,
  'lay-foil': (_, a) => `Place ${a.cloth} over all of the glue of ${a.pieces}, metal side up.${copies(a)}`,
  'press-foil': (_, a) =>
    `Press ${a.cloth} onto ${a.pieces} by small moves, so that no vent leaves a mark.${setting(a)}`,
  'peel-foil': (_, a) =>
    `Peel the carrier off ${a.pieces} once it is cold, a corner first. Where foil comes off with it, put it back and press again.${copies(a)}`,
  'lay-behind': (_, a) =>
    `Turn the work wrong side up, the edges of the hole trimmed and flat. Place ${a.pieces} over it, right side down, glue towards the fabric.${copies(a)}`,
  'lay-tape': (_, a) => `Place ${a.web} in the fold, just inside the raw edge. Fold it shut.${copies(a)}`,
  'fuse-in-fold': (_, a) =>
    `Open the fold. Place ${a.web} glue side down on the part that is turned up, just inside the raw edge. Fuse it.${setting(a)}${still(a)}`,
  'stick-in-fold': (_, a) =>
    `Open the fold. Place ${a.web} glue side down on the part that is turned up, just inside the raw edge. Press it on by hand, without heat. Rub all of it.${copies(a)}`,
  'fold-shut': (_, a) => `Fold it shut along the crease, glue inside.${copies(a)}`,
  'lay-plug': (_, a) =>
    `Lay ${term('parchment')} over the window of ${a.pieces}. Put its cut-out back in as a plug, so that the iron presses there too.${copies(a)}`,
  'darn-hole': (_, a) =>
    `Darn to and fro over the hole from the right side, into ${a.pieces} and around it.${copies(a)}`,
  'draw-on-liner': (d, a) =>
    d.route === 'template-on-liner'
      ? `${spell('Draw round')} the ${templates(a)} of ${a.pieces} on the paper of ${a.web}, each face down.${copies(a)} Number each.`
      : a.step.pieceIds.length === 1 && a.step.copies === 1
        ? `Trace ${a.pieces} onto the paper of ${a.web}, as its tracing sheet shows it. Write its number on it.`
        : `Trace ${a.pieces} onto the paper of ${a.web}, as the tracing sheets show ${one(a.step.pieceIds.length, 'it', 'them')}. Keep them close, with room to cut between.${copies(a)} Number each.`,
  'print-on-liner': (_, a) => `Print the tracing sheets of ${a.pieces} onto the paper of ${a.web}.${copies(a)}`,
  'draw-on-liner-that-stays': (_, a) =>
    `Lift a corner of both papers of ${a.web}: the one that clings more stays. Trace ${a.pieces} onto that one.${copies(a)}`,
  'draw-on-patch': (d, a) =>
    d.route === 'template-on-liner'
      ? `${spell('Draw round')} the ${templates(a)} of ${a.pieces} on the paper on the back of ${a.cloth}, each face down. Number each.${copies(a)}`
      : `Trace ${a.pieces} onto the paper on the back of ${a.cloth}. Number each.${copies(a)}`,
  'rough-cut': (d, a) =>
    `Cut ${a.pieces} out of ${a.web} roughly, about ${formatLength(d.beyondMm, a.project.units)} outside the line, for ${a.cloth}.${d.middleOut ? ' Cut the middle out along its dotted line: only a rim of web stays.' : ''}${d.snips ? ' Snip into the paper at each tick.' : ''}${copies(a)}`,
  'cut-patch': (d, a) =>
    d.flush
      ? `Cut ${a.cloth} to ${size(d, a)}, and patch ${d.patch} of ${a.web} to the same size: they will lie edge on edge.`
      : `Cut patch ${d.patch} of ${a.web}, ${size(d, a)}, for ${a.cloth}. It is a little smaller than the fabric all round.`,
  'join-strips': (d, a) =>
    d.taped
      ? `Lay the ${d.strips} strips of web for ${d.patch === null ? a.pieces : `patch ${d.patch}`} edge to edge, paper up. Tape the joins on the paper. The tape comes off with it.${copies(a)}`
      : `Lay the ${d.strips} strips of web for ${d.patch === null ? a.pieces : `patch ${d.patch}`} edge to edge. None lies over another.${copies(a)}`,
  'cut-cover': (d, a) => `Cut a piece of ${a.web}, ${size(d, a)}, to go behind ${a.pieces} on ${a.cloth}.${copies(a)}`,
  'cut-ring': (d, a) =>
    `Cut a piece of ${a.web}, ${size(d, a)}. Cut ${formatSize(d.holeWidthMm, d.holeHeightMm, a.project.units)} out of its middle: where the hole is, no glue may lie bare.${copies(a)}`,
  'cut-over': (d, a) =>
    d.cloth
      ? `Cut ${a.cloth} to ${size(d.cloth, a)} and ${fabricName(a, d.overId)} to ${size(d, a)}, for ${d.patch === '' ? a.pieces : `patch ${d.patch}`}.`
      : `Cut ${fabricName(a, d.overId)} to ${size(d, a)} too, for patch ${d.patch}.`,
  'peel-patch': (d) => `Peel the paper off patch ${d.patch}. Score it with a pin to start it.`,
  'lay-sheet-up': (d, a) => `Place ${a.cloth} with patch ${d.patch} on the board wrong side up, glue facing you.`,
  'lay-sheet-over': (d, a) =>
    `Place ${a.cloth} over patch ${d.patch}${OVER[clothMaterial(a)]}${d.flush && clothMaterial(a) === 'fabric' ? ' Where edges do not meet, glue oozes onto the iron.' : ''}`,
  'bond-sheets': (d, a) => `Bond the two of patch ${d.patch}, from the ${spell('centre')} out.${setting(a)}`,
  'peel-carrier': (d, a) =>
    `Peel the carrier off ${a.cloth} on patch ${d.patch} once it is cold, a corner first. Where foil comes off with it, put it back and press again.`,
  'rule-on-sheets': (d, a) =>
    `Rule ${counted(d.tiles, 'tile')} of ${size(d, a)} lightly in pencil on the front${d.patches.length === 0 ? '' : ` of ${one(d.patches.length, 'sheet', 'sheets')} ${listedWords(d.patches)}`}${d.tiles === 1 ? '.' : ', edge to edge. One cut along a shared line parts two.'}`,
  'cut-through': (d, a) =>
    `${
      d.by === 'lines'
        ? `Cut ${a.pieces} along the lines`
        : d.by === 'ruler'
          ? `Cut ${a.pieces} out with a ruler, ${size(d, a)}`
          : `Lay the template of ${a.pieces} face up on the front, clear of the edges of the web. Cut around it`
    }, through both layers at once${pinked(d)}.${copies(a)}`,
  'wrap-book': (d, { project: { units } }) =>
    `Place the cover paper side up, and the open book on it, its spine (${formatLength(d.spineMm, units)}) in the middle. ${upper(formatLength(d.turnInMm, units))} stands out all around. Fold that over the boards, top and bottom first, and fasten it.`,
  'bond-links': (d, a) =>
    `Close the links one by one, each through the one before.${inTurn(
      a.project.pieces.filter((p) => p.part === null).map((p) => p.fabricId),
      a,
    )} Lay one end ${formatLength(d.lapMm, a.project.units)} over the other. Put a scrap of web between, its paper off. Bond.${setting(a)}`,
  assemble: (d, a) => `${ASSEMBLED[d.how](d, a)}${inTurn(d.fabricIds, a)}`,
  'fuse-shapes': (d, a) =>
    a.isPowder
      ? `Cover ${a.pieces} with a non-stick pressing sheet. Melt the powder onto ${a.cloth}.${setting(a)}${still(a)}`
      : `Place the web of ${a.pieces} glue side down on ${d.rightSide ? 'the right side (front) of ' : d.eitherSide ? '' : 'the wrong side (back) of '}${a.cloth}.${together(a)} Fuse it.${setting(a)}${still(a)}`,
  'fuse-patch': (d, a) =>
    `Place patch ${d.patch} glue side down on ${d.eitherSide ? '' : 'the wrong side (back) of '}${a.cloth}, ${d.flush ? `edge on edge, a ${term('pressing-sheet')} above and below` : 'clear of its edges'}. Fuse it from the ${spell('centre')} out.${setting(a)}${still(a)}`,
  'take-first-liner-off': (d, a) =>
    `Peel the paper that clings less off ${a.pieces}. The ${d.drawn ? 'one with the line' : 'other one'} stays on.`,
  'take-liner-off': (d, a) =>
    `Peel the paper off ${a.pieces}.${copies(a)} ${d.snipped ? 'Start at the snip, or score' : 'Score'} ${one(a.step.pieceIds.length, 'it', 'each')} with a pin${d.snipped ? '' : ' to start it'}.`,
  'peel-halves': (_, a) =>
    `Fold one half of ${a.pieces} back, peel its paper off, and lay it down again. Then the other half.${copies(a)}`,
  'clear-threads': (_, a) =>
    `Look the picture over in good light. Take off every loose thread and bit of lint: under the top they show for good.${copies(a)}`,
  'take-unit-liner-off': (_, a) =>
    `Peel the last ${one(a.step.pieceIds.length, 'paper', 'papers')} off the unit ${a.unit}, from ${a.pieces}.${copies(a)}`,
  'stick-by-hand': (_, a) =>
    `Press ${a.pieces} onto the wrong side (back) of ${a.cloth} by hand, without heat. Rub all of it.${copies(a)}`,
  'let-cool': (d) => `Let it cool${about(d.coolS)} until it feels cool to the hand.`,
  'cool-and-lift': (d, a) => `Let ${a.unit} cool on the sheet${about(d.coolS)} and lift it off as one.`,
  'cut-on-line': (d, a) =>
    ROUTE_FACTS[d.route].drawnOn === 'right side'
      ? `Lay the ${templates(a)} of ${a.pieces} face up on the right side of ${a.cloth}. Cut ${outsideTemplates(d, a)}${through(d)}${pinked(d)}.${shapes(d, a)}${copies(a)}`
      : `Cut ${a.pieces} out of ${a.cloth} ${along(d, a) ?? 'on the line'}${through(d)}${pinked(d)}.${shapes(d, a)}${copies(a)}`,
  'cut-from-print': (d, a) =>
    `Cut ${a.pieces} freely from the printed side of ${a.cloth}, where the print suits.${shapes(d, a)}${copies(a)}`,
  'cut-by-machine': (d, a) =>
    `Place ${a.cloth} on the mat, ${d.route === 'cutter-liner-up' ? 'paper up' : 'right side up'}. Have ${a.pieces} cut.${shapes(d, a)}${copies(a)}`,
  'cut-mat': (d, a) =>
    `Place ${listedWords(d.patches.map((p) => `patch ${p.name} of ${a.project.fabrics.find((f) => f.id === p.fabricId)?.name ?? 'its fabric'}`))} on ${d.of === 1 ? 'the mat' : `mat ${d.mat} of ${d.of}`}, ${d.route === 'cutter-liner-up' ? 'paper up' : 'right side up'}, where its plan shows. Have ${d.shapes === 1 ? 'its shape' : `its ${d.shapes} shapes`} cut.`,
  'lay-on-sheet': (d, a) =>
    `Build ${a.unit} on the pressing sheet, over the drawing: ${a.pieces}.${d.keepLiners.length === 0 ? '' : ` Leave the ${one(d.keepLiners.length, 'paper', 'papers')} on ${listedWords(d.keepLiners.map(a.named))}.`}`,
  'lay-piece': (_, a) =>
    `${a.isPowder ? 'Brush the background clean: loose grains melt too. ' : ''}Place ${a.pieces} ${a.article === null ? '' : `on ${a.article} `}where ${one(a.step.pieceIds.length, 'it belongs', 'they belong')}, right side up.${copies(a)}`,
  'lay-unit': (_, a) => `Place the unit ${a.unit} where it belongs.${copies(a)}`,
  'lay-all': (_, a) => `Place everything where it belongs, back to front: ${a.pieces}. Move it until you like it.`,
  'lay-glue-up': (_, a) => `Place ${a.pieces} on the board wrong side up, glue facing you.${copies(a)}`,
  'lay-between': (_, a) =>
    isWindowPatch(a)
      ? `Place ${a.pieces} in the middle of it${UP[materialOf(a)]}: it reaches beyond the window all round.${copies(a)}`
      : `Place ${a.pieces} on it${UP[materialOf(a)]}, over all of the glue.${copies(a)}`,
  'lay-scrap': (_, a) =>
    `Place a scrap of ${clothOf(a)} over it, right side up. It stands out all around: turn it as it fits.${copies(a)}`,
  'lay-glue-down': (_, a) =>
    `Place ${a.pieces} over it right side up, glue down, edge on edge. Where edges do not meet, glue oozes onto the iron. Trap nothing between, not even a thread.${copies(a)}`,
  'trim-alike': (d, a) =>
    d.count === 1
      ? `Trim with a ruler what stands out, to ${size(d, a)}.`
      : `Lay all ${d.count} on one another. Trim with a ruler what stands out, so that each measures ${size(d, a)}.`,
  'trim-on-line': (d, a) =>
    `${
      d.by === 'backing'
        ? `Turn ${a.pieces} over. Cut around the backing, just inside its edge, through all layers together.`
        : d.by === 'ruler'
          ? `Trim ${a.pieces} with a ruler to ${size(d, a)}, through all layers together.`
          : `Lay the template of ${a.pieces} face up on the front. Trim around it, through all layers together.`
    }${copies(a)}`,
  'lay-top': (_, a) => `Place ${a.pieces} over the picture, its windows where they belong.${copies(a)}`,
  'tack-lightly': () => 'Touch each piece lightly with the tip of the iron here and there, so that nothing slides.',
  'bond-on-sheet': (_, a) => `Bond ${a.pieces} to what is beneath, on the pressing sheet.${setting(a)}`,
  'bond-piece': (_, a) => `${bondVerb(a)} ${a.pieces}.${setting(a)}`,
  'bond-unit': (_, a) => `${bondVerb(a)} the unit ${a.unit} as one.${setting(a)}`,
  'bond-together': (_, a) => `${bondVerb(a)} ${a.pieces} in one go.${setting(a)}`,
  'bond-whole-ground': (d, a) =>
    `Press the whole background in one overlapping grid, from the ${spell('centre')} out.${setting(a)}${d.asideMm2 > 0 ? ' Some places need longer: they are pressed again after that.' : ''}`,
  'bond-places': (_, a) => `Press ${a.pieces} once more by itself: it needs longer than the rest.${setting(a)}`,
  'touch-from-behind': (_, a) =>
    `Turn ${a.article ?? 'the work'} over and touch the back once with the iron, all over. Press again where an edge lifts.`,
  'stitch-hem': (_, a) => `Stitch the hem of ${a.pieces} along its fold with a straight stitch.${copies(a)}`,
  'stitch-edges': (d, a) =>
    `${threading(d, a)}Stitch around ${a.pieces} with ${EDGES[d.edge]}, ${stitchSizeWords(d.edge, d.widthMm, d.stitchMm, a.project.units)}.${d.stabiliser ? ` Put ${withArticle(term('stabiliser'))} behind.` : ''}${d.clear ? ' No hot iron on clear thread.' : ''}${copies(a)}`,
  'stitch-lines': (d, a) =>
    `${threading(d, a)}Stitch the drawn lines of ${a.step.pieceIds.length > 0 ? a.pieces : 'the background'} with ${d.edge === 'hand-running' ? 'a running stitch by hand' : 'a straight stitch'}, ${stitchSizeWords(d.edge, [0, 0], d.stitchMm, a.project.units)}.${copies(a)}`,
  'paint-edges': (d, a) =>
    `Run a line of fabric paint ${formatLength(d.widthMm, a.project.units)} wide along the edges of ${a.pieces}, half on the piece and half beside it. Let it dry overnight before it is washed.${copies(a)}`,
  'paint-lines': (_, a) =>
    `Paint the drawn lines of ${a.step.pieceIds.length > 0 ? a.pieces : 'the background'}. Let them dry overnight.${copies(a)}`,
  'quilt-it': (d) =>
    `Quilt through all layers, from the middle out.${d.fused ? ' Edges that are only fused can be stitched along with it.' : ''}`,
  'cut-ground': sewn,
  'cut-panels': sewn,
  'join-panels': sewn,
  'square-up': sewn,
  'cut-around': sewn,
  'join-blocks': sewn,
  'sew-border': sewn,
  'trim-quilt': sewn,
  'sew-sleeve': sewn,
  'sew-binding': sewn,
  'sew-facing': sewn,
  'sew-back': sewn,
  'note-what-worked': () => 'Note what worked, and keep a scrap with it.',
};

const LOOKS: { readonly [L in StepLook]: string } = {
  smooth: 'Are all the creases out?',
  'drawn-right-way': 'Compare it with the sheet: is everything the same way round?',
  'room-all-round': 'Is every cut clear of the lines?',
  'web-inside-cloth': 'Is the web inside the edges of the fabric everywhere?',
  'liner-lies-flat': 'Is the paper flat all over, without bubbles?',
  'cool-to-the-hand': 'Does it feel cool, not just firm?',
  'all-alike': 'Are they all alike, from the front and from behind?',
  'clean-points': 'Are points and inside corners clean?',
  'adhesive-on-the-cloth': 'Did the glue stay on the fabric, and does it shine all over?',
  'right-way-up': 'Do print and words read right?',
  'nothing-slides': 'Lift it at a corner: does everything stay in place?',
  'no-edge-lifts': 'It is cool now: does every edge hold under a fingernail?',
  'nothing-on-the-face': 'Are front and board free of glue?',
  'stitches-even': 'Does the needle land just off the piece?',
  'stitches-inside': 'Does the stitching run inside the edge, equally far from it all along?',
  'web-left-its-liner': 'Did all of the glue stay on the fabric?',
  'foil-stays-all-over': 'Is there foil all over, to the very edge?',
  'glue-stayed-on-paper': 'Did all of the glue stay on the other paper?',
  'web-lies-flat': 'Is the web flat all over, without bubbles?',
  'front-clean': 'Is the front free of glue and iron marks?',
  'stitches-on-line': 'Are the stitches on the line?',
  dry: 'Is it dry?',
};
const MENDS: { readonly [M in StepMend]: string } = {
  'adhesive-left-on-liner': 'Glue stays on the paper: press again, let cool, start from another corner.',
  'edge-lifts': 'An edge lifts: press that place again, a little longer.',
  'adhesive-on-the-face': 'Glue shows on the front: less time, or a lighter web.',
  'adhesive-on-the-iron':
    'Glue on iron or board: use a pressing sheet between, cut the web smaller, clean the iron on a scrap.',
  backwards: 'It came out backwards: draw it again the other way round.',
  slid: 'It slid: lift it while warm, place it again, tack again.',
  'foil-patchy': 'Foil is missing somewhere: lay a scrap of foil over it, metal side up, and press that place.',
  'furry-edge': 'The edge is furry: use a fresh blade, or scissors kept for paper.',
  'needle-gums': 'The needle gums or skips: let it get stone cold, and use a fresh sharp needle.',
};
const CARES: { readonly [C in StepCare]: string } = {
  'hot-iron': 'The iron burns: set it on its heel, never leave it alone.',
  steam: 'Steam scalds: hands and face away, far edge first.',
  blades: 'Blades cut: close a rotary cutter each time, and cut away from you.',
  fumes: 'Vinyl and unknown plastics give off fumes: lowest setting, window open, or not at all.',
  glue: 'A glue gun burns: keep fingers off the nozzle and the hot glue, and unplug it.',
  'small-parts': 'Small parts are not for children under three.',
  needle: 'Keep fingers clear of the needle.',
};

const KINDS: { readonly [K in StepKind]: string } = {
  ready: 'making ready',
  trace: 'tracing',
  print: 'printing',
  'rough-cut': 'cutting out roughly',
  patch: 'cutting web',
  fuse: 'fusing',
  stick: 'pressing on by hand',
  cool: 'cooling',
  cut: 'cutting out',
  'machine-cut': 'cutting by machine',
  peel: 'peeling',
  lay: 'placing',
  tack: 'tacking',
  bond: 'bonding',
  turn: 'pressing the back',
  trim: 'trimming',
  foil: 'foiling',
  'steam-pass': 'steaming',
  plug: 'placing the plug',
  paint: 'painting',
  stitch: 'stitching',
  hand: 'sewing by hand',
  quilt: 'quilting',
  finish: 'noting',
};
/** A kind of step, as work that takes time; one that nobody knows any more by its name. */
export const kindWords = (kind: string): string => (KINDS as Readonly<Record<string, string>>)[kind] ?? kind;

export const lookWords = (l: StepLook): string => LOOKS[l];
export const mendWords = (m: StepMend): string => MENDS[m];
/** How a step can hurt. @param closes it is done under a press */
export const careWords = (c: StepCare, closes = false): string =>
  c === 'hot-iron' && closes ? 'The plate burns: keep your hands clear while it closes.' : CARES[c];

/** Words for the steps of one plan. @param settings heat, seconds and set-downs are told along with a press */
export function stepWords(
  project: Project,
  plan: Pick<Plan, 'press'>,
  { settings = true }: { readonly settings?: boolean } = {},
): (step: Step) => string {
  const tickets = new Map(plan.press.map((t) => [t.id, t]));
  const named = calledWords(project);
  const look = lookup(project);
  const known = new Set(project.pieces.map((p) => p.id));
  const list = ({ pieceIds, copies, ticketId, batch }: Step): string => {
    // Of one piece its copies stand by themselves; a press counts by loads.
    const often = (id: string): number =>
      copies > 1 && pieceIds.length > 1 && ticketId === null && known.has(id) ? look.copiesOf(look.piece(id)) : 1;
    return fewOf(
      pieceIds.map((id) => (batch === null && often(id) > 1 ? `${named(id)} × ${often(id)}` : named(id))),
      pieceIds.length <= NAMED ? NAMED : NAMED - 1,
    );
  };
  const articleOf = (id: string | null): string | null =>
    project.articles.length < 2 || id === null ? null : project.articles.find((a) => a.id === id)?.name.trim() || null;
  return (step) =>
    say(TEXTS, step.does, {
      step,
      project,
      ticket: step.ticketId === null || !settings ? undefined : tickets.get(step.ticketId),
      pieces: list(step),
      named,
      cloth: project.fabrics.find((f) => f.id === step.fabricId)?.name ?? 'the fabric',
      web: project.webs.find((w) => w.id === step.webId)?.name ?? 'the web',
      isPowder: project.webs.some((w) => w.id === step.webId && w.form === 'powder'),
      unit: `“${step.unit?.split('/').at(-1) ?? ''}”`,
      article: articleOf(step.articleId),
    });
}

const FROM: { readonly [F in Exclude<PlaceFrom['from'], 'piece'>]: (at: string, mm: number) => string } = {
  left: (at) => `${at} from the left edge`,
  right: (at) => `${at} from the right edge`,
  top: (at) => `${at} from the top edge`,
  bottom: (at) => `${at} from the bottom edge`,
  'centre-x': (at, mm) => `its middle ${at} ${mm < 0 ? 'left' : 'right'} of the upright fold`,
  'centre-y': (at, mm) => `its middle ${at} ${mm < 0 ? 'above' : 'below'} the level fold`,
};
const BESIDE: { readonly [S in Extract<PlaceFrom, { readonly from: 'piece' }>['side']]: string } = {
  left: 'to the left of',
  right: 'to the right of',
  above: 'above',
  below: 'below',
};
/**
 * Where a step lays something, as a ruler has it; null: nowhere by a ruler.
 * @param named how a neighbour is called
 */
export function placeWords(
  place: Step['place'],
  units: Project['units'],
  named: (pieceId: string) => string = () => 'the piece beside it',
): string | null {
  if (place.length === 0) return null;
  const middle = (from: PlaceFrom['from']): boolean => place.some((p) => p.from === from && p.mm === 0);
  if (middle('centre-x') && middle('centre-y')) return 'In the middle of the background.';
  const said = place.map((p) => {
    const at = formatLength(Math.abs(p.mm), units);
    if (p.from === 'piece') return `${at} ${BESIDE[p.side]} ${named(p.pieceId)}`;
    if (p.mm === 0 && p.from === 'centre-x') return 'in the middle across';
    if (p.mm === 0 && p.from === 'centre-y') return 'in the middle up and down';
    return FROM[p.from](at, p.mm);
  });
  return `${upper(listedWords(said))}.`;
}

/** What is between iron and work, by name; null: nothing, or no press. */
function coverOf(step: Step): string | null {
  const gate = step.gates.find((g) => g.code === 'cover-on');
  return gate ? (gate.name ?? coverName(gate.cover)) : null;
}

/** A making as the endpoint answers it: every step with its sentence, what to look at, and how it can hurt. */
export function spokenMaking({ making, ...plan }: Pick<Plan, 'making' | 'press'>, project: Project) {
  const text = stepWords(project, plan);
  const closes = lookup(project).iron.kind === 'heat-press';
  return {
    ...making,
    steps: making.steps.map((step) => ({
      ...step,
      text: text(step),
      gates: step.gates.map((g) => ({ code: g.code, text: gateWords(g) })),
      look: step.look && { code: step.look, text: lookWords(step.look) },
      wrong: step.wrong.map((code) => ({ code, text: wrongWords(code) })),
      cover: coverOf(step),
      side: plan.press.find((t) => t.id === step.ticketId)?.side ?? null,
      passes: plan.press.find((t) => t.id === step.ticketId)?.passes?.count ?? (step.ticketId === null ? 0 : 1),
      ifNotText: step.ifNot.map(mendWords),
      care: step.care.map((c) => careWords(c, closes)).join(' '),
      careCodes: step.care,
    })),
  };
}

const LAYERS: Readonly<Record<string, () => string>> = {
  sheet: () => 'the pressing sheet',
  wadding: () => term('wadding'),
  backing: () => 'backing',
};

/** What lies on what in a column, as a clause; webs and liners are not told. */
export function columnWords(project: Project, layers: readonly string[]): string {
  const cloths = new Map(project.fabrics.map((f) => [f.id, f.name || 'fabric']));
  const [top, ...rest] = [...layers].reverse().flatMap((id) => cloths.get(id) ?? LAYERS[id]?.() ?? []);
  return rest.length === 0 ? `${top ?? 'the work'} is alone` : `${top} is on ${rest.join(', on ')}`;
}
