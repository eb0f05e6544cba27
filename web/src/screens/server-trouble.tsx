import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api, sentenceOf } from '../api/api.ts';
import { KEYS } from '../api/queries.ts';

/** How often the server is asked whether all is well, ms; and while it is not. */
const LOOK = 5000;
const LOOK_AGAIN = 1500;

/** Over the whole width of every screen while the server, or its database, is away; what is shown is asked for anew when it is back. */
export function ServerTrouble() {
  const client = useQueryClient();
  const { error } = useQuery({
    queryKey: KEYS.health,
    queryFn: api.health,
    retry: false,
    refetchInterval: (query) => (query.state.status === 'error' ? LOOK_AGAIN : LOOK),
    refetchIntervalInBackground: true,
  });
  const wasAway = useRef(false);
  useEffect(() => {
    if (error === null && wasAway.current)
      void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== KEYS.health[0] });
    wasAway.current = error !== null;
  }, [client, error]);
  return (
    error && (
      <div className="server-trouble" role="alert">
        {sentenceOf(error)}
      </div>
    )
  );
}
