/** One step of a pointer or key as the WebDriver standard writes them (W3C WebDriver, "Actions"; the BiDi protocol takes the same). */
export interface ActionSource {
  readonly type: 'pointer' | 'key' | 'wheel';
  readonly id: string;
  readonly parameters?: { readonly pointerType: 'touch' | 'mouse' };
  readonly actions: readonly Readonly<Record<string, unknown>>[];
}

/** A browser's window as its driver steers it. What is run in the page must be JSON, in and out. */
export interface EngineWindow {
  /** The pointer used as a finger: an engine without touch has the mouse. */
  readonly finger: 'touch' | 'mouse';
  /** The folder that what is downloaded lands in. */
  readonly downloads: string;
  go(address: string): Promise<void>;
  /** Runs a function in the page; it sees nothing from outside but its arguments. */
  run<A extends readonly unknown[], T>(body: (...given: A) => T | Promise<T>, ...given: A): Promise<T>;
  act(sources: readonly ActionSource[]): Promise<void>;
  /** Puts a file on this computer into the page's file field. */
  choose(selector: string, path: string): Promise<void>;
  screenshot(): Promise<Buffer>;
  close(): Promise<void>;
}

/** How large the windows are, in CSS pixels. */
export const PHONE = { width: 390, height: 844 };

/** How long a browser may take to start, and to answer one command, in milliseconds. */
export const PATIENCE_MS = 30_000;

/** The source of a function that calls `body` with arguments given as JSON, and gives its answer as JSON. */
export function asJson(body: (...given: never[]) => unknown): string {
  return `async (given) => JSON.stringify((await (${String(body)})(...JSON.parse(given))) ?? null)`;
}
