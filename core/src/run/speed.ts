/** How fast a line is stitched, as a part of what was planned, in percent. Corners are taken no faster than they can be. */
export const SPEEDS = [25, 50, 75, 100, 125, 150] as const;
export type Speed = (typeof SPEEDS)[number];
export const PLANNED_SPEED: Speed = 100;

/** So it is noted in a run's log. */
export type SpeedEventKind = `speed${Speed}`;
export const SPEED_EVENTS: readonly SpeedEventKind[] = SPEEDS.map((speed): SpeedEventKind => `speed${speed}`);
export const isSpeedEvent = (kind: string): kind is SpeedEventKind =>
  (SPEED_EVENTS as readonly string[]).includes(kind);

/** The next speed up or down, or the same at the end. */
export function nextSpeed(speed: Speed, up: boolean): Speed {
  const i = SPEEDS.indexOf(speed);
  return SPEEDS[Math.min(SPEEDS.length - 1, Math.max(0, i + (up ? 1 : -1)))]!;
}
