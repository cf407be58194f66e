import { ACTIONS, SELECTION_RULES } from '@yibbo/core';
import { keyTable } from '../keyboard/key-table';
import { PLAYING_IN } from './explain-playing-in';
import { SOUND_FILES } from './explain-sound-files';
import type { Entry, Explanation } from './explanation';

export type { Explanation } from './explanation';

/** Explanations of everything on screen but actions and rules, which carry their own. The first pattern that matches a name wins. */
const CONTROLS: readonly Entry[] = [
  ...SOUND_FILES,
  {
    names: /^(Play|Stop)$/,
    title: 'Play, stop',
    text: 'Plays the pattern round and round with the other tracks; on the song page the song, from the bar you pressed on its ruler, or round the loop.',
  },
  {
    names: /^(Undo|Redo)$/,
    title: 'Undo, redo',
    text: 'Takes back the last step, or does it again. One gesture is one step, and the history reaches back past a reload.',
  },
  {
    names: /^(Coarser|Finer) grid$|^Grid 1?\/?|^Grid is /,
    title: 'Grid',
    text: 'How far apart the lines are that notes are drawn on. 1/4 is one beat, 1/8 half a beat, 1/16 a quarter of one; a triplet puts three where two would be. It never moves a note.',
  },
  {
    names: /: show as (Steps|Notes)$/,
    title: 'Steps or Notes',
    text: 'The same notes in two views: as cells to tap, or as pitch against time.',
  },
  {
    names: /long: set the length$/,
    title: 'Length of the pattern',
    text: 'How many bars go round. Notes beyond the end are kept, and come back when it is made longer. Variants of the pattern are here too.',
  },
  {
    names: /^(One finger|The pointer) /,
    title: 'One finger',
    text: 'What one finger on free ground does: draw notes, paint a run, select with a frame, or scroll. Two fingers always scroll and zoom.',
  },
  { names: /^Hold and sweep to erase$/, title: 'Eraser', text: 'Hold it with one thumb and sweep over notes with another finger.' },
  {
    names: /type values$/,
    title: 'Values',
    text: 'What is selected, or was drawn last: count, pitches, lengths, velocities. Press it to type others; +10, -1 and *1.2 change what is there.',
  },
  {
    names: /off grid/,
    title: 'Off the grid',
    text: 'Notes that do not begin on a line of the grid in use. A press selects them; Quantize would pull them there.',
  },
  {
    names: /^(Select all notes|Deselect|All)$/,
    title: 'Selection',
    text: 'Actions take what is selected; where nothing is, the whole pattern. The line above says what it is.',
  },
  {
    names: /: other actions$/,
    title: 'Toolbox',
    text: 'Opens all there is to do with notes, in families: Time, Length, Pitch, Feel, Copy, Make; rules to select by; and how the pattern is looked at. The line beside it shows those you use most.',
  },
  {
    names: /^The toolbox stays open/,
    title: 'Pinned toolbox',
    text: 'The toolbox stays open after an act, so that several in a row cost a tap each.',
  },
  {
    names: /^All tracks$/,
    title: 'All tracks',
    text: 'Every track of the song: opens one in place of this, mutes it, hears it alone, chooses its sound; and adds one.',
  },
  {
    names: /^(More|Fewer) settings$/,
    title: 'More settings',
    text: 'The other settings of what is being tried, below the ones that matter most.',
  },
  {
    names: /^Names of the tracks in every row$/,
    title: 'Names of tracks',
    text: 'Whether the song page names the tracks in every row, or only in the first row of each section.',
  },
  { names: /: pan, sound and more$/, title: 'More of a track', text: 'Its pan, its sound, and coming in or going out at the next bar.' },
  {
    names: /^Nothing is nudged$/,
    title: 'Put back',
    text: 'After nudges it shows how far the notes have come, and puts them back.',
  },
  {
    names: /^(Earlier|Later|Nudge)|^One nudge|nudge/i,
    title: 'Nudge',
    text: 'Moves what is selected by a small amount that is set apart from the grid: steps, beats, milliseconds. Hold it to go on; the total shown takes it all back.',
  },
  {
    names: /^Velocity lane$|^chords|velocity of/i,
    title: 'Velocity',
    text: 'How hard each note is struck, 1 to 127: a fuller block is louder. It is another thing than the level of the track. Sweep over the lane to draw it.',
  },
  {
    names: /^Backdrop/,
    title: 'Backdrop',
    text: "Other tracks' notes as outlines behind yours, to write against. Backdrop … chooses which tracks.",
  },
  {
    names: /^(Key|Key …|Key, )|scale/i,
    title: 'Key',
    text: 'Names and tints rows by a key and scale. It never changes a note; Fit to scale does, when you ask for it.',
  },
  {
    names: /^Snap/,
    title: 'Snap',
    text: 'Whether what you draw and drag goes to the lines of the grid. A second finger, or F held, lets go of them for one drag.',
  },
  { names: /^Hold: original$/, title: 'Compare', text: 'While you hold it, the loop plays what was there before the trial.' },
  {
    names: /^Adjust: |^Change it/,
    title: 'Adjust',
    text: 'Opens the last step again with the settings it had, on the notes as they were before it. Keep changes that one step; Drop leaves it as it is.',
  },
  {
    names:
      /^Recipes …$|^Save as a recipe$|^Name of the recipe$|^(Run|Try) |: keep adjustable$|^Of the last steps|^(Build|Bring in) a recipe$|^Recipe: |^Step \d+: |^Save the recipe$|^Drop this recipe$|^Add a step$/,
    title: 'Recipes',
    text: 'Several actions under one name. Its name runs all of them as one step, on what is selected or on the whole pattern; adjustable keeps them live. The last steps you did can be saved as a recipe of your own, one can be built step by step, each with its settings and the rule that picks its notes, and a recipe goes out and comes in as a file. Your own are found by their names, and can be put on a key.',
  },
  {
    names:
      /^[A-G][♯♭]*\S* (?:[iv]+[°+]?|\d+|typed)$|^Chord pads|^Put at the cursor|^With (?:\d|add|sus)|^Triads$|^Of a progression$|^Voicing and length$/i,
    title: 'Chord pads',
    text: 'The chords of the key, of a ready progression, or by name. A press sounds one; the next tap on the grid puts it there, and so does dragging its pad. Each goes as near as it can to the chord before, or stands as Voicing says.',
  },
  {
    names: /, [\d.]+ beats?$|^Beats of |^All chords|^Ready progressions$|^(?:Bright|Calm|Longing|Night|Stormy|Dusty|Drifting)$/,
    title: 'Chords and moods',
    text: 'Ready progressions by mood, in the key of the pattern, heard in the loop as you press them. Drag a chord sideways to make it longer, or press it for its beats.',
  },
  ...PLAYING_IN,
  {
    names: /^Start with a loop$|^Other (?:drums|chords|bass)$|^On to the song$/,
    title: 'A loop to start with',
    text: 'Drums, chords and bass by a mood, a press each: plain notes on tracks of their own. Another choice, or leaving one out, is a press away.',
  },
  {
    names: /^Parts from this|from this$|: open it and its settings$/,
    title: 'Parts from this',
    text: 'A bass, a lead, a pad or strummed keys made of the notes of this part. They follow when it changes; what makes them can be set anew, or made plain.',
  },
  {
    names: /^Make a rhythm|^(?:Figure|Rhythm|Kick|Snare|Hats): |^All figures|^Ready figures/,
    title: 'Make a rhythm',
    text: 'A rhythm for one row, heard as you turn its settings: a ready figure, or hits spread over steps, from even to drawn by weight, moved off the beat, turned, with accents and ghosts. Other rows stay as they are; hits that are locked do too. It says how syncopated it is.',
  },
  {
    names: /^Keep adjustable$|^Kept adjustable on$|in all its places$|^Only in this place$|^The whole track$/,
    title: 'Keep adjustable',
    text: 'The action stays live: the notes are not changed, but what it leaves of them is heard and outlined. Its settings can be changed at any time, and it can be switched off or made plain. More settings say what it is kept on: the pattern in all its places, this place only, or the track.',
  },
  {
    names:
      /adjustable: show them$|: change its settings$|^Make plain: |^Copy to: |^(Track|What) to copy to$|^Opens (with|by itself).*: (on|its settings)$/,
    title: 'Adjustable',
    text: 'The actions that are kept adjustable on this part, in the order in which they work. Each can be switched off, changed, dragged to another place in the order, copied to another track, pattern or place, and deleted. Make plain writes out what it leaves, with those before it, so that each note can be edited.',
  },
  {
    names: /^(Keep|Drop)$/,
    title: 'Keep or drop',
    text: 'A trial changes nothing until you keep it. Drop leaves everything exactly as it was.',
  },
  {
    names: /^Sound(:| of )/,
    title: 'Sound',
    text: 'What the track sounds like. Another sound is heard in what plays before you keep it; it can be set, sound one note at a time, and open with a row of another track.',
  },
  {
    names: /^(Tone|Attack|Click|Release|NoteLoop|Drive|Width|Room|Echo|Tune) of /,
    title: 'How the sound is set',
    text: 'Each about where the sound itself has it, in the middle as it came. Heard while you turn it; one step back undoes it.',
  },
  {
    names: /^More like this$/,
    title: 'More like this',
    text: 'The sounds that are most like the one you hear, the most alike first, by how they measure.',
  },
  { names: /^(Un)?[Mm]ute /, title: 'Mute', text: 'Silences a track; its notes stay, and can be seen in the backdrop of others.' },
  { names: /^Levels/, title: 'Levels', text: 'How loud each track is, where it stands, which one plays alone, and a meter for each.' },
  {
    names: /^(Level|Pan) of /,
    title: 'Level and pan',
    text: 'How loud a whole track is, in decibels, and whether it stands left or right. How hard its notes are struck is their velocity.',
  },
  { names: /^Only this: |^All tracks again/, title: 'Only this', text: 'Lets one track be heard alone; a second press brings all back.' },
  {
    names: /at the next bar/,
    title: 'At the next bar',
    text: 'While it plays, lets this track go out, or come in again, exactly at the next bar line.',
  },
  {
    names: /^Ruler of the song$/,
    title: 'Ruler',
    text: 'The bars of the song. A press marks one and play begins there, a drag marks several; what can be done with them is behind the dots that come. The loop and the end of the song are dragged here.',
  },
  {
    names: /^Name of a section$|drag to lengthen/,
    title: 'Section',
    text: 'A named stretch of the song and how long it is, which is dragged sideways: longer by empty bars at its end, shorter with what lies there. Its dots rename, copy, move and delete it, with all that is in it.',
  },
  {
    names: /^Go to /,
    title: 'To a section',
    text: 'Goes to a section of the song. What is dragged onto it lands where that section begins.',
  },
  { names: /^Name of the song$/, title: 'Song', text: 'What the song is called. It is renamed on the Songs screen, by its dots.' },
  {
    names: /^How the song is kept$/,
    title: 'Saved',
    text: 'Whether all you did has arrived where Yibbo runs. Until it has, it is kept in this browser, also when you close it.',
  },
  {
    names: /^Loop( start| end)?\b/,
    title: 'Loop',
    text: 'What goes round on the song page. Its edges are dragged on the ruler; off, the song plays to its end and stops.',
  },
  { names: /^End of the song/, title: 'End of the song', text: 'Where play stops and files end. Drag it, or use the arrow keys.' },
  {
    names: /^Bars? \d.*: tempo/,
    title: 'Bars',
    text: 'Tempo, meter and key from here on; and what can be done with the marked bars on all tracks: loop, copy, insert, delete, cut, clear.',
  },
  {
    names: /, bar \d+(, linked.*)?(, muted)?$/,
    title: 'Placement',
    text: 'A pattern put at a spot on a track. A tap opens it; held, or with the other button, it is selected. A chain and a number say that the pattern plays in several places, which change together.',
  },
  { names: /^New pattern/, title: 'Free place', text: 'Press a free bar of a track to make a new pattern there.' },
  {
    names: /: duplicate, move, rename$/,
    title: 'Section',
    text: 'A named stretch of the song, such as a verse. Copies of it are linked, so that a change in one changes all, or its own.',
  },
  {
    names: /^Track /,
    title: 'Track',
    text: 'One sound with its patterns. A press opens its name, levels, colour and symbol, a copy, its end.',
  },
  {
    names: /^Add a (track|section)$/,
    title: 'Add',
    text: 'A track begins with a sound; a section with eight empty bars at the end of the song.',
  },
  {
    names: /^Order/,
    title: 'Order',
    text: 'Puts tracks and sections in another order by dragging, with arrow keys, or a place at a time.',
  },
  {
    names: /^Song: tempo|^Tempo/,
    title: 'Song',
    text: 'What belongs to the whole song: tempo, levels, history, help, and how it leaves as a MIDI file.',
  },
  { names: /^History$/, title: 'History', text: 'Every step in words, to go back in and on, and points saved under a name.' },
  {
    names: /^Notes of /,
    title: 'Notes',
    text: 'Pitch against time. Tap free ground for a note; drag a note to move it, its ends to change its length; tap twice to erase it.',
  },
  {
    names: /^Steps of |, step |step \d/i,
    title: 'Steps',
    text: 'One cell is one step of the grid. A tap sets a hit or takes it away; a drag up or down sets how loud it is.',
  },
  {
    names: /^More for row|^Row /,
    title: 'Row',
    text: 'One drum, or one pitch: its own grid and length, so that it goes round against the others, filling, rotating, another sound.',
  },
  { names: /^Back to/, title: 'Back', text: 'To where you came from. Nothing is lost by leaving: every step is saved as it is made.' },
];

/** Explanations by role, for things there are many of, each named after its place. */
const BY_ROLE: Readonly<Record<string, Explanation>> = {
  checkbox: controlNamed('Steps'),
  option: controlNamed('Notes'),
};

function controlNamed(title: string): Explanation {
  return CONTROLS.find((each) => each.title === title)!;
}

const byName = explanationsByName();

/** Actions and rules by the names of their buttons. */
function explanationsByName(): ReadonlyMap<string, Explanation> {
  const named = new Map<string, Explanation>();
  for (const { id, label, help, quick = [] } of ACTIONS) {
    const explanation = { title: label, text: help, actionId: id };
    for (const name of [label, `${label}: try with settings`, `${label} from here`, ...quick.map((form) => form.label)])
      named.set(name, explanation);
  }
  for (const { label, help } of SELECTION_RULES) {
    const explanation = { title: `Select: ${label}`, text: help };
    for (const name of [label, `${label}: set up the rule`]) named.set(name, explanation);
  }
  return named;
}

/** Explains a control by its accessible name and role; falls back to the bare name if nothing is written about it. */
export function explain(name: string, role: string | null = null): Explanation {
  const ofRole = role === null ? undefined : BY_ROLE[role];
  if (ofRole) return ofRole;
  const plain = name.replace(/^Select: (.*), \d+ notes?$/, '$1');
  return (
    byName.get(plain) ??
    CONTROLS.find(({ names }) => names.test(name)) ?? { title: name, text: 'Press it to see what it does: every step can be undone.' }
  );
}

/** All there is to read: of the screens, of actions, of rules, of keys. */
export function allExplanations(): readonly Explanation[] {
  return [
    ...CONTROLS,
    ...ACTIONS.map(({ id, label, help }) => ({ title: label, text: help, actionId: id })),
    ...SELECTION_RULES.map(({ label, help }) => ({ title: `Select: ${label}`, text: help })),
    ...keyTable().map(([key, words]) => ({ title: `Key ${key}`, text: words })),
  ];
}
