import { Group, Stack, Title } from '@mantine/core';
import { type ReactNode, useEffect } from 'react';
import { Link } from 'react-router';

/** A page beside the quilts: its title, the way back to the shelf, and what it holds. `tools` stand beside the way back. */
export function Page({
  title,
  tools,
  children,
}: {
  readonly title: string;
  readonly tools?: ReactNode;
  readonly children: ReactNode;
}) {
  useEffect(() => {
    document.title = `${title} · Gorse`;
  }, [title]);
  return (
    <div className="page" style={{ minHeight: '100%' }}>
      <Stack maw={980} mx="auto">
        <Group justify="space-between">
          <Title order={1} size="h2">
            {title}
          </Title>
          <Group>
            {tools}
            <Link to="/">Back to the shelf</Link>
          </Group>
        </Group>
        {children}
      </Stack>
    </div>
  );
}
