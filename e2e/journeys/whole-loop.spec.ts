import { expect, test, type Page } from '../support/journey';
import { cell, shapes } from '../support/app';
import { noteOns, sentOut } from '../support/midi-text';
import { button, saved } from '../support/song';
import { worker, type Hand } from '../support/worker';

/** The most acts that the job may take. */
const MOST = 70;

const [KICK, SNARE, HAT] = [36, 38, 42];
/** All pitches above those of the kit. */
const pitches = async (page: Page) => (await shapes(page)).map((shape) => shape[2]!).filter((pitch) => pitch > 48);
const steps = async (page: Page, pitch: number) => (await shapes(page)).filter((shape) => shape[2] === pitch).map(([start]) => start);

/** A loop from nothing: hats by a maker, chords from a progression in a rhythm, and keys, bass, lead and pad that follow them. */
async function wholeLoop(page: Page, by: Hand): Promise<void> {
  const { acts, press, take, track, keep } = await worker(page, 'Quay kit', by);
  const hit = async (row: string, step: number) => {
    acts.count++;
    if (by === 'keys') await cell(page, row, step).press('Enter');
    else if (by === 'thumb') await cell(page, row, step).tap();
    else await cell(page, row, step).click();
  };
  await hit('Kick', 0);
  await hit('Kick', 8);
  if (by === 'thumb') await press(/^Snare, /);
  await hit('Snare', 4);
  await hit('Snare', 12);
  await press('Play');
  // Hats by the maker: other steps, another density, figure by figure.
  if (by === 'thumb') await press(/^Closed hat, /);
  await press('More for row Closed hat');
  await press('Make a rhythm on row Closed hat');
  await press('Figure: the next');
  await press('Figure: the next');
  await press('Coarser grid');
  await press('Steps: less');
  await press('Hits: more');
  await press('Keep');
  // Six spread over fifteen eighths: threes and twos by turns; the sixteenth of two bars begins again.
  await expect.poll(() => steps(page, HAT)).toEqual([0, 3, 5, 8, 10, 13, 15].map((eighth) => 2 * eighth));
  // Another drum nearby, heard in the loop before it is taken, and the hats by chance.
  await press(/, Shanty kit$/);
  await press('Chance 75 % on row Closed hat');
  await press(/^Close: Row/);
  expect(await steps(page, KICK)).toEqual([0, 8]);
  expect(await steps(page, SNARE)).toEqual([4, 12]);

  await press('Add a track');
  await press('Lamp keys');
  if (by === 'thumb') {
    // The toolbox stays open for all that follows.
    await press(/: other actions$/);
    await press('The toolbox stays open after an act');
  }
  await take('Make', 'Make chords: try with settings');
  await press('Open window');
  await press('All chords twice as long');
  await press('Keep');
  await expect.poll(async () => (await pitches(page)).length).toBe(4 * 3);
  await keep('Make', 'Strike a rhythm over chords');
  await keep('Time', 'Lean');
  await take('Feel', 'Pan left');
  await take('Make', 'Parts from this …');
  for (const part of ['Strummed keys', 'Bass', 'Lead', 'Pad']) {
    await press(`${part} from this`);
    await expect(page.getByRole('alert').last()).toContainText(`${part} follows now`);
  }
  // The strum's tension, straight from there.
  await press('Lamp keys 2 …: open it and its settings');
  acts.count++;
  await page.getByRole('slider', { name: 'Tension' }).press('End');
  await press('Keep');

  // The bass: one of each chord's notes by chance, some of them muted; then an arpeggio in its place.
  await take('Make', 'Parts from this …');
  await press('Round bass …: open it and its settings');
  await press('random');
  await press('Keep');
  await take('Select', /^Select: Highest or lowest/);
  await keep('Feel', 'Mute notes');
  await press(/adjustable: show them$/);
  await press(/^One voice .*: on$/);
  await press('Close: Adjustable');
  await keep('Make', 'Arpeggio');

  // The lead, two octaves of arpeggio already, sounds only while the hats do.
  await track('Gull lead');
  await take('Feel', 'Pan right');
  await press(/adjustable: show them$/);
  await press('Opens by itself: its settings');
  const choice = page.getByRole('group', { name: 'Track that Gull lead opens with' }).getByRole('button', { name: 'Quay kit' });
  await (by === 'keys' ? choice.press('Enter') : acts.press(choice));
  await press('Close: Adjustable');

  // The pad's sounds, tried while all of it plays.
  if (by === 'thumb') await press('All tracks');
  else await track('Fog pad');
  await press('Sound of Fog pad');
  await press('Tide pad');
  await press('String pad');
  await expect(button(page, 'Stop')).toBeVisible();

  const song = await saved(page);
  expect(song.tracks).toHaveLength(6);
  const named = (name: string) => song.tracks.find((each) => each.name === name)!;
  expect(named('Gull lead').opensWith).toMatchObject({ trackId: named('Quay kit').id, pitch: HAT });
  // A trial is not kept yet.
  expect(named('Fog pad').soundId).toBe('fog-pad');
  expect(named('Quay kit').otherDrums).toHaveLength(1);
  expect(noteOns(await sentOut(page)).length).toBeGreaterThan(100);
  expect(acts.count).toBeLessThanOrEqual(MOST);
}

test('by thumb: a whole loop from nothing, its parts made of one another', ({ page }) => wholeLoop(page, 'thumb'));

test.describe('wide', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });
  test('by mouse: a whole loop from nothing, its parts made of one another', { tag: '@again' }, ({ page }) => wholeLoop(page, 'mouse'));
  test('by keys: a whole loop from nothing, its parts made of one another', { tag: '@again' }, ({ page }) => wholeLoop(page, 'keys'));
});
