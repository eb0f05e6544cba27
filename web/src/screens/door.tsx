import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useEffect, useRef } from 'react';
import { api, ApiError, sentenceOf } from '../api/api.ts';
import { KEYS } from '../api/queries.ts';
import { PairThis } from './devices/pair-this.tsx';

/** The page of a code that was scanned. */
const PAIR = '/pair';

/** How often the server is asked whether all is well, ms; and while it is not. */
const LOOK = 5000;
const LOOK_AGAIN = 1500;

/**
 * Before everything: a device that isn't paired is asked for its code; and while the server, or its database, is away, every screen says so over
 * its whole width. What is shown is asked for anew when it is back.
 */
export function Door({ children }: { readonly children: ReactNode }) {
  const client = useQueryClient();
  const { error } = useQuery({
    queryKey: KEYS.health,
    queryFn: api.health,
    retry: false,
    refetchInterval: ({ state }) => (isUnpaired(state.error) ? false : state.status === 'error' ? LOOK_AGAIN : LOOK),
    refetchIntervalInBackground: true,
  });
  const wasAway = useRef(false);
  useEffect(() => {
    if (error === null && wasAway.current)
      void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== KEYS.health[0] });
    wasAway.current = error !== null;
  }, [client, error]);
  const unpaired = isUnpaired(error);
  // The pairing page is left as it is: what is typed there must not be lost when the server answers.
  if (unpaired && location.pathname !== PAIR) return <PairThis />;
  return (
    <>
      {error && !unpaired && (
        <div className="server-trouble" role="alert">
          {sentenceOf(error)}
        </div>
      )}
      {children}
    </>
  );
}

const isUnpaired = (error: Error | null): boolean => error instanceof ApiError && error.code === 'unpaired';
