import { EMPTY_BOARD, holdsMarkup, type Project, USUAL_GATHERING } from '../keep/model';

/** What plays no part in a plan. Pictures are by far the most of a project. */
const UNPLANNED = { pictures: [], board: EMPTY_BOARD, gathering: USUAL_GATHERING } satisfies Partial<Project>;
/** Of a name only that it holds markup is told. */
const nameAsPlanned = (name: string): string => (holdsMarkup(name) ? name : '');

/** A project without what no plan, sheet or stitch looks at: what crosses to the thread that works them out. */
export const asAsked = (project: Project): Project => ({ ...project, ...UNPLANNED });

/** A project as it is planned: what was worked out before still holds when it gets another name, a step is done or something is ticked off. */
export const asPlanned = (project: Project): Project => ({ ...asAsked(project), name: nameAsPlanned(project.name) });

/** Whether two states of a project have the same plan, as far as can be told without making one. */
export const samePlanned = (a: Project, b: Project): boolean =>
  nameAsPlanned(a.name) === nameAsPlanned(b.name) &&
  (Object.keys(a) as (keyof Project)[]).every((key) => key === 'name' || key in UNPLANNED || a[key] === b[key]);
