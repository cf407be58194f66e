import type { Page } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** Bytes of a MIDI file written as text, by Debian's csvmidi. */
export function midiFromText(rows: readonly string[]): Buffer {
  const { status, stdout, stderr } = spawnSync('csvmidi', ['-', '-'], { input: `${rows.join('\n')}\n`, maxBuffer: 1 << 26 });
  if (status !== 0) throw new Error(`csvmidi: ${stderr}`);
  return stdout;
}

/** The rows of a MIDI file, by Debian's midicsv: an independent reader. */
export function textFromMidi(bytes: Buffer): string[] {
  const { status, stdout, stderr } = spawnSync('midicsv', ['-', '-'], { input: bytes, maxBuffer: 1 << 26 });
  if (status !== 0) throw new Error(`midicsv: ${stderr}`);
  return stdout.toString('latin1').trim().split('\n');
}

/** The song as another program reads it, once it has been sent out. */
export async function sentOut(page: Page, mode: 'heard' | 'written' = 'heard'): Promise<string[]> {
  const open = page.getByRole('button', { name: 'Song: tempo, send out' });
  await open.click();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: `MIDI, as ${mode}` }).click()]);
  await open.click();
  return textFromMidi(readFileSync(await download.path()));
}

/** The note rows of a file: "track, tick, channel, pitch, velocity" of each note-on, sorted by time, then by the rest. */
export function noteOns(rows: readonly string[]): number[][] {
  return rows
    .map((row) => row.split(',').map((cell) => cell.trim()))
    .filter(([, , type, , , velocity]) => type === 'Note_on_c' && velocity !== '0')
    .map(([track, tick, , channel, pitch, velocity]) => [track, tick, channel, pitch, velocity].map(Number))
    .sort(byTimeThenRest);
}

export function byTimeThenRest(a: readonly number[], b: readonly number[]): number {
  return a[1]! - b[1]! || a[3]! - b[3]! || a[4]! - b[4]!;
}
