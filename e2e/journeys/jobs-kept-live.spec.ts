import { expect, test, type Page } from '../support/journey';
import { savedNotes, shapes } from '../support/app';
import { typed, worker, type Hand } from '../support/worker';
import { noteOns, sentOut } from '../support/midi-text';
import { button, saved } from '../support/song';

/** The most acts that each job may take, by thumb and by keys. */
const MOST = { readyMade: 36, keysAndStrings: 46, insideKey: 34, groove: 34, followers: 62 };

const pitches = async (page: Page) => (await shapes(page)).map(([, , pitch]) => pitch);
const heard = async (page: Page) => noteOns(await sentOut(page)).map(([, , , pitch]) => pitch);

/** A phrase made one's own: its top voice gone, in a live setting of time and pitch that is then made plain, in another key. */
async function readyMade(page: Page, by: Hand): Promise<void> {
  const { acts, press, take, phrase, keep } = await worker(page, 'Lamp keys', by);
  await phrase('C4+G4:4 D4+A4:4 E4+B4:4 F4+C5:4');
  await press('Play');
  await take('Select', /^Select: Highest or lowest/);
  await take('Copy', 'Delete');
  expect(await pitches(page)).toEqual([60, 62, 64, 65]);
  await keep('Time', 'Quantize', ['To the lines of: coarser', 'To the lines of: coarser']);
  await keep('Pitch', 'Transpose', [typed(-3)]);
  expect(await pitches(page)).toEqual([60, 62, 64, 65]);
  await press('2 adjustable: show them');
  await press(/^Transpose .*: change its settings$/);
  await press('Semitones: less');
  await press('Keep');
  await press('2 adjustable: show them');
  await press(/^Make plain: Transpose -4/);
  await press('Close: Adjustable');
  // Each once, none doubled, and nothing is left to set.
  await expect.poll(() => pitches(page)).toEqual([56, 58, 60, 61]);
  await press('Stop');
  expect(await heard(page)).toEqual([56, 58, 60, 61]);
  expect(acts.count).toBeLessThanOrEqual(MOST.readyMade);
}

/** Chords with a glide of one note and of all, an arpeggio that is tried, dropped and kept, a groove, a strum with its tension. */
async function keysAndStrings(page: Page, by: Hand): Promise<void> {
  const { acts, press, take, phrase, keep } = await worker(page, 'Lamp keys', by);
  await phrase('C4+E4+G4:1/1 D4+F4+A4:1/1');
  await take('Select', /^Select: Highest or lowest/);
  await take('Feel', 'Softer');
  await expect.poll(async () => (await savedNotes(page)).map(({ velocity }) => velocity).sort()).toEqual([100, 100, 100, 100, 85, 85]);
  await take('Feel', 'Pan left');
  await take('Pitch', 'Glide to the next note');
  await expect(page.getByRole('option', { name: /bend/ })).toHaveCount(1);
  await take('Pitch', 'All that sounds up a tone');
  await expect(page.getByRole('option', { name: /bend/ })).toHaveCount(6);
  await press('Deselect');
  await take('Pitch', 'No bend');
  await expect(page.getByRole('option', { name: /bend/ })).toHaveCount(0);
  await press('Play');
  await take('Make', 'Arpeggio: try with settings');
  await press('Rate: coarser');
  await press('Drop');
  expect(await pitches(page)).toHaveLength(6);
  await keep('Make', 'Arpeggio', ['Rate: coarser', 'down']);
  await keep('Feel', 'Groove', ['Swung sixteenths']);
  await press('Stop');
  expect((await heard(page)).slice(0, 4)).toEqual([67, 64, 60, 67]);
  await press('2 adjustable: show them');
  await press(/^Delete: Arpeggio/);
  await press('Close: Adjustable');
  await keep('Feel', 'Strum', ['Over: more', 'down']);
  expect((await heard(page)).slice(0, 3)).toEqual([67, 64, 60]);
  expect(await pitches(page)).toHaveLength(6);
  expect(acts.count).toBeLessThanOrEqual(MOST.keysAndStrings);
}

/** A melody kept in its key, its downbeats moved, half and double time in one act, a linked copy, and a chain run again. */
async function insideKey(page: Page, by: Hand): Promise<void> {
  const { acts, press, take, phrase, keep } = await worker(page, 'Lamp keys', by);
  await phrase('D4:4 E4:4 F4:4 G4:4 A4:4 A#4:4 C5:4 D5:4');
  await keep('Pitch', 'Transpose', [typed(1)]);
  expect(await heard(page)).toEqual([63, 65, 66, 68, 70, 71, 73, 75]);
  await press('1 adjustable: show them');
  await press(/^Transpose .*: on$/);
  expect(await heard(page)).toEqual([62, 64, 65, 67, 69, 70, 72, 74]);
  await take('Select', /^Select: On the bar/);
  await take('Pitch', 'Octave down');
  await press('Deselect');
  await expect.poll(() => pitches(page)).toEqual([50, 64, 65, 67, 57, 70, 72, 74]);
  await take('Time', 'Half the time');
  await expect.poll(async () => (await shapes(page)).map(([start]) => start)).toEqual([0, 2, 4, 6, 8, 10, 12, 14]);
  await take('Make', 'Recipes …');
  await press('Save as a recipe');
  await press(/^Close: Recipes/);
  await take('Make', 'Recipes …');
  await press('Run Transpose, Stretch');
  await expect.poll(async () => (await shapes(page)).map(([start]) => start)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  await press('Delete Transpose, Stretch');
  expect(acts.count).toBeLessThanOrEqual(MOST.insideKey);
}

/** A part pushed against the beat while it plays, by several amounts, then one chord alone, and all of it back where it was. */
async function groove(page: Page, by: Hand): Promise<void> {
  const { acts, press, take, phrase } = await worker(page, 'Lamp keys', by);
  await phrase('C4+E4:4 -:2 D4+F4:4');
  const starts = async () => (await shapes(page)).map(([start]) => start);
  await press('Play');
  await press('Select all notes');
  for (const [amount, ticks] of [
    ['beat', 4],
    ['1/8', 6],
  ] as const) {
    await take('Time', /^One nudge is/);
    await press(amount);
    await press(/^Close: /);
    await take('Time', 'Later');
    await expect.poll(starts).toEqual([ticks, ticks, ticks + 6, ticks + 6]);
  }
  await press('Deselect');
  await take('Select', /^Select: On the beat/);
  await take('Time', 'Earlier');
  await expect.poll(starts).toEqual([6, 6, 10, 10]);
  for (let step = 0; step < 3; step++) await press('Undo');
  await expect.poll(starts).toEqual([0, 0, 6, 6]);
  await expect(button(page, 'Stop')).toBeVisible();
  expect(acts.count).toBeLessThanOrEqual(MOST.groove);
}

/** From chords: strummed keys, a bass of one voice, a lead of an arpeggio that opens with a drum, a pad; panned, thinned by chance. */
async function followers(page: Page, by: Hand): Promise<void> {
  const { acts, press, take, phrase, track, keep } = await worker(page, 'Quay kit', by);
  await take('Make', 'Fill every 2');
  await take('Feel', 'Chance 75 %');
  await press('Add a track');
  await press('Lamp keys');
  await phrase('C4+E4+G4:1/2 A3+C4+E4:1/2 F3+A3+C4:1/2 G3+B3+D4:1/2');
  await press('Play');
  await keep('Time', 'Lean');
  await take('Copy', 'Part to another track …');
  await press('Follows: a bass, lead or pad made of it');
  for (const part of ['Strummed keys', 'Bass', 'Lead', 'Pad']) {
    await press(`${part} from this`);
    await expect(page.getByRole('alert').last()).toContainText(`${part} follows now`);
  }
  await press('Close: To another track');
  await track('Gull lead');
  await take('Feel', 'Pan right');
  await press(/adjustable: show them$/);
  await press('Opens by itself: its settings');
  const choice = page.getByRole('group', { name: 'Track that Gull lead opens with' }).getByRole('button', { name: 'Quay kit' });
  await (by === 'keys' ? choice.press('Enter') : acts.press(choice));
  await press(/^Opens with Quay kit: its settings$/);
  await press('Close: Adjustable');
  await track('Round bass');
  await press('2 adjustable: show them');
  await press(/^One voice .*: change its settings$/);
  await press('random');
  await press('Keep');
  await press('Stop');
  const { tracks } = await saved(page);
  expect(tracks).toHaveLength(6);
  expect(tracks.find(({ name }) => name === 'Gull lead')!.opensWith).toMatchObject({ trackId: tracks[0]!.id });
  expect(acts.count).toBeLessThanOrEqual(MOST.followers);
}

const JOBS = [
  ['a phrase made one’s own: a voice gone, time and pitch set live and made plain', readyMade],
  ['chords on keys: a glide alone and of all, an arpeggio dropped and kept, a groove, a strum', keysAndStrings],
  ['downbeats alone moved, half the time in one act, a live setting switched off, a chain run again', insideKey],
  ['a part is pushed against the beat while it plays, one chord of it alone, and all goes back', groove],
  ['of chords come strummed keys, a bass, a lead that opens with a drum, a pad', followers],
] as const;

/** Each job is done by the other means, too, but not at every run. */
const AGAIN = { tag: '@again' };

JOBS.forEach(([name, job], at) => test(`by thumb: ${name}`, at % 2 ? AGAIN : {}, ({ page }) => job(page, 'thumb')));

test.describe('wide', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });
  JOBS.forEach(([name, job], at) => test(`by keys: ${name}`, at % 2 ? {} : AGAIN, ({ page }) => job(page, 'keys')));
});
