import type { DesignAnswer } from '@gorse/contract';
import { counted, formatDuration, type Loading, type PlanRecords, quiltOf, type RowSetRecord } from '@gorse/core';
import { Loader, SimpleGrid, Stack, Text, UnstyledButton } from '@mantine/core';
import { setLoading } from '../../../document/passes.ts';
import { reshapeRows } from './reshape.ts';
import { TopThumb } from '../top-thumb.tsx';
import { useChoices } from './use-choices.ts';

const WAYS: readonly { readonly loading: Loading; readonly name: string; readonly up: string }[] = [
  { loading: 'upright', name: 'Upright', up: 'Designs stand upright on the finished quilt.' },
  { loading: 'turned', name: 'Turned 90°', up: 'Designs point to the left on the finished quilt.' },
];

/** Both ways to load the quilt side by side, as they will be seen on the finished quilt. */
export function LoadingStage({
  set,
  records,
  design,
}: {
  readonly set: RowSetRecord;
  readonly records: PlanRecords;
  readonly design: DesignAnswer | undefined;
}) {
  const { loading } = quiltOf(records);
  return (
    <Stack gap="xs">
      <SimpleGrid cols={2} spacing="xs">
        {WAYS.map((way) => (
          <Way
            key={way.loading}
            {...way}
            set={set}
            records={records}
            taken={loading === way.loading}
            matters={design?.facts.directional ?? false}
          />
        ))}
      </SimpleGrid>
      <Text size="sm">
        Rows run along the poles.{' '}
        {design?.facts.directional
          ? 'This design has a top, so the way it is loaded will show.'
          : 'This design looks the same either way up; only the direction of the rows will show.'}
      </Text>
    </Stack>
  );
}

function Way({
  loading,
  name,
  up,
  set,
  records,
  taken,
  matters,
}: (typeof WAYS)[number] & {
  readonly set: RowSetRecord;
  readonly records: PlanRecords;
  readonly taken: boolean;
  readonly matters: boolean;
}) {
  const choices = useChoices(set, records, loading);
  const best = choices?.[0];
  return (
    <UnstyledButton
      className="tile"
      aria-pressed={taken}
      onClick={() => taken || void reshapeRows('loading', setLoading(loading))}
    >
      {choices === null ? (
        <Loader size="sm" m="lg" />
      ) : best ? (
        <>
          <TopThumb picture={best.picture} size={118} />
          <b>{name}</b>
          <span className="answer-line">
            {counted(best.rows, 'row')}, {counted(best.passes, 'pass')}
          </span>
          <span className="answer-line">{formatDuration(best.totals.seconds)}</span>
          {matters && <span className="answer-line">{up}</span>}
        </>
      ) : (
        <span>{name}: no row fits</span>
      )}
    </UnstyledButton>
  );
}
