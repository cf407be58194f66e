import { expect, test, type Page } from '../support/journey';
import { boxAt, eachSheet, family, Fingers, openDemo, openTrack, showAs, tool } from '../support/app';

/** The share of the window the notes have in each kind of state: [at rest, lane or trial, a sheet], as shares of its height or in pixels. */
const WINDOWS = [
  { width: 390, height: 844, rest: 0.7, strip: 0.58, sheet: 0.4 },
  { width: 390, height: 664, rest: 0.6, strip: 0.45, sheet: 0.3 },
  { width: 360, height: 640, rest: 0.6, strip: 0.45, sheet: 0.3 },
] as const;

/** The part of the notes that nothing lies over, in pixels: of the steps or the notes themselves, without the ruler. */
async function room(page: Page): Promise<{ width: number; height: number }> {
  const notes = page.getByTestId('notes-grid').or(page.getByTestId('steps-grid'));
  return (await notes.boundingBox())!;
}

test('the notes have their room on three phones, in every state', async ({ page }) => {
  test.slow();
  await openDemo(page);
  const has = async (kind: 'rest' | 'strip' | 'sheet', state: string) => {
    for (const { width, height, ...shares } of WINDOWS) {
      await page.setViewportSize({ width, height });
      // A rounded border is no lost row.
      await expect
        .poll(async () => (await room(page)).height, `${state} at ${width} x ${height}`)
        .toBeGreaterThanOrEqual(shares[kind] * height - 2);
    }
  };
  await has('rest', 'Steps at rest');
  await page.getByTestId('play').click();
  await expect(page.getByTestId('pass')).toBeVisible();
  await has('rest', 'playing');
  await page.getByTestId('play').click();
  await page.getByRole('button', { name: 'Mute Deck Drums' }).click();
  await expect(page.getByTestId('silence')).toBeVisible();
  await has('rest', 'silence');
  await page.getByTestId('silence').getByRole('button', { name: 'Unmute' }).click();
  await page.getByRole('button', { name: 'Fill Kick' }).click();
  await has('strip', 'a trial in Steps');
  await page.getByRole('button', { name: 'Drop', exact: true }).click();
  await openTrack(page, 'Lamp Keys');
  await has('rest', 'Notes at rest');
  await page.keyboard.press('i');
  await has('strip', 'the lane');
  await page.keyboard.press('i');
  await tool(page, 'Time', 'Rotate: try with settings');
  await has('strip', 'a trial');
  await page.getByRole('button', { name: 'Drop', exact: true }).click();
  await family(page, 'Select');
  await page.getByRole('button', { name: 'Louder or softer: set up the rule' }).click();
  await has('strip', 'a rule');
  await page.getByRole('button', { name: 'Select as before' }).click();
  for (const [button, close] of [
    [/: other actions$/, 'Toolbox'],
    ['Song: tempo, send out', 'Last Boat Home'],
    ['All tracks', 'All tracks'],
  ] as const) {
    await page.getByRole('button', { name: button }).click();
    await has('sheet', close);
    await page.getByRole('button', { name: `Close: ${close}` }).click();
  }
  await eachSheet(page, (where) => has('sheet', where));
  await page.getByRole('option').first().click({ button: 'right', force: true });
  await has('sheet', 'the menu');
  await page.getByRole('button', { name: 'Close the menu' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await has('rest', 'after undo, with or without a notice');
});

test('a phone on its side: the dock at the left, the tools at the right, the notes between them', async ({ page }) => {
  await page.setViewportSize({ width: 844, height: 390 });
  await openDemo(page);
  await openTrack(page, 'Lamp Keys');
  const dock = (await page.getByRole('group', { name: 'Dock' }).boundingBox())!;
  const tools = (await page.getByRole('group', { name: 'Tray' }).boundingBox())!;
  const atRest = await room(page);
  expect(atRest.height).toBeGreaterThanOrEqual(260);
  expect(dock.x).toBe(0);
  expect(tools.x).toBeGreaterThan(dock.width + atRest.width);
  await page.keyboard.press('i');
  expect((await room(page)).height).toBeGreaterThanOrEqual(220 - 2);
  await page.keyboard.press('i');
  await tool(page, 'Time', 'Rotate: try with settings');
  expect((await room(page)).height).toBeGreaterThanOrEqual(220);
  await page.getByRole('button', { name: 'Drop', exact: true }).click();
  await page.getByRole('button', { name: /long: set the length$/ }).click();
  const beside = await room(page);
  expect(beside.height).toBeGreaterThanOrEqual(260);
  expect(beside.width).toBeGreaterThanOrEqual(844 / 2 - 60);
});

test(
  "nothing that comes or goes moves a row; the first view has steps half a thumb wide, and one's own zoom comes back",
  { tag: '@again' },
  async ({ page }) => {
    await page.goto('/');
    await page.getByRole('button', { name: 'New song', exact: true }).tap();
    await page.getByRole('button', { name: 'Lamp keys', exact: true }).tap();
    const step = async () => (await boxAt(page, 1, 'C4')).x - (await boxAt(page, 0, 'C4')).x;
    await expect(page.getByTestId('notes-grid')).toBeVisible();
    expect(await step()).toBeGreaterThanOrEqual(20.9);
    const row = async () => (await page.getByText('C4', { exact: true }).first().boundingBox())!;
    expect((await row()).height).toBeGreaterThanOrEqual(25);

    const free = await boxAt(page, 4, 'C4');
    await page.touchscreen.tap(free.x, free.y);
    const at = (await row()).y;
    await page.getByRole('button', { name: 'Mute Lamp keys' }).tap();
    await expect(page.getByTestId('silence')).toBeVisible();
    expect((await row()).y).toBe(at);
    await page.getByRole('button', { name: /: other actions$/ }).tap();
    expect((await row()).y).toBe(at);
    await page.getByRole('button', { name: 'Close: Toolbox' }).tap();
    await page.getByRole('button', { name: 'Finer grid' }).tap();
    await expect(page.getByTestId('grid-words')).toBeVisible();
    expect((await row()).y).toBe(at);

    const fingers = await Fingers.on(page);
    const { x, y } = (await page.getByTestId('notes-grid').boundingBox())!;
    await fingers.drag([
      { from: { x: x + 100, y: y + 200 }, to: { x: x + 60, y: y + 200 } },
      { from: { x: x + 160, y: y + 200 }, to: { x: x + 260, y: y + 200 } },
    ]);
    await expect.poll(step).toBeGreaterThan(30);
    const zoomed = await step();
    await page.waitForTimeout(600);
    await page.reload();
    await expect(page.getByTestId('notes-grid')).toBeVisible();
    await expect.poll(step).toBeCloseTo(zoomed, 0);
    await showAs(page, 'Steps');
    await expect(page.getByRole('button', { name: /^[A-G].*Make it the current row/ }).first()).toBeVisible();
  },
);
