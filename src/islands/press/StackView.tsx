import { useState } from 'react';
import { FieldChoice, Note, Select, SURFACE_OPTIONS } from '~/components';
import { colourScale } from '~/core/base/colour';
import { type DisplayUnits, formatTemperature, heatSpeech } from '~/core/base/units';
import { clothsOf, type Look, leadingWeb, leanAt } from '~/core/choose/press';
import type { PressTicket, Project } from '~/core/keep/model';
import type { PressedColumns } from '~/core/plan';
import { bearerWords, coverOptions, harmWords, leanWords, remedyWords, seconds } from '~/words';
import { BondChart } from './BondChart';
import css from './Press.module.css';
import { type Trying, useLook } from './useLook';

const heatColour = colourScale(['#f6efe0', '#f3d9a4', '#e39a63', '#b8402a']);
const warmth = (c: number): string => heatColour((c - 20) / 160);

/** Layers thinner than this on screen cannot be seen, px; the surface below is cut off. */
const LEAST_PX = 16;
const PX_PER_MM = 46;
/** Soleplates that can be tried, °C. */
const COOLEST_C = 80;
const HOTTEST_C = 220;
const SURFACE_PX = 44;

/** As exactly as the ticket tells them. */
const tenths = (s: number): string => `${Number(s.toFixed(1))} s`;

/** The cloths of one column, top down, in words. */
const columnName = (column: PressedColumns['columns'][number]): string =>
  clothsOf(column)
    .reverse()
    .map((f) => f.name || 'cloth')
    .join(', on ');

/** A look into the stack of one press: its layers with their heat, the bond line over time, and what each thing one could change would do. */
export function PressStackView({ project, ticket }: { project: Project; ticket: PressTicket }) {
  const [as, setAs] = useState<Trying>({
    column: null,
    soleplateC: ticket.heat.soleplateC,
    kPa: null,
    cover: ticket.cover,
    surface: project.bench.surface,
    steam: ticket.steam,
    turned: false,
    atS: ticket.dwell.seconds,
  });
  const change = (to: Partial<Trying>): void => setAs((now) => ({ ...now, ...to }));
  const { press, look, error } = useLook(project, ticket, as);
  if (error) return <Note stop>{error}</Note>;
  if (!press || !look) return <p className={css.estimate}>Looking into the stack …</p>;
  const { run, window: open, limit, kPa, mostKPa } = look;
  const { units } = project;
  const shown = (c: number): number => heatSpeech(units).fromC(c);
  const reach = { low: Math.round(shown(COOLEST_C)), high: Math.round(shown(HOTTEST_C)) };
  const { soleplateC, atS, cover, surface, steam, turned } = as;
  return (
    <div className={css.stack}>
      <div className={css.controls}>
        <label className={css.slide}>
          <span>
            Iron at <b>{formatTemperature(soleplateC, units)}</b>
            {soleplateC > limit.at + 0.5 && <em> as high as {bearerWords(limit.bearer)} takes</em>}
          </span>
          <input
            type="range"
            min={reach.low}
            max={reach.high}
            value={Math.round(shown(soleplateC))}
            onChange={(e) =>
              change({
                soleplateC: heatSpeech(units).toC(Number(e.target.value)),
              })
            }
          />
        </label>
        <label className={css.slide}>
          <span>
            Pressure: <b>{leanWords(leanAt(kPa))}</b>, {kPa.toFixed(1)} kPa
          </span>
          <input
            type="range"
            min={0.2}
            max={mostKPa}
            step={0.1}
            value={kPa}
            onChange={(e) => change({ kPa: Number(e.target.value) })}
          />
        </label>
        <label className={css.slide}>
          <span>
            After <b>{seconds(atS)}</b>
          </span>
          <input
            type="range"
            min={0.5}
            max={60}
            step={0.5}
            value={atS}
            onChange={(e) => change({ atS: Number(e.target.value) })}
          />
        </label>
        {press.columns.length > 1 && (
          <Select
            label="The place"
            value={String(as.column ?? press.deciding)}
            options={press.columns.map((column, i) => ({
              value: String(i),
              label: `${columnName(column)}${i === press.deciding ? ' (decides)' : ''}`,
            }))}
            onChange={(v) => change({ column: Number(v) })}
          />
        )}
        <Select
          label="Between iron and fabric"
          value={cover}
          options={coverOptions()}
          onChange={(v) => change({ cover: v })}
        />
        <Select
          label="Surface beneath"
          value={surface}
          options={SURFACE_OPTIONS}
          onChange={(v) => change({ surface: v })}
        />
        {ticket.stage === 'fuse' ? (
          <FieldChoice
            label="Iron on"
            value={turned ? 'cloth' : 'liner'}
            options={[
              { value: 'liner', label: 'the paper' },
              { value: 'cloth', label: 'the fabric' },
            ]}
            onChange={(v) => change({ turned: v === 'cloth' })}
          />
        ) : (
          <FieldChoice
            label="Steam"
            value={steam ? 'on' : 'off'}
            options={[
              { value: 'off', label: 'off' },
              { value: 'on', label: 'on' },
            ]}
            onChange={(v) => change({ steam: v === 'on' })}
          />
        )}
      </div>
      <Verdict look={look} units={units} />
      <div className={css.look}>
        <Section run={run} soleplateC={soleplateC} atS={atS} units={units} />
        <div className={css.chart}>
          <BondChart
            run={run}
            window={open}
            meltC={look.meltC}
            units={units}
            seconds={atS}
            leaflet={leadingWeb(press.request).leaflet[ticket.stage]}
          />
        </div>
      </div>
    </div>
  );
}

/** From when it is bonded and until when nothing is harmed, and what would help. */
function Verdict({ look, units }: { look: Look; units: DisplayUnits }) {
  const { run, window: open, remedies } = look;
  return (
    <p className={css.verdict} data-window={open ? 'open' : 'shut'} role="status">
      {open ? (
        <>
          Bonded after <strong>{tenths(open.minS)}</strong>
          {open.harm ? (
            <>
              , harmed after <strong>{tenths(open.maxS)}</strong>: {harmWords(open.harm)}.
            </>
          ) : (
            ', and not harmed within a minute.'
          )}
        </>
      ) : run.bondedS === null ? (
        <>Not bonded within a minute: the web reaches only {formatTemperature(run.bondC.at(-1) ?? 20, units)}.</>
      ) : (
        <>Harmed before it is bonded.</>
      )}
      {remedies.length > 0 && (
        <> {remedies.map((m) => `${remedyWords(m, units)}: from ${tenths(m.minS)}.`).join(' ')}</>
      )}
    </p>
  );
}

/** The layers from the soleplate down, each as warm as it is. */
function Section({
  run,
  soleplateC,
  atS,
  units,
}: {
  run: Look['run'];
  soleplateC: number;
  atS: number;
  units: DisplayUnits;
}) {
  let y = 0;
  return (
    <svg
      className={css.section}
      viewBox={`0 0 400 ${run.section.reduce((h, l) => h + (l.role === 'surface' ? SURFACE_PX : Math.max(LEAST_PX, l.thicknessMm * PX_PER_MM)), 26)}`}
      role="img"
      aria-label={`Section through the stack after ${seconds(atS)}`}
    >
      <rect x="0" y="0" width="400" height="24" rx="3" fill="#5b5148" />
      <text x="200" y="16" className={css.plate}>
        soleplate, {formatTemperature(soleplateC, units)}
      </text>
      {run.section.map((l, k) => {
        const h = l.role === 'surface' ? SURFACE_PX : Math.max(LEAST_PX, l.thicknessMm * PX_PER_MM);
        const top = 26 + y;
        y += h;
        const cells = l.role === 'surface' ? l.c.slice(0, 6) : l.c;
        const mean = l.c.reduce((s, v) => s + v, 0) / l.c.length;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: layers are known by where they lie
          <g key={k}>
            {cells.map((c, i) => (
              <rect
                // biome-ignore lint/suspicious/noArrayIndexKey: cells are known by where they lie
                key={i}
                x="0"
                y={top + (h * i) / cells.length}
                width="400"
                height={h / cells.length + 0.6}
                fill={warmth(c)}
              />
            ))}
            {l.role === 'web' && (
              <rect
                x="0"
                y={top}
                width="400"
                height={h}
                fill="none"
                stroke="var(--ink-on-cloth)"
                strokeWidth="1.5"
                strokeDasharray="5 3"
              />
            )}
            <line x1="0" x2="400" y1={top} y2={top} stroke="var(--ink-on-cloth)" strokeWidth="0.6" opacity="0.5" />
            <text x="10" y={top + h / 2} className={css.layerName}>
              {l.name}
            </text>
            <text x="390" y={top + h / 2} className={css.layerHeat}>
              {formatTemperature(l.role === 'surface' ? (l.c[0] ?? 20) : mean, units)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
