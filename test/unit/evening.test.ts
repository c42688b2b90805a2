// The evening as one thread: legs by place and heat, and what happens along each.
import { expect } from 'chai';
import { eveningOf, tightestOf } from '~/core/hands/evening';
import type { PressTicket, Step, StepKind } from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { costIf, costOf, planProject } from '~/core/plan';
import { DEMO, harbourLight } from '~/demo';
import { costWords, legMinutesWords, legWords, ticketCalled } from '~/words';

const ticket = (id: string, soleplateC: number, stop = false): PressTicket =>
  ({ id, heat: { soleplateC, dial: null, dots: 2 }, stop: stop ? { code: 'x' } : null }) as never;
let n = 0;
const step = (kind: StepKind, more: Partial<Step> = {}): Step =>
  ({
    id: `s${n++}`,
    kind,
    on: 'board',
    handsS: 10,
    waitS: 0,
    ticketId: null,
    does: { code: 'x' },
    care: [],
    ...more,
  }) as never;
const legs = (steps: readonly Step[], tickets: readonly PressTicket[]) => eveningOf({ steps }, tickets);

describe('the evening as one thread', () => {
  it('one leg goes on while the iron keeps its heat; another heat is another leg, begun by a knot', () => {
    const found = legs(
      [
        step('trace'),
        step('fuse', { ticketId: 'a' }),
        step('cool', { waitS: 30 }),
        step('fuse', { ticketId: 'b' }),
        step('cut'),
        step('peel'),
        step('lay'),
        step('bond', { ticketId: 'c', waitS: 40 }),
        step('stitch'),
        step('finish', { does: { code: 'note-what-worked' } }),
      ],
      [ticket('a', 140), ticket('b', 140), ticket('c', 160)],
    );
    // By hand: table; iron at 140 twice; table; iron at 160 with what is peeled and laid for it; needle, the note along with it.
    expect(found.map((l) => [l.at, l.heat?.soleplateC ?? null, l.stepIds.length, l.set])).to.deep.equal([
      ['table', null, 1, false],
      ['iron', 140, 3, true],
      ['table', null, 1, false],
      ['iron', 160, 3, true],
      ['needle', null, 2, false],
    ]);
    expect(found[1]).to.deep.include({ handsS: 30, waitS: 30, ticketIds: ['a', 'b'] });
    // By hand: 10 s of press, 10 s of laying it aside, 30 s of waiting; then the second press.
    expect(found[1]!.marks.map((m) => [m.is, m.atS, m.takesS])).to.deep.equal([
      ['press', 0, 10],
      ['loop', 20, 30],
      ['press', 50, 10],
    ]);
    // The iron is waited for before the press that wants the new heat.
    expect(found[3]!.marks.map((m) => [m.is, m.atS])).to.deep.equal([
      ['loop', 20],
      ['press', 60],
    ]);
  });

  it('what cannot be pressed sets no heat, and paint that dries overnight is no part of it', () => {
    const found = legs(
      [step('bond', { ticketId: 'a' }), step('bond', { ticketId: 'b' }), step('paint', { waitS: 36_000 })],
      [ticket('a', 0, true), ticket('b', 150)],
    );
    expect(found.map((l) => [l.at, l.heat?.soleplateC ?? null])).to.deep.equal([
      ['iron', 150],
      ['needle', null],
    ]);
    expect(found[1]!.waitS).to.equal(0);
  });

  it('holds every step of every demo once, in order, with as many knots of heat as the making has settings', () => {
    for (const make of Object.values(DEMO)) {
      const project = laidByRecipe(make());
      const plan = planProject(project);
      const found = eveningOf(plan.making, plan.press);
      expect(found.flatMap((l) => l.stepIds)).to.deep.equal(plan.making.steps.map((s) => s.id));
      expect(found.filter((l) => l.set).length).to.equal(plan.making.settings);
      const hands = found.reduce((s, l) => s + l.handsS, 0);
      expect(hands).to.be.closeTo(plan.making.handsS, 0.01);
      for (const leg of found) {
        expect(legWords(leg, plan.making.steps, 'mm')).to.not.equal('');
        expect(legMinutesWords(leg)).to.match(/^\d+ (s|min)/);
        for (const m of leg.marks) expect(m.atS + m.takesS).to.be.at.most(leg.handsS + leg.waitS + 0.01);
      }
    }
  });

  it('the tightest press is the one with the least room', () => {
    const window = (id: string, minS: number, seconds: number, maxS: number, stop = false): PressTicket =>
      ({ ...ticket(id, 150, stop), dwell: { minS, seconds, maxS } }) as never;
    // By hand: 6 of 10 s of room against 3 of 4; what cannot be pressed does not count.
    const all = [window('wide', 2, 4, 5), window('narrow', 8, 10, 14), window('no', 1, 1, 1, true)];
    expect(tightestOf(all)!.id).to.equal('narrow');
    expect(tightestOf([all[2]!])).to.equal(null);
  });

  it('another way is told by what it costs or saves: the very plan it would be', () => {
    const project = harbourLight();
    const now = costOf(planProject(project));
    const other = { ...project, schools: { ...project.schools, lay: 'piece-by-piece' as const } };
    const then = costIf(project, { schools: { lay: 'piece-by-piece' } });
    expect(then).to.deep.equal(costOf(planProject(other)));
    expect(then.workS).to.be.above(now.workS);
    expect(costWords(now, then, 'mm')).to.match(/^\d+ (s|min|iron settings?) more/);
    expect(costWords(now, now, 'mm')).to.equal('the same minutes, settings and web');
    expect(costWords(now, { ...now, settings: now.settings - 2, webMm: now.webMm + 250 }, 'mm')).to.equal(
      '2 iron settings fewer and 25 cm more web',
    );
  });

  it('a press has a short name', () => {
    const project = harbourLight();
    const plan = planProject(project);
    const names = plan.press.map((t) => ticketCalled(project, plan, t));
    for (const name of names) expect(name).to.match(/^(fusing web to|bonding|steaming|pressing) .+/);
    expect(names.some((name) => name.startsWith('bonding the unit'))).to.equal(true);
  });
});
