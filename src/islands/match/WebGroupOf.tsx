import { WebSwatch } from '~/components';
import type { Plan, Project, Web, WebUse } from '~/core/keep/model';
import { choiceReasonWords, counted, gsm, webUseWords } from '~/words';
import { GroupRow } from './GroupRow';
import type { Group } from './groups';
import css from './Match.module.css';

/** Webs that are cut off a roll: tape is, too, but only its length counts, and powder is weighed. */
const ROLLED: ReadonlySet<string> = new Set(['film', 'open', 'grid']);

/** One web with the cloths that take it: how much of it, the reason that decides, and a line for each cloth. */
export function WebGroupOf({
  project,
  plan,
  web,
  use,
  needsNone,
  groups,
  isOpen,
  onCompare,
}: {
  project: Project;
  plan: Pick<Plan, 'making'>;
  /** undefined: nothing suits these, or they need none. */
  web: Web | undefined;
  use: WebUse | undefined;
  needsNone: boolean;
  groups: readonly Group[];
  /** Whether a cloth stands open. */
  isOpen: (group: Group) => boolean;
  onCompare: (group: Group, otherWebId: string | null) => void;
}) {
  const reason = groups.find((g) => !g.overruled)?.choice.reasons[0];
  const called = web?.name ?? (needsNone ? 'No web needed' : 'No web suits');
  return (
    <section
      className={css.webGroup}
      aria-label={called}
      data-web-group={web?.id ?? (needsNone ? 'needs-none' : 'none')}
    >
      <header>
        {web && <WebSwatch web={web} width={96} height={52} />}
        <div>
          <h2 className={web || needsNone ? undefined : css.none}>{called}</h2>
          <p className={css.webSays}>
            {web && <strong>{gsm(web.massGsm, project.units)}, </strong>}
            {counted(groups.length, 'fabric')}
            {use &&
              `, ${webUseWords(use, plan, project)}${ROLLED.has(web?.form ?? '') ? ` of the roll, ${use.how === 'nested' ? 'nested' : 'in rows'}` : ''}`}
          </p>
          {reason && <p className={css.small}>{choiceReasonWords(reason, project.units)}</p>}
        </div>
      </header>
      {groups.map((group) => (
        <GroupRow
          key={group.pieceIds[0] ?? group.fabricId}
          project={project}
          group={group}
          web={web}
          open={isOpen(group)}
          onCompare={(other) => onCompare(group, other)}
        />
      ))}
    </section>
  );
}
