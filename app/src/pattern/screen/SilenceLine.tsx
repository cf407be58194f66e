import { findById, whySilent, type Document, type Silence } from '@yibbo/core';
import { useEffect, useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { useEffects } from '../../effects';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { applyCure, CURE_WORDS } from '../acts/cures';
import { selectShownDocument, type OpenPart } from '../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../store';
import type { Cure } from '../../session/session';

export interface Explained {
  readonly words: string;
  readonly cure: Cure;
}

/** While the open part cannot be heard: why, and the way out. */
export function SilenceLine({ part }: { readonly part: OpenPart }) {
  const document = useAppSelector(selectShownDocument);
  const isBlocked = useBlocked();
  const silence = document ? whySilent(document, part.placement.id) : null;
  const explained = isBlocked ? BLOCKED : silence && document ? explain(silence, document) : null;
  return explained ? <SilenceBar {...explained} /> : null;
}

/** Why nothing is heard, and the way out. */
export function SilenceBar({ words, cure }: Explained) {
  const dispatch = useAppDispatch();
  return (
    <XStack
      role="status"
      data-testid="silence"
      alignItems="center"
      gap={8}
      paddingLeft={10}
      paddingRight={4}
      backgroundColor="$card"
      borderTopWidth={2}
      borderColor="$act"
    >
      <Words small flexShrink={1} flexGrow={1}>
        {words}
      </Words>
      <Press label={CURE_WORDS[cure.kind]} look="raised" onPress={() => dispatch(applyCure(cure))} />
    </XStack>
  );
}

export const BLOCKED: Explained = { words: 'The browser is holding the sound back.', cure: { kind: 'openSound' } };

export function useBlocked(): boolean {
  const { sound } = useEffects();
  const [isBlocked, setBlocked] = useState(false);
  useEffect(() => sound.watchBlocked(setBlocked), [sound]);
  return isBlocked;
}

function explain(silence: Silence, document: Document): Explained {
  const name = 'trackId' in silence ? (findById(document.tracks, silence.trackId)?.name ?? '') : '';
  switch (silence.code) {
    case 'trackMuted':
      return { words: `${name} is muted.`, cure: { kind: 'unmute', trackId: silence.trackId } };
    case 'otherSolo': {
      const others = silence.soloIds.map((id) => findById(document.tracks, id)?.name).join(', ');
      return { words: `${name} is not heard: only ${others} plays.`, cure: { kind: 'endSolo', trackIds: silence.soloIds } };
    }
    case 'levelDown':
      return { words: `The level of ${name} is all the way down.`, cure: { kind: 'levelUp', trackId: silence.trackId } };
    case 'placementMuted':
      return { words: 'This pattern is muted here.', cure: { kind: 'unmutePlacement', placementId: silence.placementId } };
    case 'beyondEnd':
      return { words: 'Every note lies beyond the end of the pattern.', cure: { kind: 'lengthen' } };
    case 'notesMuted':
      return { words: 'Every note of this pattern is muted.', cure: { kind: 'unmuteNotes' } };
    case 'noChance':
      return { words: 'No note of this pattern has a chance to sound.', cure: { kind: 'alwaysSound' } };
  }
}
