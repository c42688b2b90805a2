import { ArrowLeft, Download, FolderInput, Plus, Printer } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Button, ButtonLink, Empty, lazily, Note, Select, TextField, Toast } from '~/components';
import type { DisplayUnits } from '~/core/base/units';
import type { BookTells, IronTells } from '~/core/choose/learn';
import { found, NOTHING_SOUGHT, type Sought, sideBySide } from '~/core/keep/book';
import type { DrawerContents } from '~/core/keep/drawer';
import { PEELS, type Swatch } from '~/core/keep/model';
import {
  attempt,
  exportBook,
  importBook,
  redoBook,
  seedDemo,
  undoBook,
  useBook,
  useBookHistory,
  useDrawer,
  useUnits,
} from '~/store';
import {
  counted,
  dayWords,
  flowWords,
  heat,
  markWords,
  peelWords,
  surfaceName,
  swatchSetting,
  swatchTitle,
  upper,
  warmer,
} from '~/words';
import { askOfBook } from '~/workers';
import { Frame } from '../app/Frame';
import { UndoRedo } from '../app/UndoRedo';
import css from './Book.module.css';
import { NewSwatchDialog, SwatchDialog } from './SwatchDialog';
import { SwatchPicture } from './SwatchPicture';

// The chart is large: loaded when an iron has something to show.
const MarksChart = lazily('the chart of the iron', async () => (await import('./MarksChart')).MarksChart);

const LIMIT_MS = 20_000;
/** So many stand on a page at once. */
const PAGE = 60;

/** The maker's own book of swatches, and what they taught. */
export function Book() {
  return (
    <Frame what="the swatch book">
      <Pages />
    </Frame>
  );
}

/** What the book teaches, worked out in the thread; null until it is. */
function useTells(book: readonly Swatch[] | undefined, drawer: DrawerContents | undefined): BookTells | null {
  const [tells, setTells] = useState<BookTells | null>(null);
  useEffect(() => {
    if (!book || !drawer) return;
    let here = true;
    askOfBook(async (w) => await w.bookTells(book, drawer.irons), LIMIT_MS).then(
      (told) => here && setTells(told),
      () => undefined,
    );
    return () => {
      here = false;
    };
  }, [book, drawer]);
  return tells;
}

function Pages() {
  const book = useBook();
  const drawer = useDrawer();
  const units = useUnits();
  const tells = useTells(book, drawer);
  const [sought, setSought] = useState<Sought>(NOTHING_SOUGHT);
  const [shown, setShown] = useState(PAGE);
  const [adding, setAdding] = useState(false);
  const [open, setOpen] = useState<Swatch | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<readonly string[]>([]);
  const file = useRef<HTMLInputElement>(null);
  useEffect(() => {
    // The Drawer that swatches are of is laid out, whichever page is opened first.
    void attempt(seedDemo).then((laid) => !laid.ok && setTrouble([laid.words]));
  }, []);
  const list = useMemo(() => (book ? found(book, sought) : []), [book, sought]);
  if (!book || !drawer || !units) return <p style={{ padding: '3rem', textAlign: 'center' }}>Opening the book …</p>;
  const doing = async (work: () => PromiseLike<unknown>): Promise<void> => {
    const done = await attempt(work);
    setTrouble(done.ok ? [] : [done.words]);
  };
  const take = async (f: File): Promise<void> => {
    const taken = await attempt(() => importBook(f));
    if (!taken.ok) setTrouble([taken.words]);
    else if (!taken.value.ok) setTrouble(taken.value.problems);
    else {
      setTrouble([]);
      const { added, same } = taken.value;
      setSaid(
        `${added === 0 ? 'No new swatch' : counted(added, 'swatch', 'swatches')} came in${same > 0 ? `; ${same} ${same === 1 ? 'was' : 'were'} here already` : ''}.`,
      );
    }
  };
  return (
    <main className={css.page}>
      <Head doing={doing} />
      <section className={css.answer}>
        <Answer book={book} tells={tells} units={units} />
        <Button look="go" icon={<Plus size={20} />} onClick={() => setAdding(true)}>
          Add a swatch
        </Button>
      </section>
      {trouble.length > 0 && (
        <Note stop actions={<Button onClick={() => setTrouble([])}>Close</Button>}>
          {trouble.map((t) => (
            <p key={t}>{t}</p>
          ))}
        </Note>
      )}
      {book.length === 0 ? (
        <Empty title="No swatches yet">
          <p>
            Press a scrap, peel it cold, and pin it in here. Every press you plan learns from it. What you see at the
            board comes in by itself.
          </p>
        </Empty>
      ) : (
        <>
          <FindBar book={book} sought={sought} onSeek={setSought} />
          {list.length === 0 ? (
            <Empty title="None of your swatches is like that">
              <Button onClick={() => setSought(NOTHING_SOUGHT)}>Show all</Button>
            </Empty>
          ) : (
            <ul className={css.sampler} aria-label="Swatches">
              {list.slice(0, shown).map((s) => (
                <li key={s.id}>
                  <Pinned
                    swatch={s}
                    drawer={drawer}
                    units={units}
                    odd={tells?.contradicting.includes(s.id) ?? false}
                    onOpen={() => setOpen(s)}
                  />
                </li>
              ))}
            </ul>
          )}
          {list.length > shown && <Button onClick={() => setShown(shown + PAGE)}>Show more</Button>}
          <SideBySideGrid book={book} drawer={drawer} units={units} />
          {tells && <Taught tells={tells} units={units} />}
        </>
      )}
      <p className={css.buttons}>
        <Button icon={<FolderInput size={20} />} onClick={() => file.current?.click()}>
          Import a book
        </Button>
        {book.length > 0 && (
          <>
            <Button icon={<Download size={20} />} onClick={() => void doing(() => exportBook('csv'))}>
              Export a table
            </Button>
            <Button icon={<Download size={20} />} onClick={() => void doing(() => exportBook('json'))}>
              Export the book
            </Button>
            <Button icon={<Printer size={20} />} onClick={() => window.print()}>
              Print pages
            </Button>
          </>
        )}
        <input
          ref={file}
          className="visually-hidden"
          type="file"
          accept=".json,application/json"
          aria-label="Swatch book file"
          tabIndex={-1}
          onChange={(e) => {
            const f = e.target.files?.[0];
            if (f) void take(f);
            e.target.value = '';
          }}
        />
      </p>
      {adding && <NewSwatchDialog drawer={drawer} units={units} onClose={() => setAdding(false)} />}
      {open && (
        <SwatchDialog
          key={open.id}
          swatch={open}
          drawer={drawer}
          contradicts={tells?.contradicting.includes(open.id) ?? false}
          about={[
            `${upper(swatchSetting(open, units))}.`,
            `${open.iron?.name || 'An iron'}, on the ${surfaceName(open.surface)}. ${dayWords(open.atMs)}.`,
          ]}
          onClose={() => setOpen(null)}
        />
      )}
      {said && (
        <Toast onGone={() => setSaid(null)}>
          <span>{said}</span>
        </Toast>
      )}
    </main>
  );
}

/** What is looked for, by words, web, iron and peel. */
function FindBar({
  book,
  sought,
  onSeek,
}: {
  book: readonly Swatch[];
  sought: Sought;
  onSeek: (sought: Sought) => void;
}) {
  const many = <T extends { id: string; name: string }>(of: (s: Swatch) => T): T[] => [
    ...new Map(book.map((s) => [of(s).id, of(s)])).values(),
  ];
  return (
    <div className={css.bar}>
      <TextField label="Find" value={sought.text} onChange={(text) => onSeek({ ...sought, text })} />
      <Select
        label="Web"
        value={sought.webId ?? ''}
        options={[
          { value: '', label: 'All' },
          ...many((s) => s.web).map((w) => ({ value: w.id, label: w.name || 'unnamed' })),
        ]}
        onChange={(id) => onSeek({ ...sought, webId: id || null })}
      />
      <Select
        label="Iron"
        value={sought.ironId ?? ''}
        options={[
          { value: '', label: 'All' },
          ...many((s) => ({ id: s.ironId, name: s.iron?.name ?? '' })).map((i) => ({
            value: i.id,
            label: i.name || 'unnamed',
          })),
        ]}
        onChange={(id) => onSeek({ ...sought, ironId: id || null })}
      />
      <Select
        label="Peel"
        value={sought.peel === null ? '' : String(sought.peel)}
        options={[
          { value: '', label: 'All' },
          ...PEELS.map((p) => ({ value: String(p), label: peelWords('bond', p) })),
        ]}
        onChange={(p) => onSeek({ ...sought, peel: PEELS.find((x) => String(x) === p) ?? null })}
      />
    </div>
  );
}

function Head({ doing }: { doing: (work: () => PromiseLike<unknown>) => Promise<void> }) {
  return (
    <header className={css.head}>
      <ButtonLink look="plain" href="/" icon={<ArrowLeft size={22} />} label="All projects" />
      <h1>Swatch book</h1>
      <div className={css.tools}>
        <UndoRedo steps={useBookHistory()} onUndo={() => void doing(undoBook)} onRedo={() => void doing(redoBook)} />
      </div>
    </header>
  );
}

/** The mark of an iron that swatches told most about. */
const bestKnown = (iron: IronTells) => [...iron.marks].sort((a, b) => b.swatches - a.swatches)[0];

/** What the book answers, in two lines. */
function Answer({ book, tells, units }: { book: readonly Swatch[]; tells: BookTells | null; units: DisplayUnits }) {
  const iron = tells && [...tells.irons].sort((a, b) => b.swatches - a.swatches)[0];
  const mark = iron && bestKnown(iron);
  const scraps = book.filter((s) => s.from === 'scrap').length;
  if (book.length === 0)
    return (
      <p>
        First scrap: your commonest cotton on itself, 6 s at the iron’s middle mark, nothing between. The second the
        same under a pressing cloth.
      </p>
    );
  return (
    <div>
      <p>
        {[
          scraps > 0 && counted(scraps, 'swatch', 'swatches'),
          book.length > scraps && `${counted(book.length - scraps, 'look')} at the board`,
        ]
          .filter(Boolean)
          .join(', and ')}
        .{' '}
        {iron && mark && mark.swatches > 0 && (
          <>
            {iron.name}: {markWords(mark.mark)} is believed to be {heat(mark.c, units)}, give or take{' '}
            {warmer((mark.highC - mark.lowC) / 2, units)}.
          </>
        )}
      </p>
      {tells && tells.contradicting.length > 0 && (
        <p className={css.odd}>
          {tells.contradicting.length === 1
            ? 'One swatch contradicts'
            : `${tells.contradicting.length} swatches contradict`}{' '}
          the others:{' '}
          {tells.contradicting.length === 1
            ? 'look at it, and set it aside if it was a slip.'
            : 'look at them, and set aside what was a slip.'}
        </p>
      )}
      {tells && tells.power < 1 && (
        <p className={css.under}>Your swatches do not fit together well, so each counts for less.</p>
      )}
    </div>
  );
}

function Pinned({
  swatch,
  drawer,
  units,
  odd,
  onOpen,
}: {
  swatch: Swatch;
  drawer: DrawerContents;
  units: DisplayUnits;
  odd: boolean;
  onOpen: () => void;
}) {
  return (
    <button type="button" className={css.pinned} data-aside={swatch.aside} data-swatch={swatch.id} onClick={onOpen}>
      <SwatchPicture swatch={swatch} pictures={drawer.pictures} />
      <strong>{swatchTitle(swatch)}</strong>
      <span>
        {swatch.stage === 'bond' && `${swatch.web.name}. `}
        {upper(swatchSetting(swatch, units))}
      </span>
      <span className={css.found}>
        {swatch.from === 'board' && 'At the board: '}
        {swatch.from === 'board' && swatch.peel >= 2 ? 'it held' : peelWords(swatch.stage, swatch.peel)}
        {swatch.aside && ' · set aside'}
        {odd && !swatch.aside && <span className={css.odd}> · contradicts the others</span>}
      </span>
    </button>
  );
}

/** Webs beside one another on one cloth, as people pin them. */
function SideBySideGrid({
  book,
  drawer,
  units,
}: {
  book: readonly Swatch[];
  drawer: DrawerContents;
  units: DisplayUnits;
}) {
  const { webs, rows } = sideBySide(book);
  if (rows.length === 0) return null;
  return (
    <section className={css.grid} aria-label="Webs side by side">
      <h2>Webs side by side</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">Fabric</th>
            {webs.map((w) => (
              <th key={w.id} scope="col">
                {w.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ key, of, cells }) => (
            <tr key={key}>
              <th scope="row">{swatchTitle({ ...of, stage: 'bond' })}</th>
              {cells.map((cell, i) => (
                <td key={webs[i]?.id}>
                  {cell.map((s) => (
                    <div key={s.id}>
                      <SwatchPicture swatch={s} pictures={drawer.pictures} size={64} />
                      <p>
                        {peelWords(s.stage, s.peel)}, {swatchSetting(s, units)}
                      </p>
                    </div>
                  ))}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What was learnt: of each iron its marks, of each web how it flows. */
function Taught({ tells, units }: { tells: BookTells; units: DisplayUnits }) {
  return (
    <div className={css.about}>
      {tells.irons.map((iron) => (
        <section key={iron.id} aria-label={iron.name}>
          <h2>{iron.name}</h2>
          <p className={css.under}>
            From {counted(iron.swatches, 'swatch', 'swatches')}. Nine in ten such irons lie between.
          </p>
          <ul className={css.marks}>
            {iron.marks.map((m) => (
              <li key={m.mark} className={css.mark}>
                <strong>{upper(markWords(m.mark))}</strong>
                <span>
                  {heat(m.lowC, units)} to {heat(m.highC, units)}
                  {m.measured && `; measured at ${heat(m.toldC, units)}`}
                </span>
              </li>
            ))}
          </ul>
          {iron.marks.length > 1 && (
            <div className={css.chart}>
              <MarksChart iron={iron} units={units} />
            </div>
          )}
        </section>
      ))}
      {tells.webs.length > 0 && (
        <section aria-label="Webs">
          <h2>Webs</h2>
          <ul className={css.marks}>
            {tells.webs.map((w) => (
              <li key={w.id}>
                <strong>{w.name}</strong>, {counted(w.swatches, 'swatch', 'swatches')}. {flowWords(w)}
              </li>
            ))}
          </ul>
          <p className={css.under}>
            With one iron and one web, a hot iron and a web that flows easily look alike. The seconds are right either
            way.
          </p>
        </section>
      )}
    </div>
  );
}
