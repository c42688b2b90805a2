import { useId } from 'react';
import { ClothDefs, clothUrl } from '~/components';
import type { Picture, Swatch } from '~/core/keep/model';
import css from './Book.module.css';

/** A square with pinked edges, as path data. @param at its upper left corner @param side and @param teeth on each edge */
function pinked(at: number, side: number, teeth: number): string {
  const step = side / teeth;
  const cut = step * 0.55;
  const edge = (k: number): number => at + k * step;
  const run = Array.from({ length: teeth }, (_, k) => k);
  const end = at + side;
  return [
    `M${at} ${at}`,
    ...run.map((k) => `L${edge(k) + step / 2} ${at + cut}L${edge(k + 1)} ${at}`),
    ...run.map((k) => `L${end - cut} ${edge(k) + step / 2}L${end} ${edge(k + 1)}`),
    ...run.map((k) => `L${end - (k + 0.5) * step} ${end - cut}L${end - (k + 1) * step} ${end}`),
    ...run.map((k) => `L${at + cut} ${end - (k + 0.5) * step}L${at} ${end - (k + 1) * step}`),
    'Z',
  ].join('');
}

/** A swatch as it would be pinned in: cloth on cloth, cut with pinking shears, held by a pin. What was only seen at the board is basted on. */
export function SwatchPicture({
  swatch,
  pictures = [],
  size = 96,
}: {
  swatch: Swatch;
  pictures?: readonly Picture[];
  size?: number;
}) {
  const prefix = useId();
  const beneath = swatch.onto.at(-1);
  const fabrics = beneath ? [swatch.fabric, { ...beneath, id: `${beneath.id} beneath` }] : [swatch.fabric];
  const photo = pictures.find((p) => p.id === swatch.pictureId);
  if (photo) return <img className={css.photo} src={photo.dataUrl} alt="" width={size} height={size} />;
  return (
    <svg className={css.picture} width={size} height={size} viewBox="0 0 60 60" aria-hidden="true">
      <ClothDefs prefix={prefix} fabrics={fabrics} />
      <path
        d={pinked(2, 56, 12)}
        fill={beneath ? clothUrl(prefix, fabrics, `${beneath.id} beneath`) : 'var(--linen-deep)'}
        stroke="var(--thread)"
        strokeWidth="0.6"
      />
      <path
        d={pinked(13, 34, 8)}
        fill={clothUrl(prefix, fabrics, swatch.fabric.id)}
        stroke="var(--ink)"
        strokeOpacity="0.35"
        strokeWidth="0.5"
      />
      {swatch.face === 'scorched' && <ellipse cx="33" cy="34" rx="9" ry="6" fill="var(--rind)" opacity="0.35" />}
      {swatch.peel <= 1 && (
        <path d="M47 13L36 13L47 24Z" fill="var(--linen)" stroke="var(--thread)" strokeWidth="0.6" />
      )}
      {swatch.from === 'scrap' ? (
        <g>
          <path d="M22 8L31 20" stroke="var(--ink)" strokeWidth="1.1" strokeLinecap="round" />
          <circle cx="21.4" cy="7.4" r="2.6" fill={swatch.aside ? 'var(--thread)' : 'var(--chalk)'} />
        </g>
      ) : (
        <path d="M15 30H45" stroke="var(--ink)" strokeWidth="1.2" strokeDasharray="4 3" strokeLinecap="round" />
      )}
    </svg>
  );
}
