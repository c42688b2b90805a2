import { NumberField, Select } from '~/components';
import type { ArticleCost, Project } from '~/core/keep/model';
import { edit } from '~/store';
import { needName, priceWords, sumWords } from '~/words';
import css from './Gather.module.css';
import { bare, type Gathered, useAside } from './useGather';

const NO_COSTS: readonly ArticleCost[] = [];
const LIMIT_MS = 60_000;
/** What each article costs, once the list stands and something has a price. */
const useCosts = ({ made }: Gathered): readonly ArticleCost[] =>
  useAside(
    made,
    NO_COSTS,
    made && made.gather.cost > 0
      ? (thread, of) => thread.run((w) => w.costs(bare(of.project), of.plan), LIMIT_MS)
      : null,
  );

const ALL = 'all';

/** What it costs in all, by article, and with a voucher. */
export function Sum({ project, gathered }: { project: Project; gathered: Gathered }) {
  const { made } = gathered;
  const costs = useCosts(gathered);
  if (!made) return null;
  const { gather } = made;
  const { voucher } = project.gathering;
  const buying = gather.needs.filter((n) => n.buy !== null);
  if (buying.length === 0) return null;
  const { total, counts } = sumWords(gather);
  return (
    <div className={css.sum} data-cost={gather.cost.toFixed(2)}>
      <p className={css.total}>
        <strong>{total ?? 'No prices yet'}</strong>
        <span>{total === null ? 'Open a line to enter your shop’s price.' : counts}</span>
      </p>
      {costs.some((c) => c.alone > 0) && (
        <ul className={css.plain}>
          {costs.map((c) => {
            const article = project.articles.find((a) => a.id === c.articleId);
            return (
              article && (
                <li key={c.articleId} data-article={c.articleId}>
                  {article.name || 'This'}: <strong>{priceWords(c.alone)}</strong> by itself,{' '}
                  {c.oneMore < 0.005 ? 'one more costs nothing' : `one more ${priceWords(c.oneMore)}`}
                </li>
              )
            );
          })}
        </ul>
      )}
      <div className={css.voucher}>
        <NumberField
          label="Voucher"
          unit="%"
          min={0}
          max={100}
          value={voucher?.percent ?? 0}
          onChange={(percent) =>
            edit(
              (p) =>
                void (p.gathering.voucher = percent === 0 ? null : { percent, on: p.gathering.voucher?.on ?? null }),
            )
          }
        />
        {voucher && (
          <Select
            label="Discount"
            value={voucher.on ?? ALL}
            options={[
              { value: ALL, label: 'everything' },
              ...buying.map((n) => ({ value: n.key, label: needName(n, project) })),
            ]}
            onChange={(v) => edit((p) => void (p.gathering.voucher && (p.gathering.voucher.on = v === ALL ? null : v)))}
          />
        )}
      </div>
    </div>
  );
}
