import { useState } from 'react';
import { Button, Dialog, MaybeTemperatureField, Note, Select } from '~/components';
import type { DisplayUnits } from '~/core/base/units';
import { FIRST_S } from '~/core/choose/learn';
import { toldMarks } from '~/core/choose/press';
import type { DrawerContents } from '~/core/keep/drawer';
import { COVERS, newId, STAGES, type Stage, SURFACES, type Swatch } from '~/core/keep/model';
import { attempt, changeBook, nowMs } from '~/store';
import { coverName, markWords, peelWords, surfaceName, swatchTitle, upper } from '~/words';
import { PhotoField } from '../drawer/PhotoField';
import css from './Book.module.css';
import { Count } from './Count';
import { type Found, NOTHING_FOUND, Questions } from './Questions';

const STAGE_WORDS: { readonly [S in Stage]: string } = { bond: 'Fabric on fabric', fuse: 'Web on fabric' };
const NONE = '';
const chosen = <T extends { readonly id: string }>(list: readonly T[], id: string): T | undefined =>
  list.find((t) => t.id === id);
const options = (list: readonly { readonly id: string; readonly name: string }[]) => [
  { value: NONE, label: 'Choose …' },
  ...list.map((t) => ({ value: t.id, label: t.name || 'unnamed' })),
];

/** A swatch put in by hand: of what lies in the Drawer, at a mark of an iron, for so many seconds, and what was found. */
export function NewSwatchDialog({
  drawer,
  units,
  onClose,
}: {
  drawer: DrawerContents;
  units: DisplayUnits;
  onClose: () => void;
}) {
  const { fabrics, webs, irons } = drawer;
  const [stage, setStage] = useState<Stage>('bond');
  const [fabricId, setFabricId] = useState(NONE);
  const [ontoId, setOntoId] = useState(NONE);
  const [webId, setWebId] = useState(NONE);
  // One iron is no choice.
  const [ironId, setIronId] = useState(irons.length === 1 ? (irons[0]?.id ?? NONE) : NONE);
  const [mark, setMark] = useState(NONE);
  const [heatC, setHeatC] = useState<number | null>(null);
  const [cover, setCover] = useState<Swatch['cover']>('none');
  const [surface, setSurface] = useState<Swatch['surface']>('ironing-board');
  const [steam, setSteam] = useState<'off' | 'on'>('off');
  const [seconds, setSeconds] = useState(FIRST_S);
  const [found, setFound] = useState<Found>(NOTHING_FOUND);
  const [pictureId, setPictureId] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const iron = chosen(irons, ironId);
  const fabric = chosen(fabrics, fabricId);
  const onto = chosen(fabrics, ontoId);
  const web = chosen(webs, webId);
  const marks = iron ? toldMarks(iron) : [];
  const missing = [
    !fabric && 'the fabric',
    stage === 'bond' && !onto && 'what it lies on',
    !web && 'the web',
    !iron && 'the iron',
    marks.length > 0 && mark === NONE && 'the mark',
    marks.length === 0 && heatC === null && 'the heat',
    found.peel === null && 'how it peels',
  ].filter((m): m is string => m !== false);
  const keep = async (): Promise<void> => {
    if (missing.length > 0 || !fabric || !web || !iron || found.peel === null) return;
    const swatch: Swatch = {
      id: newId(),
      stage,
      fabric: { ...fabric, photo: null },
      onto: stage === 'bond' && onto ? [{ ...onto, photo: null }] : [],
      web,
      pile: null,
      ironId: iron.id,
      iron,
      mark: marks.length > 0 ? mark : null,
      heatC: marks.length > 0 ? null : heatC,
      cover,
      surface,
      leanN: iron.leanN,
      steam: steam === 'on',
      side: 'face',
      seconds,
      atMs: nowMs(),
      from: 'scrap',
      pictureId,
      aside: false,
      ...found,
      peel: found.peel,
    };
    const kept = await attempt(() =>
      changeBook(`add a swatch of ${swatchTitle(swatch)}`, new Map([[swatch.id, swatch]])),
    );
    if (kept.ok) onClose();
    else setTrouble(kept.words);
  };
  return (
    <Dialog title="Add a swatch" wide onClose={onClose}>
      {fabrics.length === 0 || webs.length === 0 || irons.length === 0 ? (
        <Note stop>A swatch is of a fabric, a web and an iron of the Drawer. Add those there first.</Note>
      ) : (
        <div className={css.try}>
          <section>
            <div className={css.fields}>
              <Select
                label="What was pressed"
                value={stage}
                options={STAGES.map((value) => ({ value, label: STAGE_WORDS[value] }))}
                onChange={setStage}
              />
              <Select label="Fabric" value={fabricId} options={options(fabrics)} onChange={setFabricId} />
              {stage === 'bond' && <Select label="On" value={ontoId} options={options(fabrics)} onChange={setOntoId} />}
              <Select label="Web" value={webId} options={options(webs)} onChange={setWebId} />
              <Select
                label="Iron"
                value={ironId}
                options={options(irons)}
                onChange={(id) => {
                  setIronId(id);
                  setMark(NONE);
                }}
              />
              {iron && marks.length > 0 && (
                <Select
                  label="Mark"
                  value={mark}
                  options={[
                    { value: NONE, label: 'Choose …' },
                    ...marks.map((m) => ({ value: m.mark, label: upper(markWords(m.mark)) })),
                  ]}
                  onChange={setMark}
                />
              )}
              {iron && marks.length === 0 && (
                <MaybeTemperatureField
                  label="Heat set"
                  units={units}
                  value={heatC}
                  min={40}
                  max={300}
                  onChange={setHeatC}
                />
              )}
              <Around
                cover={cover}
                surface={surface}
                steam={steam}
                onCover={setCover}
                onSurface={setSurface}
                onSteam={setSteam}
              />
            </div>
            <Count plannedS={FIRST_S} countedS={seconds} onCounted={setSeconds} />
            <Note>The iron burns: set it on its heel, never leave it alone.</Note>
          </section>
          <section>
            <p>Let it get cold to the hand. Then:</p>
            <Questions stage={stage} found={found} onChange={setFound} />
            <Photo pictureId={pictureId} onChange={setPictureId} drawer={drawer} />
            {trouble && <Note stop>{trouble}</Note>}
            <div className={css.buttons}>
              <Button onClick={onClose}>Cancel</Button>
              <Button look="go" disabled={missing.length > 0} onClick={() => void keep()}>
                Pin it in
              </Button>
            </div>
            {missing.length > 0 && <p className={css.under}>Still to say: {missing.join(', ')}.</p>}
          </section>
        </div>
      )}
    </Dialog>
  );
}

/** What lay between, on what, and whether there was steam. */
const Around = ({
  cover,
  surface,
  steam,
  onCover,
  onSurface,
  onSteam,
}: Pick<Swatch, 'cover' | 'surface'> & {
  steam: 'off' | 'on';
  onCover: (cover: Swatch['cover']) => void;
  onSurface: (surface: Swatch['surface']) => void;
  onSteam: (steam: 'off' | 'on') => void;
}) => (
  <>
    <Select
      label="Between iron and scrap"
      value={cover}
      options={COVERS.map((value) => ({
        value,
        label: value === 'none' ? 'Nothing' : upper(coverName(value)),
      }))}
      onChange={onCover}
    />
    <Select
      label="Pressed on"
      value={surface}
      options={SURFACES.map((value) => ({ value, label: upper(surfaceName(value)) }))}
      onChange={onSurface}
    />
    <Select
      label="Steam"
      value={steam}
      options={[
        { value: 'off', label: 'Off' },
        { value: 'on', label: 'On' },
      ]}
      onChange={onSteam}
    />
  </>
);

const Photo = ({
  drawer,
  pictureId,
  onChange,
}: {
  drawer: DrawerContents;
  pictureId: string | null;
  onChange: (id: string | null) => void;
}) => <PhotoField label="Add a photo" pictures={drawer.pictures} pictureId={pictureId} onChange={onChange} />;

/** A swatch that is in the book: what was found can be said again, it can be set aside, or taken out. */
export function SwatchDialog({
  swatch,
  drawer,
  contradicts,
  about,
  onClose,
}: {
  swatch: Swatch;
  drawer: DrawerContents;
  contradicts: boolean;
  /** How it was pressed, in words. */
  about: readonly string[];
  onClose: () => void;
}) {
  const [found, setFound] = useState<Found>({
    peel: swatch.peel,
    face: swatch.face,
    feel: swatch.feel,
    needle: swatch.needle,
    washes: swatch.washes,
    note: swatch.note,
  });
  const [pictureId, setPictureId] = useState(swatch.pictureId);
  const [trouble, setTrouble] = useState<string | null>(null);
  const lay = async (words: string, after: Swatch | undefined): Promise<void> => {
    const kept = await attempt(() => changeBook(`${words} ${swatchTitle(swatch)}`, new Map([[swatch.id, after]])));
    if (kept.ok) onClose();
    else setTrouble(kept.words);
  };
  const now: Swatch = { ...swatch, ...found, peel: found.peel ?? swatch.peel, pictureId };
  return (
    <Dialog title={swatchTitle(swatch)} onClose={onClose}>
      <ul>
        {about.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {contradicts && (
        <Note actions={<Button onClick={() => void lay('set aside', { ...now, aside: true })}>Set it aside</Button>}>
          The other swatches say something else. A wrong mark, a cold iron or another web explains it? Then set it
          aside.
        </Note>
      )}
      {swatch.from === 'board' ? (
        <p>Seen at the board: {swatch.peel >= 2 ? 'it held' : peelWords(swatch.stage, swatch.peel).toLowerCase()}.</p>
      ) : (
        <>
          <Questions stage={swatch.stage} found={found} onChange={setFound} />
          <Photo pictureId={pictureId} onChange={setPictureId} drawer={drawer} />
        </>
      )}
      {trouble && <Note stop>{trouble}</Note>}
      <div className={css.buttons}>
        {/* What was seen at the board would come back with its project: it is set aside. */}
        {swatch.from === 'scrap' && (
          <Button look="stop" onClick={() => void lay('delete', undefined)}>
            Take it out
          </Button>
        )}
        <Button onClick={() => void lay(swatch.aside ? 'use again' : 'set aside', { ...now, aside: !swatch.aside })}>
          {swatch.aside ? 'Use it again' : 'Set it aside'}
        </Button>
        <Button look="go" onClick={() => void lay('change', now)}>
          Save
        </Button>
      </div>
    </Dialog>
  );
}
