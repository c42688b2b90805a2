// npm run figures: the figures of docs/model.md, drawn from the demo by the very code they explain.
import { mkdirSync, writeFileSync } from 'node:fs';
import { printRegion, type Region } from '~/core/base/shape';
import { judge, situationOf } from '~/core/choose/match';
import { requestOf, runAt, settingFor } from '~/core/choose/press';
import { webAsk } from '~/core/cut/layout';
import { nest, placedRegion } from '~/core/cut/nest';
import type { Project } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { planProject, wishOf } from '~/core/plan';
import { harbourLight } from '~/demo';

const W = 760;
const H = 320;
const INK = '#2b2622';
const svg = (title: string, body: string, height = H): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${W} ${height}" font-family="sans-serif" font-size="13" fill="${INK}" role="img" aria-label="${title}">
<rect width="${W}" height="${height}" fill="#fbf7ef"/>
${body}
</svg>
`;
const text = (x: number, y: number, words: string, more = ''): string =>
  `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" ${more}>${words.replaceAll('&', '&amp;').replaceAll('<', '&lt;')}</text>`;

/** The bond line over time, and the window that comes of it. */
function press(p: Project): string {
  const fabric = p.fabrics.find((f) => f.kind === 'quilting-cotton')!;
  const web = p.webs.find((w) => w.form === 'film' && w.liners > 0)!;
  const iron = p.irons.find((i) => i.id === p.bench.ironId)!;
  const bench = {
    cover: 'none' as const,
    coverId: null,
    warm: p.bench.warm,
    surface: p.bench.surface,
    surfaceId: null,
  };
  const request = requestOf({ stage: 'bond', fabric, onto: [fabric], web, iron, bench, covers: [], surfaces: [] });
  const setting = settingFor(request);
  const run = runAt(request, setting.heat.soleplateC, { untilS: 20, whole: true });
  const [left, top, right, bottom] = [60, 30, W - 20, H - 50];
  const x = (s: number): number => left + (s / 20) * (right - left);
  const y = (c: number): number => bottom - ((c - 20) / (setting.heat.soleplateC - 10)) * (bottom - top);
  const { minS, maxS, seconds } = setting.dwell;
  const line = run.tS
    .map((t, i) => `${i === 0 ? 'M' : 'L'}${x(t).toFixed(1)} ${y(run.bondC[i] ?? 20).toFixed(1)}`)
    .join('');
  const ticks = [0, 5, 10, 15, 20].map((s) => text(x(s), bottom + 20, `${s} s`, 'text-anchor="middle"')).join('');
  const heats = [50, 100, 150]
    .map(
      (c) =>
        `<path d="M${left} ${y(c)}H${right}" stroke="#d8cfc0"/>${text(left - 8, y(c) + 4, `${c} °C`, 'text-anchor="end"')}`,
    )
    .join('');
  return svg(
    'The bond line under the iron',
    `${heats}<rect x="${x(minS)}" y="${top}" width="${x(Math.min(20, maxS)) - x(minS)}" height="${bottom - top}" fill="#4f7f4a" opacity="0.18"/>
<path d="M${left} ${y(web.meltC)}H${right}" stroke="#b4532a" stroke-dasharray="6 5"/>${text(right, y(web.meltC) - 6, `${web.name} melts, ${web.meltC} °C`, 'text-anchor="end"')}
<path d="${line}" fill="none" stroke="${INK}" stroke-width="2.5"/>
<path d="M${x(seconds)} ${top}V${bottom}" stroke="#4f7f4a" stroke-width="2"/>
${text(x(seconds) + 6, top + 14, `set: ${seconds} s at ${Math.round(setting.heat.soleplateC)} °C`)}
${text(x(minS) - 6, bottom - 8, `bonded, ${minS.toFixed(1)} s`, 'text-anchor="end"')}
${ticks}${text(left, H - 10, `${fabric.name} on ${fabric.name}, bare iron. Green: from the moment it is bonded to the first harm.`)}`,
  );
}

/** What the rules count against each web, for one cloth. */
function choosing(p: Project): string {
  const piece = p.pieces.find((q) => q.id === 'tower')!;
  const wish = wishOf(layDown(p), piece.id)!;
  const situation = situationOf(wish);
  const judged = p.webs
    .map((web) => judge(situation, web))
    .sort((a, b) => a.forbiddenBy.length - b.forbiddenBy.length || a.points - b.points);
  const least = judged[0]!.points;
  const most = Math.max(...judged.map((j) => j.points - least), 1);
  const rowH = 24;
  const rows = judged.map((j, i) => {
    const y = 40 + i * rowH;
    const wide = 4 + ((j.points - least) / most) * 300;
    const why = j.forbiddenBy[0]
      ? `ruled out: ${j.forbiddenBy[0].code}`
      : (j.weighed.toSorted((a, b) => b.points - a.points)[0]?.rule.code ?? '');
    return `${text(200, y + 14, j.web.name, 'text-anchor="end"')}<rect x="210" y="${y + 2}" width="${wide.toFixed(1)}" height="16" fill="${j.forbiddenBy.length > 0 ? '#b4532a' : '#5d7d9a'}" opacity="${j.forbiddenBy.length > 0 ? 0.35 : 0.8}"/>${text(220 + wide, y + 14, `${(j.points - least).toFixed(1)} ${why}`, 'font-size="11"')}`;
  });
  const cloth = p.fabrics.find((f) => f.id === piece.fabricId)!;
  return svg(
    'What the rules count against each web',
    `${text(20, 24, `${cloth.name}: points more than the best web, and what weighs most`)}${rows.join('')}`,
    60 + judged.length * rowH,
  );
}

/** One web's shapes as they are nested, and what rows would take. */
function nesting(p: Project): string {
  const plan = planProject(p);
  const webId = plan.webUse.toSorted((a, b) => b.usedAreaMm2 - a.usedAreaMm2)[0]!.webId;
  const ask = webAsk(p, plan, webId)!;
  const result = nest({ ...ask.request, seconds: 2, seed: 1 });
  const outlines = new Map(ask.request.parts.map((part) => [part.id, part.outline]));
  const long = Math.max(result.lengthMm, result.rowsLengthMm);
  const k = (W - 40) / long;
  const draw = (region: Region): string =>
    `<path d="${printRegion(region, 1)}" fill="#d9c9a8" stroke="${INK}" stroke-width="1"/>`;
  const parts = result.placements.map((at) => draw(placedRegion(outlines.get(at.id) ?? '', at)));
  const high = ask.request.widthMm * k;
  return svg(
    'Shapes nested on a roll of web',
    `<g transform="translate(20 30) scale(${k})"><rect width="${result.lengthMm}" height="${ask.request.widthMm}" fill="#fff" stroke="#5d7d9a" stroke-width="2"/>${parts.join('')}<path d="M${result.rowsLengthMm} 0V${ask.request.widthMm}" stroke="#b4532a" stroke-width="3" stroke-dasharray="12 10"/></g>
${text(20, 20, `${result.placements.length} shapes on ${Math.round(result.lengthMm)} mm of a roll ${ask.request.widthMm} mm wide; in rows, ${Math.round(result.rowsLengthMm)} mm (dashed)`)}`,
    high + 50,
  );
}

mkdirSync('docs/figures', { recursive: true });
const demo = harbourLight();
for (const [name, draw] of Object.entries({ press, choosing, nesting })) {
  writeFileSync(`docs/figures/${name}.svg`, draw(demo));
  console.log(`docs/figures/${name}.svg`);
}
