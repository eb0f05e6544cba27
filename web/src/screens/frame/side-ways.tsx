import { formatLength, type FrameAction, type NamedPlace, type TouchRecord } from '@gorse/core';
import { Menu, SimpleGrid, Text, UnstyledButton } from '@mantine/core';
import { sayToFrame, useFrame } from '../../api/frame-socket.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import type { Told } from './told.ts';
import { WayButton } from './parts.tsx';

/** What can be done beside the one thing to do. */
export interface Ways {
  /** Touches of this advance, the earliest first. */
  readonly touches: readonly TouchRecord[];
  /** Where the wanted landmark is expected. */
  readonly expected: { readonly x: number; readonly y: number } | null;
  /** A stitched point in which the needle can be left down while the quilt is rolled, and whether it is. */
  readonly leave: NamedPlace | null;
  readonly left: boolean;
  readonly dragging: boolean;
  /** Where a touch was made, and what it is called. */
  readonly placeOfTouch: (id: string) => string;
  readonly nameOfTouch: (id: string) => string;
  readonly onPassOver: () => void;
  readonly onGoodEnough: () => void;
  readonly onTouchMore: () => void;
  readonly onDropTouch: (id: string) => void;
  readonly onRepeatTouch: (id: string) => void;
  readonly onLineUpAgain: () => void;
  readonly onSkipRehearsal: () => void;
  readonly onGiveUp: () => void;
  readonly onChalk: () => void;
  /** Touch a patch that isn't on the map. */
  readonly onPatchHere: () => void;
  /** Move the design of the patch at hand; what is loaded of it is given up. Null where it is none. */
  readonly onMove: (() => void) | null;
  /** Touch along the edges of the border that the piece at hand is of; null where it is of none. */
  readonly onFollowEdges: (() => void) | null;
  /** Touch along the edge of the patch at hand; null where it is none. */
  readonly onTouchEdge: (() => void) | null;
  /** Line the patch at hand up by its corners alone; null where it is none, or is so. */
  readonly onByCorners: (() => void) | null;
  /** On to the nearest that is worked alike; null where there is none. */
  readonly onNextAlike: (() => void) | null;
  readonly onDrag: () => void;
  readonly onLeaveNeedle: () => void;
  readonly onNotRolled: () => void;
  /** The quilt or the machine was moved, or switched off. */
  readonly onMoved: () => void;
}

/** The smaller ways on, each saying what it risks. */
export function SideWays({
  told,
  ways,
  onAct,
}: {
  readonly told: Told;
  readonly ways: Ways;
  readonly onAct: (action: FrameAction) => void;
}) {
  const { instruction, run } = told;
  switch (instruction.action) {
    case 'unclamp':
      return (
        <SimpleGrid cols={1} spacing="xs">
          {ways.left ? (
            <Text fz={17}>The needle is down in the {ways.leave?.name}. It will be the first touch.</Text>
          ) : (
            ways.leave && <WayButton onClick={ways.onLeaveNeedle}>Leave the needle down in the row</WayButton>
          )}
          <WayButton onClick={ways.onChalk}>Chalk the point under the needle</WayButton>
        </SimpleGrid>
      );
    case 'roll':
      return <WayButton onClick={ways.onNotRolled}>It was not rolled</WayButton>;
    case 'touch':
      return <TouchWays ways={ways} />;
    case 'load':
      return (
        <>
          <SimpleGrid cols={2} spacing="xs">
            {ways.onFollowEdges && (
              <WayButton style={{ gridColumn: '1 / -1' }} onClick={ways.onFollowEdges}>
                Follow the border’s edges
              </WayButton>
            )}
            <WayButton onClick={ways.onTouchMore}>Touch more</WayButton>
            <WayButton onClick={ways.onLineUpAgain}>Line up again</WayButton>
            {ways.onTouchEdge && <WayButton onClick={ways.onTouchEdge}>Its edge runs here</WayButton>}
            {ways.onMove && <WayButton onClick={ways.onMove}>Move the design</WayButton>}
            <WayButton onClick={ways.onPatchHere}>A patch here</WayButton>
          </SimpleGrid>
          <Misfits told={told} ways={ways} />
        </>
      );
    case 'rehearse':
      return (
        <SimpleGrid cols={2} spacing="xs">
          <Prick />
          {ways.onMove && <WayButton onClick={ways.onMove}>Move the design</WayButton>}
          {ways.onFollowEdges && <WayButton onClick={ways.onFollowEdges}>Follow the edges</WayButton>}
          <WayButton style={{ gridColumn: '1 / -1' }} onClick={ways.onSkipRehearsal}>
            Skip: I know where it goes
          </WayButton>
        </SimpleGrid>
      );
    case 'bobbinThread':
      return <Prick />;
    case 'next':
      return (
        <SimpleGrid cols={2} spacing="xs">
          {ways.onNextAlike && <WayButton onClick={ways.onNextAlike}>Next of this kind</WayButton>}
          <WayButton onClick={ways.onPatchHere}>A patch here</WayButton>
          {run && <WayButton onClick={() => onAct('load')}>Stitch it again</WayButton>}
        </SimpleGrid>
      );
    case 'goOn':
    case 'goToStart':
    case 'start':
      return run ? (
        <SimpleGrid cols={2} spacing="xs">
          <WayButton onClick={ways.onGiveUp}>Give this run up</WayButton>
          {instruction.action === 'goOn' && <WayButton onClick={ways.onMoved}>It was moved</WayButton>}
        </SimpleGrid>
      ) : null;
    case 'pause':
      return (
        <UnstyledButton fz={14} td="underline" onClick={() => sayToFrame({ type: 'fault', fault: 'threadBroke' })}>
          The thread broke
        </UnstyledButton>
      );
    default:
      return null;
  }
}

/** The needle makes the first hole, without thread drawn up: is it where it should be? */
function Prick() {
  const isDown = useFrame(({ state }) => state?.needle === 'down');
  return (
    <WayButton onClick={() => sayToFrame({ type: 'needle', position: isDown ? 'up' : 'down' })}>
      {isDown ? 'Needle up again' : 'Prick the first hole'}
    </WayButton>
  );
}

function TouchWays({ ways }: { readonly ways: Ways }) {
  const last = ways.touches.at(-1);
  return (
    <SimpleGrid cols={2} spacing="xs">
      {ways.expected && ways.touches.length > 0 && (
        <WayButton onClick={() => sayToFrame({ type: 'goTo', x: ways.expected!.x, y: ways.expected!.y })}>
          Take me near
        </WayButton>
      )}
      <WayButton onClick={ways.onPassOver}>Not this one</WayButton>
      {last && <WayButton onClick={() => ways.onDropTouch(last.id)}>Undo touch</WayButton>}
      {ways.touches.length >= 2 && <WayButton onClick={ways.onGoodEnough}>Good enough</WayButton>}
      <Menu position="bottom-end">
        <Menu.Target>
          <WayButton>Other ways ▾</WayButton>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item h={56} fz={17} onClick={ways.onDrag}>
            {ways.dragging ? 'Stop dragging the plan' : 'Drag the plan onto the cloth'}
          </Menu.Item>
          <Menu.Item h={56} fz={17} onClick={ways.onChalk}>
            Chalk the point under the needle
          </Menu.Item>
          {ways.onByCorners && (
            <Menu.Item h={56} fz={17} onClick={ways.onByCorners}>
              Line it up by its own corners
            </Menu.Item>
          )}
          {ways.onFollowEdges && ways.touches.length >= 2 && (
            <Menu.Item h={56} fz={17} onClick={ways.onFollowEdges}>
              Follow the border’s edges
            </Menu.Item>
          )}
          {ways.onTouchEdge && (
            <Menu.Item h={56} fz={17} onClick={ways.onTouchEdge}>
              Its edge runs here: touch along it
            </Menu.Item>
          )}
          <Menu.Item h={56} fz={17} onClick={ways.onPatchHere}>
            A patch here, which isn’t on the map
          </Menu.Item>
          <Menu.Item h={56} fz={17} onClick={ways.onMoved}>
            The quilt or machine was moved: line up anew
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
    </SimpleGrid>
  );
}

/** How far each touch lay from where those before it said it would. */
function Misfits({ told, ways }: { readonly told: Told; readonly ways: Ways }) {
  const style = useLengthStyle();
  const misfits = told.lineUp?.misfits ?? {};
  const known = ways.touches.filter(({ id }) => typeof misfits[id] === 'number');
  if (known.length === 0) return null;
  return (
    <details>
      <summary style={{ fontSize: 16, cursor: 'pointer', minHeight: 32 }}>Touches, and how far off each was</summary>
      <ol style={{ margin: 0, paddingLeft: 20, fontSize: 15, maxHeight: 120, overflowY: 'auto' }}>
        {ways.touches.map(({ id, name }) => (
          <li key={id}>
            {name}: {typeof misfits[id] === 'number' ? formatLength(misfits[id], style) : 'the first'}
          </li>
        ))}
      </ol>
    </details>
  );
}
