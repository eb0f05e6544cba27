import { Button, Stack, Text, Title } from '@mantine/core';
import { Link, useRouteError } from 'react-router';
import { ApiError } from '../api/api.ts';

/** A wrong address, or a screen that broke. */
export function Lost() {
  const error = useRouteError();
  const gone = error instanceof ApiError && error.code === 'notFound';
  const broken = error instanceof Error && !gone;
  return (
    <main className="page">
      <Stack align="flex-start" maw={560}>
        <Title order={1}>{broken ? 'This screen stopped working' : 'There is nothing here'}</Title>
        <Text>
          {broken
            ? `What you did before is kept. Load the page again; if it happens once more, this helps to find out why: “${error.message}”.`
            : gone
              ? error.message
              : 'The address leads nowhere.'}
        </Text>
        <Button component={Link} to="/" reloadDocument={broken}>
          Back to the shelf
        </Button>
      </Stack>
    </main>
  );
}
