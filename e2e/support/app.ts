import { expect, type CDPSession, type Locator, type Page } from '@playwright/test';

export const QUARTER = 20160;

export interface SavedNote {
  readonly id: string;
  readonly start: number;
  readonly length: number;
  readonly pitch: number;
  readonly velocity: number;
}

/** The song as the server has it: what a reload would bring back. */
export async function savedNotes(page: Page): Promise<SavedNote[]> {
  await expect(page.getByTestId('link')).toHaveText('Saved');
  const id = new URL(page.url()).pathname.split('/').pop()!;
  const song = await page.evaluate(async (songId) => {
    const answer = (await (await fetch(`/api/songs/${songId}`)).json()) as { song: { notes: Record<string, SavedNote[]> } };
    return answer.song;
  }, id);
  return Object.values(song.notes).flat();
}

/** A new song with one track of the sound named. */
export async function newSong(page: Page, sound: string, name = 'Tide Table'): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New song', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name of the song' }).fill(name);
  await page.getByRole('button', { name: 'Make the song' }).click();
  await page.getByRole('button', { name: sound, exact: true }).click();
  await expect(page.getByTestId('play')).toBeVisible();
}

export async function openDemo(page: Page): Promise<void> {
  await page.goto('/');
  await page
    .getByRole('button', { name: /^Last Boat Home/ })
    .first()
    .click();
  await expect(page.getByTestId('play')).toBeVisible();
}

const REST_MS = 120;

/** Real touch points, through the browser's own input. */
export class Fingers {
  private constructor(private readonly session: CDPSession) {}

  static async on(page: Page): Promise<Fingers> {
    return new Fingers(await page.context().newCDPSession(page));
  }

  private send(type: 'touchStart' | 'touchMove' | 'touchEnd', points: readonly { x: number; y: number }[]): Promise<unknown> {
    return this.session.send('Input.dispatchTouchEvent', { type, touchPoints: points.map(({ x, y }, id) => ({ x, y, id })) });
  }

  /** Puts fingers down, moves each along its path in steps, lifts them. `hold` waits before moving. */
  async drag(
    paths: readonly { from: { x: number; y: number }; to: { x: number; y: number } }[],
    { hold = 0, steps = 8 } = {},
  ): Promise<void> {
    const at = (share: number) =>
      paths.map(({ from, to }) => ({ x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share }));
    await this.send('touchStart', at(0));
    if (hold) await new Promise((resolve) => setTimeout(resolve, hold));
    for (let step = 1; step <= steps; step++) await this.send('touchMove', at(step / steps));
    // Fingers rest before they lift: lifted at speed they would be a flick, and the browser swallows a tap that follows one.
    await new Promise((resolve) => setTimeout(resolve, REST_MS));
    await this.send('touchMove', at(1));
    await this.send('touchEnd', []);
  }
}

export async function middleOf(locator: Locator): Promise<{ x: number; y: number; width: number; height: number }> {
  const box = (await locator.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2, width: box.width, height: box.height };
}
