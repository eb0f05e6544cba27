/** Why Gorse can't start; the message is a sentence that says what to do. */
export class CannotStart extends Error {
  override readonly name = 'CannotStart';
  /** The data is there, but can't be opened: a backup may take its place. */
  readonly damaged: boolean;

  constructor(message: string, options: { readonly cause?: unknown; readonly damaged?: boolean } = {}) {
    super(message, options);
    this.damaged = options.damaged ?? false;
  }
}
