// How work is kept: edits that are checked, documents that are mended, versions that are thinned, files that go out and come in again.
import { expect } from 'chai';
import fc from 'fast-check';
import { zipSync } from 'fflate';
import { produce } from 'immer';
import { mirrorLine, regionOf, thinnestStroke } from '~/core/base/shape';
import {
  ARCHIVE_LIMITS,
  bytesOfDataUrl,
  dataUrlOfBytes,
  everythingEntries,
  everythingFromEntries,
  PROJECT_ENTRY,
  projectEntries,
  projectFromEntries,
  unzip,
  zipEntries,
} from '~/core/keep/archive';
import {
  faultOfEdit,
  isPlainId,
  LIMITS,
  newId,
  newPiece,
  type Project,
  parseProject,
  readJson,
} from '~/core/keep/model';
import { repairProject } from '~/core/keep/repair';
import { demoDrawer, harbourLight } from '~/demo';
import { archiveWords } from '~/words';
import { cases } from '../cases';
import { attempt, MOST_VERSIONS, storageWords, thinned } from './browser';
import { cotton, groundOf, iron, piece, project, square, web } from './helpers';

const edited = (p: Project, recipe: (p: Project) => void): Project =>
  produce(p, (draft: Project) => {
    recipe(draft);
  });

describe('an edit is checked before it is taken', () => {
  const base = harbourLight();
  const tries: [string, (p: Project) => void, RegExp][] = [
    [
      'a place that is no number',
      (p) => void (p.pieces[3]!.print.xMm = Number.NaN),
      /Piece 4 “Cliff”, print.*no number/,
    ],
    ['a place too far away', (p) => void (p.pieces[0]!.at.xMm = -10_001), /at least -10000/],
    ['a colour that is none', (p) => void (p.fabrics[0]!.colour = 'red'), /must be a colour like #a1b2c3/],
    ['a speck', (p) => void (p.pieces[1]!.outline = 'M0 0h0.05v0.05z'), /encloses no fabric/],
    ['a giant', (p) => void (p.pieces[1]!.outline = 'M0 0H24000V9H0Z'), /reaches farther than 10 m/],
    ['a control character', (p) => void (p.name = 'a\u0007'), /The project’s name holds control characters/],
    ['half a character', (p) => void (p.pieces[0]!.label = '\ud83e'), /half a character/],
    ['a fabric that is not there', (p) => void (p.pieces[5]!.fabricId = 'moon'), /which is not among the fabrics/],
    ['a fabric in use taken out', (p) => void p.fabrics.splice(0, 1), /not among the fabrics/],
    ['an order that forgets a piece', (p) => void p.order.pop(), /leaves out piece/],
    ['the same piece twice', (p) => void p.pieces.push({ ...p.pieces[0]! }), /which another one has already/],
    [
      'more pieces than there may be',
      (p) => {
        for (let i = 0; i < 2000; i++) {
          p.pieces.push(newPiece({ id: `n${i}`, label: '', fabricId: groundOf(p).fabricId, outline: square(5) }));
          p.order.push(`n${i}`);
        }
      },
      /holds 2,036 entries, but at most 2,000/,
    ],
    ['a soleplate in inches', (p) => void (p.irons[0]!.soleplate.widthMm = 4.5), /4\.5 in are 114\.3 mm/],
    [
      'an iron heavier than any press',
      (p) => void Object.assign(p.irons[0]!, { leanN: 20_000, soleplate: { widthMm: 20, lengthMm: 20 } }),
      /kPa/,
    ],
    ['a web that melts above its limit', (p) => void (p.webs[0]!.maxC = 50), /below the .* at which it melts/],
    [
      'more fabric than there is',
      (p) => {
        p.pieces[0]!.outline = 'M0 0H9000V9000H0Z';
        p.pieces[0]!.count = 999;
      },
      /more than 10,000 m²/,
    ],
  ];
  for (const [what, recipe, words] of tries)
    it(`refuses ${what}, in the same words as a file`, () => {
      const after = edited(base, recipe);
      const fault = faultOfEdit(base, after);
      expect(fault?.message).to.match(words);
      const parsed = parseProject(after);
      expect(parsed.ok ? [] : parsed.problems.map((p) => p.message)).to.include(fault!.message);
    });

  it('takes every edit after which the file could be opened, and no other (random edits)', () => {
    const numbers = fc.oneof(
      fc.double(),
      fc.integer({ min: -20_000, max: 20_000 }),
      fc.constantFrom(0, 1, 0.02, 5, 20),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(
          'pieces',
          'fabrics',
          'webs',
          'irons',
          'articles',
          'ground',
          'bench',
          'layering',
          'limits',
          'intent',
        ),
        fc.nat(40),
        fc.nat(30),
        fc.oneof(numbers, fc.string(), fc.boolean(), fc.constant(null)),
        (list, at, key, value) => {
          const after = edited(base, (p) => {
            const holder = list === 'ground' ? groundOf(p) : (p as unknown as Record<string, unknown>)[list];
            const item = Array.isArray(holder) ? holder[at % holder.length] : holder;
            const keys = Object.keys(item as object);
            (item as Record<string, unknown>)[keys[key % keys.length]!] = value;
          });
          expect(faultOfEdit(base, after) === null).to.equal(parseProject(after).ok);
        },
      ),
      { numRuns: cases(300, 120) },
    );
  });

  it('looks only at what was touched: a nudge among 2,000 pieces takes under a fifth of reading them all', () => {
    const many = project(
      Array.from({ length: 2000 }, (_, i) => piece(`p${i}`, square(10), { at: { xMm: i % 40, yMm: i, rotateDeg: 0 } })),
    );
    const after = edited(many, (p) => void (p.pieces[7]!.at.xMm += 1));
    // Compared on the same machine in the same minute: a bound in milliseconds would measure the machine.
    const took = (work: () => unknown) => {
      const start = performance.now();
      work();
      return performance.now() - start;
    };
    // In turn, and the fastest of many: what else the machine does delays both alike.
    let [nudge, all] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (let i = 0; i < 15; i++) {
      nudge = Math.min(
        nudge,
        took(() => expect(faultOfEdit(many, after)).to.equal(null)),
      );
      all = Math.min(
        all,
        took(() => expect(parseProject(after).ok).to.equal(true)),
      );
    }
    expect(nudge).to.be.below(all / 5);
  });
});

describe('a damaged document is mended', () => {
  const torn = (change: (p: any) => void): unknown => {
    const p = structuredClone(harbourLight());
    change(p);
    return p;
  };
  const mended = (raw: unknown, leaveOut?: ReadonlySet<string>) => {
    const got = repairProject(raw, leaveOut);
    if (!got.ok) throw new Error(got.problem.message);
    return got;
  };

  it('a sound one comes back as it is, with nothing to tell', () => {
    const { project: same, faults } = mended(harbourLight());
    expect(faults).to.deep.equal([]);
    expect(same).to.deep.equal(harbourLight());
  });

  it('keeps what is sound, mends to the nearest that is allowed, and leaves out what cannot be', () => {
    const { project: p, faults } = mended(
      torn((q) => {
        q.pieces[2].outline = 'M0 0L1 1';
        q.pieces[3].at.xMm = 1e9;
        q.pieces[4].label = 'x'.repeat(300);
        q.webs[0].liners = null;
        q.irons[0].soleplate = { widthMm: 4.5, lengthMm: 8.5 };
      }),
    );
    expect(p.pieces).to.have.length(35);
    expect(p.order).to.have.length(35);
    expect(p.pieces[2]!.at.xMm).to.equal(LIMITS.reachMm);
    expect(p.pieces[3]!.label).to.have.length(200);
    expect(p.irons[0]!.soleplate).to.deep.equal({ widthMm: 114.3, lengthMm: 215.9 });
    expect(faults.map((f) => f.mend)).to.have.members([
      null,
      'it becomes 10,000',
      'it is cut off there',
      'it becomes 1, as is usual',
      'it is read as inches: it becomes 114.3 mm',
      'it is read as inches: it becomes 215.9 mm',
    ]);
  });

  it('leaves out what a person says, in place of mending it', () => {
    const raw = torn((q) => void (q.pieces[3].at.xMm = 1e9));
    const [fault] = mended(raw).faults;
    const { project: p } = mended(raw, new Set([fault!.id]));
    expect(p.pieces).to.have.length(35);
    expect(p.pieces.some((q) => q.id === harbourLight().pieces[3]!.id)).to.equal(false);
  });

  it('520 fabrics: those in use stay, whatever their place in the list', () => {
    const { project: p } = mended(
      torn((q) => {
        const used = q.fabrics.splice(0);
        for (let i = 0; i < 520; i++) q.fabrics.push(cotton({ id: `spare${i}` }));
        q.fabrics.push(...used);
      }),
    );
    expect(p.fabrics).to.have.length(500);
    for (const q of harbourLight().pieces) expect(p.fabrics.some((f) => f.id === q.fabricId)).to.equal(true);
  });

  it('says so when nothing holds together', () => {
    for (const raw of [null, [], 'x', { format: 'else' }, { format: 'apple-seam.project', version: 9 }])
      expect(repairProject(raw).ok).to.equal(false);
  });
});

describe('words about slips in what came in', () => {
  it('JSON: with line and column', () => {
    const read = readJson('{\n  "a": 1,\n  "b": }\n');
    expect(read.ok ? '' : read.message).to.match(/line 3, column 8/);
    const cut = readJson('{"a": [1, 2');
    expect(cut.ok ? '' : cut.message).to.match(/line 1, column 12/);
  });
  it('no message says undefined, NaN or [object], whatever was broken', () => {
    const random = (() => {
      let seed = 5;
      return () => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) / 2 ** 32;
    })();
    const below = (n: number): number => Math.floor(random() * n);
    const broken = [undefined, null, '', 'x', -1, 0, 1e99, Number.NaN, [], {}, true, 'a'.repeat(300)];
    const raw = JSON.stringify(harbourLight());
    const places = (o: unknown, path: string[] = []): string[][] =>
      typeof o === 'object' && o !== null
        ? Object.entries(o).flatMap(([k, v]) => [[...path, k], ...places(v, [...path, k])])
        : [];
    const all = places(JSON.parse(raw));
    const said = new Set<string>();
    for (let i = 0; i < cases(1000, 90); i++) {
      const doc = JSON.parse(raw) as Record<string, unknown>;
      const path = all[below(all.length)]!;
      const holder = path.slice(0, -1).reduce<Record<string, unknown>>((o, k) => o[k] as Record<string, unknown>, doc);
      const value = broken[below(broken.length)];
      if (value === undefined) delete holder[path.at(-1)!];
      else holder[path.at(-1)!] = value;
      const read = parseProject(doc);
      if (!read.ok) for (const p of read.problems) said.add(p.message);
      const mended = repairProject(doc);
      if (!mended.ok) said.add(mended.problem.message);
      else for (const f of mended.faults) said.add(`${f.message} ${f.mend ?? ''} ${f.drop ?? ''}`);
    }
    expect(said.size).to.be.above(50);
    expect([...said].filter((m) => /undefined|\bNaN\b|\[object|“”/.test(m))).to.deep.equal([]);
  });

  it('nothing nests without end', () => {
    const read = readJson(`${'{"a":'.repeat(3000)}1${'}'.repeat(3000)}`);
    expect(read.ok ? '' : read.message).to.match(/more than 60 levels/);
  });
  it('what is not allowed comes with what is', () => {
    const parsed = parseProject({ ...harbourLight(), webs: [{ ...harbourLight().webs[0]!, liners: null }] });
    expect(parsed.ok ? '' : parsed.problems[0]!.message).to.include('liners is null, but must be one of 0, 1, 2');
  });
  it('stops at twenty problems: a hundred thousand broken placements take little', () => {
    const placements = Array.from({ length: 20_000 }, () => ({
      id: 7,
      copy: -1,
      xMm: 'a',
      yMm: null,
      rotateDeg: [],
      bin: 3,
      binCopy: 0.5,
    }));
    const doc = {
      ...harbourLight(),
      layouts: [{ kind: 'web', ofId: 'x', key: 'k', lengthMm: 1, rowsLengthMm: 1, placements }],
    };
    const before = process.memoryUsage().heapUsed;
    const parsed = parseProject(doc);
    expect(process.memoryUsage().heapUsed - before).to.be.below(60e6);
    expect(parsed.ok ? 0 : parsed.problems.length).to.equal(21);
  });
  it('ids are plain, also where the browser has no randomUUID', () => {
    const own = Object.getOwnPropertyDescriptor(crypto, 'randomUUID');
    Object.defineProperty(crypto, 'randomUUID', { value: undefined, configurable: true });
    try {
      const ids = new Set(Array.from({ length: 200 }, newId));
      expect(ids.size).to.equal(200);
      for (const id of ids) {
        expect(id).to.match(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
        expect(isPlainId(id)).to.equal(true);
      }
    } finally {
      if (own) Object.defineProperty(crypto, 'randomUUID', own);
      else Reflect.deleteProperty(crypto, 'randomUUID');
    }
    for (const id of ['\ud800', '..', '.', 'a%2Fb', 'a/b', '', '-a', 'x'.repeat(65)])
      expect(isPlainId(id)).to.equal(false);
  });
  it('storage says what to do', () => {
    for (const [name, words] of [
      ['QuotaExceededError', /no room left/],
      ['SecurityError', /allow site data/],
      ['DatabaseClosedError', /Load this page again/],
      ['Strange', /Export what matters/],
    ] as const)
      expect(storageWords(Object.assign(new Error('x'), { name }))).to.match(words);
    const wrapped = Object.assign(new Error('x'), {
      name: 'AbortError',
      inner: Object.assign(new Error('y'), { name: 'QuotaExceededError' }),
    });
    expect(storageWords(wrapped)).to.match(/no room left/);
  });

  it('storage that answers after it was said not to is heard all the same; what is refused then is not', async () => {
    const late = (value: number | Error) =>
      new Promise<number>((done, fail) =>
        setTimeout(() => (typeof value === 'number' ? done(value) : fail(value)), 40),
      );
    const heard: number[] = [];
    const said = await attempt(
      () => late(7),
      5,
      (n) => heard.push(n),
    );
    expect(said.ok ? '' : said.words).to.match(/does not answer/);
    expect(heard).to.deep.equal([]);
    await attempt(
      () => late(new Error('torn away')),
      5,
      (n) => heard.push(n),
    );
    await new Promise((done) => setTimeout(done, 120));
    expect(heard).to.deep.equal([7]);
    // In time it is answered once, and not heard again.
    expect(
      await attempt(
        () => late(8),
        2000,
        (n) => heard.push(n),
      ),
    ).to.deep.equal({ ok: true, value: 8 });
    expect(heard).to.deep.equal([7]);
  });
});

describe('earlier versions are thinned', () => {
  it('never more than are kept, the newest and the oldest among them', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 1e9 }), { minLength: 1, maxLength: 60 }), (list) => {
        const times = [...list].sort((a, b) => a - b);
        const gone = new Set(thinned(times, 1e9 + 1));
        expect(times.length - gone.size).to.equal(Math.min(times.length, MOST_VERSIONS));
        expect(gone.has(0)).to.equal(false);
        expect(gone.has(times.length - 1)).to.equal(false);
      }),
    );
  });
  it('after a month of work there are some of the last hour, some of the last day, and some from before', () => {
    const minute = 60_000;
    let kept: number[] = [];
    const now = 30 * 24 * 60 * minute;
    for (let t = 0; t <= now; t += 3 * minute) {
      kept.push(t);
      const gone = new Set(thinned(kept, t));
      kept = kept.filter((_, i) => !gone.has(i));
    }
    const within = (minutes: number): number => kept.filter((t) => now - t <= minutes * minute).length;
    expect(kept).to.have.length(MOST_VERSIONS);
    expect(within(60)).to.be.within(4, 12);
    expect(within(24 * 60) - within(60)).to.be.within(3, 10);
    expect(MOST_VERSIONS - within(24 * 60)).to.be.within(3, 10);
  });
});

describe('files', () => {
  const jpeg = `data:image/jpeg;base64,${btoa('\xff\xd8\xff\xe0 a picture of fabric')}`;
  const png = `data:image/png;base64,${btoa('\x89PNG\r\n\x1a\n another')}`;
  const pictures = [
    { id: 'p/1', name: 'cloth', dataUrl: jpeg, widthPx: 3, heightPx: 2 },
    { id: 'p2', name: 'leaflet', dataUrl: png, widthPx: 5, heightPx: 4 },
  ];
  const withPictures = (): Project =>
    project([piece('a', square(40))], {
      pictures,
      fabrics: [cotton({ photo: { pictureId: 'p/1', widthMm: 100 } })],
      webs: [web({ leafletPhotoId: 'p2' })],
    });
  const file = (bytes: Uint8Array): Blob => new Blob([bytes as BlobPart]);
  const joined = (parts: Uint8Array[]): Uint8Array => Uint8Array.from(parts.flatMap((p) => [...p]));

  it('a project with pictures goes out as a zip and comes in the same', async () => {
    const zip = joined(zipEntries(projectEntries(withPictures())));
    const read = await unzip(file(zip));
    if (!read.ok) throw new Error(JSON.stringify(read));
    expect([...read.entries.keys()]).to.deep.equal([PROJECT_ENTRY, 'pictures/1.jpg', 'pictures/2.png']);
    expect(new TextDecoder().decode(read.entries.get(PROJECT_ENTRY))).to.not.include('base64');
    const got = projectFromEntries(read.entries);
    expect(got.ok && got.raw).to.deep.equal(JSON.parse(JSON.stringify(withPictures())));
    expect(got.ok && parseProject(got.raw).ok).to.equal(true);
  });

  it('a zip made by another program (fflate’s one-shot writer) is read, too', async () => {
    const { pictures: list, ...rest } = withPictures();
    const doc = { ...rest, pictures: list.map(({ dataUrl: _, ...p }, i) => ({ ...p, file: `pictures/${i + 1}.x` })) };
    const zip = zipSync({
      'project.seam.json': new TextEncoder().encode(JSON.stringify(doc)),
      'pictures/1.x': bytesOfDataUrl(jpeg),
      'pictures/2.x': bytesOfDataUrl(png),
    });
    const read = await unzip(file(zip));
    const got = read.ok && projectFromEntries(read.entries);
    expect(got ? got.ok && parseProject(got.raw) : null).to.deep.equal({ ok: true, project: withPictures() });
  });

  it('a picture that is missing or none is told by what shows it, and can be mended', async () => {
    const entries = new Map(projectEntries(withPictures()).map((e) => [e.name, e.bytes]));
    entries.delete('pictures/1.jpg');
    entries.set('pictures/2.png', new TextEncoder().encode('<svg/>'));
    const got = projectFromEntries(entries);
    if (!got.ok) throw new Error(got.problem.code);
    expect(parseProject(got.raw).ok).to.equal(false);
    const mended = repairProject(got.raw);
    expect(mended.ok && mended.project.pictures).to.deep.equal([]);
    expect(mended.ok && mended.project.fabrics[0]!.photo).to.equal(null);
  });

  it('bytes and data addresses are the same both ways; only PNG and JPEG are pictures', () => {
    for (const url of [jpeg, png]) expect(dataUrlOfBytes(bytesOfDataUrl(url))).to.equal(url);
    expect(dataUrlOfBytes(new TextEncoder().encode('<svg onload=alert(1)>'))).to.equal(null);
  });

  for (const [what, make] of [
    ['cut off', () => joined(zipEntries(projectEntries(withPictures()))).slice(0, 200)],
    ['no zip inside', () => Uint8Array.from([0x50, 0x4b, 3, 4, ...Array<number>(100).fill(255)])],
    ['with a way out of its folder', () => zipSync({ '../../evil': new Uint8Array(3) })],
    ['a bomb: 60 MB of nothing in 60 kB', () => zipSync({ a: new Uint8Array(60e6) }, { level: 9 })],
  ] as const)
    it(`a zip that is ${what} is refused in words`, async function () {
      this.timeout(60_000);
      const bytes = make();
      const before = process.memoryUsage().rss;
      const read = await unzip(file(bytes));
      expect(read.ok).to.equal(false);
      if (!read.ok) expect(archiveWords(read.problem)).to.match(/^It .*\.$/);
      expect(process.memoryUsage().rss - before).to.be.below(ARCHIVE_LIMITS.unpackedBytes / 2);
    });

  it('everything that was kept comes back; what is damaged costs nothing else', async () => {
    const all = {
      projects: [
        {
          project: withPictures(),
          deletedAt: null,
          createdAt: 3,
          updatedAt: 9,
          versions: [
            { at: 4, why: 'kept' as const, doc: JSON.parse(JSON.stringify({ ...withPictures(), name: 'Before' })) },
          ],
        },
        { project: harbourLight(), deletedAt: 5, createdAt: 1, updatedAt: 2, versions: [] },
      ],
      drawer: { ...demoDrawer(), pictures },
      shapes: [{ id: 's', name: 'Shell', outline: square(20) }],
      faces: [{ id: 'f', name: 'Hand', bytes: Uint8Array.from([1, 2, 3]).buffer }],
      swatches: [],
    };
    const entries = new Map(everythingEntries(all, '2026-01-01').map((e) => [e.name, e.bytes]));
    const whole = everythingFromEntries(entries);
    if (!whole.ok) throw new Error(JSON.stringify(whole));
    expect(whole.read.problems).to.deep.equal([]);
    expect(whole.read.found.projects).to.deep.equal(all.projects);
    expect(whole.read.found.drawer.fabrics).to.deep.equal(all.drawer.fabrics);
    expect(whole.read.found.drawer.pictures).to.deep.equal(pictures);
    expect([...new Uint8Array(whole.read.found.faces[0]!.bytes)]).to.deep.equal([1, 2, 3]);

    entries.set(
      'projects/1/project.seam.json',
      new TextEncoder().encode('{"format":"apple-seam.project","version":1}'),
    );
    entries.set('drawer/drawer.json', new TextEncoder().encode('{'));
    entries.delete('faces/1.font');
    const part = everythingFromEntries(entries);
    if (!part.ok) throw new Error(JSON.stringify(part));
    expect(part.read.found.projects.map((p) => p.project.id)).to.deep.equal(['harbour-light']);
    expect(part.read.damaged).to.have.length(1);
    expect(part.read.problems).to.have.length(2);
    expect(everythingFromEntries(new Map()).ok).to.equal(false);
  });
});

describe('nothing takes time without bound', () => {
  const soon = (what: string, ms: number, work: () => void): void => {
    const start = performance.now();
    work();
    expect(performance.now() - start, what).to.be.below(ms);
  };
  // The bounds are some ten times what a usual machine takes; before, the first took a minute.
  it('a mirror line through 1,200 small squares', () => {
    let outline = '';
    for (let i = 0; i < 1200; i++) outline += `M${(i % 35) * 10} ${Math.floor(i / 35) * 10}h6v6h-6Z`;
    soon('mirror', 4000, () => mirrorLine(regionOf(outline)));
  });
  it('a ring with a hundred holes is still symmetric, at the true angle', () => {
    let outline = 'M-200 0A200 200 0 1 0 200 0A200 200 0 1 0 -200 0Z';
    const hole = (x: number, y: number): string => `M${x - 4} ${y}a4 4 0 1 0 8 0a4 4 0 1 0 -8 0Z`;
    const turn = (x: number, y: number): [number, number] => [
      x * Math.cos(0.4) - y * Math.sin(0.4),
      x * Math.sin(0.4) + y * Math.cos(0.4),
    ];
    for (let i = 0; i < 50; i++) {
      const r = 30 + 3 * i;
      const a = (i * 0.7) % 2.6;
      for (const s of [1, -1]) outline += hole(...turn(r * Math.cos(a), s * r * Math.sin(a)));
    }
    const line = mirrorLine(regionOf(outline), 0.2);
    expect(line?.angleDeg).to.be.closeTo((0.4 * 180) / Math.PI, 0.2);
  });
  it('thin places along a diagonal edge of 14 m', () => {
    soon('thin', 4000, () => expect(thinnestStroke(regionOf('M0 0L9990 9990L9990 9980L10 0Z'), 3)).to.equal(null));
  });
  it('an iron of 20 mm on a ground of 10 m: counted by area, and told', async () => {
    const { planProject } = await import('~/core/plan');
    const p = project([piece('a', square(9000))], {
      ground: {
        fabricId: 'cotton',
        widthMm: 10_000,
        heightMm: 10_000,
        outline: null,
        seamAllowanceMm: 0,
        creases: { across: 0, down: 0, diagonal: false },
      },
      irons: [iron({ soleplate: { widthMm: 20, lengthMm: 20 }, massKg: 0.2, leanN: 1 })],
    });
    soon('plan', 8000, () => {
      const plan = planProject(p);
      expect(plan.snags.map((s) => s.code)).to.include('iron-too-small');
      expect(Math.max(...plan.press.map((t) => t.placements))).to.be.above(100_000);
    });
  });
});
