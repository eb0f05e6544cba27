import { makeMap, mapTrouble } from '@gorse/core';
import { Button, Group, Modal, Radio, SimpleGrid, Stack, Text, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { tellError } from '../../ui/notices.ts';
import { makeTop, type NewTop } from './new-top.ts';
import { STARTS } from './starts.tsx';

/** One dialog: what there is, and what it comes to, with a live picture. */
export function NewQuilt({ onClose }: { readonly onClose: () => void }) {
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  const [start, setStart] = useState(STARTS[0]);
  /** Null while what there is doesn't make a top yet. */
  const [top, setTop] = useState<NewTop | null>(null);
  const form = useForm({
    initialValues: { name: '' },
    validate: {
      name: (name) =>
        name.trim() === '' ? 'Give the quilt a name' : name.length > 120 ? 'Up to 120 characters' : null,
    },
  });
  const make = form.onSubmit(({ name }) => {
    if (!top) return;
    setBusy(true);
    makeTop(name.trim(), top)
      .then((id) => navigate(`/quilts/${id}/${start.next}`))
      .catch(tellError)
      .finally(() => setBusy(false));
  });
  const isReady = top !== null && mapTrouble(makeMap(top.setting, top.borders)) === null;
  const { Form } = start;
  return (
    <Modal opened onClose={onClose} title="New quilt" size={1040}>
      <form onSubmit={make}>
        <Stack gap="sm">
          <TextInput label="Name" placeholder="Tide Table" data-autofocus {...form.getInputProps('name')} />
          <Radio.Group
            label="What is there?"
            value={start.kind}
            onChange={(kind) => {
              setTop(null);
              setStart(STARTS.find((one) => one.kind === kind) ?? STARTS[0]);
            }}
          >
            <SimpleGrid cols={5} spacing={8} mt={4}>
              {STARTS.map(({ kind, label, Picture }) => (
                <Radio.Card
                  key={kind}
                  value={kind}
                  p={6}
                  style={{ borderColor: kind === start.kind ? 'var(--gorse)' : undefined, borderWidth: 2 }}
                >
                  <Group gap="sm" wrap="nowrap">
                    <div style={{ width: 48, height: 48, flexShrink: 0 }} aria-hidden>
                      <Picture />
                    </div>
                    <Text size="sm" fw={kind === start.kind ? 700 : 400}>
                      {label}
                    </Text>
                  </Group>
                </Radio.Card>
              ))}
            </SimpleGrid>
          </Radio.Group>
          <Form key={start.kind} onTop={setTop} />
          <Group justify="flex-end" className="dialog-end">
            <Button variant="default" onClick={onClose}>
              Cancel
            </Button>
            <Button type="submit" loading={busy} disabled={!isReady}>
              Make the quilt
            </Button>
          </Group>
        </Stack>
      </form>
    </Modal>
  );
}
