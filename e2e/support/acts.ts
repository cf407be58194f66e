import type { Locator, Page } from '@playwright/test';
import type { Fingers, Point } from './app';

/** A person's acts, counted: each touch, stroke, key or typed text is one. */
export class Acts {
  count = 0;

  constructor(
    private readonly page: Page,
    private readonly fingers: Fingers | null = null,
  ) {}

  async press(locator: Locator): Promise<void> {
    this.count++;
    await (this.fingers ? locator.tap() : locator.click());
  }

  async at({ x, y }: Point): Promise<void> {
    this.count++;
    await (this.fingers ? this.page.touchscreen.tap(x, y) : this.page.mouse.click(x, y));
  }

  async drag(from: Point, to: Point, hold = 0): Promise<void> {
    this.count++;
    if (this.fingers) return this.fingers.drag([{ from, to }], { hold, steps: 12 });
    await this.page.mouse.move(from.x, from.y);
    await this.page.mouse.down();
    await this.page.mouse.move(to.x, to.y, { steps: 12 });
    await this.page.mouse.up();
  }

  /** A text typed into a field, which takes what was there away. */
  async type(field: Locator, text: string): Promise<void> {
    this.count++;
    await field.fill(text);
  }

  async key(name: string): Promise<void> {
    this.count++;
    await this.page.keyboard.press(name);
  }

  /** A key or a button of the mouse that is held down while others act. */
  async hold(name: string, meanwhile: () => Promise<void>): Promise<void> {
    this.count++;
    await this.page.keyboard.down(name);
    await meanwhile();
    await this.page.keyboard.up(name);
  }
}
