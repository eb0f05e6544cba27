import { LRUCache } from 'lru-cache';
import type { Polyline } from '../geometry/polyline.ts';
import { EMPTY_RECORDS, type PlanRecords } from './plan-document.ts';
import { keepEqual } from './keep-equal.ts';
import { type PlanKind, PLAN_KINDS, QUILT_ID } from './records.ts';

/** A plan as something worked out reads it. Whatever is read here is what the result depends on. */
export interface Plan {
  readonly records: PlanRecords;
  /** The strokes of a design; undefined when there is none, or none any more. */
  strokesOf(designId: string): readonly Polyline[] | undefined;
  /** What a query gives for a key: worked out when something that it read has changed, else as it was. */
  readonly get: <K extends Key, T>(query: Query<K, T>, key: K) => T;
}

/** Something worked out of a plan: a pure function, which is its own name. Results must not hold what it was given of `records` as a whole. */
export type Query<K extends Key, T> = (plan: Plan, key: K) => T;
/** Plain data; equal data is one key. */
export type Key = string | object | null;

/** The strokes of designs, wherever they are kept; the same object as long as they are the same. */
export type StrokesOf = Plan['strokesOf'];

/** One thing that was read: how to read it again, and what it was. */
interface Read {
  readonly again: () => unknown;
  readonly value: unknown;
}

interface Cell {
  value: unknown;
  reads: readonly Read[];
  /** The plan that it was last known to hold for. */
  version: number;
}

/** Results kept of one query: the answers of the largest quilt, and of some of those before. */
const MOST_KEPT = 4096;

const settled = new WeakSet<Query<never, unknown>>();

/** Marks a query whose result, where it comes out equal, counts as unchanged: what depends on it isn't worked out again. For small plain data. */
export function settling<K extends Key, T>(query: Query<K, T>): Query<K, T> {
  settled.add(query);
  return query;
}

/**
 * Works things out of plans, each once: what a result depends on is found by what was read while it was worked out, so that nothing can be
 * forgotten. Records may come as copies: those that are equal count as unchanged.
 */
export function makeEvaluator(strokesOf: StrokesOf): { at(records: PlanRecords): Plan } {
  const queries = new Map<unknown, LRUCache<string, Cell>>();
  let current = EMPTY_RECORDS;
  let version = 0;
  const { note, noting } = makeRecorder();

  function holds(cell: Cell): boolean {
    if (cell.version === version) return true;
    const known = cell.reads.every(({ again, value }) => again() === value);
    if (known) cell.version = version;
    return known;
  }

  function get<K extends Key, T>(query: Query<K, T>, key: K): T {
    const name = typeof key === 'string' ? key : JSON.stringify(key);
    const cells = queries.get(query) ?? new LRUCache<string, Cell>({ max: MOST_KEPT });
    queries.set(query, cells);
    const value = (): unknown => {
      const before = cells.get(name);
      // Reading again what a result was made of must not count as read by whoever asks for the result.
      if (before && noting([], () => holds(before))) return before.value;
      const reads: Read[] = [];
      let made: unknown = noting(reads, () => query(plan, key));
      if (before && settled.has(query)) made = keepEqual(before.value, made);
      cells.set(name, { value: made, reads, version });
      return made;
    };
    const found = value();
    note(value, found);
    return found as T;
  }

  const plan: Plan = {
    records: trackedRecords(() => current, note),
    strokesOf(designId) {
      const value = strokesOf(designId);
      note(() => strokesOf(designId), value);
      return value;
    },
    get,
  };
  return {
    at(records) {
      const next = keepEqual(current, records);
      if (next !== current) current = next;
      // Designs may have come too.
      version++;
      return plan;
    },
  };
}

type Note = (again: Read['again'], value: unknown) => void;

/** Notes what is read while something is worked out, for that alone: what it asks for in its turn notes its own. */
function makeRecorder() {
  const open: Read[][] = [];
  return {
    note: ((again, value) => void open.at(-1)?.push({ again, value })) satisfies Note,
    noting: <T>(reads: Read[], work: () => T): T => {
      open.push(reads);
      try {
        return work();
      } finally {
        open.pop();
      }
    },
  };
}

/** The records as they are now, each read of them noted. */
function trackedRecords(now: () => PlanRecords, note: Note): PlanRecords {
  // The quilt's record is read field by field: its name has nothing to do with its passes.
  const quilt = trackedObject(() => now().quilts[QUILT_ID] ?? {}, note);
  const as = (kind: PlanKind) => (kind === 'quilts' ? (value: unknown) => value && quilt : undefined);
  return Object.fromEntries(
    PLAN_KINDS.map((kind) => [kind, trackedObject(() => now()[kind], note, as(kind))]),
  ) as unknown as PlanRecords;
}

const own = (record: object, field: string | symbol): unknown =>
  Object.hasOwn(record, field) ? (record as Record<string | symbol, unknown>)[field] : undefined;

/** Reads what `now` gives, noting each field that is read, and the whole where its fields are listed. `as` stands for a field's value. */
function trackedObject(now: () => object, note: Note, as?: (value: unknown) => unknown): object {
  return new Proxy(
    {},
    {
      get: (_, field) => {
        const again = (): unknown => {
          const value = own(now(), field);
          return as ? as(value) : value;
        };
        const value = again();
        note(again, value);
        return value;
      },
      has: (_, field) => {
        const again = (): unknown => Object.hasOwn(now(), field);
        note(again, again());
        return Object.hasOwn(now(), field);
      },
      ownKeys: () => {
        note(now, now());
        return Reflect.ownKeys(now());
      },
      getOwnPropertyDescriptor: (_, field) =>
        Object.hasOwn(now(), field) ? { configurable: true, enumerable: true, writable: true } : undefined,
    },
  );
}
