import { Plus, Trash2 } from 'lucide-react';
import { Button, NumberField, Select, TextField } from '~/components';
import { type ArticleView, newGround } from '~/core/keep/model';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import { edit, lookAtArticle, selectAll } from '~/store';
import css from './ArticleFields.module.css';
import { addArticle, articleInHand, moveToArticle, sameOnOthers, takeArticleOut } from './edits';
import { HowManyHere } from './HowManyHere';

/** What is asked of the article in hand: its name, how many are made, and what it lies on. */
export function ArticleFields({ project }: { project: ArticleView }) {
  const { article } = project;
  const several = project.articles.length > 1;
  const { laysArticles, needsGround } = RECIPE_FACTS[project.recipe.id];
  if (laysArticles && !several) return <HowManyHere view={project} />;
  return (
    <div className={css.fields}>
      {several && <h3>{article.name || 'This one'}</h3>}
      <div className={css.pair}>
        {several && (
          <TextField
            label="Name"
            value={article.name}
            onChange={(name) =>
              edit((p) => void (articleInHand(p).name = name), { what: 'article-name', ids: [article.id] })
            }
          />
        )}
        {!laysArticles && (
          <NumberField
            label="How many to make"
            unit="×"
            min={1}
            max={999}
            value={article.count}
            onChange={(n) => edit((p) => void (articleInHand(p).count = Math.round(n)))}
          />
        )}
        {needsGround && !laysArticles && (
          <Select
            label="On"
            value={article.ground ? 'ground' : 'none'}
            options={[
              { value: 'ground', label: 'a background' },
              { value: 'none', label: 'no background' },
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
        )}
      </div>
      <div className={css.row}>
        {!several && !laysArticles && (
          <Button icon={<Plus size={18} />} onClick={addArticle}>
            Add another
          </Button>
        )}
        {several && !laysArticles && (
          <Button look="stop" icon={<Trash2 size={18} />} onClick={() => takeArticleOut(article.id)}>
            Remove this one
          </Button>
        )}
      </div>
      <HowManyHere view={project} />
    </div>
  );
}

/** Which article pieces belong to; nothing to ask where there is only one. */
export function ArticleOf({ project, ids }: { project: ArticleView; ids: readonly string[] }) {
  if (project.articles.length < 2) return null;
  return (
    <>
      <Select
        label="Belongs to"
        value={project.article.id}
        options={project.articles.map((a) => ({ value: a.id, label: a.name || 'unnamed' }))}
        onChange={(id) => {
          if (moveToArticle(ids, id) === null) {
            lookAtArticle(id);
            selectAll(ids);
          }
        }}
      />
      {!RECIPE_FACTS[project.recipe.id].laysArticles && (
        <fieldset className={css.others}>
          <legend>Copy to {project.articles.length > 2 ? 'all others' : 'the other one'}</legend>
          <Button onClick={() => sameOnOthers(ids, 'middle')}>same distance from the middle</Button>
          <Button onClick={() => sameOnOthers(ids, 'corner')}>same distance from the top left corner</Button>
        </fieldset>
      )}
    </>
  );
}
