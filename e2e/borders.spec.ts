import { expect, type Page } from '@playwright/test';
import type { DesignAnswer } from '@gorse/contract';
import { type BorderSetRecord, clothPoint, distance, evenBorder, plainGrid, USUAL_REJOIN } from '@gorse/core';
import { expectAccessible } from './accessible.ts';
import { ask } from './ask.ts';
import { ownQuilt, test } from './demo.ts';
import { bringHead, lineUp, stitchPiece } from './frame-hands.ts';
import { eyeOf } from './quilt-eye.ts';

const count = (page: Page, side: string) => page.getByTestId(`count-${side}`);
const design = (page: Page, name: string) =>
  page.getByRole('button', { name: new RegExp(`^Drawing of ${name} ${name}`) });

test('from a planned top to four bordered sides with corners, and every count follows', async ({ page, demo }) => {
  const quiltId = await ownQuilt(demo.address, 'Tide Table');
  await page.goto(`${demo.address}/quilts/${quiltId}/layout`);
  let actions = 0;
  const act = async (what: Promise<unknown>): Promise<void> => {
    actions++;
    await what;
  };
  await act(page.getByText('Borders (B)').click());
  await act(page.getByLabel('Find a design').fill('Swell'));
  await act(page.getByRole('button', { name: /^Drawing of Swell Swell(?! corner)/ }).click());
  await expect(page.getByTestId('border-totals')).toBeVisible();
  await act(page.getByRole('radio', { name: 'Corner design' }).click());
  await act(page.getByLabel('Find a design').fill('corner'));
  await act(design(page, 'Swell corner').click());
  await expect(page.getByTestId('border-totals')).toContainText(/, 0 cuts/);
  const answers = page.getByRole('group', { name: 'Answers, best first' });
  await act(page.getByText('Few cuts').click());
  await act(answers.getByRole('button').first().click());
  expect(actions).toBeLessThan(12);
  await expect(answers.getByRole('button').first()).toContainText('0 cuts');
  await expect(page.getByText('Checks: nothing to mend')).toBeVisible();

  // A count that is pulled is held; the others stay as they are best.
  const [top, right] = [Number(await count(page, 'top').textContent()), await count(page, 'right').textContent()];
  await page.getByRole('button', { name: 'One more on the top' }).click();
  await expect(count(page, 'top')).toHaveText(String(top + 1));
  await expect(count(page, 'right')).toHaveText(right!);
  await expect(page.getByRole('button', { name: 'Hold the count on the top' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Hold the count on the top' }).click();
  await expect(count(page, 'top')).toHaveText(String(top));
  const pulled = (await count(page, 'bottom').boundingBox())!;
  const bottom = Number(await count(page, 'bottom').textContent());
  await page.mouse.move(pulled.x + 5, pulled.y + 10);
  await page.mouse.down();
  await page.mouse.move(pulled.x + 6, pulled.y + 10);
  await page.mouse.move(pulled.x + 30, pulled.y + 10, { steps: 4 });
  await expect(count(page, 'bottom')).toHaveText(String(bottom + 2));
  await page.mouse.up();
  await page.keyboard.press('ArrowDown');
  await expect(count(page, 'bottom')).toHaveText(String(bottom + 1));
  await page.getByRole('button', { name: 'Hold the count on the bottom' }).click();
  await expect(count(page, 'bottom')).toHaveText(String(bottom));

  // More kept clear makes repeats smaller, so that there are more of them; what is undone comes back.
  await page.getByRole('button', { name: /^Keeps clear/ }).click();
  await page.getByLabel('Outer edge', { exact: true }).fill('7/8');
  await page.keyboard.press('Enter');
  await expect.poll(async () => Number(await count(page, 'top').textContent())).toBeGreaterThan(top);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(count(page, 'top')).toHaveText(String(top));
  await expectAccessible(page);

  // Where it is stretched most is said.
  await page.getByRole('button', { name: /^Edges as planned/ }).click();
  await expect(page.getByTestId('worst-stretch')).toContainText(
    /along the (top|right|bottom|left): .* along it, 0\s% across/,
  );

  // A side is worked by itself.
  await page.getByRole('button', { name: /^Worked/ }).click();
  await page.getByRole('checkbox', { name: 'Left' }).click();
  await expect(count(page, 'left')).toBeHidden();
  await expect(page.getByRole('button', { name: /^Worked/ })).toContainText('without left');
  // A border that nothing is left of says so, and what to do.
  await page.getByRole('button', { name: /^Keeps clear/ }).click();
  await page.getByLabel('Outer edge', { exact: true }).fill('2 3/4');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Checks: 1 to mend/ }).click();
  await expect(page.getByText(/leaves no room for one repeat/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Take the border’s design out' }).click();
  await expect(page.getByText(/it goes round all four sides/)).toBeVisible();
});

test('a design runs along every sashing strip of a kind, one of which is left out', async ({ page, demo }) => {
  const quiltId = await ownQuilt(demo.address, 'Tide Table');
  await page.goto(`${demo.address}/quilts/${quiltId}/layout`);
  await page.getByText('Borders (B)').click();
  await page.getByRole('combobox', { name: 'Where' }).click();
  await page.getByRole('option', { name: 'Sashing down, 3 strips' }).click();
  await page.getByLabel('Find a design').fill('Rope');
  await design(page, 'Rope').click();
  const strips = page.getByRole('group', { name: /^Strips of/ });
  await expect(strips).toContainText('3 strips of');
  const repeats = page.getByTestId('count-length-1');
  const before = Number(await repeats.textContent());
  await page.getByRole('button', { name: /^One more on the strips/ }).click();
  await expect(repeats).toHaveText(String(before + 1));
  // They have no corners, and no edges to follow.
  await expect(page.getByRole('radio', { name: 'Mitre' })).toBeHidden();
  await expect(page.getByRole('button', { name: /^Edges/ })).toBeHidden();
  await page.getByRole('button', { name: /^Worked/ }).click();
  await page.getByRole('checkbox', { name: 'Sashing strip 2 down' }).click();
  await expect(page.getByRole('button', { name: /^Worked/ })).toContainText('1 of 3 left out');
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Passes' }).click();
  await expect(page.getByText(/^Sashing strip 3 down/i).first()).toBeVisible();
  await expect(page.getByText(/^Sashing strip 2 down/i)).toBeHidden();
});

test('a border follows an edge of scallops, and the binding with it', async ({ page, demo }) => {
  const quiltId = await ownQuilt(demo.address, 'Guillemot Mess');
  await page.goto(`${demo.address}/quilts/${quiltId}/quilt`);
  const sums = page.getByRole('region', { name: 'Backing, batting, binding' });
  await expect(sums).toContainText(/Cut \d+\sstrips 2\s1\/2\sin wide across/);
  await page.getByRole('radiogroup', { name: 'Outer edge' }).getByText('Scalloped').click();
  await page.getByLabel('Scallops at the top').fill('5');
  await page.getByLabel('Depth of a scallop').fill('4');
  await page.keyboard.press('Enter');
  await expect(
    page.getByText('Scallops are no deeper than half their width. Make them flatter, or fewer.'),
  ).toBeVisible();
  await page.getByLabel('Depth of a scallop').fill('1');
  await page.keyboard.press('Enter');
  await expect(sums).toContainText(/Cut it 2\s1\/2\sin wide on the bias/);
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Layout' }).click();
  await page.getByText('Borders (B)').click();
  await expect(page.getByTestId('border-totals')).toBeVisible();
  // Where the strip is thinnest it is squeezed, and that is told.
  await page.getByRole('button', { name: /^Edges as planned/ }).click();
  await expect(page.getByTestId('worst-stretch')).toContainText(/−\d+(\.\d)?\s% across/);
  await page.getByRole('link', { name: 'Quilt' }).click();
  await page.getByRole('radiogroup', { name: 'Outer edge' }).getByText('Rounded').click();
  await expect(page.getByLabel('Radius of the corners')).toHaveValue('3');
});

test('a side is stitched in two sections over two passes, and they join', async ({ page, demo }) => {
  test.setTimeout(300_000);
  await page.addInitScript(() =>
    localStorage.setItem('gorse-preferences', JSON.stringify({ state: { lengthStyle: 'mm' }, version: 0 })),
  );
  const { address } = demo;
  const top = {
    setting: plainGrid({ across: 2, down: 2, blockWidth: 240, blockHeight: 260, sashing: 0 }),
    borders: [evenBorder(120)],
  };
  const { id } = await ask<{ id: string }>(address, '/quilts', { name: 'Two sections', ...top });
  const swell = (await ask<DesignAnswer[]>(address, '/designs')).find(({ name }) => name === 'Swell')!;
  const after: BorderSetRecord = {
    ...{
      id: 'side',
      border: 0,
      over: 1,
      designId: swell.id,
      cornerDesignId: null,
      corners: 'pinwheel',
      through: 'ends',
      fill: 0.25,
      across: 'sections',
      strips: null,
    },
    ...{ stance: 'outward', stretch: 'evenly', clear: { outer: 6, inner: 6 }, pinned: [{ side: 'right', count: 5 }] },
    ...{ wish: 'stretch', without: ['top', 'bottom', 'left'], mask: USUAL_REJOIN },
    stitch: { stitchesPerInch: 10, tieOff: 'short' },
  };
  const diff = [{ kind: 'borderSets', id: after.id, before: null, after }];
  await ask(address, `/quilts/${id}/edits`, { editId: 'one-side-bordered', baseRevision: 0, mark: 'border', diff });

  await page.goto(`${address}/quilts/${id}/frame`);
  await page.getByRole('button', { name: 'Understood' }).click();
  const sections = [/^Right border, repeats 1 to (\d)/, /^Right border, repeats? (\d)( to \d)?/];
  for (const [pass, section] of sections.entries()) {
    if (pass > 0) {
      const understood = page.getByRole('button', { name: 'Understood' });
      const off = page.getByRole('button', { name: 'Clamps are off' });
      await off.or(understood).first().waitFor();
      if (await understood.isVisible()) await understood.click();
      await off.click();
      await page.getByRole('button', { name: 'Rolled', exact: true }).click();
    }
    await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
    await lineUp(page, address, id);
    await followEdges(page, address, id);
    const load = page.getByRole('button', { name: /^Load Right border/ });
    const name = (await load.textContent())!.replace(/^Load /, '');
    expect(name).toMatch(section);
    await stitchPiece(page, name);
  }
  const { stitched } = await eyeOf(address, id);
  expect(stitched).toHaveLength(2);
  const [first, second] = stitched.toSorted((a, b) => a.run.advance - b.run.advance);
  const apart = (where: 'planned' | 'true'): number => distance(first![where].at(-1)!, second![where][0]!);
  expect([apart('planned') < 0.05, apart('true') < 0.8], `${apart('true')} mm apart`).toEqual([true, true]);
  // Both edges were found farther out than planned: so lies what was stitched between them, though the cloth itself isn't.
  const off = [first!, second!].map((run) => {
    const out = run.true.map(({ x }, i) => x - run.planned[i]!.x).sort((a, b) => a - b);
    return out[out.length >> 1]!;
  });
  expect(Math.max(...off.map((mm) => Math.abs(mm - FARTHER_OUT))), `${off.join(', ')} mm farther out`).toBeLessThan(
    1.5,
  );

  // The desk knows how they run, and can go back to the plan.
  await page.goto(`${address}/quilts/${id}/layout`);
  await page.getByText('Borders (B)').click();
  await page.getByRole('button', { name: /^Edges followed by 8 touches/ }).click();
  await expect(page.getByTestId('worst-stretch')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the edges as planned' }).click();
  await expect(page.getByRole('button', { name: /^Edges as planned/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Edges followed by 8 touches/ })).toBeVisible();
});

/** So much farther out than it was planned does she find each edge, mm. */
const FARTHER_OUT = 4;

/** Touches the right border's edges where it is asked for, four times. */
async function followEdges(page: Page, address: string, quiltId: string): Promise<void> {
  const eye = await eyeOf(address, quiltId);
  await page.getByRole('button', { name: 'Follow the border’s edges' }).click();
  for (let touched = 0; touched < 4; touched++) {
    const asked = page.getByText(/^Put the needle on the (outer|inner) edge of the (right|top) border/);
    const title = (await asked.textContent())!;
    const [, edge, side, along] = /the (outer|inner) edge of the (right|top) border, ([\d.]+)\smm from/.exec(title)!;
    const [inside, at] = [edge === 'outer' ? 0 : 120, Number(along)];
    const seam = side === 'top' ? clothPoint(at, inside) : clothPoint(eye.size.width - inside + FARTHER_OUT, at);
    await bringHead(page, eye.at(seam));
    await page.getByRole('button', { name: 'Touch here' }).click();
    await expect(page.getByText(title, { exact: true })).toBeHidden();
  }
  await page.getByRole('button', { name: /^(Good enough|Done)$/ }).click();
}
