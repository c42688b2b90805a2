import { Grid2x2, Hash, MoveVertical, Plus, Ruler } from 'lucide-react';
import { type KeyboardEvent, useEffect, useId, useState } from 'react';
import { arrowOf, Button, ClothDefs, clothUrl, PictureView, PieceShape, pictureBox } from '~/components';
import type { Bounds } from '~/core/base/shape';
import { MM_PER } from '~/core/base/units';
import { applyMoves, itemsOf, takeAway, wholeWords } from '~/core/intake/arrange';
import type { ArticleView, Piece } from '~/core/keep/model';
import { edit, select, selectAll } from '~/store';
import { ArticleStrip } from '../project/ArticleStrip';
import { keyOf } from '../project/keys';
import { pictureSays } from '../project/says';
import { useOpen } from '../project/useOpen';
import { useSingleKeys } from '../project/useSingleKeys';
import { AddBar } from './AddBar';
import { addArticle, copyPieces } from './edits';
import { GroundTray } from './GroundTray';
import { Overlay, Underlay } from './Overlay';
import css from './Pattern.module.css';
import { LazyPieceTray, LazySeveralTray, LazyWordTray } from './trays';
import { useHands } from './useHands';

/** How far an arrow key moves what is in hand: a millimetre, or a sixteenth of an inch. */
const NUDGE_MM = { mm: 1, in: MM_PER.in / 16 } as const;

/** The picture on its ground, and what is known of what is in hand. */
export function Pattern() {
  const { view: project, plan, spots, selectedId, selectedIds, flipped } = useOpen();
  const [shows, setShows] = useState<Shows>({ numbers: true, grain: false, snagMarks: true, tape: false });
  const { numbers, grain, snagMarks, tape } = shows;
  const [perPx, setPerPx] = useState(1);
  const hands = useHands(project, flipped, tape);
  const { marks, lifted } = hands;

  // Handles and marks keep their size on screen, whatever the picture's scale.
  useEffect(() => {
    const { svg } = marks.current;
    if (!svg) return;
    const measure = (): void => {
      const m = svg.getScreenCTM();
      if (m) setPerPx(1 / m.a);
    };
    const watch = new ResizeObserver(measure);
    watch.observe(svg);
    measure();
    return () => watch.disconnect();
  }, [marks]);

  // All pieces, wherever the focus is: nothing else on the page is there to be marked.
  useEffect(() => {
    if (!project) return;
    const all = (e: globalThis.KeyboardEvent): void => {
      if (e.defaultPrevented || document.querySelector('dialog[open]') || keyOf(e, true) !== 'all') return;
      e.preventDefault();
      selectAll(project.order);
    };
    window.addEventListener('keydown', all);
    return () => window.removeEventListener('keydown', all);
  }, [project]);

  const singleKeys = useSingleKeys();
  if (!project) return null;
  const box = pictureBox(project);
  const here = new Set(project.order);
  const key = (e: KeyboardEvent): void => pictureKey(e, { project, selectedIds, flipped, hands, singleKeys });

  return (
    <div className={css.station}>
      <section className={css.table} aria-label="The picture">
        <ArticleStrip project={project}>
          <Button icon={<Plus size={18} />} onClick={addArticle}>
            Add another
          </Button>
        </ArticleStrip>
        <AddBar project={project} />
        <p className={css.inOneLine} data-answer>
          {pictureSays(project)}
        </p>
        <div
          className={css.cloth}
          data-tape={tape}
          onPointerDown={(e) => hands.groundDown(e, selectedIds)}
          onPointerMove={hands.move}
          onPointerUp={hands.up}
          onPointerCancel={hands.cancel}
        >
          <PictureView
            project={project}
            spots={spots}
            selectedId={selectedId}
            selectedIds={selectedIds}
            {...(lifted ? { lifted: lifted.ids } : {})}
            flipped={flipped}
            numbers={numbers}
            grain={grain}
            onPick={(id, add) => {
              if (!hands.wasDrag() && !tape) select(id, add);
            }}
            onKey={key}
            beneath={<Underlay project={project} />}
            onPieceDown={(e, id) => hands.pieceDown(e, id, selectedIds)}
            svgRef={(svg) => {
              marks.current.svg = svg;
            }}
            title={flipped ? `${project.name}, seen from the wrong side` : `${project.name}, seen from the right side`}
          />
          <div
            className={css.lift}
            ref={(lift) => {
              marks.current.lift = lift;
            }}
          >
            {lifted && <Lifted project={project} ids={lifted.ids} box={lifted.box} flipped={flipped} />}
          </div>
          <Overlay
            project={project}
            box={box}
            flipped={flipped}
            selectedIds={selectedIds}
            snags={
              snagMarks
                ? (plan?.snags ?? []).filter(
                    (s) =>
                      s.pieceIds.some((id) => here.has(id)) &&
                      (s.severity !== 'note' || s.pieceIds.some((id) => selectedIds.includes(id))),
                  )
                : []
            }
            measured={hands.measured}
            perPx={perPx}
            hideFrame={lifted !== null}
            loopRef={(g) => {
              marks.current.loop = g;
            }}
            onHandle={(e, handle) => hands.handleDown(e, handle, selectedIds)}
          />
          <div
            className={css.guideAcross}
            ref={(line) => {
              marks.current.guideAcross = line;
            }}
          />
          <div
            className={css.guideDown}
            ref={(line) => {
              marks.current.guideDown = line;
            }}
          />
          <output
            className={css.readout}
            ref={(readout) => {
              marks.current.readout = readout;
            }}
          />
        </div>
        <Tools
          shows={shows}
          onShows={setShows}
          flipped={flipped}
          onTape={() => {
            setShows({ ...shows, tape: !tape });
            hands.clearTape();
          }}
        />
      </section>
      <HandTray project={project} selectedIds={selectedIds} />
    </div>
  );
}

/** Keys that act on what is picked: copy, away, nudge, let go. */
function pictureKey(
  e: KeyboardEvent,
  {
    project,
    selectedIds,
    flipped,
    hands,
    singleKeys,
  }: {
    project: ArticleView;
    selectedIds: readonly string[];
    flipped: boolean;
    hands: ReturnType<typeof useHands>;
    singleKeys: boolean;
  },
): void {
  const id = keyOf(e, singleKeys);
  if (id === 'letGo') {
    hands.clearTape();
    if (hands.inHand()) hands.cancel();
    else select(null);
    return;
  }
  if (selectedIds.length === 0) return;
  if (id === 'copy') {
    e.preventDefault();
    copyPieces(selectedIds, false);
    return;
  }
  if (id === 'away') {
    e.preventDefault();
    select(null);
    edit((p) => takeAway(p, selectedIds));
    return;
  }
  const nudge = id === 'nudge' && arrowOf(e.key);
  if (!nudge) return;
  e.preventDefault();
  const step = NUDGE_MM[project.units] * (e.shiftKey ? 10 : 1);
  edit(
    (p) =>
      applyMoves(
        p,
        itemsOf(p, selectedIds).map((item) => ({
          item,
          dxMm: nudge[0] * step * (flipped ? -1 : 1),
          dyMm: nudge[1] * step,
        })),
      ),
    { what: 'nudge', ids: selectedIds },
  );
}

/** What is shown on the picture, beside it. */
interface Shows {
  readonly numbers: boolean;
  readonly grain: boolean;
  readonly snagMarks: boolean;
  readonly tape: boolean;
}

/** What is shown on the picture, and the tape measure. */
function Tools({
  shows,
  onShows,
  flipped,
  onTape,
}: {
  shows: Shows;
  onShows: (shows: Shows) => void;
  flipped: boolean;
  onTape: () => void;
}) {
  const { numbers, grain, snagMarks, tape } = shows;
  return (
    <div className={css.tools}>
      <Button icon={<Hash size={18} />} aria-pressed={numbers} onClick={() => onShows({ ...shows, numbers: !numbers })}>
        Numbers
      </Button>
      <Button
        icon={<MoveVertical size={18} />}
        aria-pressed={grain}
        onClick={() => onShows({ ...shows, grain: !grain })}
      >
        Grain
      </Button>
      <Button
        icon={<Grid2x2 size={18} />}
        aria-pressed={snagMarks}
        onClick={() => onShows({ ...shows, snagMarks: !snagMarks })}
      >
        Problem markers
      </Button>
      <Button icon={<Ruler size={18} />} aria-pressed={tape} onClick={onTape}>
        Tape measure
      </Button>
      <span className={css.side}>
        {tape
          ? 'Drag from one point to another'
          : flipped
            ? 'Wrong side: reversed, as on a light box'
            : 'Right side, as it will be seen'}
      </span>
    </div>
  );
}

/** Selected, or the whole project. */
function HandTray({ project, selectedIds }: { project: ArticleView; selectedIds: readonly string[] }) {
  const picked = project.pieces.filter((p) => selectedIds.includes(p.id));
  const [first] = picked;
  const word =
    first && picked.every((p) => p.wordId === first.wordId)
      ? project.words.find((w) => w.id === first.wordId)
      : undefined;

  return (
    <aside className={css.tray} aria-label={first ? 'Selected' : 'The project'}>
      {!first ? (
        <GroundTray project={project} />
      ) : word && picked.length === 1 && wholeWords(project, [first.id]).length === 1 ? (
        <LazyPieceTray project={project} piece={first} number={project.numberOf(first.id)} word={word} />
      ) : word && picked.length === wholeWords(project, [first.id]).length ? (
        <LazyWordTray project={project} word={word} pieces={picked} />
      ) : picked.length > 1 ? (
        <LazySeveralTray project={project} ids={selectedIds} />
      ) : (
        <LazyPieceTray project={project} piece={first} number={project.numberOf(first.id)} />
      )}
    </aside>
  );
}

/** What is in the hand, on a layer of its own that is only shifted about. */
function Lifted({
  project,
  ids,
  box,
  flipped,
}: {
  project: ArticleView;
  ids: ReadonlySet<string>;
  box: Bounds;
  flipped: boolean;
}) {
  const prefix = useId();
  const colours = new Map(project.fabrics.map((f) => [f.id, f.colour]));
  const pieces = project.order
    .map((id) => project.pieces.find((p) => p.id === id))
    .filter((p) => p !== undefined && ids.has(p.id));
  return (
    <svg
      viewBox={`${flipped ? project.ground.widthMm - box.maxX : box.minX} ${box.minY} ${box.maxX - box.minX} ${box.maxY - box.minY}`}
      aria-hidden="true"
    >
      <ClothDefs prefix={prefix} fabrics={project.fabrics} pictures={project.pictures} pieces={pieces as Piece[]} />
      <g transform={flipped ? `translate(${project.ground.widthMm} 0) scale(-1 1)` : undefined}>
        {pieces.map(
          (piece) =>
            piece && (
              <PieceShape
                key={piece.id}
                piece={piece}
                number={0}
                fill={clothUrl(prefix, project.fabrics, piece.fabricId, piece)}
                colour={colours.get(piece.fabricId) ?? '#888888'}
                spot={undefined}
                selected
                flipped={flipped}
                numbers={false}
                grain={false}
                focusable={false}
                onDown={undefined}
                onPick={undefined}
              />
            ),
        )}
      </g>
    </svg>
  );
}
