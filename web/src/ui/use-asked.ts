import {
  hashKey,
  keepPreviousData,
  QueryObserver,
  type QueryObserverOptions,
  useQueryClient,
} from '@tanstack/react-query';
import { startTransition, useEffect, useState } from 'react';
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
 * Asks a worker about some objects, again whenever one of them is another. Null asks nothing. An answer may change most of a screen, so it is
 * drawn in slices (a transition), that what the hand does meanwhile isn't held up.
 * @param rest how long they must stay the same before it is asked, ms
 */
export function useAsked<T>(
  name: string,
  about: readonly unknown[],
  ask: (() => Promise<T>) | null,
  rest = 0,
): Asked<T> {
  const queryKey = [name, ...about.map(numberOf)];
  const key = hashKey(queryKey);
  const options: QueryObserverOptions<T> = {
    queryKey,
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
  };
  const client = useQueryClient();
  const [observer] = useState(() => new QueryObserver(client, options));
  const [shown, show] = useState(() => shownOf(observer));
  useEffect(() => observer.subscribe(() => startTransition(() => show(shownOf(observer)))), [observer]);
  // Options of another key ask anew; the same key keeps its answer.
  useEffect(() => observer.setOptions(options), [observer, key, options.enabled]); // eslint-disable-line react-hooks/exhaustive-deps
  return { answer: shown.answer, current: shown.key === key };
}

/** The last answer, and the key it is the answer of; none while it is of what was asked before. */
function shownOf<T>(observer: QueryObserver<T>): { readonly answer: T | undefined; readonly key: string | null } {
  const { data, isSuccess, isPlaceholderData } = observer.getCurrentResult();
  return { answer: data, key: isSuccess && !isPlaceholderData ? hashKey(observer.options.queryKey) : null };
}

const pause = (ms: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve, reject) => {
    const timer = setTimeout(resolve, ms);
    signal.addEventListener('abort', () => {
      clearTimeout(timer);
      reject(new DOMException('asked about something else', 'AbortError'));
    });
  });
