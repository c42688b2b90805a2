import { memo, type ReactNode } from 'react';
import { colourScale } from '~/core/base/colour';
import type { Fabric, FabricKind, Picture, Piece, Place } from '~/core/keep/model';

/** A lighter or darker shade of a colour, mixed evenly to the eye (OKLab); amount −1 … 1. */
export const shade = (colour: string, amount: number): string =>
  colourScale([colour, amount < 0 ? '#171310' : '#fffaf0'])(Math.abs(amount));

interface Texture {
  /** Side of the repeat, mm. */
  readonly size: number;
  readonly draw: (light: string, dark: string) => ReactNode;
}

const weave: Texture = {
  size: 2.4,
  draw: (light, dark) => (
    <>
      <path d="M0 0.6H2.4M0 1.8H2.4" stroke={light} strokeWidth="0.35" opacity="0.35" />
      <path d="M0.6 0V2.4M1.8 0V2.4" stroke={dark} strokeWidth="0.3" opacity="0.22" />
    </>
  ),
};
const felted: Texture = {
  size: 7,
  draw: (light, dark) => (
    <>
      <path
        d="M0.5 1.2l1.4 0.5M3.6 0.6l0.6 1.3M5.4 2.4l1.2-0.4M1.8 3.6l-0.8 1M4 4.2l1.4 0.3M6 5.6l-0.9 0.8M2.2 6l1.2-0.5"
        stroke={light}
        strokeWidth="0.28"
        opacity="0.55"
        strokeLinecap="round"
      />
      <path
        d="M2.4 0.8l0.9 0.7M0.7 2.9l1.2 0.2M4.9 3.4l0.4-1M3 5l0.3 0.9M5.8 4.3l0.8 0.6M0.6 5.8l0.7 0.7"
        stroke={dark}
        strokeWidth="0.28"
        opacity="0.4"
        strokeLinecap="round"
      />
    </>
  ),
};

/** How a kind of cloth looks up close; the repeat lies along the piece's own grain. Kinds not named here look like plain weave. */
const TEXTURES: Partial<Record<FabricKind, Texture>> = {
  batik: {
    size: 42,
    draw: (light, dark) => (
      <>
        <path
          d="M3 9c5-6 13-4 15 2s-6 9-11 7-7-6-4-9ZM26 28c4-5 12-4 13 1s-4 8-9 7-6-5-4-8Z"
          fill={light}
          opacity="0.22"
        />
        <path d="M24 6c3-4 9-3 10 1s-3 6-7 5-5-3-3-6ZM6 29c4-4 9-2 10 2s-5 6-8 4-4-4-2-6Z" fill={dark} opacity="0.2" />
        <path d="M18 21c2-2 5-1 5 1s-3 3-4 2-2-2-1-3Z" fill={light} opacity="0.3" />
      </>
    ),
  },
  linen: {
    size: 9,
    draw: (light, dark) => (
      <>
        <path d="M0 0.8H9M0 2.6H9M0 4.4H9M0 6.2H9M0 8H9" stroke={dark} strokeWidth="0.25" opacity="0.28" />
        <path d="M1 0V9M2.8 0V9M4.6 0V9M6.4 0V9M8.2 0V9" stroke={light} strokeWidth="0.3" opacity="0.5" />
        <path
          d="M1.5 3.5h3.4M5.6 7.1h2.6M4.6 1.2v2.8"
          stroke={dark}
          strokeWidth="0.55"
          opacity="0.24"
          strokeLinecap="round"
        />
      </>
    ),
  },
  flannel: felted,
  fleece: felted,
  'wool-felt': felted,
  'craft-felt': felted,
  corduroy: {
    size: 3.6,
    draw: (light, dark) => (
      <>
        <path d="M1 0V3.6" stroke={light} strokeWidth="1.1" opacity="0.28" />
        <path d="M2.8 0V3.6" stroke={dark} strokeWidth="1" opacity="0.38" />
      </>
    ),
  },
  denim: {
    size: 2.8,
    draw: (light) => (
      <path d="M-0.7 0.7L0.7-0.7M0 2.8L2.8 0M2.1 3.5L3.5 2.1" stroke={light} strokeWidth="0.55" opacity="0.3" />
    ),
  },
  canvas: {
    size: 3.2,
    draw: (light, dark) => (
      <>
        <path d="M0.8 0V1.6M2.4 1.6V3.2" stroke={light} strokeWidth="1.1" opacity="0.2" />
        <path d="M0 2.4H1.6M1.6 0.8H3.2" stroke={dark} strokeWidth="1.1" opacity="0.24" />
      </>
    ),
  },
  silk: {
    size: 14,
    draw: (light) => (
      <path d="M0 4C5 2 9 6 14 4M0 11C5 9 9 13 14 11" stroke={light} strokeWidth="2" fill="none" opacity="0.35" />
    ),
  },
  satin: {
    size: 18,
    draw: (light, dark) => (
      <>
        <path d="M-2 20L20-2" stroke={light} strokeWidth="5" opacity="0.4" />
        <path d="M7 20L20 7" stroke={dark} strokeWidth="1.5" opacity="0.16" />
      </>
    ),
  },
  leather: {
    size: 5,
    draw: (light, dark) => (
      <>
        <circle cx="1.3" cy="1.3" r="0.8" fill={dark} opacity="0.2" />
        <circle cx="3.7" cy="3.6" r="0.9" fill={light} opacity="0.2" />
      </>
    ),
  },
};

const lies = (p: Place): boolean => p.xMm !== 0 || p.yMm !== 0 || p.rotateDeg !== 0;

/** The fill of a piece, or of a fabric when no piece is named, in a picture that holds {@link ClothDefs} with the same prefix. @param onGround as there: the piece's outline is drawn in the ground's coordinates, and its print lies where the piece does */
export const clothUrl = (
  prefix: string,
  fabrics: readonly Fabric[],
  fabricId: string,
  piece?: Pick<Piece, 'id' | 'print'>,
  onGround = false,
): string =>
  piece && (onGround || lies(piece.print))
    ? `url(#${prefix}p-${piece.id})`
    : `url(#${prefix}${fabrics.findIndex((f) => f.id === fabricId)})`;

/** One SVG pattern a fabric, in millimetres: its photo at true size, or its weave. A piece whose print was slid has a pattern of its own. */
export const ClothDefs = memo(function ClothDefs({
  prefix,
  fabrics,
  pictures = [],
  pieces = [],
  onGround = false,
}: {
  prefix: string;
  fabrics: readonly Fabric[];
  pictures?: readonly Picture[];
  pieces?: readonly Piece[];
  onGround?: boolean;
}) {
  return (
    <defs>
      {fabrics.map((f, i) => {
        const photo = f.photo && pictures.find((p) => p.id === f.photo?.pictureId);
        if (f.photo && photo) {
          const height = (f.photo.widthMm * photo.heightPx) / photo.widthPx;
          return (
            <pattern
              key={f.id}
              id={`${prefix}${i}`}
              width={f.photo.widthMm}
              height={height}
              patternUnits="userSpaceOnUse"
            >
              <rect width={f.photo.widthMm} height={height} fill={f.colour} />
              <image href={photo.dataUrl} width={f.photo.widthMm} height={height} preserveAspectRatio="none" />
            </pattern>
          );
        }
        const texture = TEXTURES[f.kind] ?? weave;
        return (
          <pattern
            key={f.id}
            id={`${prefix}${i}`}
            width={texture.size}
            height={texture.size}
            patternUnits="userSpaceOnUse"
          >
            <rect width={texture.size} height={texture.size} fill={f.colour} />
            {texture.draw(shade(f.colour, 0.45), shade(f.colour, -0.5))}
          </pattern>
        );
      })}
      {pieces
        .filter((p) => onGround || lies(p.print))
        .map((p) => (
          <pattern
            key={p.id}
            id={`${prefix}p-${p.id}`}
            href={`#${prefix}${fabrics.findIndex((f) => f.id === p.fabricId)}`}
            patternTransform={[...(onGround ? [p.at] : []), p.print]
              .map((l) => `translate(${l.xMm} ${l.yMm}) rotate(${l.rotateDeg})`)
              .join(' ')}
          />
        ))}
    </defs>
  );
});
