// A save that fails, and a project that another tab threw away: nothing newer is written over by something older.
import './browser';
import { expect } from 'chai';
import type { Project } from '~/core/keep/model';
import { db } from '~/store/db';
import { keepSaving, type SavingState } from '~/store/saving';
import { piece, project, square } from './helpers';

const at = (xMm: number): Project => ({
  ...project([piece('a', square(40), { at: { xMm, yMm: 0, rotateDeg: 0 } })]),
  id: 'kept',
});
const stored = async (): Promise<number | undefined> => (await db.projects.get('kept'))?.doc.pieces[0]?.at.xMm;
const put = (more: object = {}) =>
  db.projects.put({
    id: 'kept',
    name: 'kept',
    doc: at(1),
    updatedAt: 1,
    deletedAt: null,
    writer: 'here',
    rev: 1,
    ...more,
  } as never);

describe('saving that fails', () => {
  const states: SavingState[] = [];
  const whole = db.transaction;
  beforeEach(async () => {
    states.length = 0;
    await put();
  });
  afterEach(async () => {
    db.transaction = whole;
    await db.projects.clear();
  });
  const saver = () => keepSaving(at(1), (state) => states.push(state), 1);
  /** The storage refuses, once it was given time for something else to come in. */
  const refuse = (meanwhile: () => void): void => {
    db.transaction = (async () => {
      db.transaction = whole;
      meanwhile();
      throw new DOMException('no room', 'QuotaExceededError');
    }) as never;
  };

  it('what came in while it failed is newer, and is what is written next', async () => {
    const s = saver();
    s.note(at(2));
    refuse(() => s.note(at(3)));
    await s.flush();
    expect(states.at(-1)!.saveError).to.be.a('string');
    expect(s.dirty()).to.equal(true);
    await s.flush();
    expect(await stored()).to.equal(3);
    expect(states.at(-1)).to.include({ saveError: null });
    s.stop();
  });

  it('what could not be written is written next where nothing newer came in', async () => {
    const s = saver();
    s.note(at(2));
    refuse(() => undefined);
    await s.flush();
    expect(await stored()).to.equal(1);
    expect(s.dirty()).to.equal(true);
    await s.flush();
    expect(await stored()).to.equal(2);
    expect(s.dirty()).to.equal(false);
    s.stop();
  });

  it('what another tab threw away is not written into, and that is said', async () => {
    await put({ deletedAt: 5 });
    const s = saver();
    s.note(at(2));
    await s.flush();
    expect(states.at(-1)!.saveError).to.match(/deleted in another tab/);
    expect(await stored()).to.equal(1);
    await db.projects.clear();
    await s.flush();
    expect(await db.projects.get('kept')).to.equal(undefined);
    s.stop();
  });
});
