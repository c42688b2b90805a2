import type { ReactNode } from 'react';
import type { Supply } from '~/core/keep/model';
import css from './Gather.module.css';

/** What each supply looks like, on a field of 40 × 40. */
const PICTURES: { readonly [S in Supply]: ReactNode } = {
  stabiliser: (
    <>
      <path className={css.body} d="M8 7H27L33 13V33H8Z" />
      <path d="M27 7V13H33M13 19h.01M20 19h.01M27 19h.01M13 26h.01M20 26h.01M27 26h.01" />
    </>
  ),
  'machine-needle': (
    <>
      <path className={css.body} d="M17 5H23V16L21.4 18V31L20 36L18.6 31V18L17 16Z" />
      <path d="M20 28V30" />
    </>
  ),
  'hand-needle': (
    <>
      <path d="M8 33L29 10" />
      <ellipse className={css.body} cx="30" cy="9" rx="2" ry="4" transform="rotate(42 30 9)" />
      <path className={css.wound} d="M30.5 9C37 14 30 20 33 26S28 34 24 33" />
    </>
  ),
  blade: (
    <>
      <path className={css.body} d="M14 5H26V22H14Z" />
      <path className={css.body} d="M17 22H23V29L17 35Z" />
      <path d="M14 11H26" />
    </>
  ),
  parchment: (
    <>
      <path className={css.body} d="M11 13V34L15 32L19 34L23 32L27 34L29 33V13" />
      <rect className={css.body} x="6" y="6" width="28" height="9" rx="4.5" />
      <path d="M30 8.5A2.5 2.5 0 1 0 30 13" />
    </>
  ),
  'release-sheet': (
    <>
      <path className={css.body} d="M7 9H33V27C33 31 29 33 25 32V27C20 34 12 33 7 31Z" />
      <path d="M12 25L23 13M12 19L18 13" />
    </>
  ),
  paint: (
    <>
      <path className={css.body} d="M8 18H28V31A4 4 0 0 1 24 35H12A4 4 0 0 1 8 31Z" />
      <path className={css.body} d="M6 13H30V18H6Z" />
      <path className={css.wound} d="M8 24C13 21 17 28 28 23" />
      <path d="M20 13L31 4" />
    </>
  ),
  'printer-paper': (
    <>
      <path className={css.body} d="M12 5H32V30H12Z" />
      <path className={css.body} d="M8 9H28V35H8Z" />
      <path d="M12 15H24M12 20H24M12 25H20" />
    </>
  ),
  pencil: (
    <>
      <path className={css.body} d="M29 5L35 11L14 32L6 34L8 26Z" />
      <path d="M25 9L31 15M8 26L14 32" />
    </>
  ),
  'fine-pen': (
    <>
      <path className={css.body} d="M15 5H25V24L20 34L15 24Z" />
      <path d="M15 14H25M20 34V36" />
    </>
  ),
  tape: (
    <>
      <circle className={css.body} cx="18" cy="20" r="13" />
      <circle className={css.body} cx="18" cy="20" r="6" />
      <path d="M18 33H35V29" />
    </>
  ),
  pins: (
    <>
      <path d="M12 12L27 33M28 10L15 34" />
      <circle className={css.body} cx="11" cy="10" r="4" />
      <circle className={css.body} cx="29" cy="8" r="4" />
    </>
  ),
  'fabric-glue': (
    <>
      <path className={css.body} d="M13 16H27V35H13Z" />
      <path className={css.body} d="M16 11H24L27 16H13Z" />
      <path d="M20 11V5M16 24H24" />
    </>
  ),
  cord: (
    <>
      <path d="M5 10C15 18 25 18 35 10" />
      <path className={css.body} d="M9 14L17 16L12 25Z" />
      <path className={css.body} d="M22 16L31 14L27 24Z" />
    </>
  ),
  ring: (
    <>
      <circle className={css.body} cx="20" cy="20" r="15" />
      <circle className={css.wound} cx="20" cy="20" r="11" />
    </>
  ),
  stem: (
    <>
      <path d="M20 4C24 14 16 24 21 36" />
      <path className={css.body} d="M21 13C27 9 31 11 33 8C33 16 27 18 21 16Z" />
      <path className={css.body} d="M19 24C13 20 9 22 7 19C7 27 13 29 19 27Z" />
    </>
  ),
  'quilt-backing': (
    <>
      <path className={css.body} d="M6 12H30A4 4 0 0 1 30 20H6Z" />
      <path className={css.body} d="M34 20A4 4 0 0 1 30 28H6V20" />
      <path d="M10 16H26M10 24H26" />
    </>
  ),
  wadding: (
    <>
      <path
        className={css.body}
        d="M7 29C3 27 4 22 8 22C6 17 12 14 15 17C17 12 24 12 25 17C29 14 35 18 32 22C37 23 36 29 32 29Z"
      />
      <path d="M14 24C16 22 18 26 20 24S24 22 26 24" />
    </>
  ),
  'new-web': (
    <>
      <path className={css.body} d="M12 10H33V34H12Z" />
      <path d="M12 18L20 10M12 26L28 10M12 34L33 13M20 34L33 21M28 34L33 29" />
      <rect className={css.body} x="6" y="6" width="8" height="28" rx="4" />
    </>
  ),
};

/** A little drawing of a supply, beside its line. It only repeats its name. */
export const SupplyPicture = ({ supply }: { supply: Supply }) => (
  <svg className={css.supply} viewBox="0 0 40 40" width={40} height={40} aria-hidden="true">
    {PICTURES[supply]}
  </svg>
);
