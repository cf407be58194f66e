import { startTransition, useEffect, useState } from 'react';

/** How long the page may go on being busy before what waited comes all the same. */
const LONGEST_WAIT_MS = 500;

/** False at first, true once what is there has been painted and the page has nothing else to do: for what can wait until the notes can
 *  be worked on. */
export function useLater(): boolean {
  const [isLater, setLater] = useState(false);
  useEffect(() => {
    const come = () => startTransition(() => setLater(true));
    if (typeof requestIdleCallback !== 'function') {
      const timer = setTimeout(come, 50);
      return () => clearTimeout(timer);
    }
    const waiting = requestIdleCallback(come, { timeout: LONGEST_WAIT_MS });
    return () => cancelIdleCallback(waiting);
  }, []);
  return isLater;
}
