import { useMemo } from 'react';
import type { Plan, Project } from '~/core/keep/model';
import { correctedFor, type Paper, type SheetDocument } from '~/core/print/sheet';
import { useAsked } from '../project/useAsked';

/** A plan that is a moment older than the project may speak of pieces or webs that are gone: its sheets wait for the next plan. */
const fits = (project: Project, plan: Plan): boolean => {
  const pieces = new Set(project.pieces.map((p) => p.id));
  return plan.tracings.every((t) => pieces.has(t.pieceId)) && plan.tracings.length === pieces.size;
};

/** The sheets to trace, the printer's own error allowed for; null until they are worked out, and while a newer plan has its made those of the last. */
export function useTracingSheets(
  project: Project,
  plan: Plan,
  paper: Paper,
  by: 'cloth' | 'unit',
): { doc: SheetDocument | null; error: string | null } {
  const ready = fits(project, plan);
  // biome-ignore lint/correctness/useExhaustiveDependencies: of another plan they are others
  const asked = useMemo(() => (ready ? { kind: 'tracing' as const, paper, by } : null), [ready, plan, paper, by]);
  const { got, error } = useAsked(
    project,
    asked,
    async (w, about) => await w.sheets(about, { kind: 'tracing', paper, by }),
    'The sheets could not be drawn',
  );
  const { printer } = project;
  const doc = useMemo(() => (got ? correctedFor(got, printer) : null), [got, printer]);
  return { doc, error };
}
