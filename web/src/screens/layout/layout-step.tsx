import { SegmentedControl } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { type ReactNode, useState } from 'react';
import { useLocation } from 'react-router';
import { rowSetOf } from '../../document/rows.ts';
import { usePlan } from '../../document/plan-store.ts';
import { BordersLayout } from './borders/borders-layout.tsx';
import { KeepOutsLayout } from './keep-outs/keep-outs-layout.tsx';
import { PatchesLayout } from './patches-layout.tsx';
import { RowsLayout } from './rows/rows-layout.tsx';

type Tool = 'patches' | 'rows' | 'borders' | 'keepOuts';

const LAYOUTS: Readonly<Record<Tool, (props: { readonly rail: ReactNode }) => ReactNode>> = {
  patches: PatchesLayout,
  rows: RowsLayout,
  borders: BordersLayout,
  keepOuts: KeepOutsLayout,
};

/** Designs on the quilt: into patches, in rows over the whole top, or round borders; and what they are kept out of. */
export default function LayoutStep() {
  const { records } = usePlan.getState();
  const brought = (useLocation().state as { designId?: string } | null)?.designId;
  const rowsOnly = rowSetOf(records) !== undefined && Object.keys(records.placements).length === 0;
  const [tool, setTool] = useState<Tool>(rowsOnly && brought === undefined ? 'rows' : 'patches');
  useHotkeys(
    [
      ['V', () => setTool('patches')],
      ['R', () => setTool('rows')],
      ['B', () => setTool('borders')],
      ['K', () => setTool('keepOuts')],
    ],
    ['INPUT', 'TEXTAREA', 'SELECT'],
  );
  const rail = (
    <SegmentedControl
      aria-label="What designs are put into"
      className="rail"
      orientation="vertical"
      value={tool}
      onChange={(value) => setTool(value)}
      data={[
        { value: 'patches', label: 'Patches (V)' },
        { value: 'rows', label: 'Rows (R)' },
        { value: 'borders', label: 'Borders (B)' },
        { value: 'keepOuts', label: 'Keep out (K)' },
      ]}
    />
  );
  const Layout = LAYOUTS[tool];
  return <Layout rail={rail} />;
}
