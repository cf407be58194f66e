import { expect, test, type Page } from '../support/journey';
import { boxAt, cell, family, Fingers, newSong, openTrack, placement, shapes, tool } from '../support/app';
import { noteOns, sentOut } from '../support/midi-text';
import { button } from '../support/song';

const list = (page: Page) => page.getByRole('region', { name: 'Adjustable' });
const middleOf = async (page: Page, name: RegExp) => {
  const { x, y, width, height } = (await button(page, name).boundingBox())!;
  return { x: x + width / 2, y: y + height / 2 };
};

/** A chord of a bar's length on keys, C4 E4 G4, and D4 F4 A4 in the second bar. */
async function chords(page: Page): Promise<void> {
  await newSong(page, 'Lamp keys');
  await tool(page, 'Make', 'Type a phrase: try with settings');
  await page.getByRole('textbox', { name: 'Phrase' }).fill('C4+E4+G4:1/1 D4+F4+A4:1/1');
  await button(page, 'Keep').click();
  await button(page, 'Deselect').click();
}

/** Keeps an action adjustable out of its trial. */
async function keep(page: Page, family: string, action: string): Promise<void> {
  await tool(page, family, `${action}: try with settings`);
  await button(page, 'Keep adjustable').tap();
  await expect(page.getByRole('alert')).toContainText('kept adjustable');
}

test('by thumb: two are put in order by a drag, one is copied to another track, and an outline says where it comes from', async ({
  page,
}) => {
  await newSong(page, 'Lamp keys');
  const at = await boxAt(page, 0, 'C4');
  await page.touchscreen.tap(at.x, at.y);
  await keep(page, 'Pitch', 'Transpose');
  await keep(page, 'Length', 'Split in parts');
  await button(page, '2 adjustable: show them').tap();
  const fingers = await Fingers.on(page);
  const [from, to] = [await middleOf(page, /^Drag Split/), await middleOf(page, /^Drag Transpose/)];
  await fingers.drag([{ from, to: { x: to.x, y: to.y - 8 } }], { steps: 12 });
  await expect(list(page).getByRole('listitem').first()).toContainText('Split');
  await button(page, 'Undo').tap();
  await expect(list(page).getByRole('listitem').first()).toContainText('Transpose');
  await button(page, 'Close: Adjustable').tap();
  await page.keyboard.press('0');
  // Held, the outline an octave up says of which note it is made, and by what.
  const above = await boxAt(page, 0, 'C5');
  await fingers.drag([{ from: { x: above.x - 4, y: above.y }, to: { x: above.x - 4, y: above.y } }], { hold: 700, steps: 1 });
  const here = page.getByRole('group', { name: 'Heard here' });
  await expect(here).toContainText('Heard here: C5 at 1.1, from C4 at 1.1, by Transpose 12 semitones, then Split in parts');
  await here.getByRole('menuitem', { name: /^Adjust: Transpose/ }).tap();
  await page.getByRole('region', { name: 'Adjusting Transpose' }).getByRole('button', { name: 'Semitones: less' }).tap();
  await button(page, 'Keep').tap();
  // Copied to another track, it is heard there too.
  await button(page, 'Add a track').tap();
  await button(page, 'Round bass').tap();
  const low = await boxAt(page, 0, 'C3');
  await page.touchscreen.tap(low.x, low.y);
  await openTrack(page, 'Lamp keys');
  await button(page, '2 adjustable: show them').tap();
  await list(page)
    .getByRole('button', { name: /^Copy to: Transpose/ })
    .tap();
  await list(page).getByRole('group', { name: 'Track to copy to' }).getByRole('button', { name: 'Round bass' }).tap();
  await list(page).getByRole('button', { name: 'the whole track' }).tap();
  await expect(page.getByRole('alert')).toContainText('kept on the track Round bass as well');
  await openTrack(page, 'Round bass');
  await expect(button(page, '1 adjustable: show them')).toBeVisible();
  const ons = noteOns(await sentOut(page));
  expect(ons.map(([, , , pitch]) => pitch)).toEqual([59, 71, 71]);
});

test(
  'by thumb: one note of a chord glides to the next chord, then all that sounds; both leave as bends',
  { tag: '@again' },
  async ({ page }) => {
    await chords(page);
    const top = await boxAt(page, 2, 'G4');
    await page.touchscreen.tap(top.x, top.y);
    await tool(page, 'Pitch', 'Glide: try with settings');
    const strip = page.getByRole('region', { name: 'Trying Glide' });
    await expect(strip).toContainText('on 1 note');
    await strip.getByRole('button', { name: 'Keep', exact: true }).tap();
    const bent = page.getByRole('option', { name: /bend/ });
    await expect(bent).toHaveCount(1);
    const bends = async () => (await sentOut(page)).filter((row) => / Pitch_bend_c,/.test(row)).map((row) => row.split(', ').map(Number));
    const alone = await bends();
    expect(new Set(alone.map(([, , , channel]) => channel)).size).toBe(1);
    await button(page, 'Adjust: Glide').tap();
    await page.getByRole('group', { name: 'Who glides' }).getByRole('button', { name: 'all that sounds' }).tap();
    await button(page, 'Keep').tap();
    await expect(bent).toHaveCount(3);
  },
);

test('by thumb: the groove of a pattern is laid over another, and can be taken anew', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Lamp keys');
  for (const step of [0, 4, 8, 12]) {
    const at = await boxAt(page, step, 'C4');
    await page.touchscreen.tap(at.x, at.y);
  }
  await button(page, 'Add a track').tap();
  await button(page, 'Round bass').tap();
  const at = await boxAt(page, 4, 'C3');
  await page.touchscreen.tap(at.x, at.y);
  await expect.poll(() => shapes(page)).toHaveLength(5);
  await openTrack(page, 'Lamp keys');
  // The second and later ones come a 64th late.
  const second = await boxAt(page, 4, 'C4');
  await page.touchscreen.tap(second.x, second.y);
  await family(page, 'Time');
  await button(page, /^One nudge is/).tap();
  await button(page, '1/64').tap();
  await button(page, /^Close: /).tap();
  await tool(page, 'Time', 'Later');
  await openTrack(page, 'Round bass');
  await tool(page, 'Feel', 'Groove: try with settings');
  const strip = page.getByRole('region', { name: 'Trying Groove' });
  await strip.getByRole('button', { name: 'of a pattern' }).tap();
  await expect(strip).toContainText('Choose the pattern');
  await strip.getByRole('group', { name: 'Taken from' }).getByRole('button', { name: 'Lamp keys' }).tap();
  await strip.getByRole('button', { name: 'Keep adjustable' }).tap();
  await expect.poll(() => shapes(page)).toContainEqual([4, 1, 48]);
  await button(page, '1 adjustable: show them').tap();
  await expect(list(page)).toContainText('Groove of a pattern, 100 %, Lamp keys');
  await button(page, 'Close: Adjustable').tap();
  const division = (rows: readonly string[]) => Number(rows[0]!.split(', ')[5]);
  const rows = await sentOut(page);
  const bass = noteOns(rows).find(([, , , pitch]) => pitch === 48)!;
  expect((4 * bass[1]!) / division(rows)).toBeCloseTo(4.25, 2);
});

test('by thumb: what a track opens with stands in the list, and its notes leave cut to it', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 0).tap();
  await button(page, 'Add a track').tap();
  await button(page, 'Fog pad').tap();
  await tool(page, 'Make', 'Type a phrase: try with settings');
  await page.getByRole('textbox', { name: 'Phrase' }).fill('C4:1/1');
  await button(page, 'Keep').tap();
  await button(page, 'Deselect').tap();
  await tool(page, 'Pitch', 'Octave up');
  await button(page, /: other actions$/).tap();
  await page.getByRole('textbox', { name: 'Find an action' }).fill('adjustable');
  await button(page, 'Adjustable …').tap();
  await button(page, 'Opens by itself: its settings').tap();
  await list(page).getByRole('group', { name: 'Track that Fog pad opens with' }).getByRole('button', { name: 'Quay kit' }).tap();
  await list(page).getByRole('group', { name: 'Row that Fog pad opens with' }).getByRole('button', { name: 'Kick', exact: true }).tap();
  await expect(button(page, 'Opens with Quay kit: on')).toHaveAttribute('aria-pressed', 'true');
  await button(page, 'Close: Adjustable').tap();
  const rows = await sentOut(page);
  await expect(page.getByRole('alert')).toContainText('1 note leaves cut to where another track’s row lets it sound');
  const off = rows.map((row) => row.split(', ')).find((cells) => /Note_o/.test(cells[2]!) && cells[4] === '72' && cells[5] === '0')!;
  // 120 ms at 120 bpm.
  expect(Number(off[1]) / Number(rows[0]!.split(', ')[5])).toBeCloseTo(0.24, 2);
});

test('by thumb: on the song page a placement and a track say what is kept on them, and its settings open on the notes', async ({
  page,
}) => {
  await chords(page);
  await tool(page, 'Feel', 'Strum: try with settings');
  await button(page, 'More settings').tap();
  await button(page, 'The whole track').tap();
  await button(page, 'Keep adjustable').tap();
  await button(page, 'Back to the song').tap();
  await expect(button(page, 'Track Lamp keys, 1 adjustable')).toBeVisible();
  const fingers = await Fingers.on(page);
  await fingers.longPress(await middleOfPlacement(page));
  await button(page, '1 adjustable: show them').tap();
  await list(page)
    .getByRole('button', { name: /^Strum .*: on$/ })
    .tap();
  await expect(list(page).getByRole('button', { name: /^Strum .*: on$/ })).toHaveAttribute('aria-pressed', 'false');
  await button(page, 'Undo').first().tap();
  await list(page)
    .getByRole('button', { name: /^Strum .*: change its settings$/ })
    .tap();
  const strip = page.getByRole('region', { name: 'Adjusting Strum' });
  await strip.getByRole('button', { name: 'Over: more' }).tap();
  await strip.getByRole('button', { name: 'Keep', exact: true }).tap();
  await button(page, 'Back to the song').tap();
  await button(page, 'Track Lamp keys, 1 adjustable').tap();
  await button(page, '1 adjustable on the track: show them').tap();
  await expect(list(page)).toContainText('Strum 41 ms');
});

async function middleOfPlacement(page: Page) {
  const { x, y, width, height } = (await placement(page, 'Lamp keys').boundingBox())!;
  return { x: x + width / 2, y: y + height / 2 };
}
