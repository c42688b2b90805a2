import { formatHex, interpolate } from 'culori';
import { useEffect, useMemo, useState } from 'react';
import { Choice, COVER_OPTIONS, Note, Select, SURFACE_OPTIONS } from '~/components';
import type { PressTicket, Project } from '~/core/model';
import {
  hottestC,
  leanWords,
  type PressRequest,
  pressureKPa,
  pressureOn,
  remediesFor,
  runAt,
  wantsSteam,
  windowOf,
} from '~/core/press';
import { planThread } from '~/workers';
import { BondChart } from './BondChart';
import css from './Press.module.css';

const heatColour = interpolate(['#f6efe0', '#f3d9a4', '#e39a63', '#b8402a'], 'oklab');
const warmth = (c: number): string => formatHex(heatColour(Math.max(0, Math.min(1, (c - 20) / 160))));
const seconds = (s: number): string => (s < 10 ? `${Math.round(s * 2) / 2} s` : `${Math.round(s)} s`);

/** Layers thinner than this on screen cannot be seen, px; the surface below is cut off. */
const LEAST_PX = 16;
const PX_PER_MM = 46;
/** Asking for a stack takes milliseconds; waiting behind a plan takes seconds. */
const LIMIT_MS = 30_000;
const SURFACE_PX = 44;

/** A look into the stack of one piece: its layers with their heat, the bond line over time, and what each thing one could change would do. */
export function StackView({ project, ticket }: { project: Project; ticket: PressTicket }) {
  const [base, setBase] = useState<PressRequest | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [heatC, setHeatC] = useState(ticket.heat.soleplateC);
  const [kPa, setKPa] = useState<number | null>(null);
  const [cover, setCover] = useState(project.bench.cover);
  const [surface, setSurface] = useState(project.bench.surface);
  const [steam, setSteam] = useState(ticket.steam);
  const [side, setSide] = useState<'liner' | 'cloth'>('liner');
  const [atS, setAtS] = useState(ticket.dwell.seconds);
  const pieceId = ticket.pieceIds[0];
  useEffect(() => {
    let gone = false;
    if (pieceId)
      planThread()
        .run(
          async (w) => await w.pressRequest({ ...project, pictures: [] }, pieceId, ticket.stage, ticket.webId),
          LIMIT_MS,
        )
        .then(
          (r) => {
            if (!gone) setBase(r);
          },
          (e: unknown) => {
            if (!gone) setError(e instanceof Error ? e.message : String(e));
          },
        );
    return () => {
      gone = true;
    };
  }, [project, pieceId, ticket.stage, ticket.webId]);
  const request: PressRequest | null = useMemo(
    () =>
      base && {
        ...base,
        side,
        steam,
        bench: {
          ...base.bench,
          cover,
          surface,
          coverId: cover === project.bench.cover ? base.bench.coverId : null,
          surfaceId: surface === project.bench.surface ? base.bench.surfaceId : null,
        },
      },
    [base, side, steam, cover, surface, project.bench.cover, project.bench.surface],
  );
  const own = request ? pressureOn(request.iron, [request.fabric, ...request.onto]).kPa : 1;
  const lean = kPa ?? own;
  const run = useMemo(
    () => request && runAt(request, heatC, { kPa: lean, steam: wantsSteam(request), sectionAtS: atS }),
    [request, heatC, lean, atS],
  );
  if (error) return <Note stop>{error}</Note>;
  if (!request || !run) return <p className={css.estimate}>Looking into the stack …</p>;
  const open = windowOf(run);
  const limit = hottestC(request);
  const remedies = remediesFor(request, heatC, open);
  const most = Math.max(3, pressureKPa(request.iron) * 2.5);
  let y = 0;
  return (
    <div className={css.stack}>
      <div className={css.controls}>
        <label className={css.slide}>
          <span>
            Iron at <b>{Math.round(heatC)} °C</b>
            {heatC > limit.at + 0.5 && <em> above what {limit.who} takes</em>}
          </span>
          <input type="range" min={80} max={220} value={heatC} onChange={(e) => setHeatC(Number(e.target.value))} />
        </label>
        <label className={css.slide}>
          <span>
            Lean: <b>{leanWords(lean)}</b>, {lean.toFixed(1)} kPa
          </span>
          <input
            type="range"
            min={0.2}
            max={most}
            step={0.1}
            value={lean}
            onChange={(e) => setKPa(Number(e.target.value))}
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
            onChange={(e) => setAtS(Number(e.target.value))}
          />
        </label>
        <Select label="Between iron and cloth" value={cover} options={COVER_OPTIONS} onChange={setCover} />
        <Select label="Beneath" value={surface} options={SURFACE_OPTIONS} onChange={setSurface} />
        {ticket.stage === 'fuse' ? (
          <Choice
            label="Iron on"
            value={side}
            options={[
              { value: 'liner', label: 'the liner' },
              { value: 'cloth', label: 'the cloth' },
            ]}
            onChange={setSide}
          />
        ) : (
          <Choice
            label="Steam"
            value={steam ? 'on' : 'off'}
            options={[
              { value: 'off', label: 'off' },
              { value: 'on', label: 'on' },
            ]}
            onChange={(v) => setSteam(v === 'on')}
          />
        )}
      </div>
      <p className={css.verdict} data-window={open ? 'open' : 'shut'} role="status">
        {open ? (
          <>
            Bonded after <strong>{seconds(open.minS)}</strong>
            {open.harm ? (
              <>
                , harmed after <strong>{seconds(open.maxS)}</strong> (
                {open.harm.code === 'strike-through'
                  ? 'adhesive on the face'
                  : open.harm.code === 'ooze'
                    ? 'adhesive at the edges'
                    : `${open.harm.who} too hot`}
                ).
              </>
            ) : (
              ', and not harmed within a minute.'
            )}
          </>
        ) : run.bondedS === null ? (
          <>Not bonded within a minute: the bond line gets to {Math.round(run.bondC.at(-1) ?? 20)} °C.</>
        ) : (
          <>Harmed before it is bonded.</>
        )}
        {remedies.length > 0 && <> {remedies.map((m) => `${m.text}: from ${seconds(m.minS)}.`).join(' ')}</>}
      </p>
      <div className={css.look}>
        <svg
          className={css.section}
          viewBox={`0 0 400 ${run.section.reduce((h, l) => h + (l.role === 'surface' ? SURFACE_PX : Math.max(LEAST_PX, l.thicknessMm * PX_PER_MM)), 26)}`}
          role="img"
          aria-label={`Section through the stack after ${seconds(atS)}`}
        >
          <rect x="0" y="0" width="400" height="24" rx="3" fill="#5b5148" />
          <text x="200" y="16" className={css.plate}>
            soleplate, {Math.round(heatC)} °C
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
                    stroke="#29241f"
                    strokeWidth="1.5"
                    strokeDasharray="5 3"
                  />
                )}
                <line x1="0" x2="400" y1={top} y2={top} stroke="#29241f" strokeWidth="0.6" opacity="0.5" />
                <text x="10" y={top + h / 2} className={css.layerName}>
                  {l.name}
                </text>
                <text x="390" y={top + h / 2} className={css.layerHeat}>
                  {Math.round(l.role === 'surface' ? (l.c[0] ?? 20) : mean)} °C
                </text>
              </g>
            );
          })}
        </svg>
        <div className={css.chart}>
          <BondChart
            run={run}
            window={open}
            meltC={request.web.meltC}
            seconds={atS}
            leaflet={request.web.leaflet[ticket.stage]}
          />
        </div>
      </div>
    </div>
  );
}
