import type { Response } from 'express';

/** The lines that devices listen on, so that one that is sent away hears nothing from then on. */
export class OpenLines {
  private readonly lines = new Map<string, Set<Response>>();

  /** Holds a device's line until it is closed. */
  hold(device: string, line: Response): void {
    const own = this.lines.get(device) ?? new Set();
    this.lines.set(device, own.add(line));
    line.on('close', () => {
      own.delete(line);
      if (own.size === 0) this.lines.delete(device);
    });
  }

  /** Cuts all lines of a device. */
  cut(device: string): void {
    for (const line of this.lines.get(device) ?? []) line.destroy();
  }
}
