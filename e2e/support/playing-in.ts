import { expect, type Locator, type Page } from '@playwright/test';
import { QUARTER } from './app';
import { button, saved } from './song';

/** The sheet that is played on. */
export const sheet = (page: Page): Locator => page.getByRole('region', { name: 'Play in', exact: true });
export const pad = (page: Page, name: string): Locator => sheet(page).getByRole('button', { name: new RegExp(`^Play ${name}(?: .)?$`) });
export const openPads = async (page: Page) => {
  await button(page, /^Play in: (pads|keys)$/).click();
  await expect(sheet(page)).toBeVisible();
};
/** The notes of the pattern that plays, as [sixteenth, pitch]. */
export async function playing(page: Page): Promise<[number, number][]> {
  const song = await saved(page);
  const { patternId } = song.placements[0]!;
  return (song.notes[patternId] ?? [])
    .map(({ start, pitch }): [number, number] => [start / (QUARTER / 4), pitch])
    .sort(([a, p], [b, q]) => a - b || p - q);
}
/** Settings of a recording, each by the name of its press. */
export async function setUp(page: Page, ...presses: (string | RegExp)[]): Promise<void> {
  await button(page, 'Recording …').click();
  for (const press of presses) await button(page, press).click();
  await button(page, 'Play in: back to the keys').click();
}
export const record = (page: Page) => button(page, 'Record').click();
export const recordingEnds = (page: Page) => expect(page.getByTestId('recording')).toHaveCount(0, { timeout: 20_000 });
/** Waits until the recording is past its count-in. */
export const recorded = (page: Page) => expect(page.getByTestId('recording')).toContainText('Recording', { timeout: 15_000 });

/** A MIDI system that the test plugs devices into, in the place of the browser's. */
export function fakeMidi(): void {
  class Input extends EventTarget {
    onmidimessage: ((event: { data: Uint8Array; timeStamp: number }) => void) | null = null;
    state = 'connected';
    readonly manufacturer = '';
    constructor(
      readonly id: string,
      readonly name: string,
    ) {
      super();
    }
  }
  class Access extends EventTarget {
    readonly inputs = new Map<string, Input>();
  }
  const access = new Access();
  const fake = {
    asked: 0,
    plug: (name: string) => {
      access.inputs.set(name, new Input(name, name));
      access.dispatchEvent(new Event('statechange'));
    },
    unplug: (name: string) => {
      access.inputs.get(name)!.state = 'disconnected';
      access.inputs.delete(name);
      access.dispatchEvent(new Event('statechange'));
    },
    send: (name: string, messages: readonly (readonly number[])[]) => {
      for (const bytes of messages)
        access.inputs.get(name)!.onmidimessage?.({ data: Uint8Array.from(bytes), timeStamp: performance.now() });
    },
  };
  Object.assign(window, { fakeMidi: fake });
  Object.assign(navigator, {
    requestMIDIAccess: () => {
      fake.asked++;
      return Promise.resolve(access);
    },
  });
}
