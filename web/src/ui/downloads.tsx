import { Anchor, Group, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useEffect, useState } from 'react';
import { download } from '../api/api.ts';
import { tellError } from './notices.ts';

/** Files that the server works out when they are asked for; it gives up after so many seconds. */
const WORKED_OUT = /^\/api\/.*\/(export|row-sheet|pass-sheets)$/;
const LONGEST = 25;
let downloads = 0;

/** What takes no longer needs no word, ms. */
const AT_ONCE = 400;

/**
 * Takes the links to files that must be worked out from the browser, which would neither say why there is none nor let her wait knowingly: the
 * time is told, it can be cancelled, and where it can't be done the sentence says why.
 */
export function catchDownloads(event: MouseEvent): void {
  const link = event.target instanceof Element ? event.target.closest<HTMLAnchorElement>('a[download][href]') : null;
  if (!link || !WORKED_OUT.test(link.pathname)) return;
  event.preventDefault();
  void save(link.href);
}

async function save(address: string): Promise<void> {
  const asked = new AbortController();
  const cancel = (): void => asked.abort();
  const id = `download-${++downloads}`;
  const timer = setTimeout(() => {
    notifications.show({
      id,
      loading: true,
      autoClose: false,
      withBorder: true,
      withCloseButton: false,
      message: <Waits onCancel={cancel} />,
    });
  }, AT_ONCE);
  try {
    const { name, body } = await download(address, asked.signal);
    const link = document.createElement('a');
    link.href = URL.createObjectURL(body);
    link.download = name;
    link.click();
    URL.revokeObjectURL(link.href);
  } catch (error) {
    if (!asked.signal.aborted) tellError(error);
  } finally {
    clearTimeout(timer);
    notifications.hide(id);
  }
}

function Waits({ onCancel }: { readonly onCancel: () => void }) {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setSeconds((before) => before + 1), 1000);
    return () => clearInterval(timer);
  }, []);
  return (
    <Group justify="space-between" wrap="nowrap">
      <Text size="sm" role="status">
        The file is worked out: {seconds} s, at most {LONGEST} s.
      </Text>
      <Anchor component="button" type="button" fw={700} onClick={onCancel}>
        Cancel
      </Anchor>
    </Group>
  );
}
