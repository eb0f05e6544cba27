import { designPoint, formatLength } from '@gorse/core';
import type { KeyboardEvent } from 'react';
import { useHandle } from './use-handle.ts';
import type { TrimEnd } from '../tools/trim-end.ts';
import { fromScreen, type View } from '../tools/view.ts';
import { placeOn } from './line-view.tsx';
import { useLengthStyle } from './preferences.ts';
import { MOORLAND } from './theme.ts';
import type { useTrim } from './use-trim.ts';

interface Props {
  readonly trimming: Pick<ReturnType<typeof useTrim>, 'drawn' | 'length' | 'cuts' | 'tool' | 'step'>;
  readonly map: View;
}

/** Places on the line that can be dragged, or stepped with the arrow keys, to cut it shorter. */
export const TrimHandles = (props: Props) => (
  <>
    <TrimHandle {...props} end="end" />
    <TrimHandle {...props} end="start" />
  </>
);

function TrimHandle({ trimming: { drawn, length, cuts, tool, step }, map, end }: Props & { readonly end: TrimEnd }) {
  const style = useLengthStyle();
  const { onKeyDown, ...handle } = useHandle(
    () => tool(end),
    (p) => fromScreen(map, p, designPoint),
  );
  const cut = cuts[end];
  const at = placeOn(map, drawn, end === 'start' ? cut : length - cut);
  const key = (event: KeyboardEvent): void => {
    onKeyDown(event);
    const way = event.key === 'ArrowRight' || event.key === 'ArrowUp' ? 1 : -1;
    if (!event.key.startsWith('Arrow')) return;
    event.preventDefault();
    step(end, way, event.shiftKey);
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`${end === 'start' ? 'Start' : 'End'} of the line; arrows move it by a stitch, with Shift to the next corner`}
      aria-valuemin={0}
      aria-valuemax={Math.round(length)}
      aria-valuenow={Math.round(cut)}
      aria-valuetext={cut === 0 ? 'nothing cut off' : `${formatLength(cut, style)} cut off`}
      className="trim-handle"
      style={{ touchAction: 'none' }}
      {...handle}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={key}
    >
      <circle cx={at.x} cy={at.y} r={16} fill="transparent" />
      {end === 'start' ? (
        <circle cx={at.x} cy={at.y} r={9} fill={MOORLAND.calico} stroke={MOORLAND.bracken} strokeWidth={3.4} />
      ) : (
        <rect
          x={at.x - 8}
          y={at.y - 8}
          width={16}
          height={16}
          fill={MOORLAND.calico}
          stroke={MOORLAND.bracken}
          strokeWidth={3.4}
        />
      )}
    </g>
  );
}
