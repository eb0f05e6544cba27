import { Button, Group, Table, Text } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { api, sentenceOf } from '../api/api.ts';
import { useMessages } from '../api/queries.ts';
import { toTheSecond } from '../ui/moments.ts';
import { Page } from '../ui/page.tsx';
import { Waiting } from '../ui/waiting.tsx';

const LEVELS: Readonly<Record<string, string>> = { info: 'note', warn: 'warning', error: 'failure', fatal: 'end' };

/** What the server said lately, to look at or to send to somebody who helps. */
export default function MessagesPage() {
  const messages = useMessages();
  return (
    <Page title="What happened">
      <Text>
        The server’s last messages, newest first, since it was started. The file has them in full, without your name,
        your folders or what is in your quilts: send it along when you ask for help.
      </Text>
      <Group>
        <Button component="a" href={api.messagesAddress()} download size="md" leftSection={<IconDownload size={20} />}>
          Download the messages
        </Button>
      </Group>
      {messages.isPending && <Waiting what="the messages" />}
      {messages.isError && <Text role="alert">{sentenceOf(messages.error)}</Text>}
      {messages.data && (
        <Table verticalSpacing="xs" aria-label="Messages">
          <Table.Thead>
            <Table.Tr>
              <Table.Th w={200}>When</Table.Th>
              <Table.Th w={90}>What</Table.Th>
              <Table.Th>Message</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {messages.data.map(({ at, level, text }, i) => (
              <Table.Tr key={`${at} ${i}`}>
                <Table.Td>{toTheSecond(at)}</Table.Td>
                <Table.Td fw={level === 'info' ? undefined : 700}>{LEVELS[level] ?? level}</Table.Td>
                <Table.Td style={{ overflowWrap: 'anywhere' }}>{text}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
    </Page>
  );
}
