import { isTooLarge, makeMap } from '@gorse/core';
import { Button, Group, Modal, SimpleGrid, Stack, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/api.ts';
import { tellError } from '../../ui/notices.ts';
import { GridForm, type TopForm } from '../quilt/grid-form.tsx';
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
        setting: {
          kind: 'grid',
          across: 4,
          down: 5,
          blockWidth: 10 * INCH,
          blockHeight: 10 * INCH,
          sashing: 1.5 * INCH,
        },
        borders: [{ width: 3 * INCH }],
      },
    },
    validate: {
      name: (name) =>
        name.trim() === '' ? 'Give the quilt a name' : name.length > 120 ? 'Up to 120 characters' : null,
    },
  });
  const { top } = form.values;
  const map = useMemo(() => makeMap(top.setting, top.borders), [top]);
  const make = form.onSubmit(({ name }) => {
    setBusy(true);
    api
      .makeQuilt(name.trim(), top.setting, top.borders)
      .then(({ id }) => navigate(`/quilts/${id}/layout`))
      .catch(tellError)
      .finally(() => setBusy(false));
  });
  return (
    <Modal opened onClose={onClose} title="New quilt" size={860}>
      <form onSubmit={make}>
        <SimpleGrid cols={2} spacing="xl">
          <Stack gap="sm">
            <TextInput label="Name" placeholder="Tide Table" data-autofocus {...form.getInputProps('name')} />
            <GridForm top={top} onTop={(next) => form.setFieldValue('top', next)} />
          </Stack>
          <div style={{ height: 400 }}>
            <MapPicture map={map} label="How the quilt will look" />
          </div>
        </SimpleGrid>
        <Group justify="flex-end" mt="md">
          <Button variant="default" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" loading={busy} disabled={isTooLarge(map)}>
            Make the quilt
          </Button>
        </Group>
      </form>
    </Modal>
  );
}
