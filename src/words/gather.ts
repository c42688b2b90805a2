import { boundsOf, regionOf } from '~/core/base/shape';
import { formatArea, formatLength, formatRun, formatSize, formatThread } from '~/core/base/units';
import type { SpokenFor } from '~/core/cut/gather';
import type {
  Amount,
  BuyLine,
  Fabric,
  GatherPart,
  GatherPlan,
  GroundCut,
  LeftOver,
  Mix,
  Need,
  NeedTrouble,
  Project,
  SoldAs,
  Supply,
} from '~/core/keep/model';
import { countedBy, lookup, numbersIn, SUPPLIES } from '~/core/keep/model';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import { pieceCalled } from './called';
import { needleWords, threadWords } from './edge';
import { term } from './glossary';
import { moneyWords, priceWords } from './price';
import { aroundPartWords } from './sewing';
import { counted, fewOf, listedWords, one, say, type Units, upper, type Words, withArticle } from './table';

const SUPPLY_WORDS: { readonly [S in Supply]: string | (() => string) } = {
  stabiliser: () => upper(term('stabiliser')),
  'machine-needle': 'Machine needles',
  'hand-needle': 'Hand needles',
  blade: 'Cutting machine blade',
  parchment: () => upper(term('parchment')),
  'release-sheet': () => upper(term('pressing-sheet')),
  paint: 'Fabric paint',
  'printer-paper': 'Printer paper',
  pencil: 'Pencil',
  'fine-pen': 'Fine permanent pen',
  tape: 'Clear tape',
  pins: 'Pins with glass or metal heads',
  'fabric-glue': 'Fabric glue',
  cord: 'Line',
  ring: 'Ring',
  stem: 'Stem',
  'quilt-backing': 'Quilt backing',
  wadding: () => upper(term('wadding')),
  'new-web': 'Fusible web',
};
export const isSupply = (id: string): id is Supply => (SUPPLIES as readonly string[]).includes(id);

/** What a need is called. */
export function needName(need: Pick<Need, 'kind' | 'id'>, project: Project): string {
  if (isSupply(need.id)) {
    const name = SUPPLY_WORDS[need.id];
    return typeof name === 'string' ? name : name();
  }
  const { id, kind } = need;
  const line = countedBy(id);
  if (line?.is === 'own') return project.gathering.own.find((l) => l.id === line.id)?.name ?? 'something that is gone';
  if (line) {
    const article = project.articles.find((a) => a.id === line.id);
    return `${upper(article?.name || project.name)}, ready-made`;
  }
  if (kind === 'thread') {
    if (project.threads.some((t) => t.id === id)) return threadWords(id, '', project);
    const colour = id.slice(id.lastIndexOf('#'));
    return `Thread, ${threadWords(null, colour, project, id.startsWith('clear')).replace(/, to buy$/, '')}`;
  }
  return (kind === 'web' ? project.webs : project.fabrics).find((t) => t.id === id)?.name ?? 'something that is gone';
}

/** A word or two more about a need: which needles, what the pages are for. */
export function needNote(
  need: Need,
  project: Project,
  settings: readonly { needle: Parameters<typeof needleWords>[0] }[],
): string | null {
  if (need.id === 'machine-needle') {
    const kinds = new Set(settings.filter((s) => s.needle.point !== 'hand').map((s) => needleWords(s.needle)));
    return listedWords([...kinds]);
  }
  if (need.id === 'printer-paper') return 'for tracing sheets and templates';
  if (need.id === 'pencil') return 'or a fine permanent pen. Wet ink smears, and ink that heat erases vanishes';
  if (need.id === 'fine-pen') return 'a soft pencil dirties pale wool';
  if (need.id === 'tape') return 'for web that is joined of strips';
  if (need.id === 'cord' || need.id === 'ring' || need.id === 'stem') return assemblyNote(project);
  if (need.id === 'blade') return 'estimated from the length of all cuts';
  if (need.kind === 'thread' && need.layout === null) return 'top and bobbin';
  const grain = project.fabrics.find((f) => f.id === need.id)?.oneWay;
  return grain ? 'its print has a right way up' : null;
}

/** How long the line or stem is that parts go on, or how wide the ring. */
function assemblyNote(project: Project): string | null {
  const a = RECIPE_FACTS[project.recipe.id].assembly(project);
  if (!a || a.how === 'chain') return null;
  return a.how === 'ring'
    ? `${formatLength(a.lengthMm / Math.PI, project.units)} across`
    : `${formatRun(a.lengthMm, project.units)}${a.endsMm > 0 ? ', ends included' : ''}`;
}

/** So much of something. @param kind what of */
export function amountWords(amount: Amount, kind: Need['kind'], units: Units): string {
  if (amount.count !== undefined) return amount.count.toLocaleString('en');
  if (amount.grams !== undefined) return `${Math.ceil(amount.grams * 10) / 10} g`;
  if (amount.lengthMm !== undefined)
    return kind === 'thread' ? formatThread(amount.lengthMm, units) : formatRun(amount.lengthMm, units);
  return amount.areaMm2 === undefined ? 'none' : formatArea(amount.areaMm2, units);
}

const UNITS_OF: { readonly [S in Exclude<SoldAs, 'by-length'>]: readonly [one: string, many: string] } = {
  'fat-quarter': ['fat quarter', 'fat quarters'],
  'long-quarter': ['long quarter', 'long quarters'],
  'square-pack': ['pack of squares', 'packs of squares'],
  'strip-pack': ['pack of strips', 'packs of strips'],
  sheet: ['sheet', 'sheets'],
  packet: ['packet', 'packets'],
  roll: ['roll', 'rolls'],
  spool: ['spool', 'spools'],
  bottle: ['bottle', 'bottles'],
  single: ['piece', 'pieces'],
};
/** How something is sold, as a label. */
export const soldWords = (as: SoldAs): string => (as === 'by-length' ? 'by length' : UNITS_OF[as][0]);

/** One line of what to buy. */
function buyWords(l: BuyLine, units: Units, kind: Need['kind']): string {
  if (l.as === 'by-length')
    return `${formatRun(l.lengthMm ?? 0, units)} off ${kind === 'web' ? 'the roll' : 'the bolt'} (${formatRun(l.widthMm, units)} wide)`;
  const [single, many] = UNITS_OF[l.as];
  return `${l.count.toLocaleString('en')} ${one(l.count, single, many)}${l.holds > 1 ? ` of ${l.holds}` : ''}`;
}
export const mixWords = (m: Mix, units: Units, kind: Need['kind']): string =>
  listedWords(m.lines.map((l) => buyWords(l, units, kind)));

export { moneyWords, priceWords };

const partName = (part: GatherPart | undefined, project: Project): string => {
  if (!part) return 'a piece';
  const article = project.articles.find((a) => a.id === part.articleId);
  const many = project.articles.length > 1 && article ? ` of ${article.name}` : '';
  switch (part.is) {
    case 'ground':
      return `the background${many}`;
    case 'sashing':
    case 'border':
    case 'binding':
    case 'facing':
    case 'back':
    case 'sleeve':
      return `${withArticle(aroundPartWords(part.is))}${many}`;
    case 'wadding':
      return `the ${term('wadding')}${many}`;
    case 'quilt-backing':
      return `the backing${many}`;
    case 'kit':
      return 'what a bag holds';
    case 'patch':
      return 'a patch';
    case 'strip':
    case 'piece': {
      const [id] = part.pieceIds;
      const piece = project.pieces.find((p) => p.id === id);
      if (!piece) return 'a piece';
      return pieceCalled(piece, numbersIn(project)(piece.id));
    }
  }
};

/** So many parts are told by name, the rest by their number. */
const NAMED = 4;
const TROUBLES: Words<NeedTrouble, [Need, Project]> = {
  'no-room': ({ partIds, widestMm, longestMm, clothMm }, need, project) => {
    const names = partIds.map((id) =>
      partName(
        need.layout?.parts.find((p) => p.id === id),
        project,
      ),
    );
    // What is not too wide is too long for the sheets that there are.
    if (widestMm <= clothMm)
      return `${upper(fewOf(names, NAMED))} ${one(names.length, 'is', 'are')} up to ${formatSize(longestMm, widestMm, project.units)}: larger than any sheet you have or can buy. Not counted: enter a larger one below.`;
    return `${upper(fewOf(names, NAMED))} ${one(names.length, 'is', 'are')} ${formatLength(widestMm, project.units)} across. Nothing you have or can buy is wider than ${formatLength(clothMm, project.units)}. Not counted: enter a wider fabric below, or join two widths.`;
  },
  'no-price': () => 'No price was entered, so what buys least is shown.',
  'none-sold': () => 'None of the ways it is sold is ticked. Tick below what your shop has.',
  'nothing-here': () => 'The Drawer has none of it noted, so all of it is counted as to buy.',
  'not-all-tried': () => 'There are so many ways to buy it that not all were tried.',
  'repeat-beyond-cloth': ({ acrossMm, clothMm }, _, { units }) =>
    `Its print repeats every ${formatLength(acrossMm, units)}, and the fabric is ${formatLength(clothMm, units)} wide. Pieces are laid out without regard to the print: choose each place in the shop.`,
  'repeat-unknown': ({ pieceIds }) =>
    `${pieceIds.length === 1 ? 'A piece is' : `${pieceIds.length} pieces are`} cut from a place on its print. Enter how often the print repeats: until then no fabric between the motifs is counted.`,
  'fussy-off-bolt': ({ pieceIds }) =>
    `${pieceIds.length === 1 ? 'One piece is' : `${pieceIds.length} pieces are`} cut from a place on the print, and counted on new fabric. Look whether what you have shows the motif whole.`,
  shrinks: ({ alongPercent, acrossPercent }) =>
    `It is washed first, and counted to shrink ${alongPercent}% along and ${acrossPercent}% across (estimated).`,
};
export const needTroubleWords = (t: NeedTrouble, need: Need, project: Project): string =>
  say(TROUBLES, t, need, project);

/** Whether some of a need can be had in no way that is ticked as sold. */
export const cannotBeHad = (need: Pick<Need, 'troubles'>): boolean =>
  need.troubles.some((t) => t.code === 'no-room' || t.code === 'none-sold');

/** What the list costs in all, and what that counts. @returns a total of null where nothing that is bought has a price */
export function sumWords({ needs, cost, saved, unpriced }: GatherPlan): { total: string | null; counts: string } {
  if (needs.filter((n) => n.buy !== null).length === unpriced) return { total: null, counts: '' };
  const without = [
    unpriced > 0 ? `${counted(unpriced, 'line')} without a price, not counted.` : '',
    needs.some(cannotBeHad) ? 'What can’t be bought is not counted.' : '',
  ].filter((w) => w !== '');
  const off = saved > 0 ? [`The voucher takes off ${moneyWords(saved)}.`] : [];
  return {
    total: moneyWords(cost),
    counts: [...off, ...(without.length > 0 ? without : ['Everything counted.'])].join(' '),
  };
}

/** A ground that is longer than the cloth is wide: both ways, and what each takes. */
export function groundWords(g: GroundCut, project: Project): { along: string | null; seamed: string } {
  const { units } = project;
  const widths = g.panels === 2 ? 'in two widths with a seam' : `in ${g.panels} widths with seams`;
  return {
    along: g.alongMm === null ? null : `in one piece along the fabric: ${formatRun(g.alongMm, units)}`,
    seamed: `${widths}, ${formatLength(g.allowanceMm, units)} allowed on each side: ${formatRun(g.seamedMm, units)}`,
  };
}

/** What is left over, the pieces worth keeping first. */
export function leftWords(left: readonly LeftOver[], units: Units): string {
  const worth = left.filter((l) => l.worth).sort((a, b) => b.lengthMm * b.widthMm - a.lengthMm * a.widthMm);
  if (worth.length === 0) return left.length > 0 ? 'Left over: only snippets.' : 'Nothing is left over.';
  const sizes = worth.slice(0, 3).map((l) => formatSize(l.widthMm, l.lengthMm, units));
  return `Left over, worth keeping: ${worth.length > 3 ? `${sizes.join(', ')} and ${worth.length - 3} smaller` : listedWords(sizes)}.`;
}

/** What of a need is here, against what it takes. */
export function hereWords(need: Need, project: Project): string {
  const none = Object.values(need.have).every((n) => n === 0);
  return none ? 'none here' : `${haveWords(need, project)} here`;
}

/** So many kinds of pieces are told one by one. */
const PIECES_NAMED = 3;
/** A piece that is no more off a fat quarter is one, mm. Source of its size: the trade handbook, 18 × 22 in. */
const FAT_QUARTER = { shortMm: 457, longMm: 559, offMm: 4 } as const;
/** What is here of a cloth, as hands find it: in pieces, the largest first. */
function piecesWords(stock: Fabric['stock'], units: Units): string {
  const pieces = stock
    .filter((s) => s.count > 0)
    .map((s) => {
      const [short, long] = [Math.min(s.widthMm, s.heightMm), Math.max(s.widthMm, s.heightMm)];
      const fat =
        s.outline === null &&
        Math.abs(short - FAT_QUARTER.shortMm) < FAT_QUARTER.offMm &&
        Math.abs(long - FAT_QUARTER.longMm) < FAT_QUARTER.offMm;
      return { mm2: s.widthMm * s.heightMm, count: s.count, fat, size: formatSize(s.widthMm, s.heightMm, units) };
    })
    .sort((a, b) => b.mm2 - a.mm2);
  const told = pieces
    .slice(0, PIECES_NAMED)
    .map((p) =>
      p.fat
        ? p.count === 1
          ? 'a fat quarter'
          : `${p.count} fat quarters`
        : p.count === 1
          ? `a piece of ${p.size}`
          : `${p.count} pieces of ${p.size}`,
    );
  const more = pieces.slice(PIECES_NAMED).reduce((n, p) => n + p.count, 0);
  return listedWords([...told, ...(more > 0 ? [`${more} smaller`] : [])]);
}
/** What is here of a need. */
function haveWords({ have, kind, id }: Need, project: Project): string {
  const cloth = have.areaMm2 === undefined ? undefined : project.fabrics.find((f) => f.id === id);
  return cloth ? piecesWords(cloth.stock, project.units) : amountWords(have, kind, project.units);
}

/** Less of a length than this is none. */
const NOTHING_MM = 1;
/** What is needed and what is there, in a sentence. */
export function needWords(need: Need, project: Project): string {
  const none = Object.values(need.have).every((n) => n === 0);
  // What offcuts give is not asked of the roll.
  if (need.need.lengthMm !== undefined && need.need.lengthMm < NOTHING_MM) return 'Your offcuts are enough.';
  return `You need ${amountWords(need.need, need.kind, project.units)} and have ${none ? 'none' : haveWords(need, project)}.`;
}

/** A list as the endpoint answers it: what is fixed by the contract, and the findings in words. */
export const spokenGather = (gather: GatherPlan, project: Project) => ({
  needs: gather.needs.map((n) => ({
    kind: n.kind,
    id: n.id,
    name: needName(n, project),
    need: n.need,
    have: n.have,
    short: n.short,
    buy: (n.buy?.lines ?? []).map((l) => ({
      as: l.as,
      count: l.count,
      price: l.price,
      lengthMm: l.lengthMm,
      widthMm: l.widthMm,
      holds: l.holds,
    })),
    left: n.left.map(({ lengthMm, widthMm, worth }) => ({ lengthMm, widthMm, worth })),
    grounds: n.grounds,
    troubles: n.troubles.map((t) => ({ ...t, text: needTroubleWords(t, n, project) })),
    taken: n.taken,
  })),
  cost: gather.cost,
  saved: gather.saved,
  unpriced: gather.unpriced,
});

/** What a bag of a kit holds, a line each. */
export function bagLines(gather: GatherPlan, project: Project): string[] {
  const { units } = project;
  const look = lookup(project);
  const bags = Math.max(1, project.gathering.kits.length);
  const lines = gather.needs.flatMap((n): string[] => {
    const name = needName(n, project);
    if (n.layout && (n.kind !== 'other' || n.id === 'quilt-backing')) {
      const counts = new Map<string, number>();
      for (const s of n.layout.strips)
        for (const p of s.placements) counts.set(p.partId, (counts.get(p.partId) ?? 0) + 1);
      return n.layout.parts.flatMap((p) => {
        const each = (counts.get(p.id) ?? 0) / bags;
        if (each === 0) return [];
        const b = boundsOf(regionOf(p.outline));
        const what = p.is === 'kit' ? '' : `, ${partName(p, project)}`;
        return [
          `${name}${what}: ${each === 1 ? '' : `${each} of `}${formatSize(b.maxX - b.minX, b.maxY - b.minY, units)}`,
        ];
      });
    }
    if (n.kind === 'thread') return [`${name}: ${formatThread((n.need.lengthMm ?? 0) / bags, units)}`];
    return [];
  });
  const pages = gather.needs.find((n) => n.id === 'printer-paper')?.need.count;
  const pieces = project.pieces.reduce((sum, p) => sum + look.copiesOf(p), 0);
  return [
    ...lines,
    ...(pages ? [`Printed: ${counted(Math.round(pages / bags), 'page')}`] : []),
    `For ${counted(pieces, 'piece')}`,
  ];
}

/** Who else counts on what is here, and whether it does for all. */
export function spokenForWords({ by, others, enough }: SpokenFor, kind: Need['kind'], units: Units): string {
  const names = listedWords(by.map((n) => `“${n}”`));
  const amount = amountWords(others, kind, units);
  return `${names} also ${one(by.length, 'counts', 'count')} on it: ${amount}.${enough === false ? ' There is not enough for all.' : ''}`;
}
