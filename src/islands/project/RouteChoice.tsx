import { Select } from '~/components';
import { type Project, ROUTES, type Route } from '~/core/keep/model';
import { ROUTE_FACTS } from '~/core/lay/facing';
import { edit } from '~/store';

const LIKE_THE_PROJECT = 'project';
const MIXED = 'mixed';

/** How a shape gets onto its cloth: for one piece or for several, as the project does or in its own way. */
export function RouteChoice({ project, ids }: { project: Project; ids: readonly string[] }) {
  const mine = new Set(project.pieces.filter((p) => ids.includes(p.id)).map((p) => p.route ?? LIKE_THE_PROJECT));
  const [one = LIKE_THE_PROJECT] = mine;
  return (
    <Select
      label="How it gets onto the cloth"
      value={mine.size > 1 ? MIXED : one}
      options={[
        ...(mine.size > 1 ? [{ value: MIXED, label: 'each in its own way' }] : []),
        { value: LIKE_THE_PROJECT, label: `as the project: ${ROUTE_FACTS[project.route].name.toLowerCase()}` },
        ...ROUTES.map((r) => ({ value: r, label: ROUTE_FACTS[r].name })),
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
