import { expect, test, type Page } from '../support/journey';
import { CHUNK, SoundEngine, type EngineMessage } from '../../core/src';
import { cell, newSong, openPattern, openTrack, savedNotes } from '../support/app';
import { midiFromText } from '../support/midi-text';
import { record } from '../support/recorded';

/** Opens a song of its own for each test: drums, bass and keys on every beat of two bars. */
async function openBand(page: Page): Promise<void> {
  const beats = [0, 1, 2, 3, 4, 5, 6, 7];
  const part = (track: number, name: string, channel: number, program: number, pitches: readonly number[]) => [
    `${track}, 0, Start_track`,
    `${track}, 0, Title_t, "${name}"`,
    `${track}, 0, Program_c, ${channel}, ${program}`,
    ...beats.flatMap((beat) => [
      ...pitches.map((pitch) => `${track}, ${beat * 96}, Note_on_c, ${channel}, ${pitch}, ${80 + 5 * beat}`),
      ...pitches.map((pitch) => `${track}, ${beat * 96 + 70}, Note_on_c, ${channel}, ${pitch}, 0`),
    ]),
    `${track}, 768, End_track`,
  ];
  const rows = [
    '0, 0, Header, 1, 3, 96',
    ...part(1, 'Deck', 9, 0, [36, 42]),
    ...part(2, 'Bilge', 1, 33, [33]),
    ...part(3, 'Lamp', 2, 4, [58, 62, 65]),
    '0, 0, End_of_file',
  ];
  const response = await page.request.post('/api/songs/import', { data: midiFromText(rows), headers: { 'Content-Type': 'audio/midi' } });
  const { id } = (await response.json()) as { id: string };
  await page.goto(`/song/${id}`);
  await openPattern(page, 'Deck');
}

/** Plays, and counts the samples of 40,000 that differ from what the engine renders offline when it is told the same. */
async function differingSamples(page: Page): Promise<number> {
  await page.getByRole('button', { name: 'Play', exact: true }).tap();
  await expect
    .poll(() => page.evaluate(() => window.recorded.heard.flat().filter((sample) => sample !== 0).length), { timeout: 20_000 })
    .toBeGreaterThan(48_000);
  const { sent, heard } = await page.evaluate(() => window.recorded);

  const notes = sent.flatMap((message) => (message.type === 'notes' ? message.notes : []));
  const first = Math.min(...notes.map(({ at }) => at));
  const engine = new SoundEngine(Math.floor(first / CHUNK) * CHUNK - 100 * CHUNK);
  for (const message of sent) engine.post(message);
  const left = new Float32Array(48_000);
  engine.render(left, new Float32Array(48_000));

  const live = heard.flat();
  const liveStart = live.findIndex((sample) => sample !== 0);
  const ownStart = left.findIndex((sample) => sample !== 0);
  const length = Math.min(40_000, live.length - liveStart);
  expect(length).toBe(40_000);
  return Array.from({ length }, (_, index) => index).filter((index) => live[liveStart + index] !== left[ownStart + index]).length;
}

test('what is heard live is, sample for sample, what the engine renders offline', async ({ page }) => {
  test.slow();
  await record(page, true);
  await openBand(page);
  // A busy machine may lose a block of the recording, though not of the sound; then another is made. None is alike by chance.
  const differing = [await differingSamples(page)];
  while (differing.at(-1) !== 0 && differing.length < 3) {
    await page.reload();
    differing.push(await differingSamples(page));
  }
  expect(differing).toContain(0);
});

test('an edit while playing is heard from the next event on, and mute silences a track at once', async ({ page }) => {
  await record(page, false);
  await openBand(page);
  await page.getByRole('button', { name: 'Play', exact: true }).tap();
  await expect(page.getByTestId('pass')).toBeVisible();
  await page.getByRole('button', { name: 'Mute Deck' }).tap();
  const drumsAfterMute = () =>
    page.evaluate(() => {
      const { sent } = window.recorded;
      const mutedAt = sent.findIndex((message) => message.type === 'tracks' && message.tracks.some(({ isAudible }) => !isAudible));
      const muted = sent[mutedAt];
      const drums = muted?.type === 'tracks' ? muted.tracks.find(({ isAudible }) => !isAudible)!.id : '';
      const later = sent.slice(mutedAt).flatMap((message) => (message.type === 'notes' ? message.notes : []));
      return { drums: later.filter(({ trackId }) => trackId === drums).length, others: later.length };
    });
  await expect.poll(async () => (await drumsAfterMute()).others).toBeGreaterThan(4);
  expect((await drumsAfterMute()).drums).toBe(0);
  await page.getByRole('button', { name: 'Unmute Deck' }).tap();
});

test('notes that a held nudge carries are heard where they are, before it is let go', { tag: '@again' }, async ({ page }) => {
  await record(page, false);
  await openBand(page);
  await openTrack(page, 'Bilge');
  await page.getByRole('button', { name: 'Play', exact: true }).tap();
  await page.keyboard.press('Control+a');
  await page.keyboard.down('ArrowRight');
  await page.keyboard.down('ArrowRight');
  // The bass stood on the beats with the kick; two sixteenths later it stands between.
  const between = () =>
    page.evaluate(() => {
      const notes = window.recorded.sent.filter((message) => message.type === 'notes').flatMap((message) => message.notes);
      const kicks = notes.filter(({ pitch }) => pitch === 36);
      return notes.filter(({ pitch, at }) => pitch === 33 && kicks.every((kick) => Math.abs(kick.at - at) > 6000)).length;
    });
  await expect.poll(between).toBeGreaterThan(2);
  await page.keyboard.up('ArrowRight');
  const sent = await page.evaluate(() => window.recorded.sent.filter(({ type }) => type === 'replace').length);
  expect(sent).toBeGreaterThan(0);
});

test('a page that is busy 200 ms of each second never sends a note late', async ({ page }) => {
  test.slow();
  await page.addInitScript(() => {
    const lateness: number[] = [];
    Object.assign(window, { lateness });
    const Native = window.AudioWorkletNode;
    window.AudioWorkletNode = class extends Native {
      constructor(context: AudioContext, name: string, options?: AudioWorkletNodeOptions) {
        super(context, name, options);
        const post = this.port.postMessage.bind(this.port) as (message: unknown) => void;
        this.port.postMessage = (message: EngineMessage) => {
          const now = context.currentTime * context.sampleRate;
          if (message.type === 'notes') lateness.push(...message.notes.map(({ at }) => now - at));
          post(message);
        };
      }
    } as typeof AudioWorkletNode;
  });
  await openBand(page);
  const latest = async () => {
    await page.getByRole('button', { name: 'Play', exact: true }).tap();
    await page.evaluate(() => {
      setInterval(() => {
        const until = performance.now() + 200;
        while (performance.now() < until);
      }, 1000);
    });
    const lateness = () => page.evaluate(() => (window as unknown as { lateness: number[] }).lateness);
    await expect.poll(async () => (await lateness()).length, { timeout: 20_000 }).toBeGreaterThan(60);
    return Math.max(...(await lateness()));
  };
  // Where the machine itself was busy with something else it is tried again.
  const tries = [await latest()];
  while (tries.at(-1)! >= 0 && tries.length < 3) {
    await page.reload();
    tries.push(await latest());
  }
  expect(Math.min(...tries)).toBeLessThan(0);
});

test('a browser too old for the sound engine is told so, and all but the sound goes on', async ({ page }) => {
  await page.addInitScript(() => Object.assign(WebAssembly, { validate: () => false }));
  await newSong(page, 'Quay kit');
  await page.getByTestId('play').click();
  await expect(page.getByText(/This browser is too old to make sound here/)).toBeVisible();
  await cell(page, 'Kick', 0).click();
  expect(await savedNotes(page)).toHaveLength(1);
});
