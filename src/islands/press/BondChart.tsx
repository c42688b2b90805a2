import {
  Chart,
  type ChartData,
  type ChartOptions,
  Filler,
  Legend,
  LinearScale,
  LineElement,
  type Plugin,
  PointElement,
  Tooltip,
} from 'chart.js';
import { useCallback, useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import { type DisplayUnits, formatTemperature, heatSpeech } from '~/core/base/units';
import type { Look, Window } from '~/core/choose/press';

Chart.register(LineElement, PointElement, LinearScale, Filler, Tooltip, Legend);

const colour = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** The temperature of the bond line over time, with where the web melts, the window shaded and the leaflet's point. */
export function BondChart({
  run,
  window: open,
  meltC,
  seconds,
  leaflet,
  units,
}: {
  run: Look['run'];
  window: Window | null;
  meltC: number;
  seconds: number;
  leaflet: { heatC: number; dwellS: number };
  units: DisplayUnits;
}) {
  // The axis and its figures are in the scale of the project.
  const shown = useCallback((c: number): number => heatSpeech(units).fromC(c), [units]);
  const until = Math.min(60, Math.max(12, seconds * 1.8, open ? Math.min(open.maxS, open.minS * 3) : 0));
  const data: ChartData<'line', { x: number; y: number }[]> = useMemo(() => {
    const points = run.tS.map((x, i) => ({ x, y: shown(run.bondC[i] ?? 0) })).filter((p) => p.x <= until);
    return {
      datasets: [
        { label: 'bond line', data: points, borderColor: colour('--rind'), borderWidth: 3, pointRadius: 0 },
        {
          label: `web melts, ${formatTemperature(meltC, units)}`,
          data: [
            { x: 0, y: shown(meltC) },
            { x: until, y: shown(meltC) },
          ],
          borderColor: colour('--ink-soft'),
          borderDash: [6, 5],
          borderWidth: 1.5,
          pointRadius: 0,
        },
        {
          label: `leaflet, ${leaflet.dwellS} s`,
          data: [{ x: leaflet.dwellS, y: shown(meltC + 4) }],
          borderColor: colour('--chalk'),
          backgroundColor: colour('--chalk'),
          pointRadius: 7,
          pointStyle: 'rectRot',
          showLine: false,
        },
      ],
    };
  }, [run, until, meltC, leaflet.dwellS, shown, units]);
  const shade: Plugin<'line'> = useMemo(
    () => ({
      id: 'window',
      beforeDatasetsDraw: (chart) => {
        if (!open) return;
        const { ctx, chartArea, scales } = chart;
        const x = scales['x'];
        if (!x) return;
        const from = x.getPixelForValue(open.minS);
        const to = Math.min(chartArea.right, x.getPixelForValue(open.maxS));
        ctx.save();
        ctx.fillStyle = colour('--leaf-wash');
        ctx.fillRect(from, chartArea.top, Math.max(0, to - from), chartArea.bottom - chartArea.top);
        ctx.strokeStyle = colour('--leaf');
        ctx.lineWidth = 2;
        const at = x.getPixelForValue(seconds);
        ctx.beginPath();
        ctx.moveTo(at, chartArea.top);
        ctx.lineTo(at, chartArea.bottom);
        ctx.stroke();
        ctx.restore();
      },
    }),
    [open, seconds],
  );
  const options: ChartOptions<'line'> = useMemo(
    () => ({
      parsing: false,
      animation: false,
      responsive: true,
      maintainAspectRatio: false,
      interaction: { mode: 'nearest', intersect: false },
      plugins: {
        legend: { labels: { color: colour('--ink'), usePointStyle: true, font: { size: 13 } } },
        tooltip: {
          callbacks: {
            label: (p) =>
              `${Math.round(p.parsed.y ?? 0)} ${heatSpeech(units).degree} after ${(p.parsed.x ?? 0).toFixed(1)} s`,
          },
        },
      },
      scales: {
        x: {
          type: 'linear',
          min: 0,
          max: until,
          title: { display: true, text: 'seconds', color: colour('--ink-soft') },
          ticks: { color: colour('--ink-soft') },
          grid: { color: colour('--hair') },
        },
        y: {
          min: Math.round(shown(20)),
          max: Math.round(shown(200)),
          title: {
            display: true,
            text: `${heatSpeech(units).degree} at the bond line`,
            color: colour('--ink-soft'),
          },
          ticks: { color: colour('--ink-soft') },
          grid: { color: colour('--hair') },
        },
      },
    }),
    [until, shown, units],
  );
  return (
    <Line
      data={data}
      options={options}
      plugins={[shade]}
      aria-label="Temperature of the bond line over time"
      role="img"
    />
  );
}
