/** The data folder could not be opened: said in words, and for good, until the program is started anew. */
export class CannotOpen extends Error {
  readonly code = 'CANNOT-OPEN';

  /** `savable` says that something may be made of what is there, beside it. */
  constructor(message: string, readonly savable = false) {
    super(message);
  }
}
