import { useRef } from 'react';
import { Button } from '~/components';
import type { Plan, Project } from '~/core/keep/model';
import { undo } from '~/store';
import { pieceCalled } from '~/words';
import css from './Match.module.css';

interface Change {
  readonly pieceId: string;
  readonly from: string | null;
  readonly to: string | null;
}

/** What differs between two plans' choices, piece by piece. */
export function choiceChanges(before: Plan, after: Plan): Change[] {
  const was = new Map(before.choices.map((c) => [c.pieceId, c.webId]));
  return after.choices.flatMap((c) => {
    const from = was.get(c.pieceId);
    return from === undefined || from === c.webId ? [] : [{ pieceId: c.pieceId, from, to: c.webId }];
  });
}

/** After a change of purpose, edge or fabric: which pieces get another web by it. */
export function ChangedChoices({ project, plan }: { project: Project; plan: Plan }) {
  const seen = useRef(plan);
  const shown = useRef<{ plan: Plan; changes: Change[] } | null>(null);
  if (seen.current !== plan) {
    shown.current = { plan, changes: choiceChanges(seen.current, plan) };
    seen.current = plan;
  }
  const changes = shown.current?.plan === plan ? shown.current.changes : [];
  const web = (id: string | null): string =>
    id === null ? 'no web' : (project.webs.find((w) => w.id === id)?.name ?? 'another');
  const groups = new Map<string, string[]>();
  for (const c of changes) {
    const index = project.pieces.findIndex((p) => p.id === c.pieceId);
    const piece = project.pieces[index];
    if (!piece) continue;
    const key = `${web(c.from)} → ${web(c.to)}`;
    groups.set(key, [...(groups.get(key) ?? []), pieceCalled(piece, index + 1)]);
  }
  return (
    <div className={css.changed} role="status" data-changes={changes.length}>
      {groups.size > 0 && (
        <>
          <ul>
            {[...groups].map(([key, names]) => (
              <li key={key}>
                <strong>{key}</strong>: {names.slice(0, 6).join(', ')}
                {names.length > 6 && ` and ${names.length - 6} more`}
              </li>
            ))}
          </ul>
          <Button look="plain" onClick={undo}>
            Undo that
          </Button>
        </>
      )}
    </div>
  );
}
