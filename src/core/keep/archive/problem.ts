/** What is wrong with a file, or with a part of it. Words: src/words/archive.ts. */
export type ArchiveProblem =
  /** The zip cannot be read. */
  | {
      readonly code:
        | 'locked'
        | 'overlapping'
        | 'strange-name'
        | 'cut-off'
        | 'grows'
        | 'too-many'
        | 'too-large'
        | 'broken'
        | 'empty';
    }
  | { readonly code: 'doubled'; readonly name: string }
  /** It is not as it was written, or one file in it. */
  | { readonly code: 'changed' }
  | { readonly code: 'entry-changed'; readonly name: string }
  /** A file that has to be in it. @property ours only a file of ours has it */
  | { readonly code: 'missing'; readonly name: string; readonly ours: boolean }
  | { readonly code: 'no-drawer' }
  /** What the reader of a document said of it. @property of which part; null: the document itself */
  | { readonly code: 'said'; readonly of: string | null; readonly message: string }
  | { readonly code: 'within'; readonly folder: string; readonly problem: ArchiveProblem }
  | { readonly code: 'versions-lost'; readonly name: string; readonly lost: number; readonly all: number }
  | { readonly code: 'shape-lost' | 'face-lost'; readonly name: string };
