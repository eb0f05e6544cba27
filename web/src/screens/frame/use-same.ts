import { replaceEqualDeep } from '@tanstack/react-query';
import { useRef } from 'react';

/** The same object as last time while its content is the same, part by part. */
export function useSame<T>(value: T): T {
  const last = useRef(value);
  // What was kept is only ever replaced by what is equal to it: it doesn't matter which render did it.
  return (last.current = replaceEqualDeep(last.current, value));
}
