import type { ReactNode } from 'react';
import { PictureView } from '~/components';
import type { ArticleView } from '~/core/keep/model';
import { select } from '~/store';
import { ArticleStrip } from './ArticleStrip';
import { useOpen } from './useOpen';
import css from './WornPicture.module.css';

/** The cloth on the table, each piece wearing what the station answers of it; what is said of it stands beneath. Its height comes from around it, as --worn-height. */
export function WornPicture({
  view,
  worn,
  patterns,
  label,
  title,
  onPick,
  children,
}: {
  view: ArticleView;
  /** A fill over the cloth of each piece. */
  worn: ReadonlyMap<string, string>;
  /** Patterns that those fills name. */
  patterns?: ReactNode;
  label: string;
  title: string;
  /** A piece was touched; it is selected by then. */
  onPick?: (pieceId: string) => void;
  children?: ReactNode;
}) {
  const { spots, selectedId, flipped } = useOpen();
  return (
    <section className={css.worn} aria-label={label}>
      <ArticleStrip project={view} />
      <div className={css.cloth}>
        <PictureView
          project={view}
          spots={spots}
          selectedId={selectedId}
          flipped={flipped}
          worn={worn}
          onPick={(id) => {
            select(id);
            if (id !== null) onPick?.(id);
          }}
          beneath={patterns}
          title={title}
        />
      </div>
      {children}
    </section>
  );
}
