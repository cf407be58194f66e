import { most, oneShotHashes, type Document, type FileSamples, type Id } from '@yibbo/core';
import type { WavEnd, WavOptions } from '@yibbo/core/render';
import { makingSet, noticeSet } from '../state/session/session';
import { settleTrial } from './trial/trial-ends';
import type { Thunk } from '../state/store';
import { downloadBlob, fileName } from '../browser/download';

/** WAV files to be made: what they are called, what of the song they hold, and whether each track leaves on its own. */
export interface WavWish {
  readonly name: string;
  readonly options: WavOptions;
  readonly isApart?: boolean;
  /** Whether recordings under the notes are in it. */
  readonly hasRecordings?: boolean;
}

/** Makes WAV files of the song and hands them to the browser. What is edited meanwhile is not in them. */
export function makeWavs({ name, options, isApart = false, hasRecordings = false }: WavWish): Thunk<Promise<void>> {
  return async (dispatch, getState, { wav, files: slot }) => {
    dispatch(settleTrial());
    const { document } = getState().song;
    if (!document) return;
    const wanted = [...oneShotHashes(document), ...(hasRecordings ? document.recordings.map(({ file }) => file.hash) : [])];
    const files: Record<string, FileSamples> = {};
    for (const hash of wanted) {
      const samples = slot.samplesOf(hash);
      if (!samples) return void dispatch(noticeSet(STILL_COMING));
      files[hash] = samples;
    }
    dispatch(makingSet({ name, progress: 0 }));
    const made = await wav
      .make(
        { document: withoutFile(document), options, files, hasRecordings, isApart },
        (progress) => void dispatch(makingSet({ name, progress })),
      )
      .catch((error: Error) => void dispatch(noticeSet(error.message)));
    dispatch(makingSet(null));
    if (!made) return;
    const ids = options.trackIds ?? [];
    made.forEach(({ file }, index) => {
      const called = isApart ? trackFileName(document, name, ids[index]!) : name;
      downloadBlob(file, `${fileName(called)}.wav`);
    });
    dispatch(noticeSet(isApart ? stemWords(made, options) : fileWords(name, made[0]!, options)));
  };
}

const STILL_COMING =
  'A sound file that the song plays is not here yet. Wait until it has come, or look under Recordings and in the sounds of tracks what is missing.';

function fileWords(name: string, { frames, gainDb, fellShortAt }: WavEnd, { sampleRate }: WavOptions): string {
  const short = fellShortAt === undefined ? '' : ` It is at ${decibelWords(fellShortAt)} LUFS: its peaks leave no room for more.`;
  return `${name}.wav is made: ${timeWords(frames / sampleRate)}${gainWords(gainDb)}.${short}`;
}

/** All tracks that leave apart have one gain, and none goes through the limiter. */
function stemWords(made: readonly WavEnd[], { sampleRate }: WavOptions): string {
  const [first] = made;
  if (!first) return 'No track was chosen.';
  const longest = most(made.map(({ frames }) => frames));
  const turned = gainWords(first.gainDb).replace(', turned', ', all turned');
  const files = made.length === 1 ? '1 file is made' : `${made.length} files are made, one for each track`;
  return `${files}: ${timeWords(longest / sampleRate)}${turned}. Together they are the mix, without its limiter.`;
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

function decibelWords(db: number): string {
  return `${db < 0 ? '−' : ''}${Math.abs(Math.round(db * 10) / 10)}`;
}

function gainWords(gainDb: number): string {
  const rounded = Math.round(gainDb * 10) / 10;
  if (rounded === 0) return '';
  return `, turned ${rounded > 0 ? 'up' : 'down'} by ${Math.abs(rounded)} dB`;
}

/** File name of a single track: song, part and track. */
function trackFileName(document: Document, part: string, trackId: Id): string {
  return `${part}, ${document.tracks.find(({ id }) => id === trackId)?.name ?? 'track'}`;
}
