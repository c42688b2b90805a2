import { useRef, useState } from 'react';
import { type StartAnswers, THINGS, type ThingId, type UsedLast, usualGround } from '~/core/intake/start';
import type { DrawerContents } from '~/core/keep/drawer';
import type { Fabric, Project } from '~/core/keep/model';

/** What was answered so far. Size and ground follow the thing, until they were chosen by hand. */
export function useAnswers(drawer: DrawerContents, last: UsedLast, units: Project['units']) {
  const [said, setSaid] = useState<StartAnswers>(() => {
    const [size] = THINGS.picture.sizes;
    return {
      thing: 'picture',
      name: '',
      units,
      widthMm: size.widthMm,
      heightMm: size.heightMm,
      seamMm: size.seamMm ?? 0,
      source: THINGS.picture.source ?? 'cut',
      ground: usualGround('picture', drawer, last),
      laundering: null,
      edge: null,
      ironId: null,
      newIron: null,
    };
  });
  /** Chosen by hand: no longer moved along with what is made. */
  const [own, setOwn] = useState<{ readonly size: boolean; readonly ground: boolean }>({ size: false, ground: false });
  const say = (more: Partial<StartAnswers>): void => setSaid((s) => ({ ...s, ...more }));
  // What was said last, also to what was asked to run before it was said.
  const now = useRef(said);
  now.current = said;
  return {
    said,
    now,
    say,
    ownSize: own.size,
    pickThing: (id: ThingId): void => {
      const [size] = THINGS[id].sizes;
      say({
        thing: id,
        source: THINGS[id].source ?? 'cut',
        ...(own.size ? {} : { widthMm: size.widthMm, heightMm: size.heightMm, seamMm: size.seamMm ?? 0 }),
        ...(own.ground ? {} : { ground: usualGround(id, drawer, last) }),
      });
    },
    sized: (size: Partial<Pick<StartAnswers, 'widthMm' | 'heightMm' | 'seamMm'>>): void => {
      say(size);
      setOwn((o) => ({ ...o, size: true }));
    },
    groundOf: (ground: Fabric): void => {
      say({ ground });
      setOwn((o) => ({ ...o, ground: true }));
    },
  };
}
export type Answers = ReturnType<typeof useAnswers>;
