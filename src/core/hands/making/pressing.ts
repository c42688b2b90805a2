import { assertThere } from '../../base/lists';
import { clothsOf, HANDLE_S, MOVE_S, SMALL_MOVES } from '../../choose/press';
import type { Step, StepCare, StepPlace } from '../../keep/model';
import { layerIds } from './column';
import { placementsOn } from './load';
import type { Press } from './press';
import type { Ticketed } from './tickets';
import type { Draft, MakingWork } from './work';

// A press as a step, and the cooling after it.

/** The columns of a press as the plan tells them. */
const columnsOf = (press: Press): Step['columns'] =>
  press.columns.map((column, i) => ({
    areaMm2: press.places[i]?.areaMm2 ?? 0,
    layers: layerIds(column),
  }));

/** Set-downs of each of several pieces by itself. */
const eachOf = ({ laid: { look, placed } }: MakingWork, { pieceIds, does }: Press): number[] =>
  // Of a sheet one piece may be made once more by itself.
  pieceIds.length < 2 && does.code !== 'fuse-patch' && does.code !== 'bond-sheets'
    ? []
    : pieceIds.map((id) => {
        const region = placed.find((p) => p.id === id)?.region;
        return region ? placementsOn(region, look.iron) * look.copiesOf(look.piece(id)) : 1;
      });

export function pressStep(work: MakingWork, { press, stepId, ticketId }: Ticketed): Draft {
  const ticket = assertThere(work.tickets.get(ticketId), 'every press is on a ticket');
  const { schools } = work.laid.project;
  const looks = ticket.passes ? (ticket.passes.count - 1) * ticket.passes.lookS : 0;
  const each =
    ticket.dwell.seconds + looks + MOVE_S.value + (schools.move === 'small-moves' ? SMALL_MOVES.moveS.value : 0);
  const vinyl = press.columns.flatMap(clothsOf).some((f) => f.fibre === 'pvc' || f.kind === 'vinyl');
  const care: StepCare[] = [
    'hot-iron',
    ...(press.setting.steam || press.request.bench.cover === 'damp-cloth' ? ['steam' as const] : []),
    ...(vinyl ? ['fumes' as const] : []),
  ];
  return {
    id: stepId,
    kind: ticket.passes ? 'steam-pass' : press.does.code === 'press-foil' ? 'foil' : press.stage,
    on: press.on,
    articleId: press.articleId,
    pieceIds: press.pieceIds,
    members: press.members,
    unit: press.unit,
    webId: ticket.webId,
    fabricId: press.fabricId,
    copies: press.copies,
    ticketId,
    loads: press.loads,
    setDowns: press.setDowns,
    setDownsEach: eachOf(work, press),
    columns: columnsOf(press),
    does: press.does,
    care,
    // What cannot be pressed takes no time that anyone could tell.
    handsS: ticket.stop ? 0 : press.setDowns * each + (press.stage === 'fuse' ? press.loads * HANDLE_S.value : 0),
  };
}

export function coolStep(work: MakingWork, { press, ticketId }: Ticketed): Draft[] {
  const ticket = assertThere(work.tickets.get(ticketId), 'every press is on a ticket');
  const lift = press.on === 'sheet';
  return [
    {
      kind: 'cool',
      on: press.on === 'board' ? 'board' : press.on,
      articleId: press.articleId,
      pieceIds: press.members,
      unit: press.unit,
      ticketId: null,
      does: { code: lift ? 'cool-and-lift' : 'let-cool', coolS: ticket.coolS },
      waitS: ticket.coolS,
    },
  ];
}

/** Bonds of one place, in order; what foil is pressed by is none. */
export const bonds = (work: MakingWork, on: StepPlace): Ticketed[] =>
  work.pressed.filter((p) => p.press.stage === 'bond' && p.press.on === on && p.press.does.code !== 'press-foil');
