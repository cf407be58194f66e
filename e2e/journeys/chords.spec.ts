import { expect, test, type Page } from '../support/journey';
import { Fingers, middleOf, newSong, savedNotes, shapes, tool } from '../support/app';
import { noteOns, sentOut } from '../support/midi-text';
import { button, saved } from '../support/song';

/** The pattern's chords: each step with its pitches from the lowest. */
async function chords(page: Page): Promise<[number, number[]][]> {
  const found = new Map<number, number[]>();
  for (const [start, , pitch] of (await shapes(page)) as [number, number, number][]) found.set(start, [...(found.get(start) ?? []), pitch]);
  return [...found].map(([start, pitches]): [number, number[]] => [start, pitches.sort((a, b) => a - b)]).sort(([a], [b]) => a - b);
}
const savedTracks = async (page: Page) => (await saved(page)).tracks.map(({ name }) => name);
const heard = async (page: Page) => noteOns(await sentOut(page)).map((row) => row[3]!);

test.describe('by thumb', () => {
  test('chord pads: heard, put by a tap, a drag and by name, each near the one before; the chord under the cursor is named', async ({
    page,
  }) => {
    await newSong(page, 'Lamp keys');
    const fingers = await Fingers.on(page);
    await tool(page, 'Make', 'Chord pads …');
    const sheet = page.getByRole('region', { name: 'Chords', exact: true });
    await expect(sheet).toContainText('C major, as no key is chosen');
    await sheet.getByRole('button', { name: 'C I', exact: true }).tap();
    const grid = await middleOf(page.getByTestId('notes-grid'));
    const left = grid.x - grid.width / 2;
    // At the first step: C. The next, half a bar long, is dragged to the middle of the first of two bars.
    await page.touchscreen.tap(left + 8, grid.y);
    await expect.poll(() => chords(page)).toEqual([[0, [60, 64, 67]]]);
    await button(page, 'Voicing and length').tap();
    await sheet.getByRole('button', { name: 'Each lasts: finer' }).tap();
    const pad = await middleOf(sheet.getByRole('button', { name: 'F IV', exact: true }));
    await fingers.drag([{ from: pad, to: { x: left + grid.width / 4 + 4, y: grid.y } }]);
    // From C E G, F goes to the nearest: C stays, E goes to F and G to A.
    await expect
      .poll(() => chords(page))
      .toEqual([
        [0, [60, 64, 67]],
        [8, [60, 65, 69]],
      ]);
    await sheet.getByRole('button', { name: 'With 7', exact: true }).tap();
    await sheet.getByRole('button', { name: 'Dm7 ii', exact: true }).tap();
    await button(page, 'Put at the cursor: Dm7').tap();
    await expect.poll(async () => (await chords(page)).at(-1)).toEqual([16, [60, 62, 65, 69]]);
    const name = sheet.getByRole('textbox', { name: 'Chord by name' });
    await name.fill('Hm7');
    await expect(sheet).toContainText('No chord has this name');
    await name.fill('E7/G#');
    await name.press('Enter');
    await button(page, 'Put at the cursor: E7/G♯').tap();
    // G sharp is lowest; B, D and E are above it.
    const classes = async () => (await chords(page)).at(-1)![1].map((pitch) => pitch % 12);
    await expect.poll(async () => (await classes())[0]).toBe(8);
    expect((await classes()).sort((a, b) => a - b)).toEqual([2, 4, 8, 11]);
    await button(page, 'Close: Chords').tap();
    // One undo takes one chord. C still sounds under F A C: with its E and G that is Fmaj9 over C.
    await button(page, 'Undo').tap();
    await expect.poll(async () => (await chords(page)).length).toBe(3);
    const note = await middleOf(page.getByRole('option', { name: /^F4/ }).first());
    await page.touchscreen.tap(note.x, note.y);
    await expect(page.getByTestId('readout')).toContainText('in Fmaj9/C');
  });

  test('a progression browsed in the running loop by its mood, a chord dragged longer, kept whole; struck in a rhythm and played as an arpeggio', async ({
    page,
  }) => {
    await newSong(page, 'Lamp keys');
    const fingers = await Fingers.on(page);
    await button(page, 'Play').tap();
    await tool(page, 'Make', 'Make chords: try with settings');
    const strip = page.getByRole('region', { name: 'Trying Make chords' });
    await strip.getByRole('button', { name: 'Longing', exact: true }).tap();
    await strip.getByRole('button', { name: 'Far shore', exact: true }).tap();
    // On empty ground the chords say how long the pattern is.
    await expect(strip.getByRole('button', { name: 'Make the pattern longer too' })).toHaveAttribute('aria-pressed', 'true');
    await expect(strip.getByRole('group', { name: 'Chords and their lengths' }).getByRole('button')).toHaveText([
      'Am 4 beats',
      'C 4 beats',
      'G 4 beats',
      'F 4 beats',
    ]);
    const block = await middleOf(strip.getByRole('button', { name: 'F, 4 beats' }));
    await fingers.drag([{ from: block, to: { x: block.x + 4 * 14, y: block.y } }]);
    await expect(strip.getByRole('button', { name: 'F, 8 beats' })).toBeVisible();
    await strip.getByRole('button', { name: 'Keep', exact: true }).tap();
    await expect.poll(async () => (await chords(page)).map(([start]) => start)).toEqual([0, 16, 32, 48]);
    await expect
      .poll(async () => (await chords(page)).map(([, pitches]) => pitches.map((pitch) => pitch % 12).sort((a, b) => a - b)))
      .toEqual([
        [0, 4, 9],
        [0, 4, 7],
        [2, 7, 11],
        [0, 5, 9],
      ]);
    await button(page, 'Deselect').tap();
    // A rhythm laid over them, live: the written chords stay.
    await tool(page, 'Make', 'Strike a rhythm over chords: try with settings');
    await page.getByRole('region', { name: 'Trying Strike a rhythm over chords' }).getByRole('button', { name: 'Keep adjustable' }).tap();
    expect(await chords(page)).toHaveLength(4);
    // Tresillo: six hits a bar, five bars, three notes each.
    expect(await heard(page)).toHaveLength(6 * 5 * 3);
    await button(page, '1 adjustable: show them').tap();
    await button(page, /^Delete: Strike/).tap();
    await button(page, 'Close: Adjustable').tap();
    await tool(page, 'Make', 'Arpeggio: try with settings');
    const arpeggio = page.getByRole('region', { name: 'Trying Arpeggio' });
    await expect(arpeggio.getByRole('img', { name: /^The order of 3 notes/ })).toBeVisible();
    await button(page, 'More settings').tap();
    await arpeggio.getByRole('button', { name: 'from both ends in' }).tap();
    await arpeggio.getByRole('button', { name: 'Rhythm: the next' }).tap();
    await expect(arpeggio).toContainText('Choose a pattern whose rhythm it takes');
    await arpeggio.getByRole('button', { name: 'All figures for rhythm' }).tap();
    await arpeggio.getByRole('button', { name: 'Four on the floor', exact: true }).tap();
    await arpeggio.getByRole('button', { name: 'Keep adjustable' }).tap();
    // A note a beat: of Am, A C E, the highest, the lowest, then the middle one.
    expect((await heard(page)).slice(0, 4).map((pitch) => pitch % 12)).toEqual([4, 9, 0, 4]);
  });

  test('a kit pattern from three figures in one act, one row locked by leaving it out', async ({ page }) => {
    await newSong(page, 'Quay kit');
    await tool(page, 'Make', 'Make a beat: try with settings');
    const strip = page.getByRole('region', { name: 'Trying Make a beat' });
    await expect(strip.getByRole('img', { name: 'The steps of Backbeat' })).toBeVisible();
    await strip.getByRole('button', { name: 'Kick: the next' }).tap();
    await strip.getByRole('button', { name: 'Snare: the one before' }).tap();
    await strip.getByRole('button', { name: 'Keep', exact: true }).tap();
    // One and three, one and three, eighths, over two bars.
    const steps = async (row: number) => (await shapes(page)).filter(([, , pitch]) => pitch === row).map(([start]) => start);
    await expect.poll(() => steps(36)).toEqual([0, 8, 16, 24]);
    expect(await steps(38)).toEqual([0, 8, 16, 24]);
    expect(await steps(42)).toHaveLength(16);
  });

  test('from nothing to a loop in three touches, each part only when it is asked for; another choice and leaving out a touch away', async ({
    page,
  }) => {
    await page.goto('/');
    await button(page, 'New song').tap();
    await page.getByRole('textbox', { name: 'Name of the song' }).fill('From nothing');
    await button(page, 'Create song').tap();
    await button(page, 'Start with a loop').tap();
    await button(page, 'Night').tap();
    await button(page, 'Drums').tap();
    await button(page, 'Chords').tap();
    await expect(button(page, 'Stop')).toBeVisible();
    expect(await savedTracks(page)).toEqual(['Drums', 'Chords']);
    await button(page, 'Bass').tap();
    expect(await savedTracks(page)).toEqual(['Drums', 'Chords', 'Bass']);
    const before = (await savedNotes(page)).length;
    await button(page, 'Other chords').tap();
    await expect(page.getByRole('group', { name: 'Bass' })).toContainText('Signal lamp');
    await expect.poll(async () => (await savedNotes(page)).length).not.toBe(before);
    await button(page, 'Undo').tap();
    await expect.poll(async () => (await savedNotes(page)).length).toBe(before);
    await button(page, 'Drums').tap();
    await expect.poll(() => savedTracks(page)).toEqual(['Chords', 'Bass']);
    await button(page, 'On to the song').tap();
    await page.locator('[data-placement]').first().tap();
    await expect(page.getByTestId('notes-grid')).toBeVisible();
  });
});

test.describe('wide', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('chord pads by keys alone, and dragged with the mouse', { tag: '@again' }, async ({ page }) => {
    await newSong(page, 'Lamp keys');
    await button(page, 'Chord pads …').press('Enter');
    const sheet = page.getByRole('region', { name: 'Chords', exact: true });
    await sheet.getByRole('button', { name: 'Am vi', exact: true }).press('Enter');
    await button(page, 'Put at the cursor: Am').press('Enter');
    await expect.poll(() => chords(page)).toEqual([[0, [57, 60, 64]]]);
    // The same by Enter on the grid, at the cursor, which has gone on to the chord's end.
    await page.getByTestId('notes-grid').press('Enter');
    await expect.poll(async () => (await chords(page)).map(([start]) => start)).toEqual([0, 16]);
    // A click chooses once, and another lets go again.
    const em = sheet.getByRole('button', { name: 'Em iii', exact: true });
    await em.click();
    await expect(em).toHaveAttribute('aria-pressed', 'true');
    await em.click();
    await expect(em).toHaveAttribute('aria-pressed', 'false');
    const pad = await middleOf(sheet.getByRole('button', { name: 'G V', exact: true }));
    const grid = await middleOf(page.getByTestId('notes-grid'));
    await page.mouse.move(pad.x, pad.y);
    await page.mouse.down();
    await page.mouse.move(grid.x - grid.width / 4 + 6, grid.y, { steps: 8 });
    await page.mouse.up();
    await expect.poll(async () => (await chords(page)).map(([start]) => start)).toEqual([0, 8, 16]);
    // Let go anywhere else it does nothing.
    await page.mouse.move(pad.x, pad.y);
    await page.mouse.down();
    await page.mouse.move(pad.x + 40, pad.y + 200, { steps: 8 });
    await page.mouse.up();
    expect(await chords(page)).toHaveLength(3);
    // In Steps too it is a cell that takes a chord, not the name of a row.
    await page.getByRole('button', { name: ': show as Steps' }).click();
    const name = await middleOf(page.getByTestId('steps-grid').getByText('C4', { exact: true }).first());
    await page.mouse.move(pad.x, pad.y);
    await page.mouse.down();
    await page.mouse.move(name.x, name.y, { steps: 8 });
    await page.mouse.up();
    expect(await shapes(page)).toHaveLength(9);
  });
});
