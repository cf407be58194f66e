import type { SoundSetting, Track } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../controls/Choices';
import { Press } from '../../controls/Press';
import { Slider } from '../../controls/Slider';
import { Stepper } from '../../controls/Stepper';
import { SheetGroup, SheetLine } from '../sheets/SheetFrame';
import { editTrack } from '../../acts/song/tracks';
import { useAppDispatch } from '../../state/store';
import { VOICE_MODES } from './sound-words';
import { useTriedSound } from './useTriedSound';
import { useTellJump } from '../sheets/useTellJump';

interface Setting {
  readonly name: keyof SoundSetting;
  readonly title: string;
  /** Words for less and more of it. */
  readonly less: string;
  readonly more: string;
  readonly of?: Track['kind'];
  /** Whether there is only more of it, and none where it is not turned. */
  readonly isAmount?: boolean;
}

interface Group {
  readonly title: string;
  readonly settings: readonly Setting[];
}

const GROUPS: readonly Group[] = [
  {
    title: 'Its shape',
    settings: [
      { name: 'tone', title: 'Tone', less: 'darker', more: 'brighter' },
      { name: 'attack', title: 'Attack', less: 'sooner', more: 'later', of: 'pitched' },
      { name: 'attack', title: 'Click', less: 'harder', more: 'softer', of: 'drums' },
      { name: 'release', title: 'Release', less: 'shorter', more: 'longer', of: 'pitched' },
      { name: 'release', title: 'Ring', less: 'shorter', more: 'longer', of: 'drums' },
      { name: 'resonance', title: 'Resonance', less: 'smoother', more: 'sharper', of: 'pitched' },
      { name: 'drive', title: 'Drive', less: 'cleaner', more: 'rougher' },
    ],
  },
  {
    title: 'Around it',
    settings: [
      { name: 'width', title: 'Width', less: 'narrower', more: 'wider' },
      { name: 'room', title: 'Room', less: 'drier', more: 'wetter' },
      { name: 'echo', title: 'Echo', less: 'less', more: 'more' },
    ],
  },
  {
    title: 'Balance',
    settings: [
      { name: 'low', title: 'Lows', less: 'softer', more: 'louder' },
      { name: 'mid', title: 'Middle', less: 'softer', more: 'louder' },
      { name: 'high', title: 'Highs', less: 'softer', more: 'louder' },
      { name: 'squeeze', title: 'Squeeze', less: 'less', more: 'tighter', isAmount: true },
    ],
  },
  {
    title: 'Pitch',
    settings: [
      { name: 'glide', title: 'Slide', less: 'faster', more: 'slower', of: 'pitched' },
      { name: 'wobble', title: 'Wobble', less: 'less', more: 'of a worn tape', of: 'pitched', isAmount: true },
    ],
  },
];
/** Settings are counted in hundredths here. */
const WHOLE = 100;
const MOST_OCTAVES = 4;
/** Its words beside it, it fits in a line of the panel. */
const SLIDER_WIDTH = 136;

/** How a track's sound is set, each about where the sound itself has it; heard while it is turned, one Change when it is let go. */
export function SoundSettings({ track }: { readonly track: Track }) {
  const tellJump = useTellJump();
  const dispatch = useAppDispatch();
  const { hear } = useTriedSound(track);
  const { setting = {}, octave = 0 } = track;
  const withOne = (name: keyof SoundSetting, value: number): SoundSetting | undefined => {
    const { [name]: _was, ...rest } = setting;
    const next = value === 0 ? rest : { ...rest, [name]: value };
    return Object.keys(next).length > 0 ? next : undefined;
  };
  const set = (label: string, name: keyof SoundSetting, to: number) => dispatch(editTrack(track.id, label, { setting: withOne(name, to) }));
  const isPlain = Object.keys(setting).length === 0 && octave === 0;
  const lineOf = (each: Setting) => (
    <SheetLine key={each.name} title={each.title}>
      <Slider
        onJump={tellJump}
        title={`${each.title} of ${track.name}`}
        low={each.isAmount ? 0 : -WHOLE}
        high={WHOLE}
        step={5}
        width={SLIDER_WIDTH}
        value={Math.round((setting[each.name] ?? 0) * WHOLE)}
        words={(value) => aboutWords(value, each)}
        onChange={(to) => hear({ setting: withOne(each.name, to / WHOLE) })}
        onCommit={(to) => set(`${each.title} ${aboutWords(to, each)}`, each.name, to / WHOLE)}
      />
    </SheetLine>
  );
  return (
    <>
      {GROUPS.map((group) => (
        <SheetGroup key={group.title} title={group.title}>
          {group.settings.filter(({ of }) => of === undefined || of === track.kind).map(lineOf)}
        </SheetGroup>
      ))}
      <SheetLine title="Tune">
        <Slider
          onJump={tellJump}
          title={`Tune of ${track.name}`}
          low={-1200}
          high={1200}
          step={10}
          width={SLIDER_WIDTH}
          value={setting.tune ?? 0}
          words={tuneWords}
          onChange={(to) => hear({ setting: withOne('tune', to) })}
          onCommit={(to) => set(`Tune ${tuneWords(to)}`, 'tune', to)}
        />
      </SheetLine>
      {track.kind === 'pitched' ? <PitchedLines track={track} /> : null}
      <AsItCame track={track} isPlain={isPlain} />
    </>
  );
}

/** Sets a sound back to what it was before it was set. */
function AsItCame({ track, isPlain }: { readonly track: Track; readonly isPlain: boolean }) {
  const dispatch = useAppDispatch();
  const reset = () => dispatch(editTrack(track.id, 'Sound as it came', { setting: undefined, octave: undefined }));
  return (
    <XStack>
      <Press label="Sound as it came" look="raised" disabled={isPlain} onPress={reset} />
    </XStack>
  );
}

/** The octave it plays in, and which of several notes at once sounds. */
function PitchedLines({ track }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  const { octave = 0, voiceMode } = track;
  const step = (direction: -1 | 1) => {
    const next = Math.max(-MOST_OCTAVES, Math.min(MOST_OCTAVES, octave + direction));
    dispatch(editTrack(track.id, `Octave ${octaveWords(next)}`, { octave: next === 0 ? undefined : next }));
  };
  return (
    <>
      <SheetLine title="Octave">
        <Stepper title={`Octave of ${track.name}`} shown={octaveWords(octave)} width={92} onStep={step} />
      </SheetLine>
      <SheetLine title="Sounds">
        <Choices
          title={`Which notes of ${track.name} sound at once`}
          options={VOICE_MODES}
          value={voiceMode ?? 'all'}
          onChange={(to) => dispatch(editTrack(track.id, 'Notes at once', { voiceMode: to === 'all' ? undefined : to }))}
        />
      </SheetLine>
    </>
  );
}

function octaveWords(octave: number): string {
  return octave === 0 ? 'as written' : `${octave > 0 ? '+' : '−'}${Math.abs(octave)}`;
}

function aboutWords(value: number, { less, more }: Setting): string {
  return value === 0 ? 'as it is' : `${Math.abs(value)} ${value < 0 ? less : more}`;
}

function tuneWords(cents: number): string {
  if (cents === 0) return 'as it is';
  const sign = cents < 0 ? '−' : '+';
  const size = Math.abs(cents);
  return size % 100 === 0 ? `${sign}${size / 100} semitones` : `${sign}${size} cents`;
}
