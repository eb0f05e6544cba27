/** Why Gorse can't start; the message is a sentence that says what to do. */
export class CannotStart extends Error {
  override readonly name = 'CannotStart';
}
