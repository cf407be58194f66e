import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { SongQueries } from '../database/songs';
import { copyDaily, copyPath, dayCopies } from './copies';
import { RunDays } from './run-days';

const DAY = 24 * 3600 * 1000;
const BEGAN = Date.parse('2026-11-01T10:00:00Z');
const folder = mkdtempSync(join(tmpdir(), 'yibbo-copies-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
beforeEach(() => rmSync(join(folder, 'copies'), { recursive: true, force: true }));

const work = { make: async (path: string) => writeFileSync(path, 'songs'), count: async () => 3 };
const days = () => dayCopies(folder).map(({ day }) => day);
async function runOn(...times: readonly number[]): Promise<void> {
  for (const time of times) await copyDaily(folder, time, work);
}
const inARow = (from: number, count: number) => Array.from({ length: count }, (_, index) => from + index * DAY);

describe('the copies of the last days', () => {
  it('are seven, each opened and counted after it was made', async () => {
    await runOn(...inARow(BEGAN, 10));
    expect(days()).toEqual(['10', '09', '08', '07', '06', '05', '04'].map((day) => `2026-11-${day}`));
    expect(dayCopies(folder)[0]!.found).toEqual({ madeAt: BEGAN + 9 * DAY, songs: 3 });
    expect(existsSync(join(folder, 'copies/2026-11-01.json'))).toBe(false);
  });

  it('lose none to a clock that jumps ahead, and those it made go first once it is right again', async () => {
    await runOn(...inARow(BEGAN, 7));
    const right = days();
    await runOn(BEGAN + 400 * DAY);
    expect(days()).toEqual(expect.arrayContaining(right));
    await runOn(...inARow(BEGAN + 7 * DAY, 2));
    expect(days().filter((day) => day > '2027')).toEqual([]);
    expect(days()).toEqual(expect.arrayContaining(right.slice(0, 6)));
  });

  it('do not lose more than one a day, whatever the clock does', async () => {
    await runOn(...inARow(BEGAN, 7));
    await runOn(BEGAN + 100 * DAY, BEGAN + 300 * DAY, BEGAN + 50 * DAY);
    expect(days().filter((day) => day < '2026-11-08')).toHaveLength(7);
  });

  it('that were made before they were counted are counted; one that cannot be read is not taken for one', async () => {
    mkdirSync(join(folder, 'copies'), { recursive: true });
    writeFileSync(copyPath(folder, '2026-10-31'), 'of before');
    await runOn(BEGAN);
    expect(dayCopies(folder).map(({ found }) => found?.songs)).toEqual([3, 3]);
    const unreadable = { ...work, count: () => Promise.reject(new Error('cannot be read')) };
    await expect(copyDaily(folder, BEGAN + DAY, unreadable)).rejects.toThrow('cannot be read');
    expect(days()).toEqual(['2026-11-01', '2026-10-31']);
  });
});

describe('the age of what was deleted', () => {
  const settings = new Map<string, string>();
  const queries = {
    setting: async (key: string) => settings.get(key) ?? null,
    setSetting: async (key: string, value: string) => void settings.set(key, value),
  } as unknown as SongQueries;
  beforeEach(() => settings.clear());
  const runDays = async (...times: readonly number[]) => {
    const run = new RunDays(queries);
    for (const time of times) await run.note(time);
    return run.before(times.at(-1)!, 30);
  };

  it('is 30 days when Yibbo ran on each of them', async () => {
    expect(await runDays(...inARow(BEGAN, 30))).toBeNull();
    // Thirty days have been since the first one: what was deleted before it may go.
    expect(await runDays(...inARow(BEGAN, 31))).toBe(Date.parse('2026-11-01'));
  });

  it('is not made more by a clock that jumps ahead, nor by looking many times a day', async () => {
    expect(await runDays(...inARow(BEGAN, 5), BEGAN + 400 * DAY)).toBeNull();
    expect(await runDays(...Array.from({ length: 100 }, (_, hour) => BEGAN + hour * 1000))).toBeNull();
  });

  it('goes on from where it was once the clock is right again', async () => {
    const before = await runDays(...inARow(BEGAN, 20), BEGAN + 400 * DAY, ...inARow(BEGAN + 20 * DAY, 12));
    expect(before).toBe(Date.parse('2026-11-02'));
  });
});
