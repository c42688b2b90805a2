import { Calculator } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Button, Note, Progress } from '~/components';
import type { HowMany } from '~/core/cut/layout';
import type { ArticleView } from '~/core/keep/model';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import { edit } from '~/store';
import { howManyWords } from '~/words';
import { openNestThread, proxy } from '~/workers';
import { useOpen } from '../project/useOpen';
import { articleInHand } from './edits';
import css from './Pattern.module.css';

/** Asked how often the article in hand can be made of what is here: laid out for more and more of it in a thread. */
export function HowManyHere({ view }: { view: ArticleView }) {
  const { project, plan } = useOpen();
  const [share, setShare] = useState<number | null>(null);
  const [found, setFound] = useState<{ readonly of: object; readonly many: HowMany } | null>(null);
  const [error, setError] = useState<string | null>(null);
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => () => stop.current(), []);
  if (!project || !plan || view.pieces.length === 0) return null;
  const ask = async (): Promise<void> => {
    const thread = openNestThread();
    stop.current = thread.close;
    setShare(0);
    setError(null);
    setFound(null);
    try {
      const many = await thread.run((api) =>
        api.howMany(project, { choices: plan.choices, tracings: plan.tracings }, view.article.id, proxy(setShare)),
      );
      setFound({ of: project, many });
    } catch (e) {
      // Stopped by hand it needs no word.
      if (!(e instanceof Error && 'why' in e && e.why === 'stopped'))
        setError('It could not be worked out. Try again.');
    } finally {
      thread.close();
      setShare(null);
    }
  };
  // What was found of another state of the project is not told of this one.
  const many = found?.of === project ? found.many : null;
  const { laysArticles } = RECIPE_FACTS[project.recipe.id];
  return (
    <div className={css.section}>
      <div className={css.row}>
        <Button icon={<Calculator size={18} />} disabled={share !== null} onClick={() => void ask()}>
          How many can I make?
        </Button>
      </div>
      {share !== null && <Progress label="Laying out more and more" share={share} onCancel={() => stop.current()} />}
      {error && <Note stop>{error}</Note>}
      {many && (
        <div role="status">
          {howManyWords(many, project).map((line, i) => (
            <p key={line} className={i === 0 ? css.told : css.lead}>
              {line}
            </p>
          ))}
          {many.times !== null && many.times > 0 && !laysArticles && many.times !== view.article.count && (
            <Button
              onClick={() => {
                const { times } = many;
                edit((p) => void (articleInHand(p).count = times ?? 1));
              }}
            >
              Make {many.times}
            </Button>
          )}
        </div>
      )}
    </div>
  );
}
