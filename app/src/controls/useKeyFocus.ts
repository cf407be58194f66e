import { useEffect, useRef, type RefObject } from 'react';

/** Whether the last thing a person did was to press a key. */
let isByKey = false;
if (typeof document !== 'undefined') {
  document.addEventListener('keydown', () => (isByKey = true), true);
  document.addEventListener('pointerdown', () => (isByKey = false), true);
}

const CONTROLS = 'input, textarea, button, [role=slider], [tabindex="0"]';

/** Takes the focus to the first control of a sheet, strip or panel that a key has opened, and gives it back to where it was when that closes.
 *  What a press has opened takes no focus: a finger needs none, and the mouse goes on where it is. With `takes` false it never does. */
export function useKeyFocus(content: RefObject<HTMLElement | null>, takes = true): void {
  const before = useRef<HTMLElement | null>(null);
  useEffect(() => {
    const element = content.current;
    const had = document.activeElement as HTMLElement | null;
    // A field inside may have taken the focus by itself.
    if (!takes || !isByKey || !element || element.contains(had)) return undefined;
    before.current = had;
    const controls = [...element.querySelectorAll<HTMLElement>(CONTROLS)];
    const first = controls.find((each) => each.tabIndex >= 0 && each.getAttribute('aria-disabled') !== 'true');
    first?.focus({ preventScroll: true });
    return () => {
      // Where the focus has gone elsewhere meanwhile, it stays there.
      if (element.contains(document.activeElement) || document.activeElement === document.body)
        before.current?.focus({ preventScroll: true });
    };
  }, [content, takes]);
}
