import { expect, test } from '../support/journey';
import { family, Fingers, newSong, savedNotes, tool } from '../support/app';

interface BentNote {
  readonly start: number;
  readonly length: number;
  readonly bend?: readonly { readonly tick: number; readonly cents: number }[];
}

test('with a finger on the notes: a first cut, a line they end at, a bend drawn; a trial taken up again; a split that says what would cut', async ({
  page,
}) => {
  await newSong(page, 'Lamp keys');
  const grid = (await page.getByTestId('notes-grid').boundingBox())!;
  const fingers = await Fingers.on(page);
  const y = grid.y + 200;
  // One note as long as most of what is in view, which is the whole pattern.
  await fingers.drag([{ from: { x: grid.x + 4, y }, to: { x: grid.x + grid.width * 0.48, y } }], { steps: 10 });
  const [long] = await savedNotes(page);
  const x = (ticks: number) => grid.x + (grid.width - 8) * (ticks / (2 * 80_640));

  await family(page, 'Length');
  await page.getByRole('button', { name: 'First cut: try with settings' }).tap();
  await page.touchscreen.tap(x(20_160), y);
  const trial = page.getByTestId('trial');
  await expect(trial).toContainText(`1 note`);
  await expect(page.getByTestId('cuts')).toHaveAttribute('d', /^M/);
  await trial.getByRole('button', { name: 'Keep', exact: true }).tap();
  const pieces = Math.ceil(long!.length / 20_160);
  expect((await savedNotes(page)).map(({ start }) => start).sort((a, b) => a - b)).toEqual(
    Array.from({ length: pieces }, (_, piece) => long!.start + piece * 20_160),
  );
  await page.getByRole('alert').getByRole('button', { name: 'Every second' }).tap();
  await expect(page.getByTestId('readout')).toContainText(`${Math.floor(pieces / 2)} note`);

  // Adjust opens the cut again, on the note as it was.
  await page.getByRole('button', { name: 'Undo' }).tap();
  await page.getByRole('button', { name: 'Split in 2', exact: true }).tap();
  await page.getByRole('button', { name: 'Adjust: Split in parts' }).tap();
  await expect(trial).toContainText('on the notes as they were before');
  await trial.getByRole('button', { name: 'Parts: more' }).tap();
  await trial.getByRole('button', { name: 'Keep', exact: true }).tap();
  expect(await savedNotes(page)).toHaveLength(3);
  await page.getByRole('button', { name: 'Undo' }).tap();
  await page.getByRole('button', { name: 'Undo' }).tap();

  await tool(page, 'Length', 'End at a line: try with settings');
  await fingers.drag([{ from: { x: x(10_000), y: y + 60 }, to: { x: x(40_500), y: y + 60 } }], { steps: 6 });
  await expect(page.getByTestId('line-across')).toHaveCount(1);
  await trial.getByRole('button', { name: 'Keep', exact: true }).tap();
  const [ended] = await savedNotes(page);
  expect(ended!.start + ended!.length).toBe(40_320);

  await family(page, 'Pitch');
  await page.getByRole('button', { name: 'Draw a bend: try with settings' }).tap();
  await fingers.drag([{ from: { x: x(2000), y }, to: { x: x(38_000), y: y - 60 } }], { steps: 12 });
  await trial.getByRole('button', { name: 'Keep', exact: true }).tap();
  const [bent] = (await savedNotes(page)) as unknown as BentNote[];
  expect(bent!.bend!.at(-1)!.cents).toBeGreaterThan(100);
  expect(bent!.bend!.map(({ cents }) => cents)).toEqual(bent!.bend!.map(({ cents }) => cents).sort((a, b) => a - b));

  await family(page, 'Length');
  await page.getByRole('button', { name: 'Split at lines: try with settings' }).tap();
  for (const _step of ['1/8', '1/4', 'beat', '1/2']) await trial.getByRole('button', { name: 'Lines of: coarser' }).tap();
  await expect(trial).toContainText('No line of this grid falls inside a note.');
  await trial.getByRole('button', { name: 'Lines of 1/4', exact: true }).tap();
  await trial.getByRole('button', { name: 'Keep', exact: true }).tap();
  expect(await savedNotes(page)).toHaveLength(2);
});
