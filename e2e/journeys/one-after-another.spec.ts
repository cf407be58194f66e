import { expect, test } from '../support/journey';
import { boxAt, cell, changeBars, family, Fingers, newSong, savedNotes, shapes, tool } from '../support/app';
import { button } from '../support/song';

const hitsOn = async (page: Parameters<typeof shapes>[0], pitch: number) =>
  (await shapes(page)).filter((each) => each[2] === pitch).map(([start]) => start);

test('by thumb: a row is filled, then another; the step made last is adjusted where it was made', async ({ page }) => {
  await newSong(page, 'Quay kit');
  await changeBars(page, -1);
  await button(page, 'Fill Kick').tap();
  await button(page, 'Every: more').tap();
  await button(page, 'Every: more').tap();
  await button(page, 'Keep').tap();
  await button(page, /^Clap, /).tap();
  await button(page, 'Fill Clap').tap();
  await button(page, 'More settings').tap();
  await button(page, 'From step: more').tap();
  await button(page, 'Keep').tap();
  expect(await hitsOn(page, 36)).toEqual([0, 4, 8, 12]);
  expect(await hitsOn(page, 39)).toEqual([1, 5, 9, 13]);
  // Another row is the current one by now; Adjust opens the step on the row it was made on.
  await button(page, /^Snare, /).tap();
  await button(page, 'Adjust: Fill the row').tap();
  await expect(page.getByTestId('trial')).toContainText('on row Clap');
  await button(page, 'More settings').tap();
  for (const _step of [2, 3]) await button(page, 'From step: more').tap();
  await button(page, 'Keep').tap();
  expect(await hitsOn(page, 36)).toEqual([0, 4, 8, 12]);
  expect(await hitsOn(page, 39)).toEqual([3, 7, 11, 15]);
  await cell(page, 'Snare', 4).tap();
  await expect(button(page, /^Adjust/)).toHaveCount(0);
});

test('by thumb: phrases are typed one after the other; a copy lands a bar later and is changed; a paste goes on from there', async ({
  page,
}) => {
  await newSong(page, 'Lamp keys');
  for (const text of ['C4 - E4 -', 'G4 -:3']) {
    await tool(page, 'Make', 'Type a phrase: try with settings');
    await page.getByRole('textbox').fill(text);
    await button(page, 'Keep').tap();
    await button(page, 'Deselect').tap();
  }
  const typed = await shapes(page);
  expect(typed.map(([, , pitch]) => pitch).sort()).toEqual([60, 64, 67]);
  await button(page, 'Undo').tap();
  await button(page, 'Undo').tap();
  // Claps' places: on the second and the fourth beat.
  for (const step of [4, 12]) {
    const at = await boxAt(page, step, 'C4');
    await page.touchscreen.tap(at.x, at.y);
  }
  await button(page, 'Select all notes').tap();
  await family(page, 'Copy');
  await tool(page, 'Copy', 'Duplicate');
  await expect(page.getByRole('alert')).toContainText('The copy lands a bar later.');
  expect((await shapes(page)).map(([start]) => start)).toEqual([4, 12, 20, 28]);
  await button(page, 'Change it').tap();
  await page.getByTestId('trial').getByRole('button', { name: 'tick after the end' }).tap();
  await button(page, 'Keep').tap();
  expect((await shapes(page)).map(([start]) => start)).toEqual([4, 12, 13, 21]);
  await button(page, 'Undo').tap();
  await button(page, 'Undo').tap();
  // A frame over the first bar: what is pasted lies beyond its end, and once more beyond that.
  const fingers = await Fingers.on(page);
  const [from, to] = [await boxAt(page, 2, 'D4'), await boxAt(page, 14, 'B3')];
  await fingers.drag([{ from, to }], { hold: 700 });
  await tool(page, 'Copy', 'Copy');
  await tool(page, 'Copy', 'Paste');
  await expect(page.getByRole('alert')).toContainText('2 notes pasted at 2.2');
  await tool(page, 'Copy', 'Paste');
  expect((await shapes(page)).map(([start]) => start)).toEqual([4, 12, 20, 28, 36, 44]);
});

test('by thumb: in the menu, a line that cuts nothing says so and what would', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const at = await boxAt(page, 4, 'C4');
  await page.touchscreen.tap(at.x, at.y);
  const fingers = await Fingers.on(page);
  await fingers.longPress(at);
  await page.getByRole('menuitem', { name: 'Split at this grid line' }).tap();
  await expect(page.getByRole('alert')).toContainText('The line is not inside a note.');
  expect(await savedNotes(page)).toHaveLength(1);
  await button(page, 'Lines of 1/16 triplet').tap();
  await button(page, 'Keep').tap();
  expect(await savedNotes(page)).toHaveLength(2);
});
