import { formatArea, formatLength, formatRun, formatSize } from '~/core/base/units';
import { type EdgeCaution, lookup, type Project, type Snag } from '~/core/keep/model';
import { feelOf } from '~/core/lay/layer';
import { calledWords } from './called';
import { FEEL_WORDS } from './cloths';
import { edgeCautionWords, threadTroubleWords } from './edge';
import { term } from './glossary';
import { buyWords, ruleWords } from './match';
import { cautionWords } from './press';
import { spell } from './spelling';
import { counted, fewOf, lower, one, say, upper, type Words, withArticle } from './table';

/** What a snag's words speak of. */
interface About {
  readonly project: Project;
  /** A piece's number and name. */
  readonly named: (id: string | undefined) => string;
  /** The first few pieces of a list by name, and how many more. */
  readonly several: (ids: readonly string[]) => string;
  readonly web: (id: string) => string;
  readonly fabric: (id: string) => string;
  readonly article: (id: string) => string;
  /** What a pile with this piece is compared with: the ground, or the lowest of pieces on none. */
  readonly alone: (id: string | undefined) => string;
}

const NAMED = 3;
/** From this share on it is said to be all. */
const ALL_BUT = 0.97;

function about(project: Project): About {
  const look = lookup(project);
  const known = new Set(project.pieces.map((p) => p.id));
  const named = calledWords(project);
  return {
    project,
    named,
    alone: (id) =>
      id !== undefined && known.has(id) && !look.articleOf(look.piece(id)).ground
        ? 'its lowest fabric alone'
        : 'the bare background',
    several: (ids) => fewOf(ids.map(named), NAMED),
    web: (id) => project.webs.find((w) => w.id === id)?.name ?? 'the web',
    fabric: (id) => project.fabrics.find((f) => f.id === id)?.name ?? 'the fabric',
    article: (id) => `“${project.articles.find((x) => x.id === id)?.name || 'this one'}”`,
  };
}

const MATERIALS = { fabric: 'fabric', foil: 'foil', paper: 'paper', backing: 'stiff backing' } as const;

/** How an edge is mended, by what speaks against it. */
const EDGE_MENDS: { readonly [C in EdgeCaution['code']]: string } = {
  'needle-jams': 'Make it larger in Edge.',
  'closed-up': 'Make it longer in Edge.',
  'wider-than-piece': 'Use a narrower stitch, a straight one, or none.',
  'all-hidden': 'Leave it out.',
  jagged: 'Simplify the outline, or use a straight stitch.',
  gums: 'Choose another web in Match, or another edge.',
  'hand-through-film': 'Choose another web in Match, or another edge.',
  stabiliser: 'Put one behind.',
  'paint-dries-first': 'Let it dry.',
  'no-hot-iron': 'Keep the iron off.',
  'iron-on-clear': 'Stitch once all is bonded, or use another thread.',
  'heavy-on-garment': 'Use lighter fabric or web, or cut hidden layers away.',
};

/** What happens if it is ignored. */
const TEXTS: Words<Snag, [About]> = {
  'no-pieces': () => 'There is nothing on the background yet.',
  'no-web': (s, a) => `Nothing in the Drawer suits ${a.named(s.pieceIds[0])}: it cannot be fused.`,
  'overruled-against-a-rule': (s, a) =>
    `For ${a.named(s.pieceIds[0])} you chose a web that a rule forbids: ${lower(ruleWords(s.rule, a.project.units))}`,
  'press-unworkable': (s, a) => `${s.stage === 'fuse' ? 'Fusing' : 'Bonding'} ${a.several(s.pieceIds)} would not work.`,
  'dial-untrusted': (s, a) => cautionWords(s.cause, a.project.units),
  'iron-too-small': (s) =>
    `This iron has to press about ${s.placements.toLocaleString('en')} times for one piece, by its area alone.`,
  'crosses-itself': (s, a) =>
    `The outline of ${a.named(s.pieceIds[0])} crosses itself${s.at ? ` ${formatLength(s.at.xMm, a.project.units)} from the left and ${formatLength(s.at.yMm, a.project.units)} from the top` : ''}: what is enclosed twice counts as a hole.`,
  'off-the-ground': (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'reaches', 'reach')} past the edge of the background.`,
  'print-upside-down': (s, a) =>
    `The fabric of ${a.named(s.pieceIds[0])} has a right way up, and here it is upside down.`,
  'thin-stroke': (s, a) =>
    `${a.named(s.pieceIds[0])} is only ${formatLength(s.widthMm, a.project.units, 1)} wide at its thinnest: it frays, tears or lifts there.`,
  'sharp-point': (s, a) =>
    `${a.named(s.pieceIds[0])} has ${s.points === 1 ? 'a point' : `${s.points} points, the sharpest`} of ${Math.round(s.angleDeg)}°: the tip holds little web and frays first.`,
  'inside-corners': (s, a) => `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'has', 'have')} inside corners.`,
  'looked-at-coarsely': (s, a) =>
    `The edge of ${a.several(s.pieceIds)} is very long: thin places were only looked for here and there.`,
  'paper-releases': (s, a) => `${a.fabric(s.fabricId)} is ${spell('siliconised')}: it never bonds.`,
  'other-material': (s, a) =>
    `${a.named(s.pieceIds[0])} is made of ${a.fabric(s.fabricId)}, which is not ${withArticle(MATERIALS[s.material])}.`,
  'window-too-large': (s, a) =>
    `${s.rimMm > 0 ? `Only ${formatLength(s.rimMm, a.project.units, 1)} of` : 'No'} rim is left around the window: the patch’s edge would show, or not hold.`,
  'sheet-too-small': (s, a) =>
    `A tile of ${formatSize(s.widthMm, s.heightMm, a.project.units)} does not fit on a sheet of ${formatSize(s.sheetWidthMm, s.sheetHeightMm, a.project.units)}.`,
  'spine-too-wide': (s, a) =>
    `A spine of ${formatLength(s.spineMm, a.project.units)} is wider than the book itself, ${formatLength(s.bookWidthMm, a.project.units)}.`,
  'patch-past-its-cloth': (s, a) =>
    `A patch of ${formatSize(s.widthMm, s.heightMm, a.project.units)} is larger than the thing it mends.`,
  'no-tape': (s, a) =>
    `You have no tape narrower than ${formatLength(s.mostMm, a.project.units)}: a strip of web ${formatLength(Math.min(s.sliverMm, s.mostMm), a.project.units)} wide is cut instead.`,
  'mat-too-small': (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'does', 'do')} not fit on the mat. With web and fabric around it, it holds shapes up to ${formatSize(s.widthMm, s.heightMm, a.project.units)}.`,
  'unlined-on-mat': (s, a) =>
    `${a.web(s.webId)} has no paper: with the fabric up, the glue of ${a.several(s.pieceIds)} would cling to the mat.`,
  'nothing-holds-it': (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'has', 'have')} no web, and nothing over ${one(s.pieceIds.length, 'it', 'them')} to hold ${one(s.pieceIds.length, 'it', 'them')}.`,
  'sides-show': (s, a) => `${a.named(s.by)} shows through ${a.named(s.pieceIds[0])} (estimated from how opaque it is).`,
  hidden: (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'is', 'are')} completely under other pieces and will not be seen.`,
  'mixed-facing': (s, a) => {
    const [mine, rest] = s.drawn === 'reversed' ? ['reversed', 'as seen'] : ['as seen', 'reversed'];
    return `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'is', 'are')} drawn ${mine}, the rest ${rest}. Keep the two on separate sheets.`;
  },
  'short-of-web': (s, a) =>
    `${a.web(s.webId)}: in rows you need ${formatRun(s.needsMm, a.project.units)}, and you have ${s.leftMm < 1 ? 'none' : formatRun(s.leftMm, a.project.units)}.`,
  'order-circle': (s, a) =>
    `${a.several(s.pieceIds)} were each pinned over the one before, in a circle: that could only be woven.`,
  'unit-interleaved': (s, a) =>
    `${a.named(s.pieceIds[0])} would have to go between pieces of the unit “${s.unit}”, which is placed whole.`,
  'unit-copies': (s, a) =>
    `${counted(s.wholes, 'whole unit')} “${s.unit}” can be built: ${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'has', 'have')} copies left over.`,
  'unit-too-large': (s, a) =>
    `The unit “${s.unit}” is ${formatSize(s.widthMm, s.heightMm, a.project.units)}; your ${term('pressing-sheet')} is ${formatSize(s.sheetWidthMm, s.sheetHeightMm, a.project.units)}.`,
  'no-ground': (s, a) =>
    `${a.article(s.articleId)} has no background, so ${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'has', 'have')} nothing to bond to.`,
  'article-empty': (s, a) => `There is nothing on ${a.article(s.articleId)} yet.`,
  'patch-too-large': (s, a) =>
    `No piece of ${a.fabric(s.fabricId)} in the Drawer is large enough for ${a.several(s.pieceIds)} with web behind.`,
  'stiff-place': (s) =>
    `${counted(s.cloths, 'layer')} of fabric and ${s.webs} of web here will feel like ${FEEL_WORDS[feelOf(s.rigidityUNm)]}, stiffer than the ${s.hand} feel you chose (estimated).`,
  'shows-through': (s, a) =>
    `${a.named(s.pieceIds[1])} is darker and shows through ${a.named(s.pieceIds[0])} (estimated from how opaque the fabric is).`,
  greyed: (s, a) =>
    `${s.by === null ? 'The background' : a.named(s.by)} shows through ${a.several(s.pieceIds)}: the fabric will look ${spell('greyed')} (estimated from how opaque it is).`,
  vanishes: (s, a) => {
    const edge = s.share > ALL_BUT ? 'its edge' : `${Math.round(s.share * 100)}% of the edge that shows`;
    const what = `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'vanishes', 'vanish')}`;
    if (s.own)
      return `${what}: ${s.against === null ? 'the background is the same fabric' : `${a.named(s.against)} beneath is the same fabric`}, and ${edge} will not be seen.`;
    return `${what}: ${edge} can hardly be told from ${s.against === null ? 'the background' : a.named(s.against)}, because the ${spell('colours')} are so close.`;
  },
  'top-without-window': (s, a) => `Nothing has a window: ${a.several(s.pieceIds)} on top would hide the whole picture.`,
  'behind-no-window': (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'shows', 'show')} in no window, and ${one(s.pieceIds.length, 'is', 'are')} not made.`,
  'short-of-cloth': (s, a) =>
    `${a.fabric(s.fabricId)}: by area alone you need ${formatArea(s.needsMm2, a.project.units)}, and you have ${formatArea(s.haveMm2, a.project.units)}.`,
  'no-room-on-cloth': (s, a) =>
    `${one(s.copies, 'One piece does', `${s.copies} pieces do`)} not fit on the ${a.fabric(s.fabricId)} you have${s.pieceIds.length > 0 ? `: ${a.several(s.pieceIds)}` : ''}.`,
  'ground-too-large': (s, a) =>
    `The background of ${a.article(s.articleId)} is ${formatSize(s.widthMm, s.heightMm, a.project.units)}; your largest piece of ${a.fabric(s.fabricId)} is ${formatSize(s.largestWidthMm, s.largestHeightMm, a.project.units)}.`,
  tiny: (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'is', 'are')} smaller than ${formatLength(s.leastMm, a.project.units)}: fiddly to hold and to cut.`,
  'grounds-no-room': (s, a) =>
    `The ${a.fabric(s.fabricId)} you have holds ${s.room === 0 ? 'none' : s.room} of the ${counted(s.grounds, 'background')}: each fits by itself, not all of them.`,
  'over-a-seam': (s, a) =>
    `The background is joined of widths, and the seam lies under ${a.several(s.pieceIds)}: it shows as a ridge.`,
  'no-seam': (s, a) =>
    `The background has no seam allowance. Sewing something to it takes ${formatLength(s.takesMm, a.project.units)} of the picture at each edge.`,
  'blocks-differ': () => 'The blocks are not of one finished size and seam. They do not join into rows.',
  'top-has-gaps': (s) =>
    `${upper(counted(s.blocks, 'block'))} in ${counted(s.rows, 'row')} of ${s.columns} leave ${counted(s.rows * s.columns - s.blocks, 'place')} empty.`,
  'name-holds-markup': () => 'A name looks like code. It is kept as plain text, and nothing in it is run.',
  'edge-caution': (s, a) => `${a.several(s.pieceIds)}: ${lower(edgeCautionWords(s.cause, a.project.units))}`,
  'thread-trouble': (s, a) => threadTroubleWords(s.cause, a.project),
};

/** What to do about it. */
const MENDS: Words<Snag, [About]> = {
  'no-pieces': () => 'Add a shape.',
  'no-web': (s, a) => (s.buy ? buyWords(s.buy, a.project.units) : 'Add a web to the Drawer.'),
  'overruled-against-a-rule': () => 'Go back to our choice, or test it on a scrap first.',
  'press-unworkable': (s, a) => cautionWords(s.cause, a.project.units),
  'dial-untrusted': (s) => `Measure ${s.cause.iron} at each mark, or choose another iron.`,
  'iron-too-small': () => 'Use a larger iron, or check the size of its soleplate.',
  'crosses-itself': () => 'Draw the outline again without the crossing.',
  'off-the-ground': () => 'Move it in, make it smaller, or let the edge cut it off on purpose.',
  'print-upside-down': () => 'Turn the print under the piece by 180°.',
  'thin-stroke': (s, a) =>
    `Make it larger or bolder, at least ${formatLength(s.leastMm, a.project.units)} wide${{ stitched: ', or stitch that line instead', painted: ', or paint that line instead', bare: '' }[s.edge]}.`,
  'sharp-point': (s) =>
    s.edge === 'stitched' ? 'Blunt it a little, or secure the tip with a stitch.' : 'Blunt it a little.',
  'inside-corners': (s) =>
    [
      s.byHand && 'Cut into them from both sides with the tips of the scissors, and no further.',
      s.edge === 'stitched' && 'Stitch 2–3 stitches past, then pivot.',
    ]
      .filter(Boolean)
      .join(' '),
  'looked-at-coarsely': () => 'Simplify the outline, or look at it closely yourself.',
  'paper-releases': () => 'Use tissue or plain paper, and keep this one for between iron and work.',
  'other-material': (s) =>
    `Choose ${withArticle(MATERIALS[s.material])} for it in Pattern, at the piece it belongs to.`,
  'window-too-large': (s, a) =>
    `Make the window smaller or the tile larger: ${formatLength(s.leastRimMm, a.project.units)} all round is the least.`,
  'sheet-too-small': () => 'Measure the sheet again, or make the tile smaller.',
  'spine-too-wide': () => 'Close the book and measure how thick it is. Enter that as its spine in Pattern.',
  'patch-past-its-cloth': () => 'Give the size of what it is on in Pattern, or make the patch smaller.',
  'no-tape': () => 'Add a tape to the web in Match if you have one.',
  'mat-too-small': () => 'Use a larger mat in Trace, make the shape smaller, or cut it by hand.',
  'unlined-on-mat': () => 'Choose a web with paper backing for it in Match, or cut it by hand.',
  'nothing-holds-it': () => 'Give it web in Pattern, or put a frame over its edges.',
  'sides-show': () => 'Put pale with pale and dark with dark, or use a denser fabric.',
  hidden: () => 'Move it up, or leave it out.',
  'mixed-facing': () => 'Use one way of cutting for the whole picture if you can.',
  'short-of-web': () => 'Buy more, or give some pieces another web.',
  'order-circle': (s, a) => `Unpin ${a.named(s.over)} from over ${a.named(s.under)}: they overlap least.`,
  'unit-interleaved': () => 'Add it to the unit, or take the unit apart there.',
  'unit-copies': () => 'Give all its pieces the same number, or lay out what is left over by itself.',
  'unit-too-large': (s, a) =>
    `Take a sheet of at least ${formatSize(s.widthMm, s.heightMm, a.project.units)} and enter it in Layers, or build it in two parts.`,
  'no-ground': () => 'Give it a background in Pattern, or put these pieces on others.',
  'article-empty': () => 'Put a piece on it, or remove it.',
  'patch-too-large': () => 'Find a larger piece of that fabric, make the shape smaller, or use another fabric.',
  'stiff-place': () => 'Cut hidden fabric away, use lighter webs, or cut the middle out of the webs.',
  'shows-through': () =>
    'Cut the hidden part of the lower one away, line the upper one, change their order, or use a denser fabric.',
  greyed: () => 'Use a denser or darker fabric, use it double, or line it with white.',
  vanishes: (s, a) => {
    const names = s.fabricIds.flatMap((id) => a.project.fabrics.filter((f) => f.id === id).map((f) => f.name));
    return `Use another fabric${names.length > 0 ? `, such as ${names.join(' or ')}` : ''}${{ stitched: '; or outline it in a darker thread', painted: '; or outline it in a darker paint', bare: '' }[s.edge]}; or put a slightly larger piece in a darker fabric beneath as a shadow.`;
  },
  'top-without-window': () => 'Cut a window into the piece on top in Pattern, or make it a picture on its background.',
  'behind-no-window': () => 'Move it behind a window, or leave it out.',
  tiny: (s) =>
    [
      s.byHand ? 'Cut it last, with the paper still on.' : 'Lift it off the mat with tweezers.',
      s.comesOff && 'Only web holds it: keep it from small children, who may pull it off and swallow it.',
    ]
      .filter(Boolean)
      .join(' '),
  'short-of-cloth': () => 'Buy more, make some pieces smaller, or give some another fabric.',
  'no-room-on-cloth': () => 'Find another piece of that fabric, make the shapes smaller, or give some another fabric.',
  'ground-too-large': () => 'Find a larger piece, make the background smaller, or join it with a seam.',
  'grounds-no-room': () => 'Buy more of it, make fewer, or choose another fabric for some of them.',
  'over-a-seam': () => 'Move it off the seam, or cut the background along the fabric in one piece.',
  'no-seam': () => 'Give the background a seam allowance in Pattern. Its finished size stays.',
  'blocks-differ': () => 'Give all of them one size and one seam allowance, or keep each by itself.',
  'top-has-gaps': () => 'Choose another number in a row, or make as many blocks as there are places.',
  'name-holds-markup': () => 'Rename it if that was not meant.',
  'edge-caution': (s) => EDGE_MENDS[s.cause.code],
  'thread-trouble': (s) =>
    s.cause.code === 'thread-short'
      ? 'Buy a spool, or choose another thread in Edge.'
      : 'Buy one, or choose another thread in Edge.',
};

/** A snag in words: what happens if it is ignored, and the mend. */
export interface SnagWords {
  readonly text: string;
  readonly mend: string;
}
/** Words for the snags of one project's plan. */
export function snagWords(project: Project): (snag: Snag) => SnagWords {
  const a = about(project);
  return (snag) => ({ text: say(TEXTS, snag, a), mend: say(MENDS, snag, a) });
}
