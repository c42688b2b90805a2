import { expect } from 'chai';
import { anewTurned, begunAnew, cutOtherwise, intoDiary, outOfDiary } from '~/core/hands/board';
import { type StartAnswers, type UsedLast, usualGround } from '~/core/intake/start';
import { DRAWER_KINDS, DRAWER_LIMIT, drawerToJson } from '~/core/keep/drawer';
import { toCsv } from '~/core/keep/drawer/csv';
import { newWord, type Project, parseProject } from '~/core/keep/model';
import { demoDrawer, harbourLight } from '~/demo';
import {
  beginProject,
  changeDrawer,
  closePlanners,
  copyIsDue,
  db,
  deleteProject,
  duplicateProject,
  edit,
  editPiece,
  endMerge,
  forgetProject,
  forgetUnusedPictures,
  importToDrawer,
  KEPT_AT,
  keepDrawerPicture,
  noteVisit,
  openFile,
  openProject,
  planned,
  planner,
  projectFile,
  putProject,
  readDrawer,
  readProject,
  readUsedLast,
  record,
  recordStep,
  redo,
  redoDrawer,
  rememberStations,
  rememberStep,
  remindLater,
  renameProject,
  restoreProject,
  seedDemo,
  select,
  selectAll,
  stationsLookedAt,
  stepBefore,
  takeArrived,
  takeBack,
  takeInHands,
  undo,
  undoDrawer,
  until,
  useDrawerHistory,
  useWorkbench,
  versionsOf,
  warmed,
} from './browser';
import { cotton, groundOf, piece, project, square, web } from './helpers';

const DEMO_NAMES = ['Harbour Light', 'Lemon Pot', 'Felt luggage tags', 'Comet pennants'];
const NOTHING_USED: UsedLast = { groundId: null, bench: null };
const file = (text: string, name = 'a.seam.json'): File => new File([text], name, { type: 'application/json' });
const names = async (): Promise<string[]> => (await db.projects.orderBy('updatedAt').toArray()).map((r) => r.name);

async function empty(): Promise<void> {
  await Promise.all(db.tables.map((t) => t.clear()));
  useDrawerHistory.setState({ past: [], future: [] });
}

const put = (doc: Project, more: Partial<{ deletedAt: number | null; updatedAt: number }> = {}) =>
  db.projects.put({
    id: doc.id,
    name: doc.name,
    createdAt: 1,
    updatedAt: 1,
    deletedAt: null,
    writer: 'elsewhere',
    ...more,
    doc,
  });

describe('store: projects', () => {
  beforeEach(empty);

  it('lays the demo out once; what is thrown away stays away', async () => {
    await seedDemo();
    // The newest of all is the first of the shelf.
    expect((await names()).reverse()).to.deep.equal(DEMO_NAMES);
    expect((await readDrawer()).webs).to.have.length(demoDrawer().webs.length);
    await db.projects.clear();
    await db.webs.clear();
    await seedDemo();
    expect(await names()).to.deep.equal([]);
    expect((await readDrawer()).webs).to.deep.equal([]);
  });

  it('does not write over a project that is called like the demo’s', async () => {
    await put(project([], { id: 'harbour-light', name: 'Mine' }));
    await seedDemo();
    expect(await names()).to.have.members(['Mine', ...DEMO_NAMES.slice(1)]);
  });

  it('lays out what is new of the demo where an older version laid out the first of it', async () => {
    await db.settings.put({ key: 'demo-laid-out', value: true });
    await seedDemo();
    expect((await names()).reverse()).to.deep.equal(DEMO_NAMES.slice(1));
  });

  it('forgets what was thrown away a month ago, not before', async () => {
    const day = 24 * 3600 * 1000;
    await put(project([], { id: 'old' }), { deletedAt: Date.now() - 31 * day });
    await put(project([], { id: 'fresh' }), { deletedAt: Date.now() - 29 * day });
    await seedDemo();
    expect(await db.projects.get('old')).to.equal(undefined);
    expect(await db.projects.get('fresh')).to.not.equal(undefined);
  });

  const begin = (more: Partial<StartAnswers> = {}): Promise<string> =>
    beginProject({
      thing: 'picture',
      name: 'New project',
      units: 'mm',
      widthMm: 500,
      heightMm: 500,
      seamMm: 0,
      source: 'cut',
      ground: usualGround('picture', { fabrics: demoDrawer().fabrics }, NOTHING_USED),
      laundering: null,
      edge: null,
      ironId: null,
      newIron: null,
      ...more,
    });
  it('starts a project from the Drawer: sound, with all its webs and irons, and its fabrics', async () => {
    await seedDemo();
    const id = await begin();
    const doc = (await db.projects.get(id))!.doc;
    const parsed = parseProject(JSON.parse(JSON.stringify(doc)));
    expect(parsed.ok ? [] : parsed.problems).to.deep.equal([]);
    expect(doc.webs.map((w) => w.id).sort()).to.deep.equal(
      demoDrawer()
        .webs.map((w) => w.id)
        .sort(),
    );
    expect(doc.fabrics.some((f) => f.id === groundOf(doc).fabricId)).to.equal(true);
    expect(doc.irons.some((i) => i.id === doc.bench.ironId)).to.equal(true);
    expect(doc.pieces).to.deep.equal([]);
  });

  it('starts a project even from an empty Drawer', async () => {
    const id = await begin();
    const doc = (await db.projects.get(id))!.doc;
    expect(doc.fabrics.length).to.be.greaterThan(0);
    // Its cloth is in the Drawer now, as a step that can be undone there.
    expect((await readDrawer()).fabrics.map((f) => f.id)).to.deep.equal([groundOf(doc).fabricId]);
    expect(doc.webs).to.deep.equal([]);
    expect(parseProject(JSON.parse(JSON.stringify(doc))).ok).to.equal(true);
  });

  it('starts from what was used last in a project of one’s own, not in the demo’s', async () => {
    await seedDemo();
    expect(await readUsedLast()).to.deep.equal(NOTHING_USED);
    const id = await begin({ ironId: 'small', ground: demoDrawer().fabrics.find((f) => f.id === 'sail')! });
    const last = await readUsedLast();
    expect(last.groundId).to.equal('sail');
    expect(last.bench?.ironId).to.equal('small');
    await deleteProject(id);
    expect(await readUsedLast()).to.deep.equal(NOTHING_USED);
  });

  it('keeps which stations were looked at beside the project, and forgets them with it', async () => {
    const id = await begin();
    expect(await stationsLookedAt(id)).to.deep.equal([]);
    rememberStations(id, ['pattern', 'press']);
    await until('kept', async () => (await stationsLookedAt(id)).length === 2);
    expect(await stationsLookedAt(id)).to.deep.equal(['pattern', 'press']);
    await forgetProject(id);
    expect(await stationsLookedAt(id)).to.deep.equal([]);
  });

  it('keeps the step one was at beside the project, so that it is there before the plan; what cannot be read is none', () => {
    const kept = new Map<string, string>();
    Object.assign(globalThis, {
      localStorage: {
        getItem: (k: string) => kept.get(k) ?? null,
        setItem: (k: string, v: string) => void kept.set(k, v),
        removeItem: (k: string) => void kept.delete(k),
      },
    });
    const at = { where: 'Step 5 of 31', says: 'Fuse it.', fact: 'fuse-patch a 1', eachS: 3.5 };
    rememberStep('p', at);
    expect(stepBefore('p')).to.deep.equal(at);
    expect(stepBefore('q')).to.equal(null);
    for (const text of ['{', '{"where":5}', '[]', 'null']) {
      kept.set('step of p', text);
      expect(stepBefore('p'), text).to.equal(null);
    }
    rememberStep('p', at);
    rememberStep('p', null);
    expect(kept.size).to.equal(0);
    Object.assign(globalThis, { localStorage: undefined });
    rememberStep('p', at);
    expect(stepBefore('p'), 'a browser that keeps nothing').to.equal(null);
  });

  it('never gives two the same name', async () => {
    await begin();
    await begin();
    const third = await begin();
    expect((await names()).sort()).to.deep.equal(['New project', 'New project 2', 'New project 3']);
    await deleteProject(third);
    await begin();
    expect((await names()).filter((n) => n === 'New project 3')).to.have.length(2);
  });

  it('copies, renames, throws away and brings back', async () => {
    await put(project([piece('a', square(40))], { name: 'Sea' }));
    await duplicateProject('test');
    expect((await names()).sort()).to.deep.equal(['Sea', 'Sea copy']);
    const copy = (await db.projects.where('id').notEqual('test').first())!;
    expect(copy.doc.pieces).to.deep.equal((await db.projects.get('test'))!.doc.pieces);
    expect(copy.doc.id).to.equal(copy.id);
    await renameProject('test', '  Shore  ');
    expect((await db.projects.get('test'))!).to.include({ name: 'Shore' });
    expect((await db.projects.get('test'))!.doc.name).to.equal('Shore');
    await renameProject('test', '   ');
    expect((await db.projects.get('test'))!.name, 'an empty name changes nothing').to.equal('Shore');
    await deleteProject('test');
    expect((await db.projects.get('test'))!.deletedAt).to.be.a('number');
    await restoreProject('test');
    expect((await db.projects.get('test'))!.deletedAt).to.equal(null);
  });

  it('takes in what it gave out, the same in every field', async () => {
    const doc = harbourLight();
    const { blob, filename } = await projectFile(doc);
    expect(filename).to.equal('harbour-light.seam.json');
    const got = await openFile(file(await blob.text()));
    expect(got).to.deep.equal({ kind: 'project', id: 'harbour-light', name: 'Harbour Light' });
    expect((await db.projects.get('harbour-light'))!.doc).to.deep.equal(doc);
  });

  it('gives a newcomer an id of its own rather than write over what is here', async () => {
    await put(project([], { id: 'harbour-light', name: 'Mine' }));
    const light = async () => openFile(file(await (await projectFile(harbourLight())).blob.text()));
    const got = await light();
    // What is here under that id and differs is asked about first, and nothing is stored meanwhile.
    if (got.kind !== 'asks') throw new Error(got.kind);
    expect([got.arrived.here!.project.name, await db.projects.count()]).to.deep.equal(['Mine', 1]);
    expect(await takeArrived(got.arrived, 'beside')).to.not.equal('harbour-light');
    expect((await db.projects.get('harbour-light'))!.name).to.equal('Mine');
    // What lies in the bin gives way.
    await deleteProject('harbour-light');
    expect(await light()).to.include({ kind: 'project', id: 'harbour-light' });
  });

  for (const [what, text, kind] of [
    ['no JSON', '{"format"', 'no'],
    ['another format', '{"format":"other","version":1}', 'no'],
    ['a list', '[]', 'no'],
    [
      'a number too large',
      JSON.stringify({
        ...harbourLight(),
        articles: [{ ...harbourLight().articles[0], ground: { fabricId: 'dusk', widthMm: 1e9, heightMm: 700 } }],
      }),
      'damaged',
    ],
  ] as const)
    it(`refuses ${what} in words and stores nothing`, async () => {
      const got = await openFile(file(text));
      expect(got.kind).to.equal(kind);
      expect('problems' in got ? got.problems.join(' ') : '').to.match(/[a-z]{3,}.*\./i);
      expect(await db.projects.count()).to.equal(0);
    });

  it('refuses a file of 17 MB that is no zip', async () => {
    const got = await openFile(new File([new Uint8Array(17 * 1024 * 1024)], 'film.mp4'));
    expect(got.kind === 'no' && got.problems[0]).to.contain('It is larger than 16 MB');
  });

  it('names a file even for a name without a single Latin letter', async () => {
    expect((await projectFile(project([], { name: '灯台' }))).filename).to.equal('灯台.seam.json');
    expect((await projectFile(project([], { name: 'Où est-il? Été' }))).filename).to.equal('où-est-il-été.seam.json');
    // Of nothing but signs no name is left.
    expect((await projectFile(project([], { name: '?!…' }))).filename).to.equal('project.seam.json');
  });
});

describe('store: a copy of everything is asked for', () => {
  beforeEach(empty);
  const day = 24 * 3600 * 1000;
  const start = 1_800_000_000_000;

  it('three weeks after the first visit, when something was changed since; not before, and not at once after “later”', async () => {
    expect(await copyIsDue(start), 'before the first visit').to.equal(false);
    await noteVisit(start);
    await noteVisit(start + 5 * day);
    await put(project([]), { updatedAt: start + day });
    expect(await copyIsDue(start + 20 * day)).to.equal(false);
    expect(await copyIsDue(start + 22 * day)).to.equal(true);
    await remindLater(start + 22 * day);
    expect(await copyIsDue(start + 23 * day)).to.equal(false);
    expect(await copyIsDue(start + 30 * day)).to.equal(true);
  });

  it('three weeks after the last one, and never when nothing was changed since', async () => {
    await noteVisit(start);
    await put(project([]), { updatedAt: start + day });
    await db.settings.put({ key: KEPT_AT, value: start + 30 * day });
    expect(await copyIsDue(start + 90 * day), 'nothing new').to.equal(false);
    await put(project([]), { updatedAt: start + 40 * day });
    expect(await copyIsDue(start + 50 * day)).to.equal(false);
    expect(await copyIsDue(start + 52 * day)).to.equal(true);
    // What was changed in the Drawer alone counts, too.
    await db.settings.put({ key: KEPT_AT, value: start + 60 * day });
    expect(await copyIsDue(start + 90 * day)).to.equal(false);
    await db.settings.put({ key: 'drawer-changed-at', value: start + 61 * day });
    expect(await copyIsDue(start + 90 * day)).to.equal(true);
  });
});

describe('store: the Drawer', () => {
  beforeEach(empty);

  const put3 = () =>
    changeDrawer('webs', 'three webs', new Map(['a', 'b', 'c'].map((id) => [id, web({ id, name: id })])));
  const ids = async (): Promise<string[]> => (await readDrawer()).webs.map((w) => w.id);

  it('undoes and redoes what was put in, changed and taken out, each as one step', async () => {
    await put3();
    await changeDrawer('webs', 'rename', new Map([['b', web({ id: 'b', name: 'bb' })]]));
    await changeDrawer('webs', 'out', new Map([['a', undefined]]));
    expect(await ids()).to.deep.equal(['b', 'c']);
    await undoDrawer();
    expect(await ids()).to.deep.equal(['a', 'b', 'c']);
    await undoDrawer();
    expect((await db.webs.get('b'))!.name).to.equal('b');
    await undoDrawer();
    expect(await ids()).to.deep.equal([]);
    await undoDrawer(); // nothing left: nothing happens
    await redoDrawer();
    await redoDrawer();
    await redoDrawer();
    expect(await ids()).to.deep.equal(['b', 'c']);
    expect((await db.webs.get('b'))!.name).to.equal('bb');
    await redoDrawer();
    expect(await ids()).to.deep.equal(['b', 'c']);
  });

  it('forgets what could be redone as soon as something else is done', async () => {
    await put3();
    await undoDrawer();
    await changeDrawer('fabrics', 'one fabric', new Map([['f', cotton({ id: 'f' })]]));
    await redoDrawer();
    expect(await ids()).to.deep.equal([]);
    expect(useDrawerHistory.getState().past.map((s) => s.words)).to.deep.equal(['one fabric']);
  });

  it('remembers a hundred steps and no more', async () => {
    for (let i = 0; i < 105; i++) await changeDrawer('webs', `${i}`, new Map([['w', web({ id: 'w', stockMm: i })]]));
    expect(useDrawerHistory.getState().past).to.have.length(100);
    for (let i = 0; i < 120; i++) await undoDrawer();
    expect((await db.webs.get('w'))!.stockMm).to.equal(4);
  });

  it('asks about names that are there already, and changes those when asked to, as one step', async () => {
    await put3();
    const csv = 'name,left mm\nA,777\nnew,50\n';
    const asked = await importToDrawer('webs', file(csv, 'webs.csv'));
    expect(asked).to.deep.equal({ ok: false, problems: [], sameNames: ['A'] });
    expect(await ids()).to.deep.equal(['a', 'b', 'c']);
    const got = await importToDrawer('webs', file(csv, 'webs.csv'), { sameNames: 'change' });
    expect(got).to.deep.equal({ ok: true, words: '1 web taken in, 1 web changed.' });
    expect((await db.webs.get('a'))!.stockMm).to.equal(777);
    expect(await db.webs.count()).to.equal(4);
    await undoDrawer();
    expect((await db.webs.get('a'))!.stockMm).to.equal(web({ id: 'a' }).stockMm);
    expect(await ids()).to.deep.equal(['a', 'b', 'c']);
  });

  it('takes a CSV in beside what is there, as one step', async () => {
    await put3();
    const csv = toCsv('webs', [web({ id: 'x', name: 'a' }), web({ id: 'y', name: 'new' })]);
    const got = await importToDrawer('webs', file(csv, 'webs.csv'), { sameNames: 'beside' });
    expect(got).to.deep.equal({ ok: true, words: '2 webs taken in.' });
    expect((await readDrawer()).webs.map((w) => w.name)).to.deep.equal(['a', 'a', 'b', 'c', 'new']);
    await undoDrawer();
    expect(await ids()).to.deep.equal(['a', 'b', 'c']);
  });

  it('offers to read what an older Windows program wrote, and takes it in when that is said', async () => {
    const csv = 'name;mass g/m2\r\nNetz weiß, dünn;28\r\nCafé crème;40\r\n';
    const bytes = Uint8Array.from(csv, (c) => c.charCodeAt(0));
    const windows = new File([bytes], 'webs.csv');
    const asked = await importToDrawer('webs', windows);
    expect(asked).to.deep.equal({
      ok: false,
      problems: [],
      asWindows: 'Netz weiß, dünn;28\nCafé crème;40',
    });
    expect((await readDrawer()).webs).to.deep.equal([]);
    expect((await importToDrawer('webs', windows, { windows: true })).ok).to.equal(true);
    expect((await readDrawer()).webs.map((w) => w.name)).to.deep.equal(['Café crème', 'Netz weiß, dünn']);
  });

  it('reads UTF-16 as spreadsheets save it', async () => {
    const text = 'name\tmass g/m2\nÉtoile\t28\n';
    const bytes = new Uint8Array(2 + 2 * text.length);
    bytes.set([0xff, 0xfe]);
    [...text].forEach((c, i) => bytes.set([c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8], 2 + 2 * i));
    expect((await importToDrawer('webs', new File([bytes], 'webs.csv'))).ok).to.equal(true);
    expect((await readDrawer()).webs.map((w) => w.name)).to.deep.equal(['Étoile']);
  });

  it('takes a whole Drawer in from JSON and out again, the same', async () => {
    const whole = { ...demoDrawer(), pictures: [] };
    const got = await importToDrawer('webs', file(drawerToJson(whole), 'a.drawer.json'));
    expect(got.ok).to.equal(true);
    const read = await readDrawer();
    for (const kind of DRAWER_KINDS)
      expect(new Map(read[kind].map((t) => [t.id, t] as const))).to.deep.equal(
        new Map(whole[kind].map((t) => [t.id, t] as const)),
      );
  });

  for (const [what, name, text] of [
    ['a CSV with wrong columns', 'a.csv', 'colour of eyes;height\nblue;3\n'],
    ['an empty file', 'a.csv', ''],
    ['a project in place of a Drawer', 'a.json', JSON.stringify(harbourLight())],
    ['half a JSON', 'a.json', '{"format":'],
  ] as const)
    it(`refuses ${what} and keeps what is there`, async () => {
      await put3();
      const got = await importToDrawer('webs', file(text, name));
      expect(got.ok).to.equal(false);
      expect(got.ok ? [] : got.problems).to.not.deep.equal([]);
      expect(await ids()).to.deep.equal(['a', 'b', 'c']);
      expect(useDrawerHistory.getState().past).to.have.length(1);
    });

  it('says when it is full, and takes nothing of a file that would overfill it', async function () {
    this.timeout(60_000);
    await db.webs.bulkPut(Array.from({ length: DRAWER_LIMIT }, (_, i) => web({ id: `w${i}` })));
    const got = await importToDrawer('webs', file(toCsv('webs', [web({ id: 'x' })]), 'a.csv'), { sameNames: 'beside' });
    expect(got.ok ? '' : got.problems[0]).to.match(/would pass 10,000/);
    expect(await db.webs.count()).to.equal(DRAWER_LIMIT);
  });

  it('says of a whole Drawer, too, when it would not fit, and takes nothing of it', async function () {
    this.timeout(60_000);
    await db.irons.bulkPut(demoDrawer().irons.slice());
    await db.webs.bulkPut(Array.from({ length: DRAWER_LIMIT }, (_, i) => web({ id: `w${i}` })));
    const before = await db.fabrics.count();
    const got = await importToDrawer('webs', file(drawerToJson({ ...demoDrawer(), pictures: [] }), 'a.json'));
    expect(got.ok ? '' : got.problems[0]).to.match(/would pass 10,000/);
    expect(await db.fabrics.count()).to.equal(before);
  });

  it('keeps one copy of a photo that comes twice', async () => {
    const photo = { id: 'p', name: 'p', dataUrl: 'data:image/png;base64,AAAA', widthPx: 1, heightPx: 1 };
    expect(await keepDrawerPicture(photo as never)).to.equal('p');
    expect(await keepDrawerPicture({ ...photo, id: 'q' } as never)).to.equal('p');
    expect(await db.drawerPictures.count()).to.equal(1);
  });
});

describe('store: the workbench', () => {
  let close = (): void => undefined;
  const doc = (): Project => useWorkbench.getState().project!;
  const stored = async (): Promise<Project> => (await db.projects.get('test'))!.doc;

  async function open(p = project([piece('a', square(40)), piece('b', square(30))])): Promise<void> {
    await put(p);
    close = openProject(p.id);
    await until('it is open', () => useWorkbench.getState().status === 'open');
  }
  beforeEach(async () => {
    await empty();
    planner.failsWith = null;
  });
  afterEach(() => close());
  after(closePlanners);

  it('opens, plans, and has nothing to undo', async () => {
    await open();
    await until('it is planned', () => useWorkbench.getState().plan !== null);
    expect(useWorkbench.getState().plan!.tracings.map((t) => t.pieceId)).to.deep.equal(['a', 'b']);
    undo();
    expect(doc().pieces).to.have.length(2);
  });

  it('undoes and redoes edits one by one', async () => {
    await open();
    for (const name of ['1', '2', '3'])
      edit((p) => {
        p.name = name;
      });
    undo();
    undo();
    expect(doc().name).to.equal('1');
    redo();
    expect(doc().name).to.equal('2');
    edit((p) => {
      p.name = 'else';
    });
    redo();
    expect(doc().name, 'nothing to redo after something else').to.equal('else');
    undo();
    undo();
    undo();
    expect(doc().name).to.equal('Test');
  });

  it('makes one step of a name that is typed, two when a pause or something else comes between', async () => {
    await open();
    for (const name of ['S', 'Se', 'Sea']) editPiece('a', (p) => void (p.label = name), 'label');
    editPiece('b', (p) => void (p.label = 'Cliff'), 'label');
    undo();
    expect(doc().pieces.map((p) => p.label)).to.deep.equal(['Sea', 'b']);
    undo();
    expect(doc().pieces.map((p) => p.label)).to.deep.equal(['a', 'b']);
    editPiece('a', (p) => void (p.label = 'x'), 'label');
    endMerge();
    editPiece('a', (p) => void (p.label = 'xy'), 'label');
    undo();
    expect(doc().pieces[0]!.label).to.equal('x');
  });

  it('keeps nudges of different pieces apart, however quickly one follows the other; each is undone by itself', async () => {
    await open();
    const nudge = (ids: string[]): void =>
      void edit(
        (p) => {
          for (const q of p.pieces) if (ids.includes(q.id)) q.at.xMm += 1;
        },
        { what: 'nudge', ids },
      );
    nudge(['a']);
    nudge(['a']);
    nudge(['b']);
    nudge(['a', 'b']);
    const xs = (): number[] => doc().pieces.map((p) => p.at.xMm);
    const now = xs();
    undo();
    expect(xs()).to.deep.equal([now[0]! - 1, now[1]! - 1]);
    undo();
    expect(xs()).to.deep.equal([now[0]! - 1, now[1]! - 2]);
    undo();
    expect(xs()).to.deep.equal([now[0]! - 3, now[1]! - 2]);
  });

  it('undoes a whole run of edits to where it began, not to its middle', async () => {
    await open();
    edit((p) => void (groundOf(p).widthMm = 500));
    for (let w = 501; w < 560; w++) edit((p) => void (groundOf(p).widthMm = w), { what: 'width' });
    undo();
    expect(groundOf(doc()).widthMm).to.equal(500);
    redo();
    expect(groundOf(doc()).widthMm).to.equal(559);
  });

  it('saves a moment after an edit, and at once when the page goes away', async () => {
    await open();
    edit((p) => void (p.name = 'Saved'));
    expect(useWorkbench.getState().savedAt).to.equal(null);
    await until('it is saved', async () => (await stored()).name === 'Saved');
    await until('it says so', () => useWorkbench.getState().savedAt !== null);
    edit((p) => void (p.name = 'Gone'));
    window.dispatchEvent(new Event('pagehide'));
    await until('it is saved at once', async () => (await stored()).name === 'Gone');
  });

  it('saves what an undo brings back', async () => {
    await open();
    edit((p) => void (p.name = 'Wrong'));
    await until('it is saved', async () => (await stored()).name === 'Wrong');
    undo();
    await until('it is saved again', async () => (await stored()).name === 'Test');
  });

  it('says when it was deleted elsewhere, and keeps what is on the table', async () => {
    await open();
    edit((p) => void (p.name = 'Orphan'));
    await db.projects.delete('test');
    await until('it says so', () => useWorkbench.getState().status === 'deleted');
    expect(doc().name).to.equal('Orphan');
  });

  it('refuses in words what could not be opened again, and changes nothing', async () => {
    await open();
    const before = doc();
    const words = edit((p) => void (p.pieces[0]!.print.xMm = Number.NaN));
    expect(words).to.match(/^Nothing was changed: Piece 1 “a”, print, place across in mm is no number/);
    expect(doc()).to.equal(before);
    expect(useWorkbench.getState().refused).to.equal(words);
    expect(edit((p) => void (p.name = 'fine'))).to.equal(null);
    expect(useWorkbench.getState().refused).to.equal(null);
  });

  it('writes at the latest two seconds after the first of a run of edits', async () => {
    await open();
    // Counted in edits, one in 60 ms of the machine's own time: a busy one is late with both.
    let n = 0;
    const typing = setInterval(() => edit((p) => void (p.name = `T${++n}`), { what: 'name' }), 60);
    await until('something is written', async () => (await stored()).name !== 'Test');
    clearInterval(typing);
    expect(n, 'while the edits went on').to.be.within(6, 2000 / 60);
  });

  it('puts the project by before its first change, and takes it back as one step', async () => {
    await open();
    edit((p) => void (p.name = 'Changed'));
    await until('a version is kept', async () => (await versionsOf('test')).length === 1);
    const [version] = await versionsOf('test');
    expect(version!.doc.name).to.equal('Test');
    expect(await takeBack(version!.doc)).to.equal(null);
    expect(doc().name).to.equal('Test');
    undo();
    expect(doc().name).to.equal('Changed');
    expect((await versionsOf('test')).map((v) => v.doc.name)).to.include('Changed');
  });

  it('keeps pictures apart: a nudge writes little, whatever photos there are; and they come back whole', async () => {
    const dataUrl = `data:image/jpeg;base64,${'A'.repeat(400_000)}`;
    const picture = { id: 'p', name: 'cloth', dataUrl, widthPx: 4, heightPx: 3 };
    await putProject(
      project([piece('a', square(40))], {
        pictures: [picture],
        fabrics: [cotton({ photo: { pictureId: 'p', widthMm: 100 } })],
      }),
    );
    close = openProject('test');
    await until('it is open', () => useWorkbench.getState().status === 'open');
    expect(doc().pictures[0]!.dataUrl).to.equal(dataUrl);
    edit((p) => void (p.pieces[0]!.at.xMm = 3));
    await until('it is saved', async () => (await stored()).pieces[0]!.at.xMm === 3);
    expect(JSON.stringify(await stored()).length).to.be.below(6000);
    expect(await db.keptPictures.count()).to.equal(1);
    expect((await readProject('test'))!.doc.pictures[0]!.dataUrl).to.equal(dataUrl);
    await forgetUnusedPictures();
    expect(await db.keptPictures.count(), 'what is shown stays').to.equal(1);
    await forgetProject('test');
    await forgetUnusedPictures();
    expect(await db.keptPictures.count(), 'and goes with the last that shows it').to.equal(0);
  });

  const diaryEntry = (id: string, pictureId: string | null = null) => ({
    id,
    atMs: 1,
    tookS: 1,
    plannedS: 1,
    note: id,
    pictureId,
  });
  const photo = {
    id: 'shot',
    name: 'At the board',
    dataUrl: 'data:image/png;base64,iVBORw0KGgo=',
    widthPx: 1,
    heightPx: 1,
  };
  const intoTheDiary = (id: string, withPhoto = false): string | null =>
    recordStep(
      {
        redo: (b) => intoDiary(b, diaryEntry(id, withPhoto ? 'shot' : null)),
        undo: (b) => outOfDiary(b, id),
      },
      withPhoto ? (p) => void p.pictures.push(photo) : undefined,
    );
  const act = (id: string) => ({
    id,
    atMs: 1,
    act: 'done' as const,
    facts: [`cut-on-line a ${id}`],
    copies: 1,
    wanted: [],
    back: false,
  });
  const step = (id: string) =>
    record((b) => ({
      ...b,
      trail: [...b.trail, act(id)],
      done: [...b.done, { fact: `cut-on-line a ${id}`, copies: 1 }],
    }));

  it('an entry of the diary is a step: undone with its photo, redone with it; what was done since stays', async () => {
    await open();
    expect(intoTheDiary('one', true)).to.equal(null);
    step('1');
    undo();
    expect([doc().board.diary.length, doc().pictures.length, doc().board.trail.length]).to.deep.equal([0, 0, 1]);
    redo();
    expect([doc().board.diary.length, doc().pictures.length, doc().board.trail.length]).to.deep.equal([1, 1, 1]);
  });

  it('a photo stays while the diary shows it: through Undo of what came before it, and through an earlier version', async () => {
    await open();
    edit((p) => void (p.name = 'Before'));
    await until('it is saved', async () => (await stored()).name === 'Before');
    edit((p) => void p.pictures.push(photo));
    record((b) => intoDiary(b, diaryEntry('one', 'shot')));
    undo();
    expect(doc().pictures.map((p) => p.id)).to.deep.equal(['shot']);
    step('1');
    const [version] = await versionsOf('test');
    expect(await takeBack(version!.doc)).to.equal(null);
    expect(doc().name).to.equal('Test');
    expect([doc().pictures.length, doc().board.diary.length, doc().board.trail.length]).to.deep.equal([1, 1, 1]);
    undo();
    expect([doc().name, doc().board.trail.length]).to.deep.equal(['Before', 1]);
    // Nor does an edit take it away.
    edit((p) => void (p.pictures = []));
    expect(doc().pictures.map((p) => p.id)).to.deep.equal(['shot']);
  });

  it('begun all over is a step: undone, all counts again with what was done since', async () => {
    await open();
    step('1');
    let id = '';
    recordStep({
      redo: (b) => {
        if (id !== '') return anewTurned(b, id, false);
        const next = begunAnew(b, { nowMs: 9, newId: () => 'anew' });
        id = 'anew';
        return next;
      },
      undo: (b) => anewTurned(b, id, true),
    });
    expect(doc().board.done).to.deep.equal([]);
    step('2');
    undo();
    expect(
      doc()
        .board.done.map((d) => d.fact)
        .sort(),
    ).to.deep.equal(['cut-on-line a 1', 'cut-on-line a 2']);
    redo();
    expect(doc().board.done.map((d) => d.fact)).to.deep.equal(['cut-on-line a 2']);
  });

  it('what the board writes is checked: the oldest of a full diary gives way and is told, a wrong time becomes none', async () => {
    await open();
    record((b) => ({
      ...b,
      diary: Array.from({ length: 506 }, (_, i) => diaryEntry(`d${i}`)),
      times: [{ id: 't', kind: 'cut', plannedS: 10, tookS: -10_799 }],
    }));
    expect([doc().board.diary.length, doc().board.diary[0]!.id, doc().board.times[0]!.tookS]).to.deep.equal([
      500,
      'd6',
      0,
    ]);
    expect(useWorkbench.getState().refused).to.match(/6 oldest entries of the diary had to go/);
    // Through the diary's own step it is told as well.
    expect(intoTheDiary('d-last')).to.equal(null);
    expect(doc().board.diary.length).to.equal(500);
    expect(useWorkbench.getState().refused).to.match(/the oldest entry of the diary had to go/);
    // What no trimming makes sound is refused in words, and nothing is changed.
    expect(record((b) => ({ ...b, looked: [7 as never] }))).to.equal(false);
    expect(useWorkbench.getState().refused).to.match(/^The board could not keep that/);
    expect(parseProject(JSON.parse(JSON.stringify(doc()))).ok).to.equal(true);
  });

  it('takes in what hands did on another device, with the photos of its diary', async () => {
    await open();
    step('1');
    const there = {
      ...doc(),
      pictures: [photo],
      board: {
        ...doc().board,
        trail: [act('2')],
        done: [{ fact: 'cut-on-line a 2', copies: 1 }],
        diary: [diaryEntry('one', 'shot')],
      },
    };
    expect(takeInHands(there)).to.equal(null);
    expect(doc().board.trail.map((t) => t.id)).to.deep.equal(['1', '2']);
    expect(doc().pictures.map((p) => p.id)).to.deep.equal(['shot']);
    await until('it is saved', async () => (await stored()).board.trail.length === 2);
  });

  it('a pattern that is changed after it was cut is remembered as it was cut, and forgotten by Undo', async () => {
    await open();
    step('1');
    edit((p) => void (p.pieces[0]!.outline = square(50)));
    expect(doc().board.cutAs.map((c) => [c.pieceId, c.outline])).to.deep.equal([['a', square(40)]]);
    undo();
    expect(cutOtherwise(doc())).to.deep.equal([]);
  });

  it('says when what lies in storage is not what was written, and opens it all the same', async () => {
    await putProject(project([piece('a', square(40))]));
    const row = (await db.projects.get('test'))!;
    await db.projects.put({ ...row, doc: { ...row.doc, name: 'Hit' } });
    close = openProject('test');
    await until('it is open', () => useWorkbench.getState().status === 'open');
    expect(useWorkbench.getState().refused).to.match(/is not what was written/);
    close();
    // Each writing of our own sets the sum anew.
    await renameProject('test', 'Named');
    close = openProject('test');
    await until('it is open', () => useWorkbench.getState().status === 'open');
    expect(useWorkbench.getState().refused).to.equal(null);
    edit((p) => void (p.name = 'Typed'));
    await until('it is saved', async () => (await stored()).name === 'Typed');
    close();
    close = openProject('test');
    await until('it is open', () => useWorkbench.getState().status === 'open');
    expect(useWorkbench.getState().refused).to.equal(null);
  });

  it('the Drawer follows a booking in the very write of the project: it takes what is there and says what was missing', async () => {
    await changeDrawer('webs', 'one', new Map([['w', web({ id: 'w', name: 'Film', stockMm: 700 })]]));
    const mine = project([piece('a', square(40))], { webs: [web({ id: 'w', name: 'Film', stockMm: 1000 })] });
    await open(mine);
    const book = (stockMm: number, at: number | null) =>
      edit((p) => {
        p.webs[0]!.stockMm = stockMm;
        p.gathering.taken = at === null ? null : { at, keys: [], before: { fabrics: [], webs: [], threads: [] } };
      });
    book(200, 5);
    expect((await db.webs.get('w'))!.stockMm, 'not before the project is written').to.equal(700);
    await until('it is booked', async () => (await db.webs.get('w'))!.stockMm === 0);
    expect((await stored()).gathering.taken!.at).to.equal(5);
    expect(useWorkbench.getState().refused).to.match(/: 10 cm of “Film” was not there any more/);
    book(1000, null);
    await until('it is put back', async () => (await db.webs.get('w'))!.stockMm === 800);
    // A write that fails books nothing.
    await db.projects.update('test', { deletedAt: 1 });
    book(200, 6);
    await until('it is told', () => useWorkbench.getState().saveError !== null);
    expect((await db.webs.get('w'))!.stockMm).to.equal(800);
  });

  it('takes in what another tab writes; undo takes back only what was done here', async () => {
    await open();
    edit((p) => void (p.pieces[1]!.label = 'mine'));
    await until('it is saved', () => useWorkbench.getState().savedAt !== null);
    const other = structuredClone(await stored());
    other.pieces[0]!.label = 'from elsewhere';
    await put(other, { updatedAt: 5 });
    await until('it is taken in', () => doc().pieces[0]!.label === 'from elsewhere');
    expect(doc().pieces[1]!.label).to.equal('mine');
  });

  it('says what is missing or cannot be read', async () => {
    close = openProject('nowhere');
    await until('it says so', () => useWorkbench.getState().status === 'missing');
    close();
    const [main] = project([]).articles;
    await put({ ...project([]), articles: [{ ...main, ground: { widthMm: -1 } }] } as unknown as Project);
    close = openProject('test');
    await until('it says so', () => useWorkbench.getState().status === 'damaged');
    expect(useWorkbench.getState().damaged?.problems[0]?.message).to.match(/ground/);
  });

  it('works nothing out anew for what lies in the basket, and asks the planner for no more than it reads', async () => {
    await open();
    await until('it is planned', () => !useWorkbench.getState().planning && useWorkbench.getState().plan !== null);
    const before = planned.length;
    const { plan } = useWorkbench.getState();
    edit((p) => void p.gathering.ticked.push('fabric:cotton'));
    expect(useWorkbench.getState().planning).to.equal(false);
    expect(useWorkbench.getState().plan).to.equal(plan);
    edit((p) => void (p.intent.laundering = 'often'));
    await until('it is planned again', () => planned.length > before && !useWorkbench.getState().planning);
    expect(planned.length).to.equal(before + 1);
    // The basket goes nowhere: what was worked out before still holds when something is ticked off.
    expect(planned.at(-1)?.gathering.ticked).to.deep.equal([]);
  });

  it('makes the planner ready for the next change as soon as something is picked, once, and plans nothing by it', async () => {
    await open();
    await until('it is planned', () => !useWorkbench.getState().planning && useWorkbench.getState().plan !== null);
    const before = [planned.length, warmed.length];
    const [first, second] = useWorkbench.getState().project!.order;
    select(first!);
    await until('it is made ready', () => warmed.length > before[1]!);
    select(second!);
    selectAll([first!, second!]);
    await new Promise((done) => setTimeout(done, 30));
    expect([planned.length, warmed.length]).to.deep.equal([before[0]!, before[1]! + 1]);
    expect(useWorkbench.getState().planning).to.equal(false);
  });

  it('works nothing out anew for another name, unless it is to be told of', async () => {
    await open();
    await until('it is planned', () => !useWorkbench.getState().planning && useWorkbench.getState().plan !== null);
    const before = planned.length;
    edit((p) => void (p.name = 'Shore by night'));
    expect(useWorkbench.getState().planning).to.equal(false);
    expect(planned.length).to.equal(before);
    edit((p) => void (p.name = 'Shore <b>by night'));
    await until('it is planned again', () => planned.length > before && !useWorkbench.getState().planning);
    expect(useWorkbench.getState().plan?.snags.map((s) => s.code)).to.include('name-holds-markup');
    undo();
    await until('it is planned again', () => planned.length > before + 1 && !useWorkbench.getState().planning);
    expect(useWorkbench.getState().plan?.snags.map((s) => s.code)).to.not.include('name-holds-markup');
    expect(useWorkbench.getState().project?.name).to.equal('Shore by night');
    expect(planned.at(-1)?.name).to.equal('');
  });

  it('plans only the newest of many edits, and says when planning fails, keeping the last plan', async () => {
    await open();
    await until('it is planned', () => !useWorkbench.getState().planning && useWorkbench.getState().plan !== null);
    const before = planned.length;
    for (let w = 401; w <= 440; w++) edit((p) => void (groundOf(p).widthMm = w));
    await until('it is planned', () => !useWorkbench.getState().planning);
    expect(groundOf(planned.at(-1)!).widthMm).to.equal(440);
    expect(planned.length - before).to.be.at.most(3);
    const plan = useWorkbench.getState().plan;
    planner.failsWith = 'The planner is ill.';
    edit((p) => void (groundOf(p).widthMm = 450));
    await until('it says so', () => useWorkbench.getState().planError !== null);
    expect(useWorkbench.getState().planError).to.contain('The planner is ill.');
    expect(useWorkbench.getState().plan).to.equal(plan);
    planner.failsWith = null;
    edit((p) => void (groundOf(p).widthMm = 451));
    await until('it is well again', () => useWorkbench.getState().planError === null);
  });

  it('picks pieces, and a whole word with any of its letters', async () => {
    const letters = ['s', 'e', 'a'].map((id) => piece(id, square(20), { wordId: 'w' }));
    const word = newWord({
      id: 'w',
      articleId: 'main',
      text: 'SEA',
      faceId: 'sign',
      fabricId: 'cotton',
      size: { by: 'cap', capMm: 20 },
      gaps: 'font',
      gapMm: 0,
      arc: null,
      at: { xMm: 0, yMm: 0, rotateDeg: 0 },
    });
    await open(project([...letters, piece('rock', square(50))], { words: [word] }));
    select(doc().pieces[0]!.id);
    const group = useWorkbench.getState().selectedIds;
    expect([...group].sort()).to.deep.equal(['a', 'e', 's']);
    select('rock', true);
    expect(useWorkbench.getState().selectedIds).to.deep.equal([...group, 'rock']);
    select('e', true);
    expect(useWorkbench.getState().selectedIds, 'the whole word is let go').to.deep.equal(['rock']);
    selectAll(['rock', 'a']);
    expect(useWorkbench.getState().selectedIds).to.have.members(['s', 'e', 'a', 'rock']);
    select(null);
    expect(useWorkbench.getState()).to.include({ selectedId: null });
  });
});
