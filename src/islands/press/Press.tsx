import { Layers2, Printer, Scale, Thermometer, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { Button, COVER_OPTIONS, Empty, lazily, Note, Select, SURFACE_OPTIONS } from '~/components';
import { COVER_FACTS } from '~/core/material';
import type { PressTicket, Project } from '~/core/model';
import { CARE_WORD, celsiusToFahrenheit, formatTemperature } from '~/core/units';
import { edit, useWorkbench } from '~/store';
import { cautionWords, dialWords, leanWords, pressReasonWords, remedyWords, warmer } from '~/words';
import { PieceChips } from '../project/PieceChips';
import { useOpen } from '../project/useOpen';
import { LeanDialog } from './LeanDialog';
import { MeasureDialog } from './MeasureDialog';
import css from './Press.module.css';
import { SetDownMap } from './SetDownMap';

// The chart is large: loaded when someone looks into a stack.
const StackView = lazily('the look into the stack', async () => (await import('./StackView')).StackView);

const STAGES = [
  { stage: 'fuse', title: 'Fuse: web onto the wrong side' },
  { stage: 'bond', title: 'Bond: liner off, onto the ground, in this order' },
] as const;

const minutes = (s: number): string => (s < 90 ? `${Math.round(s / 5) * 5} s` : `${Math.round(s / 60)} min`);

/** A ticket for every press: heat, seconds, lean, to be read from where you stand; and a look into its stack. */
export function Press() {
  const { project, plan } = useOpen();
  const picture = useWorkbench((s) => s.picture);
  const [dialog, setDialog] = useState<'measure' | 'lean' | null>(null);
  if (!project || !plan) return null;
  const { bench } = project;
  const iron = project.irons.find((i) => i.id === bench.ironId);
  const schedule = picture?.schedule;
  const order = new Map(schedule?.steps.map((s, i) => [s.ticketId, i]));
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
          value={bench.coverId ?? bench.cover}
          options={[...COVER_OPTIONS, ...project.covers.map((c) => ({ value: c.id, label: c.name }))]}
          onChange={(v) =>
            edit((p) => {
              const own = p.covers.find((c) => c.id === v);
              p.bench.coverId = own?.id ?? null;
              p.bench.cover = own?.kind ?? (v as typeof p.bench.cover);
            })
          }
        />
        <Select
          label="Beneath"
          value={bench.surfaceId ?? bench.surface}
          options={[...SURFACE_OPTIONS, ...project.surfaces.map((c) => ({ value: c.id, label: c.name }))]}
          onChange={(v) =>
            edit((p) => {
              const own = p.surfaces.find((c) => c.id === v);
              p.bench.surfaceId = own?.id ?? null;
              p.bench.surface = own?.kind ?? (v as typeof p.bench.surface);
            })
          }
        />
        <div className={css.row}>
          <Button icon={<Thermometer size={20} />} onClick={() => setDialog('measure')}>
            Measure my iron
          </Button>
          <Button icon={<Scale size={20} />} onClick={() => setDialog('lean')}>
            Weigh my lean
          </Button>
          <Button icon={<Printer size={20} />} onClick={() => window.print()}>
            Print the tickets
          </Button>
        </div>
      </div>
      <p className={css.estimate}>
        Worked out by conduction through each stack and by how the adhesive flows. The figures behind it are estimates:
        press a scrap first, and believe the scrap.
      </p>
      {schedule && schedule.steps.length > 0 && (
        <p className={css.schedule} data-total={Math.round(schedule.totalS)}>
          <strong>{minutes(schedule.totalS)}</strong> at the board: {minutes(schedule.handsS)} with hands,{' '}
          {minutes(schedule.waitS)} of waiting. The iron is set{' '}
          {schedule.settings === 1 ? 'once' : `${schedule.settings} times`}.
          {schedule.reheats.length > 0 &&
            ` ${schedule.reheats.length === 1 ? 'One bond is' : `${schedule.reheats.length} bonds are`} heated again by later presses: they soften, and set again.`}
        </p>
      )}
      {plan.press.length === 0 && (
        <Empty title="No press yet">
          <p>Every fuse and every bond gets its ticket here once pieces have a web.</p>
        </Empty>
      )}
      {STAGES.map(({ stage, title }) => {
        const tickets = plan.press
          .filter((t) => t.stage === stage)
          .sort((a, b) => (order.get(a.id) ?? 0) - (order.get(b.id) ?? 0));
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
      {dialog === 'measure' && iron && <MeasureDialog iron={iron} onClose={() => setDialog(null)} />}
      {dialog === 'lean' && iron && <LeanDialog iron={iron} onClose={() => setDialog(null)} />}
    </div>
  );
}

const tidy = (n: number): string => String(Number(n.toFixed(1)));

function Ticket({ ticket: t, project }: { ticket: PressTicket; project: Project }) {
  const [looking, setLooking] = useState(false);
  const footprints = useWorkbench((s) => s.picture?.footprints);
  // The piece that takes most placements shows how it goes.
  const largest = [...t.pieceIds].sort((a, b) => (footprints?.[b]?.length ?? 0) - (footprints?.[a]?.length ?? 0))[0];
  const web = project.webs.find((w) => w.id === t.webId);
  const { units } = project;
  const inF = units === 'in';
  const degrees = Math.round(inF ? celsiusToFahrenheit(t.heat.soleplateC) : t.heat.soleplateC);
  const cautions = t.stop ? [t.stop, ...t.cautions] : t.cautions;
  const reasons = [...new Set(t.reasons.map((r) => pressReasonWords(r, units)))];
  return (
    <article
      className={css.ticket}
      data-ticket={t.id}
      data-workable={t.stop === null}
      aria-label={`${t.stage} ${t.id}, ${web?.name ?? ''}`}
    >
      <div>
        <p className={`${css.big} ${css.heat}`}>
          {degrees}
          <span className={css.unit}> °{inF ? 'F' : 'C'}</span>
        </p>
        <p className={css.dial}>
          {t.heat.dial ? (
            <>
              dial at <b>{dialWords(t.heat.dial)}</b>
              <span className={css.under}>± {warmer(t.unsureC, units)}</span>
            </>
          ) : (
            'dial not known'
          )}
        </p>
        <p className={css.under}>
          care {'•'.repeat(t.heat.dots)} ({CARE_WORD[t.heat.dots]})
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
        <p className={css.under}>
          leaflet: {formatTemperature(t.leaflet.heatC, units)}, {tidy(t.leaflet.dwellS)} s
          {t.leaflet.rules ? ', and it rules' : ''}
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
              {leanWords(t.pressure.lean)}, {tidy(t.pressure.kPa)} kPa
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
        {cautions.length > 0 && (
          <ul className={css.cautions}>
            {cautions.map((c) => (
              <li key={c.code}>
                <TriangleAlert size={18} aria-hidden="true" />
                {cautionWords(c, units)}
              </li>
            ))}
          </ul>
        )}
        {t.remedies.length > 0 && (
          <ul className={css.remedies} aria-label="What would help">
            {t.remedies.map((m) => (
              <li key={m.code}>
                {remedyWords(m, units)}: {tidy(m.minS)} to {tidy(m.maxS)} s
              </li>
            ))}
          </ul>
        )}
        <details>
          <summary>How this came about</summary>
          <ul>
            {reasons.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
          {largest && footprints?.[largest] && (
            <SetDownMap project={project} pieceId={largest} footprints={footprints[largest]} />
          )}
        </details>
        <Button look="plain" icon={<Layers2 size={20} />} aria-expanded={looking} onClick={() => setLooking(!looking)}>
          {looking ? 'Close the stack' : 'Look into the stack'}
        </Button>
      </div>
      {looking && (
        <div className={css.wide}>
          <StackView project={project} ticket={t} />
        </div>
      )}
    </article>
  );
}
