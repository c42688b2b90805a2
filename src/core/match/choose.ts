import { ROUTE_FACTS } from '../facing';
import type { Choice, Fabric, Said, Web } from '../model';
import { formatTemperature } from '../units';
import { FLOW_MARGIN_C, hidesGsm, weightOf } from './cloth';
import { isSewn, RULES, type Rule, type Situation, wantedGsm } from './rules';

/** A piece with what it is for; the web is what is asked. */
export type Wish = Omit<Situation, 'web'> & {
  readonly pieceId: string;
  /** The user's own choice, or null. */
  readonly overruledWith: string | null;
};

interface Judged {
  readonly web: Web;
  readonly forbidden: readonly Said[];
  readonly points: number;
  readonly weighed: readonly (Said & { points: number })[];
}

/** Every rule's finding on one web for one piece. */
function judge(wish: Wish, web: Web, rules: readonly Rule[]): Judged {
  const forbidden: Said[] = [];
  const weighed: (Said & { points: number })[] = [];
  for (const rule of rules) {
    const finding = rule.judge({ ...wish, web });
    if (finding?.effect === 'forbid') forbidden.push({ code: rule.code, text: finding.text });
    else if (finding) weighed.push({ code: rule.code, text: finding.text, points: finding.points });
  }
  return { web, forbidden, weighed, points: weighed.reduce((sum, w) => sum + w.points, 0) };
}

/** What each further web in a project costs, in the rules' points: people want one setting all day. Common practice; the figure is ours. */
export const EXTRA_WEB_POINTS = 6;
/** Up to this many webs every set of them is tried; beyond, only those that are best for some piece. */
const TRY_ALL_UP_TO = 12;

/**
 * The set of webs with the least total of points, each web in use costing extra.
 * Exact over the candidates: every subset is tried. A piece for which no web is allowed does not count.
 * @returns for each piece the index of its web, or −1
 */
export function fewestWebs(points: readonly (readonly (number | null)[])[], extra = EXTRA_WEB_POINTS): number[] {
  const webs = points[0]?.length ?? 0;
  let candidates = Array.from({ length: webs }, (_, w) => w).filter((w) => points.some((row) => row[w] !== null));
  if (candidates.length > TRY_ALL_UP_TO) {
    const wins = new Map<number, number>();
    for (const row of points) {
      const best = bestOf(row, candidates);
      if (best >= 0) wins.set(best, (wins.get(best) ?? 0) + 1);
    }
    candidates = [...wins]
      .sort((a, b) => b[1] - a[1])
      .slice(0, TRY_ALL_UP_TO)
      .map(([w]) => w);
  }
  let bestTotal = Number.POSITIVE_INFINITY;
  let best: number[] = [];
  for (let set = 0; set < 1 << candidates.length; set++) {
    const chosen = candidates.filter((_, i) => set & (1 << i));
    let total = chosen.length * extra;
    const picks: number[] = [];
    for (const row of points) {
      const w = bestOf(row, chosen);
      picks.push(w);
      if (w >= 0) total += row[w]!;
      // Leaving out a piece that could be served is worse than any price.
      else if (bestOf(row, candidates) >= 0) total += 1e6;
    }
    if (total < bestTotal) {
      bestTotal = total;
      best = picks;
    }
  }
  return best;
}

const bestOf = (row: readonly (number | null)[], among: readonly number[]): number =>
  among.reduce((b, w) => (row[w] !== null && (b < 0 || row[w]! < row[b]!) ? w : b), -1);

/** What to buy when nothing suits: weight, form, liner and melting point, worked out from the same figures as the rules. */
function whatToBuy(wish: Wish): Said {
  const limit = Math.min(wish.fabric.maxIronC, ...wish.beneath.map((f: Fabric) => f.maxIronC));
  const meltBelow = limit - FLOW_MARGIN_C;
  if (meltBelow < 60) {
    return {
      code: 'no-heat-at-all',
      text: `This cloth takes at most ${formatTemperature(limit, 'mm')}: no web melts that low. Sew or glue it instead.`,
    };
  }
  const gsm = Math.min(wantedGsm(wish), hidesGsm(wish.fabric.massGsm));
  const form = wish.edge === 'hand' ? 'open web' : isSewn(wish.edge) ? 'film or open web' : 'film';
  const liner = ROUTE_FACTS[wish.route].needsLiner ? ' with a liner' : '';
  return {
    code: 'buy',
    text: `Buy a ${weightOf(gsm)} ${form}${liner}, about ${Math.round(gsm)} g/m², that melts below ${formatTemperature(meltBelow, 'mm')}${isSewn(wish.edge) ? ' and can be sewn' : ''}.`,
  };
}

const REASONS = 3;
const plain = (s: Said): Said => ({ code: s.code, text: s.text });

/**
 * Chooses a web for every piece, with reasons, and says why the others were not taken.
 * The choice has the fewest points over the whole project, each web in use costing {@link EXTRA_WEB_POINTS}; ties go to the web that stands first in the drawer.
 * @param webs the drawer; may be empty
 */
export function chooseWebs(wishes: readonly Wish[], webs: readonly Web[], rules: readonly Rule[] = RULES): Choice[] {
  const judged = wishes.map((wish) => webs.map((web) => judge(wish, web, rules)));
  const free = wishes.map((w, i) => (w.overruledWith === null ? i : -1)).filter((i) => i >= 0);
  const picks = fewestWebs(free.map((i) => judged[i]!.map((j) => (j.forbidden.length > 0 ? null : j.points))));
  const pickFor = new Map(free.map((i, k) => [i, picks[k] ?? -1]));

  return wishes.map((wish, i) => {
    const all = judged[i]!;
    const overruled = wish.overruledWith !== null;
    const taken = overruled ? all.findIndex((j) => j.web.id === wish.overruledWith) : (pickFor.get(i) ?? -1);
    const chosen = all[taken];
    const rejected = all
      .filter((j) => j !== chosen)
      .map((j) => {
        const worst = [...j.weighed].sort((a, b) => b.points - a.points)[0];
        const why =
          j.forbidden[0] ??
          (worst && worst.points > 0
            ? plain(worst)
            : chosen && j.points < chosen.points
              ? { code: 'one-web-fewer', text: 'It would do as well, but then the project needs one web more.' }
              : { code: 'no-better', text: 'It would do, but gains nothing over the one chosen.' });
        return { webId: j.web.id, ...why };
      });
    if (!chosen)
      return {
        pieceId: wish.pieceId,
        webId: null,
        overruled: false,
        reasons: [],
        rejected,
        forbiddenBy: [],
        buy: whatToBuy(wish),
      };

    const alone =
      all.filter((j) => j.forbidden.length === 0).length === 1 && !overruled && chosen.forbidden.length === 0;
    const reasons: Said[] = overruled ? [{ code: 'your-choice', text: 'You chose it yourself.' }] : [];
    reasons.push(...chosen.forbidden);
    if (alone && all.length > 1)
      reasons.push({ code: 'only-one', text: 'It is the only one in the drawer that this piece allows.' });
    reasons.push(
      ...chosen.weighed
        .filter((w) => w.points < 0)
        .sort((a, b) => a.points - b.points)
        .map(plain),
    );
    const runnerUp = all.filter((j) => j !== chosen && j.forbidden.length === 0).sort((a, b) => a.points - b.points)[0];
    if (!overruled && runnerUp && runnerUp.points < chosen.points)
      reasons.push({ code: 'one-web-fewer', text: 'It serves other pieces too: one setting fewer at the iron.' });
    if (reasons.length === 0)
      reasons.push({ code: 'least-against', text: 'It has the least against it of all that are in the drawer.' });
    const kept = reasons.slice(0, Math.max(REASONS, chosen.forbidden.length + 1));
    kept.push(
      ...chosen.weighed
        .filter((w) => w.points >= 5)
        .sort((a, b) => b.points - a.points)
        .slice(0, 1)
        .map((w) => ({ code: `but-${w.code}`, text: `But: ${w.text}` })),
    );
    return {
      pieceId: wish.pieceId,
      webId: chosen.web.id,
      overruled,
      reasons: kept,
      rejected,
      forbiddenBy: [...chosen.forbidden],
      buy: null,
    };
  });
}
