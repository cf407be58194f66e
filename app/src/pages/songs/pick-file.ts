import { MAX_FILE_BYTES, refusal } from '@yibbo/core';
import type { ImportReport } from '@yibbo/core/midi';
import { lookInto, type Outlook } from '../../workers/look';

/** A chosen file as it would come in: what is in it, or why it cannot. */
export type PickedFile =
  | {
      readonly ok: true;
      readonly name: string;
      readonly bytes: Uint8Array;
      readonly report: ImportReport;
      readonly songName: string;
      readonly outlook: Outlook;
    }
  | { readonly ok: false; readonly name: string; readonly message: string };

const UNREADABLE = 'The file could not be read from this device. Choose it again.';

/** Reads a file and looks into it, here in the browser, by the same rules as the server. */
export async function readMidiFile(file: File, onProgress: (share: number) => void, signal: AbortSignal): Promise<PickedFile> {
  const name = file.name.replace(/\.[^.]*$/, '');
  if (file.size > MAX_FILE_BYTES) return { ok: false, name: file.name, message: refusal('tooLarge').message };
  const bytes = await file.arrayBuffer().then(
    (buffer) => new Uint8Array(buffer),
    () => null,
  );
  if (!bytes) return { ok: false, name: file.name, message: UNREADABLE };
  const looked = await lookInto({ bytes, name }, onProgress, signal);
  return looked.ok ? { ...looked, name, bytes } : { ...looked, name: file.name };
}
