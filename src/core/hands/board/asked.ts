import type { StepGate } from '../../keep/model';
import type { BoardStep } from './progress';

/** Gates of one family say how one thing lies: asked once, and again when it is to lie otherwise. */
const FAMILIES: { readonly [C in StepGate['code']]?: string } = {
  'drawn-reversed': 'way round',
  'drawn-as-seen': 'way round',
  'web-on-back': 'side',
  'web-on-front': 'side',
  'sheet-on-top': 'sheet on top',
  'sheet-beneath': 'sheet beneath',
  'iron-on-heel': 'heel',
  'mat-paper-up': 'mat',
  'mat-fabric-up': 'mat',
  'cover-on': 'cover',
};
const sameAnswer = (a: StepGate, b: StepGate): boolean =>
  a.code === b.code && (a.code !== 'cover-on' || b.code !== 'cover-on' || (a.cover === b.cover && a.name === b.name));

/**
 * What is asked before a step: of a batch of one kind only the first is asked how it lies; what may be got wrong with each piece is asked each time.
 * @param at the step's place among all
 */
export function gatesAsked(steps: readonly BoardStep[], at: number): readonly StepGate[] {
  const bs = steps[at];
  if (!bs) return [];
  return bs.step.gates.filter((gate) => {
    const family = FAMILIES[gate.code];
    if (family === undefined) return true;
    for (let i = at - 1; i >= 0; i--) {
      const before = steps[i];
      const asked = before?.step.gates.find((g) => FAMILIES[g.code] === family);
      if (asked) return !(before?.done && sameAnswer(asked, gate));
    }
    return true;
  });
}
