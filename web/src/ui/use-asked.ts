import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { tellError } from './notices.ts';

/** Numbers for objects, so that the same object is the same key. */
const numbers = new WeakMap<object, number>();
let next = 1;
function numberOf(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  const known = numbers.get(value) ?? next++;
  numbers.set(value, known);
  return known;
}

export interface Asked<T> {
  /** The last answer; it stays until the next is there. */
  readonly answer: T | undefined;
  /** It is of what was asked about now. */
  readonly current: boolean;
}

/**
 * Asks a worker about some objects, again whenever one of them is another. Null asks nothing.
 * @param rest how long they must stay the same before it is asked, ms
 */
export function useAsked<T>(
  name: string,
  about: readonly unknown[],
  ask: (() => Promise<T>) | null,
  rest = 0,
): Asked<T> {
  const { data, isSuccess, isPlaceholderData } = useQuery({
    queryKey: [name, ...about.map(numberOf)],
    queryFn: async ({ signal }) => {
      if (rest > 0) await pause(rest, signal);
      try {
        return await ask!();
      } catch (error) {
        tellError(error);
        throw error;
      }
    },
    enabled: ask !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  return { answer: data, current: isSuccess && !isPlaceholderData };
}

const pause = (ms: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve, reject) => {
    const timer = setTimeout(resolve, ms);
    signal.addEventListener('abort', () => {
      clearTimeout(timer);
      reject(new DOMException('asked about something else', 'AbortError'));
    });
  });
