import { LengthField, Note, NumberField, Term, ThreadSwatch } from '~/components';
import { formatRun, formatSize, formatThread, formatVolume } from '~/core/base/units';
import { BOTTLE_ML, EDGE_FACTS } from '~/core/hands/edge';
import type { EdgeSetting, Plan, Project } from '~/core/keep/model';
import { edit } from '~/store';
import { edgeWords, FOOT_WORDS, needleWords, ON_WORDS, stitchSizeWords, term, threadWords, upper } from '~/words';
import css from './Edge.module.css';
import { setSize } from './edits';

/** How the machine is set, edge by edge, and what it is fed with. */
export function MachineCard({ project, plan }: { project: Project; plan: Plan }) {
  const { edge } = plan;
  const { units } = project;
  const hint = ON_WORDS[project.edging.on].hint?.() ?? null;
  const left = new Map(project.threads.map((t) => [t.id, t.stockMm]));
  return (
    <section className={css.machine} aria-label="Machine settings">
      <div>
        <h2>Machine settings</h2>
        {hint && <Note>{hint}</Note>}
        {edge.settings.map((s) => (
          <Setting key={s.edge} setting={s} project={project} />
        ))}
        {edge.stabilisers.map((s) => (
          <p key={s.articleId}>
            {upper(term('stabiliser'))} behind{' '}
            {project.articles.length > 1 ? ` ${project.articles.find((a) => a.id === s.articleId)?.name ?? ''}` : ''}:{' '}
            {formatSize(s.widthMm, s.heightMm, units)}.
          </p>
        ))}
        {edge.paint && (
          <p>
            Paint: a line of {formatRun(edge.paint.lengthMm, units)}, about {formatVolume(edge.paint.ml, units)}{' '}
            (estimated from the line’s width):{' '}
            {edge.paint.bottles === 1 ? 'one small bottle' : `${edge.paint.bottles} small bottles`} of{' '}
            {formatVolume(BOTTLE_ML.value, units)}. It dries overnight before it is washed.
          </p>
        )}
        {edge.settings.some((s) => EDGE_FACTS[s.edge].by === 'machine') && (
          <p className={css.small}>Keep fingers clear of the needle, and switch the machine off to change it.</p>
        )}
      </div>
      {edge.threads.length > 0 && (
        <div>
          <h2>Thread</h2>
          <table className={css.threads}>
            <thead>
              <tr>
                <th scope="col">
                  <span className="visually-hidden">Spool</span>
                </th>
                <th scope="col">Thread</th>
                <th scope="col">Top</th>
                <th scope="col">Bobbin</th>
                <th scope="col">Left</th>
              </tr>
            </thead>
            <tbody>
              {edge.threads.map((t) => {
                const has = t.threadId === null ? null : (left.get(t.threadId) ?? 0);
                const short = has !== null && has < t.topMm + t.bobbinMm;
                return (
                  <tr key={t.threadId ?? t.colour} data-short={short}>
                    <td>
                      <ThreadSwatch colour={t.colour} size={30} bare={t.threadId === null} />
                    </td>
                    <th scope="row">{threadWords(t.threadId, t.colour, project, t.kind === 'clear')}</th>
                    <td>{t.topMm > 0 ? formatThread(t.topMm, units) : ''}</td>
                    <td>{t.bobbinMm > 0 ? formatThread(t.bobbinMm, units) : ''}</td>
                    <td>{has === null ? '' : short ? `only ${formatThread(has, units)}` : formatThread(has, units)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className={css.small}>Estimated from the stitches and fabrics, with a tenth extra and the ends.</p>
        </div>
      )}
    </section>
  );
}

function Setting({ setting: s, project }: { setting: EdgeSetting; project: Project }) {
  const facts = EDGE_FACTS[s.edge];
  const own = project.edging.sizes.find((x) => x.edge === s.edge);
  const isRun = facts.motion === 'run';
  return (
    <article className={css.setting} data-edge={s.edge}>
      <h3>{edgeWords(s.edge)}</h3>
      <p className={css.dial}>{stitchSizeWords(s.edge, s.widthMm, s.stitchMm, project.units)}</p>
      {facts.by !== 'none' && (
        <dl>
          <div>
            <dt>Needle</dt>
            <dd>{needleWords(s.needle)}</dd>
          </div>
          {facts.by === 'machine' && (
            <>
              <div>
                <dt>Foot</dt>
                <dd>{FOOT_WORDS[s.foot]}</dd>
              </div>
              <div>
                <dt>Top tension</dt>
                <dd>{s.easeTension ? 'a little looser' : 'as usual'}</dd>
              </div>
              <div>
                <dt>
                  <Term id="stabiliser">{upper(term('stabiliser'))}</Term>
                </dt>
                <dd>{s.stabiliser ? 'yes' : 'none'}</dd>
              </div>
            </>
          )}
        </dl>
      )}
      <details>
        <summary>{own ? 'Your own settings' : 'Change the settings'}</summary>
        <div className={css.pair}>
          <SizeField
            label={isRun ? 'From the edge' : 'Width'}
            ruled={isRun || facts.by !== 'machine'}
            units={project.units}
            value={own?.widthMm ?? s.widthMm[1]}
            onChange={(v) => edit((p) => setSize(p, s.edge, { widthMm: v }), { what: `width ${s.edge}` })}
          />
          {facts.motion !== 'line' && (
            <SizeField
              label="Length"
              ruled={facts.by !== 'machine'}
              units={project.units}
              value={own?.stitchMm ?? s.stitchMm[1]}
              onChange={(v) => edit((p) => setSize(p, s.edge, { stitchMm: v }), { what: `length ${s.edge}` })}
            />
          )}
        </div>
        {own && (
          <button
            type="button"
            className={css.ours}
            onClick={() => edit((p) => setSize(p, s.edge, { widthMm: null, stitchMm: null }))}
          >
            Use ours again
          </button>
        )}
      </details>
    </article>
  );
}

/** A size of one's own: by a rule, or as the machine's dial counts. */
function SizeField({
  ruled,
  units,
  ...field
}: {
  label: string;
  ruled: boolean;
  units: Project['units'];
  value: number;
  onChange: (mm: number) => void;
}) {
  const within = { min: 0.1, max: 12 } as const;
  return ruled ? (
    <LengthField {...field} {...within} fine units={units} />
  ) : (
    <NumberField {...field} {...within} unit="" decimals={2} hint="as on the machine’s dial" />
  );
}
