import { expect, test } from '../support/journey';
import { middleOf, newSong, openDemo, openTrack, QUARTER, savedNotes, tool } from '../support/app';

test('an action is tried on the running loop, compared, kept or dropped', async ({ page }) => {
  await newSong(page, 'Quay kit');
  const kick = (step: number) => page.getByRole('checkbox', { name: /^Kick / }).nth(step);
  await kick(0).tap();
  await kick(4).tap();
  const starts = async () => (await savedNotes(page)).map(({ start }) => start / QUARTER);

  await page.getByRole('button', { name: 'Play', exact: true }).tap();
  await tool(page, 'Time', 'Rotate: try with settings');
  const strip = page.getByRole('region', { name: 'Trying Rotate' });
  await expect(strip).toContainText('on all 2 notes');
  await expect(kick(1)).toBeChecked();
  await strip.getByRole('button', { name: 'Distance: more' }).tap();
  await expect(kick(2)).toBeChecked();
  expect(await starts()).toEqual([0, 1]);

  const original = strip.getByRole('button', { name: 'Hold: original' });
  const session = await page.context().newCDPSession(page);
  const { x, y } = await middleOf(original);
  await session.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] });
  await expect(kick(0)).toBeChecked();
  await session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await expect(kick(0)).not.toBeChecked();

  await strip.getByRole('button', { name: 'Drop' }).tap();
  await expect(kick(0)).toBeChecked();
  await tool(page, 'Time', 'Rotate: try with settings');
  await page.getByRole('region', { name: 'Trying Rotate' }).getByRole('button', { name: 'Keep', exact: true }).tap();
  await expect.poll(starts).toEqual([0.25, 1.25]);
  await expect(page.getByTestId('pass')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect.poll(starts).toEqual([0, 1]);
});

test('a risky result is counted before it is kept, and off-grid notes are found', async ({ page }) => {
  await openDemo(page);
  await openTrack(page, 'Buoy Bells');
  // Five bells in the space of four beats: the first stands on the beat, four do not.
  await expect(page.getByRole('button', { name: /^4 off grid/ })).toBeVisible();
  await page.getByRole('button', { name: /^4 off grid/ }).tap();
  await expect(page.getByTestId('readout')).toContainText('4 notes · F5–C6');
  // They stand in bar 4, beyond the two bars a phone shows: the view goes there.
  await expect(page.getByRole('option', { name: /^F5 at 4\./ })).toBeInViewport();
  await openTrack(page, 'Deck Drums');
  await tool(page, 'Time', 'Quantize: try with settings');
  const strip = page.getByRole('region', { name: 'Trying Quantize' });
  const coarser = strip.getByRole('button', { name: 'To the lines of: coarser' });
  while (await coarser.isEnabled()) await coarser.tap();
  await expect(strip).toContainText(/\d+ notes would coincide/);
  await strip.getByRole('button', { name: 'Drop' }).tap();
});

test('a cut says how many notes it makes, and undo during a trial drops it', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Quay kit');
  const kick = (step: number) => page.getByRole('checkbox', { name: /^Kick / }).nth(step);
  await kick(0).tap();
  await kick(8).tap();
  await tool(page, 'Length', 'Split in parts: try with settings');
  const strip = page.getByRole('region', { name: 'Trying Split in parts' });
  await expect(strip).toContainText('2 notes become 4.');
  await strip.getByRole('button', { name: 'Parts: more' }).tap();
  await expect(strip).toContainText('2 notes become 6.');
  // The current row is still in view above the strip.
  await expect(kick(8)).toBeInViewport();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(strip).toHaveCount(0);
  expect(await savedNotes(page)).toHaveLength(2);
  // Drawing during a trial keeps it first.
  await tool(page, 'Length', 'Split in parts: try with settings');
  await kick(4).tap();
  await expect(strip).toHaveCount(0);
  await expect.poll(async () => (await savedNotes(page)).length).toBe(5);
});
