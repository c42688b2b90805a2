import { Archive, Plus } from 'lucide-react';
import { useState } from 'react';
import { Button, Empty } from '~/components';
import { differences } from '~/core/keep/drawer';
import type { WebUse } from '~/core/keep/model';
import { useDrawer } from '~/store';
import { counted, listedWords, webUseWords } from '~/words';
import { Answer, AnswerComing } from '../project/Answer';
import { SchoolFields } from '../project/SchoolFields';
import { useOpen } from '../project/useOpen';
import { ChangedChoices } from './Changed';
import { CompareDialog } from './CompareDialog';
import { FromDrawerDialog } from './FromDrawerDialog';
import { byWeb, type Group, groupChoices, isDoubtful } from './groups';
import css from './Match.module.css';
import { NewWebDialog } from './NewWebDialog';
import { Purpose } from './Purpose';
import { WebGroupOf } from './WebGroupOf';
import { WebPicture } from './WebPicture';

/** How sure it is, and what is to be looked at. */
function sureSays(groups: readonly Group[]): string {
  const doubtful = groups.filter(isDoubtful).length;
  if (doubtful > 0)
    return `${counted(doubtful, 'fabric')} to look at: ${doubtful === 1 ? 'it stands' : 'the first stands'} open.`;
  const asked = groups.filter((g) => !g.needsNone);
  const fair = asked.filter((g) => !g.overruled && g.choice.confidence.level !== 'sure').length;
  return fair === 0
    ? 'All of them are sure.'
    : `${asked.length - fair} are sure, ${fair} fairly sure. Open a fabric for its reasons.`;
}

/** Which web for which fabric, and why. */
export function Match() {
  const { project, view, plan, selectedId } = useOpen();
  const drawer = useDrawer();
  const [fromDrawer, setFromDrawer] = useState(false);
  const [fresh, setFresh] = useState(false);
  const [compare, setCompare] = useState<{ pieceId: string; a: string; b: string } | null>(null);
  if (!project) return null;
  if (project.pieces.length === 0) {
    return (
      <Empty title="Nothing to match yet">
        <p>Once there are pieces on the background, each fabric gets a web from the Drawer.</p>
      </Empty>
    );
  }
  if (!plan) return <AnswerComing project={project} />;
  const webs = new Map(project.webs.map((w) => [w.id, w]));
  const groups = groupChoices(project, plan);
  const rollOf = (use: WebUse): string =>
    `${webUseWords(use, plan, project)} of ${webs.get(use.webId)?.name ?? 'a web that is gone'}`;
  // The first that hands should look at stands open.
  const doubt = groups.find(isDoubtful) ?? null;
  const changed = drawer ? differences(project, drawer).filter((d) => d.state === 'changed').length : 0;
  return (
    <div className={css.station}>
      <Answer
        says={
          <>
            {groups.every((g) => g.needsNone) ? (
              <strong>No web is needed.</strong>
            ) : (
              <>
                <strong>{counted(plan.webUse.length, 'web')}</strong> for{' '}
                {counted(groups.filter((g) => !g.needsNone).length, 'fabric')}
                {plan.webUse.length > 0 && `: ${listedWords(plan.webUse.map(rollOf))}`}.
              </>
            )}
          </>
        }
        reason={groups.every((g) => g.needsNone) ? null : sureSays(groups)}
      />
      <ChangedChoices project={project} plan={plan} />
      <div className={css.desk}>
        {view && (
          <div className={css.pictured}>
            <WebPicture view={view} plan={plan} onCompare={(pieceId, a, b) => setCompare({ pieceId, a, b })} />
          </div>
        )}
        <div>
          {byWeb(groups).map(({ webId, needsNone, groups: mine }) => (
            <WebGroupOf
              key={`${webId} ${needsNone}`}
              needsNone={needsNone}
              project={project}
              plan={plan}
              web={webId === null ? undefined : webs.get(webId)}
              use={plan.webUse.find((u) => u.webId === webId)}
              groups={mine}
              isOpen={(g) => g === doubt || (selectedId !== null && g.pieceIds.includes(selectedId))}
              onCompare={(group, other) => {
                const pieceId = group.pieceIds[0];
                if (pieceId && group.webId && other) setCompare({ pieceId, a: group.webId, b: other });
              }}
            />
          ))}
        </div>
      </div>
      <div className={css.row}>
        <Button icon={<Plus size={20} />} onClick={() => setFresh(true)}>
          New web
        </Button>
        <Button icon={<Archive size={20} />} onClick={() => setFromDrawer(true)}>
          {changed > 0 ? `From the Drawer: ${changed} changed` : 'From the Drawer'}
        </Button>
      </div>
      <Purpose project={project} />
      <SchoolFields project={project} station="match" />
      <p className={css.lead}>
        Worked out from fabric, purpose and what is in the Drawer. The points behind it are estimates by common
        practice: test on a scrap.
      </p>
      {compare && (
        <CompareDialog
          project={project}
          pieceId={compare.pieceId}
          first={compare.a}
          second={compare.b}
          onClose={() => setCompare(null)}
        />
      )}
      {fresh && <NewWebDialog project={project} onClose={() => setFresh(false)} />}
      {fromDrawer && drawer && (
        <FromDrawerDialog project={project} drawer={drawer} onClose={() => setFromDrawer(false)} />
      )}
    </div>
  );
}
