import { fabricFrom, factsOf } from '../../choose/material';
import type { Fabric, Piece, Project } from '../../keep/model';
import { clothNamed } from './answers';
import { freeId, sameThings, withoutLayers } from './layers';
import { PLAIN, type Recipe } from './recipe';

const isFoil = (f: Fabric | undefined): boolean => f !== undefined && factsOf(f).material === 'foil';
const GOLD = { name: 'Gold foil', colour: '#d4b048' } as const;

/** Every piece is of foil: what is not yet becomes of the foil that was answered, or that is there. */
function layOut(project: Project): Project {
  const known = new Map(project.fabrics.map((f) => [f.id, f]));
  const named = clothNamed(project, 'foilId');
  const there = named !== undefined && isFoil(known.get(named)) ? known.get(named) : project.fabrics.find(isFoil);
  const foil = there ?? fabricFrom('foil', { ...GOLD, id: freeId(new Set(known.keys()), 'foil') });
  const bare = withoutLayers(project);
  const pieces = bare.pieces.map((p): Piece => (isFoil(known.get(p.fabricId)) ? p : { ...p, fabricId: foil.id }));
  return sameThings(project, {
    ...bare,
    fabrics: there || pieces.length === 0 ? project.fabrics : [...project.fabrics, foil],
    pieces,
  });
}

/**
 * Foil on a ground: web cut on the line, bonded to the right side, and foil metal side up over it. A piece of foil in any picture is made so.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const foilMotif: Recipe = {
  ...PLAIN,
  questions: [],
  layOut,
};
