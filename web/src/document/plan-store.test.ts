import type { EditRequest } from '@gorse/contract';
import {
  evenBorder,
  plainGrid,
  makeMap,
  polygonShape,
  newPlan,
  type PlanDiff,
  type PlanRecords,
  quiltOf,
  type TouchRecord,
  type ClothPoint,
  clothPoint,
  controlId,
  framePoint,
} from '@gorse/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { addTouch, lostBy, setMap } from './placing.ts';
import { placeDesign, placementIn, placeRecipe } from './recipes.ts';
import {
  cancel,
  closePlan,
  commit,
  edit,
  openPlan,
  preview,
  redo,
  savedRevision,
  settleConflict,
  takeInAdded,
  undo,
  usePlan,
} from './plan-store.ts';

const SETTING = plainGrid({ across: 2, down: 2, blockWidth: 200, blockHeight: 200, sashing: 25 });
const BORDERS = [evenBorder(50)];
const PLAN = newPlan('Tide Table', makeMap(SETTING, BORDERS));

/** A server as far as the store sees one: takes edits in order, and answers `stale` with what another window did. */
class FakeServer {
  revision = 0;
  readonly taken: EditRequest[] = [];
  offline = false;
  other: PlanDiff = [];

  answer(url: string, init?: RequestInit): Response {
    if (this.offline) throw new TypeError('no network');
    if (init?.method !== 'POST')
      return Response.json({ id: url.split('/').at(-1), revision: this.revision, records: PLAN });
    const request = JSON.parse(init.body as string) as EditRequest;
    if (request.baseRevision < this.revision) {
      return Response.json(
        { code: 'stale', message: 'changed', details: [], revision: this.revision, since: this.other, conflicts: [] },
        { status: 409 },
      );
    }
    this.taken.push(request);
    return Response.json({ revision: ++this.revision });
  }
}

let server: FakeServer;
beforeEach(async () => {
  server = new FakeServer();
  vi.stubGlobal(
    'fetch',
    (url: string, init?: RequestInit) => new Promise((resolve) => resolve(server.answer(url, init))),
  );
  closePlan();
  await openPlan('q1');
});
const records = (): PlanRecords => usePlan.getState().records;
const saved = (): Promise<void> => vi.waitFor(() => expect(usePlan.getState().save).toBe('saved'));
const rename =
  (name: string) =>
  (plan: PlanRecords): PlanRecords => ({ ...plan, quilts: { quilt: { ...quiltOf(plan), name } } });

const TOUCH: TouchRecord = {
  id: 't',
  on: 'control.border-top.c1',
  name: 'corner',
  cloth: clothPoint(0, 0),
  since: null,
  frame: framePoint(1, 1),
  advance: 0,
  method: 'head',
  at: 1,
};

describe('the open plan', () => {
  it('makes one mark and one undo step of a gesture, and none of one taken back', async () => {
    for (const name of ['T', 'Ti', 'Tid']) preview(rename(name));
    commit('rename');
    preview(rename('nonsense'));
    cancel();
    commit('rename');
    await saved();
    expect(server.taken.map((one) => one.mark)).toEqual(['rename']);
    undo();
    expect(quiltOf(records()).name).toBe('Tide Table');
    redo();
    expect(quiltOf(records()).name).toBe('Tid');
    await saved();
    expect(server.taken.map((one) => one.mark)).toEqual(['rename', 'undo rename', 'redo rename']);
    expect(usePlan.getState().acknowledged).toEqual(records());
  });

  it('undoes across kinds of records, in order', () => {
    edit('design', placeDesign('block-1-1', 'd1'));
    edit('touch', addTouch(TOUCH));
    undo();
    expect(records().touches).toEqual({});
    undo();
    expect(records()).toEqual(PLAN);
  });

  it('keeps what the server hasn’t, and sends it when the server is back', async () => {
    server.offline = true;
    edit('rename', rename('Kept'));
    await vi.waitFor(() => expect(usePlan.getState().save).toBe('waiting'));
    server.offline = false;
    await vi.waitFor(() => expect(usePlan.getState().save).toBe('saved'), 5000);
    expect(server.taken).toHaveLength(1);
  });

  it('takes in what another window did elsewhere, and sends its own on top', async () => {
    const border = PLAN.regions['border-top']!;
    server.revision = 1;
    server.other = [{ kind: 'regions', id: border.id, before: border, after: { ...border, name: 'north' } }];
    edit('rename', rename('Mine'));
    await saved();
    expect(records().regions['border-top']!.name).toBe('north');
    expect(quiltOf(records()).name).toBe('Mine');
    expect(server.taken[0]!.baseRevision).toBe(1);
  });

  it('takes in the touch that the server wrote down; one’s own is undone like any edit', async () => {
    const touched = {
      revision: 1,
      mark: 'touch',
      diff: [{ kind: 'touches', id: 't', before: null, after: TOUCH }],
      own: true,
    } as const;
    server.revision = 1;
    takeInAdded(touched);
    takeInAdded({ ...touched, own: false });
    expect(usePlan.getState()).toMatchObject({ revision: 1, records: { touches: { t: TOUCH } }, save: 'saved' });
    undo();
    expect(records().touches).toEqual({});
    await saved();
    expect(server.taken).toMatchObject([{ mark: 'undo touch', baseRevision: 1 }]);
  });

  it('tells its revision once all is saved, and why it can’t', async () => {
    edit('rename', rename('Mine'));
    expect(await savedRevision()).toBe(1);
    server.offline = true;
    edit('rename', rename('Kept'));
    await expect(savedRevision()).rejects.toThrow(/not saved yet/);
  });

  it.each([
    ['mine', 'Mine', 1],
    ['theirs', 'Theirs', 0],
  ] as const)('asks when both changed the same record, and keeps %s', async (keep, name, sent) => {
    server.revision = 1;
    server.other = [
      { kind: 'quilts', id: 'quilt', before: quiltOf(PLAN), after: { ...quiltOf(PLAN), name: 'Theirs' } },
    ];
    edit('rename', rename('Mine'));
    await vi.waitFor(() => expect(usePlan.getState().save).toBe('conflict'));
    expect(quiltOf(records()).name).toBe('Mine');
    settleConflict(keep);
    await saved();
    expect(quiltOf(records()).name).toBe(name);
    expect(server.taken).toHaveLength(sent);
  });
});

describe('placing', () => {
  const placed = placeDesign('block-1-1', 'd1')(PLAN);
  const recipeId = placementIn(placed, 'block-1-1')!.recipeId;

  it('measuring again keeps designs in patches that stay, and drops those in patches that go', () => {
    const two = placeRecipe(['block-2-2'], placed.recipes[recipeId]!)(placed);
    const larger = setMap({ ...SETTING, blockWidth: 250 }, BORDERS)(two);
    expect(Object.keys(larger.placements)).toHaveLength(2);
    expect(larger.regions['border-left']).toBe(two.regions['border-left']);
    expect(Object.values(setMap({ ...SETTING, down: 1 }, BORDERS)(two).placements).map((p) => p.regionId)).toEqual([
      'block-1-1',
    ]);
  });
  it('measuring again takes touches along with their corners, and says beforehand what would go', () => {
    const corner = (block: string) => PLAN.regions[block]!.shape[2]!;
    const touch = (id: string, on: string | null, cloth: ClothPoint): TouchRecord => ({
      ...{ id, on, name: 'corner', cloth, since: null, frame: framePoint(5, 5) },
      ...{ advance: 0, method: 'head', at: 1 },
    });
    const touches = {
      kept: touch('kept', controlId('block-1-1', 'c3'), corner('block-1-1').at),
      gone: touch('gone', controlId('block-2-2', 'c3'), corner('block-2-2').at),
      mark: touch('mark', 'mark.m1', clothPoint(9, 9)),
    };
    const change = setMap({ ...SETTING, down: 1, blockWidth: SETTING.blockWidth + 10 }, BORDERS);
    const before = placeDesign('block-2-2', 'd1')({ ...placed, touches });
    const { x, y } = corner('block-1-1').at;
    expect(change(before).touches).toEqual({
      kept: { ...touches.kept, cloth: clothPoint(x + 10, y) },
      mark: touches.mark,
    });
    expect(lostBy(before, change(before))).toEqual({ designs: ['B2'], touches: 1, rows: false, drawn: 0, borders: 0 });
    expect(lostBy(before, setMap(SETTING, BORDERS)(before))).toBeNull();
  });
  it('measuring again takes patches that no setting made along with what they lie on', () => {
    const corners = [60, 90, 75].map((x, i) => clothPoint(x, i < 2 ? 60 : 90));
    const puffin = { ...PLAN.regions['block-1-1']!, id: 'puffin', name: 'puffin', shape: polygonShape(corners) };
    const drawn = { ...PLAN, regions: { ...PLAN.regions, puffin: { ...puffin, origin: 'hand' as const } } };
    const filled = placeDesign('puffin', 'd1')(drawn);
    const smaller = setMap({ ...SETTING, across: 1, blockWidth: 150 }, [])(filled);
    // Its block is as far from the corner of the top as before, and so many mm narrower.
    const by = smaller.regions['block-1-1']!.shape[1]!.at.x - filled.regions['block-1-1']!.shape[1]!.at.x;
    const left = smaller.regions['block-1-1']!.shape[0]!.at.x - filled.regions['block-1-1']!.shape[0]!.at.x;
    const up = smaller.regions['block-1-1']!.shape[0]!.at.y - filled.regions['block-1-1']!.shape[0]!.at.y;
    expect(smaller.regions.puffin!.shape[2]!.at).toEqual({ x: 75 + (by + left) / 2, y: 90 + up });
    expect(setMap(SETTING, BORDERS)(filled).regions.puffin).toBe(filled.regions.puffin);
    expect(Object.values(smaller.placements).map(({ regionId }) => regionId)).toEqual(['puffin']);
    expect(smaller.regions).not.toHaveProperty('border-top');
  });
});
