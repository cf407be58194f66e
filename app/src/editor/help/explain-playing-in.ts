import type { Entry } from './explanation';

/** Explanations of what something is played in with. */
export const PLAYING_IN: readonly Entry[] = [
  {
    names: /^Play in: |^Play [A-G][♯♭]?-?\d$|^Play in …$|^An octave (up|down)$|^(Keys|Scale|Chords): show /,
    title: 'Play in',
    text: 'Pads for a kit, or keys, the notes of the scale, or the chords of the key. They sound as you press them, with as many fingers as you like; higher up on a pad is louder. With Steps or Record what you play is written down.',
  },
  {
    names: /^Steps: |, key (?:\d|=|Backspace)$|^(?:Merges|Replaces) (?:with )?what is there/,
    title: 'Steps put in',
    text: 'What you play is put in where the cursor is, and the cursor goes on by the value you choose, whatever the grid is. Keys held together are a chord. Keys 1 to 7 choose the value, 8 dots it, 9 makes it a triplet, 0 rests, = ties, Backspace goes back. A tap on the notes puts the cursor there. Afterwards all of it is one step for undo.',
  },
  {
    names: /^abc[ :]/,
    title: 'Letters play',
    text: 'Two rows of letters play the pads, by their places on the keyboard; they stand on the pads. Nothing else changes its meaning, and Escape ends it.',
  },
  {
    names: /^Record$|^End the recording$|^Again$|^Take before$|^Next take$/,
    title: 'Record',
    text: 'Counts in, plays the loop, and takes down what you play, until you end it or as you have set it up. Each pass is a take, a version of the pattern: hear them one after the other, or record again. One undo takes all of it back.',
  },
  {
    names: /^Takes …$|^Bar \d+ (?:of|into) |^Keep only this take$|^Quantize of this take$|, plays$|: play it$/,
    title: 'Takes',
    text: 'Every version of the pattern bar by bar. Press a name to hear it in the loop; press a bar to take it into the one that plays, or into every bar. A take can be quantized in another way at any time, or go back to how it was played.',
  },
  {
    names:
      /^Recording …$|^Count-in|^Click$|of the click$|^First beats stand out$|^From bar|^Lead-in|^Run-on|^Only what is marked|^Records for|^Input quantize|^Strength of input|^Stays: |^Is replaced|^Adds to the last pass$|^Starts afresh|^(?:Round and round|After one pass|After some bars|As long as I play)|^With the click$/,
    title: 'Recording',
    text: 'What you play to and when it begins and ends, whether it is merged with what is there or takes its place, whether each pass adds to the one before, and which lines it is pulled to as it comes in.',
  },
  {
    names:
      /^none: no device$|^all devices$|^A simulated device|^Connect$|^Channel|^Hear it$|^Timing off by|^Velocity off by|^Mistakes|^Tap test$|^Tap here|taken off .*: forget it$|^(?:by keys|on the screen|on a device)$|^(?:By where a pad|Always the same)/,
    title: 'Where you play',
    text: 'On the screen, by letters, or on a MIDI device, which the browser asks for once. The simulated device plays a phrase as a person would, to try things out. A tap test finds how late what you play comes in, and takes that off.',
  },
];
