import {
  actionById,
  chordPrinted,
  CHORD_FORMS,
  chordsOfKey,
  keyOf,
  keyWords,
  MOODS,
  progressionLine,
  PROGRESSIONS,
  readChord,
  type ChordForm,
  type Key,
} from '@yibbo/core';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { ParamControls } from '../../../controls/ParamControls';
import { Press } from '../../../controls/Press';
import { TextField } from '../../../controls/TextField';
import { Words } from '../../../controls/words';
import { openSheet } from '../../../acts/open-sheet';
import { chordSettings, hearChord, putChord, setChordSettings } from '../../../acts/pattern/put-chord';
import { tryAction } from '../../../acts/trial/trials';
import { divisionOf } from '../../screen/scope';
import type { OpenPart } from '../../../state/session/selectors';
import { chordToPutSet } from '../../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { SheetFrame } from '../SheetFrame';
import { ChordPad } from './ChordPad';

/** Chords to hear and to put among the notes: those of the key, of a ready progression, or by name. It stays beside the notes. */
export function ChordsSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const chosen = useAppSelector((state) => state.session.chordToPut);
  const [hasMore, setMore] = useState(false);
  const key = part.key ?? C_MAJOR;
  return (
    <SheetFrame title="Chords" note={part.key ? keyWords(key.choice) : 'C major, as no key is chosen'} isPanel={isPanel}>
      <Pads part={part} keyShown={key} isPanel={isPanel} />
      <ByName part={part} />
      <XStack gap={4} flexWrap="wrap" alignItems="center">
        <Press
          label={chosen ? `Put at the cursor: ${chordPrinted(chosen)}` : 'Put at the cursor'}
          shown="Put at the cursor"
          look="raised"
          disabled={chosen === null}
          onPress={() => chosen && dispatch(putChord(chosen, null))}
        />
        <Press label="Ready progressions" shown="Progressions …" look="raised" onPress={() => dispatch(tryAction('chords'))} />
        <Press
          label="Voicing and length"
          shown="Voicing …"
          look={hasMore ? 'on' : 'raised'}
          expanded={hasMore}
          onPress={() => setMore(!hasMore)}
        />
      </XStack>
      <Words small faded aria-live="polite">
        {chosen
          ? `A tap on the grid puts ${chordPrinted(chosen)} there; so does dragging its pad.`
          : 'Press a pad to hear it. Then tap the grid to put it there, or drag the pad.'}
      </Words>
      {hasMore ? <ChordControls part={part} isPanel={isPanel} /> : null}
    </SheetFrame>
  );
}

const C_MAJOR: Key = keyOf({ tonic: 'C', scale: 'major' })!;
const FORMS = CHORD_FORMS.map((form) => ({
  value: form,
  name: form === 'triad' ? 'Triad' : form,
  label: form === 'triad' ? 'Triads' : `With ${form}`,
}));

/** A pad for each degree of the key in the form that is chosen, or for each chord of a ready progression. */
function Pads({ part, keyShown, isPanel }: { readonly part: OpenPart; readonly keyShown: Key; readonly isPanel: boolean }) {
  const [form, setForm] = useState<ChordForm | null>('triad');
  const [progressionId, setProgression] = useState(PROGRESSIONS[0]!.id);
  const progression = PROGRESSIONS.find(({ id }) => id === progressionId)!;
  const pads = form
    ? chordsOfKey(keyShown, form).map(({ numeral, chord }) => ({ name: chord.name, above: numeral }))
    : [...new Set(progressionLine(progression, part.key).split(' '))].map((word, index) => ({
        name: word.split(':')[0]!,
        above: String(index + 1),
      }));
  return (
    <YStack gap={4}>
      <Choices
        title="Chords to press"
        scrolls={!isPanel}
        options={[...FORMS, { value: OF_PROGRESSION, name: 'Of a progression', label: 'Of a progression' }]}
        value={form ?? OF_PROGRESSION}
        onChange={(to) => setForm(to === OF_PROGRESSION ? null : (to as ChordForm))}
      />
      {form ? null : (
        <Choices
          title="Progression of the pads"
          scrolls={!isPanel}
          hasLetters
          options={MOODS.flatMap((mood) => PROGRESSIONS.filter((each) => each.mood === mood)).map(({ id, name }) => ({ value: id, name }))}
          value={progressionId}
          onChange={setProgression}
        />
      )}
      <XStack gap={3} flexWrap="wrap" role="group" aria-label="Chord pads">
        {pads.map(({ name, above }) => (
          <ChordPad key={`${above} ${name}`} name={name} above={above} />
        ))}
      </XStack>
    </YStack>
  );
}

const OF_PROGRESSION = 'progression';

/** A chord by its typed name or degree. */
function ByName({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const [typed, setTyped] = useState('');
  const chord = readChord(typed, part.key);
  const isWrong = typed.trim() !== '' && !chord;
  const take = () => {
    if (!chord) return;
    dispatch(hearChord(chord.name));
    dispatch(chordToPutSet(chord.name));
  };
  return (
    <XStack gap={4} alignItems="center" flexWrap="wrap">
      <Words small faded>
        By name
      </Words>
      <TextField label="Chord by name" value={typed} placeholder="C#m7b5/G" width={130} most={24} onChange={setTyped} onEnter={take} />
      {chord ? <ChordPad name={chord.name} above={part.key && /^[#b]?[iv]/i.test(typed) ? typed.trim() : 'typed'} /> : null}
      {part.key ? null : <Press label="Key …" look="raised" onPress={() => dispatch(openSheet({ kind: 'key' }))} />}
      {isWrong ? (
        <Words small colour="act" aria-live="polite" style={{ flexShrink: 1 }}>
          No chord has this name. Type one such as Am7, C/E{part.key ? ' or ii' : ''}.
        </Words>
      ) : null}
    </XStack>
  );
}

/** How chords are laid out, and how long they are. */
function ChordControls({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  // Drawn anew as the settings change.
  useAppSelector((state) => state.trial.lastParams.chords);
  return (
    <ParamControls
      params={actionById('chords').params}
      values={dispatch(chordSettings())}
      grid={divisionOf(part)}
      isPanel={isPanel}
      shown={['each', 'voicing', 'inversion', 'spread', 'lowest', 'octaves', 'velocity', 'landing']}
      onChange={(changed) => dispatch(setChordSettings(changed))}
    />
  );
}
