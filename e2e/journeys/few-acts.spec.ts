import { expect, test, type Page } from '../support/journey';
import { Acts } from '../support/acts';
import { boxAt, cell, Fingers, middleOf, savedNotes, shapes } from '../support/app';
import { saved } from '../support/song';

const MOST = { beat: 14, bass: 17, beatByHand: 36, bassByHand: 40, song: 80 };
const KICK = 36;
const SNARE = 38;
const CLOSED_HAT = 42;

/** The list of songs, where every count begins. */
async function songs(page: Page): Promise<void> {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New song', exact: true })).toBeVisible();
}

/** Begins a song with a track of a sound. */
async function begin(acts: Acts, page: Page, sound: string): Promise<void> {
  await acts.press(page.getByRole('button', { name: 'New song', exact: true }));
  await acts.press(page.getByRole('button', { name: sound, exact: true }));
  await expect(page.getByTestId('play')).toBeVisible();
}

/** Takes a tool: out of the line where it is there, else out of the toolbox. */
async function take(acts: Acts, page: Page, family: string, name: string): Promise<void> {
  const tool = page.getByRole('button', { name, exact: true });
  if (await tool.isVisible()) return acts.press(tool);
  await acts.press(page.getByRole('button', { name: /: other actions$/ }));
  await acts.press(page.getByRole('tab', { name: family }));
  await acts.press(tool);
}

/** Two fingers together halve the zoom: two bars in place of one. */
async function pinch(acts: Acts, page: Page, fingers: Fingers): Promise<void> {
  acts.count++;
  const grid = (await page.getByTestId('notes-grid').boundingBox())!;
  const [left, y] = [grid.x + 2, grid.y + grid.height / 2];
  await fingers.drag([
    { from: { x: left, y }, to: { x: left, y } },
    { from: { x: left + 320, y }, to: { x: left + 160, y } },
  ]);
}

/** Two fingers carry the view nearly its width on. */
async function scrollOn(acts: Acts, page: Page, fingers: Fingers): Promise<void> {
  acts.count++;
  const { x, y } = await middleOf(page.getByTestId('notes-grid'));
  await fingers.drag([
    { from: { x: x + 150, y: y - 30 }, to: { x: x - 160, y: y - 30 } },
    { from: { x: x + 150, y: y + 30 }, to: { x: x - 160, y: y + 30 } },
  ]);
}

/** Where a row is struck, in sixteenths. */
async function struck(page: Page, pitch: number): Promise<number[]> {
  return (await shapes(page)).filter(([, , each]) => each === pitch).map(([start]) => start!);
}

/** Kick on 1, 3 and the "and" of 3, snare on 2 and 4, hats in eighths with those on the beat accented, for two bars. */
async function expectBeat(page: Page): Promise<void> {
  await expect.poll(() => struck(page, KICK)).toEqual([0, 8, 10, 16, 24, 26]);
  expect(await struck(page, SNARE)).toEqual([4, 12, 20, 28]);
  expect(await struck(page, CLOSED_HAT)).toEqual(Array.from({ length: 16 }, (_, eighth) => 2 * eighth));
  const hats = (await savedNotes(page)).filter(({ pitch }) => pitch === CLOSED_HAT);
  const loud = hats.filter((_hit, index) => index % 2 === 0).map(({ velocity }) => velocity);
  const soft = hats.filter((_hit, index) => index % 2 === 1).map(({ velocity }) => velocity);
  expect(Math.min(...loud) - Math.max(...soft)).toBeGreaterThan(15);
}

/** Half a bar on each of four pitches, in eighths, twice; the last half bar an octave up. */
const BASS = [43, 45, 41, 38, 43, 45, 41, 50].flatMap((pitch, half) => [0, 2, 4, 6].map((eighth) => [8 * half + eighth, 2, pitch]));

/** Two bars of beat with what the screen shows. */
async function beatByThumb(acts: Acts, page: Page): Promise<void> {
  for (const step of [0, 8, 10]) await acts.press(cell(page, 'Kick', step));
  await acts.press(page.getByRole('button', { name: /^Snare, / }));
  for (const step of [4, 12]) await acts.press(cell(page, 'Snare', step));
  await take(acts, page, 'Copy', 'Repeat to the end');
  await acts.press(page.getByRole('button', { name: /^Closed hat, / }));
  await acts.press(page.getByRole('button', { name: 'Fill Closed hat' }));
  await acts.press(page.getByRole('button', { name: 'Accent every: more' }));
  await acts.press(page.getByRole('button', { name: 'Keep', exact: true }));
}

/** Four bars of bass with what the screen shows. */
async function bassByThumb(acts: Acts, page: Page, fingers: Fingers): Promise<void> {
  await acts.press(page.getByRole('button', { name: 'Coarser grid' }));
  await acts.press(page.getByRole('button', { name: 'One finger draws: change' }));
  await pinch(acts, page, fingers);
  for (const [half, row] of ['G2', 'A2', 'F2', 'D2'].entries())
    await acts.drag(await boxAt(page, 8 * half, row), await boxAt(page, 8 * half + 6, row));
  await take(acts, page, 'Copy', 'Duplicate');
  await acts.press(page.getByRole('button', { name: 'Make it longer' }));
  await scrollOn(acts, page, fingers);
  // A frame from empty ground takes the last four notes.
  const [from, to] = [await boxAt(page, 56, 'E2'), await boxAt(page, 63, 'D2')];
  await acts.drag(from, to, 600);
  await expect(page.getByTestId('readout')).toContainText('4 notes · D2');
  await take(acts, page, 'Pitch', 'Octave up');
}

/** A line typed as a phrase of four bars in eighths; the pattern is made longer where it has to be. */
async function phraseByThumb(acts: Acts, page: Page, text: string): Promise<void> {
  await take(acts, page, 'Make', 'Type a phrase: try with settings');
  await acts.type(page.getByRole('textbox', { name: 'Phrase' }), text);
  await expect(page.getByTestId('trial')).toContainText('heard already');
  const longer = page.getByRole('button', { name: 'Make the pattern longer too' });
  if (await longer.isVisible()) await acts.press(longer);
  await acts.press(page.getByRole('button', { name: 'Keep', exact: true }));
}

test.describe('by thumb', () => {
  test('a two-bar beat with accents, from the songs', async ({ page }) => {
    await songs(page);
    const acts = new Acts(page, await Fingers.on(page));
    await begin(acts, page, 'Quay kit');
    await beatByThumb(acts, page);
    await expectBeat(page);
    expect(acts.count).toBeLessThanOrEqual(MOST.beat);
  });

  test('the same beat with every hit tapped', { tag: '@again' }, async ({ page }) => {
    await songs(page);
    const acts = new Acts(page, await Fingers.on(page));
    await begin(acts, page, 'Quay kit');
    const tap = async (row: string, steps: readonly number[], isOpen = false) => {
      if (!isOpen) await acts.press(page.getByRole('button', { name: new RegExp(`^${row}, `) }));
      for (const step of steps) await acts.press(cell(page, row, step));
    };
    await tap('Kick', [0, 8, 10], true);
    await tap('Snare', [4, 12]);
    await tap('Closed hat', [0, 2, 4, 6, 8, 10, 12, 14]);
    await acts.press(page.getByRole('button', { name: 'Bar 2', exact: true }));
    await tap('Closed hat', [0, 2, 4, 6, 8, 10, 12, 14], true);
    await acts.press(page.getByRole('button', { name: 'More for row Closed hat' }));
    await acts.press(page.getByRole('button', { name: 'Accents on every 2nd hit of Closed hat' }));
    await tap('Snare', [4, 12]);
    await tap('Kick', [0, 8, 10]);
    await expectBeat(page);
    expect(acts.count).toBeLessThanOrEqual(MOST.beatByHand);
  });

  test('a four-bar bass line of 32 notes, from the songs', async ({ page }) => {
    await songs(page);
    const fingers = await Fingers.on(page);
    const acts = new Acts(page, fingers);
    await begin(acts, page, 'Round bass');
    await bassByThumb(acts, page, fingers);
    await expect.poll(() => shapes(page)).toEqual(BASS);
    expect(acts.count).toBeLessThanOrEqual(MOST.bass);
  });

  test('the same bass line with every note tapped', { tag: '@again' }, async ({ page }) => {
    await songs(page);
    const fingers = await Fingers.on(page);
    const acts = new Acts(page, fingers);
    await begin(acts, page, 'Round bass');
    await acts.press(page.getByRole('button', { name: 'Coarser grid' }));
    await pinch(acts, page, fingers);
    const rows = ['G2', 'A2', 'F2', 'D2', 'G2', 'A2', 'F2', 'D3'];
    const tap = async (half: number) => {
      for (const eighth of [0, 2, 4, 6]) await acts.at(await boxAt(page, 8 * half + eighth, rows[half]!));
    };
    for (const half of [0, 1, 2, 3]) await tap(half);
    await scrollOn(acts, page, fingers);
    await tap(4);
    await acts.press(page.getByRole('button', { name: 'Make it longer' }));
    for (const half of [5, 6, 7]) await tap(half);
    if (await page.getByRole('button', { name: 'Make it longer' }).isVisible())
      await acts.press(page.getByRole('button', { name: 'Make it longer' }));
    await expect.poll(() => shapes(page)).toEqual(BASS);
    expect(acts.count).toBeLessThanOrEqual(MOST.bassByHand);
  });

  test('a whole song of four tracks and six sections, from the songs', async ({ page }) => {
    test.slow();
    await songs(page);
    const fingers = await Fingers.on(page);
    const acts = new Acts(page, fingers);
    const press = (name: string | RegExp) => acts.press(page.getByRole('button', { name, exact: true }).first());
    await begin(acts, page, 'Quay kit');
    await beatByThumb(acts, page);
    await press('Add a track');
    await press('Round bass');
    await bassByThumb(acts, page, fingers);
    for (const [sound, text] of [
      ['Lamp keys', 'D4:8 F4:8 A4:8 C5:8'],
      ['Rope pluck', 'A4 - C5 - D5:4 F5:8 E5:8 D5:8'],
    ] as const) {
      await press('All tracks');
      await press('Add a track');
      await press(sound);
      await expect(page.getByTestId('notes-grid')).toBeVisible();
      await phraseByThumb(acts, page, text);
    }
    await press('Back to the song');
    await press('Without a name: duplicate, move, rename');
    await press('Verse');
    await press('Verse: duplicate, move, rename');
    for (let copy = 0; copy < 5; copy++) await press('Duplicate, linked: Verse');
    await press('Close: Verse');
    for (const [at, name] of [
      [1, 'Chorus'],
      [2, 'Verse two'],
      [3, 'Chorus two'],
      [4, 'Bridge'],
      [5, 'Ending'],
    ] as const) {
      await acts.press(page.getByRole('button', { name: /: duplicate, move, rename$/ }).nth(at));
      await acts.type(page.getByRole('textbox', { name: 'Name of the section' }), name);
      await acts.key('Enter');
      await acts.press(page.getByRole('button', { name: /^Close: / }));
      await expect(page.getByRole('heading', { name, exact: true })).toHaveCount(1);
    }
    await expect
      .poll(async () => (await saved(page)).sections.map(({ name }) => name))
      .toEqual(['Verse', 'Chorus', 'Verse two', 'Chorus two', 'Bridge', 'Ending']);
    const song = await saved(page);
    expect(song.tracks).toHaveLength(4);
    for (const { id } of song.tracks) expect(song.placements.filter(({ trackId }) => trackId === id).length).toBeGreaterThanOrEqual(6);
    expect(acts.count).toBeLessThanOrEqual(MOST.song);
  });
});

test.describe('by mouse and keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('a two-bar beat with accents, from the songs', async ({ page }) => {
    await songs(page);
    const acts = new Acts(page);
    await begin(acts, page, 'Quay kit');
    for (const step of [0, 8, 10]) await acts.press(cell(page, 'Kick', step));
    for (const step of [4, 12]) await acts.press(cell(page, 'Snare', step));
    await acts.key('Shift+Y');
    await acts.press(page.getByRole('button', { name: 'Hear Closed hat' }));
    await acts.key('a');
    await acts.press(page.getByRole('button', { name: 'Accent every: more' }));
    await acts.key('k');
    await expectBeat(page);
    expect(acts.count).toBeLessThanOrEqual(MOST.beat);
  });

  test('a four-bar bass line of 32 notes, from the songs', async ({ page }) => {
    await songs(page);
    const acts = new Acts(page);
    await begin(acts, page, 'Round bass');
    await acts.key('1');
    await acts.hold('q', async () => {
      for (const [half, row] of ['G2', 'A2', 'F2', 'D2'].entries())
        await acts.drag(await boxAt(page, 8 * half, row), await boxAt(page, 8 * half + 6, row));
    });
    await acts.key('y');
    await acts.press(page.getByRole('button', { name: 'Make it longer' }));
    await acts.key('0');
    const [from, to] = [await boxAt(page, 55, 'D2'), await boxAt(page, 63, 'D2')];
    await acts.hold('Shift', () => acts.drag(from, to));
    await expect(page.getByTestId('readout')).toContainText('4 notes · D2');
    await acts.key('Shift+ArrowUp');
    await expect.poll(() => shapes(page)).toEqual(BASS);
    expect(acts.count).toBeLessThanOrEqual(MOST.bass);
  });
});
