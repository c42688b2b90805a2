// One stock for all projects: what others count on is told, and tables that leave hold nothing that would be run.
import { expect } from 'chai';
import { asWrittenIn, csvText, disarmed } from '~/core/base/csv';
import { countedOn, spokenFor } from '~/core/cut/gather';
import type { Need } from '~/core/keep/model';
import { spokenForWords } from '~/words';
import { countedOnByOthers, db, deleteProject, noteCountedOn, putProject, until } from './browser';
import { project } from './helpers';

const need = (more: Partial<Need>): Need => ({
  key: 'web:w',
  kind: 'web',
  id: 'w',
  need: { lengthMm: 600 },
  have: { lengthMm: 1000 },
  short: {},
  buy: null,
  others: [],
  layout: null,
  left: [],
  grounds: [],
  troubles: [],
  taken: false,
  ...more,
});

describe('one stock for all projects', () => {
  const other = (lengthMm: number) => ({
    projectId: 'o',
    name: 'Lemon Pot',
    needs: [{ key: 'web:w', need: { lengthMm } }],
  });

  it('who else counts on what is here is told, and whether it does for all', () => {
    expect(spokenFor(need({}), [other(300)])).to.deep.equal({
      by: ['Lemon Pot'],
      others: { lengthMm: 300 },
      enough: true,
    });
    expect(spokenFor(need({}), [other(300), other(200)])!.enough).to.equal(false);
    expect(spokenForWords(spokenFor(need({}), [other(500)])!, 'web', 'mm')).to.equal(
      '“Lemon Pot” also counts on it: 50 cm. There is not enough for all.',
    );
    // Nothing of it is here, it is cut already, or nobody else needs it: nothing is said.
    expect(spokenFor(need({ have: {} }), [other(300)])).to.equal(null);
    expect(spokenFor(need({ taken: true }), [other(300)])).to.equal(null);
    expect(spokenFor(need({ key: 'web:v' }), [other(300)])).to.equal(null);
  });

  it('only cloth, web and thread that are not cut yet are counted on', () => {
    expect(
      countedOn([
        need({}),
        need({ key: 'fabric:f', kind: 'fabric', taken: true }),
        need({ key: 'other:blade', kind: 'other' }),
      ]),
    ).to.deep.equal([{ key: 'web:w', need: { lengthMm: 600 } }]);
  });

  it('projects in the bin and projects that are cut count on nothing any more', async () => {
    await Promise.all(db.tables.map((t) => t.clear()));
    for (const id of ['here', 'other', 'binned', 'cut'])
      await putProject(
        project([], {
          id,
          name: id,
          ...(id === 'cut'
            ? {
                gathering: {
                  ...project([]).gathering,
                  taken: { at: 1, keys: [], before: { fabrics: [], webs: [], threads: [] } },
                },
              }
            : {}),
        }),
      );
    for (const id of ['here', 'other', 'binned', 'cut', 'gone']) noteCountedOn({ id, name: id }, countedOn([need({})]));
    await until('they are kept', async () => (await db.countedOn.count()) === 5);
    await deleteProject('binned');
    expect((await countedOnByOthers('here')).map((o) => o.projectId)).to.deep.equal(['other']);
  });
});

describe('tables that leave', () => {
  it('hold nothing a spreadsheet would run, at the beginning of a cell or of a line in it', () => {
    for (const evil of ['=1+1', '+1', '-1', '@x', '\t=1', 'note\n=1+1', 'note\r\n@x', 'a\r-2\n+3']) {
      expect(disarmed(evil), evil).to.not.match(/(^|[\r\n])[=+\-@\t]/);
      expect(asWrittenIn(disarmed(evil)), evil).to.equal(evil);
    }
    for (const fine of ['3 - 2', 'a=b', 'plain', '', "it's"]) expect(disarmed(fine)).to.equal(fine);
    expect(csvText(['name', '=x'], [['a\n=1', 'b;c']])).to.equal('name,\'=x\n"a\n\'=1",b;c');
  });
});
