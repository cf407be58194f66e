import { test as plain, type BrowserContext, type ConsoleMessage } from '@playwright/test';

export { expect } from '@playwright/test';
export type * from '@playwright/test';

/** Console messages that journeys cause on purpose: answers that refuse, a server that is away, sound
 *  without a worklet, a button of the mouse that is held while the page is loaded anew, an app that is not to be kept. */
const BROUGHT_ABOUT =
  /^Failed to load resource: |net::ERR_|^The ScriptProcessorNode is deprecated|^Cannot record touch end without a touch start|^Service Worker registration blocked by Playwright/;

function isFault(message: ConsoleMessage): boolean {
  return ['error', 'warning'].includes(message.type()) && !BROUGHT_ABOUT.test(message.text());
}

/** A journey. The console stays free of errors and warnings through all of it, in every page it opens; whoever finds one says what it was. */
export const test = plain.extend<{ quietConsole: void; isBrokenOnPurpose: boolean }>({
  isBrokenOnPurpose: [false, { option: true }],
  quietConsole: [
    async ({ context, isBrokenOnPurpose }: { context: BrowserContext; isBrokenOnPurpose: boolean }, use) => {
      const faults: string[] = [];
      context.on('console', (message) => {
        if (isFault(message)) faults.push(`${message.type()}: ${message.text()}`);
      });
      context.on('weberror', (error) => faults.push(String(error.error())));
      await use();
      if (faults.length && !isBrokenOnPurpose) throw new Error(`The console is not quiet:\n${[...new Set(faults)].join('\n')}`);
    },
    { auto: true },
  ],
});
