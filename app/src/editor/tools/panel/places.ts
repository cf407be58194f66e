import { showNextRows, switchVelocityLane, switchViewMode } from '../../../acts/pattern/view';
import { preferencesSet, type Preferences } from '../../../state/preferences/preferences';
import { selectPart } from '../../../state/session/selectors';
import { askingSet, fingerSet, type Finger, type Sheet } from '../../../state/session/session';
import { openFollowers, openSheet } from '../../../acts/open-sheet';
import type { Thunk } from '../../../state/store';
import { ZOOM_BY } from '../../grid/viewport/useViewport';

/** Something that is neither an action nor a rule but can be found and pressed like one: a sheet, or a way to look, listen and draw. */
export interface ToolPlace {
  readonly label: string;
  /** Other words people search it by. */
  readonly words: string;
  readonly help: string;
  readonly act: Thunk;
}

/** Sheets that open from anywhere in a pattern; the others are about something that has to be pressed first. */
export type OpenableSheet = Exclude<Sheet['kind'], 'stretch' | 'section' | 'to-track' | 'tools'>;
type Entry = Omit<ToolPlace, 'act'>;

/** Every sheet, as it is looked for: one that is missing here does not compile. */
export const SHEET_PLACES: Readonly<Record<OpenableSheet, Entry>> = {
  grid: {
    label: 'Grid …',
    words: 'division steps resolution triplet dotted tuplet lines',
    help: 'How far apart the lines are, for the pattern, a row or a stretch.',
  },
  row: {
    label: 'Row …',
    words: 'drum name rename own grid own length sound mute select',
    help: 'One row: its hits, name, grid, length and sound.',
  },
  key: { label: 'Key …', words: 'scale tonic root major minor mode signature', help: 'Names and tints rows by a key and scale.' },
  nudge: { label: 'Nudge by …', words: 'amount distance milliseconds ms', help: 'How far a nudge goes.' },
  length: {
    label: 'Length …',
    words: 'bars pattern name rename longer shorter trim variant end',
    help: 'How long the pattern is, its name and its variants.',
  },
  drawing: {
    label: 'Drawing …',
    words: 'new notes length draw paint pencil brush shape',
    help: 'How long new notes are, and what runs follow.',
  },
  chords: {
    label: 'Chord pads …',
    words: 'pads degree harmony triad seventh inversion voicing progression put',
    help: 'Pads with the chords of the key: hear them, and put them among the notes.',
  },
  'play-in': {
    label: 'Play in …',
    words: 'record keyboard piano pads drum instrument live perform step entry midi keys',
    help: 'Pads or keys for the open part: heard as they are pressed, put in step by step, or recorded.',
  },
  recording: {
    label: 'Recording …',
    words: 'click metronome count-in punch input quantize midi device latency tap controller keyboard',
    help: 'How a recording goes: click, count-in, bars, what is replaced, quantize, devices.',
  },
  takes: {
    label: 'Takes …',
    words: 'comp passes recorded best version compare',
    help: 'What was recorded, take by take and bar by bar.',
  },
  lanes: {
    label: 'Lanes …',
    words: 'lane controller automation bend pressure modulation pan chance velocity cc',
    help: 'Values under the notes: which lanes are open.',
  },
  track: {
    label: 'Track …',
    words: 'name rename level pan mute solo duplicate delete colour',
    help: 'The open track: its name, levels and place.',
  },
  sound: { label: 'Sound …', words: 'instrument patch preset kit timbre tone', help: 'What the open track sounds like.' },
  song: {
    label: 'Song …',
    words: 'name rename tempo bpm speed metronome seed send export midi',
    help: 'The song: name, tempo, chance, how it leaves.',
  },
  'add-track': { label: 'Add a track …', words: 'new track instrument part', help: 'A new track with a sound.' },
  tracks: {
    label: 'All tracks …',
    words: 'switch track part instrument mute solo',
    help: 'Every track: opens one, mutes it, chooses its sound.',
  },
  levels: {
    label: 'Levels …',
    words: 'mixer volume loudness solo mute pan meter echo',
    help: 'How loud each track is, and where it stands.',
  },
  shelf: {
    label: 'Shelf …',
    words: 'phrase loop clip library ready-made beat save reuse insert browse sample pack',
    help: 'Ready and saved phrases: hear them while the song plays, bring them in, put your own there.',
  },
  recordings: {
    label: 'Recordings …',
    words: 'audio wav file waveform sample reference hits onsets transients tempo detect align sound',
    help: 'Sound files under the notes: heard along, their hits found, their tempo taken.',
  },
  'add-section': { label: 'New section …', words: 'verse chorus intro bridge part', help: 'An empty section at the end of the song.' },
  order: { label: 'Order …', words: 'sort rearrange move tracks sections', help: 'The order of tracks and sections.' },
  backdrop: { label: 'Backdrop …', words: 'ghost behind other tracks outline', help: 'Which tracks show behind the notes.' },
  wav: {
    label: 'WAV file …',
    words: 'record audio bounce render export mixdown stems',
    help: 'Writes the song, its loop or its tracks as an audio file.',
  },
  treatments: {
    label: 'Adjustable …',
    words: 'treatment live keep effect list plain settings',
    help: 'The actions kept adjustable on this part: their settings, their order, and what makes them plain.',
  },
  recipes: {
    label: 'Recipes …',
    words: 'chain macro preset several steps saved repeat build',
    help: 'Several actions in one touch: ready ones, and your own out of the last steps.',
  },
  history: {
    label: 'History …',
    words: 'undo steps back saved point version compare chain',
    help: 'What was done, step by step, and saved points.',
  },
  help: { label: 'Help …', words: 'guide manual how question', help: 'All that can be read of Yibbo.' },
};

function sheetOf(kind: OpenableSheet): Thunk {
  return (dispatch, getState) => {
    const trackId = selectPart(getState())?.track.id;
    if (kind === 'grid') dispatch(openSheet({ kind, of: 'pattern' }));
    else if (kind !== 'track' && kind !== 'sound') dispatch(openSheet({ kind }));
    else if (trackId) dispatch(openSheet({ kind, trackId }));
  };
}

const toggled =
  (name: 'isSnapping' | 'hearsDrawing' | 'followsPlay' | 'hasBackdrop' | 'hitsAsMarks' | 'lanesTravel' | 'runsKeepToKey'): Thunk =>
  (dispatch, getState) =>
    dispatch(preferencesSet({ [name]: !getState().preferences[name] } as Partial<Preferences>));

const finger =
  (to: Finger): Thunk =>
  (dispatch) =>
    void dispatch(fingerSet(to));

const zoom =
  (time: number, pitch: number): Thunk =>
  (_dispatch, _getState, { grid }) =>
    grid.zoom(time, pitch);

/** Ways to look, listen and draw. */
const SWITCHES: readonly ToolPlace[] = [
  {
    label: 'Snap on or off',
    words: 'magnet free lines grid',
    help: 'Whether what is drawn and dragged goes to the lines.',
    act: toggled('isSnapping'),
  },
  {
    label: 'Parts from this …',
    words: 'bass lead pad keys follow chords copy track',
    help: 'A bass, lead or pad made of this part, that follows it.',
    act: openFollowers,
  },
  { label: 'Velocity lane', words: 'loudness dynamics stems', help: 'Shows how loud each note is, to be drawn.', act: switchVelocityLane },
  { label: 'Zoom in in time', words: 'bigger closer wider magnify', help: 'Fewer bars, larger steps.', act: zoom(ZOOM_BY, 1) },
  { label: 'Zoom out in time', words: 'smaller further', help: 'More bars, smaller steps.', act: zoom(1 / ZOOM_BY, 1) },
  { label: 'Higher rows', words: 'zoom pitch taller bigger', help: 'Fewer pitches, higher rows.', act: zoom(1, ZOOM_BY) },
  { label: 'Lower rows', words: 'zoom pitch smaller', help: 'More pitches, lower rows.', act: zoom(1, 1 / ZOOM_BY) },
  {
    label: 'Fit all notes',
    words: 'zoom show everything',
    help: 'All notes in view.',
    act: (_dispatch, _getState, { grid }) => grid.fit(),
  },
  {
    label: 'To notes out of sight',
    words: 'jump hidden find scroll',
    help: 'Goes to notes that lie beyond the view.',
    act: (_dispatch, _getState, { grid }) => grid.jumpToHidden(),
  },
  { label: 'Steps or Notes', words: 'view cells piano pitch switch', help: 'The same notes in the other view.', act: switchViewMode },
  {
    label: 'Rows shown',
    words: 'rows every scale kit used hide',
    help: 'Every row, those of the scale or the kit, or those with notes.',
    act: showNextRows,
  },
  { label: 'Backdrop', words: 'ghost behind other tracks outline', help: "Other tracks' notes behind yours.", act: toggled('hasBackdrop') },
  { label: 'Hits as marks', words: 'drum width diamonds', help: 'Drum hits as marks of one width.', act: toggled('hitsAsMarks') },
  {
    label: 'Notes sound when drawn',
    words: 'hear listen audition preview silent',
    help: 'Whether notes sound as they are drawn and moved.',
    act: toggled('hearsDrawing'),
  },
  {
    label: 'The view follows play',
    words: 'playhead scroll follow',
    help: 'Whether the view goes along with what plays.',
    act: toggled('followsPlay'),
  },
  {
    label: 'Lane points travel',
    words: 'automation move copy along',
    help: 'Whether points of lanes go along with moved and copied notes.',
    act: toggled('lanesTravel'),
  },
  {
    label: 'Runs keep to the scale',
    words: 'key paint in scale',
    help: 'Whether painted runs keep to the key.',
    act: toggled('runsKeepToKey'),
  },
  { label: 'One finger draws', words: 'pencil draw pointer', help: 'What one finger on free ground does.', act: finger('draws') },
  { label: 'One finger paints runs', words: 'brush paint', help: 'What one finger on free ground does.', act: finger('paints') },
  { label: 'One finger selects', words: 'frame rectangle lasso', help: 'What one finger on free ground does.', act: finger('selects') },
  { label: 'One finger scrolls', words: 'hand pan move view', help: 'What one finger on free ground does.', act: finger('scrolls') },
  {
    label: 'What is this?',
    words: 'help explain ask',
    help: 'A press then tells what something is.',
    act: (dispatch) => void dispatch(askingSet(true)),
  },
];

/** All places, in the order they are listed. */
export const PLACES: readonly ToolPlace[] = [
  ...(Object.entries(SHEET_PLACES) as [OpenableSheet, Entry][]).map(([kind, entry]) => ({ ...entry, act: sheetOf(kind) })),
  ...SWITCHES,
];
