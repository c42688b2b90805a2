import { ChevronDown, Scale } from 'lucide-react';
import { Button, ClothSwatch, EDGE_OPTIONS, Note, Select, Term, WebSwatch } from '~/components';
import { dotsAllowed, formatTemperature } from '~/core/base/units';
import { clothOf } from '~/core/choose/material';
import type { Edge, Project, Web } from '~/core/keep/model';
import { edit } from '~/store';
import {
  butWords,
  buyWords,
  calledWords,
  choiceReasonWords,
  clothName,
  confidenceWords,
  fewOf,
  gsm,
  rejectionWords,
  runnerUpWords,
} from '~/words';
import { PieceChips } from '../project/PieceChips';
import type { Group } from './groups';
import css from './Match.module.css';

const LINERS = {
  0: 'no paper backing',
  1: 'paper backing',
  2: 'paper on both sides',
} as const;
const CONFIDENCE = { sure: 'Sure', fair: 'Fairly sure', thin: 'Thin evidence' } as const;

/** More pieces than these are counted. */
const NAMED = 3;

/** How far a runner-up is behind, in words: about ten points decide between two webs that would both do. */
function behind(points: number): string {
  if (points <= 0) return 'As good by itself.';
  return points < 3 ? 'Close behind.' : points < 12 ? 'Some way behind.' : 'Far behind.';
}

/** One cloth with its web, a line that opens: the reasons, the runners-up, and the user's own say. */
export function GroupRow({
  project,
  group,
  web,
  open,
  onCompare,
}: {
  project: Project;
  group: Group;
  web: Web | undefined;
  /** It is doubtful, and stands open. */
  open: boolean;
  onCompare: (otherWebId: string | null) => void;
}) {
  const fabric = project.fabrics.find((f) => f.id === group.fabricId);
  if (!fabric) return null;
  const dots = dotsAllowed(fabric.maxIronC);
  const webs = new Map(project.webs.map((w) => [w.id, w]));
  const pieces = project.pieces.filter((p) => group.pieceIds.includes(p.id));
  const edges = new Set(pieces.map((p) => p.edge));
  const edge: Edge | '' = edges.size === 1 ? ([...edges][0] ?? '') : '';
  const { choice } = group;
  const { units } = project;
  const ofEach = (change: (piece: Project['pieces'][number]) => void): string | null =>
    edit((p) => {
      for (const piece of p.pieces) if (group.pieceIds.includes(piece.id)) change(piece);
    });
  const named = calledWords(project);
  return (
    <details
      className={css.clothLine}
      data-fold="cloth"
      data-fabric={fabric.id}
      data-web={group.webId ?? 'none'}
      open={open}
    >
      <summary>
        <ClothSwatch fabric={fabric} pictures={project.pictures} size={44} />
        <span className={css.clothSays}>
          <strong>{fabric.name}</strong>
          <span className={css.small}>{fewOf(group.pieceIds.map(named), NAMED)}</span>
        </span>
        {group.overruled ? (
          <span className={css.confidence}>your own choice</span>
        ) : (
          web && (
            <span className={css.confidence} data-level={choice.confidence.level}>
              {CONFIDENCE[choice.confidence.level]}
            </span>
          )
        )}
        <ChevronDown size={20} aria-hidden="true" />
      </summary>
      <section
        className={css.group}
        aria-label={`${fabric.name}, ${web ? `with ${web.name}` : 'no web'}${group.overruled ? ', your own choice' : ''}`}
      >
        <div className={css.cloth}>
          <p className={css.small}>
            {clothName(clothOf(fabric))}, {gsm(fabric.massGsm, project.units)}, iron up to{' '}
            {formatTemperature(fabric.maxIronC, project.units)}
            {dots ? ` ${'•'.repeat(dots)}` : ' (less than one dot)'}
          </p>
          <PieceChips
            project={project}
            ids={group.pieceIds}
            short={group.pieceIds.length > 4}
            label={`Pieces of ${fabric.name}`}
          />
          {web && (
            <p className={css.small}>
              {web.name}, {gsm(web.massGsm, project.units)}, <Term id="liner">{LINERS[web.liners]}</Term>
            </p>
          )}
        </div>
        <div className={css.why}>
          {choice.buy && <Note stop>{buyWords(choice.buy, units)}</Note>}
          <ul>
            {choice.reasons.map((r) => (
              <li key={r.code}>{choiceReasonWords(r, units)}</li>
            ))}
            {choice.but && <li data-but="true">{butWords(choice.but, units)}</li>}
          </ul>
          {web && choice.confidence.level !== 'sure' && (
            <p className={css.small}>{confidenceWords(choice.confidence)}</p>
          )}
          {choice.runnersUp.length > 0 && (
            <ul className={css.runners} aria-label="Runners-up">
              {choice.runnersUp.map((r) => {
                const other = webs.get(r.webId);
                return (
                  other && (
                    <li key={r.webId}>
                      <WebSwatch web={other} width={44} height={26} />
                      <span>
                        <strong>{other.name}</strong> <span className={css.small}>{behind(r.behindPoints)}</span>{' '}
                        {runnerUpWords(r)}
                      </span>
                      <Button look="plain" icon={<Scale size={18} />} onClick={() => onCompare(r.webId)}>
                        What if?
                      </Button>
                    </li>
                  )
                );
              })}
            </ul>
          )}
          <div className={css.controls}>
            <details>
              <summary>Why not another?</summary>
              <ul className={css.rejected}>
                {choice.rejected.map((r) => {
                  const other = webs.get(r.webId);
                  return (
                    other && (
                      <li key={r.webId}>
                        <WebSwatch web={other} width={44} height={26} />
                        <span>
                          <strong>{other.name}.</strong> {rejectionWords(r, units)}
                        </span>
                      </li>
                    )
                  );
                })}
              </ul>
            </details>
            <div className={css.over}>
              <Select
                label="Edge"
                value={edge}
                options={[{ value: '', label: edges.size > 1 ? 'several' : 'project edge' }, ...EDGE_OPTIONS]}
                onChange={(value) => ofEach((piece) => void (piece.edge = value === '' ? null : value))}
              />
              <Select
                label="Web"
                value={group.overruled ? (group.webId ?? '') : ''}
                options={[
                  { value: '', label: 'our choice' },
                  ...project.webs.map((w) => ({ value: w.id, label: `my choice: ${w.name}` })),
                ]}
                onChange={(value) => ofEach((piece) => void (piece.webId = value === '' ? null : value))}
              />
            </div>
          </div>
        </div>
      </section>
    </details>
  );
}
