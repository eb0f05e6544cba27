import { SegmentedControl } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { useState } from 'react';
import { useLocation } from 'react-router';
import { rowSetOf } from '../../document/rows.ts';
import { usePlan } from '../../document/plan-store.ts';
import { PatchesLayout } from './patches-layout.tsx';
import { RowsLayout } from './rows/rows-layout.tsx';

type Tool = 'patches' | 'rows';

/** Designs on the quilt: into patches, or in rows over the whole top. */
export default function LayoutStep() {
  const { records } = usePlan.getState();
  const brought = (useLocation().state as { designId?: string } | null)?.designId;
  const rowsOnly = rowSetOf(records) !== undefined && Object.keys(records.placements).length === 0;
  const [tool, setTool] = useState<Tool>(rowsOnly && brought === undefined ? 'rows' : 'patches');
  useHotkeys(
    [
      ['V', () => setTool('patches')],
      ['R', () => setTool('rows')],
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
      ]}
    />
  );
  return tool === 'rows' ? <RowsLayout rail={rail} /> : <PatchesLayout rail={rail} />;
}
