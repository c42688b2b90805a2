import { inMap, nth } from '../../base/lists';
import {
  type Buy,
  type Choice,
  type ChoiceReason,
  type Rejection,
  type RuleFinding,
  type RunnerUp,
  USUAL_SCHOOLS,
  type Web,
} from '../../keep/model';
import { ROUTE_FACTS } from '../../lay/facing';
import { FLOW_MARGIN_C, weightOf } from '../material';
import { changesOf, type WhatIf, whatWouldChange } from './changes';
import { GRAVE_POINTS, LOWEST_MELT_C, REASONS, RUNNERS_UP } from './data';
import { confidenceIn } from './evidence';
import { fewestWebs } from './fewest';
import { found, type Judged, judge, rulesFor } from './judge';
import { type CodedRule, RULE_LIST } from './rules';
import { isSewn, type Situation, situationOf, type Wish } from './situation';

/** What to buy when nothing suits: weight, form, liner and melting point, worked out from the same figures as the rules. */
export function whatToBuy(wish: Situation): Buy {
  const meltBelowC = wish.limitC - FLOW_MARGIN_C.value;
  if (meltBelowC < LOWEST_MELT_C.value) return { code: 'no-heat-at-all', limitC: wish.limitC };
  const massGsm = Math.min(wish.wantedGsm, wish.hidesGsm);
  const sewable = isSewn(wish.edge);
  return {
    code: 'buy',
    weight: weightOf(massGsm),
    form: wish.wants.foil ? 'film' : wish.edge === 'hand' ? 'open' : sewable ? 'film-or-open' : 'film',
    liner: wish.wants.printLiner
      ? 'printable'
      : wish.wants.trialPlacing
        ? 'two-with-tack'
        : ROUTE_FACTS[wish.route].needsLiner
          ? 'one'
          : 'none',
    massGsm,
    meltBelowC,
    sewable,
  };
}

/** Why a web was not taken: the rule that forbids it, or what speaks most against it. */
function againstIt(s: Situation, j: Judged, chosen: Judged | undefined): Rejection {
  const webId = j.web.id;
  if (j.forbiddenBy[0]) return { webId, ...found(j.forbiddenBy[0], s, j.web) };
  let worst = j.weighed[0];
  for (const w of j.weighed) if (w.points > (worst?.points ?? 0)) worst = w;
  if (chosen && j.points < chosen.points) return { webId, code: 'one-web-fewer' };
  return worst && worst.points > 0 ? { webId, ...found(worst.rule, s, j.web) } : { webId, code: 'no-better' };
}

/** The two or three decisive reasons for a choice. */
function reasonsFor(s: Situation, chosen: Judged, all: readonly Judged[], overruled: boolean): ChoiceReason[] {
  const allowed = all.filter((j) => j.forbiddenBy.length === 0);
  const reasons: ChoiceReason[] = overruled ? [{ code: 'your-choice' }] : [];
  reasons.push(...chosen.forbiddenBy.map((r) => found(r, s, chosen.web)));
  if (!overruled && allowed.length === 1 && all.length > 1 && chosen.forbiddenBy.length === 0)
    reasons.push({ code: 'only-one' });
  // Decisive is what sets it apart: a reason that the next best has as well tells nothing.
  const next = allowed.filter((j) => j !== chosen).sort((a, b) => a.points - b.points)[0];
  const worth = (code: string, points: number): number =>
    points - (next?.weighed.find((w) => w.rule.code === code)?.points ?? 0);
  reasons.push(
    ...chosen.weighed
      .filter((w) => w.points < 0)
      .sort((a, b) => worth(a.rule.code, a.points) - worth(b.rule.code, b.points) || a.points - b.points)
      .map((w) => found(w.rule, s, chosen.web)),
  );
  if (!overruled && next && next.points < chosen.points) reasons.push({ code: 'serves-others' });
  if (reasons.length === 0) reasons.push({ code: 'least-against' });
  return reasons.slice(0, Math.max(REASONS.value, chosen.forbiddenBy.length + 1));
}

/** The gravest thing that speaks against the web chosen, if it is grave. */
function gravest(s: Situation, chosen: Judged): RuleFinding | null {
  const but = chosen.weighed.filter((w) => w.points >= GRAVE_POINTS.value).sort((a, b) => b.points - a.points)[0];
  return but ? found(but.rule, s, chosen.web) : null;
}

/** Pieces of one cloth with one purpose ask the same question, whatever their shape: it is answered once. */
const questionOf = (w: Wish): string =>
  `${w.fabric.id} ${w.beneath.map((f) => f.id)} ${w.bonded.map((b) => b.id)} ${w.edge} ${w.route} ${w.inFold} ${w.layers} ${w.intent.hand} ${w.intent.laundering} ${w.fabricAreaMm2} ${w.overruledWith} ${w.pile?.map((f) => f.id)}`;

/**
 * Chooses a web for every piece, with reasons, runners-up and how far it can be relied on, and says why the others were not taken.
 * The choice has the fewest points over the whole project, each web in use costing what the project's schools say.
 * @param wishes of one project: its wants and schools are the same for all
 * @param webs the drawer; may be empty
 */
export function chooseWebs(
  wishes: readonly Wish[],
  webs: readonly Web[],
  rules: readonly CodedRule[] = RULE_LIST,
): Choice[] {
  // Of a shape only its width against each roll matters.
  const widths = [...new Set(webs.map((w) => w.widthMm))];
  const asked = new Map<string, number>();
  const distinct: Wish[] = [];
  const which = wishes.map((w) => {
    const key = `${questionOf(w)} ${widths.filter((mm) => w.narrowMm > mm).length}`;
    let place = asked.get(key);
    if (place === undefined) {
      place = distinct.push(w) - 1;
      asked.set(key, place);
    }
    return place;
  });
  const situations = distinct.map(situationOf);
  const judged = situations.map((s) => {
    const mine = rulesFor(s, rules);
    return webs.map((web) => judge(s, web, mine));
  });
  const rows = judged.map((all) => all.map((j) => (j.forbiddenBy.length > 0 ? null : j.points)));
  const free = which.filter((k) => nth(distinct, k).overruledWith === null);
  const schools = wishes[0]?.schools;
  const extra = schools?.webs === 'best-each' ? 0 : (schools?.extraWebPoints ?? USUAL_SCHOOLS.extraWebPoints);
  const { picks } = fewestWebs(
    free.map((k) => nth(rows, k)),
    extra,
  );
  const pickFor = new Map(free.map((which, k) => [which, picks[k] ?? -1]));
  const changed = new Map<string, WhatIf>();

  const answers = situations.map((wish, i): Choice => {
    const all = nth(judged, i);
    const overruled = wish.overruledWith !== null;
    const taken = overruled ? all.findIndex((j) => j.web.id === wish.overruledWith) : (pickFor.get(i) ?? -1);
    const chosen = all[taken];
    const rejected = all.filter((j) => j !== chosen).map((j) => againstIt(wish, j, chosen));
    if (!chosen)
      return {
        pieceId: wish.pieceId,
        webId: null,
        overruled: false,
        reasons: [],
        rejected,
        forbiddenBy: [],
        runnersUp: [],
        but: null,
        confidence: { level: 'sure', code: 'all-ruled-out' },
        buy: whatToBuy(wish),
      };
    const others = all.filter((j) => j !== chosen && j.forbiddenBy.length === 0).sort((a, b) => a.points - b.points);
    const runnersUp = others.slice(0, RUNNERS_UP.value).map((j): RunnerUp => {
      const webId = j.web.id;
      const behindPoints = Math.round((j.points - chosen.points) * 10) / 10;
      if (behindPoints <= 0) return { webId, behindPoints, code: overruled ? 'we-would-have' : 'best-for-itself' };
      const question = questionOf(wish);
      if (!changed.has(question)) changed.set(question, changesOf(wish, rules));
      const change = whatWouldChange(inMap(changed, question), j.web, chosen.web);
      return change
        ? { webId, behindPoints, code: 'would-win-if', change }
        : { webId, behindPoints, code: 'no-single-change' };
    });
    return {
      pieceId: wish.pieceId,
      webId: chosen.web.id,
      overruled,
      reasons: reasonsFor(wish, chosen, all, overruled),
      but: gravest(wish, chosen),
      rejected,
      forbiddenBy: chosen.forbiddenBy.map((r) => found(r, wish, chosen.web)),
      runnersUp,
      confidence: confidenceIn(
        wish,
        chosen.web,
        others[0] ? others[0].points - chosen.points : Number.POSITIVE_INFINITY,
        gravest(wish, chosen) !== null || chosen.forbiddenBy.length > 0,
      ),
      buy: null,
    };
  });
  return wishes.map((w, i) => ({ ...nth(answers, nth(which, i)), pieceId: w.pieceId }));
}
