import axe, { type ContextSpec, type RunOptions } from 'axe-core';
import { expect, test, type Page } from '../support/journey';
import { drumsFile } from '../support/made-sound';
import { cell, eachSheet, family, newSong, openDemo, openTrack, placement } from '../support/app';

const STRUCTURE = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
const CONTRAST = 'color-contrast';

/** Violations axe finds in a page or a part of it, as "rule: element". Of many cells alike the first of each row is looked at. */
async function faults(page: Page, asked: 'all' | 'structure' | 'contrast', part?: string): Promise<string[]> {
  // Read once for each document: that takes longer than to look at a sheet.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  const options: RunOptions = {
    runOnly: asked === 'contrast' ? { type: 'rule', values: [CONTRAST] } : { type: 'tag', values: STRUCTURE },
    resultTypes: ['violations'],
    ...(asked === 'structure' ? { rules: { [CONTRAST]: { enabled: false } } } : {}),
  };
  const context: ContextSpec = { exclude: ['[data-cell]:not([data-cell="0"])'], ...(part ? { include: [part] } : {}) };
  const violations = await page.evaluate(
    async (all) => {
      const [where, how] = JSON.parse(all) as [ContextSpec, RunOptions];
      return (await (window as unknown as { axe: typeof axe }).axe.run(where, how)).violations.map(({ id, nodes }) => ({
        id,
        nodes: nodes.map(({ html }) => html.slice(0, 160)),
      }));
    },
    JSON.stringify([context, options]),
  );
  return violations.flatMap(({ id, nodes }) => nodes.map((html) => `${id}: ${html}`));
}

/** Controls that are narrower or lower than a thumb, or say nothing to those who hear the page, and what makes the whole page slide sideways under
 *  a finger. Cells, notes, placements and what is scrolled out are no controls. */
function outOfReach(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const nameOf = (element: HTMLElement) => (element.getAttribute('aria-label') ?? element.textContent).trim();
    const all = [...document.querySelectorAll<HTMLElement>('button, input, [role=button], [role=checkbox], [role=listbox]')];
    const nameless = all.filter((element) => !nameOf(element)).map((element) => `nameless: ${element.outerHTML.slice(0, 160)}`);
    const small = all
      .filter((element) => element.offsetParent !== null && element.matches('button:not([data-placement]), input, [role=button]'))
      .map((element) => ({ name: nameOf(element), box: element.getBoundingClientRect() }))
      .filter(({ box }) => box.width > 0 && (box.width < 44 || box.height < 44))
      .map(({ name, box }) => `small: ${name}, ${box.width} x ${box.height}`);
    const beyond = document.documentElement.scrollWidth - window.innerWidth;
    return [...nameless, ...small, ...(beyond > 0 ? [`${beyond} px stick out`] : [])];
  });
}

type Look = (where: string, part?: string) => Promise<void>;

/** Walks through every state of the screens, and looks at each, or at the part of it that is new. */
async function visit(page: Page, look: Look, isWhole: boolean): Promise<void> {
  const isWide = page.viewportSize()!.width > 1000;
  const press = (name: string) => page.getByRole('button', { name, exact: true }).first().click();
  await page.goto('/');
  await expect(page.getByRole('listitem').first()).toBeVisible();
  await look('Songs');
  await press('New song');
  await look('New song');
  // The demo is other journeys' too: only a song of its own is changed.
  await newSong(page, 'Quay kit', 'Silent');
  await cell(page, 'Kick', 0).click();
  await press('Mute Quay kit');
  await look('A silent track');
  const openFromSong = async (name: string) => {
    if (isWide) await page.getByLabel('Find an action').fill(name.replace(' …', ''));
    else await press('Song: tempo, send out');
    await press(name);
  };
  await openFromSong('Shelf …');
  await press('Hear Plain sailing');
  await press('How … does Plain sailing come in?');
  await look('The shelf', '[data-testid=sheet]');
  await press('Put there, on the shelf');
  await look('Put on the shelf', '[data-testid=sheet]');
  await press('Close: Shelf');
  await openFromSong('Recordings …');
  await page.getByLabel('Sound file').setInputFiles({ name: 'a.wav', mimeType: 'audio/wav', buffer: drumsFile() });
  await expect(page.getByRole('heading', { name: 'Hits: 28' })).toBeVisible({ timeout: 20_000 });
  await look('A recording', '[data-testid=sheet]');
  await press('Close: Recordings');
  await page.getByRole('button', { name: ': show as Notes' }).click();
  await look('A recording under the notes');
  await openDemo(page);
  await look('Steps');
  await press('Song: tempo, send out');
  await look('The song in hand', '[data-testid=sheet]');
  if (!isWide) await press('All tracks');
  await press('Add a track');
  await look('A new track', '[data-testid=sheet]');
  await press('Close: New track');
  await openTrack(page, 'Buoy Bells');
  await press('4 off grid: select them');
  await look('Notes, selected');
  await press('Play in: keys');
  await expect(page.getByRole('region', { name: 'Play in', exact: true })).toBeVisible();
  await look('Keys to play', '[data-testid=sheet]');
  await press('Keys: show scale');
  await press('Steps: put in one after the other');
  await press('abc: let letters play');
  await look('Steps on the scale', '[data-testid=sheet]');
  await press('Steps: end');
  await press('Scale: show chords');
  await look('Chords to play', '[data-testid=sheet]');
  await press('Chords: show keys');
  await press('Close: Play in');
  if (!isWide) await family(page, 'View');
  if (!isWide) await press('Velocity lane');
  await press('Lanes …');
  await press('Filter');
  await look('Lanes', '[data-testid=sheet]');
  await press('Close: Lanes');
  await look('The lanes and the view');
  if (isWide) {
    await press('Keys: list and change them');
    await look('Keys', '[aria-label=Keys]');
    await press('Keys: fold');
  }
  await page.getByRole('option').nth(3).click({ button: 'right', force: true });
  await look('A menu', '[role=menu]');
  await page.keyboard.press('Escape');
  if (!isWide) await family(page, 'Select');
  await press('Louder or softer: set up the rule');
  await look('A rule');
  await press('Keep the selection');
  if (!isWide) await family(page, 'Time');
  await press('Quantize: try with settings');
  await look('A trial');
  await press('Drop');
  await page.goto('/');
  await press('New song');
  await page.getByRole('textbox', { name: 'Name of the song' }).fill('A loop');
  await press('Create song');
  await press('Start with a loop');
  await press('Drums');
  await look('A loop to start with');
  await page.goto('/');
  await press('New song');
  await press('Create song');
  await press('Show me');
  await look('The tour', '[aria-label=Tour]');
  // Another window of the same song, in a corner of this one.
  await page.context().unrouteAll();
  const other = await page.context().newPage();
  await other.goto(page.url());
  await page.getByRole('button', { name: /is here/ }).waitFor();
  await look('Another is here', '[data-testid=grid-area]');
  await other.close();
  await newSong(page, 'Fog pad', 'Empty');
  await look('Nothing yet');
  await eachSheet(page, look);
  if (!isWide) await family(page, 'Make');
  await press('Type a phrase: try with settings');
  await page.getByRole('textbox', { name: 'Phrase' }).fill('D4 Q4');
  await look('A phrase that cannot be read');
  await page.getByRole('textbox', { name: 'Phrase' }).fill('D4:4 F4:4');
  await press('Keep');
  await press('Deselect');
  if (isWhole) await keptAdjustable(page, look, isWide);
  await press('Back to the song');
  await look('The song');
  for (const [name, sheet] of [
    ['Levels', 'Levels'],
    ['Track Fog pad', 'Fog pad'],
    ['Without a name: duplicate, move, rename', 'Without a name'],
    ['Order …', 'Order'],
  ] as const) {
    await press(name);
    await page.getByRole('region', { name: sheet }).waitFor();
    await look(sheet, '[data-testid=sheet]');
    await press(`Close: ${sheet}`);
  }
  await press('Levels');
  await press('Fog pad: pan, sound and more');
  await page.getByRole('button', { name: /^Sound: .*, of Fog pad$/ }).click();
  for (const part of ['Choose', 'Set', 'Opens with another track', 'Save']) {
    await press(part);
    await look(`Sound, ${part}`, '[data-testid=sheet]');
  }
  await press('Close: Sound of Fog pad');
  for (const [name, sheet] of [
    ['History', 'History'],
    ['Search the help', 'Help'],
    ['WAV file …', 'WAV file'],
  ] as const) {
    await page.getByRole('button', { name: 'Song: tempo, send out' }).first().click();
    await press(name);
    await page.getByRole('region', { name: sheet }).waitFor();
    await look(sheet, '[data-testid=sheet]');
    await press(`Close: ${sheet}`);
  }
  await press('Without a name: duplicate, move, rename');
  await press('Verse');
  await press('Verse: duplicate, move, rename');
  await look('A section', '[data-testid=sheet]');
  await press('Close: Verse');
  await page.getByTestId('song-ruler').click({ position: { x: 60, y: 12 } });
  await page.getByRole('button', { name: /^Bar 1: tempo/ }).click();
  await look('Bars', '[data-testid=sheet]');
  await press('none, of the whole song: change the key');
  await look('Key of the song', '[data-testid=sheet]');
  await press('Close: Key of the song');
  await placement(page, 'Fog pad').click({ button: 'right' });
  await look('Placements selected', '[data-testid=placements]');
  await press('To another track …');
  await look('To another track', '[data-testid=sheet]');
  await press('Close: To another track');
  await placement(page, 'Fog pad').click({ button: 'right' });
  await press('Open here');
  await page.getByTestId('here').waitFor();
  await look('Opened here');
}

/** Adjustable actions, recipes, and the trials with pictures of their own. */
async function keptAdjustable(page: Page, look: Look, isWide: boolean): Promise<void> {
  const press = (name: string) => page.getByRole('button', { name, exact: true }).first().click();
  const take = async (of: string, name: string) => {
    if (!isWide) await family(page, of);
    await press(name);
  };
  await take('Feel', 'Groove: try with settings');
  await press('of a pattern');
  await look('A groove of a pattern', '[data-testid=trial]');
  await press('Drop');
  await take('Pitch', 'Glide: try with settings');
  await press('Keep adjustable');
  await press('1 adjustable: show them');
  await press('Opens by itself: its settings');
  await page.getByRole('button', { name: /^Copy to: Glide/ }).click();
  await look('Kept adjustable', '[data-testid=sheet]');
  await press('Close: Adjustable');
  await take('Make', 'Recipes …');
  await page.getByRole('region', { name: 'Recipes' }).waitFor();
  await look('Recipes', '[data-testid=sheet]');
  await press('Build a recipe');
  await press('Add a step');
  await look('A step of a recipe', '[data-testid=sheet]');
  await press('Add Swing');
  await look('A recipe being built', '[data-testid=sheet]');
  await press('Drop this recipe');
  await press('Try Climbing run');
  await press('Step 2: settings');
  await look('A recipe being tried', '[data-testid=trial]');
  await press('Drop');
  await take('Make', 'Make a rhythm: try with settings');
  await press('Figure: the next');
  await press('All figures');
  await look('A rhythm', '[data-testid=trial]');
  await press('Drop');
  await take('Make', 'Chord pads …');
  await press('Of a progression');
  await press('Voicing and length');
  await page.getByRole('group', { name: 'Chord pads' }).getByRole('button').first().click();
  await page.getByRole('textbox', { name: 'Chord by name' }).fill('Q7');
  await look('Chord pads', '[data-testid=sheet]');
  await press('Close: Chords');
  await take('Make', 'Make chords: try with settings');
  await press('Open window');
  await page.getByRole('button', { name: /^F, 4 beats/ }).click();
  await look('Chords being made', '[data-testid=trial]');
  await press('Drop');
  for (const [action, more] of [
    ['Make a beat', 'All figures for kick'],
    ['Strike a rhythm over chords', 'All figures for rhythm'],
    ['Arpeggio', null],
  ] as const) {
    await take('Make', `${action}: try with settings`);
    if (more) await press(more);
    await look(action, '[data-testid=trial]');
    await press('Drop');
  }
  await press('Play in: keys');
  await press('Recording …');
  await press('A simulated device, to try it out');
  await press('1/16');
  await look('Recording', '[data-testid=sheet]');
  await press('Play in: back to the keys');
  await press('Record');
  await expect(page.getByTestId('recording')).toContainText(/[3-9] notes/, { timeout: 20_000 });
  await look('A recording that goes on', '[data-testid=sheet]');
  await page.getByTestId('play').click();
  await press('Takes …');
  await page
    .getByRole('button', { name: /^Bar 1 of / })
    .first()
    .click();
  await look('Takes', '[data-testid=sheet]');
  await press('Close: Takes');
  await press('Undo');
  await take('Make', 'Parts from this …');
  await press('Bass from this');
  await look('Parts from this', '[data-testid=sheet]');
  await press('Close: To another track');
  await press('Undo');
}

/** States that are looked at by night, too; the others show the same few colours. */
const BY_NIGHT = new Set([
  ...['Songs', 'New song', 'A silent track', 'Steps', 'Notes, selected', 'The lanes and the view', 'A rule', 'A trial'],
  ...['The shelf', 'Put on the shelf', 'A recording', 'Keys to play', 'Steps on the scale', 'Chords to play', 'Lanes', 'A menu'],
  ...['A recording under the notes', 'Another is here', 'Chord pads', 'Takes', 'The song', 'Levels', 'Placements selected', 'Opened here'],
]);

/** On a wide screen sheets stand beside the page, but hold the same: what is in each is a second look. */
for (const [width, height, isWhole] of [
  [390, 844, true],
  [1280, 800, false],
  [1280, 800, true],
] as const) {
  const isPhone = width === 390;
  const isAgain = isWhole && !isPhone;
  test.describe(`${width} px${isAgain ? ', in every sheet' : ''}`, { tag: isAgain ? ['@again'] : [] }, () => {
    test.use({ viewport: { width, height }, isMobile: isPhone, hasTouch: isPhone });
    test.setTimeout(300_000);

    test('in every state structure and contrast are sound, by night too, and every control is a thumb wide and high', async ({ page }) => {
      const found: string[] = [];
      await visit(
        page,
        async (where, part) => {
          const seen = await outOfReach(page);
          // Colours are the same at every width.
          if (isWhole || !part) seen.push(...(await faults(page, isPhone ? 'all' : 'structure', part)));
          if (isPhone && BY_NIGHT.has(where)) {
            await page.emulateMedia({ colorScheme: 'dark' });
            seen.push(...(await faults(page, 'contrast', part)).map((fault) => `by night, ${fault}`));
            await page.emulateMedia({ colorScheme: 'light' });
          }
          found.push(...seen.map((fault) => `${where}: ${fault}`));
        },
        isWhole,
      );
      expect(found).toEqual([]);
    });
  });
}
