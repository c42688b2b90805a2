import 'fake-indexeddb/auto';
import { expect } from 'chai';
import { peelOfFault, peelOfLook, swatchOfPress } from '~/core/choose/learn';
import { boardSteps, ironLifted, mergedBoards, pressBehind } from '~/core/hands/board';
import { everythingEntries, everythingFromEntries } from '~/core/keep/archive';
import { bearingOn, bookDoc, bookFromJson, bookToCsv, found, NOTHING_SOUGHT, sideBySide } from '~/core/keep/book';
import { emptyDrawer } from '~/core/keep/drawer';
import { EMPTY_BOARD, type Swatch, swatchSchema } from '~/core/keep/model';
import { planProject, pressedOn } from '~/core/plan';
import { bookIs, changeBook, db, importBook, noteSeen, readBook, redoBook, swatchesHere, undoBook } from '~/store';
import {
  changedByBook,
  flowWords,
  peelWords,
  standsWords,
  swatchSetting,
  swatchTitle,
  tellsWords,
  withinWords,
} from '~/words';
import { cotton, iron, piece, project, square, web } from './helpers';

const swatch = (id: string, more: Partial<Swatch> = {}): Swatch =>
  swatchSchema.parse({
    id,
    stage: 'bond',
    fabric: cotton({ id: 'red', name: 'Red cotton' }),
    onto: [cotton({ id: 'ground', name: 'Linen' })],
    web: web({ id: 'w', name: 'Light film' }),
    ironId: 'iron',
    iron: iron({ name: 'Blue iron' }),
    mark: '••',
    cover: 'parchment',
    surface: 'ironing-board',
    leanN: 20,
    seconds: 6,
    peel: 2,
    atMs: 1_750_000_000_000,
    ...more,
  });

describe('the swatch book', () => {
  it('takes the contract’s swatch as it stands there, fills in the rest, and says what is wrong with another', () => {
    const { iron: _, ...bare } = swatch('a');
    const sent = { ...bare, onto: bare.onto[0], from: undefined, aside: undefined, note: undefined };
    const read = swatchSchema.parse(JSON.parse(JSON.stringify(sent)));
    expect(read.onto).to.have.length(1);
    expect(read).to.include({ from: 'scrap', aside: false, note: '', iron: null });
    expect(swatchSchema.safeParse({ ...sent, peel: 4 }).success).to.equal(false);
  });

  it('is found by words of cloth, web, iron and note, by web, iron and peel; the newest first', () => {
    const all = [
      swatch('old', { atMs: 1, note: 'damp day' }),
      swatch('new', { atMs: 9, peel: 0, web: web({ id: 'v', name: 'Net' }) }),
    ];
    const ids = (sought: Partial<typeof NOTHING_SOUGHT>) =>
      found(all, { ...NOTHING_SOUGHT, ...sought }).map((s) => s.id);
    expect(ids({})).to.deep.equal(['new', 'old']);
    expect(ids({ text: 'linen NET' })).to.deep.equal(['new']);
    expect(ids({ text: 'damp' })).to.deep.equal(['old']);
    expect(ids({ webId: 'w' })).to.deep.equal(['old']);
    expect(ids({ peel: 0 })).to.deep.equal(['new']);
    expect(ids({ text: 'velvet' })).to.deep.equal([]);
    expect(ids({ ironId: 'other' })).to.deep.equal([]);
  });

  it('five webs on one cloth stand side by side; a cloth with one web does not, nor what was only seen', () => {
    const of = (id: string, webId: string, more: Partial<Swatch> = {}) =>
      swatch(id, { web: web({ id: webId, name: webId }), ...more });
    const five = ['a', 'b', 'c', 'd', 'e'].map((w) => of(`s${w}`, w));
    const alone = of('alone', 'a', { fabric: cotton({ id: 'blue' }) });
    const { webs, rows } = sideBySide([
      ...five,
      alone,
      of('seen', 'z', { from: 'board' }),
      of('aside', 'y', { aside: true }),
    ]);
    expect(webs.map((w) => w.id)).to.deep.equal(['a', 'b', 'c', 'd', 'e']);
    expect(rows).to.have.length(1);
    expect(rows[0]?.cells.map((c) => c.map((s) => s.id))).to.deep.equal([['sa'], ['sb'], ['sc'], ['sd'], ['se']]);
  });

  it('as a table: one row each, formulas disarmed', () => {
    const lines = bookToCsv([swatch('a', { note: '=1+1', mark: null, heatC: 150 })]).split('\n');
    expect(lines).to.have.length(2);
    expect(lines[0]).to.match(/^date,stage,fabric,onto,web,/);
    expect(lines[1]).to.equal(
      "2025-06-15,bond,Red cotton,Linen,Light film,20,Blue iron,,150,6,20,parchment,ironing-board,no,face,peels-with-fibres,clean,,,0,scrap,no,'=1+1",
    );
  });

  it('a book comes back whole, doubles are one, and what is no book is told', () => {
    const all = [swatch('a'), swatch('b')];
    const text = JSON.stringify(bookDoc({ swatches: [...all, swatch('a')], pictures: [] }));
    const read = bookFromJson(text);
    expect(read.ok && read.book.swatches).to.deep.equal(all);
    for (const bad of ['no json', '{}', JSON.stringify({ format: 'apple-seam.project', version: 2 })]) {
      const refused = bookFromJson(bad);
      expect(refused.ok).to.equal(false);
      expect(!refused.ok && refused.problems[0])
        .to.be.a('string')
        .and.not.equal('');
    }
  });

  it('travels in the file of everything; one that is damaged there costs nothing else', () => {
    const all = { projects: [], drawer: emptyDrawer(), shapes: [], faces: [], swatches: [swatch('a')] };
    const entries = new Map(everythingEntries(all, '2026-12-01').map((e) => [e.name, e.bytes]));
    const read = everythingFromEntries(entries);
    expect(read.ok && read.read.found.swatches).to.deep.equal(all.swatches);
    entries.set('book.json', new TextEncoder().encode('{"format":"apple-seam.book","version":1,"swatches":[{}]}'));
    const damaged = everythingFromEntries(entries);
    expect(damaged.ok && damaged.read.found.swatches).to.deep.equal([]);
    expect(damaged.ok && damaged.read.problems).to.have.length.above(0);
    entries.delete('book.json');
    const older = everythingFromEntries(entries);
    expect(older.ok && older.read.problems).to.deep.equal([]);
  });

  it('changes are undone and redone, what was seen at the board is there once, and a book merges without doubles', async () => {
    await db.swatches.clear();
    await changeBook('add', new Map([['a', swatch('a')]]));
    await changeBook('delete', new Map([['a', undefined]]));
    expect(await readBook()).to.deep.equal([]);
    await undoBook();
    expect((await readBook()).map((s) => s.id)).to.deep.equal(['a']);
    await redoBook();
    expect(await readBook()).to.deep.equal([]);
    await noteSeen([swatch('seen 1', { from: 'board' })]);
    await db.swatches.update('seen 1', { aside: true });
    await noteSeen([swatch('seen 1', { from: 'board' }), swatch('seen 2', { from: 'board' })]);
    expect((await readBook()).map((s) => [s.id, s.aside])).to.have.deep.members([
      ['seen 1', true],
      ['seen 2', false],
    ]);
    const file = new File(
      [JSON.stringify(bookDoc({ swatches: [swatch('seen 1'), swatch('new')], pictures: [] }))],
      'b.json',
    );
    expect(await importBook(file)).to.deep.equal({ ok: true, added: 1, same: 1 });
    expect(await importBook(file)).to.deep.equal({ ok: true, added: 0, same: 2 });
    expect((await db.swatches.get('seen 1'))?.aside).to.equal(true);
    const wrong = await importBook(new File(['{"hello":1}'], 'wrong.json'));
    expect(wrong.ok).to.equal(false);
    await db.swatches.clear();
  });

  it('5,000 swatches are read at once: a second on an idle machine', async () => {
    await db.swatches.bulkPut(Array.from({ length: 5000 }, (_, i) => swatch(`m${i}`, { atMs: i })));
    const t0 = performance.now();
    const all = await readBook();
    expect(all).to.have.length(5000);
    // Half a second to one on an idle machine, 2.8 s on a loaded one; read one by one they would take minutes.
    expect(performance.now() - t0).to.be.below(5000);
    await db.swatches.clear();
  });

  it('a project is taught by swatches of its irons and its webs only, in the same list as long as they are the same', () => {
    const p = project([piece('star', square(60))]);
    const mine = swatch('mine', { ironId: 'iron' });
    const byWeb = swatch('by web', { ironId: 'gone', web: web() });
    const other = swatch('other', { ironId: 'gone', web: web({ id: 'unknown' }) });
    expect(bearingOn([mine, byWeb, other], p, 9).map((s) => s.id)).to.have.members(['mine', 'by web']);
    bookIs([mine, other]);
    const first = swatchesHere(p);
    expect(first.map((s) => s.id)).to.deep.equal(['mine']);
    bookIs([
      structuredClone(mine),
      structuredClone(other),
      swatch('another', { ironId: 'none', web: web({ id: 'x' }) }),
    ]);
    expect(swatchesHere(p)).to.equal(first);
    bookIs([]);
  });

  it('a press of a plan as a swatch: cloth on cloth at its mark, and what the board saw of it', () => {
    const p = project([piece('star', square(60))]);
    const plan = planProject(p);
    const bond = plan.press.find((t) => t.stage === 'bond');
    const fuse = plan.press.find((t) => t.stage === 'fuse');
    if (!bond || !fuse) throw new Error('both presses are planned');
    const seen = { id: 's', atMs: 1, seconds: 8, peel: 2 as const };
    const of = (t: typeof bond) => {
      const press = pressedOn(p, t.id);
      const column = press?.columns[press.deciding];
      return press && column ? swatchOfPress(press.request, column, t, seen) : null;
    };
    const made = of(bond);
    expect(made).to.deep.include({
      stage: 'bond',
      mark: '••',
      heatC: null,
      cover: 'parchment',
      ironId: 'iron',
      seconds: 8,
    });
    expect(made?.onto.map((f) => f.id)).to.deep.equal(['cotton']);
    expect(made?.pile).to.deep.equal(['fabric', 'bond', 'fabric']);
    expect(of(fuse)).to.deep.include({ stage: 'fuse', onto: [], cover: 'none' });
    expect(swatchSchema.safeParse(made).success).to.equal(true);
    // What it teaches is of just this press: the ticket says so.
    const taught = planProject({ ...p, swatches: made ? [made] : [] }).press.find((t) => t.stage === 'bond');
    expect(taught?.book).to.include({ swatches: 1, like: 1, held: 1 });
    expect(peelOfFault('edge-lifts', bond)).to.equal(1);
    expect(peelOfFault('edge-lifts', fuse)).to.equal(null);
    expect(peelOfFault('adhesive-left-on-liner', fuse)).to.equal(1);
    expect(peelOfLook({ look: 'no-edge-lifts' }, bond)).to.equal(2);
    expect(peelOfLook({ look: 'smooth' }, bond)).to.equal(null);
    expect(p.board).to.deep.equal(EMPTY_BOARD);
  });

  it('says what it is of, what a ticket stands on, and how well it is known', () => {
    expect(swatchTitle(swatch('a'))).to.equal('Red cotton on Linen');
    expect(swatchTitle(swatch('a', { stage: 'fuse', onto: [] }))).to.equal('Light film on Red cotton');
    expect(swatchSetting(swatch('a', { steam: true, washes: 1 }), 'mm')).to.match(
      /^••, 6 s, .*parchment.*, steam, 1 wash$/,
    );
    expect(swatchSetting(swatch('a', { mark: null, heatC: 150, cover: 'none' }), 'mm')).to.equal('••, 6 s, bare iron');
    expect(peelWords('fuse', 0)).to.equal('Stays on the paper');
    const book = { swatches: 4, like: 0, held: 0, was: null };
    expect(standsWords({ stands: 'estimated', book: null })).to.equal('Estimated: try a scrap.');
    expect(standsWords({ stands: 'measured', book: null })).to.match(/^Dial measured/);
    expect(standsWords({ stands: 'swatches', book })).to.equal('From 4 swatches of other presses.');
    expect(standsWords({ stands: 'swatches', book: { ...book, like: 1, held: 1 } })).to.equal(
      'From your swatches: one like this held.',
    );
    expect(standsWords({ stands: 'swatches', book: { ...book, like: 3, held: 3 } })).to.equal(
      'From your swatches: 3 like this, and all held.',
    );
    expect(standsWords({ stands: 'swatches', book: { ...book, like: 3, held: 1 } })).to.equal(
      'From your swatches: 1 of 3 like this held.',
    );
    const t = {
      heat: { soleplateC: 150, dial: { at: '••' }, dots: 2 as const },
      dwell: { seconds: 12, minS: 8, maxS: 20 },
    };
    expect(changedByBook({ ...t, book: { ...book, was: { seconds: 19, dial: { at: '••' } } } })).to.equal(
      '12 s; it was 19 s before your swatches.',
    );
    expect(changedByBook({ ...t, book: { ...book, was: { seconds: 12, dial: { at: '•••' } } } })).to.equal(
      '••, 12 s; it was •••, 12 s before your swatches.',
    );
    expect(changedByBook({ ...t, book })).to.equal(null);
    expect([1.1, 1.2, 1.25, 1.35, 1.5, 2, 4].map(withinWords)).to.deep.equal([
      'a tenth',
      'a fifth',
      'a quarter',
      'a third',
      'a half',
      'a factor of two',
      'a factor of three or more',
    ]);
    expect(tellsWords({ before: 1.9, after: 1.25 })).to.equal(
      'This press is known to within a factor of two. After this scrap, to within about a quarter.',
    );
    expect(tellsWords({ before: 1.25, after: 1.24 })).to.match(/makes that surer/);
    expect(flowWords({ times: 1.4, low: 1.1, high: 1.8 })).to.equal('It flows about 40% more easily than its kind.');
    expect(flowWords({ times: 1.1, low: 0.8, high: 1.4 })).to.match(/about as its kind/);
  });

  it('counts what the iron really stood: over adds up on one place, the longest of several, and unknown stays unknown', () => {
    const one = ironLifted(EMPTY_BOARD, 'bond a', 1.5, { first: true, adds: false });
    expect(ironLifted(one, 'bond a', 0.4, { first: false, adds: false }).counted).to.deep.equal([
      { fact: 'bond a', overS: 1.5 },
    ]);
    expect(ironLifted(one, 'bond a', 0.5, { first: false, adds: true }).counted).to.deep.equal([
      { fact: 'bond a', overS: 2 },
    ]);
    const lost = ironLifted(one, 'bond a', null, { first: false, adds: false });
    expect(ironLifted(lost, 'bond a', 1, { first: false, adds: true }).counted).to.deep.equal([
      { fact: 'bond a', overS: null },
    ]);
    // Begun again, what was before is gone.
    expect(ironLifted(lost, 'bond a', 1, { first: true, adds: false }).counted).to.deep.equal([
      { fact: 'bond a', overS: 1 },
    ]);
    const both = mergedBoards(one, ironLifted(EMPTY_BOARD, 'bond a', 3, { first: true, adds: false }));
    expect(both.counted).to.deep.equal([{ fact: 'bond a', overS: 3 }]);
    expect(mergedBoards(lost, one).counted).to.deep.equal(mergedBoards(one, lost).counted);
  });

  it('the press behind a look is the last that its pieces lay in', () => {
    const p = project([piece('star', square(60))]);
    const steps = boardSteps(p, planProject(p).making);
    const cool = steps.findLast((s) => s.step.kind === 'cool' || s.step.kind === 'bond');
    expect(cool && pressBehind(steps, cool)?.step.kind).to.equal('bond');
    const first = steps[0];
    expect(first && pressBehind(steps, first)).to.equal(null);
  });
});
