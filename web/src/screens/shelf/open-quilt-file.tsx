import { useMutation } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api } from '../../api/api.ts';
import { tellError } from '../../ui/notices.ts';
import { TakeFile, ZIP } from '../../ui/take-file.tsx';

/** Takes a quilt in that was saved as a file in another Gorse. */
export function OpenQuiltFile() {
  const navigate = useNavigate();
  const open = useMutation({
    mutationFn: api.openQuiltFile,
    onSuccess: ({ id }) => navigate(`/quilts/${id}/layout`),
    onError: tellError,
  });
  return (
    <TakeFile
      accept={ZIP}
      title="A quilt saved as a file (.gorse-quilt.zip)"
      loading={open.isPending}
      onFile={open.mutate}
    >
      Open a quilt file
    </TakeFile>
  );
}
