import type { Document, Id } from '@yibbo/core';
import type { WavOptions } from '@yibbo/core/render';
import { makingSet, noticeSet } from '../state/session/session';
import { settleTrial } from './trial/trial-ends';
import type { Thunk } from '../state/store';
import { downloadBlob, fileName } from '../browser/download';

/** A WAV file to be made: what it is called, and what of the song it holds. */
export interface WavWish {
  readonly name: string;
  readonly options: WavOptions;
}

/** Makes WAV files of the song one after the other, each handed to the browser when it is done. What is edited meanwhile is not in them. */
export function makeWavs(wishes: readonly WavWish[]): Thunk<Promise<void>> {
  return async (dispatch, getState, { wav }) => {
    dispatch(settleTrial());
    const { document } = getState().song;
    if (!document) return;
    for (const { name, options } of wishes) {
      dispatch(makingSet({ name, progress: 0 }));
      const made = await wav
        .make({ document: withoutFile(document), options }, (progress) => void dispatch(makingSet({ name, progress })))
        .catch((error: Error) => void dispatch(noticeSet(error.message)));
      dispatch(makingSet(null));
      if (!made) return;
      downloadBlob(made.file, `${fileName(name)}.wav`);
      dispatch(noticeSet(`${name}.wav is made: ${timeWords(made.frames / options.sampleRate)}${gainWords(made.gainDb)}.`));
    }
  };
}

/** Ends what is being made. */
export function cancelWav(): Thunk {
  return (dispatch, _getState, { wav }) => {
    wav.cancel();
    dispatch(makingSet(null));
    dispatch(noticeSet('No WAV file was made.'));
  };
}

/** Raw data carried along from a MIDI file makes no sound, so the worker does not need it. */
function withoutFile(document: Document): Document {
  const { file: _file, ...song } = document.song;
  return { ...document, song };
}

function timeWords(seconds: number): string {
  const whole = Math.round(seconds);
  return whole < 60 ? `${Math.round(seconds * 10) / 10} s` : `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')} min`;
}

function gainWords(gainDb: number): string {
  const rounded = Math.round(gainDb * 10) / 10;
  if (rounded === 0) return '';
  return `, turned ${rounded > 0 ? 'up' : 'down'} by ${Math.abs(rounded)} dB`;
}

/** File name of a single track: song, part and track. */
export function trackFileName(document: Document, part: string, trackId: Id): string {
  return `${part}, ${document.tracks.find(({ id }) => id === trackId)?.name ?? 'track'}`;
}
