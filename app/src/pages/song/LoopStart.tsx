import { keyOfLoop, keyWords, LOOP_PARTS, loopPartWords, MOODS, type LoopPart, type Mood } from '@yibbo/core';
import { useMemo, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from '../../controls/Choices';
import { Press } from '../../controls/Press';
import { Title, Words } from '../../controls/words';
import { leaveLoopPartOut, LOOP_NOT_BEGUN, makeLoopParts, stillThere, wishOf, type LoopBegun } from '../../acts/song/loop-start';
import { PlayPress } from '../../editor/screen/Dock';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { useSongPlayback } from './useSongPlayback';

const NAMES: Readonly<Record<LoopPart, string>> = { drums: 'Drums', chords: 'Chords', bass: 'Bass' };

/** A song begun with a loop: a mood, and drums, chords and bass, a press each. Each part comes only when it is asked for, as plain notes. */
export function LoopStart({ onDone }: { readonly onDone: () => void }) {
  const dispatch = useAppDispatch();
  const { toggle } = useSongPlayback();
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  const document = useAppSelector((state) => state.song.document!);
  const [begun, setBegun] = useState<LoopBegun>(LOOP_NOT_BEGUN);
  const trackIds = useMemo(() => new Set(document.tracks.map(({ id }) => id)), [document.tracks]);
  const loop = stillThere(begun, trackIds);
  const there = LOOP_PARTS.filter((part) => loop.tracks[part]);
  const make = (to: LoopBegun, parts: readonly LoopPart[], label: string) => {
    setBegun(dispatch(makeLoopParts(to, parts, label)));
    if (!isPlaying) toggle();
  };
  const setMood = (mood: Mood) => {
    const to = { ...loop, mood, choices: LOOP_NOT_BEGUN.choices };
    if (there.length) make(to, there, `Loop: ${mood}`);
    else setBegun(to);
  };
  const key = keyOfLoop(document, wishOf(loop, 'chords').progressionId);
  return (
    <YStack padding={16} gap={12}>
      <Title as="h2">A loop to start with</Title>
      <Choices
        title="Mood"
        options={MOODS.map((mood) => ({ value: mood, name: mood.charAt(0).toUpperCase() + mood.slice(1) }))}
        value={loop.mood}
        onChange={setMood}
      />
      {LOOP_PARTS.map((part) => (
        <PartLine key={part} part={part} loop={loop} onMake={make} onLeaveOut={() => setBegun(dispatch(leaveLoopPartOut(loop, part)))} />
      ))}
      <Words small faded>
        Chords and bass are in {keyWords(key)}
        {document.song.key ? '' : ', which becomes the song’s key with them'}. All are plain notes, to be changed as you like.
      </Words>
      <XStack gap={8} alignItems="center">
        <PlayPress onPlay={toggle} />
        <Press
          label={there.length ? 'On to the song' : 'Choose a sound instead'}
          look={there.length ? 'strong' : 'raised'}
          onPress={onDone}
        />
      </XStack>
    </YStack>
  );
}

interface PartLineProps {
  readonly part: LoopPart;
  readonly loop: LoopBegun;
  readonly onMake: (to: LoopBegun, parts: readonly LoopPart[], label: string) => void;
  readonly onLeaveOut: () => void;
}

/** A part of the loop: brought in by a press; then what it is made of, another choice, and leaving it out again. */
function PartLine({ part, loop, onMake, onLeaveOut }: PartLineProps) {
  const name = NAMES[part];
  const isThere = loop.tracks[part] !== undefined;
  const another = () => {
    const to = { ...loop, choices: { ...loop.choices, [part]: loop.choices[part] + 1 } };
    // The bass goes along with the chords.
    const parts = part === 'chords' && loop.tracks.bass ? (['chords', 'bass'] as const) : [part];
    onMake(to, parts, `Other ${part}`);
  };
  return (
    <YStack gap={4} role="group" aria-label={name}>
      <XStack gap={6} alignItems="center" flexWrap="wrap">
        <Press
          label={name}
          width={96}
          look={isThere ? 'on' : 'raised'}
          pressed={isThere}
          onPress={() => (isThere ? onLeaveOut() : onMake(loop, [part], `Loop: ${part}`))}
        />
        {isThere ? <Press label={`Other ${part}`} look="raised" onPress={another} /> : null}
      </XStack>
      <Words small faded>
        {loopPartWords(wishOf(loop, part))}
      </Words>
    </YStack>
  );
}
