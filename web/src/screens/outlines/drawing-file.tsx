import { SNAPS } from '@gorse/contract';
import { READ_ENDINGS, READABLE } from '@gorse/core';
import { Group, Loader, Text } from '@mantine/core';
import { TakeFile } from '../../ui/take-file.tsx';
import { LengthInput } from '../../ui/length-input.tsx';
import { FileQuestionCard } from '../../ui/file-question/file-question.tsx';
import type { useDrawing } from './use-drawing.ts';

/** Asks for a drawing, and for what it doesn't say; tells how the reading goes. */
export function DrawingFile({ drawing }: { readonly drawing: ReturnType<typeof useDrawing> }) {
  const { file, take, answer, snap, setSnap, reading } = drawing;
  return (
    <>
      <Group>
        <TakeFile accept={READ_ENDINGS} size="sm" onFile={take}>
          {file ? 'Another drawing' : 'Choose the drawing'}
        </TakeFile>
        <Text size="sm">{file?.name}</Text>
      </Group>
      {reading.is === 'empty' && (
        <Text>
          Gorse reads {READABLE}. Closed shapes become patches, lines across them become seams, and what lies inside a
          patch without touching its edge becomes appliqué. Layers, or else colours, become kinds.
        </Text>
      )}
      {reading.is === 'reading' && <Loader aria-label="Reading the drawing" />}
      {reading.is === 'refused' && (
        <Text role="alert" fw={600} c="rowan.7">
          {reading.why}
        </Text>
      )}
      {reading.is === 'asked' && file && (
        <FileQuestionCard
          asked={[{ source: file, question: reading.question }]}
          onAnswer={([one], answersFor) => one && answer(answersFor(one))}
          onLeaveOut={() => take(null)}
        />
      )}
      {file && reading.is !== 'asked' && (
        <LengthInput
          label="Lines are one seam when nearer than"
          value={snap}
          least={SNAPS.least}
          most={SNAPS.most}
          fine
          onLength={setSnap}
        />
      )}
    </>
  );
}
