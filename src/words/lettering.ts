import type { FaceProblem, LetteringProblem } from '~/core/intake/lettering';

/** Why a word cannot be set, or a font file not used, and what to do. */
export function letteringWords(p: LetteringProblem | FaceProblem): string {
  switch (p.code) {
    case 'no-word':
      return 'Type a word first.';
    case 'nothing-to-cut':
      return 'There is no letter to cut in this word.';
    case 'box-too-small':
      return 'The box is too small for this word with these gaps. Make it larger, or the gaps smaller.';
    case 'letters-missing':
      return `${p.face} has no ${p.missing.map((c) => `“${c}”`).join(', ')}. Choose another typeface, or leave ${p.missing.length === 1 ? 'it' : 'them'} out.`;
    case 'no-font':
      return `“${p.name}” cannot be read as a font. Choose a .ttf, .otf, .woff or .woff2 file.`;
    case 'not-here':
      return 'The typeface of this word is not in this browser. Choose another, or import its font file again.';
    case 'no-letters':
      return `“${p.name}” holds no letters that can be cut. Choose another typeface.`;
  }
}
