import { PATIENCE_MS, type ActionSource, type EngineWindow } from './window';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Where on the screen something is, in CSS pixels. */
export interface Box extends Point {
  readonly width: number;
  readonly height: number;
}

/** Asks again until there is an answer; what is null, false or thrown counts as none. */
export async function until<T>(what: string, ask: () => Promise<T | null | false>): Promise<T> {
  const end = Date.now() + PATIENCE_MS;
  for (let last: unknown = null; ;) {
    const answer = await ask().catch((error: unknown) => ((last = error), null));
    if (answer !== null && answer !== false) return answer;
    if (Date.now() > end) throw new Error(`${what}: did not come about. ${String(last ?? '')}`);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** A finger, or a mouse where the engine knows no touch, that finds what it presses as a person does: by what it is called. */
export class Hand {
  constructor(private readonly window: EngineWindow) {}

  /** Where the first thing with this name (or `testid=…`) stands, once it stands still. */
  async boxOf(name: string): Promise<Box> {
    let before = '';
    return until(name, async () => {
      const box = await this.window.run(boxInPage, name);
      const isStill = JSON.stringify(box) === before;
      before = JSON.stringify(box);
      return isStill && box;
    });
  }

  async tap(name: string): Promise<void> {
    const { x, y, width, height } = await this.boxOf(name);
    await this.tapAt({ x: x + width / 2, y: y + height / 2 });
  }

  async tapAt(at: Point): Promise<void> {
    await this.drag([at]);
  }

  /** Goes down at the first point and by way of the others, each within `ms`. */
  async drag([from, ...way]: readonly Point[], ms = 60): Promise<void> {
    const move = ({ x, y }: Point, duration: number) => ({ type: 'pointerMove', x: Math.round(x), y: Math.round(y), duration });
    const source: ActionSource = {
      type: 'pointer',
      id: 'finger',
      parameters: { pointerType: this.window.finger },
      actions: [
        move(from!, 0),
        { type: 'pointerDown', button: 0 },
        { type: 'pause', duration: 40 },
        ...way.map((each) => move(each, ms)),
        { type: 'pointerUp', button: 0 },
      ],
    };
    await this.window.act([source]);
  }

  /** Types into what has the focus. */
  async type(text: string): Promise<void> {
    const actions = [...text].flatMap((value) => ['keyDown', 'keyUp'].map((type) => ({ type, value })));
    await this.window.act([{ type: 'key', id: 'keys', actions }]);
  }
}

/** Runs in the page. */
function boxInPage(name: string): Box | null {
  const testId = /^testid=(.*)$/.exec(name)?.[1];
  const all = document.querySelectorAll<HTMLElement>(
    testId ? `[data-testid="${testId}"]` : 'button, a, input, textarea, [role], [aria-label]',
  );
  const isNamed = (each: HTMLElement) => testId !== undefined || (each.getAttribute('aria-label') ?? each.innerText ?? '').trim() === name;
  for (const each of all) {
    const { x, y, width, height } = each.getBoundingClientRect();
    if (width > 0 && height > 0 && isNamed(each)) return { x, y, width, height };
  }
  return null;
}
