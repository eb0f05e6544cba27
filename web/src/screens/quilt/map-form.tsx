import {
  type Border,
  type Blocks,
  makeMap,
  mapSizedTo,
  mapTrouble,
  type Setting,
  type SettingKind,
  type Size,
} from '@gorse/core';
import { NumberInput, SegmentedControl, SimpleGrid, Stack, Switch, Text } from '@mantine/core';
import { useState } from 'react';
import { LengthInput } from '../../ui/length-input.tsx';
import { BlocksForm } from './blocks-form.tsx';
import { BordersForm } from './borders-form.tsx';
import { couldBeTyped, fieldsOf, type SettingField, settingAs, valueOf } from './map-forms.ts';
import { SettingChoice } from './setting-choice.tsx';

/** What a top is made of, as it is typed. */
export interface TopForm {
  readonly setting: Setting;
  readonly borders: readonly Border[];
}

interface Props {
  readonly top: TopForm;
  readonly howToChoose: string;
  readonly kinds: readonly SettingKind[];
  /** Settings in a row. */
  readonly columns: number;
  readonly onTop: (top: TopForm) => void;
}

/** Everything that a top is told by: its setting and borders. */
export function MapForm({ top, kinds, columns, howToChoose, onTop }: Props) {
  const { setting, borders } = top;
  const setSetting = (next: Setting): void => onTop({ borders, setting: next });
  return (
    <Stack gap="sm">
      {kinds.length > 1 && (
        <SettingChoice
          kind={setting.kind}
          kinds={kinds}
          columns={columns}
          onKind={(kind) => setSetting(settingAs(setting, kind))}
        />
      )}
      <Measures setting={setting} onSetting={setSetting} />
      {'blocks' in setting && (
        <BlocksForm
          blocks={setting.blocks}
          plain={setting.kind === 'hexagons' || setting.kind === 'triangles'}
          howToChoose={howToChoose}
          onBlocks={(blocks: Blocks) => setSetting({ ...setting, blocks } as Setting)}
        />
      )}
      <BordersForm borders={borders} onBorders={(next) => onTop({ setting, borders: next })} />
    </Stack>
  );
}

/** Of what has no blocks. */
const HOW_SIZED: Partial<Record<SettingKind, string>> = {
  whole: 'The finished size is that of the whole top, borders counted.',
  drawn: 'What was drawn is sized with the top.',
};

/** How large it will be, to be typed as well: the blocks follow. */
export function FinishedSize({ top, onTop }: Pick<Props, 'top' | 'onTop'>) {
  const map = makeMap(top.setting, top.borders);
  const trouble = mapTrouble(map);
  const [refused, setRefused] = useState('');
  const sizeTo = (side: keyof Size, mm: number): void => {
    const sized = mapSizedTo(map, side, mm);
    const can = couldBeTyped(sized);
    setRefused(can ? '' : 'No block is of that size. Change how many there are, or the borders.');
    if (can) onTop(sized);
  };
  return (
    <Stack gap="xs">
      <SimpleGrid cols={2} spacing="sm">
        {(['width', 'length'] as const).map((side) => (
          <LengthInput
            key={side}
            label={`Finished ${side}`}
            data-testid={`finished-${side}`}
            value={map.size[side]}
            least={40}
            most={6000}
            onLength={(mm) => sizeTo(side, mm)}
          />
        ))}
      </SimpleGrid>
      {refused !== '' && (
        <Text role="alert" size="sm">
          {refused}
        </Text>
      )}
      {trouble !== null && (
        <Text role="alert" c="rowan.7" fw={600}>
          {trouble}
        </Text>
      )}
      <Text size="sm" c="var(--ink-soft)">
        {HOW_SIZED[top.setting.kind] ??
          'Type the blocks and the finished size follows, or the finished size and the blocks follow.'}{' '}
        Sizes are as they finish, without seam allowances.
      </Text>
    </Stack>
  );
}

function Measures({ setting, onSetting }: { readonly setting: Setting; readonly onSetting: (next: Setting) => void }) {
  const isOblong = 'blockHeight' in setting;
  const [apart, setApart] = useState(false);
  const isSquare = isOblong && !apart && setting.blockWidth === setting.blockHeight;
  const set = (key: string, value: number): void =>
    onSetting({ ...setting, [key]: value, ...(isSquare && key === 'blockWidth' ? { blockHeight: value } : {}) });
  const fields = fieldsOf(setting).filter(({ key }) => !isSquare || key !== 'blockHeight');
  return (
    <>
      <SimpleGrid cols={2} spacing="sm">
        {fields.map((field) => (
          <Measure
            key={`${setting.kind} ${field.key}`}
            field={isSquare && field.key === 'blockWidth' ? { ...field, label: 'Block size' } : field}
            value={valueOf(setting, field)}
            onValue={(value) => set(field.key, value)}
          />
        ))}
      </SimpleGrid>
      {isOblong && (
        <Switch
          label="Square blocks"
          checked={isSquare}
          onChange={(event) => {
            setApart(!event.currentTarget.checked);
            if (event.currentTarget.checked) onSetting({ ...setting, blockHeight: setting.blockWidth });
          }}
        />
      )}
      {setting.kind === 'grid' && setting.sashing > 0 && (
        <Switch
          label="Cornerstones where strips cross"
          checked={setting.cornerstones}
          onChange={(event) => onSetting({ ...setting, cornerstones: event.currentTarget.checked })}
        />
      )}
      {setting.kind === 'on-point' && (
        <SegmentedControl
          aria-label="At the edge"
          value={setting.edge}
          data={[
            { value: 'triangles', label: 'Setting triangles' },
            { value: 'half-blocks', label: 'Half blocks' },
          ]}
          onChange={(edge) => onSetting({ ...setting, edge })}
        />
      )}
    </>
  );
}

function Measure({
  field: { label, kind, least, most },
  value,
  onValue,
}: {
  readonly field: SettingField;
  readonly value: number;
  readonly onValue: (value: number) => void;
}) {
  if (kind === 'length')
    return <LengthInput label={label} value={value} least={least} most={most} onLength={onValue} />;
  return (
    <NumberInput
      label={label}
      value={value}
      min={least}
      max={most}
      allowDecimal={false}
      clampBehavior="strict"
      onChange={(typed) => {
        const n = Number(typed);
        if (Number.isInteger(n) && n >= least && n <= most) onValue(n);
      }}
    />
  );
}
