import { blockKindsOf, type Setting } from '@gorse/core';

/** The setting with a block of the kind after its own; as it is where all are of one kind. */
export function withNextKind(setting: Setting, block: string): Setting {
  if (!('blocks' in setting) || setting.blocks.kinds.length < 2) return setting;
  const { kinds, own } = setting.blocks;
  const next = ((blockKindsOf(setting).get(block) ?? 0) + 1) % kinds.length;
  const others = own.filter(({ id }) => id !== block);
  const byTurns = { ...setting, blocks: { ...setting.blocks, own: others } } as Setting;
  if (blockKindsOf(byTurns).get(block) === next) return byTurns;
  return { ...setting, blocks: { ...setting.blocks, own: [...others, { id: block, kind: next }] } } as Setting;
}
