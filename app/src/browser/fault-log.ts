/** Something that went wrong in the page: where, and what it said. */
export interface Fault {
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly where: 'drawing' | 'script' | 'sound';
  readonly message: string;
  readonly stack?: string;
}

const MOST_FAULTS = 20;
const MOST_STACK = 1500;

/** The last faults of this page, for a report. */
export class FaultLog {
  private readonly faults: Fault[] = [];

  /** Notes every error that nothing caught. */
  begin(): void {
    addEventListener('error', ({ error, message }) => this.note('script', (error as unknown) ?? message));
    addEventListener('unhandledrejection', ({ reason }) => this.note('script', reason));
  }

  note(where: Fault['where'], error: unknown): void {
    const { message, stack } = error instanceof Error ? error : { message: String(error), stack: undefined };
    this.faults.push({ at: Date.now(), where, message, ...(stack ? { stack: stack.slice(0, MOST_STACK) } : {}) });
    if (this.faults.length > MOST_FAULTS) this.faults.shift();
  }

  last(): readonly Fault[] {
    return [...this.faults];
  }
}
