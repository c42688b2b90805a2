/** Stands in for parts of the PDF writer that turn pages into pictures: nothing of ours asks for them, and they would be half a megabyte. */
export default function leftOut(): never {
  throw new Error('Pages are never turned into pictures here.');
}
