import type { DesignAnswer } from '@gorse/contract';
import { type ClothPoint, clothPoint, insideRing, outlineOf, quiltOf, recordId, ringBounds } from '@gorse/core';
import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useState } from 'react';
import { useLocation } from 'react-router';
import { useDesigns } from '../../api/queries.ts';
import { ClothStage } from '../../canvas/cloth-stage.tsx';
import { FitGrid, Halo, RunEnds } from '../../canvas/marks.tsx';
import { Patches, plannedPatch } from '../../canvas/patches.tsx';
import { clearRegion, placeDesign, placementIn, placeRecipe, setRecipe } from '../../document/placing.ts';
import { cancel, edit, usePlan } from '../../document/plan-store.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { RollStrip } from '../roll-strip/roll-strip.tsx';
import { ChecksTray } from './checks-tray.tsx';
import { DesignDrawer } from './design-drawer.tsx';
import { PlannedThread } from './planned-thread.tsx';
import { RecipeCard } from './recipe-card.tsx';
import { neighbour } from './neighbour.ts';

const NONE: readonly DesignAnswer[] = [];

/** Designs into patches. `rail` is the choice of tools, shown over the cloth. */
export function PatchesLayout({ rail }: { readonly rail: ReactNode }) {
  const records = usePlan((state) => state.records);
  const planned = usePlanned((state) => state.byRecord);
  const designs = useDesigns().data ?? NONE;
  const brought = (useLocation().state as { designId?: string } | null)?.designId ?? null;
  const [regionId, setRegionId] = useState<string | null>(null);
  /** A design in hand: the next patch clicked takes it. */
  const [designInHand, setDesignInHand] = useState<string | null>(brought);
  /** "Same recipe": every patch clicked takes it. */
  const [recipeInHand, setRecipeInHand] = useState<string | null>(null);
  const [stage, setStage] = useState<string | null>(null);
  useEffect(() => () => cancel(), []);

  const regions = useMemo(() => Object.values(records.regions), [records.regions]);
  const patches = useMemo(() => regions.map(plannedPatch), [regions]);
  const region = regionId === null ? undefined : records.regions[regionId];
  const placement = region && placementIn(records, region.id);
  const recipe = placement && records.recipes[placement.recipeId];
  const { size } = quiltOf(records).map;
  const ring = region && outlineOf(region.shape);

  const emptyHands = (): void => {
    setRecipeInHand(null);
    setDesignInHand(null);
  };
  const pick = (p: ClothPoint): void => {
    const hit = regions.find((candidate) => insideRing(outlineOf(candidate.shape), p.x, p.y));
    if (!hit) setRegionId(null);
    else if (recipeInHand !== null && records.recipes[recipeInHand]) {
      if (placementIn(records, hit.id)?.recipeId !== recipeInHand)
        edit('same recipe', placeRecipe(hit.id, recipeInHand));
    } else {
      if (designInHand !== null) {
        edit('design', placeDesign(hit.id, designInHand));
        setDesignInHand(null);
      }
      setRegionId(hit.id);
    }
  };
  const key = (event: KeyboardEvent): void => {
    const arrow = /^Arrow(Up|Down|Left|Right)$/.exec(event.key)?.[1];
    if (arrow !== undefined) setRegionId(neighbour(regions, region, arrow as 'Up')?.id ?? null);
    else if (event.key === 'Escape') {
      if (recipeInHand !== null || designInHand !== null) {
        emptyHands();
      } else setRegionId(null);
    } else if ((event.key === 'Delete' || event.key === 'Backspace') && placement)
      edit('empty the patch', clearRegion(placement.regionId));
    else if (event.key === '.' && recipe)
      edit('turn', setRecipe(recipe.id, { orient: { ...recipe.orient, angle: recipe.orient.angle + Math.PI / 2 } }));
    else if (event.key === '/' && recipe)
      edit('mirror', setRecipe(recipe.id, { orient: { ...recipe.orient, mirror: !recipe.orient.mirror } }));
    else if (event.key === 'Enter' && region && recipeInHand !== null)
      edit('same recipe', placeRecipe(region.id, recipeInHand));
    else return;
    event.preventDefault();
  };

  const chosen = placement && planned[recordId({ source: 'placements', record: placement.id })];
  return (
    <div className="desk">
      <RollStrip />
      <div className="middle">
        <div style={{ position: 'relative', minHeight: 0 }}>
          <ClothStage
            space={clothPoint}
            beyond={0.25}
            bounds={{ minX: 0, minY: 0, maxX: size.width, maxY: size.length }}
            focus={ring ? ringBounds(ring) : null}
            label="The quilt. Arrow keys select a patch, Z zooms to it, F shows the whole quilt"
            onPick={pick}
            ground={(view) => <Patches patches={patches} scale={view.scale} />}
            onKey={key}
          >
            {(view) => (
              <>
                {ring && <Halo ring={ring} scale={view.scale} />}
                <PlannedThread scale={view.scale} />
                {stage === 'fit' && chosen?.fit && <FitGrid frame={chosen.fit.outline} scale={view.scale} />}
                {chosen?.pieces
                  .flatMap(({ needle }) => needle)
                  .map((run, i) => (
                    <RunEnds key={i} run={run} scale={view.scale} />
                  ))}
              </>
            )}
          </ClothStage>
          {rail}
          {(recipeInHand !== null || designInHand !== null) && (
            <div role="status" style={HINT}>
              {recipeInHand !== null
                ? 'Click each patch that should be the same. '
                : 'Click the patch that should take this design. '}
              <button
                type="button"
                style={{
                  fontWeight: 700,
                  textDecoration: 'underline',
                  border: 0,
                  background: 'none',
                  cursor: 'pointer',
                  font: 'inherit',
                }}
                onClick={() => emptyHands()}
              >
                Done (Esc)
              </button>
            </div>
          )}
        </div>
        <div>
          {region && recipeInHand === null && (
            <DesignDrawer
              designs={designs}
              chosenId={recipe?.designId ?? null}
              onChoose={(designId) => edit('design', placeDesign(region.id, designId))}
            />
          )}
          <ChecksTray onShow={({ subject }) => setRegionId(records.placements[subject.id]?.regionId ?? null)} />
        </div>
      </div>
      <RecipeCard
        region={region}
        designs={designs}
        stage={stage}
        onStage={setStage}
        onRegion={setRegionId}
        onSame={(recipeId) => setRecipeInHand(recipeId)}
        planned={chosen}
      />
    </div>
  );
}

const HINT = {
  position: 'absolute',
  top: 34,
  left: '50%',
  transform: 'translateX(-50%)',
  background: '#fffdf7',
  border: '2px solid var(--gorse)',
  borderRadius: 6,
  padding: '8px 14px',
} as const;
