import { useMedia } from '@tamagui/core';

/** How the pattern screen is laid out: a phone upright; a phone on its side, with the dock at its left and the tools at its right; or wide. */
export type ScreenShape = 'phone' | 'low' | 'wide';

export function useScreenShape(): ScreenShape {
  const media = useMedia();
  if (media.low) return 'low';
  return media.wide ? 'wide' : 'phone';
}
