import { expect, test, type Page } from '../support/journey';
import { Fingers, middleOf, placement } from '../support/app';
import { button, saved, songWithDrums } from '../support/song';

const level = async (page: Page) => (await saved(page)).tracks[0]!.levelDb;

test('by thumb: a swipe over sliders scrolls the sheet; a knob is dragged; a press beside it is said and taken back', async ({ page }) => {
  await songWithDrums(page);
  const fingers = await Fingers.on(page);
  await button(page, 'Levels').tap();
  const slider = page.getByRole('slider', { name: 'Level of Quay kit' });
  await slider.scrollIntoViewIfNeeded();
  const box = (await slider.boundingBox())!;
  const y = box.y + box.height / 2;
  const atDb = (db: number) => box.x + 8 + ((db + 60) / 66) * (box.width - 16);
  // Up the sheet, from the middle of the slider: nothing is set by it.
  await fingers.drag([{ from: { x: atDb(-30), y }, to: { x: atDb(-30) + 3, y: y - 160 } }], { steps: 6 });
  expect(await level(page)).toBe(0);
  await expect(page.getByRole('alert')).toHaveCount(0);
  await slider.scrollIntoViewIfNeeded();
  const now = (await slider.boundingBox())!;
  const line = now.y + now.height / 2;
  await fingers.drag([{ from: { x: atDb(0) + 8, y: line }, to: { x: atDb(-12) + 8, y: line } }]);
  await expect.poll(() => level(page)).toBeCloseTo(-12, -0.5);
  await expect(page.getByRole('alert')).toHaveCount(0);
  const kept = await level(page);
  // A tap beside the knob is no drag; a press that rests there sets it, and says so.
  await page.touchscreen.tap(atDb(-50), line);
  expect(await level(page)).toBe(kept);
  await fingers.longPress({ x: atDb(-50), y: line });
  await expect(page.getByRole('alert')).toContainText('Level of Quay kit: -50 dB.');
  await page.getByRole('alert').getByRole('button', { name: 'Undo' }).tap();
  await expect.poll(() => level(page)).toBe(kept);
});

test(
  'by thumb: a section is a bar longer at its end, nothing is cut; back from a pattern the page is where it was left',
  { tag: '@again' },
  async ({ page }) => {
    await songWithDrums(page);
    await button(page, 'Add a section').tap();
    await button(page, 'Verse').tap();
    const before = (await saved(page)).placements;
    await button(page, 'Verse: duplicate, move, rename').tap();
    await button(page, 'A bar more at its end').tap();
    const after = await saved(page);
    expect(after.placements).toEqual(before);
    expect(after.sections.map(({ length }) => length / 80_640)).toEqual([9]);
    await button(page, /^Close: /).tap();
    // Its length is dragged too: two bars more, then four fewer, which Undo brings back with what lay in them.
    const fingers = await Fingers.on(page);
    const bars = async () => (await saved(page)).sections.map(({ length }) => length / 80_640);
    const dragLength = async (by: number) => {
      const from = await middleOf(button(page, /^Verse, \d+ bars: drag/));
      await fingers.drag([{ from, to: { x: from.x + by, y: from.y } }]);
    };
    await dragLength(48);
    await expect.poll(bars).toEqual([11]);
    expect((await saved(page)).placements).toEqual(before);
    await dragLength(-96);
    await expect.poll(bars).toEqual([7]);
    await page.getByRole('alert').getByRole('button', { name: 'Undo' }).tap();
    await expect.poll(bars).toEqual([11]);
    // To the left as far as it goes: one bar stays. By keys a bar at a press.
    await dragLength(-170);
    await expect.poll(async () => (await bars())[0]).toBeLessThan(6);
    await button(page, /^Verse, \d bars?: drag/).focus();
    const short = (await bars())[0]!;
    await page.keyboard.press('ArrowRight');
    await expect.poll(bars).toEqual([short + 1]);
    for (let press = 0; press < 9; press++) await page.keyboard.press('ArrowLeft');
    await expect.poll(bars).toEqual([1]);
    for (const name of ['Chorus', 'Bridge', 'Ending']) {
      await button(page, 'Add a section').tap();
      await button(page, name).tap();
    }
    const songPage = page.getByTestId('song-page');
    await songPage.evaluate((element) => element.scrollTo({ top: element.scrollHeight }));
    const left = await songPage.evaluate((element) => element.scrollTop);
    expect(left).toBeGreaterThan(40);
    // The last free bar of the page gets a pattern of its own.
    const free = page.getByRole('button', { name: /^New pattern, Quay kit, bar / }).last();
    await free.scrollIntoViewIfNeeded();
    const place = await songPage.evaluate((element) => element.scrollTop);
    await free.tap();
    await button(page, 'Back to the song').tap();
    await expect(placement(page, 'Quay kit', 1)).toBeInViewport();
    expect(Math.abs((await songPage.evaluate((element) => element.scrollTop)) - place)).toBeLessThan(80);
  },
);
