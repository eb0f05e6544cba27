import { startTransition, useEffect, useState } from 'react';
import type { StoreApi } from 'zustand';
import { shallow } from 'zustand/shallow';

/**
 * What is read of a store, drawn in slices (a transition): for what changes most of a screen, so that what the hand does meanwhile isn't held up.
 * @param read the same function while it reads the same; what is shown is always read by it
 */
export function useSliced<State, T>(store: StoreApi<State>, read: (state: State) => T): T {
  const [shown, show] = useState(() => ({ read, value: read(store.getState()) }));
  useEffect(() => {
    const take = (): void =>
      startTransition(() =>
        show((was) => {
          const value = read(store.getState());
          return was.read === read && shallow(was.value, value) ? was : { read, value };
        }),
      );
    take();
    return store.subscribe(take);
  }, [store, read]);
  return shown.read === read ? shown.value : read(store.getState());
}
