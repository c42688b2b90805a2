import { useEffect, useState } from 'react';
import { Button, FieldChoice } from '~/components';
import { type Compared, type Everything, type EverythingRead, type KeptChoice, keyOf } from '~/core/keep/archive';
import { type DrawerKind, KIND_WORDS } from '~/core/keep/drawer';
import { Side } from './ArrivalDialog';
import css from './Home.module.css';

const CHOICES: readonly { value: KeptChoice; label: string }[] = [
  { value: 'here', label: 'the one here' },
  { value: 'kept', label: 'the one in the file' },
  { value: 'both', label: 'both' },
];

/** What is another here than in the file: both shown, and a person chooses. */
export function Differing({
  list,
  here,
  kept,
  choices,
  onChoose,
}: {
  list: readonly Compared[];
  here: Everything;
  kept: EverythingRead['found'];
  choices: ReadonlyMap<string, KeptChoice>;
  onChoose: (choices: ReadonlyMap<string, KeptChoice>) => void;
}) {
  return (
    <section aria-label="What differs">
      <h3>
        {list.length === 1
          ? 'One thing differs between here and the file'
          : `${list.length} things differ between here and the file`}
      </h3>
      {list.length > 1 && (
        <div className={css.actions}>
          {CHOICES.map(({ value, label }) => (
            <Button key={value} onClick={() => onChoose(new Map(list.map((c) => [keyOf(c), value])))}>
              For all: {label}
            </Button>
          ))}
        </div>
      )}
      <ul className={css.differing}>
        {list.map((c) => (
          <li key={keyOf(c)}>
            <Both compared={c} here={here} kept={kept} />
            <FieldChoice
              label={`Which “${c.name}”`}
              value={choices.get(keyOf(c)) ?? null}
              options={CHOICES}
              onChange={(v) => onChoose(new Map(choices).set(keyOf(c), v))}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Both({ compared, here, kept }: { compared: Compared; here: Everything; kept: Everything }) {
  const { kind, id, name } = compared;
  if (kind === 'projects') {
    const of = (all: Everything) => all.projects.find((p) => p.project.id === id)?.project;
    const [mine, theirs] = [of(here), of(kept)];
    return (
      <div className={css.twoSides}>
        {mine && <Side title="Here" project={mine} />}
        {theirs && <Side title="In the file" project={theirs} />}
      </div>
    );
  }
  if (kind === 'shapes' || kind === 'faces')
    return (
      <p>{kind === 'shapes' ? `The shape “${name}” has another outline.` : `The font “${name}” is another file.`}</p>
    );
  return <Cells kind={kind} id={id} here={here} kept={kept} />;
}

/** The cells in which two things of the Drawer differ, side by side. */
function Cells({ kind, id, here, kept }: { kind: DrawerKind; id: string; here: Everything; kept: Everything }) {
  const [rows, setRows] = useState<readonly (readonly [string, string, string])[]>([]);
  useEffect(() => {
    let gone = false;
    void import('~/core/keep/drawer/csv').then(({ cellsOf, headingsOf }) => {
      const find = (all: Everything) => all.drawer[kind].find((t) => t.id === id);
      const [mine, theirs] = [find(here), find(kept)];
      if (gone || !mine || !theirs) return;
      const [a, b] = [cellsOf(kind, mine as never), cellsOf(kind, theirs as never)];
      setRows(headingsOf(kind).flatMap((h, i) => (a[i] === b[i] ? [] : [[h, a[i] ?? '', b[i] ?? ''] as const])));
    });
    return () => {
      gone = true;
    };
  }, [kind, id, here, kept]);
  return (
    <table className={css.cells}>
      <caption>
        {here.drawer[kind].find((t) => t.id === id)?.name}, {KIND_WORDS[kind].one}
      </caption>
      <thead>
        <tr>
          <td />
          <th scope="col">here</th>
          <th scope="col">in the file</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([heading, mine, theirs]) => (
          <tr key={heading}>
            <th scope="row">{heading}</th>
            <td>{mine || '–'}</td>
            <td>{theirs || '–'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
