import { expect, test, type Page } from '../support/journey';
import { boxAt, family, newSong, savedNotes, tabTo, tool } from '../support/app';
import { noteOns, sentOut } from '../support/midi-text';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
const properties = async (page: Page) => (await savedNotes(page)) as unknown as readonly Record<string, unknown>[];

test('by thumb: of three notes one sounds each time round; one has more lots, one stands on the right', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  for (const [step, row] of [
    [0, 'C4'],
    [4, 'E4'],
    [8, 'G4'],
  ] as const) {
    const at = await boxAt(page, step, row);
    await page.touchscreen.tap(at.x, at.y);
  }
  await family(page, 'Feel');
  await button(page, 'Only one plays').tap();
  await expect(page.getByRole('option', { name: /one of a group/ })).toHaveCount(3);
  expect(new Set((await properties(page)).map(({ oneOf }) => oneOf)).size).toBe(1);
  const third = await boxAt(page, 8, 'G4');
  await page.touchscreen.tap(third.x, third.y);
  await tool(page, 'Feel', 'Odds 3');
  await tool(page, 'Feel', 'Pan right');
  await expect(page.getByTestId('readout')).toHaveText('1 note · G4 · 1/4 beat · vel 100 · one of a group, odds 3 · pan R50');
  // Once round, one of the three is in the file.
  expect(noteOns(await sentOut(page))).toHaveLength(1);
  await family(page, 'Select');
  await button(page, 'Select: Same group, 3 notes').tap();
  await family(page, 'Feel');
  await button(page, 'Ungroup').tap();
  expect(noteOns(await sentOut(page))).toHaveLength(3);
});

test.describe('wide', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test(
    'by mouse: a note is bent, heard so and seen so; the trial of another bend is dropped; cut, the line goes on',
    { tag: '@again' },
    async ({ page }) => {
      await newSong(page, 'Round bass');
      const from = await boxAt(page, 0, 'C2');
      const to = await boxAt(page, 7, 'C2');
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      await page.mouse.move(to.x, to.y, { steps: 6 });
      await page.mouse.up();
      await button(page, 'Scoop into the note').click();
      await expect(page.getByTestId('readout')).toContainText('bend −2 to 0');
      const [note] = await properties(page);
      expect(note).toMatchObject({ bend: [{ tick: 0, cents: -200 }, { cents: 0 }] });
      await button(page, 'Bend: try with settings').click();
      const drawn = page.getByTestId('bend-line').locator('polyline[stroke="var(--ink)"]');
      const before = await drawn.getAttribute('points');
      await button(page, 'From, semitones: less').click();
      await expect(drawn).not.toHaveAttribute('points', before!);
      await button(page, 'Drop').click();
      await expect(drawn).toHaveAttribute('points', before!);
      const rows = await sentOut(page);
      expect(rows.some((row) => /Pitch_bend_c, \d+, 0$/.test(row))).toBe(true);
      await button(page, 'Split in 2').click();
      await expect.poll(async () => (await properties(page)).filter(({ bend }) => bend)).toHaveLength(2);
      await button(page, 'Join').click();
      await expect.poll(() => properties(page)).toEqual([note]);
    },
  );

  test('by keys: values are typed, a vibrato comes and goes, chance leads out of a group', async ({ page }) => {
    test.slow();
    await newSong(page, 'Lamp keys');
    await tabTo(page.getByTestId('notes-grid'));
    await page.keyboard.press('Enter');
    await page.keyboard.press('Control+ArrowLeft');
    await page.keyboard.press('Enter');
    await page.keyboard.press('t');
    await tabTo(page.getByRole('textbox', { name: 'Pan' }));
    await page.keyboard.type('L40');
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('readout')).toContainText('pan L40');
    await tabTo(button(page, 'Vibrato'));
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('readout')).toContainText('bend ±30 cents');
    await tabTo(button(page, 'No bend'));
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('readout')).not.toContainText('bend');
    await page.keyboard.press('y');
    await page.keyboard.press('Control+a');
    await tabTo(button(page, 'Only one plays'));
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('readout')).toContainText('one of a group');
    await page.keyboard.press('t');
    await tabTo(page.getByRole('textbox', { name: 'Chance' }));
    await page.keyboard.type('60');
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('readout')).toContainText('chance 60 %');
    expect((await properties(page)).map(({ chance, oneOf, pan }) => [chance, oneOf, pan])).toEqual([
      [60, undefined, -0.4],
      [60, undefined, -0.4],
    ]);
  });
});
