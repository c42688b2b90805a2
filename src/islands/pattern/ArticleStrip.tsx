import { Plus, Trash2 } from 'lucide-react';
import { Button, NumberField, Picture, Select, TextField } from '~/components';
import { type ArticleView, newGround, viewOf } from '~/core/model';
import { edit, lookAtArticle, selectAll, useWorkbench } from '~/store';
import css from './ArticleStrip.module.css';
import { addArticle, articleInHand, moveToArticle, takeArticleOut } from './edits';

const NO_SPOTS = {};

/** The articles of a project side by side, each on its own ground; one is looked at. Shown once there is more than one. */
export function ArticleStrip({ project }: { project: ArticleView }) {
  const whole = useWorkbench((s) => s.project);
  if (!whole || whole.articles.length < 2) return null;
  return (
    <ul className={css.strip} aria-label="Articles">
      {whole.articles.map((a) => {
        const view = viewOf(whole, a.id);
        const here = a.id === project.article.id;
        const pieces = view.pieces.length === 1 ? '1 piece' : `${view.pieces.length} pieces`;
        return (
          <li key={a.id}>
            <button
              type="button"
              className={css.article}
              aria-pressed={here}
              data-article={a.id}
              onClick={() => lookAtArticle(a.id)}
            >
              <span className={css.thumb} aria-hidden="true">
                <Picture project={view} spots={NO_SPOTS} title="" />
              </span>
              <span className={css.name}>{a.name || 'Unnamed'}</span>
              <span className={css.count}>
                {a.count > 1 ? `${a.count} × ` : ''}
                {pieces}
              </span>
            </button>
          </li>
        );
      })}
      <li>
        <Button icon={<Plus size={18} />} onClick={addArticle}>
          One more beside it
        </Button>
      </li>
    </ul>
  );
}

/** What is asked of the article in hand: its name, how many are made, and what it lies on. */
export function ArticleFields({ project }: { project: ArticleView }) {
  const { article } = project;
  const several = project.articles.length > 1;
  return (
    <div className={css.fields}>
      <h2>{several ? article.name || 'This article' : 'What is made'}</h2>
      <div className={css.pair}>
        {several && (
          <TextField
            label="Called"
            value={article.name}
            onChange={(name) =>
              edit((p) => void (articleInHand(p).name = name), { what: 'article-name', ids: [article.id] })
            }
          />
        )}
        <NumberField
          label="How many of it"
          unit="×"
          min={1}
          max={999}
          value={article.count}
          onChange={(n) => edit((p) => void (articleInHand(p).count = Math.round(n)))}
        />
        <Select
          label="It lies on"
          value={article.ground ? 'ground' : 'none'}
          options={[
            { value: 'ground', label: 'a ground' },
            { value: 'none', label: 'no ground' },
          ]}
          onChange={(v) =>
            edit((p) => {
              const mine = articleInHand(p);
              const [cloth] = p.fabrics;
              mine.ground =
                v === 'none' || !cloth
                  ? null
                  : newGround({
                      fabricId: p.articles.find((a) => a.ground)?.ground?.fabricId ?? cloth.id,
                      widthMm: Math.max(50, Math.round(project.ground.widthMm)),
                      heightMm: Math.max(50, Math.round(project.ground.heightMm)),
                    });
            })
          }
        />
      </div>
      <div className={css.row}>
        {!several && (
          <Button icon={<Plus size={18} />} onClick={addArticle}>
            One more article
          </Button>
        )}
        {several && (
          <Button look="stop" icon={<Trash2 size={18} />} onClick={() => takeArticleOut(article.id)}>
            Take this one out
          </Button>
        )}
      </div>
    </div>
  );
}

/** Which article pieces belong to; nothing to ask where there is only one. */
export function ArticleOf({ project, ids }: { project: ArticleView; ids: readonly string[] }) {
  if (project.articles.length < 2) return null;
  return (
    <Select
      label="It belongs to"
      value={project.article.id}
      options={project.articles.map((a) => ({ value: a.id, label: a.name || 'unnamed' }))}
      onChange={(id) => {
        if (moveToArticle(ids, id) === null) {
          lookAtArticle(id);
          selectAll(ids);
        }
      }}
    />
  );
}
