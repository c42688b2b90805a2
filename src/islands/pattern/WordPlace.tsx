import { LocateFixed } from 'lucide-react';
import { useState } from 'react';
import { Button, FieldChoice, LengthField, NumberField } from '~/components';
import {
  changeLetter,
  charOf,
  lettersOf,
  moveWord,
  ontoCrease,
  ownOf,
  type WordHeight,
  wordBox,
} from '~/core/intake/arrange';
import { type ArticleView, LIMITS, type Word } from '~/core/keep/model';
import { edit } from '~/store';
import { spell } from '~/words';
import { FabricChoice } from '../cloth/FabricChoice';
import css from './Pattern.module.css';

const HEIGHTS: readonly { readonly value: WordHeight; readonly label: string }[] = [
  { value: 'capitals', label: 'capitals' },
  { value: 'small', label: 'small letters' },
  { value: 'ink', label: 'the whole word' },
];

/** Of scripts without capitals it is the tallest letters that stand in a line. */
const UNCASED: readonly { readonly value: WordHeight; readonly label: string }[] = [
  { value: 'capitals', label: 'tallest letters' },
  { value: 'ink', label: 'the whole word' },
];
const hasCapitals = (word: Word): boolean => /\p{Lu}|\p{Ll}/u.test(word.text);

/** Where a word stands: centred by what is said, and by typed distances to the tops of capitals and its baseline. */
export function WordPlace({ project, word }: { project: ArticleView; word: Word }) {
  const [height, setHeight] = useState<WordHeight>('capitals');
  const u = project.units;
  const { widthMm, heightMm } = project.ground;
  const reach = { units: u, min: -LIMITS.reachMm, max: LIMITS.reachMm };
  const ink = wordBox(project, word, 'ink');
  const cased = hasCapitals(word);
  const level = !word.arc && word.at.rotateDeg === 0 && word.heights !== null;
  const capitals = wordBox(project, word, 'capitals');
  const move = (dxMm: number, dyMm: number): string | null => edit((p) => moveWord(p, word.id, dxMm, dyMm));
  const centre = (across: boolean, down: boolean): string | null => {
    const b = wordBox(project, word, level ? height : 'ink');
    return move(across ? (widthMm - b.minX - b.maxX) / 2 : 0, down ? (heightMm - b.minY - b.maxY) / 2 : 0);
  };
  return (
    <div className={css.section}>
      <h3>On the background</h3>
      {level && (
        <FieldChoice
          label={`${spell('Centred')} by`}
          value={height}
          options={[...(cased ? HEIGHTS : UNCASED)]}
          onChange={setHeight}
        />
      )}
      <div className={css.grid3}>
        <Button icon={<LocateFixed size={18} />} onClick={() => centre(true, true)}>
          {spell('Centre')}
        </Button>
        <Button onClick={() => centre(true, false)}>Across only</Button>
        <Button onClick={() => centre(false, true)}>Up and down only</Button>
      </div>
      <div className={css.pair}>
        <LengthField label="From the left edge" {...reach} value={ink.minX} onChange={(mm) => move(mm - ink.minX, 0)} />
        <LengthField
          label="From the right edge"
          {...reach}
          value={widthMm - ink.maxX}
          onChange={(mm) => move(widthMm - ink.maxX - mm, 0)}
        />
        <LengthField
          label={level ? `${cased ? 'Capital' : 'Letter'} tops from the top edge` : 'From the top edge'}
          {...reach}
          value={capitals.minY}
          onChange={(mm) => move(0, mm - capitals.minY)}
        />
        <LengthField
          label={level ? 'Baseline from the bottom edge' : 'From the bottom edge'}
          {...reach}
          value={heightMm - capitals.maxY}
          onChange={(mm) => move(0, heightMm - capitals.maxY - mm)}
        />
      </div>
    </div>
  );
}

/** One letter of a word by itself: another cloth, a tilt, a little higher, or on a crease; it stays in the word. */
export function LetterTools({ project, word }: { project: ArticleView; word: Word }) {
  const [letter, setLetter] = useState<number | null>(null);
  const letters = lettersOf(project, word.id);
  const at = letter === null || letter >= letters.length ? null : letter;
  const own = at === null ? null : ownOf(word, at);
  const change = (more: Parameters<typeof changeLetter>[3], what: string): string | null =>
    edit((p) => void (at !== null && changeLetter(p, word.id, at, more)), { what: `letter ${what}` });
  return (
    <div className={css.section}>
      <h3>Letter by letter</h3>
      <fieldset className={css.letters} aria-label="Which letter">
        {letters.map((piece, i) => (
          <Button
            key={piece.id}
            look={i === at ? 'go' : 'paper'}
            aria-pressed={i === at}
            onClick={() => setLetter(i === at ? null : i)}
          >
            {charOf(piece)}
          </Button>
        ))}
      </fieldset>
      {at !== null && own && (
        <>
          <FabricChoice
            label="Fabric"
            project={project}
            value={own.fabricId ?? word.fabricId}
            onChange={(fabricId) => change({ fabricId: fabricId === word.fabricId ? null : fabricId }, 'fabric')}
          />
          <div className={css.pair}>
            <NumberField
              label="Tilted clockwise"
              unit="°"
              decimals={1}
              min={-180}
              max={180}
              value={own.tiltDeg}
              onChange={(tiltDeg) => change({ tiltDeg }, 'tilt')}
            />
            <LengthField
              label="Above the line"
              units={project.units}
              min={-2000}
              max={2000}
              value={own.raiseMm}
              onChange={(raiseMm) => change({ raiseMm }, 'raise')}
            />
          </div>
          <Button onClick={() => edit((p) => moveWord(p, word.id, ontoCrease(p, word.id, at, project.ground), 0))}>
            Put on the upright fold
          </Button>
        </>
      )}
    </div>
  );
}
