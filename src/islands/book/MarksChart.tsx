import {
  Chart,
  type ChartData,
  type ChartOptions,
  Filler,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { Line } from 'react-chartjs-2';
import { type DisplayUnits, heatSpeech } from '~/core/base/units';
import type { IronTells } from '~/core/choose/learn';
import { markWords } from '~/words';

Chart.register(LineElement, PointElement, LinearScale, Filler, Tooltip, Legend);
const colour = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** What the marks of an iron are believed to be: a curve with the band that nine in ten lie in, what was believed before, and the thermometer's readings. */
export function MarksChart({ iron, units }: { iron: IronTells; units: DisplayUnits }) {
  const { fromC } = heatSpeech(units);
  const line = (of: (m: IronTells['marks'][number]) => number) => iron.marks.map((m, x) => ({ x, y: fromC(of(m)) }));
  const band = `${colour('--leaf')}33`;
  const data: ChartData<'line', { x: number; y: number }[]> = {
    datasets: [
      {
        label: 'before',
        data: line((m) => m.beforeHighC),
        borderColor: colour('--thread'),
        borderDash: [4, 4],
        borderWidth: 1,
        pointRadius: 0,
      },
      {
        label: 'before, low',
        data: line((m) => m.beforeLowC),
        borderColor: colour('--thread'),
        borderDash: [4, 4],
        borderWidth: 1,
        pointRadius: 0,
      },
      { label: 'nine in ten, high', data: line((m) => m.highC), borderWidth: 0, pointRadius: 0 },
      {
        label: 'nine in ten',
        data: line((m) => m.lowC),
        borderWidth: 0,
        pointRadius: 0,
        fill: '-1',
        backgroundColor: band,
      },
      { label: 'believed', data: line((m) => m.c), borderColor: colour('--leaf'), borderWidth: 3, pointRadius: 3 },
      {
        label: 'thermometer',
        data: iron.marks.flatMap((m, x) => (m.measured ? [{ x, y: fromC(m.toldC) }] : [])),
        borderColor: colour('--chalk'),
        backgroundColor: colour('--chalk'),
        pointStyle: 'rectRot',
        pointRadius: 7,
        showLine: false,
      },
    ],
  };
  const options: ChartOptions<'line'> = {
    animation: false,
    maintainAspectRatio: false,
    plugins: {
      legend: {
        labels: {
          color: colour('--ink'),
          filter: ({ text }) => ['before', 'nine in ten', 'believed', 'thermometer'].includes(text),
        },
      },
      tooltip: { enabled: false },
    },
    scales: {
      x: {
        type: 'linear',
        afterBuildTicks: (axis) => {
          axis.ticks = iron.marks.map((_, value) => ({ value }));
        },
        min: -0.2,
        max: iron.marks.length - 0.8,
        ticks: {
          color: colour('--ink'),
          callback: (value) => markWords(iron.marks[Number(value)]?.mark ?? ''),
        },
        grid: { display: false },
      },
      y: {
        ticks: { color: colour('--ink'), callback: (value) => `${value}°` },
        grid: { color: colour('--thread') },
      },
    },
  };
  return <Line data={data} options={options} aria-hidden="true" />;
}
