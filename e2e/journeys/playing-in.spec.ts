import { expect, test } from '../support/journey';
import { changeBars, Fingers, middleOf, newSong, openTrack, QUARTER, savedNotes, shapes, tool, type Point } from '../support/app';
import { openPads, pad, playing, record, recorded, recordingEnds, setUp, sheet } from '../support/playing-in';
import { button, saved } from '../support/song';

test.describe('by thumb', () => {
  test('two thumbs drum on pads and each hit sounds; loudness is by where a pad is hit, and a finger glides over keys', async ({
    page,
  }) => {
    await newSong(page, 'Quay kit');
    await openPads(page);
    const fingers = await Fingers.on(page);
    await button(page, /^Steps: put in/).click();
    const at = async (name: string, up: number): Promise<Point> => {
      const { x, y, height } = await middleOf(pad(page, name));
      return { x, y: y - height * up };
    };
    const [kick, hat] = [await at('Kick', 0.4), await at('Closed hat', -0.4)];
    // Both thumbs down at once, then each by itself while the other rests.
    await fingers.play([{ 1: kick }, { 1: kick, 2: hat }, { 1: kick, 2: hat }, { 2: hat }], 30);
    await fingers.play([{ 2: hat }, { 2: hat }], 30);
    await expect.poll(async () => (await savedNotes(page)).map(({ start, pitch }) => [start / (QUARTER / 2), pitch]).sort()).toEqual([[0, 36], [0, 42], [1, 42]]); // prettier-ignore
    const notes = await savedNotes(page);
    const loud = notes.find(({ pitch }) => pitch === 36)!.velocity;
    const soft = notes.find(({ pitch }) => pitch === 42)!.velocity;
    expect(loud).toBeGreaterThan(105);
    expect(soft).toBeLessThan(55);
    await button(page, 'Steps: end').click();
    // The notes stay in view above the pads, and every pad is as large as a thumb.
    for (const name of ['Kick', 'Snare', 'Crash']) {
      const { width, height } = (await pad(page, name).boundingBox())!;
      expect(Math.min(width, height)).toBeGreaterThanOrEqual(44);
    }
    expect((await page.getByTestId('grid-area').boundingBox())!.height).toBeGreaterThan(0.4 * 844);
  });

  test('step by step: values, chord, rest, tie and back; undo takes a step, and once it is over all of it', async ({ page }) => {
    await newSong(page, 'Lamp keys');
    await openPads(page);
    await button(page, /^Steps: put in/).click();
    await expect(button(page, /^Merges with what is there/)).toBeVisible();
    await pad(page, 'C4').click();
    await button(page, '1/4, key 3').click();
    await pad(page, 'E4').click();
    await button(page, 'dotted, key 8').click();
    await pad(page, 'G4').click();
    await button(page, 'dotted, key 8').click();
    await button(page, '1/8, key 4').click();
    await button(page, 'Rest, key 0').click();
    await button(page, 'triplet, key 9').click();
    await pad(page, 'A4').click();
    await button(page, 'Tie, key =').click();
    await expect.poll(async () => (await shapes(page)).sort((a, b) => a[0]! - b[0]!)).toEqual([[0, 2, 60], [2, 4, 64], [6, 6, 67], [14, 8 / 3, 69]]); // prettier-ignore
    // Back takes the tie, then the step; undo the next one, and redo brings it again.
    await button(page, 'Back, key Backspace').click();
    await button(page, 'Back, key Backspace').click();
    await button(page, 'Back, key Backspace').click();
    await expect.poll(async () => (await shapes(page)).length).toBe(3);
    await button(page, 'Undo').click();
    await expect.poll(async () => (await shapes(page)).length).toBe(2);
    await button(page, 'Redo').click();
    await expect.poll(async () => (await shapes(page)).length).toBe(3);
    // A chord, held together, is one step.
    const fingers = await Fingers.on(page);
    await button(page, 'triplet, key 9').click();
    const [c, e, g] = [await middleOf(pad(page, 'C3')), await middleOf(pad(page, 'E3')), await middleOf(pad(page, 'G3'))];
    await fingers.play([{ 1: c }, { 1: c, 2: e }, { 1: c, 2: e, 3: g }, { 1: c, 3: g }, { 1: c }], 40);
    await expect.poll(async () => (await shapes(page)).filter(([start]) => start === 12).map(([, , pitch]) => pitch).sort()).toEqual([48, 52, 55]); // prettier-ignore
    await button(page, 'Undo').click();
    await expect.poll(async () => (await shapes(page)).length).toBe(3);
    await button(page, 'Redo').click();
    await expect.poll(async () => (await shapes(page)).length).toBe(6);
    await button(page, 'Steps: end').click();
    await button(page, 'Undo').first().click();
    await expect.poll(async () => (await shapes(page)).length).toBe(0);
    await button(page, 'Redo').click();
    await expect.poll(async () => (await shapes(page)).length).toBe(6);
    // A tap on the notes says where the next step goes; replacing, it takes the place of what is there.
    await button(page, /^Steps: put in/).click();
    await button(page, /^Merges with what is there/).click();
    const first = await middleOf(page.getByRole('option', { name: /^C4/ }).first());
    await page.touchscreen.tap(first.x, first.y);
    await pad(page, 'B4').click();
    await expect.poll(async () => (await shapes(page)).filter(([start]) => start! < 2).map(([, , pitch]) => pitch)).toEqual([71]);
  });

  test('takes (job 19): the kick from a bar on, the snare within what is marked, the better bar into every bar; hats wipe nothing', async ({
    page,
  }) => {
    test.slow();
    await newSong(page, 'Quay kit');
    await openPads(page);
    // The kick, quantized to eighths, from bar 2 on; the count-in and a bar of lead-in are heard only.
    await setUp(
      page,
      'A simulated device, to try it out',
      'Kick on the beats',
      'After one pass of the loop',
      'From bar: more',
      'Lead-in: more',
      '1/8',
    );
    await record(page);
    await recorded(page);
    await recordingEnds(page);
    await expect(page.getByRole('alert')).toContainText('4 notes recorded.');
    await expect.poll(() => playing(page)).toEqual([16, 20, 24, 28].map((step) => [step, 36]));
    // Bar 2 is the better one: it goes into every bar.
    await button(page, 'Takes …').click();
    await button(page, /^Bar 2 of Quay kit, 4 notes$/).click();
    await button(page, 'Bar 2 into every bar, of Quay kit').click();
    await expect.poll(() => playing(page)).toEqual([0, 4, 8, 12, 16, 20, 24, 28].map((step) => [step, 36]));
    await button(page, 'Play in: back to the keys').click();
    // The hats over it: nothing is wiped.
    await setUp(page, 'Hats in eighths', 'From bar: less');
    await record(page);
    await recordingEnds(page);
    await expect.poll(async () => (await playing(page)).filter(([, pitch]) => pitch === 36).length).toBe(8);
    await expect.poll(async () => (await playing(page)).filter(([, pitch]) => pitch === 42).length).toBe(16);
    // One undo takes the whole take back, one redo brings it again.
    await button(page, 'Undo').first().click();
    await expect.poll(async () => (await playing(page)).length).toBe(8);
    await button(page, 'Redo').click();
    await expect.poll(async () => (await playing(page)).length).toBe(24);
  });

  test(
    'passes that start afresh are takes to choose from: heard one by one, again in one touch, the best bar taken, one kept',
    { tag: '@again' },
    async ({ page }) => {
      test.slow();
      await newSong(page, 'Lamp keys');
      await openPads(page);
      await setUp(page, 'A simulated device, to try it out', 'A line in eighths', 'Starts afresh from what was there');
      await record(page);
      await expect(page.getByTestId('recording')).toContainText('pass 3', { timeout: 20_000 });
      await button(page, 'End the recording').first().click();
      await expect(sheet(page)).toContainText(/take [23] of [23]/);
      // Sixteen notes a pass, none has those of another; one at the very seam may come a moment early or late on a busy machine.
      const counts = async () => Object.values((await saved(page)).notes).map((notes) => notes.length);
      await expect.poll(async () => (await counts()).slice(0, 2).every((count) => Math.abs(count - 16) <= 1)).toBe(true);
      const plays = async () => (await saved(page)).placements[0]!.patternId;
      const before = await plays();
      await button(page, 'Take before').click();
      await expect.poll(plays).not.toBe(before);
      const takes = (await saved(page)).patterns.length;
      await setUp(page, 'After one pass of the loop');
      await button(page, 'Again').click();
      await recordingEnds(page);
      await expect.poll(async () => (await saved(page)).patterns.length).toBe(takes + 1);
      await button(page, 'Takes …').click();
      const takesSheet = page.getByRole('region', { name: 'Takes', exact: true });
      const bar = (await saved(page)).patterns.length;
      expect(bar).toBeGreaterThanOrEqual(3);
      await takesSheet.getByRole('button', { name: /^Bar 1 of Lamp keys, / }).click();
      await button(page, 'Bar 1 into this one, of Lamp keys').click();
      await expect(page.getByText(/^Bar 1 of Lamp keys\.$/)).toBeVisible();
      await button(page, 'Keep only this take').click();
      await expect.poll(async () => (await saved(page)).patterns.length).toBe(2);
      await button(page, 'Undo').first().click();
      await expect.poll(async () => (await saved(page)).patterns.length).toBe(takes + 1);
    },
  );

  test('recorded again by hand, live (job 02): quantized as it comes in, quantized otherwise afterwards, and as it was played', async ({
    page,
  }) => {
    test.slow();
    await newSong(page, 'Lamp keys');
    await openPads(page);
    await setUp(page, '1/16', 'After one pass of the loop');
    await record(page);
    await recorded(page);
    const fingers = await Fingers.on(page);
    const at = await middleOf(pad(page, 'C4'));
    // Four presses, a beat and a bit apart: off every line.
    for (let press = 0; press < 4; press++) {
      await fingers.play([{ 1: at }, { 1: at }], 60);
      await page.waitForTimeout(430);
    }
    await recordingEnds(page);
    const starts = async () => (await savedNotes(page)).map(({ start }) => start).sort((a, b) => a - b);
    await expect.poll(async () => (await starts()).length).toBe(4);
    expect((await starts()).every((start) => start % (QUARTER / 4) === 0)).toBe(true);
    await button(page, 'Takes …').click();
    const takes = page.getByRole('region', { name: 'Takes', exact: true });
    await takes.getByRole('button', { name: 'off', exact: true }).click();
    await expect.poll(async () => (await starts()).some((start) => start % (QUARTER / 4) !== 0)).toBe(true);
    const raw = await starts();
    await takes.getByRole('button', { name: '1/4', exact: true }).click();
    await expect.poll(async () => (await starts()).every((start) => start % QUARTER === 0)).toBe(true);
    await takes.getByRole('button', { name: 'off', exact: true }).click();
    await expect.poll(starts).toEqual(raw);
  });

  test('job 16: a device chosen, a phrase recorded to the click and quantized to eighths, then worked on by hand', async ({ page }) => {
    test.slow();
    await newSong(page, 'Lamp keys');
    await openPads(page);
    await setUp(page, 'A simulated device, to try it out', 'Four chords with pedal', '1/8', 'After one pass of the loop');
    await record(page);
    await recordingEnds(page);
    // Four chords of three notes, two beats apart; the pedal holds each until just before the next.
    await expect
      .poll(async () => (await shapes(page)).map(([start]) => start).sort((a, b) => a! - b!))
      .toEqual([0, 8, 16, 24].flatMap((start) => [start, start, start]));
    for (const [, length] of await shapes(page)) expect(Math.abs(length! - 7.6)).toBeLessThan(1);
    await button(page, 'Close: Play in').click();
    // One drawn at the start, and all of them louder.
    const grid = await middleOf(page.getByTestId('notes-grid'));
    await page.touchscreen.tap(grid.x - grid.width / 2 + 30, grid.y - grid.height / 4);
    await expect.poll(async () => (await shapes(page)).length).toBe(13);
    const before = (await savedNotes(page)).reduce((sum, { velocity }) => sum + velocity, 0);
    await tool(page, 'Feel', 'Louder');
    await expect.poll(async () => (await savedNotes(page)).reduce((sum, { velocity }) => sum + velocity, 0)).toBeGreaterThan(before);
  });

  test(
    'closed in the middle of a take, and with a finger down: what was played up to then is kept',
    { tag: '@again' },
    async ({ page }) => {
      test.slow();
      await newSong(page, 'Lamp keys');
      await changeBars(page, 2);
      await openPads(page);
      await record(page);
      await recorded(page);
      const fingers = await Fingers.on(page);
      const [c, e] = [await middleOf(pad(page, 'C4')), await middleOf(pad(page, 'E4'))];
      await fingers.play([{ 1: c }, { 1: c }], 150);
      // Held while the page goes.
      await page.evaluate(() => 0);
      const session = await page.context().newCDPSession(page);
      await session.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x: e.x, y: e.y, id: 5 }] });
      await page.waitForTimeout(400);
      await page.reload();
      await expect(page.getByTestId('play')).toBeVisible();
      const notes = await savedNotes(page);
      expect(notes.map(({ pitch }) => pitch).sort()).toEqual([60, 64]);
      expect(notes.every(({ length }) => length > 0)).toBe(true);
    },
  );

  test('the screen turns in the middle of a take, and while steps are put in: both go on', { tag: '@again' }, async ({ page }) => {
    await newSong(page, 'Lamp keys');
    await openPads(page);
    await button(page, /^Steps: put in/).click();
    await pad(page, 'C4').click();
    await page.setViewportSize({ width: 844, height: 390 });
    await pad(page, 'E4').click();
    await expect.poll(async () => (await savedNotes(page)).map(({ pitch }) => pitch).sort()).toEqual([60, 64]);
    await button(page, 'Steps: end').click();
    await record(page);
    await recorded(page);
    await pad(page, 'G4').click();
    await page.setViewportSize({ width: 390, height: 844 });
    await expect(page.getByTestId('recording')).toContainText('1 note');
    await pad(page, 'A4').click();
    await button(page, 'End the recording').first().click();
    await recordingEnds(page);
    await expect.poll(async () => (await playing(page)).map(([, pitch]) => pitch).sort()).toEqual([60, 64, 67, 69]);
  });

  test(
    'another track opened in the middle of a take ends it, and what was played stays where it was played',
    { tag: '@again' },
    async ({ page }) => {
      await newSong(page, 'Lamp keys');
      await button(page, 'Add a track').click();
      await button(page, 'Round bass').click();
      await openTrack(page, 'Lamp keys');
      await openPads(page);
      await record(page);
      await recorded(page);
      await pad(page, 'C4').click();
      await openTrack(page, 'Round bass');
      await recordingEnds(page);
      await openPads(page);
      await pad(page, 'C2').click();
      await expect.poll(async () => (await savedNotes(page)).map(({ pitch }) => pitch)).toEqual([60]);
    },
  );

  test('ready? says what is missing, one after the other, each with its cure', async ({ page }) => {
    await newSong(page, 'Lamp keys');
    await button(page, 'Mute Lamp keys').click();
    await openPads(page);
    const ready = page.getByTestId('ready');
    await expect(ready).toContainText('Lamp keys is muted.');
    await sheet(page).getByRole('button', { name: 'Unmute', exact: true }).click();
    await expect(ready).toContainText('Ready: 1 bar of count-in, click');
    await setUp(page, 'Count-in: less', 'Click', 'Is replaced; on a kit in the rows that are played');
    await expect(ready).toContainText('1 of 2: No click, and no other track to play to.');
    await sheet(page).getByRole('button', { name: 'Click on', exact: true }).click();
    await expect(ready).toContainText('What is there will be replaced.');
    await sheet(page).getByRole('button', { name: 'Merge', exact: true }).click();
    await expect(ready).toContainText('Ready: no count-in, click');
    await setUp(page, 'all devices');
    await expect(ready).toContainText('The MIDI device is not there.');
  });
});
