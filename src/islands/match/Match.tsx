import { ClothSwatch, Empty, Note, Select, WebSwatch } from '~/components';
import { CLOTH } from '~/core/match';
import type { Project, Web } from '~/core/model';
import { dotsAllowed, formatLength, formatTemperature } from '~/core/units';
import { edit } from '~/store';
import { PieceChips } from '../project/PieceChips';
import { useOpen } from '../project/useOpen';
import { type Group, groupChoices } from './groups';
import css from './Match.module.css';

const linerWords = (web: Web): string =>
  web.liners === 0 ? 'no liner' : web.liners === 1 ? 'one liner' : 'two liners';

/** Which web for which fabric, and why. */
export function Match() {
  const { project, plan } = useOpen();
  if (!project || !plan) return null;
  if (project.pieces.length === 0) {
    return (
      <Empty title="Nothing to match yet">
        <p>Once there are pieces on the ground, each fabric is matched with a web from the drawer.</p>
      </Empty>
    );
  }
  const webs = new Map(project.webs.map((w) => [w.id, w]));
  const groups = groupChoices(project, plan);
  return (
    <div className={css.station}>
      <p className={css.lead}>
        Worked out from cloth, purpose and what is in the drawer, with as few different webs as serve all. The points
        behind it are estimates in the order of common practice: test on a scrap.
      </p>
      <ul className={css.uses} aria-label="Webs in use">
        {plan.webUse.map((use) => {
          const web = webs.get(use.webId);
          return (
            web && (
              <li key={use.webId}>
                <WebSwatch web={web} width={44} height={26} />
                <span>
                  {web.name}: <strong>{formatLength(use.lengthMm, project.units)}</strong> of the roll, laid in rows
                </span>
              </li>
            )
          );
        })}
      </ul>
      {groups.map((group) => (
        <GroupRow
          key={`${group.fabricId} ${group.webId} ${group.overruled}`}
          project={project}
          group={group}
          web={group.webId === null ? undefined : webs.get(group.webId)}
        />
      ))}
    </div>
  );
}

function GroupRow({ project, group, web }: { project: Project; group: Group; web: Web | undefined }) {
  const fabric = project.fabrics.find((f) => f.id === group.fabricId);
  if (!fabric) return null;
  const dots = dotsAllowed(fabric.maxIronC);
  const webName = new Map(project.webs.map((w) => [w.id, w]));
  return (
    <section
      className={css.group}
      aria-label={`${fabric.name}, ${web ? `with ${web.name}` : 'no web'}${group.overruled ? ', your own choice' : ''}`}
      data-fabric={fabric.id}
      data-web={group.webId ?? 'none'}
    >
      <div className={css.cloth}>
        <div className={css.fabric}>
          <ClothSwatch fabric={fabric} size={64} />
          <div>
            <h2>{fabric.name}</h2>
            <p className={css.small}>
              {CLOTH[fabric.kind].name}, {fabric.massGsm} g/m², iron up to{' '}
              {formatTemperature(fabric.maxIronC, project.units)}
              {dots ? ` ${'•'.repeat(dots)}` : ' (less than one dot)'}
            </p>
          </div>
        </div>
        <PieceChips
          project={project}
          ids={group.pieceIds}
          short={group.pieceIds.length > 4}
          label={`Pieces of ${fabric.name}`}
        />
      </div>
      <div className={css.web}>
        {web ? (
          <>
            <WebSwatch web={web} width={120} height={56} />
            <p className={css.gsm}>{web.massGsm} g/m²</p>
            <p>
              {web.name} <span className={css.small}>({linerWords(web)})</span>
            </p>
            {group.overruled && <p className={css.small}>your own choice</p>}
          </>
        ) : (
          <p className={`${css.gsm} ${css.none}`}>No web suits</p>
        )}
      </div>
      <div className={css.why}>
        {group.choice.buy && <Note stop>{group.choice.buy.text}</Note>}
        <ul>
          {group.choice.reasons.map((r) => (
            <li key={r.code} data-but={r.code.startsWith('but-')}>
              {r.text}
            </li>
          ))}
        </ul>
        <div className={css.controls}>
          <details>
            <summary>Why not another?</summary>
            <ul className={css.rejected}>
              {group.choice.rejected.map((r) => {
                const other = webName.get(r.webId);
                return (
                  other && (
                    <li key={r.webId}>
                      <WebSwatch web={other} width={44} height={26} />
                      <span>
                        <strong>{other.name}.</strong> {r.text}
                      </span>
                    </li>
                  )
                );
              })}
            </ul>
          </details>
          <div className={css.over}>
            <Select
              label="Web for these pieces"
              value={group.overruled ? (group.webId ?? '') : ''}
              options={[
                { value: '', label: 'ours' },
                ...project.webs.map((w) => ({ value: w.id, label: `mine: ${w.name}` })),
              ]}
              onChange={(value) =>
                edit((p) => {
                  for (const piece of p.pieces)
                    if (group.pieceIds.includes(piece.id)) piece.webId = value === '' ? null : value;
                })
              }
            />
          </div>
        </div>
      </div>
    </section>
  );
}
