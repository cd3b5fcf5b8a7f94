/** Why no table can be read of a file. */
export type BookFault =
  | 'ods'
  | 'xls'
  | 'pdf'
  | 'binary'
  | 'empty'
  | 'broken'
  | 'too-many-rows'
  | 'too-many-columns'
  | 'too-many-cells'
  | 'too-much-text';

export class BookError extends Error {
  constructor(
    readonly fault: BookFault,
    /** how many are read at the most, and the sheet that has more */
    readonly detail: Readonly<{ most?: number; sheet?: string }> = {},
  ) {
    super(fault);
  }
}
