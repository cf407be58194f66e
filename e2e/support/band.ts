import type { Page } from '@playwright/test';
import { midiFromText } from './midi-text';

/** Ticks of a beat in the file, and microseconds: 92 bpm. */
const BEAT = 96;
const MICROSECONDS = 652_174;
const BEATS = 16;

function track(
  number: number,
  name: string,
  channel: number,
  program: number,
  notes: readonly (readonly [beat: number, beats: number, key: number])[],
) {
  const strokes = notes.flatMap(([beat, beats, key]) => [
    [beat * BEAT, `Note_on_c, ${channel}, ${key}, 60`] as const,
    [(beat + beats) * BEAT - 1, `Note_off_c, ${channel}, ${key}, 0`] as const,
  ]);
  strokes.sort(([a], [b]) => a - b);
  return [
    `${number}, 0, Start_track`,
    `${number}, 0, Title_t, "${name}"`,
    `${number}, 0, Program_c, ${channel}, ${program}`,
    ...strokes.map(([tick, words]) => `${number}, ${Math.round(tick)}, ${words}`),
    `${number}, ${BEATS * BEAT}, End_track`,
  ];
}

/** A song of one's own for a test: four bars of a soft bass, keys that ring over the end, and drums with a kick. Returns how long it lasts, in seconds. */
export async function openBand(page: Page): Promise<number> {
  const beats = Array.from({ length: BEATS }, (_, beat) => beat);
  const file = midiFromText([
    '0, 0, Header, 1, 4, 96',
    '1, 0, Start_track',
    `1, 0, Tempo, ${MICROSECONDS}`,
    `1, ${BEATS * BEAT}, End_track`,
    ...track(
      2,
      'Low',
      0,
      38,
      beats.map((beat) => [beat, 1, beat % 4 < 2 ? 36 : 41]),
    ),
    ...track(
      3,
      'Keys',
      1,
      4,
      [0, 4, 8, 12].flatMap((beat) => [60, 64, 67].map((key) => [beat, 4, key] as const)),
    ),
    ...track(
      4,
      'Drums',
      9,
      0,
      beats.flatMap((beat) => [[beat, 0.5, beat % 2 ? 38 : 36] as const, [beat + 0.5, 0.25, 42] as const]),
    ),
    '0, 0, End_of_file',
  ]);
  const response = await page.request.post('/api/songs/import', { data: file, headers: { 'Content-Type': 'audio/midi' } });
  const { id } = (await response.json()) as { id: string };
  await page.goto(`/song/${id}`);
  return (BEATS * MICROSECONDS) / 1e6;
}
