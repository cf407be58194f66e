/** One thing measured against a peer or a limit in the same run. */
export interface Figure {
  readonly what: string;
  readonly ratio: number;
  readonly limit: number;
  /** Whether the ratio should stay below the limit, or reach it. */
  readonly better: 'lower' | 'higher';
  /** The measured value in its own unit. */
  readonly plain: string;
}

export const RUNS = 5;

export function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;
}

/** Median milliseconds of five runs, after one to warm up. */
export function time(work: () => unknown): number {
  work();
  return median(
    Array.from({ length: RUNS }, () => {
      const began = performance.now();
      work();
      return performance.now() - began;
    }),
  );
}

export async function timeAsync(work: () => Promise<unknown>): Promise<number> {
  await work();
  const runs: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    const began = performance.now();
    await work();
    runs.push(performance.now() - began);
  }
  return median(runs);
}

export function isReached({ ratio, limit, better }: Figure): boolean {
  return better === 'lower' ? ratio <= limit : ratio >= limit;
}

/** A line of the table in docs/performance.md. */
export function line(figure: Figure): string {
  const { what, ratio, limit, better, plain } = figure;
  return `| ${what} | ${ratio.toFixed(ratio < 10 ? 2 : 1)} | ${better === 'lower' ? 'at most' : 'at least'} ${limit} | ${isReached(figure) ? 'yes' : '**no**'} | ${plain} |`;
}
