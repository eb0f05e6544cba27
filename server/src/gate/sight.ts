import { advanceNow, type FrameReply, type FrameState, headAt, type HeadSeen } from '@gorse/core';
import type { LoadedLine } from './loaded-line.ts';
import type { OnPolesSeen } from './messages.ts';
import type { Screen } from './screens.ts';

/** What the frame has told of itself over the link that is up, and what lies on its poles. */
export class Sight {
  state: FrameState | null = null;
  view: Extract<FrameReply, { type: 'view' }> | null = null;
  poles: OnPolesSeen | null = null;

  get isStitching(): boolean {
    return this.state?.mode === 'stitching';
  }

  get isUnderWay(): boolean {
    return this.isStitching || this.state?.mode === 'paused';
  }

  /** The head, with the line that is loaded; null before it has told. */
  head(line: LoadedLine | null): HeadSeen | null {
    const { state, poles } = this;
    if (!state || !poles) return null;
    const { mode, needle, fault, bobbinThreadUp } = state;
    const loaded = line && { run: line.of.run, hash: line.of.hash, next: line.next };
    const { area } = poles;
    const advance = advanceNow(poles.advances);
    return { at: headAt(state), mode, needle, fault, bobbinThreadUp, area, advance, loaded };
  }

  /** Of a frame that can't be heard nothing is known. */
  lose(): void {
    this.state = null;
    this.view = null;
  }

  /** Nothing lies on the poles. */
  bare(): void {
    this.poles = null;
    this.view = null;
  }

  tell(screen: Screen): void {
    if (screen.quiltId !== this.poles?.quiltId) return;
    if (this.view?.quilt === screen.quiltId) screen.tell(this.view);
    if (this.state) screen.tell(this.state);
  }
}
