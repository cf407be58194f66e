import { expect, test, type Page } from '../support/journey';
import { cell, family, Fingers, middleOf, newSong, openPattern, placement } from '../support/app';
import { noteOns, sentOut } from '../support/midi-text';
import { BAR, button, saved, songWithDrums } from '../support/song';

const inBars = async (page: Page) => (await saved(page)).placements.map(({ start, length }) => [start / BAR, length / BAR]);
const sections = async (page: Page) => (await saved(page)).sections.map(({ name, start, length }) => [name, start / BAR, length / BAR]);
test('by thumb: an empty song to A A A B with a linked chorus, a copy that changes alone, sent out and read', async ({ page }) => {
  await songWithDrums(page);
  let touches = 0;
  const tap = async (name: string | RegExp) => {
    touches++;
    await button(page, name).tap();
  };
  await tap(/^Without a name: duplicate/);
  await tap('Chorus');
  await tap(/^Chorus: duplicate/);
  await tap('Twice, linked: Chorus');
  await tap('Close: Chorus');
  // A A A in five touches; the sixth makes the B.
  await tap('Add a section');
  expect(touches).toBeLessThanOrEqual(6);
  await button(page, 'Ending').tap();
  expect(await sections(page)).toEqual([
    ['Chorus', 0, 2],
    ['Chorus 2', 2, 2],
    ['Chorus 3', 4, 2],
    ['Ending', 6, 8],
  ]);
  expect(await inBars(page)).toEqual([
    [0, 2],
    [2, 2],
    [4, 2],
  ]);
  await expect(placement(page, 'Quay kit')).toHaveAccessibleName(/linked: plays in 3 places/);

  // The third is made own and gets a snare: the others have none.
  const fingers = await Fingers.on(page);
  await fingers.longPress(await middleOf(placement(page, 'Quay kit', 2)));
  await expect(page.getByRole('region', { name: 'Selected placements' })).toBeVisible();
  await button(page, 'Make own').click();
  await expect(placement(page, 'Quay kit')).toHaveAccessibleName(/plays in 2 places/);
  await button(page, 'Deselect').click();
  await placement(page, 'Quay kit', 2).click();
  await button(page, /^Snare, /).tap();
  await cell(page, 'Snare', 4).tap();
  await button(page, 'Back to the song').click();

  // An empty bar of the ending offers a pattern, and the first tap makes it.
  await button(page, 'New pattern, Quay kit, bar 7').tap({ position: { x: 12, y: 20 } });
  await cell(page, 'Kick', 8).tap();
  await button(page, 'Back to the song').click();
  const hits = noteOns(await sentOut(page)).map(([, tick, , pitch]) => [tick! / 480 / 4, pitch]);
  expect(hits).toEqual([
    [0, 36],
    [2, 36],
    [4, 36],
    [4.25, 38],
    [6.5, 36],
  ]);

  // Sections move with all that is in them, and undo puts everything back.
  await button(page, /^Chorus 3: duplicate/).click();
  await button(page, 'Earlier: move Chorus 3').click();
  expect((await sections(page)).map(([name]) => name)).toEqual(['Chorus', 'Chorus 3', 'Chorus 2', 'Ending']);
  await button(page, 'Delete Chorus 3').click();
  expect(await sections(page)).toEqual([
    ['Chorus', 0, 2],
    ['Chorus 2', 2, 2],
    ['Ending', 4, 8],
  ]);
  await page.getByRole('alert').getByRole('button', { name: 'Undo' }).click();
  expect((await sections(page)).map(([name]) => name)).toEqual(['Chorus', 'Chorus 3', 'Chorus 2', 'Ending']);
});

test('by thumb: a placement is dragged later, with the landing that is chosen; its end is drawn out; the loop and the end too', async ({
  page,
}) => {
  await songWithDrums(page);
  const fingers = await Fingers.on(page);
  await button(page, 'Add a section').tap();
  await button(page, 'Verse').tap();
  await fingers.longPress(await middleOf(placement(page, 'Quay kit')));
  const bars = page.getByTestId('song-ruler');
  const barWidth = (await bars.first().boundingBox())!.width / 2;

  // Its end, two bars on: it goes round.
  const end = await middleOf(page.getByTestId('placement-end'));
  await fingers.drag([{ from: end, to: { x: end.x - barWidth, y: end.y } }], { steps: 12 });
  await expect.poll(() => inBars(page)).toEqual([[0, 1]]);

  // Dragged to bar 5, in the row below.
  const from = await middleOf(placement(page, 'Quay kit'));
  const below = (await bars.nth(1).boundingBox())!;
  // A line of two bars is drawn twice as wide as one of eight.
  const to = { x: below.x + 2.5 * (below.width / 8), y: below.y + below.height + 22 };
  await fingers.drag([{ from, to }], { steps: 16 });
  await expect.poll(() => inBars(page)).toEqual([[4, 1]]);

  // A copy, dragged back onto the first with "replace": never both, and nothing else.
  await button(page, 'Duplicate, linked').click();
  await expect
    .poll(() => inBars(page))
    .toEqual([
      [4, 1],
      [5, 1],
    ]);
  await button(page, 'On others: Replace').click();
  await button(page, 'Earlier by 1 nudge: bar').click();
  await expect.poll(() => inBars(page)).toEqual([[4, 1]]);
  await button(page, 'Undo').click();
  await button(page, 'On others: Push later').click();
  await button(page, 'Earlier by 1 nudge: bar').click();
  await expect
    .poll(() => inBars(page))
    .toEqual([
      [4, 1],
      [5, 1],
    ]);
  await button(page, 'Deselect').click();

  await button(page, 'Loop').tap();
  expect((await saved(page)).song.loop).toEqual({ start: 0, end: 2 * BAR, on: true });
  const edge = await middleOf(button(page, /^Loop end/));
  await fingers.drag([{ from: edge, to: { x: edge.x - barWidth, y: edge.y } }], { steps: 10 });
  await expect.poll(async () => (await saved(page)).song.loop).toEqual({ start: 0, end: BAR, on: true });
});

test.describe('wide, by mouse and keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('tracks are renamed, ordered, levelled, heard alone, copied and deleted; undo brings all back', async ({ page }) => {
    await songWithDrums(page);
    await button(page, 'Add a track').click();
    await button(page, 'Lamp keys').click();
    await expect(page.getByTestId('notes-grid')).toBeVisible();
    await button(page, 'Back to the song').click();
    await button(page, 'Track Lamp keys').click();
    await page.getByRole('textbox', { name: 'Name of the track' }).fill('Harbour Keys');
    await page.keyboard.press('Enter');
    await button(page, 'Move Harbour Keys up').click();
    expect((await saved(page)).tracks.map(({ name }) => name)).toEqual(['Harbour Keys', 'Quay kit']);
    await page.getByRole('slider', { name: 'Level of Harbour Keys' }).fill('-12');
    await button(page, 'Only this: Harbour Keys').click();
    expect((await saved(page)).tracks[0]).toMatchObject({ levelDb: -12, soloed: true });
    await button(page, /^All tracks again/).click();
    await button(page, 'Duplicate Harbour Keys').click();
    expect((await saved(page)).tracks.map(({ name }) => name)).toEqual(['Harbour Keys', 'Harbour Keys 2', 'Quay kit']);
    await button(page, 'Delete Harbour Keys').click();
    expect((await saved(page)).tracks.map(({ name }) => name)).toEqual(['Harbour Keys 2', 'Quay kit']);
    for (let step = 0; step < 7; step++) await page.keyboard.press('Control+z');
    await expect.poll(async () => (await saved(page)).tracks.map(({ name }) => name)).toEqual(['Quay kit', 'Lamp keys']);
  });

  test('keys: a placement is selected, moved, repeated to its section, made own, deleted; Space plays', async ({ page }) => {
    await songWithDrums(page);
    await button(page, 'Add a section').click();
    await button(page, 'Bridge').click();
    await placement(page, 'Quay kit').focus();
    await page.keyboard.press('Shift+Enter');
    await expect(page.getByRole('region', { name: 'Selected placements' })).toBeVisible();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    expect(await inBars(page)).toEqual([[2, 2]]);
    await page.keyboard.press('Shift+y');
    expect(await inBars(page)).toEqual([
      [2, 2],
      [4, 2],
      [6, 2],
      [8, 2],
    ]);
    await page.keyboard.press('o');
    expect(new Set((await saved(page)).placements.map(({ patternId }) => patternId)).size).toBe(2);
    await page.keyboard.press('Delete');
    expect(await inBars(page)).toEqual([[2, 2]]);
    await page.getByTestId('song-page').click({ position: { x: 600, y: 500 } });
    await page.keyboard.press(' ');
    await expect(button(page, 'Stop')).toBeVisible();
    await expect(page.getByTestId('song-head')).toBeVisible();
    await page.keyboard.press(' ');
    await expect(button(page, 'Play')).toBeVisible();
  });
});

test('play goes from the bar that is pressed to the end of the song, and stops there', { tag: '@again' }, async ({ page }) => {
  await songWithDrums(page);
  // Two bars at 120: the second is two seconds long.
  const ruler = (await page.getByTestId('song-ruler').boundingBox())!;
  await page.touchscreen.tap(ruler.x + ruler.width * 0.6, ruler.y + 12);
  await page.getByTestId('play').tap();
  const began = Date.now();
  await expect(button(page, 'Stop')).toBeVisible();
  await expect(button(page, 'Play')).toBeVisible({ timeout: 8000 });
  expect(Date.now() - began).toBeGreaterThan(1200);
  await openPattern(page, 'Quay kit');
});

test('variants of a pattern are switched while it plays; other tracks show behind; silence is said on the page', async ({ page }) => {
  await newSong(page, 'Quay kit', 'Tide Table');
  await cell(page, 'Kick', 0).tap();
  await page.getByTestId('play').tap();
  await button(page, /long: set the length$/).click();
  await button(page, 'New variant').click();
  const variant = page.getByRole('group', { name: 'Variant' });
  await expect(variant).toContainText('2 of 2');
  await cell(page, 'Kick', 4).tap();
  await button(page, 'Variant before').click();
  await expect(variant).toContainText('1 of 2');
  await expect(cell(page, 'Kick', 4)).not.toBeChecked();
  await button(page, 'Next variant').click();
  await expect(cell(page, 'Kick', 4)).toBeChecked();
  await expect(button(page, 'Stop')).toBeVisible();
  await button(page, 'Close: Length of the pattern').click();

  await button(page, 'Add a track').click();
  await button(page, 'Round bass').click();
  await expect(page.getByTestId('notes-grid')).toBeVisible();
  const blocks = page.getByTestId('notes-grid').locator('[aria-hidden=true]');
  await family(page, 'View');
  // The two kicks lie far below; every row is shown, and scrolled to.
  const before = await blocks.count();
  await button(page, "Backdrop: other tracks' notes").click();
  await page.keyboard.press('PageDown');
  await expect.poll(() => blocks.count()).toBeGreaterThan(before);

  await button(page, 'Back to the song').click();
  await button(page, 'Levels').first().click();
  await button(page, 'Mute Quay kit').click();
  await button(page, 'Mute Round bass').click();
  await expect(page.getByTestId('silence')).toContainText('Every track is muted.');
  await button(page, 'Unmute all').click();
  await expect(page.getByTestId('silence')).toHaveCount(0);
  await button(page, 'Only this: Round bass').click();
  await expect(page.getByTestId('silence')).toContainText('Only Round bass plays.');
});
