import type { FabricKind, Project, Web } from '../model';

/**
 * Young's modulus in bending, MPa: how stiff a cloth's own substance is once yarns cannot slide, as bonding makes them. Estimated: the order of cloths is common practice,
 * the size from bending lengths of 2–4 cm for cottons of 0.3 mm (Peirce's method, from memory).
 */
export const BENDING_MPA: Readonly<Record<FabricKind, number>> = {
  'quilting-cotton': 20,
  batik: 26,
  linen: 30,
  flannel: 10,
  corduroy: 8,
  denim: 22,
  canvas: 30,
  'wool-felt': 5,
  'craft-felt': 6,
  fleece: 2,
  jersey: 4,
  silk: 18,
  satin: 14,
  vinyl: 40,
  leather: 30,
  other: 16,
};

/** Modulus of the adhesive, MPa, and its density, g/cm³, for a thickness from its mass. Polyamide and polyester hot melts: 50–300 MPa, about 1.1 g/cm³ (from memory); an open web or grid covers only a part. */
export const ADHESIVE = {
  densityGcm3: 1.1,
  modulusMpa: { film: 120, open: 45, grid: 45, powder: 35, tape: 120 } satisfies Record<Web['form'], number>,
} as const;

/** Stiffness over the bare ground that the hand asked for bears at the stiffest place. Estimated: of cottons alone, n³ bonded layers, four to five for a soft hand and about nine for a medium one. */
export const HAND_LIMIT: Readonly<Record<Project['intent']['hand'], number>> = {
  soft: 100,
  medium: 700,
  firm: Number.POSITIVE_INFINITY,
};

/** Light that comes through a cloth falls to 1/e for each so many g/m². Estimated: a plain 140 g/m² cotton lets about a tenth through. */
export const OPACITY_GSM = 60;

/** Colour differences, CIEDE2000: below `vanish` two cloths side by side look alike; a shadow above `shadow` is seen. Common practice in colour work (from memory): about 2 is just noticed, 10 at a glance. */
export const COLOUR_LIMITS = { vanish: 8, shadow: 4 } as const;
