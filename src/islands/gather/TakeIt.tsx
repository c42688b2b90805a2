import { Scissors } from 'lucide-react';
import { useState } from 'react';
import { Button } from '~/components';
import { takeAll } from '~/core/cut/gather';
import type { GatherPlan, Project } from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { edit, nowMs } from '~/store';
import { dayInYearWords } from '~/words';
import { bookOut, putBack } from './edits';
import css from './Gather.module.css';

/** Once all is cut: what it took goes out of the drawer, what is left of it goes back in with its size. */
export function TakeIt({ project, gather, fresh }: { project: Project; gather: GatherPlan; fresh: boolean }) {
  const [asked, setAsked] = useState(false);
  const { taken } = project.gathering;
  const left = gather.needs.reduce((n, need) => n + need.left.filter((l) => l.worth).length, 0);
  if (taken)
    return (
      <div className={css.part} data-taken>
        <h2>It is cut</h2>
        <p>
          Booked out of the Drawer on {dayInYearWords(new Date(taken.at))}. What is left of fabric and web is there with
          its size.
        </p>
        <div className={css.row}>
          <Button onClick={() => void edit(putBack)}>Not cut after all</Button>
        </div>
      </div>
    );
  return (
    <div className={css.part}>
      <h2>When it is cut</h2>
      {asked ? (
        <>
          <p>
            This counts everything on the list as bought, and cut as laid out here.
            {left > 0 &&
              ` ${left} ${left === 1 ? 'piece' : 'pieces'} worth keeping ${left === 1 ? 'goes' : 'go'} back.`}
          </p>
          <div className={css.row}>
            <Button
              look="go"
              disabled={!fresh}
              onClick={() => {
                edit((p) => bookOut(p, takeAll(laidByRecipe(project), gather), nowMs()));
                setAsked(false);
              }}
            >
              Yes, it is cut: book it
            </Button>
            <Button onClick={() => setAsked(false)}>Not yet</Button>
          </div>
        </>
      ) : (
        <>
          <p className={css.small}>
            What was used leaves the Drawer, and leftovers go back with their size. Undo reverses it.
          </p>
          <div className={css.row}>
            <Button icon={<Scissors size={18} />} disabled={!fresh} onClick={() => setAsked(true)}>
              It is cut
            </Button>
          </div>
        </>
      )}
    </div>
  );
}
