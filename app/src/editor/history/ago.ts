const PASSED = new Intl.RelativeTimeFormat('en', { style: 'short' });

/** How long ago, in words: "just now", "3 hr. ago", then the date. Both in milliseconds since 1970. */
export function ago(at: number, now: number): string {
  const minutes = Math.floor((now - at) / 60_000);
  if (minutes < 2) return 'just now';
  if (minutes < 60) return PASSED.format(-minutes, 'minute');
  if (minutes < 24 * 60) return PASSED.format(-Math.floor(minutes / 60), 'hour');
  return new Date(at).toLocaleDateString();
}
