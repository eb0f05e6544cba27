import { formatDuration, type Region } from '@gorse/core';
import { Text } from '@mantine/core';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { edit } from '../../document/plan-store.ts';
import { placeRecipe } from '../../document/recipes.ts';
import { BACKGROUND_NAMES, BACKGROUNDS } from './backgrounds.ts';
import { TILE } from './design-drawer.tsx';
import { FittedTile } from './suggestion-tile.tsx';
import { useFitted } from './use-fitted.ts';

/** Backgrounds to take, one click each, as they would fill a patch with nothing kept out of it. @param head what is shown above them */
export function BackgroundDrawer({
  region: { id, name, shape },
  head,
}: {
  readonly region: Region;
  readonly head: ReactNode;
}) {
  const fitted = useFitted(shape, BACKGROUNDS);
  return (
    <section className="drawer" aria-label="Backgrounds">
      <div style={{ width: 128, flexShrink: 0 }}>
        {head}
        <Text size="xs" mt={6}>
          Lines that fill what keep-outs leave of the patch.
        </Text>
      </div>
      <div className="drawer-scroll" style={{ display: 'flex', gap: 8 }}>
        {BACKGROUNDS.map((stages) => {
          const { kind } = stages.background;
          const one = fitted.get(stages);
          return (
            <div key={kind} style={{ width: TILE - 8, flexShrink: 0 }}>
              <FittedTile
                name={BACKGROUND_NAMES[kind]}
                patch={name}
                fitted={one}
                words={one ? [formatDuration(one.seconds)] : []}
                onChoose={() => edit('background', placeRecipe([id], { ...stages, id: nanoid(10) }))}
              />
            </div>
          );
        })}
      </div>
    </section>
  );
}
