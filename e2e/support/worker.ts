import { expect, type Locator, type Page } from '@playwright/test';
import { Acts } from './acts';
import { Fingers, newSong } from './app';
import { button } from './song';

/** A press by its name, or what has to be done in the strip. */
export type Setting = string | ((strip: Locator) => Promise<void>);

/** A person's means of input: a thumb on a phone, or the mouse or keys alone on a wide screen. */
export type Hand = 'thumb' | 'mouse' | 'keys';

/** A way to work: by thumb on a phone, or by keys alone on a wide screen. */
export interface Worker {
  readonly acts: Acts;
  readonly press: (name: string | RegExp) => Promise<void>;
  readonly take: (family: string, name: string | RegExp) => Promise<void>;
  readonly phrase: (text: string) => Promise<void>;
  readonly track: (name: string) => Promise<void>;
  readonly keep: (family: string, action: string, settings?: readonly Setting[]) => Promise<void>;
}

/** A new song with one track of a sound, and someone who works on it. */
export async function worker(page: Page, sound: string, by: Hand): Promise<Worker> {
  await newSong(page, sound);
  const isByKeys = by === 'keys';
  const isWide = by !== 'thumb';
  const acts = new Acts(page, isWide ? null : await Fingers.on(page));
  const pressed = async (name: string | RegExp) => {
    const found = button(page, name).first();
    if (!isByKeys) return acts.press(found);
    acts.count++;
    await found.press('Enter');
  };
  const take = async (family: string, name: string | RegExp) => {
    if (isWide) await expect(page.getByRole('group', { name: 'Tray' })).toBeVisible();
    if (isWide || (await button(page, name).isVisible())) return pressed(name);
    if (!(await page.getByRole('region', { name: 'Toolbox' }).isVisible())) await pressed(/: other actions$/);
    const tab = page.getByRole('tab', { name: family });
    if ((await tab.getAttribute('aria-selected')) !== 'true') await acts.press(tab);
    await pressed(name);
  };
  const track = async (name: string) => {
    const chip = button(page, new RegExp(`^${name}(, muted)?$`)).first();
    await expect(chip.or(button(page, 'All tracks')).first()).toBeVisible();
    if (!(await chip.isVisible())) await pressed('All tracks');
    await pressed(new RegExp(`^${name}(, muted)?$`));
  };
  const keep = async (family: string, action: string, settings: readonly Setting[] = []) => {
    await take(family, `${action}: try with settings`);
    const strip = page.getByRole('region', { name: `Trying ${action}` });
    await expect(strip).toBeVisible();
    for (const setting of settings) {
      if (typeof setting !== 'string') await setting(strip);
      else await pressed(setting);
    }
    await pressed('Keep adjustable');
    await expect(strip).toHaveCount(0);
  };
  const phrase = async (text: string) => {
    await take('Make', 'Type a phrase: try with settings');
    await acts.type(page.getByRole('textbox', { name: 'Phrase' }), text);
    await pressed('Keep');
    await pressed('Deselect');
  };
  return { acts, press: pressed, take, phrase, track, keep };
}

/** Types a number of semitones in place of the one that is there. */
export const typed = (semitones: number) => async (strip: Locator) => {
  await strip.getByRole('button', { name: /^Semitones, .*: type it$/ }).press('Enter');
  await strip.getByRole('textbox', { name: /^Semitones/ }).fill(String(semitones));
  await strip.getByRole('textbox', { name: /^Semitones/ }).press('Enter');
};
