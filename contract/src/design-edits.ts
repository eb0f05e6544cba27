import { DESIGN_EDIT_KINDS, type DesignEdit } from '@gorse/core';
import type { ClassConstructor } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsString, Length, Matches } from 'class-validator';
import { checked, ContractError } from './check.ts';
import { IsFiniteNumber, Maybe } from './fields.ts';

/** Longest line that anything is cut from, mm. */
const LONGEST_LINE = 1e7;
const MOST_EDITS = 200;

class Plain {
  @IsIn(DESIGN_EDIT_KINDS) kind!: DesignEdit['kind'];
}
class TrimBody extends Plain {
  @IsFiniteNumber(0, LONGEST_LINE) start!: number;
  @IsFiniteNumber(0, LONGEST_LINE) end!: number;
}
class PlaceBody extends Plain {
  @IsFiniteNumber(0, LONGEST_LINE) at!: number;
}
class JoinBody extends Plain {
  @Matches(/^[\w-]{1,64}$/, { message: 'designId must be an id' }) designId!: string;
  @IsIn(['start', 'end']) own!: 'start' | 'end';
  @IsIn(['start', 'end']) other!: 'start' | 'end';
}
class SmoothBody extends Plain {
  @IsFiniteNumber(0.1, 100) amount!: number;
}
class CrumbsBody extends Plain {
  @IsFiniteNumber(0, 1000) shortest!: number;
}
class ResampleBody extends Plain {
  @IsFiniteNumber(0.05, 1000) step!: number;
}
class ScaleBody extends Plain {
  @IsFiniteNumber(0.001, 1000) factor!: number;
}

const BODIES: Readonly<Record<DesignEdit['kind'], ClassConstructor<Plain>>> = {
  trim: TrimBody,
  reverse: Plain,
  split: PlaceBody,
  join: JoinBody,
  close: Plain,
  moveStart: PlaceBody,
  smooth: SmoothBody,
  dropCrumbs: CrumbsBody,
  resample: ResampleBody,
  dropDoubled: Plain,
  scale: ScaleBody,
};

class RevisionBody {
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(MOST_EDITS) edits!: unknown[];
  /** The parent's name when left out. */
  @Maybe() @IsString() @Length(1, 120, { message: 'name must have 1 to 120 characters' }) name?: string;
}

export interface RevisionRequest {
  readonly edits: readonly DesignEdit[];
  readonly name?: string;
}

/** Checks the edits that make a revision, each by the class of its kind. Throws `ContractError`. */
export function checkedRevision(plain: unknown): RevisionRequest {
  const body = checked(RevisionBody, plain);
  const edits = body.edits.map((edit, i) => {
    const path = `edits.${i}`;
    const kind = (edit as { kind?: unknown } | null)?.kind;
    if (typeof kind !== 'string' || !Object.hasOwn(BODIES, kind)) {
      throw new ContractError([
        { path: `${path}.kind`, message: `kind must be one of ${DESIGN_EDIT_KINDS.join(', ')}.` },
      ]);
    }
    return Object.assign({}, checked(BODIES[kind as DesignEdit['kind']], edit, path)) as unknown as DesignEdit;
  });
  return { edits, ...(body.name === undefined ? {} : { name: body.name }) };
}
