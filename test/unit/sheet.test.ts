import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect } from 'chai';
import fc from 'fast-check';
import { areaMm2, boundsOf, regionOf } from '~/core/base/shape';
import { layInRows } from '~/core/cut/nest';
import type { Project } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import {
  checkSquareMm,
  drawLabel,
  isDrawn,
  labelFaces,
  type Mark,
  PAGE_MARGIN_MM,
  PAPER_FACTS,
  type Paper,
  placementSheets,
  type SheetDocument,
  sheetsToSvg,
  tileDrawing,
  tileName,
  tracingSheets,
  words,
} from '~/core/print/sheet';
import { sheetsToPdf } from '~/core/print/sheet/pdf';
import { harbourLight } from '~/demo';
import { bytesOf, faceOf, packaged } from './faces';
import { piece, project, square } from './helpers';

const ttf = (file: string): string =>
  readFileSync(createRequire(import.meta.url).resolve(`dejavu-fonts-ttf/ttf/${file}`)).toString('base64');
const TYPE = ['dejavu-fonts-ttf/ttf/DejaVuSans.ttf', 'dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf'] as const;
const fonts = {
  regular: ttf('DejaVuSans.ttf'),
  bold: ttf('DejaVuSans-Bold.ttf'),
  labels: await labelFaces(bytesOf(packaged(TYPE[0])), bytesOf(packaged(TYPE[1])), []),
};
const sheetsOf = (p: Project, paper: Paper = 'a4'): SheetDocument => tracingSheets(p, planProject(p), paper);

describe('sheet: paper', () => {
  it('has the standard sizes', () => {
    // ISO 216: A4 is 210 × 297 mm. Letter: 8.5 × 11 in.
    expect(PAPER_FACTS.a4).to.include({ widthMm: 210, heightMm: 297 });
    expect(PAPER_FACTS.letter.widthMm).to.be.closeTo(215.9, 1e-9);
    expect(PAPER_FACTS.letter.heightMm).to.be.closeTo(279.4, 1e-9);
  });
});

describe('sheet: rows', () => {
  const boxes = fc.array(
    fc.record({ widthMm: fc.integer({ min: 5, max: 250 }), heightMm: fc.integer({ min: 5, max: 250 }) }),
    { maxLength: 40 },
  );

  it('never overlap, stay on the strip, keep the gap, and lose nothing', () => {
    fc.assert(
      fc.property(boxes, (items) => {
        const { strips, tooLarge } = layInRows(items, 190, 223, 12);
        let laid = 0;
        for (const strip of strips) {
          const placed = strip.rows.map((r) => ({
            x: r.x,
            y: r.y,
            w: r.turned ? r.item.heightMm : r.item.widthMm,
            h: r.turned ? r.item.widthMm : r.item.heightMm,
          }));
          laid += placed.length;
          placed.forEach((a, i) => {
            expect(a.x + a.w).to.be.at.most(190);
            expect(a.y + a.h).to.be.at.most(223);
            for (const b of placed.slice(i + 1))
              expect(
                a.x + a.w + 12 <= b.x || b.x + b.w + 12 <= a.x || a.y + a.h + 12 <= b.y || b.y + b.h + 12 <= a.y,
              ).to.equal(true);
          });
        }
        expect(laid + tooLarge.length).to.equal(items.length);
      }),
    );
  });
});

describe('sheet: tracing', () => {
  it('has a run of pages for each web, and every piece once for every copy', () => {
    const p = harbourLight();
    p.pieces[6]!.count = 3;
    const plan = planProject(p);
    const doc = tracingSheets(p, plan, 'a4');
    expect(new Set(doc.pages.map((page) => page.webId))).to.deep.equal(new Set(plan.choices.map((c) => c.webId)));
    expect(new Set(doc.pages.flatMap((page) => page.pieceIds))).to.deep.equal(new Set(p.pieces.map((q) => q.id)));
    const labels = doc.pages.flatMap((page) => page.marks).filter((m) => m.type === 'text' && m.text === 'Top band');
    expect(labels).to.have.length(3);
  });

  it('draws a letter mirrored where the route asks and keeps its label reading right', () => {
    const L = piece('l', 'M0 0H20V60H60V80H0Z', { label: 'Letter L' });
    const drawn = sheetsOf(project([L])).pages[0]!.marks.find((m) => m.type === 'line' && m.stroke === 'outline')!;
    const ring = drawn.type === 'line' ? drawn.points : [];
    const b = boundsOf([ring]);
    // The foot of an L points right as seen; drawn reversed, its upright is on the right.
    const atTop = ring.filter((p) => Math.abs(p.y - b.minY) < 0.01).map((p) => p.x);
    expect(Math.min(...atTop)).to.be.above((b.minX + b.maxX) / 2);
    expect(sheetsOf(project([L])).pages[0]!.marks.some((m) => m.type === 'text' && m.text === 'Letter L')).to.equal(
      true,
    );
  });

  it('tiles what is larger than a page, with crosses and the neighbours’ names', () => {
    const doc = sheetsOf(project([piece('sail', square(350))]));
    expect(doc.pages.length).to.be.above(2);
    const words = doc.pages.flatMap((p) => p.marks).map((m) => (m.type === 'text' ? m.text : ''));
    expect(words.some((w) => w.includes('A2 ›'))).to.equal(true);
    expect(words.some((w) => w.includes('down: B1'))).to.equal(true);
    expect([tileName(0, 0), tileName(2, 3), tileName(27, 0)]).to.deep.equal(['A1', 'C4', 'BB1']);
  });

  it('shows the whole outline over its tiles: the lines add up, the overlaps counted twice', () => {
    const region = [
      [
        { x: 0, y: 0 },
        { x: 300, y: 0 },
        { x: 300, y: 50 },
        { x: 0, y: 50 },
      ],
    ];
    const tiles = tileDrawing(
      { bounds: boundsOf(region), lines: [{ rings: region, stroke: 'outline' }], texts: [] },
      190,
      223,
    );
    const drawn = tiles.map((t) =>
      t.marks
        .filter((m) => m.type === 'line' && m.stroke === 'outline')
        .reduce(
          (s, m) =>
            s +
            (m.type === 'line'
              ? m.points.slice(1).reduce((q, p, i) => q + Math.hypot(p.x - m.points[i]!.x, p.y - m.points[i]!.y), 0)
              : 0),
          0,
        ),
    );
    expect(tiles).to.have.length(2);
    expect(drawn.reduce((a, b) => a + b)).to.be.closeTo(700 + 2 * 10, 0.5);
  });

  it('gives pieces without a web a page that says so', () => {
    const p = project([piece('a', square(40))], { webs: [] });
    expect(sheetsOf(p).pages[0]!.title).to.include('no web chosen yet');
  });

  it('keeps all marks on the page, on every paper', () => {
    for (const paper of ['a4', 'letter', 'roll'] as const) {
      for (const page of [...sheetsOf(harbourLight(), paper).pages, ...placementSheets(harbourLight(), paper).pages])
        for (const mark of page.marks)
          for (const p of mark.type === 'line' ? mark.points : [mark]) {
            expect(p.x, `${paper} ${page.title}`).to.be.within(
              PAGE_MARGIN_MM - 0.6,
              page.widthMm - PAGE_MARGIN_MM + 0.6,
            );
            expect(p.y, `${paper} ${page.title}`).to.be.within(
              PAGE_MARGIN_MM - 0.6,
              page.heightMm - PAGE_MARGIN_MM + 0.6,
            );
          }
    }
  });
});

describe('sheet: SVG', () => {
  it('is true to size and holds no markup from names', () => {
    const p = project([piece('a', square(40), { label: '<script>alert(1)</script> & "x"' })], {
      name: '</title><script>',
    });
    const svg = sheetsToSvg(sheetsOf(p));
    expect(svg).to.match(/^<svg [^>]*width="210mm" height="297mm" viewBox="0 0 210 297"/);
    expect(svg).to.not.include('<script');
    expect(svg).to.include('&lt;script&gt;');
  });
});

describe('sheet: PDF, rendered by an independent program (poppler)', function () {
  this.timeout(240_000);
  const DPI = 508; // 20 pixels a millimetre
  const PER_MM = DPI / 25.4;
  let dir: string;
  before(() => {
    dir = mkdtempSync(path.join(tmpdir(), 'seam-'));
  });
  after(() => rmSync(dir, { recursive: true }));

  /** One page as grey pixels, by pdftoppm. */
  function render(
    doc: SheetDocument,
    page: number,
  ): { w: number; h: number; dark: (x: number, y: number) => boolean; file: string } {
    const file = path.join(dir, 'sheet.pdf');
    writeFileSync(file, Buffer.from(sheetsToPdf(doc, fonts)));
    const pgm = execFileSync('pdftoppm', ['-f', String(page), '-l', String(page), '-r', String(DPI), '-gray', file], {
      maxBuffer: 1 << 28,
    });
    const [, w, h] = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(pgm.subarray(0, 40).toString('latin1'))!.map(Number) as [
      number,
      number,
      number,
    ];
    const start = pgm.length - w * h;
    return { w, h, file, dark: (x, y) => pgm[start + y * w + x]! < 128 };
  }
  it('lines are as dark as they are meant to be: black what is cut, a fold half grey', () => {
    const across = (y: number, stroke: 'outline' | 'fine' | 'fold') => ({
      type: 'line' as const,
      closed: false,
      stroke,
      points: [
        { x: 10, y },
        { x: 30, y },
      ],
    });
    const page = { id: 'p', widthMm: 40, heightMm: 40, title: '', webId: null, pieceIds: [] };
    const marks = [across(10, 'outline'), across(20, 'fine'), across(30, 'fold')];
    const file = path.join(dir, 'grey.pdf');
    writeFileSync(file, Buffer.from(sheetsToPdf({ title: 'grey', pages: [{ ...page, marks }] }, fonts)));
    const pgm = execFileSync('pdftoppm', ['-r', '1016', '-gray', file], { maxBuffer: 1 << 28 });
    const [, w, h] = /^P5\s+(\d+)\s+(\d+)\s/.exec(pgm.subarray(0, 40).toString('latin1'))!.map(Number);
    const start = pgm.length - w! * h!;
    const darkest = (fromMm: number, toMm: number): number =>
      pgm
        .subarray(start + Math.round(fromMm * 40) * w!, start + Math.round(toMm * 40) * w!)
        .reduce((least, grey) => Math.min(least, grey), 255) / 255;
    expect(darkest(9, 11)).to.be.closeTo(0, 0.01);
    expect(darkest(19, 21)).to.be.closeTo(0.35, 0.01);
    expect(darkest(29, 31)).to.be.closeTo(0.5, 0.01);
  });

  /** Middles of the dark runs along a row or column, mm. */
  function runs(length: number, dark: (i: number) => boolean): number[] {
    const found: number[] = [];
    for (let i = 0; i < length; i++) {
      if (!dark(i)) continue;
      let j = i;
      while (j < length && dark(j)) j++;
      found.push((i + j) / 2 / PER_MM);
      i = j;
    }
    return found;
  }

  for (const paper of ['a4', 'letter'] as const)
    it(`the check square on ${paper} measures 50.0 ± 0.1 mm, and an outline its true width`, () => {
      const doc = sheetsOf(project([piece('a', 'M0 0H120V30H0Z')]), paper);
      const { w, h, dark, file } = render(doc, 1);
      const info = execFileSync('pdfinfo', [file]).toString();
      const [, wide, high] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(info)!.map(Number) as [number, number, number];
      expect((wide / 72) * 25.4).to.be.closeTo(PAPER_FACTS[paper].widthMm, 0.02);
      expect((high / 72) * 25.4).to.be.closeTo(PAPER_FACTS[paper].heightMm!, 0.02);

      const top = PAPER_FACTS[paper].heightMm! - PAGE_MARGIN_MM - 51;
      const across = runs(w, (x) => dark(x, Math.round((top + 8) * PER_MM))).slice(0, 2);
      expect(across[1]! - across[0]!).to.be.closeTo(checkSquareMm('mm'), 0.1);
      const down = runs(h, (y) => dark(Math.round((PAGE_MARGIN_MM + 3) * PER_MM), y)).slice(-2);
      expect(down[1]! - down[0]!).to.be.closeTo(checkSquareMm('mm'), 0.1);

      const outline = runs(w, (x) => dark(x, Math.round((PAGE_MARGIN_MM + 4) * PER_MM)));
      expect(outline.at(-1)! - outline[0]!).to.be.closeTo(120, 0.12);
    });

  it('carries the letters of labels as text, in any of Europe’s alphabets', () => {
    const doc = sheetsOf(project([piece('a', square(80), { label: 'Žluťoučký Łódź Ψ Ж' })]));
    const { file } = render(doc, 1);
    const text = execFileSync('pdftotext', [file, '-']).toString();
    expect(text).to.include('Žluťoučký Łódź Ψ Ж');
    expect(text).to.include('50 mm');
  });

  /** What is dark within a box of a page, mm. */
  const inkIn = (page: ReturnType<typeof render>, x0: number, y0: number, x1: number, y1: number): number => {
    let n = 0;
    for (let y = Math.round(y0 * PER_MM); y < y1 * PER_MM; y++)
      for (let x = Math.round(x0 * PER_MM); x < x1 * PER_MM; x++) if (page.dark(x, y)) n += 1;
    return n / PER_MM ** 2;
  };
  const onePage = (...texts: Mark[]): SheetDocument => ({
    title: 't',
    pages: [{ id: 'p', widthMm: 210, heightMm: 297, title: 't', webId: null, pieceIds: [], marks: texts }],
  });

  it('draws labels of scripts that join or run from right to left, as the face shapes them', async () => {
    const face = await faceOf(TYPE[0]);
    for (const text of ['مرحبا', 'שלום', 'A שלום 12']) {
      const page = render(onePage(words(30, 50, 20, text)), 1);
      const label = drawLabel(text, [face]);
      // As much ink as its letters have, from where it begins to where it ends.
      const area = label.letters.reduce((sum, l) => sum + areaMm2(regionOf(l.outline)), 0) * (20 / 1000) ** 2;
      expect(inkIn(page, 0, 0, 210, 297), text).to.be.closeTo(area, 0.04 * area);
      const width = (label.widthEm * 20) / 1000;
      expect(inkIn(page, 29, 20, 31 + width, 70), text).to.be.closeTo(area, 0.04 * area);
    }
    // The first letter of a word in Hebrew stands at its right end: shin is far broader than mem's neighbour vav.
    const hebrew = drawLabel('שו', [face]);
    const widths = hebrew.letters.map((l) => {
      const b = boundsOf(regionOf(l.outline));
      return b.maxX - b.minX;
    });
    expect(widths[0]).to.be.below(widths[1]! / 2);
  });

  it('ends and middles of drawn labels stand where they should', () => {
    for (const [anchor, from, to] of [
      ['start', 100, 210],
      ['middle', 70, 130],
      ['end', 0, 100],
    ] as const) {
      const page = render(onePage(words(100, 50, 10, 'שלום', anchor)), 1);
      const all = inkIn(page, 0, 0, 210, 297);
      expect(inkIn(page, from - 0.3, 30, to + 0.3, 60), anchor).to.be.closeTo(all, 0.01 * all);
    }
  });

  it('shows a box for a letter that no face has, and says so on that page and no other', async () => {
    const doc = onePage(words(30, 50, 10, '灯 A'));
    expect(drawLabel('灯 A', [await faceOf(TYPE[0])]).missing).to.deep.equal(['灯']);
    const { file } = render(doc, 1);
    expect(execFileSync('pdftotext', [file, '-']).toString()).to.include(
      'stands for letters that no typeface here has',
    );
    // Large enough to be read: a box of 2.4 mm type, from its deepest to its highest letter, in points.
    const word = /yMin="([\d.]+)" xMax="[\d.]+" yMax="([\d.]+)">typeface</.exec(
      execFileSync('pdftotext', ['-bbox', file, '-']).toString(),
    );
    const highMm = ((Number(word?.[2]) - Number(word?.[1])) * 25.4) / 72;
    expect(highMm).to.be.within(2.4, 1.3 * 2.4);
    const { file: other } = render(onePage(words(30, 50, 10, 'שלום')), 1);
    expect(execFileSync('pdftotext', [other, '-']).toString()).to.not.include('stands for');
  });

  it('asks a face that was brought in for what its own type lacks', async () => {
    const own = await faceOf('@fontsource/rubik/files/rubik-latin-800-normal.woff');
    const brought = await faceOf('@fontsource/rubik/files/rubik-hebrew-800-normal.woff');
    expect(drawLabel('שלום', [own]).missing).to.have.length(4);
    const label = drawLabel('AB שלום', [own, brought]);
    expect(label.missing).to.deep.equal([]);
    expect(label.letters).to.have.length(6);
  });

  it('knows what its type sets as it stands', () => {
    for (const text of ['Žluťoučký', 'Ψ Ж “a” 1½ × 2 in – €', 'ա ბ']) expect(isDrawn(text), text).to.equal(false);
    for (const text of ['שלום', 'سلام', '灯台', 'e\u0301', 'नमस्ते', '🧵']) expect(isDrawn(text), text).to.equal(true);
  });
});
