import { type BorderSetRecord, counted, type CountOf, formatLength, isSide, MOST_REPEATS } from '@gorse/core';
import { ActionIcon, Group, SimpleGrid, Text, Tooltip } from '@mantine/core';
import { IconMinus, IconPin, IconPinFilled, IconPlus } from '@tabler/icons-react';
import { type KeyboardEvent, memo, type ReactNode } from 'react';
import { pinCount } from '../../../document/borders.ts';
import { cancel, edit, preview } from '../../../document/plan-store.ts';
import { pullCount } from '../../../tools/pull-count.ts';
import type { ShownSide } from '../../../planning-worker/shown.ts';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { useHandle } from '../../../ui/use-handle.ts';
import { atStart } from '../../../ui/words.ts';
import { signed } from './border-words.ts';

/** The repeats of each side in a row: one more or fewer, held or following, with the stretch that it makes. */
export function SidesForm({ set, sides }: { readonly set: BorderSetRecord; readonly sides: readonly ShownSide[] }) {
  const shown = sides.filter(({ strips }) => strips.some(({ id }) => !set.without.includes(id)));
  const what = set.strips === null ? 'side' : 'strip';
  const worst = Math.max(0, ...shown.map(({ stretch }) => Math.abs(stretch)));
  return (
    <section aria-label={`Repeats on each ${what}`}>
      <Text fw={700} mt="sm" mb={4}>
        Repeats on each {what}
      </Text>
      <SimpleGrid cols={set.strips === null ? 4 : 3} spacing={6}>
        {shown.map((one) => (
          <OneSide
            key={one.side}
            id={set.id}
            how={set.stretch}
            of={one}
            isWorst={worst > 5e-4 && Math.abs(one.stretch) > worst - 1e-9}
            pinned={set.pinned.some(({ side }) => side === one.side)}
          />
        ))}
      </SimpleGrid>
    </section>
  );
}

/** Parts of it are made anew only when they change: in a drag each is drawn at every step. */
const OneSide = memo(function OneSide({
  id,
  how,
  of: { side, count, stretch, length, strips, isFixed },
  isWorst,
  pinned,
}: {
  readonly id: string;
  readonly how: BorderSetRecord['stretch'];
  readonly of: ShownSide;
  readonly isWorst: boolean;
  readonly pinned: boolean;
}) {
  const style = useLengthStyle();
  const name = isSide(side) ? side : `strips of ${formatLength(length, style)}`;
  const hint = `${formatLength(length, style)} long, ${formatLength(length / count, style)} a repeat`;
  return (
    <div className="side-count" role="group" aria-label={isSide(side) ? `${atStart(side)} side` : atStart(name)}>
      <span>
        {isSide(side) ? atStart(side) : `${counted(strips.length, 'strip')} of ${formatLength(length, style)}`}
      </span>
      {isFixed ? (
        <span className="side-repeats">{count}</span>
      ) : (
        <>
          <Count id={id} side={side} name={name} count={count} hint={hint} />
          <Steps id={id} side={side} name={name} count={count} />
        </>
      )}
      <StretchWords stretch={stretch} isWorst={isWorst} how={isFixed ? 'evenly' : how} />
      {!isFixed && <Hold id={id} side={side} name={name} count={count} pinned={pinned} />}
    </div>
  );
});

/** A count that is pulled, or stepped with the arrow keys; the others follow meanwhile. */
function Count({ id, side, name, count, hint }: Counted & { readonly hint: string }) {
  const mark = `repeats on the ${name}`;
  const say = (next: number): void => edit(mark, pinCount(id, side, next));
  const { onKeyDown, ...handle } = useHandle(
    () =>
      pullCount(count, {
        most: MOST_REPEATS,
        show: (next) => preview(pinCount(id, side, next)),
        put: say,
        drop: cancel,
      }),
    (p) => p,
  );
  const onKey = (event: KeyboardEvent): void => {
    onKeyDown(event);
    const way = STEPS[event.key] ?? 0;
    if (way === 0) return;
    event.preventDefault();
    if (count + way >= 1 && count + way <= MOST_REPEATS) say(count + way);
  };
  return (
    <svg
      className="side-repeats"
      viewBox="0 0 56 30"
      width={56}
      height={30}
      role="slider"
      tabIndex={0}
      aria-label={`Repeats on the ${name}`}
      aria-valuenow={count}
      aria-valuemin={1}
      aria-valuemax={MOST_REPEATS}
      aria-valuetext={`${count}, ${hint}`}
      {...handle}
      onKeyDown={onKey}
    >
      <title>{`${hint}. Pull it sideways for more or fewer`}</title>
      <rect width={56} height={30} fill="transparent" />
      <text x={28} y={23} textAnchor="middle" data-testid={`count-${side}`}>
        {count}
      </text>
    </svg>
  );
}
const STEPS: Readonly<Record<string, 1 | -1>> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 };

interface Counted {
  readonly id: string;
  readonly side: CountOf;
  readonly name: string;
  readonly count: number;
}

const Steps = memo(function Steps({ id, side, name, count }: Counted) {
  const step = (what: string, next: number, icon: ReactNode) => (
    <ActionIcon
      variant="default"
      size={32}
      aria-label={`${what} on the ${name}`}
      disabled={next < 1 || next > MOST_REPEATS}
      onClick={() => edit(`repeats on the ${name}`, pinCount(id, side, next))}
    >
      {icon}
    </ActionIcon>
  );
  return (
    <Group gap={4} justify="center" wrap="nowrap">
      {step('One fewer', count - 1, <IconMinus size={16} />)}
      {step('One more', count + 1, <IconPlus size={16} />)}
    </Group>
  );
});

const Hold = memo(function Hold({ id, side, name, count, pinned }: Counted & { readonly pinned: boolean }) {
  return (
    <Tooltip label={pinned ? 'Held. Click to let it follow again' : 'Hold this count while others follow'}>
      <ActionIcon
        variant={pinned ? 'filled' : 'subtle'}
        color="slate"
        size={28}
        aria-pressed={pinned}
        aria-label={`Hold the count on the ${name}`}
        onClick={() => edit(`${pinned ? 'unpin' : 'pin'} the ${name}`, pinCount(id, side, pinned ? null : count))}
      >
        {pinned ? <IconPinFilled size={16} /> : <IconPin size={16} />}
      </ActionIcon>
    </Tooltip>
  );
});

const NOTES: Readonly<Record<BorderSetRecord['stretch'], string>> = {
  evenly: '',
  spacers: 'between',
  middle: 'in one',
};

/** The worst is in bold, and says so. */
const StretchWords = ({
  stretch,
  isWorst,
  how,
}: {
  readonly stretch: number;
  readonly isWorst: boolean;
  readonly how: BorderSetRecord['stretch'];
}) => (
  <span className="side-stretch" style={{ fontWeight: isWorst ? 700 : 400 }}>
    {signed(stretch)}
    <span className="side-note">{[isWorst ? 'most' : '', NOTES[how]].filter(Boolean).join(', ') || '\u00a0'}</span>
  </span>
);
