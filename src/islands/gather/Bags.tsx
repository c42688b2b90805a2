import { LinesField } from '~/components';
import type { Project } from '~/core/keep/model';
import { edit } from '~/store';
import { bagLines } from '~/words';
import css from './Gather.module.css';
import type { Gathered } from './useGather';

const MOST_BAGS = 200;

/** Bags for a class or a circle: whom each is for, and what it holds. */
export function Bags({ project, gathered: { made, share } }: { project: Project; gathered: Gathered }) {
  const { kits } = project.gathering;
  return (
    <>
      <LinesField
        label="Names for the bags"
        hint="One a line, by name or number. Each bag holds everything for one whole project, cut to size."
        maxLines={MOST_BAGS}
        value={kits}
        onChange={(lines) => edit((p) => void (p.gathering.kits = lines))}
      />
      {kits.length > 0 && share !== null && <p>Packing …</p>}
      {made && kits.length > 0 && share === null && (
        <div>
          <h3>Each bag holds</h3>
          <ul className={css.plain} data-bag>
            {bagLines(made.gather, made.project).map((line, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two lines may be alike
              <li key={`${line} ${i}`}>{line}</li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}
