import { makeMap, type SettingKind } from '@gorse/core';
import { Radio, SimpleGrid, Text } from '@mantine/core';
import { SETTING_FORMS, SETTING_KINDS } from './map-forms.ts';
import { MapPicture } from './map-picture.tsx';

/** A picture of each, as it begins. */
const SAMPLES = SETTING_KINDS.map((kind) => [kind, makeMap(SETTING_FORMS[kind].first, [])] as const);

interface Props {
  readonly kind: SettingKind;
  readonly columns: number;
  readonly onKind: (kind: SettingKind) => void;
}

/** How the blocks are set, each way with its picture. */
export function SettingChoice({ kind, columns, onKind }: Props) {
  return (
    <Radio.Group label="Setting" value={kind} onChange={(value) => onKind(value)}>
      <SimpleGrid cols={columns} spacing={6} mt={4}>
        {SAMPLES.map(([one, sample]) => (
          <Radio.Card
            key={one}
            value={one}
            p={6}
            style={{ borderColor: one === kind ? 'var(--gorse)' : undefined, borderWidth: 2, textAlign: 'center' }}
          >
            <div style={{ height: 44 }} aria-hidden>
              <MapPicture map={sample} label="" />
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
