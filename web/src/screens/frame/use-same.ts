import { useMemo } from 'react';

/** The same object as last time while its content is the same. */
export function useSame<T>(value: T): T {
  const key = JSON.stringify(value, (_, part: unknown) => (ArrayBuffer.isView(part) ? part.byteLength : part));
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all of it
  return useMemo(() => value, [key]);
}
