/** Most remarks on one file; more would be read by nobody. */
const MOST_REMARKS = 20;

/** What is said of a file beside its lines: sentences about what was left out or assumed, each once. */
export class Remarks {
  /** Remarks by their sentences: what would be said of a million places is said of the first. */
  private readonly said = new Map<string, string>();

  /**
   * @param sentence begins small and has no full stop
   * @param line 1-based, where it is known
   */
  say(sentence: string, line: number | null = null): void {
    if (this.said.size >= MOST_REMARKS || this.said.has(sentence)) return;
    const begun = line === null ? `${sentence[0]!.toUpperCase()}${sentence.slice(1)}` : `Line ${line}: ${sentence}`;
    this.said.set(sentence, `${begun}.`);
  }

  list(): string[] {
    return [...this.said.values()];
  }
}
