import { useEffect, useRef, useState } from 'react';
import { Button, Dialog, FieldChoice, MaybeTemperatureField, Note, TextField } from '~/components';
import { nth } from '~/core/base/lists';
import { type DisplayUnits, formatTemperature, heatSpeech } from '~/core/base/units';
import { DROPS } from '~/core/choose/press';
import { type IronReading, SIMULATED_IRONS, settledC } from '~/core/intake/standin';
import type { Iron } from '~/core/keep/model';
import { DROP_WORDS } from '~/words';
import css from './Press.module.css';
import { useKeepIron } from './useKeepIron';

const SECONDS = 420;
const SPEED = 60;

const rangeC = (fromC: number | null, toC: number | null, units: DisplayUnits): string => {
  const [from, to] = [fromC, toC].map((c) => (c === null ? null : formatTemperature(c, units)));
  if (from && to) return `${from} to ${to}`;
  return from ? `above ${from}` : `below ${to}`;
};

/** Without a thermometer: what a drop of water does. Rough, but it tells which mark runs hot. */
const Drop = ({ units }: { units: DisplayUnits }) => (
  <details className={css.drop}>
    <summary>No thermometer? A drop of water</summary>
    <ul>
      {DROPS.map(({ does, upToC }, i) => (
        <li key={does}>
          {DROP_WORDS[does]}: {rangeC(DROPS[i - 1]?.upToC?.value ?? null, upToC?.value ?? null, units)}.
        </li>
      ))}
    </ul>
    <p className={css.under}>
      One drop from a spoon onto the soleplate, turned up and held level. It spits: keep your face away. This is rough,
      and it tells which mark runs hot. Scraps tell the rest: press three at the mark you use, and note what holds.
    </p>
  </details>
);

/** Fills an iron's dial: with readings of a thermometer, simulated here, or typed by hand. */
export function MeasureDialog({ iron, units, onClose }: { iron: Iron; units: DisplayUnits; onClose: () => void }) {
  const { where, keep } = useKeepIron(iron);
  const [dial, setDial] = useState(
    iron.dial.length > 0
      ? iron.dial.map((d) => ({ ...d }))
      : ['•', '••', '•••'].map((mark): Iron['dial'][number] => ({ mark, measuredC: null })),
  );
  const [which, setWhich] = useState(0);
  const [readings, setReadings] = useState<readonly IronReading[]>([]);
  const [at, setAt] = useState<number | null>(null);
  const [error, setError] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);
  const simulated = nth(SIMULATED_IRONS, which);
  const known = dial.flatMap((d) => d.measuredC ?? []);
  const rising = known.every((c, i) => i === 0 || c > nth(known, i - 1));
  const held = settledC(readings);

  const read = async (mark: number): Promise<void> => {
    stop.current?.abort();
    const control = new AbortController();
    stop.current = control;
    setAt(mark);
    setReadings([]);
    setError(null);
    const got: IronReading[] = [];
    try {
      const answer = await fetch(
        `/api/iron?iron=${which}&mark=${Math.min(mark, simulated.marks.length - 1)}&seconds=${SECONDS}&speed=${SPEED}`,
        { signal: control.signal },
      );
      const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader();
      if (!answer.ok || !reader) throw new Error('no readings came');
      let rest = '';
      for (;;) {
        const { done, value } = await reader.read();
        if (done) break;
        const lines = (rest + value).split('\n');
        rest = lines.pop() ?? '';
        got.push(...lines.filter(Boolean).map((l) => JSON.parse(l) as IronReading));
        setReadings([...got]);
      }
      const c = settledC(got);
      if (c === null) setError('It has not settled. Keep reading for some minutes.');
      else setDial((d) => d.map((m, i) => (i === mark ? { ...m, measuredC: c } : m)));
    } catch {
      if (!control.signal.aborted)
        setError(
          'The simulated thermometer is in the server of Apple Seam, which does not answer. Type your readings.',
        );
    } finally {
      if (stop.current === control) setAt(null);
    }
  };
  const last = readings.at(-1);
  const w = 320;
  const points = readings.map((r) => `${(r.tS / SECONDS) * w} ${90 - ((r.soleplateC - 20) / 220) * 90}`);
  return (
    <Dialog wide title={`Measure ${iron.name}`} onClose={onClose}>
      <div className={css.measure}>
        <div className={css.measureForm}>
          <p>
            Set each mark and wait until the light went out three times. Read the middle of the swing with a surface
            thermometer on the soleplate. A mark is not a temperature. Leave a mark empty that you have not read.
          </p>
          {dial.map((d, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: marks are known by their place on the dial
            <div key={i} className={css.mark}>
              <TextField
                label="Mark"
                value={d.mark}
                onChange={(mark) => setDial(dial.map((m, k) => (k === i ? { ...m, mark } : m)))}
                maxLength={20}
              />
              <MaybeTemperatureField
                label="Holds"
                units={units}
                value={d.measuredC}
                min={30}
                max={290}
                onChange={(measuredC) => setDial(dial.map((m, k) => (k === i ? { ...m, measuredC } : m)))}
              />
              <Button disabled={at !== null} onClick={() => void read(i)}>
                Read it
              </Button>
            </div>
          ))}
          <div className={css.row}>
            <Button
              disabled={dial.length >= 9}
              onClick={() => setDial([...dial, { mark: `mark ${dial.length + 1}`, measuredC: null }])}
            >
              Add a mark
            </Button>
            <Button disabled={dial.length <= 1} onClick={() => setDial(dial.slice(0, -1))}>
              Remove a mark
            </Button>
          </div>
          <Drop units={units} />
          {!rising && (
            <Note stop>Each mark must be hotter than the one before. Two readings may be swapped: measure again.</Note>
          )}
          {error && <Note stop>{error}</Note>}
          {where}
          <div className={css.row}>
            <Button onClick={onClose}>Cancel</Button>
            <Button
              look="go"
              disabled={!rising || dial.some((d) => d.mark.trim() === '') || at !== null}
              onClick={() => {
                const refused = keep(`measure ${iron.name}`, (mine) => {
                  mine.dial = dial.map((d) => ({ ...d }));
                });
                setError(refused);
                if (!refused) onClose();
              }}
            >
              Save these marks
            </Button>
          </div>
        </div>
        <Note>
          <p>A simulated iron with a thermometer, to try this on. Its dial is off, and you are not told how.</p>
          <FieldChoice
            label="Iron"
            value={String(which)}
            options={SIMULATED_IRONS.map((s, i) => ({ value: String(i), label: s.name }))}
            onChange={(v) => setWhich(Number(v))}
          />
          <svg viewBox={`0 0 ${w} 96`} className={css.readings} role="img" aria-label="Thermometer readings">
            {heatSpeech(units).ticksC.map((c) => (
              <g key={c}>
                <line x1="0" x2={w} y1={90 - ((c - 20) / 220) * 90} y2={90 - ((c - 20) / 220) * 90} />
                <text x={w - 2} y={88 - ((c - 20) / 220) * 90}>
                  {formatTemperature(c, units)}
                </text>
              </g>
            ))}
            {points.length > 1 && <polyline points={points.join(' ')} />}
          </svg>
          <p data-reading={last?.soleplateC ?? ''} data-settled={held ?? ''}>
            {last ? (
              <>
                <strong>{formatTemperature(last.soleplateC, units)}</strong> after {Math.floor(last.tS / 60)} min{' '}
                {Math.round(last.tS % 60)} s{last.heating ? ', heating' : ', light out'}
                {held !== null && `; holds ${formatTemperature(held, units)}`}
              </>
            ) : (
              'Nothing read yet.'
            )}
          </p>
          <p className={css.under}>
            A hot soleplate burns: use a thermometer on a stick or a tape, never a finger, and unplug the iron
            afterwards.
          </p>
        </Note>
      </div>
    </Dialog>
  );
}
