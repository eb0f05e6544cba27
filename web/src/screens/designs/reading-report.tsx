import { Alert, Button, Group, List, Progress, Stack, Text } from '@mantine/core';
import { answerAsked, cancelReading, dropAsked, forgetReading, useReading } from './reading.ts';
import { FileQuestionCard } from '../../ui/file-question/file-question.tsx';

/** Files whose remarks are spelled out; more are counted. */
const SPELLED_OUT = 8;

/** How the reading goes, what is asked, and what came of it. */
export function ReadingReport() {
  const { progress, read, refused, asked, cancelled } = useReading();
  const remarked = read.filter((design) => design.remarks.length > 0);
  if (!progress && read.length + refused.length + asked.length + cancelled === 0) return null;
  return (
    <Stack gap="sm" mb="md">
      {progress && (
        <Group wrap="nowrap">
          <div style={{ flex: 1 }}>
            <Text size="sm">
              Reading {progress.done + 1} of {progress.of}: {progress.name}
            </Text>
            <Progress
              value={(100 * (progress.done + 0.5)) / progress.of}
              aria-label={`Reading ${progress.done + 1} of ${progress.of}`}
            />
          </div>
          <Button variant="default" onClick={cancelReading}>
            Stop reading
          </Button>
        </Group>
      )}
      {asked.length > 0 && (
        <FileQuestionCard
          key={asked[0]!.id}
          asked={asked}
          onAnswer={(answered, answersFor) => void answerAsked(answered, answersFor)}
          onLeaveOut={dropAsked}
        />
      )}
      {!progress && read.length + refused.length + cancelled > 0 && (
        <Alert
          variant="outline"
          color={refused.length > 0 ? 'rowan' : 'moss'}
          role={refused.length > 0 ? 'alert' : 'status'}
          title={`${read.length === 0 ? 'No design was' : read.length === 1 ? 'One design was' : `${read.length} designs were`} read${
            refused.length === 0
              ? ''
              : `, ${refused.length === 1 ? 'one file was' : `${refused.length} files were`} not`
          }${cancelled === 0 ? '' : `; ${cancelled} left when you stopped`}.`}
        >
          {refused.length > 0 && (
            <List size="sm">
              {refused.slice(0, 50).map((one, i) => (
                <List.Item key={i}>
                  <b>{one.name}</b>: {one.why}
                </List.Item>
              ))}
              {refused.length > 50 && <List.Item>and {refused.length - 50} more.</List.Item>}
            </List>
          )}
          {remarked.length > 0 && (
            <>
              <Text size="sm" fw={600} mt={4}>
                {remarked.length === 1 ? 'One has a remark:' : `${remarked.length} have remarks:`}
              </Text>
              <List size="sm">
                {remarked.slice(0, SPELLED_OUT).map((design) => (
                  <List.Item key={design.id}>
                    <b>{design.name}</b>: {design.remarks.join(' ')}
                  </List.Item>
                ))}
                {remarked.length > SPELLED_OUT && <List.Item>and {remarked.length - SPELLED_OUT} more.</List.Item>}
              </List>
            </>
          )}
          <Button variant="default" size="xs" mt="xs" onClick={forgetReading}>
            Understood
          </Button>
        </Alert>
      )}
    </Stack>
  );
}
