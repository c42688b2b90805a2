/** The file of each shipped face (Fontsource packages, OFL). Ids are those of core/lettering/faces.ts. */
export const FACE_FILES: Readonly<Record<string, string>> = {
  'plain-heavy': '@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff',
  'plain-bold': '@fontsource/rubik/files/rubik-latin-800-normal.woff',
  'plain-any':
    '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  'round-bold': '@fontsource/fredoka/files/fredoka-latin-700-normal.woff',
  geometric: '@fontsource/poppins/files/poppins-latin-800-normal.woff',
  sign: '@fontsource/lilita-one/files/lilita-one-latin-400-normal.woff',
  soft: '@fontsource/paytone-one/files/paytone-one-latin-400-normal.woff',
  tall: '@fontsource/anton/files/anton-latin-400-normal.woff',
  slab: '@fontsource/alfa-slab-one/files/alfa-slab-one-latin-400-normal.woff',
  wide: '@fontsource/bowlby-one/files/bowlby-one-latin-400-normal.woff',
};
