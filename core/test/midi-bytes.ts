/** A file of one track from raw track bytes. */
export function file(body: number[], { division = [0, 96], tracks = 1, tag = 'MTrk' } = {}): Uint8Array {
  const size = body.length;
  return Uint8Array.from([
    ...letters('MThd'),
    0,
    0,
    0,
    6,
    0,
    1,
    0,
    tracks,
    ...division,
    ...letters(tag),
    size >> 24,
    (size >> 16) & 255,
    (size >> 8) & 255,
    size & 255,
    ...body,
  ]);
}
export const letters = (text: string) => [...text].map((letter) => letter.charCodeAt(0));
export const END = [0, 0xff, 0x2f, 0];
export const METER = [0, 0xff, 0x58, 4, 4, 2, 24, 8];
export const NOTE = [0, 0x90, 60, 100, 96, 60, 0];
