import { FieldChoice, Fold, NumberField, TextField } from '~/components';
import { FACES, FEELS, NEEDLES, PEELS, type Peel, type Swatch } from '~/core/keep/model';
import { FACE_WORDS, NEEDLE_WORDS, peelWords, SWATCH_FEEL } from '~/words';

/** What hands found of a scrap. */
export type Found = Pick<Swatch, 'face' | 'feel' | 'needle' | 'washes' | 'note'> & { readonly peel: Peel | null };
export const NOTHING_FOUND: Found = { peel: null, face: 'clean', feel: null, needle: null, washes: 0, note: '' };

/** The questions that a cold scrap answers: how it peels, how it looks, how it feels, how a needle goes through. */
export function Questions({
  stage,
  found,
  onChange,
}: {
  stage: Swatch['stage'];
  found: Found;
  onChange: (found: Found) => void;
}) {
  return (
    <>
      <FieldChoice
        label="Pull at a corner, slowly"
        value={found.peel === null ? null : String(found.peel)}
        options={PEELS.map((p) => ({ value: String(p), label: peelWords(stage, p) }))}
        onChange={(p) => onChange({ ...found, peel: PEELS.find((x) => String(x) === p) ?? null })}
      />
      <FieldChoice
        label="The front, by daylight"
        value={found.face}
        options={FACES.map((value) => ({ value, label: FACE_WORDS[value] }))}
        onChange={(face) => onChange({ ...found, face })}
      />
      <Fold
        label="Feel, needle, wash"
        says={[
          found.feel ? SWATCH_FEEL[found.feel] : 'feel not noted',
          found.needle ? NEEDLE_WORDS[found.needle] : 'not sewn',
          found.washes > 0 ? 'washed' : 'not washed',
        ]}
      >
        <FieldChoice
          label="How it feels"
          value={found.feel}
          options={FEELS.map((value) => ({ value, label: SWATCH_FEEL[value] }))}
          onChange={(feel) => onChange({ ...found, feel })}
        />
        <FieldChoice
          label="How a needle goes through"
          value={found.needle}
          options={NEEDLES.map((value) => ({ value, label: NEEDLE_WORDS[value] }))}
          onChange={(needle) => onChange({ ...found, needle })}
        />
        <NumberField
          label="Times washed"
          unit=""
          value={found.washes}
          min={0}
          max={999}
          onChange={(washes) => onChange({ ...found, washes: Math.round(washes) })}
        />
      </Fold>
      <TextField label="Note" value={found.note} maxLength={2000} onChange={(note) => onChange({ ...found, note })} />
    </>
  );
}
