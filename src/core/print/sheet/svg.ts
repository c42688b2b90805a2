import { type Mark, type SheetDocument, STROKES } from './marks';

const escapeXml = (s: string): string =>
  s.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
const n = (v: number): string => String(Number(v.toFixed(3)));
const grey = (level: number): string => {
  const hex = Math.round(level * 255)
    .toString(16)
    .padStart(2, '0');
  return `#${hex}${hex}${hex}`;
};

function markToSvg(mark: Mark): string {
  if (mark.type === 'text') {
    return `<text x="${n(mark.x)}" y="${n(mark.y)}" font-size="${n(mark.sizeMm)}" text-anchor="${mark.anchor}"${mark.bold ? ' font-weight="700"' : ''}>${escapeXml(mark.text)}</text>`;
  }
  const d = `M${mark.points.map((p) => `${n(p.x)} ${n(p.y)}`).join('L')}${mark.closed ? 'Z' : ''}`;
  return `<path class="${mark.stroke}" d="${d}"/>`;
}

/** Sheets as one SVG document at true size; pages stand one below another, 10 mm apart. */
export function sheetsToSvg(doc: SheetDocument): string {
  const gap = 10;
  const widthMm = Math.max(1, ...doc.pages.map((p) => p.widthMm));
  const heightMm = Math.max(
    1,
    doc.pages.reduce((sum, p) => sum + p.heightMm + gap, -gap),
  );
  const style = Object.entries(STROKES)
    .map(
      ([name, s]) =>
        `.${name}{fill:none;stroke:${grey(s.grey)};stroke-width:${s.widthMm};${s.dashMm.length > 0 ? `stroke-dasharray:${s.dashMm.join(' ')};stroke-linecap:round` : ''}}`,
    )
    .join('');
  let y = 0;
  const pages = doc.pages.map((page, i) => {
    const body = page.marks.map(markToSvg).join('\n');
    const out = `<g id="page-${i + 1}" transform="translate(0 ${n(y)})">\n<rect width="${n(page.widthMm)}" height="${n(page.heightMm)}" fill="#fff"/>\n${body}\n</g>`;
    y += page.heightMm + gap;
    return out;
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(widthMm)}mm" height="${n(heightMm)}mm" viewBox="0 0 ${n(widthMm)} ${n(heightMm)}" font-family="sans-serif">`,
    `<title>${escapeXml(doc.title)}</title>`,
    `<style>${style}</style>`,
    ...pages,
    '</svg>',
  ].join('\n');
}
