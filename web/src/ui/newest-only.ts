/** Does one after another; of what is asked meanwhile only the newest. */
export function newestOnly<T>(act: (what: T) => Promise<void>): (what: T) => void {
  let waiting: { readonly what: T } | null = null;
  let busy = false;
  const work = async (): Promise<void> => {
    busy = true;
    try {
      while (waiting) {
        const { what } = waiting;
        waiting = null;
        await act(what);
      }
    } finally {
      busy = false;
    }
  };
  return (what) => {
    waiting = { what };
    if (!busy) void work();
  };
}
