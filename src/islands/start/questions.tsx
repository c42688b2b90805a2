import { ArrowLeft, Plus } from 'lucide-react';
import { type ComponentType, useState } from 'react';
import {
  Button,
  ClothSwatch,
  EDGE_OPTIONS,
  FieldChoice,
  LAUNDERING_OPTIONS,
  LengthField,
  Note,
  TextField,
  UNIT_OPTIONS,
} from '~/components';
import { formatLength, formatSize } from '~/core/base/units';
import { isMeasured } from '~/core/choose/press';
import {
  asksSource,
  COMMON_THINGS,
  SOURCES,
  type Source,
  type StartAnswers,
  seamAsked,
  THING_IDS,
  THINGS,
  UNMEASURED_IRON,
  type UsedLast,
  usualIron,
} from '~/core/intake/start';
import { type DrawerContents, newCloth } from '~/core/keep/drawer';
import { type Fabric, LIMITS, newId } from '~/core/keep/model';
import { rememberUnits } from '~/store';
import { colourAndKind, THING_WORDS } from '~/words';
import { NewClothFields, USUAL_CLOTH } from '../cloth/NewClothFields';
import { OwnIron } from './OwnIron';
import css from './Start.module.css';
import { ThingDrawing } from './ThingDrawing';
import type { Answers } from './useAnswers';

export const STEPS = ['thing', 'size', 'ground', 'washed', 'edge', 'iron'] as const;
export type Step = (typeof STEPS)[number];
/** A ground narrower than this is rarely meant: a size typed in other units is likelier. */
const SMALL_MM = 50;
/** A seam is no wider than this. */
const MOST_SEAM_MM = 200;
/** How what it lies on comes about, as a choice. */
const SOURCE_WORDS: { readonly [S in Source]: string } = {
  cut: 'I cut it from fabric',
  here: 'ready-made, I have it',
  buy: 'ready-made, to buy',
};

interface Asked {
  readonly answers: Answers;
  readonly drawer: DrawerContents;
  readonly last: UsedLast;
}

function ThingQuestion({ answers: { said, say, pickThing } }: Asked) {
  const [all, setAll] = useState(THING_IDS.indexOf(said.thing) >= COMMON_THINGS);
  return (
    <>
      <fieldset className={css.things}>
        <legend className="visually-hidden">What will it be?</legend>
        {(all ? THING_IDS : THING_IDS.slice(0, COMMON_THINGS)).map((id) => (
          <label key={id} className={css.thing} data-thing={id}>
            <input type="radio" name="thing" checked={said.thing === id} onChange={() => pickThing(id)} />
            <ThingDrawing thing={id} />
            <span>
              <strong>{THING_WORDS[id].name}</strong>
              <span>{THING_WORDS[id].says}</span>
            </span>
          </label>
        ))}
      </fieldset>
      {!all && (
        <div>
          <Button look="plain" icon={<Plus size={18} />} onClick={() => setAll(true)}>
            More things
          </Button>
        </div>
      )}
      <TextField label="Name (if you know it already)" value={said.name} onChange={(name) => say({ name })} />
    </>
  );
}

function SizeQuestion({ answers: { said, say, sized, ownSize } }: Asked) {
  const { sizes } = THINGS[said.thing];
  const seamMm = seamAsked(said);
  return (
    <>
      <FieldChoice
        label="Common sizes"
        value={sizes.find((s) => s.widthMm === said.widthMm && s.heightMm === said.heightMm)?.name ?? null}
        options={sizes.map((s) => ({ value: s.name, label: s.name }))}
        onChange={(name) => {
          const size = sizes.find((s) => s.name === name);
          sized(size ? { widthMm: size.widthMm, heightMm: size.heightMm, seamMm: size.seamMm ?? 0 } : {});
        }}
      />
      <div className={css.pair}>
        {(['widthMm', 'heightMm'] as const).map((side) => (
          <LengthField
            key={side}
            label={THING_WORDS[said.thing].sides[side === 'widthMm' ? 0 : 1]}
            units={said.units}
            min={LIMITS.groundMinMm}
            max={LIMITS.reachMm}
            value={said[side]}
            onChange={(mm) => sized({ [side]: mm })}
          />
        ))}
        {seamMm !== null && (
          <LengthField
            label="Seam allowance, outside"
            units={said.units}
            min={0}
            max={Math.min(MOST_SEAM_MM, Math.min(said.widthMm, said.heightMm) / 2)}
            value={seamMm}
            onChange={(mm) => sized({ seamMm: mm })}
          />
        )}
      </div>
      {seamMm !== null && seamMm > 0 && (
        <p className={css.lead}>Cut {formatSize(said.widthMm + 2 * seamMm, said.heightMm + 2 * seamMm, said.units)}.</p>
      )}
      {ownSize && Math.min(said.widthMm, said.heightMm) < SMALL_MM && (
        <Note>
          {formatLength(Math.min(said.widthMm, said.heightMm), said.units)} is no wider than three fingers. If you meant
          other units, type them too, as in {said.units === 'mm' ? '14 in or 1 m' : '14 ft or 1 yd'}.
        </Note>
      )}
      <FieldChoice
        label="Lengths in"
        value={said.units}
        options={UNIT_OPTIONS}
        onChange={(v) => {
          say({ units: v });
          rememberUnits(v);
        }}
      />
    </>
  );
}

const IronQuestion = ({ answers: { said, say }, drawer, last }: Asked) => {
  const there = drawer.irons.length > 0 ? drawer.irons : [UNMEASURED_IRON];
  const usual = usualIron(drawer.irons, last) ?? UNMEASURED_IRON;
  const irons = said.newIron ? [...there, said.newIron] : there;
  const chosen = irons.find((i) => i.id === said.ironId);
  return (
    <>
      <FieldChoice
        label="Iron"
        value={said.ironId ?? null}
        options={irons.map((i) => ({
          value: i.id,
          label: `${i.name}${isMeasured(i) ? ', measured' : ''}${i.id === usual.id && last.bench ? ' (used last)' : ''}`,
        }))}
        onChange={(ironId) => say({ ironId })}
      />
      <OwnIron
        irons={there}
        iron={said.newIron}
        onChange={(newIron) => say({ newIron, ironId: newIron?.id ?? null })}
      />
      {chosen && !isMeasured(chosen) && (
        <Note>
          Nobody has measured this one. Its seconds are set so that they hold for nine irons in ten. Measure it in Press
          with a thermometer, and they get shorter.
        </Note>
      )}
    </>
  );
};

/** The questions, in the words they are asked in. @property unanswered of what can be left for later, whether it is */
export const QUESTIONS: {
  readonly [S in Step]: {
    readonly title: string | ((said: StartAnswers) => string);
    readonly lead: string | ((said: StartAnswers) => string);
    readonly Body: ComponentType<Asked>;
    readonly unanswered?: (said: StartAnswers) => boolean;
  };
} = {
  thing: {
    title: 'What will it be?',
    lead: 'The rest follows from this. You can change everything later.',
    Body: ThingQuestion,
  },
  size: {
    title: (said) => THING_WORDS[said.thing].howBig,
    lead: ({ thing }) =>
      `${asksSource(thing) ? 'The finished size, without seams. ' : ''}Choose a common ${asksSource(thing) ? 'one' : 'size'}, or measure yours.`,
    Body: SizeQuestion,
  },
  ground: {
    title: (said) => THING_WORDS[said.thing].liesOn,
    lead: 'A fabric from the Drawer, or a new one in three words.',
    Body: ({ answers: { said, say, groundOf }, drawer }) => (
      <>
        {asksSource(said.thing) && (
          <FieldChoice
            label="It is"
            value={said.source}
            options={SOURCES.map((value) => ({ value, label: SOURCE_WORDS[value] }))}
            onChange={(source) => say({ source })}
          />
        )}
        <GroundQuestion key={said.thing} drawer={drawer} value={said.ground} onChange={groundOf} />
      </>
    ),
  },
  washed: {
    title: 'Will it be washed?',
    lead: 'It decides how firmly pieces are held, and whether to stitch their edges.',
    Body: ({ answers: { said, say } }) => (
      <FieldChoice
        label="Washed"
        value={said.laundering}
        options={LAUNDERING_OPTIONS}
        onChange={(laundering) => say({ laundering })}
      />
    ),
    unanswered: (said) => said.laundering === null,
  },
  edge: {
    title: 'What edge finish?',
    lead: 'Stitching needs a web that a needle goes through. A raw edge needs one that holds alone.',
    Body: ({ answers: { said, say } }) => (
      <FieldChoice label="Edge" value={said.edge} options={EDGE_OPTIONS} onChange={(edge) => say({ edge })} />
    ),
    unanswered: (said) => said.edge === null,
  },
  iron: {
    title: 'Which iron?',
    lead: 'A mark is not a temperature: a measured iron gives truer seconds.',
    Body: IronQuestion,
    unanswered: (said) => said.ironId === null,
  },
};

/** The ground's cloth: the Drawer's, or a new one in three answers. */
function GroundQuestion({
  drawer,
  value,
  onChange,
}: {
  drawer: DrawerContents;
  value: Fabric;
  onChange: (cloth: Fabric) => void;
}) {
  const isNew = !drawer.fabrics.some((f) => f.id === value.id);
  const [fresh, setFresh] = useState(isNew && drawer.fabrics.length > 0);
  const [cloth, setCloth] = useState({ ...USUAL_CLOTH });
  const [id] = useState(newId);
  const taken = drawer.fabrics.map((f) => f.name);
  const take = (next: typeof cloth): void => {
    setCloth(next);
    onChange(newCloth(id, next, taken, colourAndKind));
  };
  return (
    <>
      {!fresh && (
        <fieldset className={css.cloths}>
          <legend className="visually-hidden">A fabric from the Drawer</legend>
          {[...(isNew ? [value] : []), ...drawer.fabrics].map((f) => (
            <label key={f.id} className={css.cloth}>
              <input type="radio" name="ground" checked={f.id === value.id} onChange={() => onChange(f)} />
              <ClothSwatch fabric={f} pictures={drawer.pictures} size={40} />
              <span>{f.name}</span>
            </label>
          ))}
        </fieldset>
      )}
      {fresh && <NewClothFields cloth={cloth} onChange={take} onReadable={() => {}} />}
      <div>
        <Button
          icon={fresh ? <ArrowLeft size={18} /> : <Plus size={18} />}
          onClick={() => {
            if (!fresh) take(cloth);
            setFresh(!fresh);
          }}
        >
          {fresh ? 'From the Drawer instead' : 'New fabric'}
        </Button>
      </div>
    </>
  );
}
