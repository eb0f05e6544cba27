import { makeMap, type SettingKind } from '@gorse/core';
import { Radio, SimpleGrid, Text } from '@mantine/core';
import { MOORLAND } from '../../ui/theme.ts';
import { SETTING_FORMS } from './map-forms.ts';
import { useMemo } from 'react';
import { MapPicture } from '../outlines/map-picture.tsx';

interface Props {
  readonly kind: SettingKind;
  readonly kinds: readonly SettingKind[];
  readonly columns: number;
  readonly onKind: (kind: SettingKind) => void;
}

/** How the blocks are set, each way with its picture. */
export function SettingChoice({ kind, kinds, columns, onKind }: Props) {
  const samples = useMemo(() => kinds.map((one) => [one, makeMap(SETTING_FORMS[one].first, [])] as const), [kinds]);
  return (
    <Radio.Group label="Setting" value={kind} onChange={(value) => onKind(value)}>
      <SimpleGrid cols={columns} spacing={6} mt={4}>
        {samples.map(([one, sample]) => (
          <Radio.Card
            key={one}
            value={one}
            p={6}
            style={{ borderColor: one === kind ? 'var(--gorse)' : undefined, borderWidth: 2, textAlign: 'center' }}
          >
            <div style={{ height: 44 }} aria-hidden>
              {one === 'drawn' ? <DrawnSketch /> : <MapPicture map={sample} label="" />}
            </div>
            <Text size="xs" fw={one === kind ? 700 : 400} mt={4}>
              {SETTING_FORMS[one].label}
            </Text>
          </Radio.Card>
        ))}
      </SimpleGrid>
    </Radio.Group>
  );
}

/** Stands for patches that no setting makes. */
export function DrawnSketch() {
  return (
    <svg viewBox="0 0 48 48" width="100%" height="100%" fill={MOORLAND.calico} stroke={MOORLAND.slate} strokeWidth={2}>
      <path d="M4 4H44V44H4ZM24 4V44M4 24H44" />
      <path d="M24 14c8 -8 14 4 0 12c-14 -8 -8 -20 0 -12Z" fill={MOORLAND.gorse} />
    </svg>
  );
}
