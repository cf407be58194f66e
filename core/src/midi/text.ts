/** Bytes 0x80..0x9f of windows-1252, which the bare code points do not give. */
const WINDOWS_1252 = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

/** Text of a MIDI file: UTF-8 where it is valid, else windows-1252, the usual one in older files. Control characters go. */
export function decodeText(bytes: Uint8Array): string {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    text = Array.from(bytes, (byte) => (byte >= 0x80 && byte < 0xa0 ? WINDOWS_1252[byte - 0x80]! : String.fromCharCode(byte))).join('');
  }
  return text
    .replace(/[\u0000-\u001f\u007f]+/g, ' ')
    .trim()
    .slice(0, 200);
}

export function encodeText(text: string): Uint8Array {
  return new TextEncoder().encode(text);
}
