import { Kbd, Modal, Stack, Table, Text, Title } from '@mantine/core';

export type StepName = 'quilt' | 'designs' | 'layout' | 'passes' | 'frame' | 'log';

const EVERYWHERE = [
  ['1 – 6', 'go to a step'],
  ['Ctrl Z', 'undo, Ctrl Shift Z redo'],
  ['?', 'this list'],
] as const;

const CLOTH = [
  ['wheel, + −', 'zoom; drag or two fingers to pan'],
  ['F', 'show the whole quilt'],
  ['Z', 'zoom to the selection'],
] as const;

const STEPS: Readonly<
  Record<StepName, { readonly keys: readonly (readonly [string, string])[]; readonly how: string }>
> = {
  quilt: {
    keys: [
      ...CLOTH,
      ['V, L, O, X', 'choose, draw a patch, draw appliqué, split'],
      ['arrows', 'choose a patch; while drawing, move the pointer by an inch, with Shift 1/8 in'],
      ['Space', 'while drawing: put a point; digits: type how long the edge is'],
      ['Enter, Backspace', 'close what is drawn; take back a point'],
      ['K', 'make the block the next kind'],
      ['Delete', 'delete the chosen patch'],
      ['Esc', 'end drawing, choose none'],
    ],
    how: 'Measure the top in three places each way and both diagonals. Say how the blocks are set, then type block size, sashing and borders as they finish, without seam allowances; or type the finished size, and the blocks follow. A top that is no setting is read in from a drawing, traced over a photo, or drawn: drag a corner and all that meets there comes along.',
  },
  designs: {
    keys: [
      ['drop files', 'read designs or a zip of them, anywhere on this screen'],
      ['arrows', 'choose the next design in the grid'],
      ['Enter', 'use the chosen design'],
    ],
    how: 'Look for where a design starts and ends, whether it joins its own copy, how many cuts it needs and what is stitched twice. Pictures are drawn at the same scale, so that sizes can be compared by eye. Trim and mend a line with “Edit the line”: the original stays as it was.',
  },
  layout: {
    keys: [
      ...CLOTH,
      ['V, R, B, K', 'patches, rows, borders, keep out'],
      ['Space, Enter', 'while drawing a keep-out: put a point where the arrows took the pointer; close it'],
      ['arrows', 'patches: select the next one'],
      ['.', 'turn the design 90°'],
      ['/', 'mirror it'],
      ['] [', 'one more or fewer repeat across'],
      ['Delete', 'empty the patch, or drop the row'],
      ['Esc', 'take a proposed change back, end "same recipe", clear the selection'],
      ['Page Down, Up', 'rows: choose the next one'],
      ['↑ ↓', 'rows: move the chosen one by 1/16 in, with Shift 1/4 in; Alt ← → moves it sideways'],
    ],
    how: 'In rows, say first what matters: the drawn size, whole rows, even margins, a clearance or an even look; then compare the answers and pull any number. Look at the widest gap before you stitch: batting bears only so much. Turn first, then fit. Leave a margin so that lines don’t land on seams. Patches of one kind share a recipe, so that they look alike side by side: change it once, see what it does in all of them, and accept it; where one must differ, let only that one. Fill all areas about as densely, so that the quilt lies flat: Even out finds the repeats. Keep stitches off appliqué last of all: a keep-out is cut and joined anew whatever you change afterwards.',
  },
  passes: {
    keys: [...CLOTH, ['↑ ↓', 'on a boundary of the strip: move where the pass begins by 1/16 in, with Shift 1/2 in']],
    how: 'Each pass is what can be stitched between two rolls. Gorse works out the fewest, with the growing roll counted, and says what to line each one up on and how sure that will be. Drag a boundary of the strip to begin a pass elsewhere; a row or patch can be moved to another pass and pinned there. Points of your own, such as an appliqué point, can be added as landmarks.',
  },
  frame: {
    keys: [
      ['Enter', 'the big button'],
      ['Space', 'STOP, from anywhere'],
      ['arrows', 'jog the head by the step chosen; Shift for four times as far'],
      ['Ctrl Z', 'undo the last touch'],
    ],
    how: 'Roll, set the tension, put the clamps on, and only then touch: they pull the cloth about. Let go of the rails before each touch. Two landmarks set shift and turn; more follow the wobble of the cloth, and Gorse stops asking when it is sure enough. A needle left down in the last row, a chalk mark and dragging the plan are touches too. After a break or a new loading touch two stitched points, then check two others. Rehearse before you stitch.',
  },
  log: {
    keys: [],
    how: 'What happened at the frame writes itself down here. A run that was interrupted can be gone on with from the Frame screen.',
  },
};

export function Help({
  step,
  opened,
  onClose,
}: {
  readonly step: StepName;
  readonly opened: boolean;
  readonly onClose: () => void;
}) {
  return (
    <Modal opened={opened} onClose={onClose} title="Keys, and how people do this" size="lg">
      <Stack>
        <Text>{STEPS[step].how}</Text>
        <Title order={2} size="h5">
          Keys
        </Title>
        <Table withRowBorders={false} verticalSpacing={4}>
          <Table.Tbody>
            {[...STEPS[step].keys, ...EVERYWHERE].map(([key, what]) => (
              <Table.Tr key={`${key} ${what}`}>
                <Table.Td w={140}>
                  <Kbd>{key}</Kbd>
                </Table.Td>
                <Table.Td>{what}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </Stack>
    </Modal>
  );
}
