import type { DesignAnswer } from '@gorse/contract';
import { Text } from '@mantine/core';
import { memo } from 'react';
import { Link } from 'react-router';
import { placeDesign } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { DesignTile } from '../designs/library.tsx';

/** Designs to put into the selected patch, one click each. */
export const DesignDrawer = memo(function DesignDrawer({
  designs,
  chosenId,
  regionId,
}: {
  readonly designs: readonly DesignAnswer[];
  readonly chosenId: string | null;
  readonly regionId: string;
}) {
  const quiltId = usePlan((state) => state.quiltId ?? '');
  return (
    <section className="drawer" aria-label="Designs">
      {designs.map((design) => (
        <DesignTile
          key={design.id}
          design={design}
          chosen={design.id === chosenId}
          onChoose={() => edit('design', placeDesign(regionId, design.id))}
        />
      ))}
      {designs.length === 0 && (
        <Text p="md">
          No designs yet. <Link to={`/quilts/${quiltId}/designs`}>Read a design file</Link> first.
        </Text>
      )}
    </section>
  );
});
