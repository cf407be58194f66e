/** Text coding is in browsers, workers and Node alike, though not in the language's own library. */
declare class TextDecoder {
  constructor(label: string, options?: { fatal?: boolean });
  decode(bytes: Uint8Array): string;
}
declare class TextEncoder {
  encode(text: string): Uint8Array;
}
