import type { ReactNode } from 'react';
import { MOORLAND } from './theme.ts';

/** A little picture on a button, 48 by 48. */
export const Sketch = ({ children }: { readonly children: ReactNode }) => (
  <svg
    viewBox="0 0 48 48"
    width="100%"
    height="100%"
    fill={MOORLAND.calico}
    stroke={MOORLAND.slate}
    strokeWidth={2}
    aria-hidden
  >
    {children}
  </svg>
);
