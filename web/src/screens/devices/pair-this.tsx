import { Button, Stack, Text, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useMutation } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, sentenceOf } from '../../api/api.ts';

/** What a device sees that isn't paired: it is asked for the code that the host shows, and for its name. */
export function PairThis() {
  useEffect(() => {
    document.title = 'Pair this device · Gorse';
  }, []);
  const form = useForm({
    initialValues: {
      code: /^\d{6}$/.exec(new URLSearchParams(location.search).get('code') ?? '')?.[0] ?? '',
      name: matchMedia('(pointer: coarse)').matches ? 'Tablet' : 'Other computer',
    },
    validate: {
      code: (code) => (/^\d{6}$/.test(code) ? null : 'Six digits'),
      name: (name) => (name.trim() === '' || name.length > 40 ? 'Give it a name of up to 40 characters' : null),
    },
  });
  const pair = useMutation({
    mutationFn: ({ code, name }: { readonly code: string; readonly name: string }) => api.pair(code, name.trim()),
    // From here on the browser brings its token along; everything begins anew with it.
    onSuccess: () => location.replace('/'),
  });
  return (
    <main className="page" style={{ minHeight: '100%' }}>
      <form onSubmit={form.onSubmit((values) => pair.mutate(values))}>
        <Stack maw={460} mx="auto" gap="lg">
          <Title order={1}>Pair this device</Title>
          <Text fz={18}>
            Gorse doesn’t know this device yet. On the computer that Gorse runs on, open “Tablet” and make a code; then
            type it here.
          </Text>
          <TextInput
            size="xl"
            label="Code"
            inputMode="numeric"
            autoComplete="one-time-code"
            maxLength={6}
            placeholder="six digits"
            {...form.getInputProps('code')}
          />
          <TextInput
            size="lg"
            label="Name of this device"
            description="The other screens say by it who drives."
            maxLength={40}
            {...form.getInputProps('name')}
          />
          {pair.isError && (
            <Text role="alert" c="rowan" fw={600}>
              {sentenceOf(pair.error)}
            </Text>
          )}
          <Button type="submit" size="xl" loading={pair.isPending}>
            Pair it
          </Button>
        </Stack>
      </form>
    </main>
  );
}
