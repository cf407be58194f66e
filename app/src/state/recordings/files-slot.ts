import type { FileSamples } from '@yibbo/core';
import type { FileNews, SoundFiles } from '../../sync/sound-files';

const NOT_LOADED = 'Yibbo could not load the part that reads sound files. Check the connection, then choose the file again.';

/** The sound files of this page, whose part of Yibbo is fetched when there are some. */
export class FilesSlot {
  current: SoundFiles | null = null;
  /** Told of every file whose standing changes. */
  onNews: (hash: string, news: FileNews) => void = () => undefined;
  private opening: Promise<SoundFiles> | null = null;

  /** `make` fetches it. */
  constructor(private readonly make: (tell: (hash: string, news: FileNews) => void) => Promise<SoundFiles>) {}

  /** Rejects, in words for the person, where it cannot be fetched; asked again, it is tried again. */
  open(): Promise<SoundFiles> {
    this.opening ??= this.make((...told) => this.onNews(...told)).then(
      (files) => (this.current = files),
      (cause: unknown) => {
        this.opening = null;
        throw new Error(NOT_LOADED, { cause });
      },
    );
    return this.opening;
  }

  samplesOf(hash: string): FileSamples | null {
    return this.current?.samplesOf(hash) ?? null;
  }
}
