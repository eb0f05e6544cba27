import { type Border, makeMap, mapTrouble, type Setting, type SettingKind } from '@gorse/core';
import { SimpleGrid, Stack } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import { FinishedSize, MapForm, type TopForm } from '../quilt/map-form.tsx';
import { MapPicture } from '../outlines/map-picture.tsx';
import { withNextKind } from '../quilt/own-kinds.ts';
import type { StartProps } from './new-top.ts';

interface Props extends StartProps {
  readonly first: Setting;
  readonly kinds: readonly SettingKind[];
  readonly borders: readonly Border[];
}

/** A top told by numbers alone. */
export function FromNumbers({ first, kinds, borders, onTop }: Props) {
  const [top, setTop] = useState<TopForm>({ setting: first, borders });
  useEffect(() => onTop({ ...top, patches: [] }), [top, onTop]);
  const map = useMemo(() => makeMap(top.setting, top.borders), [top]);
  return (
    <SimpleGrid cols={2} spacing="xl">
      <Stack gap="sm">
        <MapForm
          top={top}
          kinds={kinds}
          columns={kinds.length}
          howToChoose="Click a block in the picture to make it another kind"
          onTop={setTop}
        />
      </Stack>
      <Stack gap="sm" style={{ position: 'sticky', top: 70, alignSelf: 'start' }}>
        <div style={{ height: 320 }}>
          {mapTrouble(map) === null && (
            <MapPicture
              map={map}
              label="How the quilt will look"
              onBlock={(id) => setTop({ ...top, setting: withNextKind(top.setting, id) })}
            />
          )}
        </div>
        <FinishedSize top={top} onTop={setTop} />
      </Stack>
    </SimpleGrid>
  );
}
