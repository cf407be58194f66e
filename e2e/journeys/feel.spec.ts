import { expect, test } from '../support/journey';
import { family, newSong, QUARTER, savedNotes, tool } from '../support/app';

const STEP = QUARTER / 4;

test('accents, ghosts and mutes on a finished row, by thumb', async ({ page }) => {
  await newSong(page, 'Quay kit');
  const kick = (step: number) => page.getByRole('checkbox', { name: /^Kick / }).nth(step);
  for (const step of [0, 2, 4, 6]) await kick(step).tap();
  const velocities = async () => (await savedNotes(page)).map(({ velocity }) => velocity);

  // Straight first, feel afterwards: off-beats softer, then one hit muted and heard again.
  await family(page, 'Select');
  await page.getByRole('button', { name: 'Select: Off the beat' }).tap();
  await family(page, 'Feel');
  await page.getByRole('button', { name: 'Softer', exact: true }).tap();
  await expect.poll(velocities).toEqual([100, 85, 100, 85]);
  await tool(page, 'Feel', 'Velocity 48');
  await expect.poll(velocities).toEqual([100, 48, 100, 48]);
  await tool(page, 'Feel', 'Mute notes');
  await expect.poll(async () => (await savedNotes(page)).filter((note) => 'muted' in note)).toHaveLength(2);
  await tool(page, 'Feel', 'Unmute notes');
  await expect.poll(async () => (await savedNotes(page)).filter((note) => 'muted' in note)).toHaveLength(0);
});

test('cut apart and joined again, a row is what it was', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Quay kit');
  await page
    .getByRole('checkbox', { name: /^Kick / })
    .first()
    .tap();
  const shape = async () => (await savedNotes(page)).map(({ start, length }) => [start / STEP, length / STEP]);
  await expect.poll(shape).toEqual([[0, 1]]);
  await family(page, 'Length');
  await page.getByRole('button', { name: 'Split in 4' }).tap();
  await expect.poll(shape).toEqual([0, 0.25, 0.5, 0.75].map((start) => [start, 0.25]));
  await tool(page, 'Length', 'Join');
  await expect.poll(shape).toEqual([[0, 1]]);
});
