import { startTransition, useEffect, useState } from 'react';

/** False at first, true once what is there has been painted: for what can wait until the notes can be worked on. */
export function useLater(): boolean {
  const [isLater, setLater] = useState(false);
  useEffect(() => startTransition(() => setLater(true)), []);
  return isLater;
}
