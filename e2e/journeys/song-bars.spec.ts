import { expect, test, type Page } from '../support/journey';
import { Fingers, middleOf, placement, type Point } from '../support/app';
import { noteOns, sentOut } from '../support/midi-text';
import { BAR, button, saved, songWithDrums } from '../support/song';

const inBars = async (page: Page) => (await saved(page)).placements.map(({ start, length }) => [start / BAR, length / BAR]);

/** A place on the first ruler of the page, in bars from its left; the page shows at least four bars a row. */
async function onRuler(page: Page, bars: number): Promise<Point> {
  const ruler = (await page.getByTestId('song-ruler').first().boundingBox())!;
  const shown = await page.getByTestId('song-ruler').first().locator('> span').count();
  return { x: ruler.x + (ruler.width * bars) / shown, y: ruler.y + 12 };
}

async function tapBar(page: Page, bar: number): Promise<void> {
  const { x, y } = await onRuler(page, bar - 0.5);
  await page.touchscreen.tap(x, y);
}

/** Drums that go round for four bars. */
async function fourBars(page: Page): Promise<void> {
  await songWithDrums(page);
  const fingers = await Fingers.on(page);
  await fingers.longPress(await middleOf(placement(page, 'Quay kit')));
  await button(page, 'Duplicate, linked').click();
  await button(page, 'Deselect').click();
}

test('by thumb: a bar is marked, its tempo and meter are set, and it leaves as said', async ({ page }) => {
  await fourBars(page);
  await tapBar(page, 3);
  await button(page, /^Bar 3: tempo, meter/).tap();
  const sheet = page.getByTestId('sheet');
  await expect(sheet).toContainText('Bar 3');
  await sheet.getByRole('button', { name: 'Tempo from here, 120 bpm: type it' }).click();
  await sheet.getByRole('textbox').fill('90');
  await page.keyboard.press('Enter');
  await sheet.getByRole('button', { name: 'Beats a bar from here: less' }).click();
  expect((await saved(page)).song).toMatchObject({
    tempos: [
      { tick: 0, bpm: 120 },
      { tick: 2 * BAR, bpm: 90 },
    ],
    meters: [
      { tick: 0, numerator: 4, denominator: 4 },
      { tick: 2 * BAR, numerator: 3, denominator: 4 },
    ],
  });
  await expect(page.getByTestId('song-ruler').first()).toContainText('90 bpm 3/4');
  await button(page, 'Close: Bar 3').click();
  const rows = await sentOut(page);
  // 960 ticks a half: bar 3 begins at 3,840. A minute of 90 quarters: 666,667 microseconds each.
  expect(
    rows
      .filter((row) => /Tempo|Time_signature/.test(row))
      .map((row) => row.replace(/ /g, ''))
      .sort(),
  ).toEqual(['1,0,Tempo,500000', '1,0,Time_signature,4,2,24,8', '1,3840,Tempo,666667', '1,3840,Time_signature,3,2,24,8']);
  await button(page, /^Bar 3: tempo, meter/).click();
  await button(page, 'Tempo as before').click();
  await button(page, 'Meter as before').click();
  expect((await saved(page)).song.tempos).toHaveLength(1);
});

test('by thumb: bars are marked by a drag, then cut, cleared, doubled, inserted, deleted; undo brings all back', async ({ page }) => {
  await fourBars(page);
  const fingers = await Fingers.on(page);
  await fingers.drag([{ from: await onRuler(page, 1.5), to: await onRuler(page, 2.5) }], { steps: 10 });
  await button(page, /^Bars 2 to 3: tempo, meter/).click();
  await button(page, 'Cut at the ends of Bars 2 to 3').click();
  expect(await inBars(page)).toEqual([
    [0, 1],
    [1, 1],
    [2, 1],
    [3, 1],
  ]);
  await button(page, 'Clear Bars 2 to 3').click();
  expect(await inBars(page)).toEqual([
    [0, 1],
    [3, 1],
  ]);
  await button(page, 'Insert before Bars 2 to 3, as much time').click();
  expect(await inBars(page)).toEqual([
    [0, 1],
    [5, 1],
  ]);
  await button(page, 'Delete Bars 2 to 3').click();
  expect(await inBars(page)).toEqual([
    [0, 1],
    [3, 1],
  ]);
  await tapBar(page, 1);
  await button(page, /^Bar 1: tempo, meter/).click();
  await button(page, 'Duplicate, linked: Bar 1').click();
  expect(await inBars(page)).toEqual([
    [0, 1],
    [1, 1],
    [4, 1],
  ]);
  await button(page, 'Select what is in Bar 2').click();
  await expect(page.getByRole('region', { name: 'Selected placements' })).toContainText('1 placement');
  await button(page, 'Deselect').click();
  for (let step = 0; step < 5; step++) await button(page, 'Undo').click();
  await expect(page.getByRole('alert')).toContainText('Undone: Cut at Bars 2 to 3: Quay kit, bar 1.1');
  expect(await inBars(page)).toEqual([
    [0, 2],
    [2, 2],
  ]);
});

test('a rectangle selects by thumb and by mouse; placements are nudged by less than a bar', async ({ page }) => {
  await fourBars(page);
  const fingers = await Fingers.on(page);
  await button(page, 'Add a section').tap();
  await button(page, 'Verse').tap();
  // From a free bar of the verse below, right of where the second placement begins, up over the drums.
  const free = await middleOf(page.getByRole('button', { name: /^New pattern, Quay kit, bar 5/ }));
  const top = await middleOf(placement(page, 'Quay kit'));
  const from = { x: free.x + free.width / 4, y: free.y };
  await fingers.drag([{ from, to: { x: top.x - top.width / 2 + 4, y: top.y } }], { hold: 700, steps: 10 });
  const strip = page.getByRole('region', { name: 'Selected placements' });
  await expect(strip).toContainText('2 placements');
  for (const _step of ['beat', '1/8', '1/16']) await button(page, 'One nudge: nearer').click();
  await button(page, 'Later by 1 nudge: 1/16').click();
  await button(page, 'Later by 1 nudge: 1/16').click();
  await button(page, 'Earlier by 1 nudge: 1/16').click();
  expect((await saved(page)).placements.map(({ start }) => start)).toEqual([5040, 2 * BAR + 5040]);
  // 10 ms at 120: 403.2 ticks.
  for (const _step of ['1/32', '10 ms']) await button(page, 'One nudge: nearer').click();
  await button(page, 'Earlier by 1 nudge: 10 ms').click();
  expect((await saved(page)).placements.map(({ start }) => start)).toEqual([5040 - 403, 2 * BAR + 5040 - 403]);
  await button(page, 'Deselect').click();
});

test.describe('wide, by mouse and keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('Shift and a drag select; a bar is marked by mouse; Ctrl and A takes all', { tag: '@again' }, async ({ page }) => {
    await songWithDrums(page);
    await button(page, 'Add a section').click();
    await button(page, 'Bridge').click();
    const free = await middleOf(page.getByRole('button', { name: /^New pattern, Quay kit, bar 3/ }));
    const drums = await middleOf(placement(page, 'Quay kit'));
    await page.keyboard.down('Shift');
    await page.mouse.move(free.x, free.y);
    await page.mouse.down();
    await page.mouse.move(drums.x, drums.y, { steps: 5 });
    await page.mouse.up();
    await page.keyboard.up('Shift');
    await expect(page.getByRole('region', { name: 'Selected placements' })).toContainText('1 placement');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Control+a');
    await expect(page.getByRole('region', { name: 'Selected placements' })).toContainText('1 placement');
    await page.keyboard.press('Escape');
    const at = await onRuler(page, 1.5);
    await page.mouse.click(at.x, at.y);
    await button(page, /^Bar 2: tempo, meter/).click();
    await button(page, 'Loop it: Bar 2').click();
    expect((await saved(page)).song.loop).toEqual({ start: BAR, end: 2 * BAR, on: true });
  });

  test('tracks and sections are put in order by dragging with the mouse and with keys', { tag: '@again' }, async ({ page }) => {
    await songWithDrums(page);
    await button(page, 'Add a track').click();
    await button(page, 'Round bass').click();
    await expect(page.getByTestId('notes-grid')).toBeVisible();
    await button(page, 'Back to the song').click();
    for (const name of ['Verse', 'Bridge']) {
      await button(page, 'Add a section').click();
      await button(page, name).click();
    }
    await button(page, 'Order …').click();
    const names = async () => (await saved(page)).tracks.map(({ name }) => name);
    const from = await middleOf(button(page, 'Drag Round bass to another place'));
    const to = await middleOf(button(page, 'Drag Quay kit to another place'));
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x, from.y - 10, { steps: 3 });
    await page.mouse.move(to.x, to.y - 4, { steps: 6 });
    await page.mouse.up();
    await expect.poll(names).toEqual(['Round bass', 'Quay kit']);
    await button(page, 'Drag Bridge to another place').focus();
    await page.keyboard.press(' ');
    await page.waitForTimeout(200);
    await page.keyboard.press('ArrowUp');
    await page.waitForTimeout(200);
    await page.keyboard.press(' ');
    await expect.poll(async () => (await saved(page)).sections.map(({ name }) => name)).toEqual(['Bridge', 'Verse']);
    await button(page, 'Move Quay kit up').click();
    await expect.poll(names).toEqual(['Quay kit', 'Round bass']);
  });
});

test('by thumb: a track is dragged to another place', { tag: '@again' }, async ({ page }) => {
  await songWithDrums(page);
  await button(page, 'Add a track').tap();
  await button(page, 'Round bass').tap();
  await expect(page.getByTestId('notes-grid')).toBeVisible();
  await button(page, 'Back to the song').tap();
  await button(page, 'Order …').tap();
  const fingers = await Fingers.on(page);
  const from = await middleOf(button(page, 'Drag Round bass to another place'));
  const to = await middleOf(button(page, 'Drag Quay kit to another place'));
  await fingers.drag([{ from, to: { x: to.x, y: to.y - 4 } }], { steps: 12 });
  await expect.poll(async () => (await saved(page)).tracks.map(({ name }) => name)).toEqual(['Round bass', 'Quay kit']);
});

test('a file with markers is cut where it repeats, rearranged, and read by another program', async ({ page }) => {
  const hit = (bar: number, pitch: number) => [
    `1, ${bar * 384}, Note_on_c, 0, ${pitch}, 90`,
    `1, ${bar * 384 + 48}, Note_off_c, 0, ${pitch}, 64`,
  ];
  // A A A A B B A A, in bars.
  const rows = [
    '0, 0, Header, 1, 1, 96',
    '1, 0, Start_track',
    '1, 0, Title_t, "Ebb"',
    '1, 0, Marker_t, "Verse"',
    ...[0, 1, 2, 3].flatMap((bar) => hit(bar, 60)),
    '1, 1536, Marker_t, "Chorus"',
    ...[4, 5].flatMap((bar) => hit(bar, 64)),
    ...[6, 7].flatMap((bar) => hit(bar, 60)),
    '1, 3072, End_track',
    '0, 0, End_of_file',
  ];
  const { midiFromText } = await import('../support/midi-text');
  await page.goto('/');
  await page.getByLabel('MIDI file').setInputFiles({ name: 'ebb.mid', mimeType: 'audio/midi', buffer: midiFromText(rows) });
  const preview = page.getByRole('region', { name: 'MIDI file' });
  await expect(preview.getByRole('button', { name: /^Cut where it repeats/ })).toHaveAttribute('aria-pressed', 'true');
  await preview.getByRole('button', { name: 'Bring it in' }).tap();
  await expect(page.getByRole('heading', { name: 'Chorus' })).toBeVisible();
  expect(await inBars(page)).toEqual([
    [0, 4],
    [4, 2],
    [6, 2],
  ]);
  await expect(placement(page, 'Ebb')).toHaveAccessibleName(/linked: plays in 2 places/);
  const written = (await sentOut(page, 'written')).filter((row) => /Note_|Marker/.test(row));
  expect(written).toEqual(rows.filter((row) => /Note_|Marker/.test(row)));
  // The chorus comes first.
  await button(page, /^Chorus: duplicate/).click();
  await button(page, 'Earlier: move Chorus').click();
  const moved = noteOns(await sentOut(page, 'written')).map(([, tick, , pitch]) => [tick! / 384, pitch]);
  expect(moved).toEqual([
    [0, 64],
    [1, 64],
    [2, 60],
    [3, 60],
    [4, 60],
    [5, 60],
    [6, 60],
    [7, 60],
  ]);
});
