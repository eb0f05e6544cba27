import { controlId } from '../cloth/map-graph.ts';
import { mapPatches } from '../cloth/quilt-map.ts';
import { type ClothPoint, distance } from '../geometry/point.ts';
import { joinedId } from '../ids.ts';
import { SAME_LANDMARK } from '../tolerances.ts';
import { type Map4, mapFrom4 } from './from-version-4.ts';
import { pieceId } from './piece-ref.ts';

/** What a plan of version 3 had otherwise: a grid, patches as rings of four, touches without the id of what was touched. */
interface Version3 {
  readonly quilts: Readonly<Record<string, Quilt3>>;
  readonly regions: Readonly<Record<string, Region3>>;
  readonly rowSets: Readonly<Record<string, { readonly last: string }>>;
  readonly touches: Readonly<Record<string, Place3>>;
  readonly landmarks: Readonly<Record<string, Place3>>;
}
interface Quilt3 {
  readonly grid: {
    readonly across: number;
    readonly down: number;
    readonly blockWidth: number;
    readonly blockHeight: number;
    readonly sashing: number;
    readonly border: number;
  };
  readonly passes: {
    readonly starts: readonly object[];
    readonly runs: readonly { readonly id: string; readonly pass: number }[];
  };
}
interface Region3 {
  readonly id: string;
  readonly ring: readonly ClothPoint[];
}
interface Place3 {
  readonly id: string;
  readonly cloth: ClothPoint;
  readonly since: { readonly advance: number } | null;
}

/** Brings a plan of version 3 to version 4. */
export function fromVersion3(plain: Readonly<Record<string, object>>): object {
  const old = plain as unknown as Version3;
  const maps = Object.values(old.quilts).map(({ grid }) => mapOf(grid));
  const made = new Map(maps.flatMap((map) => mapPatches(mapFrom4(map))).map((region) => [region.id, region]));
  return {
    ...plain,
    quilts: each(old.quilts, ({ grid, ...quilt }) => ({
      ...quilt,
      map: mapOf(grid),
      passes: {
        starts: quilt.passes.starts,
        pieces: quilt.passes.runs.map(({ id, pass }) => ({ id: pieceIdOf(id), pass })),
      },
    })),
    regions: each(old.regions, ({ ring, ...region }) => ({
      family: 'patch',
      print: 0,
      ...made.get(region.id),
      ...region,
      origin: 'setting',
      shape: ring.map((at, i) => ({ id: `c${i + 1}`, at, corner: true })),
    })),
    rowSets: each(old.rowSets, (set) => ({ ...set, last: set.last === 'scaled' ? 'squeezed' : set.last })),
    touches: each(old.touches, (touch) => ({ ...touch, on: touchedIn(old, touch) })),
  };
}

const mapOf = ({ border, ...grid }: Quilt3['grid']): Map4 => ({
  size: {
    width: grid.across * grid.blockWidth + (grid.across - 1) * grid.sashing + 2 * border,
    length: grid.down * grid.blockHeight + (grid.down - 1) * grid.sashing + 2 * border,
  },
  setting: { kind: 'grid', ...grid },
  borders: border > 0 ? [{ width: border }] : [],
});

const each = <T>(records: Readonly<Record<string, T>>, change: (record: T) => object): object =>
  Object.fromEntries(Object.entries(records).map(([id, record]) => [id, change(record)]));

/** What a piece was called by: the id of a placement, or that and the number of a part or a row. */
function pieceIdOf(id: string): string {
  const row = /^(.+)-row-(\d+)$/.exec(id);
  const part = /^(.+)-part-(\d+)$/.exec(id);
  const [, record = id, number = '0'] = row ?? part ?? [];
  return pieceId({ source: row ? 'rowSets' : 'placements', record, part: Number(number) });
}

/** The corner or mark that was touched, by where it lies on the cloth; null where none does. */
function touchedIn({ regions, landmarks }: Version3, touch: Place3): string | null {
  const isThere = (at: ClothPoint): boolean => distance(at, touch.cloth) < SAME_LANDMARK;
  const mark = Object.values(landmarks).find(
    ({ cloth, since }) => since?.advance === touch.since?.advance && isThere(cloth),
  );
  if (mark) return joinedId('mark', mark.id);
  if (touch.since) return null;
  // Whatever order the patches came in, the same one is named.
  for (const { id, ring } of Object.values(regions).sort((a, b) => (a.id < b.id ? -1 : 1))) {
    const corner = ring.findIndex(isThere);
    if (corner >= 0) return controlId(id, `c${corner + 1}`);
  }
  return null;
}
