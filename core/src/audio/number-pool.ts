import type { Numbers, Workbench } from './workbench';

/** Numbers that a voice needs at most where the loops can reach them. */
const EACH = 64;

/** Numbers that the loops keep for a voice while it sounds; they come back all 0. */
export class NumberPool {
  private readonly free: Numbers[] = [];

  constructor(private readonly bench: Workbench) {}

  take(): Numbers {
    return this.free.pop() ?? this.bench.numbers(EACH);
  }

  giveBack(numbers: Numbers): void {
    numbers.values.fill(0);
    this.free.push(numbers);
  }
}
