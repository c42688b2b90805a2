import type { FacingSnag } from '../facing';
import {
  COLOUR_LIMITS,
  fabricsThatWork,
  HAND_LIMIT,
  type Ordered,
  type Placed,
  type Shadow,
  type StackMap,
  type UnitTrouble,
  type Vanishing,
} from '../layer';
import { finishedOutline, type Lookup, type Plan, pieceName, type Snag } from '../model';
import {
  applyTo,
  areaMm2,
  boundsOf,
  type Corner,
  corners,
  crossesItself,
  difference,
  type Point,
  placement,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  type ThinPlace,
  thinnestStroke,
  thinStepMm,
} from '../shape';
import { formatLength } from '../units';

interface Seen {
  readonly look: Lookup;
  readonly placed: readonly Placed[];
  readonly covers: ReadonlyMap<string, Region>;
  readonly plan: Plan;
  readonly circles: Ordered['circles'];
  readonly troubles: readonly UnitTrouble[];
  readonly stack: StackMap;
  readonly shadows: readonly Shadow[];
  readonly vanishing: readonly Vanishing[];
  /** In window appliqué, pieces that no window shows. */
  readonly unseen: readonly string[];
  readonly mixed: FacingSnag | null;
}

/** Less than this of a piece showing means that it is as good as hidden, mm². */
const HIDDEN_MM2 = 1;

/** A snag without one place on the ground leaves `at` out. */
type Draft = Omit<Snag, 'at'> & { readonly at?: Snag['at'] };
type Finder = (seen: Seen) => Draft[];

const named = (look: Lookup, id: string): string =>
  `${look.number(id)} “${pieceName(look.piece(id), look.number(id))}”`;
const several = (look: Lookup, ids: readonly string[]): string =>
  ids
    .slice(0, 3)
    .map((id) => named(look, id))
    .join(', ') + (ids.length > 3 ? ` and ${ids.length - 3} more` : '');
const one = (ids: readonly unknown[], singular: string, plural: string): string =>
  ids.length === 1 ? singular : plural;

const noWeb: Finder = ({ look, plan }) =>
  plan.choices
    .filter((c) => c.webId === null)
    .map((c) => ({
      code: 'no-web',
      severity: 'stop',
      pieceIds: [c.pieceId],
      station: 'match',
      text: `Nothing in the drawer suits ${named(look, c.pieceId)}: it cannot be fused.`,
      mend: c.buy?.text ?? 'Add a web to the drawer.',
    }));

const overruled: Finder = ({ look, plan }) =>
  plan.choices
    .filter((c) => c.forbiddenBy.length > 0)
    .map((c) => ({
      code: 'overruled-against-a-rule',
      severity: 'warn',
      pieceIds: [c.pieceId],
      station: 'match',
      text: `For ${named(look, c.pieceId)} you chose a web that a rule forbids: ${c.forbiddenBy[0]!.text}`,
      mend: 'Go back to our choice, or test it on a scrap first.',
    }));

const unworkable: Finder = ({ look, plan }) =>
  plan.press
    .filter((t) => !t.workable)
    .map((t) => ({
      code: `press-${t.cautions[0]!.code}`,
      severity: 'stop',
      pieceIds: t.pieceIds,
      station: 'press',
      text: `${t.stage === 'fuse' ? 'Fusing' : 'Bonding'} ${several(look, t.pieceIds)} would not work.`,
      mend: t.cautions[0]!.text,
    }));

const overheatsEarlier: Finder = ({ look, plan }) => {
  const webOf = new Map(plan.choices.map((c) => [c.pieceId, c.webId]));
  const heatOf = new Map(
    plan.press
      .filter((t) => t.stage === 'bond')
      .flatMap((t) => t.pieceIds.map((id) => [id, t.heat.soleplateC] as const)),
  );
  return plan.overlaps.flatMap(({ under, over }) => {
    const webId = webOf.get(under);
    const soleplateC = heatOf.get(over);
    if (!webId || soleplateC === undefined || soleplateC <= look.web(webId).maxC) return [];
    return [
      {
        code: 'overheats-an-earlier-bond',
        severity: 'warn' as const,
        pieceIds: [over, under],
        station: 'press' as const,
        text: `Bonding ${named(look, over)} at ${soleplateC} °C heats the bond of ${named(look, under)} again; its ${look.web(webId).name} bears only ${look.web(webId).maxC} °C.`,
        mend: 'Lay parchment between and keep to the shortest time, or give both the same web.',
      },
    ];
  });
};

const dial: Finder = ({ plan, look }) => {
  const tickets = plan.press.filter((t) => t.workable && t.heat.mark === null);
  const caution = tickets[0]?.cautions.find((c) => c.code.startsWith('dial-'));
  if (!caution) return [];
  return [
    {
      code: caution.code,
      severity: 'warn',
      pieceIds: [],
      station: 'press',
      text: caution.text,
      mend: `Measure ${look.iron.name} at each mark, or choose another iron.`,
    },
  ];
};

/** Less than this past the edge is a rounding of the hand, mm². */
const OFF_MM2 = 1;

const offGround: Finder = ({ look, placed }) => {
  const { widthMm, heightMm, outline } = look.project.ground;
  const shape = outline === null ? null : regionOf(outline);
  const off = placed.filter(({ region }) => {
    if (shape) return areaMm2(difference(region, shape)) > OFF_MM2;
    const b = boundsOf(region);
    return b.minX < -0.5 || b.minY < -0.5 || b.maxX > widthMm + 0.5 || b.maxY > heightMm + 0.5;
  });
  if (off.length === 0) return [];
  const ids = off.map((p) => p.id);
  return [
    {
      code: 'off-the-ground',
      severity: 'warn',
      pieceIds: ids,
      station: 'pattern',
      text: `${several(look, ids)} ${one(ids, 'reaches', 'reach')} past the edge of the ground.`,
      mend: 'Move it in, make it smaller, or let the edge cut it off on purpose.',
    },
  ];
};

const selfCrossing: Finder = ({ look }) =>
  look.project.pieces.flatMap((piece) => {
    const { crossing } = flawsOf(finishedOutline(piece), look.project.limits.thinMm, look.project.limits.sharpDeg);
    if (!crossing) return [];
    const at = applyTo(placement(piece.at), crossing);
    return [
      {
        code: 'crosses-itself',
        severity: 'warn' as const,
        pieceIds: [piece.id],
        station: 'pattern' as const,
        at: { xMm: at.x, yMm: at.y },
        text: `The outline of ${named(look, piece.id)} crosses itself ${formatLength(at.x, look.project.units)} from the left and ${formatLength(at.y, look.project.units)} from the top: what is inside twice counts as a hole.`,
        mend: 'Draw the outline again without the crossing.',
      },
    ];
  });

const tiny: Finder = ({ look, placed }) => {
  const ids = placed
    .filter(({ region }) => {
      const b = boundsOf(region);
      return Math.max(b.maxX - b.minX, b.maxY - b.minY) < look.project.limits.smallMm;
    })
    .map((p) => p.id);
  if (ids.length === 0) return [];
  return [
    {
      code: 'tiny',
      severity: 'note',
      pieceIds: ids,
      station: 'pattern',
      text: `${several(look, ids)} ${one(ids, 'is', 'are')} smaller than ${formatLength(look.project.limits.smallMm, look.project.units)}: fiddly to hold and to cut.`,
      mend: 'Cut it last, with the liner still on, and keep small parts away from small children.',
    },
  ];
};

/** A shape's crossings, thin strokes and corners, found once for each outline: they stay when it moves. */
interface Flaws {
  readonly crossing: Point | null;
  readonly thin: ThinPlace | null;
  readonly sharp: Corner[];
  readonly inside: Corner[];
  /** How far apart its edge was looked at, mm. */
  readonly stepMm: number;
}
const remembered = new Map<string, Flaws>();
function flawsOf(outline: string, thinMm: number, sharpDeg: number): Flaws {
  const key = `${thinMm} ${sharpDeg} ${outline}`;
  let flaws = remembered.get(key);
  if (!flaws) {
    const region = regionOf(outline, ROUGH_TOLERANCE_MM);
    flaws = {
      crossing: crossesItself(region),
      thin: thinnestStroke(region, thinMm),
      ...corners(region, sharpDeg),
      stepMm: thinStepMm(region),
    };
    if (remembered.size > 4000) remembered.clear();
    remembered.set(key, flaws);
  }
  return flaws;
}

const cuttable: Finder = ({ look }) => {
  const { limits, units, pieces } = look.project;
  const found: Draft[] = [];
  const clipped: string[] = [];
  const coarse: string[] = [];
  for (const piece of pieces) {
    const { thin, sharp, inside, stepMm } = flawsOf(finishedOutline(piece), limits.thinMm, limits.sharpDeg);
    const onGround = (p: Point): Snag['at'] => {
      const { x, y } = applyTo(placement(piece.at), p);
      return { xMm: x, yMm: y };
    };
    if (thin)
      found.push({
        code: 'thin-stroke',
        severity: 'warn',
        pieceIds: [piece.id],
        station: 'pattern',
        at: onGround(thin),
        text: `${named(look, piece.id)} is only ${formatLength(thin.widthMm, units, 1)} wide at its thinnest: it frays, tears or lifts there.`,
        mend: `Make it larger or bolder, at least ${formatLength(limits.thinMm, units)} wide, or stitch that line instead.`,
      });
    if (sharp[0])
      found.push({
        code: 'sharp-point',
        severity: 'note',
        pieceIds: [piece.id],
        station: 'pattern',
        at: onGround(sharp[0]),
        text: `${named(look, piece.id)} has ${sharp.length === 1 ? 'a point' : `${sharp.length} points, the sharpest`} of ${Math.round(sharp[0].angleDeg)}°: the tip holds little web and frays first.`,
        mend: 'Blunt it a little, or secure the tip with a stitch.',
      });
    if (inside.length > 0) clipped.push(piece.id);
    if (stepMm > limits.thinMm / 2) coarse.push(piece.id);
  }
  if (coarse.length > 0)
    found.push({
      code: 'looked-at-coarsely',
      severity: 'note',
      pieceIds: coarse,
      station: 'pattern',
      text: `The edge of ${several(look, coarse)} is so long that thin places were only looked for here and there: there may be more.`,
      mend: 'Simplify the outline, or look at it closely yourself.',
    });
  if (clipped.length > 0)
    found.push({
      code: 'inside-corners',
      severity: 'note',
      pieceIds: clipped,
      station: 'pattern',
      text: `${several(look, clipped)} ${one(clipped, 'has', 'have')} inside corners.`,
      mend: 'Cut into them from both sides with the tips of the scissors; do not overcut. Stitch 2–3 stitches past, then pivot.',
    });
  return found;
};

const upsideDown: Finder = ({ look }) =>
  look.project.pieces
    .filter((p) => {
      if (!look.fabricOf(p).oneWay) return false;
      const turn = (((p.at.rotateDeg + p.print.rotateDeg) % 360) + 360) % 360;
      return turn > 90 && turn < 270;
    })
    .map((p) => ({
      code: 'print-upside-down',
      severity: 'warn',
      pieceIds: [p.id],
      station: 'pattern',
      text: `The cloth of ${named(look, p.id)} has one way up, and here it stands on its head.`,
      mend: 'Turn the print under the piece by 180°.',
    }));

const hidden: Finder = ({ look, placed, covers }) => {
  const ids = placed
    .filter(({ id, region }) => covers.has(id) && areaMm2(difference(region, covers.get(id)!)) < HIDDEN_MM2)
    .map((p) => p.id);
  if (ids.length === 0) return [];
  return [
    {
      code: 'hidden',
      severity: 'warn',
      pieceIds: ids,
      station: 'layers',
      text: `${several(look, ids)} ${one(ids, 'lies', 'lie')} wholly under other pieces and will not be seen.`,
      mend: 'Raise it, or leave it out.',
    },
  ];
};

const circles: Finder = ({ look, circles: found }) =>
  found.map(({ pieceIds, giveUp }) => ({
    code: 'order-circle',
    severity: 'stop',
    pieceIds,
    station: 'layers',
    text: `${several(look, pieceIds)} were each decided to lie over the one before, in a circle: that could only be woven.`,
    mend: `Give up that ${named(look, giveUp.over)} lies over ${named(look, giveUp.under)}: they share least.`,
  }));

const unitTrouble: Finder = ({ look, troubles }) =>
  troubles.map(({ unit, between }) => ({
    code: 'unit-interleaved',
    severity: 'warn',
    pieceIds: [between],
    station: 'layers',
    text: `${named(look, between)} would have to lie between pieces of the unit “${unit}”, which is laid down whole.`,
    mend: 'Take it into the unit, or take the unit apart there.',
  }));

const stiff: Finder = ({ look, stack }) => {
  const { hand } = look.project.intent;
  const pile = stack.highest && stack.stacks[stack.highest.stack];
  if (!stack.highest || !pile || pile.stiffness <= HAND_LIMIT[hand]) return [];
  return [
    {
      code: 'stiff-place',
      severity: 'warn',
      pieceIds: [...pile.pieceIds],
      station: 'layers',
      at: { xMm: stack.highest.xMm, yMm: stack.highest.yMm },
      text: `${pile.cloths} layers of cloth and ${pile.webs} of web lie on one another here, about ${Math.round(pile.stiffness)} times as stiff as the bare ground (estimated): more than a ${hand} hand bears.`,
      mend: 'Cut hidden cloth away, take lighter webs, or cut the middle out of the webs.',
    },
  ];
};

/** A shadow smaller than this is lost in the stitching, mm². */
const SHADOW_MM2 = 100;

const shadow: Finder = ({ look, shadows }) =>
  shadows
    .filter((s) => s.areaMm2 > SHADOW_MM2 && !look.piece(s.under).cutAway)
    .map((s) => ({
      code: 'shows-through',
      severity: s.deltaE > 2 * COLOUR_LIMITS.shadow ? 'warn' : 'note',
      pieceIds: [s.over, s.under],
      station: 'layers',
      text: `${named(look, s.under)} is darker and shows through ${named(look, s.over)} (a difference of about ${Math.round(s.deltaE)}, estimated from the mass of the cloth).`,
      mend: 'Cut the hidden part of the lower one away, line the upper one, put them in another order, or choose a denser cloth.',
    }));

const vanish: Finder = ({ look, vanishing: found }) =>
  found.map(({ id, against, deltaE }) => {
    const other = against === null ? look.ground : look.fabricOf(look.piece(against));
    const better = fabricsThatWork(look.project.fabrics, [other.colour])
      .slice(0, 2)
      .map((f) => f.name);
    return {
      code: 'vanishes',
      severity: deltaE < COLOUR_LIMITS.vanish / 2 ? 'warn' : 'note',
      pieceIds: against === null ? [id] : [id, against],
      station: 'layers',
      text: `${named(look, id)} can hardly be told from ${against === null ? 'the ground' : named(look, against)}: their colours differ by only ${deltaE.toFixed(1)} (CIEDE2000).`,
      mend:
        better.length > 0
          ? `Take another fabric, such as ${better.join(' or ')}, or draw an outline in a darker thread.`
          : 'Draw an outline in a darker thread, or take another fabric.',
    };
  });

const unseenBehind: Finder = ({ look, unseen }) =>
  unseen.length === 0
    ? []
    : [
        {
          code: 'behind-no-window',
          severity: 'warn',
          pieceIds: [...unseen],
          station: 'layers',
          text: `${several(look, unseen)} ${one(unseen, 'shows', 'show')} in no window.`,
          mend: 'Move it behind a window, or leave it out.',
        },
      ];

const mixedWays: Finder = ({ mixed }) =>
  mixed
    ? [
        {
          code: mixed.code,
          severity: 'warn',
          pieceIds: mixed.pieceIds,
          station: 'trace',
          text: mixed.text,
          mend: 'Use one route for the whole picture if you can.',
        },
      ]
    : [];

const shortOfWeb: Finder = ({ look, plan }) =>
  plan.webUse.flatMap((use) => {
    const web = look.web(use.webId);
    return use.lengthMm > web.stockMm
      ? [
          {
            code: 'short-of-web',
            severity: 'warn' as const,
            pieceIds: plan.choices.filter((c) => c.webId === use.webId).map((c) => c.pieceId),
            station: 'match' as const,
            text: `${web.name}: ${formatLength(use.lengthMm, look.project.units)} are needed in rows, ${formatLength(web.stockMm, look.project.units)} are left.`,
            mend: 'Buy more, or give some pieces another web.',
          },
        ]
      : [];
  });

const markup: Finder = ({ look }) => {
  const ids = look.project.pieces.filter((p) => /<[a-z!/]/i.test(p.label)).map((p) => p.id);
  if (ids.length === 0 && !/<[a-z!/]/i.test(look.project.name)) return [];
  return [
    {
      code: 'name-holds-markup',
      severity: 'note',
      pieceIds: ids,
      station: 'pattern',
      text: 'A name looks like code. It is kept and shown as plain text; nothing in it is run.',
      mend: 'Rename it if that was not meant.',
    },
  ];
};

/** More set-downs for one piece than anyone makes in an evening: an iron that is far too small, or typed in inches. */
const MOST_SET_DOWNS = 1500;
const ironTooSmall: Finder = ({ look, plan }) => {
  const worst = plan.press.reduce((most, t) => Math.max(most, t.placements), 0);
  if (worst <= MOST_SET_DOWNS) return [];
  const ids = plan.press.filter((t) => t.placements > MOST_SET_DOWNS).flatMap((t) => t.pieceIds);
  return [
    {
      code: 'iron-too-small',
      severity: 'stop',
      pieceIds: ids,
      station: 'press',
      text: `“${look.iron.name}” would be set down about ${worst.toLocaleString('en')} times for one piece, counted by its area alone.`,
      mend: 'Take a larger iron, or check that its soleplate was typed in millimetres.',
    },
  ];
};

const empty: Finder = ({ look }) =>
  look.project.pieces.length === 0
    ? [
        {
          code: 'no-pieces',
          severity: 'note',
          pieceIds: [],
          station: 'pattern',
          text: 'There is nothing on the ground yet.',
          mend: 'Add a shape.',
        },
      ]
    : [];

const RANK = { stop: 0, warn: 1, note: 2 } as const;
/** Each looks at one thing; the list is all there is to know about them. */
const FINDERS: readonly Finder[] = [
  empty,
  noWeb,
  unworkable,
  overheatsEarlier,
  ironTooSmall,
  dial,
  overruled,
  selfCrossing,
  offGround,
  upsideDown,
  cuttable,
  hidden,
  mixedWays,
  shortOfWeb,
  circles,
  unitTrouble,
  stiff,
  shadow,
  vanish,
  unseenBehind,
  tiny,
  markup,
];

/** Everything that will go wrong on the table, worst first. */
export function snagsOf(seen: Seen): Snag[] {
  return FINDERS.flatMap((find) => find(seen))
    .map((draft) => ({ at: null, ...draft }))
    .sort((a, b) => RANK[a.severity] - RANK[b.severity]);
}
