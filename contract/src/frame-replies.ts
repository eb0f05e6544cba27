import {
  type FrameEventKind,
  type FrameFault,
  type FrameMode,
  type FrameReply,
  type NeedlePosition,
  type Speed,
  SPEED_EVENTS,
  SPEEDS,
  type TrueLine,
  type TruePatch,
} from '@gorse/core';
import { type ClassConstructor, Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsBoolean, IsIn, ValidateIf, ValidateNested } from 'class-validator';
import { checked, ContractError } from './check.ts';
import { Count, IsFiniteNumber, NestedOrNull, Words } from './fields.ts';

const FAR = 20_000;
const MODES: readonly FrameMode[] = ['idle', 'moving', 'rehearsing', 'stitching', 'paused'];
const FAULTS: readonly FrameFault[] = ['threadBroke', 'bobbinEmpty'];
const KINDS: readonly FrameEventKind[] = [
  ...SPEED_EVENTS,
  'rehearsed',
  'bobbinThreadUp',
  'started',
  'paused',
  'resumed',
  'stopped',
  'threadBroke',
  'bobbinEmpty',
  'mended',
  'finished',
  'unloaded',
];

class Stroke {
  @Words(64) run!: string;
  @Words(128) hash!: string;
  @Count() stroke!: number;
}
class HeldBody extends Stroke {
  @Count() advance!: number;
  @Count() stitch!: number;
}
class Hello {
  @IsIn(['hello']) type!: 'hello';
  @Count() version!: number;
  @Words(120) name!: string;
  @IsBoolean() standIn!: boolean;
  @IsFiniteNumber(0, FAR) width!: number;
  @IsFiniteNumber(0, FAR) reach!: number;
  @Count() seq!: number;
  @NestedOrNull(() => HeldBody) held!: HeldBody | null;
}
class Loaded extends Stroke {
  @IsIn(['loaded']) type!: 'loaded';
  @Count() holes!: number;
  @Count() from!: number;
}
class Confirmed {
  @IsIn(['confirmed']) type!: 'confirmed';
  @IsIn(['stop', 'pause']) command!: 'stop' | 'pause';
}
class StateRun {
  @Words(64) id!: string;
  @Count() stroke!: number;
  @Count() stitch!: number;
  @Count() of!: number;
  @IsFiniteNumber(0, 1e7) secondsLeft!: number;
}
class State {
  @IsIn(['state']) type!: 'state';
  @IsIn(MODES) mode!: FrameMode;
  @IsIn(['up', 'down']) needle!: NeedlePosition;
  @IsFiniteNumber(-FAR, FAR) x!: number;
  @IsFiniteNumber(-FAR, FAR) y!: number;
  @NestedOrNull(() => StateRun) run!: StateRun | null;
  @IsIn(SPEEDS) speed!: Speed;
  @IsBoolean() bobbinThreadUp!: boolean;
  @IsFiniteNumber(0, 1) bobbin!: number;
  @ValidateIf(({ fault }: State) => fault !== null) @IsIn(FAULTS) fault!: FrameFault | null;
  @Count() seq!: number;
}
class Touched {
  @IsIn(['touched']) type!: 'touched';
  @IsFiniteNumber(-FAR, FAR) x!: number;
  @IsFiniteNumber(-FAR, FAR) y!: number;
}
class Happened {
  @IsIn(['event']) type!: 'event';
  @Count() seq!: number;
  @IsIn(KINDS) kind!: FrameEventKind;
  @ValidateIf(({ run }: Happened) => run !== null) @Words(64) run!: string | null;
  @Count() stroke!: number;
  @Count() stitch!: number;
}
class Refused {
  @IsIn(['refused']) type!: 'refused';
  @Words(32) command!: string;
  @Words(400) sentence!: string;
}
class PatchBody implements TruePatch {
  @Words(120) name!: string;
  @Words(32) kind!: TruePatch['kind'];
  @Count() print!: number;
  @IsArray() @ArrayMaxSize(100_000) @IsFiniteNumber(-FAR, FAR, { each: true }) ring!: readonly number[];
}
class LineBody implements TrueLine {
  @Words(64) run!: string;
  @Count() advance!: number;
  @IsArray() @ArrayMaxSize(2_000_000) @IsFiniteNumber(-FAR, FAR, { each: true }) points!: readonly number[];
}
class View {
  @IsIn(['view']) type!: 'view';
  @Words(64) quilt!: string;
  @IsArray() @ArrayMaxSize(20_000) @ValidateNested({ each: true }) @Type(() => PatchBody) patches!: PatchBody[];
  @IsArray() @ArrayMaxSize(20_000) @ValidateNested({ each: true }) @Type(() => LineBody) stitched!: LineBody[];
}

const BODIES: { readonly [T in FrameReply['type']]: ClassConstructor<object> } = {
  hello: Hello,
  loaded: Loaded,
  confirmed: Confirmed,
  state: State,
  view: View,
  touched: Touched,
  event: Happened,
  refused: Refused,
};

/** Checks what a frame says: whatever a bridge sends, nothing unknown goes on to the screens. Throws `ContractError`. */
export function checkedFrameReply(plain: unknown): FrameReply {
  const type = (plain as { type?: unknown } | null)?.type;
  if (typeof type !== 'string' || !Object.hasOwn(BODIES, type))
    throw new ContractError([{ path: 'type', message: `type must be one of ${Object.keys(BODIES).join(', ')}.` }]);
  return checked(BODIES[type as FrameReply['type']], plain) as FrameReply;
}
