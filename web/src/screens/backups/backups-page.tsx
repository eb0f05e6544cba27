import type { BackupAnswer, BackupReason } from '@gorse/contract';
import { formatCount } from '@gorse/core';
import { Button, Group, Modal, Text, Title } from '@mantine/core';
import { IconArchive } from '@tabler/icons-react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, sentenceOf } from '../../api/api.ts';
import { KEYS, useBackups } from '../../api/queries.ts';
import { toTheMinute } from '../../ui/moments.ts';
import { tellDone, tellError } from '../../ui/notices.ts';
import { Page } from '../../ui/page.tsx';
import { TakeFile, ZIP } from '../../ui/take-file.tsx';
import { Waiting } from '../../ui/waiting.tsx';

const REASONS: Readonly<Record<BackupReason, string>> = {
  'by-hand': 'made by hand',
  daily: 'made daily',
  'before-update': 'made before Gorse was updated',
  'before-restore': 'made before another was restored',
  'from-elsewhere': 'taken in from elsewhere',
};

/** Everything kept in files: made by a press, every day, and before what could go wrong; any of them can be brought back. */
export default function BackupsPage() {
  const backups = useBackups();
  const client = useQueryClient();
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<BackupAnswer | null>(null);
  const refresh = (): void => void client.invalidateQueries({ queryKey: KEYS.backups });
  const make = useMutation({ mutationFn: api.makeBackup, onSuccess: refresh, onError: tellError });
  const take = useMutation({ mutationFn: api.takeBackup, onSuccess: refresh, onError: tellError });
  const restore = useMutation({
    mutationFn: ({ name }: BackupAnswer) => api.restoreBackup(name),
    onSuccess: async () => {
      client.clear();
      await navigate('/');
      tellDone('The backup is restored. What was here before is among the backups.');
    },
    onError: (error) => {
      setChosen(null);
      tellError(error);
    },
  });
  return (
    <Page title="Backups">
      <Text>
        A backup holds everything: quilts with their plans and logs, designs and frames. One is made every day, before
        an update and before another is restored; the last seven of each kind are kept beside the data. Download one now
        and then, and keep it on another disk.
      </Text>
      <Group>
        <Button
          size="md"
          leftSection={<IconArchive size={20} />}
          loading={make.isPending}
          onClick={() => make.mutate()}
        >
          Back up now
        </Button>
        <TakeFile accept={ZIP} loading={take.isPending} onFile={take.mutate}>
          Take in a backup from elsewhere
        </TakeFile>
      </Group>
      {backups.isPending && <Waiting what="the backups" />}
      {backups.isError && <Text role="alert">{sentenceOf(backups.error)}</Text>}
      {backups.data?.length === 0 && (
        <Text fz={18}>There is no backup yet. The first is made soon after Gorse starts, or by the button above.</Text>
      )}
      {backups.data?.map((backup) => (
        <BackupCard key={backup.name} backup={backup} onRestore={() => setChosen(backup)} />
      ))}
      {chosen && (
        <Modal
          opened
          onClose={() => setChosen(null)}
          title={`Restore the backup of ${momentOf(chosen)}?`}
          closeOnEscape={!restore.isPending}
          closeOnClickOutside={!restore.isPending}
          withCloseButton={!restore.isPending}
        >
          <Text>
            Everything that is in Gorse now is replaced by {contentsOf(chosen)}. It is checked before anything is
            changed, and what is here now is backed up first.
          </Text>
          {restore.isPending && (
            <Text mt="sm" role="status">
              The backup is checked and put in place. With many quilts this takes minutes.
            </Text>
          )}
          <Group justify="flex-end" mt="md">
            <Button variant="default" data-autofocus disabled={restore.isPending} onClick={() => setChosen(null)}>
              Cancel
            </Button>
            <Button color="rowan" loading={restore.isPending} onClick={() => restore.mutate(chosen)}>
              Replace everything
            </Button>
          </Group>
        </Modal>
      )}
    </Page>
  );
}

function BackupCard({ backup, onRestore }: { readonly backup: BackupAnswer; readonly onRestore: () => void }) {
  const moment = momentOf(backup);
  return (
    <section className="tile" style={{ padding: 16 }} aria-label={moment}>
      <Group justify="space-between" wrap="nowrap">
        <div>
          <Title order={2} size="h4">
            {moment}
          </Title>
          <Text size="sm">
            {backup.trouble ?? `${contentsOf(backup)} · ${megabytes(backup.bytes)}`} · {REASONS[backup.reason]}
          </Text>
        </div>
        <Group gap={6} wrap="nowrap">
          <Button variant="default" component="a" href={api.backupAddress(backup.name)} download>
            Download
          </Button>
          <Button variant="default" disabled={backup.trouble !== null} onClick={onRestore}>
            Restore…
          </Button>
        </Group>
      </Group>
    </section>
  );
}

const momentOf = ({ madeAt }: BackupAnswer): string => toTheMinute(madeAt);

const many = (n: number, one: string): string => `${formatCount(n)} ${one}${n === 1 ? '' : 's'}`;
const contentsOf = ({ quilts, runs, designs, frames }: BackupAnswer): string =>
  [
    many(quilts, 'quilt'),
    many(runs, 'run'),
    many(designs, 'design'),
    ...(frames > 0 ? [many(frames, 'frame')] : []),
  ].join(', ');

const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;
