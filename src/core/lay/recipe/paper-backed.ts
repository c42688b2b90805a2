import { factsOf } from '../../choose/material';
import { handLaid } from './layers';
import { PLAIN, type Recipe } from './recipe';

/** Cloths from this mass on, g/m², with gaps no wider than this, mm, need no paper behind them. Common practice; the figures are ours. */
const HEAVY_GSM = 260;
const CLOSE_MM = 0.08;

/**
 * Cloth backed with paper, to cover boxes and frames: film on the wrong side, and paper over all of the adhesive, so that no glue seeps through.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const paperBacked: Recipe = {
  ...PLAIN,
  needsGround: false,
  layered: true,
  trimmed: true,
  sheetwise: () => true,
  otherSide: {
    called: 'paper',
    answers: { piece: 'clothId', side: 'paperId' },
    lies: 'on-top',
    material: 'paper',
    usual: { clothId: 'tissue', name: 'Tissue paper', colour: '#f4f1e8' },
  },
  tells: (project) =>
    [...new Set(handLaid(project).map((p) => p.fabricId))].flatMap((fabricId) => {
      const fabric = project.fabrics.find((f) => f.id === fabricId);
      const heavy = fabric && fabric.massGsm >= HEAVY_GSM && factsOf(fabric).poreMm <= CLOSE_MM;
      return heavy ? [{ code: 'needs-no-paper' as const, fabricId }] : [];
    }),
  phases: ['ready', 'draw', 'web', 'cut', 'lay', 'trim', 'finish'],
};
