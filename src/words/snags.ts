import { formatArea, formatLength, formatRun } from '~/core/base/units';
import { type EdgeCaution, lookup, type Project, pieceName, type Snag } from '~/core/keep/model';
import { edgeCautionWords, threadTroubleWords } from './edge';
import { buyWords, ruleWords } from './match';
import { cautionWords } from './press';
import { lower, one, say, type Words } from './table';

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
  const named = (id: string | undefined): string =>
    id !== undefined && known.has(id)
      ? `${look.number(id)} “${pieceName(look.piece(id), look.number(id))}”`
      : 'a piece that is gone';
  return {
    project,
    named,
    alone: (id) =>
      id !== undefined && known.has(id) && !look.articleOf(look.piece(id)).ground
        ? 'its lowest cloth alone'
        : 'the bare ground',
    several: (ids) =>
      ids.slice(0, NAMED).map(named).join(', ') + (ids.length > NAMED ? ` and ${ids.length - NAMED} more` : ''),
    web: (id) => project.webs.find((w) => w.id === id)?.name ?? 'the web',
    fabric: (id) => project.fabrics.find((f) => f.id === id)?.name ?? 'the cloth',
    article: (id) => `“${project.articles.find((x) => x.id === id)?.name || 'the article'}”`,
  };
}

const MATERIALS = { fabric: 'cloth', foil: 'foil', paper: 'paper', backing: 'stiff backing' } as const;

/** How an edge is mended, by what speaks against it. */
const EDGE_MENDS: { readonly [C in EdgeCaution['code']]: string } = {
  'needle-jams': 'Make it larger in Edge.',
  'closed-up': 'Make it longer in Edge.',
  'wider-than-piece': 'Take a narrower stitch, a straight one, or none.',
  'all-hidden': 'Leave it out.',
  jagged: 'Simplify the outline, or take a straight stitch.',
  gums: 'Take another web in Match, or another edge.',
  'hand-through-film': 'Take another web in Match, or another edge.',
  stabiliser: 'Put one behind.',
  'paint-dries-first': 'Let it dry.',
  'no-hot-iron': 'Keep the iron off.',
  'iron-on-clear': 'Stitch once all is bonded, or take another thread.',
  'heavy-on-garment': 'Take lighter cloth or web, or cut hidden layers away.',
};

/** What happens if it is ignored. */
const TEXTS: Words<Snag, [About]> = {
  'no-pieces': () => 'There is nothing on the ground yet.',
  'no-web': (s, a) => `Nothing in the drawer suits ${a.named(s.pieceIds[0])}: it cannot be fused.`,
  'overruled-against-a-rule': (s, a) =>
    `For ${a.named(s.pieceIds[0])} you chose a web that a rule forbids: ${lower(ruleWords(s.rule, a.project.units))}`,
  'press-unworkable': (s, a) => `${s.stage === 'fuse' ? 'Fusing' : 'Bonding'} ${a.several(s.pieceIds)} would not work.`,
  'dial-untrusted': (s, a) => cautionWords(s.cause, a.project.units),
  'iron-too-small': (s) =>
    `This iron would be set down about ${s.placements.toLocaleString('en')} times for one piece, counted by its area alone.`,
  'crosses-itself': (s, a) =>
    `The outline of ${a.named(s.pieceIds[0])} crosses itself${s.at ? ` ${formatLength(s.at.xMm, a.project.units)} from the left and ${formatLength(s.at.yMm, a.project.units)} from the top` : ''}: what is inside twice counts as a hole.`,
  'off-the-ground': (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'reaches', 'reach')} past the edge of the ground.`,
  'print-upside-down': (s, a) =>
    `The cloth of ${a.named(s.pieceIds[0])} has one way up, and here it stands on its head.`,
  'thin-stroke': (s, a) =>
    `${a.named(s.pieceIds[0])} is only ${formatLength(s.widthMm, a.project.units, 1)} wide at its thinnest: it frays, tears or lifts there.`,
  'sharp-point': (s, a) =>
    `${a.named(s.pieceIds[0])} has ${s.points === 1 ? 'a point' : `${s.points} points, the sharpest`} of ${Math.round(s.angleDeg)}°: the tip holds little web and frays first.`,
  'inside-corners': (s, a) => `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'has', 'have')} inside corners.`,
  'looked-at-coarsely': (s, a) =>
    `The edge of ${a.several(s.pieceIds)} is so long that thin places were only looked for here and there: there may be more.`,
  'paper-releases': (s, a) => `${a.fabric(s.fabricId)} is siliconised: it releases, and never bonds.`,
  'other-material': (s, a) =>
    `${a.fabric(s.fabricId)}, of which ${a.named(s.pieceIds[0])} is, is no ${MATERIALS[s.material]}.`,
  'window-too-large': (s, a) =>
    `A rim of ${formatLength(Math.max(0, s.rimMm), a.project.units, 1)} is left round the window: the patch’s edge would show, or not hold.`,
  'sheet-too-small': (s, a) =>
    `A tile of ${formatLength(s.widthMm, a.project.units)} × ${formatLength(s.heightMm, a.project.units)} does not go on a sheet of ${formatLength(s.sheetWidthMm, a.project.units)} × ${formatLength(s.sheetHeightMm, a.project.units)}.`,
  'patch-past-its-cloth': (s, a) =>
    `A patch of ${formatLength(s.widthMm, a.project.units)} × ${formatLength(s.heightMm, a.project.units)} is larger than the cloth it mends.`,
  'no-tape': (s, a) =>
    `There is no tape of up to ${formatLength(s.mostMm, a.project.units)} here: a strip of web of ${formatLength(Math.min(s.sliverMm, s.mostMm), a.project.units)} is cut for it.`,
  'mat-too-small': (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'does', 'do')} not go on the mat: with the rims of web and cloth it takes shapes of up to ${formatLength(s.widthMm, a.project.units)} × ${formatLength(s.heightMm, a.project.units)}.`,
  'unlined-on-mat': (s, a) =>
    `${a.web(s.webId)} has no liner: cloth up, the adhesive of ${a.several(s.pieceIds)} would cling to the sticky mat.`,
  'nothing-holds-it': (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'has', 'have')} no web, and nothing lies over ${one(s.pieceIds.length, 'it', 'them')} to hold ${one(s.pieceIds.length, 'it', 'them')}.`,
  'sides-show': (s, a) =>
    `${a.named(s.by)} shines through ${a.named(s.pieceIds[0])} (a difference of about ${Math.round(s.deltaE)}, estimated from its opacity).`,
  hidden: (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'lies', 'lie')} wholly under other pieces and will not be seen.`,
  'mixed-facing': (s, a) => {
    const [mine, rest] = s.drawn === 'reversed' ? ['reversed', 'as seen'] : ['as seen', 'reversed'];
    return `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'is', 'are')} drawn ${mine}, the rest ${rest}. Keep the two on sheets of their own.`;
  },
  'short-of-web': (s, a) =>
    `${a.web(s.webId)}: ${formatRun(s.needsMm, a.project.units)} are needed in rows, ${s.leftMm < 1 ? 'none is left' : `${formatRun(s.leftMm, a.project.units)} are left`}.`,
  'order-circle': (s, a) =>
    `${a.several(s.pieceIds)} were each decided to lie over the one before, in a circle: that could only be woven.`,
  'unit-interleaved': (s, a) =>
    `${a.named(s.pieceIds[0])} would have to lie between pieces of the unit “${s.unit}”, which is laid down whole.`,
  'no-ground': (s, a) =>
    `${a.article(s.articleId)} has no ground, so ${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'is', 'are')} bonded to nothing.`,
  'article-empty': (s, a) => `Nothing lies on ${a.article(s.articleId)} yet.`,
  'patch-too-large': (s, a) =>
    `No piece of ${a.fabric(s.fabricId)} in stock is large enough for ${a.several(s.pieceIds)} with the web beneath.`,
  'stiff-place': (s, a) =>
    `${s.cloths} layers of cloth and ${s.webs} of web lie on one another here, about ${Number(s.stiffness.toPrecision(2))} times as stiff as ${a.alone(s.pieceIds[0])} (estimated): more than a ${s.hand} hand bears.`,
  'shows-through': (s, a) =>
    `${a.named(s.pieceIds[1])} is darker and shows through ${a.named(s.pieceIds[0])} (a difference of about ${Math.round(s.deltaE)}, estimated from the opacity of the cloth).`,
  greyed: (s, a) =>
    `${s.by === null ? 'The ground' : a.named(s.by)} comes through ${a.several(s.pieceIds)}: the cloth will look greyed (a difference of about ${Math.round(s.deltaE)}, estimated from its opacity).`,
  vanishes: (s, a) => {
    const edge = s.share > ALL_BUT ? 'its edge' : `${Math.round(s.share * 100)} % of its seen edge`;
    const what = `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'vanishes', 'vanish')}`;
    if (s.own)
      return `${what}: ${s.against === null ? 'the ground is the same cloth' : `it lies on ${a.named(s.against)}, which is the same cloth`}, and ${edge} will not be seen.`;
    return `${what}: ${edge} can hardly be told from ${s.against === null ? 'the ground' : a.named(s.against)}, with colours that differ by only ${s.deltaE.toFixed(1)} (CIEDE2000).`;
  },
  'behind-no-window': (s, a) => `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'shows', 'show')} in no window.`,
  'short-of-cloth': (s, a) =>
    `${a.fabric(s.fabricId)}: pieces and ground take ${formatArea(s.needsMm2, a.project.units)} by their areas alone, ${formatArea(s.haveMm2, a.project.units)} are in stock.`,
  'no-room-on-cloth': (s, a) =>
    `${one(s.copies, 'One piece finds', `${s.copies} pieces find`)} no room on the ${a.fabric(s.fabricId)} in stock${s.pieceIds.length > 0 ? `: ${a.several(s.pieceIds)}` : ''}.`,
  'ground-too-large': (s, a) =>
    `The ground of ${a.article(s.articleId)} is ${formatLength(s.widthMm, a.project.units)} × ${formatLength(s.heightMm, a.project.units)}; the largest piece of ${a.fabric(s.fabricId)} in stock is ${formatLength(s.largestWidthMm, a.project.units)} × ${formatLength(s.largestHeightMm, a.project.units)}.`,
  tiny: (s, a) =>
    `${a.several(s.pieceIds)} ${one(s.pieceIds.length, 'is', 'are')} smaller than ${formatLength(s.leastMm, a.project.units)}: fiddly to hold and to cut.`,
  'name-holds-markup': () => 'A name looks like code. It is kept and shown as plain text; nothing in it is run.',
  'edge-caution': (s, a) => `${a.several(s.pieceIds)}: ${lower(edgeCautionWords(s.cause, a.project.units))}`,
  'thread-trouble': (s, a) => threadTroubleWords(s.cause, a.project),
};

/** What to do about it. */
const MENDS: Words<Snag, [About]> = {
  'no-pieces': () => 'Add a shape.',
  'no-web': (s, a) => (s.buy ? buyWords(s.buy, a.project.units) : 'Add a web to the drawer.'),
  'overruled-against-a-rule': () => 'Go back to our choice, or test it on a scrap first.',
  'press-unworkable': (s, a) => cautionWords(s.cause, a.project.units),
  'dial-untrusted': (s) => `Measure ${s.cause.iron} at each mark, or choose another iron.`,
  'iron-too-small': () => 'Take a larger iron, or check that its soleplate was typed in millimetres.',
  'crosses-itself': () => 'Draw the outline again without the crossing.',
  'off-the-ground': () => 'Move it in, make it smaller, or let the edge cut it off on purpose.',
  'print-upside-down': () => 'Turn the print under the piece by 180°.',
  'thin-stroke': (s, a) =>
    `Make it larger or bolder, at least ${formatLength(s.leastMm, a.project.units)} wide${{ stitched: ', or stitch that line instead', painted: ', or paint that line instead', bare: '' }[s.edge]}.`,
  'sharp-point': (s) =>
    s.edge === 'stitched' ? 'Blunt it a little, or secure the tip with a stitch.' : 'Blunt it a little.',
  'inside-corners': (s) =>
    [
      s.byHand && 'Cut into them from both sides with the tips of the scissors; do not overcut.',
      s.edge === 'stitched' && 'Stitch 2–3 stitches past, then pivot.',
    ]
      .filter(Boolean)
      .join(' '),
  'looked-at-coarsely': () => 'Simplify the outline, or look at it closely yourself.',
  'paper-releases': () => 'Take tissue or plain paper; keep this one for between iron and work.',
  'other-material': (s) => `Choose a ${MATERIALS[s.material]} for it in Pattern, at the piece it belongs to.`,
  'window-too-large': (s, a) =>
    `Make the window smaller or the tile larger: ${formatLength(s.leastRimMm, a.project.units)} all round is the least.`,
  'sheet-too-small': () => 'Measure the sheet again, or make the tile smaller.',
  'patch-past-its-cloth': () => 'Give the size of the cloth it lies on in Pattern, or make the patch smaller.',
  'no-tape': () => 'Add a tape to the web in Match if you have one.',
  'mat-too-small': () => 'Take a larger mat in Trace, make the shape smaller, or cut it by hand.',
  'unlined-on-mat': () => 'Choose a web with a liner for it in Match, or cut it by hand.',
  'nothing-holds-it': () => 'Give it web in Pattern, or lay a frame over its edges.',
  'sides-show': () => 'Take pale with pale and dark with dark, or a denser cloth.',
  hidden: () => 'Raise it, or leave it out.',
  'mixed-facing': () => 'Use one route for the whole picture if you can.',
  'short-of-web': () => 'Buy more, or give some pieces another web.',
  'order-circle': (s, a) => `Give up that ${a.named(s.over)} lies over ${a.named(s.under)}: they share least.`,
  'unit-interleaved': () => 'Take it into the unit, or take the unit apart there.',
  'no-ground': () => 'Give it a ground in Pattern, or lay these pieces on others of it.',
  'article-empty': () => 'Lay a piece on it, or take it out.',
  'patch-too-large': () => 'Find a larger piece of that cloth, make the shape smaller, or take another fabric.',
  'stiff-place': () => 'Cut hidden cloth away, take lighter webs, or cut the middle out of the webs.',
  'shows-through': () =>
    'Cut the hidden part of the lower one away, line the upper one, put them in another order, or choose a denser cloth.',
  greyed: () => 'Take a denser cloth, use it double, or line it with white; a darker cloth bears it as it is.',
  vanishes: (s, a) => {
    const names = s.fabricIds.flatMap((id) => a.project.fabrics.filter((f) => f.id === id).map((f) => f.name));
    return `Take another fabric${names.length > 0 ? `, such as ${names.join(' or ')}` : ''}${{ stitched: '; or outline it in a darker thread', painted: '; or outline it in a darker paint', bare: '' }[s.edge]}; or lay a slightly larger piece in a darker cloth beneath it as a shadow.`;
  },
  'behind-no-window': () => 'Move it behind a window, or leave it out.',
  tiny: (s) =>
    [
      s.byHand ? 'Cut it last, with the liner still on.' : 'Lift it off the mat with tweezers.',
      s.comesOff && 'Only web holds it: keep it away from small children, who may pull it off and swallow it.',
    ]
      .filter(Boolean)
      .join(' '),
  'short-of-cloth': () => 'Buy more, make some pieces smaller, or give some another fabric.',
  'no-room-on-cloth': () => 'Find another piece of that cloth, make the shapes smaller, or give some another fabric.',
  'ground-too-large': () => 'Find a larger piece, make the ground smaller, or join it with a seam.',
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
