import {
  bpmAt,
  isMarked,
  keyWords,
  LEAST_BPM,
  meterAt,
  MOST_BPM,
  spanOfBars,
  type BarSpan,
  type Document,
  type Id,
  type MeterShape,
  type TickSpan,
  type Track,
} from '@yibbo/core';
import { useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { NumberStepper } from '../../../controls/NumberStepper';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import { SheetFrame, SheetLine } from '../SheetFrame';
import { openSheet } from '../../../acts/open-sheet';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { setLoop, setSongEnd } from '../../../acts/song/sections';
import { clearBars, copyBars, cutBars, deleteBars, insertBars, selectInBars, setMeterAt, setTempoAt } from '../../../acts/song/stretch';
import { barsWords } from '../../../state/bars-words';

interface StretchProps {
  readonly document: Document;
  readonly bars: BarSpan;
  readonly span: TickSpan;
}

/** Bars of the song: tempo, meter and key from there on; what lies in them, on all tracks or on one; the bars themselves. */
export function StretchSheet({ bars, isPanel }: { readonly bars: BarSpan; readonly isPanel: boolean }) {
  const document = useAppSelector((state) => state.song.document);
  if (!document) return null;
  const span = spanOfBars(document.song.meters, bars);
  return (
    <SheetFrame title={barsWords(bars)} note="tempo, meter, what is in them" isPanel={isPanel}>
      <TempoLine document={document} tick={span.start} />
      <MeterLine document={document} tick={span.start} />
      <KeyLine document={document} />
      <InsidePresses document={document} bars={bars} span={span} />
      <TimePresses bars={bars} span={span} />
    </SheetFrame>
  );
}

const ALL = '';

/** Actions on the placements in the bars, of all tracks or of one. */
function InsidePresses({ document, bars, span }: StretchProps) {
  const dispatch = useAppDispatch();
  const [trackId, setTrackId] = useState<Id>(ALL);
  const words = barsWords(bars);
  const among = trackId === ALL ? null : new Set([trackId]);
  const options = [{ value: ALL, name: 'All tracks' }, ...document.tracks.map(({ id, name }: Track) => ({ value: id, name }))];
  return (
    <>
      <Choices title="On" options={options} value={trackId} onChange={setTrackId} />
      <XStack gap={4} flexWrap="wrap">
        <Press label={`Select what is in ${words}`} shown="Select" look="raised" onPress={() => dispatch(selectInBars(span, among))} />
        <Press label={`Cut at the ends of ${words}`} shown="Cut" look="raised" onPress={() => dispatch(cutBars(span, among, words))} />
        <Press label={`Clear ${words}`} shown="Clear" look="raised" onPress={() => dispatch(clearBars(span, among, words))} />
      </XStack>
    </>
  );
}

/** Actions on the bars themselves, on all tracks. */
function TimePresses({ bars, span }: Omit<StretchProps, 'document'>) {
  const dispatch = useAppDispatch();
  const words = barsWords(bars);
  return (
    <XStack gap={4} flexWrap="wrap">
      <Press label={`Loop it: ${words}`} shown="Loop it" look="raised" onPress={() => dispatch(setLoop({ ...span, on: true }))} />
      <Press
        label={`Name it: ${words}`}
        shown="Name it"
        look="raised"
        onPress={() => dispatch(openSheet({ kind: 'section', of: { bars } }))}
      />
      <Press
        label={`Duplicate, linked: ${words}`}
        shown="Duplicate, linked"
        look="raised"
        onPress={() => dispatch(copyBars(bars, 'linked', words))}
      />
      <Press
        label={`Duplicate, own: ${words}`}
        shown="Duplicate, own"
        look="raised"
        onPress={() => dispatch(copyBars(bars, 'own', words))}
      />
      <Press
        label={`Insert before ${words}, as much time`}
        shown="Insert before"
        look="raised"
        onPress={() => dispatch(insertBars(bars, words))}
      />
      <Press label={`Delete ${words}`} shown="Delete" look="raised" onPress={() => dispatch(deleteBars(span, words))} />
      <Press label={`Song ends here, after ${words}`} shown="Song ends here" look="raised" onPress={() => dispatch(setSongEnd(span.end))} />
    </XStack>
  );
}

function TempoLine({ document, tick }: { readonly document: Document; readonly tick: number }) {
  const dispatch = useAppDispatch();
  const { tempos } = document.song;
  const bpm = Math.round(bpmAt(tempos, tick) * 10) / 10;
  return (
    <SheetLine title="Tempo">
      <NumberStepper
        title="Tempo from here"
        value={bpm}
        unit="bpm"
        least={LEAST_BPM}
        most={MOST_BPM}
        onStep={(direction) => dispatch(setTempoAt(tick, Math.round(bpm) + direction))}
        onTyped={(to) => dispatch(setTempoAt(tick, to))}
      />
      {tick > 0 && isMarked(tempos, tick) ? (
        <Press label="Tempo as before" shown="as before" look="raised" onPress={() => dispatch(setTempoAt(tick, null))} />
      ) : null}
    </SheetLine>
  );
}

const DENOMINATORS = [2, 4, 8, 16] as const;
const MOST_BEATS = 16;

function MeterLine({ document, tick }: { readonly document: Document; readonly tick: number }) {
  const dispatch = useAppDispatch();
  const { meters } = document.song;
  const { numerator, denominator } = meterAt(meters, tick);
  const set = (meter: MeterShape) => dispatch(setMeterAt(tick, meter));
  return (
    <SheetLine title="Meter">
      <Stepper
        title="Beats a bar from here"
        shown={`${numerator}/${denominator}`}
        canLower={numerator > 1}
        canRaise={numerator < MOST_BEATS}
        onStep={(direction) => set({ numerator: numerator + direction, denominator })}
      />
      <Choices
        title="A beat is"
        options={DENOMINATORS.map((value) => ({ value: String(value), name: `/${value}`, label: `A beat is 1/${value}` }))}
        value={String(denominator)}
        onChange={(value) => set({ numerator, denominator: Number(value) })}
      />
      {tick > 0 && isMarked(meters, tick) ? (
        <Press label="Meter as before" shown="as before" look="raised" onPress={() => dispatch(setMeterAt(tick, null))} />
      ) : null}
    </SheetLine>
  );
}

function KeyLine({ document }: { readonly document: Document }) {
  const dispatch = useAppDispatch();
  const { key } = document.song;
  const words = key ? keyWords(key) : 'none';
  return (
    <SheetLine title="Key">
      <Press
        label={`${words}, of the whole song: change the key`}
        shown={`${words}, of the whole song`}
        look="raised"
        onPress={() => dispatch(openSheet({ kind: 'key' }))}
      />
    </SheetLine>
  );
}
