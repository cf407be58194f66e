import { expect, test } from '../support/journey';
import { openPattern, tool } from '../support/app';
import { byTimeThenRest, midiFromText, noteOns, sentOut } from '../support/midi-text';

/** A file as other programs write them: a tempo change outside the first track, controllers, an overlap, a double, drums. */
const ROWS = [
  '0, 0, Header, 1, 3, 96',
  '1, 0, Start_track',
  '1, 0, Title_t, "Low Water"',
  '1, 0, Time_signature, 7, 3, 12, 8',
  '1, 0, Tempo, 555555',
  '1, 0, End_track',
  '2, 0, Start_track',
  '2, 0, Title_t, "Bilge"',
  '2, 0, Program_c, 2, 33',
  '2, 0, Control_c, 2, 7, 99',
  '2, 0, Note_on_c, 2, 40, 90',
  '2, 24, Note_on_c, 2, 40, 70',
  '2, 48, Note_off_c, 2, 40, 33',
  '2, 72, Note_on_c, 2, 40, 0',
  '2, 72, Pitch_bend_c, 2, 9000',
  '2, 96, Tempo, 500000',
  '2, 96, Channel_aftertouch_c, 2, 12',
  '2, 100, Lyric_t, "row"',
  '2, 168, End_track',
  '3, 0, Start_track',
  '3, 0, Title_t, "Deck"',
  '3, 0, Note_on_c, 9, 36, 110',
  '3, 0, Note_on_c, 9, 36, 60',
  '3, 24, Note_on_c, 9, 36, 0',
  '3, 24, Note_on_c, 9, 36, 0',
  '3, 96, Note_on_c, 9, 42, 80',
  '3, 120, Note_on_c, 9, 42, 0',
  '3, 168, End_track',
  '0, 0, End_of_file',
];

test('a MIDI file comes in, is looked at first, goes out the same, is edited, and goes out as expected', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('MIDI file').setInputFiles({ name: 'low-water.mid', mimeType: 'audio/midi', buffer: midiFromText(ROWS) });
  const preview = page.getByRole('region', { name: 'MIDI file' });
  await expect(preview).toContainText('1 bar · 108 bpm · 7/8 · 2 tracks');
  await expect(preview).toContainText('Bilge');
  await preview.getByRole('button', { name: 'Bring it in' }).tap();
  await expect(page.getByRole('heading', { name: 'Low Water' })).toBeVisible();

  // Tempo marks are gathered in the first track; every other row keeps its track, tick and numbers.
  const gathered = ROWS.map((row) => (row === '2, 96, Tempo, 500000' ? '1, 96, Tempo, 500000' : row)).filter(
    (row) => row !== '1, 0, End_track',
  );
  const untouched = (await sentOut(page, 'written')).filter((row) => !/^1, \d+, End_track/.test(row));
  expect([...untouched].sort()).toEqual([...gathered].sort());

  // The drums a step of 1/16 (24 ticks) later, round the bar of 336 ticks: nothing reaches the end, so nothing wraps.
  await openPattern(page, 'Deck');
  await tool(page, 'Time', 'Rotate on');
  const edited = noteOns(await sentOut(page, 'written'));
  expect(edited).toEqual(
    [
      [2, 0, 2, 40, 90],
      [2, 24, 2, 40, 70],
      [3, 24, 9, 36, 110],
      [3, 24, 9, 36, 60],
      [3, 120, 9, 42, 80],
    ].sort(byTimeThenRest),
  );
});

test('a file that is no MIDI file is refused in words, and nothing is made', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('listitem').first()).toBeVisible();
  await page
    .getByLabel('MIDI file')
    .setInputFiles({ name: 'song.mid', mimeType: 'audio/midi', buffer: Buffer.from('RIFF nothing of the kind') });
  const preview = page.getByRole('region', { name: 'MIDI file' });
  await expect(preview.getByRole('alert')).toContainText('This is not a MIDI file. Choose a file that ends in .mid');
  await expect(preview.getByRole('button', { name: 'Bring it in' })).toHaveCount(0);

  // Dropped on the page, a good file opens the same preview.
  const bytes = [...midiFromText(ROWS)];
  await page.evaluate((data) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([new Uint8Array(data)], 'dropped.mid'));
    document.dispatchEvent(new DragEvent('drop', { dataTransfer: transfer, bubbles: true, cancelable: true }));
  }, bytes);
  await expect(preview).toContainText('Low Water');
});

test('a large file is read beside the page: its progress is seen, it can be left, and it comes in whole', async ({ page }) => {
  const strokes = Array.from({ length: 30_000 }, (_, index) => {
    const tick = 12 * index;
    return [
      `2, ${tick}, Note_on_c, ${index % 4}, ${40 + (index % 40)}, 90`,
      `2, ${tick + 10}, Note_off_c, ${index % 4}, ${40 + (index % 40)}, 0`,
    ];
  }).flat();
  const file = midiFromText([
    '0, 0, Header, 1, 2, 96',
    '1, 0, Start_track',
    '1, 0, End_track',
    '2, 0, Start_track',
    ...strokes,
    '2, 360010, End_track',
    '0, 0, End_of_file',
  ]);
  await page.goto('/');
  await page.evaluate(() => {
    const shares: number[] = [];
    Object.assign(window, { shares });
    new MutationObserver(() => {
      const bar = document.querySelector('progress');
      if (bar) shares.push(bar.value);
    }).observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
  });
  const choose = () =>
    page.getByLabel('MIDI file').first().setInputFiles({ name: 'long-crossing.mid', mimeType: 'audio/midi', buffer: file });
  await choose();
  await expect(page.getByRole('region', { name: 'MIDI file' })).toContainText('4 tracks');
  const shares = await page.evaluate(() => (window as unknown as { shares: number[] }).shares);
  expect(shares.length).toBeGreaterThan(0);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  await page.getByRole('button', { name: 'Cancel' }).tap();
  await expect(page.getByRole('region', { name: 'MIDI file' })).toHaveCount(0);
  await choose();
  await page.getByRole('button', { name: 'One long pattern for each track' }).tap();
  await page.getByRole('button', { name: 'Bring it in' }).tap();
  await expect(page.getByTestId('song-page')).toBeVisible({ timeout: 30_000 });
  await page.locator('[data-placement]').first().click();
  await expect(page.getByTestId('readout')).toContainText('7500 notes');
});
