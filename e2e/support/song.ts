import { expect, type Locator, type Page } from '@playwright/test';
import { cell, newSong, songIdOf } from './app';

/** A bar of 4/4, in ticks. */
export const BAR = 80_640;

export interface SavedSong {
  readonly song: {
    readonly loop?: { start: number; end: number; on: boolean };
    readonly end?: number;
    readonly room?: { size: number; seconds: number };
    readonly tempos: readonly { tick: number; bpm: number }[];
    readonly meters: readonly { tick: number; numerator: number; denominator: number }[];
  };
  readonly sections: readonly { name: string; start: number; length: number }[];
  readonly placements: readonly { id: string; patternId: string; trackId: string; start: number; length: number }[];
  readonly patterns: readonly { id: string; length: number }[];
  readonly tracks: readonly {
    id: string;
    name: string;
    soundId: string;
    levelDb: number;
    muted: boolean;
    soloed: boolean;
    setting?: Readonly<Record<string, number>>;
    octave?: number;
    voiceMode?: string;
    otherDrums?: readonly { pitch: number; kitId: string; drum: number }[];
    opensWith?: { trackId: string; pitch: number; depth: number };
  }[];
  readonly notes: Readonly<Record<string, readonly { start: number; pitch: number }[]>>;
}

/** The song as the server has it. */
export async function saved(page: Page): Promise<SavedSong> {
  await expect(page.getByTestId('link')).toHaveText('Saved');
  return page.evaluate(async (id) => ((await (await fetch(`/api/songs/${id}`)).json()) as { song: SavedSong }).song, songIdOf(page));
}

export function button(page: Page, name: string | RegExp): Locator {
  return page.getByRole('button', { name, exact: typeof name === 'string' });
}

/** A song whose drums have a kick on one, on its page. */
export async function songWithDrums(page: Page): Promise<void> {
  await newSong(page, 'Quay kit', 'Gull Parade');
  await cell(page, 'Kick', 0).click();
  await button(page, 'Back to the song').click();
  await expect(page.getByTestId('song-page')).toBeVisible();
}
