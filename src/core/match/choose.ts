import { ROUTE_FACTS } from '../facing';
import { weightOf } from '../material';
import type { Choice, Said, Web } from '../model';
import { formatTemperature } from '../units';
import { type Changed, changesOf, whatWouldChange } from './changes';
import { confidenceIn } from './evidence';
import { EXTRA_WEB_POINTS, fewestWebs } from './fewest';
import { type Judged, judge, rulesFor, said } from './judge';
import { RULES, type Rule } from './rules';
import { FLOW_MARGIN_C, isSewn, type Situation, situationOf, type Wish } from './situation';

/** No web melts below this, °C: common practice, no source. */
const LOWEST_MELT_C = 60;

/** What to buy when nothing suits: weight, form, liner and melting point, worked out from the same figures as the rules. */
export function whatToBuy(wish: Situation): Said {
  const limit = wish.limitC;
  const meltBelow = limit - FLOW_MARGIN_C;
  if (meltBelow < LOWEST_MELT_C)
    return {
      code: 'no-heat-at-all',
      text: `This cloth takes at most ${formatTemperature(limit, 'mm')}: no web melts that low. Sew or glue it instead.`,
    };
  const gsm = Math.min(wish.wantedGsm, wish.hidesGsm);
  const form = wish.wants.foil
    ? 'film'
    : wish.edge === 'hand'
      ? 'open web'
      : isSewn(wish.edge)
        ? 'film or open web'
        : 'film';
  const liner = wish.wants.printLiner
    ? ' with a printable liner'
    : wish.wants.trialPlacing
      ? ' with two liners and tack'
      : ROUTE_FACTS[wish.route].needsLiner
        ? ' with a liner'
        : '';
  return {
    code: 'buy',
    text: `Buy a ${weightOf(gsm)} ${form}${liner}, about ${Math.round(gsm)} g/m², that melts below ${formatTemperature(meltBelow, 'mm')}${isSewn(wish.edge) ? ' and can be sewn' : ''}.`,
  };
}

const REASONS = 3;
const RUNNERS_UP = 2;

const ONE_FEWER = { code: 'one-web-fewer', text: 'It would do as well, but then the project needs one web more.' };
const NO_BETTER = { code: 'no-better', text: 'It would do, but gains nothing over the one chosen.' };

/** Why a web was not taken: the rule that forbids it, or what speaks most against it. */
function againstIt(s: Situation, j: Judged, chosen: Judged | undefined): Said {
  if (j.forbiddenBy[0]) return said(j.forbiddenBy[0], s, j.web);
  let worst = j.weighed[0];
  for (const w of j.weighed) if (w.points > (worst?.points ?? 0)) worst = w;
  if (chosen && j.points < chosen.points) return ONE_FEWER;
  return worst && worst.points > 0 ? said(worst.rule, s, j.web) : NO_BETTER;
}

/** The two or three decisive reasons for a choice, and the gravest thing against it. */
function reasonsFor(s: Situation, chosen: Judged, all: readonly Judged[], overruled: boolean): Said[] {
  const allowed = all.filter((j) => j.forbiddenBy.length === 0);
  const reasons: Said[] = overruled ? [{ code: 'your-choice', text: 'You chose it yourself.' }] : [];
  reasons.push(...chosen.forbiddenBy.map((r) => said(r, s, chosen.web)));
  if (!overruled && allowed.length === 1 && all.length > 1 && chosen.forbiddenBy.length === 0)
    reasons.push({ code: 'only-one', text: 'It is the only one in the drawer that this piece allows.' });
  // Decisive is what sets it apart: a reason that the next best has as well tells nothing.
  const next = allowed.filter((j) => j !== chosen).sort((a, b) => a.points - b.points)[0];
  const worth = (code: string, points: number): number =>
    points - (next?.weighed.find((w) => w.rule.code === code)?.points ?? 0);
  reasons.push(
    ...chosen.weighed
      .filter((w) => w.points < 0)
      .sort((a, b) => worth(a.rule.code, a.points) - worth(b.rule.code, b.points) || a.points - b.points)
      .map((w) => said(w.rule, s, chosen.web)),
  );
  if (!overruled && next && next.points < chosen.points)
    reasons.push({ code: 'one-web-fewer', text: 'It serves other pieces too: one setting fewer at the iron.' });
  if (reasons.length === 0)
    reasons.push({ code: 'least-against', text: 'It has the least against it of all that are in the drawer.' });
  const kept = reasons.slice(0, Math.max(REASONS, chosen.forbiddenBy.length + 1));
  const but = chosen.weighed.filter((w) => w.points >= 5).sort((a, b) => b.points - a.points)[0];
  if (but) kept.push({ code: `but-${but.rule.code}`, text: `But: ${but.rule.say(s, chosen.web)}` });
  return kept;
}

/** Pieces of one cloth with one purpose ask the same question, whatever their shape: it is answered once. */
const questionOf = (w: Wish): string =>
  `${w.fabric.id} ${w.beneath.map((f) => f.id)} ${w.bonded.map((b) => b.id)} ${w.edge} ${w.route} ${w.layers} ${w.intent.hand} ${w.intent.laundering} ${w.fabricAreaMm2} ${w.overruledWith}`;

/**
 * Chooses a web for every piece, with reasons, runners-up and how far it can be relied on, and says why the others were not taken.
 * The choice has the fewest points over the whole project, each web in use costing what the project's schools say.
 * @param wishes of one project: its wants and schools are the same for all
 * @param webs the drawer; may be empty
 */
export function chooseWebs(wishes: readonly Wish[], webs: readonly Web[], rules: readonly Rule[] = RULES): Choice[] {
  // Of a shape only its width against each roll matters.
  const widths = [...new Set(webs.map((w) => w.widthMm))];
  const asked = new Map<string, number>();
  const distinct: Wish[] = [];
  const which = wishes.map((w) => {
    const key = `${questionOf(w)} ${widths.filter((mm) => w.narrowMm > mm).length}`;
    let at = asked.get(key);
    if (at === undefined) {
      at = distinct.push(w) - 1;
      asked.set(key, at);
    }
    return at;
  });
  const situations = distinct.map(situationOf);
  const judged = situations.map((s) => {
    const mine = rulesFor(s, rules);
    return webs.map((web) => judge(s, web, mine));
  });
  const rows = judged.map((all) => all.map((j) => (j.forbiddenBy.length > 0 ? null : j.points)));
  const free = which.filter((at) => distinct[at]!.overruledWith === null);
  const schools = wishes[0]?.schools;
  const extra = schools?.webs === 'best-each' ? 0 : (schools?.extraWebPoints ?? EXTRA_WEB_POINTS);
  const { picks } = fewestWebs(
    free.map((at) => rows[at]!),
    extra,
  );
  const pickFor = new Map(free.map((at, k) => [at, picks[k] ?? -1]));
  const changed = new Map<string, Changed>();

  const answers = situations.map((wish, i): Choice => {
    const all = judged[i]!;
    const overruled = wish.overruledWith !== null;
    const taken = overruled ? all.findIndex((j) => j.web.id === wish.overruledWith) : (pickFor.get(i) ?? -1);
    const chosen = all[taken];
    const rejected = all.filter((j) => j !== chosen).map((j) => ({ webId: j.web.id, ...againstIt(wish, j, chosen) }));
    if (!chosen)
      return {
        pieceId: wish.pieceId,
        webId: null,
        overruled: false,
        reasons: [],
        rejected,
        forbiddenBy: [],
        runnersUp: [],
        confidence: { level: 'sure', text: 'Every web in the drawer is ruled out.' },
        buy: whatToBuy(wish),
      };
    const others = all.filter((j) => j !== chosen && j.forbiddenBy.length === 0).sort((a, b) => a.points - b.points);
    const runnersUp = others.slice(0, RUNNERS_UP).map((j) => {
      const behindPoints = Math.round((j.points - chosen.points) * 10) / 10;
      if (behindPoints <= 0)
        return {
          webId: j.web.id,
          behindPoints,
          text: overruled
            ? 'We would have taken this one.'
            : 'It would win if each piece got the best for itself rather than as few webs as serve all.',
        };
      const question = questionOf(wish);
      if (!changed.has(question)) changed.set(question, changesOf(wish, rules));
      const change = whatWouldChange(changed.get(question)!, j.web, chosen.web);
      const text = change ? `It would win if ${change}.` : 'No single change would make it win here.';
      return { webId: j.web.id, behindPoints, text };
    });
    return {
      pieceId: wish.pieceId,
      webId: chosen.web.id,
      overruled,
      reasons: reasonsFor(wish, chosen, all, overruled),
      rejected,
      forbiddenBy: chosen.forbiddenBy.map((r) => said(r, wish, chosen.web)),
      runnersUp,
      confidence: confidenceIn(
        wish,
        chosen.web,
        others[0] ? others[0].points - chosen.points : Number.POSITIVE_INFINITY,
      ),
      buy: null,
    };
  });
  return wishes.map((w, i) => ({ ...answers[which[i]!]!, pieceId: w.pieceId }));
}
