import { deltaE } from '../base/colour';
import { derive } from '../base/derive';
import { inMap, nth } from '../base/lists';
import {
  applyTo,
  areaMm2,
  boundsOf,
  type Corner,
  corners,
  crossesItself,
  difference,
  linesOfPath,
  mergeBounds,
  normalise,
  type Path,
  type Point,
  pathOf,
  ROUGH_TOLERANCE_MM,
  type ThinPlace,
  thinnestStroke,
  thinStepMm,
} from '../base/shape';
import { factsOf } from '../choose/material';
import { patchesOf, roomOnMat } from '../cut/layout';
import {
  beyondMm,
  cutRegion,
  type EdgeCaution,
  type EdgeDone,
  edgeDone,
  holdsMarkup,
  ontoGround,
  type Piece,
  type Plan,
  SEVERITIES,
  type Snag,
} from '../keep/model';
import { type MixedFacing, ROUTE_FACTS } from '../lay/facing';
import type { Laid } from '../lay/laid';
import {
  COLOUR_LIMITS,
  colourOfStack,
  fabricsThatWork,
  greyed,
  HAND_LIMIT,
  type OrderedLayers,
  type StackMap,
  shadowsOf,
  THROUGH_MM2,
  vanishing,
} from '../lay/layer';
import { RECIPE_FACTS } from '../lay/recipe';
import { SEAM_MM, sizesOf, widthsOf } from '../lay/size';

import { shortCloth } from './enough';

interface Seen {
  readonly laid: Laid;
  readonly plan: Plan;
  readonly circles: OrderedLayers['circles'];
  readonly stacks: ReadonlyMap<string, StackMap>;
  readonly mixed: MixedFacing | null;
}

/** A snag without one place on the ground leaves `at` out. */
type Draft = Snag extends infer S ? (S extends Snag ? Omit<S, 'at'> & { readonly at?: Snag['at'] } : never) : never;
type Finder = (seen: Seen) => Draft[];

/** Less than this of a piece showing means that it is as good as hidden, mm². */
const HIDDEN_MM2 = 1;
/** Less than this past the edge is a rounding of the hand, mm² and mm. */
const OFF_MM2 = 1;
const OFF_MM = 0.5;
/** Fabrics that are offered in place of one that vanishes. */
const OFFERED = 2;
/** More set-downs for one piece than anyone makes in an evening: an iron that is far too small, or typed in inches. */
const MOST_SET_DOWNS = 1500;

const noWeb: Finder = ({ plan, laid }) =>
  plan.choices
    .filter((c) => c.webId === null && !laid.look.piece(c.pieceId).webless && !laid.unseen.includes(c.pieceId))
    .map((c) => ({ code: 'no-web', severity: 'stop', pieceIds: [c.pieceId], station: 'match', buy: c.buy }));

const overruled: Finder = ({ plan }) =>
  plan.choices.flatMap((c): Draft[] =>
    c.forbiddenBy.slice(0, 1).map((rule) => ({
      code: 'overruled-against-a-rule',
      severity: 'warn',
      pieceIds: [c.pieceId],
      station: 'match',
      rule,
    })),
  );

const unworkable: Finder = ({ plan }) =>
  plan.press.flatMap((t): Draft[] =>
    t.stop
      ? [
          {
            code: 'press-unworkable',
            severity: 'stop',
            pieceIds: t.pieceIds,
            station: 'press',
            stage: t.stage,
            ticketId: t.id,
            cause: t.stop,
          },
        ]
      : [],
  );

const dial: Finder = ({ plan }) => {
  for (const t of plan.press)
    if (!t.stop)
      for (const cause of t.cautions)
        if (
          cause.code === 'dial-unmeasured' ||
          (t.heat.dial === null && (cause.code === 'dial-not-rising' || cause.code === 'dial-out-of-reach'))
        )
          return [{ code: 'dial-untrusted', severity: 'warn', pieceIds: [], station: 'press', cause }];
  return [];
};

const offGround: Finder = ({ laid }) => {
  // What counts is what is really cut, and the cloth as it is cut: a piece may be caught in a seam.
  const off = laid.articles.flatMap(({ article: { ground }, cuts }) => {
    if (!ground) return [];
    const shape = ground.outline === null ? null : cutRegion(ground);
    const beyond = beyondMm(ground) + OFF_MM;
    const { widthMm, heightMm } = ground;
    return cuts.filter(({ outline }) => {
      if (shape) return areaMm2(difference(outline, shape)) > OFF_MM2;
      const b = boundsOf(outline);
      return b.minX < -beyond || b.minY < -beyond || b.maxX > widthMm + beyond || b.maxY > heightMm + beyond;
    });
  });
  if (off.length === 0) return [];
  return [{ code: 'off-the-ground', severity: 'warn', pieceIds: off.map((p) => p.id), station: 'pattern' }];
};

/** A shape's crossings, thin strokes and corners, found once for each outline: they stay when it moves or is turned over. */
interface Flaws {
  readonly crossing: Point | null;
  readonly thin: ThinPlace | null;
  readonly sharp: readonly Corner[];
  readonly inside: readonly Corner[];
  /** How far apart its edge was looked at, mm. */
  readonly stepMm: number;
}
const flawsOf = derive((path: Path, thinMm: number, sharpDeg: number): Flaws => {
  const lines = linesOfPath(path, ROUGH_TOLERANCE_MM);
  const region = normalise(lines);
  return {
    crossing: crossesItself(lines),
    thin: thinnestStroke(region, thinMm),
    ...corners(region, sharpDeg),
    stepMm: thinStepMm(region),
  };
});

/** What has the same trouble is one snag: twenty dots are not twenty. */
function together<T>(found: readonly T[], keyOf: (one: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const one of found) groups.set(keyOf(one), [...(groups.get(keyOf(one)) ?? []), one]);
  return [...groups.values()];
}

/** Scissors cut it, and no machine. */
const isByHand = ({ look }: Laid, pieceId: string): boolean =>
  ROUTE_FACTS[look.routeOf(look.piece(pieceId))].drawnOn !== 'cutting mat';
const edgeAt = ({ look }: Laid, pieceId: string): EdgeDone => edgeDone(look.edgeOf(look.piece(pieceId)));

const cuttable: Finder = ({ laid }) => {
  const { limits, pieces } = laid.project;
  const found: Draft[] = [];
  const clipped: string[] = [];
  const coarse: string[] = [];
  for (const piece of pieces) {
    // What an outline is like is said once, of the piece and not of its other side.
    if (piece.part) continue;
    const { crossing, thin, sharp, inside, stepMm } = flawsOf(pathOf(piece.outline), limits.thinMm, limits.sharpDeg);
    const about = { pieceIds: [piece.id], station: 'pattern' } as const;
    const where = (p: Point): Snag['at'] => {
      const { x, y } = applyTo(ontoGround(piece), p);
      return { xMm: x, yMm: y };
    };
    if (crossing) found.push({ code: 'crosses-itself', severity: 'warn', ...about, at: where(crossing) });
    if (thin)
      found.push({
        code: 'thin-stroke',
        severity: 'warn',
        ...about,
        at: where(thin),
        widthMm: thin.widthMm,
        leastMm: limits.thinMm,
        edge: edgeAt(laid, piece.id),
      });
    const [sharpest] = sharp;
    if (sharpest)
      found.push({
        code: 'sharp-point',
        severity: 'note',
        ...about,
        at: where(sharpest),
        points: sharp.length,
        angleDeg: sharpest.angleDeg,
        edge: edgeAt(laid, piece.id),
      });
    if (inside.length > 0) clipped.push(piece.id);
    if (stepMm > limits.thinMm / 2) coarse.push(piece.id);
  }
  if (coarse.length > 0)
    found.push({ code: 'looked-at-coarsely', severity: 'note', pieceIds: coarse, station: 'pattern' });
  // Neither scissors nor a needle come to the corners of what a machine cuts and nobody stitches.
  const asking = clipped.filter((id) => isByHand(laid, id) || edgeAt(laid, id) === 'stitched');
  for (const pieceIds of together(asking, (id) => `${isByHand(laid, id)} ${edgeAt(laid, id) === 'stitched'}`)) {
    const first = nth(pieceIds, 0);
    found.push({
      code: 'inside-corners',
      severity: 'note',
      pieceIds,
      station: 'pattern',
      byHand: isByHand(laid, first),
      edge: edgeAt(laid, first),
    });
  }
  return found;
};

const tiny: Finder = ({ laid }) => {
  const leastMm = laid.project.limits.smallMm;
  const ids = laid.placed
    .filter(({ bounds: b }) => Math.max(b.maxX - b.minX, b.maxY - b.minY) < leastMm)
    .map((p) => p.id);
  return together(ids, (id) => `${isByHand(laid, id)} ${edgeAt(laid, id)}`).map((pieceIds): Draft => {
    const first = nth(pieceIds, 0);
    return {
      code: 'tiny',
      severity: 'note',
      pieceIds,
      station: 'pattern',
      leastMm,
      byHand: isByHand(laid, first),
      comesOff: edgeAt(laid, first) !== 'stitched',
    };
  });
};

const upsideDown: Finder = ({ laid }) =>
  laid.project.pieces
    .filter((p) => {
      if (!laid.look.fabricOf(p).oneWay) return false;
      const turn = (((p.at.rotateDeg + p.print.rotateDeg) % 360) + 360) % 360;
      return turn > 90 && turn < 270;
    })
    .map((p) => ({ code: 'print-upside-down', severity: 'warn', pieceIds: [p.id], station: 'pattern' }));

const hidden: Finder = ({ laid }) => {
  // What lies face down is the other side of something, and seen from there.
  const ids = laid.cuts
    .filter((c) => areaMm2(c.visible) < HIDDEN_MM2 && !laid.unseen.includes(c.id) && !laid.look.piece(c.id).faceDown)
    .map((c) => c.id);
  return ids.length === 0 ? [] : [{ code: 'hidden', severity: 'warn', pieceIds: ids, station: 'layers' }];
};

const otherSides: Finder = ({ laid: { project, look } }) => {
  const side = RECIPE_FACTS[project.recipe.id].otherSide;
  if (!side) return [];
  return project.pieces.flatMap((p): Draft[] => {
    if (p.part?.role !== 'other-side') return [];
    const fabric = look.fabricOf(p);
    const { material, releases } = factsOf(fabric);
    const about = { severity: 'stop', pieceIds: [p.id], station: 'pattern', fabricId: fabric.id } as const;
    if (releases) return [{ code: 'paper-releases', ...about }];
    return material === side.material ? [] : [{ code: 'other-material', ...about, material: side.material }];
  });
};

const misfits: Finder = ({ laid: { project } }) =>
  RECIPE_FACTS[project.recipe.id].misfits(project).map((m): Draft => ({ ...m, station: 'pattern' }));

/** What has no web of its own has to have something over it that holds it. */
const unheld: Finder = ({ laid: { project, look, pile } }) => {
  if (RECIPE_FACTS[project.recipe.id].layered) return [];
  const covered = new Set(project.pieces.flatMap((p) => (p.webless ? [] : [...pile.under(p.id)])));
  const pieceIds = project.pieces.flatMap((p) =>
    p.webless && p.part === null && !covered.has(p.id) && factsOf(look.fabricOf(p)).material !== 'backing'
      ? [p.id]
      : [],
  );
  return pieceIds.length === 0 ? [] : [{ code: 'nothing-holds-it', severity: 'stop', pieceIds, station: 'pattern' }];
};

/** What a cutting machine cannot take. */
const machine: Finder = ({ laid: { project, look }, plan }) => {
  const { patches, offMat } = patchesOf(project, plan);
  const biggest = patches.find((p) => p.pieceIds.some((id) => offMat.includes(id)));
  const room = biggest && roomOnMat(project.mat, look.web(biggest.webId).widthMm);
  const clings = new Map<string, string[]>();
  for (const { pieceId, webId } of plan.choices)
    if (webId !== null && look.routeOf(look.piece(pieceId)) === 'cutter-fabric-up' && look.web(webId).liners === 0)
      clings.set(webId, [...(clings.get(webId) ?? []), pieceId]);
  return [
    ...(room
      ? [{ code: 'mat-too-small', severity: 'stop', pieceIds: offMat, station: 'trace', ...room } as const]
      : []),
    ...[...clings].map(
      ([webId, pieceIds]): Draft => ({ code: 'unlined-on-mat', severity: 'stop', pieceIds, station: 'match', webId }),
    ),
  ];
};

/** Two sides that shine through each other: pale cloth glued to dark. */
const sidesShow: Finder = ({ laid: { project, look } }) => {
  // Foil lets nothing through, and nobody sees paper: only two cloths can shine through each other.
  if (RECIPE_FACTS[project.recipe.id].otherSide?.material !== 'fabric') return [];
  const found = project.pieces.flatMap((p): Draft[] => {
    const other = p.part?.role === 'other-side' ? look.piece(p.part.of) : null;
    if (!other) return [];
    const [a, b] = [look.fabricOf(p), look.fabricOf(other)];
    return (
      [
        [p, a, b, other],
        [other, b, a, p],
      ] as const
    ).flatMap(([piece, mine, behind, by]): Draft[] => {
      const d = deltaE(colourOfStack([mine], behind.colour), mine.colour);
      return d > COLOUR_LIMITS.greyed.value
        ? [{ code: 'sides-show', severity: 'note', pieceIds: [piece.id], station: 'layers', deltaE: d, by: by.id }]
        : [];
    });
  });
  // Alike cloths say it once.
  const told = new Set<string>();
  return found.filter((d) => {
    const key = d.pieceIds.map((id) => look.piece(id).fabricId).join();
    return told.size !== told.add(key).size;
  });
};

const circles: Finder = ({ circles: found }) =>
  found.map(({ pieceIds, giveUp }) => ({
    code: 'order-circle',
    severity: 'stop',
    pieceIds,
    station: 'layers',
    ...giveUp,
  }));

/** What hands could not do in this order, or with these cloths. */
const troubled: Finder = ({ plan }) =>
  plan.making.troubles.map((t): Draft => {
    switch (t.code) {
      case 'unit-interleaved':
        return { code: t.code, severity: 'warn', pieceIds: [t.pieceId], station: 'layers', unit: t.unit };
      case 'no-ground':
        return { code: t.code, severity: 'stop', pieceIds: t.pieceIds, station: 'pattern', articleId: t.articleId };
      case 'article-empty':
        return { code: t.code, severity: 'note', pieceIds: [], station: 'pattern', articleId: t.articleId };
      case 'patch-too-large':
        return { code: t.code, severity: 'warn', pieceIds: t.pieceIds, station: 'trace', fabricId: t.fabricId };
    }
  });

/** Units whose pieces are not made equally often, and units that the release sheet does not hold. */
const units: Finder = ({ laid: { project, look, placed } }) => {
  const boxes = new Map(placed.map((p) => [p.id, p.bounds]));
  const members = new Map<string, Piece[]>();
  for (const p of project.pieces) {
    const unit = p.unit?.split('/')[0];
    if (unit !== undefined)
      members.set(`${p.articleId} ${unit}`, [...(members.get(`${p.articleId} ${unit}`) ?? []), p]);
  }
  return [...members.values()].flatMap((pieces): Draft[] => {
    const unit = pieces[0]?.unit?.split('/')[0] ?? '';
    const copies = pieces.map(look.copiesOf);
    const wholes = Math.min(...copies);
    const more = pieces.filter((p) => look.copiesOf(p) > wholes);
    const b = mergeBounds(pieces.map((p) => inMap(boxes, p.id)));
    const [widthMm, heightMm] = [b.maxX - b.minX, b.maxY - b.minY];
    const { sheet } = project.layering;
    const holds = (w: number, h: number): boolean => w <= sheet.widthMm && h <= sheet.heightMm;
    const about = { severity: 'warn', station: 'layers', unit } as const;
    return [
      ...(more.length > 0 ? [{ ...about, code: 'unit-copies' as const, pieceIds: more.map((p) => p.id), wholes }] : []),
      ...(pieces.length > 1 && !holds(widthMm, heightMm) && !holds(heightMm, widthMm)
        ? [
            {
              ...about,
              code: 'unit-too-large' as const,
              pieceIds: pieces.map((p) => p.id),
              widthMm,
              heightMm,
              sheetWidthMm: sheet.widthMm,
              sheetHeightMm: sheet.heightMm,
            },
          ]
        : []),
    ];
  });
};

const stiff: Finder = ({ laid, stacks }) => {
  const { hand } = laid.project.intent;
  return [...stacks.values()].flatMap(({ highest, stacks: piles }): Draft[] => {
    const pile = highest && piles[highest.stack];
    if (!highest || !pile || pile.stiffness <= HAND_LIMIT[hand].value) return [];
    return [
      {
        code: 'stiff-place',
        severity: 'warn',
        pieceIds: pile.pieceIds,
        station: 'layers',
        at: { xMm: highest.xMm, yMm: highest.yMm },
        cloths: pile.cloths,
        webs: pile.webs,
        stiffness: pile.stiffness,
        rigidityUNm: pile.rigidityUNm,
        hand,
      },
    ];
  });
};

const shadow: Finder = ({ laid: { articles, look } }) =>
  articles.flatMap(({ overlaps, ground, placed }) => {
    const areas = new Map(placed.map((p) => [p.id, areaMm2(p.region)]));
    // Without a ground there is nothing that an upper piece lies on beside the lower one.
    const found = ground
      ? shadowsOf(
          overlaps,
          (id) => look.fabricOf(look.piece(id)),
          ground.colour,
          (id) => areas.get(id) ?? 0,
        )
      : [];
    return found
      .filter((s) => s.areaMm2 > THROUGH_MM2.value && !look.piece(s.under).cutAway)
      .map(
        (s): Draft => ({
          code: 'shows-through',
          severity: s.deltaE > 2 * COLOUR_LIMITS.shadow.value ? 'warn' : 'note',
          pieceIds: [s.over, s.under],
          station: 'layers',
          deltaE: s.deltaE,
        }),
      );
  });

/** A patch behind a hole and a turning are not there to be seen against their cloth. */
const isMending = (look: Laid['look'], id: string): boolean => {
  const role = look.piece(id).part?.role;
  return role === 'mend' || role === 'turning';
};

const vanish: Finder = ({ laid }) => {
  const { articles, look, project } = laid;
  const seenByItself = ({ ids }: { readonly ids: readonly string[] }): boolean =>
    !ids.some((id) => isMending(look, id));
  return articles.flatMap((article) =>
    together(vanishing(article, look).filter(seenByItself), (v) =>
      v.against === null ? `${look.piece(nth(v.ids, 0)).fabricId} ${look.piece(nth(v.ids, 0)).wordId}` : v.ids.join(),
    ).map((list): Draft => {
      const first = nth(list, 0);
      return {
        code: 'vanishes',
        severity: 'warn',
        pieceIds: list.flatMap((v) => v.ids),
        station: 'layers',
        against: first.against,
        own: first.own,
        edge: edgeAt(laid, nth(first.ids, 0)),
        share: Math.min(...list.map((v) => v.share)),
        deltaE: Math.min(...list.map((v) => v.deltaE)),
        fabricIds: fabricsThatWork(
          project.fabrics,
          list.flatMap((v) => v.colours),
        )
          .slice(0, OFFERED)
          .map((f) => f.id),
      };
    }),
  );
};

const isOtherSide = (look: Laid['look'], id: string, by: string | null): boolean =>
  look.piece(id).part !== null || (by !== null && look.piece(by).part?.of === id);

const grey: Finder = ({ laid: { articles, look } }) =>
  articles.flatMap((article) =>
    // How the two sides of a thing shine through each other is told of both at once.
    together(
      greyed(article, look).filter((g) => !isOtherSide(look, g.id, g.by)),
      (g) => `${g.by} ${g.deltaE > 2 * COLOUR_LIMITS.greyed.value}`,
    ).map((list): Draft => {
      const deltaE = Math.max(...list.map((g) => g.deltaE));
      return {
        code: 'greyed',
        severity: deltaE > 2 * COLOUR_LIMITS.greyed.value ? 'warn' : 'note',
        pieceIds: list.map((g) => g.id),
        station: 'layers',
        by: nth(list, 0).by,
        deltaE,
      };
    }),
  );

const unseenBehind: Finder = ({ laid: { unseen } }) =>
  unseen.length === 0 ? [] : [{ code: 'behind-no-window', severity: 'warn', pieceIds: [...unseen], station: 'layers' }];

const noWindow: Finder = ({ laid: { project, articles } }) =>
  !RECIPE_FACTS[project.recipe.id].topHasWindows
    ? []
    : articles.flatMap(({ topId, placed }): Draft[] => {
        const last = placed.at(-1);
        return topId !== null || !last || placed.length < 2
          ? []
          : [{ code: 'top-without-window', severity: 'stop', pieceIds: [last.id], station: 'pattern' }];
      });

const mixedWays: Finder = ({ mixed }) =>
  mixed ? [{ code: 'mixed-facing', severity: 'warn', station: 'trace', ...mixed }] : [];

const shortOfWeb: Finder = ({ laid, plan }) =>
  plan.webUse.flatMap((use): Draft[] => {
    const leftMm = laid.look.web(use.webId).stockMm;
    if (use.lengthMm <= leftMm) return [];
    return [
      {
        code: 'short-of-web',
        severity: 'warn',
        pieceIds: plan.choices.filter((c) => c.webId === use.webId).map((c) => c.pieceId),
        station: 'match',
        webId: use.webId,
        needsMm: use.lengthMm,
        leftMm,
      },
    ];
  });

const enough: Finder = ({ laid, plan }) =>
  shortCloth(laid, plan).map(
    (s): Draft => ({
      severity: 'warn',
      station: s.code === 'ground-too-large' ? 'pattern' : 'trace',
      pieceIds: [],
      ...s,
    }),
  );

/** A seam between widths beneath a piece, blocks that do not join, edges with nothing to sew them by. */
const sewing: Finder = ({ laid: { project } }) => {
  const { articles, top } = project;
  const over = articles.flatMap((article): Draft[] => {
    const widths = widthsOf(project, article);
    return widths?.seamed && widths.over.length > 0
      ? [{ code: 'over-a-seam', severity: 'warn', pieceIds: widths.over, station: 'pattern', articleId: article.id }]
      : [];
  });
  const about = { severity: 'warn', pieceIds: [], station: 'pattern' } as const;
  const unsewn = articles.flatMap(({ id, ground, around }): Draft[] => {
    const sewnOn = top ?? around.border ?? around.facing ?? around.back;
    return ground && sewnOn && ground.seamAllowanceMm === 0
      ? [{ ...about, code: 'no-seam', articleId: id, takesMm: SEAM_MM.patchwork.value }]
      : [];
  });
  const grid = sizesOf(project).sewn.find((s) => s.grid)?.grid;
  return [
    ...over,
    ...unsewn.slice(0, 1),
    ...(grid?.differ ? [{ ...about, code: 'blocks-differ' } as const] : []),
    ...(grid && grid.empty > 0
      ? [{ ...about, code: 'top-has-gaps', rows: grid.rows, columns: grid.columns, blocks: grid.blocks } as const]
      : []),
  ];
};

const markup: Finder = ({ laid: { project } }) => {
  const ids = project.pieces.filter((p) => holdsMarkup(p.label)).map((p) => p.id);
  if (ids.length === 0 && !holdsMarkup(project.name)) return [];
  return [{ code: 'name-holds-markup', severity: 'note', pieceIds: ids, station: 'pattern' }];
};

const ironTooSmall: Finder = ({ plan }) => {
  const placements = plan.press.reduce((most, t) => Math.max(most, t.placements), 0);
  if (placements <= MOST_SET_DOWNS) return [];
  const pieceIds = plan.press.filter((t) => t.placements > MOST_SET_DOWNS).flatMap((t) => t.pieceIds);
  return [{ code: 'iron-too-small', severity: 'stop', pieceIds, station: 'press', placements }];
};

const empty: Finder = ({ laid }) =>
  laid.project.pieces.length === 0 ? [{ code: 'no-pieces', severity: 'note', pieceIds: [], station: 'pattern' }] : [];

/** What is said of edges as a snag; the rest is told at the line itself. */
const EDGE_SNAGS: Partial<Record<EdgeCaution['code'], 'note' | 'warn'>> = {
  'needle-jams': 'warn',
  'closed-up': 'note',
  'wider-than-piece': 'warn',
  jagged: 'note',
  'iron-on-clear': 'warn',
  'heavy-on-garment': 'warn',
};
const edges: Finder = ({ plan: { edge } }) => {
  // One snag for all pieces that have the same.
  const found = new Map<EdgeCaution['code'], { cause: EdgeCaution; pieceIds: string[] }>();
  for (const line of edge.lines)
    for (const cause of line.cautions) {
      const there = found.get(cause.code) ?? { cause, pieceIds: [] };
      if (line.pieceId !== null && !there.pieceIds.includes(line.pieceId)) there.pieceIds.push(line.pieceId);
      found.set(cause.code, there);
    }
  return [...found.values()].flatMap(({ cause, pieceIds }): Draft[] => {
    const severity = EDGE_SNAGS[cause.code];
    return severity ? [{ code: 'edge-caution', severity, pieceIds, station: 'edge', cause }] : [];
  });
};

const threads: Finder = ({ plan: { edge } }) =>
  edge.troubles.flatMap((cause): Draft[] =>
    cause.code === 'no-threads'
      ? []
      : [
          {
            code: 'thread-trouble',
            severity: cause.code === 'thread-short' ? 'warn' : 'note',
            pieceIds: [],
            station: 'edge',
            cause,
          },
        ],
  );

/** Each looks at one thing; the list is all there is to know about them. */
const FINDERS: readonly Finder[] = [
  empty,
  otherSides,
  misfits,
  machine,
  unheld,
  noWeb,
  unworkable,
  ironTooSmall,
  dial,
  overruled,
  offGround,
  upsideDown,
  cuttable,
  hidden,
  mixedWays,
  shortOfWeb,
  enough,
  sewing,
  circles,
  troubled,
  units,
  stiff,
  shadow,
  sidesShow,
  grey,
  vanish,
  unseenBehind,
  noWindow,
  tiny,
  edges,
  threads,
  markup,
];

/** Everything that will go wrong on the table, worst first. */
export function snagsOf(seen: Seen): Snag[] {
  const rank = (s: Snag): number => SEVERITIES.indexOf(s.severity);
  return FINDERS.flatMap((find) => find(seen))
    .map((draft): Snag => ({ at: null, ...draft }))
    .sort((a, b) => rank(b) - rank(a));
}
