import type { ScreenMessage } from '@gorse/contract';

/** A Frame screen that is open; it belongs to one quilt. */
export interface Screen {
  readonly quiltId: string;
  tell(message: ScreenMessage): void;
}

/** The Frame screens that are open. Each hears of its own quilt alone. */
export class Screens {
  private readonly open = new Set<Screen>();

  /** Gives how it leaves. */
  add(screen: Screen): () => void {
    this.open.add(screen);
    return () => void this.open.delete(screen);
  }

  tell(quiltId: string | null, message: ScreenMessage): void {
    for (const screen of this.of(quiltId)) screen.tell(message);
  }

  tellAll(message: ScreenMessage): void {
    for (const screen of this.open) screen.tell(message);
  }

  of(quiltId: string | null): readonly Screen[] {
    return [...this.open].filter((screen) => screen.quiltId === quiltId);
  }
}
