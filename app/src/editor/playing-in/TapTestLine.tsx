import { TAPS_WANTED } from '@yibbo/core/recording';
import { useEffect, useRef, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from '../../controls/Choices';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { tapTest, type TapTest } from '../../acts/playing-in/tap-test';
import { playInSet, type InputSource } from '../../state/preferences/play-in';
import { tapTestSet } from '../../state/session/playing-in';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { SheetLine } from '../sheets/SheetFrame';

const SOURCES: readonly { readonly value: InputSource; readonly name: string }[] = [
  { value: 'screen', name: 'on the screen' },
  { value: 'letters', name: 'by keys' },
  { value: 'device', name: 'on a device' },
];

/** Eight taps to a click: how late what is played comes in here, which is taken off from then on. */
export function TapTestLine() {
  const dispatch = useAppDispatch();
  const latencyMs = useAppSelector((state) => state.playIn.latencyMs);
  const test = useAppSelector((state) => state.playingIn.tapTest);
  const [source, setSource] = useState<InputSource>('screen');
  const running = useRef<TapTest | null>(null);
  const isOn = test !== null && !test.isOver;
  useEffect(
    () => () => {
      running.current?.stop();
      dispatch(tapTestSet(null));
    },
    [dispatch],
  );
  useTapKeys(isOn && source === 'letters', running);
  const begin = async () => {
    running.current = await dispatch(tapTest(source));
  };
  const found = latencyMs[source];
  return (
    <YStack gap={4}>
      <SheetLine title="Latency">
        <Choices title="What is tapped" options={SOURCES} value={source} onChange={setSource} />
        <Press label="Tap test" look="raised" onPress={() => void begin()} />
        {found === undefined ? null : (
          <Press
            label={`${found} ms taken off ${SOURCES.find(({ value }) => value === source)!.name}: forget it`}
            shown={`${found} ms: forget`}
            onPress={() => {
              const { [source]: _gone, ...others } = latencyMs;
              dispatch(playInSet({ latencyMs: others }));
            }}
          />
        )}
      </SheetLine>
      {isOn && source === 'screen' ? (
        <button
          type="button"
          aria-label="Tap here with each click"
          onPointerDown={(event) => {
            event.preventDefault();
            running.current?.tap(event.timeStamp);
          }}
          onKeyDown={(event) => (event.key === ' ' || event.key === 'Enter') && !event.repeat && running.current?.tap(event.timeStamp)}
          style={TAP}
        >
          Tap here with each click
        </button>
      ) : null}
      <XStack>
        <Words small faded role="status" data-testid="tap-test">
          {wordsOf(test)}
        </Words>
      </XStack>
    </YStack>
  );
}

const TAP = {
  height: 72,
  border: '2px solid var(--act)',
  borderRadius: 8,
  background: 'var(--paper)',
  color: 'var(--ink)',
  fontSize: 16,
  touchAction: 'none',
} as const;

function wordsOf(test: { readonly taps: number; readonly isOver: boolean; readonly foundMs: number | null } | null): string {
  if (!test) return 'Tap to a click, and what comes late is put right from then on.';
  if (test.foundMs !== null) return `Found: ${test.foundMs} ms. That is taken off what is played.`;
  if (test.isOver) return 'Too few taps came near a click. Try again, one tap to each click.';
  return `${test.taps} taps. ${TAPS_WANTED} near the clicks are wanted.`;
}

/** Any letter or the space bar is a tap while a test of keys goes on. */
function useTapKeys(isOn: boolean, running: { readonly current: TapTest | null }): void {
  useEffect(() => {
    if (!isOn) return;
    const tap = (event: KeyboardEvent) => {
      if (event.repeat || (event.key.length !== 1 && event.key !== ' ')) return;
      event.preventDefault();
      event.stopPropagation();
      running.current?.tap(event.timeStamp);
    };
    window.addEventListener('keydown', tap, true);
    return () => window.removeEventListener('keydown', tap, true);
  }, [isOn, running]);
}
