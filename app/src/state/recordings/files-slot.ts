import type { FileSamples } from '@yibbo/core';
import type { FileNews, SoundFiles } from '../../sync/sound-files';

/** The sound files of this page, whose part of Yibbo is fetched when there are some. */
export class FilesSlot {
  current: SoundFiles | null = null;
  /** Told of every file whose standing changes. */
  onNews: (hash: string, news: FileNews) => void = () => undefined;
  private opening: Promise<SoundFiles> | null = null;

  /** `make` fetches it. */
  constructor(private readonly make: (tell: (hash: string, news: FileNews) => void) => Promise<SoundFiles>) {}

  /** Rejects where it cannot be fetched; asked again, it is tried again. */
  open(): Promise<SoundFiles> {
    this.opening ??= this.make((...told) => this.onNews(...told)).then(
      (files) => (this.current = files),
      (error: unknown) => {
        this.opening = null;
        throw error;
      },
    );
    return this.opening;
  }

  samplesOf(hash: string): FileSamples | null {
    return this.current?.samplesOf(hash) ?? null;
  }
}
