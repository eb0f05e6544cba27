import { Button, FileButton } from '@mantine/core';
import { IconUpload } from '@tabler/icons-react';

/** A button that asks for a zip file. */
export function TakeFile({
  children,
  title,
  loading,
  onFile,
}: {
  readonly children: string;
  readonly title?: string;
  readonly loading: boolean;
  readonly onFile: (file: File) => void;
}) {
  return (
    <FileButton accept=".zip,application/zip" onChange={(file) => file && onFile(file)}>
      {(props) => (
        <Button
          {...props}
          size="md"
          variant="default"
          leftSection={<IconUpload size={20} />}
          loading={loading}
          title={title}
        >
          {children}
        </Button>
      )}
    </FileButton>
  );
}
