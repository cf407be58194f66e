import { expect, test, type Page } from '../support/journey';
import { Fingers, newSong, QUARTER, savedNotes, showAs } from '../support/app';
import { drumsFile, STROKES } from '../support/made-sound';
import { record } from '../support/recorded';
import { button, saved, type SavedSong } from '../support/song';
import { worker } from '../support/worker';

interface WithRecordings extends SavedSong {
  readonly recordings: readonly {
    tick: number;
    offset: number;
    frames: number;
    muted: boolean;
    hitsAdded?: number[];
    hitsRemoved?: number[];
  }[];
}

const recordings = async (page: Page) => ((await saved(page)) as WithRecordings).recordings;

/** At 120 bpm a second is two beats. */
const ticks = (seconds: number) => Math.round(seconds * 2 * QUARTER);

async function addDrums(page: Page, name = 'drums.wav'): Promise<void> {
  await page.getByLabel('Sound file').setInputFiles({ name, mimeType: 'audio/wav', buffer: drumsFile() });
  await expect(page.getByRole('heading', { name: 'Hits: 28' })).toBeVisible({ timeout: 20_000 });
}

test('by thumb: a recording under the notes, notes to its hits, hits by hand, heard in time with the notes, kept by the server', async ({
  page,
}) => {
  await record(page, false);
  const { press, phrase } = await worker(page, 'Lamp keys', 'thumb');
  await phrase('C4 - - D4 - E4 - F4');
  await press('Song: tempo, send out');
  await press('Recordings …');
  await addDrums(page);
  // Eighths at 120 bpm are 0.25 s apart, those of the recording 0.3 s from 0.35 s on.
  const before = (await savedNotes(page)).map(({ start }) => start);
  await press('Notes to the hits');
  await expect.poll(async () => (await savedNotes(page)).map(({ start }) => start)).not.toEqual(before);
  const near = before.map((start) => {
    const hit = STROKES.map(ticks).reduce((best, each) => (Math.abs(each - start) < Math.abs(best - start) ? each : best));
    return Math.abs(hit - start) <= ticks(0.09) ? hit : start;
  });
  const after = (await savedNotes(page)).map(({ start }) => start).sort((a, b) => a - b);
  near.sort((a, b) => a - b).forEach((start, index) => expect(Math.abs(start - after[index]!)).toBeLessThanOrEqual(ticks(0.002)));
  await press('Close: Recordings');

  // The picture stands under the notes; a press on a hit takes it out, one beside it puts one in.
  await expect(page.getByTestId('recording-lane')).toBeVisible();
  const lane = page.getByTestId('recording-lane');
  const hits = lane.locator('[data-hit]');
  await expect.poll(() => hits.count()).toBeGreaterThan(3);
  // They stand in the lane, not beside it.
  const [line, ground] = [(await hits.first().boundingBox())!, (await lane.boundingBox())!];
  expect(line.y).toBeGreaterThanOrEqual(ground.y - 1);
  expect(line.y + line.height).toBeLessThanOrEqual(ground.y + ground.height + 1);
  const [first, box] = [(await hits.first().boundingBox())!, (await lane.boundingBox())!];
  await page.touchscreen.tap(first.x + 1, box.y + 10);
  await expect.poll(async () => (await recordings(page))[0]!.hitsRemoved?.length).toBe(1);
  await press('Undo');
  await expect.poll(async () => (await recordings(page))[0]!.hitsRemoved?.length ?? 0).toBe(0);
  await page.touchscreen.tap(first.x + 14, box.y + 10);
  await expect.poll(async () => (await recordings(page))[0]!.hitsAdded?.length).toBe(1);

  // Dragged by the finger, it goes by steps of the grid; back the same way.
  const fingers = await Fingers.on(page);
  const [x, y] = [box.x + 60, box.y + 30];
  await fingers.drag([{ from: { x, y }, to: { x: x + 90, y } }], { steps: 6 });
  await expect.poll(async () => (await recordings(page))[0]!.tick).toBeGreaterThan(0);
  expect((await recordings(page))[0]!.tick % (QUARTER / 4)).toBe(0);
  await press('Undo');
  await expect.poll(async () => (await recordings(page))[0]!.tick).toBe(0);

  await press('Play');
  // The recording begins with the pattern: as many frames before a note as the note lies after its beginning.
  await expect
    .poll(() =>
      page.evaluate(() => {
        const { sent } = window.recorded;
        const piece = sent.flatMap((message) => (message.type === 'recorded' ? message.pieces : []))[0];
        const note = sent.flatMap((message) => (message.type === 'notes' ? message.notes : []))[0];
        return piece && note ? note.at - piece.at : null;
      }),
    )
    .toBe(Math.round((after[0]! / QUARTER) * 24_000));
  await press('Stop');

  await page.reload();
  await expect.poll(() => page.getByTestId('recording-lane').locator('[data-hit]').count(), { timeout: 20_000 }).toBeGreaterThan(3);
});

test('by keys: moved, cut, muted, its tempo taken and followed; another device hears it', { tag: '@again' }, async ({ page, browser }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await newSong(page, 'Quay kit', 'Recorded');
  await page.getByLabel('Find an action').fill('recordings audio');
  await button(page, 'Recordings …').first().press('Enter');
  await page.getByLabel('Sound file').setInputFiles({ name: 'broken.wav', mimeType: 'audio/wav', buffer: Buffer.from('no sound at all') });
  await expect(page.getByRole('alert')).toContainText('cannot read that as sound');
  await addDrums(page);
  await button(page, /a bar later/).press('Enter');
  await expect.poll(async () => (await recordings(page))[0]!.tick).toBe(4 * QUARTER);
  await button(page, /later: \+ 10 ms/).press('Enter');
  await expect.poll(async () => (await recordings(page))[0]!.tick).toBe(4 * QUARTER + Math.round(0.02 * QUARTER));
  await button(page, 'Begin here: drums').press('Enter');
  await expect.poll(async () => (await recordings(page))[0]!.tick).toBe(0);
  await button(page, 'Mute drums').press('Enter');
  await expect.poll(async () => (await recordings(page))[0]!.muted).toBe(true);
  await button(page, /^Give the song the tempo/).press('Enter');
  const song = (await saved(page)) as WithRecordings;
  expect(Math.abs(song.song.tempos[0]!.bpm - 100)).toBeLessThan(0.1);
  await button(page, 'Follow bar by bar: drums').press('Enter');
  await expect(page.getByRole('alert')).toContainText('follows drums');

  const other = await browser.newContext();
  const there = await other.newPage();
  await there.goto(page.url());
  await showAs(there, 'Notes');
  // Muted, it has no hits there, but its picture has come from the server.
  await expect.poll(() => there.getByTestId('recording-lane').locator('path').getAttribute('d'), { timeout: 25_000 }).toMatch(/^M/);
  await other.close();
});

test('its groove is tried on the part; a file dropped on a row, on the keys, or elsewhere goes where it is dropped', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await newSong(page, 'Lamp keys', 'Dropped');
  const drop = async (selector: string) => {
    const data = await page.evaluateHandle((base64) => {
      const transfer = new DataTransfer();
      const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
      transfer.items.add(new File([bytes], 'dropped.wav', { type: 'audio/wav' }));
      return transfer;
    }, drumsFile().toString('base64'));
    await page.locator(selector).first().dispatchEvent('drop', { dataTransfer: data });
  };
  await drop('[data-testid=notes-grid]');
  await expect(page.getByRole('alert')).toContainText('dropped lies under the notes', { timeout: 20_000 });
  await expect.poll(() => page.getByTestId('recording-lane').locator('[data-hit]').count(), { timeout: 20_000 }).toBeGreaterThan(3);
  await page.getByLabel('Find an action').fill('recordings audio');
  await button(page, 'Recordings …').first().click();
  await button(page, 'Groove of dropped').click();
  await expect(page.getByRole('region', { name: 'Trying Groove' })).toBeVisible();
  await button(page, 'Drop').click();
  await drop('[data-row="60"]');
  await expect(page.getByRole('alert')).toContainText('Lamp keys plays dropped now', { timeout: 20_000 });
});
