import { useMemo, useState } from 'react';
import { Fold, NumberField } from '~/components';
import { SCHOOLS } from '~/core/choose/match';
import type { Project, StationName } from '~/core/keep/model';
import type { EveningCost, Otherwise } from '~/core/plan';
import { edit } from '~/store';
import { costSays, lower, SCHOOL_WORDS, schoolSideWords } from '~/words';
import css from './SchoolFields.module.css';
import { useCosts } from './useCosts';

type School = (typeof SCHOOLS)[number];
/** Where each is asked: at the stations whose answer it changes. */
const ASKED_AT: { readonly [K in School['key']]: readonly StationName[] } = {
  stitch: ['match'],
  webs: ['match'],
  first: ['trace'],
  steam: ['press'],
  side: ['press'],
  move: ['press'],
  lay: ['layers', 'press'],
};

/** Every side of this station's questions that is not taken, by question and side. */
function otherWays(schools: Project['schools'], station: StationName): ReadonlyMap<string, Otherwise> {
  const ways = new Map<string, Otherwise>();
  for (const s of SCHOOLS)
    if (ASKED_AT[s.key].includes(station))
      for (const side of s.sides)
        if (schools[s.key] !== side) ways.set(`${s.key} ${side}`, { schools: { [s.key]: side } });
  return ways;
}
/** What practitioners do in different ways, as far as it changes the answer of this station. */
export function SchoolFields({
  project,
  station,
  now = null,
}: {
  project: Project;
  station: StationName;
  /** What the evening costs as it is chosen: then each other way tells what it would cost or save. */
  now?: EveningCost | null;
}) {
  const { schools } = project;
  const mine = SCHOOLS.filter((s) => ASKED_AT[s.key].includes(station));
  const [open, setOpen] = useState(false);
  const ways = useMemo(() => otherWays(schools, station), [schools, station]);
  const costs = useCosts(project, ways, open && now !== null);
  return (
    <Fold
      label="Where people disagree"
      says={mine.map((s) => schoolSideWords(s.key, schools[s.key]).name)}
      onOpen={setOpen}
    >
      <div className={css.schools}>
        {mine.map((s) => (
          <fieldset key={s.key} className={css.school}>
            <legend>{SCHOOL_WORDS[s.key].question}</legend>
            {s.sides.map((side) => (
              <label key={side} data-side={side}>
                <input
                  type="radio"
                  name={s.key}
                  checked={schools[s.key] === side}
                  onChange={() => edit((p) => void ((p.schools[s.key] as string) = side))}
                />
                <span>
                  <strong>{schoolSideWords(s.key, side).name}</strong>
                  <span>{schoolSideWords(s.key, side).says}</span>
                  {now && schools[s.key] !== side && open && (
                    <span className={css.cost} data-cost={side}>
                      {costSays(now, costs.get(`${s.key} ${side}`), project.units)}
                    </span>
                  )}
                </span>
              </label>
            ))}
            <p className={css.small}>
              We start from “{schoolSideWords(s.key, s.sides[0]).name}”: {lower(SCHOOL_WORDS[s.key].why)}{' '}
              {SCHOOL_WORDS[s.key].changes}
            </p>
          </fieldset>
        ))}
        {ASKED_AT.webs.includes(station) && schools.webs === 'fewest' && (
          <div className={css.price}>
            <NumberField
              label="Cost of one more web"
              unit=" points"
              value={schools.extraWebPoints}
              min={0}
              max={100}
              onChange={(v) => edit((p) => void (p.schools.extraWebPoints = v), { what: 'extra-web' })}
              hint="about 10 points decide between two webs that would both do"
            />
          </div>
        )}
      </div>
    </Fold>
  );
}
