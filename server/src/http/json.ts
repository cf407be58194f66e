import { RequestError } from '../errors';

/** How deep JSON may nest. A song's own goes eight deep; what is deeper ends functions that follow it by calling themselves. */
const DEEPEST = 64;
/** Minimum bytes for each object or list: an empty object takes 3 bytes to send and 50 to keep. */
const BYTES_A_CONTAINER = 8;
const CONTAINERS_ALWAYS = 10_000;

const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [0x22, 0x5c, 0x5b, 0x5d, 0x7b, 0x7d];

/** Reads JSON of a request. What would take far more memory than it has bytes is refused before it is read. */
export function readJson(bytes: Uint8Array): unknown {
  const most = Math.max(CONTAINERS_ALWAYS, bytes.length / BYTES_A_CONTAINER);
  let containers = 0;
  let depth = 0;
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at];
    if (byte === QUOTE) at = endOfText(bytes, at);
    else if (byte === OPEN_LIST || byte === OPEN_OBJECT) {
      if (++containers > most)
        throw new RequestError(413, 'tooMany', 'The body has more parts than a request may have. Send it in pieces.');
      if (++depth > DEEPEST) throw new RequestError(400, 'tooDeep', `The body nests deeper than ${DEEPEST} levels.`);
    } else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) depth--;
  }
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
  } catch {
    throw new RequestError(400, 'badJson', 'The body is not valid JSON.');
  }
}

/** The place of the quote that ends a text begun at `from`, or the last place there is. */
function endOfText(bytes: Uint8Array, from: number): number {
  let at = from + 1;
  while (at < bytes.length && bytes[at] !== QUOTE) at += bytes[at] === BACKSLASH ? 2 : 1;
  return at;
}
