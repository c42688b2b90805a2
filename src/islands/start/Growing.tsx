import { useId } from 'react';
import { ClothDefs, clothUrl, EDGE_WORDS, LAUNDERING_WORDS } from '~/components';
import { formatLength } from '~/core/base/units';
import { type StartAnswers, seamAsked, THINGS } from '~/core/intake/start';
import { THING_WORDS } from '~/words';
import { Motif } from './Motif';
import css from './Start.module.css';

/** The longer side of the ground on the picture, and the room around it for its measures. */
const SIDE = 300;
const ROOM = 46;
/** How much of the ground's width letters take. */
const LETTERS_SHARE = 0.8;

/** The thing as far as it is known, growing with every answer. */
export function Growing({ said }: { said: StartAnswers }) {
  const prefix = useId();
  const { draws } = THINGS[said.thing];
  const seamMm = seamAsked(said) ?? 0;
  const scale = SIDE / Math.max(said.widthMm + 2 * seamMm, said.heightMm + 2 * seamMm);
  const seam = seamMm * scale;
  const w = said.widthMm * scale;
  const h = said.heightMm * scale;
  // On a pennant there is room for a motif in its upper half.
  const m = Math.min(w, h) * (draws ? 0.7 : 0.72);
  const size = (mm: number): string => formatLength(mm, said.units);
  const told = [
    said.ground.name,
    said.laundering && `washed: ${LAUNDERING_WORDS[said.laundering]}`,
    said.edge && `edge: ${EDGE_WORDS[said.edge]}`,
  ].filter(Boolean);
  return (
    <figure className={css.growing}>
      <svg
        viewBox={`${-ROOM - seam} ${-ROOM / 2 - seam} ${w + 2 * ROOM + 2 * seam} ${h + 1.5 * ROOM + 2 * seam}`}
        role="img"
        aria-label={`${THING_WORDS[said.thing].name}, ${size(said.widthMm)} wide and ${size(said.heightMm)} high`}
      >
        <ClothDefs prefix={prefix} fabrics={[said.ground]} pictures={[]} />
        {draws ? (
          <>
            <path className={css.shadow} d={draws(w, h)} transform="translate(3 5)" />
            <path d={draws(w, h)} fill={clothUrl(prefix, [said.ground], said.ground.id)} />
          </>
        ) : (
          <>
            <rect className={css.shadow} x={3 - seam} y={5 - seam} width={w + 2 * seam} height={h + 2 * seam} />
            <rect
              x={-seam}
              y={-seam}
              width={w + 2 * seam}
              height={h + 2 * seam}
              fill={clothUrl(prefix, [said.ground], said.ground.id)}
            />
            {seam > 0 ? (
              <rect className={css.hem} width={w} height={h} />
            ) : (
              <rect className={css.hem} x="4" y="4" width={Math.max(0, w - 8)} height={Math.max(0, h - 8)} />
            )}
          </>
        )}
        <svg
          className={css.motif}
          x={(w - m) / 2}
          y={draws ? h * 0.3 - m / 2 : (h - m) / 2}
          width={m}
          height={m}
          viewBox="0 0 100 100"
          aria-hidden="true"
        >
          <Motif
            thing={draws ? 'garment' : said.thing}
            word={said.name}
            edge={said.edge}
            room={(LETTERS_SHARE * w * 100) / m}
            on={said.ground.colour}
          />
        </svg>
        <text className={css.measure} x={w / 2} y={h + seam + 26} textAnchor="middle">
          {size(said.widthMm)}
        </text>
        <text
          className={css.measure}
          x={-14 - seam}
          y={h / 2}
          textAnchor="middle"
          transform={`rotate(-90 ${-14 - seam} ${h / 2})`}
        >
          {size(said.heightMm)}
        </text>
      </svg>
      <figcaption>
        <strong>{said.name.trim() || THING_WORDS[said.thing].name}</strong>
        <span>{told.join(' · ')}</span>
      </figcaption>
    </figure>
  );
}
