import { INK_ON_CLOTH } from '~/components';
import type { Mark, SheetPage } from '~/core/print/sheet';
import { STROKES } from '~/core/print/sheet';

/** One sheet on screen, drawn from the same marks as the printed one; without a label it is a small picture beside its name. Turned over, its lines are mirrored and its words still read right. */
export function SheetView({ page, flipped, label }: { page: SheetPage; flipped: boolean; label: string }) {
  const turn = (x: number): number => (flipped ? page.widthMm - x : x);
  return (
    <svg
      viewBox={`0 0 ${page.widthMm} ${page.heightMm}`}
      role="img"
      aria-label={label}
      aria-hidden={label === ''}
      data-flipped={flipped}
    >
      {page.marks.map((mark, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: marks have no identity; the page is drawn anew as a whole
        <MarkView key={i} mark={mark} turn={turn} flipped={flipped} />
      ))}
    </svg>
  );
}

function MarkView({ mark, turn, flipped }: { mark: Mark; turn: (x: number) => number; flipped: boolean }) {
  if (mark.type === 'text') {
    const anchor = flipped && mark.anchor !== 'middle' ? (mark.anchor === 'start' ? 'end' : 'start') : mark.anchor;
    return (
      <text
        x={turn(mark.x)}
        y={mark.y}
        fontSize={mark.sizeMm}
        textAnchor={anchor}
        fontWeight={mark.bold ? 700 : 400}
        fill={INK_ON_CLOTH}
        opacity={flipped ? 0.55 : 1}
      >
        {mark.text}
      </text>
    );
  }
  const style = STROKES[mark.stroke];
  return (
    <path
      d={`M${mark.points.map((p) => `${turn(p.x)} ${p.y}`).join('L')}${mark.closed ? 'Z' : ''}`}
      fill="none"
      stroke={INK_ON_CLOTH}
      strokeOpacity={(1 - style.grey) * (flipped ? 0.55 : 1)}
      strokeWidth={Math.max(0.3, style.widthMm * 1.4)}
      strokeDasharray={style.dashMm.length > 0 ? style.dashMm.join(' ') : undefined}
    />
  );
}
