import { type Change, type PlanDiff, type PlanKind, PLAN_KINDS } from '@gorse/core';
import { type ClassConstructor } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsInt, IsString, Length, Matches, Min } from 'class-validator';
import { checked, ContractError } from './check.ts';
import { isId } from './records/ids.ts';
import { BorderSetBody } from './records/borders.ts';
import { KeepOutBody } from './records/masks.ts';
import { RegionBody } from './records/map.ts';
import { QuiltBody } from './records/quilt.ts';
import { PhotoBody } from './records/photos.ts';
import { PlacementBody, RecipeBody } from './records/recipes.ts';
import { RowSetBody } from './records/rows.ts';
import { LandmarkBody, TouchBody } from './records/touches.ts';

const RECORD_BODIES: { readonly [K in PlanKind]: ClassConstructor<object> } = {
  quilts: QuiltBody,
  regions: RegionBody,
  recipes: RecipeBody,
  placements: PlacementBody,
  rowSets: RowSetBody,
  borderSets: BorderSetBody,
  keepOuts: KeepOutBody,
  landmarks: LandmarkBody,
  touches: TouchBody,
  photos: PhotoBody,
};

/** Most records one edit may change: the largest grid has fewer than a third of it. */
const MOST_CHANGES = 50_000;

class EditBody {
  /** Made by the sender, so that an edit sent twice counts once. */
  @Matches(/^[\w-]{8,64}$/, { message: 'editId must be 8 to 64 letters, digits, - or _' }) editId!: string;
  @IsInt() @Min(0) baseRevision!: number;
  /** What was done, in words: `margin`, `undo touch`. */
  @IsString() @Length(1, 120) mark!: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(MOST_CHANGES) diff!: unknown[];
}

export interface EditRequest {
  readonly editId: string;
  readonly baseRevision: number;
  readonly mark: string;
  readonly diff: PlanDiff;
}

/** Checks an edit and every record in it, each by the class of its kind. Throws `ContractError`. */
export function checkedEdit(plain: unknown): EditRequest {
  const body = checked(EditBody, plain);
  const named = new Set<string>();
  for (const change of body.diff) {
    const { kind, id } = (change ?? {}) as { readonly kind?: unknown; readonly id?: unknown };
    const name = `${String(kind)} ${String(id)}`;
    if (named.has(name))
      throw new ContractError([
        { path: 'diff', message: `The edit changes ${name} twice. Send what it comes to once.` },
      ]);
    named.add(name);
  }
  return {
    editId: body.editId,
    baseRevision: body.baseRevision,
    mark: body.mark,
    diff: body.diff.map((change, i) => checkedChange(change, `diff.${i}`)),
  };
}

function checkedChange(plain: unknown, path: string): Change {
  const fault = (field: string, message: string): ContractError =>
    new ContractError([{ path: `${path}.${field}`, message }]);
  if (typeof plain !== 'object' || plain === null)
    throw new ContractError([{ path, message: 'A change is a JSON object.' }]);
  const { kind, id, before, after, ...unknown } = plain as Record<string, unknown>;
  const extra = Object.keys(unknown)[0];
  if (extra !== undefined) throw fault(extra, `A change has no field ${extra}.`);
  if (!PLAN_KINDS.includes(kind as PlanKind)) throw fault('kind', `kind must be one of ${PLAN_KINDS.join(', ')}.`);
  if (typeof id !== 'string' || !isId(id)) throw fault('id', 'id must be 1 to 64 letters, digits, - or _.');
  const body = RECORD_BODIES[kind as PlanKind];
  const record = (value: unknown, side: string): object | null =>
    value === null ? null : { ...checked(body, value, `${path}.${side}`) };
  const change = { kind, id, before: record(before, 'before'), after: record(after, 'after') };
  if (change.before === null && change.after === null)
    throw fault('after', 'A change needs a record before or after it.');
  return change as Change;
}
