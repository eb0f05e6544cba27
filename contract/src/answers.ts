import type {
  RecipeStages,
  Shape,
  AdvanceState,
  AdvanceEvent,
  DesignEdit,
  DesignFacts,
  DesignKind,
  DrawnPieces,
  FrameReply,
  FrameState,
  Machine,
  PlanDiff,
  PlanRecords,
  QuiltMap,
  RegionKind,
  RunEvent,
  RunState,
  FileUnit,
  NeedlePicture,
  UnseenPicture,
  UnnamedTable,
} from '@gorse/core';
import type { Detail } from './check.ts';

export type ErrorCode =
  | 'badInput'
  | 'notFound'
  | 'stale'
  | 'tooLarge'
  | 'cannotRead'
  | 'needsAnswer'
  | 'refused'
  | 'forbidden'
  | 'unpaired'
  | 'unavailable'
  | 'failed';

/** Every answer that isn't 2xx. */
export interface ErrorAnswer {
  readonly code: ErrorCode;
  /** What is wrong and what to do about it. */
  readonly message: string;
  readonly details: readonly Detail[];
}

/** 409: others edited the plan since the base revision. */
export interface StaleAnswer extends ErrorAnswer {
  readonly code: 'stale';
  readonly revision: number;
  /** All that changed since the base revision. */
  readonly since: PlanDiff;
  /** Ids of the records that both sides changed. */
  readonly conflicts: readonly string[];
}

export interface HealthAnswer {
  readonly status: 'ok';
  readonly version: string;
}

/** Where the Frame screens' sockets are: on this port of the same host. */
export interface FrameAddress {
  readonly port: number;
}

export interface QuiltSummary {
  readonly id: string;
  readonly name: string;
  readonly map: QuiltMap;
  /** How many patches hold a design, and how many of those are stitched. */
  readonly placed: number;
  readonly stitched: number;
  /** Whole rows over the top, if there are any; joined rows are one run. */
  readonly rows: { readonly planned: number; readonly runsStitched: number } | null;
  /** How it lies on the poles: for which pass (from 0), what has to be done there next, and how often it was touched since. */
  readonly poles: { readonly pass: number; readonly step: AdvanceState['step']; readonly touches: number };
  /** Changes whenever its picture does; null while there is nothing to draw on its map. */
  readonly picture: string | null;
}

/** Lines of a quilt, small: SVG path data in units of `grain` mm. */
export interface QuiltPicture {
  readonly grain: number;
  readonly planned: string;
  readonly stitched: string;
  /** Patches that the map doesn't make by itself, what lies over others last. */
  readonly patches: readonly { readonly kind: RegionKind; readonly print: number; readonly edge: string }[];
}

/** A quilt on the shelf that can't be opened; the others can. */
export interface TroubledQuilt {
  readonly id: string;
  /** Why, and what to do. */
  readonly trouble: string;
}

/** A page of the shelf, last changed first. */
export interface ShelfAnswer {
  readonly quilts: readonly (QuiltSummary | TroubledQuilt)[];
  /** What to ask on with; null at the end. */
  readonly after: string | null;
}

/** Why a backup was made. */
export const BACKUP_REASONS = ['by-hand', 'daily', 'before-update', 'before-restore', 'from-elsewhere'] as const;
export type BackupReason = (typeof BACKUP_REASONS)[number];

/** Everything in one file, kept on the server. */
export interface BackupAnswer {
  readonly name: string;
  readonly reason: BackupReason;
  readonly madeAt: number;
  readonly bytes: number;
  readonly quilts: number;
  readonly runs: number;
  readonly designs: number;
  readonly frames: number;
  /** Why it can't be restored; null when it can. */
  readonly trouble: string | null;
}

/** Something that the server said. */
export interface MessageAnswer {
  /** Milliseconds since 1970. */
  readonly at: number;
  /** "info", "warn", "error" or "fatal". */
  readonly level: string;
  readonly text: string;
}

/** A tablet or another computer that was paired. */
export interface DeviceAnswer {
  readonly id: string;
  readonly name: string;
  readonly pairedAt: number;
  /** When it was here last, within an hour. */
  readonly seenAt: number;
}

export interface DevicesAnswer {
  /** Where other devices find this server; none while it serves its own machine alone. */
  readonly addresses: readonly string[];
  readonly devices: readonly DeviceAnswer[];
}

/** Pairs one device, until then. */
export interface PairingCodeAnswer {
  readonly code: string;
  /** Milliseconds since 1970. */
  readonly until: number;
}

export interface QuiltAnswer {
  readonly id: string;
  readonly revision: number;
  readonly records: PlanRecords;
}

export interface EditAnswer {
  readonly revision: number;
}

export interface DesignAnswer {
  readonly id: string;
  readonly name: string;
  readonly file: string;
  readonly facts: DesignFacts;
  /** Guessed, or as the person said. */
  readonly kind: DesignKind;
  readonly tags: readonly string[];
  readonly remarks: readonly string[];
  readonly addedAt: number;
  /** Null for an original; else the design that this is a revision of. */
  readonly originalId: string | null;
  readonly revision: number;
  /** What made it of the revision before. */
  readonly edits: readonly DesignEdit[];
}

/** What a drawing comes to as a map; it isn't kept. */
export interface MapDrawingAnswer extends DrawnPieces {
  readonly remarks: readonly string[];
}

/** 422 "needsAnswer": what a file doesn't say of itself, or what of it must be looked at before it is taken. */
export interface FileQuestion {
  /** Its size in its own units; null when the unit is known. */
  readonly unit: FileSize | null;
  /** The first rows of a table whose columns aren't named. */
  readonly table: UnnamedTable | null;
  /** What is stitched and what is travelled, as it was read; null where nothing is travelled. */
  readonly needle: NeedlePicture | null;
  /** What isn't seen in the drawing; null where all is. */
  readonly unseen: UnseenPicture | null;
}
export interface FileSize {
  readonly width: number;
  readonly height: number;
  /** What the program that wrote it usually means. */
  readonly likely: FileUnit | null;
}
export interface QuestionAnswer extends ErrorAnswer {
  readonly code: 'needsAnswer';
  readonly question: FileQuestion;
}

/** A frame with its machine, to plan quilts for. */
export interface FrameAnswer {
  readonly id: string;
  readonly machine: Machine;
  /** One that ships with Gorse: it can be copied, not changed. */
  readonly generic: boolean;
}

/** A recipe that is kept for other quilts. */
export interface KeptRecipeAnswer {
  readonly id: string;
  readonly name: string;
  readonly stages: RecipeStages;
  /** The patch that it was kept from, to picture it in. */
  readonly shape: Shape;
}

export interface RunAnswer {
  readonly id: string;
  readonly quiltId: string;
  readonly pieceId: string;
  /** The advance that it was lined up in. */
  readonly advance: number;
  /** What is stitched, in the middle of a sentence, and of which design. */
  readonly name: string;
  readonly design: string;
  /** It goes on with what another run had left. */
  readonly continued: boolean;
  /** Hash of everything the stitches were computed from. */
  readonly planHash: string;
  /** Hash of what said where the cloth lay then. */
  readonly linedUp: string;
  /** Holes of each stroke. */
  readonly holes: readonly number[];
  readonly seconds: number;
  readonly thread: number;
  readonly events: readonly RunEvent[];
  readonly state: RunState;
}

/** What the server sends to the Frame screen. */
export type ScreenMessage =
  | FrameState
  | Extract<FrameReply, { type: 'view' | 'refused' | 'hello' }>
  /** The run at the frame; null when nothing is loaded any more. */
  | { readonly type: 'run'; readonly run: RunAnswer | null }
  /** What happened to the run at the frame since it was told whole. */
  | { readonly type: 'happened'; readonly run: string; readonly event: RunEvent }
  /** A touch was made and is in the plan, as the edit that led to this revision. */
  | {
      readonly type: 'touched';
      readonly touch: string;
      readonly revision: number;
      readonly mark: string;
      readonly diff: PlanDiff;
    }
  /** Another quilt lies on the poles, or (null) none; nothing of it is told. */
  | { readonly type: 'elsewhere'; readonly quilt: string | null; readonly busy: boolean }
  | { readonly type: 'advances'; readonly events: readonly AdvanceEvent[] }
  | { readonly type: 'link'; readonly up: boolean }
  /** Answered by `beat`, so that a screen that hangs is noticed. */
  | { readonly type: 'beat' }
  /** Which screen drives, by name, and whether it is this one; the others watch, and can stop. */
  | { readonly type: 'drives'; readonly name: string; readonly own: boolean }
  /** What she must know at once, or null when all is well again. */
  | { readonly type: 'alarm'; readonly sentence: string | null };
