import { Archive, Plus } from 'lucide-react';
import { useState } from 'react';
import { Button, Empty, WebSwatch } from '~/components';
import { formatLength } from '~/core/base/units';
import { differences } from '~/core/keep/drawer';
import { useDrawer } from '~/store';
import { SchoolFields } from '../project/SchoolFields';
import { useOpen } from '../project/useOpen';
import { ChangedChoices } from './Changed';
import { CompareDialog } from './CompareDialog';
import { FromDrawerDialog } from './FromDrawerDialog';
import { GroupRow } from './GroupRow';
import { groupChoices } from './groups';
import css from './Match.module.css';
import { NewWebDialog } from './NewWebDialog';
import { Purpose } from './Purpose';

/** Which web for which fabric, and why. */
export function Match() {
  const { project, plan } = useOpen();
  const drawer = useDrawer();
  const [fromDrawer, setFromDrawer] = useState(false);
  const [fresh, setFresh] = useState(false);
  const [compare, setCompare] = useState<{ pieceId: string; a: string; b: string } | null>(null);
  if (!project || !plan) return null;
  if (project.pieces.length === 0) {
    return (
      <Empty title="Nothing to match yet">
        <p>Once there are pieces on the background, each fabric gets a web from the Drawer.</p>
      </Empty>
    );
  }
  const webs = new Map(project.webs.map((w) => [w.id, w]));
  const groups = groupChoices(project, plan);
  const changed = drawer ? differences(project, drawer).filter((d) => d.state === 'changed').length : 0;
  return (
    <div className={css.station}>
      <Purpose project={project} />
      <SchoolFields project={project} station="match" />
      <ChangedChoices project={project} plan={plan} />
      <div className={css.top}>
        <ul className={css.uses} aria-label="Webs in use">
          {plan.webUse.map((use) => {
            const web = webs.get(use.webId);
            return (
              web && (
                <li key={use.webId}>
                  <WebSwatch web={web} width={44} height={26} />
                  <span>
                    {web.name}: <strong>{formatLength(use.lengthMm, project.units)}</strong> of the roll,{' '}
                    {use.how === 'nested' ? 'nested' : 'in rows'}
                  </span>
                </li>
              )
            );
          })}
        </ul>
        <div className={css.row}>
          <Button icon={<Plus size={20} />} onClick={() => setFresh(true)}>
            New web
          </Button>
          <Button icon={<Archive size={20} />} onClick={() => setFromDrawer(true)}>
            {changed > 0 ? `From the Drawer: ${changed} changed` : 'From the Drawer'}
          </Button>
        </div>
      </div>
      {groups.map((group) => (
        <GroupRow
          key={`${group.fabricId} ${group.webId} ${group.overruled}`}
          project={project}
          group={group}
          web={group.webId === null ? undefined : webs.get(group.webId)}
          onCompare={(other) => {
            const pieceId = group.pieceIds[0];
            if (pieceId && group.webId && other) setCompare({ pieceId, a: group.webId, b: other });
          }}
        />
      ))}
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
