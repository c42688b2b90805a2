import { pathOf, printPath } from '~/core/base/shape';
import type { Wish } from '~/core/choose/match';
import { fabricFrom, webFrom } from '~/core/choose/material';
import { type PressAsk, type PressColumn, type PressRequest, requestOf } from '~/core/choose/press';
import {
  type Fabric,
  type Ground,
  type Intent,
  type Iron,
  NO_WANTS,
  newPiece,
  newProject,
  type Piece,
  type Project,
  USUAL_SCHOOLS,
  type Web,
} from '~/core/keep/model';
import { turnOver } from '~/core/lay/facing';
import { planProject } from '~/core/plan';
import { spokenPlan } from '~/words';

/** The plan as the endpoint answers it: findings with their sentences. */
export const spoken = (p: Project) => spokenPlan(planProject(p), p);

/** An outline turned over, as path data. */
export const turnedOver = (outline: string): string => printPath(turnOver(pathOf(outline)));

export const square = (side: number, x = 0, y = 0): string => `M${x} ${y}h${side}v${side}h${-side}Z`;

export const cotton = (more: Partial<Fabric> = {}): Fabric =>
  fabricFrom('solid-cotton', {
    id: 'cotton',
    name: 'Test cotton',
    massGsm: 140,
    colour: '#a1b2c3',
    clothId: null,
    ...more,
  });

export const web = (more: Partial<Web> = {}): Web =>
  webFrom('light-film', { id: 'web', name: 'Test web', meltC: 105, maxC: 170, stockMm: 2000, kindId: null, ...more });

export const iron = (more: Partial<Iron> = {}): Iron => ({
  id: 'iron',
  name: 'Test iron',
  kind: 'household',
  soleplate: { widthMm: 115, lengthMm: 220 },
  massKg: 1.4,
  leanN: 20,
  vents: false,
  steam: true,
  steamFromC: null,
  dial: [
    { mark: '•', measuredC: 105 },
    { mark: '••', measuredC: 148 },
    { mark: '•••', measuredC: 195 },
  ],
  ...more,
});

export const piece = (id: string, outline: string, more: Partial<Piece> = {}): Piece =>
  newPiece({ id, label: id, fabricId: 'cotton', outline, ...more });

/** A project on one ground of 400 × 400 mm. */
export const project = (
  pieces: Piece[] = [],
  more: Partial<Omit<Project, 'bench'>> & { ground?: Partial<Ground>; bench?: Partial<Project['bench']> } = {},
): Project =>
  newProject({
    id: 'test',
    name: 'Test',
    pieces,
    fabrics: [cotton()],
    webs: [web()],
    irons: [iron()],
    ...more,
    ground: { fabricId: 'cotton', widthMm: 400, heightMm: 400, ...more.ground },
    bench: { ironId: 'iron', ...more.bench },
  });

/** A purpose: appliqué that is never washed, blanket stitched. */
export const intent = (more: Partial<Intent> = {}): Intent => ({
  laundering: 'never',
  hand: 'medium',
  edge: 'blanket',
  ...more,
});

/** What a piece asks of its web: cotton on cotton, for that purpose. */
export const wish = (more: Partial<Wish> = {}): Wish => ({
  pieceId: 'p',
  overruledWith: null,
  fabric: cotton(),
  beneath: [cotton({ id: 'ground' })],
  bonded: [],
  edge: 'blanket',
  route: 'trace-on-liner',
  intent: intent(),
  wants: NO_WANTS,
  schools: USUAL_SCHOOLS,
  layers: 2,
  narrowMm: 80,
  longMm: 120,
  fabricAreaMm2: 8000,
  ...more,
});

/** The ground of a project's first article. */
export const groundOf = (p: Project): Ground => {
  const ground = p.articles[0]?.ground;
  if (!ground) throw new Error('it has no background');
  return ground;
};

/** One press: cotton on cotton, on a bare ironing board. Its column stands beside what it was asked with. */
export function pressAsk(more: Partial<PressAsk> = {}): PressAsk & PressRequest {
  const ask: PressAsk = {
    stage: 'bond',
    fabric: cotton(),
    onto: [cotton({ id: 'ground' })],
    web: web(),
    iron: iron(),
    bench: { cover: 'none', surface: 'ironing-board', coverId: null, surfaceId: null },
    ...more,
  };
  return { ...ask, ...requestOf(ask) };
}

/** The same press with each of these beneath it, ground first. */
export const columnsOn = (ask: PressAsk, piles: readonly (readonly Fabric[])[]): PressColumn[] =>
  piles.map((onto) => pressAsk({ ...ask, onto }).column);

/** A project as version 1 of the file had it: one ground, its kind among what is intended, one cover for every press. */
export function asVersion1(p: Project, kind: 'applique' | 'window' | 'layered' = 'applique'): Record<string, unknown> {
  const { articles, recipe: _, bench, intent: wanted, pieces, ...rest } = structuredClone(p);
  const { covers, coverIds, ...board } = bench;
  return {
    ...rest,
    version: 1,
    intent: { kind, ...wanted },
    ground: articles[0]?.ground,
    pieces: pieces.map(({ articleId: _article, ...q }) => q),
    bench: { ...board, cover: covers.bond, coverId: coverIds.bond },
  };
}
