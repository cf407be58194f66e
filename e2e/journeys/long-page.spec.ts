import { writeMidi, type MidiEvent } from 'midi-file';
import { expect, test, type Page } from '../support/journey';
import { Fingers, middleOf, onTheWay, placement } from '../support/app';
import { BAR, button, saved } from '../support/song';

const FILE_BAR = 1920;

/** A file of many sections of four bars, told by markers; every voice plays in the first bar of the song alone. */
function longFile(sections: number, voices: number): Buffer {
  const markers = Array.from({ length: sections }, (_, at) => ({
    deltaTime: at === 0 ? 0 : 4 * FILE_BAR,
    type: 'marker',
    meta: true,
    text: `Pier ${at + 1}`,
  }));
  const end = { deltaTime: 0, type: 'endOfTrack', meta: true };
  const voice = (at: number) => [
    { deltaTime: 0, type: 'trackName', meta: true, text: `Voice ${at + 1}` },
    { deltaTime: 0, type: 'noteOn', channel: at, noteNumber: 60, velocity: 90 },
    { deltaTime: FILE_BAR, type: 'noteOff', channel: at, noteNumber: 60, velocity: 0 },
    { deltaTime: (4 * sections - 2) * FILE_BAR, type: 'noteOn', channel: at, noteNumber: 62, velocity: 90 },
    { deltaTime: FILE_BAR, type: 'noteOff', channel: at, noteNumber: 62, velocity: 0 },
    end,
  ];
  const tracks = [[...markers, end], ...Array.from({ length: voices }, (_, at) => voice(at))];
  return Buffer.from(
    writeMidi({ header: { format: 1, numTracks: tracks.length, ticksPerBeat: 480 }, tracks: tracks as unknown as MidiEvent[][] }),
  );
}

const height = (page: Page) => page.getByTestId('song-page').evaluate(({ scrollHeight }) => scrollHeight);

test(
  'a song of sixty sections is a page one can get over: far ones are folded, unfold where one goes, and take what is dropped',
  { tag: '@again' },
  async ({ page }) => {
    await page.goto('/');
    await page.getByLabel('MIDI file').setInputFiles({ name: 'long pier.mid', mimeType: 'audio/midi', buffer: longFile(60, 4) });
    await button(page, 'Bring it in').tap();
    await expect(page.getByTestId('song-page')).toBeVisible();
    await expect(button(page, 'Fold Pier 1')).toHaveAttribute('aria-expanded', 'true');
    await expect(button(page, 'Unfold Pier 60')).toHaveAttribute('aria-expanded', 'false');
    expect(await height(page)).toBeLessThan(6000);

    // A chip leads to a section and unfolds it; it stays so after a reload.
    await button(page, /^Go to Pier 20,/).tap();
    await expect(button(page, 'Fold Pier 20')).toBeInViewport();
    await page.reload();
    await expect(button(page, 'Fold Pier 20')).toBeVisible();
    await button(page, 'Fold Pier 20').press('Enter');
    await expect(button(page, 'Unfold Pier 20')).toBeVisible();
    await button(page, 'Fold all').tap();
    expect(await height(page)).toBeLessThan(5800);
    await button(page, /^Unfold Pier 1$/).tap();

    // Dropped on the picture of a folded section, on its second bar, on the track it came from.
    const fingers = await Fingers.on(page);
    const { placements: before, tracks } = await saved(page);
    const trackId = tracks.find(({ name }) => name === 'Voice 1')!.id;
    await fingers.longPress(await middleOf(placement(page, 'Voice 1', 0)));
    const from = await middleOf(placement(page, 'Voice 1', 0));
    const folded = (await page.getByTestId('folded-line').first().boundingBox())!;
    const frame = (await page.getByTestId('song-page').boundingBox())!;
    const isInView = folded.y + folded.height < frame.y + frame.height;
    expect(isInView).toBe(true);
    const to = { x: from.x + folded.width / 4, y: folded.y + 22 };
    await fingers.play([from, ...onTheWay(from, to, 8), to].map((at) => ({ 0: at })));
    await expect
      .poll(async () => {
        const now = (await saved(page)).placements;
        return now
          .filter(({ id, start }) => before.find((each) => each.id === id)?.start !== start)
          .map((each) => [each.trackId, each.start / BAR]);
      })
      .toEqual([[trackId, 5]]);
  },
);
