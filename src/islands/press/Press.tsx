import { TriangleAlert } from 'lucide-react';
import { COVER_OPTIONS, Empty, Note, Select, SURFACE_OPTIONS } from '~/components';
import { COVER_FACTS } from '~/core/material';
import type { PressTicket, Project } from '~/core/model';
import { CARE_WORD, celsiusToFahrenheit } from '~/core/units';
import { edit } from '~/store';
import { PieceChips } from '../project/PieceChips';
import { useOpen } from '../project/useOpen';
import css from './Press.module.css';

const STAGES = [
  { stage: 'fuse', title: 'Fuse: web onto the wrong side' },
  { stage: 'bond', title: 'Bond: liner off, onto the ground, in this order' },
] as const;

/** A ticket for every press: heat, seconds, lean, to be read from where you stand. */
export function Press() {
  const { project, plan } = useOpen();
  if (!project || !plan) return null;
  const { bench } = project;
  return (
    <div className={css.station}>
      <div className={css.bench}>
        <Select
          label="Iron"
          value={bench.ironId}
          options={project.irons.map((i) => ({ value: i.id, label: i.name }))}
          onChange={(id) => edit((p) => void (p.bench.ironId = id))}
        />
        <Select
          label="Between iron and cloth"
          value={bench.cover}
          options={COVER_OPTIONS}
          onChange={(v) => edit((p) => void (p.bench.cover = v))}
        />
        <Select
          label="Beneath"
          value={bench.surface}
          options={SURFACE_OPTIONS}
          onChange={(v) => edit((p) => void (p.bench.surface = v))}
        />
      </div>
      <p className={css.estimate}>
        These figures start from each web’s leaflet and are fitted to your cloth, cover and iron. The windows are
        estimates: press a scrap first, and believe the scrap.
      </p>
      {plan.press.length === 0 && (
        <Empty title="No press yet">
          <p>Every fuse and every bond gets its ticket here once pieces have a web.</p>
        </Empty>
      )}
      {STAGES.map(({ stage, title }) => {
        const tickets = plan.press.filter((t) => t.stage === stage);
        return (
          tickets.length > 0 && (
            <section key={stage} aria-label={title}>
              <h2 className={css.stage}>{title}</h2>
              {tickets.map((t) => (
                <Ticket key={t.id} ticket={t} project={project} />
              ))}
            </section>
          )
        );
      })}
      <div className={css.safety}>
        <Note>
          A hot iron, steam and hot presses burn. Set the iron on its heel, never leave it alone, keep its cord and
          children clear, and unplug it when you stop. Where a care label or leaflet is stricter than a figure here, it
          rules.
        </Note>
      </div>
    </div>
  );
}

const tidy = (n: number): string => String(Number(n.toFixed(1)));

function Ticket({ ticket: t, project }: { ticket: PressTicket; project: Project }) {
  const web = project.webs.find((w) => w.id === t.webId);
  const inF = project.units === 'in';
  const degrees = Math.round(inF ? celsiusToFahrenheit(t.heat.soleplateC) : t.heat.soleplateC);
  return (
    <article
      className={css.ticket}
      data-ticket={t.id}
      data-workable={t.workable}
      aria-label={`${t.stage} ${t.id}, ${web?.name ?? ''}`}
    >
      <div>
        <p className={`${css.big} ${css.heat}`}>
          {degrees}
          <span className={css.unit}> °{inF ? 'F' : 'C'}</span>
        </p>
        <p className={css.dial}>
          {t.heat.mark ? (
            <>
              dial at <b>{t.heat.mark}</b>
            </>
          ) : (
            'dial not known'
          )}
        </p>
        <p className={css.under}>
          care {'•'.repeat(t.heat.dots)} ({CARE_WORD[t.heat.dots]}){inF && `, ${t.heat.soleplateC} °C`}
        </p>
      </div>
      <div>
        <p className={css.big}>
          {tidy(t.dwell.seconds)}
          <span className={css.unit}> s</span>
        </p>
        <p className={css.under}>
          from {tidy(t.dwell.minS)} to {tidy(t.dwell.maxS)} s, estimated
        </p>
      </div>
      <div className={css.how}>
        <dl className={css.facts}>
          <div>
            <dt>Web</dt>
            <dd>{web?.name}</dd>
          </div>
          <div>
            <dt>Press</dt>
            <dd>
              {t.pressure.text}, {tidy(t.pressure.kPa)} kPa
            </dd>
          </div>
          <div>
            <dt>Steam</dt>
            <dd>{t.steam ? 'on' : 'off'}</dd>
          </div>
          <div>
            <dt>Cover</dt>
            <dd>{COVER_FACTS[t.cover].name}</dd>
          </div>
          <div>
            <dt>Set down</dt>
            <dd>{t.placements === 1 ? 'once' : `up to ${t.placements} times a piece`}</dd>
          </div>
          <div>
            <dt>Let cool</dt>
            <dd>{t.coolS} s</dd>
          </div>
        </dl>
        <PieceChips project={project} ids={t.pieceIds} short={t.pieceIds.length > 5} label="Pieces" />
        {t.cautions.length > 0 && (
          <ul className={css.cautions}>
            {t.cautions.map((c) => (
              <li key={c.text}>
                <TriangleAlert size={18} aria-hidden="true" />
                {c.text}
              </li>
            ))}
          </ul>
        )}
        <details>
          <summary>How this came about</summary>
          <ul>
            {t.reasons.map((r) => (
              <li key={r.text}>{r.text}</li>
            ))}
          </ul>
        </details>
      </div>
    </article>
  );
}
