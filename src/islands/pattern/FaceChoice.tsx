import { useEffect, useId, useState } from 'react';
import { type Axis, FACES, type SetWord } from '~/core/intake/lettering';
import { newWord, type Word } from '~/core/keep/model';
import type { OwnFace } from '~/workers';
import css from './Dialogs.module.css';
import { useSetter, WORD_MS } from './useSetter';

const samples = new Map<string, SetWord>();

/** Each face by a sample in its own outlines. */
export function FaceChoice({
  value,
  own,
  onChange,
}: {
  value: string;
  own: readonly OwnFace[];
  onChange: (id: string, axes: Word['axes']) => void;
}) {
  const thread = useSetter();
  const name = useId();
  const [, draw] = useState(0);
  useEffect(() => {
    let gone = false;
    void (async () => {
      for (const face of [...FACES, ...own]) {
        if (samples.has(face.id)) continue;
        if (gone) return;
        const ownFace = own.find((o) => o.id === face.id) ?? null;
        const facts = await thread
          .run(async (api) => await api.aboutFace(face.id, face.name, ownFace), WORD_MS)
          .catch(() => null);
        if (!facts) continue;
        const word = newWord({
          id: 's',
          text: facts.sample,
          faceId: face.id,
          axes: 'at' in face ? { ...face.at } : {},
          fabricId: 's',
          size: { by: 'cap', capMm: 20 },
        });
        const set = await thread
          .run(async (api) => await api.setWord(word, face.name, ownFace), WORD_MS)
          .catch(() => null);
        if (set?.ok) samples.set(face.id, set.word);
        if (!gone) draw((n) => n + 1);
      }
    })();
    return () => {
      gone = true;
    };
  }, [own, thread]);
  return (
    <fieldset className={css.faces}>
      <legend>Typeface, easiest to cut first</legend>
      {[...FACES, ...own.map((o) => ({ id: o.id, name: o.name, note: 'your own', at: undefined }))].map((face) => {
        const sample = samples.get(face.id);
        const b = sample?.bounds;
        return (
          <label key={face.id} className={css.face} title={face.note}>
            <input
              type="radio"
              name={name}
              value={face.id}
              checked={face.id === value}
              onChange={() => onChange(face.id, { ...face.at })}
            />
            <svg
              aria-hidden="true"
              preserveAspectRatio="xMinYMid meet"
              viewBox={b ? `${b.minX} ${b.minY} ${b.maxX - b.minX} ${b.maxY - b.minY}` : '0 0 10 10'}
            >
              {sample?.letters.map((l) => (
                <path key={l.char} d={l.outline} transform={`translate(${l.at.xMm} 0)`} fillRule="evenodd" />
              ))}
            </svg>
            <span>{face.name}</span>
          </label>
        );
      })}
    </fieldset>
  );
}

/** Our words for the axes that are registered (OpenType 1.9); any other has its own name in the file. */
const AXIS_WORDS: Readonly<Record<string, string>> = {
  wght: 'Weight: how thick its strokes are',
  wdth: 'Width: how broad its letters are',
  slnt: 'Slant: how far its letters lean',
  ital: 'Italic',
  opsz: 'Optical size, in points',
};
const STEPS = 100;

/** How a variable face is set; nothing for one that has a single form. */
export function AxisFields({
  word,
  faceName,
  own,
  thread,
  onChange,
}: {
  word: Pick<Word, 'faceId' | 'axes'>;
  faceName: string;
  own: OwnFace | null;
  /** The one that sets the word: it has read the face already. */
  thread: ReturnType<typeof useSetter>;
  onChange: (axes: Word['axes']) => void;
}) {
  const [axes, setAxes] = useState<{ faceId: string; list: readonly Axis[] } | null>(null);
  const { faceId } = word;
  useEffect(() => {
    let gone = false;
    void thread
      .run(async (api) => await api.aboutFace(faceId, faceName, own), WORD_MS)
      .catch(() => null)
      .then((facts) => {
        if (!gone) setAxes({ faceId, list: facts?.axes ?? [] });
      });
    return () => {
      gone = true;
    };
  }, [faceId, faceName, own, thread]);
  if (axes?.faceId !== faceId) return null;
  return axes.list.map((axis) => (
    <label key={axis.tag} className={css.range}>
      {AXIS_WORDS[axis.tag] ?? axis.name ?? axis.tag}
      <input
        type="range"
        min={axis.min}
        max={axis.max}
        step={axis.max - axis.min >= STEPS ? 1 : (axis.max - axis.min) / STEPS}
        value={Math.min(axis.max, Math.max(axis.min, word.axes[axis.tag] ?? axis.usual))}
        onChange={(e) => onChange({ ...word.axes, [axis.tag]: Number(e.target.value) })}
      />
    </label>
  ));
}
