import { sha256 } from '@noble/hashes/sha256';
import { bytesToHex } from '@noble/hashes/utils';

/** Bytes read at a time. */
const PIECE = 4 * 1024 * 1024;

/** The SHA-256 of a file as hexadecimal digits, piece by piece: browsers do it at once and for secure pages only, a phone on the home network has none.
 *  Rejects with an Error in words where the file cannot be read. */
export async function hashOfFile(file: Blob, onProgress: (share: number) => void): Promise<string> {
  const hash = sha256.create();
  for (let at = 0; at < file.size; at += PIECE) {
    const bytes = await file
      .slice(at, at + PIECE)
      .arrayBuffer()
      .catch(() => {
        throw new Error('The file could not be read from this device. Choose it again.');
      });
    hash.update(new Uint8Array(bytes));
    onProgress(Math.min(1, (at + PIECE) / file.size));
  }
  return bytesToHex(hash.digest());
}
