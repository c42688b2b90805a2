import { labelSpot, type Region } from '../../base/shape';
import { ADHESIVE, bondedModulusMpa, factsOf, WEB_MODULUS_MPA, webKindOf } from '../../choose/material';
import type { Fabric, Web } from '../../keep/model';
import type { Pile } from '../laid';
import { FELT_MM, LOOKED_AT } from './data';

/** One layer of a laminate. */
export interface Ply {
  readonly thicknessMm: number;
  /** In its own plane. */
  readonly modulusMpa: number;
  /** Bent by itself, a strip 1 mm wide, N·mm². */
  readonly bendingNmm2: number;
  /** Share of the shear between its neighbours that it carries: all of it in a film, as much as it covers in an open web; only asked of webs. */
  readonly couples: number | null;
}

/**
 * Bending stiffness of bonded layers for a strip 1 mm wide, N·mm²: what each is by itself, and what comes of their being held together.
 * Source: laminated-beam theory (parallel-axis theorem): Σ (B + E·t·(z − z̄)²) about the common neutral axis z̄ = ΣE·t·z/ΣE·t. Of n equal layers with B = E·t³/12 it is n³ that of one. Webs with gaps hold only in part (estimated: by the mean of what they cover).
 */
export function bondedStiffness(plies: readonly Ply[]): number {
  let z = 0;
  let sum = 0;
  let moment = 0;
  const middles = plies.map((p) => {
    const middle = z + p.thicknessMm / 2;
    z += p.thicknessMm;
    sum += p.modulusMpa * p.thicknessMm;
    moment += p.modulusMpa * p.thicknessMm * middle;
    return middle;
  });
  const axis = sum > 0 ? moment / sum : 0;
  const webs = plies.flatMap((p) => p.couples ?? []);
  const held = webs.length > 0 ? webs.reduce((c, w) => c + w, 0) / webs.length : 1;
  return plies.reduce(
    (d, p, i) => d + p.bendingNmm2 + held * p.modulusMpa * p.thicknessMm * ((middles[i] ?? axis) - axis) ** 2,
    0,
  );
}

/** The same layers lying loose on one another: they bend each for itself. */
export const looseStiffness = (plies: readonly Ply[]): number => plies.reduce((d, p) => d + p.bendingNmm2, 0);

/** A cloth as a ply: bent by itself as its own figure says. 1 µN·m is 0.001 N·mm² for each mm of width. */
export const clothPly = (f: Fabric): Ply => ({
  thicknessMm: f.thicknessMm,
  modulusMpa: bondedModulusMpa(f),
  bendingNmm2: factsOf(f).stiffnessUNm / 1000,
  couples: null,
});
/** A web as a ply: its thickness from mass over density. */
export const webPly = (w: Pick<Web, 'kindId' | 'form' | 'massGsm' | 'meltC'>): Ply => {
  const thicknessMm = w.massGsm / ADHESIVE.densityKgM3.value;
  const modulusMpa = WEB_MODULUS_MPA[w.form].value;
  return { thicknessMm, modulusMpa, bendingNmm2: (modulusMpa * thicknessMm ** 3) / 12, couples: webKindOf(w).coverage };
};

/** What lies at one place, and what it is like to the hand. */
export interface LaidStack {
  /** Back-most first. */
  readonly pieceIds: readonly string[];
  /** Layers of cloth, the ground included, and of web. */
  readonly cloths: number;
  readonly webs: number;
  /** How stiff it is, against the bare ground; where there is none, against its lowest cloth alone. */
  readonly stiffness: number;
  /** Flexural rigidity, as cloth is told by it, µN·m. */
  readonly rigidityUNm: number;
  readonly thicknessMm: number;
  readonly areaMm2: number;
  readonly region: Region;
}

export interface StackMap {
  /** Every different pile on the ground. */
  readonly stacks: readonly LaidStack[];
  /** The stiffest of them that is wide enough to be felt, and where; null where nothing is bonded. */
  readonly highest: { readonly stack: number; readonly xMm: number; readonly yMm: number } | null;
}

/**
 * How stiff each pile of a picture is.
 * @param ground null: the pieces lie on each other alone
 * @param clothOf cloth and web of a piece
 */
export function stackMap(
  ground: Fabric | null,
  pile: Pile,
  clothOf: (pieceId: string) => { readonly fabric: Fabric; readonly web: Web | null; readonly faceDown?: boolean },
): StackMap {
  const base = ground ? [clothPly(ground)] : [];
  const stacks = pile.places.map((place): LaidStack => {
    const cloths = place.pieceIds.map(clothOf);
    const plies = [
      ...base,
      ...cloths.flatMap(({ fabric, web, faceDown }, i) => {
        // The web of what lies wrong side up is on top of it; the lowest piece of those on no ground is bonded to nothing beneath.
        const meets = faceDown ? i < cloths.length - 1 : ground !== null || i > 0;
        const glue = web && meets ? [webPly(web)] : [];
        return faceDown ? [clothPly(fabric), ...glue] : [...glue, clothPly(fabric)];
      }),
    ];
    const bare = bondedStiffness(plies.slice(0, 1));
    const bonded = bondedStiffness(plies);
    return {
      pieceIds: place.pieceIds,
      cloths: cloths.length + base.length,
      webs: plies.length - cloths.length - base.length,
      stiffness: bonded / bare,
      // 1 N·mm² for each mm of width is 1000 µN·m.
      rigidityUNm: bonded * 1000,
      thicknessMm: plies.reduce((t, p) => t + p.thicknessMm, 0),
      areaMm2: place.areaMm2,
      region: place.region,
    };
  });
  const stiffest = stacks
    .map((s, stack) => ({ s, stack }))
    .filter(({ s }) => s.webs > 0 && s.areaMm2 >= FELT_MM.value ** 2)
    .sort((a, b) => b.s.stiffness - a.s.stiffness)
    .slice(0, LOOKED_AT.value);
  for (const { s, stack } of stiffest) {
    const spot = labelSpot(s.region);
    if (2 * spot.roomMm >= FELT_MM.value) return { stacks, highest: { stack, xMm: spot.x, yMm: spot.y } };
  }
  return { stacks, highest: null };
}
