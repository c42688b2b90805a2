import { LengthField, Select } from '~/components';
import type { Article, Project } from '~/core/keep/model';
import { edit } from '~/store';
import { setTrim } from './edits';
import css from './Gather.module.css';

const NONE = 'none';
/** As one begins with them: a narrow border, a binding cut from strips of 2½ in. Common practice, no source. */
const BEGIN = { border: 60, binding: 63.5 } as const;
const LEAST = { border: 5, binding: 5 } as const;
const MOST = { border: 1000, binding: 300 } as const;
const LABELS = {
  border: { cloth: 'Border', wide: 'Border, finished width' },
  binding: { cloth: 'Binding', wide: 'Strip width, cut' },
} as const;

/** Borders and bindings, article by article: they are no pieces of the picture, and take cloth all the same. */
export function Trims({ project }: { project: Project }) {
  return project.articles
    .filter((a) => a.ground !== null)
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
