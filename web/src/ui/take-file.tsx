import { Button, FileButton } from '@mantine/core';
import { IconUpload } from '@tabler/icons-react';

interface Props {
  readonly children: string;
  /** Kinds of file, as a file dialog takes them. */
  readonly accept: string;
  readonly title?: string;
  readonly loading?: boolean;
  readonly size?: string;
  readonly onFile: (file: File) => void;
}

export const ZIP = '.zip,application/zip';
export const PHOTO = 'image/jpeg,image/png,image/webp';

/** A button that asks for a file. */
export function TakeFile({ children, accept, title, loading = false, size = 'md', onFile }: Props) {
  return (
    <FileButton accept={accept} onChange={(file) => file && onFile(file)}>
      {(props) => (
        <Button
          {...props}
          size={size}
          variant="default"
          leftSection={<IconUpload size={18} />}
          loading={loading}
          title={title}
        >
          {children}
        </Button>
      )}
    </FileButton>
  );
}
