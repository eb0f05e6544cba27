import { evenBorder, makeMap, mapTrouble } from '@gorse/core';
import { Button, Group, Modal, SimpleGrid, Stack, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/api.ts';
import { tellError } from '../../ui/notices.ts';
import { FinishedSize, MapForm, type TopForm } from '../quilt/map-form.tsx';
import { SETTING_FORMS } from '../quilt/map-forms.ts';
import { withNextKind } from '../quilt/own-kinds.ts';
import { MapPicture } from '../quilt/map-picture.tsx';

const INCH = 25.4;

/** One dialog with a live picture. */
export function NewQuilt({ onClose }: { readonly onClose: () => void }) {
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  const form = useForm<{ name: string; top: TopForm }>({
    initialValues: {
      name: '',
      top: {
        setting: SETTING_FORMS.grid.first,
        borders: [evenBorder(3 * INCH)],
      },
    },
    validate: {
      name: (name) =>
        name.trim() === '' ? 'Give the quilt a name' : name.length > 120 ? 'Up to 120 characters' : null,
    },
  });
  const { top } = form.values;
  const map = useMemo(() => makeMap(top.setting, top.borders), [top]);
  const trouble = mapTrouble(map);
  const setTop = (next: TopForm): void => form.setFieldValue('top', next);
  const make = form.onSubmit(({ name }) => {
    setBusy(true);
    api
      .makeQuilt(name.trim(), top.setting, top.borders)
      .then(({ id }) => navigate(`/quilts/${id}/layout`))
      .catch(tellError)
      .finally(() => setBusy(false));
  });
  return (
    <Modal opened onClose={onClose} title="New quilt" size={1040}>
      <form onSubmit={make}>
        <SimpleGrid cols={2} spacing="xl">
          <Stack gap="sm">
            <TextInput label="Name" placeholder="Tide Table" data-autofocus {...form.getInputProps('name')} />
            <MapForm
              top={top}
              columns={7}
              howToChoose="Click a block in the picture to make it another kind"
              onTop={setTop}
            />
          </Stack>
          <Stack gap="sm" style={{ position: 'sticky', top: 70, alignSelf: 'start' }}>
            <div style={{ height: 400 }}>
              {trouble === null && (
                <MapPicture
                  map={map}
                  label="How the quilt will look"
                  onBlock={(id) => setTop({ ...top, setting: withNextKind(top.setting, id) })}
                />
              )}
            </div>
            <FinishedSize top={top} onTop={setTop} />
            <Group justify="flex-end">
              <Button variant="default" onClick={onClose}>
                Cancel
              </Button>
              <Button type="submit" loading={busy} disabled={trouble !== null}>
                Make the quilt
              </Button>
            </Group>
          </Stack>
        </SimpleGrid>
      </form>
    </Modal>
  );
}
