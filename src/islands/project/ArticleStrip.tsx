import type { ReactNode } from 'react';
import { PictureView } from '~/components';
import { type ArticleView, viewOf } from '~/core/keep/model';
import { lookAtArticle, useWorkbench } from '~/store';
import css from './ArticleStrip.module.css';

const NO_SPOTS = {};

/** The articles of a project side by side, each on its own ground; one is looked at. Shown once there is more than one. */
export function ArticleStrip({ project, children }: { project: ArticleView; children?: ReactNode }) {
  const whole = useWorkbench((s) => s.project);
  if (!whole || whole.articles.length < 2) return null;
  return (
    <ul className={css.strip} aria-label="Articles">
      {whole.articles.map((a) => {
        const view = viewOf(whole, a.id);
        const pieces = view.pieces.length === 1 ? '1 piece' : `${view.pieces.length} pieces`;
        return (
          <li key={a.id} className={css.article} data-here={a.id === project.article.id}>
            <span className={css.thumb} aria-hidden="true">
              <PictureView project={view} spots={NO_SPOTS} title="" />
            </span>
            <button
              type="button"
              className={css.name}
              aria-pressed={a.id === project.article.id}
              data-article={a.id}
              onClick={() => lookAtArticle(a.id)}
            >
              {a.name || 'Unnamed'}
            </button>
            <span className={css.count}>
              {a.count > 1 ? `${a.count} × ` : ''}
              {pieces}
            </span>
          </li>
        );
      })}
      {children && <li>{children}</li>}
    </ul>
  );
}
