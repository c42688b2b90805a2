import type { BoardMend, MendCode, MendDoing, PressTicket } from '../../keep/model';

/** Seconds and heat of a press that is done once more. */
type Again = Pick<BoardMend, 'heatC' | 'dwellS'>;
const NO_PRESS: Again = { heatC: null, dwellS: null };

/** Again as long as it was, or a little longer, never past what harms. Common practice, no source: press again, a little longer. */
const LONGER = {
  'adhesive-left-on-liner': 1,
  'edge-lifts': 1.2,
  slid: 1,
  'foil-patchy': 1,
  'liner-left-on': 1,
} as const;
function again(code: keyof typeof LONGER, ticket: PressTicket | null): Again {
  if (!ticket || ticket.stop) return NO_PRESS;
  const { seconds, minS, maxS } = ticket.dwell;
  const wanted = Math.max(minS, seconds * LONGER[code]);
  return { heatC: ticket.heat.soleplateC, dwellS: Math.min(maxS, Math.ceil(wanted)) };
}

type Part = Pick<BoardMend, 'doing'> & Again & Pick<BoardMend, 'coolS'>;
const part = (doing: MendDoing, press: Again = NO_PRESS, coolS: number | null = null): Part => ({
  doing,
  ...press,
  coolS,
});

/**
 * What hands do when something is wrong, in order: the mending guide of the trade handbook, its seconds from this very stack.
 * @param ticket the ticket that the step stands on, or the last one that its pieces were pressed on; null: none
 */
export function mendParts(code: MendCode, ticket: PressTicket | null): Part[] {
  const coolS = ticket && !ticket.stop ? ticket.coolS : null;
  const cool = part('let-cool', NO_PRESS, coolS);
  switch (code) {
    case 'adhesive-left-on-liner':
      // What was stuck on by hand gets no heat.
      return ticket === null
        ? [part('lay-paper-back'), part('rub-by-hand'), part('peel-from-another-corner')]
        : [part('lay-paper-back'), part('press-again', again(code, ticket)), cool, part('peel-from-another-corner')];
    case 'liner-left-on':
      return [part('lift-while-warm'), part('take-liner-off'), part('press-again', again(code, ticket)), cool];
    case 'edge-lifts':
      // What was glided over with steam is not stood on.
      return ticket?.passes ? [part('glide-again'), cool] : [part('press-again', again(code, ticket)), cool];
    case 'bubbles':
      return [
        part('lift-while-warm'),
        part('sheet-between'),
        part('press-again', again('adhesive-left-on-liner', ticket)),
        cool,
      ];
    case 'adhesive-on-the-face':
      return [part('touch-up-face')];
    case 'iron-marks':
      return [part('sheet-between'), part('touch-up-face')];
    case 'adhesive-on-the-iron':
      return [part('clean-the-iron'), part('sheet-between')];
    case 'backwards':
      return [part('make-again')];
    case 'slid':
      return [part('lift-while-warm'), part('press-again', again(code, ticket)), cool];
    case 'foil-patchy':
      return [part('lay-foil-anew'), part('press-again', again(code, ticket)), cool];
    case 'furry-edge':
      return [part('fresh-blade')];
    case 'needle-gums':
      return [part('let-cool', NO_PRESS, coolS), part('fresh-needle')];
  }
}
