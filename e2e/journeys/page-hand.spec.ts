import { writeMidi, type MidiEvent } from 'midi-file';
import { expect, test, type Page } from '../support/journey';
import { Fingers, middleOf, onTheWay, placement } from '../support/app';
import { BAR, button, saved, songWithDrums } from '../support/song';

/** A copy of a demo song of 44 bars in 4/4, on its page. */
async function ownDemo(page: Page): Promise<void> {
  const songs = (await (await page.request.get('/api/songs')).json()) as { id: string; name: string }[];
  const { id } = songs.find(({ name }) => name === 'Last Boat Home')!;
  const copy = (await (await page.request.post(`/api/songs/${id}/copies`)).json()) as { id: string };
  await page.goto(`/song/${copy.id}`);
  await expect(page.getByTestId('song-page')).toBeVisible();
}

/** A point of the ruler of a line of the page, before a bar of it, from 0. */
async function onRuler(page: Page, line: number, bar: number): Promise<{ x: number; y: number }> {
  const ruler = page.getByTestId('song-ruler').nth(line);
  const { left, top } = await ruler.evaluate((element) => {
    const box = element.getBoundingClientRect();
    return { left: box.left, top: box.top };
  });
  const numbers = await ruler.locator('> span').evaluateAll((marks) => marks.map((mark) => mark.getBoundingClientRect().left));
  return { x: (numbers[bar] ?? left) + 1, y: top + 22 };
}

const words = (page: Page) => page.getByTestId('drag-words');

test('an edge of the loop is dragged over lines, is told on the way, and can be called off; other fingers change nothing', async ({
  page,
}) => {
  await ownDemo(page);
  const fingers = await Fingers.on(page);
  await button(page, 'Loop').tap();
  const { loop } = (await saved(page)).song;
  const begun = loop!.end / BAR;
  const edge = () => middleOf(button(page, /^Loop end/));

  // To the second line, with another finger tapping and trembling elsewhere.
  const from = await edge();
  const to = await onRuler(page, 1, 2);
  const other = { x: 200, y: 600 };
  const way = onTheWay(from, to, 10);
  await fingers.play([
    { 0: from },
    ...way.slice(0, 5).map((at) => ({ 0: at })),
    { 0: way[4]!, 1: other },
    { 0: way[4]!, 1: { ...other, x: 201 } },
    ...way.slice(5).map((at) => ({ 0: at, 1: { ...other, x: 203 } })),
    { 0: to },
    { 0: to },
  ]);
  await expect.poll(async () => (await saved(page)).song.loop!.end / BAR).toBe(begun + 2);

  // And again from there: the handle has come along. Called off, all stays.
  const there = await edge();
  const cancel = { x: 330, y: there.y < 300 ? 690 : 120 };
  await fingers.play([{ 0: there }, ...onTheWay(there, { x: there.x + 60, y: there.y }, 6).map((at) => ({ 0: at }))], 30);
  await expect.poll(async () => (await saved(page)).song.loop!.end / BAR).toBeGreaterThan(begun + 2);
  const now = (await saved(page)).song.loop!.end;
  const again = await edge();
  const session = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', at?: { x: number; y: number }) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: at ? [{ ...at, id: 0 }] : [] });
  await touch('touchStart', again);
  await touch('touchMove', { x: again.x - 80, y: again.y });
  await expect(words(page)).toContainText(/^Loop to the end of bar \d+$/);
  const target = await middleOf(page.locator('[data-drop-to-cancel]'));
  expect(Math.abs(target.y - cancel.y)).toBeLessThan(300);
  await touch('touchMove', target);
  await expect(words(page)).toHaveText('Nothing changes');
  await touch('touchEnd');
  await expect(words(page)).toHaveCount(0);
  expect((await saved(page)).song.loop!.end).toBe(now);
});

test('a placement that is dragged follows its finger alone, scrolls the page at its edge, and lands on a section by its chip', async ({
  page,
}) => {
  await ownDemo(page);
  const fingers = await Fingers.on(page);
  const first = placement(page, 'Fog Pad');
  await first.scrollIntoViewIfNeeded();
  const id = await first.getAttribute('data-placement');
  await fingers.longPress(await middleOf(first));
  await expect(page.getByRole('region', { name: 'Selected placements' })).toBeVisible();
  const start = async () => (await saved(page)).placements.find((each) => each.id === id)!.start / BAR;
  const before = await start();

  // A second finger of a pixel does not drop it.
  const from = await middleOf(page.locator(`[data-placement="${id}"]`).first());
  const bar = (await page.getByTestId('song-ruler').first().boundingBox())!.width / 4;
  const to = { x: from.x + 2 * bar, y: from.y };
  const way = onTheWay(from, to, 8);
  const other = { x: 60, y: 300 };
  await fingers.play([
    { 0: from },
    ...way.slice(0, 3).map((at) => ({ 0: at })),
    { 0: way[2]!, 1: other },
    { 0: way[2]!, 1: { ...other, x: 61 } },
    { 0: way[3]! },
    ...way.slice(4).map((at) => ({ 0: at })),
    { 0: to },
  ]);
  await expect.poll(start).toBe(before + 2);

  // At the lower edge the page goes along; the landing is told above the finger.
  const scroller = page.getByTestId('song-page');
  const top = () => scroller.evaluate((element) => element.scrollTop);
  const was = await top();
  const held = await middleOf(page.locator(`[data-placement="${id}"]`).first());
  const box = (await scroller.boundingBox())!;
  const low = { x: held.x, y: box.y + box.height - 4 };
  const session = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', at?: { x: number; y: number }) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: at ? [{ ...at, id: 0 }] : [] });
  await touch('touchStart', held);
  for (const at of onTheWay(held, low, 6)) await touch('touchMove', at);
  await expect.poll(top, { timeout: 10_000 }).toBeGreaterThan(was + 200);
  await expect(words(page)).toContainText(/^Bar \d+/);
  // On to a chip at the top: the far section it names.
  const chip = page.getByRole('navigation', { name: 'Sections' }).getByRole('button').last();
  const bars = Number(/bar (\d+)$/.exec((await chip.getAttribute('aria-label'))!)![1]);
  await chip.evaluate((element) => element.scrollIntoView({ inline: 'end', block: 'nearest' }));
  await touch('touchMove', await middleOf(chip));
  await expect(words(page)).toContainText(new RegExp(`^Bar ${bars},`));
  await touch('touchEnd');
  await expect.poll(start).toBe(bars - 1);
  await expect(page.locator(`[data-placement="${id}"]`).first()).toBeInViewport();
});

test(
  'a placement held low on the page is selected, and its tools, which come up under the finger, are not pressed by lifting it',
  { tag: '@again' },
  async ({ page }) => {
    await ownDemo(page);
    const low = page.getByRole('button', { name: /^Buoy Bells, .*bar 5/ }).first();
    const at = await middleOf(low);
    expect(at.y).toBeGreaterThan(620);
    const fingers = await Fingers.on(page);
    await fingers.longPress(at);
    await expect(page.getByRole('region', { name: 'Selected placements' })).toBeVisible();
    await page.waitForTimeout(300);
    await expect(page.getByRole('region', { name: 'Selected placements' })).toContainText('1 placement');
    await expect(low).toBeInViewport();
  },
);

test(
  'a bar whose meter was set and taken back is deleted as what it is; its sheet says so all the way',
  { tag: '@again' },
  async ({ page }) => {
    await ownDemo(page);
    const bars = async () => {
      const { placements, song } = await saved(page);
      return { end: Math.max(...placements.map(({ start, length }) => start + length)), meters: song.meters.length };
    };
    const before = await bars();
    const at = await onRuler(page, 1, 0);
    await page.touchscreen.tap(at.x + 10, at.y);
    await button(page, /^Bar 5: tempo/).tap();
    const sheet = page.getByRole('region', { name: 'Bar 5' });
    await sheet.getByRole('button', { name: 'Beats a bar from here: less' }).tap();
    await expect.poll(async () => (await bars()).meters).toBeGreaterThan(before.meters);
    await button(page, 'Undo').tap();
    await expect(sheet).toBeVisible();
    await sheet.getByRole('button', { name: 'Delete Bar 5' }).tap();
    await expect.poll(async () => (await bars()).end).toBe(before.end - BAR);
  },
);

test('a pressed field is typed over; what is asked of ruler, section, name and saving is told; a sound left tried is kept', async ({
  page,
}) => {
  await ownDemo(page);
  const first = await onRuler(page, 0, 0);
  await page.touchscreen.tap(first.x + 12, first.y);
  await button(page, /^Bar 1: tempo/).tap();
  await button(page, /^Tempo from here, .* bpm: type it$/).tap();
  await page.keyboard.type('140');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await saved(page)).song.tempos[0]!.bpm).toBe(140);
  await button(page, 'Close: Bar 1').tap();

  await button(page, 'Song: tempo, send out').tap();
  await button(page, 'What is this?').tap();
  const told = page.getByTestId('asking');
  const ruler = await onRuler(page, 0, 2);
  await page.touchscreen.tap(ruler.x + 12, ruler.y);
  await expect(told).toContainText('The bars of the song');
  await page.getByRole('heading', { name: 'Lamps lit' }).tap();
  await expect(told).toContainText('how long it is');
  await page.getByTestId('link').tap();
  await expect(told).toContainText('kept in this browser');
  await button(page, 'Done asking').tap();

  await button(page, 'Track Fog Pad').first().tap();
  await button(page, /^Sound(:| of) /)
    .first()
    .tap();
  await page.getByRole('group', { name: 'Sounds' }).getByRole('button').last().tap();
  await button(page, /^Close: Sound of Fog Pad/).tap();
  await expect(page.getByText(/was kept on Fog Pad/)).toBeVisible();
  const soundOf = async () => (await saved(page)).tracks.find(({ name }) => name === 'Fog Pad')!.soundId;
  const kept = await soundOf();
  expect(kept).not.toBe('fog-pad');

  // The same where the whole song is left with the sheet open.
  await button(page, 'Track Fog Pad').first().tap();
  await button(page, /^Sound(:| of) /)
    .first()
    .tap();
  await page.getByRole('group', { name: 'Sounds' }).getByRole('button').first().tap();
  await button(page, 'Back to the songs').tap();
  await page.goBack();
  await expect(page.getByTestId('song-page')).toBeVisible();
  await expect.poll(soundOf).not.toBe(kept);
});

test('a part with a pedal behind a bar of silence comes in as what it is', { tag: '@again' }, async ({ page }) => {
  const bar = 1920;
  const events = Array.from({ length: 16 }, (_, index) => {
    const at = (index + 1) * bar;
    return [
      { tick: at, type: 'controller', controllerType: 64, value: 127 },
      { tick: at, type: 'noteOn', noteNumber: 60 + (index % 4), velocity: 90 },
      { tick: at + 900, type: 'noteOff', noteNumber: 60 + (index % 4), velocity: 0 },
      { tick: at + 1800, type: 'controller', controllerType: 64, value: 0 },
    ];
  }).flat();
  let last = 0;
  const timed = events.map(({ tick, ...event }) => {
    const deltaTime = tick - last;
    last = tick;
    return { deltaTime, channel: 0, ...event } as MidiEvent;
  });
  const file = writeMidi({
    header: { format: 1, numTracks: 1, ticksPerBeat: 480 },
    tracks: [[...timed, { deltaTime: 0, type: 'endOfTrack', meta: true }]],
  });
  await page.goto('/');
  await page.getByLabel('MIDI file').setInputFiles({ name: 'porch.mid', mimeType: 'audio/midi', buffer: Buffer.from(file) });
  await expect(page.getByText('4 bars, going round 4 times; pedal')).toBeVisible();
  await button(page, 'Leave out 1 bar of silence at the beginning').tap();
  await button(page, 'Bring it in').tap();
  await expect(page.getByTestId('song-page')).toBeVisible();
  expect((await saved(page)).placements.map(({ start, length }) => [start / BAR, length / BAR])).toEqual([[0, 16]]);
});

test(
  'an end dragged past its neighbour stops there to be seen; pushing says how many move, how far, and that the song grows',
  { tag: '@again' },
  async ({ page }) => {
    await songWithDrums(page);
    const fingers = await Fingers.on(page);
    await fingers.longPress(await middleOf(placement(page, 'Quay kit')));
    await button(page, 'Duplicate, linked').tap();
    await button(page, 'Deselect').tap();
    const spans = async () => (await saved(page)).placements.map(({ start, length }) => [start / BAR, length / BAR]);
    const [[, bars]] = (await spans()) as [number[], number[]];
    const width = (await placement(page, 'Quay kit', 0).boundingBox())!.width / bars!;
    const session = await page.context().newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...points: { x: number; y: number }[]) =>
      session.send('Input.dispatchTouchEvent', { type, touchPoints: points.map((at, id) => ({ ...at, id })) });

    await fingers.longPress(await middleOf(placement(page, 'Quay kit', 0)));
    const end = await middleOf(page.getByTestId('placement-end'));
    await touch('touchStart', end);
    for (const at of onTheWay(end, { x: end.x + width, y: end.y }, 6)) await touch('touchMove', at);
    await expect(words(page)).toHaveText(`${bars} bars long: the next one begins there`);
    await touch('touchEnd');
    expect(await spans()).toEqual([
      [0, bars],
      [bars, bars],
    ]);

    await button(page, 'On others: Push later').tap();
    const first = await middleOf(placement(page, 'Quay kit', 0));
    const other = { x: 30, y: 200 };
    await touch('touchStart', first);
    for (const at of onTheWay(first, { x: first.x + width, y: first.y }, 6)) await touch('touchMove', at);
    await touch('touchStart', { x: first.x + width, y: first.y }, other);
    await expect(words(page)).toContainText(`1 moves on by ${bars} bars, the song grows by`);
    await touch('touchEnd');
    await expect.poll(async () => (await spans()).map(([start]) => start)).toEqual([1, 2 * bars!]);
  },
);
