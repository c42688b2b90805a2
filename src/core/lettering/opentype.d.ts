/** The package's own module, which Node and bundlers alike read as one; its types stand under its plain name. */
declare module 'opentype.js/dist/opentype.mjs' {
  export { parse } from 'opentype.js';
}
