import { Select } from '~/components';
import { type Project, ROUTES, type Route } from '~/core/keep/model';
import { edit } from '~/store';
import { lower, ROUTE_WORDS } from '~/words';

const LIKE_THE_PROJECT = 'project';
const MIXED = 'mixed';

/** How a shape gets onto its cloth: for one piece or for several, as the project does or in its own way. */
export function RouteChoice({ project, ids }: { project: Project; ids: readonly string[] }) {
  const mine = new Set(project.pieces.filter((p) => ids.includes(p.id)).map((p) => p.route ?? LIKE_THE_PROJECT));
  const [one = LIKE_THE_PROJECT] = mine;
  return (
    <Select
      label="How it is cut"
      value={mine.size > 1 ? MIXED : one}
      options={[
        ...(mine.size > 1 ? [{ value: MIXED, label: 'several ways' }] : []),
        { value: LIKE_THE_PROJECT, label: `as the project: ${lower(ROUTE_WORDS[project.route].name)}` },
        ...ROUTES.map((r) => ({ value: r, label: ROUTE_WORDS[r].name })),
      ]}
      onChange={(v) => {
        if (v === MIXED) return;
        edit((p) => {
          for (const piece of p.pieces)
            if (ids.includes(piece.id)) piece.route = v === LIKE_THE_PROJECT ? null : (v as Route);
        });
      }}
    />
  );
}
