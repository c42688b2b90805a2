import { LengthField, Select } from '~/components';
import type { Article, Project } from '~/core/keep/model';
import { edit } from '~/store';
import css from './Trims.module.css';

type Trim = Project['gathering']['trims'][number];
/** A border or a binding round an article. */
function setTrim(project: Project, articleId: string, change: Partial<Pick<Trim, 'border' | 'binding'>>): void {
  const { gathering } = project;
  const known = gathering.trims.find((t) => t.articleId === articleId) ?? { articleId, border: null, binding: null };
  const next = { ...known, ...change };
  gathering.trims = [
    ...gathering.trims.filter((t) => t.articleId !== articleId),
    ...(next.border || next.binding ? [next] : []),
  ];
}

const NONE = 'none';
/** As one begins with them: a narrow border, a binding cut from strips of 2½ in. Common practice, no source. */
const BEGIN = { border: 60, binding: 63.5 } as const;
const LEAST = { border: 5, binding: 5 } as const;
const MOST = { border: 1000, binding: 300 } as const;
const LABELS = {
  border: { cloth: 'Border', wide: 'Border, finished width' },
  binding: { cloth: 'Binding', wide: 'Strip width, cut' },
} as const;

/** Borders and bindings, article by article: they are no pieces of the picture, and take cloth all the same. @param only of this article; by default of all */
export function Trims({ project, only }: { project: Project; only?: string }) {
  return project.articles
    .filter((a) => a.ground !== null && (only === undefined || a.id === only))
    .map((a) => <TrimsOf key={a.id} project={project} article={a} />);
}

function TrimsOf({ project, article }: { project: Project; article: Article }) {
  const trims = project.gathering.trims.find((t) => t.articleId === article.id);
  const cloths = [{ value: NONE, label: 'none' }, ...project.fabrics.map((f) => ({ value: f.id, label: f.name }))];
  const many = project.articles.length > 1 ? ` of ${article.name || 'it'}` : '';
  return (
    <div className={css.trims}>
      {(['border', 'binding'] as const).map((of) => {
        const trim = trims?.[of] ?? null;
        return (
          <div key={of} className={css.trim}>
            <Select
              label={`${LABELS[of].cloth}${many}`}
              value={trim?.fabricId ?? NONE}
              options={cloths}
              onChange={(fabricId) =>
                edit((p) =>
                  setTrim(p, article.id, {
                    [of]: fabricId === NONE ? null : { fabricId, wideMm: trim?.wideMm ?? BEGIN[of] },
                  }),
                )
              }
            />
            {trim && (
              <LengthField
                label={`${LABELS[of].wide}${many}`}
                units={project.units}
                min={LEAST[of]}
                max={MOST[of]}
                value={trim.wideMm}
                onChange={(wideMm) => edit((p) => setTrim(p, article.id, { [of]: { ...trim, wideMm } }))}
              />
            )}
          </div>
        );
      })}
    </div>
  );
}
