import { type FrameFault, type HeadCommand, type Speed, SPEEDS } from '@gorse/core';
import { type ClassConstructor } from 'class-transformer';
import { IsBoolean, IsIn, ValidateIf } from 'class-validator';
import { checked, ContractError } from './check.ts';
import { IsFiniteNumber, Nested } from './fields.ts';
import { Id } from './records/ids.ts';
import { type TouchToMake, TouchToMakeBody } from './records/touches.ts';

const FAR = 20_000;

const PLAIN = ['bobbinThread', 'rehearse', 'pause', 'resume', 'stop', 'beat', 'drive'] as const;

class Plain {
  @IsIn(PLAIN) type!: (typeof PLAIN)[number];
}
class Start {
  @IsIn(['start']) type!: 'start';
  @Id() run!: string;
  @IsBoolean() unrehearsed!: boolean;
}
class Touch {
  @IsIn(['touch']) type!: 'touch';
  @Nested(() => TouchToMakeBody) touch!: TouchToMake;
}
class Jog {
  @IsIn(['jog']) type!: 'jog';
  @IsFiniteNumber(-FAR, FAR) dx!: number;
  @IsFiniteNumber(-FAR, FAR) dy!: number;
}
class GoTo {
  @IsIn(['carry', 'goTo']) type!: 'carry' | 'goTo';
  @IsFiniteNumber(-FAR, FAR) x!: number;
  @IsFiniteNumber(-FAR, FAR) y!: number;
}
class SpeedBody {
  @IsIn(['speed']) type!: 'speed';
  @IsIn(SPEEDS) percent!: Speed;
}
class Needle {
  @IsIn(['needle']) type!: 'needle';
  @IsIn(['up', 'down']) position!: 'up' | 'down';
}
class Fault {
  @IsIn(['fault']) type!: 'fault';
  @ValidateIf((body: Fault) => body.fault !== null) @IsIn(['threadBroke', 'bobbinEmpty']) fault!: FrameFault | null;
}

/** What a screen may ask of the frame itself: lines are loaded only by the server, and a touch says what is touched. */
export type ScreenCommand =
  | Exclude<HeadCommand, { type: 'hello' | 'beat' | 'again' | 'load' | 'unload' | 'touch' | 'start' }>
  | { readonly type: 'touch'; readonly touch: TouchToMake }
  /** Stitches a run, if it is the one that is loaded; `unrehearsed` when the person goes without. */
  | { readonly type: 'start'; readonly run: string; readonly unrehearsed: boolean }
  /** The screen is there: the answer to each beat it hears. */
  | { readonly type: 'beat' }
  /** It takes over from the screen that drives. */
  | { readonly type: 'drive' };

const BODIES: { readonly [T in ScreenCommand['type']]: ClassConstructor<object> } = {
  bobbinThread: Plain,
  rehearse: Plain,
  pause: Plain,
  resume: Plain,
  stop: Plain,
  beat: Plain,
  drive: Plain,
  start: Start,
  touch: Touch,
  jog: Jog,
  carry: GoTo,
  goTo: GoTo,
  needle: Needle,
  speed: SpeedBody,
  fault: Fault,
};

/** Checks a message of the Frame screen. Throws `ContractError`. */
export function checkedScreenCommand(plain: unknown): ScreenCommand {
  const type = (plain as { type?: unknown } | null)?.type;
  const body =
    typeof type === 'string' && Object.hasOwn(BODIES, type) ? BODIES[type as ScreenCommand['type']] : undefined;
  if (!body)
    throw new ContractError([{ path: 'type', message: `type must be one of ${Object.keys(BODIES).join(', ')}.` }]);
  return { ...checked(body, plain) } as ScreenCommand;
}
