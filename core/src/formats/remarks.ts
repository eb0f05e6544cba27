/** Most remarks on one file; more would be read by nobody. */
const MOST_REMARKS = 20;

/** What is said of a file beside its lines: sentences about what was left out or assumed, each once. */
export class Remarks {
  /** By what was said, so that what is said a million times costs nothing. */
  private readonly said = new Map<string, string>();

  /**
   * @param sentence begins small and has no full stop
   * @param line 1-based, where it is known
   */
  say(sentence: string, line: number | null = null): void {
    if (this.said.size >= MOST_REMARKS || (line === null && this.said.has(sentence))) return;
    if (line === null) this.said.set(sentence, `${sentence[0]!.toUpperCase()}${sentence.slice(1)}.`);
    else this.said.set(`${line} ${sentence}`, `Line ${line}: ${sentence}.`);
  }

  list(): string[] {
    return [...this.said.values()];
  }
}
