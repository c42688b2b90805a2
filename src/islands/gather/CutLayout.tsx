import { useId } from 'react';
import { formatLength, formatSize } from '~/core/base/units';
import type { GatherStrip, Need, Project } from '~/core/keep/model';
import css from './Gather.module.css';

const MARGIN_MM = 6;

/** How it is cut: each piece of cloth or web that is here or bought, with what is cut from it. */
export function CutLayout({ project, need }: { project: Project; need: Need }) {
  const { layout } = need;
  const hatch = useId();
  if (!layout) return null;
  const used = layout.strips.filter((s) => s.placements.length > 0);
  const colour = project.fabrics.find((f) => f.id === need.id)?.colour ?? null;
  const outlines = new Map(layout.parts.map((p) => [p.id, p]));
  const number = new Map(project.pieces.map((p, i) => [p.id, i + 1]));
  const fillOf = (pieceIds: readonly string[]): string => {
    if (need.kind !== 'web') return colour ?? 'var(--paper-raised)';
    const piece = project.pieces.find((p) => p.id === pieceIds[0]);
    return project.fabrics.find((f) => f.id === piece?.fabricId)?.colour ?? 'var(--paper-raised)';
  };
  return (
    <div className={css.layouts}>
      {used.map((s) => (
        <figure key={`${s.from} ${s.of} ${s.copy}`}>
          <svg
            viewBox={boxOf(s)}
            style={{ aspectRatio: boxOf(s).split(' ').slice(2).join(' / ') }}
            role="img"
            aria-label={`${captionOf(s, project)}, with ${s.placements.length} cut from it`}
          >
            <defs>
              <pattern id={hatch} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
                <path d="M0 0V9" stroke="var(--thread)" strokeWidth="0.8" />
              </pattern>
            </defs>
            <g transform={isShort(s) ? `translate(0 ${s.lengthMm}) rotate(-90)` : undefined}>
              <path
                d={s.outline}
                className={css.stuff}
                fillRule="evenodd"
                style={need.kind !== 'web' && colour ? { fill: colour, fillOpacity: 0.25 } : { fill: `url(#${hatch})` }}
              />
              {s.placements.map((p, i) => {
                const part = outlines.get(p.partId);
                if (!part) return null;
                return (
                  <path
                    // biome-ignore lint/suspicious/noArrayIndexKey: copies of a part differ by nothing else
                    key={`${p.partId} ${i}`}
                    d={part.outline}
                    className={css.cut}
                    fillRule="evenodd"
                    transform={`translate(${p.xMm} ${p.yMm}) rotate(${p.rotateDeg})`}
                    style={{ fill: fillOf(part.pieceIds) }}
                  >
                    <title>{part.pieceIds.map((id) => number.get(id)).join(', ') || part.is}</title>
                  </path>
                );
              })}
            </g>
          </svg>
          <figcaption>{captionOf(s, project)}</figcaption>
        </figure>
      ))}
    </div>
  );
}

/** A short length of a wide cloth is drawn lying: its selvedges to the left and right. */
const isShort = (s: GatherStrip): boolean => s.widthMm > s.lengthMm;
const boxOf = (s: GatherStrip): string => {
  const [w, h] = isShort(s) ? [s.widthMm, s.lengthMm] : [s.lengthMm, s.widthMm];
  return `${-MARGIN_MM} ${-MARGIN_MM} ${w + 2 * MARGIN_MM} ${h + 2 * MARGIN_MM}`;
};

function captionOf(s: GatherStrip, { units }: Project): string {
  const size = formatSize(s.widthMm, s.lengthMm, units);
  if (s.from === 'bought') return `Bought: ${size}`;
  return s.of === 'roll' ? `Your roll, ${formatLength(s.lengthMm, units)} of it` : `Yours: ${size}`;
}
