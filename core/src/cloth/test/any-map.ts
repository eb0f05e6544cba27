import { STRAIGHT } from '../edge-shape.ts';
import fc from 'fast-check';
import { type Border, BORDER_CORNERS } from '../border.ts';
import { TURNS } from '../blocks.ts';
import type { Setting } from '../settings/settings.ts';
import { UNIT_KINDS } from '../units.ts';

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const few = fc.integer({ min: 1, max: 5 });
const sashing = fc.oneof(fc.constant(0), mm(5, 80));
const own = fc.constant([]);
const turns = fc.constantFrom(...TURNS);
const kinds = <T extends string>(of: readonly T[]) => fc.array(fc.constantFrom(...of), { minLength: 1, maxLength: 3 });
const blocks = fc.record({ kinds: kinds(UNIT_KINDS), turns, own });
const plain = fc.record({ kinds: kinds(['plain'] as const), turns, own });
const counted = { across: few, down: few };
const oblong = { ...counted, blockWidth: mm(60, 400), blockHeight: mm(60, 400), sashing, blocks };
const anySetting: fc.Arbitrary<Setting> = fc.oneof(
  fc.record({ kind: fc.constant('grid' as const), ...oblong, cornerstones: fc.boolean() }),
  fc.record({ kind: fc.constant('brick' as const), ...oblong }),
  fc.record({
    kind: fc.constant('on-point' as const),
    ...{ ...counted, block: mm(60, 400), sashing, blocks },
    edge: fc.constantFrom('triangles' as const, 'half-blocks' as const),
  }),
  fc.record({ kind: fc.constant('hexagons' as const), ...counted, block: mm(60, 400), blocks: plain }),
  fc.record({ kind: fc.constant('triangles' as const), ...counted, block: mm(60, 400), blocks: plain }),
  fc.record({ kind: fc.constant('strips' as const), across: few, blockWidth: mm(60, 400), length: mm(60, 2000), sashing }),
  fc.record({ kind: fc.constant('whole' as const), width: mm(60, 2000), length: mm(60, 2000) }),
); // prettier-ignore
const side = fc.oneof(fc.constant(0), mm(10, 200));
const border: fc.Arbitrary<Border> = fc.record({
  ...{ top: side, right: side, bottom: side, left: side },
  corner: fc.constantFrom(...BORDER_CORNERS),
  edge: fc.constant(STRAIGHT),
});
/** Any setting, pieced anyhow, with up to four borders. */
export const anyMap = fc.record({ setting: anySetting, borders: fc.array(border, { maxLength: 4 }) });
