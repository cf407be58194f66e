import { createFont, createTamagui, createTokens } from '@tamagui/core';
import { DAY, NIGHT, type Palette } from './palette';

/** The smallest thing a finger is asked to hit, in pixels. */
export const TOUCH = 44;

/** From this width on, in pixels, there is room for a rail and a panel. */
const WIDE_FROM = 1000;
export const WIDE_QUERY = `(min-width: ${WIDE_FROM}px)`;

const space = { 0: 0, 1: 4, 2: 8, 3: 12, 4: 16, 5: 20, 6: 24, 8: 32, true: 12 };
const size = { 0: 0, 1: 4, 2: 8, 3: 12, 4: 16, 5: 20, 6: 24, 8: 32, touch: TOUCH, true: TOUCH };
const tokens = createTokens({
  space,
  size,
  radius: { 0: 0, 1: 3, 2: 6, 3: 10, true: 6 },
  zIndex: { 0: 0, 1: 10, 2: 20, 3: 30, true: 10 },
  color: { none: 'transparent' },
});

function font(family: string) {
  return createFont({
    family,
    size: { 1: 12, 2: 14, 3: 16, 4: 18, 5: 22, 6: 28, true: 16 },
    lineHeight: { 1: 16, 2: 18, 3: 20, 4: 22, 5: 26, 6: 32, true: 20 },
    weight: { 4: '400', 6: '600', true: '400' },
    letterSpacing: { 4: 0, true: 0 },
  });
}

function themeOf({ tracks, ...palette }: Palette) {
  const trackColours = Object.fromEntries(tracks.map((colour, index) => [`track${index}`, colour])) as Record<`track${number}`, string>;
  return {
    ...palette,
    ...trackColours,
    background: palette.paper,
    color: palette.ink,
    borderColor: palette.line,
    outlineColor: palette.head,
  };
}

export const tamaguiConfig = createTamagui({
  tokens,
  fonts: { body: font("'Source Sans 3', 'Segoe UI', sans-serif"), heading: font("'Zilla Slab', Georgia, serif") },
  themes: { light: themeOf(DAY), dark: themeOf(NIGHT) },
  /** `wide` has room for a rail and a panel; `low` is a phone on its side. */
  media: { wide: { minWidth: WIDE_FROM }, low: { maxHeight: 499 } },
  settings: { allowedStyleValues: false, fastSchemeChange: true },
});

type Config = typeof tamaguiConfig;

declare module '@tamagui/core' {
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type
  interface TamaguiCustomConfig extends Config {}
}
