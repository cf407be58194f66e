import { useEffect } from 'react';

/** The height that a screen has: clear of notches, of the bar to swipe at, and of the keyboard on the screen. */
export const PAGE_HEIGHT = 'var(--pageHeight)';

/** Width in px of what stands beside the notes or the song on a wide screen: seven keys, each a thumb wide, fit into it. */
export const SIDE_PANEL = 344;

/** How far what floats stands above the window's edge, beside its own distance. */
export const BELOW_PAGE = 'max(env(safe-area-inset-bottom, 0px), var(--keyboard))';

/** Rules that keep the page clear of what covers its edges. */
export const PAGE_ROOM = [
  `:root{--keyboard:0px;--pageHeight:calc(100dvh - env(safe-area-inset-top, 0px) - ${BELOW_PAGE})}`,
  '#root{box-sizing:border-box;padding:env(safe-area-inset-top, 0px) env(safe-area-inset-right, 0px) 0 env(safe-area-inset-left, 0px)}',
].join('\n');

/** Makes room for a keyboard on the screen. It covers the page and tells of itself only by how much less can be seen (`visualViewport`). */
export function useKeyboardRoom(): void {
  useEffect(() => {
    const seen = window.visualViewport;
    if (!seen) return undefined;
    const makeRoom = () => {
      // Zoomed in, less is seen too, but nothing is covered.
      const covered = Math.max(0, Math.round(window.innerHeight - seen.height * seen.scale));
      document.documentElement.style.setProperty('--keyboard', `${covered}px`);
      if (covered === 0) return;
      // One browser has pushed the page up to show the field: there is room for it now.
      window.scrollTo(0, 0);
      const show = () => document.activeElement?.scrollIntoView({ block: 'nearest' });
      show();
      // Components that measure themselves get their new height a frame later.
      requestAnimationFrame(() => requestAnimationFrame(show));
    };
    seen.addEventListener('resize', makeRoom);
    return () => seen.removeEventListener('resize', makeRoom);
  }, []);
}
