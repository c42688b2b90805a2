import { STANDARD_GRAVITY_N_KG } from '../../base/units';
import type { Cover, Iron, Lean, Surface } from '../../keep/model';
import { type Figure, figure } from '../material';

// Every constant of the press model, with its unit and where it comes from. Cloth, web, cover and surface figures stand in core/material.

export const ROOM_C = figure(20, '°C', 'a heated room');
export const GRAVITY = figure(STANDARD_GRAVITY_N_KG, 'N/kg', 'standard gravity, CGPM 1901');
export const GAS_CONSTANT = figure(8.314462618, 'J/(mol·K)', 'CODATA 2018');
export const ABSOLUTE_ZERO_C = figure(-273.15, '°C', 'definition of the kelvin scale');

/** How finely each layer is divided for the conduction: halving the cells changes a dwell by less than 1 %. */
export const GRID = {
  clothCells: figure(6, 'cells', 'ours'),
  thickCells: figure(9, 'cells', 'ours'),
  thickMm: figure(0.8, 'mm', 'ours: from here on a cloth is divided more finely'),
  coverCells: figure(5, 'cells', 'ours'),
  dampCells: figure(12, 'cells', 'ours: while it dries, a front goes through it'),
  thinCells: figure(2, 'cells', 'ours'),
  thinMm: figure(0.2, 'mm', 'ours: up to here a cover is a film'),
  surfaceCells: figure(12, 'cells', 'ours'),
  surfaceGrowth: figure(1.45, '× the cell above', 'ours: heat goes deep slowly'),
} as const;
/** Time steps of a press, growing from fine to coarse; while cooling they are coarser. */
export const STEP = {
  firstS: figure(0.004, 's', 'ours'),
  growth: figure(1.15, '× the step before', 'ours'),
  mostS: figure(0.2, 's', 'ours'),
  /** While free water boils. */
  mostWetS: figure(0.12, 's', 'ours'),
  /** Later on everything goes slowly: steps may be so long against the time since the last change. */
  mostShare: figure(0.04, 'of the time so far', 'ours: a quarter of it changes a dwell by less than 1 %'),
  /** Once it is bonded only slow things are looked for. */
  bondedShare: figure(0.1, 'of the time so far', 'ours: changes the moment of harm by less than 1 %'),
  afterStroke: figure(4, '× the first step', 'ours'),
  /** A little past the middle of Crank–Nicolson: what desorption switches on and off does not ring. */
  implicit: figure(0.6, 'of the step', 'ours'),
  coolFirstS: figure(0.02, 's', 'ours'),
  coolGrowth: figure(1.2, '× the step before', 'ours'),
  coolMostS: figure(2.5, 's', 'ours'),
} as const;
/** Even the most open web is taken to cover so much of its surface where it lies. */
export const LEAST_COVERAGE = figure(0.2, 'of the surface', 'estimated');
/** No bond line is waited for to come nearer to the room than this. */
export const ROOM_NEAR_C = figure(5, '°C', 'it takes for ever');

/** Resistance of a contact between two layers, falling with pressure: R = R₁·(P/P₁)^−n, never below its floor. */
export const CONTACT = {
  plateM2KW: figure(0.0006, 'm²·K/W', 'cloth against metal at 1 kPa: an air film of about 0.03 mm; estimated'),
  clothM2KW: figure(0.0004, 'm²·K/W', 'cloth against cloth or paper at 1 kPa; estimated'),
  atKPa: figure(1, 'kPa', 'reference pressure'),
  exponent: figure(0.4, '', 'estimated from measured clothing contacts, order of magnitude from memory'),
  leastKPa: figure(0.15, 'kPa', 'a layer lies on the next by its own mass at least; estimated'),
} as const;

/** Cloth gives under pressure: woven and knitted cloth by a share c·P/(P + P₁) of its thickness. */
export const SQUASH = {
  woven: figure(0.12, 'of thickness', 'estimated'),
  /** Pile and nap. */
  thick: figure(0.4, 'of thickness', 'estimated'),
  atKPa: figure(4, 'kPa', 'estimated'),
} as const;
/** Needled felt gives by the logarithm of pressure, T/T₀ = 1 − α·ln(P/P₀), and thermoplastic fibre more when it is hot. */
export const FELT_GIVES = {
  byLog: figure(0.18, 'of thickness', 'α of needled nonwovens, 0.1–0.2: Kothari & Das 1992, from memory'),
  fromKPa: figure(0.5, 'kPa', 'P₀, the same'),
  hot: figure(
    1.6,
    '× for thermoplastic fibre',
    'fitted to all rows of the practice table at once (docs/model.md, Practice): fibre that softens gives more when it is hot',
  ),
  least: figure(0.45, 'of thickness', 'estimated: leaning harder gives little more'),
} as const;

/**
 * Handbooks measure cloth loose, dry and cold. Under an iron its fibres touch, and the more of it is fibre the better it conducts: 1 + share·factor. Felt and fleece stay mostly air.
 */
export const UNDER_IRON = figure(
  3.4,
  '× the share that is fibre',
  'estimated, one figure for all cloth: woven cotton, about a third of it fibre, then conducts 0.09 W/(m·K), as pads of 0.5 g/cm³ do nearly (0.07, Morton & Hearle, from memory)',
);

export const LINER = {
  thicknessMm: figure(0.07, 'mm', 'release paper of about 60 g/m², from memory'),
  conductivityWmK: figure(0.12, 'W/(m·K)', 'paper, from memory'),
  densityKgM3: figure(850, 'kg/m³', 'paper, from memory'),
  specificHeatJKgK: figure(1400, 'J/(kg·K)', 'paper, from memory'),
  limitC: figure(220, '°C', 'release paper browns, from memory'),
} as const;

export const WATER = {
  latentJKg: figure(2_257_000, 'J/kg', 'heat of vaporisation at 100 °C, steam tables'),
  boilsC: figure(100, '°C', 'at sea level'),
  specificHeatJKgK: figure(4186, 'J/(kg·K)', 'handbook'),
  conductivityWmK: figure(0.65, 'W/(m·K)', 'water at 60–100 °C, steam tables'),
  densityKgM3: figure(1000, 'kg/m³', 'handbook'),
} as const;

export const VAPOUR = {
  specificHeatJKgK: figure(2030, 'J/(kg·K)', 'steam at 100–150 °C and one atmosphere, steam tables'),
  /** Heat of vaporisation × molar mass / gas constant: how fast the pressure of saturation rises. */
  clausiusK: figure(4890, 'K', 'from 2.257 MJ/kg, 18.015 g/mol and the gas constant'),
  standardHumidity: figure(0.65, 'of saturation', 'the atmosphere in which regain is given, ISO 139'),
  /** Where people press it is drier. */
  roomShare: figure(0.7, 'of the regain', 'a heated room of about 45 %, the isotherm taken as straight'),
} as const;

/** A household iron's steam, and the first seconds in which it is given. */
export const STEAM = {
  rateKgM2S: figure(0.015, 'kg/(m²·s)', 'estimated: some 20–25 g a minute through a soleplate of 250 cm²'),
  burstS: figure(20, 's', 'estimated: then the tank has to be pumped up again'),
  /** Adhesive takes up water and gives it off with a lag. */
  soaksS: figure(4, 's', 'estimated: a film of some 20 µm, diffusion of 10⁻¹⁰ m²/s when hot'),
  /** Moist adhesive softens earlier. */
  softensC: figure(20, '°C', 'copolyamides take up water and melt some 20 °C lower in steam, from memory'),
  /** Less than this of it getting through is none. */
  leastShare: figure(0.3, 'of the vapour', 'estimated'),
  fromC: figure(130, '°C', 'common practice: from the middle mark; used where the dial was not measured'),
} as const;
/** Wet wool stays near 100 °C under an iron that glides: past its label, as hot as this, while it steams. */
export const GLIDES_WET_C = figure(200, '°C', 'common practice: hot, plenty of steam, no lean');
/** What is warm already when the iron comes. */
export const WARM = {
  groundC: figure(45, '°C', 'estimated: cloth half a minute after it was pressed; worked out by the same conduction'),
  boardC: figure(35, '°C', 'estimated: the pad of a board in use'),
  /** Smoothed and fused shortly before, cloth is dry as well as warm. */
  heldShare: figure(
    0.35,
    'of the regain',
    'common practice: smooth is pressed right before, so that it is warm and dry; half of what it holds in a room, estimated',
  ),
} as const;
/** How much vapour goes on through what lies in its way. */
export const PASSES_VAPOUR = {
  cloth: figure(1, 'of it', 'woven, knitted and felted cloth holds mostly air'),
  sealed: figure(0, 'of it', 'coated, tanned or cast; release paper, parchment, coated sheets'),
} as const;

/** Adhesive wets at a small angle once it flows. */
export const WETTING_COSINE = figure(0.9, '', 'estimated: hot melts on cloth wet well');
/** Adhesive shows on the face at this depth of the cloth; the less of it against what the cloth hides, the deeper. */
export const STRIKE = {
  share: figure(
    1.1,
    'of thickness',
    'fitted: 10 s at 150 °C in a heat press, as practised, show nothing on cotton; what has just got there is hardly seen',
  ),
  scarce: figure(2.5, '', 'how much a scarce web stretches that depth; estimated'),
  mostShare: figure(6, 'of thickness', 'estimated'),
} as const;
/** The thicker the adhesive, the deeper its anchors: it holds once it has gone into the cloth by the roughness and by this. */
export const ANCHOR = figure(
  1.6,
  '× its own thickness / the share of gaps',
  'estimated: a firm film takes two to three times as long as a light one in practice',
);
/** Over-fused: so much of the adhesive has been drawn into cloth that the joint is starved. */
export const DRAWN_IN = {
  fill: figure(0.033, 'of the gaps behind the front', 'estimated: it goes in as fingers, not as a front'),
  most: figure(0.9, 'of the adhesive', 'estimated'),
} as const;
/** Hollows of a rough face that have to be filled before a bond is a bond all over. */
export const HOLLOWS = figure(0.12, 'of the roughness', 'estimated');
/** Gaps of a cloth: what is not fibre, within reason. */
export const CLOTH_GAPS = { least: figure(0.2, '', 'estimated'), most: figure(0.95, '', 'estimated') } as const;
/**
 * Yellowing, glaze and browning go by heat over time: at its limit a layer bears so many seconds, at so many degrees less twice as many.
 */
export const HARM = {
  atLimitS: figure(30, 's', 'estimated: at the label’s heat cloth is ironed, not stood on'),
  doublesC: figure(8, '°C', 'estimated: chemical damage doubles every 8–10 °C, rule of thumb'),
} as const;
/** Adhesive squeezed out of the joint by this share of its thickness oozes at the edges. */
export const OOZE_SHARE = figure(0.3, 'of its thickness', 'estimated');
/** Half the width from which it can be squeezed to an edge. */
export const OOZE_WIDTH_MM = figure(1.5, 'mm', 'estimated');

/** Covers that adhesive does not stick to. */
export const COVER_RELEASES: Readonly<Record<Cover, boolean>> = {
  none: false,
  parchment: true,
  'coated-sheet': true,
  'press-cloth': false,
  'damp-cloth': false,
};

/** Longest press that is looked at, and how long a person stands still. */
export const LONGEST_S = figure(60, 's', 'estimated: nobody stands longer');
export const SHORTEST_S = figure(1, 's', 'nobody counts shorter');
/** How long anyone stands gladly at one spot. */
export const STANDS_S = figure(15, 's', 'common practice: cautious workers stand 5–15 s');
/** How far inside its window a press is kept at either end, and how wide one has to be to be hit. */
export const MARGIN = {
  inside: figure(1.1, '×', 'ours: a tenth, what counting is off by'),
  /** Where scraps have told the seconds themselves, with what they are unsure by. */
  least: figure(1, '×', 'ours: the margin is in what is believed'),
  leastS: figure(1, 's', 'estimated: nobody lifts an iron more exactly'),
  /** With no leaflet to go by: so many times the moment it is bonded. */
  usual: figure(1.3, '×', 'estimated'),
  most: figure(10, '×', 'ours: a leaflet that asks for more than this is not copied to another heat'),
} as const;
/** The leaflet's heat counts as set when the iron is within this of it. */
export const LEAFLET_NEAR_C = figure(3, '°C', 'finer than any dial; estimated');
/** The leaflet decides about seconds until scraps have told so much: this is left of what was not known. */
export const LEAFLET_UNTIL = figure(0.85, 'of it', 'ours');
/** What heat and seconds together cost, weighed against each other: the least of it is set. */
export const WEIGH = {
  offLeaflet: figure(0.1, 'a °C', 'ours: the leaflet’s heat is a prior'),
  longS: figure(12, 's', 'estimated: up to here nobody minds, nor up to what the leaflet says'),
  long: figure(0.4, 'a second', 'ours: nobody stands gladly for longer'),
  tight: figure(8, 'for each e-fold that the window is too narrow', 'ours'),
  shut: figure(30, 'for each e-fold that there is no window even where the dial is right', 'ours'),
  roomy: figure(1.15, '×', 'ours: what a window should be at least, from end to end'),
  overLimit: figure(0.4, 'a °C', 'ours: four times what being off the leaflet costs'),
} as const;
/** How the least of it is looked for. */
export const SEARCH = {
  nodeC: figure(12, '°C', 'ours: between them the logarithm of a moment is nearly straight'),
  firstC: figure(4, '°C', 'ours'),
  lastC: figure(0.5, '°C', 'ours: heats are told in whole degrees'),
  farS: figure(600, 's', 'ours: what never comes is taken to come then'),
} as const;
/** What was not run to its end goes on as it went from here on. */
export const TAIL = figure(0.8, 'of the run', 'ours');
/** Gliding over thick hairy cloth with steam, a look between. */
export const PASSES = {
  fromMm: figure(0.8, 'mm', 'estimated: thinner cloth is steamed through while the iron stands'),
  kPa: figure(0.4, 'kPa', 'common practice: the iron glides close without weight; estimated'),
  passS: figure(8, 's', 'estimated'),
  cushionM2KW: figure(
    0.008,
    'm²·K/W',
    'fitted to wool on wool at the wool mark (docs/model.md, Practice): the iron glides on a film of steam of 0.2 mm, 0.025 W/(m·K)',
  ),
  underShare: figure(0.6, 'of a pass', 'estimated: a spot is under the iron only for a part of it, while it glides'),
  lookS: figure(4, 's', 'estimated'),
  mostS: figure(100, 's', 'a minute of iron, with its looks'),
} as const;
/** Pressed from the back, what lies lower than its neighbours by more gets no pressure. */
export const EVEN_MM = figure(0.3, 'mm', 'estimated: what cloth and board give');
/** A remedy is offered when it shortens the press to this share at most, and heat when it is so much more. */
export const REMEDY = {
  share: figure(0.9, 'of the time', 'estimated'),
  /** Turning the work over pays only from here on. */
  turnedShare: figure(0.7, 'of the time', 'estimated'),
  hotterC: figure(4, '°C', 'estimated'),
  lean: figure(2, '×', 'what a person can still add; estimated'),
  most: figure(3, 'remedies', 'more than anyone reads'),
  /** A scrap is tried for so many times the bond at most. */
  tryTimes: figure(1.5, '×', 'estimated: what is counted beyond it'),
  /** What counting takes beyond the bond on a scrap. */
  tryBeyond: figure(1.3, '×', 'estimated'),
  /** A scrap is tried so far past the label at least. */
  tryC: figure(15, '°C', 'common practice: a mark well above the label, for some seconds; estimated'),
} as const;
/** Shifting the iron by a thumb half-way through a set-down. */
export const SMALL_MOVES = {
  longer: figure(1.2, '× the dwell', 'estimated: what lies under a vent or the rim is covered five sixths of the time'),
  moveS: figure(1, 's a set-down', 'estimated'),
} as const;
/** What fails by less than this is not told: nobody counts so exactly. */
export const TOLD_SHARE = figure(0.98, '×', 'ours');
/** Soleplates above this are told of. */
export const VERY_HOT_C = figure(180, '°C', 'common practice: near the cotton mark');
/** Longer than this share of the longest press is told of. */
export const LONG_SHARE = figure(0.7, 'of the longest press', 'estimated');
/** An iron that by itself presses so much more than pile bears is told of. */
export const SQUASHED = figure(1.5, '× what pile bears', 'estimated');
/** Hardly hotter than where the web melts: less than this between them. */
export const LITTLE_ROOM_C = figure(22, '°C', 'estimated');
/** More water than this above the bond line is what matters most. */
export const MUCH_WATER_GSM = figure(35, 'g/m²', 'estimated');
/** Longer than this the surface beneath is told of. */
export const SLOW_ON_S = figure(12, 's', 'estimated');
/** A hair over a whole second is that second. */
export const SAME_SECOND_S = figure(0.05, 's', 'ours: nobody counts tenths');
/** Cooling is told in single seconds up to this. */
export const FINE_COUNT_S = figure(10, 's', 'ours: fives beyond');
/** Longer cooling is told in steps of this. */
export const COUNT_S = figure(5, 's', 'nobody counts finer');
/** A window in a piece narrower than this is bridged by the soleplate's edge and the cloth's own give. */
export const PLUG_FROM_MM = figure(15, 'mm', 'estimated');
/** A frame that stands above its window by less presses what lies there all the same. */
export const PLUG_STANDS_MM = figure(0.8, 'mm', 'common practice: felt wants a plug, cotton does not');
/** A column holds at most so many cloths; more are counted as these. */
export const MOST_ONTO = figure(10, 'cloths', 'below them the press no longer feels what lies there');
/** Through more cloths than this no iron bonds anything: it is built in parts. */
export const MOST_THROUGH = figure(12, 'cloths', 'estimated: a whole minute is not enough');
/** So many different columns of one press are looked at: the largest, and the highest. */
export const MOST_COLUMNS = figure(12, 'columns', 'ours');
/** A longer seam between two marks is less sure: so much more where it is farthest from both. */
export const DIAL_BETWEEN_C = figure(6, '°C', 'estimated');

/** Slower than this is looked at for something quicker. */
export const SLOW_S = figure(25, 's', 'estimated');

/** Bare metal in still air, and cloth in still air: radiation and convection together. */
export const AIR_WM2K = figure(10, 'W/(m²·K)', 'handbook range 5–15, from memory');
/** Wet cloth dries while it cools: what the air takes away. */
export const DRYING = {
  convectionWM2K: figure(
    5,
    'W/(m²·K)',
    'the part of still air’s exchange that is not radiation, handbook, from memory',
  ),
  airJM3K: figure(1200, 'J/(m³·K)', 'air at 20 °C: 1.2 kg/m³ × 1.005 kJ/(kg·K)'),
  molarKg: figure(0.018015, 'kg/mol', 'water'),
  boilingPa: figure(101_325, 'Pa', 'one atmosphere'),
} as const;
/** Firm enough to peel: the bond line this far below the melting point. */
export const FIRM_BELOW_C = figure(25, '°C', 'estimated: hot melts set well below where they melt');
/** Cloth that feels cool to the hand is cool; the hand itself has some 33 °C. */
export const HAND_WARM_C = figure(40, '°C', 'common practice: work is cool when it feels cool to the hand; estimated');
/** A cold plate or table laid against it while cooling. */
export const COLD_PLATE_M2KW = figure(0.002, 'm²·K/W', 'estimated: cloth lying on a cold table under a light weight');
/** What a cold table is of. */
export const COLD_TABLE: Surface = 'glass';
export const COOL_MOST_S = figure(600, 's', 'ten minutes: enough for anything');

/** A real soleplate: its own heat and its heater. */
export const PLATE = {
  specificHeatJKgK: figure(900, 'J/(kg·K)', 'aluminium, handbook'),
  massShare: figure(0.5, 'of the iron', 'estimated'),
  powerWKg: figure(1300, 'W/kg', 'estimated from household irons of about 2 kW'),
  bandC: figure(6, '°C', 'estimated'),
} as const;

/** Two placements overlap by this share of the soleplate, so that no strip between them is missed. */
export const PLACEMENT_OVERLAP = figure(0.15, 'of the soleplate', 'common practice: overlapping');
/** How set-downs are looked for. */
export const SET_DOWNS = {
  most: figure(1500, 'set-downs', 'nobody presses one piece more often: beyond, they are counted by area alone'),
  mostWork: figure(20_000_000, 'set-downs × corners', 'ours: a tenth of a second'),
  sliverMm2: figure(4, 'mm²', 'less of a shape under a footprint is covered by its neighbours’ overlap; estimated'),
  avoidedCounts: figure(3, '× a set-down', 'ours: what a touch of something pressed already weighs'),
  ringShare: figure(0.6, 'of the soleplate', 'ours: from the centre out, ring by ring of this width'),
} as const;
/** Of a pointed soleplate only the back presses evenly. */
export const EVEN_SHARE = {
  household: figure(0.7, 'of its length', 'estimated'),
  mini: figure(0.75, 'of its length', 'estimated'),
} as const;
/** Lifting and setting down again. */
export const MOVE_S = figure(2, 's', 'estimated');
/** Waiting for an iron to reach another setting: hotter, and cooler. */
export const RESET = {
  hotterSPerC: figure(0.8, 's/°C', 'estimated'),
  coolerSPerC: figure(2.5, 's/°C', 'estimated: irons cool slowly'),
} as const;
/** Settings nearer than this are one: nobody turns a dial by less. */
export const SAME_SETTING_C = figure(2, '°C', 'estimated');
/** Laying out and peeling one piece. */
export const HANDLE_S = figure(20, 's', 'estimated');

/** A mark within this of the wanted heat is the mark to set. */
export const DIAL_NEAR_C = figure(8, '°C', 'estimated: an iron swings by about this');
/** A heat this near to a measured mark is that mark; farther off the dial is set beside it. */
export const DIAL_AT_C = figure(3, '°C', 'estimated: finer than anyone turns a dial');
/**
 * What a mark that nobody measured comes to: how far irons of a kind spread about it, as a standard deviation.
 */
export const MARK_SPREAD_C = {
  household: figure(12.2, '°C', 'common practice: irons differ; one in fifty is 25 °C hotter, estimated'),
  mini: figure(14, '°C', 'small ones run cool, and differ more; estimated'),
  'hand-press': figure(8, '°C', 'regulated, with a display; estimated'),
  'heat-press': figure(6, '°C', 'regulated, with a display; estimated'),
} as const satisfies Record<Iron['kind'], Figure>;
/** What is left of that where other marks of the same iron were measured: an iron runs hot or cool as a whole. */
export const MARK_SPREAD_KNOWN = figure(0.6, 'of it', 'estimated');
/**
 * What is not known of an iron, a web, a cloth and of the model itself before anybody has tried a scrap: standard deviations.
 */
export const PRIOR = {
  /** Of what an iron is off by, the part that each mark has of its own. */
  markOwnC: figure(4, '°C', 'estimated: an iron runs hot or cool as a whole, its marks differ little'),
  measuredC: figure(5, '°C', 'estimated: a thermometer on cloth reads to about this, and the iron swings'),
  lnFlow: figure(0.25, 'of the logarithm', 'estimated: melts of one kind differ by about a quarter'),
  lnTransport: figure(0.2, 'of the logarithm', 'estimated: felts and pile of one thickness differ by about a fifth'),
  lnBench: figure(0.1, 'of the logarithm of seconds', 'estimated'),
  /** What the model is wrong by about one press; scraps of just that press tell. */
  lnPress: figure(0.11, 'of the logarithm of seconds', 'ours: against the rows of the practice table (docs/model.md)'),
  /** What nothing removes: no two presses of one scrap come out alike. */
  lnStays: figure(0.05, 'of the logarithm of seconds', 'estimated'),
} as const;
/** Between which flows and transports a press is looked at, as logarithms, and how finely. */
export const LEARNT_GRID = {
  mostFlow: figure(1, 'of the logarithm', 'ours: four priors'),
  flowStep: figure(0.25, 'of the logarithm', 'ours: between them the logarithm of a moment is nearly straight'),
  mostTransport: figure(0.5, 'of the logarithm', 'ours'),
} as const;
/** So far from what is believed nothing is looked for. */
export const FAR_SDS = figure(4, 'standard deviations', 'the normal distribution: one in thirty thousand lies beyond');
/** How the ways are stepped through, so that no two unknowns go together: small primes. */
export const STEPS_THROUGH = {
  iron: figure(2, 'ways', 'ours'),
  flow: figure(5, 'ways', 'ours'),
  transport: figure(7, 'ways', 'ours'),
} as const;
/** So often an interval is halved: to a billionth of it. */
export const HALVINGS = figure(30, 'times', 'ours');
/** So many equally likely ways in which everything could be. */
export const DRAWS = figure(503, 'ways', 'ours: a prime, so that one list can be stepped through in many orders');

/** Nearer than this to what a mark is believed to be, that mark is set. */
export const NEAR_MARK_SDS = figure(
  0.7,
  'of what it is unsure by',
  'ours: nobody aims beside a mark for less than he knows of it',
);
/** A mark that swatches have told to within this is as good as measured. */
export const KNOWN_C = figure(7, '°C', 'ours: what a measured mark is taken to be off by, at one in ten');

/** A setting is to hold for nine irons in ten, and to harm in one of fifty. */
export const QUANTILE = {
  cold: figure(1.2816, 'standard deviations', 'the normal distribution: nine in ten lie above'),
  hot: figure(2.0537, 'standard deviations', 'the normal distribution: one in fifty lies above'),
} as const;
/** The lowest and the hottest mark of an iron that nobody measured; the others lie evenly between. */
export const USUAL_MARKS_C: Readonly<Record<'household' | 'mini', readonly Figure[]>> = {
  household: [
    figure(110, '°C', 'one dot: ISO 3758'),
    figure(150, '°C', 'two dots: ISO 3758'),
    figure(195, '°C', 'three dots: ISO 3758 allows 200 at most'),
  ],
  mini: [
    figure(110, '°C', 'estimated: small irons run cool, common practice'),
    figure(142, '°C', 'estimated, the same'),
    figure(175, '°C', 'estimated, the same'),
  ],
};

/** What a drop of water does on a soleplate, from the coolest: the heat up to which it does that; the last has no end. */
export const DROPS = [
  { does: 'lies', upToC: figure(100, '°C', 'water boils') },
  { does: 'sizzles', upToC: figure(130, '°C', 'common practice; estimated') },
  {
    does: 'hisses',
    upToC: figure(185, '°C', 'up to where it floats on its own steam, Leidenfrost on metal about 190 °C, from memory'),
  },
  { does: 'dances', upToC: null },
] as const;
export type DropDoes = (typeof DROPS)[number]['does'];

/** What a lean feels like: the pressure each goes up to, lowest first. */
export const LEANS: readonly { readonly lean: Lean; readonly upToKPa: Figure }[] = [
  { lean: 'rest', upToKPa: figure(0.8, 'kPa', 'estimated') },
  { lean: 'lightly', upToKPa: figure(3, 'kPa', 'estimated') },
  { lean: 'firmly', upToKPa: figure(8, 'kPa', 'estimated') },
];
/** How far a lean can be tried out: to so many times the iron's own pressure, and at least so far. */
export const LEAN_REACH = {
  times: figure(2.5, '×', 'estimated'),
  leastKPa: figure(3, 'kPa', 'a light lean'),
} as const;
/** Thick wool and pile must not be squashed: above this the press gets no lean. */
export const PILE_CEILING_KPA = figure(0.8, 'kPa', 'estimated from common practice: no lean on wool');
