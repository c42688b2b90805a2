import { useEffect, useRef } from 'react';
import type { Plan, Question } from '~/core/keep/model';
import { useWorkbench } from '~/store';
import { counted } from '~/words';
import css from './Seam.module.css';
import { addressOf, openAt, STATION_LIST, type Station, stationStretch } from './stations';

/** What is true of a station: whether it was opened, whether anything was decided there, and how much there is to check. */
function stateWords(opened: boolean, decided: boolean, asks: number, knots: number): string {
  if (knots > 0) return `${knots} to check`;
  if (asks > 0) return counted(asks, 'open question');
  return decided ? 'decided' : opened ? 'opened' : 'not opened yet';
}

/** The stations along one line of running stitches: a thin thread where one has looked, sewn through where something was decided, knotted where something snags. */
export function Seam({
  id,
  station,
  plan,
  open,
  onGo,
}: {
  id: string;
  station: Station;
  plan: Plan | null;
  open: readonly Question[];
  onGo: (station: Station) => void;
}) {
  const looked = useWorkbench((s) => s.looked);
  const decided = useWorkbench((s) => s.decided);
  const line = useRef<HTMLElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when one goes to another station
  useEffect(() => {
    const nav = line.current;
    const at = nav?.querySelector<HTMLElement>('[aria-current]');
    // Only the line is moved, never the page.
    if (nav && at) nav.scrollLeft = at.offsetLeft - (nav.clientWidth - at.offsetWidth) / 2;
  }, [station]);
  return (
    <nav ref={line} className={css.seam} aria-label="Stations">
      {STATION_LIST.map((s) => {
        const state = stationStretch(s.id, plan, { looked, decided, open });
        const asks = openAt(s.id, open).length;
        const knots = plan?.snags.filter((k) => k.station === s.id && k.severity !== 'note').length ?? 0;
        const here = s.id === station;
        return (
          <a
            key={s.id}
            className={css.stretch}
            href={addressOf(id, s.id)}
            title={s.question}
            data-state={state}
            aria-current={here ? 'page' : undefined}
            onClick={(e) => {
              if (e.metaKey || e.ctrlKey || e.shiftKey) return;
              e.preventDefault();
              onGo(s.id);
            }}
          >
            <span className={css.name}>{s.name}</span>
            <span className="visually-hidden">
              {stateWords(looked.includes(s.id), decided.includes(s.id), asks, knots)}
            </span>
            {asks > 0 && state !== 'knot' && (
              <span className={css.asks} aria-hidden="true">
                ?
              </span>
            )}
            {knots > 0 && state === 'knot' && (
              <span className={css.count} aria-hidden="true">
                {knots}
              </span>
            )}
            <svg className={css.stitches} aria-hidden="true">
              <line className={css.run} x1="0" x2="100%" y1="11" y2="11" />
              {state === 'knot' && !here && (
                <svg x="50%" y="11" overflow="visible" aria-hidden="true">
                  <path className={css.knot} d="M-9 0C-9-9 7-8 5 0S-7 8-5 1 9-8 9 0" />
                </svg>
              )}
              {here && (
                <svg x="50%" y="11" overflow="visible" aria-hidden="true">
                  <path
                    className={css.needle}
                    fillRule="evenodd"
                    d="M-26 -1.2L20 -3.6C28 -4 33 -2 33 0S28 4 20 3.6L-26 1.2L-34 0ZM20 -1.2H27V1.2H20Z"
                  />
                </svg>
              )}
            </svg>
          </a>
        );
      })}
    </nav>
  );
}
