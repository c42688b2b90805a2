// How much room words take on a sheet. The sheets' own type is DejaVu Sans; a drawing of theirs asks for any plain face, which is no wider.

/** Widths of the printable ASCII characters, thousandths of the em, from “ ” to “~”, measured on the face; a test measures them again. */
const REGULAR =
  '318 401 460 838 636 950 780 275 390 390 500 838 318 361 318 337 636 636 636 636 636 636 636 636 636 636 337 337 838 838 838 531 1000 684 686 698 770 632 575 775 752 295 295 656 557 863 748 787 603 787 695 635 611 732 684 989 685 611 685 390 337 390 838 500 500 613 635 550 635 615 352 635 634 278 278 579 278 974 634 612 635 635 411 521 392 634 592 818 592 592 525 636 337 636 838'
    .split(' ')
    .map(Number);
const BOLD =
  '348 456 521 838 696 1002 872 306 457 457 523 838 380 415 380 365 696 696 696 696 696 696 696 696 696 696 400 400 838 838 838 580 1000 774 762 734 830 683 683 821 837 372 372 775 637 995 837 850 733 850 770 720 682 812 774 1103 771 724 725 457 365 457 838 500 500 675 716 593 716 678 435 716 712 343 343 665 343 1042 712 687 716 716 493 595 478 712 652 924 645 652 582 712 365 712 838'
    .split(' ')
    .map(Number);
const FIRST = 32;
/** Of any other letter: those of the East Asian scripts fill the em, marks take no room, the rest are taken as broad ones. */
const FULL = /[\u1100-\u115f\u2e80-\ua4cf\uac00-\ud7a3\uf900-\ufaff\ufe30-\ufe6f\uff00-\uff60\u{1f000}-\u{3ffff}]/u;
const MARK = /\p{M}/u;
const OTHER = 720;
const OTHER_BOLD = 800;

/** How wide words come out, mm; of letters beyond ASCII at most so wide. @param sizeMm height of the em */
export function textWidthMm(text: string, sizeMm: number, bold = false): number {
  let sum = 0;
  for (const char of text) {
    const known = (bold ? BOLD : REGULAR)[char.charCodeAt(0) - FIRST];
    if (char.length === 1 && known !== undefined) sum += known;
    else if (FULL.test(char)) sum += 1000;
    else if (!MARK.test(char)) sum += bold ? OTHER_BOLD : OTHER;
  }
  return (sum * sizeMm) / 1000;
}

/** Words shortened to the room there is, with an ellipsis where something is missing. */
export function clipped(text: string, roomMm: number, sizeMm: number, bold = false): string {
  if (textWidthMm(text, sizeMm, bold) <= roomMm) return text;
  const chars = [...text];
  while (chars.length > 0 && textWidthMm(`${chars.join('')}…`, sizeMm, bold) > roomMm) chars.pop();
  return `${chars.join('').trimEnd()}…`;
}

/** Words broken into lines that fit, at blanks; a word that is longer than a line is broken within. */
export function wrapped(text: string, roomMm: number, sizeMm: number, bold = false): string[] {
  const fits = (line: string): boolean => textWidthMm(line, sizeMm, bold) <= roomMm;
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).filter((w) => w !== '')) {
    if (line !== '' && fits(`${line} ${word}`)) {
      line = `${line} ${word}`;
      continue;
    }
    if (line !== '') lines.push(line);
    line = '';
    for (const char of word) {
      if (line !== '' && !fits(line + char)) {
        lines.push(line);
        line = '';
      }
      line += char;
    }
  }
  if (line !== '') lines.push(line);
  return lines;
}
