import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useState } from 'react';
import { Button, Dialog, FieldChoice, FilePick, LengthField, Note, TextField } from '~/components';
import { nth } from '~/core/base/lists';
import { formatLength } from '~/core/base/units';
import { keptAnchor, layWord } from '~/core/intake/arrange';
import { FACES, type SetWord, templatesOf } from '~/core/intake/lettering';
import { ANCHORS, LIMITS, newWord, type Project, type Word } from '~/core/keep/model';
import { attempt, db, editHere, selectAll, useWorkbench } from '~/store';
import { type OwnFace, ThreadEnded, type WordSet } from '~/workers';
import css from './Dialogs.module.css';
import { articleInHand, middleInHand, newId, usualFabric } from './edits';
import { AxisFields, FaceChoice } from './FaceChoice';
import { useSetter, WORD_MS } from './useSetter';

const ANCHOR_WORDS = { left: 'its left end', middle: 'its middle', right: 'its right end' } as const;
/** A gap to start from, as a share of the cap height. Common practice, no source. */
const INK_GAP = 0.12;
const FONT_BYTES = 8 * 1024 * 1024;
const FONT_MS = 4000;

/** Sizes that suit what the article in hand lies on. */
const roomIn = (project: Project): { widthMm: number; heightMm: number; radiusMm: number } => {
  const { x, y } = middleInHand(project);
  return { widthMm: Math.round(1.6 * x), heightMm: Math.round(0.3 * y), radiusMm: Math.round(0.9 * x) };
};

const start = (project: Project, text: string): Word =>
  newWord({
    id: newId(),
    articleId: articleInHand(project).id,
    text,
    faceId: nth(FACES, 0).id,
    fabricId: usualFabric(project),
    size: {
      by: 'box',
      widthMm: roomIn(project).widthMm,
      heightMm: roomIn(project).heightMm,
    },
    gaps: 'optical',
  });

/** Types a word, shows it as it will be cut, and lays it on the ground; or changes one that lies there. */
export function WordDialog({
  project,
  word,
  text = '',
  onClose,
}: {
  project: Project;
  word: Word | null;
  /** What a new word says to begin with. */
  text?: string;
  onClose: () => void;
}) {
  const [draft, setDraft] = useState<Word>(() => word ?? start(project, text));
  const [result, setResult] = useState<WordSet | null>(null);
  const [fontError, setFontError] = useState<string | null>(null);
  const thread = useSetter();
  const [busy, setBusy] = useState(false);
  const own = useLiveQuery(() => db.faces.toArray(), []) ?? [];
  const change = (more: Partial<Word>): void => setDraft((d) => ({ ...d, ...more }));
  const faceName =
    FACES.find((f) => f.id === draft.faceId)?.name ?? own.find((f) => f.id === draft.faceId)?.name ?? 'This typeface';
  const ownFace: OwnFace | null = own.find((f) => f.id === draft.faceId) ?? null;

  useEffect(() => {
    let stale = false;
    setBusy(true);
    thread
      .run(async (api) => await api.setWord(draft, faceName, ownFace), WORD_MS)
      .catch((e: unknown): WordSet => ({ ok: false, message: troubleWords(e, faceName) }))
      .then((r) => {
        if (stale) return;
        setResult(r);
        setBusy(false);
      });
    return () => {
      stale = true;
    };
  }, [draft, faceName, ownFace, thread]);

  const set = result?.ok ? result.word : null;
  const lay = (): void => {
    if (!set) return;
    const placed = {
      ...draft,
      at: word ? keptAnchor(project, { ...word, anchor: draft.anchor }, set) : centred(project, set),
    };
    const refused = editHere((p) => layWord(p, placed, set, newId));
    if (refused) {
      setResult({ ok: false, message: refused });
      return;
    }
    selectAll((useWorkbench.getState().project?.pieces ?? []).filter((p) => p.wordId === placed.id).map((p) => p.id));
    onClose();
  };
  const bring = async (file: File): Promise<void> => {
    if (file.size > FONT_BYTES) {
      setFontError(`“${file.name}” is larger than 8 MB. Choose a file with a single typeface.`);
      return;
    }
    const bytes = await file.arrayBuffer();
    const checked = await thread
      .run(async (api) => await api.checkFace(bytes, file.name), FONT_MS)
      .catch((e: unknown) => ({ ok: false as const, message: troubleWords(e, file.name) }));
    if (!checked.ok) {
      setFontError(checked.message);
      return;
    }
    const face = { id: newId(), name: file.name.replace(/\.\w+$/, '').slice(0, 80), bytes };
    const kept = await attempt(() => db.faces.put(face));
    setFontError(kept.ok ? null : kept.words);
    if (kept.ok) change({ faceId: face.id, axes: {} });
  };
  const u = project.units;
  return (
    <Dialog title={word ? 'Change the word' : 'A word'} wide onClose={onClose}>
      <div className={css.columns}>
        <div className={css.form}>
          <TextField
            label="Word"
            value={draft.text}
            maxLength={LIMITS.wordChars}
            onChange={(text) => change({ text })}
          />
          <SizeFields project={project} draft={draft} set={set} onChange={change} />
          <LineFields project={project} draft={draft} lies={word !== null} onChange={change} />
        </div>
        <div className={css.form}>
          <WordPreview set={set} />
          {result && !result.ok && draft.text !== '' && <Note stop>{result.message}</Note>}
          {set && (
            <p className={css.lead} role="status">
              {wordSizeWords(set, u)}
            </p>
          )}
          <FaceChoice value={draft.faceId} own={own} onChange={(faceId, axes) => change({ faceId, axes })} />
          <AxisFields
            word={draft}
            faceName={faceName}
            own={ownFace}
            thread={thread}
            onChange={(axes) => change({ axes })}
          />
          <FilePick
            label="Use my own font file"
            accept=".ttf,.otf,.ttc,.woff,.woff2"
            onFile={(f) => void bring(f)}
            sample={async () => (await import('../project/samples')).sampleFont()}
          />
          {fontError && <Note stop>{fontError}</Note>}
        </div>
      </div>
      <div className={`${css.actions} ${css.atHand}`}>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="go" disabled={!set || busy} onClick={lay}>
          {word ? 'Change word' : 'Add word'}
        </Button>
      </div>
    </Dialog>
  );
}

interface DraftFields {
  project: Project;
  draft: Word;
  onChange: (more: Partial<Word>) => void;
}

/** How large the word is, and how far its letters stand apart. */
function SizeFields({ project, draft, set, onChange: change }: DraftFields & { set: SetWord | null }) {
  const u = project.units;
  const reach = { units: u, min: 1, max: LIMITS.reachMm };
  return (
    <>
      <FieldChoice
        label="Size by"
        value={draft.size.by}
        options={[
          { value: 'box', label: 'a box to fit' },
          { value: 'cap', label: set?.tallest ? 'height of the tallest letter' : 'height of a capital' },
        ]}
        onChange={(by) =>
          change({
            size:
              by === 'cap'
                ? { by, capMm: Math.round(set?.capMm ?? 40) }
                : {
                    by,
                    widthMm: roomIn(project).widthMm,
                    heightMm: roomIn(project).heightMm,
                  },
          })
        }
      />
      {draft.size.by === 'cap' ? (
        <LengthField
          label={set?.tallest ? 'Height of the tallest letter' : 'Height of a capital'}
          units={u}
          min={1}
          max={2000}
          value={draft.size.capMm}
          onChange={(capMm) => change({ size: { by: 'cap', capMm } })}
        />
      ) : (
        <div className={css.pair}>
          <LengthField
            label="Box width"
            {...reach}
            value={draft.size.widthMm}
            onChange={(widthMm) =>
              change({ size: { ...(draft.size as { by: 'box'; widthMm: number; heightMm: number }), widthMm } })
            }
          />
          <LengthField
            label="Box height"
            {...reach}
            value={draft.size.heightMm}
            onChange={(heightMm) =>
              change({ size: { ...(draft.size as { by: 'box'; widthMm: number; heightMm: number }), heightMm } })
            }
          />
        </div>
      )}
      <FieldChoice
        label="Gaps between letters"
        value={draft.gaps}
        options={[
          { value: 'optical', label: 'even to the eye' },
          { value: 'equal', label: 'equal' },
          { value: 'font', label: 'as in print' },
          { value: 'ink', label: 'measured, letter to letter' },
        ]}
        onChange={(gaps) =>
          change({
            gaps,
            // A measured gap is the whole gap; in the other ways it is what comes on top.
            gapMm: gaps === 'ink' ? Math.round((set?.capMm ?? 40) * INK_GAP) : draft.gaps === 'ink' ? 0 : draft.gapMm,
          })
        }
      />
      <LengthField
        label={draft.gaps === 'ink' ? 'Gap, letter to letter' : 'Extra gap'}
        units={u}
        min={draft.gaps === 'ink' ? 0 : -100}
        max={1000}
        value={draft.gapMm}
        onChange={(gapMm) => change({ gapMm })}
      />
    </>
  );
}

/** Straight or over an arc, and what stays where it is. @property lies it lies on the ground already */
function LineFields({ project, draft, lies, onChange: change }: DraftFields & { lies: boolean }) {
  const u = project.units;
  return (
    <>
      <FieldChoice
        label="Line"
        value={draft.arc ? draft.arc.side : 'straight'}
        options={[
          { value: 'straight', label: 'straight' },
          { value: 'over', label: 'over an arc' },
          { value: 'under', label: 'under an arc' },
        ]}
        onChange={(side) =>
          change({
            arc: side === 'straight' ? null : { radiusMm: draft.arc?.radiusMm ?? roomIn(project).radiusMm, side },
          })
        }
      />
      {lies && !draft.arc && (
        <FieldChoice
          label="What stays in place"
          value={draft.anchor}
          options={ANCHORS.map((value) => ({ value, label: ANCHOR_WORDS[value] }))}
          onChange={(anchor) => change({ anchor })}
        />
      )}
      {draft.arc && (
        <LengthField
          label="Arc radius"
          units={u}
          min={10}
          max={LIMITS.reachMm}
          value={draft.arc.radiusMm}
          onChange={(radiusMm) => change({ arc: { radiusMm, side: draft.arc?.side ?? 'over' } })}
        />
      )}
    </>
  );
}

const troubleWords = (e: unknown, name: string): string =>
  e instanceof ThreadEnded && e.why === 'too-long'
    ? `“${name}” cannot be used: it is damaged, or far too intricate. Choose another typeface.`
    : e instanceof Error
      ? e.message
      : String(e);

/** The place that puts the ink in the middle of the ground. */
function centred(project: Project, set: SetWord): Word['at'] {
  const b = set.bounds;
  const middle = middleInHand(project);
  return {
    xMm: middle.x - (b.minX + b.maxX) / 2,
    yMm: middle.y - (b.minY + b.maxY) / 2,
    rotateDeg: 0,
  };
}

/** "Capitals 40 mm high, about 158 pt; 240 × 40 mm; its width stops it; 10 templates for 12 letters". */
export function wordSizeWords(set: SetWord, units: 'in' | 'mm'): string {
  const b = set.bounds;
  const templates = templatesOf(set.letters);
  const more = templates.filter((t) => t.copies > 1).map((t) => `${t.char} ×${t.copies}`);
  return [
    heightWords(set, units),
    `${formatLength(b.maxX - b.minX, units)} wide, ${formatLength(b.maxY - b.minY, units)} high${set.limitedBy ? `; its ${set.limitedBy} is what stops it` : ''}.`,
    gapWords(set, units),
    set.thinnest
      ? `The thinnest stroke is ${formatLength(set.thinnest.widthMm, units, 1)}, in ${set.thinnest.char}.`
      : 'No stroke is thin.',
    `${templates.length} ${templates.length === 1 ? 'template' : 'templates'} for ${set.letters.length} ${set.letters.length === 1 ? 'letter' : 'letters'}${more.length > 0 ? ` (${more.join(', ')})` : ''}.`,
  ]
    .filter((s) => s !== '')
    .join(' ');
}

/** How high its letters are; of a word without capitals or small letters, in a face that has them, how high a capital would be. */
function heightWords(set: SetWord, units: 'in' | 'mm'): string {
  const high = `${formatLength(set.capMm, units, 1)} high, the same as ${Math.round(set.points)} pt.`;
  if (set.tallest !== null) return `The tallest letter of this typeface, “${set.tallest}”, ${high}`;
  return set.letters.some((l) => /\p{Lu}|\p{Ll}/u.test(l.char)) ? `Capitals ${high}` : `A capital would be ${high}`;
}

/** "Gaps of 3 mm, ink to ink", or from the narrowest to the widest. */
function gapWords(set: SetWord, units: 'in' | 'mm'): string {
  const gaps = set.gapsMm.filter((g) => g !== null);
  if (gaps.length === 0) return '';
  const [least, most] = [Math.min(...gaps), Math.max(...gaps)].map((g) => formatLength(g, units, 1));
  return `Gaps ${least === most ? `of ${least}` : `from ${least} to ${most}`}, letter to letter.`;
}

function WordPreview({ set }: { set: SetWord | null }) {
  if (!set) return <svg className={css.preview} role="img" aria-label="No word yet" viewBox="0 0 10 10" />;
  const b = set.bounds;
  const pad = Math.max(b.maxX - b.minX, b.maxY - b.minY) * 0.05;
  return (
    <svg
      className={css.preview}
      role="img"
      aria-label="The word as it will be cut"
      viewBox={`${b.minX - pad} ${b.minY - pad} ${b.maxX - b.minX + 2 * pad} ${b.maxY - b.minY + 2 * pad}`}
    >
      {set.letters.map((l, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a letter has no name but its place in the word
        <path key={i} d={l.outline} transform={`translate(${l.at.xMm} ${l.at.yMm}) rotate(${l.at.rotateDeg})`} />
      ))}
    </svg>
  );
}
