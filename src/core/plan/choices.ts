import { asOne, derive, listed } from '../base/derive';
import { nth } from '../base/lists';
import { areaMm2 } from '../base/shape';
import {
  chooseWebs,
  found,
  judge,
  type PressAnswer,
  RULE_LIST,
  SLOW_PRESS_S,
  situationOf,
  type Wish,
} from '../choose/match';
import { adhesiveOf, bearsC, flowC, isFelt } from '../choose/material';
import { leastSecondsFor, type Setup, setupOf } from '../hands/making';
import type { Choice, Fabric, Piece, RuleCode, RuleFinding, Web } from '../keep/model';
import type { Laid } from '../lay/laid';
import { tapeFor } from '../lay/recipe';

/** What is left of a size where a place is added to it and taken off again: a hair that would make it another. */
const rounded = (mm: number): number => Math.round(mm * 1e6) / 1e6;

/** Every cloth that lies beneath a piece anywhere: the ground, then those of lower pieces, back-most first; each once. */
function clothBeneath(laid: Laid, pieceId: string): readonly Fabric[] {
  const { look, pile, project } = laid;
  const { ground } = laid.articleOf(pieceId);
  const below = pile.under(pieceId);
  const lower = project.order.filter((id) => below.has(id)).map((id) => look.fabricOf(look.piece(id)));
  return listed([...new Set([...(ground ? [ground] : []), ...lower])]);
}

/** @param bondedOf webs that are bonded already beneath a piece, as far as they are known */
function wishesOf(laid: Laid, bondedOf: (pieceId: string) => readonly Web[]): Wish[] {
  const { project, look, placed, pile } = laid;
  const areaOfFabric = new Map<string, number>();
  for (const { piece, region } of placed)
    areaOfFabric.set(piece.fabricId, (areaOfFabric.get(piece.fabricId) ?? 0) + areaMm2(region) * look.copiesOf(piece));
  const boxes = new Map(placed.map((p) => [p.id, p.bounds]));
  return project.pieces
    .filter((p) => !p.webless && !(isTurning(p) && tapeFor(project)) && !laid.unseen.includes(p.id))
    .map((piece) => {
      const b = boxes.get(piece.id);
      const w = b ? b.maxX - b.minX : 0;
      const h = b ? b.maxY - b.minY : 0;
      return asOne({
        pieceId: piece.id,
        overruledWith: piece.webId,
        fabric: look.fabricOf(piece),
        beneath: clothBeneath(laid, piece.id),
        bonded: bondedOf(piece.id),
        // A patch is darned in, whatever the other edges are.
        edge: piece.part?.role === 'mend' && look.edgeOf(piece) === 'none' ? 'zigzag' : look.edgeOf(piece),
        route: look.routeOf(piece),
        inFold: isTurning(piece),
        intent: project.intent,
        wants: project.wants,
        schools: project.schools,
        layers:
          (laid.articleOf(piece.id).ground ? 2 : 1) +
          Math.max(0, ...pile.beneath(piece.id).map((below) => below.pieceIds.length)),
        narrowMm: rounded(Math.min(w, h)),
        longMm: rounded(Math.max(w, h)),
        fabricAreaMm2: rounded(areaOfFabric.get(piece.fabricId) ?? 0),
        pile: fullestPile(laid, piece.id),
      });
    });
}

/** The most cloth that lies beneath a piece at one place, ground first; places that are next to nothing do not count. */
function fullestPile(laid: Laid, pieceId: string): readonly Fabric[] {
  const { look, pile } = laid;
  const { ground } = laid.articleOf(pieceId);
  const places = pile.beneath(pieceId);
  const most = Math.max(0, ...places.map((p) => p.areaMm2));
  const fullest = places
    .filter((p) => p.areaMm2 >= FULL_SHARE * most)
    .reduce<readonly string[]>((a, p) => (p.pieceIds.length > a.length ? p.pieceIds : a), []);
  return listed([...(ground ? [ground] : []), ...fullest.map((id) => look.fabricOf(look.piece(id)))]);
}
/** A place beneath a piece counts from so much of the largest one on. Estimated. */
const FULL_SHARE = 0.1;

const NOTHING_BONDED: readonly Web[] = [];

/**
 * Webs chosen, then asked of the press; what cannot be pressed on this iron and bench, or takes long, is told to the rules, and they choose again, until nothing new turns up.
 */
const chosenWith = derive((setup: Setup, webs: readonly Web[], wishes: readonly Wish[]): readonly Choice[] => {
  const asked = new Map<string, PressAnswer>();
  const keyOf = (w: Wish, webId: string): string => `${w.fabric.id} ${w.pile?.map((f) => f.id)} ${webId}`;
  const told = wishes.map(
    (w): Wish => (w.pile?.length === 0 ? w : { ...w, pressed: (web) => asked.get(keyOf(w, web.id)) ?? null }),
  );
  let choices = chooseWebs(told, webs);
  // Each round asks something that was not asked before, so there is an end to it.
  for (let news = true; news; ) {
    news = false;
    choices.forEach((c, i) => {
      const wish = nth(told, i);
      const web = webs.find((w) => w.id === c.webId);
      if (!web || !wish.pile || wish.pile.length === 0 || asked.has(keyOf(wish, web.id))) return;
      const seconds = leastSecondsFor(setup, wish.fabric, wish.pile, web);
      asked.set(keyOf(wish, web.id), { seconds });
      // Only what weighs against it makes the rules choose otherwise.
      news ||= seconds === null || seconds > SLOW_PRESS_S.value;
    });
    if (news) choices = chooseWebs(told, webs);
  }
  // Where the press rules out every web, what has to change is the press: the one that would be taken is, and its ticket says what helps.
  const helpless = choices.map((c) => c.webId === null && c.rejected.some((r) => r.code === 'cannot-be-pressed'));
  const taken = helpless.includes(true)
    ? chooseWebs(
        told.map((w, i) => (helpless[i] ? { ...w, pressed: () => null } : w)),
        webs,
      )
    : choices;
  // Felt is pressed past its label in practice, once a scrap has borne it: where nothing else is left, the web is chosen that a scrap would allow, and its ticket asks for one.
  const onScrap = taken.map((c, i) => c.webId === null && webs.some((web) => scrapAllows(nth(wishes, i), web)));
  if (!onScrap.includes(true)) return taken;
  const past = chooseWebs(wishes, webs, PAST_LABEL_RULES);
  return taken.map((c, i) => {
    if (!onScrap[i]) return c;
    const chosen = nth(past, i);
    if (chosen.webId === null) return c;
    // That it is too hot for a label is what the scrap is about: it is not said a second time against it.
    const reasons = [{ code: 'on-a-scrap' } as const, ...chosen.reasons];
    return { ...chosen, reasons, but: null, confidence: { level: 'thin', code: 'scrap-decides' } };
  });
});

/** What forbids a web by a label alone. */
const BY_LABEL: readonly RuleCode[] = ['too-hot-for-fabric', 'too-hot-for-what-lies-beneath'];
const PAST_LABEL_RULES = RULE_LIST.filter((rule) => !BY_LABEL.includes(rule.code));
/** Whether all that a web is too hot for is felt. */
const scrapAllows = (wish: Wish, web: Web): boolean => {
  const cooler = [wish.fabric, ...wish.beneath].filter((f) => bearsC(f) < flowC(web));
  return cooler.length > 0 && cooler.every(isFelt);
};

/**
 * A web for every piece. What is bonded already beneath a piece is itself a choice: webs are chosen first as if nothing were, then once more with those beneath.
 */
export function choicesOf(laid: Laid): Choice[] {
  const chosen = new Map(chosenAll(laid).map((c) => [c.pieceId, c]));
  const { project, look } = laid;
  const tape = tapeFor(project);
  return project.pieces.map(
    (p) =>
      chosen.get(p.id) ??
      (isTurning(p) && tape
        ? settled(p.id, tape.id, 'tape')
        : settled(
            p.id,
            null,
            laid.unseen.includes(p.id)
              ? 'not-seen'
              : p.faceDown && adhesiveOf(look.fabricOf(p))
                ? 'own-adhesive'
                : 'webless',
          )),
  );
}

const isTurning = (p: Piece): boolean => p.part?.role === 'turning';

/** What is no choice: a piece without web of its own, or one that tape is laid into. */
const settled = (
  pieceId: string,
  webId: string | null,
  code: 'webless' | 'own-adhesive' | 'tape' | 'not-seen',
): Choice => ({
  pieceId,
  webId,
  overruled: false,
  reasons: [{ code }],
  but: null,
  forbiddenBy: [],
  rejected: [],
  runnersUp: [],
  confidence: { level: 'sure', code: 'clear' },
  buy: null,
});

function chosenAll(laid: Laid): readonly Choice[] {
  const { look, pile } = laid;
  const choose = (bondedOf: (pieceId: string) => readonly Web[]): readonly Choice[] =>
    chosenWith(setupOf(laid), laid.project.webs, listed(wishesOf(laid, bondedOf)));
  const first = choose(() => NOTHING_BONDED);
  const webOf = new Map(first.map((c) => [c.pieceId, c.webId]));
  // With one web for all there is nothing beneath that another could spoil.
  if (new Set(webOf.values()).size < 2) return first;
  const bonded = (pieceId: string): readonly Web[] => {
    const mine = webOf.get(pieceId);
    const below = new Set([...pile.under(pieceId)].map((id) => webOf.get(id) ?? null));
    return listed([...below].flatMap((id) => (id === null || id === mine ? [] : [look.web(id)])));
  };
  return choose(bonded);
}

/** The wish of one piece as the plan sees it, for comparing webs beyond the plan's own choice. */
export const wishOf = (laid: Laid, pieceId: string): Wish | null =>
  wishesOf(laid, () => NOTHING_BONDED).find((w) => w.pieceId === pieceId) ?? null;

/** A piece that a web could be for, and what rules it out there; null: nothing does. */
export interface Taken {
  readonly pieceId: string;
  readonly ruledOutBy: RuleFinding | null;
}
/** Which pieces a web could be taken for, whatever was chosen for them: all that need one. */
export const takenFor = (laid: Laid, web: Web): Taken[] =>
  wishesOf(laid, () => NOTHING_BONDED).map((wish): Taken => {
    const situation = situationOf(wish);
    const [rule] = judge(situation, web).forbiddenBy;
    return { pieceId: wish.pieceId, ruledOutBy: rule ? found(rule, situation, web) : null };
  });
