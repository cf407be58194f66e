import { expect, type CDPSession, type Locator, type Page } from '@playwright/test';

export const QUARTER = 20160;

export interface SavedNote {
  readonly id: string;
  readonly start: number;
  readonly length: number;
  readonly pitch: number;
  readonly velocity: number;
}

/** The id of the song that a page shows. */
export function songIdOf(page: Page): string {
  return /\/song\/([^/?]+)/.exec(page.url())![1]!;
}

/** The song as the server has it: what a reload would bring back. */
export async function savedNotes(page: Page): Promise<SavedNote[]> {
  await expect(page.getByTestId('link')).toHaveText('Saved');
  const song = await page.evaluate(async (songId) => {
    const answer = (await (await fetch(`/api/songs/${songId}`)).json()) as { song: { notes: Record<string, SavedNote[]> } };
    return answer.song;
  }, songIdOf(page));
  return Object.values(song.notes).flat();
}

/** A new song with one track of the sound named, at its own address: the way over the screens takes a quarter of a journey. */
export async function newSong(page: Page, sound: string, name = 'Tide Table'): Promise<void> {
  const answer = await page.request.post('/api/songs', { data: { name } });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`/song/${id}?sound=${sound.toLowerCase().replace(' ', '-')}`);
  await wholePattern(page);
}

/** The same as a person makes it, from the songs; where only the browser knows the server by its name, too. */
export async function newSongByHand(page: Page, sound: string, name = 'Tide Table'): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New song', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name of the song' }).fill(name);
  await page.getByRole('button', { name: 'Create song' }).click();
  // The same sounds are offered before and after.
  await page.waitForURL(/\/song\//);
  await page.getByRole('button', { name: sound, exact: true }).click();
  await wholePattern(page);
}

/** Brings the whole pattern into view, where it is shown as notes: the first view on a phone is one bar. */
async function wholePattern(page: Page): Promise<void> {
  await expect(page.getByTestId('play')).toBeVisible();
  if (await page.getByTestId('notes-grid').isVisible()) await page.keyboard.press('0');
}

/** Puts a family of actions into the line of tools; in the wide view all of them are there. */
export async function family(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: /: other actions$/ }).click();
  await page.getByRole('tab', { name }).click();
}

/** Presses a tool: in the line of tools where it is there, else in the toolbox. */
export async function tool(page: Page, of: string, name: string): Promise<void> {
  const press = page.getByRole('button', { name, exact: true });
  if (!(await press.isVisible())) await family(page, of);
  await press.click();
}

/** Opens another track of the song beside the notes. */
export async function openTrack(page: Page, name: string): Promise<void> {
  const chip = page.getByRole('button', { name: new RegExp(`^${name}(, muted)?$`) });
  const all = page.getByRole('button', { name: 'All tracks', exact: true });
  await expect(chip.or(all).first()).toBeVisible();
  if (!(await chip.isVisible())) await all.click();
  await chip.click();
}

/** Opens the sound of the track that is open: from its line where the rail shows it, else from the track's sheet. */
export async function openSound(page: Page, name: string): Promise<void> {
  const direct = page.getByRole('button', { name: `Sound of ${name}`, exact: true });
  await expect(page.getByRole('button', { name, exact: true })).toBeVisible();
  if (await direct.isVisible()) return direct.click();
  await page.getByRole('button', { name, exact: true }).click();
  await page.getByRole('button', { name: new RegExp(`^Sound: .*, of ${name}$`) }).click();
}

/** Shows the pattern as steps or as notes. */
export async function showAs(page: Page, view: 'Steps' | 'Notes'): Promise<void> {
  await page.getByRole('button', { name: `: show as ${view}` }).click();
}

/** Makes the pattern longer or shorter by bars. */
export async function changeBars(page: Page, by: number): Promise<void> {
  await page.getByRole('button', { name: /long: set the length$/ }).click();
  const press = page.getByRole('button', { name: by > 0 ? 'Bars: more' : 'Bars: less' });
  for (let bar = 0; bar < Math.abs(by); bar++) await press.click();
  await page.getByRole('button', { name: 'Close: Length of the pattern' }).click();
}

export async function openDemo(page: Page): Promise<void> {
  // Other journeys have the demo open, too, and would stand in the corner of this one.
  await page.context().route('**/api/songs/*/here/*', (route) => route.abort());
  const songs = (await (await page.request.get('/api/songs')).json()) as { id: string; name: string }[];
  await page.goto(`/song/${songs.find(({ name }) => name === 'Last Boat Home')!.id}`);
  await openPattern(page, 'Deck Drums');
}

/** Opens a pattern of a track from the song page: the one that is named as the track is, else its first. */
export async function openPattern(page: Page, track: string): Promise<void> {
  await placement(page, track).waitFor();
  const own = page.locator('[data-placement]').and(page.getByRole('button', { name: new RegExp(`^${track}, ${track}, bar `) }));
  await ((await own.count()) > 0 ? own.first() : placement(page, track)).click();
  await expect(page.getByTestId('notes-grid').or(page.getByTestId('steps-grid'))).toBeVisible();
}

/** A track's placement on the song page: the first, or another by its place. */
export function placement(page: Page, track: string, index = 0): Locator {
  return page
    .locator('[data-placement]')
    .and(page.getByRole('button', { name: new RegExp(`, ${track}, bar `) }))
    .nth(index);
}

const REST_MS = 120;

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Real touch points, through the browser's own input. */
export class Fingers {
  private constructor(private readonly session: CDPSession) {}

  static async on(page: Page): Promise<Fingers> {
    return new Fingers(await page.context().newCDPSession(page));
  }

  /** `at` is when the fingers did it, in seconds since 1970; else it is when the browser hears of it. */
  private send(type: 'touchStart' | 'touchMove' | 'touchEnd', points: readonly Point[], at?: number): Promise<unknown> {
    const touchPoints = points.map(({ x, y }, id) => ({ x, y, id }));
    return this.session.send('Input.dispatchTouchEvent', { type, touchPoints, ...(at ? { timestamp: at } : {}) });
  }

  /** Puts fingers down, moves each along its path in steps, lifts them. `hold` waits before moving, `rest` at the end of the way;
   *  `thumb` is another finger that is down before the others and stays until they are lifted. */
  async drag(
    paths: readonly { from: Point; to: Point }[],
    { hold = 0, steps = 8, rest = 0, thumb }: { hold?: number; steps?: number; rest?: number; thumb?: Point } = {},
  ): Promise<void> {
    const held = thumb ? [thumb] : [];
    const at = (share: number) => [
      ...held,
      ...paths.map(({ from, to }) => ({ x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share })),
    ];
    if (thumb) await this.send('touchStart', held);
    await this.send('touchStart', at(0));
    if (hold) await new Promise((resolve) => setTimeout(resolve, hold));
    for (let step = 1; step <= steps; step++) await this.send('touchMove', at(step / steps));
    // Fingers rest before they lift: lifted at speed they would be a flick, and the browser swallows a tap that follows one.
    await new Promise((resolve) => setTimeout(resolve, REST_MS + rest));
    await this.send('touchMove', at(1));
    if (thumb) await this.send('touchEnd', held);
    await this.send('touchEnd', []);
  }

  /** Fingers that go their own ways: at each step all that are down, by what they are called, some milliseconds apart. */
  async play(steps: readonly Readonly<Record<number, Point>>[], apart = 16): Promise<void> {
    let before: Readonly<Record<number, Point>> = {};
    const pointsOf = (step: Readonly<Record<number, Point>>) => Object.entries(step).map(([id, { x, y }]) => ({ x, y, id: Number(id) }));
    for (const step of [...steps, {}]) {
      // Those that are lifted are named; else all that are down.
      const lifted = pointsOf(before).filter(({ id }) => !(id in step));
      const type = lifted.length ? 'touchEnd' : Object.keys(step).length > Object.keys(before).length ? 'touchStart' : 'touchMove';
      await this.session.send('Input.dispatchTouchEvent', { type, touchPoints: lifted.length ? lifted : pointsOf(step) });
      before = step;
      await new Promise((resolve) => setTimeout(resolve, apart));
    }
  }

  /** Throws the view: fingers that move every 12 ms and are lifted while they do, however long a busy machine takes to say so. */
  async flick(paths: readonly { from: Point; to: Point }[], steps = 6): Promise<void> {
    const at = (share: number) =>
      paths.map(({ from, to }) => ({ x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share }));
    const began = Date.now() / 1000;
    await this.send('touchStart', at(0), began);
    for (let step = 1; step <= steps; step++) await this.send('touchMove', at(step / steps), began + step * 0.012);
    await this.send('touchEnd', [], began + steps * 0.012 + 0.006);
  }

  /** Two taps as quick as a hand's: nothing is waited for between them. */
  async doubleTap(at: Point): Promise<void> {
    await Promise.all([this.send('touchStart', [at]), this.send('touchEnd', []), this.send('touchStart', [at]), this.send('touchEnd', [])]);
  }

  /** Puts a finger down, waits, and lifts it. */
  async longPress(at: Point, ms = 700): Promise<void> {
    await this.send('touchStart', [at]);
    await new Promise((resolve) => setTimeout(resolve, ms));
    await this.send('touchEnd', []);
  }
}

export async function middleOf(locator: Locator): Promise<{ x: number; y: number; width: number; height: number }> {
  const box = (await locator.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2, width: box.width, height: box.height };
}

/** Places on the way from one to another, the first left out. */
export function onTheWay(from: Point, to: Point, steps: number): Point[] {
  const at = (share: number) => ({ x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share });
  return Array.from({ length: steps }, (_, step) => at((step + 1) / steps));
}

const STEP = QUARTER / 4;

/** Where sixteenths lie on screen, told by the numbers on the ruler: "1.3" is the third beat of bar 1, in 4/4. */
async function rulerScale(page: Page): Promise<{ left: number; step: number }> {
  const marks = await page.getByTestId('ruler').evaluate((ruler) =>
    [...ruler.querySelectorAll('span')]
      .filter(({ textContent }) => /^\d+(\.\d+)?$/.test(textContent))
      .map((mark) => {
        const [bar, beat = 1] = mark.textContent.split('.').map(Number);
        return { sixteenth: 16 * (bar! - 1) + 4 * (beat - 1), x: mark.parentElement!.getBoundingClientRect().x };
      })
      .sort((a, b) => a.x - b.x),
  );
  const [first, last] = [marks[0]!, marks.at(-1)!];
  const step = (last.x - first.x) / (last.sixteenth - first.sixteenth);
  return { left: first.x - first.sixteenth * step, step };
}

/** The place of a grid step on screen: the sixteenth `step` of the row named at the left. */
export async function boxAt(page: Page, step: number, row: string): Promise<Point> {
  const scale = await rulerScale(page);
  const name = (await page.getByText(row, { exact: true }).first().boundingBox())!;
  return { x: scale.left + (step + 0.5) * scale.step, y: name.y + name.height / 2 };
}

/** The notes as [start, length, pitch], times in sixteenths. */
export async function shapes(page: Page): Promise<number[][]> {
  return (await savedNotes(page)).map(({ start, length, pitch }) => [start / STEP, length / STEP, pitch]);
}

/** The cell of a drum row in the bar on show. */
export function cell(page: Page, row: string, step: number): Locator {
  return page.getByRole('checkbox', { name: new RegExp(`^${row} `) }).nth(step);
}

/** Opens one sheet after the other, from the buttons that open them, and looks at each. */
export async function eachSheet(page: Page, look: (where: string, part: string) => Promise<void>): Promise<void> {
  const isWide = page.viewportSize()!.width > 1000;
  const tab = async (name: string) => {
    if (!isWide) await family(page, name);
  };
  const open = async (button: string | RegExp) => {
    await page.getByRole('button', { name: button }).first().click();
    await look(`Sheet ${button}`, '[data-testid=sheet]');
    await page.getByRole('button', { name: /^Close: / }).click();
  };
  for (const button of [/^Key/, 'Grid …', 'Row …', 'Drawing …', 'Lanes …', 'Length …']) {
    await tab('View');
    await open(button);
  }
  await tab('Time');
  await open(/^One nudge is/);
}

/** Walks with Tab to what `locator` names, as someone without a pointer does, back where that is the shorter way. */
export async function tabTo(locator: Locator): Promise<void> {
  const page = locator.page();
  await expect(locator).toBeVisible();
  // Found once: to look for it by its name at each press takes longer than the press.
  const wanted = (await locator.elementHandle())!;
  for (let walk = 0; walk < 20; walk++) {
    // Where nothing has the focus, the browser alone knows where it goes on from.
    const stops = await wanted.evaluate((element) => {
      const all = [...document.querySelectorAll<HTMLElement>('a, button, input, [tabindex]')].filter(
        (each) => each.tabIndex >= 0 && each.getClientRects().length > 0,
      );
      const here = all.indexOf(document.activeElement as HTMLElement);
      return here < 0 ? 1 : all.indexOf(element as HTMLElement) - here;
    });
    if (stops === 0) return;
    for (let stop = 0; stop < Math.abs(stops); stop++) await page.keyboard.press(stops > 0 ? 'Tab' : 'Shift+Tab');
  }
  throw new Error(`Tab does not come to ${String(locator)}.`);
}
