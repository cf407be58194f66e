import type { Entry } from './explanation';

/** Explanations of the shelf, of recordings under the notes and of those that tracks play. */
export const SOUND_FILES: readonly Entry[] = [
  {
    names:
      /^(Add a recording|Begin here: |Cut (before|after) here: |Whole again: |Hit here, in or out|Sensitivity for hits|Notes to the hits|Recording to the notes|Groove of |Give the song the tempo|Follow bar by bar|With the recordings|Recording .*)|a (bar|sixteenth) (earlier|later): | (earlier|later): [+−] \d+ ms$/,
    title: 'Recordings',
    text: 'A sound file under the notes, on their own time axis: heard along with them, moved, cut, its hits found. Notes go to its hits, or it goes to the notes; its groove and its tempo can be taken. It leaves in a WAV file only where you ask for it.',
  },
  {
    names:
      /^(Play a file|Another file to play|Own sound again|Key at which it sounds as recorded|Goes round while held|Recorded: a file of your own)|^(Begins|Ends|Fades in|Fades out|Tune|Level) of .*\.\w+$/,
    title: 'A recording of your own',
    text: 'A drum row, or a whole pitched track, plays a file of yours in place of its sound: from where it begins to where it ends, faded and tuned, on a pitched track at the pitch of each note.',
  },
  {
    names:
      /^(Hear|End hearing|Bring in|Make .* a favourite|.* is a favourite|How … does|Fewer choices for|Put there, on the shelf|Put it on the shelf|Find on the shelf|From a file to the shelf|To the shelf …|Take off the shelf)/,
    title: 'Shelf',
    text: 'Phrases for any song, ready ones and your own. A press lets one be heard, while the song plays in place of what its track plays; Bring in puts it there as plain notes in whole bars, in the key of your song.',
  },
];
