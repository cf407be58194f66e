import {
  actionById,
  beatTicks,
  chordLine,
  chordPrinted,
  meterAt,
  MOODS,
  progressionLine,
  PROGRESSIONS,
  type ActionParams,
  type ChordWord,
  type Mood,
} from '@yibbo/core';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { NumberStepper } from '../../../controls/NumberStepper';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { changeTrial } from '../../../acts/trial/trials';
import { selectPart, type OpenPart } from '../../../state/session/selectors';
import type { Trial } from '../../../state/session/trial';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { ChordBlock } from './ChordBlock';

/** The chords that are being tried: a ready progression by its mood, and each chord's length, by dragging it. */
export function ChordSettings({ trial, isPanel }: { readonly trial: Trial; readonly isPanel: boolean }) {
  const part = useAppSelector(selectPart);
  if (!part) return null;
  return (
    <YStack gap={4}>
      <Progressions text={String(trial.params.text)} part={part} isPanel={isPanel} />
      <ChordLengths trial={trial} part={part} />
    </YStack>
  );
}

interface ProgressionsProps {
  readonly text: string;
  readonly part: OpenPart;
  readonly isPanel: boolean;
}

/** Ready progressions, a mood at a time, in the key of the pattern: each is heard as it is pressed. */
function Progressions({ text, part, isPanel }: ProgressionsProps) {
  const dispatch = useAppDispatch();
  const lines = PROGRESSIONS.map((progression) => ({ ...progression, line: progressionLine(progression, part.key, part.meter.numerator) }));
  const chosen = lines.find(({ line }) => line === text);
  const [mood, setMood] = useState<Mood>(chosen?.mood ?? 'bright');
  return (
    <>
      <Choices
        title="Mood"
        scrolls={!isPanel}
        options={MOODS.map((each) => ({ value: each, name: each.charAt(0).toUpperCase() + each.slice(1) }))}
        value={mood}
        onChange={setMood}
      />
      <Choices
        title="Ready progressions"
        scrolls={!isPanel}
        options={lines.filter((each) => each.mood === mood).map(({ line, name }) => ({ value: line, name }))}
        value={chosen?.line ?? null}
        onChange={(line) => dispatch(changeTrial({ text: line }))}
      />
    </>
  );
}

/** The chords of the line, each to be made longer or shorter. */
function ChordLengths({ trial, part }: { readonly trial: Trial; readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const [at, setAt] = useState<number | null>(null);
  const words = wordsOf(trial, part);
  if (words.length === 0) return null;
  const chosen = at === null ? undefined : words[at];
  const set = (changed: readonly TimedWord[]) =>
    dispatch(changeTrial({ text: changed.map(({ name, beats }) => `${name}:${beats}`).join(' ') }));
  const lengthen = (index: number, beats: number) => set(words.map((word, place) => (place === index ? { ...word, beats } : word)));
  const scaled = (factor: number) => set(words.map((word) => ({ ...word, beats: Math.min(MOST_BEATS, word.beats * factor) })));
  return (
    <>
      <XStack gap={3} flexWrap="wrap" role="group" aria-label="Chords and their lengths">
        {words.map(({ name, beats }, index) => (
          <ChordBlock
            key={index}
            name={chordPrinted(name)}
            beats={beats}
            isOn={index === at}
            onPress={() => setAt(index === at ? null : index)}
            onBeats={(to) => lengthen(index, to)}
          />
        ))}
      </XStack>
      <XStack gap={4} flexWrap="wrap" alignItems="center">
        {chosen && at !== null ? (
          <OneChord
            word={chosen}
            isOnly={words.length === 1}
            onBeats={(to) => lengthen(at, to)}
            onLeaveOut={() => {
              set(words.filter((_, index) => index !== at));
              setAt(null);
            }}
          />
        ) : (
          <>
            <Press label="All chords twice as long" shown="All longer" look="raised" onPress={() => scaled(2)} />
            <Press
              label="All chords half as long"
              shown="All shorter"
              look="raised"
              disabled={words.some(({ beats }) => beats / 2 < LEAST_BEATS)}
              onPress={() => scaled(0.5)}
            />
          </>
        )}
      </XStack>
    </>
  );
}

interface OneChordProps {
  readonly word: TimedWord;
  readonly isOnly: boolean;
  readonly onBeats: (beats: number) => void;
  readonly onLeaveOut: () => void;
}

/** The chord that was taken up: its length, and leaving it out. */
function OneChord({ word, isOnly, onBeats, onLeaveOut }: OneChordProps) {
  const name = chordPrinted(word.name);
  return (
    <>
      <Words small strong>
        {name}
      </Words>
      <NumberStepper
        title={`Beats of ${name}`}
        value={word.beats}
        unit="beats"
        width={72}
        least={LEAST_BEATS}
        most={MOST_BEATS}
        onStep={(by) => onBeats(Math.max(LEAST_BEATS, Math.min(MOST_BEATS, word.beats + by)))}
        onTyped={onBeats}
      />
      <Press label={`Leave out ${name}`} shown="Leave out" look="raised" disabled={isOnly} onPress={onLeaveOut} />
    </>
  );
}

/** The shortest and the longest that a chord is dragged to, in beats. */
const LEAST_BEATS = 0.5;
const MOST_BEATS = 64;

interface TimedWord {
  /** As it is typed; "-" for a rest. */
  readonly name: string;
  readonly beats: number;
}

/** The chords of a trial's line with their beats; none while it cannot be read. */
function wordsOf({ params, begun: { at } }: Trial, part: OpenPart): readonly TimedWord[] {
  const { text, each } = actionById('chords').params.parse(params) as ActionParams<'chords'>;
  const line = chordLine(text, each, { ...part, at });
  if (!line.ok) return [];
  return line.words.map((word: ChordWord) => ({
    name: text.slice(word.from, word.to).replace(/:.*$/, ''),
    beats: Math.round((word.length / beatTicks(meterAt(part.meters, word.start))) * 1000) / 1000,
  }));
}
