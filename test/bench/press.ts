import { fabricFrom, webFrom } from '~/core/choose/material';
import { requestOf, settingFor, simulate } from '~/core/choose/press';
import { planProject } from '~/core/plan';
import { harbourLight } from '~/demo';
import { DEMO_IRONS } from '~/demo/drawer';

type Note = (what: string, aim: string, got: string) => void;
type Time = (run: () => void, runs?: number) => { first: number; median: number; worst: number };

/** Conduction and settings. */
export function benchPress(note: Note, time: Time, ms: (n: number) => string): void {
  const of = (id: string) => fabricFrom(id, { id, name: id });
  const bench = {
    cover: 'press-cloth' as const,
    surface: 'ironing-board' as const,
    coverId: null,
    surfaceId: null,
  };
  const ask = {
    stage: 'bond' as const,
    fabric: of('denim'),
    onto: [of('quilting-cotton'), of('linen'), of('canvas')],
    web: webFrom('medium-film', { id: 'w', name: 'w' }),
    iron: DEMO_IRONS[0]!,
    bench,
  };
  const request = requestOf(ask);
  // Cover, cloth, web, three cloths and the board: seven layers.
  const run = time(() => simulate(request, { soleplateC: 150, kPa: 2, steam: false, untilS: 60, whole: true }), 60);
  note('60 s of a seven-layer stack', '< 5 ms', `${ms(run.median)} (worst ${ms(run.worst)})`);
  // Thick felt through a press cloth: no window as it lies, and every remedy is worked out, from the back and from both sides too.
  const hard = requestOf({ ...ask, fabric: of('wool-felt'), onto: [of('quilting-cotton')] });
  // A column of its own each time, so that nothing is answered from memory.
  const setting = time(() => settingFor({ ...hard, column: [...hard.column] }), 40);
  note(
    `A full setting with window and ${settingFor(hard).remedies.length} remedies`,
    '< 60 ms',
    `${ms(setting.median)} (worst ${ms(setting.worst)})`,
  );
  // Another iron each time, so that nothing is answered from memory.
  const demo = harbourLight();
  planProject(demo);
  let turn = 0;
  const whole = time(() => {
    turn += 0.01;
    planProject({ ...demo, irons: demo.irons.map((i) => ({ ...i, leanN: 20 + turn })) });
  }, 12);
  const plain = time(() => planProject(demo), 12);
  note(
    'The demo’s whole schedule, every press worked out anew',
    '< 400 ms',
    `${ms(whole.median - plain.median)} (worst ${ms(whole.worst - plain.median)})`,
  );
}
