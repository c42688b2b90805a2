// No mark on a sheet moves unnoticed. What is right is held by hand elsewhere (sheet-by-hand, sheet, trace); this holds everything else as it was when someone last looked at it.
// Where a change is meant: look at the sheets, then KEEP=1 npx mocha test/unit/sheets-kept.test.ts
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect } from 'chai';
import { gatherOf } from '~/core/cut/gather';
import { clothAsk, type LayoutAsk, webAsk } from '~/core/cut/layout';
import { nest } from '~/core/cut/nest';
import type { Layout, Project } from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import {
  boardBooklet,
  cutFiles,
  cutList,
  layoutSheets,
  placementOverview,
  placementSheets,
  type SheetDocument,
  sheetsToSvg,
  templateSheets,
  tracingSheets,
} from '~/core/print/sheet';
import { DEMO } from '~/demo';
import { gatherSheet } from '~/words/gather-list';
import { stitchGuideOf } from '~/words/stitch-guide';
import { sweep } from '../cases';

const KEPT = fileURLToPath(new URL('./sheets-kept.json', import.meta.url));
const kept = JSON.parse(readFileSync(KEPT, 'utf8')) as Record<string, string>;

/** Marks of a document that are held together: so near one is told where something changed. */
const MARKS = 60;
/** A text to a tenth of a millimetre, in bunches of marks. */
const bunches = (text: string): string[] => {
  const marks = text
    .replace(/-?\d+\.\d+/g, (n) =>
      Number(n)
        .toFixed(1)
        .replace(/^-0\.0$/, '0.0'),
    )
    .split(/(?<=>)|(?<=\n)/);
  return Array.from({ length: Math.ceil(marks.length / MARKS) }, (_, i) =>
    marks.slice(i * MARKS, (i + 1) * MARKS).join(''),
  );
};
/** Each bunch as a few letters: another tenth, another word, other letters. */
const digest = (text: string): string =>
  bunches(text)
    .map((bunch) => createHash('sha256').update(bunch).digest('base64url').slice(0, 4))
    .join('');

/** Where a document is no longer as it was kept, and what stands there now. */
function changeIn(text: string, was: string): string {
  const now = digest(text);
  const at = Array.from({ length: Math.ceil(Math.max(now.length, was.length) / 4) }, (_, i) => i).filter(
    (i) => now.slice(4 * i, 4 * i + 4) !== was.slice(4 * i, 4 * i + 4),
  );
  return `${at.length} of ${now.length / 4} bunches of ${MARKS} marks, first no. ${(at[0] ?? 0) + 1}: ${(bunches(text)[at[0] ?? 0] ?? 'gone').slice(0, 600)}`;
}

/** Rows: what takes no time is the same on every machine. */
function inRows(ask: LayoutAsk): Layout {
  const { lengthMm, rowsLengthMm, placements, unplaced } = nest({ ...ask.request, seconds: 0, seed: 1 });
  return {
    kind: ask.kind,
    ofId: ask.ofId,
    key: ask.key,
    lengthMm,
    rowsLengthMm,
    placements: [...placements],
    locked: [],
    unplaced: [...unplaced],
  };
}

/** Every sheet and file there is of a project. */
function* sheetsOf(project: Project): Generator<readonly [name: string, text: string]> {
  const plan = planProject(project);
  const webIds = Object.fromEntries(plan.choices.map((c) => [c.pieceId, c.webId]));
  const gather = gatherOf(project, plan);
  const asks = [
    ...project.webs.map((w) => webAsk(project, plan, w.id)),
    ...project.fabrics.map((f) => clothAsk(project, plan, f.id)),
  ]
    .filter((a) => a !== null)
    .map((ask) => ({ ask, layout: inRows(ask) }));
  const documents: Record<string, SheetDocument> = {
    tracing: tracingSheets(project, plan, 'a4'),
    'tracing, letter, by unit': tracingSheets(project, plan, 'letter', 'unit'),
    templates: templateSheets(project, plan, 'a4'),
    'placement guide': placementSheets(project, 'a4'),
    overview: placementOverview(project, 'a4'),
    'overview, letter': placementOverview(project, 'letter'),
    'cut list': cutList(project, plan, 'a4'),
    'stitch guide': stitchGuideOf(project, webIds, 'a4'),
    booklet: boardBooklet(project, plan, (step) => `${step.kind} ${step.pieceIds.join(' ')}`, 'a4'),
    'booklet, letter': boardBooklet(project, plan, (step) => `${step.kind} `.repeat(24), 'letter'),
    'shopping list': gatherSheet('list', project, plan, gather, 'a4'),
    'bag labels': gatherSheet('labels', project, plan, gather, 'a4'),
    'leader’s sheet': gatherSheet('leader', project, plan, gather, 'letter'),
    ...Object.fromEntries(
      asks.flatMap(({ ask, layout }) => [
        [`layout on ${ask.ofId}`, layoutSheets(project, plan, ask, layout, 'a4')],
        [`layout on ${ask.ofId}, roll`, layoutSheets(project, plan, ask, layout, 'roll')],
      ]),
    ),
  };
  for (const [name, doc] of Object.entries(documents)) yield [name, sheetsToSvg(doc)];
  for (const { ask, layout } of asks)
    for (const format of ['dxf', 'svg'] as const)
      for (const file of cutFiles(project, plan, ask, layout, format)) yield [file.name, file.text];
}

describe('sheets, as they were', () => {
  const found: Record<string, string> = {};
  // The richest and the two-sided one in short; the others with `npm run thorough`.
  for (const [id, make] of Object.entries(DEMO))
    (id === 'harbour-light' || id === 'comet-pennants' || process.env['KEEP'] ? it : sweep)(
      `of ${id}: no mark has moved by a tenth of a millimetre, no word is another`,
      function () {
        this.timeout(120_000);
        const project = laidByRecipe(make());
        project.gathering.kits = ['Ada', 'Bo', 'Cy'];
        const own: Record<string, string> = {};
        const texts = new Map([...sheetsOf(project)].map(([name, text]) => [`${id}: ${name}`, text]));
        for (const [name, text] of texts) own[name] = digest(text);
        Object.assign(found, own);
        if (process.env['KEEP']) return;
        const names = [...new Set([...Object.keys(own), ...Object.keys(kept).filter((k) => k.startsWith(`${id}: `))])];
        expect(names.length).to.be.above(15);
        const changed = names.filter((name) => own[name] !== kept[name]);
        expect(changed.map((name) => `${name}: ${changeIn(texts.get(name) ?? '', kept[name] ?? '')}`)).to.deep.equal(
          [],
        );
      },
    );
  after(() => {
    if (process.env['KEEP']) writeFileSync(KEPT, `${JSON.stringify(found, null, 2)}\n`);
  });
});
