// What was kept comes back: everything over random drawers and projects, into fresh and used browsers; nothing that differs is counted as here; and damage is noticed.
import { expect } from 'chai';
import fc from 'fast-check';
import { zipSync } from 'fflate';
import {
  compareEverything,
  type Everything,
  type EverythingRead,
  everythingEntries,
  everythingFromEntries,
  keyOf,
  openSeal,
  PROJECT_ENTRY,
  projectEntries,
  sameDoc,
  sealed,
  unzip,
  zipEntries,
} from '~/core/keep/archive';
import { DRAWER_KINDS, emptyDrawer } from '~/core/keep/drawer';
import { type Project, parseProject } from '~/core/keep/model';
import { DEMO, demoDrawer, harbourLight } from '~/demo';
import { archiveWords } from '~/words';
import { archive } from '~/workers/archive';
import { cases } from '../cases';
import {
  bringBack,
  closePlanners,
  compareWithHere,
  copyIsDue,
  db,
  deleteProject,
  KEPT_AT,
  listProjects,
  noteVisit,
  openFile,
  projectFile,
  putProject,
  readDrawer,
  readProject,
  seedDemo,
  takeArrived,
  versionsOf,
} from './browser';
import { cotton, piece, project, square, web } from './helpers';

const plain = <T>(doc: T): T => JSON.parse(JSON.stringify(doc)) as T;
const jpeg = `data:image/jpeg;base64,${btoa('\xff\xd8\xff\xe0 a picture of fabric')}`;
const fileOf = (parts: readonly Uint8Array[]): Blob => new Blob(parts as unknown as BlobPart[]);
async function readBack(all: Everything, keptAt = '2026-11-26T20:00:00.000Z'): Promise<EverythingRead> {
  const zip = await unzip(fileOf(zipEntries(everythingEntries(all, keptAt))));
  if (!zip.ok) throw new Error(zip.problem.code);
  const read = everythingFromEntries(zip.entries, zip.damaged);
  if (!read.ok) throw new Error(JSON.stringify(read));
  return read.read;
}
async function everythingHere(): Promise<Everything> {
  const rows = [...(await listProjects()), ...(await listProjects(true))];
  return plain({
    projects: await Promise.all(
      rows.map(async (r) => ({
        project: r.doc,
        deletedAt: r.deletedAt,
        createdAt: r.createdAt,
        updatedAt: r.updatedAt,
        versions: (await versionsOf(r.id)).reverse().map(({ at, why, doc }) => ({ at, why, doc })),
      })),
    ),
    drawer: await readDrawer(),
    shapes: await db.shapes.toArray(),
    faces: [],
    swatches: await db.swatches.toArray(),
  });
}
const byId = (all: Everything): unknown => ({
  projects: [...all.projects].sort((a, b) => (a.project.id < b.project.id ? -1 : 1)),
  drawer: DRAWER_KINDS.map((k) => [...all.drawer[k]].sort((a, b) => (a.id < b.id ? -1 : 1))),
  shapes: [...all.shapes].sort((a, b) => (a.id < b.id ? -1 : 1)),
});
const empty = async (): Promise<void> => void (await Promise.all(db.tables.map((t) => t.clear())));
const LATE = 1_800_000_000_000;

/** Everything as someone may have made it, by some numbers: webs measured, projects changed, binned, with versions before them. */
const someone = (n: readonly number[]): Everything => {
  const drawer = emptyDrawer();
  const of = (i: number): number => n[i % n.length] ?? 0;
  const project_ = (i: number): Project =>
    plain(
      project([piece('a', square(20 + of(i)))], {
        id: `p${i}`,
        name: `Project ${of(i) % 3}`,
        pictures: of(i) % 2 ? [{ id: 'x', name: 'cloth', dataUrl: jpeg, widthPx: 3, heightPx: 2 }] : [],
        fabrics: [cotton(of(i) % 2 ? { photo: { pictureId: 'x', widthMm: 100 } } : {})],
      }),
    );
  return plain({
    projects: n.slice(0, 3).map((x, i) => ({
      project: project_(i),
      deletedAt: x % 5 === 0 ? LATE + x : null,
      createdAt: LATE - 1000 - x,
      updatedAt: LATE + x,
      versions: Array.from({ length: x % 4 }, (_, k) => ({
        at: LATE + 10 * k,
        why: 'kept' as const,
        doc: project_(i + k),
      })),
    })),
    drawer: {
      ...drawer,
      webs: n.map((x, i) => web({ id: `w${i}`, name: `Web ${i}`, meltC: 80 + (x % 30) })),
      fabrics: n.slice(0, 2).map((x, i) => cotton({ id: `f${i}`, massGsm: 100 + x })),
    },
    shapes: n.slice(0, 1).map((x) => ({ id: 's', name: 'Shell', outline: square(9 + x) })),
    faces: [],
    swatches: [],
  });
};
const numbers = fc.array(fc.nat(40), { minLength: 1, maxLength: 5 });

after(() => closePlanners());

describe('everything that was kept', () => {
  beforeEach(empty);

  it('comes back the same into a fresh browser, with versions, dates and what is in the bin; kept again it says the same (random)', async () => {
    await fc.assert(
      fc.asyncProperty(numbers, async (n) => {
        await empty();
        const all = someone(n);
        const got = await bringBack(await readBack(all));
        expect(byId(await everythingHere())).to.deep.equal(byId(all));
        expect(got).to.include({ projects: all.projects.length, same: 0, stayed: 0 });
        expect(got.versions).to.equal(all.projects.reduce((s, p) => s + p.versions.length, 0));
        // A second time nothing is new, and nothing is doubled.
        const again = await bringBack(await readBack(await everythingHere()));
        expect(again).to.include({ projects: 0, things: 0, versions: 0, stayed: 0 });
        expect(byId(await everythingHere())).to.deep.equal(byId(all));
      }),
      { numRuns: cases(40) },
    );
  }).timeout(60_000);

  it('meets a browser in use: what differs is chosen, and is then as chosen; nothing that differs is counted as here (random)', async () => {
    await fc.assert(
      fc.asyncProperty(numbers, numbers, fc.constantFrom('here', 'kept', 'both'), async (a, b, choice) => {
        await empty();
        const [mine, theirs] = [someone(a), someone(b)];
        await bringBack(await readBack(mine));
        const read = await readBack(theirs);
        const { compared } = await compareWithHere(read);
        const differing = compared.filter((c) => c.standing === 'differs');
        const choices = new Map(differing.map((c) => [keyOf(c), choice as 'here' | 'kept' | 'both']));
        if (differing.length > 0) {
          const refused = await bringBack(read).then(
            () => null,
            (e: Error) => e.message,
          );
          expect(refused).to.match(/^Say first what becomes of/);
        }
        await bringBack(read, choices);
        const here = await everythingHere();
        for (const kept of theirs.drawer.webs) {
          const was = mine.drawer.webs.find((w) => w.id === kept.id);
          const now = here.drawer.webs.find((w) => w.id === kept.id);
          const same = was === undefined || sameDoc(was, kept);
          expect(now).to.deep.equal(same || choice === 'kept' ? kept : was);
          if (!same && choice === 'both')
            expect(
              here.drawer.webs.some((w) => w.id !== kept.id && w.meltC === kept.meltC && w.name !== kept.name),
            ).to.equal(true);
        }
        // Nothing that was here before is lost, whatever was chosen: a project that gave way is an earlier version.
        for (const { project: was } of mine.projects) {
          const row = here.projects.find((p) => p.project.id === was.id)!;
          const kept = [row.project, ...row.versions.map((v) => v.doc)];
          expect(kept.some((d) => sameDoc(d, was))).to.equal(true);
        }
        for (const { project: was } of theirs.projects)
          if (choice !== 'here')
            expect(here.projects.some((p) => sameDoc({ ...p.project, id: was.id }, was))).to.equal(true);
      }),
      { numRuns: cases(40) },
    );
  }).timeout(60_000);

  it('the demo’s own things, untouched, give way to the web that was measured and the project that was worked on', async () => {
    await seedDemo();
    const measured = { ...demoDrawer().webs[0]!, meltC: 91, name: 'My measured web' };
    const worked = plain({ ...harbourLight(), name: 'My harbour' });
    const kept: Everything = {
      projects: [{ project: worked, deletedAt: null, createdAt: 1, updatedAt: LATE, versions: [] }],
      drawer: plain({ ...demoDrawer(), webs: [measured, ...demoDrawer().webs.slice(1)] }),
      shapes: [],
      faces: [],
      swatches: [],
    };
    const read = await readBack(kept);
    const { compared } = await compareWithHere(read);
    expect(compared.filter((c) => c.standing !== 'same').map((c) => [c.kind, c.id, c.standing])).to.deep.equal([
      ['projects', 'harbour-light', 'comes'],
      ['webs', measured.id, 'comes'],
    ]);
    await bringBack(read);
    expect((await db.webs.get(measured.id))!.meltC).to.equal(91);
    expect((await db.projects.get('harbour-light'))!.name).to.equal('My harbour');
    // The other way round: what one measured here stays, where the file has the demo's.
    const untouched = await readBack({ ...kept, projects: [], drawer: plain(demoDrawer()) });
    const back = (await compareWithHere(untouched)).compared;
    expect(back.filter((c) => c.standing !== 'same').map((c) => [c.id, c.standing])).to.deep.equal([
      [measured.id, 'stays'],
    ]);
    expect(await bringBack(untouched)).to.include({ things: 0, stayed: 1 });
    expect((await db.webs.get(measured.id))!.meltC).to.equal(91);
  });

  it('what lies in the bin here and is in use there comes back; a project known under another id is not doubled', async () => {
    const doc = project([piece('a', square(40))], { id: 'p' });
    await putProject(doc);
    await deleteProject('p');
    const kept = { project: plain(doc), deletedAt: null, createdAt: 1, updatedAt: 2, versions: [] };
    const all: Everything = { projects: [kept], drawer: emptyDrawer(), shapes: [], faces: [], swatches: [] };
    const none: Everything = { ...all, projects: [] };
    expect(await bringBack(await readBack(all))).to.include({ projects: 1 });
    expect((await db.projects.get('p'))!.deletedAt).to.equal(null);
    const other = { ...kept, project: { ...kept.project, id: 'q' } };
    expect(compareEverything(all, { ...all, projects: [other] }, none)[0]!.standing).to.equal('same');
  });

  it('the date of the copy is known where it was brought back, and the reminder goes by it at once', async () => {
    const day = 24 * 3600 * 1000;
    const keptAt = Date.now() - 40 * day;
    await noteVisit(keptAt);
    await bringBack(await readBack(someone([3]), new Date(keptAt).toISOString()));
    expect((await db.settings.get(KEPT_AT))!.value).to.equal(keptAt);
    expect(await copyIsDue(), 'projects in it are newer than the copy').to.equal(true);
    await db.settings.put({ key: KEPT_AT, value: LATE + 100 * day });
    expect(await copyIsDue(LATE + 200 * day)).to.equal(false);
    // An older copy does not turn the date back.
    await bringBack(await readBack(someone([3]), new Date(keptAt).toISOString()));
    expect((await db.settings.get(KEPT_AT))!.value).to.equal(LATE + 100 * day);
  });

  it('a file of the first version, without dates and versions, is read as before', async () => {
    const entries = new Map(everythingEntries(someone([1, 2]), '2026-01-01').map((e) => [e.name, e.bytes]));
    const list = JSON.parse(new TextDecoder().decode(entries.get('everything.json')));
    list.version = 1;
    for (const p of list.projects) for (const key of ['createdAt', 'updatedAt', 'versions']) delete p[key];
    entries.set('everything.json', new TextEncoder().encode(JSON.stringify(list)));
    const read = everythingFromEntries(entries);
    if (!read.ok) throw new Error(JSON.stringify(read));
    expect(read.read.found.projects.map((p) => [p.createdAt, p.versions.length])).to.deep.equal([
      [null, 0],
      [null, 0],
    ]);
  });
});

describe('damage is noticed', () => {
  const doc = project([piece('a', square(40)), piece('b', square(30))], {
    pictures: [{ id: 'x', name: 'cloth', dataUrl: jpeg, widthPx: 3, heightPx: 2 }],
    fabrics: [cotton({ photo: { pictureId: 'x', widthMm: 100 } })],
  });
  const random = (seed: number) => () => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    return seed / 2 ** 32;
  };
  const bytesIn = async (blob: Blob): Promise<Uint8Array> => new Uint8Array(await blob.arrayBuffer());
  /** What becomes of a file in which one bit is another: refused, told, or sound with just what was written. */
  const opened = async (bytes: Uint8Array): Promise<'refused' | 'told' | 'same' | 'other'> => {
    const read = await archive.readFile(new Blob([bytes as BlobPart]));
    if (read.kind !== 'project') return 'refused';
    const parsed = parseProject(read.raw);
    if (!parsed.ok) return 'refused';
    if (read.damage.length > 0) return 'told';
    return sameDoc(plain(parsed.project), plain(doc)) ? 'same' : 'other';
  };
  const flips = async (bytes: Uint8Array, count: number, seed: number) => {
    const next = random(seed);
    const found = { refused: 0, told: 0, same: 0, other: 0 };
    for (let i = 0; i < count; i++) {
      const at = Math.floor(next() * bytes.length);
      const bit = 1 << Math.floor(next() * 8);
      const flipped = bytes.slice();
      flipped[at] = (flipped[at] ?? 0) ^ bit;
      found[await opened(flipped)] += 1;
    }
    return found;
  };

  it('flipped bits of a .seam (1,000 in all): none opens as sound', async () => {
    const bytes = await bytesIn(archive.packProject(doc));
    expect(await opened(bytes)).to.equal('same');
    const found = await flips(bytes, cases(1000), 7);
    console.log(`      ${JSON.stringify(found)}`);
    expect([found.same, found.other]).to.deep.equal([0, 0]);
    // Repair is shown what can be read.
    expect(found.told).to.be.above(cases(1000) / 20);
  }).timeout(60_000);

  it('flipped bits of a .seam.json (1,000 in all): none opens as sound with other content', async () => {
    const { pictures: _, ...rest } = doc;
    const flat = { ...rest, pictures: [], fabrics: [cotton()] } as Project;
    const bytes = await bytesIn((await projectFile(flat)).blob);
    const found = await flips(bytes, cases(1000), 11);
    console.log(`      ${JSON.stringify(found)}`);
    expect(found.other).to.equal(0);
    expect(found.told).to.be.above(cases(1000) / 20);
  }).timeout(60_000);

  it('a zip that another program wrote is read; entries that are locked, doubled or lie over one another are refused in words', async () => {
    const text = new TextEncoder().encode(JSON.stringify({ ...doc, pictures: [], fabrics: [cotton()] }));
    const zip = zipSync({ [PROJECT_ENTRY]: text, 'pictures/1.x': text });
    const sound = await unzip(new Blob([zip as BlobPart]));
    expect(sound.ok && [sound.damaged.size, sound.changed]).to.deep.equal([0, false]);
    const at = (signature: number, from = 0): number => {
      const view = new DataView(zip.buffer, zip.byteOffset);
      for (let i = from; i < zip.length - 4; i++) if (view.getUint32(i, true) === signature) return i;
      return -1;
    };
    const [local, central] = [at(0x04034b50), at(0x02014b50)];
    const second = at(0x02014b50, central + 4);
    const changed = (change: (bytes: Uint8Array, view: DataView) => void): Blob => {
      const bytes = zip.slice();
      change(bytes, new DataView(bytes.buffer));
      return new Blob([bytes as BlobPart]);
    };
    const words = async (file: Blob): Promise<string> => {
      const read = await unzip(file);
      return read.ok ? 'read' : archiveWords(read.problem);
    };
    expect(
      await words(
        changed((_, v) => {
          v.setUint16(local + 6, v.getUint16(local + 6, true) | 1, true);
          v.setUint16(central + 8, v.getUint16(central + 8, true) | 1, true);
        }),
      ),
    ).to.match(/locked with a password/);
    // The second file of the list lies where the first does.
    expect(await words(changed((_, v) => v.setUint32(second + 42, v.getUint32(central + 42, true), true)))).to.match(
      /overlap|damaged/,
    );
    const doubled = zipEntries([
      { name: PROJECT_ENTRY, bytes: text },
      { name: PROJECT_ENTRY, bytes: text.slice(0, 3) },
    ]);
    expect(await words(fileOf(doubled))).to.match(/twice|damaged/);
  });

  it('a document carries its sum, which is told when it differs and never enforced', async () => {
    await empty();
    const { blob } = await projectFile({ ...doc, pictures: [], fabrics: [cotton()] });
    const json = JSON.parse(await blob.text());
    expect(openSeal(json)).to.deep.include({ sealed: true });
    expect(openSeal(plain(doc))).to.deep.include({ sealed: null });
    expect(sealed(sealed(doc))).to.deep.equal(sealed(doc));
    // The order of fields says nothing.
    expect(openSeal(Object.fromEntries(Object.entries(json).reverse()))).to.deep.include({ sealed: true });
    const edited = { ...json, name: 'By hand' };
    const got = await openFile(new File([JSON.stringify(edited)], 'a.seam.json'));
    if (got.kind !== 'asks') throw new Error(got.kind);
    expect(got.arrived.damage.join()).to.match(/not as it was exported/);
    expect(await db.projects.count()).to.equal(0);
    await takeArrived(got.arrived, 'beside');
    const [row] = await db.projects.toArray();
    expect([row!.name, 'sum' in row!.doc]).to.deep.equal(['By hand', false]);
  });

  it('a picture of a project of everything that was damaged sends the project to be mended, and nothing else', async () => {
    const all: Everything = {
      projects: [
        { project: plain(doc), deletedAt: null, createdAt: 1, updatedAt: 2, versions: [] },
        { project: plain(DEMO['felt-tags']()), deletedAt: null, createdAt: 1, updatedAt: 2, versions: [] },
      ],
      drawer: emptyDrawer(),
      shapes: [],
      faces: [],
      swatches: [],
    };
    const parts = zipEntries(everythingEntries(all, '2026-01-01'));
    const bytes = await bytesIn(fileOf(parts));
    const picture = projectEntries(doc).find((e) => e.name.startsWith('pictures/'))!.bytes;
    const at = bytes.findIndex((_, i) => picture.every((b, k) => bytes[i + k] === b));
    bytes[at + 20] = (bytes[at + 20] ?? 0) ^ 4;
    const read = await archive.readFile(new Blob([bytes as BlobPart]));
    if (read.kind !== 'everything') throw new Error(read.kind);
    expect(read.read.found.projects.map((p) => p.project.id)).to.deep.equal(['felt-tags']);
    expect(read.read.damaged).to.have.length(1);
    expect(read.read.problems.map(archiveWords).join()).to.match(/pictures\/1\.jpg.* is not as it was written/);
  });
});

describe('a second device', () => {
  beforeEach(empty);
  const act = (id: string, fact: string, atMs: number) => ({
    id,
    atMs,
    act: 'done' as const,
    facts: [fact],
    copies: 1,
    wanted: [],
    back: false,
  });
  const base = harbourLight();
  const withActs = (...acts: ReturnType<typeof act>[]): Project => ({
    ...base,
    board: { ...base.board, trail: acts, done: acts.map((a) => ({ fact: a.facts[0]!, copies: 1 })) },
  });
  const open = async (doc: Project) =>
    openFile(new File([await (await projectFile(doc)).blob.arrayBuffer()], 'a.seam'));

  it('goes back and forth under one id: what was done on both counts, photos of the diary with it, and the pattern stays', async () => {
    await putProject(withActs(act('a', 'cut-on-line crab 1', 1)));
    const there = {
      ...withActs(act('b', 'cut-on-line cliff 1', 2)),
      name: 'There',
      pictures: [{ id: 'shot', name: 'At the board', dataUrl: jpeg, widthPx: 3, heightPx: 2 }],
    };
    there.board = {
      ...there.board,
      diary: [{ id: 'd', atMs: 5, tookS: 1, plannedS: 1, note: 'Slow', pictureId: 'shot' }],
    };
    const got = await open(there);
    if (got.kind !== 'asks') throw new Error(got.kind);
    expect(await takeArrived(got.arrived, 'hands')).to.equal('harbour-light');
    const row = (await readProject('harbour-light'))!;
    expect(row.doc.name).to.equal('Harbour Light');
    expect(row.doc.board.trail.map((t) => t.id)).to.deep.equal(['a', 'b']);
    expect(row.doc.pictures.map((p) => p.id)).to.deep.equal(['shot']);
    expect(await db.projects.count()).to.equal(1);
    // Sent back it is known there, and says the same on both.
    const back = await open(row.doc);
    expect(back).to.deep.include({ kind: 'project', id: 'harbour-light' });
  });

  it('in place of the one here: the file’s pattern, both boards, and the one here as an earlier version', async () => {
    await putProject(withActs(act('a', 'cut-on-line crab 1', 1)));
    const got = await open({ ...withActs(act('b', 'cut-on-line cliff 1', 2)), name: 'There' });
    if (got.kind !== 'asks') throw new Error(got.kind);
    await takeArrived(got.arrived, 'instead');
    const row = (await readProject('harbour-light'))!;
    expect([row.doc.name, row.doc.board.trail.length]).to.deep.equal(['There', 2]);
    expect((await versionsOf('harbour-light')).map((v) => v.doc.name)).to.deep.equal(['Harbour Light']);
  });
});
