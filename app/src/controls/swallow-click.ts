/** How long after a finger is lifted its click comes at the latest, in milliseconds. */
const CLICK_MS = 80;

/** Keeps the click after a lifted finger from anything that has moved under it meanwhile. */
export function swallowClick(): void {
  const swallow = (event: MouseEvent) => {
    event.stopPropagation();
    event.preventDefault();
  };
  window.addEventListener('click', swallow, { capture: true, once: true });
  setTimeout(() => window.removeEventListener('click', swallow, true), CLICK_MS);
}
