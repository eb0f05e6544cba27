import type { ScreenMessage, TouchToMake } from '@gorse/contract';
import type { FramePoint, PlanDiff } from '@gorse/core';
import { nanoid } from 'nanoid';
import { addToQuilt } from '../actions/quilts.ts';
import type { Database } from '../store/database.ts';

const MARK = 'touch';

/** The touch that the head was asked for: what it reads is in the plan before a screen hears of it. */
export class Touching {
  private asked: { readonly quiltId: string; readonly touch: TouchToMake } | null = null;

  constructor(
    private readonly database: Database,
    private readonly tell: (quiltId: string, message: ScreenMessage) => void,
  ) {}

  ask(quiltId: string, touch: TouchToMake): void {
    this.asked = { quiltId, touch };
  }

  drop(): void {
    this.asked = null;
  }

  /** The head has read where it is. Gives the quilt that was touched, or null when no touch was asked for. */
  async read(frame: FramePoint): Promise<string | null> {
    const { asked } = this;
    if (!asked) return null;
    this.asked = null;
    const { quiltId, touch } = asked;
    const diff: PlanDiff = [
      { kind: 'touches', id: touch.id, before: null, after: { ...touch, frame, at: Date.now() } },
    ];
    try {
      const { revision } = await addToQuilt(this.database, quiltId, { editId: nanoid(), mark: MARK, diff });
      this.tell(quiltId, { type: 'touched', touch: touch.id, revision, mark: MARK, diff });
      return quiltId;
    } catch (error) {
      this.tell(quiltId, {
        type: 'refused',
        command: 'touch',
        sentence: 'The touch could not be written down. Touch again.',
      });
      throw error;
    }
  }
}
