import { Button } from '@mantine/core';
import { useState } from 'react';
import { tellError } from '../../ui/notices.ts';
import { readStarters, useReading } from './reading.ts';

/** Fills an empty library with the designs that come with Gorse. */
export function TakeStarters() {
  const isReading = useReading((reading) => reading.progress !== null);
  const [fetching, setFetching] = useState(false);
  const take = (): void => {
    setFetching(true);
    readStarters()
      .catch(tellError)
      .finally(() => setFetching(false));
  };
  return (
    <Button variant="default" size="md" loading={fetching || isReading} onClick={take}>
      Take the starter designs
    </Button>
  );
}
