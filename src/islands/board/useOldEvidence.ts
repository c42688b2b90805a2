import { useEffect } from 'react';
import { ticketBehind } from '~/core/hands/board';
import { peelOfFault, swatchOfPress } from '~/core/keep/book';
import type { Plan, Project } from '~/core/keep/model';
import { noteSeen } from '~/store';

/** What was found wrong before there was a book is moved into it, once: as far as its press is still planned. */
export function useOldEvidence(project: Project, plan: Plan, writes: boolean): void {
  const { evidence } = project.board;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each project, with its first plan
  useEffect(() => {
    if (!writes || evidence.length === 0) return;
    const swatches = evidence.flatMap((e) => {
      const step = plan.making.steps.find((s) => s.kind === e.kind && s.pieceIds.some((id) => e.pieceIds.includes(id)));
      const ticket = step && ticketBehind(plan, step);
      const peel = ticket && peelOfFault(e.code, ticket);
      if (!ticket || peel === null || peel === undefined || e.dwellS === null || e.heatC === null) return [];
      const swatch = swatchOfPress(project, plan, ticket, {
        id: `seen ${e.id}`.slice(0, 100),
        atMs: e.atMs,
        seconds: e.dwellS,
        peel,
        from: 'board',
      });
      // Which mark it was is not known any more: its heat is.
      return swatch ? [{ ...swatch, mark: null, heatC: e.heatC }] : [];
    });
    void noteSeen(swatches).catch(() => undefined);
  }, [project.id, writes]);
}
