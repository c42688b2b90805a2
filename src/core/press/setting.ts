import { coverFacts, FIBRE_FACTS, surfaceFacts } from '../material';
import type { Cover, Said, Setting } from '../model';
import { dotsForSoleplate } from '../units';
import { FLOW_MARGIN_C, LONGEST_S, MARGIN, PILE_CEILING_KPA, SHORTEST_S, SLOW_S } from './data';
import { dialFor } from './dial';
import { placementsFor } from './placements';
import { leanWords, pressureKPa, pressureOn } from './pressure';
import { coolingS, type PressRun, simulate } from './simulate';
import type { PressRequest } from './stack';

const said = (code: string, text: string): Said => ({ code, text });
const c = (t: number): string => `${Math.round(t)} °C`;
const s = (t: number): string => (t < 10 ? `${Math.round(t * 2) / 2} s` : `${Math.round(t)} s`);

/** From the moment it is bonded to the first harm. */
export interface Window {
  readonly minS: number;
  readonly maxS: number;
  readonly harm: PressRun['harm'];
}

/** The dwell window of a press; null when it is harmed before it is bonded, or never bonded. */
export const windowOf = (run: PressRun): Window | null =>
  run.bondedS === null || (run.harm && run.harm.atS <= run.bondedS)
    ? null
    : { minS: run.bondedS, maxS: run.harm?.atS ?? LONGEST_S.value, harm: run.harm };

const HARM_WORDS = {
  'strike-through': (who: string) => `adhesive comes through ${who || 'the cloth'}`,
  overheated: (who: string) => `${who || 'the web'} gets hotter than it may`,
  scorch: (who: string) => `${who || 'the cloth'} scorches`,
  ooze: () => 'adhesive oozes out at the edges',
} as const;

/** Something that would open or shorten a window, worked out with its own. */
export interface Remedy {
  readonly code: string;
  readonly text: string;
  readonly minS: number;
  readonly maxS: number;
}

/** The hottest soleplate that everything in this press bears, and what bears least. */
export function hottestC(r: PressRequest): { at: number; who: string } {
  const cover = coverFacts(
    r.bench.cover,
    r.covers?.find((x) => x.id === r.bench.coverId),
  );
  const limits = [
    { at: r.fabric.maxIronC, who: r.fabric.name || 'the cloth' },
    ...r.onto.map((f) => ({ at: f.maxIronC, who: `${f.name || 'the cloth'} beneath` })),
    { at: r.web.maxC, who: r.web.name || 'the web' },
    { at: cover.limitC.value, who: `the ${cover.name}` },
  ];
  return limits.reduce((a, b) => (b.at < a.at ? b : a));
}

/** How long a bond may take at a soleplate temperature, within the limits of this request. */
export function runAt(
  r: PressRequest,
  soleplateC: number,
  more: { kPa?: number; steam?: boolean; sectionAtS?: number; untilS?: number } = {},
): PressRun {
  const { kPa } = pressureOn(r.iron, [r.fabric, ...r.onto]);
  return simulate(r, {
    soleplateC,
    kPa: more.kPa ?? r.kPa ?? kPa,
    steam: more.steam ?? wantsSteam(r),
    ...more,
    ...(more.untilS ? { untilS: more.untilS } : {}),
  });
}

/** Steam to bond, where the leaflet or the request asks for it and the iron makes it; never to fuse. */
export const wantsSteam = (r: PressRequest): boolean =>
  r.stage === 'bond' && r.iron.steam && (r.steam ?? r.web.leaflet.bond.steam);

const COVERS_BY_THICKNESS: readonly Cover[] = ['none', 'parchment', 'coated-sheet', 'press-cloth', 'damp-cloth'];

/** What would open a window or make it shorter: each tried by itself, and kept when it helps. */
export function remediesFor(r: PressRequest, soleplateC: number, now: Window | null): Remedy[] {
  const remedies: Remedy[] = [];
  const limit = hottestC(r).at;
  const reach = r.iron.dial.at(-1)?.measuredC ?? Number.POSITIVE_INFINITY;
  const offer = (
    code: string,
    text: string,
    request: PressRequest,
    at: number,
    more: Parameters<typeof runAt>[2] = {},
  ): void => {
    const w = windowOf(runAt(request, at, more));
    if (w && (!now || w.minS < now.minS * 0.9)) remedies.push({ code, text, minS: w.minS, maxS: w.maxS });
  };
  const hotter = Math.min(limit, reach);
  if (hotter > soleplateC + 4) offer('hotter', `Set the iron to ${c(hotter)}`, r, hotter);
  const thinner = COVERS_BY_THICKNESS.slice(0, COVERS_BY_THICKNESS.indexOf(r.bench.cover));
  if (thinner.includes('parchment'))
    offer(
      'thinner-cover',
      'Lay baking parchment instead',
      { ...r, bench: { ...r.bench, cover: 'parchment', coverId: null } },
      Math.min(soleplateC, 220),
    );
  if (thinner.includes('none') && !FIBRE_FACTS[r.fabric.fibre].synthetic)
    offer('bare', 'Use the bare iron', { ...r, bench: { ...r.bench, cover: 'none', coverId: null } }, soleplateC);
  if (r.bench.surface !== 'wool-mat' && r.bench.surface !== 'ironing-board')
    offer(
      'softer-surface',
      'Press on an ironing board',
      { ...r, bench: { ...r.bench, surface: 'ironing-board', surfaceId: null } },
      soleplateC,
    );
  const { kPa, softest } = pressureOn(r.iron, [r.fabric, ...r.onto]);
  if (!softest) offer('lean', 'Lean harder', r, soleplateC, { kPa: kPa * 2 });
  if (wantsSteam(r)) offer('dry', 'Press dry', { ...r, steam: false }, soleplateC, { steam: false });
  if (r.stage === 'fuse' && r.side === 'cloth')
    offer('through-liner', 'Turn it over and press through the liner', { ...r, side: 'liner' }, soleplateC);
  return remedies.sort((a, b) => a.minS - b.minS).slice(0, 3);
}

/** Rounded to what a person can count: half seconds up to 10, whole ones beyond. */
const countable = (seconds: number): number => (seconds < 10 ? Math.round(seconds * 2) / 2 : Math.round(seconds));

/**
 * Heat, dwell, pressure and cooling for one press, worked out for this stack on this iron.
 * The leaflet rules where it keeps within every limit and its seconds lie in our window; where it does not, ours do, and the reasons say why.
 * Never above a care limit. All figures are estimates of a model and are said to be.
 * @returns always a setting; `workable` is false when nothing can be pressed so, and the first caution says what would help
 */
export function settingFor(r: PressRequest): Setting {
  const { web, iron, bench } = r;
  const leaflet = web.leaflet[r.stage];
  const cautions: Said[] = [];
  const reasons: Said[] = [
    said(
      'leaflet',
      `The leaflet says ${c(leaflet.heatC)} for ${leaflet.dwellS} s, ${leaflet.steam ? 'with steam' : 'dry'}.`,
    ),
  ];
  const cover = coverFacts(
    bench.cover,
    r.covers?.find((x) => x.id === bench.coverId),
  );
  const surface = surfaceFacts(
    bench.surface,
    r.surfaces?.find((x) => x.id === bench.surfaceId),
  );
  const lowest = hottestC(r);
  const flowC = web.meltC + FLOW_MARGIN_C.value;
  const hottest = iron.dial.at(-1)?.measuredC ?? Number.POSITIVE_INFINITY;
  const coolest = iron.dial[0]?.measuredC ?? 0;
  const rising = iron.dial.every((d, i) => i === 0 || d.measuredC > iron.dial[i - 1]!.measuredC);
  let workable = true;
  let soleplateC = Math.min(leaflet.heatC, lowest.at);
  if (flowC > lowest.at) {
    workable = false;
    soleplateC = lowest.at;
    cautions.push(
      said(
        'melts-above-limit',
        `Do not press this. The web flows from about ${c(flowC)}, and ${lowest.who} takes at most ${c(lowest.at)}. Choose a web that melts below ${c(lowest.at - FLOW_MARGIN_C.value)}, or another cloth.`,
      ),
    );
  } else if (soleplateC < flowC) {
    soleplateC = Math.min(lowest.at, flowC + FLOW_MARGIN_C.value);
    cautions.push(
      said(
        'leaflet-below-melting',
        `The leaflet's ${c(leaflet.heatC)} is hardly above where the web melts (${c(web.meltC)}); set to ${c(soleplateC)}. Check the leaflet.`,
      ),
    );
  } else if (soleplateC < leaflet.heatC)
    reasons.push(
      said(
        'cooler',
        `${lowest.who.charAt(0).toUpperCase()}${lowest.who.slice(1)} takes at most ${c(lowest.at)}, so the iron is set lower and stands longer.`,
      ),
    );
  if (rising && hottest < flowC) {
    workable = false;
    cautions.unshift(
      said(
        'iron-too-cool',
        `${iron.name} does not get hot enough to melt this web. Use another iron or a web that melts below ${c(hottest - FLOW_MARGIN_C.value)}.`,
      ),
    );
  } else if (rising && soleplateC > hottest) soleplateC = hottest;
  if (rising && workable && coolest > lowest.at + 8) {
    workable = false;
    cautions.unshift(
      said('iron-too-hot', `The lowest mark of ${iron.name} is hotter than this cloth can take. Use another iron.`),
    );
  }

  const { kPa, softest } = pressureOn(iron, [r.fabric, ...r.onto]);
  const pressed = r.kPa ?? kPa;
  if (softest && kPa < pressureKPa(iron))
    reasons.push(said('no-lean', `${softest.name || 'Pile'} must not be squashed: no lean.`));
  const steam = wantsSteam(r);
  let run = runAt(r, soleplateC);
  let window = windowOf(run);
  // Too slow as the leaflet has it: up to what everything bears.
  const up = Math.min(lowest.at, rising ? hottest : Number.POSITIVE_INFINITY);
  if (workable && up > soleplateC + 2 && (!window || window.minS > SLOW_S.value)) {
    const hotterRun = runAt(r, up);
    const hotter = windowOf(hotterRun);
    if (hotter && (!window || hotter.minS < window.minS)) {
      reasons.push(
        said(
          'hotter',
          `At ${c(soleplateC)} the bond line would be too slow: ${c(up)} is set, which everything here bears.`,
        ),
      );
      soleplateC = up;
      run = hotterRun;
      window = hotter;
    }
  }
  const remedies = workable && (!window || window.minS > SLOW_S.value) ? remediesFor(r, soleplateC, window) : [];
  if (workable && !window) {
    workable = false;
    const why = run.harm
      ? `${HARM_WORDS[run.harm.code](run.harm.who)} after ${s(run.harm.atS)}, before it is bonded`
      : `after a whole minute the bond line has reached only ${c(run.bondC.at(-1)!)}`;
    const help = remedies.map((m) => `${m.text}: ${s(m.minS)} to ${s(m.maxS)}`).join('. ');
    cautions.unshift(
      said('no-window', `This would not work: ${why}. ${help ? `${help}.` : 'Use another web, or sew instead.'}`),
    );
  }
  const minS = Math.max(SHORTEST_S.value, window?.minS ?? leaflet.dwellS);
  const maxS = Math.max(minS, window?.maxS ?? leaflet.dwellS);
  const ours = Math.min(minS + (maxS - minS) * MARGIN.share.value, minS * MARGIN.most.value);
  const within =
    window !== null &&
    leaflet.dwellS >= minS &&
    leaflet.dwellS <= maxS &&
    soleplateC >= leaflet.heatC - 3 &&
    soleplateC <= leaflet.heatC + 3;
  let seconds = within ? leaflet.dwellS : countable(ours);
  if (window)
    reasons.push(
      within
        ? said(
            'leaflet-rules',
            `By our model it is bonded after ${s(minS)}${window.harm ? ` and harmed after ${s(maxS)} (${HARM_WORDS[window.harm.code](window.harm.who)})` : ', and not harmed within a minute'}: the leaflet lies between, and rules.`,
          )
        : said(
            'ours-rules',
            `The leaflet ${soleplateC < leaflet.heatC - 3 ? 'is hotter than this stack bears' : leaflet.dwellS < minS ? `is too short: here the bond line needs ${s(minS)}` : `is too long: ${window.harm ? HARM_WORDS[window.harm.code](window.harm.who) : 'it would be harmed'} after ${s(maxS)}`}. Our figure rules.`,
          ),
    );
  seconds = Math.min(maxS, Math.max(minS, seconds));
  reasons.push(oneThing(r, run, soleplateC, minS, cover.name, surface.name));
  for (const m of remedies)
    if (window)
      reasons.push(
        said(
          `quicker-${m.code}`,
          `Quicker: ${m.text.charAt(0).toLowerCase()}${m.text.slice(1)}, then from ${s(m.minS)}.`,
        ),
      );

  const dial = dialFor(iron, soleplateC);
  if (dial.problem) cautions.push(said(`dial-${dial.problem.code}`, dial.problem.text));
  if (bench.cover === 'damp-cloth' || steam)
    cautions.push(said('steam', 'Steam scalds: keep hands and face away, lift the far edge first.'));
  if (soleplateC > 180) cautions.push(said('hot', 'Very hot plate: never leave it face down or alone.'));
  if (r.fabric.fibre === 'pvc' || r.fabric.kind === 'vinyl' || r.onto.some((f) => f.kind === 'vinyl'))
    cautions.push(said('fumes', 'Vinyl gives off fumes when heated: lowest setting, window open, or not at all.'));
  if (FIBRE_FACTS[r.fabric.fibre].synthetic && bench.cover === 'none')
    cautions.push(said('shine', 'A bare iron marks synthetics: lay parchment or a cloth between.'));
  if (seconds > LONGEST_S.value * 0.7)
    cautions.push(
      said(
        'long',
        `${Math.round(seconds)} s is longer than anyone stands still: set down several times, and let it cool between.`,
      ),
    );
  if (softest && pressed > PILE_CEILING_KPA.value * 1.5)
    cautions.push(
      said(
        'squashed',
        `${softest.name || 'Pile'} is pressed flat by this iron’s own mass: use a lighter one, or a press cloth and steam.`,
      ),
    );
  if (iron.vents && r.stage === 'bond')
    reasons.push(said('vents', 'Vent holes press nothing: shift the iron by a thumb on the second round.'));

  const coolS = workable
    ? coolingS(
        r,
        { soleplateC, kPa: pressed, steam },
        seconds,
        bench.surface === 'glass' ? 'cold-table' : 'on-the-board',
      )
    : 0;
  return {
    heat: { soleplateC: Math.round(soleplateC), mark: dial.mark, dots: dotsForSoleplate(soleplateC) },
    dwell: { seconds, minS: Math.floor(minS * 10) / 10, maxS: Math.ceil(maxS * 10) / 10 },
    pressure: { kPa: Math.round(pressed * 100) / 100, text: leanWords(pressed) },
    steam,
    cover: bench.cover,
    placements: placementsFor(r.sizeMm.widthMm, r.sizeMm.heightMm, iron),
    coolS: coolS < 10 ? Math.ceil(coolS) : Math.round(coolS / 5) * 5,
    workable,
    cautions,
    reasons,
    leaflet: { heatC: leaflet.heatC, dwellS: leaflet.dwellS, rules: within },
    unsureC: Math.round(dial.unsureC),
    remedies: remedies.map((m) => ({
      code: m.code,
      text: m.text,
      minS: Math.round(m.minS * 10) / 10,
      maxS: Math.round(m.maxS * 10) / 10,
    })),
  };
}

/** The one thing that matters most in this stack: what the heat spends most of its time on. */
function oneThing(
  r: PressRequest,
  run: PressRun,
  soleplateC: number,
  minS: number,
  cover: string,
  surface: string,
): Said {
  const { stack } = run;
  // Resistance above the bond line, layer by layer: what holds the heat up most.
  let worst = { name: 'the touch of iron and cloth', share: stack.plateM2KW };
  let sum = stack.plateM2KW;
  const target = r.stage === 'fuse' && r.side !== 'cloth' ? stack.web : stack.web + 1;
  for (let k = 0; k < Math.min(target, stack.layers.length); k++) {
    const l = stack.layers[k]!;
    const resistance = l.layer.thicknessMm / 1000 / l.layer.conductivityWmK;
    sum += resistance + (stack.contactsM2KW[k] ?? 0);
    if (resistance > worst.share)
      worst = { name: l.role === 'cover' ? `the ${cover}` : l.name || l.role, share: resistance };
  }
  const water = stack.layers.slice(0, target + 1).reduce((w, l) => w + l.layer.waterGsm, 0);
  const room = soleplateC - r.web.meltC;
  if (room < 22)
    return said(
      'matters-room',
      `What matters most: the iron is only ${Math.round(room)} °C hotter than where the web melts, so the last degrees come slowly.`,
    );
  if (water > 35)
    return said(
      'matters-water',
      `What matters most: about ${Math.round(water)} g/m² of water must boil off first; until then the bond line stays near 100 °C.`,
    );
  return said(
    'matters-layer',
    `What matters most: ${Math.round((worst.share / sum) * 100)} % of what holds the heat up is ${worst.name}${minS > 12 ? `; on ${surface} it takes its time` : ''}.`,
  );
}
