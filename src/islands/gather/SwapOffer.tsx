import { type ReactNode, useState } from 'react';
import { Button, ClothSwatch, Dialog, PictureView } from '~/components';
import { type Swap, swapped } from '~/core/cut/gather';
import { type Project, viewOf } from '~/core/keep/model';
import { edit } from '~/store';
import { spell } from '~/words';
import { useOpen } from '../project/useOpen';
import css from './Gather.module.css';

/** Cloth in place of another: looked at in the picture before it is taken. */
export function SwapOffer({
  project,
  swaps,
  children,
}: {
  project: Project;
  swaps: readonly Swap[];
  children: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const { view, spots } = useOpen();
  const name = (id: string): string => project.fabrics.find((f) => f.id === id)?.name ?? '';
  const [first] = swaps;
  return (
    <>
      <button type="button" className={css.swap} onClick={() => setOpen(true)}>
        {first && swaps.length === 1 && <ClothSwatch fabric={first.to} pictures={project.pictures} size={28} />}
        <span>{children}</span>
      </button>
      {open && (
        <Dialog title="How it would look" wide onClose={() => setOpen(false)}>
          <div className={css.preview}>
            {view && (
              <PictureView
                project={viewOf(swapped(project, swaps), view.article.id)}
                spots={spots}
                title={`${project.name} with other fabric`}
              />
            )}
            <div>
              <ul className={css.plain}>
                {swaps.map((s) => (
                  <li key={s.fromId}>
                    <ClothSwatch fabric={s.to} pictures={project.pictures} size={32} /> <strong>{s.to.name}</strong> for{' '}
                    {name(s.fromId)}
                    <span className={css.small}>
                      {' '}
                      {s.deltaE < 3
                        ? 'hard to tell apart'
                        : s.deltaE < 8
                          ? `near in ${spell('colour')}`
                          : `seen to be another ${spell('colour')}`}{' '}
                      (differs by {Math.round(s.deltaE)}, CIEDE2000)
                    </span>
                  </li>
                ))}
              </ul>
              <p>There is enough of it for these pieces and for what it is used for already.</p>
              <div className={css.row}>
                <Button
                  look="go"
                  onClick={() => {
                    edit((p) => {
                      const next = swapped(p, swaps);
                      p.fabrics = next.fabrics;
                      p.pieces = next.pieces;
                      p.words = next.words;
                      p.articles = next.articles;
                      p.recipe = next.recipe;
                    });
                    setOpen(false);
                  }}
                >
                  Use it
                </Button>
                <Button onClick={() => setOpen(false)}>Cancel</Button>
              </div>
            </div>
          </div>
        </Dialog>
      )}
    </>
  );
}
