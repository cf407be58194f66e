import { expect, test, type Page } from '../support/journey';
import { Acts } from '../support/acts';
import { boxAt, cell, Fingers, newSong, QUARTER, savedNotes, shapes, type Point } from '../support/app';
import { BAR, button, saved } from '../support/song';

/** The most acts that each job may take, counted by what it asks for: an act for each thing done, and one or two to reach a tool that is not in sight. */
const MOST = { repair: 22, newPattern: 20, dictation: 17, copies: 13, song: 22, edits: 26, groove: 22, floor: 17 };

/** A hand on a new song with a track of a sound, and its counted acts. */
async function handOn(page: Page, sound: string) {
  await newSong(page, sound);
  const fingers = await Fingers.on(page);
  const acts = new Acts(page, fingers);
  const press = (name: string | RegExp) => acts.press(button(page, name).first());
  const at = async (step: number, row: string) => acts.at(await boxAt(page, step, row));
  const drag = async (from: [number, string], to: [number, string], hold = 0) =>
    acts.drag(await boxAt(page, ...from), await boxAt(page, ...to), hold);
  /** A tool out of the line, else out of the toolbox. */
  const take = async (family: string, name: string) => {
    if (await button(page, name).isVisible()) return press(name);
    if (!(await page.getByRole('region', { name: 'Toolbox' }).isVisible())) await press(/: other actions$/);
    const tab = page.getByRole('tab', { name: family });
    if ((await tab.getAttribute('aria-selected')) !== 'true') await acts.press(tab);
    await press(name);
  };
  const phrase = async (text: string) => {
    await take('Make', 'Type a phrase: try with settings');
    await acts.type(page.getByRole('textbox', { name: 'Phrase' }), text);
    await press('Keep');
  };
  return { acts, fingers, press, at, drag, take, phrase };
}

/** A drag with a second finger put down on the way, which lifts the grid. */
async function freely(acts: Acts, fingers: Fingers, from: Point, to: Point): Promise<void> {
  acts.count++;
  const other = { x: from.x + 60, y: from.y + 160 };
  const way = Array.from({ length: 10 }, (_, step) => ({ x: from.x + ((to.x - from.x) * (step + 1)) / 10, y: from.y }));
  await new Promise((resolve) => setTimeout(resolve, 50));
  await fingers.play(
    [
      { 0: from },
      ...way.slice(0, 4).map((at) => ({ 0: at })),
      ...way.slice(4).map((at) => ({ 0: at, 1: other })),
      { 0: to, 1: other },
      { 0: to },
    ],
    60,
  );
}

const starts = async (page: Page) => (await shapes(page)).map(([start]) => start);

test('a sloppy take is repaired: a note added, all quantized, quieter, on the left, alone and not, with another sound', async ({
  page,
}) => {
  const { acts, press, at, take } = await handOn(page, 'Lamp keys');
  // Played by hand with the grid off: each a third of a step late.
  await take('View', 'Grid …');
  await press('Snap to the grid');
  await press(/^Close: /);
  for (const [step, row] of [
    [0, 'C4'],
    [4, 'E4'],
    [8, 'G4'],
    [16, 'E4'],
    [20, 'D4'],
  ] as const)
    await at(step - 0.2, row);
  expect((await starts(page)).filter(Number.isInteger)).toEqual([]);
  await take('View', 'Grid …');
  await press('Snap to the grid');
  await press(/^Close: /);

  acts.count = 0;
  await at(12, 'F4');
  await press('Select all notes');
  await take('Time', 'Quantize');
  await expect.poll(() => starts(page)).toEqual([0, 4, 8, 12, 16, 20]);
  await take('Feel', 'Softer');
  await take('Feel', 'Pan left');
  await expect.poll(async () => (await savedNotes(page)).every(({ velocity }) => velocity < 100)).toBe(true);
  await press('Play');
  await press('Mute Lamp keys');
  await press('Unmute Lamp keys');
  await press('Lamp keys');
  await press('Only this: Lamp keys');
  await press('All tracks again, not only Lamp keys');
  await press(/^Sound: .*, of Lamp keys$/);
  await press('Pluck');
  await press('Rope pluck');
  await press('Keep Rope pluck');
  await press(/^Close: /);
  await press('Stop');
  expect((await saved(page)).tracks[0]!.soundId).toContain('rope');
  expect(acts.count).toBeLessThanOrEqual(MOST.repair);
});

test('a pattern on a new track: a key heard, notes drawn, moved and stretched over grids from 1/32 to eight bars', async ({ page }) => {
  const { acts, fingers, press, at, drag, take } = await handOn(page, 'Quay kit');
  await press('Add a track');
  await press('Lamp keys');
  await page.keyboard.press('0');
  await acts.press(page.getByText('E4', { exact: true }).first());
  for (const [step, row] of [
    [0, 'C4'],
    [4, 'E4'],
    [8, 'G4'],
  ] as const)
    await at(step, row);
  await press('Finer grid');
  await expect(button(page, /^Grid 1\/32/)).toBeVisible();
  await press(/^Grid 1\/32/);
  await press('8 bars');
  await expect(page.getByTestId('sheet')).toContainText('8 bars');
  await press('1/16');
  await press(/^Close: /);
  // Off the grid for once: the last one's end, with a second finger down.
  await at(8, 'G4');
  const end = await boxAt(page, 8, 'G4');
  await freely(acts, fingers, { x: end.x + 5, y: end.y }, { x: end.x + 40, y: end.y });
  await drag([0, 'C4'], [2, 'C4']);
  await expect.poll(async () => (await shapes(page))[0]).toEqual([2, 1, 60]);
  await take('Feel', 'Set velocity: try with settings');
  await press('Velocity: more');
  await press('Keep');
  expect(acts.count).toBeLessThanOrEqual(MOST.newPattern);
});

test('a bass line as it is dictated, each note half as long, one put right, the low ones an octave up, the track renamed', async ({
  page,
}) => {
  const { acts, press, drag, take, phrase } = await handOn(page, 'Round bass');
  await phrase('A2*4 B2*4 E2*4 F#2*4 G2*4 D2*4 C2*4 C2 B1 A1 G1');
  await expect.poll(async () => (await shapes(page)).length).toBe(32);
  const before = await shapes(page);
  await take('Length', 'Half as long');
  await expect.poll(() => shapes(page)).toEqual(before.map(([start, length, pitch]) => [start, length! / 2, pitch]));
  await press('Deselect');
  await drag([11.75, 'F♯2'], [11.75, 'G2']);
  await expect.poll(async () => (await shapes(page)).filter(([, , pitch]) => pitch === 43).length).toBe(5);
  await drag([28.9, 'C2'], [31.4, 'F♯1'], 600);
  await take('Pitch', 'Octave up');
  await expect.poll(async () => (await shapes(page)).slice(-3).map(([, , pitch]) => pitch)).toEqual([47, 45, 43]);
  await press('Round bass');
  await acts.type(page.getByRole('textbox', { name: 'Name of the track' }), 'Keel');
  await press(/^Close: /);
  expect((await saved(page)).tracks[0]!.name).toBe('Keel');
  expect(acts.count).toBeLessThanOrEqual(MOST.dictation);
});

test('three ways to copy: a frame pasted and dragged into place, straight after, a stretch of the ruler; all undone', async ({ page }) => {
  const { acts, press, at, drag, take } = await handOn(page, 'Lamp keys');
  for (const [step, row] of [
    [0, 'C4'],
    [2, 'E4'],
    [4, 'G4'],
  ] as const)
    await at(step, row);
  const first = await shapes(page);
  acts.count = 0;
  await drag([5, 'A4'], [0, 'B3'], 600);
  await take('Copy', 'Copy');
  await take('Copy', 'Paste');
  await expect.poll(async () => (await shapes(page)).length).toBe(6);
  await press('Undo');
  await expect.poll(() => shapes(page)).toEqual(first);
  await take('Copy', 'Duplicate');
  await expect.poll(async () => (await shapes(page)).length).toBe(6);
  await press('Undo');
  const ruler = (await page.getByTestId('ruler').boundingBox())!;
  const [from, to] = [await boxAt(page, 0, 'C4'), await boxAt(page, 7, 'C4')];
  await acts.drag({ x: from.x, y: ruler.y + 30 }, { x: to.x, y: ruler.y + 30 }, 600);
  await take('Copy', 'Copy');
  await take('Copy', 'Paste');
  await expect.poll(async () => (await shapes(page)).length).toBe(6);
  await press('Undo');
  await expect.poll(() => shapes(page)).toEqual(first);
  expect(acts.count).toBeLessThanOrEqual(MOST.copies);
});

test('a melody beside a silent beat, bars 1 and 2 again as 3 and 4, a loop, the end, and a file', async ({ page }) => {
  const { acts, press, at, take } = await handOn(page, 'Quay kit');
  for (const step of [0, 8]) await acts.press(cell(page, 'Kick', step));
  await press('Mute Quay kit');
  await press('Add a track');
  await press('Lamp keys');
  await page.keyboard.press('0');
  await press('Coarser grid');
  await at(0, 'C4');
  await press('Finer grid');
  await at(8, 'E4');
  await at(16, 'G4');
  await take('Copy', 'Repeat to the end');
  await press('Duplicate');
  await press('Make it longer');
  await expect.poll(async () => (await saved(page)).patterns.map(({ length }) => length / BAR).sort()).toEqual([2, 4]);
  await press('Back to the song');
  await press('Track Quay kit, muted');
  await press(/^Mute Quay kit|^Unmute Quay kit/);
  await press(/^Close: /);
  await press('Loop');
  await press('Song: tempo, send out');
  await press(/^WAV/);
  await press('48 kHz');
  const making = page.waitForEvent('download', { timeout: 60_000 });
  await press(/^Make the WAV/);
  const file = await making;
  expect(file.suggestedFilename()).toMatch(/\.wav$/);
  expect(acts.count).toBeLessThanOrEqual(MOST.song);
});

test('small edits one after the other: drawn longer, erased, muted, trimmed, cut between lines, joined; a wave of notes', async ({
  page,
}) => {
  const { acts, press, at, drag, take } = await handOn(page, 'Lamp keys');
  for (const step of [0, 4, 8]) await at(step, 'C4');
  await drag([12, 'E4'], [15, 'E4']);
  await expect.poll(async () => (await shapes(page)).at(-1)).toEqual([12, 4, 64]);
  await drag([9, 'D4'], [3.5, 'B3'], 600);
  await press('Delete');
  await expect.poll(() => starts(page)).toEqual([0, 12]);
  await press('Select all notes');
  await take('Feel', 'Mute notes');
  await take('Feel', 'Unmute notes');
  await take('Length', 'Longer');
  await take('Length', 'Shorter');
  await take('Length', 'Split in 2');
  await expect.poll(() => starts(page)).toEqual([0, 0.5, 12, 14]);
  await take('Length', 'Join');
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 1, 60],
      [12, 4, 64],
    ]);
  await press('Deselect');
  await take('View', 'Drawing …');
  await press('paints runs');
  await press('wave');
  await press(/^Close: /);
  await drag([16, 'C4'], [31, 'C4']);
  await expect.poll(async () => (await starts(page)).slice(2)).toEqual(Array.from({ length: 16 }, (_, step) => 16 + step));
  expect(acts.count).toBeLessThanOrEqual(MOST.edits);
});

test('a part is pushed against the drums while it plays, a chord by itself, and all goes back to where it was', async ({ page }) => {
  const { acts, press, at, take } = await handOn(page, 'Lamp keys');
  for (const [step, row] of [
    [4, 'C4'],
    [4, 'E4'],
    [12, 'D4'],
    [12, 'F4'],
  ] as const)
    await at(step, row);
  const written = await shapes(page);
  acts.count = 0;
  await press('Play');
  await take('Time', 'Later');
  await press('The toolbox stays open after an act');
  for (const [amount, by] of [
    ['beat', 4],
    ['1/8', 2],
  ] as const) {
    await press(/^One nudge is/);
    await press(amount);
    await press(/^Close: /);
    await press('Later');
    await expect.poll(async () => (await starts(page))[0]).toBe(4 + 1 + (by === 2 ? 4 : 0) + by);
  }
  await press(/^Nudged/);
  await expect.poll(() => shapes(page)).toEqual(written);
  await press('Close: Toolbox');
  await at(12, 'D4');
  await take('Select', 'Select: Chord-mates, 2 notes');
  await take('Time', 'Later');
  await expect.poll(() => starts(page)).toEqual([4, 4, 14, 14]);
  await press(/^Nudged/);
  await expect.poll(() => shapes(page)).toEqual(written);
  await expect(button(page, 'Stop')).toBeVisible();
  expect(acts.count).toBeLessThanOrEqual(MOST.groove);
});

test('four on the floor, hats with some taken out, claps on two and four, all twice; lengths follow the grid', async ({ page }) => {
  const { acts, press, take } = await handOn(page, 'Quay kit');
  const hits = async (pitch: number) => (await shapes(page)).filter(([, , each]) => each === pitch).map(([start]) => start);
  for (const step of [0, 4, 8, 12]) await acts.press(cell(page, 'Kick', step));
  await press(/^Clap, /);
  for (const step of [4, 12]) await acts.press(cell(page, 'Clap', step));
  await take('Copy', 'Repeat to the end');
  await press(/^Closed hat, /);
  await press('Fill Closed hat');
  await press('Every: less');
  await press('Keep');
  for (const step of [3, 7, 10]) await acts.press(cell(page, 'Closed hat', step));
  await expect.poll(() => hits(36)).toEqual([0, 4, 8, 12, 16, 20, 24, 28]);
  expect(await hits(39)).toEqual([4, 12, 20, 28]);
  expect(await hits(42)).toEqual([0, 1, 2, 4, 5, 6, 8, 9, ...Array.from({ length: 21 }, (_, step) => 11 + step)]);
  await take('Copy', 'Duplicate');
  await press('Make it longer');
  await expect.poll(async () => (await shapes(page)).length).toBe(2 * (8 + 4 + 29));
  expect(new Set((await savedNotes(page)).map(({ length }) => length))).toEqual(new Set([QUARTER / 4]));
  expect(acts.count).toBeLessThanOrEqual(MOST.floor);
});
