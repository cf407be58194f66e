import { expect, test, type Page } from '../support/journey';
import { family, Fingers, newSong, savedNotes, songIdOf } from '../support/app';

interface Point {
  readonly tick: number;
  readonly value: number;
  readonly shape: string;
}

/** The points of the song's lanes, by what they are of, as the server has them. */
async function savedLanes(page: Page): Promise<Record<string, Point[]>> {
  await expect(page.getByTestId('link')).toHaveText('Saved');
  return page.evaluate(async (songId) => {
    const { song } = (await (await fetch(`/api/songs/${songId}`)).json()) as {
      song: { lanes: { id: string; target: string }[]; lanePoints: Record<string, Point[]> };
    };
    return Object.fromEntries(song.lanes.map(({ id, target }) => [target, song.lanePoints[id] ?? []]));
  }, songIdOf(page));
}

async function openLane(page: Page, ...names: string[]): Promise<void> {
  await page.getByRole('button', { name: 'Lanes …' }).click();
  for (const name of names) await page.getByRole('button', { name, exact: true }).click();
  await page.getByRole('button', { name: 'Close: Lanes' }).click();
}

test('with a finger: a filter line drawn by hand and as a shape, points put, moved and taken out, pan of single notes', async ({
  page,
}) => {
  await newSong(page, 'Lamp keys');
  const box = (await page.getByTestId('notes-grid').boundingBox())!;
  const fingers = await Fingers.on(page);
  for (const x of [20, 180]) await page.touchscreen.tap(box.x + x, box.y + 200);
  await family(page, 'View');
  await openLane(page, 'Filter', 'Pan');
  const lane = (await page.getByTestId('lane cc:74').boundingBox())!;
  const at = (x: number, y: number) => ({ x: lane.x + x, y: lane.y + y });
  await fingers.drag([{ from: at(20, 70), to: at(300, 10) }], { steps: 8 });
  const drawn = (await savedLanes(page))['cc:74']!;
  // A straight stroke upwards is a few points, each higher than the one before, and the last lets go.
  const stroke = drawn.slice(0, -1);
  expect(stroke.length).toBeGreaterThan(1);
  expect(stroke.length).toBeLessThan(12);
  expect(stroke.map(({ value }) => value)).toEqual(stroke.map(({ value }) => value).sort((a, b) => a - b));
  expect(stroke.at(-1)!.value).toBeGreaterThan(110);
  expect(drawn.at(-1)!.value).toBe(64);

  await page.getByRole('button', { name: /^filter draws/ }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.touchscreen.tap(lane.x + 100, lane.y + 20);
  await page.touchscreen.tap(lane.x + 200, lane.y + 60);
  expect((await savedLanes(page))['cc:74']).toHaveLength(2);
  await fingers.drag([{ from: at(200, 60), to: at(240, 9) }], { steps: 8 });
  const [, moved] = (await savedLanes(page))['cc:74']!;
  expect(moved!.value).toBeGreaterThan(120);
  await page.touchscreen.tap(lane.x + 100, lane.y + 20);
  expect((await savedLanes(page))['cc:74']!.map(({ value }) => value)).toEqual([moved!.value]);

  const pan = (await page.getByTestId('pan-lane').boundingBox())!;
  await fingers.drag([{ from: { x: pan.x + 10, y: pan.y + 39 }, to: { x: pan.x + 10, y: pan.y + 8 } }], { steps: 6 });
  const pans = (await savedNotes(page)).map((note) => (note as { pan?: number }).pan ?? 0);
  expect(pans.filter((each) => each > 0.9)).toHaveLength(1);
  await page.reload();
  await expect(page.getByTestId('lane cc:74')).toBeVisible();
  await page.getByRole('button', { name: /^filter points/ }).isVisible();

  await family(page, 'View');
  await openLane(page, 'Filter', 'Resonance');
  const ring = (await page.getByTestId('lane cc:71').boundingBox())!;
  for (const [x, y] of [
    [20, 70],
    [200, 10],
  ] as const)
    await page.touchscreen.tap(ring.x + x, ring.y + y);
  const [dull, sharp] = (await savedLanes(page))['cc:71']!;
  expect(dull!.value).toBeLessThan(30);
  expect(sharp!.value).toBeGreaterThan(110);
});

test('by mouse and keys: a wave of bend, wider range, steps set by arrow keys; hidden and removed', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await newSong(page, 'Lamp keys');
  await page.getByRole('button', { name: 'Lanes …' }).click();
  await page.getByRole('button', { name: 'Pitch bend', exact: true }).click();
  await page.getByRole('button', { name: 'wave', exact: true }).click();
  const lane = page.getByTestId('lane bend');
  const box = (await lane.boundingBox())!;
  await page.mouse.move(box.x + 10, box.y + 39);
  await page.mouse.down();
  await page.mouse.move(box.x + 410, box.y + 10, { steps: 10 });
  await page.mouse.up();
  const values = (await savedLanes(page))['bend']!.map(({ value }) => value);
  // Two turns: it begins at rest, is at the top twice, and near rest between.
  expect(values.filter((value, index) => value > 6500 && value >= values[index - 1]! && value > (values[index + 1] ?? 0)).length).toBe(2);
  await page.getByRole('button', { name: 'A bend reaches: more' }).click();
  await expect(page.getByText('3 semitones')).toBeVisible();

  await page.getByRole('button', { name: 'Modulation', exact: true }).click();
  const modulation = page.getByRole('slider', { name: /^Modulation lane/ });
  await modulation.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect(modulation).toHaveAttribute('aria-valuetext', '12 at 1.1+25');
  // The step alone is turned; after it the lane rests again.
  expect((await savedLanes(page))['cc:1']!.map(({ value }) => value)).toEqual([12, 0]);
  await page.keyboard.press('Delete');
  await expect(modulation).toHaveAttribute('aria-valuetext', '0 at 1.1+25');
  await page.getByRole('button', { name: 'Modulation', exact: true }).click();
  await expect(modulation).toBeHidden();
  await page.getByRole('button', { name: /^Remove lane Pitch bend/ }).click();
  expect(Object.keys(await savedLanes(page))).toEqual(['cc:1']);
  await page.getByRole('button', { name: 'Undo' }).click();
  expect((await savedLanes(page))['bend']!.map(({ value }) => value)).toEqual(values);
});
