import { MOORLAND } from '../../ui/theme.ts';

/** A pass's name on its band; the whole band chooses it. */
export function PassLabel({
  band,
  name,
  about,
  chosen,
  onChoose,
}: {
  readonly band: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  readonly name: string;
  readonly about: string;
  readonly chosen: boolean;
  readonly onChoose: (() => void) | undefined;
}) {
  const y = band.y + band.height / 2;
  // Both lines where the band has room for them.
  const tall = band.height > 44;
  const text = { x: band.x + 14, fill: MOORLAND.ink } as const;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${name}: ${about}`}
      aria-pressed={chosen}
      onClick={onChoose}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          onChoose?.();
        }
      }}
      style={{ cursor: 'pointer' }}
    >
      <rect {...band} fill="transparent" />
      <rect
        x={band.x + 6}
        y={y - (tall ? 21 : 11)}
        width={tall ? 160 : 190}
        height={tall ? 42 : 22}
        rx={6}
        fill="#FFFEF8"
        opacity={0.94}
      />
      <text {...text} y={y + (tall ? -4 : 5)} fontSize={15} fontWeight={700}>
        {name}
        {!tall && (
          <tspan fontWeight={400} fontSize={12}>
            {` ${about}`}
          </tspan>
        )}
      </text>
      {tall && (
        <text {...text} y={y + 14} fontSize={13}>
          {about}
        </text>
      )}
    </g>
  );
}
