import { useId } from 'react';
import type { Fabric, Picture, Web } from '~/core/keep/model';
import { ClothDefs, clothUrl } from './Cloth';
import { SHADOW_OF_CLOTH } from './on-cloth';
import css from './Swatch.module.css';

/** A snippet of cloth with pinked edges. */
export function ClothSwatch({
  fabric,
  pictures = [],
  size = 40,
}: {
  fabric: Fabric;
  pictures?: readonly Picture[];
  size?: number;
}) {
  const prefix = useId();
  const teeth = 8;
  const step = 40 / teeth;
  const top = Array.from({ length: teeth }, (_, i) => `${i * step + step / 2} 0 ${(i + 1) * step} 2`).join(' ');
  const bottom = Array.from(
    { length: teeth },
    (_, i) => `${40 - i * step - step / 2} 40 ${40 - (i + 1) * step} 38`,
  ).join(' ');
  return (
    <svg className={css.swatch} width={size} height={size} viewBox="0 0 40 40" aria-hidden="true">
      <ClothDefs prefix={prefix} fabrics={[fabric]} pictures={pictures} />
      <polygon points={`0 2 ${top} 40 38 ${bottom} 0 38`} fill={clothUrl(prefix, [fabric], fabric.id)} />
    </svg>
  );
}

/** The hatch of a web: the denser, the heavier. Films are lines, open webs a net, grids and powder dots. @param scale user units for a pixel @param rim drawn beneath it, so that it is seen on every colour */
export function WebHatch({ id, web, scale = 1, rim }: { id: string; web: Web; scale?: number; rim?: string }) {
  // The gap between lines falls with the mass: 20 g/m² stand about 6 px apart, 45 g/m² under 3.
  const gap = Math.max(2.2, Math.min(9, 124 / web.massGsm)) * scale;
  const dotted = web.form === 'grid' || web.form === 'powder';
  const lines = web.form === 'open' ? `M0 0V${gap}M0 0H${gap}` : `M0 0V${gap}`;
  const dot = Math.min(1.3 * scale, gap * 0.28);
  return (
    <pattern id={id} width={gap} height={gap} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      {rim !== undefined &&
        (dotted ? (
          <circle cx={gap / 2} cy={gap / 2} r={dot * 1.6} fill={rim} />
        ) : (
          <path d={lines} stroke={rim} strokeWidth={2.2 * scale} />
        ))}
      {dotted ? (
        <circle cx={gap / 2} cy={gap / 2} r={dot} fill="currentColor" />
      ) : (
        <path d={lines} stroke="currentColor" strokeWidth={scale} />
      )}
    </pattern>
  );
}

/** A web drawn as its hatch. */
export function WebSwatch({ web, width = 72, height = 40 }: { web: Web; width?: number; height?: number }) {
  const id = useId();
  return (
    <svg className={css.hatch} width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
      <defs>
        <WebHatch id={id} web={web} />
      </defs>
      <rect
        x="0.75"
        y="0.75"
        width={width - 1.5}
        height={height - 1.5}
        rx="4"
        fill={`url(#${id})`}
        stroke="currentColor"
        strokeWidth="1.5"
        strokeDasharray={web.liners === 0 ? '3 3' : undefined}
      />
    </svg>
  );
}

/** A spool wound with thread of a colour. @param bare an empty spool, drawn open: a thread to buy */
export function ThreadSwatch({ colour, size = 40, bare = false }: { colour: string; size?: number; bare?: boolean }) {
  return (
    <svg className={css.spool} width={size} height={size} viewBox="0 0 40 40" aria-hidden="true">
      <path d="M9 4.5H31L28 9H12ZM12 31H28L31 35.5H9Z" fill="currentColor" />
      <path
        d="M12 9H28C31.5 15 31.5 25 28 31H12C8.5 25 8.5 15 12 9Z"
        fill={colour}
        fillOpacity={bare ? 0.35 : 1}
        stroke="currentColor"
        strokeWidth="1"
        strokeDasharray={bare ? '2 2' : undefined}
      />
      {!bare && (
        <path
          d="M10.6 14L29.6 12M9.6 19L30.4 17M9.5 24L30.5 22M10.6 29L29.6 27"
          stroke={SHADOW_OF_CLOTH}
          strokeOpacity="0.28"
          strokeWidth="0.9"
        />
      )}
    </svg>
  );
}
