import { ArrowLeft, ArrowRight, Plus } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import {
  Button,
  ButtonLink,
  ClothSwatch,
  EDGE_OPTIONS,
  FieldChoice,
  LAUNDERING_OPTIONS,
  LengthField,
  Note,
  TextField,
  UNIT_OPTIONS,
} from '~/components';
import { formatLength } from '~/core/base/units';
import {
  type StartAnswers,
  THING_IDS,
  THINGS,
  type ThingId,
  UNMEASURED_IRON,
  type UsedLast,
  usualGround,
  usualIron,
} from '~/core/intake/start';
import { type DrawerContents, newCloth } from '~/core/keep/drawer';
import { type Fabric, LIMITS, newId, type Project } from '~/core/keep/model';
import { attempt, beginProject, readUnits, readUsedLast, rememberUnits, seedDemo, useDrawer } from '~/store';
import { Frame } from '../app/Frame';
import { NewClothFields, USUAL_CLOTH } from '../cloth/NewClothFields';
import { addressOf } from '../project/stations';
import { Growing } from './Growing';
import css from './Start.module.css';
import { ThingDrawing } from './ThingDrawing';

const STEPS = ['thing', 'size', 'ground', 'washed', 'edge', 'iron'] as const;
type Step = (typeof STEPS)[number];
/** A ground narrower than this is rarely meant: a size typed in other units is likelier. */
const SMALL_MM = 50;
/** What can be left for later: the others always have an answer. */
const LATER: readonly Step[] = ['washed', 'edge', 'iron'];

/** Starting a project: one question after another, with the thing growing beside them. */
export function Start() {
  return (
    <Frame what="the start of a project">
      <Table />
    </Frame>
  );
}

function Table() {
  const drawer = useDrawer();
  const [known, setKnown] = useState<{ last: UsedLast; units: Project['units'] } | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    const read = async () => {
      await seedDemo();
      return { last: await readUsedLast(), units: await readUnits() };
    };
    void attempt(read, undefined, (late) => {
      setFailed(null);
      setKnown(late);
    }).then((r) => (r.ok ? setKnown(r.value) : setFailed(r.words)));
  }, []);
  if (failed)
    return (
      <main className={css.page}>
        <Note stop>{failed} Until then no project can be begun here.</Note>
        <ButtonLink href="/">To my projects</ButtonLink>
      </main>
    );
  if (!drawer || !known) return <p className={css.wait}>Clearing the table …</p>;
  return <Conversation drawer={drawer} {...known} />;
}

function Conversation({ drawer, last, units }: { drawer: DrawerContents; last: UsedLast; units: Project['units'] }) {
  const [step, setStep] = useState<Step>('thing');
  const [said, setSaid] = useState<StartAnswers>(() => {
    const [size] = THINGS.picture.sizes;
    return {
      thing: 'picture',
      name: '',
      units,
      widthMm: size.widthMm,
      heightMm: size.heightMm,
      ground: usualGround('picture', drawer, last),
      laundering: null,
      edge: null,
      ironId: null,
    };
  });
  /** Chosen by hand: no longer moved along with what is made. */
  const [own, setOwn] = useState<{ readonly size: boolean; readonly ground: boolean }>({ size: false, ground: false });
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const heading = useRef<HTMLHeadingElement>(null);
  const thing = THINGS[said.thing];
  const say = (more: Partial<StartAnswers>): void => setSaid((s) => ({ ...s, ...more }));
  const place = STEPS.indexOf(step);

  // Whoever hears the page is told the next question.
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the question changes
  useEffect(() => heading.current?.focus(), [step]);

  const pickThing = (id: ThingId): void => {
    const [size] = THINGS[id].sizes;
    say({
      thing: id,
      ...(own.size ? {} : { widthMm: size.widthMm, heightMm: size.heightMm }),
      ...(own.ground ? {} : { ground: usualGround(id, drawer, last) }),
    });
  };
  const finish = async (answers: StartAnswers): Promise<void> => {
    if (busy) return;
    setBusy(true);
    const begun = await attempt(() => beginProject(answers));
    setBusy(false);
    if (!begun.ok) {
      setTrouble(begun.words);
      return;
    }
    window.location.assign(addressOf(begun.value, 'pattern') + (thing.first ? `#${thing.first}` : ''));
  };
  // What was said last, also to what was asked to run before it was said.
  const now = useRef(said);
  now.current = said;
  const goOn = (): void => {
    const next = STEPS[place + 1];
    if (next) setStep(next);
    else void finish(now.current);
  };
  const irons = drawer.irons.length > 0 ? drawer.irons : [UNMEASURED_IRON];
  const usual = usualIron(drawer.irons, last) ?? UNMEASURED_IRON;

  const questions: {
    readonly [S in Step]: { readonly title: string; readonly lead: string; readonly body: ReactNode };
  } = {
    thing: {
      title: 'What will it be?',
      lead: 'The rest follows from this, and everything can be changed later.',
      body: (
        <>
          <fieldset className={css.things}>
            <legend className="visually-hidden">What will it be?</legend>
            {THING_IDS.map((id) => (
              <label key={id} className={css.thing} data-thing={id}>
                <input type="radio" name="thing" checked={said.thing === id} onChange={() => pickThing(id)} />
                <ThingDrawing thing={id} />
                <span>
                  <strong>{THINGS[id].name}</strong>
                  <span>{THINGS[id].says}</span>
                </span>
              </label>
            ))}
          </fieldset>
          <TextField label="Call it (if you know already)" value={said.name} onChange={(name) => say({ name })} />
        </>
      ),
    },
    size: {
      title: 'How big is it?',
      lead: 'The finished size, without seams. Take one people use, or measure yours.',
      body: (
        <>
          <FieldChoice
            label="A size people use"
            value={thing.sizes.find((s) => s.widthMm === said.widthMm && s.heightMm === said.heightMm)?.name ?? null}
            options={thing.sizes.map((s) => ({ value: s.name, label: s.name }))}
            onChange={(name) => {
              const size = thing.sizes.find((s) => s.name === name);
              if (size) say({ widthMm: size.widthMm, heightMm: size.heightMm });
              setOwn({ ...own, size: true });
            }}
          />
          <div className={css.pair}>
            {(['widthMm', 'heightMm'] as const).map((side) => (
              <LengthField
                key={side}
                label={side === 'widthMm' ? 'Wide' : 'High'}
                units={said.units}
                min={LIMITS.groundMinMm}
                max={LIMITS.reachMm}
                value={said[side]}
                onChange={(mm) => {
                  say({ [side]: mm });
                  setOwn({ ...own, size: true });
                }}
              />
            ))}
          </div>
          {own.size && Math.min(said.widthMm, said.heightMm) < SMALL_MM && (
            <Note>
              {formatLength(Math.min(said.widthMm, said.heightMm), said.units)} is no wider than three fingers. If you
              meant other units, type them along, as in {said.units === 'mm' ? '14 in or 14 cm' : '14 ft or 1 yd'}.
            </Note>
          )}
          <FieldChoice
            label="Numbers in"
            value={said.units}
            options={UNIT_OPTIONS}
            onChange={(v) => {
              say({ units: v });
              rememberUnits(v);
            }}
          />
        </>
      ),
    },
    ground: {
      title: thing.liesOn,
      lead: 'A cloth of the drawer, or a new one in three words.',
      body: (
        <GroundQuestion
          key={said.thing}
          drawer={drawer}
          value={said.ground}
          onChange={(ground) => {
            say({ ground });
            setOwn({ ...own, ground: true });
          }}
        />
      ),
    },
    washed: {
      title: 'Will it be washed?',
      lead: 'It decides how firmly pieces are held, and whether their edges want a stitch.',
      body: (
        <FieldChoice
          label="Washed"
          value={said.laundering}
          options={LAUNDERING_OPTIONS}
          onChange={(laundering) => say({ laundering })}
        />
      ),
    },
    edge: {
      title: 'How is its edge done?',
      lead: 'A stitch wants a web the needle likes; no stitch wants one that holds alone.',
      body: <FieldChoice label="Edge" value={said.edge} options={EDGE_OPTIONS} onChange={(edge) => say({ edge })} />,
    },
    iron: {
      title: 'Which iron?',
      lead: 'A mark on a dial is no temperature: an iron that was measured gives truer seconds.',
      body: (
        <FieldChoice
          label="Iron"
          value={said.ironId ?? null}
          options={irons.map((i) => ({
            value: i.id,
            label: `${i.name}${i.dial.length > 0 ? ', measured' : ''}${i.id === usual.id && last.bench ? ' (used last)' : ''}`,
          }))}
          onChange={(ironId) => say({ ironId })}
        />
      ),
    },
  };
  const { title, lead, body } = questions[step];
  const unanswered =
    (step === 'washed' && said.laundering === null) ||
    (step === 'edge' && said.edge === null) ||
    (step === 'iron' && said.ironId === null);

  return (
    <main className={css.page}>
      <header className={css.head}>
        <ButtonLink look="plain" href="/" icon={<ArrowLeft size={22} />} label="All projects" />
        <p className={css.where}>
          A new project
          <span className="visually-hidden">
            : question {place + 1} of {STEPS.length}
          </span>
        </p>
        <svg className={css.stitches} viewBox={`0 0 ${STEPS.length * 34} 10`} aria-hidden="true">
          {STEPS.map((s, i) => (
            <line key={s} x1={i * 34 + 3} x2={i * 34 + 27} y1="5" y2="5" data-done={i <= place} />
          ))}
        </svg>
      </header>
      <div className={css.split}>
        <form
          className={css.question}
          onSubmit={(e) => {
            e.preventDefault();
            whenUnderstood(e.currentTarget, goOn);
          }}
        >
          <h1 ref={heading} tabIndex={-1}>
            {title}
          </h1>
          <p className={css.lead}>{lead}</p>
          {body}
          {trouble && <Note stop>{trouble} What you answered is still here: try again.</Note>}
          <div className={css.end}>
            {place > 0 && (
              <Button icon={<ArrowLeft size={20} />} onClick={() => setStep(STEPS[place - 1] ?? 'thing')}>
                Back
              </Button>
            )}
            <Button look="go" type="submit" disabled={busy} icon={<ArrowRight size={20} />}>
              {place === STEPS.length - 1
                ? 'Lay it out'
                : unanswered && LATER.includes(step)
                  ? 'Leave it for later'
                  : 'Go on'}
            </Button>
            {place > 0 && place < STEPS.length - 1 && (
              <Button
                look="plain"
                disabled={busy}
                onClick={(e) =>
                  e.currentTarget.form && whenUnderstood(e.currentTarget.form, () => void finish(now.current))
                }
              >
                That is enough: start
              </Button>
            )}
          </div>
        </form>
        <Growing said={said} />
      </div>
    </main>
  );
}

/** Goes on, once every field has taken in what was typed: what is not understood keeps one here. */
function whenUnderstood(form: HTMLFormElement, goOn: () => void): void {
  // A field takes it in when it is left.
  if (document.activeElement instanceof HTMLInputElement) document.activeElement.blur();
  setTimeout(() => {
    const wrong = form.querySelector<HTMLElement>('[aria-invalid="true"]');
    if (wrong) wrong.focus();
    else goOn();
  });
}

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
    onChange(newCloth(id, next, taken));
  };
  return (
    <>
      {!fresh && (
        <fieldset className={css.cloths}>
          <legend className="visually-hidden">A cloth of the drawer</legend>
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
          {fresh ? 'From the drawer instead' : 'New cloth'}
        </Button>
      </div>
    </>
  );
}
