import { Button, FileButton } from '@mantine/core';
import { IconUpload } from '@tabler/icons-react';
import { useMutation } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api } from '../../api/api.ts';
import { tellError } from '../../ui/notices.ts';

/** Takes a quilt in that was saved as a file in another Gorse. */
export function OpenQuiltFile() {
  const navigate = useNavigate();
  const open = useMutation({
    mutationFn: api.openQuiltFile,
    onSuccess: ({ id }) => navigate(`/quilts/${id}/layout`),
    onError: tellError,
  });
  return (
    <FileButton accept=".zip,application/zip" onChange={(file) => file && open.mutate(file)}>
      {(props) => (
        <Button
          {...props}
          size="md"
          variant="default"
          leftSection={<IconUpload size={20} />}
          loading={open.isPending}
          title="A quilt saved as a file (.gorse-quilt.zip)"
        >
          Open a quilt file
        </Button>
      )}
    </FileButton>
  );
}
