import { useSyncExternalStore } from 'react';

const MOUSE = '(hover: hover) and (pointer: fine)';

/** Whether the person points with a mouse or the like, by what the device says of its first pointer. */
export function useHasMouse(): boolean {
  return useSyncExternalStore(
    (told) => {
      const query = matchMedia(MOUSE);
      query.addEventListener('change', told);
      return () => query.removeEventListener('change', told);
    },
    () => matchMedia(MOUSE).matches,
    () => false,
  );
}
