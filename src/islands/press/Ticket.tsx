import { Layers2, Scissors, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { Button, lazily, Note } from '~/components';
import { nth } from '~/core/base/lists';
import { CARE_WORD, formatArea, formatTemperature } from '~/core/base/units';
import type { Plan, PressTicket, Project, Remedy, Step, StepDoing } from '~/core/keep/model';
import { following } from '~/core/plan';
import { editHere, useWorkbench } from '~/store';
import {
  cautionWords,
  changedByBook,
  columnWords,
  counted,
  coverName,
  dialWords,
  exactS,
  leanWords,
  minutesWords,
  pressReasonWords,
  remedyWords,
  seconds,
  sideWords,
  spanS,
  standsWords,
  stepWords,
  warmer,
} from '~/words';
import { TryDialog } from '../book/TryDialog';
import { PieceChips } from '../project/PieceChips';
import { DwellBand } from './DwellBand';
import { MeasureDialog } from './MeasureDialog';
import css from './Press.module.css';
import { SetDownMap } from './SetDownMap';
import { TriedDialog } from './TriedDialog';

// The chart is large: loaded when someone looks into a stack.
const StackView = lazily('the look into the stack', async () => (await import('./StackView')).PressStackView);

export interface SoFar {
  readonly handsS: number;
  readonly waitS: number;
}
/** Hands and waiting from the start until a ticket's last press has cooled. */
export function soFarAt(board: readonly Step[], ticket: PressTicket): SoFar {
  const last = board.findLastIndex((s) => s.ticketId === ticket.id);
  const next = board[last + 1];
  const done = board.slice(0, next?.kind === 'cool' ? last + 2 : last + 1);
  return { handsS: done.reduce((n, s) => n + s.handsS, 0), waitS: done.reduce((n, s) => n + s.waitS, 0) };
}

/** "24 copies in 3 loads", "once", "up to 4 times a piece, 60 in all". */
function setDownWords(t: PressTicket): string {
  if (t.copies > 1 && t.loads < t.copies) return `${t.copies} copies in ${counted(t.loads, 'load')}`;
  if (t.setDowns === 1) return 'once';
  return t.placements > 1 && t.setDowns > t.placements
    ? `${t.setDowns} times, up to ${t.placements} for one piece`
    : `${t.setDowns} times`;
}

const tidy = (n: number): string => String(Number(n.toFixed(1)));

export function Ticket({
  ticket: t,
  project,
  plan,
  soFar,
}: {
  ticket: PressTicket;
  project: Project;
  plan: Plan;
  soFar: SoFar;
}) {
  const [looking, setLooking] = useState(false);
  const [trying, setTrying] = useState(false);
  const presses = useWorkbench((s) => s.picture?.presses);
  const steps = plan.making.steps.filter((s) => s.ticketId === t.id);
  const decides = steps.find((s) => s.id === t.decides.stepId);
  // The press that decides shows how it goes.
  const map = presses?.[t.decides.stepId];
  const fabricId = decides?.fabricId ?? project.pieces.find((p) => p.id === decides?.pieceIds[0])?.fabricId;
  const cloth = project.fabrics.find((f) => f.id === fabricId);
  const place = decides?.columns[t.decides.column];
  const severalColumns = t.stage === 'bond' && !t.stop && (decides?.columns.length ?? 0) > 1;
  const web = project.webs.find((w) => w.id === t.webId);
  const { units } = project;
  const cautions = t.stop ? [t.stop, ...t.cautions] : t.cautions;
  const reasons = [...new Set(t.reasons.map((r) => pressReasonWords(r, units)))];
  return (
    <article
      className={css.ticket}
      data-ticket={t.id}
      data-workable={t.stop === null}
      aria-label={`${t.stage} ${t.id}, ${web?.name ?? ''}`}
    >
      {t.stop ? <p className={css.notSo}>It cannot be pressed like this.</p> : <Figures ticket={t} project={project} />}
      {(cautions.length > 0 || t.remedies.length > 0) && (
        <div className={css.warned}>
          {cautions.length > 0 && (
            <ul className={css.cautions}>
              {cautions.map((c) => (
                <li key={cautionWords(c, units)}>
                  <TriangleAlert size={18} aria-hidden="true" />
                  {cautionWords(c, units)}
                </li>
              ))}
            </ul>
          )}
          {(t.remedies.length > 0 || isUnmeasured(t)) && <Remedies ticket={t} steps={steps} project={project} />}
        </div>
      )}
      <div className={css.how}>
        {t.unit !== null && (
          <h2 className={css.stage}>
            {t.on === 'sheet' ? `Build “${unitName(t.unit)}”` : `Unit “${unitName(t.unit)}”, as one`}
          </h2>
        )}
        <dl className={css.facts}>
          <div>
            <dt>Web</dt>
            <dd>{web?.name}</dd>
          </div>
          {!t.stop && (
            <>
              <div>
                <dt>Press</dt>
                <dd>
                  {t.passes ? 'glide without weight' : leanWords(t.pressure.lean)}
                  {t.side !== 'face' && `, ${sideWords(t.side)}`}
                </dd>
              </div>
              <div>
                <dt>Steam</dt>
                <dd>{t.steam ? 'on' : 'off'}</dd>
              </div>
              <div>
                <dt>Cover</dt>
                <dd>{coverName(t.cover)}</dd>
              </div>
              <div>
                <dt>Press it</dt>
                <dd>{setDownWords(t)}</dd>
              </div>
              <div>
                <dt>{t.on === 'sheet' ? 'Let cool, lift' : 'Let cool'}</dt>
                <dd>
                  {t.coolS} s, on the {t.coolsOn}
                </dd>
              </div>
            </>
          )}
        </dl>
        <StepsOn ticket={t} steps={steps} project={project} plan={plan} />
        {place && severalColumns && (
          <figure className={css.decides}>
            {map && <SetDownMap press={map} colour={cloth?.colour ?? '#888888'} label={cloth?.name ?? 'the work'} />}
            <figcaption>
              The slowest place sets the time: {columnWords(project, place.layers)} ({formatArea(place.areaMm2, units)}
              {map ? ', pale in the picture).' : ').'}
            </figcaption>
          </figure>
        )}
        <details>
          <summary>Reasons and details</summary>
          <ul>
            {reasons.map((text) => (
              <li key={text}>{text}</li>
            ))}
            {!t.stop && (
              <li>
                Exactly: {exactS(t.dwell.seconds)}, bonded and unharmed from {exactS(t.dwell.minS)} to{' '}
                {exactS(t.dwell.maxS)}; {tidy(t.pressure.kPa)} kPa.
              </li>
            )}
          </ul>
          {map && !severalColumns && (
            <SetDownMap press={map} colour={cloth?.colour ?? '#888888'} label={cloth?.name ?? 'the work'} />
          )}
        </details>
        <div className={css.row}>
          {!t.stop && (
            <Button icon={<Scissors size={20} />} onClick={() => setTrying(true)}>
              Try a scrap
            </Button>
          )}
          <Button
            look="plain"
            icon={<Layers2 size={20} />}
            aria-expanded={looking}
            onClick={() => setLooking(!looking)}
          >
            {looking ? 'Close the stack' : 'Look into the stack'}
          </Button>
        </div>
        {trying && <TryDialog project={project} plan={plan} ticket={t} onClose={() => setTrying(false)} />}
        {!t.stop && (
          <p className={css.soFar}>
            So far: {minutesWords(soFar.handsS)} of work
            {soFar.waitS >= 5 && `, ${minutesWords(soFar.waitS)} of waiting`}
          </p>
        )}
      </div>
      {looking && (
        <div className={css.wide}>
          <StackView project={project} ticket={t} />
        </div>
      )}
    </article>
  );
}

/** Nobody has measured the marks it is set to. */
const isUnmeasured = (t: PressTicket): boolean => t.cautions.some((c) => c.code === 'dial-unmeasured');

/** What would help, each as the button that does it. */
function Remedies({ ticket: t, steps, project }: { ticket: PressTicket; steps: readonly Step[]; project: Project }) {
  const { units } = project;
  const [tries, setTries] = useState<Extract<Remedy, { code: 'try-hotter' }> | null>(null);
  const [measures, setMeasures] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const iron = project.irons.find((i) => i.id === project.bench.ironId);
  const actOf = (m: Remedy): (() => void) | null => {
    if (m.code === 'try-hotter') return () => setTries(m);
    if (m.code === 'measure-iron') return () => setMeasures(true);
    const change = following(m, t);
    return change && (() => setRefused(editHere(change)));
  };
  return (
    <>
      <ul className={css.remedies} aria-label="What would help">
        {t.remedies.map((m) => {
          const act = actOf(m);
          return (
            <li key={m.code}>
              {act ? <Button onClick={act}>{remedyWords(m, units)}</Button> : remedyWords(m, units)}
              <span>{spanS(m.minS, m.maxS)}</span>
            </li>
          );
        })}
        {isUnmeasured(t) && !t.remedies.some((m) => m.code === 'measure-iron') && (
          <li>
            <Button onClick={() => setMeasures(true)}>Measure this iron</Button>
          </li>
        )}
      </ul>
      {refused && <Note stop>{refused}</Note>}
      {tries && iron && (
        <TriedDialog
          project={project}
          iron={iron}
          remedy={tries}
          ticket={t}
          layers={new Set(steps.flatMap((s) => s.columns.flatMap((c) => c.layers)))}
          onClose={() => setTries(null)}
        />
      )}
      {measures && iron && <MeasureDialog iron={iron} units={units} onClose={() => setMeasures(false)} />}
    </>
  );
}

const unitName = (path: string): string => path.split('/').at(-1) ?? path;

/** A place on the dial of more letters than this is told smaller. */
const LONG_MARK = 6;

/** Heat and seconds, to be read from where you stand. */
function Figures({ ticket: t, project }: { ticket: PressTicket; project: Project }) {
  const { units } = project;
  const degrees = formatTemperature(t.heat.soleplateC, units);
  const changed = changedByBook(t);
  return (
    <>
      <div>
        {t.heat.dial ? (
          <>
            <p className={`${css.big} ${css.heat}`} data-long={dialWords(t.heat.dial).length > LONG_MARK}>
              <span className={css.unit}>dial </span>
              {dialWords(t.heat.dial)}
            </p>
            <p className={css.dial}>
              {degrees}
              <span className={css.under}> ± {warmer(t.unsureC, units)}</span>
            </p>
          </>
        ) : (
          <>
            <p className={`${css.big} ${css.heat}`}>{degrees}</p>
            <p className={css.dial}>dial not known</p>
          </>
        )}
        {/* Of an iron that nobody measured a label's dots would be taken for its marks. */}
        {!isUnmeasured(t) && (
          <p className={css.under}>
            care {'•'.repeat(t.heat.dots)} ({CARE_WORD[t.heat.dots]})
          </p>
        )}
      </div>
      <div>
        <p className={css.big}>
          {tidy(t.dwell.seconds)}
          <span className={css.unit}> s</span>
        </p>
        {t.passes && (
          <p className={css.dial}>
            in {counted(t.passes.count, 'pass', 'passes')} of {seconds(t.passes.eachS)}
          </p>
        )}
        {t.side === 'both' && <p className={css.dial}>half from each side</p>}
        <DwellBand ticket={t} />
        <p className={css.stands} data-stands={t.stands}>
          {standsWords(t)}
          {changed && ` Now ${changed}`}
          {t.book && (
            <>
              {' '}
              <a href="/book">Swatch book</a>
            </>
          )}
        </p>
        <p className={css.under}>
          leaflet: {formatTemperature(t.leaflet.heatC, units)}, {tidy(t.leaflet.dwellS)} s
          {t.leaflet.rules ? ', followed here' : ''}
        </p>
      </div>
    </>
  );
}

/** What is laid in a way of its own: said in full on its ticket. */
const LAYERS: readonly StepDoing['code'][] = [
  'lay-glue-up',
  'lay-between',
  'lay-glue-down',
  'lay-plug',
  'lay-behind',
  'lay-tape',
  'lay-foil',
  'lay-web-on-right-side',
];

/** What stands on a ticket: of fuses each cloth with its pieces, of bonds the pieces in their order. */
function StepsOn({
  ticket: t,
  steps,
  project,
  plan,
}: {
  ticket: PressTicket;
  steps: readonly Step[];
  project: Project;
  plan: Plan;
}) {
  const many = project.articles.length > 1;
  if (t.stage === 'bond' || t.on === 'ground') {
    const articles = [...new Set(steps.map((s) => s.articleId))];
    const wordsOf = stepWords(project, plan);
    // Layer on layer lies this way up and that: said in full, in order.
    const layersOf = (articleId: Step['articleId']): readonly Step[] =>
      plan.making.steps.filter(
        (s) =>
          LAYERS.some((code) => code === s.does.code) &&
          (s.does.code === 'lay-web-on-right-side') === (t.stage === 'fuse') &&
          s.articleId === articleId &&
          steps.some((b) => b.articleId === articleId && s.pieceIds.every((id) => b.pieceIds.includes(id))),
      );
    return (
      <>
        {articles.map((id) => (
          <div key={id}>
            {many && <p className={css.under}>{project.articles.find((a) => a.id === id)?.name}</p>}
            <PieceChips
              project={project}
              ids={steps.filter((s) => s.articleId === id).flatMap((s) => s.pieceIds)}
              short={t.pieceIds.length > 5}
              label="Pieces"
            />
            {layersOf(id).length > 0 && (
              <ol className={css.layers}>
                {layersOf(id).map((s) => (
                  <li key={s.id}>{wordsOf(s)}</li>
                ))}
              </ol>
            )}
          </div>
        ))}
        {steps.some((s) => s.does.code === 'bond-whole-ground' || s.does.code === 'bond-places') && (
          <p>{wordsOf(nth(steps, 0))}</p>
        )}
      </>
    );
  }
  return (
    <ul className={css.cloths}>
      {steps.map((s) => {
        const fabric = project.fabrics.find((f) => f.id === s.fabricId);
        return (
          <li key={s.id} data-step={s.id}>
            <span className={css.clothName}>
              <i style={{ background: fabric?.colour }} aria-hidden="true" />
              {fabric?.name}
              {s.does.code === 'fuse-patch' && `, patch ${s.does.patch}`}
            </span>
            <PieceChips
              project={project}
              ids={s.pieceIds}
              short={t.pieceIds.length > 5}
              label={fabric ? `On ${fabric.name}` : 'On fabric'}
            />
          </li>
        );
      })}
    </ul>
  );
}
