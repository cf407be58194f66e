import { DAY, NIGHT, type Palette } from './palette';

/** Relative luminance and contrast ratio as WCAG 2.2 defines them. */
function luminance(hex: string): number {
  const [red, green, blue] = [1, 3, 5].map((at) => {
    const share = parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red! + 0.7152 * green! + 0.0722 * blue!;
}

function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light! + 0.05) / (dark! + 0.05);
}

describe.each([
  ['day', DAY],
  ['night', NIGHT],
])('%s', (_name, palette: Palette) => {
  const grounds = [palette.paper, palette.card, palette.wash];

  it('text can be read on every ground (4.5 to 1)', () => {
    for (const ground of grounds)
      for (const text of [palette.ink, palette.faded]) expect(contrast(text, ground)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.onAct, palette.act)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.onHead, palette.head)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.act, palette.card)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.head, palette.wash)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.paper, palette.ink)).toBeGreaterThanOrEqual(4.5);
  });

  it('keys can be read, and naturals are lighter than accidentals', () => {
    expect(contrast(palette.ink, palette.natural)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.onAccidental, palette.accidental)).toBeGreaterThanOrEqual(4.5);
    expect(luminance(palette.natural)).toBeGreaterThan(luminance(palette.accidental) + 0.03);
  });

  it('notes, playhead and edges of controls stand out from the grid (3 to 1)', () => {
    for (const ground of [palette.paper, palette.blackRow, palette.card]) {
      for (const mark of [...palette.tracks, palette.head, palette.act]) expect(contrast(mark, ground)).toBeGreaterThanOrEqual(3);
    }
    expect(contrast(palette.lineStrong, palette.card)).toBeGreaterThanOrEqual(3);
  });
});
