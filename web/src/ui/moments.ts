const MINUTE = new Intl.DateTimeFormat('en', { dateStyle: 'medium', timeStyle: 'short' });
const SECOND = new Intl.DateTimeFormat('en', { dateStyle: 'medium', timeStyle: 'medium' });

/** `Nov 27, 2026, 4:20 PM`; of a time in ms. */
export const toTheMinute = (at: number): string => MINUTE.format(at);

/** `Nov 27, 2026, 4:20:31 PM` */
export const toTheSecond = (at: number): string => SECOND.format(at);
